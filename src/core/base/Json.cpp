// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Json.h"

#include <nlohmann/json.hpp>

namespace steady {

Result<Json> parseJson(std::string_view text, std::string const& place) {
    try {
        return Json::parse(text);
    } catch (Json::exception const& problem) {
        return fail(Code::BadJson, {place}, problem.what());
    }
}

std::string dumpJson(Json const& value, int indent) {
    return value.dump(indent, ' ', false, Json::error_handler_t::replace);
}

} // namespace steady
