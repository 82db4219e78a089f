// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/MapPainter.h"

#include <QPainterPath>
#include <QtMath>
#include <algorithm>

namespace steady::paper {
namespace {

constexpr int column_count = 3;
constexpr char const* headings[column_count] = {"Measured", "Derived", "In the controller"};

struct MapDrawing {
    QPainter& painter;
    QRectF area;
    MapPicture const& picture;
    Ink const& ink;

    double px(double at_normal) const { return at_normal * ink.scale; }
    double headingHeight() const { return px(28); }

    QColor colour(facts::Hold state) const {
        switch (state) {
        case facts::Hold::Holds: return ink.good;
        case facts::Hold::Suspect: return ink.attention;
        case facts::Hold::Stale: return ink.bad;
        case facts::Hold::Open: return ink.soft;
        }
        return ink.soft;
    }
    void way(MapEdge const& edge, std::vector<QRectF> const& boxes) const {
        auto const& from = boxes[static_cast<std::size_t>(edge.from)];
        auto const& to = boxes[static_cast<std::size_t>(edge.to)];
        auto const state = picture.nodes[static_cast<std::size_t>(edge.from)].state;
        bool const ended = state == facts::Hold::Stale || state == facts::Hold::Suspect;
        QPointF const a(from.right(), from.center().y()), b(to.left(), to.center().y());
        double const reach = std::max(px(24), (b.x() - a.x()) / 2);
        QPainterPath path(a);
        path.cubicTo(a + QPointF(reach, 0), b - QPointF(reach, 0), b);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(
            QPen(ended ? colour(state) : ink.border, ended ? px(2) : px(1), ended ? Qt::DashLine : Qt::SolidLine));
        painter.drawPath(path);
        if (state != facts::Hold::Stale) return;
        double const arm = px(5);
        auto const middle = path.pointAtPercent(0.5);
        painter.setPen(QPen(colour(state), px(2)));
        painter.drawLine(middle + QPointF(-arm, -arm), middle + QPointF(arm, arm));
        painter.drawLine(middle + QPointF(-arm, arm), middle + QPointF(arm, -arm));
    }
    void mark(QPointF centre, facts::Hold state) const {
        double const r = px(6);
        painter.setPen(QPen(colour(state), px(2)));
        painter.setBrush(state == facts::Hold::Holds ? QBrush(colour(state)) : QBrush(ink.panel));
        painter.drawEllipse(centre, r, r);
        if (state != facts::Hold::Stale && state != facts::Hold::Suspect) return;
        painter.setBrush(colour(state));
        painter.drawPie(QRectF(centre.x() - r, centre.y() - r, 2 * r, 2 * r), 90 * 16, 180 * 16);
    }
    void node(MapNode const& node, QRectF const& box) const {
        painter.setPen(QPen(node.chosen ? ink.accent : ink.border, node.chosen ? px(2) : 1,
                            node.state == facts::Hold::Stale ? Qt::DashLine : Qt::SolidLine));
        painter.setBrush(node.chosen ? ink.chosen : ink.paper);
        painter.drawRoundedRect(box, px(4), px(4));
        mark({box.left() + px(14), box.top() + px(16)}, node.state);
        auto const words = box.adjusted(px(28), px(5), -px(6), -px(4));
        auto const line = [&](std::string const& what, Ink::Type type, QColor const& pen, double top) {
            painter.setFont(ink.font(type));
            painter.setPen(pen);
            painter.drawText(QRectF(words.left(), top, words.width(), px(20)), Qt::AlignVCenter,
                             painter.fontMetrics().elidedText(text(what), Qt::ElideRight, qFloor(words.width())));
        };
        line(node.title, Ink::Type::Body, ink.ink, words.top());
        bool const low = box.height() < px(58); // many in a column: what has no line of its own stands behind the word
        auto const both = node.word + ", " + node.value;
        painter.setFont(ink.font(Ink::Type::Small));
        bool const fits = painter.fontMetrics().horizontalAdvance(text(both)) <= words.width(); // or only the word
        line(low && !node.value.empty() && fits ? both : node.word, Ink::Type::Small, colour(node.state),
             words.top() + px(18));
        if (!low) line(node.value, Ink::Type::Small, ink.soft, words.top() + px(34));
    }
    std::vector<QRectF> boxes() const {
        std::vector<QRectF> all(picture.nodes.size());
        double const width = area.width() / column_count, gap = px(40), height = px(64);
        for (int column = 0; column < column_count; ++column) {
            std::vector<std::size_t> in;
            for (std::size_t i = 0; i < picture.nodes.size(); ++i)
                if (picture.nodes[i].column == column) in.push_back(i);
            double const room = area.height() - headingHeight();
            double const step = std::min(height + px(16), room / std::max<double>(1, static_cast<double>(in.size())));
            double const used = step * static_cast<double>(in.size());
            for (std::size_t k = 0; k < in.size(); ++k)
                all[in[k]] = QRectF(area.left() + column * width + (column ? gap / 2 : px(4)),
                                    area.top() + headingHeight() + (room - used) / 2 + step * static_cast<double>(k),
                                    width - gap / 2 - (column == 1 ? gap / 2 : px(4)), std::min(height, step - px(4)));
        }
        return all;
    }
    void whole() const {
        painter.save();
        painter.setRenderHint(QPainter::Antialiasing);
        auto const places = boxes();
        double const width = area.width() / column_count;
        for (int column = 0; column < column_count; ++column) {
            painter.setFont(ink.font(Ink::Type::Strong));
            painter.setPen(ink.soft);
            painter.drawText(
                QRectF(area.left() + column * width + (column ? px(22) : px(4)), area.top(), width, px(22)),
                Qt::AlignVCenter, QString::fromLatin1(headings[column]));
        }
        for (auto const& edge : picture.edges) way(edge, places);
        for (std::size_t i = 0; i < places.size(); ++i) node(picture.nodes[i], places[i]);
        painter.restore();
    }
};

} // namespace

void paintMap(QPainter& painter, QRectF const& area, MapPicture const& picture, Ink const& ink) {
    MapDrawing{painter, area, picture, ink}.whole();
}

int nodeAt(QRectF const& area, MapPicture const& picture, Ink const& ink, QPointF at) {
    QImage nothing(1, 1, QImage::Format_RGB32);
    QPainter painter(&nothing);
    auto const boxes = MapDrawing{painter, area, picture, ink}.boxes();
    for (std::size_t i = 0; i < boxes.size(); ++i)
        if (boxes[i].contains(at)) return static_cast<int>(i);
    return -1;
}

} // namespace steady::paper
