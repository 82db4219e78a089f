// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How a control behaves where it matters: what its owner found out, each by a bench test of two minutes.

#include "core/shop/Phrase.h"

#include <optional>
#include <vector>

namespace steady::shop {

/// What a probing move does when the input reads contact before it starts.
enum class ClosedAtStart { Refused, EndsAsContact };
constexpr char const* word(ClosedAtStart what) {
    switch (what) {
    case ClosedAtStart::Refused: return "refused";
    case ClosedAtStart::EndsAsContact: return "ends_as_contact";
    }
    return nullptr;
}

/// Which axes G28 and G30 move to the stored point after the intermediate one.
enum class HomeMove { AllAxes, NamedAxes };
constexpr char const* word(HomeMove move) {
    switch (move) {
    case HomeMove::AllAxes: return "all_axes";
    case HomeMove::NamedAxes: return "named_axes";
    }
    return nullptr;
}

/// Which work offset is in force once a program has ended.
enum class OffsetAtEnd { First, Kept };
constexpr char const* word(OffsetAtEnd offset) {
    switch (offset) {
    case OffsetAtEnd::First: return "first";
    case OffsetAtEnd::Kept: return "kept";
    }
    return nullptr;
}

/// What a length means that is written without a decimal point, on a control with hash variables.
enum class WithoutPoint { AsWritten, LeastIncrements };
constexpr char const* word(WithoutPoint what) {
    switch (what) {
    case WithoutPoint::AsWritten: return "as_written";
    case WithoutPoint::LeastIncrements: return "least_increments";
    }
    return nullptr;
}

/// For what a control that reads ahead waits, besides pauses, tool changes and the end.
enum class WaitsFor { Dwell, DwellAndSkip, EveryLine };
constexpr char const* word(WaitsFor what) {
    switch (what) {
    case WaitsFor::Dwell: return "dwell";
    case WaitsFor::DwellAndSkip: return "dwell_and_skip";
    case WaitsFor::EveryLine: return "every_line";
    }
    return nullptr;
}

/// Numbered parameters that macros write: some for a moment, ten for each work offset for good.
inline constexpr int scratch_count = 30, link_block = 10;
inline constexpr int most_places = 3; ///< in X and Y, that macros keep

/// What the owner found out about the controller, each by a bench test of two minutes.
struct Behaviour {
    ClosedAtStart closed_at_start = ClosedAtStart::Refused;
    HomeMove home_move = HomeMove::AllAxes;
    std::optional<int> homed_parameter; ///< parameter that reads 1 once homed; none: macros ask
    OffsetAtEnd offset_at_end = OffsetAtEnd::First;
    WithoutPoint without_point = WithoutPoint::AsWritten;
    WaitsFor waits_for = WaitsFor::Dwell;
    int scratch_parameter = 101;        ///< the first of scratch_count
    int link_parameter = 3010;          ///< the first of the first offset's ten
    bool homing_touches_setter = false; ///< its homing ends with a touch of the setter, asked for or not
    std::vector<Phrase> phrases;        ///< how its script says each step, where its owner writes that
    bool operator==(Behaviour const&) const = default;
};

} // namespace steady::shop
