// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/Standards.h"

#include "core/quantity/Units.h"
#include "core/shop/Book.h"
#include "core/zeroing/PlateZero.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::install {

using shop::Condition;
using shop::Standard;
using shop::StandardSort;

char const* standardWords(StandardSort sort) {
    switch (sort) {
    case StandardSort::BeamSetter: return "Beam setter";
    case StandardSort::ThreeAxisPlate: return "Three-axis plate";
    case StandardSort::MasterTool: return "Master tool";
    case StandardSort::GaugeBlock: return "Gauge block";
    case StandardSort::Indicator: return "Indicator";
    case StandardSort::HeightGauge: return "Height gauge";
    }
    return "";
}

std::optional<double> daysLeft(Standard const& standard, std::int64_t now_utc_ms) {
    if (!standard.every_days) return std::nullopt;
    return *standard.every_days - static_cast<double>(now_utc_ms - standard.checked_utc_ms) / 86'400'000;
}

bool usable(Standard const& standard, std::int64_t now_utc_ms) {
    return standard.condition != Condition::Damaged && standard.stated_mm &&
           daysLeft(standard, now_utc_ms).value_or(1) > 0;
}

std::vector<zeroing::Judgement> standardJudgements(facts::Reader const& book, Standard const& standard,
                                                   std::int64_t now_utc_ms) {
    std::vector<zeroing::Judgement> said;
    auto const units = book.units();
    bool const shows = standard.sort == StandardSort::Indicator || standard.sort == StandardSort::HeightGauge;
    if (!standard.stated_mm)
        said.push_back({Severity::Attention,
                        fmt::format("{}: nobody has said what it states.", standard.name),
                        "Type it from its certificate, its box or your own measuring, with how good that is.",
                        {}});
    else
        said.push_back({Severity::Note,
                        fmt::format("{}: {} {}.", standard.name, lengthText(*standard.stated_mm, units),
                                    plusMinusText(standard.error_mm, units)),
                        shows ? "Repeating does not lessen that ±. Prove it on a gauge block before it judges others."
                              : "What is measured against it is never known better than that.",
                        {}});
    auto const* instrument = book.find(standard.instrument);
    if (instrument && standard.error_mm < instrument->permissible_error_mm)
        said.push_back({Severity::Attention,
                        fmt::format("Its ± is smaller than that of the {} it was measured with.", instrument->name),
                        fmt::format("At least ±{}, or say that the value is as sold.",
                                    lengthText(instrument->permissible_error_mm, units)),
                        {}});
    if (standard.condition == Condition::Damaged)
        said.push_back(
            {Severity::Bad, "It is damaged: measure nothing against it.", "Have it checked, or part with it.", {}});
    if (standard.condition == Condition::Worn)
        said.push_back({Severity::Attention,
                        "It is worn: its stated value is of before.",
                        "Measure it against something that is not, and type what that gives.",
                        {}});
    if (auto const left = daysLeft(standard, now_utc_ms)) {
        bool const over = *left <= 0;
        said.push_back({over ? Severity::Attention : Severity::Note,
                        standard.checked_utc_ms == 0 ? std::string("It has never been checked here.")
                        : over ? fmt::format("Its check was due {:.0f} days ago.", std::ceil(-*left))
                               : fmt::format("Its next check is due in {:.0f} days.", std::ceil(*left)),
                        over ? "Until then nothing new should rest on it." : "",
                        {}});
    }
    if (standard.sort == StandardSort::ThreeAxisPlate)
        said.push_back(standard.wall_mm
                           ? zeroing::Judgement{Severity::Note,
                                                fmt::format("Edge: contact ± (cutter radius + {}).",
                                                            lengthText(*standard.wall_mm, units)),
                                                "The wall of its lip counts beside the radius. A fluted cutter has no "
                                                "radius: a pin, or a flute turned to the wall.",
                                                {}}
                           : zeroing::Judgement{Severity::Attention,
                                                "The wall of its lip is not known.",
                                                "Without it every edge is off by that wall.",
                                                {}});
    return said;
}

BeforeBuying beforeBuying(facts::Reader const& book, shop::ZeroSetup const& setup, Standard const& standard) {
    BeforeBuying found;
    auto const machine = zeroing::machineOf(book, setup);
    if (standard.condition == Condition::Damaged) found.why.push_back("it is damaged");
    switch (standard.sort) {
    case StandardSort::BeamSetter: {
        found.work.push_back("a routine of the control's own: no macro of this program reads a beam");
        found.work.push_back(fmt::format("dry clean air at its lenses, and {} V for its head", standard.beam.head_v));
        found.ask = {"which class is its light, and what does its maker demand around it",
                     "does this control have its routine, and an input fast enough for it",
                     "does coolant or dust reach the lenses"};
        break;
    }
    case StandardSort::ThreeAxisPlate: {
        if (!standard.wall_mm) found.work.push_back("measure the wall of its lip before it is used for X and Y");
        int none = 0, tools = 0;
        for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
            ++tools;
            none += !tool->conducts;
        }
        if (tools > 0 && none == tools) found.why.push_back("none of your tools conducts");
        if (none > 0 && none < tools)
            found.work.push_back(fmt::format("{} of {} tools do not conduct: X and Y with a pin instead", none, tools));
        found.ask = {"are its lip and its top square and flat",
                     "is its corner hidden by chips when it lies on the work"};
        break;
    }
    case StandardSort::MasterTool:
        if (!standard.stated_mm) found.work.push_back("its length has to be measured, better than what it shall prove");
        found.ask = {"does it fit the spindle, and seat clean", "has it a certificate, and to what ±"};
        break;
    case StandardSort::GaugeBlock:
        found.ask = {"to what ± is it stated", "is it of steel: it grows with the room as your machine does"};
        break;
    case StandardSort::Indicator:
    case StandardSort::HeightGauge:
        if (!standard.stated_mm) found.ask.push_back("how far does it go");
        if (standard.error_mm > setup.prefer.good_enough_mm)
            found.why.push_back(fmt::format("its ±{} is more than the ±{} that you want",
                                            lengthText(standard.error_mm, book.units()),
                                            lengthText(setup.prefer.good_enough_mm, book.units())));
        else if (standard.error_mm > setup.prefer.good_enough_mm / 3)
            found.work.push_back("it uses up more than a third of what you want: prove it on a block first");
        found.ask.push_back("how is it held, and does the stand give");
        break;
    }
    found.verdict = !found.why.empty() ? Verdict::DoNotBuy : !found.work.empty() ? Verdict::BuyWithWork : Verdict::Buy;
    return found;
}

} // namespace steady::install
