// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A procedure as semantic steps. The one list yields the text of each dialect, the purpose beside each line and the
// acts asked of the person. Lengths in mm, feeds in mm/min, times in s, heights as machine Z.

#include "core/quantity/Units.h"
#include "core/shop/Act.h"

#include <optional>
#include <set>
#include <string>
#include <variant>
#include <vector>

namespace steady::macros {

/// A place where a macro keeps a machine Z.
struct Slot {
    int number = 0;
    bool operator==(Slot const&) const = default;
};

struct SetModes {
    int work_offset;
};
struct RequireNoShift {
    std::string alarm;
};
struct RequireHomed {
    std::string ask, alarm;
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
    double distance_mm, feed_mm_min;
    Slot into;
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
    double low_mm, high_mm;
    std::string alarm;
};
/// Work offset Z = slot + the addends.
struct SetWorkZero {
    Slot slot, into;
    int work_offset;
    std::vector<double> addends_mm;
};
struct RetractTo {
    double machine_z_mm;
};
struct End {
    std::string text;
};

using Action =
    std::variant<SetModes, RequireNoShift, RequireHomed, SpindleStop, Pause, RequireOpen, ProveContact, ProbeDown,
                 BackOff, Wait, RequireAgreement, TakeMean, RequireLag, RequireWindow, SetWorkZero, RetractTo, End>;

struct Step {
    std::string id;      ///< steps that belong together share one; it can be left out by this name
    std::string purpose; ///< why, in words
    Action action;
};

struct Recipe {
    std::string title;
    std::vector<std::string> header; ///< what the reader must know before loading it
    UnitSystem units = UnitSystem::Metric;
    std::vector<Step> steps;

    /// The steps without those whose id is in `ids`; the header says what is missing.
    Recipe without(std::set<std::string> const& ids) const;
    /// Every id that can be left out, in order.
    std::vector<std::string> ids() const;
    /// What the person does at each pause, in order, when nothing is forgotten. `homed_readable`: RequireHomed does not
    /// ask.
    std::vector<std::vector<shop::Act>> acts(bool homed_readable) const;
};

} // namespace steady::macros
