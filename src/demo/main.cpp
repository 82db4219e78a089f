// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/DemoBook.h"

#include "core/base/Words.h"

#include <QCoreApplication>
#include <QDateTime>
#include <QFile>
#include <iostream>

/// make-demo-book PATH [MOMENT]: writes a fresh demo book, replacing an older one. Its story ends now, or at MOMENT
/// (ISO 8601, for pictures that must not change).
int main(int argc, char** argv) {
    QCoreApplication const application(argc, argv);
    auto const moment =
        argc == 3 ? QDateTime::fromString(QString::fromLatin1(argv[2]), Qt::ISODate) : QDateTime::currentDateTimeUtc();
    if (argc < 2 || argc > 3 || !moment.isValid()) {
        std::cerr << "usage: make-demo-book PATH [MOMENT, as 2026-11-27T09:00:00Z]\n";
        return 2;
    }
    auto const path = QString::fromLocal8Bit(argv[1]);
    for (auto const* tail : {"", "-wal", "-shm"}) QFile::remove(path + QLatin1String(tail));
    if (auto const done = steady::demo::writeDemoBook(path, moment.toMSecsSinceEpoch()); !done) {
        std::cerr << steady::describe(done.error()) << "\n";
        return 1;
    }
    return 0;
}
