// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What the program does most often, each beside something plain that everybody knows, in the same run.

#include "core/dialects/parametric/Parametric.h"
#include "core/machine/Run.h"
#include "core/safety/Rehearsal.h"
#include "demo/DemoBook.h"

#include <QFile>
#include <QTemporaryDir>
#include <benchmark/benchmark.h>
#include <charconv>
#include <cstdlib>

using namespace steady;

namespace {

struct Written {
    safety::Rehearsal rehearsal;
    controller::Executable executable;
};

/// Plate zero and link of the demo's first machine, as its book has it.
Written const& plateAndLink() {
    static Written const once = [] {
        QTemporaryDir const folder;
        auto const path = folder.filePath(QStringLiteral("demo.pinbook"));
        if (!demo::writeDemoBook(path)) std::abort();
        auto const file = store::BookFile::open(path, store::Access::ReadOnly);
        facts::Reader const book((*file)->load().value());
        auto rehearsal = safety::rehearse(book, safety::setupOf(book).second, macros::Kind::PlateZeroLink);
        if (!rehearsal) std::abort();
        auto executable = controller::makeExecutable(rehearsal->macro.text, safety::dialectOf(rehearsal->world()));
        return Written{std::move(*rehearsal), std::move(executable)};
    }();
    return once;
}

void PlateAndLinkRun(benchmark::State& state) {
    auto const& written = plateAndLink();
    for (auto _ : state) {
        auto const result = machine::run(written.executable, written.rehearsal.world());
        if (result.outcome != controller::Outcome::Completed) state.SkipWithError("it does not complete");
        benchmark::DoNotOptimize(result.z_zero);
    }
    machine::Trace trace;
    machine::run(written.executable, written.rehearsal.world(), &trace);
    state.counters["lines"] = static_cast<double>(trace.size());
    state.SetItemsProcessed(static_cast<std::int64_t>(state.iterations()));
}
BENCHMARK(PlateAndLinkRun);

/// The reference of a run: a copy of the world that it starts from.
void CopyOfTheWorld(benchmark::State& state) {
    auto const& written = plateAndLink();
    for (auto _ : state) {
        auto world = written.rehearsal.world();
        benchmark::DoNotOptimize(world.memory.parameters.data());
    }
    state.SetItemsProcessed(static_cast<std::int64_t>(state.iterations()));
}
BENCHMARK(CopyOfTheWorld);

/// A megabyte of the macro's own lines.
std::string const& longText() {
    static std::string const once = [] {
        std::string text;
        auto const macro =
            plateAndLink().rehearsal.macro.text.substr(0, plateAndLink().rehearsal.macro.text.find("O1"));
        std::string const moves = "G91\nG38.3 Z-2.0484 F25.0\nG90\n#102=[#5063 + #[5203 + 20*#5220]]\nG0 X10.5 Y-3.25\n"
                                  "G1 Z[#102 - 1.5] F300\n(a remark about what is done here)\n";
        while (text.size() < (1U << 20)) text += macro + moves;
        return text;
    }();
    return once;
}

void Parse(benchmark::State& state) {
    auto const& text = longText();
    for (auto _ : state) benchmark::DoNotOptimize(gcode::parse(text, dialects::parametric().grammar).blocks.size());
    state.SetBytesProcessed(static_cast<std::int64_t>(state.iterations() * text.size()));
}
BENCHMARK(Parse)->Unit(benchmark::kMillisecond);

/// The reference of parsing: find each letter and convert the number after it, nothing else.
void WordScan(benchmark::State& state) {
    auto const& text = longText();
    for (auto _ : state) {
        double sum = 0;
        for (std::size_t i = 0; i < text.size(); ++i) {
            if (text[i] < 'A' || text[i] > 'Z') continue;
            double value = 0;
            auto const [end, error] = std::from_chars(text.data() + i + 1, text.data() + text.size(), value);
            if (error == std::errc()) {
                sum += value;
                i = static_cast<std::size_t>(end - text.data()) - 1;
            }
        }
        benchmark::DoNotOptimize(sum);
    }
    state.SetBytesProcessed(static_cast<std::int64_t>(state.iterations() * text.size()));
}
BENCHMARK(WordScan)->Unit(benchmark::kMillisecond);

QString largeBook() { return qEnvironmentVariable("STEADY_LARGE_BOOK"); }

/// Opening and reading the present state of the large book.
void OpenLargeBook(benchmark::State& state) {
    for (auto _ : state) {
        auto const file = store::BookFile::open(largeBook(), store::Access::ReadOnly);
        auto const book = file ? (*file)->load() : Result<shop::Snapshot>(Failure(file.error()));
        if (!book)
            state.SkipWithError("it does not open");
        else
            benchmark::DoNotOptimize(book->book().size());
    }
}
BENCHMARK(OpenLargeBook)->Unit(benchmark::kMillisecond);

/// The reference of opening: read all bytes of the same file.
void ReadLargeBook(benchmark::State& state) {
    for (auto _ : state) {
        QFile file(largeBook());
        if (!file.open(QIODevice::ReadOnly))
            state.SkipWithError("it does not open");
        else
            benchmark::DoNotOptimize(file.readAll().size());
    }
}
BENCHMARK(ReadLargeBook)->Unit(benchmark::kMillisecond);

} // namespace

BENCHMARK_MAIN();
