// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/CircuitPainter.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::paper {
namespace {

using install::LeadFault;
using shop::InputClass;
using shop::SignalOutput;

/// The drawing's own measures.
struct Drawing {
    QPainter& p;
    CircuitPicture const& picture;
    Ink const& ink;
    QRectF area;
    double line = 20 * ink.scale;
    double box_w = std::min(150 * ink.scale, area.width() * 0.26);
    QRectF device{area.left() + 8, area.top() + 1.6 * line, box_w, area.height() - 3.4 * line};
    QRectF control{area.right() - 8 - box_w, device.top(), box_w, device.height()};
    double signal_y = device.top() + device.height() * 0.3, return_y = device.top() + device.height() * 0.72;

    void wire(QPointF from, QPointF to, QColor const& colour) {
        p.setPen(QPen(colour, 2.2, Qt::SolidLine, Qt::RoundCap));
        p.drawLine(from, to);
    }
    void words(QRectF const& where, int flags, QString const& text, QColor const& colour,
               Ink::Type type = Ink::Type::Small) {
        p.setFont(ink.font(type));
        p.setPen(colour);
        p.drawText(where, flags, text);
    }
    void box(QRectF const& r, QString const& title) {
        p.setPen(QPen(ink.border, 1.4));
        p.setBrush(ink.panel);
        p.drawRoundedRect(r, 6, 6);
        words({r.left() - 10, r.top() - 1.3 * line, r.width() + 20, line}, Qt::AlignCenter,
              p.fontMetrics().elidedText(title, Qt::ElideRight, static_cast<int>(r.width() + 20)), ink.ink,
              Ink::Type::Strong);
    }
    void terminal(QPointF at) {
        p.setPen(QPen(ink.ink, 1.6));
        p.setBrush(ink.paper);
        p.drawEllipse(at, 4.5, 4.5);
    }

    void contact() {
        auto const& c = picture.circuit;
        box(device, picture.device);
        double const x = device.center().x(), top = signal_y, bottom = return_y;
        bool const closed = c.rest == shop::Circuit::ClosedAtRest;
        wire({device.right(), top}, {x, top}, ink.ink);
        wire({device.right(), bottom}, {x, bottom}, ink.ink);
        double const gap = (bottom - top) * 0.3;
        wire({x, top}, {x, top + gap}, ink.ink);
        wire({x, bottom}, {x, bottom - gap}, ink.ink);
        // The moving part: on its seat at rest, or beside it.
        wire({x, bottom - gap}, {closed ? x : x + 0.32 * box_w, top + gap - (closed ? 3 : -4)}, ink.accent);
        terminal({x, top + gap});
        terminal({x, bottom - gap});
        terminal({device.right(), top});
        terminal({device.right(), bottom});
        words({device.left() - 4, device.bottom() + 2, device.width() + 60, line}, Qt::AlignLeft | Qt::AlignVCenter,
              closed ? QStringLiteral("closed at rest; a touch opens it")
                     : QStringLiteral("open at rest; a touch closes it"),
              ink.ink);
        if (c.wiring.output != SignalOutput::DryContact)
            words({device.left() + 4, device.top() + 2, device.width() - 8, line}, Qt::AlignLeft,
                  c.wiring.output == SignalOutput::Sinking ? QStringLiteral("sinking") : QStringLiteral("sourcing"),
                  ink.soft);
    }

    void input() {
        auto const& w = picture.circuit.wiring;
        box(control, w.port.empty() ? QStringLiteral("Control") : QStringLiteral("Control, ") + text(w.port));
        double const x = control.center().x();
        terminal({control.left(), signal_y});
        terminal({control.left(), return_y});
        wire({control.left(), signal_y}, {x, signal_y}, ink.ink);
        auto const volts = text(fmt::format("+{:g} V", w.input_v)), supply = text(fmt::format("+{:g} V", w.supply_v));
        QString const at_return =
            returnsToSupply() ? (w.input == InputClass::Isolated ? supply : volts) : QStringLiteral("0 V");
        words({control.left() + 12, return_y - line / 2, control.width() - 16, line}, Qt::AlignLeft | Qt::AlignVCenter,
              at_return, ink.ink, Ink::Type::Mono);
        if (w.input == InputClass::Isolated) {
            p.setPen(QPen(ink.ink, 1.8));
            p.setBrush(ink.paper);
            double const r = 0.13 * box_w;
            p.drawEllipse(QPointF(x + r, signal_y), r, r);
            double const d = r * 0.7;
            p.drawLine(QPointF(x + r - d, signal_y - d), QPointF(x + r + d, signal_y + d));
            p.drawLine(QPointF(x + r - d, signal_y + d), QPointF(x + r + d, signal_y - d));
            words({control.left() - 4, control.bottom() + 2, control.width() + 8, line},
                  Qt::AlignRight | Qt::AlignVCenter, QStringLiteral("isolated: current lights it"), ink.ink);
            return;
        }
        bool const up = w.input == InputClass::PullUp;
        double const to = up ? control.top() + 1.4 * line : return_y - 0.9 * line;
        double const from = signal_y, length = to - from, a = from + 0.25 * length, b = from + 0.75 * length;
        wire({x, from}, {x, a}, ink.ink);
        p.setPen(QPen(ink.ink, 1.6));
        p.setBrush(ink.paper);
        p.drawRect(QRectF(QPointF(x - 6, std::min(a, b)), QPointF(x + 6, std::max(a, b))));
        wire({x, b}, {x, to}, ink.ink);
        words({x + 9, (up ? control.top() + 2 : to - line / 2), control.right() - x - 10, line},
              Qt::AlignLeft | Qt::AlignVCenter, up ? volts : QStringLiteral("0 V"), ink.ink, Ink::Type::Mono);
        words({control.left() - 20, control.bottom() + 2, control.width() + 24, line},
              Qt::AlignRight | Qt::AlignVCenter, up ? QStringLiteral("pulled up") : QStringLiteral("pulled down"),
              ink.ink);
    }
    /// Which potential the other wire of the contact comes from.
    bool returnsToSupply() const {
        auto const& w = picture.circuit.wiring;
        return w.output == SignalOutput::Sourcing ||
               (w.output == SignalOutput::DryContact && w.input != InputClass::PullUp);
    }

    void lead() {
        auto const table = install::signalTable(picture.circuit);
        wire({device.right(), signal_y}, {control.left(), signal_y}, ink.ink);
        wire({device.right(), return_y}, {control.left(), return_y}, ink.ink);
        double const a = device.right() + (control.left() - device.right()) * 0.3,
                     b = device.right() + (control.left() - device.right()) * 0.7;
        auto const broken = table.breakSafe() ? ink.good : ink.attention,
                   shorted = table.shortSafe() ? ink.good : ink.attention;
        // A gap with its two ends, and a bridge: told by shape before colour.
        p.setPen(Qt::NoPen);
        p.setBrush(ink.paper);
        p.drawRect(QRectF(a - 8, signal_y - 4, 16, 8));
        p.setPen(QPen(broken, 2.2));
        p.drawLine(QPointF(a - 12, signal_y - 7), QPointF(a - 4, signal_y + 7));
        p.drawLine(QPointF(a + 4, signal_y - 7), QPointF(a + 12, signal_y + 7));
        words({a - 90, signal_y - 1.6 * line, 180, line}, Qt::AlignCenter, QStringLiteral("1  broken here"), broken,
              Ink::Type::Strong);
        p.setPen(QPen(shorted, 2.2, Qt::DashLine));
        p.drawLine(QPointF(b, signal_y), QPointF(b, return_y));
        words({b - 100, return_y + 4, 200, line}, Qt::AlignCenter, QStringLiteral("2  shorted here"), shorted,
              Ink::Type::Strong);
    }
};

void paintTable(QPainter& p, QRectF const& area, CircuitPicture const& picture, Ink const& ink) {
    auto const table = install::signalTable(picture.circuit);
    double const row = std::min(34 * ink.scale, area.height() / 7.4);
    double const w = area.width() - 16, left = area.left() + 8;
    double const at[] = {0, 0.25 * w, 0.42 * w, 0.57 * w};
    auto cell = [&](int line, int column, QString const& words, QColor const& colour, Ink::Type type) {
        p.setFont(ink.font(type));
        p.setPen(colour);
        double const wide = (column < 3 ? at[column + 1] : w) - at[column];
        p.drawText(QRectF(left + at[column], area.top() + line * row, wide, row), Qt::AlignLeft | Qt::AlignVCenter,
                   words);
    };
    char const* heads[] = {"Lead", "Device", "Input", "The control reads"};
    for (int i = 0; i < 4; ++i) cell(0, i, QString::fromLatin1(heads[i]), ink.soft, Ink::Type::Small);
    int line = 1;
    for (auto const& each : table.lines) {
        p.setPen(QPen(ink.hairline, 1));
        p.drawLine(QPointF(left, area.top() + line * row), QPointF(left + w, area.top() + line * row));
        char const* faults[] = {"sound", "1  broken", "2  shorted"};
        if (!each.touched)
            cell(line, 0, QString::fromLatin1(faults[static_cast<int>(each.fault)]), ink.ink, Ink::Type::Body);
        cell(line, 1, each.touched ? QStringLiteral("touched") : QStringLiteral("at rest"), ink.ink, Ink::Type::Body);
        cell(line, 2, QString::fromLatin1(install::levelWords(picture.circuit.wiring.input, each.level)), ink.ink,
             Ink::Type::Mono);
        // A contact that is none stops the machine; one that is missed does not.
        bool const missed = each.touched && !each.contact, stops = !each.touched && each.contact;
        auto const colour = each.right ? ink.good : missed ? ink.bad : ink.attention;
        auto words = each.contact ? QStringLiteral("contact") : QStringLiteral("nothing");
        words += missed ? QStringLiteral(": drives on") : stops ? QStringLiteral(": will not start") : QString();
        cell(line, 3, words, colour, Ink::Type::Strong);
        ++line;
    }
}

} // namespace

void paintCircuit(QPainter& p, QRectF const& area, CircuitPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    double const split = std::clamp(area.height() * 0.5, 150.0 * ink.scale, 300.0 * ink.scale);
    Drawing drawing{p, picture, ink, QRectF(area.left(), area.top() + 4, area.width(), split)};
    drawing.contact();
    drawing.input();
    drawing.lead();
    paintTable(p, QRectF(area.left(), area.top() + split + 16, area.width(), area.height() - split - 20), picture, ink);
    p.restore();
}

} // namespace steady::paper
