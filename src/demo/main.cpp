// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/DemoBook.h"

#include "core/base/Words.h"

#include <QCoreApplication>
#include <QDateTime>
#include <QFile>
#include <iostream>

/// make-demo-book PATH: writes a fresh demo book, replacing an older one. Its story ends now.
int main(int argc, char** argv) {
    QCoreApplication const application(argc, argv);
    if (argc != 2) {
        std::cerr << "usage: make-demo-book PATH\n";
        return 2;
    }
    auto const path = QString::fromLocal8Bit(argv[1]);
    for (auto const* tail : {"", "-wal", "-shm"}) QFile::remove(path + QLatin1String(tail));
    if (auto const done = steady::demo::writeDemoBook(path, QDateTime::currentMSecsSinceEpoch()); !done) {
        std::cerr << steady::describe(done.error()) << "\n";
        return 1;
    }
    return 0;
}
