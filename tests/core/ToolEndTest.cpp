// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/machine/ToolEnd.h"
#include "support/Rows.h"

using namespace steady;
using machine::Tool;
using shop::TipShape;

namespace {

constexpr double none = std::numeric_limits<double>::infinity();

Tool tool(TipShape tip, double diameter_mm, double contact_radius_mm) {
    Tool made;
    made.tip = tip;
    made.diameter_mm = diameter_mm;
    made.contact_radius_mm = contact_radius_mm;
    return made;
}

} // namespace

/// Where a tool's end and a flat thing meet: by plane geometry, worked out by hand.
class ToolEndTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void heightOfTheEnd_data() {
        QTest::addColumn<int>("tip");
        QTest::addColumn<double>("diameter");
        QTest::addColumn<double>("contact");
        QTest::addColumn<double>("angle");
        QTest::addColumn<double>("radius");
        QTest::addColumn<double>("height");
        auto row = [](char const* name, TipShape tip, double d, double contact, double angle, double r, double height) {
            QTest::newRow(name) << static_cast<int>(tip) << d << contact << angle << r << height;
        };
        row("flat, under its rim", TipShape::Rim, 8, 4, 90, 3.9, 0);
        row("flat, beyond it", TipShape::Rim, 8, 4, 90, 4.1, none);
        row("flat with a chamfer", TipShape::Rim, 8, 3, 90, 3.5, 0.5);
        row("vee of 90 degrees", TipShape::Point, 16, 0, 90, 5, 5);
        row("vee of 60 degrees", TipShape::Point, 16, 0, 60, 5, 5 * std::sqrt(3.0));
        row("vee, beyond its diameter", TipShape::Point, 16, 0, 90, 8.01, none);
        row("ball of 12 at its pole", TipShape::Ball, 12, 0, 90, 0, 0);
        row("ball of 10, 3 from its axis: 5 - 4", TipShape::Ball, 10, 0, 90, 3, 1);
        row("ball of 10, at its equator", TipShape::Ball, 10, 0, 90, 5, 5);
        row("round-over, under its pilot", TipShape::RoundOver, 25, 4, 90, 4, 0);
        // Arc of 8.5 around a centre at the rim: at 12.5 - 5.1 from the axis it stands sqrt(8.5² - 5.1²) = 6.8 up.
        row("round-over, in its hollow", TipShape::RoundOver, 25, 4, 90, 7.4, 6.8);
        row("between inserts: the body", TipShape::Insert, 92, 44, 90, 20, 3);
    }
    void heightOfTheEnd() {
        QFETCH(int, tip);
        QFETCH(double, diameter);
        QFETCH(double, contact);
        QFETCH(double, angle);
        QFETCH(double, radius);
        QFETCH(double, height);
        auto made = tool(static_cast<TipShape>(tip), diameter, contact);
        made.vee_deg = angle;
        double const found = machine::endHeight_mm(made, radius);
        QVERIFY2(std::isinf(height) ? std::isinf(found) : test::near(found, height, 1e-9),
                 std::to_string(found).c_str());
    }

    void insertsMeetWhatLiesUnderThem_data() {
        QTest::addColumn<double>("turned");
        QTest::addColumn<double>("x"); ///< of the plate's middle; it is 60 × 40, the axis at 0, 0
        QTest::addColumn<double>("lift");
        // Two inserts on a circle of radius 44, the first towards +X.
        QTest::newRow("plate under the axis: neither reaches it") << 0.0 << 0.0 << 3.0;
        QTest::newRow("plate under an insert") << 0.0 << 44.0 << 0.0;
        QTest::newRow("turned away by a quarter: the body") << 90.0 << 44.0 << 3.0;
        QTest::newRow("turned by ten degrees: still over it") << 10.0 << 44.0 << 0.0;
        QTest::newRow("under the second insert") << 0.0 << -44.0 << 0.0;
        QTest::newRow("beside everything") << 0.0 << 80.0 << none;
    }
    void insertsMeetWhatLiesUnderThem() {
        QFETCH(double, turned);
        QFETCH(double, x);
        QFETCH(double, lift);
        auto const cutter = tool(TipShape::Insert, 92, 44);
        double const found = machine::liftOver_mm(cutter, turned, {x - 30, x + 30, -20, 20}, 0, 0);
        QCOMPARE(found, lift);
    }

    /// Six inserts around a small plate: the body would come down on it, three millimetres too deep, and says nothing.
    void aBodyOverThePlateIsNoContactOfTheInserts() {
        test::SmallShop shop;
        shop.change(shop.tool, [](shop::Assembly& a) {
            a.tip = TipShape::Insert;
            a.diameter_mm = 92;
            a.contact_radius_mm = 44;
            a.teeth = 6;
        });
        shop.changeSetup([](shop::ZeroSetup& s) { s.prefer.window_mm.reset(); });
        auto rehearsal = shop.rehearse();
        QVERIFY(rehearsal.macro.text.find("Plate under one insert") != std::string::npos);
        auto const good = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY2(test::near(good.z_zero->error_mm(), 0, 0.002), good.message.c_str());
        auto& plate = rehearsal.world().plate.footprint;
        plate.x_low_mm -= 44;
        plate.x_high_mm -= 44; // laid under the axis instead
        auto const wrong = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY2(wrong.z_zero && test::near(wrong.z_zero->error_mm(), -3, 0.002), wrong.message.c_str());
    }
    void aVeeBesideThePlateTouchesWithItsCone() {
        test::SmallShop shop;
        shop.change(shop.tool, [](shop::Assembly& a) {
            a.tip = TipShape::Point;
            a.diameter_mm = 16;
        });
        shop.changeSetup([](shop::ZeroSetup& s) { s.prefer.window_mm.reset(); });
        auto rehearsal = shop.rehearse();
        rehearsal.world().plate.footprint.x_low_mm = rehearsal.world().position_mm[0] + 5;
        rehearsal.world().plate.footprint.x_high_mm = rehearsal.world().position_mm[0] + 65;
        rehearsal.world().position_mm[2] -= 3; // so that the search reaches so far
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY2(result.z_zero && test::near(result.z_zero->error_mm(), -5, 0.002), result.message.c_str());
    }
};

STEADY_TEST(ToolEndTest);
#include "ToolEndTest.moc"
