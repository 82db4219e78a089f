// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/ChangeSteps.h"

#include "core/macros/Parts.h"

#include <fmt/format.h>

namespace steady::macros {
namespace {

constexpr char const* first = "Nothing has moved: find out why, and start again.";
constexpr char const* seated = "The holder sits in its fork. Close the clamp, out of the fork along its axis, then up.";
constexpr char const* high = "Z is up. Hands out, look at air and drawbar; nothing goes down before the lamp comes.";
constexpr char const* over = "Over the fork. Open the clamp again and go straight up; the holder stays in its fork.";
constexpr char const* carried = "Something hangs in the cone, or nothing does: look before the spindle goes anywhere.";

struct Follow {
    shop::RackDrive const& drive;
    int in_spindle;
    std::vector<ChangeStep> made = {};
    ChangeStep state = {};
    bool away = false, down = false;
    std::vector<bool> runs = {true};

    void add(std::string text) {
        auto step = state;
        step.text = std::move(text);
        made.push_back(std::move(step));
    }
    char const* wayOut(shop::Act look) const {
        if (!away && !state.told_open) return first;
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
        default: return "There is air pressure enough.";
        }
    }
    bool running() const { return runs.back(); }

    void operator()(When const& s) {
        int const value = s.slot == slot_in_spindle ? in_spindle : s.number + 1;
        runs.push_back(running() && (value == s.number) == s.is);
    }
    void operator()(EndWhen const&) { runs.pop_back(); }
    void operator()(AwaitInput const& s) {
        if (running()) see(s.look, s.limit_s, s.input, wordsOf(s.look));
    }
    void operator()(Pause const& s) {
        if (!running()) return;
        for (auto const& act : s.acts)
            if (act.what >= shop::Act::SeeOpen && act.what <= shop::Act::SeeAir)
                return see(act.what, drive.limit_s, std::nullopt, wordsOf(act.what));
        add(s.text);
    }
    void operator()(SwitchOutput const& s) {
        if (!running()) return;
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
        if (!running() || s.feed_mm_min <= 0) return;
        if (s.axis != 2)
            down = !down;
        else if (state.told_open)
            down = !down;
    }
    void operator()(RetractTo const&) {
        if (running()) down = false;
    }
    void operator()(auto const&) {}
};

} // namespace

std::vector<ChangeStep> changeSteps(Recipe const& recipe, shop::RackDrive const& drive, int in_spindle) {
    Follow follow{drive, in_spindle};
    follow.state.held = in_spindle != 0;
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

} // namespace steady::macros
