// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The shape of a standing, always shown beside a word: filled = proved, half = suspect, empty = open, cross = failed.

#include "core/upkeep/NextStep.h"
#include "paper/Ink.h"

#include <QPainter>

namespace steady::app {

void paintMark(QPainter& painter, QPointF centre, double radius, upkeep::Standing standing, paper::Ink const& ink);

} // namespace steady::app
