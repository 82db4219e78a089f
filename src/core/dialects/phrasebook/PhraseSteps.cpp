// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The steps that an owner has words for, and what each must do.
#include "core/dialects/phrasebook/Phrases.h"

namespace steady::dialects {
namespace {

using namespace macros;

/// First what only writes, then the steps in the order of macros::Action.
constexpr PhraseStep steps[] = {
    {"remark", "Remark", "A line that the control passes over."},
    {"message", "Message", "Shows a sentence; nothing waits."},
    {"modes", "Modes", "Sets every mode that could be left over: unit, absolute, no length offset, exact stop."},
    {"no-shift", "No shift", "Stops with the alarm while a shift of the coordinates is in force."},
    {"homed", "Homed", "Stops with the alarm unless the machine is homed. Without words it is asked of the person."},
    {"tool-allowed", "Tool is listed",
     "Finds the tool in the spindle in the list and keeps its figures; otherwise "
     "stops with the alarm."},
    {"tool-not", "Tool is not listed", "Stops with the alarm for each of these tools."},
    {"spindle-stop", "Spindle stop", "Stops the spindle, and waits until it stands."},
    {"pause", "Pause", "Shows the sentence and waits for the person."},
    {"open-check", "Input reads open",
     "Creeps up and stops with the alarm if the input reads contact; keeps where it "
     "began."},
    {"prove", "Signal is proved",
     "Asks, then creeps up and watches for the contact; not seen: goes back and asks "
     "again, so many times, then stops with the alarm."},
    {"take-back", "Back to where the proof began", "Down again by a probing move that must meet nothing."},
    {"probe-down", "Touch downward",
     "Goes down until contact and keeps the trip point as machine Z; none: stops with "
     "the alarm."},
    {"release", "Lift until it opens",
     "Goes up until the input opens and keeps that as machine Z; else stops with "
     "the alarm."},
    {"descend", "Down by a kept distance", "Down by a probing move that must meet nothing."},
    {"descend-to-work", "Down to a height above zero", "Down by a probing move that must meet nothing."},
    {"back-off", "Off the contact", "Up, then waits for a moment."},
    {"wait", "Wait", "Waits."},
    {"air", "Air", "Blows for a moment."},
    {"agreement", "Touches agree", "Stops with the alarm when a touch lies farther from the first than that."},
    {"mean", "Mean of the touches", "Keeps their mean."},
    {"lag-check", "Fast and slow fit", "Stops with the alarm unless slow less fast is as expected."},
    {"window", "Contact fits", "Stops with the alarm when the figure lies outside."},
    {"set-zero", "Set the zero",
     "Sets the work offset's Z to the figure with what is added; reads it back: otherwise "
     "stops with the alarm."},
    {"clear-link", "Break the link", "The link of the work offset holds no longer."},
    {"keep-link", "Keep the link", "Keeps setter contact with what is added, less zero, and the zero that it is for."},
    {"link-holds", "Link holds", "Stops with an alarm without a link, or when its zero was set since."},
    {"zero-from-link", "Set the zero from the link",
     "Sets Z of each offset to the contact with what is added, less "
     "its link; reads it back: otherwise stops with the alarm."},
    {"trim", "Trim", "Lowers the offset's Z by that much and raises its link by it, once, even when broken off."},
    {"set-length", "Set the length",
     "Puts the figure with what is added into the table for the tool in the spindle; "
     "reads it back: otherwise stops with the alarm."},
    {"length-offset", "Length offset", "Puts the tool's length from the table in force, or out of force."},
    {"choose-bound", "Bound of the search",
     "Chooses how far the search may go: by a typed length, by where the tip "
     "was jogged, or freely where that is allowed."},
    {"start-jogged", "Begin where jogged", "Keeps the way from safe Z back to where it was jogged."},
    {"when", "Only when", "What follows is done only when the figure is that number, or only when it is not."},
    {"end-when", "End of that", "Ends the last “only when”."},
    {"keep-spot", "Keep the spot", "Keeps X and Y as the touched spot of the offset."},
    {"to-spot", "To the spot", "Goes to the touched spot in X and Y, Z untouched; none kept: stops with the alarm."},
    {"retract", "Up to safe Z", "Straight up in machine coordinates."},
    {"across", "Across", "X and Y in machine coordinates, Z untouched."},
    {"tell", "Tell a figure", "Shows the sentence and the figure with what is added."},
    {"end", "End", "Shows the sentence and ends the program."},
    {"change-tool", "Change the tool", "Shows the sentence, waits for the tool, and takes its number from then on."},
    {"keep-place", "Keep the place", "Keeps machine X and Y of where it stands."},
    {"move-back", "Back over the place", "X and Y in machine coordinates, Z untouched."},
    {"probe-side", "Touch from the side",
     "Goes along the axis until contact and keeps the trip point, machine "
     "coordinates; none: stops with the alarm."},
    {"go-softly", "Along, meeting nothing", "A probing move along the axis that must meet nothing."},
    {"go-softly-to", "To a kept place, meeting nothing", "A probing move to the kept figure with what is added."},
    {"back-off-side", "Off the side", "Away along the axis, then waits for a moment."},
    {"corner", "Work out the corner", "From two touches on one edge and one on the other: slope and crossing."},
    {"set-side-zero", "Set the zero of X or Y",
     "Sets the work offset's X or Y to the figure with what is added; reads "
     "it back: otherwise stops with the alarm."},
    {"finished", "No change was broken off", "Stops with the alarm while a change at the rack is under way."},
    {"under-way", "A change is under way", "Keeps, also without power, that a change has begun, or that it is done."},
    {"output", "Output", "Once everything stands still: on or off."},
    {"await", "Input", "Waits until the input reads so; not in its time: stops with the alarm."},
    {"over", "Over a pocket", "X and Y in machine coordinates, with what is added; Z untouched."},
    {"along", "One axis", "That axis alone, machine coordinates, with what is added; feed 0: fast."},
    {"name-tool", "Tool is named", "From then on the control takes it for the tool in the spindle."},
    {"keep-stored", "Keep the place for good", "Keeps a kept X and Y under a number, also without power."},
    {"to-stored", "To a place kept for good",
     "Goes to the place of that number in X and Y, Z untouched; none kept, or in another unit: stops with the alarm."},
    {"keep-height", "Keep the height", "Keeps machine Z of where the last touching move ended, with what is added."},
    {"require-ring", "Pocket in front is known", "Stops unless the kept number is one of the carousel's pockets."},
    {"turn-ring", "Carousel turns",
     "Turns until a pocket is in front, counted by an input from the kept number; told to stop before any alarm."},
    {"count", "A change is counted",
     "Adds one to the first number of that pocket, what was put into it, or to its second, what was taken."},
    {"find-pocket", "Pocket of a tool is found",
     "Looks through the kept numbers of all pockets for the tool and keeps the pocket; in none: stops with the alarm."},
    {"keep-pocket", "Pocket holds another tool", "Puts the tool's number, or 0, into the number of that pocket."},
};
constexpr std::size_t only_written = 2; // remark and message are no actions
static_assert(std::size(steps) == only_written + std::variant_size_v<Action>);

} // namespace

std::span<PhraseStep const> phraseSteps() { return steps; }

PhraseStep const* phraseStep(std::string_view id) {
    for (auto const& each : steps)
        if (id == each.id) return &each;
    return nullptr;
}

PhraseStep const& stepOf(Action const& action) {
    auto const* told = std::get_if<TellLength>(&action);
    return told && told->slot.number == 0 ? steps[1] : steps[only_written + action.index()];
}

std::optional<std::size_t> actionOf(PhraseStep const& step) {
    auto const index = static_cast<std::size_t>(&step - steps);
    return index < only_written ? std::nullopt : std::optional(index - only_written);
}

shop::Phrase const* phraseFor(std::vector<shop::Phrase> const& phrases, PhraseStep const& step) {
    for (auto const& each : phrases)
        if (each.step == step.id && !each.text.empty()) return &each;
    return nullptr;
}

} // namespace steady::dialects
