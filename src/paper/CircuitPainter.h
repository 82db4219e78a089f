// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A signal's circuit: device, lead with where it can break or short, input; and what the control reads in each case.

#include "core/install/SignalTable.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct CircuitPicture {
    install::SignalCircuit circuit;
    QString device; ///< “Front left setter”
};

void paintCircuit(QPainter& painter, QRectF const& area, CircuitPicture const& picture, Ink const& ink);

} // namespace steady::paper
