// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What to type into a control, as a page to take to it: with room for what is found there.

#include "core/install/Settings.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct SettingsPage {
    QString machine, day;
    std::vector<install::Setting> rows;
};

void paintSettings(QPainter& painter, QRectF const& area, SettingsPage const& page, Ink const& ink);

/// A PDF of A4, upright. Error: FileWrite.
Result<void> writeSettingsPage(SettingsPage const& page, Ink const& ink, QString const& path);

} // namespace steady::paper
