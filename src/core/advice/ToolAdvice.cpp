// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/advice/ToolAdvice.h"

#include "core/quantity/Units.h"

#include <fmt/format.h>

namespace steady::advice {

using namespace zeroing;

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

} // namespace steady::advice
