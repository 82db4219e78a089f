// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The procedures that the program writes as macros.

#include "core/shop/kinds/ZeroSetup.h"

#include <optional>
#include <string_view>

namespace steady::macros {

enum class Kind {
    PlateZero,
    PlateZeroLink,
    Retouch,
    ToolLength,
    OffsetPerTool,
    RetouchAny,
    ToolLengthAny,
    TableZero,
    TrimZero,
    GoAndLook,
    ChangeByHand,
    ProvePlate,
    ProveSetter,
    EdgeZero,
    CornerZero,
    BoreCentre,
    BossCentre,
    CornerPlate,
    RackChange,
    StorePlace,
    GoToPlace,
    LengthByPaper,
    LengthBySquare,
    Readings,
    DiscReadings,
    HomingReadings,
    CarouselChange,
    RackRetouch,
    RackLength,
    CarouselRetouch,
    CarouselLength
};

inline constexpr Kind every_kind[] = {
    Kind::PlateZero,      Kind::PlateZeroLink,  Kind::Retouch,        Kind::ToolLength, Kind::OffsetPerTool,
    Kind::RetouchAny,     Kind::ToolLengthAny,  Kind::TableZero,      Kind::TrimZero,   Kind::GoAndLook,
    Kind::ChangeByHand,   Kind::ProvePlate,     Kind::ProveSetter,    Kind::EdgeZero,   Kind::CornerZero,
    Kind::BoreCentre,     Kind::BossCentre,     Kind::CornerPlate,    Kind::RackChange, Kind::StorePlace,
    Kind::GoToPlace,      Kind::LengthByPaper,  Kind::LengthBySquare, Kind::Readings,   Kind::DiscReadings,
    Kind::HomingReadings, Kind::CarouselChange, Kind::RackRetouch,    Kind::RackLength, Kind::CarouselRetouch,
    Kind::CarouselLength};

/// What it leaves behind. A work zero is a work offset's Z; the link goes with it on a control that keeps numbers.
enum class Sets { Nothing, WorkZero, WorkZeroAndLink, Length, Sides, SidesAndZero };
/// What else it has to be told.
enum class Asks { Nothing, Trim, Look, Change, Side, Fetch, Place, Square };
/// What a pin goes to from the side.
enum class Sideways { No, Edge, Corner, Bore, Boss, Lips };

/// What it has to do with a place in X and Y that is kept.
enum class Stored { No, Keeps, GoesTo };
/// How often, and where, the setter is touched for a study; sets nothing.
enum class Loop { No, Again, OverDisc, HomedAnew };

/// By what the rest of the program treats a procedure: nobody asks which one it is.
struct Traits {
    char const* name;  ///< “plate-zero”, as files and the command line say
    char const* title; ///< “Plate zero”, as people read it
    bool touches_plate = false, touches_setter = false;
    Sets sets = Sets::WorkZero;
    bool from_link = false;    ///< its zero comes from what was kept for the tool before
    bool from_board = false;   ///< its zero comes from the spoilboard's constant
    bool any_tool = false;     ///< no list: a length is typed, or the tip jogged
    bool own_offsets = false;  ///< each tool has its own work offset
    bool needs_zero = false;   ///< works from the zero that is in force
    bool changes_tool = false; ///< ends with another tool than it began with; what is measured is that one
    bool proves = false;       ///< sees a signal, and nothing else
    bool at_rack = false;      ///< puts the tool in the spindle away and fetches another
    bool at_ring = false;      ///< the same at a carousel
    bool by_feel = false;      ///< the tip stands on paper, or a wing on a square, on the bare spoilboard
    Stored stored = Stored::No;
    Loop loop = Loop::No;
    bool moves = true;
    Asks asks = Asks::Nothing;
    Sideways sideways = Sideways::No;
    bool retouch = false, table = false, per_tool = false; ///< the methods that have a use for it

    /// The clamp at the spindle is opened by the control.
    bool byClamp() const { return at_rack || at_ring; }
    bool setsOffset() const {
        return sets == Sets::WorkZero || sets == Sets::WorkZeroAndLink || sets == Sets::SidesAndZero;
    }
    bool setsSides() const { return sets == Sets::Sides || sets == Sets::SidesAndZero; }
};
Traits const& of(Kind kind);

inline char const* name(Kind kind) { return of(kind).name; }
inline char const* title(Kind kind) { return of(kind).title; }
std::optional<Kind> kindNamed(std::string_view name);
/// Whether a method has a use for it; the others are refused, since mixing methods cuts wrong.
bool belongsTo(Kind kind, shop::Method method);
/// By which that method sets the zero of a job with the plate.
Kind plateKind(shop::Method method);

} // namespace steady::macros
