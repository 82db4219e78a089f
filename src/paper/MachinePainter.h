// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The envelope of a machine: from above with the home corner and what stands fixed in it, from the front with Z.

#include "core/shop/Kinds.h"
#include "core/shop/kinds/Machine.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>
#include <optional>

namespace steady::paper {

struct MachinePicture {
    shop::Machine machine;
    std::optional<shop::ToolSetter> setter;
    std::optional<double> setter_nose_z_mm; ///< machine Z at which the nose would trip it
    UnitSystem units = UnitSystem::Metric;
};

void paintMachine(QPainter& painter, QRectF const& area, MachinePicture const& picture, Ink const& ink);

} // namespace steady::paper
