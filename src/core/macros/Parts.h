// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What several procedures share: the beginning, a touch measured twice, the way to the setter.

#include "core/macros/Recipe.h"
#include "core/zeroing/Touch.h"

namespace steady::macros {

constexpr Slot slot_fast{1}, slot_first{2}, slot_second{3}, slot_mean{4}, slot_result{5}, slot_setter{6},
    slot_found{10}, slot_start{11}, slot_search{12}, slot_low{13}, slot_high{14}, slot_offset{15};

constexpr double open_check_mm = 0.5;
constexpr double prove_mm = 2;
constexpr double prove_feed_mm_min = 30;
constexpr double least_lag_mm = 0.00005; // half of the last digit that the macro prints

/// How a device is touched: once fast, twice slowly, and what the touches must agree in.
struct TouchPlan {
    zeroing::ProbingFeeds feeds;
    double back_off_mm = 1;
    double settle_s = 0.2;
    double slow_search_mm = 0;
    double agreement_mm = 0;
    double lag_expected_mm = 0, lag_tolerance_mm = 0;
    double lag_mm = 0; ///< of a slow touch, to be added back
};
TouchPlan planTouch(shop::Machine const& machine, zeroing::ProbingFeeds const& feeds);

/// The way of each tool over the setter. Heights are machine Z.
struct SetterWay {
    struct Row {
        int number = 0;
        double start_z_mm = 0;          ///< clear of the free disc, whatever the length is within its ±
        double search_mm = 0;           ///< from there to above the end of stroke
        double low_mm = 0, high_mm = 0; ///< in which the trip must lie
    };
    std::vector<Row> rows;
    std::vector<std::string> left_out; ///< tools of the book that it is not written for, and why
};

struct Parts {
    shop::Machine const& machine;
    std::vector<Step> steps;

    void add(std::string id, std::string purpose, Action action) {
        steps.push_back({std::move(id), std::move(purpose), std::move(action)});
    }
    double parkingZ_mm() const; ///< below safe Z, with room for a check that goes up
    /// Modes, shift, homed state, spindle. `work_offset` 0: the one in use stays.
    void begin(int work_offset);
    void requireOpen(char const* id, char const* purpose, char const* alarm, double feed_mm_min);
    /// Off, and slowly down twice after the fast touch; the mean stands in `mean`. `device`: “plate”, “setter”.
    void measure(TouchPlan const& plan, std::string const& device, Slot mean);
    /// Over the setter and down onto it: tool check, wiping, proof of an open circuit, touch. The mean is in
    /// slot_setter.
    void touchSetter(TouchPlan const& plan, SetterWay const& way, shop::ToolSetter const& setter);
    /// The tools that a setter part is written for, and their heights.
    void requireToolOnSetter(SetterWay const& way);
};

/// The lag to be added, when it is worth a term, then the others.
std::vector<double> addends(double lag_mm, std::vector<double> others_mm);

} // namespace steady::macros
