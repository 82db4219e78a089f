// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Faults.h"

#include "core/macros/LinkNumbers.h"
#include "core/safety/Rehearsal.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace steady::safety {
namespace {

using machine::World;
using macros::Kind;
using shop::Act;

/// The person does not do this at any pause.
void forget(World& world, std::initializer_list<Act> acts) {
    for (auto& pause : world.person.pauses)
        std::erase_if(pause.acts, [&](shop::TimedAct const& each) {
            return std::find(acts.begin(), acts.end(), each.what) != acts.end();
        });
}

/// Every signal that a hand makes comes at another moment.
void moveSignals(World& world, double after_s) {
    for (auto& pause : world.person.pauses)
        for (auto& each : pause.acts)
            if (shop::makesSignal(each.what)) each.after_s = after_s;
}

bool signals(machine::PauseActs const& pause) {
    return std::any_of(pause.acts.begin(), pause.acts.end(),
                       [](shop::TimedAct const& each) { return shop::makesSignal(each.what); });
}

/// The pause after a signal has been seen; null without one. Between them stands the one that asks again.
machine::PauseActs* afterSignal(World& world, Act made) {
    auto& pauses = world.person.pauses;
    for (std::size_t i = 0; i + 2 < pauses.size(); ++i)
        for (auto const& each : pauses[i].acts)
            if (each.what == made) return &pauses[i + 2];
    return nullptr;
}

/// The tool that a macro measures: the one in the spindle, or the one that it asks for.
auto& measured(auto& world) {
    for (auto& each : world.tools)
        if (world.person.puts_in > 0 && each.number == world.person.puts_in) return each.tool;
    return world.tool;
}
int numberOf(World const& world) { return world.person.puts_in > 0 ? world.person.puts_in : world.memory.tool; }
bool isAnother(World const& world, machine::NumberedTool const& each) {
    auto const length_mm = measured(world).length_mm;
    return each.number != numberOf(world) && std::abs(each.tool.length_mm - length_mm) > 2;
}

double plateTop(World const& world) { return world.zeroOnStock_mm() + world.plate.thickness_mm; }

void eachOffset(World& world, void (*change)(World&, macros::LinkNumbers const&)) {
    for (int n = 1; n <= work_offset_count; ++n) change(world, macros::LinkNumbers(world.behaviour, n));
}
double native(World const& world, double mm) {
    return world.memory.native == UnitSystem::Metric ? mm : mm / mm_per_inch;
}

/// Under the tool as it stands at the start, with a hair of room.
void standUnder(World& world) {
    constexpr double room_mm = 0.3, half_mm = 15;
    auto const& at = world.position_mm;
    world.block = machine::Block{{at[0] - half_mm, at[0] + half_mm, at[1] - half_mm, at[1] + half_mm},
                                 at[2] - world.tool.length_mm - room_mm};
}

// What a fault needs to have an effect.
bool anyMotion(Kind kind, World const&) { return macros::of(kind).moves; }
bool anything(Kind, World const&) { return true; }
bool plate(Kind kind, World const&) { return macros::of(kind).touches_plate; }
/// A pin that touches from the side.
bool sideways(Kind kind, World const&) { return macros::of(kind).sideways != macros::Sideways::No; }
/// The input of the plate tells of a touch: of the plate, or of work that is wired in its place.
bool plateWired(Kind kind, World const& world) { return plate(kind, world) || sideways(kind, world); }
bool oneTouch(Kind kind, World const&) {
    auto const how = macros::of(kind).sideways;
    return how == macros::Sideways::Edge || how == macros::Sideways::Lips;
}
/// It begins with Z up, somewhere over the table, and not over what it goes down to; and with the tool that it has.
bool beginsHigh(Kind kind, World const& world) {
    auto const& traits = macros::of(kind);
    return traits.touches_setter && !traits.touches_plate && !traits.proves && !traits.changes_tool && world.setter &&
           world.position_mm[2] >= world.axes[2].high_mm - 1.5 &&
           std::hypot(world.position_mm[0] - world.setter->x_mm, world.position_mm[1] - world.setter->y_mm) > 80;
}
/// It goes back to where the job stopped, with a longer tool.
bool comesBackLonger(Kind kind, World const& world) {
    if (macros::of(kind).asks != macros::Asks::Change) return false;
    return std::any_of(world.tools.begin(), world.tools.end(), [&](machine::NumberedTool const& each) {
        return each.number == world.person.puts_in && each.tool.length_mm > world.tool.length_mm;
    });
}
bool hangs(Kind, World const& world) { return world.plate.lips.has_value(); }
bool isRound(Kind, World const& world) { return world.round.has_value(); }
bool setter(Kind kind, World const& world) { return macros::of(kind).touches_setter && world.setter; }
bool device(Kind kind, World const& world) { return plateWired(kind, world) || setter(kind, world); }
/// It measures there, and sees more than a signal.
bool onPlate(Kind kind, World const& world) { return plate(kind, world) && !macros::of(kind).proves; }
bool onSetter(Kind kind, World const& world) { return setter(kind, world) && !macros::of(kind).proves; }
/// The tool on it was put in by hand: what hangs in a rack is as wide as its neighbours let it.
bool goesOnByHand(Kind kind, World const& world) { return onSetter(kind, world) && !macros::of(kind).byClamp(); }
bool clipStays(Kind kind, World const& world) {
    return (onPlate(kind, world) || sideways(kind, world)) && world.input.path == shop::Path::Clip;
}
bool rapids(Kind kind, World const&) { return macros::of(kind).moves && !macros::of(kind).proves; }
bool setterAlone(Kind kind, World const& world) { return setter(kind, world) && !plate(kind, world); }
bool plateInput(Kind kind, World const& world) {
    return plateWired(kind, world) || (setter(kind, world) && world.input.circuit == shop::Circuit::ClosedAtRest);
}
bool clipOn(Kind kind, World const& world) { return plate(kind, world) && world.input.path == shop::Path::Clip; }
bool inserts(Kind kind, World const& world) { return onPlate(kind, world) && world.tool.tip == shop::TipShape::Insert; }
bool byHand(Kind, World const& world) {
    return std::any_of(world.person.pauses.begin(), world.person.pauses.end(), signals);
}
bool readsLink(Kind kind, World const&) { return macros::of(kind).from_link; }
bool goesToPlace(Kind kind, World const&) { return macros::of(kind).stored == macros::Stored::GoesTo; }
bool readsKept(Kind kind, World const& world) { return readsLink(kind, world) || goesToPlace(kind, world); }
bool feels(Kind kind, World const&) { return macros::of(kind).by_feel; }
bool keepsZero(Kind kind, World const&) { return macros::of(kind).needs_zero; }
/// It goes down to a zero and sets nothing.
bool looks(Kind kind) { return macros::of(kind).asks == macros::Asks::Look; }
bool lengthMatters(Kind kind, World const& world) { return onSetter(kind, world) || looks(kind); }
bool numberMatters(Kind kind, World const& world) {
    return (onSetter(kind, world) || feels(kind, world) || macros::of(kind).own_offsets ||
            (onPlate(kind, world) && world.jobs_use_table)) &&
           !macros::of(kind).any_tool;
}
/// Where a person reads the holder, there is no number in a control that could be another.
bool numberIsRead(Kind kind, World const& world) { return numberMatters(kind, world) && !dialectOf(world).streamed; }
bool otherTool(Kind kind, World const& world) {
    return (numberMatters(kind, world) || looks(kind)) &&
           std::any_of(world.tools.begin(), world.tools.end(),
                       [&](machine::NumberedTool const& each) { return isAnother(world, each); });
}
/// The control tells the tool that T chose last, not the one in the spindle.
bool showsChosen(Kind kind, World const& world) {
    auto const& traits = macros::of(kind);
    return (numberMatters(kind, world) || traits.sets == macros::Sets::Length || traits.byClamp()) &&
           world.tools.size() > 1 && dialectOf(world).variables.at(controller::Shows::SelectedTool) > 0;
}
bool changesByHand(Kind kind, World const& world) {
    return macros::of(kind).asks == macros::Asks::Change && world.tools.size() > 1;
}
bool writes(Kind kind, World const&) { return macros::of(kind).sets != macros::Sets::Nothing; }
bool setsOffset(Kind kind, World const&) { return macros::of(kind).setsOffset(); }

bool read(Kind, World const& world) { return dialectOf(world).streamed; }

/// One of the reports; which, and to which side, is the world's own.
void misread(World& world, double by_mm) {
    constexpr std::uint64_t most_reports = 10; // of the macros that there are
    auto const side = world.seed / most_reports % 2 ? 1.0 : -1.0;
    world.person.misreads.push_back({"z" + std::to_string(1 + world.seed % most_reports), side * by_mm});
}

constexpr Fault every_fault[] = {
    {"plate_thin", "The plate is 0.40 mm thinner than the book says",
     "Another plate, a worn one, or a slip in measuring it.", "Everything cuts too deep, by the same amount.",
     "Measure the plate, and the first cut.", "A contact says where the tip met the plate, not how thick the plate is.",
     onPlate, [](World& w) { w.plate.thickness_mm -= 0.4; }},
    {"lead_off", "The lead has come off", "A pulled cable, a loose screw, a broken core.",
     "The lamp stays as it is when you touch.", "Prove the signal before the first touch of the day.", nullptr,
     plateInput, [](World& w) { w.input.lead_off = true; }},
    {"shorted", "The two wires touch: a circuit stuck closed", "Crushed insulation, coolant or chips in the plug.",
     "The lamp shows contact all the time.", "Look at the input before the start: it must read open.", nullptr, device,
     [](World& w) { w.input.shorted = true; }},
    {"polarity", "The input is set to the wrong polarity", "A setting of the input, or the wrong one of two terminals.",
     "The lamp goes out when you touch.", "Touch by hand and look at the input after every change of a setting.",
     nullptr, device, [](World& w) { w.input.inverted = true; }},
    {"touching", "The tool stands on the plate already", "Jogged too far down.",
     "The input reads contact before the start.", "Jog to a visible gap above the plate.", nullptr, plate,
     [](World& w) { w.position_mm[2] = plateTop(w); }},
    {"plate_missing", "The plate was never laid down", "Started by habit.",
     "The search goes on where the plate should be.", "Lay the plate before resuming; hand at the stop.", nullptr,
     plate,
     [](World& w) {
         w.plate.place = machine::PlatePlace::Away;
         for (auto& pause : w.person.pauses)
             std::replace(pause.acts.begin(), pause.acts.end(), shop::TimedAct(Act::LayPlate),
                          shop::TimedAct(Act::TakePlate));
     }},
    {"spindle_on", "The spindle still turns", "Started by hand, or left on by the job.", "It is heard and seen.",
     "Stop the spindle and keep it from starting before a hand goes near.", nullptr, anyMotion,
     [](World& w) { w.spindle.on = true; }},
    {"inch_left", "Inch mode was left on", "A program in inches ran before.", "The readout shows small figures.",
     "Let the macro set the unit itself.", nullptr, anything,
     [](World& w) { w.memory.modes.units = UnitSystem::Inch; }},
    {"metric_left", "Metric mode was left on", "A program in millimetres ran before.",
     "The readout shows large figures.", "Let the macro set the unit itself.", nullptr, anything,
     [](World& w) { w.memory.modes.units = UnitSystem::Metric; }},
    {"incremental_left", "Incremental mode was left on", "A program ended in the middle of distances.",
     "Nothing, until the first move.", "Let the macro set positions itself.", nullptr, anything,
     [](World& w) { w.memory.modes.absolute = false; }},
    {"shift_left", "A shift of the coordinates was left on", "A job that shifts its coordinates was broken off.",
     "Work Z is off by the shift.", "Cancel the shift before touching.", nullptr, anything,
     [](World& w) { w.memory.shift_mm[2] = w.memory.kept_shift_mm[2] = 2.5; }},
    {"false_contact", "A false contact on the way down",
     "Interference of the spindle's drive, a chip, a bouncing lead.", "It stops in mid-air.",
     "Lead away from the motor's cable; touch with the spindle off.", nullptr, onPlate,
     [](World& w) {
         w.false_contacts.push_back({plateTop(w) + 4, 0.02});
     }},
    {"plate_left", "The plate is forgotten on the work", "Hurry.", "The next move goes to the plate.",
     "Plate, lead and clip away before resuming.", nullptr, onPlate, [](World& w) { forget(w, {Act::TakePlate}); }},
    {"clip_left", "The clip is forgotten on the tool", "Hurry.", "It turns with the tool.",
     "Plate, lead and clip away before resuming.", nullptr, clipStays, [](World& w) { forget(w, {Act::TakeClip}); }},
    {"clip_lost", "The clip falls off while the plate is laid", "A weak spring, a smooth shank.",
     "The lamp stays dark when you touch.", "Prove the signal when everything lies and is clipped.", nullptr, clipOn,
     [](World& w) {
         for (auto& pause : w.person.pauses)
             for (std::size_t i = 0; i < pause.acts.size(); ++i)
                 if (pause.acts[i].what == Act::LayPlate) pause.acts.insert(pause.acts.begin() + i + 1, Act::TakeClip);
     }},
    {"clip_lost_later", "The clip falls off after the signal was proved", "A weak spring, a lead that pulls.",
     "The tool goes on when it meets the plate.", "After the proof touch neither plate nor clip; hand at the stop.",
     "An open circuit looks the same whether nothing touches or the clip lies on the floor.", clipStays,
     [](World& w) {
         for (Act const made : {Act::BridgePlate, Act::LiftPlate})
             if (auto* pause = afterSignal(w, made)) pause->acts.push_back(Act::TakeClip);
     }},
    {"hand_early", "The signal is made before resuming", "Signal and resume in the wrong order.",
     "The input reads contact before Z creeps.", "Resume first, then touch.", nullptr, byHand,
     [](World& w) { moveSignals(w, shop::before_resuming_s); }},
    {"hand_late", "The signal is made when Z has crept all its way", "Something in the way.", "Z creeps to its end.",
     "Have the spanner in the hand when you resume.", nullptr, byHand, [](World& w) { moveSignals(w, 14); }},
    {"hand_never", "Nobody makes the signal", "Nobody there.", "Z creeps to its end, and again.",
     "Stay at the machine.", nullptr, byHand,
     [](World& w) {
         forget(w, {Act::BridgePlate, Act::LiftPlate, Act::PressPlate, Act::BringTogether, Act::PressSetter});
     }},
    {"hand_at_setter", "A hand is at the setter again as the tool comes", "A last chip to wipe away.",
     "A hand between tool and setter.",
     "“Hands clear” means it: from that pause on nobody reaches in, hand at the stop.",
     "The input shows a pressed disc, not who presses it, and shows nothing before that.", onSetter,
     [](World& w) {
         auto* pause = afterSignal(w, Act::PressSetter);
         for (auto& each : w.person.pauses)
             if (!pause &&
                 std::find(each.acts.begin(), each.acts.end(), shop::TimedAct(Act::WipeDisc)) != each.acts.end())
                 pause = &each;
         if (pause) pause->acts.push_back({Act::PressSetter, 6});
     }},
    {"plate_on_something", "The plate lies on a chip, 0.3 mm higher or tilted, or on a clamp, 3 mm",
     "The work was not wiped; a burr; laid down without looking.",
     "The plate rocks or stands high, or everything cuts too shallow by as much.",
     "Wipe the work and the plate; press it flat at two corners: it must not rock, and must lie on the work itself.",
     "The plate is touched wherever it lies; what it lies on makes no contact.", onPlate,
     [](World& w) {
         if (w.seed % 3 == 0) w.plate.under_mm = 0.3;
         if (w.seed % 3 == 1) w.plate.tilt_mm = 0.6;
         if (w.seed % 3 == 2) w.plate.under_mm = 3;
     }},
    {"insert_over_edge", "The insert stands over the plate's edge", "The spindle stands turned as it stopped.",
     "The plate is touched by the body.",
     "Turn the spindle so that one insert stands over the middle of the plate, and look from the side.",
     "Both make contact; which of them it was the input cannot tell.", inserts,
     [](World& w) { // what meets the plate then is the body
         double const edge = w.position_mm[0] + w.tool.contact_radius_mm + 1;
         double const width = w.plate.footprint.x_high_mm - w.plate.footprint.x_low_mm;
         w.plate.footprint.x_low_mm = edge;
         w.plate.footprint.x_high_mm = edge + width;
     }},
    {"override_200", "The feed override stands at 200 %", "The knob was turned up for the job.",
     "Everything moves twice as fast.", "Turn the feed override to 100 % before touching.", nullptr, anyMotion,
     [](World& w) { w.person.feed_override = 2; }},
    {"steps_lost", "Z loses steps on its first rapid move, by 1.5 mm", "Too fast for a dirty screw, a knock.",
     "A groan, a clack.", "Go and look before the first cut; home again when anything sounded wrong.",
     "A motor without feedback is counted, not seen.", rapids,
     [](World& w) {
         w.lost_steps = {1, {0, 0, 1.5}};
     }},
    {"broken_off", "The program is stopped half-way and started again", "Stop, power, a second thought.",
     "The program is started again.", "Start it again from its first line, never from the middle.", nullptr, anyMotion,
     [](World& w) { w.broken_off_after = 60; }},
    {"native_unit", "The control keeps its offsets in the other unit", "Set up in the other unit.",
     "Offsets are off by 25.4.", "Look at the offset's figure after the first run.", nullptr, writes,
     [](World& w) { w.memory.native = w.memory.native == UnitSystem::Metric ? UnitSystem::Inch : UnitSystem::Metric; }},
    {"setter_missing", "The setter is not there", "Taken off for a large sheet.", "An empty place.",
     "Look that it stands there before resuming.", nullptr, setter, [](World& w) { w.setter.reset(); }},
    {"setter_moved", "The setter was moved sideways by 60 mm", "Bolted down elsewhere.",
     "The tool comes down beside it.", "After moving it, type where it stands.", nullptr, onSetter,
     [](World& w) { w.setter->x_mm += 60; }},
    {"setter_raised", "The setter was bolted down again, 0.8 mm higher", "Bolted down again over a chip, or on a shim.",
     "All tools after it are off by the same.", "After the setter was touched by anything: plate zero and link anew.",
     "A contact says where the disc was met, not on what the setter stands.", onSetter,
     [](World& w) { w.setter->base_z_mm += 0.8; }},
    {"setter_lead_off", "The setter's lead has come off", "A pulled cable.", "Its lamp does not change.",
     "Press it by hand before the first touch of the day.", nullptr, setter,
     [](World& w) { w.setter->lead_off = true; }},
    {"setter_shorted", "The setter's wires touch", "Coolant in the plug, crushed insulation.",
     "Its lamp does not change.", "Press it by hand before the first touch of the day.", nullptr, setter,
     [](World& w) { w.setter->shorted = true; }},
    {"setter_dead", "The setter's contact is dead, and the tool 1.8 mm longer than its record",
     "Chips under the disc, a worn contact.", "Its lamp does not change when it is pressed.",
     "A re-touch by list presses no closed setter: press it by hand before the first of the day.",
     "At rest a dead closed contact reads like a sound one; only a press shows it.", onSetter,
     [](World& w) {
         w.setter->shorted = w.setter->circuit == shop::Circuit::ClosedAtRest;
         w.setter->lead_off = w.setter->circuit == shop::Circuit::OpenAtRest;
         measured(w).length_mm += 1.8;
     }},
    {"chip", "A chip of 0.3 mm lies on the disc", "It was not wiped.", "The tool reads long by the chip.",
     "Wipe, or blow it clean, before every touch.", nullptr, onSetter, [](World& w) { w.setter->chip_mm = 0.3; }},
    {"chip_not_wiped", "A chip of 0.3 mm lies on the disc, and nobody wipes it", "Nobody looked.",
     "The tool reads long by the chip.", "Wipe, and look at the disc against the light.",
     "The disc trips under a chip as under a tool.", onSetter,
     [](World& w) {
         w.setter->chip_mm = 0.3;
         forget(w, {Act::WipeDisc});
     }},
    {"input_slow", "The input answers half a second late", "A filter time raised against false contacts.",
     "Z goes on for a moment after the contact.",
     "After a change of the filter prove that it repeats, and type its time.", nullptr, setterAlone,
     [](World& w) { w.input.debounce_s += 0.5; }},
    {"input_slow_plate", "The input answers half a second late, over a plate that does not give",
     "A filter time raised against false contacts.", "Z goes on for a moment after the contact.",
     "It shows while the signal is proved: Z must stop at once when the spanner touches.",
     "The contact is reported late, and nothing else tells when it was.", onPlate,
     [](World& w) { w.input.debounce_s += 0.5; }},
    {"tool_longer", "The tool is 8 mm longer than its record", "Gripped again, another cutter in the holder.",
     "It comes nearer than it should.", "A tool gripped again is a new tool: measure it.", nullptr, lengthMatters,
     [](World& w) { measured(w).length_mm += 8; }},
    {"tool_shorter", "The tool is 8 mm shorter than its record", "Pushed up in the collet, broken off.",
     "It does not reach.", "A tool gripped again is a new tool: measure it.", nullptr, lengthMatters,
     [](World& w) { measured(w).length_mm -= 8; }},
    {"tool_other", "Another tool is in the spindle than its number says", "Number and holder mixed up.",
     "The number on the screen is not the one on the holder.",
     "With a length table or an offset per tool: read the number on the tool, not on the screen.",
     "The control knows the number that it was told, and takes a tool's word for it.", otherTool,
     [](World& w) {
         auto const other = std::find_if(w.tools.begin(), w.tools.end(),
                                         [&](machine::NumberedTool const& each) { return isAnother(w, each); });
         if (other == w.tools.end()) return;
         auto& tool = measured(w);
         if (w.plate.place == machine::PlatePlace::OnStock) // jogged to the same gap above the plate
             w.position_mm[2] += other->tool.length_mm - tool.length_mm;
         tool = other->tool;
     }},
    {"pin_thin", "The pin is 0.10 mm thinner than the book says", "A worn pin, or a slip in measuring it.",
     "Everything lies to one side, by half of that.", "Measure the pin where it touches, and turn it once.",
     "A contact says where the pin's side met the work, not how thick the pin is.", sideways,
     [](World& w) { w.tool.diameter_mm -= 0.1; }},
    {"cutter_for_pin", "A cutter of that width is in the spindle, and not the pin", "The pin was not to hand.",
     "It has flutes.", "Touch from the side with a round pin only.",
     "The circuit closes wherever a flute happens to stand.", sideways,
     [](World& w) {
         w.tool.teeth = 2;
         w.spindle.turned_deg = 35;
     }},
    {"work_askew", "The work lies askew, by one degree", "Clamped by eye.",
     "The cut runs out of parallel with the edge.", "Square the work to an axis, or touch a corner with its skew.",
     "One touch of an edge tells one place of it.", oneTouch, [](World& w) { w.skew_rad = 0.0175; }},
    {"lips_turned", "The plate lies the other way round", "Laid down without looking.",
     "Its lips hang at the other edges.", "Lips over the edges that are touched, drawn against both.", nullptr, hangs,
     [](World& w) {
         if (w.plate.lips) w.plate.lips->turned = true;
     }},
    {"size_other", "It is 6 mm wider than its size says", "Another bore, a slip in typing.",
     "The pin travels farther than it should.", "Measure it roughly before the start.", nullptr, isRound,
     [](World& w) {
         if (w.round) w.round->diameter_mm += 6;
     }},
    {"tool_not_changed", "The old tool is left in the spindle", "Resumed too soon, or nobody came.",
     "The tool in the spindle is the one that was there.", "Look at the tool before resuming.", nullptr, changesByHand,
     [](World& w) {
         std::erase_if(w.tools, [&](machine::NumberedTool const& each) { return each.number == w.person.puts_in; });
     }},
    {"tool_preselected", "The next tool of the job is chosen already", "A job that calls T early, for the changer.",
     "The number shown is not the one on the holder.",
     "On a control that shows the tool chosen last: no T between the change and this macro.",
     "Its variable holds the tool chosen last, whether it is in the spindle or not.", showsChosen,
     [](World& w) {
         for (auto const& each : w.tools)
             if (each.number != w.memory.tool) w.memory.selected_tool = each.number;
     }},
    {"tool_oversize", "A cutter far wider than the disc is in the spindle", "A surfacing cutter in the spindle.",
     "It is wider than the disc.", "Wide cutters by hand, beside the setter.", nullptr, goesOnByHand,
     [](World& w) {
         auto& tool = measured(w);
         tool.tip = shop::TipShape::Insert;
         tool.diameter_mm = 92;
         tool.contact_radius_mm = 44;
         tool.recess_mm = 3;
     }},
    {"tool_unlisted", "The tool's number is not in the book", "Entered at the control, not in the book.",
     "A number that the list does not have.", "Enter it in Kit and write the macro anew.", nullptr, numberIsRead,
     [](World& w) {
         w.memory.tool = 199;
         if (w.memory.selected_tool > 0) w.memory.selected_tool = 199;
     }},
    {"not_homed", "Not homed since it was bumped by 4 mm", "A bump, a breakaway, power off.",
     "The readout is off by what it was bumped.", "Home after anything that moved the machine.", nullptr, anyMotion,
     [](World& w) {
         w.homed = false;
         w.home_error_mm[2] = 4;
     }},
    {"link_unset", "The control has forgotten its parameters", "Memory cleared, a battery, a reset.",
     "The parameters read nothing.", "Plate zero and link anew; keep places anew.", nullptr, readsKept,
     [](World& w) { w.memory.forget(dialectOf(w).grammar); }},
    {"link_reused", "Another macro has used the link's first parameter", "Two macros, one number.",
     "The seal does not fit.", "Keep a list of the parameters in use.", nullptr, readsLink,
     [](World& w) {
         eachOffset(w, [](World& world, macros::LinkNumbers const& at) { world.memory.parameters[at.seal] = 1; });
     }},
    {"link_overwritten", "Another macro has changed D", "Two macros, one number.", "The seal does not fit.",
     "Keep a list of the parameters in use.", nullptr, readsLink,
     [](World& w) {
         eachOffset(
             w, [](World& world, macros::LinkNumbers const& at) { world.memory.parameters[at.d] += native(world, 5); });
     }},
    {"place_overwritten", "Another macro has changed the kept place by 5 mm", "Two macros, one number.",
     "The seal does not fit.", "Keep a list of the parameters in use.", nullptr, goesToPlace,
     [](World& w) {
         for (int place = 1; place <= shop::most_places; ++place)
             w.memory.parameters[macros::StoredNumbers(w.behaviour, place).x] += native(w, 5);
     }},
    {"paper_other", "What lies under the tip is 0.10 mm thicker than the book says", "Another paper, two sheets.",
     "Every length is off by the same amount.", "Measure what you lay under the tip, and always use that.",
     "The control sees where the tool stands, not what it stands on.", feels,
     [](World& w) { w.person.under_mm += 0.1; }},
    {"zero_by_hand", "New stock, 6 mm thicker, and its zero set by paper since the link was made",
     "New stock, zeroed by paper.", "The offset is another than the link knows.", "New stock: plate zero and link.",
     nullptr, readsLink,
     [](World& w) {
         w.stock_thickness_mm += 6;
         for (auto& offset : w.memory.work_offsets_mm) offset[2] += 6;
     }},
    {"plate_zero_since", "New stock, 6 mm thicker, and plate zero alone was run on it since the link was made",
     "The next board from the pile, zeroed with the plate.", "The link has no seal, or its note was struck out.",
     "After plate zero alone: plate zero and link before the next tool.", nullptr, readsLink,
     [](World& w) {
         w.stock_thickness_mm += 6;
         for (auto& offset : w.memory.work_offsets_mm) offset[2] += 6;
         eachOffset(w, [](World& world, macros::LinkNumbers const& at) { world.memory.parameters[at.seal] = 0; });
     }},
    {"stock_changed", "New stock, 6 mm thicker, and nothing was zeroed", "The next board from the pile.",
     "The work is thicker than it was.", "New stock: plate zero and link, before any tool change.",
     "The setter tells the tool's length; what lies on the table it does not touch.", keepsZero,
     [](World& w) { w.stock_thickness_mm += 6; }},
    {"other_offset", "The job uses another work offset", "A job written for another offset.",
     "The readout jumps as the job begins.", "Look at the offset's name in the job's first lines.", nullptr, setsOffset,
     [](World& w) { w.memory.modes.work_offset = w.memory.modes.work_offset % work_offset_count + 1; }},
    {"misread", "A report is misread by 0.1 mm", "A digit taken for its neighbour.",
     "Two slow reports differ by more than they should.", "Read each report twice; the sender's copy is better.",
     nullptr, read, [](World& w) { misread(w, 0.1); }},
    {"misread_digit", "A report is misread by 1 mm", "A digit taken for its neighbour.",
     "A sum lies outside what it must lie in.", "Read each report twice; the sender's copy is better.", nullptr, read,
     [](World& w) { misread(w, 1); }},
    {"tall_below", "Something as tall as the tool leaves room for stands under it",
     "Tall work, a fence, a part that waits; or a longer tool.", "The tip clears it by a hair at safe Z.",
     "Let nothing go down before it stands over what it goes down to.", nullptr, beginsHigh, standUnder},
    {"tall_where_it_stopped", "Where the job stopped stands something as tall as the old tool leaves room for",
     "Tall work, a fence; and the next tool is longer.", "The next tool comes back over it, lower than the last one.",
     "A longer tool: look whether it clears what stands where the job stopped, before it goes back.",
     "The control knows where it is, not what stands there.", comesBackLonger, standUnder},
    {"length_left", "A length offset was left on", "A job called it and was broken off.",
     "Work Z is off by a tool's length.", "Let the macro cancel it before touching.", nullptr, anything,
     [](World& w) { w.memory.tool_offset_mm = 12.5; }},
};

} // namespace

std::span<Fault const> faults() {
    static std::vector<Fault> const all = [] {
        std::vector<Fault> made(std::begin(every_fault), std::end(every_fault));
        made.insert(made.end(), rackFaults().begin(), rackFaults().end());
        made.insert(made.end(), ringFaults().begin(), ringFaults().end());
        return made;
    }();
    return all;
}

Fault const* faultNamed(std::string_view id) {
    for (auto const& each : faults())
        if (id == each.id) return &each;
    return nullptr;
}

} // namespace steady::safety
