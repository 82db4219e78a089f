// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/OddShop.h"
#include "support/Test.h"

#include "core/safety/Verdict.h"

using namespace steady;
using macros::Kind;
using safety::RunClass;
using test::Odd;

namespace {

/// Every answer that a control can give; how G28 moves (no recipe uses it) and the sign of lengths take turns.
constexpr int answers = 1 << 4;

test::LinkedShop shopOf(Kind kind, Odd odd, int answer) {
    auto shop = test::oddShop(kind, odd);
    auto bit = [&](int n) { return (answer >> n & 1) != 0; };
    shop.change(shop.machine, [&](shop::Machine& m) {
        auto& b = m.behaviour;
        b.closed_at_start = bit(0) ? shop::ClosedAtStart::EndsAsContact : shop::ClosedAtStart::Refused;
        b.home_move = bit(0) != bit(2) ? shop::HomeMove::NamedAxes : shop::HomeMove::AllAxes;
        b.offset_at_end = bit(2) ? shop::OffsetAtEnd::Kept : shop::OffsetAtEnd::First;
        b.homed_parameter = bit(3) ? std::optional(5391) : std::nullopt;
        m.length_sign = bit(2) != bit(3) ? shop::LengthSign::Negative : shop::LengthSign::Positive;
    });
    auto const circuit = bit(1) ? shop::Circuit::ClosedAtRest : shop::Circuit::OpenAtRest;
    shop.change(shop.setter, [&](shop::ToolSetter& s) { s.circuit = circuit; });
    shop.change(shop.plate, [&](shop::TouchPlate& p) {
        p.circuit = circuit;
        p.path = bit(1) ? shop::Path::OwnSwitch : shop::Path::SpindleEarth;
    });
    return shop;
}

std::string named(Kind kind, Odd odd, int answer, std::string const& what) {
    return fmt::format("{}, {}, answers {:04b}: {}", macros::name(kind), odd == Odd::Metric ? "metric" : "inch", answer,
                       what);
}

struct Made {
    Kind kind;
    Odd odd;
    int answer;
    safety::Rehearsal rehearsal;
};
std::vector<Made> const& all() {
    static std::vector<Made> const list = [] {
        std::vector<Made> made;
        for (auto const odd : {Odd::Metric, Odd::Inch})
            for (auto const kind : macros::every_kind)
                for (int answer = 0; answer < answers && kind != Kind::DiscReadings; ++answer) // as those of one place
                    made.push_back({kind, odd, answer, shopOf(kind, odd, answer).rehearse(kind)});
        return made;
    }();
    return list;
}
template<class F> void forEvery(F each) {
    for (auto const& [kind, odd, answer, rehearsal] : all()) {
        each(kind, odd, answer, rehearsal);
        if (QTest::currentTestFailed()) return;
    }
}

} // namespace

/// Both machines and all recipes on every answer of a control.
class BehaviourTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyMacroIsRightOnEveryControl() {
        forEvery([](Kind kind, Odd odd, int answer, safety::Rehearsal const& made) {
            auto world = made.world();
            world.memory.modes.work_offset = 7; // the job's
            auto const result = test::runText(made.macro.text, world);
            QVERIFY2(safety::classify(result, made) == RunClass::Right,
                     named(kind, odd, answer, result.message).c_str());
            bool const kept = (answer >> 2 & 1) != 0;
            // What it says is in force afterwards is in force; a re-touch in the middle of a job leaves the job's own.
            bool const selects = kind == Kind::PlateZero || kind == Kind::PlateZeroLink || kind == Kind::TableZero ||
                                 kind == Kind::GoAndLook || macros::of(kind).setsSides();
            bool const named_now = result.message.find("In force after the end: G56") != std::string::npos;
            int const in_force = !kept ? 1 : selects ? 3 : 7;
            QVERIFY2(result.memory.modes.work_offset == in_force, named(kind, odd, answer, result.message).c_str());
            QVERIFY2(!named_now || in_force == 3, named(kind, odd, answer, result.message).c_str());
        });
    }
    /// An input that reads contact from the start: refused by the control, or seen by the macro's own checks where a
    /// closed input counts as a contact. Nothing is set, and nothing goes down.
    void aClosedInputIsNeverAContact() {
        forEvery([](Kind kind, Odd odd, int answer, safety::Rehearsal const& made) {
            if (!macros::of(kind).touches_plate && !macros::of(kind).touches_setter) return;
            auto world = made.world();
            bool const closed = (answer >> 1 & 1) != 0;
            (closed ? world.input.lead_off : world.input.shorted) = true;
            auto const result = test::runText(made.macro.text, world);
            QVERIFY2(safety::classify(result, made) == RunClass::StoppedSafely,
                     named(kind, odd, answer, result.message).c_str());
            QVERIFY2(!result.z_zero && !result.length && result.contacts.empty(),
                     named(kind, odd, answer, "something was set or touched").c_str());
            double const parked_mm =
                made.zero.machine.safeZ_mm() - made.zero.machine.proof_creep_mm - 1; // its checks go up
            if (macros::of(kind).loop == macros::Loop::HomedAnew) return; // an end of travel is where a hand homes it
            QVERIFY2(result.position_mm[2] >= std::min(world.position_mm[2], parked_mm) - 0.01,
                     named(kind, odd, answer, "it went down").c_str());
        });
    }
    /// Not homed: read by the macro where it can be, otherwise asked, and a person who looks stops there.
    void notHomedIsRefusedWhereItCanBeRead() {
        forEvery([](Kind kind, Odd odd, int answer, safety::Rehearsal const& made) {
            if ((answer >> 3 & 1) == 0) return;
            auto world = made.world();
            world.homed = false;
            auto const result = test::runText(made.macro.text, world);
            bool const still = !result.moved || macros::of(kind).by_feel; // a hand jogs, the macro does not
            QVERIFY2(result.outcome == controller::Outcome::Alarm && still,
                     named(kind, odd, answer, result.message).c_str());
        });
    }
    /// The tool lies about its length by more than the window: stopped, or softly met; never a zero that nobody doubts.
    void aToolOfAnotherLengthIsNoticedOnTheSetter() {
        forEvery([](Kind kind, Odd odd, int answer, safety::Rehearsal const& made) {
            if (kind != Kind::Retouch && kind != Kind::ToolLength && kind != Kind::TableZero) return;
            for (double const off_mm : {-1.2, 1.2}) {
                auto world = made.world();
                world.tool.length_mm += off_mm;
                for (auto& each : world.tools)
                    if (each.number == world.memory.tool) each.tool.length_mm += off_mm;
                auto const found = safety::classify(test::runText(made.macro.text, world), made);
                QVERIFY2(found == RunClass::StoppedSafely, named(kind, odd, answer, std::to_string(off_mm)).c_str());
            }
        });
    }
};

STEADY_TEST(BehaviourTest);
#include "BehaviourTest.moc"
