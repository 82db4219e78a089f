// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What every procedure at the fixed setter is built of: which tools go on it, how each reaches it, what is said of
// them.

#include "core/macros/Figures.h"
#include "core/macros/PlateZeroRecipe.h"
#include "core/macros/SetterRecipes.h"

namespace steady::macros {

struct SetterBuilder {
    Kind kind;
    facts::Reader const& book;
    shop::ZeroSetup const& setup;
    shop::Machine const& machine;
    shop::ToolSetter const& setter;
    TouchPlan touch;
    Lacks lacks = {};
    SetterWay way = {};
    std::optional<FitsSetter> fits = {};
    std::vector<int> too_wide = {}; ///< numbers of tools known not to fit
    Parts parts{machine, "", {}};
    std::vector<std::string> header = headerBegin(machine);

    /// The list that it is written for, or what any tool must be like.
    /// Error: as setterWay or fitsSetter.
    Result<void> findTools();

    /// The tool that goes on the setter.
    Id<shop::Assembly> measured() const { return of(kind).changes_tool ? setup.change.next : setup.place.assembly; }
    UnitSystem units() const { return machine.units; }
    std::string len(double mm) const { return lengthWithUnit(mm, units()); }
    void add(std::string id, std::string purpose, Action action) {
        parts.add(std::move(id), std::move(purpose), std::move(action));
    }
    std::vector<int> offsets() const; ///< that are set, the one of the setup first
    std::string offsetNames() const;

    /// Into the header: setter, tools and feeds.
    void describe();
    void describeAny();

    /// The control's number is one of the list, or none that is known not to fit.
    void requireTool();

    /// The tool may come from anywhere; what bounds its search is found out before anything goes across.
    void chooseBound();

    /// Asked, proved where it has to be, over the setter and down onto it.
    void reach(std::string const& ask);

    /// The alarm when the control kept another figure; from then on that is how things stand.
    std::string wrongText(char const* what);

    Result<Recipe> recipe();
};

/// Where the override is not locked, a knob at its end must still find the setter softly.
zeroing::ProbingFeeds feedsAt(shop::Machine const& machine, shop::ToolSetter const& setter, Lacks const& lacks);

} // namespace steady::macros
