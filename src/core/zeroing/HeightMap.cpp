// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/HeightMap.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace steady::zeroing {
namespace {

constexpr double break_px = 44;
constexpr double readable_px = 64;
constexpr double worth_reading_mm = 0.05; // smaller ones are shown by their label alone
constexpr std::size_t most_breaks = 2;

} // namespace

HeightMap::HeightMap(std::vector<double> heights, std::vector<std::pair<double, double>> const& wanted, double top_y,
                     double bottom_y)
    : m_heights(std::move(heights)), m_top_y(top_y), m_bottom_y(bottom_y) {
    std::sort(m_heights.begin(), m_heights.end());
    m_heights.erase(std::unique(m_heights.begin(), m_heights.end(), [](double a, double b) { return b - a < 1e-9; }),
                    m_heights.end());
    for (std::size_t i = 1; i < m_heights.size(); ++i) m_gaps.push_back({m_heights[i - 1], m_heights[i]});
    int const most = static_cast<int>(std::min(most_breaks, m_gaps.size() > 1 ? m_gaps.size() - 1 : 0));
    for (int breaks = 0; breaks <= most; ++breaks) {
        place(breaks);
        if (readable(wanted)) return;
    }
}

void HeightMap::place(int breaks) {
    std::vector<std::size_t> order(m_gaps.size());
    std::iota(order.begin(), order.end(), 0U);
    std::stable_sort(order.begin(), order.end(), [&](auto a, auto b) {
        return m_gaps[a].high_mm - m_gaps[a].low_mm > m_gaps[b].high_mm - m_gaps[b].low_mm;
    });
    double rest_mm = 0;
    for (std::size_t i = 0; i < order.size(); ++i) {
        auto& gap = m_gaps[order[i]];
        gap.broken = static_cast<int>(i) < breaks;
        if (!gap.broken) rest_mm += gap.high_mm - gap.low_mm;
    }
    double const room = m_bottom_y - m_top_y - breaks * break_px;
    m_scale = rest_mm > 0 ? room / rest_mm : 1;
    double y = m_bottom_y;
    for (auto& gap : m_gaps) {
        gap.low_y = y;
        y -= gap.broken ? break_px : (gap.high_mm - gap.low_mm) * m_scale;
        gap.high_y = y;
    }
}

bool HeightMap::readable(std::vector<std::pair<double, double>> const& wanted) const {
    return std::all_of(wanted.begin(), wanted.end(), [&](auto const& pair) {
        double const mm = std::abs(pair.first - pair.second);
        return mm < worth_reading_mm || std::abs(y(pair.first) - y(pair.second)) >= readable_px;
    });
}

double HeightMap::y(double height_mm) const {
    if (m_gaps.empty()) return (m_top_y + m_bottom_y) / 2;
    if (height_mm <= m_heights.front()) return m_bottom_y + (m_heights.front() - height_mm) * m_scale;
    if (height_mm >= m_heights.back()) return m_gaps.back().high_y - (height_mm - m_heights.back()) * m_scale;
    auto const above = std::upper_bound(m_heights.begin(), m_heights.end(), height_mm);
    auto const& gap = m_gaps[static_cast<std::size_t>(above - m_heights.begin()) - 1];
    double const share = (height_mm - gap.low_mm) / (gap.high_mm - gap.low_mm);
    return gap.low_y + share * (gap.high_y - gap.low_y);
}

std::vector<double> spread(std::vector<double> wanted, double apart, double low, double high) {
    struct Pool {
        double sum;
        std::size_t count;
        double mean() const { return sum / static_cast<double>(count); }
    };
    std::vector<Pool> pools;
    for (std::size_t i = 0; i < wanted.size(); ++i) {
        pools.push_back({wanted[i] - static_cast<double>(i) * apart, 1});
        while (pools.size() > 1 && pools[pools.size() - 2].mean() > pools.back().mean()) {
            pools[pools.size() - 2].sum += pools.back().sum;
            pools[pools.size() - 2].count += pools.back().count;
            pools.pop_back();
        }
    }
    double const last = high - static_cast<double>(wanted.empty() ? 0 : wanted.size() - 1) * apart;
    std::size_t i = 0;
    for (auto const& pool : pools)
        for (std::size_t k = 0; k < pool.count; ++k, ++i)
            wanted[i] = std::max(low, std::min(last, pool.mean())) + static_cast<double>(i) * apart;
    return wanted;
}

} // namespace steady::zeroing
