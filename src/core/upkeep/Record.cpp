// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/upkeep/Record.h"

#include "core/changer/Rack.h"
#include "core/changer/Standing.h"
#include "core/quantity/Units.h"
#include "core/zeroing/PlateZero.h"

#include <fmt/format.h>

namespace steady::upkeep {
namespace {

using shop::Happening;

constexpr Tellable table[] = {
    {Happening::Moved, Subject::Setter, "The setter was moved"},
    {Happening::Bumped, Subject::Setter, "The setter was bumped"},
    {Happening::Rebolted, Subject::Setter, "The setter was bolted down again"},
    {Happening::CablePulled, Subject::Setter, "The setter's cable was pulled"},
    {Happening::BaseDented, Subject::Setter, "The setter's base is dented, or something lay under it"},
    {Happening::Bumped, Subject::Plate, "The plate was bumped or dropped"},
    {Happening::BaseDented, Subject::Plate, "The plate is dented"},
    {Happening::CablePulled, Subject::Plate, "The plate's lead was pulled"},
    {Happening::BoardSurfaced, Subject::Board, "The board was surfaced"},
    {Happening::BoardChanged, Subject::Board, "The board was replaced"},
    {Happening::StockChanged, Subject::Machine, "Other stock, or its top was cut"},
    {Happening::VacuumChanged, Subject::Machine, "The vacuum was switched"},
    {Happening::Regripped, Subject::Tool, "The tool was gripped again"},
    {Happening::Sharpened, Subject::Tool, "The tool was sharpened"},
    {Happening::InsertTurned, Subject::Tool, "An insert was turned"},
    {Happening::PutBackDusty, Subject::Tool, "The tool was put back with dust"},
    {Happening::SpacerChanged, Subject::Tool, "Spacer or holder was changed"},
    {Happening::Crashed, Subject::Tool, "Crash, with the tool in the spindle"},
    {Happening::PowerCut, Subject::Machine, "The power was cut"},
    {Happening::MemoryCleared, Subject::Machine, "The controller's memory was cleared"},
    {Happening::OffsetSelected, Subject::Machine, "Another work offset was selected"},
    {Happening::HomeChanged, Subject::Machine, "Home switch, pull-off or direction was changed"},
    {Happening::HomedAgain, Subject::Machine, "The machine was homed again"},
    {Happening::ReferenceSet, Subject::Machine, "The reference was set again"},
    {Happening::ScaleChanged, Subject::Machine, "The scale of an axis was changed"},
    {Happening::HeadTouched, Subject::Machine, "Tram, shim, head or gibs were touched"},
    {Happening::HandMove, Subject::Machine, "A tool was moved by hand or by a recovery"},
    {Happening::RackMoved, Subject::Machine, "The rack was moved or bent"},
    {Happening::AirLow, Subject::Machine, "The air was low"},
    {Happening::Note, Subject::Machine, "Only a note"},
};

/// The figures that nobody computes, of what stands there and of its tools.
std::vector<shop::Used> typedNow(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const& place = setup.place;
    std::vector<shop::Used> figures;
    auto const take = [&](facts::Basis const& basis) {
        figures.insert(figures.end(), basis.typed.begin(), basis.typed.end());
    };
    take(zeroing::setterPlaceBasis(book, setup));
    take(zeroing::storedPlaceBasis(book, setup));
    take(zeroing::thicknessBasis(book, setup));
    take(changer::ringBasis(book, place.machine));
    take(changer::tableBasis(book, place.machine));
    take(changer::proofBasis(book, place.machine));
    for (auto const& [axis, basis] : scaleBases(book, place.machine)) take(basis);
    for (auto const& [id, tool] : shop::toolsOf(book, place.machine))
        if (tool->length_mm) figures.push_back({"length", id.value, tool->length_mm});
    for (auto const id : changer::racksOf(book, place.machine)) {
        auto const& rack = *book.find(id);
        for (std::size_t i = 0; i < rack.pockets.size(); ++i)
            for (auto& figure : changer::figuresOf(id, rack, i)) figures.push_back(std::move(figure));
    }
    return figures;
}

} // namespace

std::span<Tellable const> tellable() { return table; }

Result<shop::Change> record(facts::Reader const& book, Id<shop::ZeroSetup> at, Tellable const& told,
                            std::int64_t now_utc_ms, std::optional<double> amount_mm, std::string note,
                            Id<shop::Assembly> other) {
    auto const* setup = book.find(at);
    auto const place = setup ? setup->place : shop::PlaceOfWork{};
    auto const missing = [](char const* what) {
        return fail(Code::Missing, {"what happened"}, what, "Describe it in Kit first.");
    };
    shop::Event event;
    event.what = told.what;
    event.at_utc_ms = now_utc_ms;
    event.machine = place.machine;
    bool const surfaced = told.what == Happening::BoardSurfaced;
    if (auto const& may = surfaced ? shop::bounds::surfaced_mm : shop::bounds::amount_mm;
        amount_mm && !may.hold(*amount_mm))
        return fail(Code::OutOfRange, {surfaced ? "surfaced" : "amount"}, lengthText(*amount_mm, book.units()),
                    lengthNumber(may.least, book.units()) + " to " + lengthText(may.most, book.units()));
    event.amount_mm = amount_mm;
    event.note = std::move(note);
    switch (told.subject) {
    case Subject::Machine: break;
    case Subject::Setter:
        if (!book.find(place.setter)) return missing("A setter at this machine");
        event.setter = place.setter;
        break;
    case Subject::Plate:
        if (!book.find(place.plate)) return missing("A plate at this machine");
        event.plate = place.plate;
        break;
    case Subject::Board:
        if (!book.find(place.board)) return missing("A spoilboard at this machine");
        event.board = place.board;
        break;
    case Subject::Tool:
        event.assembly = other ? other : place.assembly;
        if (!book.find(event.assembly)) return missing("The tool in the spindle");
        break;
    }
    if (told.what == Happening::Note && event.note.empty())
        return fail(Code::Missing, {"what happened"}, "The note", "Type it first.");
    shop::Change change{told.what == Happening::Note ? "Note: " + event.note : told.words, {}, {}, {}};
    auto const id = book.snapshot().book().nextId();
    if (surfaced) {                                                // its own kind, with its arithmetic
        if (!event.note.empty()) change.what += ": " + event.note; // a surfacing has no place for it
        change.put(Id<shop::Surfacing>{id}, shop::Surfacing{place.board, amount_mm, now_utc_ms});
        return change;
    }
    event.stood = typedNow(book, setup ? *setup : shop::ZeroSetup{});
    if (told.what == Happening::HomeChanged)
        if (auto const* machine = book.find(place.machine)) {
            auto next = *machine;
            ++next.home_epoch;
            change.put(place.machine, std::move(next));
        }
    // A known difference of spacers carries the typed length along; what was touched is carried where it is used.
    if (auto const* tool = told.what == Happening::SpacerChanged ? book.find(event.assembly) : nullptr;
        tool && amount_mm && tool->length_mm) {
        auto next = *tool;
        *next.length_mm += *amount_mm;
        for (auto& figure : event.stood)
            if (figure.what == "length" && figure.entity == event.assembly.value) figure.mm = next.length_mm;
        change.put(event.assembly, std::move(next));
    }
    change.put(Id<shop::Event>{id}, std::move(event));
    return change;
}

Result<shop::Change> regrippedAt(facts::Reader const& book, Id<shop::ZeroSetup> at, Id<shop::Assembly> tool,
                                 std::int64_t now_utc_ms) {
    auto const* of = book.find(tool);
    if (!of) return fail(Code::Missing, {"what happened"}, "The tool that hangs there", "Say what hangs there first.");
    Tellable const told{Happening::Regripped, Subject::Tool, "Cutter changed where it hangs"};
    return record(book, at, told, now_utc_ms, {}, fmt::format("tool {}", of->number), tool);
}

Result<shop::Change> recordHappening(facts::Reader const& book, Id<shop::ZeroSetup> at, Happening what,
                                     std::int64_t now_utc_ms) {
    for (auto const& each : table)
        if (each.what == what && (each.subject == Subject::Machine || each.subject == Subject::Board))
            return record(book, at, each, now_utc_ms);
    return fail(Code::Missing, {"what happened"}, word(what));
}

shop::Change spotCheck(facts::Reader const& book, ResultState const& result, std::int64_t now_utc_ms) {
    auto const* setup = book.find(result.at);
    shop::Event event;
    event.what = Happening::SpotCheck;
    event.at_utc_ms = now_utc_ms;
    event.checked = word(result.kind);
    if (setup) event.machine = setup->place.machine;
    switch (result.kind) { // of the one thing that was looked at
    case facts::ResultKind::Thickness: event.plate = {result.subject}; break;
    case facts::ResultKind::SetterPlace:
    case facts::ResultKind::SetterHeight: event.setter = {result.subject}; break;
    case facts::ResultKind::Lengths: event.assembly = {result.subject}; break;
    case facts::ResultKind::BoardConstant: event.board = {result.subject}; break;
    default: break;
    }
    shop::Change change{"Checked: " + result.title, {}, {}, {}};
    change.put(Id<shop::Event>{book.snapshot().book().nextId()}, std::move(event));
    return change;
}

} // namespace steady::upkeep
