// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/machine/ReferenceView.h"

#include "app/widgets/WrappedLabel.h"
#include "core/upkeep/Record.h"

#include <QVBoxLayout>

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::ZeroSetup;

ReferenceView::ReferenceView(Desk& desk, RowsView* steps, QWidget* parent)
    : QWidget(parent), m_desk(desk), m_steps(steps) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    m_form = std::make_unique<Form<ZeroSetup>>(
        desk, column, [this] { return m_desk.setup(); },
        [this](ZeroSetup setup, std::string what) { return m_desk.commitSetup(setup, std::move(what)); },
        [] { return true; });
    auto& f = *m_form;
    f.note("After a breakaway or a lost reference. The maker's manual of the machine comes first; where it says "
           "otherwise, it is right.");
    f.choice(
        "machine.reference.axis", "Axis", {"X", "Y", "Z"}, [](ZeroSetup & s) -> auto& { return s.gauge.axis; });
    f.row(2);
    f.length(
        "machine.block", "Gauge block", {0.1, 500}, [](ZeroSetup & s) -> auto& { return s.gauge.block_mm; },
        "its height");
    f.length(
        "machine.reference", "Reference", {-10'000, 10'000},
        [](ZeroSetup & s) -> auto& { return s.gauge.reference_mm; }, "counted alike");
    f.row(2);
    f.choice(
        "machine.reference.readout", "Readout in", {"mm", "inches"},
        [](ZeroSetup & s) -> auto& { return s.gauge.readout; });
    f.choice(
        "machine.reference.setting", "Settings in", {"mm", "inches"},
        [](ZeroSetup & s) -> auto& { return s.gauge.setting; });
    m_bits = new Field(u"machine.reference.bits"_s, u"Bits of the inputs, from its manual"_s, desk.look(), Type::Body);
    m_bits->onAccept([this](QString const& typed) -> Result<void> {
        auto bits = zeroing::bitsFrom(typed.toStdString());
        if (!bits) return Failure(bits.error());
        auto setup = m_desk.setup();
        setup.gauge.bits = std::move(*bits);
        return m_desk.commitSetup(setup, "Bits of the inputs");
    });
    column->addWidget(m_bits);
    m_inputs = new Field(u"machine.reference.inputs"_s, u"The inputs, as it shows them"_s, desk.look(), Type::Mono);
    m_inputs->onAccept([this](QString const& typed) -> Result<void> {
        auto setup = m_desk.setup();
        setup.gauge.inputs = typed.trimmed().toStdString();
        if (auto const on = zeroing::bitsOn(setup.gauge.inputs); !setup.gauge.inputs.empty() && !on)
            return Failure(on.error());
        return m_desk.commitSetup(setup, "Inputs read");
    });
    column->addWidget(m_inputs);
    auto button = [&](QString const& words, char const* name, auto then) {
        auto* made = new QPushButton(words);
        made->setObjectName(QLatin1String(name));
        connect(made, &QPushButton::clicked, this, then);
        return made;
    };
    m_done = button(u"This step is done, and seen"_s, "machine.reference.done", &ReferenceView::stepDone);
    column->addWidget(m_done);
    auto* row = new QHBoxLayout;
    m_back = button(u"Not done after all"_s, "machine.reference.back", &ReferenceView::stepBack);
    m_anew = button(u"Begin anew"_s, "machine.reference.anew",
                    [this] { (void)m_desk.report(commitDone({}, "Reference: begun anew")); });
    row->addWidget(m_back);
    row->addWidget(m_anew);
    column->addLayout(row);
    auto after = [&](auto only, auto field) {
        f.only(only);
        field();
    };
    after([] { return true; },
          [&] {
              f.choice(
                  "machine.block_by", "Afterwards the block is", {"measured again", "felt: the same slip fit"},
                  [](ZeroSetup & s) -> auto& { return s.gauge.by_feel; });
          });
    after([this] { return !m_desk.setup().gauge.by_feel; },
          [&] {
              f.length(
                  "machine.block_again", "The block, measured again", {-10'000, 10'000},
                  [](ZeroSetup & s) -> auto& { return s.gauge.again_mm; }, "afterwards, as it reads");
          });
    m_tell = button(u"Tell it: the reference was set again"_s, "machine.reference.tell", &ReferenceView::tell);
    m_tell->setToolTip(u"Machine positions, the rack and lengths are then to be looked at again"_s);
    column->addWidget(m_tell);
}

std::vector<zeroing::RereferenceStep> ReferenceView::steps() const {
    return zeroing::rereferenceSteps(m_desk.book(), m_desk.setup());
}

Result<void> ReferenceView::commitDone(std::vector<std::string> done, std::string what) {
    auto setup = m_desk.setup();
    if (done.empty()) { // what was read belongs to the one before
        setup.gauge.again_mm.reset();
        setup.gauge.inputs.clear();
    }
    setup.gauge.done = std::move(done);
    return m_desk.commitSetup(setup, std::move(what));
}

void ReferenceView::stepDone() {
    auto const all = steps();
    auto const next = zeroing::nextStep(all);
    if (!next) return;
    auto done = m_desk.setup().gauge.done;
    done.push_back(all[*next].id);
    (void)m_desk.report(commitDone(std::move(done), "Reference: step " + std::to_string(*next + 1)));
}

void ReferenceView::stepBack() {
    auto setup = m_desk.setup();
    if (setup.gauge.done.empty()) return;
    setup.gauge.done.pop_back();
    (void)m_desk.report(m_desk.commitSetup(setup, "Reference: a step taken back"));
}

void ReferenceView::tell() {
    auto change =
        upkeep::recordHappening(m_desk.book(), m_desk.setupId(), shop::Happening::ReferenceSet, m_desk.session().now());
    if (!change) return (void)m_desk.report(Result<void>(Failure(change.error())));
    auto setup = m_desk.setup(); // told once: the next one begins with its first step
    setup.gauge.done.clear();
    setup.gauge.again_mm.reset();
    setup.gauge.inputs.clear();
    m_desk.putSetup(*change, std::move(setup));
    (void)m_desk.report(m_desk.commit(std::move(*change)));
}

void ReferenceView::refresh() {
    auto const& setup = m_desk.setup();
    auto const& gauge = setup.gauge;
    m_form->refresh();
    m_bits->show(text(zeroing::bitsText(gauge.bits)), {}, u"such as 4 upper limit: jog down; 5 lower limit: jog up"_s);
    m_inputs->show(text(gauge.inputs), {}, u"36, 0x24 or 0b100100"_s);
    auto const all = steps();
    auto const next = zeroing::nextStep(all);
    std::vector<Row> rows;
    for (std::size_t i = 0; i < all.size(); ++i) {
        bool const here = next && *next == i;
        auto detail = all[i].expect.empty() ? QString() : u"Seen: "_s + text(all[i].expect);
        if (!all[i].caution.empty()) detail += (detail.isEmpty() ? QString() : u" "_s) + text(all[i].caution);
        rows.push_back({.text = u"%1  %2"_s.arg(i + 1).arg(text(all[i].text)),
                        .detail = detail,
                        .mark = all[i].done ? upkeep::Standing::Proved : upkeep::Standing::Open,
                        .tone = here ? Tone::Accent : Tone::Ink,
                        .whole = true});
    }
    m_steps->show(std::move(rows));
    if (next) m_steps->choose(static_cast<int>(*next));
    bool const may = m_desk.session().writable(), known = zeroing::gaugeBlockTravel(setup).has_value();
    m_done->setEnabled(may && known && next);
    m_back->setEnabled(may && !gauge.done.empty());
    m_anew->setEnabled(may && !gauge.done.empty());
    m_tell->setEnabled(may && zeroing::isRereferenced(m_desk.book(), setup));
    for (auto* field : {m_bits, m_inputs}) field->setWritable(may);
}

} // namespace steady::app
