// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The semantic steps that procedures are made of. Lengths in mm, feeds in mm/min, times in s, heights as machine Z.

#include "core/shop/Act.h"

#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace steady::macros {

/// A place where a macro keeps a number.
struct Slot {
    int number = 0;
    bool operator==(Slot const&) const = default;
};
/// A figure written into the text, or one that an earlier step left in a slot.
using Figure = std::variant<double, Slot>;

struct SetModes {
    int work_offset; ///< 0: the one in use stays
};
struct RequireNoShift {
    std::string alarm;
};
struct RequireHomed {
    std::string ask, alarm;
};
/// The job uses the work offset that the macro was written for.
struct RequireWorkOffset {
    int work_offset;
    std::string alarm;
};
/// The tool in the spindle is one of those listed; what belongs to it goes into the slots.
struct RequireToolAllowed {
    struct Row {
        int number;
        std::vector<double> figures; ///< one for each slot; lengths unless `plain`
    };
    std::vector<Row> rows;
    std::vector<Slot> into;
    bool plain = false; ///< the figures are numbers, not lengths
    Slot found;
    std::string alarm;
};
struct SpindleStop {
    double spin_down_s;
    bool by_hand;
    std::string ask;
};
struct Pause {
    std::string text;
    std::vector<shop::Act> acts;
};
/// A short probing move upward that must meet nothing: the input reads open.
struct RequireOpen {
    double up_mm, feed_mm_min;
    std::string alarm;
};
/// A slow probing move upward, clear of everything, that must end in contact.
struct ProveContact {
    double up_mm, feed_mm_min;
    std::string alarm;
};
struct ProbeDown {
    Figure distance_mm;
    double feed_mm_min;
    Slot into;
    std::string alarm;
};
/// Down from `from_z_mm` to a height, by a probing move that must meet nothing.
struct Descend {
    double from_z_mm;
    Slot to_z;
    double feed_mm_min;
    std::string alarm;
};
struct BackOff {
    double up_mm, feed_mm_min;
    double settle_s;
};
struct Wait {
    double seconds;
};
struct RequireAgreement {
    Slot a, b;
    double tolerance_mm;
    std::string alarm;
};
struct TakeMean {
    Slot a, b, into;
};
/// slow − fast must be expected ± tolerance.
struct RequireLag {
    Slot slow, fast;
    double expected_mm, tolerance_mm;
    std::string alarm;
};
struct RequireWindow {
    Slot slot;
    Figure low_mm, high_mm;
    std::string alarm;
};
/// Work offset Z = slot + the addends. The offset: a number, or in a slot.
struct SetWorkZero {
    Slot slot, into;
    std::variant<int, Slot> work_offset;
    std::vector<double> addends_mm;
};
/// The link of a work offset no longer holds.
struct ClearLink {
    int work_offset;
};
/// D = setter + addends − zero, then the offset, the unit, and last the flag.
struct StoreLink {
    int work_offset;
    Slot setter, zero;
    std::vector<double> addends_mm;
};
struct RequireLink {
    int work_offset;
    std::string alarm;
};
/// Work offset Z = slot + addends − D.
struct SetZeroFromLink {
    Slot slot, into;
    int work_offset;
    std::vector<double> addends_mm;
};
/// Tool table: length of the tool in the spindle = slot + addends, with the table's sign.
struct SetToolLength {
    Slot slot, into;
    std::vector<double> addends_mm;
    bool negative;
};
struct RetractTo {
    double machine_z_mm;
};
/// X and Y in machine coordinates, Z untouched; only from a height that clears everything.
struct MoveAcross {
    double x_mm, y_mm;
};
struct End {
    std::string text;
};

using Action = std::variant<SetModes, RequireNoShift, RequireHomed, RequireWorkOffset, RequireToolAllowed, SpindleStop,
                            Pause, RequireOpen, ProveContact, ProbeDown, Descend, BackOff, Wait, RequireAgreement,
                            TakeMean, RequireLag, RequireWindow, SetWorkZero, ClearLink, StoreLink, RequireLink,
                            SetZeroFromLink, SetToolLength, RetractTo, MoveAcross, End>;

struct Step {
    std::string id;      ///< steps that belong together share one; it can be left out by this name
    std::string purpose; ///< why, in words
    Action action;
};

} // namespace steady::macros
