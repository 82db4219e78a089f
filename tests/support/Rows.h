// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A small shop for tests: a metric router with its zero at the top, a measured plate, one tool, one contact.

#include "core/safety/Rehearsal.h"

#include <map>

namespace steady::test {

/// Readings that live in memory.
class Readings : public shop::ReadingSource {
public:
    std::map<Id<shop::Study>, std::vector<shop::Reading>> kept;
    std::vector<shop::Reading> readings(Id<shop::Study> study) const override {
        auto const found = kept.find(study);
        return found == kept.end() ? std::vector<shop::Reading>{} : found->second;
    }
};

/// Everything that a plate zero needs, and handles to change it.
struct SmallShop {
    shop::Book book;
    Readings readings;
    Id<shop::Machine> machine{2};
    Id<shop::Instrument> caliper{3};
    Id<shop::Study> study{4};
    Id<shop::TouchPlate> plate{5};
    Id<shop::Assembly> tool{6};
    Id<shop::Contact> contact{7};
    Id<shop::ZeroSetup> setup_id{8};

    SmallShop();
    template<class T, class F> void change(Id<T> id, F edit) {
        T copy = *book.find(id);
        edit(copy);
        book.put(id.value, copy);
    }
    void measure(std::vector<double> const& thickness_mm);
    shop::ZeroSetup setup() const { return *book.find(setup_id); }
    zeroing::PlateZeroResult zero() const;
    safety::Rehearsal rehearse(std::set<std::string> const& leave_out = {}) const;
};

/// The same in inches, Z0 at the table.
SmallShop inchShop();

machine::RunResult runText(std::string const& text, machine::World const& world, machine::Trace* trace = nullptr);

} // namespace steady::test
