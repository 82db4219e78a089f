// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A plate's readings as dots on a magnified scale, with their mean, its 95 % band and the nominal value.

#include "core/zeroing/Thickness.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>
#include <optional>

namespace steady::paper {

struct ReadingsPicture {
    zeroing::Thickness thickness;
    std::vector<shop::Reading> readings;
    std::optional<double> nominal_mm; ///< none: nobody has said
    UnitSystem units = UnitSystem::Metric;
};

void paintReadings(QPainter& painter, QRectF const& area, ReadingsPicture const& picture, Ink const& ink);

/// Plate and tool side by side, to one scale.
struct KitPicture {
    double plate_mm = 0;
    shop::TouchPlate plate;
    shop::Assembly tool;
    UnitSystem units = UnitSystem::Metric;
};

void paintKit(QPainter& painter, QRectF const& area, KitPicture const& picture, Ink const& ink);

} // namespace steady::paper
