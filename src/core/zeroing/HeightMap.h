// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Heights to pixels: to scale, with at most two stretches left out so that the small differences stay readable.

#include <vector>

namespace steady::zeroing {

class HeightMap {
public:
    struct Gap {
        double low_mm, high_mm; ///< heights that matter on either side
        bool broken = false;
        double low_y = 0, high_y = 0;
    };

    /// `heights`: everything that has a rung or an arrow's end; `wanted`: pairs whose distance must stay readable.
    HeightMap(std::vector<double> heights, std::vector<std::pair<double, double>> const& wanted, double top_y,
              double bottom_y);

    double y(double height_mm) const;
    std::vector<Gap> const& gaps() const { return m_gaps; } ///< from below
    double pixels_per_mm() const { return m_scale; }

private:
    void place(int breaks);
    bool readable(std::vector<std::pair<double, double>> const& wanted) const;

    std::vector<double> m_heights;
    std::vector<Gap> m_gaps;
    double m_top_y, m_bottom_y;
    double m_scale = 1;
};

/// Centres moved as little as possible so that neighbours are `apart` from each other and all lie in [low, high].
/// `wanted` is sorted; the order stays. (Pool adjacent violators.)
std::vector<double> spread(std::vector<double> wanted, double apart, double low, double high);

} // namespace steady::zeroing
