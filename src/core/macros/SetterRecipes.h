// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The procedures that touch the fixed setter alone: re-touch after a change, length into the table, zero on the
// spoilboard; for the tools of a list, or for any tool.

#include "core/facts/Reader.h"
#include "core/gcode/Grammar.h"
#include "core/macros/Kind.h"
#include "core/macros/Parts.h"
#include "core/zeroing/Lengths.h"

#include <array>

namespace steady::macros {

/// Between the free disc and the tip of the longest that the tool may be.
inline constexpr double above_disc_mm = 2;
/// A contact may lie so much beyond what the ± of the length allows.
inline constexpr double beyond_length_mm = 0.3;

/// The way of one tool over the setter. Error: NoSetter, SetterHeightUnknown, LengthUnknown, StrokeTooShort, NotOnDisc,
/// NotInTravel.
Result<SetterWay::Row> setterRow(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);

/// Every tool of the book that can go on the setter; the others are named. Error: that of `must` when it cannot;
/// TwoAlike: two tools with one number.
Result<SetterWay> setterWay(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> must);

/// What any tool must be like to go on the setter.
struct FitsSetter {
    double widest_mm = 0;                     ///< at the end that touches
    double shortest_mm = 0, longest_mm = 0;   ///< below the spindle face
    double least_stick_out_mm = 0;            ///< below nut or holder
    double estimate_error_mm = 0;             ///< how far a typed length may be off, ±
    double least_jog_mm = 0, most_jog_mm = 0; ///< tip above the disc, when it is jogged there
    bool free = false;                        ///< may run without either: an overtravel contact is in the stop chain
};
/// Error: NoSetter, SetterHeightUnknown, StrokeTooShort.
Result<FitsSetter> fitsSetter(facts::Reader const& book, shop::ZeroSetup const& setup);

/// What a control does not do for a macro.
struct Lacks {
    bool numbers = false;     ///< it keeps none: written for the tool of the setup alone, and without a link
    double most_override = 1; ///< its feed override is not locked, and its knob goes so far
    std::optional<gcode::Numbers> kept =
        {}; ///< that belong to its owner, and keep their values; none: nobody has asked
};

/// Re-touch (W' = setter contact − D), length into the table (L = L_ref + m − m_ref), zero on the spoilboard
/// (W = m − B); each for the book's tools or for any. Error: as setterWay or fitsSetter, and what the kind lacks.
/// Under which a person types the zero that was noted last, on a control that keeps no numbers.
inline constexpr char const* noted_name = "noted";

Result<Recipe> setterRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks = {});

/// What is measured as soon as a change at a rack or carousel is finished, so that the job can go on by itself.
struct Afterwards {
    std::vector<Step> first;         ///< what must be so before anything moves
    std::vector<Step> then;          ///< on the setter; Z is up at its end
    std::string end;                 ///< what it leaves behind
    std::vector<std::string> header; ///< setter, tool and feeds
};
/// Re-touch or length, as the kind says, of the tool that is fetched. None: it measures nothing. Error: as
/// setterRecipe.
Result<std::optional<Afterwards>> afterwards(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup,
                                             Lacks lacks);

/// Readings for a study: the setter touched again and again, one slow touch each, told as it comes. Sets nothing.
enum class Between { Nothing, MoveAway, TurnSpindle, OtherPlace, HomeAgain };
struct TouchLoop {
    Between between = Between::Nothing;
    int touches = 20;                               ///< 2 to 100
    double away_mm = 40;                            ///< how far it moves away in X
    std::vector<std::array<double, 2>> places = {}; ///< OtherPlace: from the middle of the disc, one each
    bool air = true;                                ///< blown clean as the setter is touched; where it has air
    Lacks lacks = {};
};
inline constexpr int most_loop_touches = 100;
/// It moves away to the side that has room. Error: as setterWay; OutOfRange for the number of touches, FewReadings
/// where places are missing, NotOnDisc for a tool that does not stay on the disc at each, NotInTravel for what no axis
/// reaches.
Result<Recipe> loopRecipe(facts::Reader const& book, shop::ZeroSetup const& setup, TouchLoop loop,
                          Kind kind = Kind::Retouch);
/// The same as a macro of its own: ten touches, a grid on the disc with its middle first and last, or six homings.
/// Error: as loopRecipe.
Result<Recipe> readingsRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks);

} // namespace steady::macros
