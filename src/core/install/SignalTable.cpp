// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/SignalTable.h"

#include <fmt/format.h>

namespace steady::install {
namespace {

using shop::Circuit;
using shop::InputClass;
using shop::Level;
using shop::SignalOutput;
using zeroing::Judgement;

/// Below and above these shares of what the input is made for; common practice, the maker's sheet decides.
constexpr double too_weak = 0.7, too_strong = 1.3;

Drive driveOf(shop::Wiring const& w) {
    bool const isolated = w.input == InputClass::Isolated;
    if (w.input == InputClass::PullUp && w.output == SignalOutput::Sourcing) return Drive::NeverSeen;
    if (w.input == InputClass::PullDown && w.output == SignalOutput::Sinking) return Drive::NeverSeen;
    // Two bare wires on a pulled input carry the input's own voltage, and a sinking device only draws it down.
    bool const brings_voltage = isolated || w.output == SignalOutput::Sourcing;
    if (brings_voltage && w.supply_v < too_weak * w.input_v) return Drive::TooWeak;
    if (brings_voltage && w.supply_v > too_strong * w.input_v) return Drive::TooStrong;
    return Drive::Works;
}

bool conducts(Circuit rest, bool touched, LeadFault fault) {
    if (fault == LeadFault::Broken) return false;
    if (fault == LeadFault::Shorted) return true;
    return (rest == Circuit::ClosedAtRest) != touched;
}

Level levelOf(InputClass input, bool current) {
    if (input == InputClass::PullUp) return current ? Level::Low : Level::High;
    return current ? Level::High : Level::Low;
}

char const* portOf(shop::Wiring const& wiring) { return wiring.port.empty() ? "the input" : wiring.port.c_str(); }

void sayDrive(std::vector<Judgement>& said, SignalCircuit const& circuit, Drive drive) {
    auto const& w = circuit.wiring;
    auto const volts = fmt::format("{:g} V", w.supply_v), made_for = fmt::format("{:g} V", w.input_v);
    switch (drive) {
    case Drive::Works: return;
    case Drive::NeverSeen:
        said.push_back({Severity::Bad,
                        "This input never sees this device.",
                        w.output == SignalOutput::Sourcing
                            ? "A current-sourcing device can only draw its lead up, and a pulled-up input is up "
                              "already. Use a pulled-down or an isolated input, or a current-sinking device."
                            : "A current-sinking device can only draw its lead down, and a pulled-down input is down "
                              "already. Use a pulled-up or an isolated input, or a current-sourcing device.",
                        {}});
        return;
    case Drive::TooWeak:
        said.push_back({Severity::Bad,
                        fmt::format("{} does not move an input made for {}.", volts, made_for),
                        "It stays dark whatever is touched. Feed the circuit with what the input is made for.",
                        {"Below 70 % it is taken as never seen; common practice, the maker's sheet decides."}});
        return;
    case Drive::TooStrong:
        said.push_back({Severity::Bad,
                        fmt::format("{} into an input made for {} may destroy it.", volts, made_for),
                        "Do not connect it. Lower the supply, or use an input or an isolator made for it.",
                        {"Above 130 % it is taken as too much; common practice, the maker's sheet decides."}});
        return;
    }
}

void sayFaults(std::vector<Judgement>& said, SignalCircuit const& circuit, SignalTable const& table) {
    bool const closed = circuit.rest == Circuit::ClosedAtRest;
    if (table.breakSafe())
        said.push_back({Severity::Note,
                        "A broken lead stops the machine.",
                        "With the lead off the input reads contact: no search starts, and one that runs ends at once.",
                        {}});
    else
        said.push_back(
            {Severity::Attention,
             "A broken lead is not noticed.",
             "With its lead off the circuit looks as it does at rest, and the tool is driven on. Only seeing "
             "it close proves it: prove the signal when everything is laid and clipped, before each job's "
             "first touch. A contact that is closed at rest would stop the machine by itself.",
             {}});
    if (table.shortSafe())
        said.push_back({Severity::Note,
                        "A short between its wires is noticed.",
                        "The input then reads contact with nothing touching.",
                        {}});
    else
        said.push_back({Severity::Attention,
                        "A short between its wires is not noticed.",
                        std::string(closed ? "Squeezed or soaked, the pair looks closed for ever, as at rest. " : "") +
                            "One press that is seen proves it.",
                        {}});
}

void sayNoise(std::vector<Judgement>& said, shop::Wiring const& w) {
    if (w.beside_power)
        said.push_back({w.shielded ? Severity::Note : Severity::Attention,
                        "The lead runs along a power lead.",
                        w.shielded ? "The shield helps where it is earthed at one end only, at the control."
                                   : "A spindle's drive can make contacts that nobody made. Lay it apart, cross at a "
                                     "right angle, or use a shielded lead, earthed at the control's end only.",
                        {}});
    if (w.coil_bare)
        said.push_back({Severity::Attention,
                        "A solenoid without suppression shares the supply.",
                        "Each time it lets go it kicks the whole circuit. A diode across a coil on direct current, a "
                        "snubber on alternating: the maker's sheet says which.",
                        {}});
    if (w.input_v <= 5 && w.beside_power)
        said.push_back({Severity::Note,
                        "24 V through an isolated input shrugs off what disturbs 5 V.",
                        "Where the lead cannot be moved, an isolator is the other way.",
                        {}});
}

} // namespace

Level fittingLevel(SignalCircuit const& circuit) {
    bool const current_when_touched = circuit.rest == Circuit::OpenAtRest;
    return levelOf(circuit.wiring.input, current_when_touched);
}

SignalTable signalTable(SignalCircuit const& circuit) {
    SignalTable table;
    auto const& w = circuit.wiring;
    table.drive = driveOf(w);
    table.assumed_polarity = !w.contact_at;
    auto const contact_at = w.contact_at.value_or(fittingLevel(circuit));
    std::size_t at = 0;
    for (auto const fault : {LeadFault::None, LeadFault::Broken, LeadFault::Shorted})
        for (bool const touched : {false, true}) {
            // What cannot move the input leaves it as it is by itself.
            bool const moves = table.drive == Drive::Works || table.drive == Drive::TooStrong;
            bool const current = moves && conducts(circuit.rest, touched, fault);
            auto& line = table.lines[at++];
            line = {touched, fault, levelOf(w.input, current), false, false};
            line.contact = line.level == contact_at;
            line.right = line.contact == touched;
        }
    return table;
}

char const* levelWords(InputClass input, Level level) {
    if (input == InputClass::Isolated) return level == Level::High ? "lit" : "dark";
    return level == Level::High ? "high" : "low";
}

std::vector<Judgement> signalJudgements(SignalCircuit const& circuit) {
    std::vector<Judgement> said;
    auto const table = signalTable(circuit);
    auto const& w = circuit.wiring;
    sayDrive(said, circuit, table.drive);
    auto const fitting = levelWords(w.input, fittingLevel(circuit));
    if (said.empty() && table.reversed())
        said.push_back({Severity::Bad,
                        "The polarity is the wrong way round.",
                        fmt::format("Nothing touching reads as contact, a touch as nothing. Set {} so that {} means "
                                    "contact.",
                                    portOf(w), fitting),
                        {}});
    else if (said.empty())
        said.push_back({Severity::Note,
                        table.assumed_polarity ? fmt::format("Set {} so that {} means contact.", portOf(w), fitting)
                                               : "At rest nothing, touched a contact: as it should be.",
                        table.assumed_polarity
                            ? "Nobody has said yet which level the control takes for a contact; the table shows it as "
                              "it must be."
                            : fmt::format("The control takes {} for a contact, and a touch makes it so.", fitting),
                        {}});
    if (table.works()) sayFaults(said, circuit, table);
    sayNoise(said, w);
    said.push_back(
        {Severity::Note,
         "Before you open a cabinet",
         "Mains, air and guarding: the maker's manual, local codes and licensed people first. Off and locked "
         "before a hand goes in; this program says what it worked out, never that a machine is safe.",
         {}});
    return said;
}

} // namespace steady::install
