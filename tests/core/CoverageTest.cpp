// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/parametric/Parametric.h"
#include "support/Rows.h"
#include "support/Test.h"

#include "support/Instrument.h"

using namespace steady;
using test::readingsOf;

namespace {

constexpr double true_mm = 9.9427;

} // namespace

/// Bounds instead of words, over seeded runs of the written macro on the virtual machine.
class CoverageTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyRunLiesWithinBiasAndBound() {
        // The thickness in the book is the true one. The macro adds the mean lag back, so its bias is nil.
        test::SmallShop shop;
        auto rehearsal = shop.rehearse();
        auto const executable = controller::makeExecutable(rehearsal.macro.text, dialects::parametric());
        rehearsal.world().input.scatter_mm = rehearsal.zero.machine.switch_scatter_mm;
        auto const& slow = rehearsal.zero.slow;
        int const runs = 10'000;
        int completed = 0;
        double worst = 0;
        for (int nr = 0; nr < runs; ++nr) {
            rehearsal.world().seed = static_cast<std::uint64_t>(nr);
            auto const result = machine::run(executable, rehearsal.world());
            if (result.outcome != controller::Outcome::Completed) continue;
            ++completed;
            double const error = result.z_zero->error_mm();
            worst = std::max(worst, std::abs(error));
            QVERIFY2(std::abs(error) <= slow.bound_mm, std::to_string(error).c_str());
            // Each slow touch by itself reads low by the predicted lag.
            for (std::size_t i : {std::size_t(2), std::size_t(3)}) {
                double const low = rehearsal.world().zeroOnStock_mm() + rehearsal.world().plate.thickness_mm -
                                   result.contacts[i].reported_z_mm;
                QVERIFY2(std::abs(low - slow.lag_mm) <= slow.bound_mm,
                         fmt::format("run {}: {} against {} ± {}", nr, low, slow.lag_mm, slow.bound_mm).c_str());
            }
        }
        QVERIFY2(completed >= runs * 0.998, std::to_string(completed).c_str()); // honest touches rarely raise an alarm
        QVERIFY(worst > slow.bound_mm / 5); // a bound that nothing comes near says nothing
    }

    void statedIntervalCoversTheTruth_data() {
        QTest::addColumn<int>("runs");
        QTest::addColumn<double>("step_mm");
        QTest::addColumn<double>("permissible_mm");
        QTest::addColumn<double>("scatter_mm");
        QTest::newRow("caliper: its own error dominates") << 10'000 << 0.01 << 0.02 << 0.008;
        QTest::newRow("micrometer in a rough hand: the scatter dominates") << 3'000 << 0.001 << 0.002 << 0.006;
        QTest::newRow("both alike") << 3'000 << 0.005 << 0.01 << 0.012;
    }
    void statedIntervalCoversTheTruth() {
        QFETCH(int, runs);
        QFETCH(double, step_mm);
        QFETCH(double, permissible_mm);
        QFETCH(double, scatter_mm);
        test::SmallShop shop;
        shop.change(shop.caliper, [&](shop::Instrument& i) {
            i.resolution_mm = step_mm;
            i.permissible_error_mm = permissible_mm;
        });
        auto const rehearsal = shop.rehearse();
        double const written_mm = rehearsal.zero.thickness.mm;
        auto world = rehearsal.world();
        world.plate.thickness_mm = true_mm;
        world.input.scatter_mm = rehearsal.zero.machine.switch_scatter_mm;
        auto const executable = controller::makeExecutable(rehearsal.macro.text, dialects::parametric());
        int covered = 0, counted = 0;
        for (int nr = 0; nr < runs; ++nr) {
            shop.measure(readingsOf(true_mm, static_cast<std::uint64_t>(nr), step_mm, permissible_mm, scatter_mm));
            auto const zero = shop.zero();
            world.seed = static_cast<std::uint64_t>(nr);
            auto const result = machine::run(executable, world);
            if (result.outcome != controller::Outcome::Completed) continue;
            ++counted;
            // The text subtracts the thickness it was written with; another one shifts zero by the difference.
            double const error = result.z_zero->error_mm() + written_mm - zero.thickness.mm;
            covered += std::abs(error) <= zero.chain->budget.expanded_95;
            if (nr % 500 == 0) { // as the text written for these readings says itself
                auto const own = test::runText(
                    dialects::printParametric(macros::plateZeroRecipe(zero)->joined(false), {})->text, world);
                QVERIFY(test::near(own.z_zero->error_mm(), error, 0.0001));
            }
        }
        double const share = static_cast<double>(covered) / counted;
        QVERIFY(counted > runs * 0.99);
        QVERIFY2(share >= 0.94 && share <= 0.99, fmt::format("{:.4f}", share).c_str());
        qInfo("covered %.2f %% of %d", 100 * share, counted);
    }
};

STEADY_TEST(CoverageTest);
#include "CoverageTest.moc"
