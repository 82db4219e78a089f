// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A text in pieces, for controls without variables: between two pieces somebody reads, types, checks or does something,
// and the next piece is sent with the numbers filled in. docs/formats.md, “Text in segments”.

#include "core/gcode/Program.h"

#include <map>
#include <optional>

namespace steady::gcode {

struct Between {
    enum class What {
        Report, ///< X, Y or Z of the last probing move, as the control reports it, goes into `name`
        Type,   ///< a person types `name`, in mm with so many decimals
        Read,   ///< a person reads the Z of a work offset on the control's screen into `name`
        Do,     ///< a person does `words`
        Require ///< `sum` lies from `low` to `high`; otherwise nothing more is sent
    };
    What what = What::Do;
    int line = 0; ///< of the comment, from 1
    std::string name, words, sum;
    int decimals = 3;
    int axis = 2;        ///< that is reported: 0, 1, 2 for X, Y, Z
    int work_offset = 0; ///< that is read
    double low = 0, high = 0;
};

struct Segment {
    int first_line = 1; ///< in the whole text
    std::string text;
    std::optional<Between> then; ///< none: the last one
};

struct SegmentedText {
    std::vector<Segment> segments; ///< at least one
    Findings findings;             ///< comments that begin with SEGMENT and say nothing known; numbers out of order
};
SegmentedText segmentsOf(std::string_view text);

using Filled = std::map<std::string, double>; ///< by name, lower case; mm

/// The value of a sum of names and numbers: “first - 9.942”. Error: NameUnset, or what is wrong with it.
Result<double> sumOf(std::string const& sum, Filled const& values, int line);
/// What is wrong with the sum of which something is required; empty: nothing. Error: as sumOf.
Result<std::string> notAsRequired(Between const& required, Filled const& values);
/// The piece with each {sum} as a decimal of four digits, standing at its lines in the whole text. Error: as sumOf;
/// BracketOpen.
Result<std::string> filled(Segment const& segment, Filled const& values);

} // namespace steady::gcode
