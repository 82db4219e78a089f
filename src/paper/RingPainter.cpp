// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/RingPainter.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace steady::paper {
namespace {

/// Where the pockets stand: the first at the top, the others clockwise.
struct Ring {
    QPointF middle;
    double radius, pocket;
    std::size_t count;
    Ring(QRectF const& area, std::size_t places, Ink const& ink) : middle(area.center()), count(places) {
        double const beside_it = 38 * ink.scale; // the spindle's mark, and its word
        double const most = std::max(10.0, std::min(area.width(), area.height()) / 2 - beside_it);
        double const share = std::sin(std::numbers::pi / static_cast<double>(std::max<std::size_t>(places, 3)));
        pocket = std::min(0.8 * most * share / (1 + 0.8 * share), 34 * ink.scale);
        radius = most - pocket;
    }
    QPointF at(std::size_t place, double from_middle) const {
        double const angle = 2 * std::numbers::pi * static_cast<double>(place) / static_cast<double>(count);
        return middle + from_middle * QPointF(std::sin(angle), -std::cos(angle));
    }
    QPointF at(std::size_t place) const { return at(place, radius); }
};

void paintPlace(QPainter& p, QPointF at, double radius, RingPlace const& place, Ink const& ink) {
    p.setPen(QPen(place.kept_empty ? ink.soft : ink.ink, 1.4, place.known ? Qt::SolidLine : Qt::DashLine));
    if (place.kept_empty)
        p.setBrush(QBrush(ink.border, Qt::BDiagPattern));
    else
        p.setBrush(place.tool.isEmpty() || place.tool == QStringLiteral("?") ? ink.paper : ink.tool);
    p.drawEllipse(at, radius, radius);
    if (place.wide) { // as far as it reaches over its neighbours
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(at, radius * 1.5, radius * 1.5);
    }
    if (place.tool.isEmpty()) return;
    p.setFont(ink.font(Ink::Type::Strong));
    p.setPen(place.tool == QStringLiteral("?") ? ink.ink : ink.paper);
    p.drawText(QRectF(at.x() - radius, at.y() - radius, 2 * radius, 2 * radius), Qt::AlignCenter, place.tool);
}

} // namespace

std::optional<int> ringPlaceAt(QRectF const& area, std::size_t places, QPointF at, Ink const& ink) {
    Ring const ring(area, places, ink);
    for (std::size_t i = 0; i < places; ++i) {
        auto const off = at - ring.at(i);
        if (std::hypot(off.x(), off.y()) <= ring.pocket) return static_cast<int>(i);
    }
    return std::nullopt;
}

void paintRing(QPainter& p, QRectF const& area, RingPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    if (picture.places.empty()) {
        p.setFont(ink.font(Ink::Type::Body));
        p.setPen(ink.soft);
        p.drawText(area, Qt::AlignCenter, QStringLiteral("No carousel yet"));
        return p.restore();
    }
    Ring const ring(area, picture.places.size(), ink);
    p.setPen(QPen(ink.border, 1));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(ring.middle, ring.radius, ring.radius);
    auto const count = static_cast<int>(picture.places.size());
    if (picture.chosen >= 0 && picture.chosen < count) {
        p.setPen(Qt::NoPen);
        p.setBrush(ink.chosen);
        double const wide = ring.pocket * 1.35;
        p.drawEllipse(ring.at(static_cast<std::size_t>(picture.chosen)), wide, wide);
    }
    p.setFont(ink.font(Ink::Type::Small));
    for (std::size_t i = 0; i < picture.places.size(); ++i) {
        paintPlace(p, ring.at(i), ring.pocket, picture.places[i], ink);
        auto const inward = ring.at(i, ring.radius - 1.5 * ring.pocket - 10 * ink.scale);
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(ink.soft);
        p.drawText(QRectF(inward.x() - 20, inward.y() - 10, 40, 20), Qt::AlignCenter, QString::number(i + 1));
    }
    if (picture.at >= 0 && picture.at < count) {
        auto const place = static_cast<std::size_t>(picture.at);
        auto const tip = ring.at(place, ring.radius + ring.pocket * 1.1),
                   end = ring.at(place, ring.radius + ring.pocket + 20);
        p.setPen(QPen(ink.accent, 3));
        p.drawLine(tip, end);
        auto word = ring.at(place, ring.radius + ring.pocket + 32 * ink.scale);
        word.rx() += 28 * ink.scale * (word.x() - ring.middle.x()) / (ring.radius + ring.pocket); // beside the stroke
        p.setPen(ink.accent);
        p.drawText(QRectF(word.x() - 40, word.y() - 10, 80, 20), Qt::AlignCenter, QStringLiteral("spindle"));
    }
    p.setFont(ink.font(Ink::Type::Small));
    p.setPen(ink.soft);
    p.drawText(area, Qt::AlignLeft | Qt::AlignBottom,
               QStringLiteral("dashed: not seen\nhatched: kept empty\nbeside a wide tool"));
    p.restore();
}

} // namespace steady::paper
