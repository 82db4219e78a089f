// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/History.h"
#include "support/Test.h"

#include "core/base/Rng.h"
#include "core/install/LayoutArea.h"
#include "core/install/Suggest.h"
#include "core/install/ToolWay.h"

#include <set>

using namespace steady;
using namespace steady::install;
using shop::FittingSort;

namespace {

/// 600 × 400, the spindle face 50 to 200 above the table; a setter 60 high at 100, 100; one tool of 60 ± 1.
Layout bench() {
    Layout made;
    made.travel = made.table = {0, 600, 0, 400};
    made.nose_top_mm = 200;
    made.nose_bottom_mm = 50;
    made.body_radius_mm = 30;
    TouchedDevice setter;
    setter.name = "Setter";
    setter.x_mm = setter.y_mm = 100;
    made.devices = {setter};
    HangingTool tool;
    tool.number = 57;
    tool.length_mm = 60;
    tool.stick_out_mm = 40;
    tool.contact_radius_mm = 3;
    made.tools = {tool};
    return made;
}

Solid box(FittingSort sort, Rect foot, double top_mm, double base_mm = 0) {
    return {"box", sort, foot, base_mm, top_mm, {}};
}

char const* name(Check check) {
    constexpr char const* names[] = {"reach",  "near end",   "too long",     "too short", "too wide",
                                     "offset", "strikes",    "tight",        "stands on", "off table",
                                     "beside", "lead short", "lead crosses", "lead bend", "lamp",
                                     "vacuum", "room",       "pockets",      "homing",    "assumed"};
    return names[static_cast<int>(check)];
}

/// “strikes −5 bad; offset 40 note”, without the rows that are always there.
std::string told(std::vector<LayoutFinding> const& found) {
    std::multiset<std::string> rows;
    for (auto const& each : found) {
        if (each.check == Check::Room) continue;
        char const* severity = each.severity == Severity::Bad    ? "bad"
                               : each.severity == Severity::Note ? "note"
                                                                 : "look";
        rows.insert(fmt::format("{} {:.3g} {}", name(each.check), std::round(each.mm * 1000) / 1000 + 0.0, severity));
    }
    std::string all;
    for (auto const& row : rows) all += (all.empty() ? "" : "; ") + row;
    return all;
}
std::string told(Layout const& layout) { return told(judgeLayout(layout)); }

/// Some boxes, a setter and tools anywhere.
Layout anyBench(int nr) {
    Rng rng(11, static_cast<std::uint64_t>(nr), Purpose::Scatter);
    auto layout = bench();
    auto& d = layout.devices.front();
    d.x_mm = rng.between(-5, 605);
    d.y_mm = rng.between(-5, 405);
    d.base_mm = rng.between(0, 40);
    for (int i = 0; i < 6; ++i) {
        double const x = rng.between(0, 560), y = rng.between(0, 360);
        layout.solids.push_back(box(i % 2 ? FittingSort::Fixture : FittingSort::Clamp,
                                    {x, x + rng.between(5, 120), y, y + rng.between(5, 120)}, rng.between(5, 140)));
    }
    layout.tools.front().radius_mm = rng.between(1, 9);
    layout.tools.front().contact_radius_mm = layout.tools.front().radius_mm;
    layout.tools.front().length_mm = rng.between(30, 140);
    layout.shoe_mm = rng.between(5, 60);
    return layout;
}

} // namespace

/// Every number here was worked out by hand from the drawing of `bench`.
class LayoutTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void oneThingAtATime_data() {
        QTest::addColumn<std::function<void(Layout&)>>("change");
        QTest::addColumn<QString>("expected");
        auto row = [](char const* title, std::function<void(Layout&)> change, char const* expected) {
            QTest::newRow(title) << std::move(change) << QString::fromLatin1(expected);
        };
        auto setter = [](auto edit) { return [edit](Layout& l) { edit(l.devices.front()); }; };
        auto tool = [](auto edit) { return [edit](Layout& l) { edit(l.tools.front()); }; };
        row(
            "all is well", [](Layout&) {}, "");
        row(
            "no tools", [](Layout& l) { l.tools.clear(); }, "");
        // 200 − 135 − 1 − 60 = 4; 200 − 145 − 1 − 60 = −6.
        row("hardly over the disc", tool([](auto& t) { t.length_mm = 135; }), "too long 4 look");
        row("not over the disc", tool([](auto& t) { t.length_mm = 145; }), "too long -6 bad");
        // 54 + 60 − 1 = 113 above the table at the end of the search.
        row(
            "Z hardly ends below", [](Layout& l) { l.nose_bottom_mm = 112; }, "too short 1 look");
        row(
            "Z ends above", [](Layout& l) { l.nose_bottom_mm = 120; }, "too short -7 bad");
        row("outside the travel", setter([](auto& d) {
                d.mount = shop::Mount::Bracket;
                d.x_mm = -5;
            }),
            "reach -5 bad");
        row("at its very end", setter([](auto& d) {
                d.mount = shop::Mount::Frame;
                d.y_mm = 399;
            }),
            "near end 1 look");
        row("over the edge of the table", setter([](auto& d) { d.x_mm = 15; }), "off table -5 bad");
        row(
            "onto a clamp",
            [](Layout& l) {
                l.solids = {box(FittingSort::Clamp, {110, 170, 90, 130}, 40)};
            },
            "stands on -10 bad");
        row(
            "over a clamp, on a bracket",
            [](Layout& l) {
                l.solids = {box(FittingSort::Clamp, {110, 170, 90, 130}, 30)};
                l.devices.front().base_mm = 30;
            },
            "");
        row(
            "into a place that is kept free",
            [](Layout& l) {
                l.solids = {box(FittingSort::KeepOut, {115, 170, 0, 400}, 0)};
            },
            "stands on -5 bad");
        // The spindle's face stands at 54 + 59 = 113; its body is 30 about the axis, the box 25 from it.
        row(
            "the spindle meets a tall box",
            [](Layout& l) {
                l.solids = {box(FittingSort::Fixture, {125, 165, 90, 130}, 120)};
            },
            "stands on 5 look; strikes -5 bad");
        row(
            "the spindle hardly clears it",
            [](Layout& l) {
                l.solids = {box(FittingSort::Fixture, {125, 165, 90, 130}, 110)};
            },
            "stands on 5 look; tight 3 look");
        row(
            "a dust shoe hangs into it",
            [](Layout& l) {
                l.solids = {box(FittingSort::Fixture, {125, 165, 90, 130}, 70)};
                l.shoe_mm = 45; // its lower edge at 68, 60 about the axis
                l.shoe_radius_mm = 60;
            },
            "stands on 5 look; strikes -2 bad");
        // Its lower edge at 54 + 59 − 100 = 13, five into a board of 18; the setter stands in a hole of it.
        row(
            "a dust shoe hangs into the board",
            [](Layout& l) {
                l.board_mm = 18;
                l.shoe_mm = 100;
            },
            "strikes -5 bad");
        row("nobody has said its length", tool([](auto& t) { t.assumed = true; }), "assumed 0 note");
        // On the way the tip is at 200 − 61 = 139.
        row(
            "something tall on the way",
            [](Layout& l) {
                l.solids = {box(FittingSort::Fixture, {200, 220, 0, 400}, 145)};
            },
            "strikes -6 bad");
        row(
            "the same beside the way",
            [](Layout& l) {
                l.solids = {box(FittingSort::Fixture, {0, 60, 300, 400}, 145)};
            },
            "");
        row("its own bracket", setter([](auto& d) {
                d.bracket_reach_mm = 40;
                d.bracket_top_mm = 90; // 20 to 60 from the axis; the nut, 14 about it, from 54 + 40: 6 beside, 4 above
            }),
            "tight 6 look");
        // At 60 the nut of 30 about the axis stands at 94, 4 over a bracket of 90.
        row(
            "its own bracket under a wide nut",
            [](Layout& l) {
                l.devices.front().bracket_reach_mm = 40;
                l.devices.front().bracket_top_mm = 90;
                l.tools.front().nut_radius_mm = 30;
            },
            "tight 4 look");
        auto wide = [](Layout& l) {
            l.tools.front().radius_mm = 46;
            l.tools.front().contact_radius_mm = 40;
        };
        row("too wide for the disc: beside it", wide, "offset 40 note");
        row(
            "too wide, and no side is free",
            [wide](Layout& l) {
                wide(l);
                l.devices.front().x_mm = l.devices.front().y_mm = 25;
                l.solids = {box(FittingSort::Fixture, {70, 90, 0, 20}, 130),
                            box(FittingSort::Fixture, {0, 20, 70, 90}, 130)};
            },
            "too wide -60 bad");
        row(
            "beside a slot",
            [](Layout& l) {
                l.slots = shop::SlotsAlong::X;
                l.devices.front().y_mm = 153;
            },
            "beside 3 look");
        row("a lead of 200", setter([](auto& d) { d.cable_mm = 200; }), "lead short -20 bad");
        row(
            "a fixture where the lead turns", // from 50 to 80 on the left
            [](Layout& l) {
                l.solids = {box(FittingSort::Fixture, {20, 53, 80, 120}, 20)};
            },
            "lead bend -3 look");
        row(
            "stock over the lead",
            [](Layout& l) {
                l.solids = {box(FittingSort::Stock, {50, 60, -10, 110}, 20)};
            },
            "lead bend -10 look; lead crosses 0 look");
        row(
            "a rack of 370 at 60",
            [](Layout& l) {
                l.solids = {box(FittingSort::Rack, {200, 570, 360, 400}, 40)};
                l.solids.front().pitch_mm = 60;
            },
            "pockets 6 note");
        row(
            "homing comes down on it", [](Layout& l) { l.homing_touches = true; }, "homing 0 look");
        row(
            "homing runs over a clamp",
            [](Layout& l) {
                l.homing_touches = true;
                l.solids = {box(FittingSort::Clamp, {30, 60, 30, 60}, 65)};
            },
            "homing -5 bad");
        row(
            "a parked plate, no stroke",
            [](Layout& l) {
                auto& d = l.devices.front();
                d.parked = true;
                d.free_mm = d.trigger_mm = d.solid_mm = 10;
                l.nose_bottom_mm = 70; // 10 + 59 is one short
            },
            "too short -1 bad");
        row(
            "on a vacuum zone", // the two share 10 × 40
            [](Layout& l) {
                l.solids = {box(FittingSort::VacuumZone, {110, 310, 50, 250}, 0)};
            },
            "vacuum -400 look");
        row(
            "hardly under the gantry", [](Layout& l) { l.gantry_mm = 65; }, "tight 5 look");
        row(
            "higher than the gantry", [](Layout& l) { l.gantry_mm = 55; }, "strikes -5 bad");
        row(
            "a box higher than the gantry",
            [](Layout& l) {
                l.gantry_mm = 80;
                l.solids = {box(FittingSort::Fixture, {300, 340, 300, 340}, 90)};
            },
            "strikes -10 bad");
        row("the lamp turned with the lead", setter([](auto& d) { d.lamp = shop::LampAt::RightOfLead; }),
            "lamp 0 look"); // the lead goes left; on its right is the back
        row(
            "a box before the lamp",
            [](Layout& l) {
                l.devices.front().lamp = shop::LampAt::LeftOfLead;
                l.solids = {box(FittingSort::Fixture, {90, 110, 20, 60}, 70)};
            },
            "lamp 0 look");
        row(
            "the same, lower than the device",
            [](Layout& l) {
                l.devices.front().lamp = shop::LampAt::LeftOfLead;
                l.solids = {box(FittingSort::Fixture, {90, 110, 20, 60}, 50)};
            },
            "");
        // The way of the height 260: 0,0 → 0,130 → 100,130 → 100,100, and a tenth more.
        auto round = [](Layout& l) {
            l.solids = {box(FittingSort::Stock, {50, 60, -10, 110}, 20)};
            l.devices.front().corners = {{0, 130}, {100, 130}};
        };
        row("the lead led round the stock", round, "lead bend -10 look");
        row(
            "and 1 too short for that",
            [round](Layout& l) {
                round(l);
                l.devices.front().cable_mm = 285;
            },
            "lead bend -10 look; lead short -1 bad");
        // Its lower edge at 113 − 45 = 68; 70 to the right, the box 50 from the axis.
        auto long_shoe = [](bool right) {
            return [right](Layout& l) {
                l.solids = {box(FittingSort::Fixture, {150, 190, 90, 130}, 70)};
                l.shoe_mm = 45;
                l.shoe_box = right ? shop::Outline{10, 70, 20, 20} : shop::Outline{70, 10, 20, 20};
            };
        };
        row("a shoe that is long to the right", long_shoe(true), "strikes -2 bad");
        row("the same to the left", long_shoe(false), "");
        // At the top its lower edge is at 155; the way passes 26 to 50 left of a box of 160.
        auto on_the_way = [](bool right) {
            return [right](Layout& l) {
                l.solids = {box(FittingSort::Fixture, {250, 270, 140, 160}, 160)};
                l.shoe_mm = 45;
                l.shoe_box = right ? shop::Outline{10, 70, 2, 2} : shop::Outline{70, 10, 2, 2};
            };
        };
        row("a shoe that is long to the right, on its way", on_the_way(true), "strikes -5 bad");
        row("the same to the left, on its way", on_the_way(false), "");
        // The head begins at 113 + 5 = 118, and hangs 80 out to the back.
        row(
            "the head over a tall box behind",
            [](Layout& l) {
                l.head_mm = 5;
                l.head = {20, 20, 20, 80};
                l.solids = {box(FittingSort::Fixture, {90, 110, 150, 190}, 120)};
            },
            "strikes -2 bad");
        // A second one, 120 high: the spindle, 30 about the axis, comes down right beside it.
        row(
            "a taller setter beside it",
            [](Layout& l) {
                auto second = l.devices.front();
                second.x_mm = 150;
                second.free_mm = 120;
                second.solid_mm = 114;
                l.devices.push_back(second);
            },
            "tight 0 look");
        row(
            "nobody has said the height", [](Layout& l) { l.height_assumed = true; }, "assumed 0 look");
    }
    void oneThingAtATime() {
        QFETCH(std::function<void(Layout&)>, change);
        QFETCH(QString, expected);
        auto layout = bench();
        change(layout);
        QCOMPARE(QString::fromStdString(told(layout)), expected);
        QCOMPARE(told(judgeLayout(layout, UnitSystem::Inch)), told(layout)); // the words alone know units
        // All of it somewhere else on the same machine.
        auto shift = [](Rect& r) { r = {r.x_low_mm + 31, r.x_high_mm + 31, r.y_low_mm - 77, r.y_high_mm - 77}; };
        shift(layout.travel);
        shift(layout.table);
        for (auto& solid : layout.solids) shift(solid.foot);
        for (auto& device : layout.devices) {
            device.x_mm += 31;
            device.y_mm -= 77;
            for (auto& corner : device.corners) corner = {corner.x_mm + 31, corner.y_mm - 77};
        }
        layout.cable_x_mm += 31;
        layout.cable_y_mm -= 77;
        layout.home_x_mm += 31;
        layout.home_y_mm -= 77;
        QCOMPARE(QString::fromStdString(told(layout)), expected);
    }

    /// Whether Z0 is at the top or at the table, the same machine is the same layout; in book and back.
    void zConventionsAreOne() {
        auto layout = [](double low, double high, double nose_z) {
            test::History book;
            shop::ZeroSetup setup;
            shop::Machine machine;
            machine.axes = {shop::AxisTravel{0, 600}, shop::AxisTravel{0, 400}, shop::AxisTravel{low, high}};
            setup.place.machine = book.add(machine);
            setup.place.setter = book.add(shop::ToolSetter{"front", 100, 100});
            shop::TableTop table;
            table.machine = setup.place.machine;
            table.nose_z_mm = nose_z;
            book.add(table);
            shop::Fitting clamp;
            clamp.machine = setup.place.machine;
            clamp.x_mm = 300;
            clamp.y_mm = 200;
            book.add(clamp);
            return layoutOf(book.reader(), setup);
        };
        auto const top = layout(-150, 0, -200), bottom = layout(0, 150, -50);
        QVERIFY(top == bottom);
        QCOMPARE(top.nose_top_mm, 200.0);
        QCOMPARE(top.nose_bottom_mm, 50.0);
        QCOMPARE(top.solids.front().foot, (Rect{270, 330, 180, 220}));
        QVERIFY(!top.height_assumed);
    }

    /// The one that is used, and those that were put on this machine; not another one's.
    void severalSettersStand() {
        test::History book;
        shop::ZeroSetup setup;
        setup.place.machine = book.add(shop::Machine{"one"});
        auto const other = book.add(shop::Machine{"two"});
        setup.place.setter = book.add(shop::ToolSetter{"used", 100, 100});
        auto plan = [&](char const* name, Id<shop::Machine> on, double x_mm) {
            shop::Mounting made;
            made.setter = book.add(shop::ToolSetter{name});
            made.machine = on;
            made.x_mm = x_mm;
            book.add(made);
            return made.setter;
        };
        auto const second = plan("second", setup.place.machine, 200);
        plan("elsewhere", other, 300);
        book.add(shop::ToolSetter{"on the shelf"});
        auto const layout = layoutOf(book.reader(), setup);
        QCOMPARE(layout.devices.size(), std::size_t(2));
        QCOMPARE(layout.devices[0].name, std::string("used"));
        QCOMPARE(layout.devices[1].entity, second.value);
        QCOMPARE(layout.devices[1].x_mm, 200.0);
    }

    /// A disc of 20 in the open; a tool of 6, a ring of inserts at 30, the same with nothing free to a side, and a
    /// ceramic one without a setter. By hand.
    void everyToolHasItsWay() {
        test::History book;
        shop::ZeroSetup setup;
        shop::Machine machine;
        machine.axes = {shop::AxisTravel{0, 600}, shop::AxisTravel{0, 400}, shop::AxisTravel{-150, 0}};
        setup.place.machine = book.add(machine);
        setup.place.plate = book.add(shop::TouchPlate{"3 mm"});
        setup.place.setter = book.add(shop::ToolSetter{"front", 100, 100});
        shop::TableTop table;
        table.machine = setup.place.machine;
        table.nose_z_mm = -200;
        book.add(table);
        auto tool = [&](int number, double contact_radius_mm, bool conducts = true) {
            shop::Assembly made;
            made.number = number;
            made.machine = setup.place.machine;
            made.length_mm = 60;
            made.diameter_mm = 2 * contact_radius_mm;
            made.contact_radius_mm = contact_radius_mm;
            made.tip = contact_radius_mm > 10 ? shop::TipShape::Insert : shop::TipShape::Rim;
            made.conducts = conducts;
            return book.add(made);
        };
        auto const slim = tool(1, 3), wide = tool(2, 30), ceramic = tool(3, 3, false);
        auto way = [&](Id<shop::Assembly> id) { return wayOf(book.reader(), setup, id).way; };
        QCOMPARE(way(slim), Way::OnSetter);
        QCOMPARE(way(wide), Way::BesideAxis);
        QVERIFY(beforeBuying(book.reader(), setup).verdict == Verdict::BuyWithWork); // one is wider than the disc
        book.change(setup.place.setter, [](shop::ToolSetter& s) { s.disc_mm = 80; });
        QVERIFY(beforeBuying(book.reader(), setup).verdict == Verdict::Buy);
        book.change(setup.place.setter, [](shop::ToolSetter& s) { s.disc_mm = 4; });
        auto const none = beforeBuying(book.reader(), setup);
        QVERIFY(none.verdict == Verdict::DoNotBuy &&
                none.why.front().find("no tool that you measure") != std::string::npos);
        book.change(setup.place.setter, [](shop::ToolSetter& s) {
            s.disc_mm = 80;
            s.wiring.output = shop::SignalOutput::Sourcing; // into a pulled-up input
        });
        QVERIFY(beforeBuying(book.reader(), setup).verdict == Verdict::BuyWithWork);
        book.change(setup.place.setter, [](shop::ToolSetter& s) {
            s.wiring = {};
            s.trigger_mm = 54.05; // 0.05 of stroke
            s.free_mm = 54.1;
        });
        // By hand: v²/1000 + 0.05·v = 0.025 → v = 0.49 mm/s, 20 mm/min in tens: a wait at every change.
        book.change(setup.place.machine, [](shop::Machine& m) { m.debounce_s = 0.05; });
        QVERIFY(beforeBuying(book.reader(), setup).verdict == Verdict::DoNotBuy);
        book.change(setup.place.setter, [](shop::ToolSetter& s) { s = shop::ToolSetter{"front", 100, 100}; });
        for (double const x : {55.0, 145.0}) { // to each side something as high as the spindle comes down
            shop::Fitting wall;
            wall.machine = setup.place.machine;
            wall.x_mm = x;
            wall.y_mm = 100;
            wall.width_mm = 20;
            wall.depth_mm = 200;
            wall.height_mm = 130;
            book.add(wall);
        }
        QCOMPARE(way(wide), Way::OnPlate);
        setup.place.setter = {};
        QCOMPARE(way(slim), Way::OnPlate);
        QCOMPARE(way(ceramic), Way::ByHand);
        // With a height gauge what comes in rarely is measured off the machine, what comes in often on it.
        book.add(shop::Standard{"gauge", shop::StandardSort::HeightGauge, 300, 0.03});
        QCOMPARE(way(slim), Way::OffMachine);
        QCOMPARE(way(ceramic), Way::OffMachine);
        shop::Contact touch;
        touch.assembly = slim;
        for (int i = 0; i < 5; ++i) book.add(touch);
        QCOMPARE(way(slim), Way::OnPlate);
    }

    /// A mirrored machine is judged alike, and a thicker tool never fits where a thinner one does not.
    void mirroredAndThicker() {
        int feasible = 0;
        for (int nr = 0; nr < 500; ++nr) {
            auto layout = anyBench(nr);
            auto const said = told(layout);
            auto const quick = judgeQuickly(layout, 0);
            feasible += quick.feasible;
            auto flip = [](Rect& r) { r = {-r.x_high_mm, -r.x_low_mm, r.y_low_mm, r.y_high_mm}; };
            auto mirrored = layout;
            flip(mirrored.travel);
            flip(mirrored.table);
            for (auto& solid : mirrored.solids) flip(solid.foot);
            mirrored.devices.front().x_mm *= -1;
            mirrored.devices.front().exit = shop::LeadExit::Right;
            mirrored.cable_x_mm *= -1;
            QCOMPARE(told(mirrored), said);
            auto thicker = layout;
            auto& tool = thicker.tools.front();
            tool.radius_mm += 3;
            tool.nut_radius_mm += 20;
            thicker.body_radius_mm += 20;
            if (judgeQuickly(thicker, 0).feasible) QVERIFY(quick.feasible);
        }
        QVERIFY(feasible > 50 && feasible < 450);
    }

    /// By hand: a table of 100 × 60; boxes of 20 × 30 in one corner and 10 × 10 over its edge.
    void roomIsCountedOnce() {
        Rect const area{0, 100, 0, 60};
        QCOMPARE(covered_mm2(area, {{-10, 20, -10, 30}, {15, 25, 25, 35}}), 20.0 * 30 + 10 * 10 - 5 * 5);
        QCOMPARE(largestFree(area, {{-10, 20, -10, 30}}), (Rect{20, 100, 0, 60}));
        QCOMPARE(largestFree(area, {{40, 60, 0, 25}}), (Rect{0, 100, 25, 60}));
        QVERIFY(largestFree(area, {{-1, 101, -1, 61}}).empty());
    }

    /// Against every place of a 2 mm grid.
    void theFirstPlaceIsTheBest_data() {
        QTest::addColumn<int>("slots");
        QTest::addColumn<bool>("fixture"); // in the middle: the best place is just beside it, on no coarse grid
        QTest::newRow("no slots") << 0 << false;
        QTest::newRow("slots along X") << 1 << false;
        QTest::newRow("beside a fixture") << 0 << true;
    }
    void theFirstPlaceIsTheBest() {
        QFETCH(int, slots);
        QFETCH(bool, fixture);
        auto layout = bench();
        layout.travel = layout.table = {0, 260, 0, 200};
        layout.slots = static_cast<shop::SlotsAlong>(slots);
        layout.slot_first_mm = 30;
        layout.slot_pitch_mm = 70;
        layout.solids = {box(FittingSort::Rack, {40, 220, 170, 200}, 60), box(FittingSort::Clamp, {0, 60, 0, 50}, 50)};
        layout.cable_x_mm = 260;
        if (fixture) layout.solids.push_back(box(FittingSort::Fixture, {101, 137, 61, 133}, 30));
        auto const places = suggestPlaces(layout, 0, 3);
        QVERIFY(places && !places->empty());
        double best = 1e9;
        for (double x = 0; x <= 260; x += 2)
            for (double y = slots ? 30 : 0; y <= 200; y += slots ? 70 : 2) {
                auto const place = placeAt(layout, 0, x, y);
                if (place.quick.feasible) best = std::min(best, weight_s(layout, place));
            }
        double const first = weight_s(layout, places->front());
        QVERIFY2(first <= 1.05 * best, qPrintable(QStringLiteral("%1 against %2").arg(first).arg(best)));
        QVERIFY(places->front().quick.feasible);
        // And not to be bettered by a step of 2 mm.
        for (int const dx : {-2, 0, 2})
            for (int const dy : {-2, 0, 2}) {
                auto const near =
                    placeAt(layout, 0, places->front().x_mm + dx, places->front().y_mm + (slots ? 0 : dy));
                QVERIFY(!near.quick.feasible || weight_s(layout, near) >= first - 1e-9);
            }
        QVERIFY(!whyFirst(layout, places->front(), placeAt(layout, 0, 100, 100), UnitSystem::Metric).empty());

        std::stop_source stop;
        stop.request_stop();
        QCOMPARE(suggestPlaces(layout, 0, 3, {stop.get_token()}).error().code, Code::Stopped);
        layout.solids = {box(FittingSort::KeepOut, {-100, 400, -100, 400}, 0)};
        QCOMPARE(suggestPlaces(layout, 0, 3).error().code, Code::Missing);
    }
};

STEADY_TEST(LayoutTest);
#include "LayoutTest.moc"
