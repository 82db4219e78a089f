// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/machine/Run.h"
#include "core/safety/Rehearsal.h"
#include "core/safety/Verdict.h"

using namespace steady;

class VerdictTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Right is what lies within the stated ±: just inside, just outside, on both sides.
    void rightEndsAtTheTolerance() {
        safety::Rehearsal made;
        made.tolerance_mm = 0.02;
        machine::RunResult result;
        auto judged = [&](macros::Kind kind, double error_mm) {
            made.kind = kind;
            result.z_zero = machine::ZZero{1, -70 + error_mm, -70};
            result.length = machine::SetLength{3, 52 + error_mm, 52};
            return safety::classify(result, made);
        };
        using safety::RunClass;
        for (auto const kind : {macros::Kind::PlateZero, macros::Kind::ToolLength})
            for (double sign : {-1.0, 1.0}) {
                QCOMPARE(judged(kind, sign * 0.0199), RunClass::Right);
                QCOMPARE(judged(kind, sign * 0.0201), RunClass::WrongZero);
            }
        made.intended_mm = -18; // a table zero lies that much lower
        QCOMPARE(judged(macros::Kind::PlateZero, -18), RunClass::Right);
        made.length_datum_mm = -52; // a first tool counts as nothing
        QCOMPARE(judged(macros::Kind::ToolLength, -52), RunClass::Right);
        QCOMPARE(judged(macros::Kind::ToolLength, 0), RunClass::WrongZero);
        result.z_zero.reset();
        made.kind = macros::Kind::PlateZero;
        QCOMPARE(safety::classify(result, made), RunClass::WrongZero); // nothing was set
        made.kind = macros::Kind::GoAndLook;
        made.intended_mm = 5;
        result.lowest_over_work_mm = 5.019;
        QCOMPARE(safety::classify(result, made), RunClass::Right);
        result.lowest_over_work_mm = 4.979;
        QCOMPARE(safety::classify(result, made), RunClass::WrongZero);
    }
};

STEADY_TEST(VerdictTest);
#include "VerdictTest.moc"
