// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/upkeep/NextStep.h"

#include "core/changer/CarouselTable.h"
#include "core/changer/Rack.h"
#include "core/facts/Facts.h"
#include "core/install/LayoutJudge.h"
#include "core/install/Proof.h"
#include "core/proving/Studied.h"
#include "core/zeroing/Link.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::upkeep {
namespace {

/// How what stands on the table was judged; of a book that holds nothing of it: open.
StationState layoutState(facts::Reader const& book, shop::ZeroSetup const& setup) {
    bool const placed = install::tableIdOf(book, setup.place.machine) ||
                        install::mountingIdOf(book, setup.place.setter) || !book.all<shop::Fitting>().empty();
    if (!placed) return {Standing::Open, "not laid out"};
    int bad = 0, tight = 0;
    for (auto const& found : install::judgeLayout(install::layoutOf(book, setup), book.units())) {
        bad += found.severity == Severity::Bad;
        tight += found.severity == Severity::Attention;
    }
    if (bad) return {Standing::Failed, fmt::format("{} not possible", bad)};
    if (tight) return {Standing::Suspect, fmt::format("{} to look at", tight)};
    return {Standing::Proved, "all reached"};
}

StationState signalState(facts::Reader const& book, shop::ZeroSetup const& setup) {
    using install::Device;
    int devices = 0, proved = 0, again = 0;
    bool trusted = false;
    auto look = [&](Device device, bool there) {
        if (!there) return;
        auto const proof = install::proofOf(book, setup, device);
        ++devices;
        proved += proof.proved();
        again += proof.holding.state == facts::Hold::Stale || proof.holding.state == facts::Hold::Suspect;
        trusted = trusted || !proof.instead.empty();
    };
    look(Device::Plate, book.find(setup.place.plate) != nullptr);
    look(Device::Setter, book.find(setup.place.setter) != nullptr);
    if (again) return {Standing::Suspect, "prove it again"};
    if (devices && proved == devices) return {Standing::Proved, devices == 1 ? "signal proved" : "signals proved"};
    if (proved) return {Standing::Open, fmt::format("{} of {} proved", proved, devices)};
    return {Standing::Open, trusted ? "taken on trust" : "not proved"};
}

/// What the studies of this machine show.
StationState repeatState(facts::Reader const& book, shop::ZeroSetup const& setup) {
    int proved = 0, open = 0, failed = 0, again = 0;
    for (auto const& [id, study] : book.all<shop::Study>()) {
        if (study->practice || !proving::judgedBySpread(study->type) || study->machine != setup.place.machine) continue;
        auto const state = book.ask<&proving::studied>(id);
        if (!state) return {Standing::Failed, "cannot be read"};
        if (!state->blocked.empty()) return {Standing::Failed, "an open defect"};
        if (state->verdict == studies::Verdict::Failed)
            ++failed;
        else if (state->verdict != studies::Verdict::Proved)
            open += study->question.requirement_mm.has_value();
        else
            ++(state->holding.state == facts::Hold::Holds ? proved : again);
    }
    if (failed) return {Standing::Failed, failed == 1 ? "one failed" : fmt::format("{} failed", failed)};
    if (again) return {Standing::Suspect, fmt::format("{} in doubt", again)};
    if (proved) return {Standing::Proved, fmt::format("{} proved", proved)};
    return {Standing::Open, open ? "not yet" : "not studied"};
}

/// Of the racks of this machine.
StationState changerState(facts::Reader const& book, shop::ZeroSetup const& setup) {
    int taught = 0, pockets = 0, wrong = 0;
    bool checked = true;
    auto const racks = changer::racksOf(book, setup.place.machine);
    for (auto const id : racks) {
        auto const state = changer::rackState(book, setup, *book.find(id));
        checked = checked && state.fit && state.fit->xy_checked;
        for (auto const& each : state.pockets) {
            ++pockets;
            taught += each.verdict != changer::Verdict::NotTaught;
            wrong += each.suspect.has_value();
        }
        wrong += state.fit && state.fit->torn;
    }
    if (racks.empty()) {
        auto const* ring = book.find(changer::carouselOf(book, setup.place.machine));
        if (!ring) return {Standing::Open, "no rack"};
        auto const& places = ring->places;
        auto const unknown = std::count_if(places.begin(), places.end(), [](shop::CarouselPlace const& place) {
            return place.seen == shop::Seen::Unknown;
        });
        if (unknown > 0) return {Standing::Open, fmt::format("{} of {} unknown", unknown, places.size())};
        return {Standing::Open, "carousel, not proved"};
    }
    if (wrong) return {Standing::Failed, fmt::format("{} off the line", wrong)};
    if (taught < pockets) return {Standing::Open, fmt::format("{} of {} taught", taught, pockets)};
    return checked ? StationState{Standing::Proved, "on one line"} : StationState{Standing::Open, "not checked"};
}

struct Teller {
    Known const& known;
    zeroing::PlateZeroResult const& zero = known.zero;
    UnitSystem units = zero.units;
    bool linked = static_cast<bool>(zeroing::linkOf(known.book, zero.setup));
    bool setter = known.book.find(zero.setup.place.setter) != nullptr;
    bool by_link = setter && zero.setup.plan.method == shop::Method::Retouch;
    RedoStep const *stale = firstStale(false), *stale_macro = firstStale(true);
    Progress p{};

    void states() {
        auto const* machine = known.book.find(zero.setup.place.machine);
        p.machine = machine ? StationState{Standing::Proved, "travel known"} : StationState{Standing::Open, "assumed"};
        if (zero.thickness.measured())
            p.kit = {Standing::Proved,
                     fmt::format("plate {}", plusMinusText(zero.thickness.budget.expanded_95, units))};
        else
            p.kit = {Standing::Open, "plate not measured"};
        p.layout = known.book.ask<layoutState>(zero.setup);
        p.wiring = known.book.ask<signalState>(zero.setup);
        p.repeatability = known.book.ask<repeatState>(zero.setup);
        p.changer = known.book.ask<changerState>(zero.setup);
        bool const bad = !zero.judgements.empty() && zero.judgements.front().severity == Severity::Bad;
        if (!zero.chain && bad)
            p.zeroing = {Standing::Failed, "of an old home"};
        else if (zero.chain && zero.holding.state == facts::Hold::Stale)
            p.zeroing = {Standing::Suspect, "stale, see Upkeep"};
        else if (!zero.chain && known.slips.empty())
            p.zeroing = {Standing::Open, "no contact yet"};
        else if (bad)
            p.zeroing = {Standing::Failed, "outside the travel"};
        else if (!known.slips.empty())
            p.zeroing = {Standing::Suspect, "a number to check"};
        else if (!zero.thickness.measured())
            p.zeroing = {Standing::Suspect, "nominal thickness"};
        else
            p.zeroing = {Standing::Proved, fmt::format("{} {}", by_link && linked ? "linked" : "zero",
                                                       plusMinusText(zero.chain->budget.expanded_95, units))};
        if (known.run_good && !*known.run_good)
            p.macros = {Standing::Failed, "run, see why"};
        else if (known.attacked)
            p.macros = {Standing::Proved, "every fault tried"};
        else
            p.macros = {Standing::Open, known.run_good ? "run, not attacked" : "not run yet"};
    }
    void upkeep() {
        auto const suspect = known.redo.size();
        auto const due = std::count_if(known.due.begin(), known.due.end(), [](auto const& each) { return each.now(); });
        if (stale || stale_macro)
            p.upkeep = {Standing::Suspect, fmt::format("{} to do again", known.redo.size())};
        else if (suspect)
            p.upkeep = {Standing::Suspect, fmt::format("{} in doubt", suspect)};
        else if (due)
            p.upkeep = {Standing::Due, fmt::format("{} due", due)};
        else
            p.upkeep = {Standing::Proved, "all holds"};
    }
    /// A station in which something has to be done again does not look proved.
    void endStates() {
        for (auto const& step : known.redo) {
            if (step.state != facts::Hold::Stale) continue;
            std::string_view const at = stationOf(step.kind);
            auto& state = at == "machine"         ? p.machine
                          : at == "kit"           ? p.kit
                          : at == "macros"        ? p.macros
                          : at == "wiring"        ? p.wiring
                          : at == "changer"       ? p.changer
                          : at == "repeatability" ? p.repeatability
                                                  : p.zeroing;
            if (state.standing == Standing::Proved) state = {Standing::Suspect, "stale, see Upkeep"};
        }
    }
    void next(char const* station, std::string words, char const* section = "") {
        p.next = std::move(words);
        p.next_station = station;
        p.next_section = section;
    }

    /// The first that has to be done again; what is only suspect can wait, and macros wait for what they are made of.
    RedoStep const* firstStale(bool macro) const {
        for (auto const& step : known.redo)
            if (step.state == facts::Hold::Stale && (step.kind == facts::ResultKind::MacroProof) == macro) return &step;
        return nullptr;
    }
    std::string redoWords(RedoStep const& step) const {
        auto const words = fmt::format("{}. {}", step.title, step.remedy);
        auto const count = std::count_if(known.redo.begin(), known.redo.end(),
                                         [](auto const& each) { return each.state == facts::Hold::Stale; });
        return count == 1 ? "To do again: " + words : fmt::format("To do again, the first of {}: {}", count, words);
    }

    Progress told() {
        states();
        upkeep();
        endStates();
        if (!known.slips.empty() && p.zeroing.standing != Standing::Failed)
            next("zeroing", "Look at one number again: " + known.slips.front().text);
        else if (stale && p.zeroing.standing != Standing::Failed)
            next(stationOf(stale->kind), redoWords(*stale));
        else if (!zero.thickness.measured())
            next("kit", fmt::format("Measure the plate at five places: its nominal thickness is only good to {}.",
                                    plusMinusText(zero.thickness.budget.expanded_95, units)));
        else if (!zero.chain)
            next("zeroing", "Touch the plate and type the Z that the readout shows: work zero follows from it.");
        else if (p.zeroing.standing == Standing::Failed)
            next("zeroing", "Look at the contact again: it lies outside the travel.");
        else if (known.run_good && !*known.run_good)
            next("macros", "Read the verdict: the macro did not set it right in the last run.");
        else if (stale_macro)
            next("macros", redoWords(*stale_macro));
        else if (by_link && !linked)
            next("zeroing",
                 "Touch the setter with the tool that touched the plate and make the link: then a tool change "
                 "costs one touch.",
                 "link");
        else if (!known.run_good && !known.attacked)
            next("macros", "Run the macro on the virtual machine before the real one does.");
        else if (!known.attacked)
            next("macros", "Try the macro with every fault of the shop, and keep the table.", "faults");
        else if (p.machine.standing == Standing::Open)
            next("machine", "Type the ends of the axes: until then the macro is written for an assumed machine.");
        else if (p.wiring.standing == Standing::Open && p.wiring.word != "taken on trust")
            next("wiring", "Prove the signal before the first touch: a dead lead looks like nothing touching.");
        else if (p.repeatability.standing == Standing::Open && p.repeatability.word == "not studied")
            next("repeatability",
                 "Prove that it repeats: the same touch, twenty times, says how far it can be trusted.");
        else
            next("macros", "Save the macro, then try it above the work, without the plate, hand at the stop.");
        return p;
    }
};

} // namespace

Progress progressOf(Known const& known) { return Teller{known}.told(); }

} // namespace steady::upkeep
