// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What somebody saw the control show while a plate or setter was touched by hand.

#include "core/shop/kinds/Answer.h"
#include "core/shop/kinds/Machine.h"
#include "core/shop/kinds/ToolSetter.h"
#include "core/shop/kinds/TouchPlate.h"

namespace steady::shop {

/// What the control shows of the input, at one moment.
enum class Shows { NotLooked, Nothing, Contact, Flickers, OtherInput };
constexpr char const* word(Shows shows) {
    switch (shows) {
    case Shows::NotLooked: return "not_looked";
    case Shows::Nothing: return "nothing";
    case Shows::Contact: return "contact";
    case Shows::Flickers: return "flickers";
    case Shows::OtherInput: return "other_input";
    }
    return nullptr;
}

/// In the order in which it is looked at.
struct Observed {
    Shows at_rest = Shows::NotLooked;        ///< nothing touches
    Shows touched = Shows::NotLooked;        ///< touched by hand
    Shows released = Shows::NotLooked;       ///< let go again
    Answer creep_stopped = Answer::NotAsked; ///< the slow move up ended at the touch
    Answer alone = Answer::NotAsked; ///< it came with nothing touching: tool near, spindle's drive or compressor on
    bool operator==(Observed const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"at_rest", "at rest"}, self.at_rest);
        f({"touched", "touched"}, self.touched);
        f({"released", "let go"}, self.released);
        f({"creep_stopped", "the creep stopped"}, self.creep_stopped);
        f({"alone", "by itself"}, self.alone);
    }
};

struct SignalProof {
    Id<Machine> machine;
    Id<TouchPlate> plate; ///< of one of the two
    Id<ToolSetter> setter;
    std::int64_t at_utc_ms = 0;
    Observed observed;
    std::string instead; ///< why somebody goes on without a proof; empty: nobody does
    // As it was wired then: another wiring has to be proved anew.
    Circuit circuit = Circuit::OpenAtRest;
    Path path = Path::Clip;
    Wiring wiring;
    Capture capture = Capture::Hardware;
    double debounce_s = 0;
    bool operator==(SignalProof const&) const = default;

    static constexpr KindName kind{"signal_proof", "signal proof", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"machine", "machine"}, self.machine);
        f({"plate", "plate"}, self.plate);
        f({"setter", "setter"}, self.setter);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
        f({"observed", "what was seen"}, self.observed);
        f({"instead", "reason to go on without"}, self.instead);
        f({"circuit", "contact at rest"}, self.circuit);
        f({"path", "way of the signal"}, self.path);
        f({"wiring", "wiring"}, self.wiring);
        f({"capture", "input"}, self.capture);
        f({"debounce_s", "debounce"}, self.debounce_s);
    }
};

} // namespace steady::shop
