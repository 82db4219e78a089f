// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/RingRecipe.h"

#include "core/changer/CarouselTable.h"
#include "core/changer/Clearances.h"
#include "core/macros/ChangeParts.h"
#include "core/macros/Figures.h"
#include "core/macros/Kind.h"
#include "core/macros/LinkNumbers.h"
#include "core/macros/PlateZeroRecipe.h"
#include "core/shop/Book.h"

#include <fmt/format.h>

namespace steady::macros {
namespace {

using shop::Act;

constexpr double clear_mm = 10;    // above all cones; common practice
constexpr double lands_mm = 20;    // above its seat, from where it goes slowly
constexpr double arm_told_s = 0.3; // that a relay takes a start for one; common practice

struct RingChanging : ChangeParts {
    RingPlan const& plan;
    int to; ///< pocket of the tool that is fetched
    shop::Carousel const& ring = plan.carousel;

    /// Of what comes and goes beside the clamp.
    void notThere(char const* id, std::optional<int> input, Act look, std::string alarm) {
        notYet(id, "What reads on already tells nothing of what comes.", input, look, std::move(alarm));
    }
    MoveAlong down(double above_mm, bool slowly) const {
        return {2, plan.seat_z_mm, above_mm, slowly ? ring.drive.fork_mm_min : 0};
    }
    void turn(Figure pocket, int now) {
        add("turn", "The short way, counted by its input, while nothing stands in its forks.",
            TurnRing{
                pocket, static_cast<int>(ring.places.size()), *ring.ring.with_output,
                ring.short_way ? ring.ring.against_output : std::nullopt, *ring.ring.place_input, ring.ring.first_input,
                1.2 * ring.place_s, now, slot_ring_left, slot_ring_way, slot_ring_at,
                amid("The carousel did not turn on to the next place in its time; it was told to stop."),
                amid("What stands in front is not what was counted: it was turned by hand, or a place was missed.")});
    }

    void ringKnown() {
        add("ring-known", "It counts from the pocket that it left in front.",
            RequireRing{
                static_cast<int>(ring.places.size()),
                before(fmt::format("Nobody knows which pocket is in front: turn the carousel to pocket 1 by its "
                                   "button, and type 1 into number {}.",
                                   ringNumber(machine.behaviour)))});
    }

    void checks() {
        RequireToolAllowed allowed;
        for (auto const& stop : plan.stops) {
            auto const* each = book.find(stop.tool);
            if (!each || (lacks.numbers && stop.tool != setup.place.assembly)) continue;
            allowed.rows.push_back({each->number, {double(stop.pocket)}});
        }
        allowed.into = {slot_ring_home};
        allowed.plain = {slot_ring_home};
        begin(std::move(allowed), "The pocket of the tool in the spindle; 0 is an empty spindle.");
        if (!lacks.numbers) add("", "The same tool again: nothing is done.", When{slot_ring_home, to, false});
        clampIsReady();
        see("back", "Z comes down beside a carousel that is back.", ring.ring.back_input, true, 0, Act::SeeBack,
            "is the carousel back?", before("The carousel is not back."));
        ringKnown();
        underWay("the carousel");
        add("", "Up before any X and Y.", up());
    }

    /// The only turning of the spindle, and done before anything approaches.
    void orient() {
        if (!ring.ring.orient_output) return;
        notThere("not-yet-oriented", ring.ring.oriented_input, Act::SeeNotOriented,
                 amid("“Oriented” reads on before it was told to: it sticks. Z is up."));
        add("", "So that the slots of the holder meet the keys.", SwitchOutput{*ring.ring.orient_output, true});
        see("oriented", "A fork that comes across the slots tears them.", ring.ring.oriented_input, true,
            ring.ring.limit_s, Act::SeeOriented, "is the spindle oriented, and held?",
            amid("The spindle was not oriented in its time. Z is up."));
    }

    void comes(std::string const& where) {
        notThere("not-yet-near", ring.ring.near_input, Act::SeeNotNear,
                 amid("“At the spindle” reads on before the carousel was told to come: it sticks. " + where));
        add("", "Nothing else moves while it comes.", SwitchOutput{*ring.ring.slide_output, true});
        see("near", "A fork that is half there holds nothing.", ring.ring.near_input, true, ring.ring.limit_s,
            Act::SeeNear, "is the carousel at the spindle?", amid("The carousel did not come in its time. " + where));
        see("left", "“Back” that never goes out tells nothing later.", ring.ring.back_input, false, 0, Act::SeeNotBack,
            "has the lamp “back” gone out?", amid("“Back” reads on though the carousel has come: it sticks. " + where));
    }

    void putAway() {
        if (startsEmpty()) return;
        whenSpindle(false);
        turn(slot_ring_home, ring.at);
        add("", "Where tools are changed.", MoveOver{*ring.x_mm, *ring.y_mm, 0, 0});
        orient();
        add("", "Down to where a holder sits, beside the carousel.", down(lands_mm, false));
        add("", "", down(0, true));
        comes("The holder is held by the closed clamp.");
        stillClosed("The holder sits in its fork, the clamp closed.");
        add("", "The holder sits: now the clamp may open.", SwitchOutput{*drive.release_output, true});
        see("let-go", "A clamp that is half open would tear the fork off.", drive.open_input, true, drive.limit_s,
            Act::SeeOpen, "is the clamp open?",
            amid("The clamp did not open in its time; the holder sits in its fork."));
        blow(true);
        add("", "Straight up off the cone, slowly, until all cones are clear.", down(plan.above_mm, true));
        see("empty", "A holder that stuck in the cone must not go over another.", drive.held_input, false, 0,
            Act::SeeEmpty, "is the spindle empty?", amid("A holder still reads drawn in."));
        count(slot_ring_home, false);
        endWhen();
    }

    /// An empty spindle waits above, before the carousel comes.
    void waitAbove() {
        if (startsFull()) return;
        whenSpindle(true);
        add("", "Where tools are changed.", MoveOver{*ring.x_mm, *ring.y_mm, 0, 0});
        orient();
        add("", "As high above as all cones need.", down(plan.above_mm, false));
        comes("The spindle stands above, empty.");
        stillClosed("The spindle stands above, empty.");
        endWhen();
    }

    void fetch() {
        turn(double(to), startsEmpty() ? ring.at : plan.pocketOf(setup.place.assembly));
        add("", "Open before it comes down.", SwitchOutput{*drive.release_output, true});
        see("open", "A closed clamp would push on the stud.", drive.open_input, true, drive.limit_s, Act::SeeOpen,
            "is the clamp open?", amid("The clamp did not open in its time; the spindle stands above."));
        add("", "Straight down over the cone.", down(0, true));
        blow(false);
        add("", "The clamp closes on the holder.", SwitchOutput{*drive.release_output, false});
        see("closes", "A clamp that is not all closed holds nothing.", drive.open_input, false, drive.limit_s,
            Act::SeeClosed, "is the clamp closed?", amid("The clamp did not close in its time; down in the fork."));
        see("taken", "An empty fork is found here.", drive.held_input, true, drive.limit_s, Act::SeeHeld,
            "is the holder drawn in?", amid("No holder was drawn in; look into the fork."));
        notThere(
            "not-yet-back", ring.ring.back_input, Act::SeeNotBack,
            amid("“Back” reads on while the carousel is at the spindle: it sticks. The holder is held by the clamp."));
        add("", "It goes back from the holder.", SwitchOutput{*ring.ring.slide_output, false});
        see("goes", "A carousel that is half away is in the way of Z.", ring.ring.near_input, false, ring.ring.limit_s,
            Act::SeeNotNear, "has the carousel left the spindle?", amid("The carousel did not leave in its time."));
        see("gone", "Only when it is back does Z move.", ring.ring.back_input, true, ring.ring.limit_s, Act::SeeBack,
            "is the carousel back?", amid("The carousel did not go back in its time."));
        add("", "Up.", up());
        see("still-held", "What was lost on the way out is found here.", drive.held_input, true, 0, Act::SeeHeld,
            "is the holder still drawn in?", amid("The holder was lost on the way out of its fork."));
        count(double(to), true);
        if (ring.ring.orient_output)
            add("", "The spindle is free to turn again.", SwitchOutput{*ring.ring.orient_output, false});
        finished();
    }

    Recipe made() {
        checks();
        putAway();
        waitAbove();
        fetch();
        end();
        auto const units = machine.units;
        auto lines = headerBegin(machine);
        lines.push_back(fmt::format("Fetches tool {}, {}, from pocket {} of {}; a holder sits at machine Z {}.",
                                    tool.number, tool.name, to, ring.places.size(),
                                    lengthWithUnit(plan.seat_z_mm, units)));
        if (auto back = goesBack(plan.stops); !back.empty()) lines.push_back(std::move(back));
        lines.push_back(fmt::format("Above all cones by {}; {} onto a seat.", lengthWithUnit(plan.above_mm, units),
                                    feedWithUnit(ring.drive.fork_mm_min, units)));
        if (after) lines.insert(lines.end(), after->header.begin(), after->header.end());
        tellCounts(lines, 1);
        lines.push_back("Hands, sleeves and hoses out of the carousel; nobody under a holder.");
        lines.push_back("A pocket that holds what the table does not know of is not seen: look before the first call.");
        lines.push_back("First runs: without tools, then empty holders, then cutters; single block, hand at the stop.");
        return Recipe{title(kind), std::move(lines), units, std::move(parts.steps)};
    }
};

/// An arm that was started exchanges both holders by itself: Z waits until it is at rest again.
struct ArmChanging : RingChanging {
    shop::ArmDrive const& arm = ring.exchange;
    Figure place = double(to); ///< of the tool that is fetched; where the control keeps a table, by that

    void armRests(char const* why) {
        see("rest", why, arm.rest_input, true, 0, Act::SeeRests, "is the arm at rest?",
            before("The arm is not at rest."));
    }

    void checks() {
        RequireToolAllowed allowed;
        for (auto const& [id, each] : shop::toolsOf(book, setup.place.machine)) {
            if (changer::wider(ring, *each) || each->number == 0 || (lacks.numbers && id != setup.place.assembly))
                continue;
            allowed.rows.push_back({each->number, {double(each->number)}});
        }
        allowed.into = {slot_in_spindle};
        allowed.plain = {slot_in_spindle};
        begin(std::move(allowed), "What is in the spindle; 0 is an empty spindle.");
        if (!lacks.numbers) {
            add("", "The same tool again: nothing is done.", When{slot_in_spindle, tool.number, false});
            place = slot_ring_to;
            add("table", "By an arm the old tool goes where the new one was: each change makes another table.",
                FindPocket{*arm.table_from, static_cast<int>(ring.places.size()), tool.number, slot_ring_to,
                           before(fmt::format("No pocket holds tool {} by the control's table. Look, and type what "
                                              "hangs where, from number {} on.",
                                              tool.number, *arm.table_from))});
        }
        clampIsReady();
        armRests("An arm that is out is in the way of everything.");
        ringKnown();
        underWay("the carousel and the circle of the arm");
        add("", "Up before any X and Y.", up());
    }

    /// Only when it is at rest again does Z move. Who is asked, and answers late, sees the lamp on in any case.
    void waits() {
        if (lacks.numbers)
            return add("rests", "Only when it is at rest again does Z move.",
                       Pause{"Look, outside of its circle: did the arm swing through, and is it at rest again? If so, "
                             "resume. If not, stop here: Changer, Recover, before anything moves.",
                             {Act::SeeSwung, Act::SeeRests}});
        see("leaves", "A lamp that stays on tells nothing of its end.", arm.rest_input, false, arm.limit_s,
            Act::SeeSwung, "has the arm left its rest?",
            amid("The arm did not leave its rest, or its lamp sticks. Z stays where it is."));
        see("rests", "Only when it is at rest again does Z move.", arm.rest_input, true, arm.limit_s, Act::SeeRests,
            "is the arm at rest again?",
            amid("The arm did not come to rest in its time. Z stays where it is; nobody in its circle."));
    }

    void exchange() {
        turn(place, ring.at);
        add("", "Where tools are changed.", MoveOver{*ring.x_mm, *ring.y_mm, 0, 0});
        orient();
        add("", "To where the arm comes.", down(0, false));
        add("", "From here on it runs by itself, clamp and all; nothing else moves.",
            SwitchOutput{*arm.start_output, true});
        add("", "", Wait{arm_told_s});
        add("", "Off before anything else: no alarm leaves it on, to be started twice.",
            SwitchOutput{*arm.start_output, false});
        waits();
        see("taken", "An empty pocket is found here.", drive.held_input, true, drive.limit_s, Act::SeeHeld,
            "is the holder drawn in?", amid("No holder was drawn in; look at arm and pocket."));
        if (!lacks.numbers)
            add("table", "What was in the spindle hangs there now.",
                KeepPocket{*arm.table_from, place, slot_in_spindle});
        if (!startsEmpty()) {
            whenSpindle(false);
            count(place, false);
            endWhen();
        }
        count(place, true);
        add("", "Up.", up());
        see("still-held", "What was lost on the way up is found here.", drive.held_input, true, 0, Act::SeeHeld,
            "is the holder still drawn in?", amid("The holder was lost on the way up."));
        if (ring.ring.orient_output)
            add("", "The spindle is free to turn again.", SwitchOutput{*ring.ring.orient_output, false});
        finished();
    }

    Recipe made() {
        checks();
        exchange();
        end();
        auto const units = machine.units;
        auto lines = headerBegin(machine);
        auto const places = ring.places.size();
        lines.push_back(lacks.numbers
                            ? fmt::format("Fetches tool {}, {}, from pocket {} of {}, by the arm.", tool.number,
                                          tool.name, to, places)
                            : fmt::format("Fetches tool {}, {}, by the arm, from the pocket of {} that holds it.",
                                          tool.number, tool.name, places));
        lines.push_back(fmt::format("Tools are changed at machine X {} Y {} Z {}.", lengthWithUnit(*ring.x_mm, units),
                                    lengthWithUnit(*ring.y_mm, units), lengthWithUnit(plan.seat_z_mm, units)));
        lines.push_back("What is in the spindle goes into the pocket of the tool that is fetched.");
        if (!lacks.numbers)
            lines.push_back(fmt::format("The control's own table: #{} holds the tool of pocket 1, and so on to #{}; 0: "
                                        "none. Type it before the first change.",
                                        *arm.table_from, *arm.table_from + static_cast<int>(places) - 1));
        if (after) lines.insert(lines.end(), after->header.begin(), after->header.end());
        tellCounts(lines, 1);
        lines.push_back("Nobody in the circle of the arm; hands, sleeves and hoses out of the carousel.");
        lines.push_back("A pocket that holds what the table does not know of is not seen: look before the first call.");
        lines.push_back("First runs: without tools, then empty holders, then cutters; single block, hand at the stop.");
        return Recipe{title(kind), std::move(lines), units, std::move(parts.steps)};
    }
};

/// Two things behind one number are one thing to the control.
Result<void> eachOnce(shop::Carousel const& ring) {
    auto const& c = ring.drive;
    auto const& r = ring.ring;
    auto const a = ring.arm ? ring.exchange : shop::ArmDrive();
    using Named = std::pair<std::optional<int>, char const*>;
    std::vector<Named> const outputs{{c.release_output, "clamp open"},    {c.blow_output, "blow"},
                                     {r.with_output, "with the numbers"}, {r.against_output, "against the numbers"},
                                     {r.slide_output, "to the spindle"},  {r.orient_output, "orient"},
                                     {a.start_output, "arm starts"}};
    std::vector<Named> const inputs{{c.open_input, "clamp open"}, {c.held_input, "holder in"},
                                    {c.air_input, "air"},         {r.place_input, "pocket in front"},
                                    {r.first_input, "pocket 1"},  {r.near_input, "at the spindle"},
                                    {r.back_input, "back"},       {r.oriented_input, "oriented"},
                                    {a.rest_input, "arm at rest"}};
    for (auto const& [all, what] : {std::pair{&outputs, "output"}, std::pair{&inputs, "input"}})
        for (std::size_t i = 0; i < all->size(); ++i)
            for (std::size_t k = 0; k < i; ++k)
                if ((*all)[i].first && (*all)[i].first == (*all)[k].first)
                    return fail(Code::TwoAlike, {"carousel"},
                                fmt::format("“{}” and “{}”", (*all)[k].second, (*all)[i].second),
                                fmt::format("number of the {}, {}", what, *(*all)[i].first));
    return {};
}

Result<void> typed(shop::Carousel const& ring) {
    auto const missing = [&](char const* what) -> Result<void> {
        return fail(Code::Missing, {"carousel"}, fmt::format("{}, for “{}”", what, ring.name),
                    "Type it at Changer, Carousel.");
    };
    if (ring.arm && !ring.exchange.rest_input) return missing("The input “arm at rest”");
    if (!ring.arm && !ring.drive.release_output) return missing("The output that opens the clamp");
    if (!ring.ring.with_output) return missing("The output that turns it with the numbers");
    if (!ring.ring.place_input) return missing("The input that tells a place");
    if (!ring.arm && !ring.ring.slide_output) return missing("The output that sends it to the spindle");
    if (!ring.x_mm || !ring.y_mm) return missing("Machine X and Y where tools are changed");
    if (!ring.seat_z_mm) return missing("Machine Z where a holder sits");
    if (constexpr double least_s = 0.05; ring.place_s < least_s)
        return fail(Code::OutOfRange, {"place_s"}, fmt::format("The time for a place, {:.2f} s,", ring.place_s),
                    fmt::format("{} s or more: by it the macro knows that a place was missed", least_s));
    return eachOnce(ring);
}

/// Where the tool in the spindle goes back: the pocket of its own number, or the first that is known to be empty and
/// has room. 0: there is none.
int roomIn(facts::Reader const& book, shop::Carousel const& ring, shop::Assembly const& tool) {
    int first = 0;
    for (std::size_t i = 0; i < ring.places.size(); ++i) {
        if (!changer::hasRoom(book, ring, i, tool)) continue;
        int const pocket = static_cast<int>(i) + 1;
        if (pocket == tool.number) return pocket;
        if (first == 0) first = pocket;
    }
    return first;
}

} // namespace

int RingPlan::pocketOf(Id<shop::Assembly> tool) const {
    for (auto const& stop : stops)
        if (tool && stop.tool == tool) return stop.pocket;
    return 0;
}

Result<RingPlan> planRing(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const id = changer::carouselOf(book, setup.place.machine);
    auto const* found = book.find(id);
    if (!found) return fail(Code::Missing, {"carousel"}, "A carousel of this machine", "Add it at Changer.");
    RingPlan plan{id, *found, {}, 0, 0};
    auto const& ring = plan.carousel;
    auto const refused = [](std::string why, std::string instead) {
        return fail(Code::CallRefused, {"carousel"}, std::move(why), std::move(instead));
    };
    if (ring.arm && !ring.exchange.start_output)
        return refused(
            fmt::format("the arm of “{}” is worked by the control's own program: a cam that must not stop "
                        "half-way.",
                        ring.name),
            "Use the maker's change, with the sheet of settings (Wiring), and keep the table here after each one. An "
            "arm that one output starts, and that runs by itself until it is at rest: type both at Changer, Its "
            "change.");
    if (ring.arm && (book.find(ring.in_arm) || ring.arm_seen == shop::Seen::Unknown))
        return refused("nobody has said that the arm is empty.",
                       "Look, without reaching in, and say it at Changer, Carousel.");
    if (setup.change.lifted_mm)
        return refused("“lifted” shows the ways of a rack; a carousel would come to a spindle that is not there.",
                       "Take the height away at Macros, below “The change”. First runs: without tools, single block.");
    if (!ring.arm && ring.ring.slide_without == shop::SlideWithout::GoesBack)
        return refused(
            fmt::format("“{}” goes back when its output or the power drops, also while the spindle is down in "
                        "a holder: that tears both.",
                        ring.name),
            "A valve that stays where it was last sent, as its maker's manual says.");
    if (auto const all = typed(ring); !all) return Failure(all.error());
    auto const spindle = setup.place.assembly, wanted = setup.change.next;
    auto const* tool = book.find(wanted);
    if (!tool)
        return fail(Code::Missing, {"change"}, "The tool that is fetched",
                    "Choose it at Changer, Change, or at Macros, below “The change”.");
    if (wanted == spindle)
        return refused(fmt::format("tool {} is in the spindle already.", tool->number), "Choose another.");
    for (std::size_t i = 0; i < ring.places.size(); ++i) {
        auto const& place = ring.places[i];
        int const pocket = static_cast<int>(i) + 1;
        if (!book.find(place.tool) || place.seen == shop::Seen::Unknown) continue;
        if (place.tool == spindle)
            return refused(
                fmt::format("tool {} is in the spindle and in pocket {}.", book.find(spindle)->number, pocket),
                "Look, and say which at Changer, Carousel.");
        plan.stops.push_back({place.tool, pocket});
    }
    if (plan.pocketOf(wanted) == 0)
        return refused(fmt::format("tool {} hangs in no pocket that somebody has seen.", tool->number),
                       "Look, and say where at Changer, Carousel.");
    if (auto const* in_spindle = book.find(spindle)) {
        int const home = ring.arm ? plan.pocketOf(wanted) : roomIn(book, ring, *in_spindle);
        if (home == 0)
            return refused(fmt::format("no pocket is known to be empty, with room for tool {}.", in_spindle->number),
                           "Empty one, or look and say so at Changer, Carousel.");
        plan.stops.push_back({spindle, home});
    }
    if (auto const told = toldApart(book, plan.stops); !told) return Failure(told.error());
    for (auto const each : {spindle, wanted})
        if (auto const* carried = ring.arm ? book.find(each) : nullptr; carried && changer::wider(ring, *carried))
            return refused(
                fmt::format("tool {} is too wide for neighbours, and an arm puts it anywhere.", carried->number),
                "Change it by hand.");
    plan.seat_z_mm = *ring.seat_z_mm;
    plan.above_mm = ring.cone_mm.value_or(changer::usual_cone_mm) + clear_mm;
    auto const& machine = *book.find(setup.place.machine);
    double const goes_to_mm[] = {*ring.x_mm, *ring.y_mm, plan.seat_z_mm};
    for (std::size_t axis = 0; axis < 3; ++axis)
        if (auto const& travel = machine.axes[axis];
            goes_to_mm[axis] < travel.low_mm || goes_to_mm[axis] > travel.high_mm)
            return fail(Code::NotInTravel, {"carousel"},
                        fmt::format("{} {}, where tools are changed,", "XYZ"[axis],
                                    lengthText(goes_to_mm[axis], machine.units)),
                        fmt::format("{} to {}", lengthText(travel.low_mm, machine.units),
                                    lengthText(travel.high_mm, machine.units)));
    if (double const top_mm = plan.seat_z_mm + plan.above_mm; !ring.arm && top_mm > machine.safeZ_mm())
        return fail(Code::NotInTravel, {"carousel"}, "Z " + lengthText(top_mm, machine.units) + ", above all cones,",
                    lengthText(machine.safeZ_mm(), machine.units) + " at most");
    return plan;
}

Result<Recipe> ringRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks) {
    auto const plan = planRing(book, setup);
    if (!plan) return Failure(plan.error());
    auto const& machine = *book.find(setup.place.machine);
    auto const& ring = plan->carousel;
    if (auto const counts = canCount(ring.drive, ring.places.size(), machine, lacks); !counts)
        return Failure(counts.error());
    auto after = afterwards(kind, book, setup, lacks);
    if (!after) return Failure(after.error());
    RingChanging changing{{kind, std::move(*after), book, setup, lacks, machine, *book.find(setup.change.next),
                           plan->carousel.drive, slot_ring_home},
                          *plan,
                          plan->pocketOf(setup.change.next)};
    if (!ring.arm) return changing.made();
    if (!lacks.numbers) {
        if (!ring.exchange.table_from)
            return fail(Code::Missing, {"carousel"},
                        fmt::format("The number that holds the tool of pocket 1, for “{}”", ring.name),
                        "Type it at Changer, Its change: by an arm each change makes another table.");
        if (lacks.kept)
            if (auto const table = checkTable(machine.behaviour, *lacks.kept, *ring.exchange.table_from,
                                              static_cast<int>(ring.places.size()), ring.drive.counts_from);
                !table)
                return Failure(table.error());
    }
    changing.in_spindle = slot_in_spindle;
    return ArmChanging{std::move(changing)}.made();
}

RingChanged changedRing(facts::Reader const& book, shop::ZeroSetup const& setup, RingPlan const& plan) {
    auto const away = setup.place.assembly, fetched = setup.change.next;
    RingChanged made{plan.carousel, {}};
    auto const put = [&](Id<shop::Assembly> tool, Id<shop::Assembly> hangs) {
        auto& place = made.carousel.places[static_cast<std::size_t>(plan.pocketOf(tool) - 1)];
        place.tool = hangs;
        place.seen = shop::Seen::Believed;
        if (!made.carousel.drive.counts_from) ++(hangs ? place.drops : place.picks); // otherwise the control does
    };
    if (plan.carousel.arm) { // both at once: nothing but that pocket is another
        auto& place = made.carousel.places[static_cast<std::size_t>(plan.pocketOf(fetched) - 1)];
        auto const* old = book.find(away);
        place.tool = old ? away : Id<shop::Assembly>();
        place.seen = shop::Seen::Believed;
        if (!made.carousel.drive.counts_from) ++place.picks, place.drops += old != nullptr;
        made.carousel.at = plan.pocketOf(fetched);
        made.words =
            fmt::format("Changed by the arm: tool {} from pocket {}", book.find(fetched)->number, made.carousel.at);
        if (old) made.words += fmt::format(", tool {} into it", old->number);
        return made;
    }
    made.words = fmt::format("Changed: tool {} from pocket {}", book.find(fetched)->number, plan.pocketOf(fetched));
    if (plan.pocketOf(away) > 0) {
        put(away, away);
        made.words += fmt::format(", tool {} into pocket {}", book.find(away)->number, plan.pocketOf(away));
    }
    put(fetched, {});
    made.carousel.at = plan.pocketOf(fetched);
    return made;
}

} // namespace steady::macros
