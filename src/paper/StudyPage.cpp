// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/StudyPage.h"

#include "paper/Pdf.h"

namespace steady::paper {

using namespace Qt::StringLiterals;

void paintStudy(QPainter& p, QRectF const& area, StudyPage const& page, Ink const& ink) {
    p.save();
    double y = area.top();
    double const foot = area.bottom() - 84;
    auto const words = [&](QRectF const& box, QString const& said, Ink::Type type, QColor const& colour,
                           bool wrap = false) {
        p.setFont(ink.font(type));
        p.setPen(colour);
        if (wrap) {
            auto const needs = p.boundingRect(box, Qt::AlignLeft | Qt::TextWordWrap, said);
            p.drawText(box, Qt::AlignLeft | Qt::TextWordWrap, said);
            return needs.height();
        }
        p.drawText(box, Qt::AlignLeft | Qt::AlignVCenter,
                   p.fontMetrics().elidedText(said, Qt::ElideRight, static_cast<int>(box.width()) - 4));
        return box.height();
    };
    auto const line = [&](double high) {
        QRectF const box(area.left(), y, area.width(), high);
        y += high;
        return box;
    };
    words(line(30), page.what, Ink::Type::Title, ink.ink);
    words(line(22), page.machine + u" · "_s + page.day, Ink::Type::Body, ink.soft);
    words(line(30), u"Verdict: "_s + page.verdict, Ink::Type::Title, ink.ink);
    y += 6;
    double const half = area.width() / 2;
    for (std::size_t i = 0; i < page.conditions.size(); ++i) {
        QRectF const box(area.left() + (i % 2 ? half : 0), y, half, 20);
        words(box.adjusted(0, 0, -half * 0.55, 0), page.conditions[i].first, Ink::Type::Small, ink.soft);
        words(box.adjusted(half * 0.45, 0, 0, 0), page.conditions[i].second, Ink::Type::Small, ink.ink);
        if (i % 2 || i + 1 == page.conditions.size()) y += 20;
    }
    y += 8;
    for (auto const& picture : page.pictures) {
        if (page.picture_size.isEmpty()) continue;
        double const scale = area.width() / page.picture_size.width(), high = page.picture_size.height() * scale;
        if (y + high > foot) break;
        p.save();
        p.translate(area.left(), y);
        p.scale(scale, scale);
        p.drawPicture(0, 0, picture);
        p.restore();
        y += high + 8;
    }
    p.setPen(QPen(ink.border, 1));
    for (auto const& each : page.said) {
        if (y + 40 > foot) {
            words(line(18), u"More stands in the program."_s, Ink::Type::Small, ink.soft);
            break;
        }
        y += words(QRectF(area.left(), y, area.width(), foot - y), text(each.headline), Ink::Type::Strong, ink.ink,
                   true);
        if (!each.text.empty() && y + 18 < foot)
            y +=
                words(QRectF(area.left(), y, area.width(), foot - y), text(each.text), Ink::Type::Small, ink.ink, true);
        for (auto const& why : each.why)
            if (y + 18 < foot)
                y += words(QRectF(area.left() + 14, y, area.width() - 14, foot - y), text(why), Ink::Type::Small,
                           ink.soft, true);
        y += 6;
    }
    p.setPen(QPen(ink.border, 1));
    double const sign = area.bottom() - 44;
    p.drawLine(QPointF(area.left(), sign), QPointF(area.left() + half * 0.9, sign));
    p.drawLine(QPointF(area.left() + half, sign), QPointF(area.right(), sign));
    words(QRectF(area.left(), sign + 2, half, 18), u"Name"_s, Ink::Type::Small, ink.soft);
    words(QRectF(area.left() + half, sign + 2, half, 18), u"Day"_s, Ink::Type::Small, ink.soft);
    words(QRectF(area.left(), area.bottom() - 20, area.width(), 18),
          u"It says what these readings show, and nothing of whether the machine is safe."_s, Ink::Type::Small,
          ink.soft);
    p.restore();
}

Result<void> writeStudyPage(StudyPage const& page, Ink const& ink, QString const& path) {
    return writePdf(path, QStringLiteral("Proof sheet"),
                    {[&](QPainter& p, QRectF const& area) { paintStudy(p, area, page, ink); }});
}

} // namespace steady::paper
