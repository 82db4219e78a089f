// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/ToolWay.h"

#include "core/install/LayoutJudge.h"
#include "core/install/SignalTable.h"
#include "core/install/TouchFeeds.h"
#include "core/quantity/Units.h"
#include "core/shop/Book.h"
#include "core/shop/kinds/Standard.h"
#include "core/zeroing/PlateZero.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::install {
namespace {

using shop::LengthMethod;
using zeroing::Judgement;

/// A find feed below this makes each change a wait; common practice.
constexpr double tedious_mm_min = 100;

/// So many touches of a tool in the book, and it is one that comes in often; common practice.
constexpr int often = 5;

int touchesOf(facts::Reader const& book, int number) {
    int count = 0;
    for (auto const& [id, contact] : book.all<shop::Contact>()) {
        auto const* tool = book.find(contact->assembly);
        count += tool && tool->number == number;
    }
    return count;
}

bool hasHeightGauge(facts::Reader const& book) {
    for (auto const& [id, each] : book.all<shop::Standard>())
        if (each->sort == shop::StandardSort::HeightGauge && each->condition == shop::Condition::Good) return true;
    return false;
}

/// What stands against measuring it on the setter; empty: nothing. `beside`: it goes, beside its axis.
std::string againstSetter(facts::Reader const& book, shop::ZeroSetup const& setup, int number, std::string& beside) {
    auto layout = layoutOf(book, setup);
    std::erase_if(layout.devices, [&](auto const& device) { return device.entity != setup.place.setter.value; });
    std::erase_if(layout.tools, [&](auto const& tool) { return tool.number != number; });
    for (auto& tool : layout.tools) tool.on_setter = true;
    for (auto const& found : judgeLayout(layout, book.units())) {
        if (found.tool != number) continue;
        if (found.severity == Severity::Bad) return found.text;
        if (found.check == Check::Offset) beside = found.text;
    }
    return {};
}

Way wayOf(LengthMethod method) {
    switch (method) {
    case LengthMethod::Setter: return Way::OnSetter;
    case LengthMethod::Plate: return Way::OnPlate;
    case LengthMethod::HeightGauge: return Way::OffMachine;
    }
    return Way::ByHand;
}

char const* words(Way way) {
    switch (way) {
    case Way::OnSetter: return "on the setter";
    case Way::BesideAxis: return "on the setter, beside its axis";
    case Way::OnPlate: return "on the plate";
    case Way::OffMachine: return "off the machine, on a height gauge";
    case Way::ByHand: return "by hand";
    }
    return "";
}

} // namespace

ToolWay wayOf(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> id) {
    auto const* tool = book.find(id);
    if (!tool) return {};
    auto const* plate = book.find(setup.place.plate);
    bool const by_plate = plate && (tool->conducts || plate->path == shop::Path::OwnSwitch);
    std::string against = "There is no setter.", beside;
    if (book.find(setup.place.setter)) {
        if (!tool->length_mm && tool->contactRadius_mm() <= book.find(setup.place.setter)->disc_mm / 2)
            return {Way::OnSetter, "Its end fits on the disc. What is around it is judged once its length is typed."};
        against = againstSetter(book, setup, tool->number, beside);
        if (against.empty() && beside.empty())
            return {Way::OnSetter, "Its end fits on the disc, and everything around is clear."};
        if (against.empty()) return {Way::BesideAxis, beside};
    }
    int const touches = touchesOf(book, tool->number);
    bool const gauge = hasHeightGauge(book);
    if (by_plate && (!gauge || touches >= often))
        return {Way::OnPlate,
                fmt::format("{} The plate takes it{}.", against, touches >= often ? ", and it comes in often" : "")};
    if (gauge)
        return {Way::OffMachine, against + (touches >= often ? " No plate takes it: the height gauge, each time."
                                                             : " It comes in rarely: once on the height gauge, then a "
                                                               "test cut.")};
    if (plate) return {Way::ByHand, against + " It does not conduct, and the plate needs a current through it."};
    return {Way::ByHand, against + " Nor is there a plate or a height gauge: by paper."};
}

Judgement wayJudgement(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> id) {
    auto const* tool = book.find(id);
    if (!tool) return {Severity::Note, "No tool.", "", {}};
    auto const best = wayOf(book, setup, id);
    auto const own = wayOf(tool->method);
    bool const same = own == best.way || (own == Way::OnSetter && best.way == Way::BesideAxis);
    // To go another way than the best is the owner's matter, unless it cannot work.
    bool const cannot = own == Way::OnSetter && !same && book.find(setup.place.setter);
    Judgement said;
    said.severity = cannot ? Severity::Attention : Severity::Note;
    said.headline = fmt::format("Tool {} is best measured {}.", tool->number, words(best.way));
    said.text = best.reason;
    if (!same) said.text += fmt::format(" You measure it {}.", words(own));
    return said;
}

BeforeBuying beforeBuying(facts::Reader const& book, shop::ZeroSetup const& setup) {
    BeforeBuying found;
    auto const units = book.units();
    auto const* setter = book.find(setup.place.setter);
    if (!setter) {
        found.verdict = Verdict::DoNotBuy;
        found.why = {"Type its figures first, from its sheet."};
        return found;
    }
    auto const machine = zeroing::machineOf(book, setup);
    if (machine.dialect == "streaming") found.work.push_back("this sort of control carries few of the macros here");
    auto const table = signalTable({setter->circuit, setter->wiring});
    if (table.drive == Drive::NeverSeen || table.drive == Drive::TooWeak || table.drive == Drive::TooStrong)
        found.work.push_back("its signal does not suit the input as it is wired: another input, or an isolator");
    else if (setter->circuit == shop::Circuit::OpenAtRest)
        found.work.push_back("it is open at rest: a broken lead is not noticed, so prove the signal before each job");
    auto const limits = feedLimits(machine, *setter, setup.prefer.good_enough_mm);
    if (setter->stroke_mm() <= 0)
        found.why.push_back("its heights leave no stroke");
    else if (limits.recommended.fast_mm_min < tedious_mm_min)
        found.why.push_back(fmt::format("its stroke of {} allows no more than {} here",
                                        lengthText(setter->stroke_mm(), units),
                                        feedText(limits.recommended.fast_mm_min, units)));
    if (setter->overtravel_mm) found.work.push_back("its overtravel contact into the stop chain: licensed people");
    int wide = 0, tools = 0;
    double widest_mm = 0;
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
        if (tool->method != LengthMethod::Setter) continue;
        ++tools;
        if (tool->contactRadius_mm() <= setter->disc_mm / 2) continue;
        ++wide;
        widest_mm = std::max(widest_mm, 2 * tool->contactRadius_mm());
    }
    if (tools > 0 && wide == tools)
        found.why.push_back(fmt::format("no tool that you measure on a setter fits on its disc of {}",
                                        lengthText(setter->disc_mm, units)));
    else if (wide > 0)
        found.work.push_back(
            fmt::format("{} of {} tools touch outside its disc, the widest {}: beside the axis, or on the plate", wide,
                        tools, lengthText(widest_mm, units)));
    found.ask = {"is it sealed against the dust or coolant of this machine",
                 "how long is its lead, and may it be lengthened",
                 "does it repeat: ask for figures, or prove it yourself"};
    found.verdict = !found.why.empty() ? Verdict::DoNotBuy : !found.work.empty() ? Verdict::BuyWithWork : Verdict::Buy;
    return found;
}

Judgement buyingJudgement(BeforeBuying const& found) {
    Judgement said;
    auto join = [](std::vector<std::string> const& parts) {
        std::string all;
        for (auto const& part : parts) all += (all.empty() ? "" : "; ") + part;
        if (!all.empty()) all[0] = static_cast<char>(std::toupper(all[0]));
        return all + ".";
    };
    switch (found.verdict) {
    case Verdict::Buy:
        said.headline = "Before buying: it suits this shop.";
        said.text = "Nothing that is typed here speaks against it.";
        break;
    case Verdict::BuyWithWork:
        said.headline = "Before buying: it suits, with some work.";
        said.text = join(found.work);
        break;
    case Verdict::DoNotBuy:
        said.severity = Severity::Attention;
        said.headline = "Before buying: not this one.";
        said.text = join(found.why);
        break;
    }
    if (!found.ask.empty()) {
        said.why = {"What its sheet may not tell:"};
        said.why.insert(said.why.end(), found.ask.begin(), found.ask.end());
    }
    return said;
}

} // namespace steady::install
