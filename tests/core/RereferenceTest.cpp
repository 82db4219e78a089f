// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Rereference.h"
#include "support/Rows.h"
#include "support/Test.h"

using namespace steady;

namespace {

/// A drive that has lost where it is, as such drives are commonly built: it shows its true place less what it takes for
/// zero, takes settings only while they may be written, a new position only without the flag and after it was switched
/// off and on, and keeps what it was told only with the flag. It knows nothing of the steps under test.
struct Drive {
    double true_mm = 100; ///< above what the block stands on
    double offset_mm = -37.25;
    bool limited = true, may_write = false, flag = true, started = false;
    double block_mm = 0;
    bool block_lies = false;

    double shown_mm() const { return true_mm - offset_mm; }
    void goTo(double above_mm) {
        if (!limited) true_mm = above_mm;
    }
    void by(double mm) { goTo(true_mm + mm); }
    void stop() { goTo(block_lies ? block_mm : 0); } ///< down until something is a slip fit
    void writeFlag(bool on, double reference_mm) {
        if (!may_write) return;
        if (on && !flag) offset_mm = true_mm - reference_mm; // here is the reference
        flag = on;
        if (!on) started = false;
    }
    void power() { started = true; }
    void preset(double mm) {
        if (may_write && !flag && started) offset_mm = true_mm - mm;
    }
};

struct Case {
    double block_mm, reference_mm;
    UnitSystem readout, setting;
};

/// Somebody who does the steps, but one of them, and believes to have done all; what the block reads then.
double doneWithout(std::string const& left_out, Case const& c) {
    Drive drive;
    drive.block_mm = c.block_mm;
    auto does = [&](char const* id) { return left_out != id; };
    if (does("inputs") && does("free")) drive.limited = false;
    if (does("write")) drive.may_write = true;
    if (does("flag-off")) drive.writeFlag(false, 0);
    if (does("power")) drive.power();
    drive.block_lies = does("block");
    drive.stop();
    if (does("preset")) drive.preset(c.block_mm);
    if (does("travel")) drive.goTo(drive.true_mm + c.reference_mm - drive.shown_mm()); // as the readout says
    if (does("flag-on")) drive.writeFlag(true, c.reference_mm);
    drive.may_write = !does("protect");
    drive.block_lies = true;
    drive.stop();
    return drive.flag ? drive.shown_mm() : drive.shown_mm() + 500; // without the flag it shows anything
}

test::LinkedShop shopOf(Case const& c) {
    test::LinkedShop shop;
    shop.changeSetup([&](shop::ZeroSetup& s) {
        s.gauge.block_mm = c.block_mm;
        s.gauge.reference_mm = c.reference_mm;
        s.gauge.readout = c.readout;
        s.gauge.setting = c.setting;
    });
    return shop;
}

std::vector<std::string> ids(test::LinkedShop const& shop) {
    std::vector<std::string> all;
    for (auto const& step : zeroing::rereferenceSteps(shop.reader(), shop.setup())) all.push_back(step.id);
    return all;
}

} // namespace

/// A lost reference, set again. 14 − 3 = 11 is the worked example of the trade.
class RereferenceTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void itEndsWithTheRightReference_data() {
        QTest::addColumn<double>("block");
        QTest::addColumn<double>("reference");
        QTest::addColumn<bool>("inches");
        for (bool const inches : {false, true}) {
            QTest::addRow("up, %s", inches ? "inches" : "mm") << 3.0 << 14.0 << inches;
            QTest::addRow("down, %s", inches ? "inches" : "mm") << 50.0 << 8.0 << inches;
        }
    }
    void itEndsWithTheRightReference() {
        QFETCH(double, block);
        QFETCH(double, reference);
        QFETCH(bool, inches);
        Case const c{block, reference, inches ? UnitSystem::Inch : UnitSystem::Metric,
                     inches ? UnitSystem::Metric : UnitSystem::Inch};
        auto shop = shopOf(c);
        QCOMPARE(zeroing::gaugeBlockTravel(shop.setup())->sum().mm, reference - block);
        auto const all = ids(shop);
        // In their order: settings open before the flag, the flag before power, power before the preset, and so on.
        std::vector<std::string> const order{"inputs", "lock",  "board",   "free",    "write",   "flag-off",
                                             "power",  "block", "preset",  "travel",  "flag-on", "protect",
                                             "again",  "units", "longest", "shortest"};
        QCOMPARE(all, order);
        auto finish = [&](double again_mm) {
            shop.changeSetup([&](shop::ZeroSetup& s) {
                s.gauge.done = all;
                s.gauge.again_mm = again_mm;
            });
            return zeroing::isRereferenced(shop.reader(), shop.setup());
        };
        QVERIFY(test::near(doneWithout("", c), block, 1e-9));
        QVERIFY(finish(doneWithout("", c)));
        for (auto const* id :
             {"inputs", "free", "write", "flag-off", "power", "block", "preset", "travel", "flag-on"}) {
            auto const again = doneWithout(id, c);
            QVERIFY2(!finish(again), id); // believed to be done, and caught by the block
            auto const said = zeroing::gaugeBlockJudgements(shop.reader(), shop.setup());
            QVERIFY(std::any_of(said.begin(), said.end(), [](auto const& j) { return j.severity == Severity::Bad; }));
        }
        // What the block cannot tell is an open step, and no open step is done.
        (void)finish(block);
        for (auto const& id : all) {
            auto open = shop.setup();
            std::erase(open.gauge.done, id);
            QVERIFY2(!zeroing::isRereferenced(shop.reader(), open), id.c_str());
        }
    }
    /// What the block reads names the slip, where it can only be that one.
    void theSlipIsNamed() {
        auto shop = shopOf({3, 14, UnitSystem::Metric, UnitSystem::Metric});
        auto said = [&](double again_mm) {
            shop.changeSetup([&](shop::ZeroSetup& s) { s.gauge.again_mm = again_mm; });
            QString words;
            for (auto const& each : zeroing::gaugeBlockJudgements(shop.reader(), shop.setup()))
                for (auto const& why : each.why) words += QString::fromStdString(why);
            return words;
        };
        QVERIFY(said(14).contains(QStringLiteral("without the travel")));
        QVERIFY(said(25).contains(QStringLiteral("other way"))); // 14 + 11
        QVERIFY(said(6).contains(QStringLiteral("not under it")));
        QVERIFY(said(76.2).contains(QStringLiteral("other unit"))); // 3 × 25.4
        QVERIFY(said(3.2).isEmpty());
    }
    void bitsAreDecoded() {
        QCOMPARE(*zeroing::bitsOn("36"), (std::vector<int>{2, 5}));
        QCOMPARE(*zeroing::bitsOn(" 0x24"), (std::vector<int>{2, 5}));
        QCOMPARE(*zeroing::bitsOn("0b100100"), (std::vector<int>{2, 5}));
        QVERIFY(zeroing::bitsOn("0")->empty());
        for (auto const* wrong : {"", "3 6", "0x", "zwei", "-1", "18446744073709551616"})
            QVERIFY2(!zeroing::bitsOn(wrong), wrong);
        auto const bits = zeroing::bitsFrom("5 upper limit: jog down; 2 lower limit:jog up ;; 0 door");
        QVERIFY(bits);
        QCOMPARE(zeroing::bitsText(*bits), std::string("5 upper limit: jog down; 2 lower limit: jog up; 0 door"));
        for (auto const* wrong : {"upper limit", "4", "64 x", "3 a; 3 b"}) QVERIFY2(!zeroing::bitsFrom(wrong), wrong);
        auto shop = shopOf({3, 14, UnitSystem::Metric, UnitSystem::Metric});
        shop.changeSetup([&](shop::ZeroSetup& s) {
            s.gauge.bits = *bits;
            s.gauge.inputs = "0x30";
        });
        auto const steps = zeroing::rereferenceSteps(shop.reader(), shop.setup());
        QCOMPARE(steps[0].expect, std::string("Bit 4 is on: what it stands for is not in the list. Bit 5 is on: upper "
                                              "limit; jog down."));
    }
};

STEADY_TEST(RereferenceTest);
#include "RereferenceTest.moc"
