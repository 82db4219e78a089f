// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/SettingsPage.h"

#include "paper/Pdf.h"

namespace steady::paper {

void paintSettings(QPainter& p, QRectF const& area, SettingsPage const& page, Ink const& ink) {
    p.save();
    double const row = 34, line = 20;
    double y = area.top();
    auto words = [&](double x, double wide, QString const& text, Ink::Type type, QColor const& colour) {
        p.setFont(ink.font(type));
        p.setPen(colour);
        p.drawText(QRectF(x, y, wide, row), Qt::AlignLeft | Qt::AlignVCenter,
                   p.fontMetrics().elidedText(text, Qt::ElideRight, static_cast<int>(wide) - 6));
    };
    words(area.left(), area.width(), QStringLiteral("What to type into the control: ") + page.machine, Ink::Type::Title,
          ink.ink);
    y += row;
    words(area.left(), area.width(),
          page.day + QStringLiteral(". Read each value back; then home, and prove the signal again."), Ink::Type::Body,
          ink.soft);
    y += row + 6;
    double const x[] = {area.left(), area.left() + area.width() * 0.42, area.left() + area.width() * 0.63,
                        area.left() + area.width() * 0.82, area.right()};
    char const* heads[] = {"Setting", "Value", "Called there", "As found"};
    for (int i = 0; i < 4; ++i)
        words(x[i], x[i + 1] - x[i], QString::fromLatin1(heads[i]), Ink::Type::Strong, ink.soft);
    y += row;
    for (auto const& each : page.rows) {
        p.setPen(QPen(ink.border, 1));
        p.drawLine(QPointF(area.left(), y), QPointF(area.right(), y));
        words(x[0], x[1] - x[0], text(each.words), Ink::Type::Body, ink.ink);
        words(x[1], x[2] - x[1], text(each.value + (each.unit.empty() ? "" : " " + each.unit)), Ink::Type::Mono,
              ink.ink);
        words(x[2], x[3] - x[2], text(each.called), Ink::Type::Mono, ink.ink);
        words(x[3], x[4] - x[3],
              each.looked() ? text(each.found) + (each.differs ? QStringLiteral("  differs") : QString()) : QString(),
              Ink::Type::Mono, ink.ink);
        y += row;
        if (!each.sum.empty()) {
            y -= 8;
            words(x[0] + 12, area.width() - 12, text(each.sum), Ink::Type::Small, ink.soft);
            y += line + 6;
        }
    }
    p.setPen(QPen(ink.border, 1));
    p.drawLine(QPointF(area.left(), y), QPointF(area.right(), y));
    y += line;
    words(area.left(), area.width(),
          QStringLiteral("The maker’s manual comes first; mains, air and guarding are the work of licensed people."),
          Ink::Type::Small, ink.soft);
    p.restore();
}

Result<void> writeSettingsPage(SettingsPage const& page, Ink const& ink, QString const& path) {
    return writePdf(path, QStringLiteral("Settings"),
                    {[&](QPainter& p, QRectF const& area) { paintSettings(p, area, page, ink); }});
}

} // namespace steady::paper
