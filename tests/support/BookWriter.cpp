// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Session.h"

#include <QCoreApplication>
#include <QFile>
#include <cstdio>

namespace {

using namespace steady;

enum Exit { fine = 0, reads_only = 2, not_committed = 3, not_read = 4, unsound = 5, does_not_open = 6 };

/// Goes backwards, as clocks do that are set right: nothing may depend on it.
class Backwards : public Clock {
public:
    std::int64_t nowUtcMs() const override { return 2'000'000'000'000 - 1000 * m_asked++; }

private:
    mutable std::int64_t m_asked = 0;
};

void say(std::int64_t seq, char const* what) {
    std::printf("%lld %s\n", static_cast<long long>(seq), what);
    std::fflush(stdout);
}

/// Three entities, one of them something that happened, and a reading: a half change would show.
shop::Change next(std::int64_t id, int i) {
    shop::Change change{"change " + std::to_string(i), {}, {}, {}};
    change.put(Id<shop::Study>{id}, shop::Study{std::to_string(i)});
    change.put(Id<shop::Instrument>{id + 1}, shop::Instrument{std::to_string(i)});
    shop::Event event;
    event.what = shop::Happening::Bumped;
    event.note = std::to_string(i);
    change.put(Id<shop::Event>{id + 2}, std::move(event));
    change.readings.push_back({{id}, {0, static_cast<double>(i), std::to_string(i)}});
    return change;
}

bool looks(QString const& path) {
    auto const again = store::BookFile::open(path, store::Access::ReadOnly);
    return again && (*again)->check();
}

bool copies(store::Session const& session) {
    auto const copy = session.file().path() + QStringLiteral(".copy");
    QFile::remove(copy); // of one that was killed here
    bool const done = session.file().saveCopy(copy) && looks(copy);
    QFile::remove(copy);
    return done;
}

} // namespace

/// book-writer PATH [MODE]: opens the book, or makes it, says how far it is, then commits change after change and
/// prints each seq once it is committed, until it is killed. Modes: looking (between changes opens the book a second
/// time, reads all of it and lets it go), copying (saves copies), closing (closes and opens it again), verify (only
/// says how far it is, and that it is sound).
int main(int argc, char** argv) {
    QCoreApplication const application(argc, argv);
    Backwards const clock;
    auto const path = QString::fromLocal8Bit(argv[1]);
    auto const mode = QString::fromLocal8Bit(argc > 2 ? argv[2] : "");
    auto open = [&] {
        return QFile::exists(path) ? store::Session::open(path, clock, "writer")
                                   : store::Session::create(path, clock, "writer");
    };
    auto session = open();
    if (!session) return does_not_open;
    if (!(*session)->writable()) return reads_only;
    say((*session)->file().lastSeq(), "open");
    if (mode == QStringLiteral("verify")) return (*session)->file().check() ? fine : unsound;
    std::int64_t const id = (*session)->book().nextId();
    for (int i = 0;; ++i) {
        if (!(*session)->commit(next(id, i))) return not_committed;
        say((*session)->file().lastSeq(), std::to_string(i).c_str());
        if (mode == QStringLiteral("looking") && !looks(path)) return not_read;
        if (mode == QStringLiteral("copying") && !copies(**session)) return not_read;
        if (mode != QStringLiteral("closing") || i % 3 != 2) continue;
        session->reset();
        session = open();
        if (!session) return does_not_open;
        if (!(*session)->writable()) return reads_only;
    }
}
