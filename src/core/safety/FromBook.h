// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What the book knows that a procedure needs: what to write it from, the world that it believes in, how far that may be
// off, and how near the procedure must come.

#include "core/machine/World.h"
#include "core/macros/Kind.h"
#include "core/macros/PlateZeroRecipe.h"
#include "core/macros/SetterRecipes.h"
#include "core/safety/DialectOf.h"
#include "core/safety/Draw.h"
#include "core/zeroing/Toucher.h"

namespace steady::safety {

/// So far the tip hangs above the plate while nothing says otherwise.
inline constexpr double believed_above_plate_mm = 8;

struct FromBook {
    facts::Reader const& book;
    shop::ZeroSetup const& setup;
    macros::Kind kind;
    zeroing::PlateZeroResult const& zero;
    macros::Lacks lacks = {}; ///< of the control

    /// The tool that is touched: the one in the spindle, or the one that comes next.
    Id<shop::Assembly> measured() const { return traits().changes_tool ? setup.change.next : setup.place.assembly; }
    macros::Traits const& traits() const { return macros::of(kind); }

    /// Everything that a procedure at the plate is written from. Error: what it lacks.
    Result<macros::PlateZeroUse> plateUse() const;
    /// In the controller's table, as measured; none: not measured.
    std::optional<double> tableLength_mm(Id<shop::Assembly> tool) const;

    /// The machine as the book believes it, before any act of a person.
    machine::World world() const;
    /// X and Y of the kept place: as noted; while nobody has, somewhere that the axes reach.
    std::array<double, 2> storedPlace_mm() const;
    /// Where the present tool's tip stands on the work, as machine Z.
    double believedZero_mm() const;

    double tolerance_mm() const; ///< the stated ± of what is set
    bool statesInterval() const; ///< that is a 95 % interval of all that the book does not know better
    double repeat_mm() const;    ///< what two honest runs may differ by: every touch lies within its bound
    /// How far all of it may be off. Error: a study of the setter or of homing that cannot be read.
    Result<Spreads> spreads() const;

    /// Error: NoSetter, and what the setter lacks.
    Result<zeroing::Toucher> atSetter() const;

private:
    std::optional<double> boardZ_mm(Id<shop::Assembly> tool) const;
    std::optional<zeroing::Between> ownWindow_mm(Id<shop::Assembly> tool, double half_mm) const;
    Result<void> ownOffsets(macros::PlateZeroUse& use) const;
    shop::Assembly asKnown(Id<shop::Assembly> id, shop::Assembly tool) const;
    void remember(machine::World& world) const;
    zeroing::TouchPrediction slowAtSetter(zeroing::Toucher const& toucher) const;
    std::vector<uncertainty::Contribution> kept() const;
};

} // namespace steady::safety
