// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The stop chain with a setter's overtravel contact in it, and what follows when it opens: drives, Z, position, way
// off.

#include "core/quantity/Units.h"
#include "core/shop/kinds/ToolSetter.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct StopChainPicture {
    shop::ToolSetter setter;
    UnitSystem units = UnitSystem::Metric;
};

void paintStopChain(QPainter& painter, QRectF const& area, StopChainPicture const& picture, Ink const& ink);

} // namespace steady::paper
