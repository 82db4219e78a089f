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
/// The magnification of what lies off the line: what a fork forgives is easily seen.
double rackMagnified(double forgives_mm, double room_px);

} // namespace steady::paper
