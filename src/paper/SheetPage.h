// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A procedure on paper, in large type: parts with headings, lines to tick, over as many pages as they need.

#include "core/macros/RunSheet.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct SheetPage {
    QString title, machine, day;
    std::vector<macros::SheetPart> parts;
};

/// The lines `from` to before `to`, counted over all parts; what has no room is left for another page. Returns the
/// first line that was not painted; `to`, or the number of all lines: none is left.
int paintSheet(QPainter& painter, QRectF const& area, SheetPage const& page, Ink const& ink, int from, int to);

/// A PDF of A4, upright. Any thread. Error: FileWrite.
Result<void> writeSheetPages(SheetPage const& page, Ink const& ink, QString const& path);

} // namespace steady::paper
