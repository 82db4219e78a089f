// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What both machines of the demo have in common: their touches, and how a tool is entered.

#include "core/quantity/Units.h"
#include "demo/Diary.h"

namespace steady::demo {

/// One of the two machines with what belongs to it.
struct Bench {
    Diary& diary;
    UnitSystem units = UnitSystem::Metric;
    Id<shop::Machine> machine{};
    Id<shop::TouchPlate> plate{};
    Id<shop::ToolSetter> setter{};
    int home_epoch = 1;

    shop::Contact contact(char const* typed, shop::Target target) const {
        auto const value = parseLength(typed, units, "contact");
        shop::Contact made;
        made.value_mm = value->mm;
        made.as_typed = typed;
        made.target = target;
        made.at_utc_ms = diary.now();
        made.home_epoch = home_epoch;
        if (target == shop::Target::Setter) made.setter = setter;
        if (target == shop::Target::Plate) made.plate = plate;
        return made;
    }
    Id<shop::Contact> touch(Id<shop::Assembly> tool, int number, char const* typed, shop::Target target) {
        auto made = contact(typed, target);
        made.assembly = tool;
        if (target == shop::Target::Board) made.feeler_mm = 0.1;
        char const* on = target == shop::Target::Setter  ? "Setter"
                         : target == shop::Target::Board ? "Spoilboard"
                                                         : "Plate";
        return diary.add(std::string(on) + " contact, tool " + std::to_string(number), made);
    }
    void nose(char const* typed) {
        auto made = contact(typed, shop::Target::Setter);
        made.bare_nose = true;
        diary.add("Setter contact, bare nose", made);
    }
};

inline shop::Assembly tool(int number, char const* name, double diameter_mm, double length_mm, double stick_out_mm,
                           Id<shop::Machine> machine, std::int64_t gripped_utc_ms) {
    shop::Assembly made;
    made.number = number;
    made.name = name;
    made.diameter_mm = diameter_mm;
    made.length_mm = length_mm;
    made.stick_out_mm = stick_out_mm;
    made.largest_mm = 50;
    made.machine = machine;
    made.gripped_utc_ms = gripped_utc_ms;
    return made;
}

/// A second, smaller machine that came later. Returns it.
Id<shop::Machine> writeBenchMill(Diary& diary);

} // namespace steady::demo
