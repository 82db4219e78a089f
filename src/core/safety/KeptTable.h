// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A fault table that the book keeps, and the text that it is of.

#include "core/shop/kinds/MacroProof.h"

#include <string_view>

namespace steady::safety {

/// Whether it is of that text, and of the virtual machine that there is now.
bool isOf(shop::MacroProof const& proof, std::string_view text);

/// The text as FNV-1a of its bytes, 64 bits in hexadecimal; tells texts apart, and is no seal.
std::string textHash(std::string_view text);

} // namespace steady::safety
