// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// One block with its values found, checked against the dialect's words and modal groups.

#include "core/base/Result.h"
#include "core/controller/Dialect.h"
#include "core/gcode/Evaluate.h"

#include <array>

namespace steady::controller {

struct Decoded {
    std::array<double, 26> values{};                  ///< by letter
    std::uint32_t present = 0;                        ///< bit per letter, without G and M
    std::array<CodeWord const*, group_count> words{}; ///< by modal group; none: null
    std::uint32_t groups = 0;                         ///< bit per modal group that has a word
    CodeWord const* alone = nullptr;                  ///< a word that belongs to no modal group
    std::uint32_t unread = 0;                         ///< bit per letter that no code of the line reads
    std::uint32_t pointless = 0;                      ///< bit per letter of a written number without a point

    bool has(char letter) const { return present & (1u << (letter - 'A')); }
    double value(char letter) const { return values[letter - 'A']; }
    CodeWord const* in(Group group) const { return words[static_cast<std::size_t>(group)]; }
    /// Nothing but a motion, and where it goes.
    bool onlyMoves() const {
        constexpr auto further = 1u << ('F' - 'A') | 1u << ('T' - 'A');
        return !alone && (groups & ~(1u << static_cast<unsigned>(Group::Motion))) == 0 && (present & further) == 0 &&
               !does(Group::Motion, Does::NoMotion);
    }
    bool does(Group group, Does what) const { return in(group) && in(group)->does == what; }
    bool aloneDoes(Does what) const { return alone && alone->does == what; }
    bool waits() const {
        for (auto const* word : words)
            if (word && word->waits) return true;
        return alone && alone->waits;
    }
    bool hasAxis() const { return has('X') || has('Y') || has('Z'); }
};

tl::expected<Decoded, Error> decode(gcode::Program const& program, gcode::Block const& block, Dialect const& dialect,
                                    gcode::Values const& values);

/// Whether no value of the block depends on a parameter, so that it can be checked before anything runs.
bool isConstant(gcode::Program const& program, gcode::Block const& block);

} // namespace steady::controller
