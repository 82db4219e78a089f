// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// JSON text to values and back: the only file that instantiates parser and printer.

#include "core/base/Result.h"

#include <nlohmann/json_fwd.hpp>
#include <string>
#include <string_view>

namespace steady {

using Json = nlohmann::json;

Result<Json> parseJson(std::string_view text, std::string const& place);
/// Sorted keys, shortest doubles. indent < 0: one line.
std::string dumpJson(Json const& value, int indent = -1);

} // namespace steady
