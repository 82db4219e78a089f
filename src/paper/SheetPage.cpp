// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/SheetPage.h"

#include "paper/Pdf.h"

#include <QImage>

namespace steady::paper {
namespace {

constexpr double arm_length = 1.25; // of the type, to be read standing
constexpr double box_side = 16, ticked_indent = 34, line_gap = 8, part_gap = 18;

int linesOf(SheetPage const& page) {
    int all = 0;
    for (auto const& part : page.parts) all += static_cast<int>(part.lines.size());
    return all;
}

} // namespace

int paintSheet(QPainter& p, QRectF const& area, SheetPage const& page, Ink const& ink, int from, int to) {
    p.save();
    double y = area.top();
    // Measured before it is drawn, so that a line which has no room stays whole.
    auto const place = [&](double x, QString const& words, Ink::Type type) {
        p.setFont(ink.font(type));
        return p.boundingRect(QRectF(area.left() + x, y, area.width() - x, 10'000), Qt::TextWordWrap, words);
    };
    auto const write = [&](QRectF const& at, QString const& words, QColor const& colour) {
        p.setPen(colour);
        p.drawText(at, Qt::TextWordWrap, words);
    };
    auto const head = page.title + QStringLiteral(" · ") + page.machine;
    auto at = place(0, head, Ink::Type::Title);
    write(at, head, ink.ink);
    y = at.bottom() + line_gap;
    at = place(0, page.day, Ink::Type::Small);
    write(at, page.day, ink.soft);
    y = at.bottom() + line_gap;
    int nr = 0;
    for (auto const& part : page.parts) {
        bool headed = false;
        int tick = 0;
        for (auto const& line : part.lines) {
            ++tick;
            if (nr++ < from) continue;
            auto const words = text(line);
            auto const heading = text(part.heading);
            double const before = y;
            if (!headed) {
                y += part_gap;
                y = place(0, heading, Ink::Type::Strong).bottom() + line_gap;
            }
            double const x = part.ticked ? ticked_indent : 0;
            auto const room = place(x, words, Ink::Type::Body);
            // At least one line stands on each page, however long it is.
            if (nr > to || (room.bottom() > area.bottom() && nr - 1 > from)) {
                p.restore();
                return nr - 1;
            }
            if (!headed) {
                y = before + part_gap;
                write(place(0, heading, Ink::Type::Strong), heading, ink.ink);
                y = room.top();
                headed = true;
            }
            p.setFont(ink.font(Ink::Type::Body));
            write(room, words, ink.ink);
            if (part.ticked) {
                p.setPen(QPen(ink.ink, 1));
                p.setBrush(Qt::NoBrush);
                p.drawRect(QRectF(area.left() + 2, room.top() + 2, box_side, box_side));
            }
            y = room.bottom() + line_gap;
        }
    }
    p.restore();
    return nr;
}

Result<void> writeSheetPages(SheetPage const& page, Ink const& screen, QString const& path) {
    auto ink = screen;
    ink.scale *= arm_length;
    // How many pages: painted once onto nothing, since a page has to be known before the first is written.
    double const a4_width = 180 * page_unit_per_mm, a4_height = 267 * page_unit_per_mm;
    QImage nothing(1, 1, QImage::Format_RGB32);
    QPainter dry(&nothing);
    std::vector<int> starts;
    for (int from = 0; from < linesOf(page);) {
        starts.push_back(from);
        // A little less high: type on paper may be a hair larger.
        from = paintSheet(dry, QRectF(0, 0, a4_width, a4_height * 0.97), page, ink, from, linesOf(page));
    }
    std::vector<Page> pages;
    for (std::size_t i = 0; i < starts.size(); ++i) {
        int const from = starts[i], to = i + 1 < starts.size() ? starts[i + 1] : linesOf(page);
        pages.push_back([&page, &ink, from, to](QPainter& p, QRectF const& area) {
            (void)paintSheet(p, area, page, ink, from, to);
        });
    }
    return writePdf(path, page.title, pages);
}

} // namespace steady::paper
