// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/Air.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::install {
namespace {

/// A push-in fitting seals on a tube that is its size within a tenth; common practice. 6 mm and 1/4 in are 0.35 apart.
constexpr double seals_mm = 0.1;

} // namespace

std::vector<zeroing::Judgement> airJudgements(shop::AirLine const& air, bool switched, UnitSystem units) {
    std::vector<zeroing::Judgement> said;
    if (!air.tube_mm) {
        if (switched)
            said.push_back({Severity::Note,
                            "A macro switches air, and no tube is typed.",
                            "Type tube and fitting: the two sizes that look alike do not seal on each other.",
                            {}});
        return said;
    }
    if (air.push_in_mm && std::abs(*air.push_in_mm - *air.tube_mm) > seals_mm)
        said.push_back({Severity::Bad,
                        fmt::format("A tube of {} does not seal in a push-in fitting of {}.",
                                    lengthText(*air.tube_mm, units), lengthText(*air.push_in_mm, units)),
                        *air.push_in_mm > *air.tube_mm ? "It slips out under pressure. The tube of the fitting's size."
                                                       : "Forced in, it cuts the seal. The tube of the fitting's size.",
                        {}});
    if (air.flow == shop::AirFlow::AgainstNozzle)
        said.push_back({Severity::Bad,
                        "The arrow points away from the nozzle.",
                        "A check or flow valve that is built in backwards lets nothing through, or all of it. Turn it.",
                        {}});
    if (air.flow == shop::AirFlow::NotLooked)
        said.push_back({Severity::Note, "Look which way the arrow on its valve points.", "To the nozzle.", {}});
    if (air.tight == shop::AirTight::ByHand)
        said.push_back({Severity::Attention,
                        "Its threads are tight by hand only.",
                        "With a wrench, pressure off, and sealed as the fitting's maker says; the push-in itself by "
                        "hand.",
                        {}});
    if (air.tight == shop::AirTight::NotLooked)
        said.push_back({Severity::Note, "Look whether its threads are wrench-tight.", "With the pressure off.", {}});
    said.push_back({Severity::Attention,
                    "Air off and bled before a fitting is touched.",
                    "Eye protection. What falls or opens without air: look first. The maker's manual and local codes "
                    "come first.",
                    {}});
    return said;
}

} // namespace steady::install
