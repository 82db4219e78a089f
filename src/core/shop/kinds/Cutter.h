// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A cutter, and the shapes of its end.

#include "core/shop/Field.h"

#include <string>

namespace steady::shop {

/// The end of a tool: flat out to its rim, a cone on its axis, inserts on a circle, a ball, a pilot below a hollow arc.
enum class TipShape { Rim, Point, Insert, Ball, RoundOver };
constexpr char const* word(TipShape tip) {
    switch (tip) {
    case TipShape::Rim: return "rim";
    case TipShape::Point: return "point";
    case TipShape::Insert: return "insert";
    case TipShape::Ball: return "ball";
    case TipShape::RoundOver: return "round_over";
    }
    return nullptr;
}

/// Where a tool's end touches, from its axis, when nothing else is said.
double usualContactRadius_mm(TipShape tip, double diameter_mm);

struct Cutter {
    std::string name;
    double diameter_mm = 6;
    TipShape tip = TipShape::Rim;
    double contact_radius_mm = 3; ///< of the rim or of the inserts; a point has none
    bool conducts = true;
    int teeth = 2;        ///< flutes or inserts
    double vee_deg = 90;  ///< of a point: the whole angle of its cone
    double recess_mm = 3; ///< of inserts: how far the body lies above them
    bool operator==(Cutter const&) const = default;

    static constexpr KindName kind{"cutter", "cutter"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"diameter_mm", "diameter"}, self.diameter_mm, bounds::size_mm);
        f({"tip", "tip"}, self.tip);
        f({"contact_radius_mm", "contact radius"}, self.contact_radius_mm);
        f({"conducts", "conducts"}, self.conducts);
        f({"teeth", "teeth"}, self.teeth, bounds::teeth);
        f({"vee_deg", "angle"}, self.vee_deg);
        f({"recess_mm", "recess"}, self.recess_mm);
    }
};

} // namespace steady::shop
