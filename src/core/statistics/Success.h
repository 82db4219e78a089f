// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How often something works, told from how often it did: exact binomial limits (Clopper and Pearson, 1934).

namespace steady::statistics {

/// The rate of success is at least that, with so much confidence; 0 without a trial. Without failures it is
/// (1 − confidence)^(1/trials). `failures` from 0 to `trials`, `confidence` between 0 and 1.
double successAtLeast(int trials, int failures, double confidence);
/// The least number of trials of which so many fail that still shows that rate. `rate` and `confidence` between 0
/// and 1.
int trialsNeeded(double rate, double confidence, int failures);

} // namespace steady::statistics
