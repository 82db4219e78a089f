// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Subroutines that stand in files of their own, each under the name of the one that it holds: as many controls look for
// what a text calls and does not hold. They are put behind the text, so that what runs is what is shown.

#include "core/base/Result.h"
#include "core/gcode/Grammar.h"

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace steady::gcode {

struct SubFile {
    std::string name;   ///< of the sub: lower case, or digits
    int first_line = 0; ///< in the whole text, from 1
};
struct WithSubs {
    std::string text;
    std::vector<SubFile> files; ///< in the order in which they were called
    /// The file that a line stands in, and its line there; null: the text that calls them.
    std::pair<SubFile const*, int> place(int line) const;
};

inline constexpr std::size_t max_sub_files = 200;

/// The text of the file that is named after a sub. None: there is no such file.
using ReadSub = std::function<Result<std::optional<std::string>>(std::string const& name)>;

/// Of each file only its subs; what stands outside of them is not run there either. A sub that no file holds stays
/// called and unknown. Error: that of `read`; TooMuch.
Result<WithSubs> withSubs(std::string_view text, Grammar const& grammar, ReadSub const& read);

} // namespace steady::gcode
