// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a controller understands and how it behaves where it matters: data, chosen per machine.

#include <optional>
#include <span>
#include <string>

namespace steady::controller {

/// What a probing move does when the input reads contact before it starts.
enum class ClosedAtStart { Error, EndsAsContact };

/// What a G word does with the axis words of its line.
enum class Axes { Unused, Needed, Allowed };

struct GWord {
    int code_tenths;     ///< G38.2 is 382
    int group;           ///< modal group of RS274/NGC; 0: not modal
    char const* meaning; ///< “absolute positions”, for the words beside a line
    Axes axes = Axes::Unused;
    char const* letters = "";   ///< other words that it reads from its line
    char const* note = nullptr; ///< why it has no effect here; none: it has
};

struct MWord {
    int code;
    int group;
    char const* meaning;
    char const* letters = "";
    char const* note = nullptr;
};

struct Dialect {
    std::string id;   ///< as the book stores it
    std::string name; ///< as people read it
    std::span<GWord const> g_words;
    std::span<MWord const> m_words;
    ClosedAtStart closed_at_start = ClosedAtStart::Error;
    /// The parameter that reads 1 once the machine is homed; none: a macro has to ask.
    std::optional<int> homed_parameter;
    bool home_moves_all_axes = true;  ///< G28 and G30, after the intermediate point; otherwise only the axes named
    bool end_resets_offset = true;    ///< M2 and M30 go back to the first work offset; otherwise the one in use stays
    double length_sign = 1;           ///< −1: the table of tool lengths keeps negative distances
    double shortest_probe_mm = 0.254; ///< RS274/NGC: 0.254 mm or 0.01 inch
    int line_length = 256;
    int max_m_words = 4;
};

/// Numbered parameters, expressions, O-word flow: RS274/NGC as in NISTIR 6556, recalled.
Dialect const& parametric();

} // namespace steady::controller
