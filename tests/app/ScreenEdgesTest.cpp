// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ScreenRules.h"

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

/// The same rules where books are at their edges: nothing in them, or names that are far too long.
class ScreenEdgesTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void rulesHold_data() {
        QTest::addColumn<bool>("empty");
        QTest::addColumn<bool>("inch");
        QTest::addColumn<double>("scale");
        // Units and themes take turns: ScreenRulesTest goes through all of them.
        for (bool empty : {true, false})
            for (double scale : {0.8, 1.0, 1.5}) {
                if (empty && scale < 1) continue; // small type is for long words
                bool const inch = empty == (scale == 1.0);
                QTest::addRow("%s, %s, %d %%", empty ? "empty" : "long names", inch ? "inch, night" : "mm, day",
                              qRound(scale * 100))
                    << empty << inch << scale;
            }
    }
    void rulesHold() {
        QFETCH(bool, empty);
        QFETCH(bool, inch);
        QFETCH(double, scale);
        Driver drive(empty ? Driver::Start::Empty : Driver::Start::Demo);
        if (!empty) {
            drive.type("kit.plate.name", u"The aluminium plate with the chamfered corner and the red lead"_s);
            drive.type("kit.tool.name", u"Twelve millimetre ball nose, long reach, reground in autumn"_s);
            drive.type("kit.setter.name", u"The setter in the front left corner, on its second bracket"_s);
            drive.key(Qt::Key_1, Qt::ControlModifier);
            drive.type("machine.name", u"The long router that came from the boatyard across the river"_s);
        }
        auto const wrong = test::walk(drive, inch, inch, scale);
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
    }
};

STEADY_TEST(ScreenEdgesTest);
#include "ScreenEdgesTest.moc"
