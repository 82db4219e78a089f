// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Words.h"
#include "core/changer/Recovery.h"
#include "core/install/Settings.h"
#include "core/machine/Run.h"
#include "core/macros/ChangeSteps.h"
#include "core/macros/RingRecipe.h"
#include "core/safety/DialectOf.h"
#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"
#include "support/Changing.h"
#include "support/Rows.h"
#include "support/Test.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>

using namespace steady;
using macros::Kind;
using safety::RunClass;

namespace {

constexpr char const* controls[] = {"parametric", "hash", "streaming"};
constexpr int table = 861; // of the tool in pocket 1

void putArm(test::LinkedShop& shop) {
    shop.change(shop.ring, [](shop::Carousel& c) {
        c.arm = true;
        c.arm_seen = shop::Seen::Known;
        c.exchange = {1, 13, table, 6.5};
    });
}

/// Eleven pockets, number 7 in front; tool 3 is in the spindle, 5 hangs in pocket 4, 4 in pocket 9; an arm exchanges.
test::LinkedShop shopOn(char const* dialect, bool empty = false) {
    auto shop = test::changingShop(Kind::CarouselChange, dialect, empty);
    putArm(shop);
    return shop;
}

machine::RunResult ran(safety::Rehearsal const& made, machine::World const& world, machine::Trace* trace = nullptr) {
    return machine::run(machine::load(made.macro.text, safety::dialectOf(world)), world, trace);
}

/// By the control's own table.
int holds(machine::RunResult const& result, int pocket) {
    return static_cast<int>(result.memory.parameters[static_cast<std::size_t>(table + pocket - 1)]);
}

} // namespace

/// A change by an arm that exchanges both holders at once.
class ArmChangeTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// What hangs where is told here by hand; nothing moves while the arm is out, and Z goes down only in one place.
    void itExchangesBoth() {
        for (auto const* dialect : controls)
            for (bool const empty : {false, true}) {
                auto const shop = shopOn(dialect, empty);
                auto const made = shop.rehearse(Kind::CarouselChange);
                auto const& axes = shop.book.find(shop.machine)->axes;
                machine::Trace trace;
                auto const result = ran(made, made.world(), &trace);
                QVERIFY2(safety::classify(result, made) == RunClass::Right, result.message.c_str());
                std::vector<int> hangs(11, 0);
                hangs[3] = 5;
                hangs[8] = empty ? 0 : 3;
                QVERIFY(result.ring->holders == hangs);
                QCOMPARE(result.rack->in_spindle, 4);
                QVERIFY(result.ring->is_at_rest && !result.ring->is_oriented);
                QCOMPARE(result.ring->front() + 1, 9);
                if (*dialect != 's')
                    for (int pocket = 1; pocket <= 11; ++pocket)
                        QCOMPARE(holds(result, pocket), hangs[static_cast<std::size_t>(pocket - 1)]);
                double lowest = axes[2].high_mm;
                for (auto const& step : trace) {
                    auto const &from = step.record.from_mm, &to = step.record.to_mm;
                    lowest = std::min(lowest, to[2]);
                    if (to[2] < from[2]) QVERIFY(test::near(to[0], axes[0].low_mm + 57.3, 0.002));
                    QVERIFY(*step.ring->rest || from == to);
                }
                QVERIFY(test::near(lowest, axes[2].high_mm - 66.2, 0.002));
            }
    }
    /// Macros that were written once go on being true, though each change makes another table: 3 goes where 4 was, 4
    /// where 5 was, 5 where 4 is by then.
    void writtenOnceItFindsThePocket() {
        for (auto const* dialect : {"parametric", "hash"}) {
            auto shop = shopOn(dialect);
            auto const fetch_4 = shop.rehearse(Kind::CarouselChange).macro.text;
            shop.changeSetup([&](shop::ZeroSetup& s) { s.change.next = shop.short_tool; });
            auto const fetch_5 = shop.rehearse(Kind::CarouselChange).macro.text;
            auto const language = safety::dialectOf(shop.rehearse(Kind::CarouselChange).world());
            shop.changeSetup([&](shop::ZeroSetup& s) { s.change.next = shop.long_tool; });
            auto world = shop.rehearse(Kind::CarouselChange).world();
            std::pair<std::string const*, std::array<int, 3>> const calls[] = {
                {&fetch_4, {4, 5, 3}}, {&fetch_5, {5, 4, 3}}, {&fetch_4, {4, 5, 3}}, {&fetch_4, {4, 5, 3}}};
            for (auto const& [text, after] : calls) { // in the spindle, in pocket 4, in pocket 9
                auto const result = machine::run(machine::load(*text, language), world);
                QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
                QCOMPARE(result.rack->in_spindle, after[0]);
                QCOMPARE(result.ring->holders[3], after[1]);
                QCOMPARE(result.ring->holders[8], after[2]);
                QCOMPARE(holds(result, 4), after[1]);
                world.memory = result.memory;
                world.rack = result.rack;
                world.ring = result.ring;
                for (auto const& each : world.tools)
                    if (each.number == after[0]) world.tool = each.tool;
            }
            world.memory.parameters[table + 3] = 0; // somebody typed it
            world.memory.parameters[table + 8] = 5;
            auto const wrong = machine::run(machine::load(fetch_5, language), world);
            QVERIFY(wrong.rack->in_spindle != 5); // and nothing can know
            world.memory.parameters[table + 8] = 0;
            auto const nowhere = machine::run(machine::load(fetch_5, language), world);
            QVERIFY2(nowhere.outcome == controller::Outcome::Alarm && !nowhere.moved, nowhere.message.c_str());
        }
    }
    void everyFaultIsStoppedOrListed() {
        for (auto const* dialect : controls)
            for (bool const empty : {false, true}) {
                auto const made = shopOn(dialect, empty).rehearse(Kind::CarouselChange);
                std::set<std::string> bad, tried;
                for (auto const& fault : safety::faults())
                    for (std::uint64_t seed = 0; seed < (std::string_view(fault.id) == "air_lost" ? 13 : 2); ++seed) {
                        auto world = made.world();
                        world.seed = seed;
                        if (!fault.touches(Kind::CarouselChange, world)) continue;
                        tried.insert(fault.id);
                        fault.apply(world);
                        auto const result = ran(made, world);
                        auto const found = safety::classify(result, made);
                        if (found == RunClass::Right || found == RunClass::StoppedSafely) continue;
                        QVERIFY2(fault.unseen,
                                 (std::string(dialect) + ", " + fault.id + ": " + result.message).c_str());
                        bad.insert(fault.id);
                    }
                QVERIFY2(bad.size() <= 6, std::to_string(bad.size()).c_str());
                QVERIFY(bad.contains("ring_holders_swapped"));
                for (auto const* id : {"arm_stands", "arm_stops", "rest_stuck_on", "rest_stuck_off"})
                    QVERIFY(tried.contains(id) && !bad.contains(id));
                QVERIFY(!tried.contains("slide_stands"));
            }
    }
    /// Every lamp stuck either way from each move on: nothing moves into an arm that is out.
    void aLampThatSticksHalfWay() {
        using machine::Says;
        for (auto const* dialect : controls) {
            auto const made = shopOn(dialect).rehearse(Kind::CarouselChange);
            int stopped = 0;
            for (int lamp = 0; lamp < 7; ++lamp)
                for (auto const says : {Says::AlwaysOn, Says::AlwaysOff})
                    for (int move = 1; move <= 4; ++move) {
                        auto world = made.world();
                        auto& ring = *world.ring;
                        auto& rack = *world.rack;
                        machine::Sensor* const lamps[] = {&rack.open,  &rack.held,     &rack.air, &ring.place,
                                                          &ring.first, &ring.oriented, &ring.rest};
                        lamps[lamp]->fails_to = says;
                        lamps[lamp]->fails_after = move;
                        auto const result = ran(made, world);
                        auto const found = safety::classify(result, made);
                        auto const what = fmt::format("{} lamp {} {} from move {}: {}", dialect, lamp,
                                                      static_cast<int>(says), move, result.message);
                        QVERIFY2(found == RunClass::StoppedSafely || found == RunClass::Right, what.c_str());
                        stopped += found == RunClass::StoppedSafely;
                    }
            QVERIFY2(stopped > 8, std::to_string(stopped).c_str());
        }
    }
    /// Without the wait for its rest Z pulls at an arm that still holds the holder.
    void theArmIsWaitedFor() {
        auto const shop = shopOn("parametric");
        for (bool const all : {true, false}) {
            auto const made =
                shop.rehearse(Kind::CarouselChange, all ? std::set<std::string>{} : std::set<std::string>{"rests"});
            auto world = made.world();
            world.ring->swap_s = 5;
            auto const found = safety::classify(ran(made, world), made);
            QVERIFY(found == (all ? RunClass::Right : RunClass::Collision));
        }
    }
    void whatItLacksIsRefused() {
        int const links = shopOn("parametric").book.find(test::LinkedShop().machine)->behaviour.link_parameter;
        auto const refusal = [](auto change) {
            auto shop = shopOn("parametric");
            shop.change(shop.ring, change);
            auto const made = safety::rehearse(shop.reader(), shop.setup(), Kind::CarouselChange);
            return made ? std::string() : sentence(made.error()) + " " + toFinding(made.error()).remedy;
        };
        auto const says = [](std::string const& text, char const* what) {
            bool const found = text.find(what) != std::string::npos;
            if (!found) qWarning("%s", text.c_str());
            return found;
        };
        using shop::Carousel;
        QVERIFY(says(refusal([](Carousel& c) { c.exchange.start_output.reset(); }), "control's own program"));
        QVERIFY(says(refusal([](Carousel& c) { c.exchange.rest_input.reset(); }), "arm at rest"));
        QVERIFY(says(refusal([](Carousel& c) { c.exchange.table_from.reset(); }), "tool of pocket 1"));
        QVERIFY(says(refusal([](Carousel& c) { c.exchange.start_output = 9; }), "arm starts"));
        QVERIFY(says(refusal([](Carousel& c) { c.exchange.rest_input = 7; }), "arm at rest"));
        QVERIFY(says(refusal([&](Carousel& c) { c.exchange.table_from = links - 10; }), "tools in the pockets"));
        QVERIFY(says(refusal([](Carousel& c) { c.drive.counts_from = table + 4; }), "counting changes"));
        QVERIFY(says(refusal([](Carousel& c) { c.arm_seen = shop::Seen::Unknown; }), "arm is empty"));
        QVERIFY(says(refusal([](Carousel& c) { c.widest_mm = 7; }), "too wide"));
        QVERIFY(refusal([](Carousel& c) {
                    c.drive.release_output.reset(); // the arm opens the clamp
                    c.ring.slide_output.reset();
                }).empty());
    }
    /// In the book the same: the old one hangs where the new one was. After a recovery the control's table is typed.
    void theTableFollows() {
        auto shop = shopOn("parametric");
        auto const plan = macros::planRing(shop.reader(), shop.setup());
        QVERIFY(plan);
        auto const after = macros::changedRing(shop.reader(), shop.setup(), *plan);
        QVERIFY(after.carousel.places[8].tool == shop.tool);
        QVERIFY(after.carousel.places[3].tool == shop.short_tool && !after.carousel.places[2].tool);
        QCOMPARE(after.carousel.at, 9);
        QCOMPARE(after.carousel.places[8].picks + after.carousel.places[8].drops, 2);

        auto const device = changer::deviceOf(plan->carousel, 700);
        changer::SeenState seen{7, changer::ClampSeen::Closed, 3, false, 0, {}, true, true, ""};
        for (int pocket = 1; pocket <= 11; ++pocket) seen.pockets[pocket] = pocket == 4 ? 5 : 0;
        auto const way = changer::recover(device, seen);
        QVERIFY(way && !way->looks_first);
        auto const typed = std::find_if(way->steps.begin(), way->steps.end(),
                                        [](auto const& step) { return step.what == changer::Do::TypeTable; });
        QVERIFY(typed != way->steps.end());
        QVERIFY(typed->text.find("from 861 for pocket 1 to 871") != std::string::npos);
    }
    void itsStepsAreListed() {
        auto const shop = shopOn("parametric");
        auto const plan = *macros::planRing(shop.reader(), shop.setup());
        auto const recipe = macros::ringRecipe(Kind::CarouselChange, shop.reader(), shop.setup(), {});
        QVERIFY(recipe);
        std::vector<std::string> texts;
        for (auto const& step : macros::changeSteps(*recipe, plan.carousel, plan.pocketOf(shop.tool)))
            texts.push_back(step.text);
        auto const at = [&](char const* text) {
            auto const found = std::find(texts.begin(), texts.end(), text);
            return found == texts.end() ? -1 : static_cast<int>(found - texts.begin());
        };
        int const starts = at("The arm is started: it exchanges both holders by itself."),
                  left = at("The arm has left its rest."), oriented = at("The spindle is oriented.");
        QVERIFY(oriented >= 0 && starts > oriented && left == starts + 1);
        QCOMPARE(texts[static_cast<std::size_t>(left + 1)], std::string("The arm is at rest."));
    }
};

STEADY_TEST(ArmChangeTest);
#include "ArmChangeTest.moc"
