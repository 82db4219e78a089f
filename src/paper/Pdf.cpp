// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/Pdf.h"

#include "exchange/WholeFile.h"

#include <QBuffer>
#include <QPageLayout>
#include <QPdfWriter>
#include <utility>

namespace steady::paper {

Result<void> writePdf(QString const& path, QString const& title, std::vector<Page> const& pages) {
    QByteArray bytes;
    {
        QBuffer buffer(&bytes);
        buffer.open(QIODevice::WriteOnly);
        QPdfWriter writer(&buffer);
        writer.setTitle(title);
        writer.setCreator(QStringLiteral("Steady Pin"));
        writer.setResolution(1200); // lines of a template stay where they are
        writer.setPageLayout(QPageLayout(QPageSize(QPageSize::A4), QPageLayout::Portrait, QMarginsF(15, 15, 15, 15),
                                         QPageLayout::Millimeter));
        QPainter painter(&writer);
        double const scale = 1200.0 / 96;
        QRectF const area(0, 0, writer.width() / scale, writer.height() / scale);
        bool first = true;
        for (auto const& page : pages) {
            if (!std::exchange(first, false)) writer.newPage();
            painter.save();
            painter.scale(scale, scale);
            page(painter, area);
            painter.restore();
        }
    }
    return exchange::writeWhole(path, bytes);
}

} // namespace steady::paper
