// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A custom macro control: variables by number, jumps, a skip move that ends without a word, and reading ahead.

#include "core/controller/Dialect.h"
#include "core/macros/Print.h"

namespace steady::dialects {

struct Asked;
struct Sign;

controller::Dialect const& hashVariable();
std::span<Sign const> hashSigns();
std::span<Asked const> hashAsks();
char const* hashBenchText();
shop::Behaviour usualHash();
Result<macros::PrintedMacro> printHash(macros::Recipe const& recipe, shop::Behaviour const& behaviour);

} // namespace steady::dialects
