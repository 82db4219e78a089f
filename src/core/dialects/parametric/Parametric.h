// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Numbered parameters, expressions, O-word flow.

#include "core/controller/Dialect.h"
#include "core/macros/Print.h"

namespace steady::dialects {

struct Asked;
struct Sign;

controller::Dialect const& parametric();
std::span<Sign const> parametricSigns();
std::span<Asked const> parametricAsks();
char const* parametricBenchText();
Result<macros::PrintedMacro> printParametric(macros::Recipe const& recipe, shop::Behaviour const& behaviour);

} // namespace steady::dialects
