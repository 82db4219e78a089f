// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A tool as it is used: a cutter in a holder.

#include "core/shop/kinds/Cutter.h"
#include "core/shop/kinds/Holder.h"

#include <optional>
#include <vector>

namespace steady::shop {

/// How an assembly's length is found.
enum class LengthMethod { Setter, Plate, HeightGauge };
constexpr char const* word(LengthMethod method) {
    switch (method) {
    case LengthMethod::Setter: return "setter";
    case LengthMethod::Plate: return "plate";
    case LengthMethod::HeightGauge: return "height_gauge";
    }
    return nullptr;
}

/// On the arbor, between shoulder and cutter.
struct Spacer {
    double thick_mm = 0;
    bool operator==(Spacer const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"thick_mm", "thickness"}, self.thick_mm, bounds::size_mm);
    }
};

struct Machine;

/// A cutter in a holder as gripped on a date; gripping it again makes a new one. Geometry is that of the day.
struct Assembly {
    int number = 1; ///< the tool number at the controller
    std::string name;
    double diameter_mm = 6;
    std::optional<double> length_mm; ///< gauge length: tip below the spindle face
    std::int64_t gripped_utc_ms = 0;
    Id<Cutter> cutter;
    Id<Holder> holder;
    double length_error_mm = 1; ///< how well length_mm is known, ±
    std::optional<double> stick_out_mm;
    TipShape tip = TipShape::Rim;
    std::optional<double> contact_radius_mm; ///< none: half the diameter, nothing for a point
    double largest_mm = 28;                  ///< largest diameter below the spindle face
    bool conducts = true;
    LengthMethod method = LengthMethod::Setter;
    int own_offset = 0;               ///< its work offset where each tool has one; 0: none
    Id<Machine> machine;              ///< the one it is used in; none: whichever
    std::int64_t released_utc_ms = 0; ///< taken apart then; 0: still gripped
    int teeth = 2;                    ///< as the cutter's
    double vee_deg = 90, recess_mm = 3;
    std::vector<Spacer> spacers; ///< now; none: nobody has said (an arbor without has one of 0)
    bool operator==(Assembly const&) const = default;

    double stack_mm() const {
        double sum = 0;
        for (auto const& each : spacers) sum += each.thick_mm;
        return sum;
    }
    double contactRadius_mm() const {
        bool const on_axis = tip == TipShape::Point || tip == TipShape::Ball;
        return on_axis ? 0 : contact_radius_mm.value_or(usualContactRadius_mm(tip, diameter_mm));
    }

    static constexpr KindName kind{"assembly", "tool"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"number", "number"}, self.number, bounds::tool_number);
        f({"name", "name"}, self.name);
        f({"diameter_mm", "diameter"}, self.diameter_mm, bounds::size_mm);
        f({"length_mm", "length"}, self.length_mm, bounds::size_mm);
        f({"gripped_utc_ms", "gripped"}, self.gripped_utc_ms);
        f({"cutter", "cutter"}, self.cutter);
        f({"holder", "holder"}, self.holder);
        f({"length_error_mm", "± of the length"}, self.length_error_mm);
        f({"stick_out_mm", "stick-out"}, self.stick_out_mm, bounds::size_mm);
        f({"tip", "tip"}, self.tip);
        f({"contact_radius_mm", "contact radius"}, self.contact_radius_mm);
        f({"largest_mm", "largest diameter"}, self.largest_mm);
        f({"conducts", "conducts"}, self.conducts);
        f({"method", "how its length is found"}, self.method);
        f({"own_offset", "own work offset"}, self.own_offset, bounds::own_offset);
        f({"machine", "machine"}, self.machine);
        f({"released_utc_ms", "taken apart"}, self.released_utc_ms);
        f({"teeth", "teeth"}, self.teeth, bounds::teeth);
        f({"vee_deg", "angle"}, self.vee_deg);
        f({"recess_mm", "recess"}, self.recess_mm);
        f({"spacers", "spacers"}, self.spacers);
    }
};

} // namespace steady::shop
