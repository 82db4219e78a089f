// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/SignalsPainter.h"

#include "core/quantity/Units.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace steady::paper {
namespace {

struct TimeAxis {
    double left, right, end_s;
    double x(double seconds) const { return left + seconds / end_s * (right - left); }
};

TimeAxis axisOf(QRectF const& area, SignalsPicture const& picture, Ink const& ink) {
    double end = picture.trace && !picture.trace->empty() ? picture.trace->back().record.end_s : 1;
    if (picture.expected && !picture.expected->empty()) end = std::max(end, picture.expected->back().record.end_s);
    return {area.left() + 92 * ink.scale, area.right() - 18 * ink.scale, std::max(end, 0.1)};
}

struct SignalsDrawing {
    QPainter& p;
    SignalsPicture const& picture;
    Ink const& ink;
    TimeAxis axis;

    void name(double y, QString const& words, QString const& below = {}) {
        double const line = 18 * ink.scale, width = 84 * ink.scale;
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(ink.ink);
        p.drawText(QRectF(axis.left - width - 8, y - (below.isEmpty() ? line / 2 : line), width, line),
                   Qt::AlignRight | Qt::AlignVCenter, words);
        p.setPen(ink.soft);
        p.drawText(QRectF(axis.left - width - 8, y, width, line), Qt::AlignRight | Qt::AlignVCenter, below);
    }

    /// High or low; each step holds from its end on.
    template<class High>
    QPainterPath levels(machine::Trace const& trace, double y, double height, bool at_start, High high) const {
        QPainterPath path;
        bool state = at_start;
        auto level = [&](bool up) { return up ? y : y + height; };
        path.moveTo(axis.left, level(state));
        double end = axis.left;
        for (auto const& step : trace) {
            end = axis.x(step.record.end_s);
            path.lineTo(end, level(state));
            state = high(step);
            path.lineTo(end, level(state));
        }
        path.lineTo(&trace == picture.trace && !picture.expected ? axis.right : end, level(state));
        return path;
    }
    template<class High>
    void lane(double y, double height, QString const& words, bool at_start, High high, QColor const& colour) {
        name(y + height / 2, words);
        p.setPen(QPen(ink.hairline, 1));
        p.drawLine(QPointF(axis.left, y + height), QPointF(axis.right, y + height));
        p.setBrush(Qt::NoBrush);
        if (picture.expected) {
            p.setPen(QPen(ink.soft, 1.5, Qt::DotLine));
            p.drawPath(levels(*picture.expected, y, height, at_start, high).translated(0, -3 * ink.scale));
        }
        p.setPen(QPen(colour, 2));
        p.drawPath(levels(*picture.trace, y, height, at_start, high));
    }
    /// What a rack's lamps show in place of a touch.
    double rackLanes(double y, double height, double gap) {
        using Lamps = machine::RackLamps;
        struct Row {
            char const* words;
            bool Lamps::*lamp;
        };
        static constexpr Row rows[] = {{"told: open", &Lamps::told_open},
                                       {"clamp open", &Lamps::open},
                                       {"holder in", &Lamps::held},
                                       {"air", &Lamps::air}};
        for (auto const& row : rows) {
            auto const high = [&](machine::TraceStep const& step) { return step.rack && (*step.rack).*row.lamp; };
            lane(y, height, QString::fromLatin1(row.words), high(picture.trace->front()), high,
                 row.lamp == &Lamps::told_open ? ink.accent : ink.good);
            y += height + gap;
        }
        return y;
    }
    /// And those of a carousel: it comes itself, or its arm swings.
    double ringLanes(double y, double height, double gap) {
        using Step = machine::TraceStep;
        using Lamps = machine::RingLamps;
        auto const draw = [&](char const* words, bool told, auto const& shows) {
            auto const high = [&](Step const& step) { return step.ring && shows(*step.ring); };
            lane(y, height, QString::fromLatin1(words), high(picture.trace->front()), high,
                 told ? ink.accent : ink.good);
            y += height + gap;
        };
        auto const& first = picture.trace->front().ring;
        if (first && first->rest) {
            draw("arm at rest", false, [](Lamps const& lamps) { return lamps.rest.value_or(false); });
        } else {
            draw("told: come", true, [](Lamps const& lamps) { return lamps.told_near; });
            draw("at the spindle", false, [](Lamps const& lamps) { return lamps.near; });
            draw("carousel back", false, [](Lamps const& lamps) { return lamps.back; });
        }
        draw("told: turn", true, [](Lamps const& lamps) { return lamps.turns; });
        draw("pocket there", false, [](Lamps const& lamps) { return lamps.place; });
        draw("oriented", false, [](Lamps const& lamps) { return lamps.oriented; });
        return y;
    }

    void z(double top, double bottom) {
        double low = 1e9, high = -1e9;
        for (auto const& step : *picture.trace) {
            low = std::min({low, step.record.from_mm[2], step.record.to_mm[2]});
            high = std::max({high, step.record.from_mm[2], step.record.to_mm[2]});
        }
        if (low > high) return;
        if (high - low < 1) high = low + 1;
        auto y = [&](double mm) { return bottom - (mm - low) / (high - low) * (bottom - top); };
        double const line = 18 * ink.scale, width = 84 * ink.scale;
        p.setFont(ink.font(Ink::Type::Mono));
        p.setPen(ink.soft);
        for (double const mm : {high, low})
            p.drawText(QRectF(axis.left - width - 8, y(mm) - line / 2, width, line), Qt::AlignRight | Qt::AlignVCenter,
                       text(lengthNumber(mm, picture.units)));
        name((top + bottom) / 2, QStringLiteral("machine Z"), text(unitName(picture.units)));
        p.setPen(QPen(ink.hairline, 1));
        for (double const mm : {high, low}) p.drawLine(QPointF(axis.left, y(mm)), QPointF(axis.right, y(mm)));
        QPainterPath path;
        bool first = true;
        for (auto const& step : *picture.trace) {
            QPointF const from(axis.x(step.record.begin_s), y(step.record.from_mm[2])),
                to(axis.x(step.record.end_s), y(step.record.to_mm[2]));
            first ? path.moveTo(from) : path.lineTo(from);
            path.lineTo(to);
            first = false;
        }
        p.setPen(QPen(ink.accent, 2));
        p.setBrush(Qt::NoBrush);
        p.drawPath(path);
        p.setBrush(ink.panel);
        for (auto const& step : *picture.trace)
            if (step.record.contact) p.drawEllipse(QPointF(axis.x(step.record.end_s), y(step.record.to_mm[2])), 4, 4);
    }

    void time(double y) {
        double step = 1;
        static constexpr double factors[] = {2, 2.5, 2};
        for (int i = 0; axis.x(step) - axis.left < 52 * ink.scale; ++i) step *= factors[i % 3];
        p.setFont(ink.font(Ink::Type::Mono));
        for (double s = 0; s <= axis.end_s + 1e-9; s += step) {
            p.setPen(QPen(ink.border, 1));
            p.drawLine(QPointF(axis.x(s), y), QPointF(axis.x(s), y + 5));
            p.setPen(ink.soft);
            p.drawText(QRectF(axis.x(s) - 40, y + 6, 80, 18 * ink.scale), Qt::AlignHCenter | Qt::AlignTop,
                       text(fixedText(s, step < 1 ? 1 : 0)));
        }
        name(y + 14 * ink.scale, QStringLiteral("seconds"));
    }
};

} // namespace

void paintSignals(QPainter& p, QRectF const& area, SignalsPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    if (!picture.trace || picture.trace->empty()) {
        p.setFont(ink.font(Ink::Type::Body));
        p.setPen(ink.soft);
        p.drawText(area, Qt::AlignCenter | Qt::TextWordWrap, QStringLiteral("Run the macro; its signals appear here."));
        p.restore();
        return;
    }
    SignalsDrawing drawing{p, picture, ink, axisOf(area, picture, ink)};
    double const lane = 22 * ink.scale, gap = 18 * ink.scale, foot = area.bottom() - 30 * ink.scale;
    double y = area.top() + 12;
    bool const at_rack = picture.trace->front().rack.has_value();
    if (at_rack) {
        bool const ring = picture.trace->front().ring.has_value();
        double const high = (ring ? 12 : 16) * ink.scale, apart = (ring ? 9 : 12) * ink.scale;
        y = drawing.rackLanes(y, high, apart);
        if (ring) y = drawing.ringLanes(y, high, apart) + apart;
    } else {
        drawing.lane(
            y, lane, QStringLiteral("contact"), picture.input_at_start,
            [](auto const& s) { return s.input_reads_contact; }, ink.good);
        y += lane + gap;
        drawing.lane(
            y, lane, QStringLiteral("spindle"), picture.trace->front().spindle_turns,
            [](auto const& s) { return s.spindle_turns; }, ink.attention);
        y += lane + gap;
    }
    drawing.z(y, foot - 12);
    drawing.time(foot);
    if (picture.expected) { // beside the title
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(ink.soft);
        p.drawText(QRectF(area.left(), area.top() - 26 * ink.scale, area.width() - 18 * ink.scale, 26 * ink.scale),
                   Qt::AlignRight | Qt::AlignVCenter, QStringLiteral("dotted: with nothing wrong"));
    }
    p.setPen(QPen(ink.ink, 1.5, Qt::DashLine));
    double const x = drawing.axis.x(picture.now_s);
    p.drawLine(QPointF(x, area.top() + 4), QPointF(x, foot));
    p.restore();
}

double secondsAt(QRectF const& area, SignalsPicture const& picture, Ink const& ink, double x) {
    auto const axis = axisOf(area, picture, ink);
    return std::clamp((x - axis.left) / (axis.right - axis.left), 0.0, 1.0) * axis.end_s;
}

} // namespace steady::paper
