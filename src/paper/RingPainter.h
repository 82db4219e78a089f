// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A carousel from above: its pockets round the ring, the first at the top, what hangs in each, and the spindle.

#include "paper/Ink.h"

#include <QPainter>
#include <optional>
#include <vector>

namespace steady::paper {

struct RingPlace {
    QString tool;            ///< number of the tool; “?”: nobody knows; empty: nothing
    bool known = false;      ///< seen; otherwise believed, or not known
    bool kept_empty = false; ///< beside a wide tool
    bool wide = false;
};

struct RingPicture {
    std::vector<RingPlace> places;
    int at = 0;      ///< at the spindle, from 0
    int chosen = -1; ///< from 0
};

void paintRing(QPainter& painter, QRectF const& area, RingPicture const& picture, Ink const& ink);
/// Which pocket is painted there, from 0; none: beside them.
std::optional<int> ringPlaceAt(QRectF const& area, std::size_t places, QPointF at, Ink const& ink);

} // namespace steady::paper
