// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/studies/Pairs.h"

#include "core/statistics/LeastSquares.h"
#include "core/statistics/Summary.h"

#include <cmath>

namespace steady::studies {

std::optional<PairResult> judgePairs(std::span<LengthPair const> pairs) {
    if (pairs.size() < 2) return std::nullopt;
    std::vector<double> off;
    for (auto const& pair : pairs) off.push_back(pair.setter_mm - pair.gauge_mm);
    auto const summary = statistics::summarise(off);
    PairResult result{summary.mean, summary.s, summary.mean - 1.96 * summary.s, summary.mean + 1.96 * summary.s, {}};
    static constexpr char const* names[] = {"constant", "length", "length_diameter"};
    for (std::size_t columns = 1; columns <= 3; ++columns) {
        std::vector<double> design;
        for (auto const& pair : pairs) {
            double const row[] = {1, pair.gauge_mm, pair.rim ? pair.diameter_mm : 0};
            design.insert(design.end(), row, row + columns);
        }
        auto const fit = statistics::leastSquares(design, columns, off);
        if (!fit || fit->dof < 1) break;
        PairModel model{names[columns - 1], fit->coefficients, {}, fit->residual_s, 0};
        for (std::size_t i = 0; i < columns; ++i) model.errors.push_back(fit->standardError(i));
        double squares = 0;
        for (std::size_t i = 0; i < off.size(); ++i) {
            double const left_out = fit->residuals[i] / (1 - fit->leverages[i]);
            squares += left_out * left_out;
        }
        model.leave_one_out_mm = std::sqrt(squares / static_cast<double>(off.size()));
        result.models.push_back(std::move(model));
    }
    return result;
}

} // namespace steady::studies
