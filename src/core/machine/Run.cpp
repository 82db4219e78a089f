// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/Run.h"

#include <algorithm>
#include <cmath>
#include <cstring>
#include <fmt/format.h>

namespace steady::machine {
namespace {

constexpr std::pair<int, int> own_ranges[] = {{5061, 5070}, {5161, 5166}, {5181, 5186}, {5211, 5390}, {5400, 5409}};

bool controllersOwn(int number) { return (number >= 5061 && number <= 5390) || number >= 5400; }

/// Whose value differs; most stretches of them never do.
std::vector<int> changed(std::vector<double> const& before, std::vector<double> const& after) {
    constexpr int stretch = 128;
    std::vector<int> numbers;
    for (int first = 0; first < gcode::parameter_count; first += stretch) {
        int const end = std::min(first + stretch, gcode::parameter_count);
        if (std::memcmp(&before[first], &after[first], sizeof(double) * static_cast<std::size_t>(end - first)) == 0)
            continue;
        for (int i = std::max(first, 1); i < end; ++i)
            if (!controllersOwn(i) && after[i] != before[i]) numbers.push_back(i);
    }
    return numbers;
}

/// What the controller wrote into its own parameters since `before`, which then becomes the present.
std::vector<Reported> reportedSince(std::vector<double>& before, std::vector<double> const& now) {
    std::vector<Reported> changed;
    for (auto const& [first, last] : own_ranges)
        for (int n = first; n <= last; ++n)
            if (before[n] != now[n]) {
                changed.push_back({n, now[n]});
                before[n] = now[n];
            }
    return changed;
}

} // namespace

RunResult run(controller::Executable const& executable, World const& world, Trace* trace, Going const& going) {
    VirtualMachine machine(world);
    RunResult result{.memory = world.memory};
    std::optional<controller::Controller> running;
    running.emplace(executable, result.memory, machine);
    auto const start = machine.position();
    TraceStep step;
    auto reported = trace ? world.memory.parameters : std::vector<double>();
    bool running_on = true;
    int zeroed = 0, measured = 0;
    int lines = 1;
    for (; running_on && !going.stopped(); ++lines) {
        auto& control = *running;
        int const before = control.line();
        running_on = control.step(trace ? &step.record : nullptr);
        if (trace && control.line() > 0 && (running_on || control.line() != before)) {
            step.input_reads_contact = machine.inputReadsContact();
            step.spindle_turns = machine.spindleTurns();
            step.plate = machine.world().plate.place;
            step.tool_length_mm = machine.world().tool.length_mm;
            step.reported = reportedSince(reported, result.memory.parameters);
            trace->push_back(step);
        }
        result.moved = result.moved || machine.position() != start;
        if (control.zeroedOffset() > 0) zeroed = control.zeroedOffset();
        if (control.measuredTool() > 0) measured = control.measuredTool();
        if (auto const above = machine.tipOverWork_mm())
            result.lowest_over_work_mm = std::min(result.lowest_over_work_mm.value_or(*above), *above);
        if (running_on && lines == world.broken_off_after) {
            // The stop button: modes and parameters stay as they are, and somebody jogs back to where it began.
            machine.startAgain(world.position_mm);
            running.emplace(executable, result.memory, machine);
        }
    }
    auto const& control = *running;
    result.outcome = control.outcome();
    result.cause = control.cause();
    result.message = control.message();
    result.where.line = control.line();
    if (control.error()) result.where = control.error()->where;
    if (running_on) { // somebody stopped it here
        result.outcome = controller::Outcome::Runaway;
        result.message = fmt::format("It was stopped after {} lines and had not ended.", lines - 1);
    }
    if (result.where.line > 0 && result.where.line <= static_cast<int>(executable.program.lines.size()))
        result.text = executable.program.lines[result.where.line - 1];
    result.changed_parameters = changed(world.memory.parameters, result.memory.parameters);
    result.contacts = machine.touches();
    result.releases = machine.releases();
    result.position_mm = machine.position();
    result.elapsed_s = machine.now_s();
    result.paused_s = machine.paused_s();
    auto const& end = machine.world(); // the tool may have been changed
    if (end.setter) result.setter_trip_mm = end.setterTrip_mm();
    if (int const n = zeroed) {
        auto const& memory = result.memory;
        // Where the tip stands in the job that follows: with the length in force, or with the one it calls.
        double const length =
            world.jobs_use_table && memory.tool_offset_mm == 0
                ? executable.dialect.length_sign * memory.tool_table_mm[static_cast<std::size_t>(memory.tool)]
                : memory.tool_offset_mm;
        auto const* served = &end.tool;
        if (world.zero_of_number)
            for (auto const& each : end.tools)
                if (each.number == memory.tool) served = &each.tool;
        result.z_zero = ZZero{n, memory.work_offsets_mm[n - 1][2] + length, end.zeroOnStock_mm(*served)};
    }
    if (int const n = measured)
        result.length =
            SetLength{n, executable.dialect.length_sign * result.memory.tool_table_mm[static_cast<std::size_t>(n)],
                      end.tool.length_mm};
    return result;
}

std::string verdictText(RunResult const& result, UnitSystem units) {
    if (result.z_zero) {
        auto const& zero = *result.z_zero;
        double const error = zero.error_mm();
        double const nothing = 0.001; // below a micron there is nothing to say about depth
        auto const size =
            units == UnitSystem::Metric
                ? fmt::format("{} µm", fixedText(error * 1000, std::abs(error) < nothing ? 1 : 0, Sign::Always))
                : fmt::format("{} thou", fixedText(error / 0.0254, 2, Sign::Always));
        auto const effect = std::abs(error) < nothing ? "on the mark"
                            : error < 0               ? "too low: it cuts too deep by that"
                                                      : "too high: it cuts too shallow by that";
        auto const text = fmt::format("Z zero set at {}, true {}, off by {}: {}.", lengthText(zero.set_mm, units),
                                      lengthText(zero.true_mm, units), size, effect);
        return result.outcome == controller::Outcome::Completed ? text : text + " Then it stopped: " + result.message;
    }
    if (result.length && result.outcome == controller::Outcome::Completed) {
        auto const& length = *result.length;
        return fmt::format("Tool {} goes into the table with {}; below the spindle face it is {} long.", length.tool,
                           lengthText(length.set_mm, units), lengthText(length.true_mm, units));
    }
    switch (result.outcome) {
    case controller::Outcome::Completed: return "The program ran to its end and set no work offset's Z.";
    case controller::Outcome::Refused: return "Refused, zero untouched. " + result.message;
    case controller::Outcome::Alarm: return "Stopped by its own check, zero untouched. " + result.message;
    default: return result.message;
    }
}

} // namespace steady::machine
