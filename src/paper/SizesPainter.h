// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Parts measured: how far each is off, over its size; a mark for each sort, and the lines that were fitted.

#include "core/install/PartSizes.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct SizesPicture {
    shop::PartCheck check;
    UnitSystem units = UnitSystem::Metric;
};

void paintSizes(QPainter& painter, QRectF const& area, SizesPicture const& picture, Ink const& ink);

} // namespace steady::paper
