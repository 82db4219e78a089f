// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// External check values: tests/data/reference, each file with its conventions and where its values come from.

#include "core/base/Json.h"

#include <nlohmann/json.hpp>
#include <string>
#include <vector>

namespace steady::test {

/// The file's JSON, or a fatal error.
Json referenceJson(char const* name);
/// Columns of a CSV file with a header line, as numbers.
struct Table {
    std::vector<std::string> names;
    std::vector<std::vector<double>> rows;
    std::size_t column(std::string const& name) const;
};
Table referenceCsv(char const* name);

} // namespace steady::test
