// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/RackPainter.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace steady::paper {
namespace {

constexpr double around = 8;

/// Where the columns stand, one for each pocket.
struct Columns {
    double first, step;
    Columns(QRectF const& area, std::size_t count, Ink const& ink) {
        double const margin = 22 * ink.scale; // for the words of the strips
        step = (area.width() - margin) / (static_cast<double>(std::max<std::size_t>(count, 1)) + 0.4);
        first = area.left() + margin + 0.2 * step;
    }
};

QRectF inside(QRectF const& area) { return area.adjusted(around, around, -around, -around); }

struct RackDrawing {
    QPainter& p;
    QRectF area;
    RackPicture const& picture;
    Ink const& ink;
    std::size_t count = picture.rack.pockets.size();
    Columns columns{area, count, ink};
    double step = columns.step;
    double text_high = 20 * ink.scale;
    double radius = std::min({step * 0.36, area.height() * 0.16, 46 * ink.scale});
    double line_y = area.top() + text_high + radius * 2.1;
    double plan_bottom = line_y + radius * 1.7 + 3 * text_high;
    bool strips = area.bottom() - plan_bottom > 3 * 56 * ink.scale;                ///< there is room for them
    double pixels_a_mm = radius * 0.55 / std::max(picture.rack.forgives_mm, 1e-3); ///< what is forgiven is easily seen

    double left(std::size_t i) const { return columns.first + static_cast<double>(i) * step; }
    QPointF place(std::size_t i) const { return {left(i) + step / 2, line_y}; }
    bool along_x() const { return picture.rack.along == shop::SideAxis::X; }
    /// Of a pocket, as seen in the picture: along the rack to the right, out of the fork downward, height.
    std::array<std::optional<double>, 3> seen(std::size_t i) const {
        if (!picture.state.fit) return {};
        auto const& r = picture.state.fit->residuals_mm[i];
        auto along = r[along_x() ? 0 : 1], out = r[along_x() ? 1 : 0];
        if (along) *along *= sign(picture.rack.numbers);
        if (out) *out *= sign(picture.rack.out);
        return {along, out, r[2]};
    }

    QColor tone(changer::Verdict verdict) const {
        switch (verdict) {
        case changer::Verdict::Keep: return ink.good;
        case changer::Verdict::NotTaught:
        case changer::Verdict::NotChecked: return ink.soft;
        default: return ink.bad;
        }
    }
    void words(QRectF const& at, QString const& said, Ink::Type type, QColor const& colour) {
        p.setFont(ink.font(type));
        p.setPen(colour);
        p.drawText(at, Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap, said);
    }
    /// Open at the front: two prongs around the holder.
    void fork(QPointF at) {
        p.setPen(QPen(ink.border, 1));
        p.setBrush(ink.steel);
        double const prong = radius * 0.22, back = radius * 1.25;
        p.drawRect(QRectF(at.x() - radius - prong, at.y() - back, prong, back + radius * 0.7));
        p.drawRect(QRectF(at.x() + radius, at.y() - back, prong, back + radius * 0.7));
        p.drawRect(QRectF(at.x() - radius - prong, at.y() - back - prong, 2 * (radius + prong), prong));
    }
    /// What hangs there, to the scale of the pitch.
    void tool(std::size_t i) {
        if (i >= picture.wide_mm.size() || picture.wide_mm[i] <= 0) return;
        double const r = picture.wide_mm[i] / picture.rack.pitch_mm * step / 2;
        p.setPen(QPen(ink.border, 1));
        p.setBrush(ink.tool);
        p.setOpacity(0.45);
        p.drawEllipse(place(i), r, r);
        p.setOpacity(1);
    }
    /// From where it belongs to where it was taught.
    void residual(std::size_t i) {
        auto const [along, out, high] = seen(i);
        if (!along || !out) return;
        double const mm = std::hypot(*along, *out), px = mm * pixels_a_mm, most = radius * 1.15;
        auto const at = place(i);
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(ink.ink, 1, Qt::DashLine));
        double const forgiven = picture.rack.forgives_mm * pixels_a_mm;
        p.drawEllipse(at, forgiven, forgiven);
        if (mm <= 0) return;
        QPointF const way(*along / mm, *out / mm), head = at + way * std::min(px, most);
        auto const colour = tone(picture.state.pockets[i].verdict);
        p.setPen(QPen(colour, 2.5));
        p.drawLine(at, head);
        p.setBrush(colour);
        if (px > most) { // farther than there is room: two strokes across
            QPointF const side(-way.y(), way.x()), middle = at + way * most * 0.6;
            p.drawLine(middle + side * 6 - way * 3, middle - side * 6 - way * 3);
            p.drawLine(middle + side * 6 + way * 3, middle - side * 6 + way * 3);
        }
        p.drawEllipse(head, 3.5, 3.5);
    }
    /// One axis: how far each pocket lies off, and what is forgiven, at one scale.
    void strip(int axis, QRectF const& at, QString const& name) {
        double const middle = at.center().y(), half = at.height() / 2 - text_high;
        double const scale = half / (3 * picture.rack.forgives_mm), band = picture.rack.forgives_mm * scale;
        double const right = left(0) + step * static_cast<double>(count);
        p.setPen(QPen(ink.border, 1, Qt::DotLine)); // what is forgiven
        for (double const y : {middle - band, middle + band}) p.drawLine(QPointF(left(0), y), QPointF(right, y));
        p.setPen(QPen(ink.border, 1));
        p.drawLine(QPointF(left(0), middle), QPointF(right, middle));
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(ink.soft);
        p.drawText(QRectF(area.left(), at.top(), area.width(), text_high), Qt::AlignLeft | Qt::AlignVCenter, name);
        for (std::size_t i = 0; i < count; ++i) {
            auto const mm = picture.state.fit->residuals_mm[i][static_cast<std::size_t>(axis)];
            double const x = place(i).x();
            if (!mm) {
                words(QRectF(x - step / 2, middle - text_high / 2, step, text_high), QStringLiteral("–"),
                      Ink::Type::Small, ink.soft);
                continue;
            }
            bool const over = std::abs(*mm) > picture.rack.forgives_mm && picture.state.pockets[i].suspect;
            double const px = std::clamp(*mm * scale, -half, half);
            p.setPen(Qt::NoPen);
            p.setBrush(over ? ink.bad : ink.steel);
            p.drawRect(QRectF(x - 8, px > 0 ? middle - px : middle, 16, std::max(std::abs(px), 2.0)));
            auto const figure = text(lengthNumber(*mm, picture.units, Sign::Always));
            // Clear of its own bar and of the dotted lines.
            double const beside = px < -band ? middle - band - text_high - 2 : middle + band + 2;
            words(QRectF(x - step / 2, beside, step, text_high), figure, Ink::Type::Small, over ? ink.bad : ink.ink);
        }
    }
    void all() {
        p.setClipRect(area);
        if (picture.chosen >= 0 && picture.chosen < static_cast<int>(count)) {
            p.setPen(Qt::NoPen);
            p.setBrush(ink.chosen);
            p.drawRect(QRectF(left(static_cast<std::size_t>(picture.chosen)) + 2, area.top(), step - 4, area.height()));
        }
        for (std::size_t i = 0; i < count; ++i) tool(i);
        p.setPen(QPen(ink.accent, 1.5, Qt::DashDotLine));
        if (count > 0) p.drawLine(QPointF(left(0), line_y), QPointF(left(count - 1) + step, line_y));
        for (std::size_t i = 0; i < count; ++i) {
            auto const at = place(i);
            auto const& state = picture.state.pockets[i];
            fork(at);
            residual(i);
            double const top = line_y + radius * 1.7;
            words(QRectF(at.x() - step / 2, area.top(), step, text_high), QString::number(state.number),
                  Ink::Type::Strong, ink.ink);
            words(QRectF(at.x() - step / 2 + 2, top, step - 4, 2 * text_high),
                  QString::fromUtf8(changer::verdictWords(state.verdict)), Ink::Type::Small, tone(state.verdict));
            if (i < picture.tools.size())
                words(QRectF(at.x() - step / 2 + 2, top + 2 * text_high, step - 4, text_high), picture.tools[i],
                      Ink::Type::Small, ink.ink);
        }
        if (!strips || !picture.state.fit) return;
        double const high = (area.bottom() - plan_bottom - text_high) / 3;
        for (int axis = 0; axis < 3; ++axis)
            strip(axis, QRectF(area.left(), plan_bottom + text_high + axis * high, area.width(), high),
                  QStringLiteral("%1 off the line, + upward; dotted: what a fork forgives")
                      .arg(QLatin1Char("XYZ"[axis])));
    }
};

} // namespace

std::optional<int> pocketAt(QRectF const& area, std::size_t pockets, double x, Ink const& ink) {
    Columns const columns(inside(area), pockets, ink);
    auto const at = static_cast<int>(std::floor((x - columns.first) / columns.step));
    return at >= 0 && at < static_cast<int>(pockets) ? std::optional(at) : std::nullopt;
}

void paintRack(QPainter& p, QRectF const& area, RackPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    if (picture.rack.pockets.empty()) {
        p.setFont(ink.font(Ink::Type::Body));
        p.setPen(ink.soft);
        p.drawText(area, Qt::AlignCenter, QStringLiteral("No rack yet"));
        return p.restore();
    }
    RackDrawing drawing{p, inside(area), picture, ink};
    drawing.all();
    p.restore();
}

} // namespace steady::paper
