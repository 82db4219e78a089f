// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The way of the air, from its supply to the nozzle: fitting, tube, valve with its arrow.

#include "core/quantity/Units.h"
#include "core/shop/kinds/AirLine.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct AirPicture {
    shop::AirLine air;
    UnitSystem units = UnitSystem::Metric;
};

void paintAir(QPainter& painter, QRectF const& area, AirPicture const& picture, Ink const& ink);

} // namespace steady::paper
