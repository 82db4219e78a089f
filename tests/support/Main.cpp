// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include <cstdio>
#include <cstdlib>
#include <ctime>
#include <map>

namespace steady::test {
namespace {

std::map<std::string, Factory>& classes() {
    static std::map<std::string, Factory> all;
    return all;
}

} // namespace

bool enlist(char const* name, Factory factory) { return classes().emplace(name, factory).second; }

bool near(double got, double expected, double abs, double rel) {
    double const tolerance = std::max(abs, rel * std::abs(expected));
    if (std::abs(got - expected) <= tolerance) return true;
    qWarning("got %.15g, expected %.15g ± %.3g", got, expected, tolerance);
    return false;
}

// The tests stand in build/<preset>/tests of the source tree; no path is compiled in, so that the cache serves every
// clone.
QString sourcePath(char const* below_top) {
    return QCoreApplication::applicationDirPath() + QStringLiteral("/../../../") + QLatin1String(below_top);
}
QString builtPath(char const* below_preset) {
    return QCoreApplication::applicationDirPath() + QStringLiteral("/../") + QLatin1String(below_preset);
}

QByteArray readAll(QString const& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) qFatal("cannot read %s", qPrintable(path));
    return file.readAll();
}

/// Programs with windows make a QApplication here; the others a QCoreApplication.
__attribute__((weak)) QCoreApplication* makeApplication(int& argc, char** argv) {
    return new QCoreApplication(argc, argv);
}

} // namespace steady::test

/// test_<layer> CLASS [arguments of Qt Test]
int main(int argc, char** argv) {
    using namespace steady::test;
    auto const found = argc > 1 ? classes().find(argv[1]) : classes().end();
    if (found == classes().end()) {
        std::fprintf(stderr, "usage: %s CLASS [Qt Test arguments]; the classes are:\n", argv[0]);
        for (auto const& [name, factory] : classes()) std::fprintf(stderr, "  %s\n", name.c_str());
        return 2;
    }
    qputenv("TZ", "UTC"); // no test reads the zone of this machine, nor its clock
    tzset();
    std::unique_ptr<QCoreApplication> const application(makeApplication(argc, argv));
    if (qEnvironmentVariableIsSet("STEADY_EXPECTS_COMMA") && std::strtod("9,94", nullptr) != 9.94) {
        std::fprintf(stderr, "the locale with a decimal comma did not take effect\n");
        return 3;
    }
    std::unique_ptr<QObject> const test(found->second());
    argv[1] = argv[0];
    return QTest::qExec(test.get(), argc - 1, argv + 1);
}
