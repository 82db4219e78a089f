// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Gate.h"

#include "core/changer/Rack.h"
#include "core/changer/Standing.h"
#include "core/install/Proof.h"
#include "core/zeroing/PlateZero.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::safety {
namespace {

using facts::Basis;
using facts::Hold;
using facts::Holding;
using facts::Reader;
using facts::ResultKind;
using macros::Traits;
using shop::ZeroSetup;

/// What stale does to a text. Refused: it is not written. Said: the text itself finds out, or makes it again; its
/// header says it.
enum class WhenStale { Refused, Said };

struct Row {
    ResultKind rests_on;
    WhenStale when_stale;
    bool (*concerns)(Traits const& kind);
    Holding (*holding)(Reader const& book, ZeroSetup const& setup);
    char const* what; ///< “Where the pockets are”
    char const* redo; ///< what to do before it is written
};

/// Nothing was typed: nothing can be stale, and what lacks is said elsewhere.
Holding ofTyped(Reader const& book, Basis const& basis) {
    return basis.typed.empty() ? Holding{} : facts::holdingOf(book, basis);
}

Holding home(Reader const& book, ZeroSetup const& setup) {
    Basis basis;
    basis.kind = ResultKind::Home;
    basis.machine = setup.place.machine;
    return book.find(basis.machine) ? facts::holdingOf(book, basis) : Holding{};
}
Holding thickness(Reader const& book, ZeroSetup const& setup) {
    return facts::holdingOf(book, zeroing::thicknessBasis(book, setup));
}
Holding setterPlace(Reader const& book, ZeroSetup const& setup) {
    return ofTyped(book, zeroing::setterPlaceBasis(book, setup));
}
Holding rack(Reader const& book, ZeroSetup const& setup) {
    Holding worst;
    for (auto const id : changer::racksOf(book, setup.place.machine))
        if (auto standing = changer::rackStanding(book, id); standing.holding.state > worst.state)
            worst = std::move(standing.holding);
    return worst;
}
Holding ring(Reader const& book, ZeroSetup const& setup) {
    return ofTyped(book, changer::ringBasis(book, setup.place.machine));
}
Holding table(Reader const& book, ZeroSetup const& setup) {
    return ofTyped(book, changer::tableBasis(book, setup.place.machine));
}
Holding changes(Reader const& book, ZeroSetup const& setup) {
    return ofTyped(book, changer::proofBasis(book, setup.place.machine));
}
/// Machine coordinates like those of the setter. Another home or scale gives the place other figures; after a crash
/// they may still be the same.
Holding storedPlace(Reader const& book, ZeroSetup const& setup) {
    auto holding = ofTyped(book, zeroing::storedPlaceBasis(book, setup));
    bool const may_be_same = std::all_of(holding.because.begin(), holding.because.end(), [&](auto const& because) {
        auto const* event = book.find(Id<shop::Event>{because.event});
        return event && (event->what == shop::Happening::Crashed || event->what == shop::Happening::ReferenceSet);
    });
    if (holding.state == Hold::Stale && may_be_same) holding.state = Hold::Suspect;
    return holding;
}
Holding workZero(Reader const& book, ZeroSetup const& setup) {
    auto const zero = zeroing::plateZero(book, setup);
    return zero && zero->chain ? zero->holding : Holding{};
}
Holding signalOf(Reader const& book, ZeroSetup const& setup, install::Device device) {
    auto holding = install::proofOf(book, setup, device).holding;
    if (holding.state == Hold::Open) holding.state = Hold::Holds; // each text proves it, or asks for it
    return holding;
}
Holding plateSignal(Reader const& book, ZeroSetup const& setup) {
    return signalOf(book, setup, install::Device::Plate);
}
Holding setterSignal(Reader const& book, ZeroSetup const& setup) {
    return signalOf(book, setup, install::Device::Setter);
}

constexpr Row rows[] = {
    {ResultKind::Thickness, WhenStale::Refused, [](Traits const& k) { return k.touches_plate && !k.proves; }, thickness,
     "The thickness of the plate", "Measure the plate again, at five places."},
    {ResultKind::SetterPlace, WhenStale::Refused, [](Traits const& k) { return k.touches_setter && !k.proves; },
     setterPlace, "Machine X and Y of the setter",
     "Jog over the middle of the disc and type what is read in Kit; where it is the same, say so in Upkeep."},
    {ResultKind::Rack, WhenStale::Refused, [](Traits const& k) { return k.at_rack; }, rack, "Where the pockets are",
     "Teach first and last pocket again, and the others where these differ."},
    {ResultKind::Rack, WhenStale::Refused, [](Traits const& k) { return k.at_ring; }, ring,
     "Where the carousel changes tools", "Teach X, Y and Z of the change again."},
    {ResultKind::PocketTable, WhenStale::Refused, [](Traits const& k) { return k.byClamp(); }, table,
     "What hangs in which pocket",
     "Look into every pocket and correct the table; where it is right, say so in Upkeep."},
    {ResultKind::SetterPlace, WhenStale::Refused, [](Traits const& k) { return k.stored == macros::Stored::GoesTo; },
     storedPlace, "The place that was kept",
     "Jog there, keep it again, and type its X and Y at Macros, below “The place”."},
    {ResultKind::ChangerProof, WhenStale::Said, [](Traits const& k) { return k.byClamp(); }, changes,
     "That changes succeed", "Watch the first changes with the hand at the stop."},
    {ResultKind::WorkZero, WhenStale::Said, [](Traits const& k) { return k.needs_zero; }, workZero,
     "The work zero of the book", "Touch the work again, or know that the zero in the control is another."},
    {ResultKind::SignalProof, WhenStale::Said, [](Traits const& k) { return k.touches_plate && !k.proves; },
     plateSignal, "That the plate's signal works", "Prove it before anything goes near the plate."},
    {ResultKind::SignalProof, WhenStale::Said, [](Traits const& k) { return k.touches_setter && !k.proves; },
     setterSignal, "That the setter's signal works", "Prove it before anything goes near the setter."},
    {ResultKind::Home, WhenStale::Said, [](Traits const& k) { return k.moves; }, home, "Where the machine counts from",
     "Home it before this is started, and tell the book."},
};

} // namespace

Result<std::vector<std::string>> passGate(Reader const& book, ZeroSetup const& setup, macros::Kind kind) {
    std::vector<std::string> said;
    for (auto const& row : rows) {
        if (!row.concerns(macros::of(kind))) continue;
        auto const holding = row.holding(book, setup);
        if (holding.state != Hold::Stale && holding.state != Hold::Suspect) continue;
        bool const stale = holding.state == Hold::Stale;
        if (stale && row.when_stale == WhenStale::Refused)
            return fail(Code::Stale, {word(row.rests_on)}, row.what, facts::reasonOf(holding) + " " + row.redo);
        said.push_back(fmt::format("{} {}. {} {}", row.what, stale ? "no longer holds" : "is in doubt",
                                   facts::reasonOf(holding), row.redo));
    }
    return said;
}

} // namespace steady::safety
