// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What several procedures share: the beginning, a touch measured several times, the proof of a signal, the way to the
// setter, and what an alarm says.

#include "core/macros/Recipe.h"
#include "core/shop/kinds/Machine.h"
#include "core/zeroing/Touch.h"

namespace steady::macros {

constexpr Slot slot_fast{1}, slot_mean{4}, slot_result{5}, slot_setter{6}, slot_begin{9}, slot_found{10},
    slot_start{11}, slot_search{12}, slot_low{13}, slot_high{14}, slot_offset{15}, slot_seen{16}, slot_tries{17},
    slot_mode{18}, slot_press{19}, slot_typed{20}, slot_told{24}, slot_jogged{25}, slot_x{27}, slot_y{28};
/// Of touches from the side, where no setter is touched.
constexpr Slot slot_x1{7}, slot_y1{8}, slot_x2{11}, slot_y2{12}, slot_x3{13}, slot_y3{14}, slot_skew{15},
    slot_corner_x{29}, slot_corner_y{30};
/// Of a change at the rack: where the tool in the spindle belongs, X, Y, and Z of its seat; and its number.
/// And its pocket, from 1, where the control counts.
constexpr Slot slot_home_x{7}, slot_home_y{8}, slot_home_z{29}, slot_in_spindle{30}, slot_home_pocket{12};
/// Of a change at a carousel: the pocket of the tool in the spindle, 0 for an empty one; places to go, the way, the
/// pocket in front by then.
constexpr Slot slot_ring_home{7}, slot_ring_left{12}, slot_ring_way{13}, slot_ring_at{14};
/// Where an arm exchanges: the pocket of the tool that is fetched.
constexpr Slot slot_ring_to{8};
/// One for each slow touch that may be asked for.
constexpr Slot touch_slots[] = {{2}, {3}, {21}, {22}, {23}};

constexpr double open_check_mm = 0.5;
/// At safe Z only the last millimetre is left above, and nothing has to go down first to make room, where tall work or
/// a longer tool may be below: a check, a proof and the check behind it go up by so much there, with a tenth to spare.
/// A probing move of less than 0.254 mm is refused by NISTIR 6556.
constexpr double top_check_mm = 0.3, top_proof_mm = 0.3;
/// Where a check is made.
enum class At { Here, Top };
constexpr double least_lag_mm = 0.00005; // half of the last digit that the macro prints

/// How a device is touched: once fast, then slowly, and what the touches must agree in.
struct TouchPlan {
    zeroing::ProbingFeeds feeds;
    int touches = 2;
    double back_off_mm = 1;
    double settle_s = 0.2;
    double slow_search_mm = 0;
    double agreement_mm = 0;
    double lag_expected_mm = 0, lag_tolerance_mm = 0;
    bool lag_checked = true; ///< not where a switch of its own adds an unknown hysteresis at the release
    /// The same of the first slow press of a touch read at the release: no hysteresis is in that.
    double press_lag_mm = 0, press_tolerance_mm = 0;
    double lag_mm = 0; ///< to be added back to a slow reading; below zero for one taken at the release
    bool at_release = false;
    std::optional<int> air_output;
    double air_s = 0;
};
/// `switch_of_its_own`: the device trips by a mechanism, which lets go later than it trips.
TouchPlan planTouch(shop::Machine const& machine, zeroing::ProbingFeeds const& feeds,
                    shop::TouchPractice const& practice, bool switch_of_its_own);

/// The way of each tool over the setter.
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
    std::string zero_now; ///< which zero is in force, as every alarm says at its end
    std::vector<Step> steps = {};

    void add(std::string id, std::string purpose, Action action) {
        steps.push_back({std::move(id), std::move(purpose), std::move(action)});
    }
    /// What an alarm says: what is the case, which zero is in force, how to get away. `down`: the tool may be low.
    std::string alarm(std::string const& what, bool down = true) const;
    double startZ_mm() const; ///< the highest from which a proof and a touch by hand begin: below safe Z, with room
    double proof_mm_min() const { return machine.proof_creep_mm / machine.proof_creep_s * 60; }
    /// Modes, shift, homed state, spindle. `work_offset` 0: the one in use stays.
    void begin(int work_offset);
    void requireOpen(char const* id, char const* purpose, std::string const& what, bool down, double feed_mm_min,
                     Slot begin = {}, At at = At::Here);
    /// The signal is asked for and waited for; three times. At the top as slowly that it takes the same time.
    void prove(char const* id, char const* purpose, std::string ask, Acts acts, std::string const& where_to_look,
               std::string const& what, At at = At::Here);
    /// Off, and slowly down for each touch; the mean stands in `mean`. `device`: “plate”, “setter”.
    void measure(TouchPlan const& plan, std::string const& device, Slot mean);
    void air(TouchPlan const& plan);

    /// Up and, asked before, over the setter: wiped, read open, and proved where `proof` says so.
    /// `ask`: what else the first pause asks; `look`: what else the last.
    void readySetter(TouchPlan const& plan, shop::ToolSetter const& setter, bool proof, std::string const& ask,
                     std::string const& look = {});
    void acrossToSetter(shop::ToolSetter const& setter);
    /// Down onto it. The mean is in slot_setter.
    void touchSetter(TouchPlan const& plan);
    /// The tools that a setter part is written for, and their heights.
    void requireToolOnSetter(SetterWay const& way, char const* so_far = "Nothing has moved.");
};

/// The lag to be added, when it is worth a term, then the others.
std::vector<double> addends(double lag_mm, std::vector<double> others_mm);
/// What an open setter, and a macro without a list's bound, must see before anything goes near it.
bool provesSetter(shop::ToolSetter const& setter, bool bounded_by_list);

} // namespace steady::macros
