// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/machine/Believed.h"
#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"
#include "core/zeroing/Lengths.h"
#include "core/zeroing/Link.h"

using namespace steady;
using controller::Outcome;
using macros::Kind;
using safety::RunClass;
using test::LinkedShop;

namespace {

/// Puts another tool into the spindle of a shop, as after a change.
void use(LinkedShop& shop, Id<shop::Assembly> tool) {
    shop.changeSetup([&](shop::ZeroSetup& s) { s.place.assembly = tool; });
}

void chooseMethod(LinkedShop& shop, shop::Method method) {
    shop.changeSetup([&](shop::ZeroSetup& s) {
        s.plan.method = method;
        if (method != shop::Method::Retouch) s.link.plate = s.link.setter = {};
    });
}

/// Height of the tip over the work when the job stands at Z0 with this tool.
double tipAtZero_mm(machine::World const& world, machine::RunResult const& result) {
    return result.z_zero->set_mm - world.zeroOnStock_mm();
}

} // namespace

/// The fixed setter: what its macros make of an honest shop, and of each thing that goes wrong.
class SetterTruthTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void whatTheMacroMakesOfIt_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<QString>("left_out");
        QTest::addColumn<QString>("fault");
        QTest::addColumn<int>("expected");
        QTest::addColumn<double>("error_mm");
        QTest::addColumn<bool>("moved");
        QTest::addColumn<QString>("words");
        auto row = [](char const* name, Kind kind, char const* left_out, char const* fault, RunClass expected,
                      double error_mm, bool moved, char const* words) {
            QTest::newRow(name) << static_cast<int>(kind) << QString::fromLatin1(left_out) << QString::fromLatin1(fault)
                                << static_cast<int>(expected) << error_mm << moved << QString::fromUtf8(words);
        };
        auto const again = Kind::Retouch, link = Kind::PlateZeroLink;
        auto const right = RunClass::Right, safe = RunClass::StoppedSafely, wrong = RunClass::WrongZero,
                   hurt = RunClass::SetterHurt;
        bool const still = false, moves = true;
        row("re-touch, nothing wrong", again, "", "", right, 0, moves, "Set for this tool: G54");
        row("link, nothing wrong", link, "", "", right, 0, moves, "Set: G54 Z zero and its link");
        row("setter missing", again, "", "setter_missing", safe, 0, moves, "No contact");
        row("setter moved sideways", again, "", "setter_moved", safe, 0, moves, "No contact");
        row("setter raised: silent, by as much", again, "", "setter_raised", wrong, 0.8, moves, "Set for this tool");
        row("setter's lead off, closed at rest", again, "", "setter_lead_off", safe, 0, moves, "already reads contact");
        row("setter shorted: the search ends above its end", again, "", "setter_shorted", safe, 0, moves, "No contact");
        row("chip, wiped", again, "", "chip", right, 0, moves, "Set for this tool");
        row("chip, not wiped: silent, by as much", again, "", "chip_not_wiped", wrong, 0.3, moves, "Set for this tool");
        row("driven past overtravel", again, "", "setter_dead", hurt, 0, moves, "opened the stop chain");
        row("input far too slow", again, "", "input_slow", safe, 0, moves, "already reads contact");
        row("tool longer than its record", again, "", "tool_longer", safe, 0, moves, "Something was met above");
        row("longer, approach left out", again, "approach", "tool_longer", safe, 0, moves, "No contact");
        row("tool shorter than its record", again, "", "tool_shorter", safe, 0, moves, "No contact");
        row("another tool than its number", again, "", "tool_other", safe, 0, moves, "do not start the job");
        row("oversize cutter: its body meets the disc", again, "", "tool_oversize", safe, 0, moves,
            "do not start the job");
        row("tool not in the book", again, "", "tool_unlisted", safe, 0, still, "not written for the tool");
        row("not homed", again, "", "not_homed", safe, 0, still, "not homed");
        row("no link", again, "", "link_unset", safe, 0, still, "no link");
        row("flag taken over", again, "", "link_reused", safe, 0, still, "no link");
        row("D overwritten", again, "", "link_overwritten", safe, 0, still, "no link");
        row("D overwritten, check left out", again, "require-link", "link_overwritten", wrong, -5, moves,
            "Set for this tool");
        row("zero set by hand since", again, "", "zero_by_hand", safe, 0, still, "was set since its link");
        row("zero set by hand since, check left out", again, "require-link", "zero_by_hand", wrong, -6, moves,
            "Set for this tool");
        row("stock changed, nothing zeroed: what it cannot know", again, "", "stock_changed", wrong, -6, moves,
            "Set for this tool");
        row("offsets kept in the other unit", again, "", "native_unit", safe, 0, still, "was set since its link");
        row("other work offset in use: it sets its own", again, "", "other_offset", right, 0, moves,
            "Set for this tool");
        row("steps lost on the way", again, "", "steps_lost", safe, 0, moves, "does not fit the tool's length");
        row("broken off and started again", again, "", "broken_off", right, 0, moves, "Set for this tool");
        row("length offset left on", again, "", "length_left", right, 0, moves, "Set for this tool");
        row("G92 left on", again, "", "shift_left", safe, 0, still, "G92 shift");
        row("link: plate left", link, "", "plate_left", safe, 0, moves, "may still be on the machine");
        row("link: clip left", link, "", "clip_left", safe, 0, moves, "may still be on the machine");
        row("link: chip, wiped", link, "", "chip", right, 0, moves, "Z zero and its link");
        row("link: chip, not wiped: silent, by as much", link, "", "chip_not_wiped", wrong, 0.3, moves,
            "Z zero and its link");
        row("link: setter raised: a new link is right again", link, "", "setter_raised", right, 0, moves,
            "Z zero and its link");
        row("link: setter missing", link, "", "setter_missing", safe, 0, moves, "signal was not seen");
        row("link: setter's wires touch: seen by the press", link, "", "setter_shorted", safe, 0, moves,
            "signal was not seen");
        row("link: tool longer", link, "", "tool_longer", safe, 0, still, "");
        row("spindle turning", again, "", "spindle_on", right, 0, moves, "Set for this tool");
    }
    void whatTheMacroMakesOfIt() {
        QFETCH(int, kind);
        QFETCH(QString, left_out);
        QFETCH(QString, fault);
        QFETCH(int, expected);
        QFETCH(double, error_mm);
        QFETCH(bool, moved);
        QFETCH(QString, words);
        for (bool inch : {false, true}) {
            LinkedShop shop(inch);
            shop.change(shop.machine, [](shop::Machine& m) {
                m.spindle = shop::SpindleSwitch::Controller; // one row speaks for both shops
                m.behaviour.homed_parameter = 5398;
            });
            if (static_cast<Kind>(kind) == Kind::Retouch) use(shop, shop.long_tool);
            auto rehearsal =
                shop.rehearse(static_cast<Kind>(kind),
                              left_out.isEmpty() ? std::set<std::string>{} : std::set{left_out.toStdString()});
            auto const* known = safety::faultNamed(fault.toStdString());
            QCOMPARE(known == nullptr, fault.isEmpty());
            if (known) known->apply(rehearsal.world());
            if (static_cast<Kind>(kind) == Kind::Retouch) rehearsal.world().position_mm[2] -= 1; // below safe Z
            auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
            QVERIFY2(static_cast<int>(safety::classify(result, rehearsal)) == expected, result.message.c_str());
            QCOMPARE(result.moved, moved);
            QVERIFY2(QString::fromStdString(result.message).contains(words), result.message.c_str());
            if (result.outcome == Outcome::Completed) {
                double const error =
                    *safety::errorOf_mm(result, rehearsal); // of the zero, or of the link where that is worse
                QVERIFY2(test::near(error, error_mm, 0.003), std::to_string(error).c_str());
            } else if (!result.z_zero) { // what gave up before it set anything leaves the link as it was
                QCOMPARE(result.memory.parameters[3010], rehearsal.world().memory.parameters[3010]);
            } else {
                QCOMPARE(result.memory.parameters[3010], 0.0);
            }
        }
    }

    void openSetterIsProvedByAFinger() {
        LinkedShop shop;
        use(shop, shop.long_tool);
        shop.change(shop.setter, [](shop::ToolSetter& s) { s.circuit = shop::Circuit::OpenAtRest; });
        auto rehearsal = shop.rehearse(Kind::Retouch);
        auto good = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY2(good.outcome == Outcome::Completed, good.message.c_str());
        rehearsal.world().setter->lead_off = true;
        auto const off = test::runText(rehearsal.macro.text, rehearsal.world());
        QCOMPARE(off.outcome, Outcome::Alarm);
        QVERIFY(off.message.find("setter's signal was not seen") != std::string::npos);
        auto const bare = shop.rehearse(Kind::Retouch, {"prove-contact"});
        auto world = bare.world();
        world.setter->lead_off = true;
        // Even unproved nothing breaks: the search ends above the end of stroke.
        QCOMPARE(safety::classify(test::runText(bare.macro.text, world), bare), RunClass::StoppedSafely);
    }

    void runsChain_data() {
        QTest::addColumn<bool>("inch");
        QTest::addColumn<double>("backlash");
        QTest::newRow("mm, Z0 at the top") << false << 0.0;
        QTest::newRow("inch, Z0 at the table") << true << 0.0;
        QTest::newRow("mm, with backlash") << false << 0.04;
    }
    /// Plate zero and link with one tool, then two others re-touched: all agree with the plate. A plate zero alone
    /// leaves no link to the next.
    void runsChain() {
        QFETCH(bool, inch);
        QFETCH(double, backlash);
        LinkedShop shop(inch);
        shop.change(shop.machine, [&](shop::Machine& m) { m.axes[2].backlash_mm = backlash; });
        auto first = shop.rehearse(Kind::PlateZeroLink);
        auto& world = first.world();
        auto const linked = test::runText(first.macro.text, world);
        QVERIFY2(linked.outcome == Outcome::Completed, linked.message.c_str());
        QVERIFY(test::near(linked.z_zero->error_mm(), 0, 0.002));
        for (auto const tool : {shop.long_tool, shop.short_tool}) {
            use(shop, tool);
            auto const next = shop.rehearse(Kind::Retouch);
            auto after = next.world();
            auto const before = after;
            after.memory = linked.memory; // what the control remembers, not what the book believes
            after.memory.tool = shop.book.find(tool)->number;
            after.table_z_mm = world.table_z_mm;
            after.setter = world.setter;
            auto const again = test::runText(next.macro.text, after);
            QVERIFY2(again.outcome == Outcome::Completed, again.message.c_str());
            QVERIFY2(test::near(again.z_zero->error_mm(), 0, 0.003), std::to_string(again.z_zero->error_mm()).c_str());
            QVERIFY(test::near(before.table_z_mm, world.table_z_mm, 0.001));
        }
        use(shop, shop.tool);
        auto const plate = shop.rehearse(Kind::PlateZero);
        auto alone = plate.world();
        alone.memory = linked.memory;
        auto const zeroed = test::runText(plate.macro.text, alone);
        use(shop, shop.long_tool);
        auto const refused = shop.rehearse(Kind::Retouch);
        auto late = refused.world();
        late.memory = zeroed.memory;
        late.memory.tool = 4;
        auto const result = test::runText(refused.macro.text, late);
        QCOMPARE(result.outcome, Outcome::Alarm);
        QVERIFY(!result.moved);
    }

    /// The three methods leave the tip of every tool at the same height.
    void methodsAgree() {
        for (bool inch : {false, true}) {
            std::vector<double> heights;
            for (auto const method : {shop::Method::Retouch, shop::Method::LengthTable, shop::Method::OffsetPerTool}) {
                LinkedShop shop(inch);
                chooseMethod(shop, method);
                controller::Memory memory;
                int number = 1;
                for (auto const tool : {shop.tool, shop.long_tool}) {
                    use(shop, tool);
                    if (method == shop::Method::LengthTable) {
                        auto nose = *shop.book.find(shop.contact);
                        nose.target = shop::Target::Setter;
                        nose.setter = shop.setter;
                        nose.bare_nose = true;
                        nose.value_mm = shop.nose_trip_mm - shop.lag_mm();
                        shop.book.put(200, nose);
                        shop.touch(tool, shop::Target::Setter, shop.trip_mm(tool) - shop.lag_mm());
                    }
                    if (method == shop::Method::OffsetPerTool)
                        shop.change(tool, [&](shop::Assembly& a) { a.own_offset = number; });
                    auto run = [&](Kind kind) {
                        auto const rehearsal = shop.rehearse(kind);
                        auto world = rehearsal.world();
                        if (number > 1 || kind == Kind::PlateZero) {
                            auto kept = memory;
                            kept.native = world.memory.native;
                            kept.modes = world.memory.modes;
                            kept.tool = world.memory.tool;
                            world.memory = kept;
                        }
                        auto result = test::runText(rehearsal.macro.text, world);
                        if (result.outcome != Outcome::Completed) qFatal("%s", result.message.c_str());
                        memory = result.memory;
                        memory.modes.units = world.memory.modes.units;
                        if (result.z_zero) heights.push_back(tipAtZero_mm(world, result));
                        return result;
                    };
                    if (method == shop::Method::Retouch) {
                        run(number == 1 ? Kind::PlateZeroLink : Kind::Retouch);
                    } else if (method == shop::Method::LengthTable) {
                        auto const length = run(Kind::ToolLength);
                        QVERIFY(test::near(length.length->set_mm, length.length->true_mm, 0.002));
                        if (number == 1) run(Kind::PlateZero);
                    } else {
                        shop.changeSetup([](shop::ZeroSetup& s) { s.place.contact = {}; });
                        auto const result = run(Kind::OffsetPerTool);
                        QCOMPARE(result.z_zero->work_offset, number);
                    }
                    ++number;
                }
            }
            QCOMPARE(heights.size(), std::size_t(5));
            for (double height : heights) QVERIFY2(test::near(height, 0, 0.003), std::to_string(height).c_str());
        }
    }

    void aJobThatCallsTheTableAfterARetouchIsOffByTheLength() {
        LinkedShop shop;
        use(shop, shop.long_tool);
        auto const rehearsal = shop.rehearse(Kind::Retouch);
        auto world = rehearsal.world();
        world.memory.tool_table_mm[4] = 58.5;
        auto text = rehearsal.macro.text;
        text.replace(text.rfind("M2"), 2, "G43 H4\nM2");
        auto const result = test::runText(text, world);
        QCOMPARE(safety::classify(result, rehearsal), RunClass::WrongZero);
        QVERIFY(test::near(result.z_zero->error_mm(), 58.5, 0.002));
    }

    void whatCannotBeWrittenIsRefused() {
        auto refusal = [](LinkedShop& shop, Kind kind) {
            auto const made = safety::rehearse(shop.reader(), shop.setup(), kind);
            return made ? Code::EmptyText : made.error().code;
        };
        LinkedShop wide;
        use(wide, wide.long_tool);
        wide.change(wide.long_tool, [](shop::Assembly& a) { a.diameter_mm = 92; });
        QCOMPARE(refusal(wide, Kind::Retouch), Code::NotOnDisc);
        LinkedShop vague;
        use(vague, vague.long_tool);
        vague.change(vague.long_tool, [](shop::Assembly& a) { a.length_error_mm = 4; });
        QCOMPARE(refusal(vague, Kind::Retouch), Code::StrokeTooShort);
        LinkedShop unknown;
        use(unknown, unknown.long_tool);
        unknown.change(unknown.long_tool, [](shop::Assembly& a) { a.length_mm.reset(); });
        QCOMPARE(refusal(unknown, Kind::Retouch), Code::LengthUnknown);
        LinkedShop none;
        none.changeSetup([](shop::ZeroSetup& s) { s.place.setter = {}; });
        QCOMPARE(refusal(none, Kind::Retouch), Code::NoSetter);
        LinkedShop mixed;
        mixed.change(mixed.long_tool, [](shop::Assembly& a) { a.own_offset = 2; });
        QCOMPARE(refusal(mixed, Kind::Retouch), Code::MethodMixed);
        QCOMPARE(refusal(mixed, Kind::ToolLength), Code::MethodMixed);
        LinkedShop tall;
        use(tall, tall.long_tool);
        tall.change(tall.long_tool, [](shop::Assembly& a) { a.length_mm = 85; });
        QCOMPARE(refusal(tall, Kind::Retouch), Code::NotInTravel);
    }
};

STEADY_TEST(SetterTruthTest);
#include "SetterTruthTest.moc"
