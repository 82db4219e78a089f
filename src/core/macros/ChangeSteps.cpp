// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/ChangeSteps.h"

#include "core/macros/Parts.h"

#include <fmt/format.h>

namespace steady::macros {
namespace {

constexpr char const* nothing_moved = "Nothing has moved: find out why, and start again.";
constexpr char const* seated = "The holder sits in its fork. Close the clamp, out of the fork along its axis, then up.";
constexpr char const* high = "Z is up. Hands out, look at air and drawbar; nothing goes down before the lamp comes.";
constexpr char const* over = "Over the fork. Open the clamp again and go straight up; the holder stays in its fork.";
constexpr char const* carried = "Something hangs in the cone, or nothing does: look before the spindle goes anywhere.";

constexpr char const* in_fork = "Held by the clamp, in its fork: the carousel back along its way, then Z up.";
constexpr char const* let_go = "The holder sits in its fork. Straight up, clamp open; then the carousel back.";
constexpr char const* above = "Above the cones: the carousel back first, then Z up.";
constexpr char const* rests = "The arm is at rest: hands out, look at carousel and drive before Z moves.";
constexpr char const* swung =
    "Nobody in the arm's circle, Z stays. Its drive off and locked, then what arm and spindle hold; Changer, Recover.";
constexpr char const* beside = "The carousel is back, or on its way: hands out, look at air and ways before Z moves.";

struct Follow {
    shop::RackDrive const& drive;
    int in_spindle; ///< number of the tool; at a carousel without an arm, of its pocket
    shop::RingDrive const* ring = nullptr;
    shop::ArmDrive const* arm = nullptr; ///< which exchanges
    std::vector<ChangeStep> made = {};
    ChangeStep state = {};
    bool away = false, down = false;
    bool near = false; ///< the carousel is at the spindle, or was told to come
    std::vector<bool> runs = {true};

    void add(std::string text) {
        auto step = state;
        step.text = std::move(text);
        made.push_back(std::move(step));
    }
    char const* wayOut(shop::Act look) const {
        if (!away && !state.told_open) return nothing_moved;
        if (arm) return near ? swung : rests;
        if (ring) return !near ? beside : !down ? above : state.told_open ? let_go : in_fork;
        if (down) return state.told_open ? seated : over;
        return look == shop::Act::SeeHeld || look == shop::Act::SeeEmpty ? carried : high;
    }
    void see(shop::Act look, double limit_s, std::optional<int> input, std::string const& words) {
        if (look == shop::Act::SeeOpen) state.open = true, state.held = false;
        if (look == shop::Act::SeeClosed) state.open = false;
        if (look == shop::Act::SeeHeld) state.held = true;
        if (look == shop::Act::SeeEmpty) state.held = false;
        auto step = state;
        step.text = words;
        step.limit_s = limit_s;
        step.input = input;
        step.by_eye = !input;
        step.way_out = wayOut(look);
        made.push_back(std::move(step));
    }
    static char const* wordsOf(shop::Act look) {
        switch (look) {
        case shop::Act::SeeOpen: return "The clamp is open.";
        case shop::Act::SeeClosed: return "The clamp is closed.";
        case shop::Act::SeeHeld: return "A holder is drawn in.";
        case shop::Act::SeeEmpty: return "Nothing is drawn in.";
        case shop::Act::SeeNear: return "The carousel is at the spindle.";
        case shop::Act::SeeNotNear: return "The carousel is not at the spindle.";
        case shop::Act::SeeBack: return "The carousel is back.";
        case shop::Act::SeeNotBack: return "The carousel is no longer back.";
        case shop::Act::SeeOriented: return "The spindle is oriented.";
        case shop::Act::SeeNotOriented: return "The spindle is not held yet.";
        case shop::Act::SeeRests: return "The arm is at rest.";
        case shop::Act::SeeSwung: return "The arm has left its rest.";
        default: return "There is air pressure enough.";
        }
    }
    bool running() const { return runs.back(); }

    void operator()(When const& s) {
        bool const told = s.slot == (ring && !arm ? slot_ring_home : slot_in_spindle);
        int const value = told ? in_spindle : s.number + 1;
        runs.push_back(running() && (value == s.number) == s.is);
    }
    void operator()(EndWhen const&) { runs.pop_back(); }
    void operator()(AwaitInput const& s) {
        if (running()) see(s.look, s.limit_s, s.input, wordsOf(s.look));
    }
    void operator()(Pause const& s) {
        if (!running()) return;
        for (auto const& act : s.acts)
            if (shop::looksAtChanger(act.what)) return see(act.what, drive.limit_s, std::nullopt, wordsOf(act.what));
        add(s.text);
    }
    void operator()(SwitchOutput const& s) {
        if (!running()) return;
        if (ring && s.output == ring->slide_output) {
            near = s.on;
            return add(s.on ? "The carousel is told to come." : "The carousel is told to go back.");
        }
        if (arm && s.output == arm->start_output) {
            near = true;
            if (s.on) add("The arm is started: it exchanges both holders by itself.");
            return;
        }
        if (ring && s.output == ring->orient_output)
            return add(s.on ? "The spindle is told to orient itself." : "The spindle is let free.");
        if (s.output != drive.release_output)
            return add(s.on ? "Air through the cone." : "The air through the cone stops.");
        state.told_open = s.on;
        add(s.on ? "The clamp is told to open." : "The clamp is told to close.");
    }
    void operator()(MoveOver const&) {
        if (running()) away = true;
    }
    /// Into a fork from the side, or down onto what hangs in one; out of it again in the same ways.
    void operator()(MoveAlong const& s) {
        if (!running()) return;
        if (ring) {
            down = s.add_mm <= 0;
            return;
        }
        if (s.feed_mm_min <= 0) return;
        if (s.axis != 2)
            down = !down;
        else if (state.told_open)
            down = !down;
    }
    void operator()(RetractTo const&) {
        if (running()) down = false;
    }
    void operator()(TurnRing const& s) {
        if (!running()) return;
        auto const* written = std::get_if<double>(&s.to);
        state.limit_s = s.limit_s;
        state.input = s.place_input;
        state.way_out = arm ? rests : near ? above : beside;
        add(written || !arm
                ? fmt::format("The carousel turns until pocket {} is in front.",
                              written ? static_cast<int>(*written) : in_spindle)
                : std::string("The carousel turns until the pocket of the tool that is fetched is in front."));
        state.limit_s.reset();
        state.input.reset();
        state.way_out.clear();
    }
    void operator()(auto const&) {}
};

std::vector<ChangeStep> followed(Recipe const& recipe, Follow follow) {
    follow.state.held = follow.in_spindle != 0;
    for (auto const& step : recipe.steps) {
        bool const moves =
            std::holds_alternative<MoveOver>(step.action) || std::holds_alternative<MoveAlong>(step.action) ||
            std::holds_alternative<RetractTo>(step.action) || std::holds_alternative<NameTool>(step.action) ||
            std::holds_alternative<SpindleStop>(step.action);
        std::visit(follow, step.action);
        if (moves && follow.running() && !step.purpose.empty()) follow.add(step.purpose);
    }
    return std::move(follow.made);
}

} // namespace

std::vector<ChangeStep> changeSteps(Recipe const& recipe, shop::RackDrive const& drive, int in_spindle) {
    return followed(recipe, {drive, in_spindle});
}

std::vector<ChangeStep> changeSteps(Recipe const& recipe, shop::Carousel const& carousel, int home) {
    // Where an arm exchanges, the macro asks for the tool's number and not for its pocket: there is one, and another.
    if (carousel.arm && home > 0) home = -1;
    return followed(recipe, {carousel.drive, home, &carousel.ring, carousel.arm ? &carousel.exchange : nullptr});
}

} // namespace steady::macros
