// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A study on the virtual machine: the macro of its readings, printed and run; for practice, and for seeing what a cause
// would look like.

#include "core/machine/Run.h"
#include "core/macros/SetterRecipes.h"
#include "core/safety/Rehearsal.h"

namespace steady::safety {

struct StudyMacro {
    macros::PrintedMacro macro; ///< what is run
    /// What the control takes, which may be another text. Error: what is not said yet.
    Result<std::string> for_control;
    std::shared_ptr<machine::Loaded const> loaded; ///< its text
    macros::TouchLoop loop;
    std::shared_ptr<machine::World const> world; ///< as believed, with the scatter of the machine's touches
    bool at_release = false;                     ///< the reading is where it lets go
};
/// Error: as loopRecipe, and what the zero of the setup lacks.
Result<StudyMacro> studyMacro(facts::Reader const& book, shop::ZeroSetup const& setup, macros::TouchLoop const& loop);

/// Readings in order, Source::Simulated, as the controller reported them: machine Z of the slow touches. Error: the run
/// ended before the last of them or was stopped, with what the control said.
Result<shop::Readings> runStudy(StudyMacro const& study, machine::World const& world, std::int64_t at_utc_ms,
                                Going const& going = {});

} // namespace steady::safety
