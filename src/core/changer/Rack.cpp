// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/Rack.h"

#include "core/facts/Facts.h"
#include "core/zeroing/PlateZero.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::changer {
namespace {

std::optional<std::size_t> anchorOf(shop::ToolRack const& rack) {
    for (std::size_t i = 0; i < rack.pockets.size(); ++i)
        if (rack.pockets[i].x_mm && rack.pockets[i].y_mm) return i;
    return std::nullopt;
}

int alongAxis(shop::ToolRack const& rack) { return rack.along == shop::SideAxis::X ? 0 : 1; }

/// By pitch alone, from the first pocket that was taught.
Axes nominalOf(shop::ToolRack const& rack, std::size_t pocket) {
    auto const anchor = anchorOf(rack);
    if (!anchor) return {};
    auto at = rack.pockets[*anchor].at_mm();
    auto& along = at[static_cast<std::size_t>(alongAxis(rack))];
    *along += sign(rack.numbers) * rack.pitch_mm * (static_cast<double>(pocket) - static_cast<double>(*anchor));
    return at;
}

Verdict verdictOf(shop::ToolRack const& rack, RackFit const& fit, std::size_t i, Suspect const* suspect) {
    auto const& pocket = rack.pockets[i];
    if (!pocket.taught()) return Verdict::NotTaught;
    if (!suspect) return fit.xy_checked && !fit.torn ? Verdict::Keep : Verdict::NotChecked;
    for (auto const cause : suspect->causes) {
        if (cause == Cause::BentFork) return pocket.as_read ? Verdict::LookAtFork : Verdict::TeachAgain;
        if (cause == Cause::UnderTower) return pocket.as_read ? Verdict::LookUnderTower : Verdict::TeachAgain;
    }
    return Verdict::TeachAgain;
}

/// A slip of the hand was ruled out by whoever read it twice: what is left is the rack, or where the machine counts
/// from.
void readTwice(Suspect& suspect) {
    std::erase_if(suspect.causes, [](Cause each) {
        return each != Cause::BentFork && each != Cause::UnderTower && each != Cause::BeforeHoming &&
               each != Cause::WorkForMachine;
    });
    if (suspect.causes.empty()) suspect.causes.push_back(Cause::BeforeHoming);
}

} // namespace

std::vector<Id<shop::ToolRack>> racksOf(facts::Reader const& book, Id<shop::Machine> machine) {
    std::vector<Id<shop::ToolRack>> found;
    for (auto const& [id, rack] : book.all<shop::ToolRack>())
        if (rack->machine == machine) found.push_back(id);
    std::stable_sort(found.begin(), found.end(),
                     [&](auto a, auto b) { return book.find(a)->first_number < book.find(b)->first_number; });
    return found;
}

std::array<shop::Used, 3> figuresOf(Id<shop::ToolRack> id, shop::ToolRack const& rack, std::size_t pocket) {
    std::array<shop::Used, 3> figures;
    for (std::size_t axis = 0; axis < 3; ++axis)
        figures[axis] = {fmt::format("pocket {} {}", pocket + 1, "XYZ"[axis]), id.value,
                         rack.pockets[pocket].at_mm()[axis]};
    return figures;
}

std::vector<TaughtPocket> taughtOf(shop::ToolRack const& rack) {
    std::vector<TaughtPocket> all;
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) all.push_back({rack.number(i), rack.pockets[i].at_mm()});
    return all;
}

RackLimits limitsOf(facts::Reader const& book, shop::ZeroSetup const& setup, shop::ToolRack const& rack) {
    RackLimits limits{rack.scatter_mm, rack.forgives_mm, {}};
    auto const& zero = book.ask<zeroing::plateZero>(setup, std::optional<shop::Contact>());
    if (zero && zero->chain) limits.work_zero_mm[2] = zero->chain->sum().mm;
    return limits;
}

RackState rackState(facts::Reader const& book, shop::ZeroSetup const& setup, shop::ToolRack const& rack) {
    RackState state;
    state.blocked = !rack.mounting.pins_out || !rack.mounting.tight;
    if (auto fit = fitRack(taughtOf(rack), limitsOf(book, setup, rack))) state.fit = std::move(*fit);
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        auto const& pocket = rack.pockets[i];
        PocketState made;
        made.number = rack.number(i);
        made.taught_mm = pocket.at_mm();
        made.nominal_mm = nominalOf(rack, i);
        made.verdict = pocket.taught() ? Verdict::NotChecked : Verdict::NotTaught;
        if (state.fit) {
            for (int axis = 0; axis < 3; ++axis)
                made.fitted_mm[static_cast<std::size_t>(axis)] = state.fit->fitted(made.number, axis);
            for (auto const& each : state.fit->suspects)
                if (each.number == made.number) made.suspect = each;
            if (made.suspect && pocket.as_read) readTwice(*made.suspect);
            made.verdict = verdictOf(rack, *state.fit, i, made.suspect ? &*made.suspect : nullptr);
        }
        made.used_mm = pocket.from == shop::PocketFrom::Taught   ? made.taught_mm
                       : pocket.from == shop::PocketFrom::Fitted ? made.fitted_mm
                                                                 : made.nominal_mm;
        // Two taught Z say where the others are: each pocket needs one.
        if (!made.used_mm[2]) made.used_mm[2] = made.fitted_mm[2];
        if (made.used_mm[2] && rack.seat_mm) made.holder_z_mm = *made.used_mm[2] + *rack.seat_mm;
        state.pockets.push_back(std::move(made));
    }
    return state;
}

void teachAnew(shop::Pocket& pocket, std::int64_t now_utc_ms) {
    pocket.x_mm = pocket.y_mm = pocket.z_mm = std::nullopt;
    pocket.as_read = false;
    pocket.teach(now_utc_ms);
}

namespace {

int decimalsOf(std::string const& typed) {
    auto const mark = typed.find_first_of(".,");
    if (mark == std::string::npos) return 0;
    int n = 0;
    for (auto i = mark + 1; i < typed.size() && std::isdigit(static_cast<unsigned char>(typed[i])); ++i) ++n;
    return n;
}

struct Expected {
    double mm, sure_mm;
};

/// Where the other pockets say, or the pitch from a single one.
std::optional<Expected> expectedAt(facts::Reader const& book, shop::ZeroSetup const& setup, shop::ToolRack const& rack,
                                   std::size_t pocket, int axis) {
    auto others = taughtOf(rack);
    others[pocket].mm[static_cast<std::size_t>(axis)].reset();
    auto const number = rack.number(pocket);
    std::vector<TaughtPocket const*> known;
    for (auto const& each : others)
        if (each.mm[static_cast<std::size_t>(axis)]) known.push_back(&each);
    if (known.empty()) return std::nullopt;
    if (known.size() > 1) {
        // Only this axis matters: the others may be half typed.
        std::vector<TaughtPocket> alone;
        for (auto const* each : known) {
            auto const mm = each->mm[static_cast<std::size_t>(axis)];
            alone.push_back({each->number, {mm, mm, std::nullopt}});
        }
        auto const fit = fitRack(alone, limitsOf(book, setup, rack));
        if (!fit) return std::nullopt;
        int const steps = number - fit->first_number;
        auto const& line = *fit->lines[0];
        return Expected{line.at(steps), rack.scatter_mm * std::sqrt(1 + line.leverage(steps))};
    }
    int const steps = number - known.front()->number;
    double const way_mm = std::abs(steps) * rack.pitch_mm, base = *known.front()->mm[static_cast<std::size_t>(axis)];
    constexpr double askew = 0.01, sure_pitch = 0.002; // of a rack that was set out by eye: assumed
    if (axis == alongAxis(rack))
        return Expected{base + sign(rack.numbers) * rack.pitch_mm * steps, rack.scatter_mm + sure_pitch * way_mm};
    return Expected{base, rack.scatter_mm + askew * way_mm};
}

} // namespace

std::optional<std::string> doubt(facts::Reader const& book, shop::ZeroSetup const& setup, shop::ToolRack const& rack,
                                 std::size_t pocket, int axis, TypedLength const& typed) {
    auto const* machine = book.find(rack.machine);
    auto const name = "XYZ"[axis];
    auto const shown = [&](double mm) { return lengthText(mm, book.units()); };
    constexpr int all_decimals = 2;
    constexpr double explains = 4;
    if (auto const expected = expectedAt(book, setup, rack, pocket, axis)) {
        double const sure_mm = explains * expected->sure_mm;
        if (std::abs(typed.mm - expected->mm) > std::max(rack.forgives_mm, sure_mm)) {
            auto causes = slipsOf(typed.mm, expected->mm, sure_mm);
            auto const zero = limitsOf(book, setup, rack).work_zero_mm[static_cast<std::size_t>(axis)];
            if (zero && std::abs(typed.mm + *zero - expected->mm) <= sure_mm)
                causes.insert(causes.begin(), Cause::WorkForMachine);
            return fmt::format("{} {} does not fit its neighbours: they say about {}. {}", name, shown(typed.mm),
                               shown(expected->mm), causeWords(causes));
        }
    }
    if (machine && !machine->axes[static_cast<std::size_t>(axis)].contains(typed.mm)) {
        auto const& travel = machine->axes[static_cast<std::size_t>(axis)];
        std::vector<Cause> causes;
        if (travel.contains(-typed.mm)) causes.push_back(Cause::Sign);
        causes.push_back(Cause::WorkForMachine);
        return fmt::format("{} {} lies outside the travel, {} to {}. {}", name, shown(typed.mm),
                           lengthNumber(travel.low_mm, book.units()), shown(travel.high_mm), causeWords(causes));
    }
    if (decimalsOf(typed.as_typed) < all_decimals)
        return fmt::format("{} {} was typed without all its decimals.", name, typed.as_typed);
    return std::nullopt;
}

} // namespace steady::changer
