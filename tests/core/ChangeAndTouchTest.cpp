// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A change at a rack or carousel with a re-touch, or a length, behind it in one text.
#include "support/Changing.h"
#include "support/Test.h"

#include "core/machine/Run.h"
#include "core/safety/DialectOf.h"
#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"

using namespace steady;
using macros::Kind;
using safety::RunClass;

namespace {

constexpr char const* controls[] = {"parametric", "hash", "streaming"};

machine::RunResult ran(safety::Rehearsal const& made, machine::World const& world) {
    return machine::run(machine::load(made.macro.text, safety::dialectOf(world)), world);
}

} // namespace

class ChangeAndTouchTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// By hand: the tool of the link is 52 long, the one that is fetched 58.5; its zero lies 6.5 higher.
    void theZeroIsThatOfTheToolThatWasFetched() {
        for (auto const kind : {Kind::RackRetouch, Kind::CarouselRetouch})
            for (auto const* dialect : controls) {
                auto const shop = test::changingShop(kind, dialect);
                auto const made = shop.rehearse(kind);
                auto const result = ran(made, made.world());
                QCOMPARE(result.outcome, controller::Outcome::Completed);
                QCOMPARE(result.rack->in_spindle, 4);
                QVERIFY(result.z_zero);
                double const linked_mm = shop.zero().chain->sum().mm;
                QVERIFY2(test::near(result.z_zero->set_mm, linked_mm + 58.5 - 52, 0.01),
                         std::to_string(result.z_zero->set_mm - linked_mm).c_str());
            }
    }
    /// Two holders exchanged by hand: a change alone believes its table, the setter tells the other tool by its length.
    void anotherToolIsFoundOnTheSetter() {
        for (auto const* dialect : controls)
            for (auto const kind : {Kind::RackChange, Kind::RackRetouch}) {
                auto const made = test::changingShop(kind, dialect).rehearse(kind);
                auto world = made.world();
                world.seed = 0;
                safety::faultNamed("holders_swapped")->apply(world);
                auto const result = ran(made, world);
                QVERIFY(!result.z_zero);
                QCOMPARE(safety::classify(result, made),
                         kind == Kind::RackChange ? RunClass::WrongZero : RunClass::StoppedSafely);
            }
    }
    /// Called for the tool that is there: nothing is changed, and it is measured all the same, as after a change that
    /// was done before the text was broken off.
    void theSameToolIsOnlyMeasured() {
        for (auto const kind : {Kind::RackRetouch, Kind::CarouselRetouch})
            for (auto const* dialect : {"parametric", "hash"}) {
                auto const made = test::changingShop(kind, dialect).rehearse(kind);
                auto const before = ran(made, made.world());
                auto world = made.world();
                world.memory = before.memory;
                world.rack = before.rack;
                world.ring = before.ring;
                for (auto const& each : world.tools)
                    if (each.number == 4) world.tool = each.tool;
                world.memory.work_offsets_mm[0][2] = made.world().memory.work_offsets_mm[0][2]; // never set
                auto const at = static_cast<std::size_t>(world.behaviour.link_parameter) + 4;
                world.memory.parameters[at] = made.world().memory.parameters[at];
                auto const result = ran(made, world);
                QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
                QVERIFY(result.rack->pockets == before.rack->pockets || result.ring);
                if (result.ring) QVERIFY(result.ring->holders == before.ring->holders);
                QVERIFY(result.z_zero && test::near(result.z_zero->set_mm, before.z_zero->set_mm, 0.01));
                QVERIFY(result.elapsed_s < before.elapsed_s - 5);
            }
    }
    /// Without a true link nothing moves: the change would end with a zero that nobody can set.
    void nothingIsChangedWithoutALink() {
        for (auto const* dialect : {"parametric", "hash"}) {
            auto const made = test::changingShop(Kind::RackRetouch, dialect).rehearse(Kind::RackRetouch);
            auto world = made.world();
            safety::faultNamed("link_reused")->apply(world);
            auto const result = ran(made, world);
            QCOMPARE(result.outcome, controller::Outcome::Alarm);
            QVERIFY(!result.moved && result.rack->in_spindle == made.world().rack->in_spindle);
        }
    }
    void liftedMeasuresNothing() {
        auto shop = test::changingShop(Kind::RackRetouch, "parametric");
        shop.changeSetup([](shop::ZeroSetup& s) { s.change.lifted_mm = 95; });
        auto const made = safety::rehearse(shop.reader(), shop.setup(), Kind::RackRetouch);
        QVERIFY(!made && made.error().code == Code::CallRefused);
    }
};

STEADY_TEST(ChangeAndTouchTest);
#include "ChangeAndTouchTest.moc"
