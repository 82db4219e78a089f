// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What every test includes; precompiled.

#include <QtTest>
#include <cmath>
#include <fmt/format.h>
#include <functional>
#include <string>
#include <vector>

namespace steady::test {

using Factory = QObject* (*)();
/// Makes a test class known to the program's main; returns true.
bool enlist(char const* name, Factory factory);

/// |got − expected| within max(abs, rel·|expected|); says all three when not.
bool near(double got, double expected, double abs, double rel = 0);

QString sourcePath(char const* below_top);   ///< a file of the project
QString builtPath(char const* below_preset); ///< a program of this build
QByteArray readAll(QString const& path);

} // namespace steady::test

#define STEADY_TEST(Class)                                                                                             \
    static bool const enlisted_##Class = steady::test::enlist(#Class, [] { return static_cast<QObject*>(new Class); })
