// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What is touched from the side for X and Y: an edge, the middle between two, a corner; as somebody reads it by hand,
// or as a macro goes about it.

#include "core/shop/Field.h"

#include <optional>

namespace steady::shop {

enum class SideFeature { Edge, Inside, Outside, Corner };
constexpr char const* word(SideFeature feature) {
    switch (feature) {
    case SideFeature::Edge: return "edge";
    case SideFeature::Inside: return "inside";
    case SideFeature::Outside: return "outside";
    case SideFeature::Corner: return "corner";
    }
    return nullptr;
}

enum class SideAxis { X, Y };
constexpr char const* word(SideAxis axis) {
    switch (axis) {
    case SideAxis::X: return "x";
    case SideAxis::Y: return "y";
    }
    return nullptr;
}

/// The way in which the pin goes until it touches.
enum class Toward { Plus, Minus };
constexpr char const* word(Toward toward) {
    switch (toward) {
    case Toward::Plus: return "plus";
    case Toward::Minus: return "minus";
    }
    return nullptr;
}
constexpr double sign(Toward toward) { return toward == Toward::Plus ? 1 : -1; }

/// Readings are those of the pin's axis, in whichever frame the readout shows; all of them in one.
struct SideTouch {
    SideFeature feature = SideFeature::Edge;
    SideAxis axis = SideAxis::X;     ///< of an edge, and of a width
    Toward toward = Toward::Plus;    ///< of an edge; of a corner: in X
    Toward toward_y = Toward::Plus;  ///< of a corner
    std::optional<double> pin_mm;    ///< diameter; none: that of the tool in the spindle
    double wall_mm = 0;              ///< of a lip between pin and work
    std::optional<double> first_mm;  ///< the touch; of a width the lower one; of a corner the first in X
    std::optional<double> second_mm; ///< of a width the higher one; of a corner the second in X
    std::optional<double> first_at_mm, second_at_mm; ///< of a corner: Y of both
    std::optional<double> other_mm, other_at_mm;     ///< of a corner: the touch in Y, and its X
    std::optional<double> again_mm;                  ///< what the readout shows at the same touch once zero is set
    std::optional<double> size_mm;                   ///< of a bore or boss, about; for macros
    double below_mm = 4;                             ///< so far below its top a macro touches it
    bool operator==(SideTouch const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"feature", "what is touched"}, self.feature);
        f({"axis", "axis"}, self.axis);
        f({"toward", "way to the touch"}, self.toward);
        f({"toward_y", "way to the touch in Y"}, self.toward_y);
        f({"pin_mm", "diameter of the pin"}, self.pin_mm, bounds::size_mm);
        f({"wall_mm", "wall between"}, self.wall_mm, bounds::size_mm);
        f({"first_mm", "first touch"}, self.first_mm);
        f({"second_mm", "second touch"}, self.second_mm);
        f({"first_at_mm", "Y of the first touch"}, self.first_at_mm);
        f({"second_at_mm", "Y of the second touch"}, self.second_at_mm);
        f({"other_mm", "touch in Y"}, self.other_mm);
        f({"other_at_mm", "X of the touch in Y"}, self.other_at_mm);
        f({"again_mm", "readout afterwards"}, self.again_mm);
        f({"size_mm", "size"}, self.size_mm, bounds::size_mm);
        f({"below_mm", "depth of the touch"}, self.below_mm, bounds::size_mm);
    }
};

} // namespace steady::shop
