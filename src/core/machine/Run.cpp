// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/Run.h"

#include "core/base/Words.h"
#include "core/machine/Flank.h"
#include "core/quantity/WorkOffset.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <utility>

namespace steady::machine {
namespace {

/// What the controller wrote into its own variables since `before`, which then becomes the present.
std::vector<Reported> reportedSince(std::vector<double>& before, std::vector<double> const& now,
                                    controller::Variables const& variables) {
    std::vector<Reported> changed;
    for (auto const& own : variables.own)
        for (int n = own.first; n <= own.last; ++n)
            if (before[n] != now[n]) {
                changed.push_back({n, now[n]});
                before[n] = now[n];
            }
    return changed;
}

constexpr int lines_between_looks = 128; ///< whether somebody has stopped it

/// A machine on which one program runs after another.
class Running {
public:
    enum class End { Done, Ended, BrokenOff }; ///< it came to its end; nothing follows; somebody starts again
    Running(World world, Trace* trace, Going const& going)
        : m_trace(trace), m_going(going), m_result{.memory = std::move(world.memory)}, m_machine(std::move(world)),
          m_reported(trace ? m_result.memory.parameters : std::vector<double>()),
          m_offsets_before(m_result.memory.work_offsets_mm) {
        m_result.offset_before = m_result.memory.modes.work_offset;
    }

    /// `again`: whoever stops it starts this program again; otherwise it returns.
    End go(controller::Executable const& executable, bool again) {
        std::optional<controller::Controller> running;
        running.emplace(executable, m_result.memory, m_machine);
        bool running_on = true;
        for (; running_on; ++m_lines) {
            auto& control = *running;
            if (m_lines % lines_between_looks == 1) {
                if (m_going.stopped()) break;
                auto const all = static_cast<std::int64_t>(executable.program.blocks.size());
                if (m_lines > 1 && m_lines % 4096 == 1) m_going.at(std::min<std::int64_t>(m_lines, all), all);
            }
            if (m_trace) {
                running_on = traced(control, executable.dialect.variables);
            } else {
                int most = lines_between_looks - (m_lines - 1) % lines_between_looks;
                if (int const left = begun().broken_off_after - m_lines + 1; left > 0) most = std::min(most, left);
                m_lines += control.steps(most) - 1;
                running_on = !control.ended();
            }
            if (running_on && m_lines == begun().broken_off_after) {
                // The stop button: modes and variables stay as they are, and somebody jogs back to where it began.
                keep(control);
                m_machine.startAgain(begun().position_mm);
                m_probed.reset();
                if (!again) {
                    ++m_lines;
                    return End::BrokenOff;
                }
                running.emplace(executable, m_result.memory, m_machine);
            }
        }
        auto const& control = *running;
        keep(control);
        auto& result = m_result;
        result.outcome = control.outcome();
        result.cause = control.cause();
        result.message = control.message();
        result.where.line = control.line();
        if (control.error()) result.where = control.error()->where;
        if (auto const& late = m_machine.changerTrouble(); late && result.outcome == controller::Outcome::Completed) {
            result.outcome = late->outcome; // nothing moved after it that would have shown it
            result.message = late->text;
            result.cause = late->cause;
        }
        if (running_on) { // somebody stopped it here
            result.outcome = controller::Outcome::Runaway;
            result.message = fmt::format("It was stopped after {} lines and had not ended.", m_lines - 1);
        }
        if (result.where.line > 0 && result.where.line <= static_cast<int>(executable.program.blocks.size()))
            result.text =
                executable.program.textOf(executable.program.blocks[static_cast<std::size_t>(result.where.line - 1)]);
        return result.outcome == controller::Outcome::Completed ? End::Done : End::Ended;
    }

    /// What happens between two pieces of a text. False: nothing more is sent.
    bool between(gcode::Between const& what, gcode::Filled& known) {
        using What = gcode::Between::What;
        auto const ends = [&](controller::Outcome outcome, std::string message) {
            m_result.outcome = outcome;
            m_result.message = std::move(message);
            m_result.where.line = what.line;
            m_result.text.clear(); // no line that was sent
            return false;
        };
        switch (what.what) {
        case What::Do:
            return m_machine.pause(what.words) ||
                   ends(controller::Outcome::PausedForever, "Nobody went on at: " + what.words);
        case What::Report: {
            if (!m_probed)
                return ends(controller::Outcome::Refused, "There is no report to read: nothing was probed before.");
            known[what.name] =
                std::round((*m_probed)[static_cast<std::size_t>(what.axis)] * 1000) / 1000 + misread_mm(what.name);
            return true;
        }
        case What::Type: {
            auto const& types = begun().person.types;
            auto const typed =
                std::find_if(types.begin(), types.end(), [&](auto const& t) { return t.name == what.name; });
            if (typed == types.end())
                return ends(controller::Outcome::PausedForever, fmt::format("Nobody typed “{}”.", what.name));
            double const unit = std::pow(10.0, -what.decimals);
            known[what.name] = std::round(typed->mm / unit) * unit + misread_mm(what.name);
            return true;
        }
        case What::Read: {
            auto const n = static_cast<std::size_t>(what.work_offset - 1);
            known[what.name] = std::round(m_result.memory.work_offsets_mm[n][2] * 1000) / 1000 + misread_mm(what.name);
            return true;
        }
        case What::Require: {
            auto const wrong = gcode::notAsRequired(what, known);
            if (!wrong) return ends(controller::Outcome::Refused, sentence(wrong.error()));
            return wrong->empty() || ends(controller::Outcome::Alarm, *wrong);
        }
        }
        return false;
    }
    void refuse(Error const& error) {
        m_result.outcome = controller::Outcome::Refused;
        m_result.message = sentence(error) + " " + toFinding(error).remedy;
        m_result.where = error.where;
    }

    RunResult finish(controller::Dialect const& dialect) {
        auto& result = m_result;
        result.own_parameters = dialect.variables.own;
        result.lowest_over_work_mm = m_machine.lowestOverWork_mm();
        result.contacts = m_machine.touches();
        result.releases = m_machine.releases();
        result.position_mm = m_machine.position();
        result.moved = m_machine.moved();
        result.plate_signals = m_machine.plateWouldSignal();
        result.setter_signals = m_machine.setterWouldSignal();
        result.elapsed_s = m_machine.now_s();
        result.paused_s = m_machine.paused_s();
        auto const& end = m_machine.world(); // the tool may have been changed
        result.rack = end.rack;
        result.ring = end.ring;
        if (dialect.variables.at(controller::Shows::Tool))
            result.told_tool = result.memory.tool;
        else if (dialect.variables.at(controller::Shows::SelectedTool))
            result.told_tool = result.memory.selected_tool;
        if (end.setter) result.setter_trip_mm = end.setterTrip_mm();
        if (m_zeroed) {
            auto const& memory = result.memory;
            // Where the tip stands in the job that follows: with the length in force, or with the one it calls.
            double const length = begun().jobs_use_table && memory.tool_offset_mm == 0
                                      ? dialect.length_sign * memory.tabled_mm(memory.tool)
                                      : memory.tool_offset_mm;
            auto const* served = &end.tool;
            if (begun().zero_of_number)
                for (auto const& each : end.tools)
                    if (each.number == memory.tool) served = &each.tool;
            auto const zeroOf = [&](int n) {
                return ZZero{n, memory.external_mm[2] + memory.work_offsets_mm[n - 1][2] + length,
                             end.zeroOf_mm(n, *served)};
            };
            result.z_zero = zeroOf(m_zeroed);
            for (int n = 1; n <= work_offset_count; ++n)
                if (n != m_zeroed && memory.work_offsets_mm[n - 1][2] != m_offsets_before[n - 1][2])
                    result.other_zeros.push_back(zeroOf(n));
        }
        for (std::size_t axis = 0; axis < 2; ++axis) {
            if (m_sides[axis] == 0) continue;
            auto const& memory = result.memory;
            SideZero side{m_sides[axis],
                          memory.external_mm[axis] +
                              memory.work_offsets_mm[static_cast<std::size_t>(m_sides[axis] - 1)][axis],
                          {}};
            if (auto const at = datumOf_mm(end, static_cast<int>(axis))) side.true_mm = *at + end.home_error_mm[axis];
            result.sides[axis] = side;
        }
        if (m_measured)
            result.length =
                SetLength{m_measured, dialect.length_sign * result.memory.tabled_mm(m_measured), end.tool.length_mm};
        return std::move(m_result);
    }

private:
    /// One line, as somebody sees it. False: the program has ended.
    bool traced(controller::Controller& control, controller::Variables const& variables) {
        TraceStep step;
        int const before = control.line();
        bool const going = control.step(&step.record);
        if (control.line() == 0 || (!going && control.line() == before)) return going;
        step.input_reads_contact = m_machine.inputReadsContact();
        step.spindle_turns = m_machine.spindleTurns();
        step.plate = m_machine.world().plate.place;
        step.rack = m_machine.rackLamps();
        step.ring = m_machine.ringLamps();
        step.tool_length_mm = m_machine.world().tool.length_mm;
        step.reported = reportedSince(m_reported, m_result.memory.parameters, variables);
        m_trace->push_back(std::move(step));
        return going;
    }
    /// The world as far as no run changes it; what the control remembers is in the result.
    World const& begun() const { return m_machine.world(); }
    /// What it set and was told last.
    void keep(controller::Controller const& control) {
        if (control.zeroedOffset() > 0) m_zeroed = control.zeroedOffset();
        for (std::size_t axis = 0; axis < 2; ++axis)
            if (int const offset = control.zeroedSides()[axis]; offset > 0) m_sides[axis] = offset;
        if (control.measuredTool() > 0) m_measured = control.measuredTool();
        if (control.probed()) m_probed = control.probed();
    }
    double misread_mm(std::string const& name) const {
        double off = 0;
        for (auto const& each : begun().person.misreads)
            if (each.name == name) off += each.mm;
        return off;
    }

    Trace* m_trace;
    Going const& m_going;
    RunResult m_result;
    VirtualMachine m_machine;       ///< of a world without memory: that went into the result
    std::vector<double> m_reported; ///< as the trace has told it
    decltype(controller::Memory::work_offsets_mm) m_offsets_before;
    std::optional<Vec3> m_probed; ///< the last report of a probing move
    std::array<int, 2> m_sides{};
    int m_zeroed = 0, m_measured = 0, m_lines = 1;
};

} // namespace

RunResult run(controller::Executable const& executable, World world, Trace* trace, Going const& going) {
    Running running(std::move(world), trace, going);
    (void)running.go(executable, true);
    return running.finish(executable.dialect);
}

RunResult run(gcode::SegmentedText const& text, controller::Dialect const& dialect, World world, Trace* trace,
              Going const& going) {
    Running running(std::move(world), trace, going);
    gcode::Filled known;
    for (std::size_t i = 0; i < text.segments.size(); ++i) {
        auto const& segment = text.segments[i];
        auto const piece = gcode::filled(segment, known);
        if (!piece) {
            running.refuse(piece.error());
            break;
        }
        // What is sent ends where it ends.
        auto const end = running.go(controller::makeExecutable(*piece + "%\n", dialect), false);
        if (end == Running::End::BrokenOff) { // a number is void after a jog: from the beginning
            known.clear();
            i = std::size_t(-1);
            continue;
        }
        if (end == Running::End::Ended) break;
        if (segment.then && !running.between(*segment.then, known)) break;
    }
    auto result = running.finish(dialect);
    result.read = std::move(known);
    return result;
}

std::vector<int> changedParameters(controller::Memory const& before, RunResult const& after) {
    auto const own = [&](int number) {
        return std::any_of(after.own_parameters.begin(), after.own_parameters.end(),
                           [number](gcode::Numbers const& each) { return each.hold(number); });
    };
    std::vector<int> numbers;
    for (int i = 1; i < static_cast<int>(before.parameters.size()); ++i)
        if (after.memory.parameters[i] != before.parameters[i] && !own(i)) numbers.push_back(i);
    return numbers;
}

Loaded load(std::string_view text, controller::Dialect const& dialect) {
    Loaded made{dialect, {}, {}, {}, {}, 0};
    made.lines = static_cast<int>(std::count(text.begin(), text.end(), '\n')) + !text.ends_with('\n');
    if (!dialect.streamed) {
        made.program = controller::makeExecutable(text, dialect);
        made.findings = made.program->findings;
        made.notes = made.program->notes;
        return made;
    }
    made.pieces = gcode::segmentsOf(text);
    made.findings = made.pieces->findings;
    gcode::Filled any; // a number for each name that is known by then, to see what the lines are
    for (auto const& segment : made.pieces->segments) {
        auto const piece = gcode::filled(segment, any);
        if (!piece) {
            made.findings.push_back(toFinding(piece.error()));
            continue;
        }
        auto const read = controller::makeExecutable(*piece + "%\n", dialect);
        made.findings.insert(made.findings.end(), read.findings.begin(), read.findings.end());
        made.notes.insert(made.notes.end(), read.notes.begin(), read.notes.end());
        if (!segment.then) continue;
        if (segment.then->what == gcode::Between::What::Require)
            if (auto const sum = gcode::sumOf(segment.then->sum, any, segment.then->line); !sum)
                made.findings.push_back(toFinding(sum.error()));
        if (!segment.then->name.empty()) any[segment.then->name] = 1;
    }
    return made;
}

RunResult run(Loaded const& loaded, World world, Trace* trace, Going const& going) {
    if (loaded.program) return run(*loaded.program, std::move(world), trace, going);
    if (loaded.findings.empty()) return run(*loaded.pieces, loaded.dialect, std::move(world), trace, going);
    RunResult refused{.memory = world.memory};
    auto const& first = loaded.findings.front();
    refused.outcome = controller::Outcome::Refused;
    refused.where = first.where;
    refused.message = first.text + " " + first.remedy;
    refused.position_mm = VirtualMachine(std::move(world)).position();
    return refused;
}

namespace {

/// “X zero set at …, true …, off by …”; empty: none was set.
std::string sidesText(RunResult const& result, UnitSystem units) {
    std::string text;
    for (std::size_t axis = 0; axis < 2; ++axis) {
        auto const& side = result.sides[axis];
        if (!side) continue;
        text +=
            fmt::format("{}{} zero set at {}", text.empty() ? "" : " ", "XY"[axis], lengthText(side->set_mm, units));
        if (side->true_mm)
            text += fmt::format(", true {}, off by {}", lengthText(*side->true_mm, units),
                                lengthText(*side->error_mm(), units, Sign::Always));
        text += ".";
    }
    return text;
}

} // namespace

namespace {

std::string zerosText(RunResult const& result, UnitSystem units) {
    auto const sides = sidesText(result, units);
    if (!sides.empty() && !result.z_zero)
        return result.outcome == controller::Outcome::Completed ? sides : sides + " Then it stopped: " + result.message;
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
        auto all = sides.empty() ? text : text + " " + sides;
        for (auto const& other : result.other_zeros)
            all += fmt::format(" {} Z set at {}, true {}, off by {}.", workOffsetName(other.work_offset),
                               lengthText(other.set_mm, units), lengthText(other.true_mm, units),
                               lengthText(other.error_mm(), units, Sign::Always));
        return result.outcome == controller::Outcome::Completed ? all : all + " Then it stopped: " + result.message;
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

} // namespace

std::string verdictText(RunResult const& result, UnitSystem units) {
    auto text = zerosText(result, units);
    if (int const now = result.memory.modes.work_offset; now != result.offset_before)
        text += fmt::format(" {} is in force at its end; at its start it was {}.", workOffsetName(now),
                            workOffsetName(result.offset_before));
    return text;
}

} // namespace steady::machine
