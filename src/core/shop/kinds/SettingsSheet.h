// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What the control was found to be set to, beside what it should be.

#include "core/shop/kinds/Machine.h"
#include "core/shop/kinds/ToolSetter.h"

#include <vector>

namespace steady::shop {

/// How a control takes a setting.
enum class SetBy { Fields, Lines, Constants };
constexpr char const* word(SetBy by) {
    switch (by) {
    case SetBy::Fields: return "fields";       ///< on a screen
    case SetBy::Lines: return "lines";         ///< numbered parameters, a line each
    case SetBy::Constants: return "constants"; ///< at the head of a macro
    }
    return nullptr;
}

struct FoundSetting {
    std::string id;     ///< of the row: stable
    std::string called; ///< as this control names it: a field, a number, a constant
    std::string value;  ///< as found, in the control's own unit and sign; empty: not looked yet
    bool operator==(FoundSetting const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"id", "setting"}, self.id);
        f({"called", "name at the control"}, self.called);
        f({"value", "value found"}, self.value);
    }
};

struct SettingsSheet {
    Id<Machine> machine;
    Id<ToolSetter> setter; ///< none: of the plate alone
    SetBy by = SetBy::Fields;
    std::vector<FoundSetting> found;
    std::int64_t at_utc_ms = 0; ///< last looked
    bool operator==(SettingsSheet const&) const = default;

    static constexpr KindName kind{"settings_sheet", "sheet of settings", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"machine", "machine"}, self.machine);
        f({"setter", "setter"}, self.setter);
        f({"by", "how it is set"}, self.by);
        f({"found", "values found"}, self.found);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
    }
};

} // namespace steady::shop
