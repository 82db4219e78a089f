// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What holds on every screen, in every unit, theme and size; each finding is a line.

#include "app/Driver.h"

namespace steady::test {

bool shown(QWidget const* widget);
QString nameOf(QWidget* widget);

/// Every station with each of its sections and views.
QStringList everyScreen(Driver const& drive);
/// Opens one of them.
void openScreen(Driver& drive, QString const& screen);
/// What is wrong with what the window shows now; waits for layouts to settle.
QStringList brokenRules(Driver& drive, double scale);
/// Walks all screens in a setting; empty when every rule is kept.
QString walk(Driver& drive, bool inch, bool night, double scale);

} // namespace steady::test
