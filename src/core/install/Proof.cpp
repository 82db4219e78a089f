// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/Proof.h"

#include "core/zeroing/PlateZero.h"

#include <fmt/format.h>

namespace steady::install {
namespace {

using facts::Hold;
using shop::Answer;
using shop::Shows;

Signal signalOf(shop::Observed const& seen) {
    auto const any = [&](Shows what) { return seen.at_rest == what || seen.touched == what || seen.released == what; };
    if (any(Shows::Flickers)) return Signal::Noisy;
    if (any(Shows::OtherInput)) return Signal::WrongInput;
    if (seen.at_rest == Shows::NotLooked || seen.touched == Shows::NotLooked) return Signal::Unfinished;
    if (seen.at_rest == Shows::Contact) return seen.touched == Shows::Nothing ? Signal::Reversed : Signal::Stuck;
    if (seen.touched == Shows::Nothing) return Signal::Dead;
    if (seen.released == Shows::Contact) return Signal::Stuck;
    if (seen.alone == Answer::Yes) return Signal::Alone;
    if (seen.creep_stopped == Answer::No) return Signal::NotWatched;
    bool const all = seen.released == Shows::Nothing && seen.creep_stopped == Answer::Yes && seen.alone == Answer::No;
    return all ? Signal::Fine : Signal::Unfinished;
}

/// What plates and setters differ in.
std::vector<SignalCause> deadCauses(shop::Path path) {
    std::vector<SignalCause> causes;
    if (path == shop::Path::Clip)
        causes.push_back(
            {"The clip is off, or bites on paint or a coated tool.", "Clip it to bare metal and touch again."});
    if (path == shop::Path::SpindleEarth)
        causes.push_back({"The spindle has no way to earth: ceramic bearings, grease, paint.",
                          "Hold a wire from the spindle's nose to earth and touch again."});
    causes.push_back({"The plug is out or in another socket.", "Look at the plug, and at the list of ports."});
    causes.push_back({"The lead is broken, mostly at the strain relief.", "Wiggle it there while it is touched."});
    causes.push_back({"The input is switched off in the control.", "Compare with the sheet of settings."});
    causes.push_back({"The device is worn out.", "Measure across its wires, off the control: it must change."});
    return causes;
}

std::string changed(char const* what, std::string const& was, std::string const& is) {
    return fmt::format("The {} was {}, is {}.", what, was, is);
}

/// What is wired otherwise than when it was proved.
std::vector<facts::Because> wiredOtherwise(shop::SignalProof const& then, shop::SignalProof const& now) {
    std::vector<facts::Because> because;
    auto say = [&](bool differs, char const* what, std::string const& was, std::string const& is) {
        if (differs) because.push_back({0, 0, changed(what, was, is)});
    };
    auto words = [](auto value) {
        std::string plain = word(value);
        for (auto& c : plain)
            if (c == '_') c = ' ';
        return plain;
    };
    auto const& a = then.wiring;
    auto const& b = now.wiring;
    say(then.circuit != now.circuit, "contact at rest", words(then.circuit), words(now.circuit));
    say(then.path != now.path, "way of the signal", words(then.path), words(now.path));
    say(a.port != b.port, "port", a.port.empty() ? "not named" : a.port, b.port.empty() ? "not named" : b.port);
    say(a.output != b.output, "device's output", words(a.output), words(b.output));
    say(a.input != b.input, "kind of input", words(a.input), words(b.input));
    say(a.supply_v != b.supply_v, "supply", fmt::format("{:g} V", a.supply_v), fmt::format("{:g} V", b.supply_v));
    auto level = [&](std::optional<shop::Level> at) { return at ? words(*at) : std::string("not said"); };
    say(a.contact_at != b.contact_at, "level of a contact", level(a.contact_at), level(b.contact_at));
    say(then.capture != now.capture, "input", words(then.capture), words(now.capture));
    say(then.debounce_s != now.debounce_s, "debounce", fmt::format("{:g} ms", then.debounce_s * 1000),
        fmt::format("{:g} ms", now.debounce_s * 1000));
    return because;
}

} // namespace

Diagnosis diagnose(shop::Observed const& observed, shop::Path path) {
    Diagnosis d;
    d.signal = signalOf(observed);
    switch (d.signal) {
    case Signal::Unfinished:
        d.headline = "Not proved yet.";
        d.text = "Some of it has not been looked at.";
        break;
    case Signal::Fine:
        d.headline = "The signal works.";
        d.text = "Nothing at rest, a contact when touched, nothing again, and the creep stopped.";
        break;
    case Signal::Reversed:
        d.headline = "It is reversed.";
        d.text = "Contact while nothing touches, nothing while it is touched. A search would refuse to start, or drive "
                 "on through the touch.";
        d.causes = {{"The polarity is set the wrong way round.", "Set the other level, and prove it again."},
                    {"It is the other kind: closed at rest, not open.", "Look at the device's sheet, or measure across "
                                                                        "its wires, off the control."}};
        break;
    case Signal::Dead:
        d.headline = "It is dead.";
        d.text = "A touch changes nothing: a search would not stop.";
        d.causes = deadCauses(path);
        break;
    case Signal::Stuck:
        d.headline = observed.at_rest == Shows::Contact ? "It always reads contact." : "It hangs after a touch.";
        d.text = "No search can start.";
        d.causes = {{"A chip or coolant lies on it, or the tool still rests on it.", "Wipe and look."},
                    {"The lead of a closed circuit is off.", "Look at the plug; a closed contact needs its lead."},
                    {"Two wires touch each other.", "Take the plug off at the device: does it change?"},
                    {"The device does not spring back.", "Press it, off the control: it must come back by itself."}};
        break;
    case Signal::Noisy:
        d.headline = "It flickers.";
        d.text = "A contact that comes and goes sets a zero in mid-air, or none.";
        d.causes = {{"A loose plug or terminal.", "Wiggle each while you watch."},
                    {"The lead lies along the spindle's lead.", "Lay it apart for a try."},
                    {"A compressor or pump on the same circuit.", "Watch while it switches."},
                    {"The shield is earthed at both ends, or at none.", "One end only, at the control."},
                    {"Bounce of the contact.", "A debounce of some milliseconds, and its price: see Feeds."}};
        break;
    case Signal::WrongInput:
        d.headline = "Another input answers.";
        d.text = "The control watches one input while it probes; this device is wired to another.";
        d.causes = {{"It is plugged into another port.", "Compare the plug with the list of ports."},
                    {"The control is told another input.", "Compare with the sheet of settings."}};
        break;
    case Signal::Alone:
        d.headline = "It triggers with nothing touching.";
        d.text = "A search ends in mid-air and sets a zero there.";
        d.causes = {
            {"The spindle's drive, live while the spindle stands.", "Try with the drive switched off and locked."},
            {"The tool is earthed and the lead is near it: a damp or dusty plate.", "Wipe, dry, try again."},
            {"The lead is not shielded, or lies along a power lead.", "Lay it apart for a try."}};
        break;
    case Signal::NotWatched:
        d.headline = "The control sees it and does not stop.";
        d.text = "The input answers, the slow move goes on: while probing, something else is watched.";
        d.causes = {{"The input is not the one for probing.", "Compare with the sheet of settings."},
                    {"The move was not a probing move.", "Look at the line that made the creep."}};
        break;
    }
    return d;
}

Result<shop::SignalProof> proofAsWired(facts::Reader const& book, shop::ZeroSetup const& setup, Device device) {
    shop::SignalProof proof;
    proof.machine = setup.place.machine;
    auto const machine = zeroing::machineOf(book, setup);
    proof.capture = machine.capture;
    proof.debounce_s = machine.debounce_s;
    auto wire = [&](auto const& of) {
        proof.circuit = of.circuit;
        proof.path = of.path;
        proof.wiring = of.wiring;
    };
    if (device == Device::Plate) {
        auto const* plate = book.find(setup.place.plate);
        if (!plate) return fail(Code::Missing, {"plate"}, "The plate", "Type it at Kit.");
        proof.plate = setup.place.plate;
        wire(*plate);
    } else {
        auto const* setter = book.find(setup.place.setter);
        if (!setter) return fail(Code::Missing, {"setter"}, "The setter", "Type it at Kit.");
        proof.setter = setup.place.setter;
        wire(*setter);
    }
    return proof;
}

ProofState proofOf(facts::Reader const& book, shop::ZeroSetup const& setup, Device device) {
    ProofState state;
    state.holding.state = Hold::Open;
    auto const now = proofAsWired(book, setup, device);
    if (!now) return state;
    for (auto const& [id, proof] : book.all<shop::SignalProof>())
        if (proof->machine == now->machine && proof->plate == now->plate && proof->setter == now->setter)
            state.proof = id;
    auto const* newest = book.find(state.proof);
    if (!newest) return state;
    if (diagnose(newest->observed, newest->path).signal != Signal::Fine) {
        state.instead = newest->instead;
        return state;
    }
    facts::Basis basis;
    basis.kind = facts::ResultKind::SignalProof;
    basis.machine = now->machine;
    basis.plate = now->plate;
    basis.setter = now->setter;
    basis.typed = {{"proof", state.proof.value, {}}};
    state.holding = facts::holdingOf(book, basis);
    for (auto& because : wiredOtherwise(*newest, *now)) {
        state.holding.state = Hold::Stale;
        state.holding.because.push_back(std::move(because));
    }
    return state;
}

std::optional<zeroing::Judgement> proofWarning(facts::Reader const& book, shop::ZeroSetup const& setup, Device device) {
    bool const plate = device == Device::Plate;
    if (!(plate ? book.find(setup.place.plate) != nullptr : book.find(setup.place.setter) != nullptr))
        return std::nullopt;
    auto const state = proofOf(book, setup, device);
    if (state.proved()) return std::nullopt;
    char const* name = plate ? "plate" : "setter";
    if (!state.instead.empty())
        return zeroing::Judgement{Severity::Note,
                                  fmt::format("The {}’s signal is taken on trust.", name),
                                  fmt::format("“{}”. Prove it at Wiring when you can.", state.instead),
                                  {}};
    zeroing::Judgement said;
    said.severity = Severity::Attention;
    said.headline = fmt::format("The {}’s signal is not proved.", name);
    said.text = "A dead lead looks like nothing touching, and the tool is driven on. Prove it at Wiring before the "
                "first touch: start the creep, then touch.";
    if (state.holding.state == Hold::Stale || state.holding.state == Hold::Suspect) {
        said.headline = fmt::format("The {}’s signal has to be proved again.", name);
        said.text = facts::reasonOf(state.holding) + " Prove it at Wiring before the next touch.";
    }
    return said;
}

} // namespace steady::install
