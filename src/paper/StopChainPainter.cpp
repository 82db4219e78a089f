// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/StopChainPainter.h"

#include <algorithm>
#include <fmt/format.h>
#include <vector>

namespace steady::paper {
namespace {

/// A contact that is closed at rest, opened by pressing from above.
void closedContact(QPainter& p, QPointF at, double size, bool opens, Ink const& ink) {
    p.setPen(QPen(ink.ink, 2));
    p.drawLine(at - QPointF(size, 0), at - QPointF(0.45 * size, 0));
    p.drawLine(at + QPointF(0.45 * size, 0), at + QPointF(size, 0));
    p.setPen(QPen(opens ? ink.accent : ink.ink, 2.4));
    p.drawLine(at - QPointF(0.45 * size, 0), at + QPointF(0.45 * size, -3));
    p.drawLine(at + QPointF(0, -0.7 * size), at + QPointF(0, -2)); // what presses
    p.drawLine(at + QPointF(-0.3 * size, -0.7 * size), at + QPointF(0.3 * size, -0.7 * size));
    p.setPen(Qt::NoPen);
    p.setBrush(ink.ink);
    for (double const side : {-0.45, 0.45}) p.drawEllipse(at + QPointF(side * size, 0), 3, 3);
}

} // namespace

void paintStopChain(QPainter& p, QRectF const& area, StopChainPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& s = picture.setter;
    double const line = 20 * ink.scale, y = area.top() + 2.6 * line, size = 26 * ink.scale;
    double const left = area.left() + 20, right = area.right() - 20, wide = right - left;
    auto words = [&](QRectF const& box, int flags, QString const& what, QColor const& colour,
                     Ink::Type type = Ink::Type::Body) {
        p.setFont(ink.font(type));
        p.setPen(colour);
        p.drawText(box, flags | Qt::TextWordWrap, what);
    };
    double const at_button = left + 0.26 * wide, at_contact = left + 0.56 * wide, box = 0.2 * wide;
    bool const wired = s.overtravel_mm.has_value();
    p.setPen(QPen(ink.ink, 2));
    p.drawLine(QPointF(left, y), QPointF(at_button - size, y));
    p.drawLine(QPointF(at_button + size, y), QPointF(wired ? at_contact - size : right - box, y));
    if (wired) p.drawLine(QPointF(at_contact + size, y), QPointF(right - box, y));
    p.setBrush(ink.paper);
    p.drawEllipse(QPointF(left, y), 5, 5);
    closedContact(p, {at_button, y}, size, false, ink);
    if (wired) closedContact(p, {at_contact, y}, size, true, ink);
    p.setPen(QPen(ink.border, 1.4));
    p.setBrush(ink.panel);
    QRectF const drives(right - box, y - 1.3 * line, box, 2.6 * line);
    p.drawRoundedRect(drives, 4, 4);
    words(drives, Qt::AlignCenter, QStringLiteral("drives"), ink.ink, Ink::Type::Strong);
    words({left - 12, y + 8, 0.16 * wide, 2 * line}, Qt::AlignLeft, QStringLiteral("supply"), ink.soft);
    words({at_button - 0.1 * wide, y + 8, 0.2 * wide, 2 * line}, Qt::AlignHCenter, QStringLiteral("stop button"),
          ink.ink);
    words({at_contact - 0.2 * wide, y + 8, 0.4 * wide, 3 * line}, Qt::AlignHCenter,
          wired
              ? QStringLiteral("overtravel contact, opens at %1").arg(text(lengthText(*s.overtravel_mm, picture.units)))
              : QStringLiteral("no overtravel contact: the end of the stroke is all there is"),
          wired ? ink.accent : ink.attention, Ink::Type::Strong);

    // What then happens, one after the other.
    struct Then {
        QString what, detail;
        QColor colour;
    };
    std::vector<Then> then;
    if (wired) {
        double const left_mm = *s.overtravel_mm - s.solid_mm;
        then.push_back({QStringLiteral("1  The chain opens"),
                        s.chain_s ? text(fmt::format("The drives brake {:.0f} ms later.", 1000 * *s.chain_s))
                                  : QStringLiteral("How long until the drives brake is not known: the maker’s manual, "
                                                   "or a licensed person."),
                        s.chain_s ? ink.ink : ink.attention});
        then.push_back(
            {QStringLiteral("2  It goes on until it stands"),
             QStringLiteral("There are %1 until nothing gives.").arg(text(lengthText(left_mm, picture.units))),
             ink.ink});
        auto const z = s.without_power;
        then.push_back({z == shop::ZWithoutPower::Drops   ? QStringLiteral("3  Z drops without power")
                        : z == shop::ZWithoutPower::Holds ? QStringLiteral("3  Z holds without power")
                                                          : QStringLiteral("3  Whether Z holds, nobody has looked"),
                        z == shop::ZWithoutPower::Drops
                            ? QStringLiteral("It comes to rest on the setter: block it before a hand goes near.")
                        : z == shop::ZWithoutPower::Holds
                            ? QStringLiteral("As somebody saw it. Still no hand under it without a block.")
                            : QStringLiteral("Look with a block under the spindle, never with a hand."),
                        z == shop::ZWithoutPower::Holds ? ink.good : ink.attention});
        then.push_back(
            {QStringLiteral("4  The position is lost"), QStringLiteral("Home again before anything else."), ink.ink});
        then.push_back(
            {QStringLiteral("5  Off it upwards only"),
             QStringLiteral("By the Z screw or the maker’s manual, and nothing but Z. Nobody bridges the chain; "
                            "the setter is looked at first."),
             ink.ink});
    }
    double top = y + 4.4 * line;
    double const step = std::min(4.2 * line, (area.bottom() - top - 4) / 5.0);
    for (auto const& each : then) {
        p.setPen(QPen(ink.hairline, 1));
        p.drawLine(QPointF(left, top - 6), QPointF(right, top - 6));
        words({left, top, 0.38 * wide, step}, Qt::AlignLeft, each.what, each.colour, Ink::Type::Strong);
        words({left + 0.4 * wide, top, 0.6 * wide, step}, Qt::AlignLeft, each.detail, ink.ink);
        top += step;
    }
    p.restore();
}

} // namespace steady::paper
