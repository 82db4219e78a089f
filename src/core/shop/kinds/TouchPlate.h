// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A touch plate: laid between tool and work, or pressed as a switch of its own.

#include "core/shop/kinds/AirLine.h"
#include "core/shop/kinds/Instrument.h"
#include "core/shop/kinds/TouchPractice.h"
#include "core/shop/kinds/Wiring.h"

#include <string>

namespace steady::shop {

/// How an open plate circuit is seen to close: bridged with the collet spanner, or the plate lifted to the tip.
enum class ProofBy { Spanner, Lift };
constexpr char const* word(ProofBy by) {
    switch (by) {
    case ProofBy::Spanner: return "spanner";
    case ProofBy::Lift: return "lift";
    }
    return nullptr;
}

struct Study;

struct TouchPlate {
    std::string name;
    std::optional<double> nominal_mm; ///< as sold; none: nobody has said
    double width_mm = 60, depth_mm = 40;
    Circuit circuit = Circuit::OpenAtRest;
    double push_in_mm = 0.05; ///< the deepest a tip may press in before it stops; a sprung plate: its stroke
    Id<Study> thickness;      ///< the readings; none: nominal is assumed
    Id<Instrument> instrument;
    Path path = Path::Clip;
    bool sprung = false;
    TouchPractice practice;
    ProofBy proof = ProofBy::Spanner;
    Wiring wiring;
    AirLine air;
    std::optional<double> sold_below_mm, sold_above_mm; ///< its tolerance as sold, −0/+0.025; it counts with both
    std::optional<double> wall_mm; ///< of its lips beside the work; none: a flat plate, for Z alone
    double lip_mm = 8;             ///< how far they hang below its underside
    bool operator==(TouchPlate const&) const = default;

    static constexpr KindName kind{"plate", "plate"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"nominal_mm", "nominal thickness"}, self.nominal_mm);
        f({"sold_below_mm", "tolerance below nominal"}, self.sold_below_mm, bounds::tolerance_mm);
        f({"sold_above_mm", "tolerance above nominal"}, self.sold_above_mm, bounds::tolerance_mm);
        f({"width_mm", "width"}, self.width_mm, bounds::size_mm);
        f({"depth_mm", "depth"}, self.depth_mm, bounds::size_mm);
        f({"wall_mm", "wall of its lips"}, self.wall_mm, bounds::size_mm);
        f({"lip_mm", "depth of its lips"}, self.lip_mm, bounds::size_mm);
        f({"circuit", "contact at rest"}, self.circuit);
        f({"path", "way of the signal"}, self.path);
        f({"sprung", "sprung"}, self.sprung);
        f({"push_in_mm", "push-in"}, self.push_in_mm);
        f({"thickness", "thickness readings"}, self.thickness);
        f({"instrument", "instrument"}, self.instrument);
        f({"practice", "how it is touched"}, self.practice);
        f({"proof", "how it is proved"}, self.proof);
        f({"wiring", "wiring"}, self.wiring);
        f({"air", "air"}, self.air);
    }
    /// The first version kept a nominal thickness where nobody had typed one, and a closed circuit meant a switch of
    /// its own.
    static void upgrade(TouchPlate& plate, OldBody old) {
        constexpr double assumed_mm = 10;
        if (old.version < 2 && plate.nominal_mm == assumed_mm) plate.nominal_mm.reset();
        if (!old.has_path && plate.circuit == Circuit::ClosedAtRest) plate.path = Path::OwnSwitch;
    }
};

} // namespace steady::shop
