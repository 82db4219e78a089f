// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/advice/SetterAdvice.h"

#include "core/base/Words.h"
#include "core/zeroing/Link.h"
#include "core/zeroing/PlateZero.h"

#include <fmt/format.h>

namespace steady::advice {

using namespace zeroing;

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

} // namespace steady::advice
