// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a controller understands and how it behaves where it matters: data. The virtual controller knows what words do
// and what variables show; which code and which number that is, only a dialect knows.

#include "core/controller/CodeWord.h"
#include "core/controller/Variables.h"

#include <cstdint>
#include <span>
#include <string>
#include <vector>

namespace steady::controller {

/// What a probing move does when the input reads contact before it starts.
enum class ClosedAtStart { Error, EndsAsContact };

struct Dialect {
    std::string id;   ///< as the book stores it
    std::string name; ///< as people read it
    gcode::Grammar grammar;
    std::span<CodeWord const> words; ///< 256 at most
    std::span<DataForm const> data_forms;
    Variables variables;
    ClosedAtStart closed_at_start = ClosedAtStart::Error;
    bool home_moves_all_axes = true;  ///< to the stored point, after the intermediate one; otherwise only those named
    bool end_resets_offset = true;    ///< the end goes back to the first work offset; otherwise the one in use stays
    double length_sign = 1;           ///< −1: the table of tool lengths keeps negative distances
    double shortest_probe_mm = 0.254; ///< RS274/NGC: 0.254 mm or 0.01 inch
    int max_m_words = 4;
    int work_offsets = 9;
    bool streamed = false;    ///< sent line by line: texts come in segments, and end where they end
    bool built_in = false;    ///< takes no text: what it does by itself is written in a language that can be played
    bool phrased = false;     ///< takes texts in its owner's words: what is played is another text
    bool reads_ahead = false; ///< sums, jumps and alarms come before the motion above them, but for what waits
    bool skip_waits = false;  ///< it waits for a skip move as well
    bool least_increments =
        false;               ///< written lengths without a point count in thousandths, or ten-thousandths of an inch
    double dwell_p_s = 1;    ///< unit of a dwell's P
    bool dwell_by_x = false; ///< or X, in seconds
    bool zero_is_external = false; ///< data for offset 0 go to what is added to all; otherwise to the one in use

    /// Once the words are set: makes them quick to find.
    void finish();
    CodeWord const* find(char letter, int tenths) const;
    bool has(Does what) const;

private:
    std::vector<std::int16_t> m_of_g, m_of_m; ///< by tenths; −1: none
};

} // namespace steady::controller
