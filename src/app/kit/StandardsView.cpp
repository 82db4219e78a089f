// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/StandardsView.h"

#include "app/widgets/Box.h"
#include "app/widgets/When.h"
#include "core/install/Standards.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Standard;
using shop::StandardSort;

StandardsView::StandardsView(Desk& desk, RowsView* list, QWidget* parent)
    : QWidget(parent), m_desk(desk), m_list(list) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    auto button = [&](QVBoxLayout* into, QString const& name, QString const& words, void (StandardsView::*slot)()) {
        auto* made = new QPushButton(words);
        made->setObjectName(name);
        connect(made, &QPushButton::clicked, this, slot);
        into->addWidget(made);
        return made;
    };
    m_sort = new Choice(u"kit.standard.sort"_s, u"Another one"_s, desk.look());
    for (int i = 0; shop::word(static_cast<StandardSort>(i)); ++i)
        m_sort->box()->addItem(QString::fromUtf8(install::standardWords(static_cast<StandardSort>(i))));
    column->addWidget(m_sort);
    m_add = button(column, u"kit.standard.add"_s, u"Write it down"_s, &StandardsView::add);
    auto make = [&](QVBoxLayout* into) {
        return std::make_unique<Form<Standard>>(
            desk, into, [this] { return standard(); },
            [this](Standard changed, std::string what) {
                auto words = changed.name + ": " + what;
                return m_desk.edit(m_chosen, std::move(changed), std::move(words));
            },
            [] { return true; });
    };
    auto* inside = addBox(column, m_box);
    auto form = make(inside);
    form->text(
        "kit.standard.name", "Name", [](Standard & s) -> auto& { return s.name; });
    form->row(2);
    form->length(
        "kit.standard.stated", "It states", {0.001, 5000}, [](Standard & s) -> auto& { return s.stated_mm; });
    form->length(
        "kit.standard.error", "Good to ±", {0, 10}, [](Standard & s) -> auto& { return s.error_mm; });
    form->note("Length, thickness, height of the beam, or how far it goes; empty: not known.");
    form->choice(
        "kit.standard.condition", "Condition", {"good", "worn", "damaged"},
        [](Standard & s) -> auto& { return s.condition; });
    form->number(
        "kit.standard.every", "To be checked every", "days", 1, shop::bounds::how_often,
        [](Standard & s) -> auto& { return s.every_days; }, "empty: no date");
    m_form = std::move(form);
    m_instrument = new Choice(u"kit.standard.instrument"_s, u"Its value was measured with"_s, desk.look());
    connect(m_instrument->box(), &QComboBox::activated, this, [this](int index) {
        auto changed = standard();
        changed.instrument = chosenIn<shop::Instrument>(*m_instrument->box(), index);
        auto words = changed.name + ": instrument";
        QTimer::singleShot(0, this,
                           [this, changed, words] { (void)m_desk.report(m_desk.edit(m_chosen, changed, words)); });
    });
    inside->addWidget(m_instrument);
    m_checked = button(inside, u"kit.standard.checked"_s, u"Checked just now"_s, &StandardsView::checkedNow);
    auto plate = make(addBox(column, m_plate_box));
    plate->length(
        "kit.standard.wall", "Wall of its lip", {0.01, 100}, [](Standard & s) -> auto& { return s.wall_mm; },
        "between its inner face and the work’s edge");
    m_plate = std::move(plate);
    auto beam = make(addBox(column, m_beam_box));
    beam->heading("Beam, from its maker’s manual");
    beam->row(2);
    beam->number(
        "kit.standard.head", "Head", "V", 1, shop::bounds::signal_v,
        [](Standard & s) -> auto& { return s.beam.head_v; });
    beam->number(
        "kit.standard.ready", "Ready from", "V", 1, shop::bounds::signal_v,
        [](Standard & s) -> auto& { return s.beam.ready_v; });
    beam->row(2);
    beam->length(
        "kit.standard.across", "Beam axis, ±", shop::bounds::good_mm,
        [](Standard & s) -> auto& { return s.beam.across_mm; });
    beam->length(
        "kit.standard.along", "Tool axis, ±", shop::bounds::good_mm,
        [](Standard & s) -> auto& { return s.beam.along_tool_mm; });
    beam->row(2);
    beam->number(
        "kit.standard.calibrate_s", "Calibrates in", "s", 1, {1, 36'000},
        [](Standard & s) -> auto& { return s.beam.calibrate_s; });
    beam->number(
        "kit.standard.verify_s", "Verifies in", "s", 1, {1, 36'000},
        [](Standard & s) -> auto& { return s.beam.verify_s; });
    beam->note("The limits here are common practice for one class of machine.");
    m_beam = std::move(beam);
    m_drop = button(column, u"kit.standard.drop"_s, u"No longer here"_s, &StandardsView::drop);
    connect(m_list, &RowsView::choiceChanged, this, [this] {
        if (auto const at = static_cast<std::size_t>(m_list->chosen()); at < m_ids.size()) m_chosen = m_ids[at];
        showChosen();
        Q_EMIT chosenChanged();
    });
}

Standard StandardsView::standard() const {
    auto const* found = m_desk.book().find(m_chosen);
    return found ? *found : Standard{};
}

void StandardsView::add() {
    Standard made;
    made.sort = static_cast<StandardSort>(m_sort->box()->currentIndex());
    made.name = install::standardWords(made.sort);
    shop::Change change{"Another standard: " + made.name, {}, {}, {}};
    m_chosen = {m_desk.nextId(change)};
    change.put(m_chosen, std::move(made));
    (void)m_desk.report(m_desk.commit(std::move(change)));
}

void StandardsView::drop() {
    if (!m_desk.book().find(m_chosen)) return;
    shop::Change change{"No longer here: " + standard().name, {}, {}, {}};
    change.puts.push_back({m_chosen.value, std::nullopt});
    // What it was set up for goes with it: a set-up of nothing cannot be read.
    for (auto const& [id, check] : m_desk.book().all<shop::BeamCheck>())
        if (check->setter == m_chosen || check->master == m_chosen) change.puts.push_back({id.value, std::nullopt});
    (void)m_desk.report(m_desk.commit(std::move(change)));
}

void StandardsView::checkedNow() {
    auto changed = standard();
    changed.checked_utc_ms = m_desk.session().now();
    auto words = "Checked: " + changed.name;
    (void)m_desk.report(m_desk.edit(m_chosen, std::move(changed), std::move(words)));
}

void StandardsView::refresh() {
    std::vector<Row> rows;
    m_ids.clear();
    int at = 0;
    auto const now = m_desk.session().now();
    for (auto const& [id, each] : m_desk.book().all<Standard>()) {
        if (id == m_chosen) at = static_cast<int>(rows.size());
        auto detail = QString::fromUtf8(install::standardWords(each->sort));
        if (each->stated_mm)
            detail += u" · "_s + text(fmt::format("{} {}", lengthText(*each->stated_mm, m_desk.units()),
                                                  plusMinusText(each->error_mm, m_desk.units())));
        if (each->checked_utc_ms) detail += u" · checked "_s + localDay(each->checked_utc_ms);
        bool const bad = each->condition == shop::Condition::Damaged;
        bool const due = install::daysLeft(*each, now).value_or(1) <= 0;
        rows.push_back({text(each->name), detail,
                        bad                                        ? upkeep::Standing::Failed
                        : due                                      ? upkeep::Standing::Due
                        : !install::usable(*each, now)             ? upkeep::Standing::Open
                        : each->condition != shop::Condition::Good ? upkeep::Standing::Suspect
                                                                   : upkeep::Standing::Proved});
        m_ids.push_back(id);
    }
    if (rows.empty())
        rows.push_back({u"No standards yet."_s,
                        u"Gauge block, master tool, indicator, height gauge, three-axis plate, beam setter."_s});
    m_list->show(std::move(rows));
    m_list->choose(at);
    if (!m_ids.empty()) m_chosen = m_ids[static_cast<std::size_t>(at)];
    m_add->setEnabled(m_desk.session().writable());
    showChosen();
}

void StandardsView::showChosen() {
    auto const* found = m_desk.book().find(m_chosen);
    bool const writable = m_desk.session().writable();
    m_box->setVisible(found);
    m_drop->setVisible(found);
    m_plate_box->setVisible(found && found->sort == StandardSort::ThreeAxisPlate);
    m_beam_box->setVisible(found && found->sort == StandardSort::BeamSetter);
    if (!found) return;
    m_form->refresh();
    m_plate->refresh();
    m_beam->refresh();
    offer(*m_instrument->box(), m_desk.book(), found->instrument, u"as sold"_s);
    m_instrument->box()->setEnabled(writable);
    m_checked->setEnabled(writable);
    m_drop->setEnabled(writable);
    for (auto* each : {m_box, m_plate_box, m_beam_box}) m_desk.look().dress(each);
}

std::vector<zeroing::Judgement> StandardsView::judgements() const {
    auto const* found = m_desk.book().find(m_chosen);
    if (!found)
        return {{Severity::Note,
                 "What a figure rests on",
                 "A length is as good as what it was compared with. Type what your blocks and gauges state, and to "
                 "what ±.",
                 {}}};
    auto said = install::standardJudgements(m_desk.book(), *found, m_desk.session().now());
    if (found->checked_utc_ms == 0) // what was checked here is here already
        said.push_back(install::buyingJudgement(install::beforeBuying(m_desk.book(), m_desk.setup(), *found)));
    return said;
}

} // namespace steady::app
