// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Calls, stages and counts, as people read them.
#include "core/changer/Proving.h"
#include "core/statistics/Success.h"

#include <fmt/format.h>

namespace steady::changer {
namespace {

int numberOf(Proved const& proved, int pocket) { return proved.places[static_cast<std::size_t>(pocket)].number; }

} // namespace

std::string stepWords(ProvingStep const& step, Proved const& proved) {
    if (step.slid_from)
        return fmt::format("By hand, the machine stopped: the holder of pocket {} into pocket {}.",
                           numberOf(proved, *step.slid_from), numberOf(proved, step.pocket));
    if (step.pocket < 0) return "Call tool 0: the spindle is emptied.";
    return fmt::format("Call the tool of pocket {}.", numberOf(proved, step.pocket));
}

std::string expectedWords(ProvingStep const& step, Proved const& proved) {
    std::string empty;
    for (std::size_t i = 0; i < step.full.size(); ++i)
        if (!step.full[i]) empty += fmt::format("{}{}", empty.empty() ? "" : ", ", proved.places[i].number);
    return fmt::format("In the spindle: {}. Empty pockets: {}.",
                       step.spindle < 0 ? std::string("nothing")
                                        : fmt::format("the holder of pocket {}", numberOf(proved, step.spindle)),
                       empty.empty() ? "none" : empty);
}

std::vector<std::string> provingStages(Proved const& proved) {
    if (proved.turns)
        return {
            "Turning: the spindle up and empty, every pocket to the front by its number. What stands there is read "
            "from the ring, not from the screen.",
            "Dry: without holders, air on, single block. The carousel comes, the spindle goes down into each fork's "
            "middle, the carousel goes back before Z moves.",
            "Empty holders: single block, lowest override, hand at the stop at each clamp and before each turn.",
            "Cutters: the same calls, the short and narrow ones first."};
    return {
        "Lifted: all Z of the rack 50 mm higher, nothing in spindle and forks. Every move is watched over the forks.",
        "Dry: at the true heights, without holders, air on. The spindle comes down into each fork's middle.",
        "Empty holders: single block, lowest override, hand at the stop at each clamp and each way out of a fork.",
        "Cutters: the same calls, the short and narrow ones first."};
}

std::vector<zeroing::Judgement> judgeProving(Proved const& proved) {
    auto const all = countedOf(proved);
    std::vector<zeroing::Judgement> said;
    constexpr double wanted = 0.95;
    auto const percent = [](double share) { return fmt::format("{:.1f} %", 100 * share); };
    if (all.trials == 0) {
        said.push_back({Severity::Note,
                        "Nothing counted yet.",
                        fmt::format("{} picks and drops without a failure show {} with 95 % confidence. They come with "
                                    "the work: type them when it suits.",
                                    statistics::trialsNeeded(wanted, counted_confidence, 0), percent(wanted)),
                        {}});
        return said;
    }
    said.push_back(
        {all.failures > 0 ? Severity::Attention : Severity::Note,
         fmt::format("At least {} of picks and drops go well, as far as it is known.", percent(all.at_least)),
         fmt::format("{} counted, {} failed, with 95 % confidence.{}", all.trials, all.failures,
                     all.at_least < wanted
                         ? fmt::format(" {} in all with no further failure would show {}.",
                                       statistics::trialsNeeded(wanted, counted_confidence, all.failures),
                                       percent(wanted))
                         : std::string()),
         {}});
    std::string unused;
    for (auto const& place : proved.places) {
        auto const each = countedOf(place.counts);
        if (each.failures > 0)
            said.push_back({Severity::Attention,
                            fmt::format("Pocket {}: {} of {} failed.", place.number, each.failures, each.trials),
                            proved.turns ? "A change that somebody helped is a failure. Look at it before it is called "
                                           "again."
                                         : "A change that somebody helped is a failure. Look at it before it is called "
                                           "again; taught anew it is counted anew.",
                            {}});
        if (each.trials == 0) unused += fmt::format("{}{}", unused.empty() ? "" : ", ", place.number);
    }
    if (!unused.empty()) said.push_back({Severity::Note, "Not used yet: pocket " + unused + ".", "", {}});
    return said;
}

std::string countersOf(shop::RackDrive const& drive, std::size_t pocket) {
    if (!drive.counts_from) return {};
    shop::CountNumbers const numbers(*drive.counts_from, static_cast<int>(pocket) + 1);
    return fmt::format("#{} counts what is put in, #{} what is taken", numbers.put, numbers.taken);
}

} // namespace steady::changer
