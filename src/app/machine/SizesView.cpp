// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/machine/SizesView.h"

#include "app/machine/OfAxis.h"
#include "core/base/Words.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::PartCheck;

namespace {

/// By shop::PartSize.
QStringList const sort_words{u"outside, over two walls"_s, u"inside, between two walls"_s,
                             u"hole to hole, reached the same way"_s, u"hole to hole, each going outwards"_s};

} // namespace

SizesView::SizesView(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    m_pairs = new PairsEntry(desk, {u"machine.sizes"_s, u"What was measured"_s, sort_words, u"Wanted"_s, u".wanted"_s,
                                    u"Measured"_s, u"Parts so far"_s, "What size was wanted"});
    connect(m_pairs, &PairsEntry::axisChanged, this, [this] {
        refresh();
        Q_EMIT axisChanged();
    });
    m_pairs->onPair([this](int sort, double wanted_mm, double measured_mm) -> Result<void> {
        constexpr auto may = shop::bounds::size_mm;
        for (double const mm : {wanted_mm, measured_mm})
            if (!may.hold(mm) || mm == 0)
                return fail(Code::OutOfRange, {"size of a part"}, lengthText(mm, m_desk.units()),
                            lengthText(may.most, m_desk.units()) + " at most, and above 0");
        auto changed = check();
        changed.parts.push_back({static_cast<shop::PartSize>(sort), wanted_mm, measured_mm});
        changed.at_utc_ms = m_desk.session().now();
        return put(std::move(changed), "part");
    });
    connect(m_pairs, &PairsEntry::dropped, this, [this] {
        auto changed = check();
        if (changed.parts.empty()) return;
        changed.parts.pop_back();
        (void)m_desk.report(put(std::move(changed), "last part taken away"));
    });
    column->addWidget(m_pairs);
    auto form = std::make_unique<Form<PartCheck>>(
        desk, column, [this] { return check(); },
        [this](PartCheck changed, std::string what) { return put(std::move(changed), std::move(what)); },
        [this] { return static_cast<bool>(idOfAxis<PartCheck>(m_desk, m_pairs->axis())); });
    form->row(2);
    form->length(
        "machine.sizes.cutter", "Cutter, as told", {0.1, 500}, [](PartCheck & c) -> auto& { return c.cutter_mm; });
    form->length(
        "machine.sizes.error", "Instrument, ±", shop::bounds::good_mm,
        [](PartCheck & c) -> auto& { return c.error_mm; });
    m_form = std::move(form);
}

PartCheck SizesView::check() const { return ofAxis<PartCheck>(m_desk, m_pairs->axis()); }

Result<void> SizesView::put(PartCheck changed, std::string what) {
    return m_desk.keep(idOfAxis<PartCheck>(m_desk, m_pairs->axis()), std::move(changed),
                       fmt::format("Parts measured along {}: {}", "XYZ"[m_pairs->axis()], what));
}

void SizesView::refresh() {
    std::vector<Row> rows;
    auto const kept = check();
    for (auto const& part : kept.parts)
        rows.push_back({text(fmt::format("{} → {}", lengthNumber(part.wanted_mm, m_desk.units()),
                                         lengthText(part.measured_mm, m_desk.units()))),
                        sort_words[static_cast<int>(part.size)]});
    if (rows.empty()) rows.push_back({u"No part yet."_s, u"Two sizes at least, as far apart as you can."_s});
    m_pairs->show(std::move(rows), !kept.parts.empty());
    m_form->refresh();
}

} // namespace steady::app
