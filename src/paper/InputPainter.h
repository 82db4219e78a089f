// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What an input makes of speed: how late a touch is recorded and how far the tip goes on, over the feed; and how an
// axis finds its home switch, fast and then slowly.

#include "core/shop/kinds/Machine.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct InputPicture {
    shop::Machine machine;
    UnitSystem units = UnitSystem::Metric;
};

void paintInput(QPainter& painter, QRectF const& area, InputPicture const& picture, Ink const& ink);

/// The axis that homes with these feeds, magnified at its switch.
void paintHoming(QPainter& painter, QRectF const& area, InputPicture const& picture, Ink const& ink);

} // namespace steady::paper
