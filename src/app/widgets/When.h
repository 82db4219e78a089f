// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Moments as people of the shop read them: their own time, the month written out.

#include <QDateTime>
#include <QLocale>
#include <QString>

namespace steady::app {

/// “25 November 2026”, in the same.
inline QString localDay(std::int64_t utc_ms) {
    return QLocale::c().toString(QDateTime::fromMSecsSinceEpoch(utc_ms).toLocalTime(), QStringLiteral("d MMMM yyyy"));
}

/// “25 November 2026, 18:49”, in the time zone of this computer.
inline QString localTime(std::int64_t utc_ms) {
    return QLocale::c().toString(QDateTime::fromMSecsSinceEpoch(utc_ms).toLocalTime(),
                                 QStringLiteral("d MMMM yyyy, HH:mm"));
}

} // namespace steady::app
