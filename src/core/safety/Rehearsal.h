// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A macro written from the book, and the world that the book believes in, ready to be run against each other.

#include "core/macros/PlateZeroRecipe.h"
#include "core/macros/Print.h"
#include "core/safety/Aim.h"
#include "core/safety/DialectOf.h"
#include "core/safety/Draw.h"

#include <memory>

namespace steady::safety {

struct Rehearsal : Aim {
    zeroing::PlateZeroResult zero;
    macros::PlateZeroPlan plan; ///< of the kinds that touch the plate
    macros::PrintedMacro macro; ///< what is run
    /// What the control takes, where that is another text, in its owner's words; none: it takes what is run.
    std::optional<Result<macros::PrintedMacro>> said;
    Spreads spreads; ///< how far the shop may be from the world below

    Rehearsal();
    Rehearsal(Rehearsal const&);
    Rehearsal(Rehearsal&&) noexcept;
    Rehearsal& operator=(Rehearsal const&);
    Rehearsal& operator=(Rehearsal&&) noexcept;
    ~Rehearsal();
    /// What is loaded into the control. Error: what is not said yet.
    Result<std::string> loadedText() const {
        if (!said) return macro.text;
        if (!*said) return Failure(said->error());
        return (*said)->text;
    }
    machine::World& world() { return *m_world; } ///< as believed, with the acts that the macro asks for
    machine::World const& world() const { return *m_world; }

private:
    std::unique_ptr<machine::World> m_world;
};

/// `leave_out`: ids of the recipe's steps to leave out. Error: Stale where it would rest on what no longer holds
/// (Gate.h); MethodMixed where the kind or the book's offsets belong to another method than the chosen one; and
/// whatever the kind lacks.
Result<Rehearsal> rehearse(facts::Reader const& book, shop::ZeroSetup const& setup,
                           macros::Kind kind = macros::Kind::PlateZero, std::set<std::string> const& leave_out = {});

/// The same without the gate, only to foretell how long a step of the redo will take once the others are done.
Result<Rehearsal> foretell(facts::Reader const& book, shop::ZeroSetup const& setup, macros::Kind kind);

/// The machine as the book believes it, over a tool change: the tool high, plate and clip away, the setter's touches
/// scattering as they do. Error: what the zero lacks, a study that cannot be read.
Result<machine::World> worldFor(facts::Reader const& book, shop::ZeroSetup const& setup);

/// What the macro takes when all is as the book says; pauses come on top.
struct Prediction {
    double machine_s = 0;
    int pauses = 0;
};
Prediction predict(Rehearsal const& rehearsal);

/// What the virtual machine's plate contact would be typed as: marked simulated, never stored.
/// Error: the run ended without a contact.
Result<shop::Contact> simulatedContact(Rehearsal const& rehearsal, std::int64_t at_utc_ms);

/// The setup in the book, or the one made of the first of each kind.
std::pair<Id<shop::ZeroSetup>, shop::ZeroSetup> setupOf(facts::Reader const& book);

} // namespace steady::safety
