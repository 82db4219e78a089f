// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/KnownConstants.h"

#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Link.h"
#include "core/zeroing/PlateZero.h"

namespace steady::zeroing {

std::vector<KnownConstant> knownConstants(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const* setter = book.find(setup.place.setter);
    auto const zero = plateZero(book, setup);
    auto const link = linkOf(book, setup);
    auto const board = boardConstant(book, setup);
    auto const known = [](bool is, double mm) { return is ? std::optional(mm) : std::nullopt; };
    bool const machine = book.find(setup.place.machine) != nullptr;
    std::optional<double> seat_mm; // of the rack whose numbers come first
    int lowest = shop::bounds::pocket_number.most + 1;
    for (auto const& [id, rack] : book.all<shop::ToolRack>())
        if (rack->machine == setup.place.machine && rack->first_number < lowest) {
            lowest = rack->first_number;
            seat_mm = rack->seat_mm;
        }
    return {
        {"constant-setter-x", "X of the setter", known(setter, setter ? setter->x_mm : 0)},
        {"constant-setter-y", "Y of the setter", known(setter, setter ? setter->y_mm : 0)},
        {"constant-thickness", "Thickness of the plate",
         known(zero && zero->thickness.measured(), zero ? zero->thickness.mm : 0)},
        {"constant-safe-z", "Safe Z", known(machine, machineOf(book, setup).safeZ_mm())},
        {"constant-link", "Link D", known(link.has_value(), link ? link->d_mm() : 0)},
        {"constant-seat", "Seat of the rack", seat_mm},
        {"constant-board", "Setter above the spoilboard, B", known(board.has_value(), board ? board->b_mm() : 0)},
    };
}

} // namespace steady::zeroing
