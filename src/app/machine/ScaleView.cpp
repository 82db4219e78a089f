// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/machine/ScaleView.h"

#include "app/machine/OfAxis.h"
#include "core/base/Words.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::ScaleCheck;

ScaleView::ScaleView(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    m_pairs = new PairsEntry(desk, {u"machine.scale"_s,
                                    u"The place is reached"_s,
                                    {u"going up the axis"_s, u"coming down"_s},
                                    u"Commanded, from the start"_s,
                                    u".commanded"_s,
                                    u"Measured, from the same start"_s,
                                    u"Moves so far"_s,
                                    "How far the axis was to go"});
    connect(m_pairs, &PairsEntry::axisChanged, this, [this] {
        refresh();
        Q_EMIT axisChanged();
    });
    m_pairs->onPair([this](int sort, double wanted_mm, double measured_mm) {
        auto changed = check();
        changed.moves.push_back({wanted_mm, measured_mm, sort == 1});
        changed.at_utc_ms = m_desk.session().now();
        return put(std::move(changed), "move");
    });
    connect(m_pairs, &PairsEntry::dropped, this, [this] {
        auto changed = check();
        if (changed.moves.empty()) return;
        changed.moves.pop_back();
        (void)m_desk.report(put(std::move(changed), "last move taken away"));
    });
    column->addWidget(m_pairs);
    auto form = std::make_unique<Form<ScaleCheck>>(
        desk, column, [this] { return check(); },
        [this](ScaleCheck changed, std::string what) { return put(std::move(changed), std::move(what)); },
        [this] { return static_cast<bool>(idOfAxis<ScaleCheck>(m_desk, m_pairs->axis())); });
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

ScaleCheck ScaleView::check() const { return ofAxis<ScaleCheck>(m_desk, m_pairs->axis()); }

Result<void> ScaleView::put(ScaleCheck changed, std::string what) {
    return m_desk.keep(idOfAxis<ScaleCheck>(m_desk, m_pairs->axis()), std::move(changed),
                       fmt::format("Scale of {}: {}", "XYZ"[m_pairs->axis()], what));
}

void ScaleView::refresh() {
    std::vector<Row> rows;
    auto const kept = check();
    for (auto const& move : kept.moves)
        rows.push_back({text(fmt::format("{} → {}", lengthNumber(move.commanded_mm, m_desk.units()),
                                         lengthText(move.measured_mm, m_desk.units()))),
                        move.from_above ? u"coming down"_s : u"going up"_s});
    if (rows.empty()) rows.push_back({u"No move yet."_s, u"The longer, the better; some from both sides."_s});
    m_pairs->show(std::move(rows), !kept.moves.empty());
    m_form->refresh();
}

} // namespace steady::app
