// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The semantic steps that procedures are made of. Lengths in mm, feeds in mm/min, times in s, heights as machine Z.

#include "core/shop/Act.h"

#include <algorithm>
#include <array>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace steady::macros {

/// A place where a macro keeps a number for a while, from 1; 0: nowhere.
struct Slot {
    int number = 0;
    bool operator==(Slot const&) const = default;
};
/// A figure written into the text, or one that an earlier step left in a slot.
using Figure = std::variant<double, Slot>;
using Acts = std::vector<shop::TimedAct>;

struct SetModes {
    int work_offset; ///< 0: the one in use stays
};
struct RequireNoShift {
    std::string alarm;
};
struct RequireHomed {
    std::string ask, alarm; ///< `ask` where it cannot be read: joined to the next pause
};
/// The tool in the spindle is one of those listed; what belongs to it goes into the slots.
struct RequireToolAllowed {
    struct Row {
        int number;
        std::vector<double> figures; ///< one for each slot; lengths, but a slot in `plain` gets a number
    };
    bool isPlain(Slot slot) const { return std::find(plain.begin(), plain.end(), slot) != plain.end(); }
    std::vector<Row> rows;
    std::vector<Slot> into;
    std::vector<Slot> plain;
    Slot found;
    std::string alarm;
};
/// The tool in the spindle is none of those listed.
struct RequireToolNot {
    std::vector<int> numbers;
    std::string alarm;
};
struct SpindleStop {
    double spin_down_s;
    bool by_hand;
    std::string ask; ///< by hand: joined to the next pause
};
struct Pause {
    std::string text;
    Acts acts;
    std::optional<double> expect_mm = {}; ///< tip above the work that the person looks for; otherwise does not resume
};
/// A short probing move upward that must meet nothing: the input reads open. Where it began goes into `begin`, as the
/// readout counts it.
struct RequireOpen {
    double up_mm, feed_mm_min;
    std::string alarm;
    Slot begin;
};
/// Asks for a signal and waits for it on a slow probing move upward, clear of everything. Not seen: back to `begin`,
/// and again, three times in all.
struct ProveContact {
    std::string ask;
    Acts acts;
    double up_mm, feed_mm_min;
    Slot begin, seen, tries;
    std::string again, met, alarm;
};
/// Down again to where a proof began, by a probing move that must meet nothing.
struct TakeBack {
    Slot begin;
    double most_mm; ///< farther than this it goes nowhere
    double feed_mm_min;
    std::string alarm;
};
struct ProbeDown {
    Figure distance_mm;
    double feed_mm_min;
    Slot into;
    std::string alarm;
};
/// Slowly up until the input opens: the reading is that of the release.
struct Release {
    double up_mm, feed_mm_min;
    Slot into;
    std::string alarm;
};
/// Down by the distance in a slot (below zero), by a probing move that must meet nothing.
struct Descend {
    Slot by;
    double feed_mm_min;
    std::string alarm;
};
/// Down to a height above the work zero in use, by a probing move that must meet nothing.
struct DescendToWork {
    double above_zero_mm, feed_mm_min;
    std::string alarm;
};
struct BackOff {
    double up_mm, feed_mm_min;
    double settle_s;
};
struct Wait {
    double seconds;
};
struct AirBlast {
    int output;
    double seconds;
};
/// Each of the touches lies within the tolerance of the first.
struct RequireAgreement {
    std::vector<Slot> touches;
    double tolerance_mm;
    std::string alarm;
};
struct TakeMean {
    std::vector<Slot> touches;
    Slot into;
};
/// slow − fast must be expected ± tolerance.
struct RequireLag {
    Slot slow, fast;
    double expected_mm, tolerance_mm;
    std::string alarm;
};
struct RequireWindow {
    Slot slot;
    Figure low_mm, high_mm;
    std::string alarm;
};
/// Work offset Z = slot + the addends, then read back. The offset: a number, or in a slot.
struct SetWorkZero {
    Slot slot, into;
    std::variant<int, Slot> work_offset;
    std::vector<double> addends_mm;
    std::string wrong; ///< said when the control kept something else
};
/// The link of a work offset no longer holds.
struct ClearLink {
    int work_offset;
};
/// D = setter + addends − zero, then the offset, the unit, its own zero, and last the seal.
struct StoreLink {
    int work_offset;
    Slot setter, zero;
    std::vector<double> addends_mm;
};
/// A sealed link, and the offset's Z still what the link was made for: as last set, or as about to be set.
struct RequireLink {
    int work_offset;
    std::string unsealed, changed;         ///< `changed` is followed by both figures
    std::optional<double> known_d_mm = {}; ///< as the book knows it, for a control that keeps no numbers
};
/// Work offset Z = slot + addends − D, for each offset; what is about to be set is kept before, what was set after.
struct SetZeroFromLink {
    Slot slot, into;
    std::vector<int> work_offsets;
    std::vector<double> addends_mm;
    std::string wrong;
    std::optional<double> known_d_mm = {}; ///< as the book knows it, for a control that keeps no numbers
};
/// Z − by, D + by; a run broken off goes on from what it began with.
struct Trim {
    int work_offset;
    double by_mm;
    Slot into;
    std::string changed, wrong;
};
/// Tool table: length of the tool in the spindle = slot + addends, with the table's sign, then read back.
struct SetToolLength {
    Slot slot, into;
    std::vector<double> addends_mm;
    bool negative;
    std::string wrong;
};
/// The length in the table of the tool in the spindle, in force or not.
struct LengthOffset {
    bool on;
};
/// What bounds the search of a tool that no list knows: a length typed into `typed` before the start, a tip jogged to
/// just above the disc, or neither where that is allowed. `start`: by how much from safe Z to the begin of the search.
struct ChooseBound {
    Slot mode, typed, start, search, low, high;
    double start_less_length_mm; ///< start of a tool without length, from safe Z
    double search_mm, low_less_length_mm, high_less_length_mm;
    double x_mm, y_mm, within_mm; ///< jogged: over the disc
    double jogged_below_mm;       ///< and below this machine Z: after a run the tool stands above the disc as well
    double jogged_search_mm;
    std::optional<double> free_search_mm; ///< none: refused without bound
    double travel_low_mm, travel_high_mm;
    double shortest_mm, longest_mm; ///< of what is typed
    std::string alarm, unfit;
};
/// Jogged: from safe Z back to where the run began. `parked`: safe Z as the readout counts it.
struct StartWhereJogged {
    Slot start, begin, parked;
};
/// The steps up to EndWhen only when the slot holds the number, or only when not.
struct When {
    Slot slot;
    int number;
    bool is;
};
struct EndWhen {};
/// Where the tool stands is kept as the touched spot of an offset.
struct KeepSpot {
    int work_offset;
};
/// X and Y to the touched spot of an offset; only from a height that clears everything.
struct MoveToSpot {
    int work_offset;
    std::string unknown; ///< said when none is kept
};
struct RetractTo {
    double machine_z_mm;
};
/// X and Y in machine coordinates, Z untouched; only from a height that clears everything.
struct MoveAcross {
    double x_mm, y_mm;
};
/// A sentence that ends with a length: slot + addends.
struct TellLength {
    std::string text;
    Slot slot, into;
    std::vector<double> addends_mm;
};
struct End {
    std::string text;
};
/// The person puts in the tool of that number, and the control knows it from then on.
struct ChangeTool {
    int number;
    std::string text; ///< what the person is told
};
/// X and Y of where the tool stands, machine coordinates; behind a probing move, which tells them.
struct KeepPlace {
    Slot x, y;
};
/// The place that was kept goes on being kept, also without power, under a number from 1.
struct KeepStored {
    int place;
    Slot x, y;
};
/// Over it, Z untouched; only from a height that clears everything.
struct GoToStored {
    int place;
    std::optional<std::array<double, 2>> known_mm; ///< for a control that keeps no numbers
    std::string unknown;                           ///< said when none is kept in this unit
};
/// Machine Z of where the last probing move ended, less so much.
struct KeepHeight {
    Slot into;
    double less_mm;
};
/// Back over it, Z untouched; only from a height that clears everything.
struct MoveBack {
    Slot x, y;
};

/// One of the axes X and Y, in which a pin goes until it touches.
enum class Across { X, Y };
/// A probing move along the axis, with its sign; the trip point is kept, machine coordinates.
struct ProbeSide {
    Across axis;
    double distance_mm; ///< at most, with its sign
    double feed_mm_min;
    Slot into;
    std::string alarm;
};
/// A probing move that must meet nothing: along X, Y or Z (2), by a distance.
struct GoSoftly {
    int axis;
    double by_mm;
    double feed_mm_min;
    std::string alarm;
};
/// The same to where a slot says, with what is added; machine coordinates.
struct GoSoftlyTo {
    Across axis;
    Slot to;
    double add_mm;
    double most_mm; ///< farther than this it goes nowhere
    double feed_mm_min;
    std::string alarm;
};
/// Off a touch, and a moment to settle.
struct BackOffSide {
    Across axis;
    double by_mm; ///< with its sign
    double feed_mm_min, settle_s;
};
/// Where an edge told by two touches along it crosses one that is square to it, told by one. All slots hold machine
/// coordinates of the pin's axis; the offsets lie between that and the edge, with their signs.
struct TakeCorner {
    Slot x1, y1, x2, y2; ///< both touches on the edge that is met in X
    Slot y3, x3;         ///< the touch on the other one
    double x_offset_mm, y_offset_mm;
    double most_skew; ///< as a slope
    Slot skew, x, y;  ///< slope, and the corner
    std::string alarm;
};
/// X or Y of the work offset = slot + the addends, then read back.
struct SetSideZero {
    Across axis;
    Slot slot, into;
    int work_offset;
    std::vector<double> addends_mm;
    std::string wrong;
};

// At a rack.

/// No change was broken off before: what the control believes is in the spindle is so.
struct RequireFinished {
    std::string alarm;
    std::string ask; ///< where the control keeps no number: joined to the next pause
};
/// From now on a change is under way, or no longer.
struct MarkUnderWay {
    bool on;
};
/// Once everything stands still.
struct SwitchOutput {
    int output;
    bool on;
};
/// Until an input reads so, at most that long; 0: it reads so now.
struct AwaitInput {
    int input;
    bool on;
    double limit_s;
    std::string alarm;
    shop::Act look; ///< where no text reads an input: by its lamp
};
/// X and Y in machine coordinates, with what is added; Z untouched; only from a height that clears everything.
struct MoveOver {
    Figure x_mm, y_mm;
    double add_x_mm, add_y_mm;
};
/// One axis alone, machine coordinates, with what is added. X, Y, Z are 0, 1, 2.
struct MoveAlong {
    int axis;
    Figure to_mm;
    double add_mm;
    double feed_mm_min; ///< 0: rapid
};
/// Somebody has told the control which pocket of the carousel is in front, 1 to `places`.
struct RequireRing {
    int places;
    std::string alarm;
};
/// A carousel turns until a pocket, from 1, is in front: the short way where it can, counted by an input from what the
/// control keeps. It keeps nothing while it turns, and is told to stop before any alarm.
struct TurnRing {
    Figure to;
    int places;
    int with_output;
    std::optional<int> against_output; ///< none: it turns with the numbers only
    int place_input;
    std::optional<int> first_input; ///< on at pocket 1 alone
    double limit_s;                 ///< for a place
    int now;                        ///< in front by the book, for a control that keeps no numbers
    Slot left, way, at;
    std::string stuck, elsewhere; ///< said when it does not turn on; and when another pocket is in front
};
/// The pocket, from 1, that holds a tool by the control's own table: a number for each pocket.
struct FindPocket {
    int first; ///< of those numbers
    int places;
    int tool;
    Slot into;
    std::string alarm; ///< said when none does
};
/// In that table the pocket holds another tool from now on.
struct KeepPocket {
    int first;
    Figure pocket, tool; ///< 0: none
};
/// From now on the control takes that tool for the one in the spindle.
struct NameTool {
    int number;
};
/// One holder more was put into a pocket, from 1, or taken from it: in a number of its own, two for each pocket.
struct CountChange {
    int first; ///< of those numbers
    Figure pocket;
    bool taken;
};

using Action =
    std::variant<SetModes, RequireNoShift, RequireHomed, RequireToolAllowed, RequireToolNot, SpindleStop, Pause,
                 RequireOpen, ProveContact, TakeBack, ProbeDown, Release, Descend, DescendToWork, BackOff, Wait,
                 AirBlast, RequireAgreement, TakeMean, RequireLag, RequireWindow, SetWorkZero, ClearLink, StoreLink,
                 RequireLink, SetZeroFromLink, Trim, SetToolLength, LengthOffset, ChooseBound, StartWhereJogged, When,
                 EndWhen, KeepSpot, MoveToSpot, RetractTo, MoveAcross, TellLength, End, ChangeTool, KeepPlace, MoveBack,
                 ProbeSide, GoSoftly, GoSoftlyTo, BackOffSide, TakeCorner, SetSideZero, RequireFinished, MarkUnderWay,
                 SwitchOutput, AwaitInput, MoveOver, MoveAlong, NameTool, KeepStored, GoToStored, KeepHeight,
                 RequireRing, TurnRing, CountChange, FindPocket, KeepPocket>;

struct Step {
    std::string id;      ///< steps that belong together share one; it can be left out by this name
    std::string purpose; ///< why, in words
    Action action;
};

} // namespace steady::macros
