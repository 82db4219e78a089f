// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The only place that reads the clock of this machine. A day may be given instead, so that a judgement can be had again
// as it was, and pictures and tests stay the same.

#include "core/base/Clock.h"
#include "core/base/Result.h"

namespace steady::store {

class SystemClock : public Clock {
public:
    std::int64_t nowUtcMs() const override;
};

/// The moment that is asked for, as UTC: a day (2026-11-27, its noon) or a moment (2026-11-27T09:00:00Z). Empty: what
/// STEADY_PIN_NOW says in the same way, else now. Error: NotAMoment.
Result<std::int64_t> momentOr(std::string const& asked, Clock const& clock = SystemClock());

} // namespace steady::store
