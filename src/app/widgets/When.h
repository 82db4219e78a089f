// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Moments as people of the shop read them: their own time, the month written out.

#include <QDateTime>
#include <QLocale>
#include <QString>

namespace steady::app {

/// In the time zone of this computer, which nothing else asks for.
inline QString localAs(std::int64_t utc_ms, QString const& form) {
    return QLocale::c().toString(QDateTime::fromMSecsSinceEpoch(utc_ms).toLocalTime(), form);
}

/// “25 November 2026”.
inline QString localDay(std::int64_t utc_ms) { return localAs(utc_ms, QStringLiteral("d MMMM yyyy")); }

/// “25 November 2026, 18:49”.
inline QString localTime(std::int64_t utc_ms) { return localAs(utc_ms, QStringLiteral("d MMMM yyyy, HH:mm")); }

/// “18:49”.
inline QString localHour(std::int64_t utc_ms) { return localAs(utc_ms, QStringLiteral("HH:mm")); }

} // namespace steady::app
