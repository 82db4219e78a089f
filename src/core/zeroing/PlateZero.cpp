// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/PlateZero.h"

#include "core/quantity/WorkOffset.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::zeroing {
namespace {

/// Below half of the last digit shown, a term only adds noise to read.
double worthATerm_mm(UnitSystem units) { return units == UnitSystem::Metric ? 0.0005 : 0.00005 * mm_per_inch; }

std::string thicknessSource(Thickness const& thickness, UnitSystem units) {
    if (!thickness.measured()) return "nominal, not measured";
    return fmt::format("{} reading{}, {}", thickness.summary.n, thickness.summary.n == 1 ? "" : "s",
                       plusMinusText(thickness.budget.expanded_95, units));
}

ZChain chainOf(PlateZeroResult const& result, shop::Contact const& contact, MachineZ touched) {
    ZChain chain;
    chain.label = fmt::format("work zero, {} Z", workOffsetName(result.setup.place.work_offset));
    chain.tool = result.touched_by;
    chain.simulated = contact.source == shop::Source::Simulated;
    auto const prediction = predictTouch(result.machine, contact, result.feeds.slow_mm_min);
    chain.terms.push_back({"contact", "plate contact", touched.mm,
                           chain.simulated                      ? "simulated"
                           : contact.frame == shop::Frame::Work ? "read as work Z"
                                                                : "read as machine Z",
                           contact.at_utc_ms});
    chain.terms.push_back(
        {"thickness", "plate thickness", -result.thickness.mm, thicknessSource(result.thickness, result.units), 0});
    if (std::abs(prediction.lag_mm) > worthATerm_mm(result.units))
        chain.terms.push_back({"lag", lagName(result.machine, contact), prediction.lag_mm,
                               contact.direction == shop::Direction::Release ? "at the release it reads high"
                                                                             : "debounce and polling at the slow feed",
                               0});
    auto parts = result.thickness.budget.contributions;
    for (auto& part : parts) part.sensitivity = -1; // a thicker plate than believed: zero lies lower
    auto touch = touchContributions({result.machine, result.proven}, prediction, "plate touch");
    parts.insert(parts.end(), touch.begin(), touch.end());
    chain.budget = uncertainty::combine(std::move(parts));
    return chain;
}

/// What more readings would bring, when the scatter is what dominates.
std::string improvement(PlateZeroResult const& result) {
    auto const& budget = result.chain->budget;
    auto const& top = budget.contributions[budget.dominant];
    auto text = fmt::format("Most of it comes from: {}. ", top.name);
    if (!result.thickness.measured()) return text + "Measure the plate at five places.";
    if (top.name.find("permissible error") != std::string::npos)
        return text + "More readings do not help; a better instrument does.";
    if (top.name.find("plate touch, scatter") != std::string::npos)
        return text + "A slower touch, or the mean of more of them, brings it down.";
    if (top.name.find("scatter") != std::string::npos) return text + "Measure at more places.";
    return text;
}

Judgement zeroJudgement(PlateZeroResult const& result) {
    auto const& chain = *result.chain;
    auto const width = plusMinusText(chain.budget.expanded_95, result.units);
    Judgement said;
    said.headline = chain.simulated ? fmt::format("Practice only: {} on the virtual machine.", width)
                                    : fmt::format("Work zero is good to {}.", width);
    if (chain.simulated) said.severity = Severity::Attention;
    said.text =
        chain.simulated
            ? "This contact was simulated. It is no zero for your machine; touch the plate and type what you read."
            : improvement(result);
    said.why = budgetLines(chain.budget, result.units);
    return said;
}

/// A value outside the travel is queried at once: most often it is a work Z, or a slipped sign.
std::optional<Judgement> travelJudgement(PlateZeroResult const& result, MachineZ touched) {
    auto const& z = result.machine.axes[2];
    if (touched.mm >= z.low_mm && touched.mm <= z.high_mm) return std::nullopt;
    return Judgement{
        Severity::Bad,
        "The contact is outside the travel.",
        fmt::format("Z goes from {} to {}; the contact says {}. Is it a work Z, or is a sign or a unit wrong?",
                    lengthNumber(z.low_mm, result.units), lengthText(z.high_mm, result.units),
                    lengthText(touched.mm, result.units)),
        {}};
}

Judgement speedJudgement(PlateZeroResult const& result) {
    auto const fast = predictTouch(result.machine, result.feeds.fast_mm_min);
    auto const goes_on = lengthText(fast.overshoot_mm, result.units),
               room = lengthText(result.plate.push_in_mm, result.units);
    auto const pressed =
        result.plate.sprung
            ? fmt::format("The fast touch uses {} of the plate's spring before it stands; {} is there.", goes_on, room)
            : fmt::format("The fast touch presses {} into the plate before it stands; {} is what you accept.", goes_on,
                          room);
    bool const too_far = fast.overshoot_mm > result.plate.push_in_mm;
    bool const too_fast = result.feeds.fast_mm_min > usual_most_plate_mm_min + 1e-9;
    std::string const beyond =
        too_fast ? fmt::format(" More than {} at a plate is unusual.", feedText(usual_most_plate_mm_min, result.units))
                 : std::string();
    return {too_far || too_fast ? Severity::Attention : Severity::Note,
            fmt::format("Touch at {}, then {}.", feedText(result.feeds.fast_mm_min, result.units),
                        feedText(result.feeds.slow_mm_min, result.units)),
            beyond.empty() ? pressed : pressed + beyond,
            {}};
}

Judgement cautions() {
    return {Severity::Note,
            "Before you touch",
            "Spindle stopped and unable to start. Hand at the stop. Eye protection on. Clip on the tool, wipe plate "
            "and tip. "
            "Take plate, lead and clip away before anything travels. The maker's manual comes first.",
            {}};
}

/// Whether the zero in the controller is still that of the work, after all that has happened since its contact.
void judgeHolding(facts::Reader const& book, PlateZeroResult& result) {
    auto const& place = result.setup.place;
    auto const* contact = book.find(place.contact);
    result.basis.kind = facts::ResultKind::WorkZero;
    result.basis.machine = place.machine;
    result.basis.plate = place.plate;
    result.basis.board = place.board;
    result.basis.tools = {contact->assembly};
    result.basis.contacts = {place.contact};
    result.holding = facts::holdingOf(book, result.basis);
    for (auto& changed : facts::changedSince(book, place.zero_used, zeroUsed(result))) {
        result.holding.state = facts::Hold::Stale;
        result.holding.because.push_back(std::move(changed));
    }
    if (result.holding.state == facts::Hold::Holds) return;
    bool const ended = result.holding.state == facts::Hold::Stale;
    Judgement judgement{ended ? Severity::Bad : Severity::Attention,
                        ended ? "This zero no longer holds." : "This zero is in doubt.",
                        reasonOf(result.holding) +
                            (ended ? " Touch the plate again." : " Compare one touch with the old one."),
                        {}};
    for (auto const& because : result.holding.because) judgement.why.push_back(because.text);
    result.judgements.push_back(std::move(judgement));
}

} // namespace

std::vector<std::string> budgetLines(uncertainty::Budget const& budget, UnitSystem units) {
    std::vector<std::string> lines;
    for (auto const& part : budget.contributions)
        lines.push_back(fmt::format("{}: u = {}", part.name, lengthText(std::abs(part.sensitivity) * part.u, units)));
    lines.push_back(fmt::format("together: u = {}, 95 % within {}", lengthText(budget.combined_u, units),
                                plusMinusText(budget.expanded_95, units)));
    return lines;
}

std::vector<shop::Used> zeroUsed(PlateZeroResult const& zero) {
    return {{"thickness", zero.setup.place.plate.value, zero.thickness.mm}};
}

facts::Basis thicknessBasis(facts::Reader const& book, shop::ZeroSetup const& setup) {
    facts::Basis basis;
    basis.kind = facts::ResultKind::Thickness;
    basis.machine = setup.place.machine;
    basis.plate = setup.place.plate;
    auto const* plate = book.find(setup.place.plate);
    if (!plate) return basis;
    auto const readings = plate->thickness ? book.readings(plate->thickness) : Result<shop::Readings>();
    auto const counted = readings ? std::count_if(readings->begin(), readings->end(),
                                                  [](auto const& reading) { return !reading.withdrawn; })
                                  : 0;
    if (counted > 0)
        basis.typed = {{"readings", plate->thickness.value, static_cast<double>(counted)}};
    else
        basis.typed = {{"nominal", setup.place.plate.value, plate->nominal_mm}};
    return basis;
}

facts::Basis setterPlaceBasis(facts::Reader const& book, shop::ZeroSetup const& setup) {
    facts::Basis basis;
    basis.kind = facts::ResultKind::SetterPlace;
    basis.machine = setup.place.machine;
    basis.setter = setup.place.setter;
    auto const id = setup.place.setter.value;
    if (auto const* setter = book.find(setup.place.setter))
        basis.typed = {{"x", id, setter->x_mm}, {"y", id, setter->y_mm}};
    return basis;
}

facts::Basis storedPlaceBasis(facts::Reader const& book, shop::ZeroSetup const& setup) {
    facts::Basis basis;
    basis.kind =
        facts::ResultKind::SetterPlace; // a machine position as well; no setter, so that none of its events counts
    basis.machine = setup.place.machine;
    for (auto const& [id, each] : book.all<shop::ZeroSetup>())
        if (*each == setup)
            basis.typed = {{"x of the place", id.value, setup.stored.x_mm},
                           {"y of the place", id.value, setup.stored.y_mm}};
    return basis;
}

Result<PlateZeroResult> plateZero(facts::Reader const& book, shop::ZeroSetup const& setup,
                                  std::optional<shop::Contact> const& contact) {
    PlateZeroResult result;
    result.setup = setup;
    result.units = book.units();
    bool const machine = book.find(setup.place.machine) != nullptr;
    auto const* plate = book.find(setup.place.plate);
    auto const* assembly = book.find(setup.place.assembly);
    result.plate = plate ? *plate : assumedPlate();
    auto const toucher = toucherOf(book, setup.place, shop::Target::Plate, result.plate.practice.read_on);
    if (!toucher) return Failure(toucher.error());
    result.machine = toucher->machine;
    result.proven = toucher->proven;
    result.assembly = assembly ? *assembly : assumedAssembly();
    std::vector<shop::Reading> values;
    if (result.plate.thickness) {
        auto read = book.readings(result.plate.thickness);
        if (!read) return Failure(read.error());
        values = std::move(*read);
    }
    result.thickness = thicknessOf(result.plate, values, book.find(result.plate.instrument), result.units);
    result.feeds = feedsFor(result.machine, result.plate);
    result.slow = predictTouch(result.machine, result.feeds.slow_mm_min);

    auto const* stored = book.find(setup.place.contact);
    auto const used = contact ? contact : stored ? std::optional(*stored) : std::nullopt;
    if (used && used->home_epoch != result.machine.home_epoch) {
        result.judgements.push_back({Severity::Bad,
                                     "The contact is from before the home switches changed.",
                                     "Where the plate stood has another number now. Touch it again; the old contact "
                                     "stays in the book.",
                                     {}});
    } else if (used) {
        auto const* by = book.find(used->assembly);
        result.touched_by = fmt::format("tool {}", by ? by->number : result.assembly.number);
        auto const touched = machineZ(*used);
        if (!touched) return Failure(touched.error());
        result.chain = chainOf(result, *used, *touched);
        if (auto outside = travelJudgement(result, *touched)) result.judgements.push_back(*outside);
        if (!contact) judgeHolding(book, result);
        result.judgements.push_back(zeroJudgement(result));
    } else {
        result.judgements.push_back({Severity::Note,
                                     "No contact yet.",
                                     "Touch the plate and type the Z that the readout shows, or take a contact from "
                                     "the virtual machine to see how the sum works.",
                                     {}});
    }
    if (!machine)
        result.judgements.push_back({Severity::Attention,
                                     "The machine is assumed.",
                                     "Travel, speeds and input are those of a small router until the book knows yours.",
                                     {}});
    for (auto const& assumption : result.thickness.assumptions)
        result.judgements.push_back({assumption.severity, assumption.text, assumption.remedy, {}});
    result.judgements.push_back(speedJudgement(result));
    result.judgements.push_back(cautions());
    return result;
}

std::vector<Judgement> plateJudgements(PlateZeroResult const& zero) {
    std::vector<Judgement> said;
    auto const units = zero.units;
    auto const& t = zero.thickness;
    auto const width = plusMinusText(t.budget.expanded_95, units);
    if (t.measured()) {
        said.push_back({Severity::Note, fmt::format("The plate is {} thick, {}.", lengthText(t.mm, units), width),
                        "This number, not the nominal one, goes into the macro.", budgetLines(t.budget, units)});
        double const nominal = zero.plate.nominal_mm.value_or(t.mm), off = nominal - t.mm;
        if (std::abs(off) > 0.0005)
            said.push_back({Severity::Note,
                            fmt::format("Nominal would be {} off.", lengthText(off, units, Sign::Always)),
                            fmt::format("With the nominal {} in the macro every job would be cut {} too {}.",
                                        lengthText(nominal, units), lengthText(std::abs(off), units),
                                        off > 0 ? "deep" : "shallow"),
                            {}});
        if (t.summary.n < 5)
            said.push_back({Severity::Note,
                            fmt::format("{} of 5 places measured.", t.summary.n),
                            "A plate is seldom flat; five places tell its spread.",
                            {}});
    } else {
        said.push_back({Severity::Attention, fmt::format("Thickness is nominal, {}.", width),
                        "Measure the plate at five places: near the corners and in the middle.",
                        budgetLines(t.budget, units)});
    }
    for (auto const& assumption : t.assumptions)
        if (t.measured()) said.push_back({assumption.severity, assumption.text, assumption.remedy, {}});
    if (!zero.assembly.length_mm)
        said.push_back({Severity::Note,
                        "The tool's length is not known.",
                        "It is drawn as 50 mm. Work zero from a plate does not need it.",
                        {}});
    return said;
}

shop::Machine assumedMachine() {
    shop::Machine machine;
    machine.name = "a small router (assumed)";
    machine.axes = {shop::AxisTravel{0, 600, 5000, 300}, shop::AxisTravel{0, 400, 5000, 300},
                    shop::AxisTravel{-100, 0, 2000, 200}};
    machine.axes[2].home = shop::AxisEnd::High;
    machine.capture = shop::Capture::Polled;
    machine.poll_s = 0.001;
    machine.debounce_s = 0.002;
    machine.driver_lag_s = 0.001;
    machine.switch_scatter_mm = 0.005;
    machine.spin_down_s = 15;
    return machine;
}

shop::Machine machineOf(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const* machine = book.find(setup.place.machine);
    return machine ? *machine : assumedMachine();
}

shop::TouchPlate assumedPlate() {
    shop::TouchPlate plate;
    plate.name = "a 10 mm plate (assumed)";
    return plate;
}

shop::Assembly assumedAssembly() {
    shop::Assembly assembly;
    assembly.name = "the tool in the spindle";
    return assembly;
}

} // namespace steady::zeroing
