// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A cutter and a holder by themselves, as they lie in the drawer.

#include "core/quantity/Units.h"
#include "core/shop/Kinds.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct PartPicture {
    shop::Cutter cutter;
    shop::Holder holder;
    UnitSystem units = UnitSystem::Metric;
};

void paintPart(QPainter& painter, QRectF const& area, PartPicture const& picture, Ink const& ink);

} // namespace steady::paper
