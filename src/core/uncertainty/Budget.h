// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// An error budget: what each source brings, and what they come to together.

#include <limits>
#include <string>
#include <vector>

namespace steady::uncertainty {

enum class Shape { Normal, Rectangular, OneSided };
constexpr char const* word(Shape shape) {
    switch (shape) {
    case Shape::Normal: return "normal";
    case Shape::Rectangular: return "rectangular";
    case Shape::OneSided: return "one_sided"; ///< evenly between two bounds that lie on one side, or unequally
    }
    return nullptr;
}

/// One source. For Rectangular, u is half-width/√3.
struct Contribution {
    std::string name;
    double u = 0; ///< standard uncertainty, in the unit of the source
    double sensitivity = 1;
    double dof = std::numeric_limits<double>::infinity();
    Shape shape = Shape::Normal;
    /// The worst that it can bring, in the unit of the source; equal: ±2 u of a normal, ±√3 u of a rectangle.
    double low = 0, high = 0;
    bool operator==(Contribution const&) const = default;
};

struct Budget {
    std::vector<Contribution> contributions;
    double combined_u = 0;                ///< root sum of squares (JCGM 100:2008, 5.1.2)
    double effective_dof = 0;             ///< Welch–Satterthwaite (G.4.1)
    double expanded_95 = 0;               ///< half-width that holds 95 % of the distribution of the sum
    int dominant = -1;                    ///< index of the largest contribution
    double worst_low = 0, worst_high = 0; ///< all at their worst at once
    bool operator==(Budget const&) const = default;
};

Budget combine(std::vector<Contribution> contributions);

/// k·u with k from Student's t at the effective degrees of freedom, cut to a whole number unless within 0.01 of one
/// (JCGM 100:2008, G.4.1). The textbook figure; expanded_95 also knows the shape of a dominating rectangle.
double expandedByWelch(Budget const& budget, double probability);

/// Half-width h with P(|sum| ≤ h) = probability for independent contributions centred on zero, a one-sided one on the
/// middle of its bounds, found by inverting the characteristic function (Gil-Pelaez). Contributions with few degrees of
/// freedom enter as a normal widened by t/z.
double coverageHalfWidth(std::vector<Contribution> const& contributions, double probability);

} // namespace steady::uncertainty
