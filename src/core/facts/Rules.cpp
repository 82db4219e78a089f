// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/facts/Rules.h"

#include <fmt/format.h>

namespace steady::facts {
namespace {

using H = shop::Happening;
using K = ResultKind;

constexpr Rule table[] = {
    {H::Moved, K::SetterPlace, Hold::Stale, Reach::Setter, "Its X and Y are those of before."},
    {H::Moved, K::SetterHeight, Hold::Stale, Reach::Setter, "Where it trips was measured before."},
    {H::Moved, K::Reference, Hold::Stale, Reach::Setter, "The reference touched it before."},
    {H::Moved, K::Link, Hold::Stale, Reach::Setter, "D rests on where it tripped before."},
    {H::Moved, K::BoardConstant, Hold::Stale, Reach::Setter, "B rests on where it tripped before."},
    {H::Moved, K::DiscMap, Hold::Stale, Reach::Setter, "The map is of the disc as it stood before."},
    {H::Moved, K::Repeatability, Hold::Stale, Reach::Setter, "It repeats as it stood before, not as it stands now."},
    {H::Moved, K::Lengths, Hold::Suspect, Reach::Setter,
     "Measured since the last good check of the setter: it may have been off by then.", true},
    {H::Bumped, K::SetterPlace, Hold::Stale, Reach::Setter, "Its X and Y are those of before."},
    {H::Bumped, K::SetterHeight, Hold::Stale, Reach::Setter, "Where it trips was measured before."},
    {H::Bumped, K::Reference, Hold::Stale, Reach::Setter, "The reference touched it before."},
    {H::Bumped, K::Link, Hold::Stale, Reach::Setter, "D rests on where it tripped before."},
    {H::Bumped, K::BoardConstant, Hold::Stale, Reach::Setter, "B rests on where it tripped before."},
    {H::Bumped, K::DiscMap, Hold::Stale, Reach::Setter, "The map is of the disc as it stood before."},
    {H::Bumped, K::Repeatability, Hold::Stale, Reach::Setter, "It repeats as it stood before, not as it stands now."},
    {H::Bumped, K::Lengths, Hold::Suspect, Reach::Setter,
     "Measured since the last good check of the setter: it may have been off by then.", true},
    {H::Rebolted, K::SetterPlace, Hold::Stale, Reach::Setter, "Its X and Y are those of before."},
    {H::Rebolted, K::SetterHeight, Hold::Stale, Reach::Setter, "Where it trips was measured before."},
    {H::Rebolted, K::Reference, Hold::Stale, Reach::Setter, "The reference touched it before."},
    {H::Rebolted, K::Link, Hold::Stale, Reach::Setter, "D rests on where it tripped before."},
    {H::Rebolted, K::BoardConstant, Hold::Stale, Reach::Setter, "B rests on where it tripped before."},
    {H::Rebolted, K::DiscMap, Hold::Stale, Reach::Setter, "The map is of the disc as it stood before."},
    {H::Rebolted, K::Repeatability, Hold::Stale, Reach::Setter, "It repeats as it stood before, not as it stands now."},
    {H::Rebolted, K::Lengths, Hold::Suspect, Reach::Setter,
     "Measured since the last good check of the setter: it may have been off by then.", true},
    {H::CablePulled, K::SetterPlace, Hold::Stale, Reach::Setter, "Its X and Y are those of before."},
    {H::CablePulled, K::SetterHeight, Hold::Stale, Reach::Setter, "Where it trips was measured before."},
    {H::CablePulled, K::Reference, Hold::Stale, Reach::Setter, "The reference touched it before."},
    {H::CablePulled, K::Link, Hold::Stale, Reach::Setter, "D rests on where it tripped before."},
    {H::CablePulled, K::BoardConstant, Hold::Stale, Reach::Setter, "B rests on where it tripped before."},
    {H::CablePulled, K::DiscMap, Hold::Stale, Reach::Setter, "The map is of the disc as it stood before."},
    {H::CablePulled, K::Repeatability, Hold::Stale, Reach::Setter,
     "It repeats as it stood before, not as it stands now."},
    {H::CablePulled, K::Lengths, Hold::Suspect, Reach::Setter,
     "Measured since the last good check of the setter: it may have been off by then.", true},
    {H::BaseDented, K::SetterPlace, Hold::Stale, Reach::Setter, "Its X and Y are those of before."},
    {H::BaseDented, K::SetterHeight, Hold::Stale, Reach::Setter, "Where it trips was measured before."},
    {H::BaseDented, K::Reference, Hold::Stale, Reach::Setter, "The reference touched it before."},
    {H::BaseDented, K::Link, Hold::Stale, Reach::Setter, "D rests on where it tripped before."},
    {H::BaseDented, K::BoardConstant, Hold::Stale, Reach::Setter, "B rests on where it tripped before."},
    {H::BaseDented, K::DiscMap, Hold::Stale, Reach::Setter, "The map is of the disc as it stood before."},
    {H::BaseDented, K::Repeatability, Hold::Stale, Reach::Setter,
     "It repeats as it stood before, not as it stands now."},
    {H::BaseDented, K::Lengths, Hold::Suspect, Reach::Setter,
     "Measured since the last good check of the setter: it may have been off by then.", true},
    {H::CablePulled, K::SignalProof, Hold::Stale, Reach::Setter, "The signal was proved with the cable as it was."},
    {H::CablePulled, K::SignalProof, Hold::Stale, Reach::Plate, "The signal was proved with the lead as it was."},
    {H::Bumped, K::SignalProof, Hold::Suspect, Reach::Setter, "A knock can pull a lead."},
    {H::Bumped, K::SignalProof, Hold::Suspect, Reach::Plate, "A knock can pull a lead."},
    {H::Moved, K::SignalProof, Hold::Stale, Reach::Setter, "Its lead was handled with it."},
    {H::Rebolted, K::SignalProof, Hold::Stale, Reach::Setter, "Its lead was handled with it."},
    {H::StockChanged, K::SignalProof, Hold::Stale, Reach::Machine,
     "Each job's first touch comes after a proof of its own."},
    {H::MemoryCleared, K::SignalProof, Hold::Stale, Reach::Machine, "Polarity and input may be set otherwise now."},
    {H::Crashed, K::SignalProof, Hold::Suspect, Reach::Machine, "A crash can pull a lead."},
    {H::Bumped, K::Thickness, Hold::Suspect, Reach::Plate, "A knock can bend or dent a plate."},
    {H::BaseDented, K::Thickness, Hold::Stale, Reach::Plate, "It is another thickness now."},
    {H::HomeChanged, K::SetterPlace, Hold::Stale, Reach::Machine, "Kept as a machine position."},
    {H::HomeChanged, K::SetterHeight, Hold::Stale, Reach::Machine, "Kept as a machine position."},
    {H::HomeChanged, K::Reference, Hold::Stale, Reach::Machine, "Kept as a machine position."},
    {H::HomeChanged, K::Rack, Hold::Stale, Reach::Machine, "Kept as machine positions."},
    {H::HomeChanged, K::WorkZero, Hold::Stale, Reach::Machine, "A work offset is a machine position."},
    {H::HomeChanged, K::Home, Hold::Stale, Reach::Machine, "The machine counts from elsewhere."},
    {H::Crashed, K::SetterPlace, Hold::Stale, Reach::Machine, "Machine positions may have shifted."},
    {H::Crashed, K::SetterHeight, Hold::Stale, Reach::Machine, "Machine positions may have shifted."},
    {H::Crashed, K::Reference, Hold::Stale, Reach::Machine, "Machine positions may have shifted."},
    {H::Crashed, K::Rack, Hold::Stale, Reach::Machine, "Machine positions may have shifted."},
    {H::Crashed, K::WorkZero, Hold::Stale, Reach::Machine, "Machine positions may have shifted."},
    {H::Crashed, K::Home, Hold::Stale, Reach::Machine, "Whether the axes still stand where they count is not known."},
    {H::ReferenceSet, K::SetterPlace, Hold::Stale, Reach::Machine, "Machine positions may have shifted."},
    {H::ReferenceSet, K::SetterHeight, Hold::Stale, Reach::Machine, "Machine positions may have shifted."},
    {H::ReferenceSet, K::Reference, Hold::Stale, Reach::Machine, "Machine positions may have shifted."},
    {H::ReferenceSet, K::Rack, Hold::Stale, Reach::Machine, "Machine positions may have shifted."},
    {H::ReferenceSet, K::WorkZero, Hold::Stale, Reach::Machine, "Machine positions may have shifted."},
    {H::ReferenceSet, K::Home, Hold::Stale, Reach::Machine,
     "Whether the axes still stand where they count is not known."},
    {H::Crashed, K::Lengths, Hold::Stale, Reach::Tool, "A tool that hit something may have slipped in its holder."},
    {H::ScaleChanged, K::SetterPlace, Hold::Stale, Reach::Machine, "A stored coordinate."},
    {H::ScaleChanged, K::SetterHeight, Hold::Stale, Reach::Machine, "A stored coordinate."},
    {H::ScaleChanged, K::Reference, Hold::Stale, Reach::Machine, "A stored coordinate."},
    {H::ScaleChanged, K::Rack, Hold::Stale, Reach::Machine, "Stored coordinates."},
    {H::ScaleChanged, K::WorkZero, Hold::Stale, Reach::Machine, "A stored coordinate."},
    {H::ScaleChanged, K::Link, Hold::Stale, Reach::Machine, "A difference of coordinates in the old scale."},
    {H::ScaleChanged, K::BoardConstant, Hold::Stale, Reach::Machine, "A difference of coordinates in the old scale."},
    {H::ScaleChanged, K::Lengths, Hold::Stale, Reach::Machine, "A difference of coordinates in the old scale."},
    {H::ScaleChanged, K::Scale, Hold::Stale, Reach::Machine, "It was changed."},
    {H::HeadTouched, K::LengthModel, Hold::Stale, Reach::Machine, "Measured with the head as it stood before."},
    {H::HeadTouched, K::Reference, Hold::Stale, Reach::Machine, "Measured with the head as it stood before."},
    {H::HeadTouched, K::DiscMap, Hold::Stale, Reach::Machine, "Measured with the head as it stood before."},
    {H::PowerCut, K::Home, Hold::Stale, Reach::Machine, "Home again before anything moves."},
    {H::PowerCut, K::WorkZero, Hold::Suspect, Reach::Machine,
     "The controller may have forgotten it: compare what it shows."},
    {H::PowerCut, K::Link, Hold::Suspect, Reach::Machine,
     "The controller may have forgotten it: compare what it shows."},
    {H::BoardSurfaced, K::BoardConstant, Hold::Stale, Reach::Board, "The board is lower by what was cut off.", false,
     true},
    {H::BoardSurfaced, K::WorkZero, Hold::Stale, Reach::Board, "What lay on the board lies lower now."},
    {H::BoardSurfaced, K::Link, Hold::Stale, Reach::Board, "What lay on the board lies lower now."},
    {H::BoardChanged, K::WorkZero, Hold::Stale, Reach::Board, "What lay on the board lies elsewhere now."},
    {H::BoardChanged, K::Link, Hold::Stale, Reach::Board, "What lay on the board lies elsewhere now."},
    {H::BoardChanged, K::BoardConstant, Hold::Stale, Reach::Board, "It is another board."},
    {H::StockChanged, K::WorkZero, Hold::Stale, Reach::Machine, "The top of the work is elsewhere now."},
    {H::StockChanged, K::Link, Hold::Stale, Reach::Machine, "The top of the work is elsewhere now."},
    {H::VacuumChanged, K::BoardConstant, Hold::Stale, Reach::Machine,
     "Vacuum pulls the board down; it was measured the other way."},
    {H::Regripped, K::Lengths, Hold::Stale, Reach::Tool, "A tool that is gripped again has another length."},
    {H::Regripped, K::WorkZero, Hold::Stale, Reach::Tool, "It was touched with this tool as it was."},
    {H::Sharpened, K::Lengths, Hold::Stale, Reach::Tool, "It is shorter now."},
    {H::Sharpened, K::WorkZero, Hold::Stale, Reach::Tool, "It was touched with this tool as it was."},
    {H::InsertTurned, K::Lengths, Hold::Stale, Reach::Tool, "Another edge stands elsewhere."},
    {H::InsertTurned, K::WorkZero, Hold::Stale, Reach::Tool, "It was touched with this tool as it was."},
    {H::PutBackDusty, K::Lengths, Hold::Stale, Reach::Tool, "Dust in the taper is length."},
    {H::PutBackDusty, K::WorkZero, Hold::Stale, Reach::Tool, "It was touched with this tool as it was."},
    {H::SpacerChanged, K::Lengths, Hold::Stale, Reach::Tool, "The stack has another length.", false, true},
    {H::SpacerChanged, K::WorkZero, Hold::Stale, Reach::Tool, "It was touched with this tool as it was."},
    {H::HandMove, K::PocketTable, Hold::Stale, Reach::Machine, "What hangs where has to be seen again."},
    {H::RackMoved, K::Rack, Hold::Stale, Reach::Machine, "Pockets and seat are where they were before."},
    {H::OffsetSelected, K::WorkZero, Hold::Stale, Reach::Machine, "The controller may hold another number there."},
    {H::OffsetSelected, K::Link, Hold::Stale, Reach::Machine, "The controller may hold another number there."},
    {H::MemoryCleared, K::WorkZero, Hold::Stale, Reach::Machine, "The controller no longer holds it."},
    {H::MemoryCleared, K::Link, Hold::Stale, Reach::Machine, "The controller no longer holds it."},
    {H::AirLow, K::ChangerProof, Hold::Stale, Reach::Machine, "It was proved with full air."},
};

/// Braces stand for the device.
std::string_view words(shop::Happening event) {
    switch (event) {
    case H::Bumped: return "{} got a knock";
    case H::Moved: return "{} was moved";
    case H::Rebolted: return "{} was bolted down again";
    case H::CablePulled: return "The cable of {} was pulled";
    case H::BaseDented: return "{} was dented, or something lay under it";
    case H::Crashed: return "The machine crashed";
    case H::ReferenceSet: return "The reference was set again";
    case H::HomeChanged: return "Homing was changed";
    case H::HomedAgain: return "The machine was homed again";
    case H::ScaleChanged: return "The scale of an axis was changed";
    case H::HeadTouched: return "Tram, shim, head or gibs were touched";
    case H::PowerCut: return "The power was cut";
    case H::BoardSurfaced: return "The board was surfaced";
    case H::BoardChanged: return "The board was changed";
    case H::StockChanged: return "The stock was changed";
    case H::VacuumChanged: return "The vacuum was changed";
    case H::Regripped: return "The tool was gripped again";
    case H::Sharpened: return "The tool was sharpened";
    case H::InsertTurned: return "An insert was turned";
    case H::PutBackDusty: return "The tool was put back with dust";
    case H::SpacerChanged: return "Spacer or holder was changed";
    case H::HandMove: return "A tool was moved by hand";
    case H::RackMoved: return "The rack was moved or bent";
    case H::OffsetSelected: return "Another work offset was selected";
    case H::MemoryCleared: return "The memory of the controller was cleared";
    case H::AirLow: return "The air was low";
    case H::SpotCheck: return "A spot check was made";
    case H::Note: return "A note was made";
    }
    return "";
}

} // namespace

std::span<Rule const> rules() { return table; }

Rule const* ruleFor(shop::Happening event, ResultKind result, Reach reach) {
    for (auto const& rule : table)
        if (rule.event == event && rule.result == result && rule.reach == reach) return &rule;
    return nullptr;
}

std::string happenedWords(shop::Happening event, Reach reach) {
    auto text = fmt::format(fmt::runtime(words(event)), reach == Reach::Plate ? "the plate" : "the setter");
    text.front() = static_cast<char>(std::toupper(text.front()));
    return text;
}

} // namespace steady::facts
