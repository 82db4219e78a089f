// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/PartSizes.h"

#include "core/quantity/Units.h"
#include "core/statistics/LeastSquares.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>
#include <numbers>

namespace steady::install {
namespace {

using shop::PartSize;
using uncertainty::Contribution;
using uncertainty::Shape;

constexpr double forever = std::numeric_limits<double>::infinity();

/// What the sorts that were measured say together: a sum of their offsets.
class Offsets {
public:
    Offsets(statistics::LinearFit const& fit, std::vector<PartSize> sorts, double error_mm)
        : m_fit(fit), m_sorts(std::move(sorts)), m_u_mm(error_mm / std::numbers::sqrt3) {}

    bool has(PartSize sort) const { return std::find(m_sorts.begin(), m_sorts.end(), sort) != m_sorts.end(); }
    Told sum(std::initializer_list<std::pair<PartSize, double>> terms) const {
        Told told;
        std::vector<Contribution> parts;
        for (auto const& [sort, times] : terms) {
            auto const at =
                1 + static_cast<std::size_t>(std::find(m_sorts.begin(), m_sorts.end(), sort) - m_sorts.begin());
            told.mm += times * m_fit.coefficients[at];
            if (m_fit.dof > 0)
                parts.push_back(
                    {"scatter", m_fit.standardError(at), times, static_cast<double>(m_fit.dof), Shape::Normal});
            parts.push_back({"the instrument", m_u_mm, times, forever, Shape::Rectangular});
        }
        told.expanded_95_mm = uncertainty::combine(std::move(parts)).expanded_95;
        return told;
    }

private:
    statistics::LinearFit const& m_fit;
    std::vector<PartSize> m_sorts;
    double m_u_mm;
};

} // namespace

Result<PartSizes> partSizes(shop::PartCheck const& check) {
    PartSizes sizes;
    std::vector<PartSize> sorts;
    for (auto const& part : check.parts) {
        sizes.longest_mm = std::max(sizes.longest_mm, part.wanted_mm);
        if (std::find(sorts.begin(), sorts.end(), part.size) == sorts.end()) sorts.push_back(part.size);
    }
    std::vector<double> design, values;
    for (auto const& part : check.parts) {
        design.push_back(part.wanted_mm);
        for (auto const sort : sorts) design.push_back(part.size == sort);
        values.push_back(part.measured_mm - part.wanted_mm);
    }
    auto const fit = statistics::leastSquares(design, 1 + sorts.size(), values);
    if (sorts.empty() || !fit)
        return fail(Code::FewReadings, {"parts measured"}, fmt::format("{}", check.parts.size()),
                    "two sizes of one sort");
    sizes.scale = fit->coefficients[0];
    for (std::size_t i = 0; i < sorts.size(); ++i) sizes.offsets_mm.push_back({sorts[i], fit->coefficients[1 + i]});
    std::vector<Contribution> parts;
    if (fit->dof > 0)
        parts.push_back(
            {"scatter of the parts", fit->standardError(0), 1, static_cast<double>(fit->dof), Shape::Normal});
    parts.push_back(
        {"the instrument", check.error_mm / sizes.longest_mm / std::numbers::sqrt3, 1, forever, Shape::Rectangular});
    sizes.scale_budget = uncertainty::combine(std::move(parts));

    Offsets const offsets(*fit, sorts, check.error_mm);
    bool const walls = offsets.has(PartSize::Outside) && offsets.has(PartSize::Inside);
    bool const same = offsets.has(PartSize::SameWay);
    if (walls) sizes.cutter = offsets.sum({{PartSize::Inside, 0.5}, {PartSize::Outside, -0.5}});
    if (same) sizes.constant = offsets.sum({{PartSize::SameWay, 1}});
    if (same && offsets.has(PartSize::OppositeWays))
        sizes.reversal = offsets.sum({{PartSize::SameWay, 1}, {PartSize::OppositeWays, -1}});
    else if (same && walls)
        sizes.reversal = offsets.sum({{PartSize::SameWay, 1}, {PartSize::Inside, -0.5}, {PartSize::Outside, -0.5}});
    if (!sizes.cutter && !sizes.constant) sizes.mixed = offsets.sum({{sorts.front(), 1}});
    return sizes;
}

std::vector<zeroing::Judgement> partJudgements(shop::PartCheck const& check, double axis_mm, UnitSystem units) {
    char const axis = "XYZ"[static_cast<int>(check.axis)];
    auto const sizes = partSizes(check);
    if (!sizes)
        return {{Severity::Note,
                 "Two sizes tell what one cannot.",
                 fmt::format("Cut a small and a large part along {} and measure both: what grows with the size is "
                             "scale, what stays the same is not. Outside and inside tell the cutter, two holes reached "
                             "from the same side the rest.",
                             axis),
                 {}}};
    std::vector<zeroing::Judgement> said;
    auto len = [&](double mm) { return lengthText(mm, units, Sign::Always); };
    auto known = [](Told const& told) { return std::abs(told.mm) > told.expanded_95_mm; };
    double const off = sizes->off_mm(axis_mm), off_95 = sizes->off_95_mm(axis_mm);
    bool const scaled = std::abs(off) > off_95;
    said.push_back({scaled ? Severity::Attention : Severity::Note,
                    scaled ? fmt::format("Scale: {} comes out {} over the axis.", axis, len(off))
                           : std::string("No scale error to be told from none."),
                    fmt::format("Known to {} there, from parts of up to {}. {}", plusMinusText(off_95, units),
                                roughLengthText(sizes->longest_mm, units),
                                scaled ? "Measure moves under Scale before you correct steps: a part also holds what "
                                         "the cutter and the wood do."
                                       : "Leave the steps as they are."),
                    {}});
    auto tell = [&](std::optional<Told> const& told, std::string words, std::string what, std::string none) {
        if (!told) return;
        said.push_back({known(*told) ? Severity::Attention : Severity::Note,
                        fmt::format("{}: {} {}.", words, len(told->mm), plusMinusText(told->expanded_95_mm, units)),
                        known(*told) ? std::move(what) : std::move(none),
                        {}});
    };
    tell(sizes->cutter, "Cutter",
         fmt::format("It cuts as if it were {} wide: type that diameter for it.",
                     lengthText(check.cutter_mm + (sizes->cutter ? sizes->cutter->mm : 0), units)),
         "Its diameter is right, as far as this tells.");
    tell(sizes->reversal, "Lost at a reversal",
         "Backlash: cure it in the drive, or let every cut that matters end in the same direction. No steps for it.",
         "No lost motion to be told from none.");
    tell(sizes->constant, "The same at every size",
         "Of the measuring itself, jaws or zero: look at the instrument on a gauge block. No steps for it.",
         "Nothing that would be the same at every size.");
    if (sizes->mixed)
        said.push_back({Severity::Attention,
                        fmt::format("{} is the same at every size.", len(sizes->mixed->mm)),
                        "That is no scale. Cutter, lost motion and measuring look alike on one sort of part.",
                        {}});
    std::string next;
    if (!sizes->cutter) next = "Outside and inside, to tell the cutter's diameter.";
    if (!sizes->constant)
        next += std::string(next.empty() ? "" : " ") +
                "Two holes or edges reached going the same way: no cutter and no lost motion is in that distance.";
    else if (!sizes->reversal)
        next += std::string(next.empty() ? "" : " ") + "The same two, each reached going outwards, for lost motion.";
    if (!next.empty()) said.push_back({Severity::Note, "To tell the rest apart, measure", next, {}});
    return said;
}

} // namespace steady::install
