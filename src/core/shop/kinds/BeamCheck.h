// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A beam setter set up, step by step: what was seen and read at each.

#include "core/shop/kinds/Machine.h"
#include "core/shop/kinds/SignalProof.h"
#include "core/shop/kinds/Standard.h"

namespace steady::shop {

/// In the order in which it is done; what has no figure yet was not reached.
struct BeamCheck {
    Id<Machine> machine;
    Id<Standard> setter; ///< the beam setter
    Id<Standard> master; ///< in the spindle, and the control's current tool
    std::int64_t at_utc_ms = 0;
    Answer clean = Answer::NotAsked;                  ///< air on, nothing in the beam, lenses clean
    std::optional<double> across_mm;                  ///< off the middle along the beam's axis, signed
    std::optional<double> along_tool_mm;              ///< along the tool's axis, signed
    std::optional<double> blocked_v, half_v, ready_v; ///< of the signal: beam blocked, half, free
    std::optional<double> locked_v;                   ///< free, once the screws are tight
    std::int64_t calibrate_utc_ms = 0;                ///< the control's routine was started
    std::optional<double> calibrated_mm;              ///< the master, as the routine found it
    std::int64_t verify_utc_ms = 0;
    std::optional<double> verified_mm; ///< the master, measured again
    bool operator==(BeamCheck const&) const = default;

    static constexpr KindName kind{"beam_check", "setting up of a beam", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"machine", "machine"}, self.machine);
        f({"setter", "beam setter"}, self.setter);
        f({"master", "master tool"}, self.master);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
        f({"clean", "clean"}, self.clean);
        f({"across_mm", "off on the beam axis"}, self.across_mm);
        f({"along_tool_mm", "off on the tool axis"}, self.along_tool_mm);
        f({"blocked_v", "signal, beam blocked"}, self.blocked_v);
        f({"half_v", "signal, beam half blocked"}, self.half_v);
        f({"ready_v", "signal, beam free"}, self.ready_v);
        f({"locked_v", "signal, locked"}, self.locked_v);
        f({"calibrate_utc_ms", "calibration started"}, self.calibrate_utc_ms);
        f({"calibrated_mm", "master, calibrated"}, self.calibrated_mm, bounds::size_mm);
        f({"verify_utc_ms", "verification started"}, self.verify_utc_ms);
        f({"verified_mm", "master, verified"}, self.verified_mm, bounds::size_mm);
    }
};

} // namespace steady::shop
