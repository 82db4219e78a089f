// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What rests on what: columns from what is measured to what stands in the controller, with the ways between them.

#include "core/upkeep/NextStep.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>
#include <vector>

namespace steady::paper {

struct MapNode {
    std::string title, word, value; ///< “Work zero”, “stale”, “−73.159 mm”
    facts::Hold state = facts::Hold::Open;
    int column = 0; ///< 0: measured, 1: derived, 2: in the controller
    bool chosen = false;
};
struct MapEdge {
    int from = 0, to = 0; ///< places in the list of nodes; the second rests on the first
};
struct MapPicture {
    std::vector<MapNode> nodes;
    std::vector<MapEdge> edges;
};

/// Ways from what is stale are dashed and ended by a cross; from what is suspect dashed only.
void paintMap(QPainter& painter, QRectF const& area, MapPicture const& picture, Ink const& ink);
/// The node under a point; −1: none.
int nodeAt(QRectF const& area, MapPicture const& picture, Ink const& ink, QPointF at);

} // namespace steady::paper
