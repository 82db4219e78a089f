// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A control with a touch routine of its own: nothing is loaded. What is typed into the routine is a sheet; below it
// stands what such a routine does, so that the virtual machine can play it and faults can be tried on it.

#include "core/controller/Dialect.h"
#include "core/macros/Print.h"

namespace steady::dialects {

struct Asked;

controller::Dialect const& builtIn();
std::span<Asked const> builtInAsks();
Result<macros::PrintedMacro> printBuiltIn(macros::Recipe const& recipe, shop::Behaviour const& behaviour);

} // namespace steady::dialects
