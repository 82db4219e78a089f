// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/parametric/Parametric.h"
#include "support/Recorder.h"
#include "support/Rows.h"
#include "support/Test.h"

#include <numbers>

using namespace steady;
using namespace steady::controller;
using test::Recorder;
using test::runRecorded;

namespace {

constexpr double pi = std::numbers::pi;

/// Rapid to a start, then the line; what was moved along after it.
std::vector<Vec3> pointsOf(std::string const& start, std::string const& line) {
    auto const ran = runRecorded("G21 G90 F100\nG0 " + start + "\n" + line + "\n");
    if (ran.outcome != Outcome::Completed) qFatal("%s: %s", line.c_str(), ran.message.c_str());
    return ran.machine.points;
}

/// Radii, sense and steps of an arc about a centre in the plane of axes a and b.
void isArc(std::vector<Vec3> const& points, Vec3 const& from, int a, int b, double ca, double cb, double radius,
           double swept) {
    auto last = from;
    double angle = 0;
    for (auto const& point : points) {
        double const ra = point[a] - ca, rb = point[b] - cb, la = last[a] - ca, lb = last[b] - cb;
        QVERIFY(test::near(std::hypot(ra, rb), radius, 1e-6));
        double const step = std::atan2(la * rb - lb * ra, la * ra + lb * rb);
        QVERIFY2(radius * (1 - std::cos(step / 2)) <= 0.0100001, "a chord leaves its arc by more than a hundredth");
        angle += step;
        last = point;
    }
    QVERIFY2(test::near(angle, swept, 1e-6), std::to_string(angle).c_str());
}

/// A shop whose stock lies 20 mm high, a 6 mm cutter, and a program zero on the stock's top in its middle.
machine::World bench() {
    test::SmallShop shop;
    auto world = shop.rehearse().world();
    world.plate.place = machine::PlatePlace::Away;
    world.tool = {.length_mm = 50, .diameter_mm = 6, .contact_radius_mm = 3};
    world.memory.work_offsets_mm[0] = {(world.stock.x_low_mm + world.stock.x_high_mm) / 2,
                                       (world.stock.y_low_mm + world.stock.y_high_mm) / 2, world.zeroOnStock_mm()};
    world.position_mm[2] = world.zeroOnStock_mm() + 15;
    return world;
}

} // namespace

/// Whole jobs: arcs, holes, cutting, and texts of any length. Letters as in docs/language.md.
class JobTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// N: the worked example of NISTIR 6556 for an arc by its centre, recalled: from 7, 7 to 10, 16 about 10, 11.
    void arcsByTheirCentre() {
        auto const points = pointsOf("X7 Y7 Z5", "G17 G2 X10 Y16 I3 J4 Z9");
        isArc(points, {7, 7, 5}, 0, 1, 10, 11, 5, -(pi - std::atan2(3, 4)));
        QCOMPARE(points.back()[2], 9.0);
        for (std::size_t i = 1; i < points.size(); ++i) // the third axis goes along evenly
            QVERIFY(test::near(points[i][2] - points[i - 1][2], 4.0 / static_cast<double>(points.size()), 1e-9));
    }
    void arcsInEveryPlane() {
        isArc(pointsOf("X10 Y0 Z0", "G3 X0 Y10 I-10 J0"), {10, 0, 0}, 0, 1, 0, 0, 10, pi / 2);
        isArc(pointsOf("X10 Y0 Z0", "G2 X0 Y10 I-10 J0"), {10, 0, 0}, 0, 1, 0, 0, 10, -3 * pi / 2);
        isArc(pointsOf("X10 Y0 Z0", "G3 X10 I-10"), {10, 0, 0}, 0, 1, 0, 0, 10, 2 * pi); // all round
        // Counter-clockwise as seen from the third axis: Z to X, and Y to Z.
        isArc(pointsOf("X0 Y4 Z-10", "G18 G3 X-10 Z0 K10 I0"), {0, 4, -10}, 2, 0, 0, 0, 10, pi / 2);
        isArc(pointsOf("X4 Y10 Z-20", "G19 G3 Y0 Z-10 J-10 K0"), {4, 10, -20}, 1, 2, 0, -20, 10, pi / 2);
        // C: the centre as a position.
        isArc(pointsOf("X10 Y0 Z0", "G90.1 G3 X0 Y10 I0 J0"), {10, 0, 0}, 0, 1, 0, 0, 10, pi / 2);
    }
    /// N: R above zero takes the way below half a turn, below zero the other.
    void arcsByTheirRadius() {
        isArc(pointsOf("X10 Y0 Z0", "G3 X0 Y10 R10"), {10, 0, 0}, 0, 1, 0, 0, 10, pi / 2);
        isArc(pointsOf("X10 Y0 Z0", "G3 X0 Y10 R-10"), {10, 0, 0}, 0, 1, 10, 10, 10, 3 * pi / 2);
        isArc(pointsOf("X10 Y0 Z0", "G2 X0 Y10 R10"), {10, 0, 0}, 0, 1, 10, 10, 10, -pi / 2);
        isArc(pointsOf("X10 Y0 Z0", "G2 X-10 Y0 R10"), {10, 0, 0}, 0, 1, 0, 0, 10, -pi); // just spanned
    }
    void refusals_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("says");
        auto row = [](char const* name, char const* text, char const* says) {
            QTest::newRow(name) << QString::fromLatin1(text) << QString::fromLatin1(says);
        };
        row("N: ends off its circle", "G2 X10 Y1 I5 J0", "does not close");
        row("N: a radius that does not span", "G2 X10 R4.9", "does not close");
        row("N: no way by a radius back to where it is", "G2 X0 R5", "does not close");
        row("N: neither centre nor radius", "G2 X10", "needs the word R, or I and J");
        row("N: both", "G2 X10 R5 I5", "needs the word R, or I and J");
        row("N: a centre beside the plane", "G2 X10 I5 K0", "reads the word K");
        row("N: an arc of the other plane", "G18 G2 X10 J5", "needs the word R, or K and I");
        row("N: turns are not known", "G2 X10 I5 P2", "reads the word P");
        row("N: no axis", "G2 X0 Y0 I5\nI5", "needs an axis word");
        row("N: a straight move reads no centre", "G2 X0 Y0 I5\nG1 X1 I5", "reads the word I");
        row("N: nor a line after it", "G1 X1\nX2 J1", "reads the word J");
        row("N: hole without R", "G81 X1 Z-5", "needs the word R, the height");
        row("N: hole without Z", "G81 X1 R2", "needs the word Z, the bottom");
        row("N: wait without P", "G82 X1 Z-5 R2", "needs the word P");
        row("N: steps without Q", "G83 X1 Z-5 R2", "needs the word Q");
        row("N: steps of nothing", "G83 X1 Z-5 R2 Q0", "Q0");
        row("N: bottom above R", "G81 X1 Z3 R2", "A bottom above R");
        row("N: what a cycle keeps ends with it", "G81 X1 Z-5 R2\nG80\nG81 X2", "needs the word R");
        row("S: holes beside Z", "G18 G81 X1 Z-5 R2", "in the plane of X and Y");
        row("N: half a hole", "G81 X1 Z-5 R2 L1.5", "whole number");
        row("refused by name", "G41 D1", "G41 is not known");
        row("refused by name: tapping", "G84 X1 Z-5 R2", "G84 is not known");
    }
    void refusals() {
        QFETCH(QString, text);
        QFETCH(QString, says);
        auto const ran = runRecorded("G21 G90 F100\nG0 X0 Y0 Z0\n" + text.toStdString() + "\n");
        QCOMPARE(ran.outcome, Outcome::Refused);
        QVERIFY2(QString::fromStdString(ran.message).contains(says), ran.message.c_str());
    }
    /// N: the two worked examples of NISTIR 6556 for G81, recalled, and steps and waits counted by hand.
    void holes() {
        auto moves = [](std::string const& text) {
            auto const ran = runRecorded("G21 G90 F100\nG0 X1 Y2 Z3\n" + text + "\n");
            if (ran.outcome != Outcome::Completed) qFatal("%s", ran.message.c_str());
            QString all;
            for (std::size_t i = 1; i < ran.machine.log.size(); ++i) // without the one to the start
                all += QString::fromStdString(ran.machine.log[i]) + QLatin1String(", ");
            return all.replace(QLatin1String("feed100"), QLatin1String("feed")).chopped(2);
        };
        auto text = [](char const* words) { return QString::fromLatin1(words); };
        QCOMPARE(moves("G90 G81 G98 X4 Y5 Z1.5 R2.8"), text("rapid 4 5 3, rapid 4 5 2.8, feed 4 5 1.5, rapid 4 5 3"));
        QCOMPARE(moves("G91 G81 G98 X4 Y5 Z-0.6 R1.8 L3"),
                 text("rapid 1 2 4.8, rapid 5 7 4.8, rapid 5 7 4.8, feed 5 7 4.2, rapid 5 7 4.8, rapid 9 12 4.8, rapid "
                      "9 12 4.8, feed 9 12 4.2, rapid 9 12 4.8, rapid 13 17 4.8, rapid 13 17 4.8, feed 13 17 4.2, "
                      "rapid 13 17 4.8"));
        QCOMPARE(moves("G99 G81 X4 Z-1 R2\nX6\nG80"), text("rapid 4 2 3, rapid 4 2 2, feed 4 2 -1, rapid 4 2 2, rapid "
                                                           "6 2 2, rapid 6 2 2, feed 6 2 -1, rapid 6 2 2"));
        QCOMPARE(moves("G99 G83 X4 Z-1 R2 Q1.2"),
                 text("rapid 4 2 3, rapid 4 2 2, feed 4 2 0.8, rapid 4 2 2, rapid 4 2 1.054, feed 4 2 -0.4, rapid 4 2 "
                      "2, rapid 4 2 -0.146, feed 4 2 -1, rapid 4 2 2"));
        auto const waited = runRecorded("G21 G90 F100\nG0 X1 Y2 Z3\nG82 X4 Z-1 R2 P0.5\nX5 P0.25\n");
        for (auto const* wait : {"dwell 0.5", "dwell 0.25"})
            QCOMPARE(std::count(waited.machine.log.begin(), waited.machine.log.end(), wait), 1);
    }
    /// What a turning cutter may do and a standing one may not.
    void cutting() {
        auto run = [](std::string const& text, machine::World const& world) {
            return test::runText("G21 G90 G54 F600\n" + text + "M2\n", world);
        };
        auto const world = bench();
        auto const slot = "G0 X0 Y0\nG0 Z2\nG1 Z-3\nG1 X40\nG3 X40 Y20 I0 J10\nG0 Z5\n";
        QCOMPARE(run(std::string("M3 S1000\n") + slot, world).outcome, Outcome::Completed);
        auto const still = run(slot, world);
        QVERIFY(still.outcome == Outcome::Collision && still.cause == Cause::Work && still.where.line == 4);
        auto const fast = run("M3 S1000\nG0 X0 Y0\nG0 Z-3\n", world);
        QVERIFY(fast.outcome == Outcome::Collision && fast.cause == Cause::Work && fast.where.line == 4);
        // Fast again where it has been, not beside it.
        QCOMPARE(run(std::string("M3 S1000\n") + slot + "G0 X20 Y0\nG0 Z-2.9\nG0 X30\nG0 Z5\n", world).outcome,
                 Outcome::Completed);
        QCOMPARE(run(std::string("M3 S1000\n") + slot + "G0 X20 Y5\nG0 Z-2.9\n", world).outcome, Outcome::Collision);
        // The nut, the table and a clamp stop it as ever.
        auto short_one = world;
        short_one.tool.nut_mm = 30;
        short_one.tool.stick_out_mm = 10;
        auto const nut = run("M3 S1000\nG0 X0 Y0\nG0 Z2\nG1 Z-12\n", short_one);
        QVERIFY(nut.outcome == Outcome::Collision && nut.cause == Cause::Work);
        auto const through = run("M3 S1000\nG0 X0 Y0\nG0 Z2\nG1 Z-20.5\n", world);
        QVERIFY(through.outcome == Outcome::Collision && through.cause == Cause::Table);
        // An arc takes its length over its feed: a quarter of 20 mm at 600 mm/min in 3.14 s, and the ramps.
        auto const arc = run("M3 S1000\nG0 X20 Y0\nG0 Z2\nG4 P0\nG1 Z1\nG3 X0 Y20 I-20\n", world);
        auto const before = run("M3 S1000\nG0 X20 Y0\nG0 Z2\nG4 P0\nG1 Z1\n", world);
        double const took = arc.elapsed_s - before.elapsed_s;
        QVERIFY2(took > pi && took < pi + 0.1, std::to_string(took).c_str());
    }
    /// As long as a job is: read, run to its end with its progress told, and stopped at once.
    void aJobOfTwoHundredThousandLines() {
        std::string text = "G21 G90 G54 G17\nM3 S12000\nG0 Z5\nF3000\n";
        int lines = 4;
        for (int i = 0; lines < 200'000; ++i) {
            double const x = -60 + i % 100, y = -30 + i / 100 % 50;
            text += fmt::format("G0 X{:.3f} Y{:.3f}\nG1 Z-1.500\nG1 X{:.3f}\nG2 X{:.3f} I1.000 J0\nG0 Z5.000\n", x, y,
                                x + 2, x + 4);
            text += fmt::format("G81 X{:.3f} Y{:.3f} Z-2.000 R1.000\nG80\n", x, y);
            lines += 7;
        }
        text += "M5\nG0 Z10\nM2\n";
        auto const loaded = machine::load(text, dialects::parametric());
        QVERIFY(loaded.findings.empty());
        QVERIFY(loaded.lines > 200'000);
        auto const world = bench();
        Going going;
        double told = 0;
        bool rose = true;
        going.tell = [&](double share) {
            rose = rose && share >= told;
            told = share;
        };
        auto const whole = machine::run(loaded, world, nullptr, going);
        QVERIFY2(whole.outcome == Outcome::Completed, whole.message.c_str());
        QVERIFY(rose && told > 0.95);
        QVERIFY(test::near(*whole.lowest_over_work_mm, -2, 0.001));
        auto const stop = std::make_unique<std::stop_source>();
        going.stop = stop->get_token();
        going.tell = [&](double share) {
            if (share > 0.3) stop->request_stop();
        };
        auto const stopped = machine::run(loaded, world, nullptr, going);
        QCOMPARE(stopped.outcome, Outcome::Runaway);
        QVERIFY(stopped.where.line > 50'000 && stopped.where.line < 80'000);
        // What goes round for ever is still found.
        QCOMPARE(runRecorded("O1 WHILE [1]\nG4 P0\nO1 ENDWHILE\n").outcome, Outcome::Runaway);
    }
};

STEADY_TEST(JobTest);
#include "JobTest.moc"
