// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/CarouselTable.h"

#include "core/changer/Carousel.h"
#include "core/quantity/Units.h"
#include "core/shop/Book.h"

#include <algorithm>
#include <cstdlib>
#include <fmt/format.h>

namespace steady::changer {
namespace {

double wide_mm(shop::Assembly const& tool) { return std::max(tool.diameter_mm, tool.largest_mm); }

bool wider(facts::Reader const& book, shop::Carousel const& carousel, std::size_t place) {
    auto const* tool = book.find(carousel.places[place].tool);
    return tool && changer::wider(carousel, *tool);
}

/// Places from one to another, the way that this carousel turns.
int turned(shop::Carousel const& carousel, int from, int to) {
    auto const count = static_cast<int>(carousel.places.size());
    int const by = shortWay(from, to, count);
    return carousel.short_way ? std::abs(by) : (by + count) % count;
}

int turnedInAll(shop::Carousel const& carousel, std::vector<int> const& pockets) {
    int sum = 0, at = carousel.at;
    for (int const pocket : pockets) {
        sum += turned(carousel, at, pocket);
        at = pocket;
    }
    return sum;
}

} // namespace

Id<shop::Carousel> carouselOf(facts::Reader const& book, Id<shop::Machine> machine) {
    for (auto const& [id, carousel] : book.all<shop::Carousel>())
        if (carousel->machine == machine) return id;
    return {};
}

std::array<std::size_t, 2> besides(shop::Carousel const& carousel, std::size_t place) {
    auto const count = carousel.places.size();
    return {(place + count - 1) % count, (place + 1) % count};
}

bool reserved(facts::Reader const& book, shop::Carousel const& carousel, std::size_t place) {
    for (auto const other : besides(carousel, place))
        if (other != place && wider(book, carousel, other)) return true;
    return false;
}

bool wider(shop::Carousel const& carousel, shop::Assembly const& tool) {
    return carousel.widest_mm && wide_mm(tool) > *carousel.widest_mm;
}

bool hasRoom(facts::Reader const& book, shop::Carousel const& carousel, std::size_t place, shop::Assembly const& tool) {
    auto const& here = carousel.places[place];
    if (here.tool || here.seen == shop::Seen::Unknown || reserved(book, carousel, place)) return false;
    if (!wider(carousel, tool)) return true;
    for (auto const other : besides(carousel, place))
        if (other != place && (carousel.places[other].tool || carousel.places[other].seen == shop::Seen::Unknown))
            return false;
    return true;
}

Result<JobTurning> turningOf(facts::Reader const& book, shop::Carousel const& carousel, std::vector<int> const& tools) {
    JobTurning job;
    for (int const number : tools) {
        bool known = false;
        std::optional<int> pocket;
        for (auto const& [id, tool] : shop::toolsOf(book, carousel.machine)) {
            if (tool->number != number) continue;
            known = true;
            for (std::size_t i = 0; i < carousel.places.size(); ++i)
                if (carousel.places[i].tool == id) pocket = static_cast<int>(i) + 1;
        }
        if (!known)
            return fail(Code::OutOfRange, {"tools"}, fmt::format("Tool {}", number), "the tools of this machine");
        if (!pocket)
            return fail(Code::Missing, {"tools"}, fmt::format("The pocket of tool {}", number),
                        "Say where it hangs, or hang it there.");
        job.pockets.push_back(*pocket);
    }
    auto const best = leastTurning(job.pockets, carousel.at, static_cast<int>(carousel.places.size()));
    if (!best) return Failure(best.error());
    job.best = best->order;
    auto const count = static_cast<int>(carousel.places.size());
    if (!carousel.short_way) // then once round, in the order in which they come
        std::sort(job.best.begin(), job.best.end(),
                  [&](int a, int b) { return (a - carousel.at + count) % count < (b - carousel.at + count) % count; });
    job.turned = turnedInAll(carousel, job.pockets);
    job.least = turnedInAll(carousel, job.best);
    auto with = carousel;
    with.short_way = false;
    job.always_with = turnedInAll(with, job.pockets);
    double const changes_s = static_cast<double>(tools.size()) * carousel.change_s;
    job.seconds = job.turned * carousel.place_s + changes_s;
    job.least_s = job.least * carousel.place_s + changes_s;
    return job;
}

std::vector<zeroing::Judgement> judgeCarousel(facts::Reader const& book, shop::ZeroSetup const& setup,
                                              shop::Carousel const& carousel, UnitSystem units) {
    std::vector<zeroing::Judgement> said;
    int unknown = 0;
    for (std::size_t i = 0; i < carousel.places.size(); ++i) {
        auto const& place = carousel.places[i];
        unknown += place.seen == shop::Seen::Unknown;
        auto const* tool = book.find(place.tool);
        if (!tool) continue;
        auto const number = i + 1;
        if (place.tool == setup.place.assembly)
            said.push_back({Severity::Bad,
                            fmt::format("Tool {} is in the spindle and in pocket {}.", tool->number, number),
                            "One of the two is not so: look, and say which.",
                            {}});
        for (std::size_t k = i + 1; k < carousel.places.size(); ++k)
            if (carousel.places[k].tool == place.tool)
                said.push_back({Severity::Bad,
                                fmt::format("Tool {} hangs in two pockets, {} and {}.", tool->number, number, k + 1),
                                "Look, and say which.",
                                {}});
        if (!wider(book, carousel, i)) continue;
        for (auto const other : besides(carousel, i))
            if (auto const* next = other != i ? book.find(carousel.places[other].tool) : nullptr)
                said.push_back(
                    {Severity::Bad,
                     fmt::format("Tool {} is too wide for tool {} beside it.", tool->number, next->number),
                     fmt::format("It is {} wide; beside neighbours {} at most. Pocket {} stays empty.",
                                 lengthText(wide_mm(*tool), units), lengthText(*carousel.widest_mm, units), other + 1),
                     {}});
    }
    if (unknown > 0)
        said.push_back({Severity::Attention,
                        fmt::format("{} of {} pockets are unknown.", unknown, carousel.places.size()),
                        "Look, and say what hangs there: nothing is put or taken there before.",
                        {}});
    if (!carousel.widest_mm)
        said.push_back({Severity::Attention,
                        "How wide a tool may be beside its neighbours is not known.",
                        "The maker's sheet says it; a wider one keeps both of them empty.",
                        {}});
    auto const count = static_cast<int>(carousel.places.size());
    if (!carousel.short_way && count > 1)
        said.push_back(
            {Severity::Attention,
             "It always turns with the numbers.",
             fmt::format("One place back costs {} places, {:.1f} s. Let it turn the short way, if the control "
                         "can.",
                         count - 1, (count - 1) * carousel.place_s),
             {}});
    if (carousel.arm && carousel.arm_seen == shop::Seen::Unknown)
        said.push_back(
            {Severity::Attention,
             "What the arm holds is unknown.",
             "Look, without reaching in, and say so: an arm that turns with a holder in it meets the next one.",
             {}});
    if (auto const* held = carousel.arm ? book.find(carousel.in_arm) : nullptr) {
        bool elsewhere = carousel.in_arm == setup.place.assembly;
        for (auto const& place : carousel.places) elsewhere = elsewhere || place.tool == carousel.in_arm;
        said.push_back({Severity::Bad,
                        elsewhere ? fmt::format("Tool {} is in the arm, and elsewhere as well.", held->number)
                                  : fmt::format("Tool {} is in the arm.", held->number),
                        elsewhere ? "One of the two is not so: look, and say which."
                                  : "A change was broken off. Nothing is called before the arm is empty: support the "
                                    "holder, and follow the maker's manual.",
                        {}});
    }
    if (carousel.arm)
        said.push_back(
            {Severity::Note,
             "Its arm exchanges both holders.",
             "What was in the spindle hangs in the pocket of the tool that was fetched: after each change the "
             "table is another.",
             {}});
    return said;
}

std::vector<zeroing::Judgement> judgeTurning(JobTurning const& job, facts::Reader const& book,
                                             shop::Carousel const& carousel) {
    auto const numbers = [&](std::vector<int> const& pockets) {
        std::string words;
        for (int const pocket : pockets) {
            auto const* tool = book.find(carousel.places[static_cast<std::size_t>(pocket - 1)].tool);
            words += fmt::format("{}{}", words.empty() ? "" : ", ", tool ? tool->number : 0);
        }
        return words;
    };
    std::vector<zeroing::Judgement> said;
    bool const better = job.least < job.turned;
    said.push_back({Severity::Note,
                    fmt::format("{} places turned in this job, {:.0f} s of changes.", job.turned, job.seconds),
                    job.always_with > job.turned
                        ? fmt::format("Always with the numbers it would turn {} places.", job.always_with)
                        : std::string(),
                    {}});
    said.push_back({Severity::Note,
                    better ? fmt::format("In the order {} it turns {}.", numbers(job.best), job.least)
                           : std::string("No other order turns less."),
                    better ? fmt::format("That saves {:.1f} s. The order of the work comes first: roughing before "
                                         "finishing, drilling where it belongs.",
                                         job.seconds - job.least_s)
                           : std::string(),
                    {}});
    return said;
}

} // namespace steady::changer
