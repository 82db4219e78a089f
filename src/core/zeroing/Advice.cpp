// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Advice.h"

#include "core/base/Words.h"
#include "core/quantity/WorkOffset.h"
#include "core/zeroing/Link.h"

#include <fmt/format.h>

namespace steady::zeroing {
namespace {

using shop::Target;

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
    said.push_back(
        {Severity::Note,
         "What is not checked",
         "Level, tram and scale of the axes: see the maker's manual. Stop chain, guards and spindle lock-out "
         "are the work of licensed people. The program never says that a machine is safe.",
         {}});
    return said;
}

std::vector<Judgement> setterJudgements(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const units = book.units();
    auto const* setter = book.find(setup.place.setter);
    if (!setter)
        return {{Severity::Note,
                 "No fixed setter.",
                 "Without one every new tool touches the plate. With one a tool change costs one touch on it. Type its "
                 "position or its heights to begin.",
                 {}}};
    std::vector<Judgement> said;
    auto const machine = machineOf(book, setup);
    auto const feeds = feedsFor(machine, *setter);
    auto const fast = predictTouch(machine, feeds.fast_mm_min);
    Judgement stroke;
    stroke.headline = fmt::format("{} of stroke after the trip.", lengthText(setter->stroke_mm(), units));
    stroke.text = fmt::format(
        "The fast touch at {} goes on {}; up to half of the stroke is accepted. Then {} to measure.",
        feedText(feeds.fast_mm_min, units), lengthText(fast.overshoot_mm, units), feedText(feeds.slow_mm_min, units));
    bool const too_fast = feeds.fast_mm_min > usual_most_setter_mm_min + 1e-9;
    if (too_fast)
        stroke.text += fmt::format(" More than {} at a setter is unusual.", feedText(usual_most_setter_mm_min, units));
    if (setter->stroke_mm() < 1 || too_fast || fast.overshoot_mm > setter->stroke_mm() / 2)
        stroke.severity = Severity::Attention;
    said.push_back(std::move(stroke));
    if (auto const height = setterHeight(book, setup)) {
        auto const* by = book.find(height->assembly);
        said.push_back(
            {Severity::Note,
             fmt::format("The nose would trip it at {}.", lengthText(height->nose_z_mm, units)),
             (by ? fmt::format("From tool {}, known to {}.", by->number, plusMinusText(height->error_mm, units))
                 : std::string("The bare nose told it.")) +
                 " A tool trips it higher by its length.",
             {}});
    } else {
        said.push_back({Severity::Attention,
                        "Where it trips is not known yet.",
                        "Touch it by hand with the bare nose or with a tool of known length, and type the machine Z in "
                        "Zeroing.",
                        {}});
    }
    auto const* plate = book.find(setup.place.plate);
    if (setter->input == shop::SetterInput::Own)
        said.push_back(
            {Severity::Note,
             "The setter has an input of its own.",
             "The macros probe whatever the control watches while probing. See in its manual how both inputs "
             "reach that, and try each by hand before the first run.",
             {}});
    else if (plate && plate->circuit != setter->circuit)
        said.push_back(
            {Severity::Attention,
             "Plate and setter share an input but rest differently.",
             "One of them reads contact while nothing is touched. A selector, or an input of its own, is needed; "
             "wiring is the work of people who know it.",
             {}});
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
        if (reachesDisc(*tool, *setter)) continue;
        bool const by_hand = tool->method != shop::LengthMethod::Setter;
        said.push_back({by_hand ? Severity::Note : Severity::Attention,
                        fmt::format("Tool {} does not fit on the disc.", tool->number),
                        by_hand
                            ? "It is not measured here; the macros refuse it."
                            : fmt::format("{} touches outside the {} disc. Measure it on the plate, and say so at the "
                                          "tool.",
                                          tool->name, lengthText(setter->disc_mm, units)),
                        {}});
    }
    said.push_back({Severity::Note,
                    "Before you touch",
                    "Spindle stopped and unable to start, disc and tool wiped, plate and clip away. Never press it by "
                    "hand under a tool. The maker's manual comes first.",
                    {}});
    return said;
}

std::vector<Judgement> toolJudgements(facts::Reader const& book, shop::ZeroSetup const& setup) {
    std::vector<Judgement> said;
    auto const units = book.units();
    auto const* tool = book.find(setup.place.assembly);
    if (!tool)
        return {{Severity::Attention,
                 "The tool is assumed.",
                 "Type its number and diameter. Its length may be approximate: a rule from the spindle face down is "
                 "enough to begin.",
                 {}}};
    auto const* plate = book.find(setup.place.plate);
    if (!tool->conducts && plate && plate->path != shop::Path::OwnSwitch)
        said.push_back({Severity::Bad,
                        "This tool cannot close the plate's circuit.",
                        "It does not conduct, and this plate needs a current through the tool: it would be driven into "
                        "the plate. Use a plate with a switch of its own.",
                        {}});
    if (tool->length_mm)
        said.push_back({Severity::Note,
                        fmt::format("Tool {} reaches {} below the spindle face.", tool->number,
                                    lengthText(*tool->length_mm, units)),
                        fmt::format("Known to ±{}. That decides where a search begins and ends, not what is set.",
                                    lengthText(tool->length_error_mm, units)),
                        {}});
    else
        said.push_back({Severity::Note,
                        "The tool's length is not known.",
                        "It is drawn as 50 mm. The plate does not need it; the setter does, to know where to search.",
                        {}});
    if (tool->tip != shop::TipShape::Point && tool->contactRadius_mm() > 0)
        said.push_back(
            {Severity::Note,
             fmt::format("It touches on a circle of radius {}.", lengthText(tool->contactRadius_mm(), units)),
             tool->tip == shop::TipShape::Insert ? "Turn the lowest insert over the disc, always the same one."
                                                 : "On a tilted disc or plate the rim touches first on one side.",
             {}});
    if (tool->stick_out_mm && tool->length_mm && tool->largest_mm > tool->diameter_mm)
        said.push_back({Severity::Note,
                        fmt::format("{} is free below the nut.", lengthText(*tool->stick_out_mm, units)),
                        fmt::format("Above that it is {} wide, and meets whatever stands beside the setter.",
                                    lengthText(tool->largest_mm, units)),
                        {}});
    return said;
}

std::vector<Judgement> linkJudgements(facts::Reader const& book, shop::ZeroSetup const& setup,
                                      std::int64_t now_utc_ms) {
    auto const units = book.units();
    auto const link = linkOf(book, setup);
    if (!link) {
        auto const finding = toFinding(link.error());
        bool const lost = link.error().code == Code::LinkStale;
        return {{lost ? Severity::Bad : Severity::Note,
                 lost ? "The link no longer holds." : "No link yet.",
                 finding.text + " " + finding.remedy,
                 {}}};
    }
    std::vector<Judgement> said;
    auto const* tool = book.find(link->assembly);
    said.push_back({Severity::Note,
                    fmt::format("The setter stands {} above work zero, {}.", lengthText(link->d_mm(), units),
                                plusMinusText(link->chain.budget.expanded_95, units)),
                    fmt::format("Made with tool {} for {}, {} ago.", tool ? tool->number : 0,
                                workOffsetName(link->work_offset), ageText(link->at_utc_ms, now_utc_ms)),
                    budgetLines(link->chain.budget, units)});
    auto const *plate = book.find(setup.link.plate), *setter = book.find(setup.link.setter);
    double const lost_mm = machineOf(book, setup).axes[2].backlash_mm;
    if (plate->direction != setter->direction)
        said.push_back({Severity::Attention,
                        "Plate and setter were touched in different directions.",
                        lost_mm > 0 ? fmt::format("The backlash of Z is taken out with {}; the link is as good as that "
                                                  "figure. Better touch both the same way.",
                                                  lengthText(lost_mm, units))
                                    : "Backlash, if there is any, is in the link. Touch both the same way.",
                        {}});
    said.push_back({Severity::Note,
                    "What it rests on",
                    "The plate's thickness, this setter where it stands and the work as it lies. "
                    "If one of them is bumped, changed or cut away, touch plate and setter again.",
                    {}});
    return said;
}

std::vector<Judgement> slipJudgements(Findings const& slips) {
    std::vector<Judgement> said;
    for (auto const& slip : slips) said.push_back({slip.severity, slip.text, slip.remedy, {}});
    return said;
}

} // namespace steady::zeroing
