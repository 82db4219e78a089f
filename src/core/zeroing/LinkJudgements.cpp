// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/LinkJudgements.h"

#include "core/base/Words.h"
#include "core/quantity/WorkOffset.h"
#include "core/zeroing/Link.h"

#include <fmt/format.h>

namespace steady::zeroing {

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

} // namespace steady::zeroing
