// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Json.h"

#include <nlohmann/json.hpp>

namespace steady {

namespace {

/// Deeper than anything that this program writes; a text that is nested without end would exhaust the stack later on.
constexpr int deepest = 100;

struct TooDeep {};

} // namespace

Result<Json> parseJson(std::string_view text, std::string const& place) {
    try {
        return Json::parse(text, [](int depth, Json::parse_event_t, Json&) {
            if (depth > deepest) throw TooDeep{};
            return true;
        });
    } catch (TooDeep const&) {
        return fail(Code::BadJson, {place}, "it is nested deeper than " + std::to_string(deepest));
    } catch (Json::exception const& problem) {
        return fail(Code::BadJson, {place}, problem.what());
    }
}

std::string dumpJson(Json const& value, int indent) {
    return value.dump(indent, ' ', false, Json::error_handler_t::replace);
}

} // namespace steady
