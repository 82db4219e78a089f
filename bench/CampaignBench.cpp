// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Many runs at once, and one that is as long as a job.

#include "core/dialects/parametric/Parametric.h"
#include "core/machine/Run.h"
#include "core/safety/Campaign.h"
#include "demo/DemoBook.h"

#include <QTemporaryDir>
#include <benchmark/benchmark.h>
#include <cctype>
#include <cstdlib>
#include <fmt/format.h>

using namespace steady;

namespace {

/// Every recipe that some method of the demo's book has a use for.
std::vector<safety::Attack> const& attacks() {
    static std::vector<safety::Attack> const once = [] {
        QTemporaryDir const folder;
        auto const path = folder.filePath(QStringLiteral("demo.pinbook"));
        if (!demo::writeDemoBook(path)) std::abort();
        auto const file = store::BookFile::open(path, store::Access::ReadOnly);
        facts::Reader const book((*file)->load().value());
        std::vector<safety::Attack> made;
        for (auto const kind : macros::every_kind) {
            auto const rehearsal = safety::rehearse(book, safety::setupOf(book).second, kind);
            if (rehearsal) made.push_back(safety::attackOn(*rehearsal));
        }
        return made;
    }();
    return once;
}

/// Faults × 200 worlds × recipes, on two threads.
void EveryFault(benchmark::State& state) {
    std::int64_t runs = 0;
    for (auto _ : state) {
        runs = 0;
        for (auto const& attack : attacks()) {
            auto const table = safety::runCampaign(attack, {200, 1, 2});
            if (!table || !table->good()) state.SkipWithError("something bad is not listed");
            if (table) runs += table->runs;
        }
    }
    state.counters["runs"] = static_cast<double>(runs);
    state.counters["recipes"] = static_cast<double>(attacks().size());
    state.SetItemsProcessed(runs * static_cast<std::int64_t>(state.iterations()));
}
BENCHMARK(EveryFault)->Unit(benchmark::kSecond)->UseRealTime()->Iterations(1);

/// Its reference: so many copies of the worlds, on one thread.
void CopyOfTheWorlds(benchmark::State& state) {
    for (auto _ : state)
        for (auto const& attack : attacks()) {
            auto world = attack.believed;
            benchmark::DoNotOptimize(world.memory.parameters.data());
        }
    state.SetItemsProcessed(static_cast<std::int64_t>(state.iterations() * attacks().size()));
}
BENCHMARK(CopyOfTheWorlds);

/// 200,000 lines with arcs and holes.
std::string const& job() {
    static std::string const once = [] {
        std::string text = "G21 G90 G54 G17\nM3 S12000\nG0 Z5\nF3000\n";
        for (int i = 0; i < 28'572; ++i) {
            double const x = -60 + i % 100, y = -30 + i / 100 % 50;
            text += fmt::format("G0 X{:.3f} Y{:.3f}\nG1 Z-1.500\nG1 X{:.3f}\nG2 X{:.3f} I1.000 J0\nG0 Z5.000\n", x, y,
                                x + 2, x + 4);
            text += fmt::format("G81 X{:.3f} Y{:.3f} Z-2.000 R1.000\nG80\n", x, y);
        }
        return text + "M5\nG0 Z10\nM2\n";
    }();
    return once;
}

void JobFile(benchmark::State& state) {
    auto world = attacks().front().believed;
    world.plate.place = machine::PlatePlace::Away;
    world.tool.diameter_mm = 6;
    world.memory.work_offsets_mm[0] = {(world.stock.x_low_mm + world.stock.x_high_mm) / 2,
                                       (world.stock.y_low_mm + world.stock.y_high_mm) / 2, world.zeroOnStock_mm()};
    world.position_mm[2] = world.zeroOnStock_mm() + 15;
    std::int64_t lines = 0;
    for (auto _ : state) {
        auto const loaded = machine::load(job(), dialects::parametric());
        auto const result = machine::run(loaded, world);
        if (result.outcome != controller::Outcome::Completed) state.SkipWithError(result.message.c_str());
        lines = loaded.lines;
    }
    state.SetItemsProcessed(lines * static_cast<std::int64_t>(state.iterations()));
}
BENCHMARK(JobFile)->Unit(benchmark::kMillisecond);

/// Its reference: the letters of the same text counted.
void CountLetters(benchmark::State& state) {
    for (auto _ : state) {
        std::int64_t letters = 0;
        for (char const each : job()) letters += std::isalpha(static_cast<unsigned char>(each)) != 0;
        benchmark::DoNotOptimize(letters);
    }
}
BENCHMARK(CountLetters)->Unit(benchmark::kMillisecond);

} // namespace
