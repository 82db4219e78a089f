// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The virtual controller: gives blocks their meaning, one at a time, in the order of execution of RS274/NGC.

#include "core/controller/Decode.h"
#include "core/controller/Executable.h"
#include "core/controller/Memory.h"
#include "core/controller/Record.h"

namespace steady::controller {

class Controller {
public:
    /// Keeps references; `memory` is read and written.
    Controller(Executable const& executable, Memory& memory, MachinePort& machine);

    /// Executes one block. False once the program has ended; then outcome() holds.
    bool step(Record* record = nullptr);

    Outcome outcome() const { return m_outcome; }
    int line() const { return m_line; }                      ///< of the block executed last
    std::string const& message() const { return m_message; } ///< shown last, or what went wrong
    std::optional<Error> const& error() const { return m_error; }
    int zeroedOffset() const { return m_zeroed_offset; } ///< work offset whose Z was set last, 0: none

private:
    using Done = Result<void>;

    bool executeBlock(Record* record);
    Done settings(gcode::Block const& block, Record* record);
    Done branch(gcode::Block const& block, Record* record);
    Done execute(Decoded const& block, Record* record);
    Done modes(Decoded const& block, Record* record);
    Done offsets(Decoded const& block, Record* record);
    Done motion(Decoded const& block, Record* record);
    Done probe(Vec3 const& target_mm, Record* record);
    Done stop(Decoded const& block, Record* record);
    void end(Record* record);
    void halt(Outcome outcome, std::string text);
    Done trouble(std::optional<Trouble> const& found);
    Vec3 target(Decoded const& block, bool absolute_machine) const;
    double unit_mm() const { return m_memory.modes.units == UnitSystem::Metric ? 1 : mm_per_inch; }
    Where here() const { return {"", m_line, 0}; }

    Executable const& m_executable;
    Memory& m_memory;
    MachinePort& m_machine;
    int m_next = 0;
    int m_block = 0;
    int m_line = 0;
    int m_steps = 0;
    int m_zeroed_offset = 0;
    bool m_ended = false;
    Outcome m_outcome = Outcome::Completed;
    std::string m_message;
    std::optional<Error> m_error;
};

inline constexpr int step_limit = 100'000;

} // namespace steady::controller
