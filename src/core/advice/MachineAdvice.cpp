// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/advice/MachineAdvice.h"

#include "core/zeroing/PlateZero.h"

#include <fmt/format.h>

namespace steady::advice {

using namespace zeroing;

namespace {

Judgement conventionOf(shop::Machine const& machine, UnitSystem units) {
    auto const& z = machine.axes[2];
    Judgement said;
    said.headline = fmt::format("Z goes from {} to {}, home at the {}.", lengthNumber(z.low_mm, units),
                                lengthText(z.high_mm, units), z.home == shop::AxisEnd::High ? "top" : "bottom");
    if (z.high_mm <= 0)
        said.text = "Zero is at the top: over the work every machine Z is negative, and less negative is higher.";
    else if (z.low_mm >= 0)
        said.text = "Zero is at the bottom: over the work every machine Z is positive. Machine Z 0 is down at the "
                    "table, so nothing may be sent there.";
    else
        said.text = "Zero lies inside the travel: read the sign of every machine Z twice.";
    said.text += fmt::format(" Safe Z is {}.", lengthText(machine.safeZ_mm(), units));
    return said;
}

Judgement inputOf(shop::Machine const& machine, UnitSystem units) {
    auto const feeds = feedsFor(machine, assumedPlate().push_in_mm);
    auto const slow = predictTouch(machine, feeds.slow_mm_min), fast = predictTouch(machine, feeds.fast_mm_min);
    Judgement said;
    said.headline = slow.lag_mm > 0 ? fmt::format("A slow touch reads {} low.", lengthText(slow.lag_mm, units))
                                    : "A touch is latched where it happens.";
    said.text = fmt::format("At {} every touch lies within ±{} of that{}. At {} the tip goes on {} after the contact.",
                            feedText(feeds.slow_mm_min, units), lengthText(slow.bound_mm, units),
                            slow.lag_mm > 0 ? ", and the mean is added back" : "", feedText(feeds.fast_mm_min, units),
                            lengthText(fast.overshoot_mm, units));
    return said;
}

/// What the home switches themselves are good for: a look of the input while the axis creeps onto them.
Judgement homingOf(shop::Machine const& machine, UnitSystem units) {
    auto const latch = predictTouch(machine, machine.home_latch_mm_min);
    auto const search = predictTouch(machine, machine.home_search_mm_min);
    Judgement said;
    said.headline = fmt::format("Homing repeats to {} at best.",
                                plusMinusText(std::max(latch.bound_mm, machine.switch_scatter_mm), units));
    said.text =
        fmt::format("That is what this input sees at the latch feed of {}. At the search feed an axis goes on {} past "
                    "its switch: there must be room for that.",
                    feedText(machine.home_latch_mm_min, units), lengthText(search.overshoot_mm, units));
    if (machine.home_order == shop::HomeOrder::AllAtOnce) {
        said.severity = Severity::Attention;
        said.text += " All axes home at once here: a tool between clamps goes sideways before it is up. Raise Z first.";
    }
    return said;
}

std::size_t contactsOfOldHome(facts::Reader const& book, shop::ZeroSetup const& setup, int epoch) {
    std::size_t n = 0;
    for (auto const& [id, contact] : book.all<shop::Contact>()) {
        auto const* tool = book.find(contact->assembly);
        bool const here =
            tool ? !tool->machine || tool->machine == setup.place.machine : contact->setter == setup.place.setter;
        n += here && contact->home_epoch < epoch;
    }
    return n;
}

} // namespace

std::vector<Judgement> machineJudgements(facts::Reader const& book, shop::ZeroSetup const& setup) {
    std::vector<Judgement> said;
    auto const units = book.units();
    auto const machine = machineOf(book, setup);
    for (std::size_t axis = 0; axis < 3; ++axis)
        if (machine.axes[axis].low_mm >= machine.axes[axis].high_mm)
            said.push_back({Severity::Bad,
                            fmt::format("The ends of {} are turned.", "XYZ"[axis]),
                            "The low end is the smaller number, with its sign: −180 is lower than 0.",
                            {}});
    if (!book.find(setup.place.machine))
        said.push_back({Severity::Attention,
                        "This machine is assumed.",
                        "Everything works with it already. Type the two ends of each axis as your control shows them, "
                        "and the numbers become yours; the rest can wait.",
                        {}});
    said.push_back(conventionOf(machine, units));
    said.push_back(inputOf(machine, units));
    said.push_back(homingOf(machine, units));
    if (auto const n = contactsOfOldHome(book, setup, machine.home_epoch); n > 0)
        said.push_back({Severity::Attention,
                        fmt::format("{} contact{} from before the home switches changed.", n, n == 1 ? " is" : "s are"),
                        "They stay in the book and count no more: where they were touched has another number now.",
                        {}});
    double const lost = machine.axes[2].backlash_mm;
    if (lost > 0)
        said.push_back({Severity::Note,
                        fmt::format("Z loses {} at each reversal.", lengthText(lost, units)),
                        "Between touches on the way down it cancels. From one that is read at the release it is taken "
                        "out, with this figure.",
                        {}});
    if (machine.behaviour.closed_at_start == shop::ClosedAtStart::EndsAsContact)
        said.push_back({Severity::Attention,
                        "A closed input counts as a contact here.",
                        "Other controls refuse to start. Every macro checks that the input is open before it searches; "
                        "do not leave that step out.",
                        {}});
    if (!machine.behaviour.homed_parameter)
        said.push_back({Severity::Note,
                        "The macros cannot read whether the machine is homed.",
                        "They pause and ask. If your control has a parameter that reads 1 once homed, name it.",
                        {}});
    said.push_back({Severity::Note,
                    "What is not checked",
                    "Level, tram and scale of the axes are what you wrote down at Scale and Mechanics. Stop chain, "
                    "guards and spindle lock-out "
                    "are the work of licensed people. The program never says that a machine is safe.",
                    {}});
    return said;
}

} // namespace steady::advice
