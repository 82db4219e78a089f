// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/ChangeParts.h"

#include "core/macros/LinkNumbers.h"

#include <fmt/format.h>
#include <map>

namespace steady::macros {

using shop::Act;

Result<void> toldApart(facts::Reader const& book, std::vector<ToolHome> const& tools) {
    std::map<int, std::string> names;
    for (auto const& each : tools) {
        auto const& tool = *book.find(each.tool);
        if (tool.number == 0)
            return fail(Code::OutOfRange, {"tools"}, fmt::format("The number of “{}”, 0,", tool.name),
                        "1 or more: 0 says that the spindle is empty");
        if (auto const [other, is_new] = names.emplace(tool.number, tool.name); !is_new)
            return fail(Code::TwoAlike, {"tools"}, fmt::format("“{}” and “{}”", other->second, tool.name),
                        fmt::format("number, {}", tool.number));
    }
    return {};
}

Result<void> canCount(shop::RackDrive const& drive, std::size_t pockets, shop::Machine const& machine,
                      Lacks const& lacks) {
    if (!drive.counts_from) return {};
    if (lacks.numbers)
        return fail(Code::CallRefused, {"counts_from"}, "this control keeps no numbers, and cannot count.",
                    "Empty the number from which it counts, at Changer; type what you count yourself.");
    if (!lacks.kept) return {};
    return checkCounts(machine.behaviour, *lacks.kept, *drive.counts_from, static_cast<int>(pockets));
}

void ChangeParts::tellCounts(std::vector<std::string>& header, int first) const {
    if (!drive.counts_from) return;
    shop::CountNumbers const numbers(*drive.counts_from, 1);
    header.push_back(fmt::format("Counts: #{} what was put into pocket {}, #{} what was taken from it, and so on, two "
                                 "for each pocket. 0 in them before the first change.",
                                 numbers.put, first, numbers.taken));
}

void ChangeParts::see(char const* id, char const* purpose, std::optional<int> input, bool on, double limit_s, Act look,
                      std::string const& question, std::string alarm) {
    if (input)
        add(id, purpose, AwaitInput{*input, on, limit_s, std::move(alarm), look});
    else
        add(id, purpose,
            Pause{"Look: " + question + " If so, resume. If not, stop here: Changer, Recover, before anything moves.",
                  {look}});
}

void ChangeParts::notYet(char const* id, char const* purpose, std::optional<int> input, Act look, std::string alarm) {
    if (input) add(id, purpose, AwaitInput{*input, false, 0, std::move(alarm), look});
}

void ChangeParts::stillClosed(std::string const& where) {
    notYet("not-yet-open", "A lamp that is on already tells nothing of the clamp.", drive.open_input, Act::SeeClosed,
           amid("The lamp of the open clamp is on before it was told to open: it sticks. " + where));
}

std::string ChangeParts::amid(std::string const& what) {
    return what +
           " The change is not finished; zero is as it was. Changer, Recover, before anything moves. Resume only "
           "ends this macro.";
}

void ChangeParts::blow(bool on) {
    if (drive.blow_output)
        add("", on ? "Air through the cone, so that nothing settles in it." : "", SwitchOutput{*drive.blow_output, on});
}

void ChangeParts::begin(RequireToolAllowed homes, char const* purpose) {
    parts.begin(0);
    if (after) parts.steps.insert(parts.steps.end(), after->first.begin(), after->first.end());
    add("finished", "After a change that was broken off nobody knows what hangs where.",
        RequireFinished{before("The last change was broken off: Changer, Recover, first."),
                        "Was the last change finished, and nothing moved by hand since?"});
    if (!lacks.numbers || homes.rows.empty()) homes.rows.push_back({0, std::vector<double>(homes.into.size(), 0.0)});
    homes.found = slot_found;
    homes.alarm = before("No pocket is known for the tool that the control names.");
    add("require-tool", purpose, std::move(homes));
}

void ChangeParts::clampIsReady() {
    see("air", "Without air the clamp opens half, or not.", drive.air_input, true, 0, Act::SeeAir,
        "is there air pressure enough?", before("There is not enough air."));
    see("closed", "An open clamp holds nothing.", drive.open_input, false, 0, Act::SeeClosed, "is the clamp closed?",
        before("The clamp reads open before anything was told to open it."));
    if (!startsEmpty()) {
        whenSpindle(false);
        see("held", "What is not held would fall on the way.", drive.held_input, true, 0, Act::SeeHeld,
            "is a holder drawn in?", before("A tool is named, and no holder is drawn in."));
        endWhen();
    }
    if (startsFull()) return;
    whenSpindle(true);
    see("none-held", "A holder that nobody names would be set upon another.", drive.held_input, false, 0, Act::SeeEmpty,
        "is the spindle empty?", before("No tool is named, and a holder is drawn in."));
    endWhen();
}

void ChangeParts::underWay(std::string const& where) {
    bool const tells_homed = machine.behaviour.homed_parameter.has_value();
    if (machine.spindle == shop::SpindleSwitch::Hand || !tells_homed)
        add("", "", Pause{"Hands out of " + where + ". Then resume.", tells_homed ? Acts{} : Acts{Act::SayHomed}});
    add("finished", "From here on the change is under way.", MarkUnderWay{true});
}

void ChangeParts::finished() {
    add("", "Only now the control takes it for the tool in the spindle.", NameTool{tool.number});
    add("finished", "", MarkUnderWay{false});
    endWhen();
    // Also of a tool that was there already: broken off behind the change, it would be the only thing left to do.
    if (after) parts.steps.insert(parts.steps.end(), after->then.begin(), after->then.end());
}

void ChangeParts::end() {
    std::string then;
    switch (setup.plan.method) {
    case shop::Method::Retouch: then = "Re-touch before the job goes on."; break;
    case shop::Method::LengthTable: then = "Its length counts from the table: measured since it was gripped?"; break;
    case shop::Method::OffsetPerTool: then = "Select its own work offset before the job goes on."; break;
    }
    if (after) then = after->end;
    add("", "", End{fmt::format("Tool {} is in the spindle. The spindle is off. {}", tool.number, then)});
}

std::string ChangeParts::goesBack(std::vector<ToolHome> const& homes) const {
    std::string words;
    for (auto const& home : homes)
        if (auto const* each = book.find(home.tool); each && home.tool != setup.change.next)
            words += fmt::format("{}{} into {}", words.empty() ? "" : ", ", each->number, home.pocket);
    return words.empty() ? words : "What is in the spindle goes back, tool into pocket: " + words + ".";
}

} // namespace steady::macros
