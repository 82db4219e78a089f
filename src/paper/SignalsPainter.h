// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A run over time: the probing input and the spindle as lanes, Z as a line, and where the play stands.

#include "core/machine/Run.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct SignalsPicture {
    machine::Trace const* trace = nullptr; ///< lives as long as the picture
    double now_s = 0;
    bool input_at_start = false;
    UnitSystem units = UnitSystem::Metric;
    machine::Trace const* expected = nullptr; ///< of a run with nothing wrong, for what a rack's lamps should show
};

void paintSignals(QPainter& painter, QRectF const& area, SignalsPicture const& picture, Ink const& ink);

/// The machine time at a place of the picture, for pointing into it.
double secondsAt(QRectF const& area, SignalsPicture const& picture, Ink const& ink, double x);

} // namespace steady::paper
