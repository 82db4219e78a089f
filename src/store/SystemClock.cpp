// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/SystemClock.h"

#include <QDateTime>

namespace steady::store {
namespace {

constexpr char const* variable = "STEADY_PIN_NOW";

} // namespace

std::int64_t SystemClock::nowUtcMs() const { return QDateTime::currentMSecsSinceEpoch(); }

Result<std::int64_t> momentOr(std::string const& asked, Clock const& clock) {
    auto const said = asked.empty() ? qEnvironmentVariable(variable) : QString::fromStdString(asked);
    if (said.isEmpty()) return clock.nowUtcMs();
    auto const day = QDate::fromString(said, Qt::ISODate);
    bool const is_day = said.size() == 10 && day.isValid();
    // Without a zone a moment would be read in that of this machine.
    auto const moment = is_day                            ? QDateTime(day, QTime(12, 0), Qt::UTC)
                        : said.endsWith(QLatin1Char('Z')) ? QDateTime::fromString(said, Qt::ISODate)
                                                          : QDateTime();
    if (!moment.isValid())
        return fail(Code::NotAMoment, {asked.empty() ? variable : "--now"}, said.toStdString(),
                    "a day as 2026-11-27, or a moment as 2026-11-27T09:00:00Z");
    return moment.toMSecsSinceEpoch();
}

} // namespace steady::store
