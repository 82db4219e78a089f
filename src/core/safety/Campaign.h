// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Every fault of the shop against one text, in many worlds: what became of each run, and where it ended.

#include "core/base/Going.h"
#include "core/safety/Faults.h"
#include "core/safety/KeptTable.h"
#include "core/safety/Verdict.h"

#include <array>

namespace steady::safety {

/// A text, the world that the book believes in, and what the text is measured against.
struct Attack {
    std::string text;
    machine::World believed;
    Aim aim;
    Spreads spreads;
};
Attack attackOn(Rehearsal const& rehearsal);

struct CampaignSize {
    int worlds = 20; ///< drawn once; each fault is put into each of them
    std::uint64_t seed = 1;
    int threads = 1;
    bool faults = true; ///< otherwise only what the worlds do by themselves
};
inline constexpr int most_worlds = 10'000;

/// Where runs with one fault ended: the line, and in which way.
struct Ending {
    int line = 0; ///< 0: nothing was executed
    RunClass kind = RunClass::Right;
    int runs = 0;
    int first_world = 0; ///< the lowest number of a world in which it came to that
};

struct FaultRow {
    Fault const* fault = nullptr; ///< null: nothing is wrong
    std::array<int, run_class_count> counts{};
    std::vector<Ending> endings;               ///< by line, then by class
    std::optional<double> worst_zero_error_mm; ///< of the wrong ones, with its sign

    int count(RunClass kind) const { return counts[static_cast<std::size_t>(kind)]; }
    /// Runs that hurt something, set something wrong without a word, or went on for ever.
    int bad() const;
    bool listed() const { return fault && fault->unseen; }
    /// The ending of the first world in which it went badly; null: it never did.
    Ending const* firstBad() const;
};

struct Coverage {
    int runs = 0, inside = 0; ///< of those that came to their end: within the stated ±
    double share() const { return static_cast<double>(inside) / runs; }
};

struct FaultTable {
    std::string engine, text_hash;
    std::uint64_t seed = 1;
    int worlds = 0, runs = 0;
    bool stopped = false;             ///< before all runs were done: says nothing
    FaultRow nothing;                 ///< the worlds as drawn, with nothing wrong
    std::vector<FaultRow> rows;       ///< of each fault that can touch the macro, in the order of the list
    std::optional<Coverage> coverage; ///< where the ± is an interval for all that the book does not know better

    /// With nothing wrong, nothing bad may happen but that the truth lies outside the ± as seldom as that says.
    bool nothingIsGood() const;
    /// Nothing bad that is not listed.
    bool good() const;
};

/// Equal for any number of threads. With a fault a zero counts as wrong when it lies outside the stated ±, and the
/// fault has moved it there: by more than two runs without it may differ. Error: the first finding, when the text
/// cannot be read.
Result<FaultTable> runCampaign(Attack const& attack, CampaignSize const& size, Going const& going = {});

/// The very run: that fault in the world of that number.
machine::World worldOfRun(Attack const& attack, Fault const* fault, std::uint64_t seed, int number);

/// What the book keeps of a table.
shop::MacroProof proofOf(FaultTable const& table, Id<shop::MacroVersion> version, std::int64_t book_seq,
                         std::int64_t at_utc_ms);

} // namespace steady::safety
