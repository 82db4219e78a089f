// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A machine for tests of the controller alone: it writes down what it was told.

#include "core/controller/Controller.h"
#include "core/dialects/parametric/Parametric.h"
#include "support/Test.h"

namespace steady::test {

using namespace steady::controller;

/// A machine that goes where it is told, and writes down what it was told.
class Recorder : public MachinePort {
public:
    Vec3 at{4, 0, 0};
    std::vector<std::string> log;
    bool closed = false, sticks = false;                           ///< sticks: a lift does not open it
    double contact_at_z = std::numeric_limits<double>::infinity(); ///< a probe going down stops there
    int pauses_left = 1000;

    Vec3 position() const override { return at; }
    bool homed() const override { return true; }
    bool inputReadsContact() const override { return closed; }
    std::optional<Trouble> move(Vec3 const& to, double feed) override {
        at = to;
        log.push_back(
            fmt::format("{} {:g} {:g} {:g}", feed > 0 ? fmt::format("feed{:g}", feed) : "rapid", to[0], to[1], to[2]));
        return std::nullopt;
    }
    std::vector<Vec3> points; ///< of the chains, one after another
    std::optional<Trouble> along(std::span<Vec3 const> chain, double feed) override {
        at = chain.back();
        points.insert(points.end(), chain.begin(), chain.end());
        log.push_back(fmt::format("along{:g} {:g} {:g} {:g}", feed, at[0], at[1], at[2]));
        return std::nullopt;
    }
    ProbeReport probe(Vec3 const& to, double feed, bool away) override {
        if (away) {
            log.push_back(fmt::format("lift{:g} {:g}", feed, to[2]));
            at = to;
            closed = sticks;
            return {!sticks, at, std::nullopt};
        }
        log.push_back(fmt::format("probe{:g} {:g}", feed, to[2]));
        bool const hit = contact_at_z <= at[2] && contact_at_z >= to[2];
        at = to;
        if (hit) at[2] = contact_at_z;
        return {hit, at, std::nullopt};
    }
    bool changeTool(int number) override {
        log.push_back(fmt::format("tool {}", number));
        return pauses_left-- > 0;
    }
    void dwell(double s) override { log.push_back(fmt::format("dwell {:g}", s)); }
    void spindle(bool on) override { log.push_back(on ? "spindle on" : "spindle off"); }
    void output(int number, bool on) override { log.push_back(fmt::format("output {} {}", number, on ? "on" : "off")); }
    std::array<bool, controller::port_count> inputs{};
    bool input(int number) const override { return inputs[static_cast<std::size_t>(number)]; }
    bool awaitInput(int number, bool on, double limit_s) override {
        log.push_back(fmt::format("await {} {} {:g}", number, on ? "on" : "off", limit_s));
        return input(number) == on;
    }
    double knob = 1;
    double feedOverride() const override { return knob; }
    bool pause(std::string const& message) override {
        log.push_back("pause " + message);
        return pauses_left-- > 0;
    }
    double now_s() const override { return 0; }
};

struct Ran {
    Outcome outcome;
    Memory memory;
    Recorder machine;
    std::string message;
    int line;
    std::optional<Error> error;
};

inline Ran runRecorded(std::string const& text, Memory memory = {}, Recorder machine = {},
                       Dialect const& dialect = dialects::parametric()) {
    auto const executable = makeExecutable(text + "\n%\n", dialect); // a piece of a program: it ends there
    Controller controller(executable, memory, machine);
    while (controller.step()) {
    }
    return {controller.outcome(), memory, machine, controller.message(), controller.line(), controller.error()};
}

} // namespace steady::test
