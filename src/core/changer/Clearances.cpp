// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/Clearances.h"

#include "core/facts/Facts.h"
#include "core/shop/Book.h"
#include "core/zeroing/PlateZero.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::changer {
namespace {

/// The axis across the rack.
std::size_t acrossAxis(shop::ToolRack const& rack) { return rack.along == shop::SideAxis::X ? 1 : 0; }

struct Longest {
    shop::Assembly const* tool = nullptr;
    bool unknown = false; ///< some tool of the machine has no length
};
Longest longestOf(facts::Reader const& book, Id<shop::Machine> machine) {
    Longest found;
    for (auto const& [id, tool] : shop::toolsOf(book, machine)) {
        if (!tool->length_mm)
            found.unknown = true;
        else if (!found.tool || *tool->length_mm > *found.tool->length_mm)
            found.tool = book.find(id);
    }
    return found;
}

/// Machine Z at which a tool of no length would meet the table. None: not all of it is known.
std::optional<double> tableZ_mm(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const& zero = book.ask<zeroing::plateZero>(setup, std::optional<shop::Contact>());
    if (!zero || !zero->chain || !zero->assembly.length_mm || !setup.place.stock_thickness_mm) return std::nullopt;
    return zero->chain->sum().mm - *zero->assembly.length_mm - *setup.place.stock_thickness_mm;
}

/// Whether what hangs in a fork reaches down to the table.
void tellTable(std::vector<zeroing::Judgement>& said, facts::Reader const& book, shop::ZeroSetup const& setup,
               RackState const& state, shop::ToolRack const& rack, UnitSystem units) {
    auto const table = tableZ_mm(book, setup);
    if (!table) return;
    shop::Assembly const* lowest = nullptr;
    double least = 0;
    int pocket = 0;
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        auto const* tool = book.find(rack.pockets[i].tool);
        if (!tool || !tool->length_mm || !state.pockets[i].holder_z_mm) continue;
        double const above = *state.pockets[i].holder_z_mm - *tool->length_mm - *table;
        if (lowest && above >= least) continue;
        lowest = tool;
        least = above;
        pocket = state.pockets[i].number;
    }
    if (!lowest) return;
    bool const clears = least >= rack.gap_mm;
    said.push_back({clears ? Severity::Note : Severity::Bad,
                    clears ? fmt::format("Tool {} hangs {} above the table.", lowest->number, lengthText(least, units))
                           : fmt::format("Tool {} in pocket {} meets the table.", lowest->number, pocket),
                    clears
                        ? "The lowest of those that hang; where the table ends before the rack it has more room."
                        : fmt::format("Its tip would stand {} {} it. Higher towers, a shorter tool, or a rack beyond "
                                      "the table's edge.",
                                      lengthText(std::abs(least), units), least < 0 ? "below" : "above"),
                    {}});
}

} // namespace

double wayOut_mm(shop::ToolRack const& rack) { return rack.flange_mm / 2 + rack.fork_mm + rack.gap_mm; }

double approach_mm(shop::ToolRack const& rack) {
    constexpr double above_cone_mm = 5;
    return std::max(rack.approach_mm, rack.cone_mm.value_or(0) + above_cone_mm);
}

std::optional<double> noseLacks_mm(shop::ToolRack const& rack) {
    if (!rack.nose_mm || !rack.stud_mm) return std::nullopt;
    return (*rack.nose_mm + *rack.stud_mm) / 2 + rack.gap_mm - rack.pitch_mm;
}

std::vector<zeroing::Judgement> judgeClearances(facts::Reader const& book, shop::ZeroSetup const& setup,
                                                RackState const& state, shop::ToolRack const& rack, UnitSystem units) {
    std::vector<zeroing::Judgement> said;
    auto const* machine = book.find(rack.machine);
    if (!machine) return said;
    auto const shown = [&](double mm) { return lengthText(mm, units); };
    auto const across = acrossAxis(rack);
    auto const& travel = machine->axes[across];
    std::string stuck;
    for (auto const& pocket : state.pockets) {
        auto const at = pocket.used_mm[across];
        if (at && !travel.contains(*at + sign(rack.out) * wayOut_mm(rack)))
            stuck += fmt::format("{}{}", stuck.empty() ? "" : ", ", pocket.number);
    }
    if (!stuck.empty())
        said.push_back(
            {Severity::Bad,
             fmt::format("No way out of the fork of pocket {}.", stuck),
             fmt::format("A holder needs {} ({} / 2 + {} + {}) in {} before it may go elsewhere; the travel "
                         "ends at {} and {}.",
                         shown(wayOut_mm(rack)), lengthNumber(rack.flange_mm, units), lengthNumber(rack.fork_mm, units),
                         lengthNumber(rack.gap_mm, units), "XY"[across], shown(travel.low_mm), shown(travel.high_mm)),
             {}});
    std::optional<double> highest; // of the spindle face, with a holder seated
    for (auto const& pocket : state.pockets)
        if (pocket.holder_z_mm) highest = std::max(highest.value_or(*pocket.holder_z_mm), *pocket.holder_z_mm);
    auto const longest = longestOf(book, rack.machine);
    if (highest && rack.cone_mm && longest.tool) {
        double const tip = machine->safeZ_mm() - *longest.tool->length_mm, top = *highest + *rack.cone_mm;
        bool const clears = tip >= top + rack.gap_mm;
        said.push_back(
            {clears ? Severity::Note : Severity::Attention,
             clears
                 ? fmt::format("Tool {}, the longest, passes {} over the rack.", longest.tool->number, shown(tip - top))
                 : fmt::format("Tool {} does not pass over the rack.", longest.tool->number),
             fmt::format(
                 "At safe Z its tip stands at {}; cones stand up to {}.{}", shown(tip), shown(top),
                 clears ? "" : " Carried, it goes in front of the forks only: no rapid move across the rack with it."),
             {}});
        if (longest.unknown)
            said.push_back({Severity::Attention,
                            "Some tools have no length.",
                            "Whether they pass over the rack is not known: measure them first.",
                            {}});
    }
    tellTable(said, book, setup, state, rack, units);
    if (auto const lacks = noseLacks_mm(rack); lacks && *lacks > 0)
        said.push_back({Severity::Bad,
                        "The spindle's nose meets the cone beside it.",
                        fmt::format("({} + {}) / 2 + {} is {} more than the pitch of {}. Leave the neighbours empty.",
                                    lengthNumber(*rack.nose_mm, units), lengthNumber(*rack.stud_mm, units),
                                    lengthNumber(rack.gap_mm, units), shown(*lacks), shown(rack.pitch_mm)),
                        {}});
    if (machine->dust_shoe_mm && *machine->dust_shoe_mm > 0)
        said.push_back({Severity::Attention,
                        "The dust shoe hangs below the spindle face.",
                        fmt::format("By {}: off, or up, before a change. It would come down on the forks.",
                                    shown(*machine->dust_shoe_mm)),
                        {}});
    std::string missing;
    for (auto const& [is, what] :
         {std::pair{rack.cone_mm.has_value(), "how far a cone stands up"},
          std::pair{rack.seat_mm.has_value(), "the seat"}, std::pair{noseLacks_mm(rack).has_value(), "nose and stud"}})
        if (!is) missing += fmt::format("{}{}", missing.empty() ? "" : ", ", what);
    if (!missing.empty())
        said.push_back({Severity::Attention, "Not checked for room: " + missing + ".", "Type them at Rack.", {}});
    return said;
}

} // namespace steady::changer
