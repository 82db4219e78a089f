// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A program, run in a world to its end: what came out, and whether Z zero is where it should be.

#include "core/base/Going.h"
#include "core/controller/Controller.h"
#include "core/gcode/Segments.h"
#include "core/machine/VirtualMachine.h"

namespace steady::machine {

/// Of controller and machine together: goes up when a run may come out otherwise, and what was proved on an older one
/// has to be tried again.
inline constexpr char const* engine_version = "steady 1";

struct ZZero {
    int work_offset = 1;
    double set_mm = 0;  ///< machine Z of the zero that the program left, with the length offset in force
    double true_mm = 0; ///< machine Z at which the tip stands on the work
    /// Negative: too low, cuts too deep.
    double error_mm() const { return set_mm - true_mm; }
};

/// X or Y of a work offset that a program set, machine coordinates as reported.
struct SideZero {
    int work_offset = 1;
    double set_mm = 0;
    std::optional<double> true_mm; ///< where it is meant to be; none: the world does not say
    std::optional<double> error_mm() const { return true_mm ? std::optional(set_mm - *true_mm) : std::nullopt; }
};

/// A length that a program put into the table.
struct SetLength {
    int tool = 0;
    double set_mm = 0;  ///< as a positive length
    double true_mm = 0; ///< tip below the gauge line
};

struct RunResult {
    controller::Outcome outcome = controller::Outcome::Completed;
    controller::Cause cause = controller::Cause::None;
    Where where;         ///< the line it ended at
    std::string text;    ///< that line
    std::string message; ///< the last message, or what went wrong
    controller::Memory memory;
    std::span<gcode::Numbers const> own_parameters; ///< that the controller writes itself
    std::vector<Touch> contacts;
    std::vector<Touch> releases; ///< where it let go, on probing moves upward
    Vec3 position_mm{};
    double elapsed_s = 0, paused_s = 0;
    std::optional<ZZero> z_zero;                  ///< when the program set a work offset's Z: of the last one
    std::vector<ZZero> other_zeros;               ///< of each other offset whose Z is another than before
    int offset_before = 1;                        ///< in force at the start
    std::array<std::optional<SideZero>, 2> sides; ///< of X and Y
    std::optional<SetLength> length;              ///< when the program filled the tool table
    std::optional<double> setter_trip_mm; ///< where the tool in the spindle trips the setter, with nothing on its disc
    std::optional<double> lowest_over_work_mm; ///< of the tip above the work's top, while it stood over the work
    std::optional<Rack> rack;                  ///< at its end, where there is one
    std::optional<Ring> ring;                  ///< the same
    std::optional<int> told_tool; ///< that the control takes for the one in the spindle; none: it names none
    bool moved = false;
    bool plate_signals = false, setter_signals = false; ///< whether a touch of them is really seen, at the end
    gcode::Filled read;                                 ///< what was read and typed between the pieces of a text
};

/// A parameter of the controller's own, and the value that it wrote there.
struct Reported {
    int number = 0;
    double value = 0;
};

/// What a run looked like, a line at a time; for the screen.
struct TraceStep {
    controller::Record record;
    bool input_reads_contact = false;
    bool spindle_turns = false;
    PlatePlace plate = PlatePlace::OnStock;
    std::optional<RackLamps> rack;
    std::optional<RingLamps> ring;
    double tool_length_mm = 0;      ///< of the tool then in the spindle
    std::vector<Reported> reported; ///< what the line made the controller write
};
using Trace = std::vector<TraceStep>;

/// A text made ready for a control: a program, or pieces for one that is sent line by line.
struct Loaded {
    controller::Dialect dialect;
    std::optional<controller::Executable> program;
    std::optional<gcode::SegmentedText> pieces;
    Findings findings; ///< everything wrong with the text, in line order; empty: it can run
    Findings notes;    ///< words that are accepted without effect
    int lines = 0;
};
Loaded load(std::string_view text, controller::Dialect const& dialect);
RunResult run(Loaded const& loaded, World world, Trace* trace = nullptr, Going const& going = {});

/// `trace` may be null; without it nothing is recorded. Stopped, it is a run that did not end.
RunResult run(controller::Executable const& executable, World world, Trace* trace = nullptr, Going const& going = {});

/// The same of a text in segments; the person of the world reads, types and does what stands between them.
RunResult run(gcode::SegmentedText const& text, controller::Dialect const& dialect, World world, Trace* trace = nullptr,
              Going const& going = {});

/// Whose value differs from the start, without the controller's own.
std::vector<int> changedParameters(controller::Memory const& before, RunResult const& after);

/// “Z zero set at …, true …, off by … µm”, and what that does to the work; or why there is none.
std::string verdictText(RunResult const& result, UnitSystem units);

} // namespace steady::machine
