// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Whether what stands on a machine works: reached, cleared, bolted, wired, and what it costs in room.

#include "core/base/Finding.h"
#include "core/install/Layout.h"

#include <optional>

namespace steady::install {

enum class Check {
    Reach,    ///< outside the soft limits
    NearEnd,  ///< inside, but nearer to an end than is wanted
    TooLong,  ///< the tool does not pass over the device, or hardly
    TooShort, ///< Z ends before the tool trips the device, or hardly after
    TooWide,  ///< wider than the disc, and no offset is free
    Offset,   ///< wider than the disc: touched beside the axis
    Strikes,  ///< something meets something, at the touch or on the way
    Tight,    ///< free, but by less than the clearance that is wanted
    StandsOn, ///< two things in one place
    OffTable,
    BesideSlot,
    LeadShort,
    LeadCrosses,
    LeadBend,
    Lamp,   ///< nobody sees it
    Vacuum, ///< the device stands on a zone
    Room,   ///< what is lost of the place to cut
    Pockets,
    Homing,
    Assumed,
};

struct LayoutFinding {
    Check check = Check::Reach;
    Severity severity = Severity::Note;
    std::string device;      ///< which one; empty: of the whole
    std::int64_t entity = 0; ///< the same, in the book
    int tool = -1;           ///< number; −1: of none
    double mm = 0;           ///< what is left, or below zero what is missing; mm² of Room
    std::string text, remedy;
    bool operator==(LayoutFinding const&) const = default;
};

/// All devices with all tools; the worst first. Distances are to boxes and discs as drawn, and as good as they were
/// typed. Common practice, no published source.
std::vector<LayoutFinding> judgeLayout(Layout const& layout, UnitSystem units = UnitSystem::Metric);

/// Only whether anything is bad, and how much is tight: what a search asks thousands of times.
struct Quick {
    bool feasible = true;
    int tight = 0; ///< findings that want attention
    bool operator==(Quick const&) const = default;
};
Quick judgeQuickly(Layout const& layout, std::size_t device);

/// From the middle of the work, down onto the device, and back: rapids from rest to rest, with a tool of middle length.
double secondsAChange(Layout const& layout, TouchedDevice const& device);

/// From where leads come onto the table by the corners of the lead, or along the axes, and a tenth more.
double leadNeeded_mm(Layout const& layout, TouchedDevice const& device);

} // namespace steady::install
