// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Json.h"

#include <nlohmann/json.hpp>

namespace steady {

namespace {

/// Deeper than anything that this program writes; a text that is nested without end would exhaust the stack later on.
constexpr int deepest = 100;

bool tooDeep(std::string_view text) {
    int depth = 0;
    bool quoted = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        char const c = text[i];
        if (quoted) {
            if (c == '\\') ++i;
            quoted = c != '"';
        } else if (c == '"') {
            quoted = true;
        } else if (c == '[' || c == '{') {
            if (++depth > deepest) return true;
        } else if (c == ']' || c == '}') {
            --depth;
        }
    }
    return false;
}

} // namespace

Result<Json> parseJson(std::string_view text, std::string const& place) {
    if (tooDeep(text)) return fail(Code::BadJson, {place}, "it is nested deeper than " + std::to_string(deepest));
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
