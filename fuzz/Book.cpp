// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Session.h"

#include <QCoreApplication>
#include <QFile>
#include <QTemporaryDir>
#include <cstdlib>
#include <sstream>

namespace {

using namespace steady;

std::string exported(QString const& path) {
    auto const book = store::BookFile::open(path, store::Access::ReadOnly);
    std::ostringstream out;
    if (!book || !(*book)->exportTo(out)) std::abort();
    return out.str();
}

} // namespace

/// Any JSON as a book: refused without a trace, or a book that exports, imports and exports equal, opens and is sound.
extern "C" int LLVMFuzzerTestOneInput(unsigned char const* data, std::size_t size) {
    static int argc = 1;
    static char name[] = "fuzz-book";
    static char* argv[] = {name, nullptr};
    static QCoreApplication const application(argc, argv);
    static QTemporaryDir const folder(QStringLiteral("/dev/shm/steady-fuzz-XXXXXX"));
    auto const first = folder.filePath(QStringLiteral("first.pinbook"));
    auto const second = folder.filePath(QStringLiteral("second.pinbook"));
    std::istringstream in(std::string(reinterpret_cast<char const*>(data), size));
    auto const done = store::BookFile::importFrom(in, "fuzz", first);
    if (done) {
        auto const text = exported(first);
        std::istringstream again(text);
        if (!store::BookFile::importFrom(again, "again", second) || exported(second) != text) std::abort();
        FixedClock const clock(1);
        auto session = store::Session::open(first, clock, "fuzz");
        if (!session || !(*session)->writable() || !(*session)->file().check()) std::abort();
    }
    for (auto const& path : {first, second}) QFile::remove(path);
    if (!QDir(folder.path()).isEmpty()) std::abort();
    return 0;
}
