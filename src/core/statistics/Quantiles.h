// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Quantiles of the usual distributions (Boost.Math), lower tail.

namespace steady::statistics {

double normalQuantile(double probability);
double studentQuantile(double probability, double dof); ///< dof > 0, need not be whole; infinity gives the normal

} // namespace steady::statistics
