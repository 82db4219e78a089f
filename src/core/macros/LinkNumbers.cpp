// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/LinkNumbers.h"

#include "core/shop/kinds/Counts.h"

#include <fmt/format.h>
#include <vector>

namespace steady::macros {
namespace {

struct Block {
    char const* what;
    int first, last;
};

std::string words(Block const& b) {
    return b.first == b.last ? fmt::format("{} ({})", b.first, b.what)
                             : fmt::format("{} to {} ({})", b.first, b.last, b.what);
}

bool meet(Block const& a, Block const& b) { return a.first <= b.last && b.first <= a.last; }
bool within(Block const& b, gcode::Numbers range) { return range.hold(b.first) && range.hold(b.last); }
std::string told(gcode::Numbers range) { return fmt::format("{} to {}", range.first, range.last); }

Block scratchOf(shop::Behaviour const& behaviour) {
    return {"for a moment", behaviour.scratch_parameter, behaviour.scratch_parameter + shop::scratch_count - 1};
}
Block keptOf(shop::Behaviour const& behaviour) {
    return {"for links, a change, kept places and a carousel", behaviour.link_parameter, lastKept(behaviour)};
}

} // namespace

namespace {

/// Error: OutOfRange, NumbersOverlap.
Result<void> checkOwn(shop::Behaviour const& behaviour, gcode::Numbers kept, Block const& own, char const* field) {
    if (!within(own, kept)) return fail(Code::OutOfRange, {field}, words(own), told(kept));
    std::vector<Block> others{scratchOf(behaviour), keptOf(behaviour)};
    if (auto const homed = behaviour.homed_parameter) others.push_back({"says “homed”", *homed, *homed});
    for (auto const& each : others)
        if (meet(own, each)) return fail(Code::NumbersOverlap, {field}, words(own), words(each));
    return {};
}
Block countsOf(int first, int pockets) {
    return {"for counting changes", first, shop::CountNumbers(first, pockets).taken};
}

} // namespace

Result<void> checkCounts(shop::Behaviour const& behaviour, gcode::Numbers kept, int first, int pockets) {
    return checkOwn(behaviour, kept, countsOf(first, pockets), "counts_from");
}

Result<void> checkTable(shop::Behaviour const& behaviour, gcode::Numbers kept, int first, int pockets,
                        std::optional<int> counts_from) {
    Block const table{"for the tools in the pockets", first, first + pockets - 1};
    if (auto const own = checkOwn(behaviour, kept, table, "table_from"); !own) return own;
    if (!counts_from) return {};
    auto const counts = countsOf(*counts_from, pockets);
    if (meet(table, counts)) return fail(Code::NumbersOverlap, {"table_from"}, words(table), words(counts));
    return {};
}

Result<void> checkNumbers(shop::Behaviour const& behaviour, gcode::Grammar const& grammar) {
    auto const scratch = scratchOf(behaviour), links = keptOf(behaviour);
    auto const kept = grammar.kept, passing = grammar.passing;
    if (!within(scratch, kept) && !within(scratch, passing))
        return fail(Code::OutOfRange, {"parameters"}, words(scratch),
                    told(kept) + (passing.hold(passing.first) ? " or " + told(passing) : std::string()));
    if (!within(links, kept)) return fail(Code::OutOfRange, {"parameters"}, words(links), told(kept));
    if (meet(scratch, links)) return fail(Code::NumbersOverlap, {"parameters"}, words(scratch), words(links));
    if (behaviour.homed_parameter) {
        gcode::Numbers const known{1, grammar.last_variable};
        if (!known.hold(*behaviour.homed_parameter))
            return fail(Code::OutOfRange, {"parameters"}, fmt::format("{} (says “homed”)", *behaviour.homed_parameter),
                        fmt::format("{} to {}", known.first, known.last));
        Block const homed{"says “homed”", *behaviour.homed_parameter, *behaviour.homed_parameter};
        for (auto const& each : {scratch, links})
            if (meet(homed, each)) return fail(Code::NumbersOverlap, {"parameters"}, words(homed), words(each));
    }
    return {};
}

} // namespace steady::macros
