// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/OddShop.h"
#include "support/Rows.h"
#include "support/Test.h"

#include "core/base/Words.h"
#include "core/dialects/Bundle.h"
#include "core/machine/Flank.h"
#include "core/machine/Solids.h"
#include "core/macros/SideRecipes.h"
#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"
#include "core/zeroing/Sides.h"

using namespace steady;
using namespace Qt::StringLiterals;
using macros::Kind;
using shop::SideFeature;
using shop::Toward;
using test::LinkedShop;

namespace {

constexpr Kind side_kinds[] = {Kind::EdgeZero, Kind::CornerZero, Kind::BoreCentre, Kind::BossCentre, Kind::CornerPlate};

} // namespace

class SidesTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// The example of the trade: a wall of 2 in and half a pin of 0.25 in. Common practice: at an edge met going to −
    /// the readout becomes 2.125, at one met going to + it becomes −2.125.
    void wallAndHalfThePinWithTheirSigns() {
        auto shop = test::inchShop();
        auto type = [&](shop::SideAxis axis, Toward toward) {
            auto setup = shop.setup();
            setup.side.axis = axis;
            setup.side.toward = toward;
            setup.side.pin_mm = 0.25 * mm_per_inch;
            setup.side.wall_mm = 2 * mm_per_inch;
            setup.side.first_mm = 5 * mm_per_inch;
            auto const sides = zeroing::sidesOf(shop.reader(UnitSystem::Inch), setup);
            return sides ? sides->axes.front() : zeroing::SidesResult::Axis{};
        };
        auto const x = type(shop::SideAxis::X, Toward::Minus), y = type(shop::SideAxis::Y, Toward::Plus);
        QVERIFY(test::near(*x.type_mm / mm_per_inch, 2.125, 1e-12));
        QVERIFY(test::near(*y.type_mm / mm_per_inch, -2.125, 1e-12));
        // The pin stands at 5: going to − the edge lies 2.125 below it, going to + above.
        QVERIFY(test::near(x.zero_mm / mm_per_inch, 2.875, 1e-12));
        QVERIFY(test::near(y.zero_mm / mm_per_inch, 7.125, 1e-12));
        QVERIFY2(x.sum.find("2.0000 + 0.1250 = 2.1250") != std::string::npos, x.sum.c_str());
        QVERIFY2(y.sum.find("−2.1250") != std::string::npos, y.sum.c_str());
    }
    void aReadoutAfterwardsIsAcceptedOrNotAndWhy_data() {
        QTest::addColumn<double>("again_in");
        QTest::addColumn<bool>("accepted");
        QTest::addColumn<QString>("because");
        // 0.003 mm of scatter: two touches differ by no more than 4·√2·0.003 mm and a step, 0.0008 in in all.
        QTest::newRow("the same") << 2.1250 << true << u"it is the same"_s;
        QTest::newRow("within the scatter") << 2.1256 << true << u"it is the same"_s;
        QTest::newRow("good enough") << 2.1262 << true << u"good enough here"_s;
        QTest::newRow("not") << 2.1281 << false << u"chip at the edge"_s;
        QTest::newRow("the sign") << -2.1250 << false << u"More than is good enough"_s;
    }
    void aReadoutAfterwardsIsAcceptedOrNotAndWhy() {
        QFETCH(double, again_in);
        QFETCH(bool, accepted);
        QFETCH(QString, because);
        auto shop = test::inchShop();
        auto setup = shop.setup();
        setup.side.toward = Toward::Minus;
        setup.side.pin_mm = 0.25 * mm_per_inch;
        setup.side.wall_mm = 2 * mm_per_inch;
        setup.side.first_mm = 0;
        shop.change(shop.machine, [](shop::Machine& m) { m.switch_scatter_mm = 0.003; });
        setup.side.again_mm = again_in * mm_per_inch;
        auto const book = shop.reader(UnitSystem::Inch);
        auto const again = zeroing::againOf(book, setup, *zeroing::sidesOf(book, setup));
        QVERIFY(again);
        QCOMPARE(again->accepted, accepted);
        auto const said = zeroing::judgeSides(book, setup).back();
        QVERIFY2(QString::fromStdString(said.text).contains(because), said.text.c_str());
        QCOMPARE(said.severity == Severity::Bad, !accepted);
    }
    /// Width = distance − 2r outside, + 2r inside.
    void theMiddleOfBoreAndBoss() {
        auto const bore = zeroing::middleOf(-20.25, 10.25, 3, 0, true),
                   boss = zeroing::middleOf(-20.25, 10.25, 3, 2, false);
        QCOMPARE(bore.at_mm, -5.0);
        QCOMPARE(bore.width_mm, 36.5);
        QCOMPARE(boss.at_mm, -5.0);
        QCOMPARE(boss.width_mm, 20.5);
    }
    /// A square turned about a known corner: where the pin's axis stands is worked out by turning it, not by the sum.
    void aCornerUnderSkewIsWhereTheEdgesCross() {
        for (double const degrees : {-2.0, 0.0, 0.7, 1.9})
            for (auto const toward_x : {Toward::Plus, Toward::Minus})
                for (auto const toward_y : {Toward::Plus, Toward::Minus}) {
                    double const a = degrees * 3.14159265358979323846 / 180, r = 3.1, cx = 120.4, cy = -33.3;
                    double const dx = shop::sign(toward_x), dy = shop::sign(toward_y);
                    auto turned = [&](double x, double y) {
                        return std::pair{cx + std::cos(a) * x - std::sin(a) * y,
                                         cy + std::sin(a) * x + std::cos(a) * y};
                    };
                    auto const [x1, y1] = turned(-dx * r, dy * 11);
                    auto const [x2, y2] = turned(-dx * r, dy * 43);
                    auto const [x3, y3] = turned(dx * 17, -dy * r);
                    auto const corner = zeroing::cornerOf({x1, y1, x2, y2, x3, y3}, toward_x, toward_y, r, 0);
                    QVERIFY(corner);
                    QVERIFY2(test::near(corner->x_mm, cx, 1e-9) && test::near(corner->y_mm, cy, 1e-9),
                             qPrintable(u"%1: %2 %3"_s.arg(degrees).arg(corner->x_mm).arg(corner->y_mm)));
                }
        QVERIFY(!zeroing::cornerOf({1, 5, 2, 5, 3, 3}, Toward::Plus, Toward::Plus, 3, 0));
    }
    void whatIsMissingIsNamed() {
        LinkedShop shop;
        auto setup = shop.setup();
        setup.side.first_mm = 4;
        auto const cutter = zeroing::sidesOf(shop.reader(), setup);
        QVERIFY(!cutter && cutter.error().code == Code::NeedsPin); // the tool in the spindle has flutes
        setup.side.pin_mm = 6;
        setup.side.feature = SideFeature::Corner;
        auto const second = zeroing::sidesOf(shop.reader(), setup);
        QVERIFY(!second && second.error().value == "The second touch");
    }
    /// A round pin meets a flat where its radius says; a cutter with two flutes only where one points at it.
    void theFlankOfPinAndCutter() {
        machine::Tool pin;
        pin.diameter_mm = 8;
        pin.teeth = 0;
        QCOMPARE(machine::flankRadius_mm(pin, 33, 1, 0), 4.0);
        auto cutter = pin;
        cutter.teeth = 2;
        QCOMPARE(machine::flankRadius_mm(cutter, 0, 1, 0), 4.0);
        QVERIFY(test::near(machine::flankRadius_mm(cutter, 30, 1, 0), 4 * std::sqrt(3.0) / 2, 1e-12));
        QVERIFY(test::near(machine::flankRadius_mm(cutter, 90, 1, 0), 2.4, 1e-12)); // its core
    }
    /// From inside the plate is met where it lies over the work; in a bore the nut still meets the rim.
    void whatStandsInTheWay() {
        auto lips = test::shopFor(Kind::CornerPlate).rehearse(Kind::CornerPlate).world();
        auto const& plate = lips.plate.footprint;
        double const low = lips.table_z_mm + lips.stock_thickness_mm + lips.tool.length_mm + 2; // below its top
        machine::Vec3 const from{plate.x_high_mm + 20, (plate.y_low_mm + plate.y_high_mm) / 2, low};
        auto const met = machine::flankMeets(lips, from, {plate.x_low_mm, from[1], low});
        QVERIFY(met && test::near(from[0] - *met * (from[0] - plate.x_low_mm), plate.x_high_mm + 3, 1e-9));
        auto bore = test::shopFor(Kind::BoreCentre).rehearse(Kind::BoreCentre).world();
        bore.tool.stick_out_mm = 6;
        bore.tool.nut_mm = bore.round->diameter_mm + 10;
        auto down = bore.position_mm;
        down[2] -= 10;
        auto const hit = machine::firstHit(bore, bore.position_mm, down);
        QVERIFY(hit && hit->what == machine::Solid::Work);
    }
    void everyMacroFindsItsPlace_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<QString>("dialect");
        for (auto const kind : side_kinds)
            for (auto const* dialect : {"parametric", "hash", "streaming"})
                QTest::addRow("%s, %s", macros::name(kind), dialect)
                    << static_cast<int>(kind) << QString::fromLatin1(dialect);
    }
    /// Against places that are put into the world by hand: a corner at (111.7, 204.3), a middle at (200.9, 251.2).
    void everyMacroFindsItsPlace() {
        QFETCH(int, kind);
        QFETCH(QString, dialect);
        auto const which = static_cast<Kind>(kind);
        for (auto const toward : {Toward::Plus, Toward::Minus})
            for (bool const inch : {false, true}) {
                auto shop = test::shopFor(which, inch);
                shop.change(shop.machine, [&](shop::Machine& m) {
                    m.dialect = dialect.toStdString();
                    m.behaviour = *dialects::usualFor(m.dialect, m.behaviour);
                });
                shop.changeSetup([&](shop::ZeroSetup& s) {
                    s.side.toward = toward;
                    s.side.toward_y = Toward::Plus;
                    s.side.wall_mm = 2.5; // typed for another touch by hand; no macro of wired work takes it
                });
                auto const made = safety::rehearse(shop.reader(), shop.setup(), which);
                if (!made) { // the one that needs sums, where there are none
                    QVERIFY2(which == Kind::CornerZero && dialect == u"streaming"_s &&
                                 made.error().code == Code::NotCarried,
                             describe(made.error()).c_str());
                    continue;
                }
                auto world = made->world();
                double const dx = 111.7 - world.stock.x_low_mm, dy = 204.3 - world.stock.y_low_mm;
                for (auto* f : {&world.stock, &world.plate.footprint}) {
                    f->x_low_mm += dx, f->x_high_mm += dx, f->y_low_mm += dy, f->y_high_mm += dy;
                }
                world.position_mm[0] += dx, world.position_mm[1] += dy;
                if (world.round) world.round->x_mm = 200.9, world.round->y_mm = 251.2;
                if (world.round) world.position_mm[0] = 200, world.position_mm[1] = 251.9;
                bool const high = toward == Toward::Minus;
                double const width = world.stock.x_high_mm - world.stock.x_low_mm;
                double const x = world.round ? 200.9 : 111.7 + (high ? width : 0), y = world.round ? 251.2 : 204.3;
                auto const result = machine::run(machine::load(made->macro.text, safety::dialectOf(world)), world);
                QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
                auto const offset = static_cast<std::size_t>(shop.setup().place.work_offset - 1);
                auto const& set = result.memory.work_offsets_mm[offset];
                double const backlash = made->zero.machine.axes[0].backlash_mm;
                QVERIFY2(std::abs(set[0] - x) <= 0.02 + backlash, qPrintable(QString::number(set[0] - x)));
                if (which != Kind::EdgeZero)
                    QVERIFY2(std::abs(set[1] - y) <= 0.02 + backlash, qPrintable(QString::number(set[1] - y)));
            }
    }
    /// A slow input reads each touch too far along its way; what is known of that is taken out with its sign.
    void theLagOfTheInputIsTakenOut() {
        for (auto const toward : {Toward::Plus, Toward::Minus}) {
            auto shop = test::shopFor(Kind::EdgeZero);
            shop.change(shop.machine, [](shop::Machine& m) {
                m.capture = shop::Capture::Polled;
                m.debounce_s = 0.04;
                m.poll_s = 0;
            });
            shop.change(shop.plate, [](shop::TouchPlate& p) { p.push_in_mm = 0.5; }); // it may be touched fast
            shop.changeSetup([&](shop::ZeroSetup& s) { s.side.toward = toward; });
            auto const made = shop.rehearse(Kind::EdgeZero);
            auto const lag_mm = macros::planSide(made.zero, macros::Across::X).lag_mm;
            QVERIFY(lag_mm > 0.008);
            auto const result = test::runText(made.macro.text, made.world());
            QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
            auto const& stock = made.world().stock;
            double const edge = toward == Toward::Plus ? stock.x_low_mm : stock.x_high_mm;
            QVERIFY(test::near(result.memory.work_offsets_mm[0][0], edge, 0.003));
        }
    }
    /// Askew by 1.2°, the corner is still found; one touch of an edge cannot know.
    void theCornerIsFoundAskew() {
        auto shop = test::shopFor(Kind::CornerZero);
        auto made = shop.rehearse(Kind::CornerZero);
        made.world().skew_rad = 0.021;
        auto const result = test::runText(made.macro.text, made.world());
        QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
        QVERIFY(test::near(result.memory.work_offsets_mm[0][0], made.world().stock.x_low_mm, 0.01));
        QVERIFY(test::near(result.memory.work_offsets_mm[0][1], made.world().stock.y_low_mm, 0.01));
        made.world().skew_rad = 0.08; // one in twelve
        QCOMPARE(test::runText(made.macro.text, made.world()).outcome, controller::Outcome::Alarm);
    }
    /// A touch that trips late presses the pin on a little deeper; it comes off again as any other.
    void aPinThatTripsLateComesOffAgain() {
        auto const made = test::shopFor(Kind::EdgeZero).rehearse(Kind::EdgeZero);
        for (std::uint64_t seed = 1; seed <= 60; ++seed) {
            auto world = made.world();
            world.seed = seed;
            world.input.scatter_mm = 0.02;
            auto const result = test::runText(made.macro.text, world);
            QVERIFY2(result.outcome != controller::Outcome::Collision, result.message.c_str());
        }
    }
};

STEADY_TEST(SidesTest);
#include "SidesTest.moc"
