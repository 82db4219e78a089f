// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Rereference.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace steady::zeroing {
namespace {

constexpr double slip_fit_mm = 0.01; // what a hand feels between a slip fit and none; common practice
constexpr int word_bits = 64;

std::string trimmed(std::string const& text) {
    auto const first = text.find_first_not_of(" \t"), last = text.find_last_not_of(" \t");
    return first == std::string::npos ? std::string() : text.substr(first, last - first + 1);
}

std::vector<std::string> split(std::string const& text, char at) {
    std::vector<std::string> parts(1);
    for (char const c : text)
        if (c == at)
            parts.emplace_back();
        else
            parts.back() += c;
    return parts;
}

/// As the control has it typed or shows it.
std::string figure(double mm, UnitSystem units, Sign sign = Sign::AsNeeded) { return lengthText(mm, units, sign); }

char const* unitWords(UnitSystem units) { return units == UnitSystem::Metric ? "mm" : "inches"; }

/// The longest and the shortest tool whose length is known; null: there are fewer than two.
std::pair<shop::Assembly const*, shop::Assembly const*> extremes(facts::Reader const& book, Id<shop::Machine> machine) {
    shop::Assembly const *longest = nullptr, *shortest = nullptr;
    for (auto const& [id, tool] : shop::toolsOf(book, machine)) {
        if (!tool->length_mm) continue;
        if (!longest || *tool->length_mm > *longest->length_mm) longest = book.find(id);
        if (!shortest || *tool->length_mm < *shortest->length_mm) shortest = book.find(id);
    }
    return {longest, shortest};
}

/// Which slip would make the block read so; empty: none that is known.
std::string slipOf(double again_mm, double block_mm, double reference_mm) {
    auto const near = [&](double mm) { return std::abs(again_mm - mm) <= 3 * slip_fit_mm; };
    if (near(reference_mm)) return "That is the reference itself: it was set at the block, without the travel.";
    if (near(2 * reference_mm - block_mm)) return "The travel went the other way.";
    if (near(2 * block_mm)) return "The block was not under it when its height was declared.";
    if (near(block_mm * mm_per_inch) || near(block_mm / mm_per_inch))
        return "A figure was typed in the other unit: look at both units of the control.";
    return {};
}

std::string bitWords(shop::GaugeCheck const& gauge) {
    auto const on = bitsOn(gauge.inputs);
    if (!on) return {};
    std::string words;
    for (int const bit : *on) {
        auto const known = std::find_if(gauge.bits.begin(), gauge.bits.end(),
                                        [&](shop::InputBit const& each) { return each.bit == bit; });
        words += words.empty() ? "" : " ";
        words += known == gauge.bits.end() ? fmt::format("Bit {} is on: what it stands for is not in the list.", bit)
                                           : fmt::format("Bit {} is on: {}{}.", bit, known->means,
                                                         known->cure.empty() ? std::string() : "; " + known->cure);
    }
    return words.empty() ? "No bit is on." : words;
}

} // namespace

std::vector<RereferenceStep> rereferenceSteps(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const& gauge = setup.gauge;
    auto const axis = std::string(1, "XYZ"[static_cast<int>(gauge.axis)]);
    bool const known = gauge.block_mm && gauge.reference_mm;
    auto const told = [&](double mm, UnitSystem units, char const* otherwise, Sign sign = Sign::AsNeeded) {
        return known ? figure(mm, units, sign) : std::string(otherwise);
    };
    double const block = gauge.block_mm.value_or(0), reference = gauge.reference_mm.value_or(0);
    auto const block_reads = "the readout shows " + told(block, gauge.readout, "its height") + ".";
    auto const reference_reads = "The readout shows " + told(reference, gauge.readout, "the reference") + ".";
    auto const [longest, shortest] = extremes(book, setup.place.machine);
    auto const bits = bitWords(gauge);
    std::vector<RereferenceStep> steps{
        {"inputs", "Read the input bits of the control, before anything is reset, and type them.",
         bits.empty() ? "Which limiter is pressed, and so which way is free." : bits, ""},
        {"lock", "Lock the spindle so that it cannot start; take the tool out, or bring its edges out of reach.",
         "The spindle does not answer.", "Gloves off, nothing loose, before the spindle could ever turn."},
        {"board", fmt::format("Lay a board between the head and what is below, so that {} cannot crash again.", axis),
         "", "Hands out before every powered step."},
        {"free",
         fmt::format("With the handwheel at its smallest step move {} away from the limiter, until its bit turns.",
                     axis),
         "The bit goes off, and no other comes on.", "The wrong way presses it harder: one step, then look."},
        {"write", "Allow settings to be written.", "The control says that it may be written.", "Note that it is open."},
        {"flag-off", fmt::format("Take back the flag that says that {} has its reference.", axis),
         fmt::format("{} counts as without reference.", axis), ""},
        {"power", "Switch the control off and on again.", "It asks for the reference.",
         "What hangs may sink: support it."},
        {"block",
         fmt::format("Set the block{} under the nose or tip and come down until it is a slip fit.",
                     known ? ", " + figure(block, gauge.readout) + "," : ""),
         "It slides with a light drag, and tips nowhere.", "The smallest step; fingers beside the block, never under."},
        {"preset",
         fmt::format("Declare this position to be {}, in the unit of the settings.",
                     told(block, gauge.setting, "the height of the block")),
         "T" + block_reads.substr(1), ""},
        {"travel",
         known ? fmt::format("Take the block away and go {}: {} − {}.",
                             figure(reference - block, gauge.readout, Sign::Always), figure(reference, gauge.readout),
                             figure(block, gauge.readout))
               : std::string("Take the block away and go by the reference less the block."),
         reference_reads, ""},
        {"flag-on", fmt::format("Set the flag: this is the reference of {}.", axis),
         fmt::format("{} counts as referenced.", axis), ""},
        {"protect", "Forbid settings to be written again, and look that the control says so.",
         "The control says that it is protected.", "Left open, the next slip of a finger changes the machine."},
        {"again", "Set the block under it once more, and read its height.",
         fmt::format("It reads {}.", told(block, gauge.readout, "its height")), ""},
        {"units",
         fmt::format("Look that the readout counts in {} and the settings in {}.", unitWords(gauge.readout),
                     unitWords(gauge.setting)),
         "Both as this page says.", ""},
        {"longest",
         longest
             ? fmt::format("Bring the longest tool, {}, slowly to the lowest place that it works at.", longest->number)
             : std::string("Bring the longest tool slowly to the lowest place that it works at."),
         "It gets there, with room left to the end of travel.", "Hand at the stop."},
        {"shortest",
         shortest ? fmt::format("And the shortest, {}.", shortest->number) : std::string("And the shortest."),
         "It gets there as well.", "Hand at the stop."},
    };
    for (auto& step : steps) step.done = std::find(gauge.done.begin(), gauge.done.end(), step.id) != gauge.done.end();
    return steps;
}

std::optional<std::size_t> nextStep(std::vector<RereferenceStep> const& steps) {
    for (std::size_t i = 0; i < steps.size(); ++i)
        if (!steps[i].done) return i;
    return std::nullopt;
}

Result<std::vector<shop::InputBit>> bitsFrom(std::string const& text) {
    std::vector<shop::InputBit> all;
    std::set<int> seen;
    for (auto const& part : split(text, ';')) {
        auto const entry = trimmed(part);
        if (entry.empty()) continue;
        int bit = 0;
        auto const [end, problem] = std::from_chars(entry.data(), entry.data() + entry.size(), bit);
        if (problem != std::errc())
            return fail(Code::UnexpectedText, {"bits"}, entry,
                        "a number, what it stands for, and after a colon the cure");
        if (bit < 0 || bit >= word_bits)
            return fail(Code::OutOfRange, {"bits"}, std::to_string(bit), fmt::format("0 to {}", word_bits - 1));
        if (!seen.insert(bit).second) return fail(Code::TwoAlike, {"bits"}, "Two entries", fmt::format("bit, {}", bit));
        auto const rest = std::string(end, entry.data() + entry.size());
        auto const colon = rest.find(':');
        auto const means = trimmed(rest.substr(0, colon));
        if (means.empty())
            return fail(Code::UnexpectedText, {"bits"}, entry,
                        "a number, what it stands for, and after a colon the cure");
        all.push_back({bit, means, colon == std::string::npos ? std::string() : trimmed(rest.substr(colon + 1))});
    }
    return all;
}

std::string bitsText(std::vector<shop::InputBit> const& bits) {
    std::string text;
    for (auto const& each : bits)
        text += fmt::format("{}{} {}{}{}", text.empty() ? "" : "; ", each.bit, each.means,
                            each.cure.empty() ? "" : ": ", each.cure);
    return text;
}

Result<std::vector<int>> bitsOn(std::string const& inputs) {
    auto const text = trimmed(inputs);
    int base = 10;
    std::string digits = text;
    if (text.size() > 2 && text[0] == '0' && (text[1] == 'x' || text[1] == 'X')) base = 16, digits = text.substr(2);
    if (text.size() > 2 && text[0] == '0' && (text[1] == 'b' || text[1] == 'B')) base = 2, digits = text.substr(2);
    std::uint64_t word = 0;
    auto const [end, problem] = std::from_chars(digits.data(), digits.data() + digits.size(), word, base);
    if (problem == std::errc::result_out_of_range)
        return fail(Code::OutOfRange, {"inputs"}, text, fmt::format("{} bits", word_bits));
    if (problem != std::errc() || end != digits.data() + digits.size())
        return fail(Code::NotANumber, {"inputs"}, text, "such as 36, 0x24 or 0b100100");
    std::vector<int> on;
    for (int bit = 0; bit < word_bits; ++bit)
        if (word >> bit & 1U) on.push_back(bit);
    return on;
}

Result<ZChain> gaugeBlockTravel(shop::ZeroSetup const& setup) {
    if (!setup.gauge.block_mm || !setup.gauge.reference_mm)
        return fail(Code::Missing, {"gauge block"}, "The block, or the height of the reference",
                    "Type both; they count from what the block stands on.");
    ZChain chain;
    chain.label = "way from the block to the reference";
    chain.tool = "tip or nose";
    chain.terms = {{"reference", "reference", *setup.gauge.reference_mm, "as typed", 0},
                   {"block", "gauge block", -*setup.gauge.block_mm, "as typed", 0}};
    return chain;
}

namespace {

bool blockAgrees(shop::GaugeCheck const& gauge) {
    if (gauge.by_feel) return true;
    return gauge.block_mm && gauge.again_mm &&
           std::abs(*gauge.again_mm - *gauge.block_mm) <= slip_fit_mm + 1e-9; // 25.01 − 25 is a hair more than 0.01
}

} // namespace

bool isRereferenced(facts::Reader const& book, shop::ZeroSetup const& setup) {
    return gaugeBlockTravel(setup) && !nextStep(rereferenceSteps(book, setup)) && blockAgrees(setup.gauge);
}

std::vector<Judgement> gaugeBlockJudgements(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const travel = gaugeBlockTravel(setup);
    if (!travel) return {};
    auto const& gauge = setup.gauge;
    auto const units = book.units();
    auto const block = *gauge.block_mm;
    std::vector<Judgement> said{
        {Severity::Note,
         fmt::format("From the block to the reference: {}.", figure(travel->sum().mm, units, Sign::Always)),
         fmt::format("Bring the tip down until the block is a slip fit, spindle locked out; call that "
                     "position {}. Go {} and set the reference there. Then measure the block again.",
                     figure(block, units), figure(travel->sum().mm, units, Sign::Always)),
         {}}};
    if (auto const words = bitWords(gauge); !gauge.inputs.empty() && !words.empty())
        said.push_back({Severity::Note, "What the inputs say", words, {}});
    auto const steps = rereferenceSteps(book, setup);
    auto const open = std::count_if(steps.begin(), steps.end(), [](auto const& step) { return !step.done; });
    if (!gauge.done.empty() && open > 0)
        said.push_back({Severity::Attention,
                        fmt::format("Not done: {} of {} steps are open.", open, steps.size()),
                        "Nothing runs before all of them are done, in their order.",
                        {}});
    if (gauge.by_feel)
        said.push_back({Severity::Note,
                        "The block is judged by feel.",
                        "Afterwards slide it under again: the same drag as before, and the reference holds. No second "
                        "figure is wanted.",
                        {}});
    if (!gauge.by_feel && gauge.again_mm) {
        double const off = *gauge.again_mm - block;
        bool const good = blockAgrees(gauge);
        said.push_back({good ? Severity::Note : Severity::Bad,
                        good ? std::string("The block reads as it should.")
                             : fmt::format("The block reads {} off.", figure(off, units, Sign::Always)),
                        good ? fmt::format("Within {}; what is kept as a machine position holds again.",
                                           figure(slip_fit_mm, units))
                             : std::string("The reference is not where it was. Do it again before anything else."),
                        {}});
        if (auto const slip = slipOf(*gauge.again_mm, block, *gauge.reference_mm); !good && !slip.empty())
            said.back().why.push_back(slip);
    }
    if (isRereferenced(book, setup))
        said.push_back(
            {Severity::Note,
             "The reference is set again.",
             "Tell it: machine positions, the rack and the lengths of the tools involved are to be looked at "
             "again.",
             {}});
    return said;
}

} // namespace steady::zeroing
