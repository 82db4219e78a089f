// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Everything that belongs to one sort of control, in one place: a folder of its own and a row here. Nothing else knows
// a code or the number of a variable.

#include "core/controller/Dialect.h"
#include "core/macros/Print.h"

namespace steady::dialects {

struct Bundle {
    controller::Dialect const& (*language)(); ///< before an owner has told how it behaves
    /// Of a joined recipe. `behaviour`: what the owner found out about the control, and the variables that macros use.
    /// Error: NotCarried, with the step that this sort of control cannot take, and why.
    Result<macros::PrintedMacro> (*print)(macros::Recipe const& recipe, shop::Behaviour const& behaviour);

    std::string const& id() const { return language().id; }
    std::string const& name() const { return language().name; }
};

std::span<Bundle const> bundles();

/// Error: NoSuchDialect, with those there are.
Result<Bundle const*> bundleOf(std::string_view id);

/// The language as the owner found it on the control. Error: as bundleOf.
Result<controller::Dialect> languageOf(std::string_view id, shop::Behaviour const& behaviour, shop::LengthSign sign);

/// The text for that machine: what its control cannot read is asked of the person. Error: as bundleOf, and NotCarried.
Result<macros::PrintedMacro> written(macros::Recipe const& recipe, shop::Machine const& machine);

/// Whether the variables that macros use exist in that control and do not meet each other. Error: as bundleOf;
/// NumbersOverlap, with both uses; OutOfRange, with the numbers there are.
Result<void> checkNumbers(std::string_view id, shop::Behaviour const& behaviour);

} // namespace steady::dialects
