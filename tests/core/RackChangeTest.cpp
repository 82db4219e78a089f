// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A change at the rack: its ways, what it comes to on each control, and what a naive one does.
#include "support/Changing.h"
#include "support/Test.h"

#include "core/base/Words.h"
#include "core/changer/Carousel.h"
#include "core/changer/CarouselTable.h"
#include "core/changer/Clearances.h"
#include "core/dialects/Bundle.h"
#include "core/install/Settings.h"
#include "core/macros/ChangeSteps.h"
#include "core/macros/LinkNumbers.h"
#include "core/macros/RackRecipe.h"
#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"

#include <algorithm>
#include <numeric>

using namespace steady;
using macros::Kind;

namespace {

constexpr char const* controls[] = {"parametric", "hash", "streaming"};

test::LinkedShop shopOn(char const* dialect, bool empty = false) {
    return test::changingShop(Kind::RackChange, dialect, empty);
}

machine::RunResult ran(safety::Rehearsal const& made, machine::World const& world, machine::Trace* trace = nullptr) {
    return machine::run(machine::load(made.macro.text, safety::dialectOf(world)), world, trace);
}

/// What a person would write who trusts the machine: no lamp, no wait, no number that is kept.
constexpr char const* naive = R"(G21 G90
M5
G53 G0 Z-4
G53 G0 X%1 Y%2
G53 G0 Z%3
G53 G1 Y%4 F700
M64 P3
G4 P0.5
G53 G0 Z-4
G53 G0 X%5 Y%6
G53 G0 Z%7
M65 P3
G4 P0.5
G53 G1 Y%8
G53 G0 Z-4
M61 Q%9
M2
)";

} // namespace

class RackChangeTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Where the forks stand is told here by hand: as shopFor taught them, at 83.05 mm, a holder 11.5 mm lower.
    void itGoesOnlyWhereItMay() {
        for (auto const* dialect : controls) {
            auto const shop = shopOn(dialect);
            auto const made = shop.rehearse(Kind::RackChange);
            auto const& axes = shop.book.find(shop.machine)->axes;
            double const safe = made.zero.machine.safeZ_mm(), out = 25 + 25 + 2;
            machine::Trace trace;
            auto const result = ran(made, made.world(), &trace);
            QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
            bool down = false;
            for (auto const& step : trace) {
                auto const& [from, to] = std::pair{step.record.from_mm, step.record.to_mm};
                bool const low = std::min(from[2], to[2]) < safe - 0.01;
                bool const only_up = from[0] == to[0] && from[1] == to[1] && from[2] < to[2];
                if (from == to || !low || only_up) continue;
                down = true;
                int axes_moved = 0;
                for (std::size_t i = 0; i < 3; ++i) axes_moved += from[i] != to[i];
                QCOMPARE(axes_moved, 1); // below the top one axis at a time
                int const fork = static_cast<int>(std::lround((to[0] - axes[0].low_mm - 120.4) / 83.05));
                QVERIFY2(fork == 0 || fork == 1, dialect); // its own, and that of the tool it fetches
                QVERIFY(test::near(to[0], axes[0].low_mm + 120.4 + 83.05 * fork, 0.001));
                double const y = axes[1].high_mm - 41.3 + 0.11 * fork,
                             seat = axes[2].high_mm - 54.6 - 0.07 * fork - 11.5;
                for (auto const& at : {from, to}) {
                    QVERIFY(at[1] >= y - out - 0.001 && at[1] <= y + 0.001);
                    QVERIFY(at[2] >= seat - 0.001);
                }
                if (from[1] != to[1]) { // in and out at the seat's height alone
                    QVERIFY(test::near(to[2], seat + (fork == 1 ? 0.2 : 0), 0.001));
                } else { // over the fork, or clear of it
                    QVERIFY(test::near(to[1], y, 0.001) || test::near(to[1], y - out, 0.001));
                }
            }
            QVERIFY(down);
        }
    }
    void afterItEverythingHangsWhereItSays() {
        for (auto const* dialect : controls)
            for (bool const empty : {false, true}) {
                auto const shop = shopOn(dialect, empty);
                auto const made = safety::rehearse(shop.reader(), shop.setup(), Kind::RackChange);
                QVERIFY2(made, made ? "" : made.error().value.c_str());
                auto const result = ran(*made, made->world());
                QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
                int const own = shop.book.find(shop.tool)->number, fetched = shop.book.find(shop.long_tool)->number,
                          third = shop.book.find(shop.short_tool)->number;
                QCOMPARE(result.rack->in_spindle, fetched);
                QVERIFY(!result.rack->is_open);
                std::multiset<int> hang;
                for (auto const& pocket : result.rack->pockets) hang.insert(pocket.holder);
                QCOMPARE(hang, empty ? (std::multiset<int>{0, 0, 0, third}) : (std::multiset<int>{0, 0, own, third}));
                if (result.told_tool) QCOMPARE(*result.told_tool, fetched);
            }
    }
    /// The first runs: the same ways, 150 mm higher, and the clamp left alone; at the end everything hangs as before.
    void liftedItOnlyShowsTheWays() {
        for (auto const* dialect : controls) {
            auto shop = shopOn(dialect, true);
            auto rise = [&](double by_mm) {
                shop.changeSetup([&](shop::ZeroSetup& s) { s.change.lifted_mm = by_mm; });
            };
            rise(32); // cones of 31 stand up
            QCOMPARE(safety::rehearse(shop.reader(), shop.setup(), Kind::RackChange).error().code, Code::OutOfRange);
            rise(36);
            auto const made = safety::rehearse(shop.reader(), shop.setup(), Kind::RackChange);
            QVERIFY2(made, made ? "" : describe(made.error()).c_str());
            QVERIFY(made->macro.text.find("LIFTED") != std::string::npos);
            machine::Trace trace;
            auto const result = ran(*made, made->world(), &trace);
            QVERIFY2(safety::classify(result, *made) == safety::RunClass::Right, result.message.c_str());
            double lowest_mm = 1e9;
            for (auto const& step : trace) lowest_mm = std::min(lowest_mm, step.record.to_mm[2]);
            // Fork 2 sits at high − 54.6 − 0.07 − 11.5, taken 0.2 above that.
            double const seat_mm = shop.book.find(shop.machine)->axes[2].high_mm - 66.17;
            QVERIFY2(test::near(lowest_mm, seat_mm + 36.2, 0.002), std::to_string(lowest_mm - seat_mm).c_str());
            QVERIFY(result.rack->pockets == made->world().rack->pockets && !result.rack->is_open);
            QCOMPARE(result.rack->in_spindle, 0);
            rise(500);
            QCOMPARE(safety::rehearse(shop.reader(), shop.setup(), Kind::RackChange).error().code, Code::NotInTravel);
        }
    }
    /// Nobody is told to jog up while a holder may sit in a fork.
    void noTextSaysJogUp() {
        for (auto const* dialect : controls) {
            auto text = shopOn(dialect).rehearse(Kind::RackChange).macro.text;
            std::transform(text.begin(), text.end(), text.begin(), [](unsigned char c) { return std::tolower(c); });
            QVERIFY2(text.find("jog z up") == std::string::npos && text.find("recover") != std::string::npos, dialect);
        }
    }
    /// The same tool again: nothing moves, and nothing is opened.
    void theSameToolAgain() {
        for (auto const* dialect : {"parametric", "hash"}) {
            auto const shop = shopOn(dialect);
            auto const made = shop.rehearse(Kind::RackChange);
            auto world = made.world();
            world.memory.tool = world.memory.selected_tool = world.person.puts_in;
            if (QLatin1String(dialect) == QLatin1String("hash")) // as the change has left it
                world.memory.parameters[static_cast<std::size_t>(macros::changeNumber(made.behaviour))] = 1004;
            auto const result = ran(made, world);
            QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
            QVERIFY(!result.moved);
            QCOMPARE(result.rack->in_spindle, world.rack->in_spindle);
        }
    }
    /// Every fault, on each control: it is stopped, or it stands on the list; the air at every move.
    void everyFaultIsStoppedOrListed() {
        for (auto const* dialect : controls) {
            auto const shop = shopOn(dialect);
            auto const made = shop.rehearse(Kind::RackChange);
            std::set<std::string> bad;
            for (auto const& fault : safety::rackFaults())
                for (std::uint64_t seed = 0; seed < 13; ++seed) {
                    auto world = made.world();
                    world.seed = seed;
                    QVERIFY(fault.touches(Kind::RackChange, world));
                    fault.apply(world);
                    auto const result = ran(made, world);
                    auto const found = safety::classify(result, made);
                    if (found == safety::RunClass::Right || found == safety::RunClass::StoppedSafely) continue;
                    QVERIFY2(fault.unseen, (std::string(dialect) + ", " + fault.id + ": " + result.message).c_str());
                    bad.insert(fault.id);
                }
            QCOMPARE(bad, (std::set<std::string>{"air_lost", "sticks_in_cone", "pocket_occupied", "holders_swapped",
                                                 "rack_bumped"}));
        }
    }
    /// Every lamp stuck either way, from each move on: it stops, or the change ends as it was meant. What no lamp shows
    /// once it is stuck stands in the list of faults as “sticks” and “lost”; here only one thing is wrong.
    void aLampThatSticksHalfWay() {
        using machine::Says;
        std::array const lamps{&machine::Rack::open, &machine::Rack::held, &machine::Rack::air};
        for (auto const* dialect : controls) {
            auto const shop = shopOn(dialect);
            auto const made = shop.rehearse(Kind::RackChange);
            int stopped = 0, ended = 0;
            for (auto const& which : lamps)
                for (auto const says : {Says::AlwaysOn, Says::AlwaysOff})
                    for (int move = 1; move <= 14; ++move) {
                        auto world = made.world();
                        auto& sensor = (*world.rack).*which;
                        sensor.fails_to = says;
                        sensor.fails_after = move;
                        auto const result = ran(made, world);
                        auto const found = safety::classify(result, made);
                        auto const what =
                            fmt::format("{} {} {}: {}", dialect, static_cast<int>(says), move, result.message);
                        QVERIFY2(found == safety::RunClass::StoppedSafely || found == safety::RunClass::Right,
                                 what.c_str());
                        (found == safety::RunClass::Right ? ended : stopped) += 1;
                        if (found != safety::RunClass::StoppedSafely) continue;
                        // Nothing has fallen, and nothing is lost: whatever hung or was carried still does.
                        std::multiset<int> before{world.rack->in_spindle}, after{result.rack->in_spindle};
                        for (auto const& pocket : world.rack->pockets) before.insert(pocket.holder);
                        for (auto const& pocket : result.rack->pockets) after.insert(pocket.holder);
                        QVERIFY2(before == after, what.c_str());
                    }
            QVERIFY2(stopped > 20 && ended > 10, fmt::format("{} {}", stopped, ended).c_str());
        }
    }
    /// Each check by itself: without it, what it is for goes wrong. With all of them nothing does.
    void eachCheckIsNeeded_data() {
        QTest::addColumn<QString>("check");
        QTest::addColumn<QString>("fault");
        QTest::newRow("no holder in the fork") << QStringLiteral("taken,still-held") << QStringLiteral("pocket_empty");
        QTest::newRow("a clamp that is slow") << QStringLiteral("let-go,open") << QStringLiteral("clamp_slow");
        QTest::newRow("a spindle that is empty") << QStringLiteral("held,none-held") << QStringLiteral("spindle_empty");
    }
    void eachCheckIsNeeded() {
        QFETCH(QString, check);
        QFETCH(QString, fault);
        auto const shop = shopOn("parametric");
        std::set<std::string> without;
        for (auto const& id : check.split(QLatin1Char(','))) without.insert(id.toStdString());
        for (bool const all : {true, false}) {
            auto const made = shop.rehearse(Kind::RackChange, all ? std::set<std::string>{} : without);
            auto world = made.world();
            safety::faultNamed(fault.toStdString())->apply(world);
            auto const found = safety::classify(ran(made, world), made);
            QVERIFY(all == (found == safety::RunClass::StoppedSafely));
        }
    }
    void aNaiveOneIsRed() {
        auto const shop = shopOn("parametric");
        auto const made = shop.rehearse(Kind::RackChange);
        auto const& rack = *made.world().rack;
        auto const& home = rack.pockets.back();
        auto const& to = *std::find_if(rack.pockets.begin(), rack.pockets.end(), [&](auto const& pocket) {
            return pocket.holder == made.world().person.puts_in;
        });
        QCOMPARE(rack.pockets.size(), std::size_t(4)); // an empty fork is in the way as well
        auto const text = QString::fromLatin1(naive)
                              .arg(home.x_mm)
                              .arg(home.y_mm - 52)
                              .arg(home.seat_z_mm)
                              .arg(home.y_mm)
                              .arg(to.x_mm)
                              .arg(to.y_mm)
                              .arg(to.seat_z_mm)
                              .arg(to.y_mm - 52)
                              .arg(made.world().person.puts_in)
                              .toStdString();
        QVERIFY(safety::classify(test::runText(text, made.world()), made) == safety::RunClass::Right);
        int red = 0;
        for (auto const* id : {"air_off", "clamp_slow", "pocket_empty", "spindle_empty", "not_homed"}) {
            auto world = made.world();
            safety::faultNamed(id)->apply(world);
            auto const found = safety::classify(test::runText(text, world), made);
            red += found == safety::RunClass::Collision || found == safety::RunClass::WrongZero;
        }
        QCOMPARE(red, 5);
    }
    /// A fork forgives so much: the world's own geometry, told by hand.
    void aForkForgivesSoMuch() {
        auto const shop = shopOn("parametric");
        auto const made = shop.rehearse(Kind::RackChange);
        for (auto const& [off_mm, good] : {std::pair{0.1, true}, {0.2, false}, {-0.14, true}, {-0.4, false}}) {
            auto world = made.world();
            QCOMPARE(world.rack->forgives_mm, 0.15);
            for (auto& pocket : world.rack->pockets) pocket.x_mm += off_mm;
            QCOMPARE(ran(made, world).outcome == controller::Outcome::Completed, good);
        }
    }
    /// Two numbers a pocket from 831 on. The tool of the spindle goes into the first fork, the other one comes out of
    /// the second; what went wrong is not counted.
    void theControlCounts() {
        for (auto const* dialect : {"parametric", "hash"}) {
            auto shop = shopOn(dialect);
            shop.change(shop.rack, [](shop::ToolRack& r) { r.drive.counts_from = 831; });
            auto const made = shop.rehearse(Kind::RackChange);
            auto world = made.world();
            for (std::size_t n = 831; n <= 838; ++n) world.memory.parameters[n] = 40;
            auto const more = [&](machine::World const& start) {
                auto const result = ran(made, start);
                std::vector<double> counted;
                for (std::size_t n = 831; n <= 838; ++n) counted.push_back(result.memory.parameters[n] - 40);
                return counted;
            };
            QVERIFY2(more(world) == (std::vector<double>{1, 0, 0, 1, 0, 0, 0, 0}), dialect);
            int const fetched = shop.book.find(shop.long_tool)->number;
            for (auto& pocket : world.rack->pockets)
                if (pocket.holder == fetched) pocket.holder = 0; // an empty fork
            QVERIFY2(more(world) == (std::vector<double>{1, 0, 0, 0, 0, 0, 0, 0}), dialect);
            shop.changeSetup([](shop::ZeroSetup& s) {
                s.place.assembly = {};
                s.change.lifted_mm = 36;
            });
            QVERIFY(shop.rehearse(Kind::RackChange).macro.text.find("#831=") == std::string::npos);
        }
    }
    void whatCannotBeWrittenIsSaid() {
        auto shop = shopOn("parametric");
        auto refused = [&](auto edit) {
            auto copy = shop;
            edit(copy);
            auto const made = safety::rehearse(copy.reader(), copy.setup(), Kind::RackChange);
            return made ? std::string("written") : sentence(made.error());
        };
        auto rack = [](auto edit) { return [edit](test::LinkedShop& s) { s.change(s.rack, edit); }; };
        QCOMPARE(refused([](auto&) {}), std::string("written"));
        auto const counting = [&](int from) { return rack([from](shop::ToolRack& r) { r.drive.counts_from = from; }); };
        auto const scratch = shop.book.find(shop.machine)->behaviour.scratch_parameter;
        QVERIFY(refused(counting(scratch - 7)).find("for a moment") != std::string::npos); // the eighth of eight
        QVERIFY(refused(counting(99'999)).find("for counting changes") != std::string::npos);
        QVERIFY(refused([&](test::LinkedShop& s) {
                    s = shopOn("streaming");
                    counting(731)(s);
                }).find("keeps no numbers") != std::string::npos);
        QVERIFY(refused(rack([](shop::ToolRack& r) { r.drive.release_output.reset(); })).find("opens the clamp") !=
                std::string::npos);
        QVERIFY(refused(rack([](shop::ToolRack& r) {
                    r.pockets[1].seen = shop::Seen::Unknown;
                })).find("Nobody has seen") != std::string::npos);
        QVERIFY(refused(rack([](shop::ToolRack& r) { r.seat_mm.reset(); })).find("seat") != std::string::npos);
        QVERIFY(refused(rack([](shop::ToolRack& r) { r.mounting.tight = false; })).find("not mounted") !=
                std::string::npos);
        QVERIFY(refused(rack([](shop::ToolRack& r) { *r.pockets[1].x_mm += 9; })).find("where the others say") !=
                std::string::npos);
        QVERIFY(refused([](test::LinkedShop& s) {
                    s.changeSetup([&](shop::ZeroSetup& z) { z.change.next = z.place.assembly; });
                }).find("nothing is to be changed") != std::string::npos);
        QVERIFY(refused([](test::LinkedShop& s) {
                    s.change(s.short_tool, [&](shop::Assembly& a) { a.number = s.book.find(s.long_tool)->number; });
                }).find("same number") != std::string::npos);
        QVERIFY(refused([](test::LinkedShop& s) {
                    s.change(s.short_tool, [](shop::Assembly& a) { a.number = 0; });
                }).find("0 says that the spindle is empty") != std::string::npos);
        // Without inputs a person looks: it can be written, and it still stops what a person sees.
        shop.change(shop.rack,
                    [](shop::ToolRack& r) { r.drive.open_input = r.drive.held_input = r.drive.air_input = {}; });
        auto const made = shop.rehearse(Kind::RackChange);
        QVERIFY(safety::classify(ran(made, made.world()), made) == safety::RunClass::Right);
        auto world = made.world();
        world.rack->air_on = false;
        QVERIFY(safety::classify(ran(made, world), made) == safety::RunClass::StoppedSafely);
    }
    /// What hangs in a fork must not reach the table: it stands under the work, 20 mm lower than the tool that touched.
    /// What no macro works, the control's own change has to be told: seat in the figure, 11.5 mm below the touch.
    void aChangerOfItsOwnStandsOnTheSheet() {
        auto shop = shopOn("builtin");
        auto const value = [&](char const* id) {
            for (auto const& row : install::settingsOf(shop.reader(), shop.setup()))
                if (row.id == id) return row.number.value_or(-1);
            return 0.0;
        };
        QCOMPARE(value("rack21.pockets"), 0.0); // a macro of ours opens its clamp
        shop.change(shop.rack, [](shop::ToolRack& r) { r.drive.release_output.reset(); });
        auto const& axes = shop.book.find(shop.machine)->axes;
        QCOMPARE(value("rack21.pockets"), 4.0);
        QVERIFY(test::near(value("rack21.23.x"), axes[0].low_mm + 120.4 + 2 * 83.05, 0.001));
        QVERIFY(test::near(value("rack21.22.z"), axes[2].high_mm - 54.6 - 0.07 - 11.5, 0.001));
        QVERIFY(test::near(value("rack21.out"), 25 + 25 + 2, 0.001));
        // A figure that does not fit its neighbours is not told; nor is any before the rack is tight.
        shop.change(shop.rack, [](shop::ToolRack& r) { *r.pockets[2].x_mm += 9; });
        QCOMPARE(value("rack21.23.x"), 0.0);
        QVERIFY(value("rack21.22.x") != 0.0);
        shop.change(shop.rack, [](shop::ToolRack& r) { r.mounting.tight = false; });
        QCOMPARE(value("rack21.22.x"), 0.0);
    }
    void whatHangsStaysAboveTheTable() {
        auto shop = shopOn("parametric");
        shop.changeSetup([](shop::ZeroSetup& s) { s.place.stock_thickness_mm = 20; });
        double const table = shop.zero().chain->sum().mm - *shop.book.find(shop.tool)->length_mm - 20;
        auto const &longer = *shop.book.find(shop.long_tool), &shorter = *shop.book.find(shop.short_tool);
        double const lowest = std::max(*longer.length_mm, *shorter.length_mm);
        for (double const above : {3.0, -4.5}) {
            shop.change(shop.rack, [&](shop::ToolRack& r) {
                for (auto& pocket : r.pockets) pocket.z_mm = table + lowest + above + 11.5;
            });
            auto const& rack = *shop.book.find(shop.rack);
            std::string all;
            for (auto const& each : changer::judgeClearances(shop.reader(), shop.setup(),
                                                             changer::rackState(shop.reader(), shop.setup(), rack),
                                                             rack, UnitSystem::Metric))
                all += each.headline + " " + each.text + "\n";
            QVERIFY2(all.find(above > 0 ? "hangs 3.000 mm above the table" : "Its tip would stand 4.500 mm below it") !=
                         std::string::npos,
                     all.c_str());
        }
    }
    /// The list that a person follows has each lamp as the run shows it.
    void theListOfStepsIsWhatRuns() {
        auto const shop = shopOn("parametric");
        auto const made = shop.rehearse(Kind::RackChange);
        machine::Trace trace;
        (void)ran(made, made.world(), &trace);
        std::vector<std::pair<bool, bool>> seen; // open and held, as they change
        for (auto const& step : trace)
            if (std::pair const lamps{step.rack->open, step.rack->held}; seen.empty() || seen.back() != lamps)
                seen.push_back(lamps);
        std::vector<std::pair<bool, bool>> listed;
        auto const number = shop.book.find(shop.setup().place.assembly)->number;
        for (auto const& step : macros::changeSteps(made.macro.recipe, shop.book.find(shop.rack)->drive, number)) {
            QVERIFY(step.limit_s.has_value() == !step.way_out.empty());
            if (std::pair const lamps{step.open, step.held}; listed.empty() || listed.back() != lamps)
                listed.push_back(lamps);
        }
        std::erase_if(listed, [](auto const& lamps) { return lamps == std::pair{false, false}; }); // between two lamps
        std::erase_if(seen, [](auto const& lamps) { return lamps == std::pair{false, false}; });
        QCOMPARE(listed, seen);
        QCOMPARE(listed.size(), std::size_t(3)); // held, open, held
    }
    /// A carousel of nine on a small machine: numbers are not pockets, and a wide tool keeps both its neighbours empty.
    void aCarouselOfNine() {
        auto const shop = test::shopFor(Kind::PlateZero);
        shop::Carousel drum;
        drum.machine = shop.machine;
        drum.place_s = 0.5;
        drum.change_s = 4;
        drum.at = 8;
        drum.widest_mm = 60;
        drum.places.resize(9);
        for (auto& place : drum.places) place.seen = shop::Seen::Known;
        drum.places[8].tool = shop.tool;       // 9
        drum.places[0].tool = shop.long_tool;  // 1, beside it round the ring
        drum.places[5].tool = shop.short_tool; // 6
        auto const number = [&](Id<shop::Assembly> id) { return shop.book.find(id)->number; };
        std::vector const job{number(shop.long_tool), number(shop.short_tool), number(shop.tool)};
        auto const turning = changer::turningOf(shop.reader(), drum, job);
        QVERIFY(turning);
        QCOMPARE(turning->pockets, (std::vector{1, 6, 9}));
        QCOMPARE(turning->turned, 2 + 4 + 3); // 8 to 1, back to 6, on to 9
        QCOMPARE(turning->always_with, 2 + 5 + 3);
        QCOMPARE(turning->best, (std::vector{9, 1, 6})); // 1 + 1 + 4
        QCOMPARE(turning->least, 6);
        QVERIFY(test::near(turning->seconds, 9 * 0.5 + 3 * 4, 1e-9));
        drum.short_way = false;
        QCOMPARE(changer::turningOf(shop.reader(), drum, job)->turned, 10);
        QCOMPARE(changer::turningOf(shop.reader(), drum, job)->least, 1 + 1 + 5);
        QVERIFY(!changer::turningOf(shop.reader(), drum, {4711}));
        drum.places[5].tool = {};
        QCOMPARE(changer::turningOf(shop.reader(), drum, job).error().code, Code::Missing);
        auto const said = [&](char const* words) {
            auto const all = changer::judgeCarousel(shop.reader(), shop.setup(), drum, UnitSystem::Metric);
            return std::any_of(all.begin(), all.end(), [&](auto const& each) {
                return (each.headline + " " + each.text).find(words) != std::string::npos;
            });
        };
        QVERIFY(said("One place back costs 8 places, 4.0 s.") && !said("too wide"));
        QVERIFY(said("in the spindle and in pocket 9"));
        auto wide = shop;
        wide.change(wide.long_tool, [](shop::Assembly& a) { a.largest_mm = 61; });
        auto const judged = changer::judgeCarousel(wide.reader(), wide.setup(), drum, UnitSystem::Metric);
        QVERIFY(std::any_of(judged.begin(), judged.end(), [](auto const& each) {
            return each.headline.find("is too wide for tool") != std::string::npos &&
                   each.text.find("Pocket 9 stays empty.") != std::string::npos;
        }));
        QVERIFY(changer::reserved(wide.reader(), drum, 1) && changer::reserved(wide.reader(), drum, 8) &&
                !changer::reserved(wide.reader(), drum, 4));
    }
    /// Against every order there is, up to seven tools on eight places.
    void theOrderThatTurnsLeast() {
        QCOMPARE(changer::shortWay(18, 1, 18), 1); // one place, not seventeen
        QCOMPARE(changer::shortWay(1, 18, 18), -1);
        QCOMPARE(changer::shortWay(1, 10, 18), 9);
        constexpr int places = 8;
        for (int set = 0; set < 1 << places; ++set) {
            std::vector<int> pockets;
            for (int i = 0; i < places; ++i)
                if (set >> i & 1) pockets.push_back(i + 1);
            if (pockets.size() > 7) continue;
            int const at = 1 + set % places;
            auto const found = changer::leastTurning(pockets, at, places);
            QVERIFY(found);
            auto turned = [&](std::vector<int> const& order) {
                int sum = 0, before = at;
                for (int const each : order) {
                    int const way = std::abs(each - before);
                    sum += std::min(way, places - way);
                    before = each;
                }
                return sum;
            };
            auto order = pockets;
            int least = turned(order);
            do least = std::min(least, turned(order));
            while (std::next_permutation(order.begin(), order.end()));
            QCOMPARE(found->turned, least);
            QCOMPARE(turned(found->order), least);
            QVERIFY(std::is_permutation(found->order.begin(), found->order.end(), pockets.begin(), pockets.end()));
        }
        QVERIFY(!changer::leastTurning(std::vector{3, 3}, 1, 8));
        QVERIFY(!changer::leastTurning(std::vector{9}, 1, 8));
        QVERIFY(!changer::leastTurning(std::vector{1}, 0, 8));
    }
    /// T tells the tool that was chosen last: chosen early for the next change, it is not the one in the spindle.
    void whatTNamesIsWhatTheLastChangeLeft() {
        auto const made = shopOn("hash").rehearse(Kind::RackChange);
        auto world = made.world();
        auto const first = ran(made, world);
        QVERIFY2(safety::classify(first, made) == safety::RunClass::Right, first.message.c_str());
        world.memory.selected_tool = 5; // hangs in the fourth fork
        auto const early = ran(made, world);
        QVERIFY2(early.outcome == controller::Outcome::Alarm && !early.moved, early.message.c_str());
        world.memory = first.memory; // as that change has left it, and then signed off by hand
        auto const kept = static_cast<std::size_t>(macros::changeNumber(made.behaviour));
        QCOMPARE(world.memory.parameters[kept], 1004);
    }
};

STEADY_TEST(RackChangeTest);
#include "RackChangeTest.moc"
