// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Words.h"
#include "core/safety/Rehearsal.h"
#include "demo/DemoBook.h"
#include "store/Session.h"

#include <fmt/format.h>
#include <iostream>

/// make-many-readings PATH: the demo book with 20,000 thickness readings more.
int main(int argc, char** argv) {
    using namespace steady;
    if (argc != 2) {
        std::cerr << "usage: make-many-readings PATH\n";
        return 2;
    }
    auto const path = QString::fromLocal8Bit(argv[1]);
    FixedClock const clock{demo::now_utc_ms};
    auto const written = demo::writeDemoBook(path);
    auto session = written ? store::Session::open(path, clock, "Ida")
                           : Result<std::unique_ptr<store::Session>>(Failure(written.error()));
    if (!session) {
        std::cerr << describe(session.error()) << "\n";
        return 1;
    }
    facts::Reader const book((*session)->snapshot());
    auto const study = book.find(safety::setupOf(book).second.place.plate)->thickness;
    auto const had = static_cast<int>(book.readings(study)->size());
    constexpr int more = 20'000;
    shop::Change change{"A gauge that reads by itself", {}, {}, {}};
    for (int i = 1; i <= more; ++i) {
        double const value = 9.942 + 0.001 * ((i * 7) % 5 - 2);
        shop::Change::NewReading reading{study, {}};
        reading.reading.nr = had + i;
        reading.reading.at_utc_ms = demo::now_utc_ms + i;
        reading.reading.value_mm = value;
        reading.reading.as_typed = fmt::format("{:.3f}", value);
        change.readings.push_back(reading);
    }
    if (auto const done = (*session)->commit(std::move(change)); !done) {
        std::cerr << describe(done.error()) << "\n";
        return 1;
    }
    std::cout << had + more << " readings\n";
    return 0;
}
