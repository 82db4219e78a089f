// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/History.h"
#include "support/Reference.h"
#include "support/Test.h"

#include "core/base/Rng.h"
#include "core/install/Proof.h"
#include "core/install/Settings.h"
#include "core/install/SignalTable.h"
#include "core/install/TouchFeeds.h"
#include "core/machine/Believed.h"
#include "core/machine/VirtualMachine.h"
#include "core/macros/Parts.h"

#include <map>

using namespace steady;
using namespace steady::shop;
using facts::Hold;
using install::LeadFault;

namespace {

/// A setter on a machine of its own, a tool above it.
struct Stand {
    Machine machine;
    ToolSetter setter;
    TouchPlate plate;
    Assembly tool;

    machine::World world() const {
        machine::Belief belief;
        belief.machine = machine;
        belief.plate = plate;
        belief.assembly = tool;
        belief.setter = machine::BelievedSetter{setter, -150}; // on the table
        belief.zero_z_mm = -150 + belief.stock_thickness_mm + tool.length_mm.value_or(machine::assumed_length_mm);
        auto made = machine::asBelieved(belief);
        made.plate.place = machine::PlatePlace::Away;
        return made;
    }
};

/// How far the tip went below the trip, when it came down on the setter at a feed.
double overshoot_mm(machine::World world, double feed_mm_min) {
    auto const trip_mm = world.setterTrip_mm();
    world.position_mm = {world.setter->x_mm, world.setter->y_mm, trip_mm + 25 + world.axes[2].backlash_mm};
    machine::VirtualMachine vm(world);
    (void)vm.probe({world.setter->x_mm, world.setter->y_mm, trip_mm - 60}, feed_mm_min, false);
    return trip_mm - vm.position()[2];
}

} // namespace

/// Circuits, feeds and proofs. Where nothing else is named: common practice.
class WiringTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Levels worked out by hand, from what each input does by itself and what each device can do to its lead: idle and
    /// touched, sound, with a broken lead, with a short. The virtual machine reads the same.
    void everyCircuitReadsAsItMust_data() {
        QTest::addColumn<int>("input");
        QTest::addColumn<int>("output");
        QTest::addColumn<int>("rest");
        QTest::addColumn<QByteArray>("levels");
        auto row = [](InputClass input, SignalOutput output, Circuit rest, char const* levels) {
            QTest::addRow("%s, %s, %s", word(input), word(output), word(rest))
                << static_cast<int>(input) << static_cast<int>(output) << static_cast<int>(rest) << QByteArray(levels);
        };
        auto const open = Circuit::OpenAtRest, closed = Circuit::ClosedAtRest;
        for (auto const output : {SignalOutput::DryContact, SignalOutput::Sinking}) {
            row(InputClass::PullUp, output, open, "HL HH LL");
            row(InputClass::PullUp, output, closed, "LH HH LL");
        }
        for (auto const output : {SignalOutput::DryContact, SignalOutput::Sourcing}) {
            row(InputClass::PullDown, output, open, "LH LL HH");
            row(InputClass::PullDown, output, closed, "HL LL HH");
        }
        for (auto const rest : {open, closed}) {
            row(InputClass::PullUp, SignalOutput::Sourcing, rest, "HH HH HH");
            row(InputClass::PullDown, SignalOutput::Sinking, rest, "LL LL LL");
        }
        for (auto const output : {SignalOutput::DryContact, SignalOutput::Sinking, SignalOutput::Sourcing}) {
            row(InputClass::Isolated, output, open, "LH LL HH");
            row(InputClass::Isolated, output, closed, "HL LL HH");
        }
    }
    void everyCircuitReadsAsItMust() {
        QFETCH(int, input);
        QFETCH(int, output);
        QFETCH(int, rest);
        QFETCH(QByteArray, levels);
        levels.replace(" ", "");
        for (auto const contact_at : {Level::Low, Level::High}) {
            Stand stand;
            stand.setter.circuit = static_cast<Circuit>(rest);
            stand.setter.wiring.input = static_cast<InputClass>(input);
            stand.setter.wiring.output = static_cast<SignalOutput>(output);
            stand.setter.wiring.contact_at = contact_at;
            auto const table = install::signalTable({stand.setter.circuit, stand.setter.wiring});
            int at = 0;
            for (auto const fault : {LeadFault::None, LeadFault::Broken, LeadFault::Shorted})
                for (bool const touched : {false, true}) {
                    bool const high = levels[at++] == 'H', contact = high == (contact_at == Level::High);
                    auto const& line = table.line(touched, fault);
                    QCOMPARE(line.level == Level::High, high);
                    QCOMPARE(line.contact, contact);
                    QCOMPARE(line.right, contact == touched);

                    auto world = stand.world();
                    world.setter->lead_off = fault == LeadFault::Broken;
                    world.setter->shorted = fault == LeadFault::Shorted;
                    world.position_mm = {world.setter->x_mm, world.setter->y_mm,
                                         world.setterTrip_mm() + (touched ? -0.1 : 3.0)};
                    QCOMPARE(machine::VirtualMachine(world).inputReadsContact(), contact);
                }
        }
    }

    void failuresAreSaidToBeSeenOrNot() {
        auto table = [](Circuit rest) { return install::signalTable({rest, {}}); };
        QVERIFY(table(Circuit::ClosedAtRest).breakSafe());
        QVERIFY(!table(Circuit::ClosedAtRest).shortSafe());
        QVERIFY(!table(Circuit::OpenAtRest).breakSafe());
        QVERIFY(table(Circuit::OpenAtRest).shortSafe());
        Wiring weak, strong;
        weak.output = strong.output = SignalOutput::Sourcing;
        weak.input = strong.input = InputClass::Isolated;
        weak.input_v = 24;
        strong.supply_v = 24;
        QCOMPARE(install::signalTable({Circuit::OpenAtRest, weak}).drive, install::Drive::TooWeak);
        QVERIFY(!install::signalTable({Circuit::OpenAtRest, weak}).works());
        QCOMPARE(install::signalTable({Circuit::OpenAtRest, strong}).drive, install::Drive::TooStrong);
        QCOMPARE(install::signalJudgements({Circuit::OpenAtRest, strong}).front().severity, Severity::Bad);
    }

    /// tests/data/reference/l-motion-thermal.json.
    void stoppingDistancesAreTheReferences() {
        int cases = 0;
        auto const reference = test::referenceJson("l-motion-thermal.json");
        for (auto const& each : reference["cases"]) {
            if (each["kind"] != "stop") continue;
            Machine machine;
            auto const& in = each["input"];
            double const feed = in["feed_mm_per_min"], reaction_s = in["reaction_s"],
                         distance = each["expected"]["distance_mm"];
            machine.axes[2].accel_mm_s2 = in["decel_mm_s2"];
            machine.driver_lag_s = reaction_s;
            QVERIFY(test::near(install::chainStop_mm(machine, reaction_s, feed), distance, 1e-12, 1e-9));
            QVERIFY(test::near(install::overshootParts(machine, feed).sum_mm(), distance, 1e-12, 1e-9));
            QVERIFY(test::near(zeroing::largestFeed_mm_min(machine, reaction_s, distance), feed, 1e-6, 1e-9));
            ++cases;
        }
        QVERIFY(cases >= 10);
    }

    /// Of 10,000 odd machines and setters: what is recommended never reaches the overtravel contact, and half as fast
    /// again as what would leave nothing always does.
    void recommendedFeedsSpareTheSetter() {
        Rng rng(7, 0, Purpose::Scatter);
        auto between = [&](double low, double high) { return rng.between(low, high); };
        for (int run = 0; run < 10'000; ++run) {
            Stand stand;
            auto& m = stand.machine;
            m.axes = {AxisTravel{0, 400}, AxisTravel{0, 300}, AxisTravel{-200, 0, 60'000, between(80, 2000)}};
            m.capture = static_cast<Capture>(run % 3);
            m.debounce_s = m.capture == Capture::Hardware ? 0 : between(0, 0.02);
            m.poll_s = between(0, 0.01);
            m.driver_lag_s = between(0, 0.004);
            m.switch_scatter_mm = 0.001;
            auto& s = stand.setter;
            s.x_mm = s.y_mm = 25; // beside the stock
            s.trigger_mm = 30;
            s.free_mm = 30.5;
            s.overtravel_mm = s.trigger_mm - between(0.5, 6);
            s.solid_mm = *s.overtravel_mm - 1;
            stand.tool.length_mm = between(20, 60);
            auto world = stand.world();
            world.seed = static_cast<std::uint64_t>(run);
            auto const limits = install::feedLimits(m, s, 0.05);
            double const stroke_mm = s.trigger_mm - *s.overtravel_mm;
            double const scatter_mm = 5 * m.switch_scatter_mm;
            double const recommended_mm = overshoot_mm(world, limits.recommended.fast_mm_min);
            QVERIFY2(recommended_mm > -scatter_mm && recommended_mm < stroke_mm + scatter_mm,
                     qPrintable(QString::number(run)));
            QVERIFY2(overshoot_mm(world, 1.5 * limits.zero_margin_mm_min) > stroke_mm - scatter_mm,
                     qPrintable(QString::number(run)));
        }
    }

    /// By hand: 1 mm of room, braking at 100 mm/s², the chain late by 0.05 s: v²/200 + 0.05·v = 1 → v = 10 mm/s. Half
    /// of that room is asked for: v²/200 + 0.05·v = 0.5 → v = 6.18 mm/s, 370.8 mm/min, in tens 370.
    void theStopChainBoundsTheFeedToo() {
        Stand stand;
        stand.machine.axes[2].accel_mm_s2 = 100;
        auto& s = stand.setter;
        s.overtravel_mm = 55;
        s.solid_mm = 54;
        QVERIFY(!install::feedLimits(stand.machine, s, 0.05).chain_mm_min);
        s.chain_s = 0.05;
        auto const limits = install::feedLimits(stand.machine, s, 0.05);
        QVERIFY(test::near(*limits.chain_mm_min, 600, 1e-9));
        QCOMPARE(limits.recommended.fast_mm_min, 370.0);
        auto const said = install::feedJudgements(stand.machine, install::roomOf(s), limits, 0.05, UnitSystem::Metric);
        QVERIFY(std::all_of(said.begin(), said.end(), [](auto const& each) { return each.severity != Severity::Bad; }));
        s.practice.find_mm_min = 720;
        auto const faster = install::feedLimits(stand.machine, s, 0.05);
        auto const warned =
            install::feedJudgements(stand.machine, install::roomOf(s), faster, 0.05, UnitSystem::Metric);
        QVERIFY(warned[1].headline.starts_with("The stop chain would be too late"));
    }

    /// By hand: looks every 4 ms, scatter 0.002: 5 · 0.002 + v · 0.004 / 2 = 0.05 → v = 20 mm/s.
    void theRequirementBoundsTheMeasuringFeed() {
        Stand stand;
        stand.machine.capture = Capture::Polled;
        stand.machine.poll_s = 0.004;
        stand.machine.switch_scatter_mm = 0.002;
        QVERIFY(test::near(install::feedLimits(stand.machine, stand.setter, 0.05).measure_most_mm_min, 1200, 1e-9));
        stand.machine.capture = Capture::Hardware;
        QVERIFY(std::isinf(install::feedLimits(stand.machine, stand.setter, 0.05).measure_most_mm_min));
        QCOMPARE(install::feedLimits(stand.machine, stand.setter, 0.009).measure_most_mm_min, 0.0);
    }

    /// What is to be typed is what the macros are written with.
    void theSheetAndTheMacrosAgree() {
        test::History book;
        ZeroSetup setup;
        Machine machine;
        machine.axes[2] = {-150, 0, 3000, 120, 0.04};
        machine.capture = Capture::Debounced;
        machine.debounce_s = 0.08;
        setup.place.machine = book.add(machine);
        ToolSetter setter{"front", 31.5, -12.25};
        for (std::optional<double> const own : {std::optional<double>(), std::optional(0.2), std::optional(3.0)}) {
            setter.practice.back_off_mm = own;
            setup.place.setter = book.add(setter);
            auto const plan = macros::planTouch(machine, zeroing::feedsFor(machine, setter), setter.practice, true);
            std::map<std::string, double> numbers;
            for (auto const& row : install::settingsOf(book.reader(), setup))
                if (row.number) numbers[row.id] = *row.number;
            QVERIFY(test::near(numbers.at("retract"), plan.back_off_mm, 1e-12));
            QVERIFY(test::near(numbers.at("dwell"), plan.settle_s, 1e-12));
            QVERIFY(test::near(numbers.at("find"), plan.feeds.fast_mm_min, 1e-12));
            QVERIFY(test::near(numbers.at("measure"), plan.feeds.slow_mm_min, 1e-12));
            QVERIFY(test::near(numbers.at("setter.y"), -12.25, 1e-12));
            QVERIFY(test::near(numbers.at("safe_z"), -1, 1e-12));
        }
    }

    void whatIsSeenIsNamed_data() {
        QTest::addColumn<QByteArray>("seen"); ///< at rest, touched, let go: n c f o; creep, alone: y n; - not yet
        QTest::addColumn<int>("signal");
        auto row = [](char const* seen, install::Signal signal) {
            QTest::newRow(seen) << QByteArray(seen) << static_cast<int>(signal);
        };
        using install::Signal;
        row("ncnyn", Signal::Fine);
        row("-----", Signal::Unfinished);
        row("ncny-", Signal::Unfinished);
        row("ncn-n", Signal::Unfinished);
        row("cn---", Signal::Reversed);
        row("nn---", Signal::Dead);
        row("cc---", Signal::Stuck);
        row("ncc--", Signal::Stuck);
        row("f----", Signal::Noisy);
        row("nf---", Signal::Noisy);
        row("no---", Signal::WrongInput);
        row("ncnyy", Signal::Alone);
        row("ncnnn", Signal::NotWatched);
    }
    void whatIsSeenIsNamed() {
        QFETCH(QByteArray, seen);
        QFETCH(int, signal);
        auto shows = [&](int at) { return static_cast<Shows>(QByteArray("-ncfo").indexOf(seen[at])); };
        auto answer = [&](int at) { return static_cast<Answer>(QByteArray("-yn").indexOf(seen[at])); };
        for (auto const path : {Path::Clip, Path::OwnSwitch}) {
            auto const told = install::diagnose({shows(0), shows(1), shows(2), answer(3), answer(4)}, path);
            QCOMPARE(static_cast<int>(told.signal), signal);
            bool const wrong = told.signal != install::Signal::Fine && told.signal != install::Signal::Unfinished;
            QCOMPARE(!told.causes.empty(), wrong);
        }
    }

    /// It lapses with another wiring, another debounce and a pulled cable, not with another name or with a cable of
    /// another device; seen again it counts again.
    void aProofLapses() {
        test::History book;
        ZeroSetup setup;
        setup.place.machine = book.add(Machine{"Ash"});
        setup.place.setter = book.add(ToolSetter{"front"});
        setup.place.plate = book.add(TouchPlate{"3 mm"});
        auto const other = book.add(ToolSetter{"rear"});
        auto state = [&](install::Device device = install::Device::Setter) {
            return install::proofOf(book.reader(), setup, device).holding.state;
        };
        auto prove = [&](Observed seen) {
            auto proof = *install::proofAsWired(book.reader(), setup, install::Device::Setter);
            proof.observed = seen;
            return book.add(proof);
        };
        Observed const fine{Shows::Nothing, Shows::Contact, Shows::Nothing, Answer::Yes, Answer::No};
        QCOMPARE(state(), Hold::Open);
        QVERIFY(install::proofWarning(book.reader(), setup, install::Device::Setter)->severity == Severity::Attention);
        prove({Shows::Contact, Shows::Nothing});
        QCOMPARE(state(), Hold::Open);
        prove(fine);
        QCOMPARE(state(), Hold::Holds);
        QVERIFY(!install::proofWarning(book.reader(), setup, install::Device::Setter));
        QCOMPARE(state(install::Device::Plate), Hold::Open);
        auto at_the_rear = setup;
        at_the_rear.place.setter = other;
        QCOMPARE(install::proofOf(book.reader(), at_the_rear, install::Device::Setter).holding.state, Hold::Open);

        book.change(setup.place.setter, [](ToolSetter& s) { s.name = "front left"; });
        QCOMPARE(state(), Hold::Holds);
        auto event = [&](Happening what, Id<ToolSetter> setter) {
            Event made;
            made.what = what;
            made.machine = setup.place.machine;
            made.setter = setter;
            book.add(made);
        };
        event(Happening::CablePulled, other);
        QCOMPARE(state(), Hold::Holds);
        event(Happening::CablePulled, setup.place.setter);
        QCOMPARE(state(), Hold::Stale);
        prove(fine);
        QCOMPARE(state(), Hold::Holds);
        for (auto const& change :
             {std::function<void(ToolSetter&)>([](ToolSetter& s) { s.wiring.input = InputClass::Isolated; }),
              {[](ToolSetter& s) { s.wiring.port = "probe"; }},
              {[](ToolSetter& s) { s.wiring.contact_at = Level::High; }},
              {[](ToolSetter& s) { s.circuit = Circuit::OpenAtRest; }}}) {
            book.change(setup.place.setter, change);
            QCOMPARE(state(), Hold::Stale);
            prove(fine);
            QCOMPARE(state(), Hold::Holds);
        }
        book.change(setup.place.machine, [](Machine& m) { m.debounce_s = 0.003; });
        QCOMPARE(state(), Hold::Stale);
        QCOMPARE(install::proofOf(book.reader(), setup, install::Device::Setter).holding.because.back().text,
                 std::string("The debounce was 0 ms, is 3 ms."));
        // Somebody goes on without: said, and kept, but no proof.
        auto proof = *install::proofAsWired(book.reader(), setup, install::Device::Setter);
        proof.instead = "watched it yesterday";
        book.add(proof);
        QCOMPARE(state(), Hold::Open);
        QVERIFY(
            install::proofWarning(book.reader(), setup, install::Device::Setter)->text.find("watched it yesterday") !=
            std::string::npos);
    }
};

STEADY_TEST(WiringTest);
#include "WiringTest.moc"
