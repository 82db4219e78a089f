// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A thing that other things are measured with or against, beside plates and setters: what it says of itself, how good
// that is, and until when.

#include "core/shop/kinds/Instrument.h"

#include <optional>
#include <string>

namespace steady::shop {

enum class StandardSort { BeamSetter, ThreeAxisPlate, MasterTool, GaugeBlock, Indicator, HeightGauge };
constexpr char const* word(StandardSort sort) {
    switch (sort) {
    case StandardSort::BeamSetter: return "beam_setter";
    case StandardSort::ThreeAxisPlate: return "three_axis_plate";
    case StandardSort::MasterTool: return "master_tool";
    case StandardSort::GaugeBlock: return "gauge_block";
    case StandardSort::Indicator: return "indicator";
    case StandardSort::HeightGauge: return "height_gauge";
    }
    return nullptr;
}

enum class Condition { Good, Worn, Damaged };
constexpr char const* word(Condition condition) {
    switch (condition) {
    case Condition::Good: return "good";
    case Condition::Worn: return "worn";
    case Condition::Damaged: return "damaged";
    }
    return nullptr;
}

/// When a beam setter counts as ready, and how well its beam has to lie.
struct BeamLimits {
    double head_v = 8.2, ready_v = 8;                ///< supply of its head; least signal with the beam free
    double across_mm = 0.254, along_tool_mm = 0.127; ///< on the beam's axis, on the tool's; ±
    double calibrate_s = 120, verify_s = 60;         ///< how long the control's routines usually take
    bool operator==(BeamLimits const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"head_v", "supply of the head"}, self.head_v, bounds::signal_v);
        f({"ready_v", "ready from"}, self.ready_v, bounds::signal_v);
        f({"across_mm", "limit on the beam axis"}, self.across_mm, bounds::good_mm);
        f({"along_tool_mm", "limit on the tool axis"}, self.along_tool_mm, bounds::good_mm);
        f({"calibrate_s", "time to calibrate"}, self.calibrate_s, bounds::own_s);
        f({"verify_s", "time to verify"}, self.verify_s, bounds::own_s);
    }
};

struct Standard {
    std::string name;
    StandardSort sort = StandardSort::GaugeBlock;
    std::optional<double> stated_mm; ///< length, thickness or range, as it says of itself; none: nobody has said
    double error_mm = 0.01;          ///< how well that is known, ±
    std::optional<double> wall_mm;   ///< of a three-axis plate's lip
    Id<Instrument> instrument;       ///< that it was measured with; none: as sold
    Condition condition = Condition::Good;
    std::int64_t checked_utc_ms = 0;  ///< last time; 0: never
    std::optional<double> every_days; ///< it is to be checked; none: no date
    BeamLimits beam;                  ///< of a beam setter
    bool operator==(Standard const&) const = default;

    static constexpr KindName kind{"standard", "standard"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"sort", "sort"}, self.sort);
        f({"stated_mm", "stated value"}, self.stated_mm, bounds::size_mm);
        f({"error_mm", "± of the stated value"}, self.error_mm, bounds::clearance_mm);
        f({"wall_mm", "wall of the lip"}, self.wall_mm, bounds::size_mm);
        f({"instrument", "instrument"}, self.instrument);
        f({"condition", "condition"}, self.condition);
        f({"checked_utc_ms", "checked"}, self.checked_utc_ms);
        f({"every_days", "days between checks"}, self.every_days, bounds::how_often);
        f({"beam", "beam"}, self.beam);
    }
};

} // namespace steady::shop
