// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A change at a carousel that comes to the spindle: its ways, what goes wrong, and which way it turns, on each control.
#include "support/Changing.h"
#include "support/Test.h"

#include "core/changer/Proving.h"
#include "core/changer/Recovery.h"
#include "core/dialects/Bundle.h"
#include "core/install/Settings.h"
#include "core/machine/RingMoves.h"
#include "core/machine/VirtualMachine.h"
#include "core/macros/ChangeSteps.h"
#include "core/macros/LinkNumbers.h"
#include "core/macros/RingRecipe.h"
#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"

#include <algorithm>

using namespace steady;
using controller::Vec3;
using macros::Kind;
using safety::RunClass;

namespace {

constexpr char const* controls[] = {"parametric", "hash", "streaming"};

/// Eleven pockets, number 7 in front; tool 3 of the spindle belongs into 3, the one that is fetched hangs in 9.
test::LinkedShop shopOn(char const* dialect, bool empty = false) {
    return test::changingShop(Kind::CarouselChange, dialect, empty);
}

machine::RunResult ran(safety::Rehearsal const& made, machine::World const& world, machine::Trace* trace = nullptr) {
    static std::pair<std::string, machine::Loaded> last; // many runs of one text
    if (last.first != made.macro.text)
        last = {made.macro.text, machine::load(made.macro.text, safety::dialectOf(world))};
    return machine::run(last.second, world, trace);
}

/// All holders that there are: nothing is lost, nothing is made.
std::multiset<int> allHolders(machine::Rack const& rack, machine::Ring const& ring) {
    std::multiset<int> all{rack.in_spindle};
    all.insert(ring.holders.begin(), ring.holders.end());
    return all;
}

int keptPocket(shop::Behaviour const& behaviour, machine::RunResult const& result) {
    return static_cast<int>(result.memory.parameters[static_cast<std::size_t>(macros::ringNumber(behaviour))]);
}

Vec3 trueAt(machine::VirtualMachine const& machine) {
    auto at = machine.position();
    for (std::size_t axis = 0; axis < 3; ++axis) at[axis] -= machine.world().home_error_mm[axis];
    return at;
}

/// A carousel as it was left, with somebody at it who looks, does what the list says, and writes down what is signed.
class AtTheCarousel {
public:
    AtTheCarousel(test::LinkedShop const& shop, machine::World const& world)
        : m_carousel(*shop.book.find(shop.ring)), m_safe_mm(shop.book.find(shop.machine)->safeZ_mm()) {
        m_machine.emplace(world);
    }
    /// Empty: it came to its end, and everything signed is true.
    std::string playOut() {
        m_seen.homed = false;
        for (int round = 0; round < 4; ++round) {
            auto const way = changer::recover(changer::deviceOf(m_carousel, 2107), m_seen);
            if (!way) return way.error().value;
            for (auto const& step : way->steps)
                if (auto const wrong = does(step); !wrong.empty()) return step.text + " " + wrong;
            if (!way->looks_first) return end();
        }
        return "it looks and looks";
    }

private:
    using Do = changer::Do;
    machine::Rack const& rack() const { return *m_machine->world().rack; }
    machine::Ring const& ring() const { return *m_machine->world().ring; }
    std::string goUp() {
        auto to = m_machine->position();
        to[2] = m_safe_mm;
        auto const trouble = m_machine->move(to, 300);
        return trouble ? trouble->text : std::string();
    }
    void anew(auto change) {
        auto world = m_machine->world();
        world.position_mm = trueAt(*m_machine);
        change(world);
        machine::standInFront(world);
        m_machine.emplace(world);
    }
    std::string does(changer::RecoveryStep const& step) {
        switch (step.what) {
        case Do::LookAtClamp:
            m_seen.clamp = rack().is_open ? changer::ClampSeen::Open : changer::ClampSeen::Closed;
            break;
        case Do::LookAtSpindle: m_seen.spindle = rack().in_spindle; break;
        case Do::LookAtPlace: {
            m_seen.at_pocket = ring().is_back ? 0 : ring().front() + 1;
            double const seat = *m_carousel.seat_z_mm;
            m_seen.in_fork = !ring().is_back && m_machine->position()[2] < seat + 1;
            break;
        }
        case Do::LookAtPocket:
            m_seen.pockets[step.pocket] = ring().holders[static_cast<std::size_t>(step.pocket - 1)];
            break;
        case Do::AirOn:
            anew([](machine::World& w) {
                w.rack->air_on = w.ring->slides = true;
                w.rack->air_lost_after = 0;
                w.rack->opens_s = w.rack->closes_s = 0.3;
            });
            m_seen.air = true;
            break;
        case Do::OpenClamp:
        case Do::CloseClamp:
            m_machine->output(rack().release_output, step.what == Do::OpenClamp);
            m_machine->dwell(1);
            m_seen.clamp = step.what == Do::OpenClamp ? changer::ClampSeen::Open : changer::ClampSeen::Closed;
            break;
        case Do::SendBack:
            m_machine->output(ring().slide_output, true); // where it was
            m_machine->output(ring().slide_output, false);
            m_machine->dwell(20);
            m_seen.at_pocket = 0;
            m_seen.in_fork = false;
            if (m_machine->changerTrouble()) return m_machine->changerTrouble()->text;
            return ring().is_back ? "" : "it did not go back";
        case Do::StraightUp: return goUp();
        case Do::Home:
            anew([](machine::World& w) { w.home_error_mm = {}; }); // found anew, and up once more as it reads then
            m_seen.homed = true;
            return goUp();
        case Do::FirstPocket:
            anew([](machine::World& w) { w.ring->at = 0; });
            m_first = true;
            break;
        case Do::NameSpindle: m_named = step.tool; break;
        case Do::SignOff: m_signed = true; break;
        default: break;
        }
        return {};
    }
    std::string end() {
        if (!m_signed || !m_first) return "not signed off";
        if (std::abs(m_machine->position()[2] - m_safe_mm) > 0.001) return "it is not up";
        if (rack().is_open || !ring().is_back) return "the clamp is open, or the carousel at the spindle";
        if (m_named != rack().in_spindle) return "another tool is named";
        for (int i = 0; i < ring().count(); ++i)
            if (m_seen.pockets[i + 1] != ring().holders[static_cast<std::size_t>(i)]) return "the table is not true";
        return {};
    }

    shop::Carousel m_carousel;
    double m_safe_mm;
    changer::SeenState m_seen;
    std::optional<machine::VirtualMachine> m_machine;
    int m_named = -1;
    bool m_signed = false, m_first = false;
};

/// As it looks to whoever comes to a carousel that stopped there.
std::optional<machine::World> leftAfter(int lines, std::string const& text, machine::World const& world,
                                        bool power_goes) {
    auto stopped = test::stoppedAfter(lines, text, world);
    if (!stopped) return std::nullopt;
    auto& machine = *stopped;
    if (power_goes) { // outputs drop: the motor stops, the spring closes the clamp; the carousel stays
        machine.output(world.ring->with_output, false);
        machine.output(world.ring->against_output, false);
        machine.output(world.rack->release_output, false);
    }
    machine.dwell(20); // whatever was on its way is there by the time that somebody looks
    if (machine.changerTrouble()) return std::nullopt;
    auto end = machine.world();
    end.position_mm = trueAt(machine);
    end.homed = false;
    return end;
}

} // namespace

class RingChangeTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Where the carousel stands is told here by hand: X low + 57.3, Y high − 61.9, a holder sits at Z high − 66.2.
    void itGoesOnlyWhereItMay() {
        for (auto const* dialect : controls)
            for (bool const empty : {false, true}) {
                auto const shop = shopOn(dialect, empty);
                auto const made = shop.rehearse(Kind::CarouselChange);
                auto const& axes = shop.book.find(shop.machine)->axes;
                double const seat = axes[2].high_mm - 66.2, top = made.zero.machine.safeZ_mm();
                machine::Trace trace;
                auto const result = ran(made, made.world(), &trace);
                QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
                double lowest = top;
                for (auto const& step : trace) {
                    auto const &from = step.record.from_mm, &to = step.record.to_mm;
                    lowest = std::min(lowest, to[2]);
                    bool const low = std::min(from[2], to[2]) < top - 0.01,
                               across = from[0] != to[0] || from[1] != to[1];
                    QVERIFY2(!(low && across), dialect); // X and Y only with Z up
                    if (to[2] < from[2]) {
                        QVERIFY(test::near(to[0], axes[0].low_mm + 57.3, 0.002));
                        QVERIFY(test::near(to[1], axes[1].high_mm - 61.9, 0.002));
                    }
                    // With the carousel at the spindle: on the seat, or above all cones, 31 high.
                    if (step.ring->near && from[2] == to[2])
                        QVERIFY2(test::near(to[2], seat, 0.002) || to[2] > seat + 31 + 1, dialect);
                }
                QVERIFY(test::near(lowest, seat, 0.002));
                int const own = shop.book.find(shop.tool)->number, fetched = shop.book.find(shop.long_tool)->number,
                          third = shop.book.find(shop.short_tool)->number;
                std::vector<int> hangs(11, 0);
                hangs[3] = third;
                if (!empty) hangs[2] = own;
                QVERIFY(result.ring->holders == hangs);
                QCOMPARE(result.rack->in_spindle, fetched);
                QVERIFY(result.ring->is_back && !result.ring->is_oriented && !result.rack->is_open);
                QCOMPARE(result.ring->front() + 1, 9);
                if (result.told_tool) QCOMPARE(*result.told_tool, fetched);
                if (*dialect != 's') QCOMPARE(keptPocket(made.behaviour, result), 9);
            }
    }
    /// Every way from each pocket to each, at least places by counting on the fingers; always with the numbers, when it
    /// has no other output.
    void itTurnsTheShortWay() {
        for (auto const* dialect : {"parametric", "hash"})
            for (bool const both : {true, false}) {
                auto shop = shopOn(dialect, true);
                shop.change(shop.ring, [&](shop::Carousel& c) {
                    c.short_way = both;
                    c.places[0].seen = shop::Seen::Known;
                });
                for (int from = 1; from <= 11; ++from) {
                    shop.change(shop.ring, [&](shop::Carousel& c) { c.at = from; });
                    auto const made = shop.rehearse(Kind::CarouselChange);
                    machine::Trace trace;
                    auto const result = ran(made, made.world(), &trace);
                    QVERIFY2(safety::classify(result, made) == RunClass::Right, result.message.c_str());
                    int with = 0, against = 0;
                    for (int at = from; at != 9; at = at % 11 + 1) ++with;
                    for (int at = from; at != 9; at = at == 1 ? 11 : at - 1) ++against;
                    int const places = both ? std::min(with, against) : with;
                    int seen = 0;
                    bool off = false;
                    for (auto const& step : trace) {
                        if (!step.ring->place) off = true;
                        if (step.ring->place && off) ++seen, off = false;
                    }
                    QCOMPARE(seen, places);
                }
            }
    }
    /// Every fault, on each control, with a tool in the spindle and without: stopped, or on the list with its reason.
    void everyFaultIsStoppedOrListed() {
        for (auto const* dialect : controls)
            for (bool const empty : {false, true}) {
                auto const made = shopOn(dialect, empty).rehearse(Kind::CarouselChange);
                std::set<std::string> bad;
                int tried = 0;
                for (auto const& fault : safety::faults())
                    // Once for each move that the air can be lost at; the others do not depend on it.
                    for (std::uint64_t seed = 0; seed < (std::string_view(fault.id) == "air_lost" ? 13 : 2); ++seed) {
                        auto world = made.world();
                        world.seed = seed;
                        if (!fault.touches(Kind::CarouselChange, world)) continue;
                        ++tried;
                        fault.apply(world);
                        auto const result = ran(made, world);
                        auto const found = safety::classify(result, made);
                        if (found == RunClass::Right || found == RunClass::StoppedSafely) continue;
                        QVERIFY2(fault.unseen,
                                 (std::string(dialect) + ", " + fault.id + ": " + result.message).c_str());
                        bad.insert(fault.id);
                    }
                QVERIFY2(tried > 60 && bad.size() <= 6, std::to_string(bad.size()).c_str());
                QVERIFY(bad.contains("ring_holders_swapped") && bad.contains("air_lost"));
            }
    }
    /// Every lamp stuck either way from each move on: it stops with every holder where something holds it, or the
    /// change ends as it was meant.
    void aLampThatSticksHalfWay() {
        using machine::Says;
        for (auto const* dialect : controls) {
            auto const made = shopOn(dialect).rehearse(Kind::CarouselChange);
            int stopped = 0, ended = 0;
            for (int lamp = 0; lamp < 8; ++lamp)
                for (auto const says : {Says::AlwaysOn, Says::AlwaysOff})
                    for (int move = 1; move <= 9; ++move) {
                        auto world = made.world();
                        auto& ring = *world.ring;
                        auto& rack = *world.rack;
                        machine::Sensor* const lamps[] = {&rack.open,  &rack.held, &rack.air,  &ring.place,
                                                          &ring.first, &ring.near, &ring.back, &ring.oriented};
                        lamps[lamp]->fails_to = says;
                        lamps[lamp]->fails_after = move;
                        auto const result = ran(made, world);
                        auto const found = safety::classify(result, made);
                        auto const what = fmt::format("{} lamp {} {} from move {}: {}", dialect, lamp,
                                                      static_cast<int>(says), move, result.message);
                        QVERIFY2(found == RunClass::StoppedSafely || found == RunClass::Right, what.c_str());
                        QVERIFY2(allHolders(*result.rack, *result.ring) == allHolders(*world.rack, *world.ring),
                                 what.c_str());
                        (found == RunClass::Right ? ended : stopped) += 1;
                    }
            QVERIFY2(stopped > 40 && ended > 20, fmt::format("{} {}", stopped, ended).c_str());
        }
    }
    /// Left between two pockets the next one would be counted wrong: it says so, and turns nothing.
    void betweenTwoPockets() {
        for (auto const* dialect : {"parametric", "hash"}) {
            auto const made = shopOn(dialect).rehearse(Kind::CarouselChange);
            auto world = made.world();
            world.ring->at -= 0.5;
            auto const result = ran(made, world);
            QCOMPARE(result.outcome, controller::Outcome::Alarm);
            QCOMPARE(result.ring->at, 5.5);
            QCOMPARE(keptPocket(made.behaviour, result), 7);
        }
    }
    /// An alarm leaves no motor running: whatever stopped it, the carousel stands.
    void nothingTurnsAfterAnAlarm() {
        for (auto const* dialect : {"parametric", "hash"}) {
            auto const made = shopOn(dialect).rehearse(Kind::CarouselChange);
            for (auto const* id : {"ring_slow", "place_stuck_on", "place_stuck_off", "ring_stands"}) {
                auto world = made.world();
                safety::faultNamed(id)->apply(world);
                machine::Trace trace;
                auto const result = ran(made, world, &trace);
                QCOMPARE(result.outcome, controller::Outcome::Alarm);
                QVERIFY2(!trace.back().ring->turns && !result.memory.outputs[9] && !result.memory.outputs[10], id);
                bool const turned = QString::fromLatin1(id) != QStringLiteral("place_stuck_off"); // found before that
                QCOMPARE(keptPocket(made.behaviour, result), turned ? 0 : 7); // 0: nobody knows any more
                world.memory = result.memory;
                auto const again = ran(made, world); // the last change was broken off
                QVERIFY2(again.outcome == controller::Outcome::Alarm && !again.moved, again.message.c_str());
            }
        }
    }
    /// Each check by itself: without it, what it is for goes wrong. With all of them nothing does.
    void eachCheckIsNeeded_data() {
        QTest::addColumn<QString>("check");
        QTest::addColumn<QString>("fault");
        QTest::newRow("a carousel that does not come") << QStringLiteral("near,left") << QStringLiteral("slide_stands");
        QTest::newRow("a lamp that is on too early")
            << QStringLiteral("not-yet-near,left") << QStringLiteral("near_on_slow");
        QTest::newRow("a spindle that is not oriented") << QStringLiteral("oriented") << QStringLiteral("not_oriented");
        QTest::newRow("a pocket that is empty")
            << QStringLiteral("taken,still-held") << QStringLiteral("ring_pocket_empty");
    }
    void eachCheckIsNeeded() {
        QFETCH(QString, check);
        QFETCH(QString, fault);
        auto const shop = shopOn("parametric");
        std::set<std::string> without;
        for (auto const& id : check.split(QLatin1Char(','))) without.insert(id.toStdString());
        for (bool const all : {true, false}) {
            auto const made = shop.rehearse(Kind::CarouselChange, all ? std::set<std::string>{} : without);
            auto world = made.world();
            if (fault == QStringLiteral("near_on_slow")) {
                safety::faultNamed("near_stuck_on")->apply(world);
                world.ring->slide_s = 3;
            } else {
                safety::faultNamed(fault.toStdString())->apply(world);
            }
            auto const result = ran(made, world);
            QVERIFY2(all == (safety::classify(result, made) == RunClass::StoppedSafely), result.message.c_str());
        }
    }
    /// From every line that it can be left at, by a reset or without power, and after every fault that stops it: the
    /// list leads back to a spindle that is up, a carousel that is back, and a table that is true.
    void recoveredFromEveryState() {
        std::set<std::string> states;
        for (auto const* dialect : controls)
            for (bool const empty : {false, true}) {
                auto const shop = shopOn(dialect, empty);
                auto const made = shop.rehearse(Kind::CarouselChange);
                bool const streamed = safety::dialectOf(made.world()).streamed;
                int played = 0;
                auto const from = [&](int lines, machine::World const& world, bool power, std::string const& what) {
                    auto const left = leftAfter(lines, made.macro.text, world, power);
                    if (!left) return;
                    auto const wrong = AtTheCarousel(shop, *left).playOut();
                    QVERIFY2(wrong.empty(), (what + ": " + wrong).c_str());
                    ++played;
                    states.insert(fmt::format("{} {} {} {:.0f}", left->rack->is_open, left->rack->in_spindle,
                                              left->ring->is_near, left->position_mm[2]));
                };
                auto const lines = static_cast<int>(std::count(made.macro.text.begin(), made.macro.text.end(), '\n'));
                // A piece that is sent stands at its lines in the whole text: those before it are blank.
                for (int line = 1; line <= (streamed ? 7 : 2) * lines; line += streamed ? 31 : 9)
                    for (bool const power : {false, true})
                        from(line, made.world(), power, fmt::format("{}, line {}, power {}", dialect, line, power));
                for (auto const& fault : safety::faults()) {
                    auto world = made.world();
                    if (!fault.touches(Kind::CarouselChange, world)) continue;
                    fault.apply(world);
                    from(lines * 9, world, false, fault.id);
                }
                QVERIFY2(played > 40, std::to_string(played).c_str());
            }
        QVERIFY2(states.size() >= 8, std::to_string(states.size()).c_str());
    }
    /// An arm that holds something is emptied by hand before anything is driven; then every pocket is looked at anew.
    void anArmIsEmptiedByHand() {
        changer::Device device{1, 3};
        device.arm = true;
        changer::SeenState seen{7, changer::ClampSeen::Closed, 0, false, {}, {{1, 0}, {2, 12}, {3, 0}}, true, true, ""};
        auto const looks = changer::recover(device, seen);
        QVERIFY(looks && looks->looks_first && looks->steps.back().what == changer::Do::LookAtArm);
        seen.arm = 57;
        auto const way = changer::recover(device, seen);
        QVERIFY(way && way->looks_first); // the pockets
        auto const emptied = std::find_if(way->steps.begin(), way->steps.end(),
                                          [](auto const& step) { return step.what == changer::Do::EmptyArm; });
        QVERIFY(emptied != way->steps.end() && emptied->by_hand && emptied->tool == 57);
        QVERIFY(std::none_of(way->steps.begin(), emptied, [](auto const& step) {
            return step.what == changer::Do::StraightUp || step.what == changer::Do::AirOn;
        }));
        seen.arm = 12; // in two places
        QVERIFY(!changer::recover(device, seen));
    }
    /// An arm is worked by the control: the sheet of settings says what that has to know.
    void anArmStandsOnTheSheet() {
        auto shop = shopOn("parametric");
        auto const row = [&](char const* id) {
            for (auto const& each : install::settingsOf(shop.reader(), shop.setup()))
                if (each.id == id) return each.value;
            return std::string();
        };
        QVERIFY(row("ring.table").empty()); // a macro of ours works it
        shop.change(shop.ring, [](shop::Carousel& c) { c.arm = true; });
        QCOMPARE(row("ring.table"), std::string("into the pocket of the new one"));
        QCOMPARE(row("ring.pockets"), std::string("11"));
        QCOMPARE(row("ring.place"), std::string("0.40"));
    }
    /// Two numbers a pocket from 831 on: what goes into the third counts in 835, what comes out of the ninth in 848.
    void theControlCounts() {
        for (auto const* dialect : {"parametric", "hash"}) {
            auto shop = shopOn(dialect);
            shop.change(shop.ring, [](shop::Carousel& c) { c.drive.counts_from = 831; });
            auto const made = shop.rehearse(Kind::CarouselChange);
            auto const result = ran(made, made.world());
            for (std::size_t n = 831; n <= 852; ++n) QCOMPARE(result.memory.parameters[n] == 1, n == 835 || n == 848);
            auto const after =
                macros::changedRing(shop.reader(), shop.setup(), *macros::planRing(shop.reader(), shop.setup()));
            QCOMPARE(after.carousel.places[2].drops, 0); // typed from the control's own
        }
        auto const shop = shopOn("parametric");
        auto const after =
            macros::changedRing(shop.reader(), shop.setup(), *macros::planRing(shop.reader(), shop.setup()));
        QCOMPARE(after.carousel.places[2].drops, 1);
        QCOMPARE(after.carousel.places[8].picks, 1);
    }
    /// Three pockets, two of them full: each called once, the holder of the first moved by hand into the empty one.
    void aCarouselIsProved() {
        shop::Carousel ring;
        ring.places.assign(3, {});
        for (auto& place : ring.places) place.seen = shop::Seen::Known;
        ring.places[0].tool = {1};
        ring.places[1].tool = {2};
        auto const proved = changer::provedOf(ring);
        auto const calls = changer::provingOf(proved, {});
        QVERIFY(calls);
        std::vector<std::string> words;
        for (auto const& call : *calls) words.push_back(changer::stepWords(call, proved));
        QVERIFY(words ==
                (std::vector<std::string>{"Call the tool of pocket 1.", "Call the tool of pocket 2.",
                                          "By hand, the machine stopped: the holder of pocket 1 into pocket 3.",
                                          "Call the tool of pocket 3.", "Call tool 0: the spindle is emptied."}));
        ring.arm = true;
        QCOMPARE(changer::provingOf(changer::provedOf(ring), {}).error().code, Code::CallRefused);
        ring.arm = false;
        ring.places[2].seen = shop::Seen::Unknown;
        QCOMPARE(changer::provingOf(changer::provedOf(ring), {}).error().code, Code::Missing);
        // The counters of the control show 12 and 11, then were lost and show 3.
        shop::Counts counts;
        counts.takeShown(12, 11);
        counts.takeShown(14, 11);
        counts.takeShown(3, 11);
        QCOMPARE(counts.picks, 17);
        QCOMPARE(counts.drops, 11);
    }
    /// Which call is refused, and why: by the table, not by the machine.
    void illegalCallsAreRefused() {
        auto const refusedWith = [](auto change) {
            auto shop = shopOn("parametric");
            change(shop);
            auto const plan = macros::planRing(shop.reader(), shop.setup());
            return plan ? std::string() : plan.error().value;
        };
        auto const of = [](auto change) {
            return [change](test::LinkedShop& shop) { shop.change(shop.ring, change); };
        };
        auto const says = [](std::string const& text, char const* words) {
            return text.find(words) != std::string::npos;
        };
        QVERIFY(refusedWith([](test::LinkedShop&) {}).empty());
        QVERIFY(says(refusedWith(of([](shop::Carousel& c) { c.arm = true; })), "arm"));
        QVERIFY(says(refusedWith(of([](shop::Carousel& c) { c.ring.slide_without = shop::SlideWithout::GoesBack; })),
                     "tears both"));
        QVERIFY(says(refusedWith(of([](shop::Carousel& c) { c.places[8].tool = {}; })), "no pocket"));
        QVERIFY(says(refusedWith(of([](shop::Carousel& c) { c.places[8].seen = shop::Seen::Unknown; })),
                     "somebody has seen"));
        QVERIFY(says(refusedWith(of([](shop::Carousel& c) {
                         for (auto& place : c.places)
                             if (!place.tool) place.seen = shop::Seen::Unknown;
                     })),
                     "known to be empty"));
        QVERIFY(says(refusedWith(of([](shop::Carousel& c) { c.place_s = 0; })), "time for a place"));
        QVERIFY(says(refusedWith(of([](shop::Carousel& c) { c.ring.place_input.reset(); })), "tells a place"));
        QVERIFY(says(refusedWith(of([](shop::Carousel& c) { c.ring.first_input = 9; })), "“at the spindle”"));
        QVERIFY(says(refusedWith(of([](shop::Carousel& c) { c.seat_z_mm = -0.5; })), "above all cones"));
        QVERIFY(says(refusedWith(of([](shop::Carousel& c) { c.y_mm = 9000; })), "Y 9000"));
        QVERIFY(says(refusedWith([](test::LinkedShop& s) {
                         s.changeSetup([&](shop::ZeroSetup& z) { z.change.next = z.place.assembly; });
                     }),
                     "already"));
        // A wide tool goes back only where both neighbours stay empty: 2 has an unseen one beside it.
        auto shop = shopOn("parametric");
        shop.change(shop.tool, [](shop::Assembly& a) { a.largest_mm = 96; });
        shop.change(shop.ring, [](shop::Carousel& c) { c.widest_mm = 75; });
        auto const plan = macros::planRing(shop.reader(), shop.setup());
        QVERIFY(plan);
        QCOMPARE(plan->pocketOf(shop.tool), 6); // beside 3 hangs 4, beside 5 too; 6 lies between 5 and 7
    }
    /// As a person follows it: every told output is looked for, with its time and a way out, until the table is told.
    void theStepsTellWhatToSee() {
        auto const shop = shopOn("parametric");
        auto const made = shop.rehearse(Kind::CarouselChange);
        auto const steps = macros::changeSteps(made.macro.recipe, *shop.book.find(shop.ring), 3);
        int looked = 0, turns = 0;
        bool told = false;
        for (auto const& step : steps) {
            looked += step.limit_s.has_value();
            turns += step.text.find("turns until pocket") != std::string::npos;
            told = told || step.text.find("told to come") != std::string::npos;
            if (step.limit_s) QVERIFY2(!step.way_out.empty(), step.text.c_str());
            if (step.limit_s && step.text.find("The clamp is open") != std::string::npos && told)
                QVERIFY2(step.way_out.find("carousel back") != std::string::npos, step.way_out.c_str());
        }
        QVERIFY2(looked > 12 && turns == 2, std::to_string(looked).c_str());
        auto const after =
            macros::changedRing(shop.reader(), shop.setup(), *macros::planRing(shop.reader(), shop.setup()));
        QCOMPARE(after.carousel.at, 9);
        QVERIFY(!after.carousel.places[8].tool);
        QVERIFY2(after.carousel.places[2].tool == shop.tool, after.words.c_str());
    }
};

STEADY_TEST(RingChangeTest);
#include "RingChangeTest.moc"
