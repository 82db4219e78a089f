// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/SetterHeight.h"

#include "core/facts/Holding.h"
#include "core/zeroing/PlateZero.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>

namespace steady::zeroing {
namespace {

constexpr double repeats_mm = 0.05; // how well a tool that was left in its holder comes back; common practice

bool onSetter(shop::Contact const& contact, shop::ZeroSetup const& setup) {
    return contact.target == shop::Target::Setter && contact.setter == setup.place.setter;
}

/// How many events before change `seq` end where the setter trips.
int endsBefore(facts::Reader const& book, shop::ZeroSetup const& setup, std::int64_t seq) {
    int count = 0;
    for (auto const& [id, event] : book.all<shop::Event>()) {
        if (book.since(id) >= seq) continue;
        if (event->machine && setup.place.machine && event->machine != setup.place.machine) continue;
        auto const ends = [what = event->what](facts::Reach reach) {
            auto const* rule = facts::ruleFor(what, facts::ResultKind::SetterHeight, reach);
            return rule && rule->effect == facts::Hold::Stale;
        };
        if (ends(facts::Reach::Machine) || (event->setter == setup.place.setter && ends(facts::Reach::Setter))) ++count;
    }
    return count;
}

/// Whether the tool has been gripped again, sharpened or the like since it made the contact.
bool byAnotherGrip(facts::Reader const& book, Id<shop::Contact> id, shop::Contact const& contact) {
    if (contact.bare_nose || !contact.assembly) return false;
    facts::Basis basis;
    basis.kind = facts::ResultKind::Lengths;
    basis.tools = {contact.assembly};
    basis.contacts = {id};
    return facts::holdingOf(book, basis).state == facts::Hold::Stale;
}

/// The newest contact for which `fits` holds.
template<class F>
Id<shop::Contact> newest(facts::Reader const& book, shop::ZeroSetup const& setup, std::optional<Era> wanted, F fits) {
    auto const era = wanted ? *wanted : presentEra(book, setup);
    Id<shop::Contact> found;
    std::int64_t at = 0;
    for (auto const& [id, contact] : book.all<shop::Contact>()) {
        if (contact->source != shop::Source::Measured || contact->home_epoch != era.home_epoch || !fits(*contact))
            continue;
        if (found && contact->at_utc_ms < at) continue;
        if (onSetter(*contact, setup) && (eraOf(book, setup, id) != era || byAnotherGrip(book, id, *contact))) continue;
        found = id;
        at = contact->at_utc_ms;
    }
    return found;
}

std::string nameOf(shop::Assembly const& tool) { return fmt::format("tool {}", tool.number); }

} // namespace

Result<TouchedAt> touchedAt(shop::Machine const& machine, shop::Contact const& contact, double usual_mm_min) {
    auto const z = machineZ(contact);
    if (!z) return Failure(z.error());
    return TouchedAt{*z, predictTouch(machine, contact, usual_mm_min)};
}

Era presentEra(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const* machine = book.find(setup.place.machine);
    return {machine ? machine->home_epoch : 1, endsBefore(book, setup, std::numeric_limits<std::int64_t>::max())};
}

Era eraOf(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Contact> contact) {
    auto const* found = book.find(contact);
    return {found ? found->home_epoch : 1, endsBefore(book, setup, book.since(contact))};
}

Id<shop::Contact> lastContact(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool,
                              shop::Target target, std::optional<Era> era) {
    return newest(book, setup, era, [&](shop::Contact const& c) {
        return c.assembly == tool && !c.bare_nose && c.target == target &&
               (target != shop::Target::Setter || onSetter(c, setup));
    });
}

Id<shop::Contact> lastNoseContact(facts::Reader const& book, shop::ZeroSetup const& setup, std::optional<Era> era) {
    return newest(book, setup, era, [&](shop::Contact const& c) { return c.bare_nose && onSetter(c, setup); });
}

facts::Basis setterHeightBasis(facts::Reader const& book, shop::ZeroSetup const& setup) {
    facts::Basis basis;
    basis.kind = facts::ResultKind::SetterHeight;
    basis.machine = setup.place.machine;
    basis.setter = setup.place.setter;
    std::int64_t at = 0;
    for (auto const& [id, contact] : book.all<shop::Contact>()) {
        if (contact->source != shop::Source::Measured || !onSetter(*contact, setup) || contact->at_utc_ms < at)
            continue;
        basis.contacts = {id};
        at = contact->at_utc_ms;
    }
    return basis;
}

Result<SetterHeight> setterHeight(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const* setter = book.find(setup.place.setter);
    if (!setter) return fail(Code::NoSetter, {"setter"});
    // The contact that tells it best: the bare nose, or the tool whose length is known best; the newest of equals.
    double least = std::numeric_limits<double>::infinity();
    auto errorOf = [&](shop::Contact const& c) {
        auto const* tool = book.find(c.assembly);
        return c.bare_nose ? 0.0 : tool && tool->length_mm ? tool->length_error_mm : least + 1;
    };
    auto const fits = [&](shop::Contact const& c) { return onSetter(c, setup) && errorOf(c) <= least; };
    auto const era = presentEra(book, setup);
    for (auto const& [id, contact] : book.all<shop::Contact>())
        if (contact->source == shop::Source::Measured && onSetter(*contact, setup) && eraOf(book, setup, id) == era &&
            !byAnotherGrip(book, id, *contact))
            least = std::min(least, errorOf(*contact));
    auto const id = newest(book, setup, era, fits);
    auto const* contact = book.find(id);
    if (!contact || !std::isfinite(least)) {
        auto const holding = facts::holdingOf(book, setterHeightBasis(book, setup));
        if (holding.state == facts::Hold::Stale)
            return fail(Code::Stale, {setter->name}, "Where the setter trips", reasonOf(holding));
        return fail(Code::SetterHeightUnknown, {setter->name});
    }
    auto const machine = machineOf(book, setup);
    auto const touched = touchedAt(machine, *contact, feedsFor(machine, *setter).slow_mm_min);
    if (!touched) return Failure(touched.error());
    SetterHeight height;
    height.contact = id;
    height.nose_z_mm = touched->tripped().mm;
    if (!contact->bare_nose) {
        auto const* tool = book.find(contact->assembly);
        height.nose_z_mm -= *tool->length_mm;
        height.error_mm = tool->length_error_mm;
        height.assembly = contact->assembly;
    }
    return height;
}

Result<Expected> expectedTrip(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> id) {
    auto const height = setterHeight(book, setup);
    if (!height) return Failure(height.error());
    auto const* tool = book.find(id);
    auto const machine = machineOf(book, setup);
    if (auto const* own = book.find(lastContact(book, setup, id, shop::Target::Setter))) {
        auto const touched = touchedAt(machine, *own, feedsFor(machine, *book.find(setup.place.setter)).slow_mm_min);
        if (!touched) return Failure(touched.error());
        return Expected{touched->tripped().mm, repeats_mm};
    }
    if (!tool || !tool->length_mm)
        return fail(Code::LengthUnknown, {"tool length"}, tool ? nameOf(*tool) : "the tool in the spindle");
    // Where the same tool told the setter's height its length cancels; that case is above.
    return Expected{height->nose_z_mm + *tool->length_mm, height->error_mm + tool->length_error_mm};
}

bool reachesDisc(shop::Assembly const& tool, shop::ToolSetter const& setter) {
    double const disc = setter.disc_mm / 2, r = tool.contactRadius_mm();
    switch (tool.tip) {
    case shop::TipShape::Point:
    case shop::TipShape::Ball: return true;
    case shop::TipShape::RoundOver:
    case shop::TipShape::Rim: return r <= disc; // a wider end would rest on its rim, wherever that is lowest
    case shop::TipShape::Insert: return r < disc;
    }
    return false;
}

} // namespace steady::zeroing
