// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What was done to a tool, or found on it, on a day.

#include "core/shop/kinds/Assembly.h"

namespace steady::shop {

enum class Care { Cleaned, Inspected, Torqued, Quarantined, Released };
constexpr char const* word(Care care) {
    switch (care) {
    case Care::Cleaned: return "cleaned";
    case Care::Inspected: return "inspected";
    case Care::Torqued: return "torqued";
    case Care::Quarantined: return "quarantined";
    case Care::Released: return "released"; ///< out of quarantine
    }
    return nullptr;
}

struct ToolCare {
    Id<Assembly> tool;
    Care did = Care::Cleaned;
    std::int64_t at_utc_ms = 0;
    std::optional<double> torque_nm; ///< that the nut was tightened to
    std::string note;                ///< what was found, or why
    bool operator==(ToolCare const&) const = default;

    static constexpr KindName kind{"tool_care", "care of a tool", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"tool", "tool"}, self.tool);
        f({"did", "what was done"}, self.did);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
        f({"torque_nm", "torque"}, self.torque_nm, bounds::torque_nm);
        f({"note", "note"}, self.note);
    }
};

} // namespace steady::shop
