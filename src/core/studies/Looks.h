// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Who looks at the verdict after every reading and stops when it says proved is wrong more often than the confidence
// names. So each look spends a part of the risk, and all looks together never more than 1 − confidence (Bonferroni).

namespace steady::studies {

/// Whether a look after `n` readings was planned before the first one: after `planned` of them, twice that, four times
/// that, and so on.
bool plannedLook(int planned, int n);
/// The next planned look after n readings.
int nextPlannedLook(int planned, int n);

/// The confidence that the verdict after n ≥ 1 readings is to be given with. Planned looks share nine tenths of the
/// risk: six for the first, half of the rest for each that follows. Any other look comes after readings that somebody
/// has seen, and counts as one after every reading: the last tenth, over n(n − 1). Wrong once in so many studies at
/// most, whenever somebody stops.
double confidenceAtLook(double confidence, int planned, int n);

} // namespace steady::studies
