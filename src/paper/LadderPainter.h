// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Draws a laid-out Z ladder; the same on screen, on a page and in tests.

#include "core/zeroing/Ladder.h"
#include "paper/Ink.h"

#include <QPainter>

namespace steady::paper {

/// Text sizes in the fonts that the painter uses.
zeroing::TextMeasure ladderMeasure(Ink const& ink);

/// `marked`: key of the rung or arrow under the pointer or with focus; empty: none.
void paintLadder(QPainter& painter, zeroing::LadderScene const& scene, Ink const& ink, QString const& marked);

} // namespace steady::paper
