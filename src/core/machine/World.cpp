// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/World.h"

namespace steady::machine {

char const* name(controller::Outcome outcome) {
    using controller::Outcome;
    switch (outcome) {
    case Outcome::Completed: return "completed";
    case Outcome::Alarm: return "alarm";
    case Outcome::Refused: return "refused";
    case Outcome::Collision: return "collision";
    case Outcome::Limit: return "limit";
    case Outcome::Overtravel: return "overtravel";
    case Outcome::Runaway: return "runaway";
    case Outcome::PausedForever: return "paused_forever";
    }
    return "";
}

} // namespace steady::machine
