// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The kinds of studies that can be made, as data: what is done, in which groups, and what each would show. Common
// practice.

#include "core/shop/kinds/Study.h"

#include <span>

namespace steady::proving {

struct StudyRow {
    shop::StudyType type;
    char const* title;
    char const* does;                     ///< one sentence for the person at the machine
    std::vector<std::string> groups = {}; ///< to begin with; none: all readings are alike
    int readings;                         ///< usual
    double seconds;                       ///< a reading takes about so long
    bool at_places = false;               ///< each reading has x and y
    bool pairs = false;                   ///< each reading has a second one
    bool temperature = false;             ///< each reading can have a temperature
};

/// In the order in which they are offered; a plate's thickness is measured at Kit.
std::span<StudyRow const> studyRows();
StudyRow const& rowOf(shop::StudyType type);

/// How a study begins: its groups and plan after the table.
shop::Study newStudy(shop::StudyType type, std::string what);

/// How many readings were planned; the usual number where nobody has said.
int plannedOf(shop::Study const& study);
/// Whether the verdict is looked at as soon as `n` readings are taken: something is asked, and the look was planned.
bool looksAt(shop::Study const& study, int n);

/// Which group reading `nr` (from 1) belongs to when nobody says otherwise: in turn; of a foil without, with, without
/// again, a third each; of the seating the first half, then the second. 0: it has no groups.
int plannedGroup(shop::Study const& study, int nr);

struct Place {
    double x_mm = 0, y_mm = 0;
};
/// Where a map of `n` readings is touched: the middle, then rings of 8, 16, 24, … out to `reach_mm`.
std::vector<Place> placesFor(double reach_mm, int n);
/// How far from the middle a point can touch the study's disc or plate, a tenth of it left free; 0: it has neither.
double reachOf(shop::TouchPlate const* plate, shop::ToolSetter const* setter);

} // namespace steady::proving
