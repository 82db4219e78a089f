// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/Recovery.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>

namespace steady::changer {
namespace {

constexpr char const* hands_out = "All hands out first, and nobody leans in.";
constexpr char const* blocks_away = " Boards and blocks away before it moves.";
constexpr char const* gloves_off = "Gloves off before anything can turn.";

std::string holderWords(HolderSeen const& holder) {
    return !holder ? "not looked at" : *holder == 0 ? "nothing" : fmt::format("tool {}", *holder);
}

struct Steps {
    Device const& device;
    SeenState seen; ///< as it is by then
    Recovery made = {};

    void add(RecoveryStep step) { made.steps.push_back(std::move(step)); }

    bool knowsPocket(int number) const {
        auto const found = seen.pockets.find(number);
        return found != seen.pockets.end() && found->second.has_value();
    }
    HolderSeen pocket(int number) const {
        auto const found = seen.pockets.find(number);
        return found == seen.pockets.end() ? std::nullopt : found->second;
    }

    void begin() {
        add({.what = Do::Stop,
             .text = "Stop. Feed hold, spindle off and unable to start. Nobody reaches in yet.",
             .caution = "The maker's manual for spindle and changer comes before this list.",
             .expect = "Nothing moves, nothing turns."});
        if (!seen.alarm.empty())
            add({.what = Do::Stop,
                 .text = fmt::format("Read the alarm once more: “{}”. It may speak of the change before this one: the "
                                     "mark of a change that was broken off shows only at the next start.",
                                     seen.alarm),
                 .expect = "You know which step it names. Do not reset what you have not read."});
        add({.what = Do::Block,
             .text = device.without_air == shop::WithoutAir::Opens
                         ? "This clamp opens without air: hold the holder, with a board under its tool, before the air "
                           "goes. Block Z."
                     : device.without_air == shop::WithoutAir::StaysClosed
                         ? "This clamp is closed by its spring without air. Block Z before drives go off: a spindle "
                           "may sink."
                         : "What falls or opens without air or power? It is not typed for this clamp: take it that it "
                           "opens. A board under the tool, Z blocked.",
             .caution = "Hands beside the holder, never between it and the table.",
             .expect = "What could fall stands on something.",
             .by_hand = true});
    }

    /// Nothing is moved by what nobody has seen.
    void look() {
        if (!seen.at_pocket)
            add({.what = Do::LookAtPlace,
                 .text = device.comes
                             ? "Look, without reaching in: is the carousel at the spindle, and with which pocket? Is "
                               "the spindle down in it?"
                             : "Look, without reaching in: in which fork is the spindle, over which, or clear of "
                               "all?",
                 .expect = device.comes ? "The pocket's number, or “back”." : "The pocket's number, or “clear”."});
        if (seen.clamp == ClampSeen::Unknown)
            add({.what = Do::LookAtClamp,
                 .text = "Look at the drawbar and at its lamps: is the clamp open or closed?",
                 .caution = "A lamp alone may lie: look at the drawbar itself.",
                 .expect = "Open, or closed."});
        if (!seen.spindle)
            add({.what = Do::LookAtSpindle,
                 .text = "Look: is a holder in the cone, and which number does it carry?",
                 .expect = "A number, or “nothing”."});
        if (device.arm && !seen.arm)
            add({.what = Do::LookAtArm,
                 .text = "Look at both ends of the arm, without reaching in: is a holder in it, and which?",
                 .caution = "An arm may turn on when power or air comes back: stay out of its circle.",
                 .expect = "A number, or “nothing”."});
        made.looks_first =
            !seen.at_pocket || seen.clamp == ClampSeen::Unknown || !seen.spindle || (device.arm && !seen.arm);
    }

    /// By hand, with the drive of the arm off: an arm is not driven half-way by a list.
    void emptyArm() {
        if (!device.arm || *seen.arm == 0) return;
        add({.what = Do::EmptyArm,
             .text =
                 fmt::format("Tool {} is in the arm. Its drive off and locked; one person holds the holder, another "
                             "frees the arm as the maker's manual says. Lay the holder aside; back to its rest with "
                             "the arm, by its own screens.",
                             *seen.arm),
             .caution = "Both ends of the arm are sharp places: nobody stands in its circle, gloves only while nothing "
                        "can turn.",
             .expect = "The arm is empty and at rest; the holder lies on the bench.",
             .by_hand = true,
             .tool = *seen.arm});
        seen.arm = 0;
        seen.pockets.clear(); // what hangs where is looked at once more
    }

    void air() {
        if (seen.air) return;
        add({.what = Do::AirOn,
             .text = "Turn the air on slowly.",
             .caution = std::string(hands_out) + " A clamp that was told to open may open now.",
             .expect = "The gauge stands where it should; nothing has moved."});
        seen.air = true;
    }

    /// Along its own way, with nothing else moving.
    void sendBack(char const* expect) {
        add({.what = Do::SendBack,
             .text = "Send the carousel back by its own button or valve. Nothing else moves.",
             .caution = std::string(hands_out) + blocks_away,
             .expect = expect,
             .pocket = *seen.at_pocket});
        seen.at_pocket = 0;
        seen.in_fork = false;
    }

    void closeOnHolder() {
        if (seen.clamp != ClampSeen::Open) return;
        add({.what = Do::CloseClamp,
             .text = "Close the clamp: the holder is drawn in again.",
             .caution = hands_out,
             .expect = "“Holder drawn in” comes, and by eye the holder has gone up by its stroke."});
        seen.clamp = ClampSeen::Closed;
    }

    /// Closed on nothing, with a stud below or in it: open before it goes up.
    void openOverHolder(int at) {
        if (seen.clamp != ClampSeen::Closed || pocket(at).value_or(1) == 0) return;
        air();
        add({.what = Do::OpenClamp,
             .text = "Open the clamp: whatever hangs in the fork must stay there.",
             .caution = hands_out,
             .expect = "“Clamp open” comes; the holder sits in its fork.",
             .pocket = at});
        seen.clamp = ClampSeen::Open;
    }

    /// A carousel at the spindle: what the clamp holds stays, what the fork holds goes with it.
    void wayOutOfCarousel() {
        bool const in_spindle = *seen.spindle != 0;
        if (seen.in_fork && in_spindle) {
            closeOnHolder();
            air();
            sendBack("The holder stays in the spindle; the fork leaves it, level.");
            return up();
        }
        if (seen.in_fork) openOverHolder(*seen.at_pocket);
        int const front = *seen.at_pocket;
        up();
        seen.at_pocket = front;
        air();
        sendBack("It is back, with everything that hung in it.");
    }

    void wayOut() {
        if (device.comes && *seen.at_pocket != 0) return wayOutOfCarousel();
        int const at = *seen.at_pocket;
        bool const in_spindle = *seen.spindle != 0;
        if (at == 0 || !seen.in_fork) return up();
        if (in_spindle) {
            // A holder in the cone, down at a fork: what the clamp does not hold must not be lifted.
            closeOnHolder();
            add({.what = Do::OutOfFork,
                 .text = fmt::format("Jog out of fork {} along its own axis, at the smallest step, until the flange is "
                                     "clear. Then straight up.",
                                     at),
                 .caution = std::string("Not up before it is out: the flange would tear the fork.") + blocks_away,
                 .expect = "The holder comes along, level.",
                 .pocket = at});
        } else {
            openOverHolder(at);
            add({.what = Do::StraightUp,
                 .text = fmt::format("Straight up from fork {}, Z alone, at the lowest override.", at),
                 .caution = std::string("If the holder comes along, stop: close the clamp and begin this list anew.") +
                            blocks_away,
                 .expect = "The holder stays in its fork."});
        }
        seen.at_pocket = 0;
        seen.in_fork = false;
    }

    void up() {
        add({.what = Do::StraightUp,
             .text = "Straight up, Z alone, at the lowest override.",
             .caution = std::string(hands_out) + blocks_away,
             .expect = device.comes ? "The spindle is up." : "The spindle is up and clear of all forks."});
        seen.at_pocket = 0;
        seen.in_fork = false;
    }

    /// Up and clear: closed on what it holds, or on nothing.
    void close() {
        if (seen.clamp != ClampSeen::Open) return;
        if (*seen.spindle != 0) {
            add({.what = Do::Block,
                 .text = "A hand under the holder: it hangs in an open clamp and may fall.",
                 .caution = "Under the flange, not around the cutter.",
                 .expect = "The holder rests in the hand.",
                 .by_hand = true});
        }
        add({.what = Do::CloseClamp,
             .text = *seen.spindle != 0 ? "Close the clamp with the hand under the holder; then hands out."
                                        : "Close the clamp.",
             .caution = *seen.spindle != 0 ? "Fingers clear of cone and drawbar." : hands_out,
             .expect =
                 *seen.spindle != 0 ? "“Holder drawn in” comes." : "“Clamp open” goes out; nothing is drawn in."});
        seen.clamp = ClampSeen::Closed;
    }

    void home() {
        if (seen.homed || seen.mark != MarkSeen::NotLooked) return; // the mark was gone to after homing
        add({.what = Do::Home,
             .text = seen.power_cut
                         ? "Home, Z up first and alone, then X and Y. Until then no figure on the screen is true, "
                           "and nothing is jogged by it."
                         : "Home, Z first, then the others. Then go to a known mark and look.",
             .caution = std::string(hands_out) + " " + gloves_off,
             .expect = seen.power_cut ? "Each axis finds its switch as it always does, without a knock."
                                      : "Over the mark, by eye, as it always was."});
        seen.homed = true;
    }

    /// After a power cut homing alone proves nothing: a switch may have moved as well. True: the mark was hit.
    bool markHit() {
        if (!seen.power_cut || seen.mark == MarkSeen::Hit) return true;
        if (seen.mark == MarkSeen::Missed)
            add({.what = Do::Home,
                 .text = "It missed: write down by how much and which way. Home again, Z first, then X and Y.",
                 .caution = std::string(hands_out) + " " + gloves_off,
                 .expect = "Each axis finds its switch as it always does, without a knock."});
        add({.what = Do::LookAtMark,
             .text = "With Z high go to the known mark, and come down to it by hand at the smallest step: is it hit?",
             .caution = "Not by the job's own zero: that is what has to be proved.",
             .expect = seen.mark == MarkSeen::Missed
                           ? "Hit: steps were lost, and homing found them. Missed by the same again: a switch or a "
                             "pull-off has moved: Machine, Reference. By another amount: homing does not repeat; "
                             "prove it at Repeatability."
                           : "The tip stands over the mark, by eye, as it always did."});
        made.looks_first = true;
        return false;
    }

    void lookOver() {
        bool any = false;
        for (int number = device.first_number; number < device.first_number + device.pockets; ++number)
            if (!knowsPocket(number)) {
                any = true;
                add({.what = Do::LookAtPocket,
                     .text = fmt::format("Look into pocket {}: which number hangs there?", number),
                     .caution = device.comes ? "Turn it by its button alone; nobody reaches in while it turns." : "",
                     .expect = "A number, or “nothing”.",
                     .pocket = number});
            }
        made.looks_first = made.looks_first || any;
    }

    /// What was counted is void.
    void count() {
        if (!device.comes && device.kept_number == 0) return;
        if (device.orients)
            add({.what = Do::FreeSpindle,
                 .text = "Switch off the output that orients the spindle.",
                 .caution = gloves_off,
                 .expect = "“Oriented” goes out."});
        add({.what = Do::FirstPocket,
             .text = "Turn the carousel by its button until pocket 1 is in front." +
                     (device.kept_number > 0 ? fmt::format(" Then type 1 into number {}.", device.kept_number)
                                             : std::string()),
             .caution = hands_out,
             .expect = "The pocket in front carries the number 1, and the lamp of pocket 1 is on where there is one.",
             .pocket = 1});
    }

    void signOff() {
        std::string table;
        for (auto const& [number, holder] : seen.pockets)
            table += fmt::format("{}{}: {}", table.empty() ? "" : " · ", number, holderWords(holder));
        add({.what = Do::NameSpindle,
             .text = *seen.spindle == 0
                         ? std::string("Tell the control that the spindle is empty, tool 0.")
                         : fmt::format("Tell the control that tool {} is in the spindle.", *seen.spindle),
             .expect = "The screen shows that number.",
             .tool = *seen.spindle});
        add({.what = Do::SignOff,
             .text = fmt::format("Read table and spindle aloud against what hangs there. Spindle: {}. {}",
                                 holderWords(seen.spindle), table),
             .caution = "Somebody signs for it: a table that was only believed is how the next holder falls.",
             .expect = "Each number is the one on the holder.",
             .by_hand = true});
        if (device.table_number > 0)
            add({.what = Do::TypeTable,
                 .text = fmt::format(
                     "Type what hangs into the control's numbers, from {} for pocket {} to {}, 0 for an "
                     "empty one: {}",
                     device.table_number, device.first_number, device.table_number + device.pockets - 1, table),
                 .expect = "Read back, they are what you signed for.",
                 .by_hand = true});
        add({.what = Do::ClearMark,
             .text = "Put the number that says “a change is under way” back to 0.",
             .expect = "It reads 0. Only now a change starts again."});
        add({.what = Do::Prove,
             .text = "First call: one pocket, single block, lowest override, hand at the stop.",
             .caution = gloves_off,
             .expect = "Each lamp comes and goes as in the list of signals."});
    }
};

} // namespace

Device deviceOf(shop::ToolRack const& rack) {
    return {rack.first_number, static_cast<int>(rack.pockets.size()), rack.drive.without_air};
}

Device deviceOf(shop::Carousel const& carousel, int kept_number) {
    Device device{1, static_cast<int>(carousel.places.size()), carousel.drive.without_air};
    device.comes = !carousel.arm;
    device.arm = carousel.arm;
    device.orients = carousel.ring.orient_output.has_value();
    bool const by_macro = !carousel.arm || carousel.exchange.start_output;
    device.kept_number = by_macro ? kept_number : 0;
    if (carousel.arm && by_macro) device.table_number = carousel.exchange.table_from.value_or(0);
    return device;
}

Result<Recovery> recover(Device const& device, SeenState const& seen) {
    int const first = device.first_number, last = first + device.pockets - 1;
    auto const there = [&](int number) { return number >= first && number <= last; };
    std::set<int> tools;
    auto const twice = [&](HolderSeen const& holder) {
        return holder && *holder != 0 && !tools.insert(*holder).second;
    };
    if (seen.at_pocket && *seen.at_pocket != 0 && !there(*seen.at_pocket))
        return fail(Code::OutOfRange, {"at"}, fmt::format("Pocket {}", *seen.at_pocket),
                    fmt::format("{} to {}", first, last));
    (void)twice(seen.spindle);
    if (twice(seen.arm))
        return fail(Code::OutOfRange, {"arm"}, fmt::format("Tool {}, which is said to be in two places,", *seen.arm),
                    "one place. Look again");
    for (auto const& [number, holder] : seen.pockets) {
        if (!there(number))
            return fail(Code::OutOfRange, {"pockets"}, fmt::format("Pocket {}", number),
                        fmt::format("{} to {}", first, last));
        if (twice(holder))
            return fail(Code::OutOfRange, {"pockets"},
                        fmt::format("Tool {}, which is said to be in two places,", *holder), "one place. Look again");
    }
    Steps steps{device, seen};
    steps.begin();
    steps.look();
    if (steps.made.looks_first) return std::move(steps.made);
    steps.emptyArm();
    steps.wayOut();
    steps.close();
    steps.air();
    steps.home();
    if (!steps.markHit()) return std::move(steps.made);
    steps.lookOver();
    if (!steps.made.looks_first) {
        steps.count();
        steps.signOff();
    }
    return std::move(steps.made);
}

std::vector<std::string> afterRecovery(Device const& device, SeenState const& seen) {
    std::vector<std::string> lines;
    if (seen.spindle && *seen.spindle != 0)
        lines.push_back(fmt::format("Tool {} was in it: its length is measured again before it cuts.", *seen.spindle));
    if (seen.power_cut)
        lines.push_back(
            "Resume? Not in the middle of a line: modes, offset in force, length and spindle are gone. Go and look at "
            "zero, then from the job's beginning, or from a line before which Z was up and everything is said "
            "anew. Nothing of it before the mark was hit.");
    if (!seen.homed && seen.mark != MarkSeen::Hit)
        lines.push_back("It was not homed: whatever is kept as a machine position is suspect until a mark was hit.");
    if (device.arm && seen.arm.value_or(0) != 0)
        lines.push_back(fmt::format("Tool {} was in the arm: look at its cone, and measure it again.", *seen.arm));
    if (device.comes || device.arm) {
        if (seen.in_fork && seen.at_pocket && *seen.at_pocket != 0)
            lines.push_back(fmt::format("Pocket {} may have been pushed or pulled: look at its fork, and at the place "
                                        "where tools are changed, before it is called.",
                                        *seen.at_pocket));
        return lines;
    }
    bool const at_fork = seen.in_fork && seen.at_pocket && *seen.at_pocket != 0;
    if (at_fork)
        lines.push_back(
            fmt::format("Fork {} may have been pushed or pulled: look with the calibration pin, or teach it "
                        "again, before it is called.",
                        *seen.at_pocket));
    lines.push_back(at_fork ? fmt::format("A change that was helped is one that failed: signed here, it is counted at "
                                          "pocket {}.",
                                          *seen.at_pocket)
                            : std::string("A change that was helped is one that failed: count it at Prove, for a "
                                          "carousel at Its proof, at the pocket that it was at."));
    return lines;
}

} // namespace steady::changer
