// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How the signal of a plate or setter reaches the control.

#include "core/shop/Field.h"

#include <optional>
#include <string>

namespace steady::shop {

/// What a device puts on its lead: two wires that meet, or a transistor that draws the lead to 0 V or to its supply.
enum class SignalOutput { DryContact, Sinking, Sourcing };
constexpr char const* word(SignalOutput output) {
    switch (output) {
    case SignalOutput::DryContact: return "dry_contact";
    case SignalOutput::Sinking: return "sinking";
    case SignalOutput::Sourcing: return "sourcing";
    }
    return nullptr;
}

/// What the input does by itself: drawn up to its supply, drawn down to 0 V, or a lamp behind glass that current
/// lights.
enum class InputClass { PullUp, PullDown, Isolated };
constexpr char const* word(InputClass input) {
    switch (input) {
    case InputClass::PullUp: return "pull_up";
    case InputClass::PullDown: return "pull_down";
    case InputClass::Isolated: return "isolated";
    }
    return nullptr;
}

/// At the input; of an isolated one: no current, current.
enum class Level { Low, High };
constexpr char const* word(Level level) {
    switch (level) {
    case Level::Low: return "low";
    case Level::High: return "high";
    }
    return nullptr;
}

struct Wiring {
    std::string port; ///< as it is printed at the control
    SignalOutput output = SignalOutput::DryContact;
    InputClass input = InputClass::PullUp;
    double supply_v = 5;             ///< what feeds device and loop
    double input_v = 5;              ///< what the input is made for
    std::optional<Level> contact_at; ///< the level that the control takes for a contact; none: nobody has looked
    bool shielded = false;
    bool beside_power = false; ///< along the lead of the spindle or of a motor
    bool coil_bare = false;    ///< a solenoid on the same supply without a diode or a snubber
    bool operator==(Wiring const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"port", "port"}, self.port);
        f({"output", "what the device puts out"}, self.output);
        f({"input", "kind of input"}, self.input);
        f({"supply_v", "supply"}, self.supply_v, bounds::signal_v);
        f({"input_v", "voltage of the input"}, self.input_v, bounds::signal_v);
        f({"contact_at", "level of a contact"}, self.contact_at);
        f({"shielded", "shielded lead"}, self.shielded);
        f({"beside_power", "lead along a power lead"}, self.beside_power);
        f({"coil_bare", "solenoid without suppression"}, self.coil_bare);
    }
};

} // namespace steady::shop
