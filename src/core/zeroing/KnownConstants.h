// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Figures of the book that people write into scripts of their own.

#include "core/facts/Reader.h"
#include "core/shop/kinds/ZeroSetup.h"

#include <string>
#include <vector>

namespace steady::zeroing {

struct KnownConstant {
    char const* id;           ///< “constant-setter-x”, under which its pattern is kept
    char const* name;         ///< “X of the setter”
    std::optional<double> mm; ///< none: the book does not know it
};
/// Always all of them, in one order.
std::vector<KnownConstant> knownConstants(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::zeroing
