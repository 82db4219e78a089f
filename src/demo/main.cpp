// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/DemoBook.h"

#include "core/base/Words.h"
#include "store/SystemClock.h"

#include <QCommandLineParser>
#include <QCoreApplication>
#include <QFile>
#include <iostream>

/// make-demo-book PATH [MOMENT] [--as WAY]: writes a fresh demo book, replacing an older one. Its story ends now, or at
/// MOMENT (ISO 8601, for pictures that must not change).
int main(int argc, char** argv) {
    QCoreApplication const application(argc, argv);
    QCoreApplication::setApplicationName(QStringLiteral("make-demo-book"));
    QCoreApplication::setApplicationVersion(QStringLiteral(STEADY_VERSION));
    QCommandLineParser parser;
    parser.setApplicationDescription(QStringLiteral("Writes a fresh demo book, replacing an older one."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("path"), QStringLiteral("Where to, a .pinbook file."));
    parser.addPositionalArgument(QStringLiteral("moment"),
                                 QStringLiteral("When its story ends, as 2026-11-27T09:00:00Z."),
                                 QStringLiteral("[MOMENT]"));
    QCommandLineOption const as(QStringLiteral("as"),
                                QStringLiteral("The same shop with length-table, offset-per-tool or pin."),
                                QStringLiteral("way"));
    parser.addOption(as);
    parser.process(application); // answers --help, --version and unknown options itself
    auto const words = parser.positionalArguments();
    auto const moment = steady::store::momentOr(words.value(1).toStdString());
    auto const way = steady::demo::wayNamed(parser.value(as).toStdString());
    bool const way_known = way || !parser.isSet(as);
    if (!way_known || words.isEmpty() || words.size() > 2 || !moment) {
        std::cerr << parser.helpText().toStdString();
        return 2;
    }
    auto const path = words[0];
    for (auto const* tail : {"", "-wal", "-shm"}) QFile::remove(path + QLatin1String(tail));
    if (auto const done = steady::demo::writeDemoBook(path, *moment, way); !done) {
        std::cerr << steady::describe(done.error()) << "\n";
        return 1;
    }
    return 0;
}
