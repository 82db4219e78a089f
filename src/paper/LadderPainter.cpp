// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/LadderPainter.h"

#include <QFontMetricsF>
#include <QPainterPath>
#include <cmath>

namespace steady::paper {
namespace {

using namespace zeroing;

QRectF rect(Rect const& r) { return {r.x, r.y, r.width, r.height}; }
QFont fontOf(Ink const& ink, TextRole role) {
    auto font = ink.font(role == TextRole::Value  ? Ink::Type::Mono
                         : role == TextRole::Tick ? Ink::Type::Mono
                                                  : Ink::Type::Small);
    if (role == TextRole::Value) {
        font.setPixelSize(qRound(15 * ink.scale));
        font.setBold(true);
    } else if (role == TextRole::Tick) {
        font.setPixelSize(qRound(11 * ink.scale));
    }
    return font;
}

QColor colourOf(Ink const& ink, Material material) {
    switch (material) {
    case Material::Tool: return ink.tool;
    case Material::Spindle: return ink.steel;
    case Material::Plate: return ink.steel;
    case Material::Work: return ink.wood;
    case Material::Table: return ink.table;
    }
    return ink.steel;
}

struct LadderDrawing {
    QPainter& p;
    LadderScene const& scene;
    Ink const& ink;
    QString const& marked;

    bool isMarked(std::string const& key) const { return !marked.isEmpty() && marked == text(key); }

    void bodies() {
        p.setPen(Qt::NoPen);
        for (auto const& body : scene.bodies) {
            p.setBrush(colourOf(ink, body.material));
            p.drawRect(rect(body.box));
        }
    }

    /// A zigzag where the picture leaves a stretch out.
    void breaks() {
        for (auto const& gap : scene.breaks) {
            double const middle = (gap.top_y + gap.bottom_y) / 2;
            QPainterPath band;
            auto zigzag = [&](double y, bool back) {
                double const left = scene.scale_x - 6, right = scene.rung_end_x, tooth = 8;
                int const teeth = static_cast<int>((right - left) / tooth);
                for (int i = 0; i <= teeth; ++i) {
                    int const k = back ? teeth - i : i;
                    QPointF const at(left + k * tooth, y + (k % 2 ? 3 : -3));
                    if (i == 0 && !back)
                        band.moveTo(at);
                    else
                        band.lineTo(at);
                }
            };
            zigzag(middle - 6, false);
            zigzag(middle + 6, true);
            band.closeSubpath();
            p.setPen(QPen(ink.border, 1));
            p.setBrush(ink.panel);
            p.drawPath(band);
            p.setFont(fontOf(ink, TextRole::Label));
            auto const words = text(gap.words);
            double const width = QFontMetricsF(p.font()).horizontalAdvance(words) + 12,
                         height = QFontMetricsF(p.font()).height() + 2;
            QRectF const box(scene.rung_end_x - width - 6, middle - height / 2, width, height);
            p.fillRect(box, ink.panel);
            p.setPen(ink.soft);
            p.drawText(box, Qt::AlignCenter, words);
        }
    }

    void scale() {
        p.setPen(QPen(ink.ink, 1.5));
        p.drawLine(QPointF(scene.scale_x, 8), QPointF(scene.scale_x, scene.height - 8));
        p.setFont(fontOf(ink, TextRole::Tick));
        for (auto const& tick : scene.ticks) {
            p.setPen(QPen(ink.ink, 1.5));
            p.drawLine(QPointF(scene.scale_x - 5, tick.y), QPointF(scene.scale_x, tick.y));
            p.setPen(ink.soft);
            p.drawText(QRectF(0, tick.y - 10, scene.scale_x - 8, 20), Qt::AlignRight | Qt::AlignVCenter,
                       text(tick.text));
        }
    }

    void words(std::string const& label, std::string const& value, Rect const& box, QColor const& colour) {
        auto const label_font = fontOf(ink, TextRole::Label);
        double const line = QFontMetricsF(label_font).height();
        p.setFont(label_font);
        p.setPen(ink.soft);
        p.drawText(QPointF(box.x, box.y + QFontMetricsF(label_font).ascent()), text(label));
        auto const value_font = fontOf(ink, TextRole::Value);
        p.setFont(value_font);
        p.setPen(colour);
        p.drawText(QPointF(box.x, box.y + line + QFontMetricsF(value_font).ascent()), text(value));
    }

    void mark(Rect const& box) {
        p.setPen(QPen(ink.accent, 1.5));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(rect(box).adjusted(-4, -2, 4, 2), 4, 4);
    }

    void rungs() {
        for (auto const& rung : scene.rungs) {
            auto const colour = rung.chosen ? ink.accent : ink.ink;
            QPen pen(colour, rung.chosen ? 2 : 1.2);
            if (rung.key == "safe_z" || rung.key == "table") pen.setStyle(Qt::DashLine);
            if (rung.key == "tip") pen.setStyle(Qt::DotLine);
            p.setPen(pen);
            p.drawLine(QPointF(scene.rung_begin_x, rung.y), QPointF(scene.rung_end_x, rung.y));
            double const words_y = rung.label_box.y + rung.label_box.height / 2;
            p.setPen(QPen(colour, 1));
            p.drawLine(QPointF(scene.rung_end_x, rung.y), QPointF(rung.label_box.x - 5, words_y));
            if (isMarked(rung.key)) mark(rung.label_box);
            words(rung.label, rung.value, rung.label_box, colour);
        }
    }

    void arrows() {
        for (auto const& arrow : scene.arrows) {
            auto const colour = arrow.term ? ink.accent : ink.soft;
            p.setPen(QPen(colour, arrow.term ? 2 : 1.2));
            p.drawLine(QPointF(arrow.x, arrow.from_y), QPointF(arrow.x, arrow.to_y));
            double const length = std::abs(arrow.to_y - arrow.from_y), head = std::min(8.0, length);
            double const way = arrow.to_y >= arrow.from_y ? 1 : -1;
            p.setPen(Qt::NoPen);
            p.setBrush(colour);
            if (length < 3)
                p.drawEllipse(QPointF(arrow.x, arrow.to_y), 3, 3); // too small to be an arrow
            else
                p.drawPolygon(QPolygonF{{arrow.x, arrow.to_y},
                                        {arrow.x - 4, arrow.to_y - way * head},
                                        {arrow.x + 4, arrow.to_y - way * head}});
            double const words_y = arrow.label_box.y + arrow.label_box.height / 2,
                         middle = (arrow.from_y + arrow.to_y) / 2;
            p.setPen(QPen(ink.border, 1));
            p.drawLine(QPointF(arrow.label_box.x + arrow.label_box.width + 3, words_y), QPointF(arrow.x - 3, middle));
            if (isMarked(arrow.key)) mark(arrow.label_box);
            p.fillRect(rect(arrow.label_box), ink.panel);
            words(arrow.label, arrow.value, arrow.label_box, colour);
        }
    }
};

} // namespace

TextMeasure ladderMeasure(Ink const& ink) {
    return [ink](std::string const& s, TextRole role) {
        QFontMetricsF const metrics(fontOf(ink, role));
        return TextSize{std::ceil(metrics.horizontalAdvance(text(s))), std::ceil(metrics.height())};
    };
}

void paintLadder(QPainter& painter, LadderScene const& scene, Ink const& ink, QString const& marked) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    LadderDrawing drawing{painter, scene, ink, marked};
    drawing.bodies();
    drawing.breaks();
    drawing.scale();
    drawing.rungs();
    drawing.arrows();
    painter.restore();
}

} // namespace steady::paper
