// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a text was written from, and of which day, for whoever finds it on the control later.

#include "core/macros/Kind.h"
#include "core/macros/Recipe.h"
#include "core/zeroing/PlateZero.h"

namespace steady::macros {

/// “Rests on: Brass plate, 12.689 mm, of 2026-06-12, and Low setter, touched by tool 1, of 2026-06-26.” None: the macro
/// takes no figure from the book. Days are UTC.
std::optional<std::string> restsOn(facts::Reader const& book, zeroing::PlateZeroResult const& zero, Kind kind);

/// The same as figures, to be kept with a text: thickness, place and trip of the setter.
std::vector<shop::Used> figuresOf(facts::Reader const& book, zeroing::PlateZeroResult const& zero, Kind kind);

/// What a control does with a text and says at it: without comments and blanks. What somebody is told to do with their
/// hands is as much of a macro as its moves.
std::string codeOf(std::string const& text);

} // namespace steady::macros
