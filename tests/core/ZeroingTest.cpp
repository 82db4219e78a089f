// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/base/Words.h"
#include "core/upkeep/NextStep.h"

using namespace steady;
using test::SmallShop;

namespace {

upkeep::Progress progress(SmallShop const& shop, std::optional<bool> run_good = std::nullopt) {
    return upkeep::progressOf({shop.reader(), shop.zero(), {}, {}, {}, run_good});
}

} // namespace

class ZeroingTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void thicknessUncertaintyByHand() {
        // JCGM 100:2008, by hand for 9.94 9.95 9.94 9.93 9.95 with a caliper of step 0.01 and MPE ±0.02:
        // mean 9.942; squares of the deviations (0.002² + 0.008² + 0.002² + 0.012² + 0.008²) = 0.00028
        // s = √(0.00028/4) = 0.0083666; s/√5 = 0.0037417 (4.2.3), 4 degrees of freedom
        // step 0.01/√12 = 0.0028868 (F.2.2.1); MPE 0.02/√3 = 0.0115470 (4.3.7)
        // u = √(0.0037417² + 0.0028868² + 0.0115470²) = √(1.4000e-5 + 8.3333e-6 + 1.33333e-4) = 0.0124766
        // effective dof = u⁴/(u1⁴/4) = 2.42317e-8/(1.96000e-10/4) = 494.5
        SmallShop shop;
        auto const t = shop.zero().thickness;
        QVERIFY(test::near(t.mm, 9.942, 1e-12));
        QVERIFY(test::near(t.summary.s, 0.0083666, 5e-8));
        QVERIFY(test::near(t.budget.contributions[0].u, 0.0037417, 5e-8));
        QCOMPARE(t.budget.contributions[0].dof, 4.0);
        QVERIFY(test::near(t.budget.contributions[1].u, 0.0028868, 5e-8));
        QVERIFY(test::near(t.budget.contributions[2].u, 0.0115470, 5e-8));
        QVERIFY(test::near(t.budget.combined_u, 0.0124766, 5e-8));
        QVERIFY(test::near(t.budget.effective_dof, 494.5, 0.1));
        QCOMPARE(t.budget.dominant, 2);
        // The rectangle dominates, so 95 % is less than 1.96 u = 0.02445.
        QVERIFY(t.budget.expanded_95 < 1.96 * t.budget.combined_u && t.budget.expanded_95 > 1.8 * t.budget.combined_u);
    }
    void identicalReadingsProveNoMoreThanTheStep() {
        SmallShop shop;
        shop.measure({9.94, 9.94, 9.94, 9.94, 9.94});
        auto const t = shop.zero().thickness;
        QCOMPARE(t.summary.s, 0.0);
        QVERIFY(t.budget.combined_u >= 0.01 / std::sqrt(12.0));
    }
    void whatIsMissingIsAssumedAndSaid() {
        SmallShop shop;
        shop.measure({});
        auto zero = shop.zero();
        QCOMPARE(zero.thickness.mm, 10.0);
        QVERIFY(test::near(zero.thickness.budget.expanded_95, 0.095, 1e-9));
        QVERIFY(!zero.thickness.assumptions.empty());
        shop.measure({9.94});
        QCOMPARE(shop.zero().thickness.assumptions.size(), std::size_t(1));
        shop.change(shop.plate, [](shop::TouchPlate& p) { p.instrument = {}; });
        QCOMPARE(shop.zero().thickness.assumptions.size(), std::size_t(2));
        // Even an empty book gives an answer.
        auto const empty = zeroing::plateZero(shop::Book(), shop::ZeroSetup());
        QVERIFY(empty && !empty->chain && !empty->judgements.empty());
    }
    void withdrawnReadingsDoNotCount() {
        SmallShop shop;
        shop.measure({9.94, 9.95, 9.94, 9.93, 9.95, 12.0});
        QVERIFY(shop.zero().thickness.mm > 10.2);
        shop.readings.kept[shop.study].back().withdrawn = true;
        QVERIFY(test::near(shop.zero().thickness.mm, 9.942, 1e-12));
    }

    void chainAddsUp() {
        // arithmetic: W = m_plate − T, plus the lag that pressing loses: 0.5 mm/s · (4 ms + 0.5 ms) at the slow feed.
        SmallShop shop;
        auto const zero = shop.zero();
        auto const& chain = *zero.chain;
        double const lag = zero.feeds.slow_mm_min / 60 * 0.0045;
        QCOMPARE(chain.terms.size(), std::size_t(3));
        QVERIFY(test::near(chain.sum().mm, -60 - 9.942 + lag, 1e-12));
        QCOMPARE(chain.terms[1].key, std::string("thickness"));
        QVERIFY(test::near(chain.terms[1].value_mm, -9.942, 1e-12));
        QCOMPARE(chain.label, std::string("work zero, G54 Z"));
        QCOMPARE(chain.tool, std::string("tool 3"));
        QVERIFY(chain.text(UnitSystem::Metric).starts_with("−60.000 − 9.942 + 0.00"));
        QVERIFY(chain.text(UnitSystem::Inch).ends_with(" in"));
    }
    void enteredTooThickCutsTooDeep() {
        SmallShop shop;
        double const right = shop.zero().chain->sum().mm;
        shop.measure({10.342, 10.342, 10.342, 10.342, 10.342});
        QVERIFY(test::near(shop.zero().chain->sum().mm - right, -0.4, 1e-9));
    }
    void hardwareCaptureHasNoLagTerm() {
        SmallShop shop;
        shop.change(shop.machine, [](shop::Machine& m) { m.capture = shop::Capture::Hardware; });
        QCOMPARE(shop.zero().chain->terms.size(), std::size_t(2));
    }
    void workReadingWithItsOffset() {
        SmallShop shop;
        shop.change(shop.contact, [](shop::Contact& c) {
            c.frame = shop::Frame::Work;
            c.value_mm = 12.5;
            c.work_offset_z_mm = -72.5;
        });
        QVERIFY(test::near(shop.zero().chain->terms[0].value_mm, -60, 1e-12));
        shop.change(shop.contact, [](shop::Contact& c) { c.work_offset_z_mm.reset(); });
        auto const missing = zeroing::plateZero(shop.reader(), shop.setup());
        QVERIFY(!missing);
        QCOMPARE(missing.error().code, Code::FrameUnknown);
    }
    void outsideTheTravelIsQueried() {
        SmallShop shop;
        shop.change(shop.contact, [](shop::Contact& c) { c.value_mm = 63.2; }); // the minus was lost
        auto const zero = shop.zero();
        QCOMPARE(zero.judgements.front().severity, Severity::Bad);
        QCOMPARE(progress(shop).zeroing.standing, upkeep::Standing::Failed);
    }
    void simulatedIsSaidAndNeverCounts() {
        SmallShop shop;
        auto const contact = safety::simulatedContact(shop.rehearse(), 5);
        QVERIFY(contact);
        QCOMPARE(contact->source, shop::Source::Simulated);
        QCOMPARE(contact->feed_mm_min, shop.zero().feeds.slow_mm_min);
        QCOMPARE(contact->at_utc_ms, std::int64_t(5));
        QVERIFY(contact->assembly == shop.tool && contact->plate == shop.plate);
        auto const zero = zeroing::plateZero(shop.reader(), shop.setup(), *contact);
        QVERIFY(zero->chain->simulated);
        QVERIFY(zero->judgements.front().headline.find("Practice only") != std::string::npos);
        // The virtual plate stands where the book's contact says, so the practice sum comes to the same zero.
        QVERIFY(test::near(zero->chain->sum().mm, shop.zero().chain->sum().mm, 0.002));
    }

    void touchByHand() {
        // 300 mm/min = 5 mm/s, debounce 4 ms, poll 1 ms, driver 1 ms, 400 mm/s²:
        // lag 5·0.0045 = 0.0225, poll spread 0.005, overshoot 5·0.006 + 25/800 = 0.06125.
        SmallShop shop;
        auto const touch = zeroing::predictTouch(*shop.book.find(shop.machine), 300);
        QVERIFY(test::near(touch.lag_mm, 0.0225, 1e-12));
        QVERIFY(test::near(touch.poll_spread_mm, 0.005, 1e-12));
        QVERIFY(test::near(touch.overshoot_mm, 0.06125, 1e-12));
        QVERIFY(test::near(touch.bound_mm, 0.0025 + 5 * 0.002, 1e-12));
    }
    void largestFeedIsTheOneThatJustFits() {
        SmallShop shop;
        auto const& m = *shop.book.find(shop.machine);
        for (double room : {0.01, 0.04, 0.5, 3.0})
            QVERIFY(
                test::near(zeroing::predictTouch(m, zeroing::largestFeed_mm_min(m, room)).overshoot_mm, room, 1e-9));
    }
    void feedsKeepThePushIn() {
        SmallShop shop;
        for (double push_in : {0.02, 0.05, 0.2}) {
            auto const& m = *shop.book.find(shop.machine);
            auto const feeds = zeroing::feedsFor(m, push_in);
            QVERIFY(zeroing::predictTouch(m, feeds.fast_mm_min).overshoot_mm <= push_in);
            QVERIFY(feeds.fast_mm_min <= 300);
            QVERIFY(test::near(feeds.slow_mm_min, feeds.fast_mm_min / 10, 1e-12));
        }
    }
    void nextStepFollowsTheWork() {
        SmallShop shop;
        QCOMPARE(progress(shop).next_station, std::string("macros"));
        QCOMPARE(progress(shop, true).macros.standing, upkeep::Standing::Open); // run, and no fault tried
        QCOMPARE(progress(shop, false).macros.standing, upkeep::Standing::Failed);
        auto untouched = *shop.book.find(shop.setup_id);
        untouched.place.contact = {};
        shop.book.put(shop.setup_id.value, untouched);
        QCOMPARE(progress(shop).next_station, std::string("zeroing"));
        shop.measure({});
        QCOMPARE(progress(shop).next_station, std::string("kit"));
    }
    void plateJudgementsSayWhatNominalCosts() {
        SmallShop shop;
        auto const said = zeroing::plateJudgements(shop.zero());
        QCOMPARE(said[0].headline, std::string("The plate is 9.942 mm thick, ±0.024 mm."));
        QVERIFY(said[1].text.find("0.058 mm too deep") != std::string::npos);
    }
};

STEADY_TEST(ZeroingTest);
#include "ZeroingTest.moc"
