// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A drilling template at its true size, on as many A4 sheets as it needs, or as one drawing.

#include "core/install/HoleTemplate.h"
#include "paper/Ink.h"

#include <QString>

namespace steady::paper {

/// Sheets overlap by this, with marks to lay one on the other.
inline constexpr double sheet_overlap_mm = 10;
/// How much of the template one sheet shows.
inline constexpr double sheet_width_mm = 160, sheet_depth_mm = 210;

/// Each sheet with a check bar of 100 mm both ways. Error: FileWrite.
Result<void> writeTemplatePdf(install::HoleTemplate const& what, QString const& machine, Ink const& ink,
                              QString const& path);
/// In millimetres, for a machine that cuts or marks it; with the same bars. Error: FileWrite.
Result<void> writeTemplateSvg(install::HoleTemplate const& what, QString const& machine, Ink const& ink,
                              QString const& path);

} // namespace steady::paper
