// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/Proving.h"

#include "core/statistics/Success.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::changer {
namespace {

struct Way {
    std::vector<bool> full, done; ///< done: picked from and put back
    int spindle;
    std::vector<ProvingStep> steps = {};

    void call(int pocket) {
        if (spindle >= 0) full[static_cast<std::size_t>(spindle)] = true;
        if (pocket >= 0) full[static_cast<std::size_t>(pocket)] = false;
        spindle = pocket;
        steps.push_back({std::nullopt, pocket, spindle, full});
    }
    void slide(int from, int to) {
        full[static_cast<std::size_t>(from)] = false;
        full[static_cast<std::size_t>(to)] = true;
        steps.push_back({from, to, spindle, full});
    }
    /// A full pocket that nothing more is wanted of.
    int finished() const {
        for (std::size_t i = 0; i < full.size(); ++i)
            if (full[i] && done[i]) return static_cast<int>(i);
        return -1;
    }
};

} // namespace

Result<std::vector<ProvingStep>> provingSequence(std::vector<bool> full, int spindle) {
    auto const count = static_cast<int>(full.size());
    auto const hanging = static_cast<int>(std::count(full.begin(), full.end(), true));
    if (spindle >= count || (spindle >= 0 && full[static_cast<std::size_t>(spindle)]))
        return fail(Code::OutOfRange, {"spindle"}, fmt::format("The pocket of its holder, {},", spindle + 1),
                    "an empty pocket of this rack");
    int const holders = hanging + (spindle >= 0);
    if (holders == 0) return fail(Code::Missing, {"rack"}, "A holder", "Hang at least one into the rack.");
    Way way{full, std::vector<bool>(full.size(), false), spindle};
    std::vector<int> hung, empty;
    for (int i = 0; i < count; ++i)
        if (i != spindle) (full[static_cast<std::size_t>(i)] ? hung : empty).push_back(i);
    if (holders == 1) { // it has to be put away before it can be moved by hand
        int at = spindle >= 0 ? spindle : hung.front();
        if (spindle >= 0) way.call(-1);
        std::vector<int> order = empty;
        if (spindle >= 0) {
            order.push_back(spindle); // last: it is put back already
        } else {
            way.call(at);
            way.call(-1);
        }
        for (int const pocket : order) {
            if (at != pocket) way.slide(at, pocket);
            way.call(pocket);
            if (pocket != order.back() || spindle < 0) way.call(-1);
            at = pocket;
        }
        return std::move(way.steps);
    }
    int before = -1;
    auto const take = [&](int pocket) {
        way.call(pocket);
        if (before >= 0) way.done[static_cast<std::size_t>(before)] = true;
        before = pocket;
    };
    for (int const pocket : hung) take(pocket);
    for (int const pocket : empty) {
        // With two holders, one of which came from the spindle, that one is moved although its pocket is not done yet.
        int const from = way.finished() >= 0 ? way.finished() : spindle;
        way.slide(from, pocket);
        take(pocket);
    }
    if (spindle < 0) {
        way.call(-1); // the last one is put back
    } else {
        if (!way.full[static_cast<std::size_t>(spindle)]) way.slide(way.finished(), spindle);
        way.call(spindle);
    }
    return std::move(way.steps);
}

Proved provedOf(shop::ToolRack const& rack) {
    Proved made{rack.name, {}};
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        auto const& pocket = rack.pockets[i];
        made.places.push_back({rack.number(i), pocket.tool, pocket.seen, pocket});
    }
    return made;
}

Proved provedOf(shop::Carousel const& carousel) {
    Proved made{carousel.name, {}, true, carousel.arm};
    for (std::size_t i = 0; i < carousel.places.size(); ++i) {
        auto const& place = carousel.places[i];
        made.places.push_back({static_cast<int>(i) + 1, place.tool, place.seen, place});
    }
    return made;
}

Result<std::vector<ProvingStep>> provingOf(Proved const& proved, Id<shop::Assembly> in_spindle) {
    if (proved.arm)
        return fail(
            Code::CallRefused, {"carousel"},
            "an arm puts the old tool where the new one hung, so that no list of calls tells beforehand what hangs "
            "where.",
            "Call each tool once, and after each call read the control's table against the pockets.");
    std::vector<bool> full;
    int home = -1;
    bool hangs = false;
    for (std::size_t i = 0; i < proved.places.size(); ++i) {
        auto const& place = proved.places[i];
        if (place.seen == shop::Seen::Unknown)
            return fail(Code::Missing, {"rack"}, fmt::format("What hangs in pocket {}", place.number),
                        proved.turns ? "Look, and say so at Changer, Carousel." : "Look, and say so at What hangs.");
        full.push_back(static_cast<bool>(place.tool));
        hangs = hangs || (in_spindle && place.tool == in_spindle);
        if (!place.tool && home < 0) home = static_cast<int>(i);
    }
    return provingSequence(std::move(full), in_spindle && !hangs ? home : -1);
}

namespace {

Counted counted(int trials, int failures) {
    return {trials, failures, statistics::successAtLeast(trials, failures, counted_confidence)};
}

} // namespace

Counted countedOf(shop::Counts const& counts) { return counted(counts.picks + counts.drops, counts.failed); }

Counted countedOf(Proved const& proved) {
    int trials = 0, failures = 0;
    for (auto const& place : proved.places) {
        trials += place.counts.picks + place.counts.drops;
        failures += place.counts.failed;
    }
    return counted(trials, failures);
}

} // namespace steady::changer
