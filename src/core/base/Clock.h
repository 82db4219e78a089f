// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Time is passed in, so that tests and screenshots can hold it still.

#include <cstdint>
#include <string>

namespace steady {

class Clock {
public:
    virtual ~Clock() = default;
    virtual std::int64_t nowUtcMs() const = 0; ///< milliseconds since 1970-01-01 UTC
};

/// A clock that stands still.
class FixedClock : public Clock {
public:
    explicit FixedClock(std::int64_t utc_ms) : m_utc_ms(utc_ms) {}
    std::int64_t nowUtcMs() const override { return m_utc_ms; }
    void set(std::int64_t utc_ms) { m_utc_ms = utc_ms; }

private:
    std::int64_t m_utc_ms;
};

/// The calendar day in UTC, as 2026-11-03.
std::string isoDate(std::int64_t utc_ms);

} // namespace steady
