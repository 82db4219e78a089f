// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Quantiles and tails of the usual distributions (Boost.Math). Quantiles are of the lower tail; a tail is what lies
// above.

namespace steady::statistics {

double normalQuantile(double probability);
double studentQuantile(double probability, double dof); ///< dof > 0, need not be whole; infinity gives the normal
double chiSquareQuantile(double probability, double dof);

double normalBelow(double z); ///< P(Z ≤ z)
double normalDensity(double z);
double studentTail(double t, double dof);
double chiSquareTail(double value, double dof);
double fTail(double value, double dof_1, double dof_2);

} // namespace steady::statistics
