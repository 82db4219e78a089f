// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/macros/TouchPrice.h"
#include "core/safety/Verdict.h"

using namespace steady;
using controller::Outcome;
using macros::Kind;
using safety::RunClass;
using test::LinkedShop;
using test::shopFor;

namespace {

bool holds(std::string const& text, std::string const& piece) { return text.find(piece) != std::string::npos; }

int countOf(std::string const& text, std::string const& piece) {
    int count = 0;
    for (auto at = text.find(piece); at != std::string::npos; at = text.find(piece, at + 1)) ++count;
    return count;
}

} // namespace

/// Touching as its owner does it: how often, how fast, on the press or at the release, with air, thin and short.
class PracticeTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void howeverItIsTouchedItIsRight_data() {
        QTest::addColumn<int>("touches");
        QTest::addColumn<bool>("release");
        QTest::addColumn<double>("backlash");
        for (int touches : {1, 2, 3, 5})
            for (bool release : {false, true})
                for (double backlash : {0.0, 0.04})
                    QTest::addRow("%d touches, %s, backlash %.2f", touches, release ? "release" : "press", backlash)
                        << touches << release << backlash;
    }
    void howeverItIsTouchedItIsRight() {
        QFETCH(int, touches);
        QFETCH(bool, release);
        QFETCH(double, backlash);
        for (auto const kind : {Kind::PlateZero, Kind::PlateZeroLink, Kind::Retouch, Kind::ToolLength}) {
            auto shop = shopFor(kind);
            auto edit = [&](shop::TouchPractice& p) {
                p.touches = touches;
                p.read_on = release ? shop::Direction::Release : shop::Direction::Press;
            };
            shop.change(shop.plate, [&](shop::TouchPlate& p) { edit(p.practice); });
            shop.change(shop.setter, [&](shop::ToolSetter& s) { edit(s.practice); });
            shop.change(shop.machine, [&](shop::Machine& m) { m.axes[2].backlash_mm = backlash; });
            auto const rehearsal = shop.rehearse(kind);
            auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
            QVERIFY2(safety::classify(result, rehearsal) == RunClass::Right, result.message.c_str());
            QVERIFY2(test::near(*safety::errorOf_mm(result, rehearsal), 0, 0.004),
                     fmt::format("{}", macros::name(kind)).c_str());
            int const devices = kind == Kind::PlateZeroLink ? 2 : 1;
            QCOMPARE(countOf(rehearsal.macro.text, "G38.5"), release ? touches * devices : 0);
        }
    }
    /// By hand: at 300 mm/min an input of 4 ms and 1 ms polled reads 0.0225 low; the release at 30 reads 0.00225 high.
    void theReleaseTurnsTheLag() {
        auto shop = shopFor(Kind::PlateZero);
        shop.change(shop.plate, [](shop::TouchPlate& p) {
            p.push_in_mm = 1; // a sprung one, so that the feeds may be chosen
            p.practice.find_mm_min = 300;
            p.practice.measure_mm_min = 30;
            p.practice.read_on = shop::Direction::Release;
        });
        auto const text = shop.rehearse(Kind::PlateZero).macro.text;
        QVERIFY2(holds(text, "F300.0") && holds(text, "F30.0"), text.c_str());
        QVERIFY2(holds(text, "#105=[#104 - 0.0023 - 9.9420]") || holds(text, "#105=[#104 - 0.0022 - 9.9420]"),
                 text.c_str());
        QVERIFY2(holds(text, "ABS[#104 - #101 - 0.0248]") || holds(text, "ABS[#104 - #101 - 0.0247]"), text.c_str());
    }
    void airIsBlownBeforeAndBetween() {
        auto shop = shopFor(Kind::Retouch);
        shop.change(shop.setter, [](shop::ToolSetter& s) {
            s.practice.air_output = 3;
            s.practice.air_s = 0.7;
        });
        auto rehearsal = shop.rehearse(Kind::Retouch);
        QCOMPARE(countOf(rehearsal.macro.text, "M64 P3\nG4 P0.7\nM65 P3\n"), 3); // before the search, twice between
        rehearsal.world().setter->chip_mm = 0.3;
        for (auto& pause : rehearsal.world().person.pauses)
            std::erase(pause.acts, shop::TimedAct(shop::Act::WipeDisc)); // nobody wipes
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY2(safety::classify(result, rehearsal) == RunClass::Right, result.message.c_str());
    }
    /// Short strokes are served with the feed that fits, down to one millimetre.
    void shortStrokes_data() {
        QTest::addColumn<double>("stroke");
        for (double s : {1.0, 1.5, 3.0, 6.0}) QTest::addRow("%.1f mm", s) << s;
    }
    void shortStrokes() {
        QFETCH(double, stroke);
        for (bool inch : {false, true}) {
            auto shop = LinkedShop(inch);
            shop.change(shop.setter, [&](shop::ToolSetter& s) {
                s.overtravel_mm.reset();
                s.solid_mm = s.trigger_mm - stroke;
            });
            shop.change(shop.long_tool, [](shop::Assembly& a) { a.length_error_mm = 0.2; });
            shop.touch(shop.long_tool, shop::Target::Setter, shop.trip_mm(shop.long_tool) - shop.lag_mm());
            shop.changeSetup([&](shop::ZeroSetup& s) { s.place.assembly = shop.long_tool; });
            auto const rehearsal = shop.rehearse(Kind::Retouch);
            auto const good = test::runText(rehearsal.macro.text, rehearsal.world());
            QVERIFY2(safety::classify(good, rehearsal) == RunClass::Right, good.message.c_str());
            auto dead = rehearsal.world();
            dead.setter->shorted = true;
            dead.tool.length_mm += 0.2; // as long as it may be
            auto const result = test::runText(rehearsal.macro.text, dead);
            QVERIFY2(safety::classify(result, rehearsal) == RunClass::StoppedSafely, result.message.c_str());
        }
    }
    /// What a choice is said to cost is what the virtual machine's clock shows.
    void choicesCostWhatTheyAreSaidToCost_data() {
        QTest::addColumn<bool>("release");
        QTest::addColumn<bool>("air");
        for (bool release : {false, true})
            for (bool air : {false, true})
                QTest::addRow("%s, %s", release ? "release" : "press", air ? "air" : "no air") << release << air;
    }
    void choicesCostWhatTheyAreSaidToCost() {
        QFETCH(bool, release);
        QFETCH(bool, air);
        auto measured = [&](int touches, double feed_mm_min) {
            auto shop = shopFor(Kind::PlateZero);
            shop::TouchPractice practice;
            practice.touches = touches;
            practice.measure_mm_min = feed_mm_min;
            if (air) practice.air_output = 2;
            practice.read_on = release ? shop::Direction::Release : shop::Direction::Press;
            shop.change(shop.plate, [&](shop::TouchPlate& p) { p.practice = practice; });
            auto const rehearsal = shop.rehearse(Kind::PlateZero);
            auto const& zero = rehearsal.zero;
            auto const plan = macros::planTouch(zero.machine, zero.feeds, practice, false);
            auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
            return std::pair(result.elapsed_s - result.paused_s, macros::priceOf(zero.machine, plan).seconds);
        };
        auto const [two_s, two_priced] = measured(2, 20);
        for (auto const& [touches, feed] : {std::pair{4, 20.0}, {5, 20.0}, {2, 10.0}, {2, 40.0}}) {
            auto const [other_s, other_priced] = measured(touches, feed);
            double const truth = other_s - two_s, said = other_priced - two_priced;
            QVERIFY2(std::abs(said - truth) < 0.03 * std::abs(truth) + 0.05, fmt::format("{} {}", said, truth).c_str());
        }
    }
    /// By hand: 0.003 of scatter, 1 ms of polling at 25 mm/min (0.000417 mm, uniform), two touches.
    void theSpreadOfAMean() {
        shop::Machine machine;
        machine.capture = shop::Capture::Polled;
        machine.poll_s = 0.001;
        machine.switch_scatter_mm = 0.003;
        auto const plan = macros::planTouch(machine, {250, 25}, {}, false);
        double const by_hand = std::sqrt((9e-6 + 0.000417 * 0.000417 / 12) / 2);
        QVERIFY(test::near(macros::priceOf(machine, plan).spread_mm, by_hand, 1e-7));
    }
    void whatTheOwnerChoosesIsWhatTheTextDoes() {
        auto shop = shopFor(Kind::PlateZero);
        shop.change(shop.plate, [](shop::TouchPlate& p) {
            p.practice.find_mm_min = 150;
            p.practice.measure_mm_min = 9;
            p.practice.back_off_mm = 2.5;
            p.practice.dwell_s = 0.6;
        });
        shop.change(shop.machine, [](shop::Machine& m) {
            m.proof_creep_mm = 8;
            m.proof_creep_s = 16;
        });
        auto const text = shop.rehearse(Kind::PlateZero).macro.text;
        for (auto const* piece : {"F150.0\n", "F9.0\n", "G1 Z2.5000 F150.0", "G4 P0.60", "G38.3 Z8.0000 F30.0"})
            QVERIFY2(holds(text, piece), piece);
    }
    /// The plate is lifted to the tip only where a finger's breadth stands out on each side.
    void liftingIsAChoiceOnlyWhereFingersStayClear() {
        for (auto const& [diameter, lifts] : {std::pair{6.0, true}, {19.0, true}, {21.0, false}}) {
            auto shop = shopFor(Kind::PlateZero);
            shop.change(shop.plate, [](shop::TouchPlate& p) { p.proof = shop::ProofBy::Lift; }); // 60 × 40
            shop.change(shop.tool, [&](shop::Assembly& a) { a.diameter_mm = diameter; });
            auto const rehearsal = shop.rehearse(Kind::PlateZero);
            QCOMPARE(holds(rehearsal.macro.text, "lift the plate by its edges"), lifts);
            QCOMPARE(holds(rehearsal.macro.text, "collet spanner"), !lifts);
            auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
            QVERIFY2(safety::classify(result, rehearsal) == RunClass::Right, result.message.c_str());
        }
    }
    /// A tool that does not conduct closes no circuit: bridged, nothing is seen, and nothing goes near the plate.
    void aToolThatDoesNotConductIsNoticed() {
        auto shop = shopFor(Kind::PlateZero);
        shop.change(shop.tool, [](shop::Assembly& a) { a.conducts = false; });
        auto const rehearsal = shop.rehearse(Kind::PlateZero);
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY2(result.outcome == Outcome::Alarm && holds(result.message, "signal was not seen"),
                 result.message.c_str());
    }
    /// Not seen the first time: the person looks, and tries again.
    void notSeenMeansTryAgain() {
        auto shop = shopFor(Kind::PlateZero);
        auto rehearsal = shop.rehearse(Kind::PlateZero);
        auto& pauses = rehearsal.world().person.pauses;
        rehearsal.world().input.clip = machine::ClipPlace::Away;
        auto& asks = pauses[0].acts; // laid without its clip
        asks.insert(asks.begin() + 1, shop::Act::TakeClip);
        pauses[1].acts = {}; // “look at lead, clip and plug”
        auto const lost = test::runText(rehearsal.macro.text, rehearsal.world());
        QCOMPARE(lost.outcome, Outcome::Alarm);
        QCOMPARE(lost.paused_s / 5, 6.0); // asked three times, looked twice, and the alarm's own
    }
};

STEADY_TEST(PracticeTest);
#include "PracticeTest.moc"
