// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

using namespace steady;
using controller::Outcome;
using machine::World;
using shop::TipShape;

namespace {

/// A setter of 60 on the table at −160, tripping at 59.5 above it; a tool of 50 meets the trip at −50.5.
World world() {
    World made;
    made.axes = {machine::Axis{0, 600, 6000, 500}, machine::Axis{0, 400, 6000, 500}, machine::Axis{-150, 0, 3000, 250}};
    made.table_z_mm = -160;
    made.table = {0, 600, 0, 400};
    made.stock = {300, 500, 100, 300};
    made.stock_thickness_mm = 20;
    made.plate.place = machine::PlatePlace::Away;
    made.input.clip = machine::ClipPlace::Away;
    machine::Setter setter;
    setter.x_mm = 60;
    setter.y_mm = 80;
    setter.base_z_mm = -160;
    setter.overtravel_mm = 55;
    made.setter = setter;
    made.position_mm = {60, 80, -40};
    return made;
}
constexpr double trip_mm = -50.5;

machine::RunResult run(World const& made, std::string const& program) { return test::runText(program, made); }
machine::RunResult probeDown(World const& made, double by_mm = 15, double feed_mm_min = 60) {
    return run(made, fmt::format("G91\nG38.3 Z{} F{}\n", -by_mm, feed_mm_min));
}
std::optional<double> touchedAt(World const& made) {
    auto const result = probeDown(made);
    return result.contacts.empty() ? std::nullopt : std::optional(result.contacts[0].true_z_mm);
}

} // namespace

/// The setter as a thing: where it trips, for which tool, and what is hurt.
class SetterWorldTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void itTripsAtItsTriggerHeight() {
        QVERIFY(test::near(*touchedAt(world()), trip_mm, 1e-6));
        auto longer = world();
        longer.tool.length_mm += 7.25;
        longer.position_mm[2] += 7.25;
        QVERIFY(test::near(*touchedAt(longer), trip_mm + 7.25, 1e-6));
        auto chip = world();
        chip.setter->chip_mm = 0.3;
        QVERIFY(test::near(*touchedAt(chip), trip_mm + 0.3, 1e-6));
        auto raised = world();
        raised.setter->base_z_mm += 0.8;
        QVERIFY(test::near(*touchedAt(raised), trip_mm + 0.8, 1e-6));
        QVERIFY(test::near(world().setterTrip_mm(), trip_mm, 1e-12));
    }

    void whichToolsReachTheDisc_data() {
        QTest::addColumn<int>("tip");
        QTest::addColumn<double>("radius");
        QTest::addColumn<double>("beside"); ///< of the disc's centre, in X
        QTest::addColumn<bool>("touches");
        QTest::addColumn<double>("later_mm"); ///< by how much the tip is lower when something of it meets the disc
        auto row = [](char const* name, TipShape tip, double radius, double beside, bool touches, double later_mm = 0) {
            QTest::newRow(name) << static_cast<int>(tip) << radius << beside << touches << later_mm;
        };
        // The disc is 20 wide.
        row("rim in the middle", TipShape::Rim, 3, 0, true);
        row("rim that overlaps the edge", TipShape::Rim, 3, 12.5, true);
        row("rim beside the disc", TipShape::Rim, 3, 13.5, false);
        row("point on the disc", TipShape::Point, 0, 9.5, true);
        row("point beside the disc: its cone, 90 degrees", TipShape::Point, 0, 10.5, true, 0.5);
        row("point far beside the disc", TipShape::Point, 0, 13.5, false);
        row("ball on the disc", TipShape::Ball, 0, 9.5, true);
        row("ball of 6 beside the disc by 1.8", TipShape::Ball, 0, 11.8, true, 3 - std::sqrt(9 - 3.24));
        row("inserts within the disc", TipShape::Insert, 8, 0, true);
        row("inserts on a circle wider than the disc: the body", TipShape::Insert, 15, 0, true, 3);
        row("one insert over the disc", TipShape::Insert, 15, -12, true);
    }
    void whichToolsReachTheDisc() {
        QFETCH(int, tip);
        QFETCH(double, radius);
        QFETCH(double, beside);
        QFETCH(bool, touches);
        QFETCH(double, later_mm);
        auto made = world();
        made.tool.tip = static_cast<TipShape>(tip);
        made.tool.contact_radius_mm = radius;
        made.tool.diameter_mm = std::max(6.0, 2 * radius);
        made.position_mm[0] += beside;
        auto const result = probeDown(made, 14);
        QCOMPARE(!result.contacts.empty(), touches);
        if (touches) QVERIFY(test::near(result.contacts[0].true_z_mm, trip_mm - later_mm, 1e-6));
    }

    void pressedTooFar_data() {
        QTest::addColumn<QString>("program");
        QTest::addColumn<bool>("second_contact");
        QTest::addColumn<int>("outcome");
        QTest::addColumn<QString>("words");
        auto row = [](char const* name, char const* program, bool second, Outcome outcome, char const* words) {
            QTest::newRow(name) << QString::fromLatin1(program) << second << static_cast<int>(outcome)
                                << QString::fromLatin1(words);
        };
        row("rapid within the stroke", "G53 G0 Z-52", true, Outcome::Completed, "");
        row("rapid onto the second contact", "G53 G0 Z-55.5", true, Outcome::Overtravel, "stop chain");
        row("rapid onto the end, no second contact", "G53 G0 Z-58", false, Outcome::Collision, "end of stroke");
        row("too fast a touch", "G91\nG38.3 Z-15 F3000", true, Outcome::Overtravel, "stop chain");
        row("a touch that its stroke takes", "G91\nG38.3 Z-15 F600", true, Outcome::Completed, "");
        row("onto the housing", "G53 G0 X75\nG53 G0 Z-60", true, Outcome::Collision, "setter");
        row("onto the bracket", "G53 G0 X95\nG53 G0 Z-95", true, Outcome::Collision, "bracket");
        row("past the bracket", "G53 G0 X120\nG53 G0 Z-95", true, Outcome::Completed, "");
        row("sideways into the disc", "G53 G0 X20\nG53 G0 Z-58\nG53 G0 X60", true, Outcome::Collision, "setter");
    }
    void pressedTooFar() {
        QFETCH(QString, program);
        QFETCH(bool, second_contact);
        QFETCH(int, outcome);
        QFETCH(QString, words);
        auto made = world();
        made.setter->bracket_reach_mm = 30;
        made.setter->bracket_top_mm = 20;
        if (!second_contact) made.setter->overtravel_mm.reset();
        auto const result = run(made, program.toStdString());
        QVERIFY2(static_cast<int>(result.outcome) == outcome, result.message.c_str());
        QVERIFY2(QString::fromStdString(result.message).contains(words), result.message.c_str());
    }
    void nutAndBodyComeDownWithTheTool() {
        auto made = world();
        made.tool.nut_mm = 50;
        made.tool.stick_out_mm = 4; // the nut stands 4 above the tip, and reaches over the disc
        made.setter->bracket_reach_mm = 60;
        made.setter->bracket_top_mm = 70;
        QCOMPARE(probeDown(made).outcome, Outcome::Collision);
        made.tool.stick_out_mm = 30;
        QCOMPARE(probeDown(made).outcome, Outcome::Completed);
        made.spindle.body_mm = 200; // 50 above the tip: clear of the bracket by 48
        QCOMPARE(probeDown(made).outcome, Outcome::Completed);
        made.tool.length_mm = 1.2;
        made.position_mm[2] = -90;
        QCOMPARE(probeDown(made, 14).outcome, Outcome::Collision);
    }

    void wiring_data() {
        QTest::addColumn<bool>("closed");
        QTest::addColumn<int>("fault"); ///< 0 none, 1 lead off, 2 shorted, 3 inverted
        QTest::addColumn<bool>("at_rest");
        QTest::addColumn<bool>("pressed");
        auto row = [](char const* name, bool closed, int fault, bool at_rest, bool pressed) {
            QTest::newRow(name) << closed << fault << at_rest << pressed;
        };
        // Reads contact: at rest, pressed. A switch that is closed at rest fails towards “contact”.
        row("closed at rest", true, 0, false, true);
        row("closed at rest, lead off", true, 1, true, true);
        row("closed at rest, shorted", true, 2, false, false);
        row("closed at rest, inverted", true, 3, true, false);
        row("open at rest", false, 0, false, true);
        row("open at rest, lead off", false, 1, false, false);
        row("open at rest, shorted", false, 2, true, true);
    }
    void wiring() {
        QFETCH(bool, closed);
        QFETCH(int, fault);
        QFETCH(bool, at_rest);
        QFETCH(bool, pressed);
        auto made = world();
        made.setter->circuit = closed ? shop::Circuit::ClosedAtRest : shop::Circuit::OpenAtRest;
        made.setter->lead_off = fault == 1;
        made.setter->shorted = fault == 2;
        made.setter->inverted = fault == 3;
        machine::VirtualMachine machine(made);
        QCOMPARE(machine.inputReadsContact(), at_rest);
        QVERIFY(!machine.move({60, 80, trip_mm - 1}, 0));
        QCOMPARE(machine.inputReadsContact(), pressed);
    }

    /// Lost motion: what goes down and then up has to take it up first. Touched downward it is in every reading alike.
    void backlashIsTakenUpAtEachReversal() {
        auto made = world();
        made.axes[2].backlash_mm = 0.05;
        machine::VirtualMachine machine(made);
        auto const first = machine.probe({60, 80, -55}, 60, false);
        QVERIFY(first.contact);
        QVERIFY(test::near(machine.touches()[0].true_z_mm, trip_mm, 1e-6)); // where the thing stands
        QVERIFY(!machine.move({60, 80, -45}, 600));
        auto const second = machine.probe({60, 80, -55}, 60, false);
        QVERIFY(test::near(second.trip_mm[2], first.trip_mm[2], 1e-6)); // alike in both
        QVERIFY(test::near(first.trip_mm[2], made.setterTrip_mm(), 1e-6));
        // Lifted until it opens, the reading is off by the lost motion.
        auto const release = machine.probe({60, 80, -40}, 60, true);
        QVERIFY(release.contact);
        QVERIFY2(test::near(std::abs(release.trip_mm[2] - second.trip_mm[2]), 0.05, 1e-6),
                 std::to_string(release.trip_mm[2]).c_str());
        // X alone: its own figure.
        made.axes[0].backlash_mm = 0.2;
        machine::VirtualMachine sideways(made);
        QVERIFY(!sideways.move({200, 80, -40}, 0) && !sideways.move({60, 80, -40}, 0));
        QCOMPARE(sideways.position()[0], 60.0);
    }
    void takingAnotherToolChangesTheTrip() {
        auto made = world();
        machine::Tool other;
        other.length_mm = 42;
        made.tools = {{7, other}};
        auto const result = run(made, "G53 G0 Z-1\nT7 M6\nG53 G0 Z-40\nG91\nG38.3 Z-25 F60\n");
        QCOMPARE(result.contacts.size(), std::size_t(1));
        QVERIFY(test::near(result.contacts[0].true_z_mm, trip_mm - 8, 1e-6));
        QCOMPARE(result.memory.tool, 7);
        // Nobody has tool 9: the one that is in stays, and only the number is another.
        auto const wrong = run(made, "T9 M6\nG53 G0 Z-40\nG91\nG38.3 Z-25 F60\n");
        QVERIFY(test::near(wrong.contacts.at(0).true_z_mm, trip_mm, 1e-6));
        QCOMPARE(wrong.memory.tool, 9);
    }
    void bothConventionsOfZRunAlike() {
        auto top = world(), table = world();
        for (auto* z : {&table.table_z_mm, &table.setter->base_z_mm, &table.position_mm[2], &table.axes[2].low_mm,
                        &table.axes[2].high_mm})
            *z += 160;
        auto const a = probeDown(top), b = probeDown(table);
        QCOMPARE(a.contacts.size(), b.contacts.size());
        QVERIFY(test::near(a.contacts[0].true_z_mm + 160, b.contacts[0].true_z_mm, 1e-9));
        QVERIFY(test::near(a.elapsed_s, b.elapsed_s, 1e-9));
    }
    void theSwitchScattersAsMuchAsItIsSaid() {
        auto made = world();
        made.input.scatter_mm = 0.004;
        double sum = 0, squares = 0;
        int const n = 2000;
        for (int i = 0; i < n; ++i) {
            made.seed = static_cast<std::uint64_t>(i);
            double const off = *touchedAt(made) - trip_mm;
            sum += off;
            squares += off * off;
        }
        double const mean = sum / n, deviation = std::sqrt(squares / n - mean * mean);
        QVERIFY(std::abs(mean) < 4 * 0.004 / std::sqrt(n)); // four standard errors
        QVERIFY2(test::near(deviation, 0.004, 0.0004), std::to_string(deviation).c_str());
    }
};

STEADY_TEST(SetterWorldTest);
#include "SetterWorldTest.moc"
