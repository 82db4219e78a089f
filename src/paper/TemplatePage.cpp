// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/TemplatePage.h"

#include "exchange/WholeFile.h"

#include "paper/Pdf.h"

#include <QBuffer>
#include <QPainter>
#include <QSvgGenerator>
#include <cmath>

namespace steady::paper {
namespace {

using install::HoleTemplate;
using install::TemplatePoint;

constexpr double bar_mm = 100, bar_wide_mm = 2, punch_mm = 1, around_mm = 8, head_mm = 26;

/// Draws in millimetres: `place` is where the template's origin stands, +Y up.
struct Drawing {
    QPainter& p;
    Ink const& ink;
    QPointF place;

    QPointF at(TemplatePoint point) const { return place + QPointF(point.x_mm, -point.y_mm); }
    void pen(double width_mm, Qt::PenStyle style = Qt::SolidLine) {
        p.setPen(QPen(ink.ink, width_mm, style, Qt::FlatCap));
        p.setBrush(Qt::NoBrush);
    }
    /// Letters of so many mm.
    void words(QRectF const& box, QString const& text, double size_mm = 3.4,
               int flags = Qt::AlignLeft | Qt::AlignVCenter) {
        auto font = ink.font(Ink::Type::Body);
        font.setPixelSize(100); // scaled below: sizes under a pixel are not kept
        p.save();
        p.setFont(font);
        p.setPen(ink.ink);
        p.translate(box.topLeft());
        p.scale(size_mm / 100, size_mm / 100);
        p.drawText(QRectF(0, 0, box.width() * 100 / size_mm, box.height() * 100 / size_mm), flags, text);
        p.restore();
    }
    void bars(QPointF across, QPointF down) {
        p.setPen(Qt::NoPen);
        p.setBrush(ink.ink);
        p.drawRect(QRectF(across, QSizeF(bar_mm, bar_wide_mm)));
        p.drawRect(QRectF(down, QSizeF(bar_wide_mm, bar_mm)));
    }
    void all(HoleTemplate const& what) {
        for (auto const& line : what.lines) {
            pen(0.25, Qt::DashLine);
            p.drawLine(at(line.from), at(line.to));
            bool const upright = line.from.x_mm == line.to.x_mm;
            auto const from = at(upright ? line.to : line.from);
            p.save();
            p.translate(from);
            if (upright) p.rotate(90);
            words(QRectF(2, -5, 60, 4.5), text(line.words));
            p.restore();
        }
        pen(0.25);
        auto circle = [&](TemplatePoint middle, double diameter) {
            p.drawEllipse(at(middle), diameter / 2, diameter / 2);
        };
        circle({}, what.body_mm);
        circle({}, what.disc_mm);
        if (what.bracket)
            p.drawRect(QRectF(at({what.bracket->x_low_mm, what.bracket->y_high_mm}),
                              at({what.bracket->x_high_mm, what.bracket->y_low_mm})));
        p.drawLine(at({-12, 0}), at({12, 0}));
        p.drawLine(at({0, -12}), at({0, 12}));
        for (auto const& hole : what.holes) {
            pen(0.25);
            circle(hole.at, hole.diameter_mm);
            p.setPen(Qt::NoPen); // where the punch goes
            p.setBrush(ink.ink);
            circle(hole.at, punch_mm);
        }
    }
};

QString title(HoleTemplate const& what, QString const& machine) {
    return QStringLiteral("%1, %2").arg(text(what.device), machine);
}

} // namespace

Result<void> writeTemplatePdf(HoleTemplate const& what, QString const& machine, Ink const& ink, QString const& path) {
    auto const all = what.extent.grown(around_mm);
    double const step_x = sheet_width_mm - sheet_overlap_mm, step_y = sheet_depth_mm - sheet_overlap_mm;
    int const columns = std::max(1, static_cast<int>(std::ceil((all.width_mm() - sheet_overlap_mm) / step_x)));
    int const rows = std::max(1, static_cast<int>(std::ceil((all.depth_mm() - sheet_overlap_mm) / step_y)));
    std::vector<Page> pages;
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column)
            pages.push_back([&, row, column](QPainter& p, QRectF const&) {
                p.save();
                p.scale(page_unit_per_mm, page_unit_per_mm);
                QRectF const sheet(0, head_mm, sheet_width_mm, sheet_depth_mm);
                Drawing drawing{p, ink, {}};
                auto head = title(what, machine);
                if (rows * columns > 1)
                    head += QStringLiteral(". Sheet %1 of %2: column %3 from the left, row %4 from the front")
                                .arg(row * columns + column + 1)
                                .arg(rows * columns)
                                .arg(column + 1)
                                .arg(row + 1);
                drawing.words({0, 0, 180, 6}, head, 4.2);
                drawing.words(
                    {0, 7, 180, 5},
                    QStringLiteral("Print at 100 %, not fitted to the page. Both bars must measure 100.0 mm."));
                drawing.bars({60, 15}, {168, 30});
                // The place of the origin on this sheet: the row counts from the front.
                drawing.place =
                    sheet.bottomLeft() + QPointF(-all.x_low_mm - column * step_x, all.y_low_mm + row * step_y);
                p.save();
                p.setClipRect(sheet);
                drawing.all(what);
                p.restore();
                if (rows * columns > 1) { // crosses where the next sheet begins
                    drawing.pen(0.2);
                    for (double const x : {sheet.left() + sheet_overlap_mm / 2, sheet.right() - sheet_overlap_mm / 2})
                        for (double const y :
                             {sheet.top() + sheet_overlap_mm / 2, sheet.bottom() - sheet_overlap_mm / 2}) {
                            p.drawLine(QPointF(x - 4, y), QPointF(x + 4, y));
                            p.drawLine(QPointF(x, y - 4), QPointF(x, y + 4));
                        }
                    drawing.pen(0.15, Qt::DotLine);
                    p.drawRect(sheet);
                }
                p.restore();
            });
    return writePdf(path, title(what, machine), pages);
}

Result<void> writeTemplateSvg(HoleTemplate const& what, QString const& machine, Ink const& ink, QString const& path) {
    auto const all = what.extent.grown(around_mm);
    double const wide = std::max(all.width_mm(), bar_mm + 20), deep = all.depth_mm() + bar_mm + 40;
    QByteArray bytes;
    {
        QBuffer buffer(&bytes);
        buffer.open(QIODevice::WriteOnly);
        QSvgGenerator generator;
        generator.setOutputDevice(&buffer);
        generator.setTitle(title(what, machine));
        constexpr int dots_per_mm = 100;
        generator.setResolution(qRound(dots_per_mm * 25.4));
        generator.setSize(QSize(qRound(wide * dots_per_mm), qRound(deep * dots_per_mm)));
        generator.setViewBox(QRect(QPoint(0, 0), generator.size()));
        QPainter p(&generator);
        p.scale(dots_per_mm, dots_per_mm);
        Drawing drawing{p, ink, {-all.x_low_mm, bar_mm + 30 + all.y_high_mm}};
        drawing.words({4, 2, wide, 6}, title(what, machine) + QStringLiteral(". Both bars must measure 100.0 mm."));
        drawing.bars({10, 12}, {10, 18});
        drawing.all(what);
    }
    return exchange::writeWhole(path, bytes);
}

} // namespace steady::paper
