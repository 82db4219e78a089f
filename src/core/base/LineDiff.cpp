// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/LineDiff.h"

#include <algorithm>

namespace steady {
namespace {

std::vector<std::string_view> linesOf(std::string_view text) {
    std::vector<std::string_view> lines;
    while (!text.empty()) {
        auto const end = text.find('\n');
        lines.push_back(text.substr(0, end));
        if (end == std::string_view::npos) break;
        text.remove_prefix(end + 1);
    }
    return lines;
}

} // namespace

std::vector<DiffLine> diffLines(std::string_view old_text, std::string_view new_text) {
    auto const before = linesOf(old_text), after = linesOf(new_text);
    std::size_t const n = before.size(), m = after.size(), row = m + 1;
    std::vector<int> common((n + 1) * row, 0); // lines in common from here to both ends
    for (std::size_t i = n; i-- > 0;)
        for (std::size_t j = m; j-- > 0;)
            common[i * row + j] = before[i] == after[j] ? common[(i + 1) * row + j + 1] + 1
                                                        : std::max(common[(i + 1) * row + j], common[i * row + j + 1]);
    std::vector<DiffLine> made;
    std::size_t i = 0, j = 0;
    while (i < n || j < m) {
        int const old_line = static_cast<int>(i) + 1, new_line = static_cast<int>(j) + 1;
        if (i < n && j < m && before[i] == after[j]) {
            made.push_back({LineChange::Same, old_line, new_line, std::string(before[i])});
            ++i, ++j;
        } else if (j == m || (i < n && common[(i + 1) * row + j] >= common[i * row + j + 1])) {
            made.push_back({LineChange::Gone, old_line, 0, std::string(before[i++])});
        } else {
            made.push_back({LineChange::New, 0, new_line, std::string(after[j++])});
        }
    }
    return made;
}

} // namespace steady
