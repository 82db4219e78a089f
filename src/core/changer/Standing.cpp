// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/Standing.h"

#include "core/changer/CarouselTable.h"
#include "core/changer/Proving.h"
#include "core/changer/Rack.h"

#include <fmt/format.h>

namespace steady::changer {
namespace {

/// “tool in pocket 4”, by its place: the figure is the tool's entity.
struct Tools {
    std::optional<shop::Used> operator()(std::int64_t entity, std::size_t place, auto const& pocket) const {
        auto const tool = pocket.tool ? std::optional(static_cast<double>(pocket.tool.value)) : std::nullopt;
        if (!tool && pocket.seen == shop::Seen::Unknown) return std::nullopt;
        return shop::Used{fmt::format("tool in pocket {}", place + 1), entity, tool};
    }
};
/// “changes at pocket 4”: how many were counted.
struct Changes {
    std::optional<shop::Used> operator()(std::int64_t entity, std::size_t place, shop::Counts const& counts) const {
        auto const counted = countedOf(counts);
        if (counted.trials == 0) return std::nullopt;
        return shop::Used{fmt::format("changes at pocket {}", place + 1), entity, counted.trials};
    }
};

facts::Basis ofMachine(facts::Reader const& book, Id<shop::Machine> machine, facts::ResultKind kind,
                       auto const& figure) {
    facts::Basis basis;
    basis.kind = kind;
    basis.machine = machine;
    auto const look = [&](std::int64_t entity, auto const& places) {
        for (std::size_t i = 0; i < places.size(); ++i)
            if (auto found = figure(entity, i, places[i])) basis.typed.push_back(std::move(*found));
    };
    for (auto const id : racksOf(book, machine)) look(id.value, book.find(id)->pockets);
    if (auto const id = carouselOf(book, machine)) look(id.value, book.find(id)->places);
    return basis;
}

} // namespace

RackStanding rackStanding(facts::Reader const& book, Id<shop::ToolRack> id) {
    auto const& rack = *book.find(id);
    RackStanding made;
    made.basis.kind = facts::ResultKind::Rack;
    made.basis.machine = rack.machine;
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        if (!rack.pockets[i].taught()) continue;
        auto basis = made.basis;
        basis.typed.clear();
        for (auto const& figure : figuresOf(id, rack, i)) basis.typed.push_back(figure);
        auto of_pocket = facts::holdingOf(book, basis);
        if (of_pocket.state > made.holding.state) made.holding = std::move(of_pocket);
        made.basis.typed.insert(made.basis.typed.end(), basis.typed.begin(), basis.typed.end());
    }
    return made;
}

facts::Basis ringBasis(facts::Reader const& book, Id<shop::Machine> machine) {
    facts::Basis basis;
    basis.kind = facts::ResultKind::Rack;
    basis.machine = machine;
    auto const id = carouselOf(book, machine);
    if (auto const* ring = book.find(id))
        basis.typed = {{"X where tools are changed", id.value, ring->x_mm},
                       {"Y where tools are changed", id.value, ring->y_mm},
                       {"Z where a holder sits", id.value, ring->seat_z_mm}};
    return basis;
}

facts::Basis tableBasis(facts::Reader const& book, Id<shop::Machine> machine) {
    return ofMachine(book, machine, facts::ResultKind::PocketTable, Tools{});
}

facts::Basis proofBasis(facts::Reader const& book, Id<shop::Machine> machine) {
    return ofMachine(book, machine, facts::ResultKind::ChangerProof, Changes{});
}

} // namespace steady::changer
