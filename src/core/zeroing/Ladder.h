// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The Z ladder: every height that matters as a rung, the differences as arrows, laid out without a pixel being drawn.

#include "core/zeroing/ZChain.h"

#include <functional>
#include <optional>

namespace steady::zeroing {

/// What the tip stands on, or is on its way to.
enum class Stand { Plate, Setter, Bare };

/// What is to be shown. Heights as machine Z of one tool, mm.
struct LadderContent {
    ZChain chain;
    double safe_z_mm = 0;
    double tool_diameter_mm = 6;
    std::optional<double> tool_length_mm;
    std::optional<double> stock_thickness_mm;
    double plate_width_mm = 60;
    double plate_thickness_mm = 10; ///< drawn; in a run this is the true one
    std::optional<double> tip_z_mm; ///< where the tip is now; none: on the plate
    bool plate_lies = true;         ///< on the work; otherwise it is not drawn
    Stand on = Stand::Plate;
    std::optional<double>
        setter_z_mm; ///< where the same tool trips the setter; a rung of its own unless it stands there
    UnitSystem units = UnitSystem::Metric;
};

enum class TextRole { Label, Value, Tick };
struct TextSize {
    double width = 0, height = 0;
};
using TextMeasure = std::function<TextSize(std::string const& text, TextRole role)>;

struct Rect {
    double x = 0, y = 0, width = 0, height = 0;
    bool overlaps(Rect const& other) const;
};

struct Rung {
    std::string key, label, value;
    double z_mm = 0;     ///< machine Z
    double y = 0;        ///< where the line is
    Rect label_box;      ///< where its words stand; a leader joins them when they had to move
    bool chosen = false; ///< the number that goes into the controller
};

struct Arrow {
    std::string key, label, value;
    double from_z_mm = 0, to_z_mm = 0;
    double x = 0, from_y = 0, to_y = 0;
    Rect label_box;
    bool term = false; ///< part of the sum; otherwise a dimension
};

enum class Material { Tool, Spindle, Plate, Work, Table };
struct Body {
    std::string key;
    Material material;
    Rect box;
};

struct Tick {
    double y = 0;
    std::string text;
};

struct Break {
    double from_z_mm = 0, to_z_mm = 0; ///< what is left out, lower and upper
    double top_y = 0, bottom_y = 0;
    std::string words; ///< “52.218 mm left out”
};

struct LadderScene {
    double width = 0, height = 0;
    double scale_x = 0; ///< the machine-Z scale's line
    double rung_begin_x = 0, rung_end_x = 0;
    std::string scale_title; ///< “machine Z, tool 3”
    std::string note;        ///< to scale, or what is broken, in words
    std::vector<Rung> rungs; ///< from the top
    std::vector<Arrow> arrows;
    std::vector<Body> bodies;
    std::vector<Tick> ticks;
    std::vector<Break> breaks; ///< at most two
};

LadderScene layoutLadder(LadderContent const& content, double width, double height, TextMeasure const& measure);

/// Between two scenes, share 0 to 1: what both have by key moves, the rest is as in `to`.
LadderScene blend(LadderScene const& from, LadderScene const& to, double share);

} // namespace steady::zeroing
