// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The shape of how a run ended, always shown beside a word: disc = right, bar = stopped, wedge = wrong, notch = setter
// hurt, cross = collision, ring with a gap = no end. Hollow: it is known that no input shows it.

#include "core/safety/Verdict.h"
#include "paper/Ink.h"

#include <QPainter>

namespace steady::app {

void paintOutcome(QPainter& painter, QPointF centre, double radius, safety::RunClass kind, bool listed,
                  paper::Ink const& ink);

} // namespace steady::app
