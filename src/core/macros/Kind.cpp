// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/Kind.h"

#include <iterator>

namespace steady::macros {
namespace {

constexpr Traits rows[] = {
    {.name = "plate-zero", .title = "Plate zero", .touches_plate = true, .retouch = true, .table = true},
    {.name = "plate-zero-link",
     .title = "Plate zero and link",
     .touches_plate = true,
     .touches_setter = true,
     .sets = Sets::WorkZeroAndLink,
     .retouch = true},
    {.name = "re-touch",
     .title = "Re-touch after a change",
     .touches_setter = true,
     .from_link = true,
     .needs_zero = true,
     .retouch = true},
    {.name = "tool-length",
     .title = "Tool length into the table",
     .touches_setter = true,
     .sets = Sets::Length,
     .table = true},
    {.name = "offset-per-tool",
     .title = "Plate zero, one offset per tool",
     .touches_plate = true,
     .own_offsets = true,
     .per_tool = true},
    {.name = "re-touch-any",
     .title = "Re-touch any tool",
     .touches_setter = true,
     .from_link = true,
     .any_tool = true,
     .needs_zero = true,
     .retouch = true},
    {.name = "tool-length-any",
     .title = "Length of any tool",
     .touches_setter = true,
     .sets = Sets::Length,
     .any_tool = true,
     .table = true},
    {.name = "table-zero",
     .title = "Zero on the spoilboard",
     .touches_setter = true,
     .sets = Sets::WorkZeroAndLink,
     .from_board = true,
     .retouch = true},
    {.name = "trim-zero",
     .title = "Trim zero",
     .sets = Sets::WorkZeroAndLink,
     .needs_zero = true,
     .moves = false,
     .asks = Asks::Trim,
     .retouch = true,
     .table = true,
     .per_tool = true},
    {.name = "go-and-look",
     .title = "Go and look",
     .sets = Sets::Nothing,
     .needs_zero = true,
     .asks = Asks::Look,
     .retouch = true,
     .table = true,
     .per_tool = true},
    {.name = "change-by-hand",
     .title = "Change by hand",
     .touches_setter = true,
     .from_link = true,
     .needs_zero = true,
     .changes_tool = true,
     .asks = Asks::Change,
     .retouch = true},
    {.name = "prove-plate",
     .title = "Prove the plate's signal",
     .touches_plate = true,
     .sets = Sets::Nothing,
     .proves = true,
     .retouch = true,
     .table = true,
     .per_tool = true},
    {.name = "prove-setter",
     .title = "Prove the setter's signal",
     .touches_setter = true,
     .sets = Sets::Nothing,
     .proves = true,
     .retouch = true,
     .table = true,
     .per_tool = true},
    {.name = "edge",
     .title = "Edge, X or Y",
     .sets = Sets::Sides,
     .asks = Asks::Side,
     .sideways = Sideways::Edge,
     .retouch = true,
     .table = true,
     .per_tool = true},
    {.name = "corner",
     .title = "Corner, X and Y",
     .sets = Sets::Sides,
     .asks = Asks::Side,
     .sideways = Sideways::Corner,
     .retouch = true,
     .table = true,
     .per_tool = true},
    {.name = "bore-centre",
     .title = "Centre of a bore",
     .sets = Sets::Sides,
     .asks = Asks::Side,
     .sideways = Sideways::Bore,
     .retouch = true,
     .table = true,
     .per_tool = true},
    {.name = "boss-centre",
     .title = "Centre of a boss",
     .sets = Sets::Sides,
     .asks = Asks::Side,
     .sideways = Sideways::Boss,
     .retouch = true,
     .table = true,
     .per_tool = true},
    {.name = "corner-plate",
     .title = "Corner by a plate with lips",
     .touches_plate = true,
     .sets = Sets::SidesAndZero,
     .asks = Asks::Side,
     .sideways = Sideways::Lips,
     .retouch = true,
     .table = true,
     .per_tool = true},
    {.name = "rack-change",
     .title = "Change at the rack",
     .sets = Sets::Nothing,
     .at_rack = true,
     .asks = Asks::Fetch,
     .retouch = true,
     .table = true,
     .per_tool = true},
};
static_assert(std::size(rows) == std::size(every_kind));

} // namespace

Traits const& of(Kind kind) { return rows[static_cast<int>(kind)]; }

std::optional<Kind> kindNamed(std::string_view name) {
    for (auto const kind : every_kind)
        if (name == macros::name(kind)) return kind;
    return std::nullopt;
}

bool belongsTo(Kind kind, shop::Method method) {
    auto const& traits = of(kind);
    switch (method) {
    case shop::Method::Retouch: return traits.retouch;
    case shop::Method::LengthTable: return traits.table;
    case shop::Method::OffsetPerTool: return traits.per_tool;
    }
    return false;
}

Kind plateKind(shop::Method method) {
    return method == shop::Method::OffsetPerTool ? Kind::OffsetPerTool : Kind::PlateZero;
}

} // namespace steady::macros
