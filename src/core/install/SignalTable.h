// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What an input sees in each state of a circuit, what the control makes of it, and which failures that hides.

#include "core/shop/kinds/TouchPractice.h"
#include "core/shop/kinds/Wiring.h"
#include "core/zeroing/Judgement.h"

#include <array>
#include <string>
#include <vector>

namespace steady::install {

/// As far as the signal goes: the contact, the wiring and the fault of the moment.
struct SignalCircuit {
    shop::Circuit rest = shop::Circuit::OpenAtRest;
    shop::Wiring wiring;
    bool operator==(SignalCircuit const&) const = default;
};

enum class LeadFault { None, Broken, Shorted };

/// One line of the table.
struct SignalLine {
    bool touched = false;
    LeadFault fault = LeadFault::None;
    shop::Level level = shop::Level::Low;
    bool contact = false; ///< what the control takes it for
    bool right = false;   ///< that is what is the case
    bool operator==(SignalLine const&) const = default;
};

/// Voltages: a sourcing device drives its supply into the input, an isolated input is lit by the supply of the loop.
enum class Drive { Works, NeverSeen, TooWeak, TooStrong };

struct SignalTable {
    std::array<SignalLine, 6> lines; ///< idle and touched, each sound, broken, shorted
    Drive drive = Drive::Works;
    bool assumed_polarity = false; ///< nobody has said which level counts: as it must be
    SignalLine const& line(bool touched, LeadFault fault) const {
        return lines[static_cast<std::size_t>(fault) * 2 + (touched ? 1 : 0)];
    }
    bool works() const { return line(false, LeadFault::None).right && line(true, LeadFault::None).right; }
    bool reversed() const { return !line(false, LeadFault::None).right && !line(true, LeadFault::None).right; }
    /// A broken lead reads as a contact: nothing starts, and whatever searches stops.
    bool breakSafe() const {
        return works() && line(false, LeadFault::Broken).contact && line(true, LeadFault::Broken).contact;
    }
    bool shortSafe() const {
        return works() && line(false, LeadFault::Shorted).contact && line(true, LeadFault::Shorted).contact;
    }
};

/// Pure logic; common practice, no published source.
SignalTable signalTable(SignalCircuit const& circuit);

/// The level that means contact when the circuit is sound.
shop::Level fittingLevel(SignalCircuit const& circuit);

/// Works or not first, then each failure, then what disturbs; with what to do.
std::vector<zeroing::Judgement> signalJudgements(SignalCircuit const& circuit);

/// “low”, “high”; of an isolated input “dark”, “lit”.
char const* levelWords(shop::InputClass input, shop::Level level);

} // namespace steady::install
