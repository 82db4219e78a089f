// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The tools of a machine side by side, hanging from one spindle face, with the number that the chosen method keeps.

#include "core/quantity/Units.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>
#include <optional>
#include <vector>

namespace steady::paper {

struct LengthsPicture {
    struct Bar {
        int number = 0;
        double diameter_mm = 6;
        std::optional<double> length_mm; ///< drawn
        std::string value;               ///< below it: length or work offset, or what is missing
        bool missing = false, in_spindle = false;
    };
    std::vector<Bar> bars;
    std::string title;
};

void paintLengths(QPainter& painter, QRectF const& area, LengthsPicture const& picture, Ink const& ink);

} // namespace steady::paper
