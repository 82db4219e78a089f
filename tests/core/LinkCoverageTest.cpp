// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Instrument.h"
#include "support/Rows.h"
#include "support/Test.h"

#include "core/zeroing/Link.h"

using namespace steady;
using test::readingsOf;

namespace {

constexpr double true_mm = 9.9427;

} // namespace

/// The stated interval of a re-touched tool, over seeded runs of both macros.
class LinkCoverageTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Plate zero and link with one tool, then another re-touched in the same shop: its zero against the stated ±.
    void linkAndRetouchCoverTheTruth() {
        test::LinkedShop shop;
        shop.touch(shop.long_tool, shop::Target::Setter, shop.trip_mm(shop.long_tool) - shop.lag_mm());
        auto const link = shop.rehearse(macros::Kind::PlateZeroLink);
        auto const written_mm = link.zero.thickness.mm;
        shop.changeSetup([&](shop::ZeroSetup& s) { s.place.assembly = shop.long_tool; });
        auto const again = shop.rehearse(macros::Kind::Retouch);
        auto const link_text = controller::makeExecutable(link.macro.text, safety::dialectOf(link.world()));
        auto const again_text = controller::makeExecutable(again.macro.text, safety::dialectOf(again.world()));
        auto first = link.world(), second = again.world();
        first.plate.thickness_mm = true_mm;
        second.table_z_mm = first.table_z_mm;
        second.setter = first.setter;
        first.input.scatter_mm = second.input.scatter_mm = link.zero.machine.switch_scatter_mm;
        int covered = 0, counted = 0;
        int const runs = 10'000;
        for (int nr = 0; nr < runs; ++nr) {
            first.seed = 2 * static_cast<std::uint64_t>(nr);
            second.seed = first.seed + 1;
            auto const linked = machine::run(link_text, first);
            if (linked.outcome != controller::Outcome::Completed) continue;
            second.memory = linked.memory;
            second.memory.tool = 4;
            auto const result = machine::run(again_text, second);
            if (result.outcome != controller::Outcome::Completed) continue;
            ++counted;
            shop.measure(readingsOf(true_mm, static_cast<std::uint64_t>(nr), 0.01, 0.02, 0.008));
            auto const stated = zeroing::retouchZero(shop.reader(), shop.setup(), shop.long_tool);
            QVERIFY(stated);
            double const error = result.z_zero->error_mm() + written_mm - shop.zero().thickness.mm;
            covered += std::abs(error) <= stated->budget.expanded_95;
        }
        double const share = static_cast<double>(covered) / counted;
        QVERIFY2(counted > runs * 0.99, std::to_string(counted).c_str());
        QVERIFY2(share >= 0.94 && share <= 0.99, fmt::format("{:.4f}", share).c_str());
        qInfo("link and re-touch: covered %.2f %% of %d", 100 * share, counted);
    }
};

STEADY_TEST(LinkCoverageTest);
#include "LinkCoverageTest.moc"
