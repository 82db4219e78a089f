// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/LayoutPainter.h"

#include "core/quantity/Units.h"

#include <algorithm>
#include <cmath>

namespace steady::paper {
namespace {

using install::Rect;
using shop::FittingSort;

constexpr double least_grip_px = 18; // half of what a finger needs

struct Plan {
    QPainter& p;
    PlanMap const& map;
    LayoutPicture const& picture;
    Ink const& ink;
    double line = 20 * ink.scale;

    void label(QRectF const& box, QString const& words, QColor const& colour) {
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(colour);
        auto const shown =
            p.fontMetrics().elidedText(words, Qt::ElideRight, static_cast<int>(std::max(box.width() - 6, 90.0)));
        bool const inside = box.height() >= line && box.width() - 6 >= p.fontMetrics().horizontalAdvance(shown);
        if (inside) return p.drawText(box, Qt::AlignCenter, shown);
        double const wide = p.fontMetrics().horizontalAdvance(shown) + 2;
        double const left = std::clamp(box.center().x() - wide / 2, map.area.left() + 2,
                                       std::max(map.area.left() + 2, map.area.right() - wide - 2));
        p.drawText(QRectF(left, box.bottom() + 1, wide, line), Qt::AlignHCenter, shown);
    }
    void table() {
        auto const& l = picture.layout;
        p.setPen(QPen(ink.border, 1.2));
        p.setBrush(ink.table);
        p.drawRect(map.rect(l.table));
        if (l.slots != shop::SlotsAlong::None && l.slot_pitch_mm > 0) {
            bool const along_x = l.slots == shop::SlotsAlong::X;
            double const extent = along_x ? l.table.depth_mm() : l.table.width_mm();
            p.setPen(QPen(ink.border, std::max(1.5, 8 * map.scale), Qt::SolidLine, Qt::FlatCap));
            p.setOpacity(0.45);
            for (double at = l.slot_first_mm; at <= extent; at += l.slot_pitch_mm)
                along_x ? p.drawLine(map.at(l.table.x_low_mm, l.table.y_low_mm + at),
                                     map.at(l.table.x_high_mm, l.table.y_low_mm + at))
                        : p.drawLine(map.at(l.table.x_low_mm + at, l.table.y_low_mm),
                                     map.at(l.table.x_low_mm + at, l.table.y_high_mm));
            p.setOpacity(1);
        }
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(ink.ink, 1.4, Qt::DashLine));
        auto const travel = map.rect(l.travel);
        p.drawRect(travel);
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(ink.soft);
        p.drawText(QRectF(travel.left(), travel.top() - line, travel.width(), line), Qt::AlignLeft,
                   QStringLiteral("- -  end of the travel"));
        auto const home = map.at(l.home_x_mm, l.home_y_mm);
        p.setPen(Qt::NoPen);
        p.setBrush(ink.ink);
        p.drawEllipse(home, 4, 4);
    }
    void solid(install::Solid const& each) {
        auto const box = map.rect(each.foot);
        bool const chosen = each.entity == picture.chosen;
        p.setPen(QPen(chosen ? ink.accent : ink.border, chosen ? 2.6 : 1.2));
        switch (each.sort) {
        case FittingSort::Stock: p.setBrush(ink.wood); break;
        case FittingSort::KeepOut:
            p.setBrush(QBrush(ink.attention, Qt::BDiagPattern));
            p.setPen(QPen(chosen ? ink.accent : ink.attention, chosen ? 2.6 : 1.2, Qt::DashLine));
            break;
        case FittingSort::VacuumZone:
            p.setBrush(QBrush(ink.border, Qt::Dense6Pattern));
            p.setPen(QPen(chosen ? ink.accent : ink.border, chosen ? 2.6 : 1.2, Qt::DotLine));
            break;
        default: p.setBrush(ink.steel); break;
        }
        p.drawRect(box);
        if (int const pockets = each.pockets()) {
            bool const along_x = each.foot.width_mm() >= each.foot.depth_mm();
            double const length = std::max(each.foot.width_mm(), each.foot.depth_mm());
            double const r = 0.35 * std::min({*each.pitch_mm, each.foot.depth_mm(), each.foot.width_mm()});
            p.setPen(QPen(ink.ink, 1));
            p.setBrush(ink.panel);
            for (int i = 0; i < std::min(pockets, 200); ++i) {
                double const along = (length - pockets * *each.pitch_mm) / 2 + (i + 0.5) * *each.pitch_mm;
                auto const at =
                    along_x ? map.at(each.foot.x_low_mm + along, (each.foot.y_low_mm + each.foot.y_high_mm) / 2)
                            : map.at((each.foot.x_low_mm + each.foot.x_high_mm) / 2, each.foot.y_low_mm + along);
                p.drawEllipse(at, r * map.scale, r * map.scale);
            }
            p.setFont(ink.font(Ink::Type::Small));
            p.setPen(ink.ink);
            p.drawText(QRectF(box.center().x() - 100, box.bottom() + 1, 200, line), Qt::AlignHCenter, text(each.name));
            return;
        }
        label(box, text(each.name), ink.ink);
    }
    void device(install::TouchedDevice const& d) {
        bool const chosen = d.entity == picture.chosen, wrong = picture.wrong.contains(d.entity);
        if (!d.parked) lead(d);
        auto const outline = wrong ? ink.bad : chosen ? ink.accent : ink.ink;
        p.setPen(QPen(outline, chosen || wrong ? 2.6 : 1.4));
        if (d.bracket_reach_mm > 0) {
            p.setBrush(ink.tool);
            p.drawRect(map.rect({d.x_mm, d.x_mm + d.body_radius_mm + d.bracket_reach_mm, d.y_mm - d.body_radius_mm,
                                 d.y_mm + d.body_radius_mm}));
        }
        p.setBrush(ink.steel);
        auto const at = map.at(d.x_mm, d.y_mm);
        double const body = std::max(4.0, d.body_radius_mm * map.scale),
                     disc = std::max(2.0, d.disc_radius_mm * map.scale);
        d.parked ? p.drawRect(QRectF(at.x() - body, at.y() - disc, 2 * body, 2 * disc)) : p.drawEllipse(at, body, body);
        p.setBrush(ink.panel);
        if (!d.parked) p.drawEllipse(at, disc, disc);
        p.drawLine(at - QPointF(disc, 0), at + QPointF(disc, 0));
        p.drawLine(at - QPointF(0, disc), at + QPointF(0, disc));
        if (auto const side = d.lampSide()) lamp(at, body, *side);
        QRectF const box(at.x() - body, at.y() - body, 2 * body, 2 * body);
        if (wrong) { // by shape too
            double const s = 6 * ink.scale;
            QPointF const mark(box.right() + s, box.top() - s);
            p.setPen(QPen(ink.bad, 3));
            p.drawLine(mark - QPointF(s, s), mark + QPointF(s, s));
            p.drawLine(mark + QPointF(-s, s), mark + QPointF(s, -s));
        }
        chosen ? numbers(d) : label({box.left(), box.top(), 0, box.height()}, text(d.name), ink.ink);
    }
    /// A small lamp on the body, and rays to the side from which it is seen.
    void lamp(QPointF at, double body, shop::LeadExit side) {
        QPointF const out = side == shop::LeadExit::Left    ? QPointF(-1, 0)
                            : side == shop::LeadExit::Right ? QPointF(1, 0)
                            : side == shop::LeadExit::Front ? QPointF(0, 1)
                                                            : QPointF(0, -1);
        QPointF const across(-out.y(), out.x()), from = at + out * body;
        p.setPen(QPen(ink.accent, 1.6));
        p.setBrush(ink.accent);
        p.drawEllipse(from, 3, 3);
        for (int const ray : {-1, 0, 1})
            p.drawLine(from + out * 6 + across * ray * 3, from + out * 13 + across * ray * 7);
    }
    void lead(install::TouchedDevice const& d) {
        auto const entry = map.at(picture.layout.cable_x_mm, picture.layout.cable_y_mm), to = map.at(d.x_mm, d.y_mm);
        p.setPen(QPen(ink.accent, 1.6, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        QPolygonF way{entry};
        if (d.corners.empty()) way << QPointF(entry.x(), to.y());
        for (auto const& corner : d.corners) way << map.at(corner.x_mm, corner.y_mm);
        p.drawPolyline(way << to);
        if (d.entity == picture.chosen) { // to be taken hold of
            p.setBrush(ink.panel);
            for (auto const& corner : d.corners) p.drawEllipse(map.at(corner.x_mm, corner.y_mm), 5, 5);
        }
        p.setBrush(ink.accent);
        p.drawRect(QRectF(entry.x() - 4, entry.y() - 4, 8, 8));
    }
    /// From the low edges of the table, as somebody with a rule would read it.
    void numbers(install::TouchedDevice const& d) {
        auto const& t = picture.layout.table;
        auto const at = map.at(d.x_mm, d.y_mm), left = map.at(t.x_low_mm, d.y_mm), low = map.at(d.x_mm, t.y_low_mm);
        p.setPen(QPen(ink.accent, 1.2));
        p.drawLine(left, at);
        p.drawLine(low, at);
        auto const words = QStringLiteral("X %1   Y %2")
                               .arg(text(lengthNumber(d.x_mm - t.x_low_mm, picture.units)),
                                    text(lengthText(d.y_mm - t.y_low_mm, picture.units)));
        auto const name = text(d.name);
        p.setFont(ink.font(Ink::Type::Small));
        double const name_wide = p.fontMetrics().horizontalAdvance(name);
        p.setFont(ink.font(Ink::Type::Mono));
        double const wide = std::max<double>(p.fontMetrics().horizontalAdvance(words), name_wide) + 8;
        double const off = d.body_radius_mm * map.scale + 8;
        bool const right = at.x() + off + wide < map.area.right();
        QRectF const box(right ? at.x() + off : at.x() - off - wide, at.y() - line / 2, wide, line);
        QRectF const above = box.translated(0, -line);
        p.setPen(Qt::NoPen);
        p.setBrush(ink.panel);
        p.drawRoundedRect(above | box, 3, 3);
        p.setPen(ink.accent);
        p.drawText(box, Qt::AlignCenter, words);
        p.setFont(ink.font(Ink::Type::Small));
        p.drawText(above, Qt::AlignCenter, name);
    }
    void places() {
        int nr = 0;
        for (auto const& place : picture.places) {
            auto const at = map.at(place.x_mm, place.y_mm);
            double const r = 13 * ink.scale;
            p.setPen(QPen(ink.good, 2));
            p.setBrush(ink.panel);
            p.drawEllipse(at, r, r);
            p.setFont(ink.font(Ink::Type::Strong));
            p.setPen(ink.good);
            p.drawText(QRectF(at.x() - r, at.y() - r, 2 * r, 2 * r), Qt::AlignCenter, QString::number(++nr));
        }
        if (!picture.stands) return;
        auto const at = map.at(picture.stands->x(), picture.stands->y());
        p.setPen(QPen(ink.attention, 2));
        p.drawLine(at - QPointF(9, 0), at + QPointF(9, 0));
        p.drawLine(at - QPointF(0, 9), at + QPointF(0, 9));
        for (auto const& d : picture.layout.devices) { // a word only where it does not lie on the plan itself
            auto const off = at - map.at(d.x_mm, d.y_mm);
            if (d.entity == picture.chosen && std::hypot(off.x(), off.y()) < 2 * line) return;
        }
        p.setFont(ink.font(Ink::Type::Small));
        p.drawText(QRectF(at.x() + 10, at.y() - line, 160, line), Qt::AlignLeft, QStringLiteral("measured here"));
    }
};

} // namespace

PlanMap wholePlan(QRectF const& area, install::Layout const& layout) {
    Rect const all{std::min(layout.travel.x_low_mm, layout.table.x_low_mm),
                   std::max(layout.travel.x_high_mm, layout.table.x_high_mm),
                   std::min(layout.travel.y_low_mm, layout.table.y_low_mm),
                   std::max(layout.travel.y_high_mm, layout.table.y_high_mm)};
    double const wide = std::max(1.0, all.width_mm()), deep = std::max(1.0, all.depth_mm());
    return {area,
            std::min((area.width() - 40) / wide, (area.height() - 56) / deep),
            {(all.x_low_mm + all.x_high_mm) / 2, (all.y_low_mm + all.y_high_mm) / 2}};
}

void paintPlan(QPainter& p, PlanMap const& map, LayoutPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setClipRect(map.area);
    Plan plan{p, map, picture, ink};
    plan.table();
    auto const& l = picture.layout;
    for (bool const stock : {true, false}) // what lies below first
        for (auto const& each : l.solids) {
            bool const below = each.sort == FittingSort::Stock || !install::hasBody(each.sort);
            if (below == stock) plan.solid(each);
        }
    for (auto const& each : l.devices) plan.device(each);
    plan.places();
    p.restore();
}

void paintFront(QPainter& p, QRectF const& area, LayoutPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setClipRect(area);
    auto const& l = picture.layout;
    double const line = 20 * ink.scale;
    double const low_x = std::min(l.travel.x_low_mm, l.table.x_low_mm),
                 high_x = std::max(l.travel.x_high_mm, l.table.x_high_mm);
    double const top_mm = l.nose_top_mm + 30;
    double const scale = std::min((area.width() - 40) / std::max(1.0, high_x - low_x),
                                  (area.height() - 2.4 * line) / std::max(1.0, top_mm));
    double const floor = area.bottom() - 1.2 * line, left = area.center().x() - (low_x + high_x) / 2 * scale;
    auto x = [&](double mm) { return left + mm * scale; };
    auto y = [&](double mm) { return floor - mm * scale; };
    auto body = [&](Rect const& foot, double base, double top) {
        p.drawRect(QRectF(QPointF(x(foot.x_low_mm), y(top)), QPointF(x(foot.x_high_mm), y(base))));
    };
    p.setPen(Qt::NoPen);
    p.setBrush(ink.table);
    p.drawRect(QRectF(x(l.table.x_low_mm), floor, (l.table.x_high_mm - l.table.x_low_mm) * scale, 0.5 * line));
    if (l.board_mm > 0) {
        p.setBrush(ink.wood);
        body(l.table, 0, l.board_mm);
    }
    for (auto const& each : l.solids) {
        if (!install::hasBody(each.sort)) continue;
        bool const chosen = each.entity == picture.chosen;
        p.setPen(QPen(chosen ? ink.accent : ink.border, chosen ? 2.2 : 1));
        p.setBrush(each.sort == FittingSort::Stock ? ink.wood : ink.steel);
        body(each.foot, each.base_mm, each.top_mm);
    }
    auto level = [&](double mm, QString const& words) {
        p.setPen(QPen(ink.soft, 1, Qt::DashLine));
        p.drawLine(QPointF(x(low_x), y(mm)), QPointF(x(high_x), y(mm)));
        p.setFont(ink.font(Ink::Type::Small));
        p.drawText(QRectF(x(low_x) + 4, y(mm) - line, x(high_x) - x(low_x) - 8, line), Qt::AlignRight, words);
    };
    level(l.nose_top_mm, QStringLiteral("spindle face, Z at the top"));
    if (l.nose_bottom_mm > 0) level(l.nose_bottom_mm, QStringLiteral("Z at the bottom"));
    for (auto const& d : l.devices) {
        bool const chosen = d.entity == picture.chosen;
        p.setPen(QPen(chosen ? ink.accent : ink.ink, chosen ? 2.2 : 1.2));
        p.setBrush(ink.steel);
        body({d.x_mm - d.body_radius_mm, d.x_mm + d.body_radius_mm, 0, 0}, d.base_mm, d.base_mm + 0.8 * d.free_mm);
        p.setBrush(ink.panel);
        body({d.x_mm - d.disc_radius_mm, d.x_mm + d.disc_radius_mm, 0, 0}, d.base_mm + 0.8 * d.free_mm,
             d.base_mm + d.free_mm);
        if (l.tools.empty() || (picture.chosen && !chosen)) continue;
        // The longest tool as it passes over, so that the room is seen.
        auto const& tool = *std::max_element(l.tools.begin(), l.tools.end(),
                                             [](auto const& a, auto const& b) { return a.length_mm < b.length_mm; });
        p.setPen(QPen(ink.tool, 1.2));
        p.setBrush(Qt::NoBrush);
        double const tip = l.nose_top_mm - tool.length_mm;
        body({d.x_mm - tool.radius_mm, d.x_mm + tool.radius_mm, 0, 0}, tip, tip + tool.stick_out_mm);
        body({d.x_mm - tool.nut_radius_mm, d.x_mm + tool.nut_radius_mm, 0, 0}, tip + tool.stick_out_mm, l.nose_top_mm);
        body({d.x_mm - l.body_radius_mm, d.x_mm + l.body_radius_mm, 0, 0}, l.nose_top_mm, top_mm);
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(ink.soft);
        p.drawText(
            QRectF(x(d.x_mm) + std::max(tool.nut_radius_mm, l.body_radius_mm) * scale + 6, y(tip) - line, 200, line),
            Qt::AlignLeft, QStringLiteral("tool %1, the longest, on its way").arg(tool.number));
    }
    p.restore();
}

std::int64_t thingAt(PlanMap const& map, install::Layout const& layout, QPointF at, std::int64_t chosen) {
    auto near = [&](double x_mm, double y_mm, double radius_mm) {
        auto const off = at - map.at(x_mm, y_mm);
        return std::hypot(off.x(), off.y()) <= std::max(least_grip_px, radius_mm * map.scale);
    };
    for (auto const& d : layout.devices)
        if (near(d.x_mm, d.y_mm, d.body_radius_mm)) return d.entity;
    for (auto const& d : layout.devices) {
        if (d.entity != chosen) continue;
        for (std::size_t i = 0; i < d.corners.size(); ++i)
            if (near(d.corners[i].x_mm, d.corners[i].y_mm, 0)) return cornerHandle(i);
    }
    if (!layout.devices.empty() && near(layout.cable_x_mm, layout.cable_y_mm, 0)) return entry_handle;
    install::Solid const* found = nullptr;
    for (auto const& each : layout.solids) {
        auto box = map.rect(each.foot);
        double const more_x = std::max(0.0, least_grip_px - box.width() / 2),
                     more_y = std::max(0.0, least_grip_px - box.height() / 2);
        box.adjust(-more_x, -more_y, more_x, more_y);
        if (box.contains(at) && (!found || each.foot.area_mm2() < found->foot.area_mm2())) found = &each;
    }
    return found ? found->entity : 0;
}

} // namespace steady::paper
