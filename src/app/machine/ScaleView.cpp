// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/machine/ScaleView.h"

#include "core/base/Words.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::ScaleCheck;

ScaleView::ScaleView(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    auto choice = [&](char const* name, QString const& caption, QStringList const& items) {
        auto* made = new Choice(QString::fromLatin1(name), caption, desk.look());
        made->box()->addItems(items);
        column->addWidget(made);
        return made;
    };
    m_axis = choice("machine.scale.axis", u"Which axis"_s, {u"X"_s, u"Y"_s, u"Z"_s});
    connect(m_axis->box(), &QComboBox::activated, this, [this] {
        m_to_mm.reset();
        refresh();
        Q_EMIT axisChanged();
    });
    m_way = choice("machine.scale.way", u"The place is reached"_s, {u"going up the axis"_s, u"coming down"_s});
    m_commanded = new LengthField(u"machine.scale.commanded"_s, u"Commanded, from the start"_s, desk.look());
    m_commanded->onLength([this](TypedLength const& typed) -> Result<void> {
        m_to_mm = typed.mm;
        refresh();
        m_measured->edit()->setFocus();
        return {};
    });
    column->addWidget(m_commanded);
    m_measured = new LengthField(u"machine.scale.measured"_s, u"Measured, from the same start"_s, desk.look());
    m_measured->onLength([this](TypedLength const& typed) { return measured(typed); });
    column->addWidget(m_measured);
    m_moves = new RowsView(u"machine.scale.moves"_s, u"Moves so far"_s, desk.look());
    column->addWidget(m_moves);
    m_drop = new QPushButton(u"Take the last one away"_s);
    m_drop->setObjectName(u"machine.scale.drop"_s);
    connect(m_drop, &QPushButton::clicked, this, &ScaleView::dropLast);
    column->addWidget(m_drop);
    auto form = std::make_unique<Form<ScaleCheck>>(
        desk, column, [this] { return check(); },
        [this](ScaleCheck changed, std::string what) { return put(std::move(changed), std::move(what)); },
        [this] { return static_cast<bool>(idOf()); });
    form->length(
        "machine.scale.error", "Instrument, ± at the longest", shop::bounds::good_mm,
        [](ScaleCheck & c) -> auto& { return c.error_mm; }, "rule 0.3 mm, caliper 0.03 mm: common practice");
    form->length(
        "machine.scale.wanted", "Wanted over the axis, ±", shop::bounds::good_mm,
        [](ScaleCheck & c) -> auto& { return c.wanted_mm; });
    form->number(
        "machine.scale.steps", "Steps a millimetre now", "", 1, {0, 1'000'000},
        [](ScaleCheck & c) -> auto& { return c.steps_per_mm; }, "0: not known");
    m_form = std::move(form);
}

Id<ScaleCheck> ScaleView::idOf() const {
    Id<ScaleCheck> found;
    for (auto const& [id, each] : m_desk.book().all<ScaleCheck>())
        if (each->machine == m_desk.setup().place.machine &&
            static_cast<int>(each->axis) == m_axis->box()->currentIndex())
            found = id;
    return found;
}

ScaleCheck ScaleView::check() const {
    if (auto const* found = m_desk.book().find(idOf())) return *found;
    ScaleCheck made;
    made.machine = m_desk.setup().place.machine;
    made.axis = static_cast<shop::AxisName>(m_axis->box()->currentIndex());
    return made;
}

double ScaleView::axisLength_mm() const {
    auto const machine = zeroing::machineOf(m_desk.book(), m_desk.setup());
    auto const& axis = machine.axes[static_cast<std::size_t>(m_axis->box()->currentIndex())];
    return axis.high_mm - axis.low_mm;
}

Result<void> ScaleView::put(ScaleCheck changed, std::string what) {
    return m_desk.keep(idOf(), std::move(changed),
                       fmt::format("Scale of {}: {}", "XYZ"[m_axis->box()->currentIndex()], what));
}

Result<void> ScaleView::measured(TypedLength const& typed) {
    if (!m_to_mm)
        return fail(Code::Missing, {"commanded move"}, "How far the axis was to go",
                    "Type it first, then what was measured.");
    auto changed = check();
    changed.moves.push_back({*m_to_mm, typed.mm, m_way->box()->currentIndex() == 1});
    changed.at_utc_ms = m_desk.session().now();
    m_to_mm.reset();
    return put(std::move(changed), "move");
}

void ScaleView::dropLast() {
    auto changed = check();
    if (changed.moves.empty()) return;
    changed.moves.pop_back();
    (void)m_desk.report(put(std::move(changed), "last move taken away"));
}

void ScaleView::refresh() {
    bool const writable = m_desk.session().writable();
    auto const kept = check();
    std::vector<Row> rows;
    for (auto const& move : kept.moves)
        rows.push_back({text(fmt::format("{} → {}", lengthNumber(move.commanded_mm, m_desk.units()),
                                         lengthText(move.measured_mm, m_desk.units()))),
                        move.from_above ? u"coming down"_s : u"going up"_s});
    if (rows.empty()) rows.push_back({u"No move yet."_s, u"The longer, the better; some from both sides."_s});
    m_moves->show(std::move(rows));
    m_moves->fitRows(6);
    m_drop->setEnabled(writable && !kept.moves.empty());
    for (auto* each : {m_commanded, m_measured}) each->setWritable(writable);
    m_commanded->showLength(m_to_mm, u"then type what was measured"_s);
    m_measured->showLength(std::nullopt, u"Enter keeps the move"_s);
    m_form->refresh();
}

} // namespace steady::app
