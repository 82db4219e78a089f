// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/CutAway.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace steady::machine {
namespace {

constexpr double most_cells = 2000; // along a side
constexpr double spare_mm = 0.02;   // of a height that was cut before

/// Calls `each(point)` at least once in every cell on the way, at both ends too.
void along(Vec3 const& from, Vec3 const& to, double cell_mm, auto&& each) {
    int const steps = std::max(1, static_cast<int>(std::ceil(std::hypot(to[0] - from[0], to[1] - from[1]) / cell_mm)));
    for (int i = 0; i <= steps; ++i) {
        double const share = static_cast<double>(i) / steps;
        each(Vec3{from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1]),
                  from[2] + share * (to[2] - from[2])});
    }
}

} // namespace

std::optional<std::size_t> CutAway::cellAt(double x_mm, double y_mm) const {
    int const column = static_cast<int>(std::floor((x_mm - m_work.x_low_mm) / m_cell_mm));
    int const row = static_cast<int>(std::floor((y_mm - m_work.y_low_mm) / m_cell_mm));
    if (column < 0 || row < 0 || column >= m_columns || row >= m_rows) return std::nullopt;
    return static_cast<std::size_t>(row) * static_cast<std::size_t>(m_columns) + static_cast<std::size_t>(column);
}

void CutAway::cut(Footprint const& work, double radius_mm, Vec3 const& from, Vec3 const& to) {
    if (m_lowest_mm.empty()) {
        double const width = work.x_high_mm - work.x_low_mm, depth = work.y_high_mm - work.y_low_mm;
        if (width <= 0 || depth <= 0) return;
        m_work = work;
        m_cell_mm = std::max(1.0, std::max(width, depth) / most_cells);
        m_columns = static_cast<int>(std::ceil(width / m_cell_mm));
        m_rows = static_cast<int>(std::ceil(depth / m_cell_mm));
        m_lowest_mm.assign(static_cast<std::size_t>(m_columns) * static_cast<std::size_t>(m_rows),
                           std::numeric_limits<float>::infinity());
    }
    auto const reach = static_cast<int>(std::floor(radius_mm / m_cell_mm));
    along(from, to, m_cell_mm, [&](Vec3 const& point) {
        for (int i = -reach; i <= reach; ++i)
            for (int j = -reach; j <= reach; ++j) {
                double const x = i * m_cell_mm, y = j * m_cell_mm;
                if (x * x + y * y > radius_mm * radius_mm && (i || j)) continue;
                if (auto const cell = cellAt(point[0] + x, point[1] + y))
                    m_lowest_mm[*cell] = std::min(m_lowest_mm[*cell], static_cast<float>(point[2]));
            }
    });
}

bool CutAway::isFree(Vec3 const& from, Vec3 const& to) const {
    if (m_lowest_mm.empty()) return false;
    bool free = true;
    along(from, to, m_cell_mm, [&](Vec3 const& point) {
        auto const cell = cellAt(point[0], point[1]);
        if (cell && m_lowest_mm[*cell] > point[2] + spare_mm) free = false;
    });
    return free;
}

} // namespace steady::machine
