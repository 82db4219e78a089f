// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a job has cut out of the work, to the millimetre along the cutter's axis: where it may go fast again.

#include "core/controller/MachinePort.h"
#include "core/machine/Footprint.h"

#include <optional>
#include <vector>

namespace steady::machine {

using controller::Vec3;

class CutAway {
public:
    /// From one gauge-line point to another (true coordinates), with a cutter of that radius, in a work that lies
    /// there.
    void cut(Footprint const& work, double radius_mm, Vec3 const& from, Vec3 const& to);
    /// Whether the cutter's axis stays where the work is cut as deep, or beside the work.
    bool isFree(Vec3 const& from, Vec3 const& to) const;

private:
    std::optional<std::size_t> cellAt(double x_mm, double y_mm) const; ///< none: beside the work

    Footprint m_work;
    double m_cell_mm = 1;
    int m_columns = 0, m_rows = 0;
    std::vector<float> m_lowest_mm; ///< gauge-line Z by cell, row by row; empty: nothing was cut
};

} // namespace steady::machine
