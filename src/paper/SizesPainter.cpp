// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/SizesPainter.h"

#include "paper/OffChart.h"

#include <algorithm>
#include <cmath>

namespace steady::paper {
namespace {

using shop::PartSize;

constexpr PartSize all_sorts[] = {PartSize::Outside, PartSize::Inside, PartSize::SameWay, PartSize::OppositeWays};
constexpr char const* sort_words[] = {"outside", "inside", "same way", "going outwards"};

/// Told apart by shape: full and empty squares for walls, full and empty discs for holes.
void mark(QPainter& p, QPointF at, PartSize sort, Ink const& ink) {
    double const r = 5.5 * ink.scale;
    bool const full = sort == PartSize::Outside || sort == PartSize::SameWay;
    p.setPen(QPen(ink.ink, 1.4));
    p.setBrush(full ? ink.ink : ink.panel);
    if (sort == PartSize::Outside || sort == PartSize::Inside)
        p.drawRect(QRectF(at.x() - r, at.y() - r, 2 * r, 2 * r));
    else
        p.drawEllipse(at, r, r);
}

} // namespace

void paintSizes(QPainter& p, QRectF const& whole, SizesPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& parts = picture.check.parts;
    if (parts.empty()) {
        paintNothingYet(p, whole,
                        QStringLiteral("Each part appears here: how far it is off, over its size. A line that climbs "
                                       "is scale; a line that lies high or low is something else."),
                        ink);
        return p.restore();
    }
    double far = 1e-3, most = picture.check.error_mm;
    for (auto const& part : parts) {
        far = std::max(far, part.wanted_mm);
        most = std::max(most, std::abs(part.measured_mm - part.wanted_mm) + picture.check.error_mm);
    }
    OffChart chart(whole, 0, far, most, picture.units, ink);
    chart.paint(p, QStringLiteral("measured less wanted"), QStringLiteral("wanted"));
    auto const sizes = install::partSizes(picture.check);
    double key = chart.area.left();
    for (auto const sort : all_sorts) {
        double least = far, longest = 0;
        for (auto const& part : parts) {
            if (part.size != sort) continue;
            least = std::min(least, part.wanted_mm);
            longest = std::max(longest, part.wanted_mm);
        }
        if (longest == 0) continue; // none of this sort
        for (auto const& [of, offset] : sizes ? sizes->offsets_mm : decltype(sizes->offsets_mm){}) {
            if (of != sort) continue;
            p.setPen(QPen(ink.accent, 2));
            p.drawLine(QPointF(chart.x(least), chart.y(offset + sizes->scale * least)),
                       QPointF(chart.x(longest), chart.y(offset + sizes->scale * longest)));
        }
        for (auto const& part : parts) {
            if (part.size != sort) continue;
            mark(p, {chart.x(part.wanted_mm), chart.y(part.measured_mm - part.wanted_mm)}, sort, ink);
            chart.figure(p, part.wanted_mm);
        }
        mark(p, {key + 8, chart.below() + chart.line / 2}, sort, ink);
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(ink.ink);
        auto const words = QString::fromLatin1(sort_words[static_cast<int>(sort)]);
        p.drawText(QRectF(key + 20, chart.below(), 140, chart.line), Qt::AlignVCenter, words);
        key += 36 + p.fontMetrics().horizontalAdvance(words);
    }
    p.restore();
}

} // namespace steady::paper
