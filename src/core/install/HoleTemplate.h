// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What has to be drilled and lined up to mount a setter, at its true size: millimetres from the disc's middle, +X to
// the right, +Y away from whoever stands in front.

#include "core/install/Layout.h"

#include <string>
#include <vector>

namespace steady::install {

struct TemplatePoint {
    double x_mm = 0, y_mm = 0;
    bool operator==(TemplatePoint const&) const = default;
};
struct TemplateHole {
    TemplatePoint at;
    double diameter_mm = 0;
    bool operator==(TemplateHole const&) const = default;
};
/// To line up with: an edge of the table, a slot.
struct TemplateLine {
    TemplatePoint from, to;
    std::string words;
};

struct HoleTemplate {
    std::string device;
    double disc_mm = 0, body_mm = 0; ///< diameters
    std::optional<Rect> bracket;
    std::vector<TemplateHole> holes;
    std::vector<TemplateLine> lines;
    Rect extent; ///< of all of it
};

/// Edges of the table are part of it up to this distance.
inline constexpr double edge_within_mm = 400;

/// Error: Missing: there is no setter.
Result<HoleTemplate> holeTemplate(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::install
