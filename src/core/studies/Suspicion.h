// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Readings that look typed rather than read, said politely.

#include "core/studies/StudyJudge.h"

namespace steady::studies {

/// Last digits that are always 0 or 5, and blocks that come twice. `resolution_mm`: 0: not told.
std::vector<StudyFinding> suspicions(std::span<double const> values_mm, double resolution_mm);

} // namespace steady::studies
