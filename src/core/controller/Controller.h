// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The virtual controller: gives blocks their meaning, one at a time, in the order of execution of RS274/NGC.

#include "core/controller/Executable.h"
#include "core/controller/Memory.h"
#include "core/controller/Record.h"

namespace steady::controller {

inline constexpr int step_limit = 100'000; ///< lines of a run beyond those of the text
inline constexpr int loop_limit = 20'000;  ///< passes of all loops of a run
inline constexpr int call_limit = 10;      ///< calls inside calls

class Controller {
public:
    /// Keeps references; `memory` is read and written.
    Controller(Executable const& executable, Memory& memory, MachinePort& machine);

    /// Executes one block. False once the program has ended; then outcome() holds.
    bool step(Record* record = nullptr);
    /// As step() so many times, or until it has ended; how often.
    int steps(int most);
    bool ended() const { return m_ended; }

    Outcome outcome() const { return m_outcome; }
    int line() const { return m_line; }                      ///< of the block executed last
    std::string const& message() const { return m_message; } ///< shown last, or what went wrong
    Cause cause() const { return m_cause; }
    std::optional<Error> const& error() const { return m_error; }
    int zeroedOffset() const { return m_zeroed_offset; } ///< work offset whose Z was set last, 0: none
    /// Of X and Y: the work offset in which it was set last, 0: none.
    std::array<int, 2> const& zeroedSides() const { return m_zeroed_sides; }
    int measuredTool() const { return m_measured_tool; } ///< tool whose length was put into the table last, 0: none
    /// Machine coordinates that the last probing move reported: of the contact, or of its end; none: there was none.
    std::optional<Vec3> const& probed() const { return m_probed; }
    /// The value of a named parameter at this moment.
    std::optional<double> named(std::string const& name) const;

private:
    struct Call {
        int return_to;
        std::size_t loops;            ///< that were open in the caller
        std::vector<double> numbered; ///< the caller's local variables, from 0; empty: shared
        std::vector<double> named;
        std::vector<char> named_set;
        int begin = -1, again = 0; ///< of a program that is run several times
    };
    /// A line that was read before it is its turn.
    struct Queued {
        int block;
        Decoded words;
    };
    struct Loop {
        int block, left;
    };
    /// What a drilling cycle keeps from one hole to the next; in the unit and distance mode of the words.
    struct Hole {
        std::optional<double> retract, bottom, step, wait_s;
    };

    bool next(Record* record);
    bool unseen();
    bool ahead(Record* record);
    bool fromQueue(Record* record);
    bool executeBlock(Record* record);
    void begin(gcode::Block const& block, Record* record);
    bool finish(Done done, Record* record);
    bool sayOverrun();
    gcode::Values values() const {
        auto const& grammar = m_executable.dialect.grammar;
        auto const count = static_cast<std::size_t>(grammar.last_variable) + 1;
        return {std::span(m_memory.parameters).first(count), m_named, m_named_set, grammar.vacancy};
    }
    Result<double> valueOf(gcode::Expr expr, int line) const;
    Done settings(gcode::Block const& block, Record* record);
    void act(int number, double value, gcode::Block const& block, Record* record);
    void adopt(int number, double value);
    void pause(Record* record);
    void showPositions();
    void showGroups();
    void showNames();
    double told(Tells what) const;
    void setNamed(int slot, double value);
    std::string debugText(std::string_view text) const;
    void bindNames();
    void keepNames();

    Done flow(gcode::Block const& block, Record* record);
    Done branch(Record* record);
    Done loopTest(gcode::Block const& block, Record* record);
    Done repeat(gcode::Block const& block, Record* record);
    Done repeatEnd(Record* record);
    Done call(gcode::Block const& block, Record* record);
    Done comeBack(gcode::Block const& block, Record* record);
    Done goRound();
    void leaveLoops(bool own);
    Done jump(gcode::Block const& block, Record* record);
    Done callProgram(Decoded const& block, Record* record);
    Done returnProgram(Decoded const& block, Record* record);
    std::vector<double> newLocals();

    Done execute(Decoded const& block, Record* record);
    Done modes(Decoded const& block, Record* record);
    Done seldomModes(Decoded const& block, Record* record);
    Done tool(Decoded const& block, Record* record);
    Done ports(Decoded const& block, Record* record);
    Result<std::string> readInput(Decoded const& block, CodeWord const& word, int port);
    void showInputs();
    Done lengthOffset(Decoded const& block, Record* record);
    Done offsets(Decoded const& block, Record* record);
    Done setData(Decoded const& block, Record* record);
    Done shift(Decoded const& block, Record* record);
    Done storedPoint(Decoded const& block, Record* record);
    Done motion(Decoded const& block, Record* record);
    Done arc(Decoded const& block, Record* record);
    Done holes(Decoded const& block, Record* record);
    Done hole(double retract_z_mm, double bottom_z_mm);
    Done wordsOfMotion(Decoded const& block) const;
    CodeWord const* motionWord() const; ///< of the motion in force; null: no word of this control makes it
    Done probe(Vec3 const& target_mm, Motion motion, Record* record);
    Done dwell(Decoded const& block, Record* record);
    Decoded inIncrements(Decoded block) const;
    Done stop(Decoded const& block, Record* record);
    void end(Record* record);
    void runOut();
    void halt(Outcome outcome, std::string text);
    Done trouble(std::optional<Trouble> const& found);
    Result<int> toolNumber(double value) const;
    Vec3 target(Decoded const& block, bool absolute_machine) const;
    double unit_mm() const { return m_memory.modes.units == UnitSystem::Metric ? 1 : mm_per_inch; }
    double native_mm() const { return m_memory.native == UnitSystem::Metric ? 1 : mm_per_inch; }
    double feed_mm_min() const {
        return m_memory.modes.feed_mm_min * (m_memory.modes.override_locked ? 1 : m_machine.feedOverride());
    }
    std::string meanings(Decoded const& block) const;
    Variables const& variables() const { return m_executable.dialect.variables; }
    void publish() { m_memory.publish(variables()); }
    /// Writes what a variable shows; nothing where none does. `axis`: of those that show three in a row.
    void show(Shows what, double value, int axis = 0) {
        if (int const at = variables().at(what)) m_memory.parameters[static_cast<std::size_t>(at + axis)] = value;
    }
    Where here() const { return {"", m_line, 0}; }

    Executable const& m_executable;
    Memory& m_memory;
    MachinePort& m_machine;
    std::vector<double> m_named; ///< by slot
    std::vector<char> m_named_set;
    std::vector<std::pair<int, Tells>> m_told; ///< slots of names that the control fills itself
    std::vector<Call> m_calls;
    std::vector<Loop> m_loops; ///< REPEATs that are going on
    std::vector<Queued> m_queue;
    std::size_t m_queued_from = 0; ///< what is before has had its turn
    bool m_waiting = false;        ///< the queue is worked off before anything else is read
    int m_next = 0;
    int m_block = 0;
    int m_line = 0;
    int m_steps = 0, m_passes = 0;
    int m_most_steps = step_limit; ///< a long job comes to its end; what goes round does not
    std::array<int, 2> m_zeroed_sides{};
    int m_zeroed_offset = 0, m_measured_tool = 0;
    bool m_shows_state = false; ///< something tells of the machine at each line
    bool m_unseen = false;      ///< nothing does, and nothing is read ahead
    bool m_ended = false;
    Outcome m_outcome = Outcome::Completed;
    std::string m_message, m_paused_at; ///< shown now; shown at the last pause
    Cause m_cause = Cause::None;
    std::optional<Error> m_error;
    std::optional<Vec3> m_probed;
    Hole m_hole;
};

} // namespace steady::controller
