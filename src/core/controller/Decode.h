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
    // What every line is asked comes first and close together: a run goes through hundreds of them.
    CodeWord const* words = nullptr;              ///< of the dialect
    CodeWord const* alone = nullptr;              ///< a word that belongs to no modal group
    std::uint32_t present = 0;                    ///< bit per letter, without G and M
    std::uint32_t groups = 0;                     ///< bit per modal group that has a word
    std::array<std::uint8_t, group_count> word{}; ///< by modal group, where its bit is set: which of `words`
    std::uint32_t unread = 0;                     ///< bit per letter that no code of the line reads
    std::uint32_t pointless = 0;                  ///< bit per letter of a written number without a point
    std::array<double, 26> values{};              ///< by letter

    bool has(char letter) const { return present & (1u << (letter - 'A')); }
    double value(char letter) const { return values[letter - 'A']; }
    CodeWord const* in(Group group) const {
        auto const at = static_cast<std::size_t>(group);
        return groups >> at & 1 ? words + word[at] : nullptr;
    }
    /// Nothing but a motion, and where it goes.
    bool onlyMoves() const {
        constexpr auto further = 1u << ('F' - 'A') | 1u << ('T' - 'A');
        return !alone && (groups & ~(1u << static_cast<unsigned>(Group::Motion))) == 0 && (present & further) == 0 &&
               !does(Group::Motion, Does::NoMotion);
    }
    bool does(Group group, Does what) const { return in(group) && in(group)->does == what; }
    bool aloneDoes(Does what) const { return alone && alone->does == what; }
    bool waits() const {
        for (std::size_t i = 0; i < group_count; ++i)
            if (auto const* each = in(static_cast<Group>(i)); each && each->waits) return true;
        return alone && alone->waits;
    }
    bool hasAxis() const { return has('X') || has('Y') || has('Z'); }
};

tl::expected<Decoded, Error> decode(gcode::Program const& program, gcode::Block const& block, Dialect const& dialect,
                                    gcode::Values const& values);

/// Whether no value of the block depends on a parameter, so that it can be checked before anything runs.
bool isConstant(gcode::Program const& program, gcode::Block const& block);

} // namespace steady::controller
