// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A rack from above: its forks in the order of their numbers, what hangs there, and by how much each pocket lies off
// the line, magnified; below, how far its Z lies off.

#include "core/changer/Rack.h"
#include "paper/Ink.h"

#include <QPainter>
#include <vector>

namespace steady::paper {

struct RackPicture {
    shop::ToolRack rack;
    changer::RackState state;
    std::vector<QString> tools;  ///< what hangs in each; empty: nothing that is known
    std::vector<double> wide_mm; ///< its largest diameter; 0: nothing
    int chosen = -1;             ///< from 0
    UnitSystem units = UnitSystem::Metric;
};

void paintRack(QPainter& painter, QRectF const& area, RackPicture const& picture, Ink const& ink);
/// Which pocket is painted there, from 0; none: beside them.
std::optional<int> pocketAt(QRectF const& area, std::size_t pockets, double x, Ink const& ink);

} // namespace steady::paper
