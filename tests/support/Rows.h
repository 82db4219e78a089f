// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A small shop for tests: a metric router with its zero at the top, a measured plate, one tool, one contact.

#include "core/machine/Run.h"
#include "core/safety/Rehearsal.h"
#include "core/shop/kinds/ToolRack.h"

#include <map>

namespace steady::test {

/// Readings that live in memory.
class Readings : public shop::ReadingSource {
public:
    std::map<Id<shop::Study>, std::vector<shop::Reading>> kept;
    std::optional<Error> broken; ///< what every read says
    Result<shop::Readings> readings(Id<shop::Study> study, std::int64_t) const override {
        if (broken) return Failure(*broken);
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
    facts::Reader reader() const { return {book, readings}; }
    facts::Reader reader(UnitSystem units) const {
        return {shop::Snapshot(book, std::shared_ptr<shop::ReadingSource const>(&readings, [](auto*) {})), units};
    }
    shop::ZeroSetup setup() const { return *book.find(setup_id); }
    zeroing::PlateZeroResult zero() const;
    safety::Rehearsal rehearse(std::set<std::string> const& leave_out = {}) const;
    safety::Rehearsal rehearse(macros::Kind kind, std::set<std::string> const& leave_out = {}) const;
    template<class F> void changeSetup(F edit) { change(setup_id, edit); }
};

/// A small shop with a fixed setter, two more tools, and a link made by the first.
struct LinkedShop : SmallShop {
    Id<shop::ToolSetter> setter{20};
    Id<shop::Assembly> long_tool{21}, short_tool{22};
    Id<shop::ToolRack> rack{40}; ///< where a kind has to do with one
    Id<shop::Carousel> ring{41}; ///< the same
    explicit LinkedShop(bool inch = false);
    /// A contact typed for a tool on something; returns its id.
    Id<shop::Contact> touch(Id<shop::Assembly> by, shop::Target target, double z_mm, std::string typed = {});
    /// Machine Z at which the setter trips for the tool, as the shop really is.
    double trip_mm(Id<shop::Assembly> of) const { return nose_trip_mm + *book.find(of)->length_mm; }
    double lag_mm() const; ///< of a slow touch on the setter
    double nose_trip_mm = 0;

private:
    std::int64_t m_clock_ms = 1'000'000;
    std::int64_t m_next_id = 100;
};

/// A shop in which a kind of macro can be written: nose and board touched, the method that the kind belongs to.
LinkedShop shopFor(macros::Kind kind, bool inch = false, bool closed_at_rest = false);

/// What a kind asks for beside its method: the next tool, a pin, a size, lips.
void askedBy(macros::Kind kind, LinkedShop& shop);

/// The same in inches, Z0 at the table.
SmallShop inchShop();

machine::RunResult runText(std::string const& text, machine::World const& world, machine::Trace* trace = nullptr);

} // namespace steady::test
