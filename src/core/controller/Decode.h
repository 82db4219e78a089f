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
    std::array<double, 26> values{}; ///< by letter
    std::uint32_t present = 0;       ///< bit per letter, without G and M
    std::array<int, 16> g{};         ///< code in tenths by modal group; -1: none. Group 0 is split in g0
    std::array<int, 4> g0{};         ///< codes of group 0
    int g0_count = 0;
    std::array<int, 4> m{};
    int m_count = 0;

    bool has(char letter) const { return present & (1u << (letter - 'A')); }
    double value(char letter) const { return values[letter - 'A']; }
    // Asked of every block for many codes, and mostly there is none.
    bool hasG0(int code_tenths) const { return g0_count > 0 && holds(g0, g0_count, code_tenths); }
    bool hasM(int code) const { return m_count > 0 && holds(m, m_count, code); }
    bool hasAxis() const { return has('X') || has('Y') || has('Z'); }

private:
    static bool holds(std::array<int, 4> const& codes, int count, int code) {
        for (int i = 0; i < count; ++i)
            if (codes[static_cast<std::size_t>(i)] == code) return true;
        return false;
    }
};

tl::expected<Decoded, Error> decode(gcode::Program const& program, gcode::Block const& block, Dialect const& dialect,
                                    gcode::Values const& values);

/// Whether no value of the block depends on a parameter, so that it can be checked before anything runs.
bool isConstant(gcode::Program const& program, gcode::Block const& block);

/// “G38.2” for 382.
std::string gName(int code_tenths);

} // namespace steady::controller
