// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A look at the iron, on a date: bolts, level, and the tram in the order in which it is put right.

#include "core/shop/kinds/Machine.h"

#include <optional>
#include <string>

namespace steady::shop {

/// In the order of the work: each is put right on those before it.
enum class MechanicsPart { Bolts, Level, Head, Column, Table };
constexpr char const* word(MechanicsPart part) {
    switch (part) {
    case MechanicsPart::Bolts: return "bolts";
    case MechanicsPart::Level: return "level";
    case MechanicsPart::Head: return "head";
    case MechanicsPart::Column: return "column";
    case MechanicsPart::Table: return "table";
    }
    return nullptr;
}

/// The two sides of a sweep: left and right, or front and back.
enum class SweepAlong { X, Y };
constexpr char const* word(SweepAlong along) {
    switch (along) {
    case SweepAlong::X: return "x";
    case SweepAlong::Y: return "y";
    }
    return nullptr;
}

struct MechanicsCheck {
    Id<Machine> machine;
    MechanicsPart part = MechanicsPart::Bolts;
    std::int64_t at_utc_ms = 0;
    // Of head, column and table: an indicator swung over a circle, or moved over a span.
    SweepAlong along = SweepAlong::X;
    double sweep_mm = 200;           ///< from the one reading to the other
    std::optional<double> before_mm; ///< high side (right, back) less low side (left, front), as the indicator shows it
    std::optional<double> after_mm;  ///< the same once it was put right
    double bolts_apart_mm = 150;     ///< the bolts that a shim goes under, along the same way
    bool defect = false;             ///< something is loose, cracked or worn, and not mended yet
    std::string note;
    bool operator==(MechanicsCheck const&) const = default;

    static constexpr KindName kind{"mechanics_check", "look at the mechanics", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"machine", "machine"}, self.machine);
        f({"part", "part"}, self.part);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
        f({"along", "along"}, self.along);
        f({"sweep_mm", "sweep"}, self.sweep_mm, bounds::extent_mm);
        f({"before_mm", "difference before"}, self.before_mm);
        f({"after_mm", "difference after"}, self.after_mm);
        f({"bolts_apart_mm", "from bolt to bolt"}, self.bolts_apart_mm, bounds::extent_mm);
        f({"defect", "open defect"}, self.defect);
        f({"note", "note"}, self.note);
    }
};

} // namespace steady::shop
