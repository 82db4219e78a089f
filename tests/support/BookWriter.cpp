// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Session.h"

#include <QCoreApplication>
#include <cstdio>

/// book-writer PATH [looking]: commits change after change and prints each seq once it is committed, until it is
/// killed. Looking, it also opens the book a second time between changes, reads all of it and lets it go again.
int main(int argc, char** argv) {
    using namespace steady;
    QCoreApplication const application(argc, argv);
    FixedClock const clock(1);
    auto session = store::Session::open(QString::fromLocal8Bit(argv[1]), clock, "writer");
    if (!session || !(*session)->writable()) return 2;
    Id<shop::Study> const study{(*session)->book().nextId()};
    for (int i = 0;; ++i) {
        shop::Change change{"change " + std::to_string(i), {}, {}, {}};
        // Two entities and a reading: a half change would show.
        change.put(study, shop::Study{std::to_string(i)});
        change.put(Id<shop::Instrument>{study.value + 1}, shop::Instrument{std::to_string(i)});
        change.readings.push_back({study, {0, static_cast<double>(i), std::to_string(i)}});
        if (!(*session)->commit(std::move(change))) return 3;
        std::printf("%lld %d\n", static_cast<long long>((*session)->file().lastSeq()), i);
        std::fflush(stdout);
        if (argc < 3) continue;
        auto const again = store::BookFile::open(QString::fromLocal8Bit(argv[1]), store::Access::ReadOnly);
        if (!again || !(*again)->check()) return 4;
    }
}
