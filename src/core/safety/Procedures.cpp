// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Procedures.h"

#include "core/macros/FeelRecipe.h"
#include "core/macros/PlaceRecipes.h"
#include "core/macros/ProveRecipes.h"
#include "core/macros/RackRecipe.h"
#include "core/macros/RingRecipe.h"
#include "core/macros/SideRecipes.h"
#include "core/macros/ZeroRecipes.h"

#include <iterator>

namespace steady::safety {

void afterAChange(machine::World& world, shop::Machine const& machine) {
    world.position_mm[2] = machine.safeZ_mm(); // where the macros leave it
    world.plate.place = machine::PlatePlace::Away;
    world.input.clip = machine::ClipPlace::Away;
}

namespace {

using machine::World;
using macros::Kind;
using macros::Recipe;

Result<Recipe> atPlate(FromBook const& known) {
    auto const use = known.plateUse();
    if (!use) return Failure(use.error());
    return macros::plateZeroRecipe(known.zero, *use);
}
Result<Recipe> atSetter(FromBook const& known) {
    return macros::setterRecipe(known.kind, known.book, known.setup, known.lacks);
}
Result<Recipe> trimming(FromBook const& known) { return macros::trimRecipe(known.zero.machine, known.setup); }
Result<Recipe> looking(FromBook const& known) { return macros::lookRecipe(known.zero.machine, known.setup); }

Result<Recipe> provingPlate(FromBook const& known) { return macros::provePlateRecipe(known.zero); }
Result<Recipe> provingSetter(FromBook const& known) { return macros::proveSetterRecipe(known.book, known.zero); }

Result<Recipe> fromTheSide(FromBook const& known) { return macros::sideRecipe(known.kind, known.zero); }

Result<Recipe> atRack(FromBook const& known) {
    return macros::rackRecipe(known.kind, known.book, known.setup, known.lacks);
}

Result<Recipe> atRing(FromBook const& known) {
    return macros::ringRecipe(known.kind, known.book, known.setup, known.lacks);
}

Result<Recipe> keepingPlace(FromBook const& known) { return macros::keepPlaceRecipe(known.zero.machine, known.setup); }
Result<Recipe> goingToPlace(FromBook const& known) { return macros::goToPlaceRecipe(known.zero.machine, known.setup); }
Result<Recipe> byFeel(FromBook const& known) { return macros::feelRecipe(known.kind, known.book, known.setup); }
Result<Recipe> readings(FromBook const& known) {
    return macros::readingsRecipe(known.kind, known.book, known.setup, known.lacks);
}

/// Jogged to the middle of the start window.
void abovePlate(Rehearsal& made, shop::Machine const&) {
    made.world().position_mm[2] += (made.plan.least_gap_mm + made.plan.most_gap_mm) / 2 - believed_above_plate_mm;
}
void changed(Rehearsal& made, shop::Machine const& machine) { afterAChange(made.world(), machine); }

double pinRadius_mm(World const& world) { return world.tool.diameter_mm / 2; }

/// The work itself is wired; the pin's tip stands so far above its top.
World& wiredWork(Rehearsal& made, double above_mm) {
    auto& world = made.world();
    world.plate.place = machine::PlatePlace::Away;
    world.work_conducts = true;
    world.input.path = shop::Path::Clip;
    world.position_mm[2] = world.table_z_mm + world.stock_thickness_mm + world.tool.length_mm + above_mm;
    return world;
}
machine::Datum sideOf(shop::Toward toward) {
    return toward == shop::Toward::Plus ? machine::Datum::LowSide : machine::Datum::HighSide;
}
/// Beside the side of the work that is met going that way.
double beside_mm(double low_mm, double high_mm, shop::Toward toward, double by_mm) {
    return toward == shop::Toward::Plus ? low_mm - by_mm : high_mm + by_mm;
}
constexpr double halfway_mm = (macros::side_near_mm + macros::side_far_mm) / 2;

void besideEdge(Rehearsal& made, shop::Machine const&) {
    auto const& side = made.zero.setup.side;
    auto& world = wiredWork(made, -side.below_mm);
    auto const axis = static_cast<std::size_t>(side.axis);
    auto const& stock = world.stock;
    world.datum[axis] = sideOf(side.toward);
    world.position_mm[axis] =
        beside_mm(axis == 0 ? stock.x_low_mm : stock.y_low_mm, axis == 0 ? stock.x_high_mm : stock.y_high_mm,
                  side.toward, pinRadius_mm(world) + halfway_mm);
}
void atCorner(Rehearsal& made, shop::Machine const&) {
    auto const& side = made.zero.setup.side;
    auto& world = wiredWork(made, -side.below_mm);
    auto const& stock = world.stock;
    world.datum = {sideOf(side.toward), sideOf(side.toward_y)};
    world.position_mm[0] = beside_mm(stock.x_low_mm, stock.x_high_mm, side.toward, pinRadius_mm(world) + halfway_mm);
    world.position_mm[1] = beside_mm(stock.y_low_mm, stock.y_high_mm, side.toward_y,
                                     -(macros::corner_near_mm + macros::corner_far_mm) / 2);
}
void inBore(Rehearsal& made, shop::Machine const&) {
    auto const& side = made.zero.setup.side;
    auto& world = wiredWork(made, -side.below_mm);
    world.round = machine::Round{world.position_mm[0] + 0.6, world.position_mm[1] - 0.4, side.size_mm.value_or(0), 0};
    world.datum = {machine::Datum::Middle, machine::Datum::Middle};
}
void overBoss(Rehearsal& made, shop::Machine const&) {
    auto const& side = made.zero.setup.side;
    double const boss_mm = side.below_mm + 3;
    auto& world = wiredWork(made, boss_mm + 2);
    world.round =
        machine::Round{world.position_mm[0] + 0.6, world.position_mm[1] - 0.4, side.size_mm.value_or(0), boss_mm};
    world.datum = {machine::Datum::Middle, machine::Datum::Middle};
}
/// The plate with its lips at the corner, the tip over its middle.
void overLips(Rehearsal& made, shop::Machine const& machine) {
    abovePlate(made, machine);
    auto const& side = made.zero.setup.side;
    auto const& plate = made.zero.plate;
    auto& world = made.world();
    auto const& stock = world.stock;
    double const wall = plate.wall_mm.value_or(0);
    bool const low_x = side.toward == shop::Toward::Plus, low_y = side.toward_y == shop::Toward::Plus;
    auto& f = world.plate.footprint;
    f.x_low_mm = low_x ? stock.x_low_mm - wall : stock.x_high_mm + wall - plate.width_mm;
    f.x_high_mm = f.x_low_mm + plate.width_mm;
    f.y_low_mm = low_y ? stock.y_low_mm - wall : stock.y_high_mm + wall - plate.depth_mm;
    f.y_high_mm = f.y_low_mm + plate.depth_mm;
    world.plate.lips = machine::Lips{wall, plate.lip_mm, low_x, low_y, false};
    world.position_mm[0] = (f.x_low_mm + f.x_high_mm) / 2;
    world.position_mm[1] = (f.y_low_mm + f.y_high_mm) / 2;
    world.datum = {sideOf(side.toward), sideOf(side.toward_y)};
}

/// With room above for a proof, clear of everything.
void withRoomAbove(Rehearsal& made, shop::Machine const& machine) {
    afterAChange(made.world(), machine);
    made.world().position_mm[2] -= machine.proof_creep_mm + 2;
}

/// Nothing lies on the board where the hand goes down.
void overBareBoard(Rehearsal& made, shop::Machine const& machine) {
    constexpr double aside_mm = 10;
    auto& world = made.world();
    afterAChange(world, machine);
    auto const low_mm = world.table.x_low_mm - 2 * aside_mm;
    world.stock = {low_mm, low_mm + aside_mm, world.table.y_low_mm, world.table.y_low_mm + aside_mm};
}

double onWork(shop::ZeroSetup const&, World const&) { return 0; }
double onBoard(shop::ZeroSetup const&, World const& world) { return -world.stock_thickness_mm; }
double trimmed(shop::ZeroSetup const& setup, World const&) { return -setup.prefer.trim_mm; }
double lookedAt(shop::ZeroSetup const& setup, World const&) { return setup.prefer.look_mm; }

constexpr Procedure rows[] = {
    {Kind::PlateZero, atPlate, abovePlate, onWork},
    {Kind::PlateZeroLink, atPlate, abovePlate, onWork},
    {Kind::Retouch, atSetter, changed, onWork},
    {Kind::ToolLength, atSetter, changed, onWork},
    {Kind::OffsetPerTool, atPlate, abovePlate, onWork},
    {Kind::RetouchAny, atSetter, changed, onWork},
    {Kind::ToolLengthAny, atSetter, changed, onWork},
    {Kind::TableZero, atSetter, changed, onBoard},
    {Kind::TrimZero, trimming, changed, trimmed},
    {Kind::GoAndLook, looking, changed, lookedAt},
    {Kind::ChangeByHand, atSetter, changed, onWork},
    {Kind::ProvePlate, provingPlate, abovePlate, onWork},
    {Kind::ProveSetter, provingSetter, withRoomAbove, onWork},
    {Kind::EdgeZero, fromTheSide, besideEdge, onWork},
    {Kind::CornerZero, fromTheSide, atCorner, onWork},
    {Kind::BoreCentre, fromTheSide, inBore, onWork},
    {Kind::BossCentre, fromTheSide, overBoss, onWork},
    {Kind::CornerPlate, atPlate, overLips, onWork},
    {Kind::RackChange, atRack, changed, onWork},
    {Kind::StorePlace, keepingPlace, withRoomAbove, onWork},
    {Kind::GoToPlace, goingToPlace, changed, onWork},
    {Kind::LengthByPaper, byFeel, overBareBoard, onWork},
    {Kind::LengthBySquare, byFeel, overBareBoard, onWork},
    {Kind::Readings, readings, changed, onWork},
    {Kind::DiscReadings, readings, changed, onWork},
    {Kind::HomingReadings, readings, changed, onWork},
    {Kind::CarouselChange, atRing, changed, onWork},
    {Kind::RackRetouch, atRack, changed, onWork},
    {Kind::RackLength, atRack, changed, onWork},
    {Kind::CarouselRetouch, atRing, changed, onWork},
    {Kind::CarouselLength, atRing, changed, onWork},
};
constexpr bool inOrder() {
    for (std::size_t i = 0; i < std::size(rows); ++i)
        if (rows[i].kind != macros::every_kind[i]) return false;
    return std::size(rows) == std::size(macros::every_kind);
}
static_assert(inOrder());

} // namespace

Procedure const& procedureOf(macros::Kind kind) { return rows[static_cast<int>(kind)]; }

} // namespace steady::safety
