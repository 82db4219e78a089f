// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A control that takes line after line and keeps no numbers: texts for it come in segments.

#include "core/controller/Dialect.h"
#include "core/macros/Print.h"

namespace steady::dialects {

struct Asked;
struct Sign;

controller::Dialect const& streaming();
std::span<Sign const> streamingSigns();
std::span<Asked const> streamingAsks();
char const* streamingBenchText();
Result<macros::PrintedMacro> printStreaming(macros::Recipe const& recipe, shop::Behaviour const& behaviour);

} // namespace steady::dialects
