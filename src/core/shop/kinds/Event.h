// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Something happened at the machine that may have ended what was measured before.

#include "core/shop/kinds/Contact.h"
#include "core/shop/kinds/Machine.h"
#include "core/shop/kinds/Used.h"

#include <vector>

namespace steady::shop {

enum class Happening {
    Bumped, ///< the device got a knock
    Moved,
    Rebolted, ///< taken off and bolted down again
    CablePulled,
    BaseDented, ///< dent, or paint or a chip under it
    Crashed,
    ReferenceSet, ///< the machine reference was set again
    HomeChanged,  ///< home switch, pull-off, homing direction or frame
    HomedAgain,   ///< a plain re-home or restart
    ScaleChanged,
    HeadTouched, ///< tram, shim, head or gibs
    PowerCut,
    BoardSurfaced, ///< kept as a surfacing, which also has the amount
    BoardChanged,
    StockChanged,
    VacuumChanged,
    Regripped,
    Sharpened,
    InsertTurned,
    PutBackDusty,
    SpacerChanged, ///< spacer or holder
    HandMove,      ///< a tool was moved by hand or by a recovery
    RackMoved,
    OffsetSelected, ///< another work offset was selected, or a variable used for something else
    MemoryCleared,
    AirLow,
    SpotCheck, ///< one reading against the old one
    Note,
};
constexpr char const* word(Happening what) {
    switch (what) {
    case Happening::Bumped: return "bumped";
    case Happening::Moved: return "moved";
    case Happening::Rebolted: return "rebolted";
    case Happening::CablePulled: return "cable_pulled";
    case Happening::BaseDented: return "base_dented";
    case Happening::Crashed: return "crashed";
    case Happening::ReferenceSet: return "reference_set";
    case Happening::HomeChanged: return "home_changed";
    case Happening::HomedAgain: return "homed_again";
    case Happening::ScaleChanged: return "scale_changed";
    case Happening::HeadTouched: return "head_touched";
    case Happening::PowerCut: return "power_cut";
    case Happening::BoardSurfaced: return "board_surfaced";
    case Happening::BoardChanged: return "board_changed";
    case Happening::StockChanged: return "stock_changed";
    case Happening::VacuumChanged: return "vacuum_changed";
    case Happening::Regripped: return "regripped";
    case Happening::Sharpened: return "sharpened";
    case Happening::InsertTurned: return "insert_turned";
    case Happening::PutBackDusty: return "put_back_dusty";
    case Happening::SpacerChanged: return "spacer_changed";
    case Happening::HandMove: return "hand_move";
    case Happening::RackMoved: return "rack_moved";
    case Happening::OffsetSelected: return "offset_selected";
    case Happening::MemoryCleared: return "memory_cleared";
    case Happening::AirLow: return "air_low";
    case Happening::SpotCheck: return "spot_check";
    case Happening::Note: return "note";
    }
    return nullptr;
}

struct Event {
    Happening what = Happening::Note;
    std::int64_t at_utc_ms = 0;
    Id<Machine> machine;
    // To what it happened; none of them: to the machine, or to whatever of the kind stands at it.
    Id<TouchPlate> plate;
    Id<ToolSetter> setter;
    Id<Board> board;
    Id<Assembly> assembly;
    std::optional<double> amount_mm; ///< how far; of a spot check: new reading less the old one
    std::string note;
    std::string checked;     ///< of a spot check: the kind of result, as `status` names it
    std::vector<Used> stood; ///< figures that somebody had typed by then: who types another one has measured again
    bool operator==(Event const&) const = default;

    static constexpr KindName kind{"event", "event"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"what", "what happened"}, self.what);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
        f({"machine", "machine"}, self.machine);
        f({"plate", "plate"}, self.plate);
        f({"setter", "setter"}, self.setter);
        f({"board", "board"}, self.board);
        f({"assembly", "tool"}, self.assembly);
        f({"amount_mm", "amount"}, self.amount_mm);
        f({"note", "note"}, self.note);
        f({"checked", "checked"}, self.checked);
        f({"stood", "figures then"}, self.stood);
    }
};

} // namespace steady::shop
