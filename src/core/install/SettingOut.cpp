// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/SettingOut.h"

#include "core/install/LayoutJudge.h"
#include "core/quantity/Units.h"
#include "core/zeroing/PlateZero.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::install {

double OffPlan::distance_mm() const { return std::hypot(x_mm, y_mm); }

std::optional<OffPlan> offPlan(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const* setter = book.find(setup.place.setter);
    auto const* plan = book.find(mountingIdOf(book, setup.place.setter));
    if (!setter || !plan) return std::nullopt;
    return OffPlan{setter->x_mm - plan->x_mm, setter->y_mm - plan->y_mm};
}

std::vector<OutStep> settingOutSteps(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const units = book.units();
    auto const plan = mountingOf(book, setup.place.setter);
    auto const machine = zeroing::machineOf(book, setup);
    auto const at = fmt::format("X {}   Y {}   Z {}", lengthNumber(plan.x_mm, units), lengthNumber(plan.y_mm, units),
                                lengthText(machine.safeZ_mm(), units));
    std::vector<OutStep> steps;
    auto step = [&](std::string words, std::string figures = {}) {
        steps.push_back({std::move(words), std::move(figures)});
    };
    step("Spindle stopped and unable to start. Stock and clamps off the way. A pointed tool or a pin in the spindle.");
    step("Home the machine.");
    step("Raise Z, then jog there in machine coordinates, by the handwheel at × 100, at the end × 10.", at);
    step("Selector to off before a hand goes near. Then lower by hand wheel until the point nearly touches, selector "
         "off again, and mark the spot.");
    if (plan.mount == shop::Mount::Table)
        step("Raise Z. Set the device's middle on the mark and fix it, square to the axes. Drill only through what may "
             "be drilled: not into a slot, a hose or the board's screws.");
    else if (plan.mount == shop::Mount::Frame)
        step("Raise Z. Fix the device to the frame with its middle on the mark; only X can be chosen here.");
    else
        step("Raise Z. Fix the bracket so that the device's middle lies on the mark, and that nothing of it gives when "
             "it is pressed.");
    step("Before leaving: the shipping tie off, screws tight, the cable's strain relief tight, the disc free and "
         "clean.");
    step("Home again. Jog the tip over the middle of the disc, at the end × 10, and read machine X and Y.");
    step("Type what you read: the program says how far it ended from its plan, and judges everything anew.");
    return steps;
}

std::vector<zeroing::Judgement> settingOutJudgements(facts::Reader const& book, shop::ZeroSetup const& setup) {
    std::vector<zeroing::Judgement> said;
    auto const units = book.units();
    if (auto const off = offPlan(book, setup); off) {
        auto real = layoutOf(book, setup);
        auto const* setter = book.find(setup.place.setter);
        for (auto& device : real.devices)
            if (device.entity == setup.place.setter.value) {
                device.x_mm = setter->x_mm;
                device.y_mm = setter->y_mm;
            }
        int bad = 0;
        std::string first;
        for (auto const& found : judgeLayout(real, units))
            if (found.severity == Severity::Bad && found.entity == setup.place.setter.value && bad++ == 0)
                first = found.text + " " + found.remedy;
        bool const there = off->distance_mm() < 0.0005;
        zeroing::Judgement judged;
        judged.headline = there ? std::string("It stands on its plan.")
                                : fmt::format("It stands {} from its plan.", lengthText(off->distance_mm(), units));
        judged.text = fmt::format("By {} in X and {} in Y. ", lengthText(off->x_mm, units, Sign::Always),
                                  lengthText(off->y_mm, units, Sign::Always));
        if (there) judged.text.clear();
        judged.text += bad ? fmt::format("There it does not work: {}", first)
                           : "Everything still holds there: what counts is where it was measured, not the plan.";
        judged.severity = bad ? Severity::Bad : Severity::Note;
        said.push_back(std::move(judged));
    } else {
        said.push_back({Severity::Note,
                        "No plan of its place yet.",
                        "Drag the setter in the plan, or take a suggested place; then come back here.",
                        {}});
    }
    said.push_back({Severity::Note,
                    "The machine as its own template",
                    "It finds the place better than a rule does, and the numbers are those that the control will use.",
                    {}});
    said.push_back({Severity::Note,
                    "Cautions",
                    "Spindle stopped and locked out, a hand at the stop, the selector off before a hand goes near. The "
                    "maker's manual comes first.",
                    {}});
    return said;
}

} // namespace steady::install
