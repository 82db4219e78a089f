// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/TouchFeeds.h"

#include "core/quantity/Units.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::install {
namespace {

using zeroing::Judgement;

double brakingFrom_mm(shop::Machine const& machine, double v_mm_s) {
    return v_mm_s * v_mm_s / (2 * machine.axes[2].accel_mm_s2);
}

/// Where the bound of a slow touch, half the spread of polling and the scatter, meets the requirement.
double measureMost_mm_min(shop::Machine const& machine, double requirement_mm) {
    double const still = zeroing::predictTouch(machine, 0).bound_mm;
    if (machine.capture != shop::Capture::Polled || machine.poll_s <= 0)
        return still <= requirement_mm ? std::numeric_limits<double>::infinity() : 0;
    return std::max(0.0, 2 * (requirement_mm - still) / machine.poll_s * 60);
}

FeedLimits limitsOf(shop::Machine const& machine, TouchRoom const& room, zeroing::ProbingFeeds recommended,
                    zeroing::ProbingFeeds in_use, double requirement_mm) {
    FeedLimits limits;
    limits.zero_margin_mm_min = zeroing::largestFeed_mm_min(machine, room.stroke_mm);
    if (room.chain_room_mm && room.chain_s)
        limits.chain_mm_min = zeroing::largestFeed_mm_min(machine, *room.chain_s, *room.chain_room_mm);
    limits.recommended = recommended;
    limits.in_use = in_use;
    limits.measure_most_mm_min = measureMost_mm_min(machine, requirement_mm);
    limits.overshoot = overshootParts(machine, in_use.fast_mm_min);
    limits.slow = zeroing::predictTouch(machine, in_use.slow_mm_min);
    limits.share_used = room.stroke_mm > 0 ? limits.overshoot.sum_mm() / room.stroke_mm : 0;
    return limits;
}

/// What the find feed would be with one thing better.
struct Cure {
    double part_mm;
    std::string words;
    double then_mm_min;
};

std::optional<Cure> bestCure(shop::Machine const& machine, TouchRoom const& room, FeedLimits const& limits) {
    auto const& parts = limits.overshoot;
    std::vector<Cure> cures;
    auto offer = [&](double part_mm, std::string words, auto change) {
        auto better = machine;
        change(better);
        double const most = zeroing::largestFeed_mm_min(better, room.share * room.stroke_mm);
        cures.push_back({part_mm, std::move(words), std::min(most, room.usual_most_mm_min)});
    };
    constexpr double short_s = 0.001;
    if (machine.debounce_s > 2 * short_s)
        offer(parts.debounce_mm,
              fmt::format("The debounce of {:g} ms makes most of it; with 1 ms", machine.debounce_s * 1000),
              [](shop::Machine& m) { m.debounce_s = short_s; });
    if (machine.capture == shop::Capture::Polled && machine.poll_s > 2 * short_s)
        offer(parts.poll_mm,
              fmt::format("Looking only every {:g} ms makes most of it; every 1 ms", machine.poll_s * 1000),
              [](shop::Machine& m) { m.poll_s = short_s; });
    if (machine.driver_lag_s > 2 * short_s)
        offer(parts.driver_mm,
              fmt::format("The drives' lag of {:g} ms makes most of it; with 1 ms", machine.driver_lag_s * 1000),
              [](shop::Machine& m) { m.driver_lag_s = short_s; });
    auto const best = std::max_element(cures.begin(), cures.end(),
                                       [](auto const& x, auto const& y) { return x.part_mm < y.part_mm; });
    if (best == cures.end() || best->part_mm < parts.braking_mm) return std::nullopt;
    return *best;
}

} // namespace

TouchRoom roomOf(shop::ToolSetter const& setter) {
    TouchRoom room;
    room.stroke_mm = setter.stroke_mm();
    room.usual_most_mm_min = zeroing::usual_most_setter_mm_min;
    if (setter.overtravel_mm) room.chain_room_mm = *setter.overtravel_mm - setter.solid_mm;
    if (setter.overtravel_mm) room.chain_s = setter.chain_s;
    return room;
}

TouchRoom roomOf(shop::TouchPlate const& plate) {
    TouchRoom room;
    room.stroke_mm = plate.push_in_mm;
    room.share = 0.8;
    room.usual_most_mm_min = zeroing::usual_most_plate_mm_min;
    room.rigid = !plate.sprung;
    return room;
}

OvershootParts overshootParts(shop::Machine const& machine, double feed_mm_min) {
    double const v = feed_mm_min / 60;
    double const poll_s = machine.capture == shop::Capture::Polled ? machine.poll_s : 0;
    return {v * machine.debounce_s, v * poll_s, v * machine.driver_lag_s, brakingFrom_mm(machine, v)};
}

double chainStop_mm(shop::Machine const& machine, double chain_s, double feed_mm_min) {
    double const v = feed_mm_min / 60;
    return v * chain_s + brakingFrom_mm(machine, v);
}

FeedLimits feedLimits(shop::Machine const& machine, shop::ToolSetter const& setter, double requirement_mm) {
    auto unchosen = setter;
    unchosen.practice.find_mm_min.reset();
    unchosen.practice.measure_mm_min.reset();
    return limitsOf(machine, roomOf(setter), zeroing::feedsFor(machine, unchosen), zeroing::feedsFor(machine, setter),
                    requirement_mm);
}

FeedLimits feedLimits(shop::Machine const& machine, shop::TouchPlate const& plate, double requirement_mm) {
    return limitsOf(machine, roomOf(plate), zeroing::feedsFor(machine, plate.push_in_mm),
                    zeroing::feedsFor(machine, plate), requirement_mm);
}

std::vector<Judgement> feedJudgements(shop::Machine const& machine, TouchRoom const& room, FeedLimits const& limits,
                                      double requirement_mm, UnitSystem units) {
    std::vector<Judgement> said;
    auto const feed = [&](double mm_min) { return feedText(mm_min, units); };
    auto const len = [&](double mm) { return lengthText(mm, units); };
    auto const& used = limits.in_use;
    Judgement find;
    double const over = limits.overshoot.sum_mm();
    find.headline = fmt::format("To find: {} uses {:.0f} % of the {}.", feed(used.fast_mm_min), 100 * limits.share_used,
                                room.rigid ? "push-in" : "stroke");
    find.text = fmt::format("It goes on {} of {}. Nothing would be left at {}.", len(over), len(room.stroke_mm),
                            feed(limits.zero_margin_mm_min));
    find.why = {fmt::format("Debounce {}, polling {}, lag of the drives {}, braking {}.",
                            len(limits.overshoot.debounce_mm), len(limits.overshoot.poll_mm),
                            len(limits.overshoot.driver_mm), len(limits.overshoot.braking_mm)),
                fmt::format("Recommended: {}, {:.0f} % of it at most, and no more than {} (common practice).",
                            feed(limits.recommended.fast_mm_min), 100 * room.share, feed(room.usual_most_mm_min))};
    if (limits.share_used > 1) {
        find.severity = Severity::Bad;
        find.text = fmt::format("It goes on {} of {}: past it, into what does not give. At most {}.", len(over),
                                len(room.stroke_mm), feed(limits.recommended.fast_mm_min));
    } else if (limits.share_used > room.share + 1e-9) {
        find.severity = Severity::Attention;
    }
    if (auto const cure = bestCure(machine, room, limits);
        cure && cure->then_mm_min > 1.2 * limits.recommended.fast_mm_min)
        find.text += fmt::format(" {} would allow {}.", cure->words, feed(cure->then_mm_min));
    said.push_back(std::move(find));

    if (room.chain_room_mm) {
        Judgement chain;
        if (!limits.chain_mm_min) {
            chain = {Severity::Attention,
                     "How fast the stop chain is, is not known.",
                     "From the overtravel contact to the drives braking: the maker's manual, or a licensed person with "
                     "a scope. Until it is typed, no feed rests on it.",
                     {}};
        } else {
            double const stop = chainStop_mm(machine, *room.chain_s, used.fast_mm_min);
            bool const holds = used.fast_mm_min <= *limits.chain_mm_min + 1e-9;
            chain = {holds ? Severity::Note : Severity::Bad,
                     holds ? fmt::format("Should the input fail, the stop chain ends it in {}.", len(stop))
                           : fmt::format("The stop chain would be too late at {}.", feed(used.fast_mm_min)),
                     fmt::format("From the overtravel contact {} are left to the end; at {} they are used up.",
                                 len(*room.chain_room_mm), feed(*limits.chain_mm_min)),
                     {"Counted with the braking of Z. Drives that are cut off coast further: see the maker's manual."}};
        }
        said.push_back(std::move(chain));
    } else if (!room.rigid) {
        said.push_back({Severity::Note,
                        "No overtravel contact.",
                        "Should the input fail, nothing stops Z before the end of the stroke. A second contact in the "
                        "stop chain would; wiring it is the work of licensed people.",
                        {}});
    } else {
        said.push_back({Severity::Note,
                        "A rigid plate has no stroke.",
                        "No bound of a search reveals a dead lead in time. Prove the signal, and search slowly.",
                        {}});
    }

    Judgement measure;
    bool const fine = limits.slow.bound_mm <= requirement_mm;
    measure.severity = fine ? Severity::Note : Severity::Attention;
    measure.headline = fmt::format("To measure: {} is good to ±{}.", feed(used.slow_mm_min), len(limits.slow.bound_mm));
    if (std::isinf(limits.measure_most_mm_min))
        measure.text =
            fmt::format("Any feed keeps the ±{} asked for, the scatter of the switch decides.", len(requirement_mm));
    else if (limits.measure_most_mm_min <= 0)
        measure.text =
            fmt::format("No feed reaches the ±{} asked for: the switch itself scatters more.", len(requirement_mm));
    else
        measure.text = fmt::format("Up to {} it stays within the ±{} asked for.", feed(limits.measure_most_mm_min),
                                   len(requirement_mm));
    said.push_back(std::move(measure));
    if (used.fast_mm_min < 3 * used.slow_mm_min)
        said.push_back({Severity::Note,
                        "To find and to measure are close together.",
                        "An order of magnitude apart is usual: the fast touch costs little, the slow one is what "
                        "counts (common practice).",
                        {}});
    return said;
}

std::vector<Judgement> overtravelJudgements(shop::ToolSetter const& setter) {
    if (!setter.overtravel_mm) return {};
    Judgement said;
    said.headline = "If the stop chain opens";
    switch (setter.without_power) {
    case shop::ZWithoutPower::NotKnown:
        said.severity = Severity::Attention;
        said.text =
            "Nobody has said whether Z holds or drops without its drive. Find out with the spindle resting on a "
            "block, never over the setter; the maker's manual first.";
        break;
    case shop::ZWithoutPower::Holds: said.text = "Z holds where it is."; break;
    case shop::ZWithoutPower::Drops:
        said.severity = Severity::Bad;
        said.text = "Z drops without its drive: onto the setter, just when it was to be spared. A brake or a balance "
                    "comes first; until then no feed is slow enough.";
        break;
    }
    said.text +=
        " The position counts as lost. Get off it upward only, home, and look at the setter before anything is "
        "measured again.";
    said.why = {
        "Closed at rest and in series with the stop chain, so that a broken lead opens it too; wiring it is the "
        "work of licensed people."};
    return {said};
}

} // namespace steady::install
