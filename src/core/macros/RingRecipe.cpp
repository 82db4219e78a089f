// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/RingRecipe.h"

#include "core/changer/CarouselTable.h"
#include "core/changer/Clearances.h"
#include "core/macros/Figures.h"
#include "core/macros/Kind.h"
#include "core/macros/LinkNumbers.h"
#include "core/macros/Parts.h"

#include <fmt/format.h>
#include <map>

namespace steady::macros {
namespace {

using shop::Act;

constexpr double clear_mm = 10; // above all cones; common practice
constexpr double lands_mm = 20; // above its seat, from where it goes slowly

struct RingChanging {
    facts::Reader const& book;
    shop::ZeroSetup const& setup;
    RingPlan const& plan;
    Lacks lacks;
    shop::Machine const& machine;
    RingStop const& to;
    shop::Assembly const& tool; ///< that is fetched
    shop::Carousel const& ring = plan.carousel;
    Parts parts{machine, "Z zero is as it was.", {}};

    void add(char const* id, std::string purpose, Action action) {
        parts.add(id, std::move(purpose), std::move(action));
    }
    void see(char const* id, char const* purpose, std::optional<int> input, bool on, double limit_s, Act look,
             std::string const& question, std::string alarm) {
        if (input)
            add(id, purpose, AwaitInput{*input, on, limit_s, std::move(alarm), look});
        else
            add(id, purpose,
                Pause{"Look: " + question +
                          " If so, resume. If not, stop here: Changer, Recover, before anything moves.",
                      {look}});
    }
    /// An input that reads on before anything was told would send it on too early.
    void notYet(char const* id, std::optional<int> input, Act look, std::string alarm) {
        if (input)
            add(id, "What reads on already tells nothing of what comes.",
                AwaitInput{*input, false, 0, std::move(alarm), look});
    }
    std::string before(std::string const& what) const { return parts.alarm("Nothing has moved. " + what, false); }
    static std::string amid(std::string const& what) { return what + change_not_finished; }

    RetractTo up() const { return {machine.safeZ_mm()}; }
    MoveAlong down(double above_mm, bool slowly) const {
        return {2, plan.seat_z_mm, above_mm, slowly ? ring.drive.fork_mm_min : 0};
    }
    void blow(bool on) {
        if (ring.drive.blow_output)
            add("", on ? "Air through the cone, so that nothing settles in it." : "",
                SwitchOutput{*ring.drive.blow_output, on});
    }
    void whenSpindle(bool is_empty) {
        if (!lacks.numbers) add("", "", When{slot_ring_home, 0, is_empty});
    }
    void endWhen() {
        if (!lacks.numbers) add("", "", EndWhen{});
    }
    bool startsEmpty() const { return lacks.numbers && !book.find(setup.place.assembly); }
    bool startsFull() const { return lacks.numbers && book.find(setup.place.assembly); }
    int homePocket() const {
        auto const* stop = plan.of(setup.place.assembly);
        return stop ? stop->pocket : 0;
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

    void checks() {
        parts.begin(0);
        add("finished", "After a change that was broken off nobody knows what hangs where.",
            RequireFinished{before("The last change was broken off: Changer, Recover, first."),
                            "Was the last change finished, and nothing moved by hand since?"});
        RequireToolAllowed allowed;
        for (auto const& stop : plan.stops) {
            auto const* each = book.find(stop.tool);
            if (!each || (lacks.numbers && stop.tool != setup.place.assembly)) continue;
            allowed.rows.push_back({each->number, {double(stop.pocket)}});
        }
        if (!lacks.numbers || allowed.rows.empty()) allowed.rows.push_back({0, {0}});
        allowed.into = {slot_ring_home};
        allowed.plain = slot_ring_home;
        allowed.found = slot_found;
        allowed.alarm = before("No pocket is known for the tool that the control names.");
        add("require-tool", "The pocket of the tool in the spindle; 0 is an empty spindle.", std::move(allowed));
        if (!lacks.numbers) add("", "The same tool again: nothing is done.", When{slot_ring_home, to.pocket, false});
        auto const& drive = ring.drive;
        see("air", "Without air the clamp opens half, or not.", drive.air_input, true, 0, Act::SeeAir,
            "is there air pressure enough?", before("There is not enough air."));
        see("closed", "An open clamp holds nothing.", drive.open_input, false, 0, Act::SeeClosed,
            "is the clamp closed?", before("The clamp reads open before anything was told to open it."));
        if (!startsEmpty()) {
            whenSpindle(false);
            see("held", "What is not held would fall on the way.", drive.held_input, true, 0, Act::SeeHeld,
                "is a holder drawn in?", before("A tool is named, and no holder is drawn in."));
            endWhen();
        }
        if (!startsFull()) {
            whenSpindle(true);
            see("none-held", "A holder that nobody names would be set upon another.", drive.held_input, false, 0,
                Act::SeeEmpty, "is the spindle empty?", before("No tool is named, and a holder is drawn in."));
            endWhen();
        }
        see("back", "Z comes down beside a carousel that is back.", ring.ring.back_input, true, 0, Act::SeeBack,
            "is the carousel back?", before("The carousel is not back."));
        if (machine.spindle == shop::SpindleSwitch::Hand || !machine.behaviour.homed_parameter)
            add("", "",
                Pause{"Hands out of the carousel. Then resume.",
                      machine.behaviour.homed_parameter ? Acts{} : Acts{Act::SayHomed}});
        add("ring-known", "It counts from the pocket that it left in front.",
            RequireRing{
                static_cast<int>(ring.places.size()),
                before(fmt::format("Nobody knows which pocket is in front: turn the carousel to pocket 1 by its "
                                   "button, and type 1 into number {}.",
                                   ringNumber(machine.behaviour)))});
        add("finished", "From here on the change is under way.", MarkUnderWay{true});
        add("", "Up before any X and Y.", up());
    }

    /// The only turning of the spindle, and done before anything approaches.
    void orient() {
        if (!ring.ring.orient_output) return;
        notYet("not-yet-oriented", ring.ring.oriented_input, Act::SeeNotOriented,
               amid("“Oriented” reads on before it was told to: it sticks. Z is up."));
        add("", "So that the slots of the holder meet the keys.", SwitchOutput{*ring.ring.orient_output, true});
        see("oriented", "A fork that comes across the slots tears them.", ring.ring.oriented_input, true,
            ring.ring.limit_s, Act::SeeOriented, "is the spindle oriented, and held?",
            amid("The spindle was not oriented in its time. Z is up."));
    }

    void comes(std::string const& where) {
        notYet("not-yet-near", ring.ring.near_input, Act::SeeNotNear,
               amid("“At the spindle” reads on before the carousel was told to come: it sticks. " + where));
        add("", "Nothing else moves while it comes.", SwitchOutput{*ring.ring.slide_output, true});
        see("near", "A fork that is half there holds nothing.", ring.ring.near_input, true, ring.ring.limit_s,
            Act::SeeNear, "is the carousel at the spindle?", amid("The carousel did not come in its time. " + where));
        see("left", "“Back” that never goes out tells nothing later.", ring.ring.back_input, false, 0, Act::SeeNotBack,
            "has the lamp “back” gone out?", amid("“Back” reads on though the carousel has come: it sticks. " + where));
    }

    void stillClosed(std::string const& where) {
        notYet("not-yet-open", ring.drive.open_input, Act::SeeClosed,
               amid("The lamp of the open clamp is on before it was told to open: it sticks. " + where));
    }

    void putAway() {
        if (startsEmpty()) return;
        auto const& drive = ring.drive;
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
        auto const& drive = ring.drive;
        turn(double(to.pocket), startsEmpty() ? ring.at : homePocket());
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
        notYet(
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
        if (ring.ring.orient_output)
            add("", "The spindle is free to turn again.", SwitchOutput{*ring.ring.orient_output, false});
        add("", "Only now the control takes it for the tool in the spindle.", NameTool{tool.number});
        add("finished", "", MarkUnderWay{false});
        endWhen();
    }

    std::string after() const {
        switch (setup.plan.method) {
        case shop::Method::Retouch: return "Re-touch before the job goes on.";
        case shop::Method::LengthTable: return "Its length counts from the table: measured since it was gripped?";
        case shop::Method::OffsetPerTool: return "Select its own work offset before the job goes on.";
        }
        return {};
    }

    Recipe made() {
        checks();
        putAway();
        waitAbove();
        fetch();
        add("", "", End{fmt::format("Tool {} is in the spindle. The spindle is off. {}", tool.number, after())});
        auto const units = machine.units;
        auto lines = headerBegin(machine);
        lines.push_back(fmt::format("Fetches tool {}, {}, from pocket {} of {}; a holder sits at machine Z {}.",
                                    tool.number, tool.name, to.pocket, ring.places.size(),
                                    lengthWithUnit(plan.seat_z_mm, units)));
        std::string homes;
        for (auto const& stop : plan.stops)
            if (auto const* each = book.find(stop.tool); each && stop.tool != to.tool)
                homes += fmt::format("{}{} into {}", homes.empty() ? "" : ", ", each->number, stop.pocket);
        if (!homes.empty()) lines.push_back("What is in the spindle goes back, tool into pocket: " + homes + ".");
        lines.push_back(fmt::format("Above all cones by {}; {} onto a seat.", lengthWithUnit(plan.above_mm, units),
                                    feedWithUnit(ring.drive.fork_mm_min, units)));
        lines.push_back("Hands, sleeves and hoses out of the carousel; nobody under a holder.");
        lines.push_back("A pocket that holds what the table does not know of is not seen: look before the first call.");
        lines.push_back("First runs: without tools, then empty holders, then cutters; single block, hand at the stop.");
        return Recipe{title(Kind::CarouselChange), std::move(lines), units, std::move(parts.steps)};
    }
};

/// Two things behind one number are one thing to the control.
Result<void> eachOnce(shop::Carousel const& ring) {
    auto const& c = ring.drive;
    auto const& r = ring.ring;
    using Named = std::pair<std::optional<int>, char const*>;
    std::vector<Named> const outputs{{c.release_output, "clamp open"},    {c.blow_output, "blow"},
                                     {r.with_output, "with the numbers"}, {r.against_output, "against the numbers"},
                                     {r.slide_output, "to the spindle"},  {r.orient_output, "orient"}};
    std::vector<Named> const inputs{{c.open_input, "clamp open"}, {c.held_input, "holder in"},
                                    {c.air_input, "air"},         {r.place_input, "pocket in front"},
                                    {r.first_input, "pocket 1"},  {r.near_input, "at the spindle"},
                                    {r.back_input, "back"},       {r.oriented_input, "oriented"}};
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
    if (!ring.drive.release_output) return missing("The output that opens the clamp");
    if (!ring.ring.with_output) return missing("The output that turns it with the numbers");
    if (!ring.ring.place_input) return missing("The input that tells a place");
    if (!ring.ring.slide_output) return missing("The output that sends it to the spindle");
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

RingStop const* RingPlan::of(Id<shop::Assembly> tool) const {
    for (auto const& stop : stops)
        if (tool && stop.tool == tool) return &stop;
    return nullptr;
}

Result<RingPlan> planRing(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const ids = changer::carouselsOf(book, setup.place.machine);
    if (ids.empty()) return fail(Code::Missing, {"carousel"}, "A carousel of this machine", "Add it at Changer.");
    RingPlan plan{ids.front(), *book.find(ids.front()), {}, 0, 0};
    auto const& ring = plan.carousel;
    auto const refused = [](std::string why, std::string instead) {
        return fail(Code::CallRefused, {"carousel"}, std::move(why), std::move(instead));
    };
    if (ring.arm)
        return refused(fmt::format("the arm of “{}” is worked by the control's own program: a cam that must not stop "
                                   "half-way.",
                                   ring.name),
                       "Use the maker's change, and keep the table here after each one.");
    if (setup.change.lifted_mm)
        return refused("“lifted” shows the ways of a rack; a carousel would come to a spindle that is not there.",
                       "Take the height away at Macros, below “The change”. First runs: without tools, single block.");
    if (ring.ring.slide_without == shop::SlideWithout::GoesBack)
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
    std::map<int, std::string> names;
    auto const take = [&](int pocket, Id<shop::Assembly> id) -> Result<void> {
        auto const& each = *book.find(id);
        if (each.number == 0)
            return fail(Code::OutOfRange, {"tools"}, fmt::format("The number of “{}”, 0,", each.name),
                        "1 or more: 0 says that the spindle is empty");
        if (auto const [other, is_new] = names.emplace(each.number, each.name); !is_new)
            return fail(Code::TwoAlike, {"tools"}, fmt::format("“{}” and “{}”", other->second, each.name),
                        fmt::format("number, {}", each.number));
        plan.stops.push_back({pocket, id});
        return {};
    };
    for (std::size_t i = 0; i < ring.places.size(); ++i) {
        auto const& place = ring.places[i];
        int const pocket = static_cast<int>(i) + 1;
        if (!book.find(place.tool) || place.seen == shop::Seen::Unknown) continue;
        if (place.tool == spindle)
            return refused(
                fmt::format("tool {} is in the spindle and in pocket {}.", book.find(spindle)->number, pocket),
                "Look, and say which at Changer, Carousel.");
        if (auto const taken = take(pocket, place.tool); !taken) return Failure(taken.error());
    }
    if (!plan.of(wanted))
        return refused(fmt::format("tool {} hangs in no pocket that somebody has seen.", tool->number),
                       "Look, and say where at Changer, Carousel.");
    if (auto const* in_spindle = book.find(spindle)) {
        int const home = roomIn(book, ring, *in_spindle);
        if (home == 0)
            return refused(fmt::format("no pocket is known to be empty, with room for tool {}.", in_spindle->number),
                           "Empty one, or look and say so at Changer, Carousel.");
        if (auto const taken = take(home, spindle); !taken) return Failure(taken.error());
    }
    plan.seat_z_mm = *ring.seat_z_mm;
    plan.above_mm = ring.cone_mm.value_or(changer::usual_cone_mm) + clear_mm;
    auto const& machine = *book.find(setup.place.machine);
    if (double const top_mm = plan.seat_z_mm + plan.above_mm; top_mm > machine.safeZ_mm())
        return fail(Code::NotInTravel, {"carousel"}, "Z " + lengthText(top_mm, machine.units) + ", above all cones,",
                    lengthText(machine.safeZ_mm(), machine.units) + " at most");
    return plan;
}

Result<Recipe> ringRecipe(facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks) {
    auto const plan = planRing(book, setup);
    if (!plan) return Failure(plan.error());
    auto const& machine = *book.find(setup.place.machine);
    RingChanging changing{
        book, setup, *plan, lacks, machine, *plan->of(setup.change.next), *book.find(setup.change.next)};
    return changing.made();
}

RingChanged changedRing(facts::Reader const& book, shop::ZeroSetup const& setup, RingPlan const& plan) {
    auto const away = setup.place.assembly, fetched = setup.change.next;
    RingChanged made{plan.carousel, {}};
    auto const put = [&](Id<shop::Assembly> tool, Id<shop::Assembly> hangs) {
        auto& place = made.carousel.places[static_cast<std::size_t>(plan.of(tool)->pocket - 1)];
        place = {hangs, shop::Seen::Believed};
    };
    made.words = fmt::format("Changed: tool {} from pocket {}", book.find(fetched)->number, plan.of(fetched)->pocket);
    if (plan.of(away)) {
        put(away, away);
        made.words += fmt::format(", tool {} into pocket {}", book.find(away)->number, plan.of(away)->pocket);
    }
    put(fetched, {});
    made.carousel.at = plan.of(fetched)->pocket;
    return made;
}

} // namespace steady::macros
