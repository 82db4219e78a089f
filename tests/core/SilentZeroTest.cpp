// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/macros/LinkNumbers.h"
#include "core/safety/Verdict.h"

using namespace steady;
using controller::Outcome;
using macros::Kind;
using safety::RunClass;
using test::LinkedShop;
using test::shopFor;

namespace {

bool holds(std::string const& text, std::string const& piece) { return text.find(piece) != std::string::npos; }

/// The world as another run left its controller, with another tool in the spindle.
machine::World after(controller::Memory const& memory, safety::Rehearsal const& rehearsal) {
    auto world = rehearsal.world();
    auto kept = memory;
    kept.native = world.memory.native;
    kept.tool = world.memory.tool;
    kept.modes.units = world.memory.modes.units;
    world.memory = kept;
    return world;
}

machine::RunResult goOn(LinkedShop& shop, Kind kind, controller::Memory const& memory, double stock_more_mm = 0) {
    auto const rehearsal = shop.rehearse(kind);
    auto world = after(memory, rehearsal);
    world.stock_thickness_mm += stock_more_mm;
    return test::runText(rehearsal.macro.text, world);
}

/// Runs so many lines and then stops for good.
controller::Memory brokenOff(controller::Executable const& executable, machine::World const& world, int lines) {
    machine::VirtualMachine machine(world);
    auto memory = world.memory;
    controller::Controller control(executable, memory, machine);
    for (int i = 0; i < lines && control.step(); ++i) {
    }
    return memory;
}

int linesOf(safety::Rehearsal const& rehearsal) {
    machine::Trace trace;
    (void)test::runText(rehearsal.macro.text, rehearsal.world(), &trace);
    return static_cast<int>(trace.size());
}

} // namespace

/// A zero that is wrong must not be silent, whatever was done between and wherever a run was broken off.
class SilentZeroTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// By hand: the first tool's contact is −60, the plate 9.942 thick, the input's lag 22 mm/min · 4.5 ms = 0.00165:
    /// zero at −69.9403. The next tool is 6.5 longer: −63.4403, and on a list of offsets so are both.
    void oneTouchSetsEveryOffsetOfTheList() {
        auto shop = shopFor(Kind::Retouch);
        shop.changeSetup([](shop::ZeroSetup& s) { s.plan.also_offsets = {3, 9}; });
        auto const rehearsal = shop.rehearse(Kind::Retouch);
        auto world = rehearsal.world();
        macros::LinkNumbers const third(world.behaviour, 3);
        for (int const cell : {third.last, third.next, third.d, third.seal}) { // another height: D and Z of its own
            bool const z = cell == third.last || cell == third.next;
            world.memory.parameters[cell] += z ? 4 : -4;
        }
        world.memory.work_offsets_mm[2][2] += 4;
        auto const result = test::runText(rehearsal.macro.text, world);
        QVERIFY2(result.outcome == Outcome::Completed, result.message.c_str());
        QVERIFY(test::near(result.memory.work_offsets_mm[0][2], -63.4403, 0.001));
        QVERIFY(test::near(result.memory.work_offsets_mm[2][2], -59.4403, 0.001));
        QVERIFY(test::near(result.memory.work_offsets_mm[8][2], -63.4403, 0.001));
        QVERIFY(holds(rehearsal.macro.text, "Set for this tool: G54, G56, G59.3 Z zero. Other offsets still"));
        // One Z that is not the kept one: named, and nothing is written.
        world.memory.work_offsets_mm[2][2] += 1;
        auto const refused = test::runText(rehearsal.macro.text, world);
        QCOMPARE(refused.outcome, Outcome::Alarm);
        QVERIFY2(holds(refused.message, "G56 Z was set"), refused.message.c_str());
        QVERIFY(refused.memory.work_offsets_mm == world.memory.work_offsets_mm && !refused.moved);
    }
    void bothFiguresAreNamed() {
        auto const shop = shopFor(Kind::Retouch);
        auto const rehearsal = shop.rehearse(Kind::Retouch);
        auto world = rehearsal.world();
        world.memory.work_offsets_mm[0][2] = -63.9403; // 6 mm thicker stock, zeroed by paper
        machine::Trace trace;
        (void)test::runText(rehearsal.macro.text, world, &trace);
        bool named = false;
        for (auto const& step : trace)
            named = named || holds(step.record.message, "G54 Z is -63.9403, the link was made for -69.940");
        QVERIFY(named);
    }
    void withinTwoStepsOfWhatIsStored_data() {
        QTest::addColumn<double>("off_mm");
        QTest::addColumn<bool>("accepted");
        QTest::newRow("as stored") << 0.0 << true;
        QTest::newRow("just inside two steps") << 0.0019 << true;
        QTest::newRow("just outside") << 0.0022 << false;
        QTest::newRow("outside, below") << -0.0022 << false;
    }
    void withinTwoStepsOfWhatIsStored() {
        QFETCH(double, off_mm);
        QFETCH(bool, accepted);
        auto const shop = shopFor(Kind::Retouch);
        auto const rehearsal = shop.rehearse(Kind::Retouch);
        auto world = rehearsal.world();
        world.memory.work_offsets_mm[0][2] += off_mm;
        QCOMPARE(test::runText(rehearsal.macro.text, world).outcome, accepted ? Outcome::Completed : Outcome::Alarm);
    }

    void everyOffset_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<bool>("kept");
        for (auto const kind : {Kind::PlateZero, Kind::PlateZeroLink, Kind::Retouch, Kind::RetouchAny, Kind::TableZero,
                                Kind::TrimZero, Kind::GoAndLook})
            for (bool kept : {false, true})
                QTest::addRow("%s, %s", macros::name(kind), kept ? "kept" : "back to G54")
                    << static_cast<int>(kind) << kept;
    }
    void everyOffset() {
        QFETCH(int, kind);
        QFETCH(bool, kept);
        auto const k = static_cast<Kind>(kind);
        for (int n = 1; n <= work_offset_count; ++n) {
            auto shop = shopFor(k, n % 2 == 0, n % 3 == 0);
            shop.change(shop.machine, [&](shop::Machine& m) {
                if (kept) m.behaviour.offset_at_end = shop::OffsetAtEnd::Kept;
            });
            shop.changeSetup([&](shop::ZeroSetup& s) { s.place.work_offset = s.link.offset = n; });
            shop.change(shop.contact, [&](shop::Contact& c) { c.work_offset = n; });
            auto const rehearsal = shop.rehearse(k);
            auto world = rehearsal.world();
            for (int other = 1; other <= work_offset_count; ++other) // all different, none nil
                if (other != n) world.memory.work_offsets_mm[other - 1] = {3.0 * other, -2.0 * other, -1.5 * other};
            world.memory.work_offsets_mm[n - 1][0] = 11;
            world.memory.modes.work_offset = n % work_offset_count + 1;
            auto const result = test::runText(rehearsal.macro.text, world);
            QVERIFY2(safety::classify(result, rehearsal) == RunClass::Right, result.message.c_str());
            if (result.z_zero) QCOMPARE(result.z_zero->work_offset, n);
            if (k != Kind::TrimZero && k != Kind::GoAndLook)
                QCOMPARE(holds(result.message, fmt::format("select {} again", workOffsetName(n))), n > 1 && !kept);
            for (int other = 1; other <= work_offset_count; ++other)
                if (other != n)
                    QVERIFY(result.memory.work_offsets_mm[other - 1] == world.memory.work_offsets_mm[other - 1]);
        }
    }

    void brokenOffAtEveryLine_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<bool>("closed");
        for (auto const kind : macros::every_kind)
            for (bool closed : {false, true})
                // Loops set nothing; a changer does not touch.
                if (macros::of(kind).loop == macros::Loop::No && !(closed && macros::of(kind).byClamp()))
                    QTest::addRow("%s, %s", macros::name(kind), closed ? "closed" : "open")
                        << static_cast<int>(kind) << closed;
    }
    /// Started again from its first line it is right or refuses; left alone, the next re-touch is right or refuses.
    void brokenOffAtEveryLine() {
        QFETCH(int, kind);
        QFETCH(bool, closed);
        auto const k = static_cast<Kind>(kind);
        auto shop = shopFor(k, false, closed);
        auto const rehearsal = shop.rehearse(k);
        int const lines = linesOf(rehearsal);
        auto const executable = controller::makeExecutable(rehearsal.macro.text, safety::dialectOf(rehearsal.world()));
        // What is left to do after the trim's last figure is nothing; started again then, it trims once more.
        int const last = k == Kind::TrimZero ? lines - 3 : lines - 1;
        int right = 0;
        for (int n = 1; n <= last; ++n) {
            auto world = rehearsal.world();
            world.broken_off_after = n;
            auto const result = machine::run(executable, world);
            auto const found = safety::classify(result, rehearsal);
            QVERIFY2(found == RunClass::Right || found == RunClass::StoppedSafely,
                     fmt::format("line {}: {}", n, result.message).c_str());
            right += found == RunClass::Right;
        }
        // A change that is under way is not begun anew.
        QVERIFY2(right > last / (macros::of(k).byClamp() ? 6 : 2), std::to_string(right).c_str());
        if (!macros::belongsTo(k, shop::Method::Retouch)) return;
        auto const next = shopFor(Kind::Retouch, false, closed).rehearse(Kind::Retouch);
        auto const retouch = controller::makeExecutable(next.macro.text, safety::dialectOf(next.world()));
        for (int n = 1; n <= lines; ++n) {
            auto const result = machine::run(retouch, after(brokenOff(executable, rehearsal.world(), n), next));
            if (result.outcome != Outcome::Completed) continue;
            double const error = result.z_zero->error_mm();
            auto is = [&](double mm) { return std::abs(error - mm) < 0.003; };
            // The zero that stood before, or the one that the broken run had set: on the board, or trimmed.
            QVERIFY2(is(0) || (k == Kind::TableZero && is(-20)) || (k == Kind::TrimZero && is(-0.05)),
                     fmt::format("line {}: {}", n, error).c_str());
        }
    }

    /// Deeper by 0.05 in mid-job; the next tool is as deep.
    void trimKeepsTheLink() {
        for (double by : {0.05, -0.12}) {
            auto shop = shopFor(Kind::TrimZero);
            shop.changeSetup([&](shop::ZeroSetup& s) { s.prefer.trim_mm = by; });
            auto const trimmed = [&] {
                auto const rehearsal = shop.rehearse(Kind::TrimZero);
                return test::runText(rehearsal.macro.text, rehearsal.world());
            }();
            QVERIFY(test::near(trimmed.z_zero->error_mm(), -by, 1e-6));
            shop.changeSetup([&](shop::ZeroSetup& s) { s.place.assembly = shop.long_tool; });
            auto const next = goOn(shop, Kind::Retouch, trimmed.memory);
            QVERIFY2(next.outcome == Outcome::Completed, next.message.c_str());
            QVERIFY2(test::near(next.z_zero->error_mm(), -by, 0.003), std::to_string(next.z_zero->error_mm()).c_str());
        }
    }
    /// Without a link it trims the zero and makes none.
    void trimWithoutALinkMakesNone() {
        auto shop = shopFor(Kind::TrimZero);
        shop.changeSetup([](shop::ZeroSetup& s) { s.link.plate = s.link.setter = {}; });
        auto const rehearsal = shop.rehearse(Kind::TrimZero);
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY2(safety::classify(result, rehearsal) == RunClass::Right, result.message.c_str());
        auto next = shopFor(Kind::Retouch);
        QCOMPARE(goOn(next, Kind::Retouch, result.memory).outcome, Outcome::Alarm);
    }
    void tableZeroMakesALinkForTheToolsThatFollow() {
        auto shop = shopFor(Kind::TableZero);
        auto const rehearsal = shop.rehearse(Kind::TableZero);
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        shop.changeSetup([&](shop::ZeroSetup& s) { s.place.assembly = shop.long_tool; });
        auto const next = goOn(shop, Kind::Retouch, result.memory);
        QVERIFY2(next.outcome == Outcome::Completed, next.message.c_str());
        QVERIFY(test::near(next.z_zero->error_mm(), -20, 0.003)); // the board, below work of 20
    }

    /// A plate macro serves any stock; a narrower window is the owner's choice, from this very tool's contact.
    void aPlateMacroServesAnyStock() {
        auto shop = shopFor(Kind::PlateZero);
        auto rehearsal = shop.rehearse(Kind::PlateZero);
        for (double more : {-15.0, 12.0, 30.0}) {
            auto world = rehearsal.world();
            world.stock_thickness_mm += more;
            world.position_mm[2] += more;
            auto const result = test::runText(rehearsal.macro.text, world);
            QVERIFY2(result.outcome == Outcome::Completed, result.message.c_str());
            QVERIFY(test::near(result.z_zero->error_mm(), 0, 0.002));
            QVERIFY2(holds(result.message, fmt::format("{:.2f}", 20 + more)),
                     result.message.c_str()); // thickness, told
        }
        shop.changeSetup([](shop::ZeroSetup& s) { s.prefer.window_mm = 10; });
        rehearsal = shop.rehearse(Kind::PlateZero);
        rehearsal.world().stock_thickness_mm += 12;
        rehearsal.world().position_mm[2] += 12;
        QCOMPARE(test::runText(rehearsal.macro.text, rehearsal.world()).outcome, Outcome::Alarm);
    }
    /// The contact in the book is tool 3's: tool 4's text has neither its window nor its zero.
    void anotherToolHasItsOwnWindow() {
        auto shop = shopFor(Kind::PlateZero);
        shop.changeSetup([&](shop::ZeroSetup& s) {
            s.prefer.window_mm = 2;
            s.place.assembly = shop.long_tool; // 6.5 longer; the contact stays that of the other
        });
        auto const rehearsal = shop.rehearse(Kind::PlateZero);
        QVERIFY2(holds(rehearsal.macro.text, "Tool 4: 8 mm compression") &&
                     holds(rehearsal.macro.text, "for any stock"),
                 rehearsal.macro.text.c_str());
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY2(safety::classify(result, rehearsal) == RunClass::Right, result.message.c_str());
        QVERIFY(test::near(result.z_zero->set_mm, -69.9403 + 6.5, 0.002)); // by hand
    }
    void twoToolsWithOneOffsetAreRefused() {
        auto shop = shopFor(Kind::OffsetPerTool);
        shop.change(shop.long_tool, [](shop::Assembly& a) { a.own_offset = 3; });
        auto const refused = safety::rehearse(shop.reader(), shop.setup(), Kind::OffsetPerTool);
        QVERIFY(!refused);
        QCOMPARE(refused.error().code, Code::TwoAlike);
        QVERIFY(holds(refused.error().value, "6 mm up-cut") && holds(refused.error().limit, "G56"));
    }
    /// The wrong tool there is wrong by ΔL: its own contact tells.
    void anOffsetPerToolKnowsItsTool() {
        auto shop = shopFor(Kind::OffsetPerTool);
        shop.change(shop.long_tool, [](shop::Assembly& a) { a.length_mm = 70; });
        auto rehearsal = shop.rehearse(Kind::OffsetPerTool);
        rehearsal.world().tool.length_mm += 18; // the long one, under the short one's number
        rehearsal.world().position_mm[2] += 18;
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QCOMPARE(result.outcome, Outcome::Alarm);
        QVERIFY2(holds(result.message, "another tool"), result.message.c_str());
    }
    /// Whatever the plate is, a start above it with the plate missing ends above the work.
    void startedAboveAPlateThatIsNotThere_data() {
        QTest::addColumn<double>("thickness");
        for (double t : {2.0, 3.0, 6.0, 9.942, 12.7, 40.0}) QTest::addRow("%.3f mm", t) << t;
    }
    void startedAboveAPlateThatIsNotThere() {
        QFETCH(double, thickness);
        test::SmallShop shop;
        shop.measure({thickness, thickness, thickness, thickness, thickness});
        shop.changeSetup([](shop::ZeroSetup& s) { s.prefer.window_mm.reset(); });
        auto rehearsal = shop.rehearse({"prove-contact"}); // nobody proves anything
        auto const& plan = rehearsal.plan;
        QVERIFY(plan.most_gap_mm - plan.least_gap_mm >= 0.9);
        auto at = [&](double gap_mm, machine::PlatePlace place) {
            auto world = rehearsal.world();
            world.plate.place = place;
            world.position_mm[2] = world.zeroOnStock_mm() + thickness + gap_mm;
            return test::runText(rehearsal.macro.text, world);
        };
        for (double gap : {plan.least_gap_mm, plan.most_gap_mm}) QVERIFY(at(gap, machine::PlatePlace::OnStock).z_zero);
        auto const missing = at(plan.least_gap_mm, machine::PlatePlace::Away);
        QCOMPARE(missing.outcome, Outcome::Alarm);
        QVERIFY(*missing.lowest_over_work_mm >= plan.above_work_mm - 0.01);
    }
    void aPlateThinnerThanTwoMillimetresIsRefused() {
        test::SmallShop shop;
        shop.measure({1.9, 1.9, 1.9, 1.9, 1.9});
        auto const refused = safety::rehearse(shop.reader(), shop.setup());
        QVERIFY(!refused && refused.error().code == Code::TooThin && !refused.error().limit.empty());
    }
};

STEADY_TEST(SilentZeroTest);
#include "SilentZeroTest.moc"
