// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A study of the book, judged: what its readings show at the last look, with and without those that were marked.

#include "core/facts/Holding.h"
#include "core/studies/StudyJudge.h"

namespace steady::proving {

/// Readings of one group: “pressed”, “with the foil”.
struct GroupOf {
    int nr = 0; ///< from 1; 0: readings that belong to none
    std::string name;
    int n = 0;
    double mean_mm = 0, s_mm = 0, range_mm = 0;
    bool operator==(GroupOf const&) const = default;
};

/// Between two groups of readings, the second less the first; or between readings and what is known.
struct Shift {
    std::string from, to;
    double mm = 0;
    double plus_minus_mm = 0;  ///< 95 %
    double p = 1;              ///< that there is none: Welch, two-sided
    std::optional<bool> agree; ///< within the margin, by two one-sided tests; none: no margin was said
    bool operator==(Shift const&) const = default;
};

/// The mean against a known value: accuracy, which no spread can tell.
struct Accuracy {
    double bias_mm = 0, plus_minus_mm = 0;   ///< 95 %, with what the reference is known to
    std::optional<studies::Verdict> verdict; ///< whether the bias stays within the requirement
};

struct Studied {
    int n = 0;                          ///< readings taken
    int marked = 0;                     ///< of them
    int judged = 0;                     ///< the first so many had been taken at the last look; 0: nobody has looked
    int next_look = 0;                  ///< planned
    double confidence = 0;              ///< that the verdict is given with
    studies::StudyResult with, without; ///< of the judged ones: all, and without those marked with a cause
    studies::StudyResult so_far;        ///< of all that are taken and not marked, whoever has looked
    std::optional<studies::Verdict> verdict; ///< without the marked; none: not looked, nothing to prove, or blocked
    std::vector<std::string> blocked;        ///< open defects of the iron: nothing is proved before they are mended
    std::vector<std::string> open;           ///< what nobody has looked at or said
    std::vector<GroupOf> groups;
    std::vector<Shift> shifts;
    std::optional<double> spread_p; ///< that all groups scatter alike (Brown–Forsythe)
    std::optional<Accuracy> accuracy;
    facts::Holding holding; ///< after what happened since
};

/// Readings that count, as the spread is judged: as read, or less the mean of their group where groups are expected to
/// differ (then widened by √(n/(n − 1)) of the group, which keeps their variance), or the second less the first of
/// pairs. `first`: only so many; 0: all.
std::vector<double> spreadOf(shop::Study const& study, shop::Readings const& readings, bool with_marked, int first = 0);

/// Errors: Missing, what kept its readings from being read.
Result<Studied> studied(facts::Reader const& book, Id<shop::Study> study);

/// Whether the readings of such a study are a sample of one spread; a map, pairs of lengths, check
/// readings and a plate's thickness are judged otherwise.
bool judgedBySpread(shop::StudyType type);
/// Whether its groups are expected to lie apart.
bool groupsDiffer(shop::StudyType type);

/// What of the iron is known to be wrong: of the study's own look, and of the machine.
std::vector<std::string> openDefects(facts::Reader const& book, shop::Study const& study);

facts::Basis basisOf(Id<shop::Study> id, shop::Study const& study);

} // namespace steady::proving
