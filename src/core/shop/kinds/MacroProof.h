// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A kept text of a macro, tried with every fault that can touch it: how each went, over all worlds drawn.

#include "core/shop/kinds/MacroVersion.h"

namespace steady::shop {

/// How the runs with one fault ended.
struct FaultCounts {
    std::string fault; ///< its name; empty: nothing was wrong
    int correct = 0, stopped_safely = 0, setter_hurt = 0, wrong_zero = 0, collision = 0, did_not_end = 0;
    bool listed = false; ///< known to be such that no input of the control can reveal it
    bool operator==(FaultCounts const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"fault", "fault"}, self.fault);
        f({"correct", "right"}, self.correct);
        f({"stopped_safely", "stopped safely"}, self.stopped_safely);
        f({"setter_hurt", "setter hurt"}, self.setter_hurt);
        f({"wrong_zero", "wrong, and silent"}, self.wrong_zero);
        f({"collision", "collision"}, self.collision);
        f({"did_not_end", "did not end"}, self.did_not_end);
        f({"listed", "listed"}, self.listed);
    }
};

struct MacroProof {
    Id<MacroVersion> version;
    std::string engine;    ///< of the virtual machine: another one would have to try it again
    std::string text_hash; ///< of the text that ran
    std::int64_t seed = 0;
    int worlds = 0;                  ///< drawn for each fault
    bool good = false;               ///< nothing bad happened that is not listed
    std::vector<FaultCounts> faults; ///< each that can touch this macro
    std::int64_t book_seq = 0;       ///< last change of the book then
    std::int64_t at_utc_ms = 0;
    bool operator==(MacroProof const&) const = default;

    static constexpr KindName kind{"macro_proof", "fault table", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"version", "macro"}, self.version);
        f({"engine", "virtual machine"}, self.engine);
        f({"text_hash", "text"}, self.text_hash);
        f({"seed", "seed"}, self.seed);
        f({"worlds", "worlds"}, self.worlds);
        f({"good", "good"}, self.good);
        f({"faults", "faults"}, self.faults);
        f({"book_seq", "change of the book"}, self.book_seq);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
    }
};

} // namespace steady::shop
