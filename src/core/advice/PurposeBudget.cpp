// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/advice/PurposeBudget.h"

#include "core/facts/Facts.h"
#include "core/quantity/Units.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Lengths.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::advice {
namespace {

using uncertainty::Budget;
using uncertainty::Contribution;
using zeroing::Judgement;

void append(std::vector<Contribution>& parts, std::vector<Contribution> const& more) {
    parts.insert(parts.end(), more.begin(), more.end());
}

/// `count` touches of the setter as it is touched there, beside what there is.
Result<Budget> withSetterTouches(facts::Reader const& book, shop::ZeroSetup const& setup,
                                 std::vector<Contribution> parts, std::vector<std::string> const& touches) {
    auto const* setter = book.find(setup.place.setter);
    if (!setter) return fail(Code::NoSetter, {"setter"});
    auto const toucher = zeroing::toucherOf(book, setup.place, shop::Target::Setter, setter->practice.read_on);
    if (!toucher) return Failure(toucher.error());
    auto const at = zeroing::predictTouch(toucher->machine, zeroing::feedsFor(toucher->machine, *setter).slow_mm_min);
    for (auto const& touch : touches) append(parts, touchContributions(*toucher, at, touch));
    return uncertainty::combine(std::move(parts));
}

/// What it comes to with this contribution a third of what it is, or with one more that is alike.
double improved_mm(Budget const& budget, int at) {
    auto parts = budget.contributions;
    auto& part = parts[static_cast<std::size_t>(at)];
    part.u /= 3;
    part.low /= 3;
    part.high /= 3;
    return uncertainty::combine(std::move(parts)).expanded_95;
}

/// Bounds that lie on one side are shown as they are.
std::string shapeOf(Contribution const& part, UnitSystem units) {
    if (part.shape != uncertainty::Shape::OneSided) return word(part.shape);
    return fmt::format("one-sided: {} to {}", lengthText(part.low, units, Sign::Always),
                       lengthText(part.high, units, Sign::Always));
}

char const* cureOf(std::string const& name) {
    auto const has = [&](char const* words) { return name.find(words) != std::string::npos; };
    if (has("permissible error")) return "A better instrument; more readings do not help.";
    if (has("not measured") || has("nominal")) return "Measure the plate at five places.";
    if (has("study of")) return "A slower touch, or the mean of more touches, and the study again.";
    if (has("one touch")) return "Twenty readings at Repeatability put what is shown in the place of what is assumed.";
    if (has("scatter")) return "More readings of it.";
    if (has("paper")) return "A plate or a setter instead of paper.";
    if (has("step")) return "A finer readout.";
    if (has("seated")) return "A clean taper, and the holder pressed home each time.";
    if (has("homed")) return "A slower latch feed, or no homing between.";
    if (has("polling")) return "A slower touch.";
    return "Look what brings it.";
}

} // namespace

char const* titleOf(BudgetFor purpose) {
    switch (purpose) {
    case BudgetFor::ZeroByPlate: return "Zero by plate";
    case BudgetFor::ChangeBySetter: return "Change of the tool by setter";
    case BudgetFor::LengthTable: return "Length table";
    case BudgetFor::Paper: return "By paper";
    }
    return "";
}

Result<Budget> budgetFor(facts::Reader const& book, shop::ZeroSetup const& setup, BudgetFor purpose) {
    auto const zero = zeroing::plateZero(book, setup);
    if (!zero) return Failure(zero.error());
    auto const byPlate = [&] {
        auto parts = zero->thickness.budget.contributions;
        for (auto& part : parts) part.sensitivity = -1;
        append(parts, touchContributions({zero->machine, zero->proven}, zero->slow, "plate touch"));
        return zero->chain ? zero->chain->budget : uncertainty::combine(std::move(parts));
    };
    switch (purpose) {
    case BudgetFor::ZeroByPlate: return byPlate();
    case BudgetFor::ChangeBySetter: {
        if (auto const chain = zeroing::retouchZero(book, setup, setup.place.assembly)) return chain->budget;
        return withSetterTouches(book, setup, byPlate().contributions, {"setter touch", "this tool's touch"});
    }
    case BudgetFor::LengthTable: {
        if (auto const chain = zeroing::lengthTableZero(book, setup)) return chain->budget;
        return withSetterTouches(book, setup, byPlate().contributions, {"touch of the reference", "this tool's touch"});
    }
    case BudgetFor::Paper: return zeroing::paperBudget(zeroing::machineOf(book, setup));
    }
    return byPlate();
}

std::vector<Judgement> budgetJudgements(facts::Reader const& book, shop::ZeroSetup const& setup, Budget const& budget) {
    auto const units = book.units();
    auto const pm = [&](double mm) { return plusMinusText(mm, units); };
    std::vector<Judgement> said;
    double const good = setup.prefer.good_enough_mm;
    bool const enough = budget.expanded_95 <= good;
    auto const dof =
        std::isfinite(budget.effective_dof) ? fmt::format("{:.0f}", budget.effective_dof) : std::string("many");
    said.push_back({enough ? Severity::Note : Severity::Attention,
                    pm(budget.expanded_95) + " with 95 %.",
                    fmt::format("{} is good enough here: that is {}. The same figures stand in Zeroing; the scatter of "
                                "a touch also makes the windows of the macros.",
                                pm(good), enough ? "held" : "not held"),
                    {}});
    auto& why = said.back().why;
    why.push_back(fmt::format("Combined {} (standard), effective degrees of freedom {}.",
                              lengthText(budget.combined_u, units), dof));
    why.push_back(fmt::format("All at their worst at once: {} to {}.",
                              lengthText(budget.worst_low, units, Sign::Always),
                              lengthText(budget.worst_high, units, Sign::Always)));
    bool hatched = false;
    for (auto const& part : budget.contributions) {
        hatched = hatched || !std::isfinite(part.dof);
        why.push_back(fmt::format("{}: {} × {:g}, {}{}", part.name, lengthText(part.u, units), part.sensitivity,
                                  shapeOf(part, units),
                                  std::isfinite(part.dof) ? fmt::format(", {:g} degrees of freedom", part.dof) : ""));
    }
    if (budget.dominant >= 0) {
        auto const& top = budget.contributions[static_cast<std::size_t>(budget.dominant)];
        said.push_back({Severity::Note,
                        "What dominates: " + top.name,
                        fmt::format("{} With a third of it, the whole comes to {}.", cureOf(top.name),
                                    pm(improved_mm(budget, budget.dominant))),
                        {}});
    }
    if (hatched)
        said.push_back({Severity::Note,
                        "Hatched bars are assumed or stated, not shown by readings.",
                        "A study of a device, moved and put back, takes the place of what is assumed of its touch.",
                        {}});
    return said;
}

} // namespace steady::advice
