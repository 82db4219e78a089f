// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Rng.h"
#include "core/machine/World.h"
#include "core/safety/StudyRun.h"
#include "core/statistics/Summary.h"
#include "core/studies/StudyJudge.h"
#include "core/studies/Tilt.h"
#include "demo/DemoBook.h"
#include "exchange/CsvNumbers.h"

#include <QTemporaryDir>
#include <algorithm>
#include <benchmark/benchmark.h>
#include <fmt/format.h>

namespace {

using namespace steady;

std::vector<double> const& million() {
    static auto const values = [] {
        Rng rng(31, 0, Purpose::Scatter);
        std::vector<double> made;
        for (int i = 0; i < 1'000'000; ++i) made.push_back(9.94 + 0.003 * rng.normal());
        return made;
    }();
    return values;
}

/// Count, mean, spread and range, which are shown first.
void SummariseMillion(benchmark::State& state) {
    for (auto _ : state) benchmark::DoNotOptimize(statistics::summarise(million()).s);
}
BENCHMARK(SummariseMillion)->Unit(benchmark::kMillisecond);

void JudgeMillion(benchmark::State& state) {
    studies::Question question;
    question.resolution_mm = 0.0001;
    question.requirement_mm = 0.01;
    for (auto _ : state) benchmark::DoNotOptimize(studies::judgeStudy(million(), question).n);
}
BENCHMARK(JudgeMillion)->Unit(benchmark::kMillisecond);

/// The reference: the same readings put in order.
void SortMillion(benchmark::State& state) {
    for (auto _ : state) {
        auto copy = million();
        std::sort(copy.begin(), copy.end());
        benchmark::DoNotOptimize(copy.front());
    }
}
BENCHMARK(SortMillion)->Unit(benchmark::kMillisecond);

/// 10^7 draws of two lengths, and the limits of the tilt between them; the script sets NumPy beside it.
void DrawTilts(benchmark::State& state) {
    for (auto _ : state)
        benchmark::DoNotOptimize(studies::tiltFromLengths({60, 60.04}, {59.985, 60.005}, 10'000'000, 7, 1)->median_deg);
}
BENCHMARK(DrawTilts)->Unit(benchmark::kMillisecond);

/// A switch at the edge of what is asked, from the touch on the virtual machine to the verdict, 10,000 times: how often
/// *proved* is wrong. Looked at once, after ten readings.
void ProvedThroughTheWholeChain(benchmark::State& state) {
    QTemporaryDir const folder;
    auto const path = folder.filePath(QStringLiteral("demo.pinbook"));
    if (!demo::writeDemoBook(path)) std::abort();
    auto const file = store::BookFile::open(path, store::Access::ReadOnly);
    facts::Reader const book((*file)->load().value());
    auto const study = safety::studyMacro(book, safety::setupOf(book).second, {macros::Between::Nothing, 10});
    if (!study) std::abort();
    for (auto _ : state) {
        auto world = *study->world;
        world.input.scatter_mm = 0.002;
        studies::Question const question{0, 1.959964 * 0.002};
        int proved = 0;
        for (world.seed = 0; world.seed < 10'000; ++world.seed) {
            std::vector<double> values;
            auto const readings = safety::runStudy(*study, world, 0);
            for (auto const& each : *readings) values.push_back(each.value_mm);
            proved += studies::judgeStudy(values, question).verdict == studies::Verdict::Proved;
        }
        state.counters["proved_wrongly"] = proved;
    }
}
BENCHMARK(ProvedThroughTheWholeChain)->Unit(benchmark::kMillisecond)->Iterations(1);

std::string const& csv() {
    static auto const text = [] {
        std::string made = "nr;z\n";
        for (int i = 0; i < 200'000; ++i) made += fmt::format("{};{:.4f}\n", i, million()[static_cast<std::size_t>(i)]);
        return made;
    }();
    return text;
}

void ReadCsv(benchmark::State& state) {
    for (auto _ : state)
        benchmark::DoNotOptimize(exchange::figuresOf(*exchange::readCsv(csv(), "bench"), 1).values.size());
    state.SetBytesProcessed(static_cast<std::int64_t>(csv().size()) * state.iterations());
}
BENCHMARK(ReadCsv)->Unit(benchmark::kMillisecond);

/// The reference: its lines counted.
void CountLines(benchmark::State& state) {
    for (auto _ : state) benchmark::DoNotOptimize(std::count(csv().begin(), csv().end(), '\n'));
    state.SetBytesProcessed(static_cast<std::int64_t>(csv().size()) * state.iterations());
}
BENCHMARK(CountLines)->Unit(benchmark::kMillisecond);

} // namespace
