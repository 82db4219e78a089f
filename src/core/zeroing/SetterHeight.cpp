// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/SetterHeight.h"

#include "core/zeroing/PlateZero.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>

namespace steady::zeroing {
namespace {

constexpr double repeats_mm = 0.05; // how well a tool that was left in its holder comes back; common practice

/// The newest contact for which `fits` holds.
template<class F> Id<shop::Contact> newest(facts::Reader const& book, shop::ZeroSetup const& setup, F fits) {
    auto const* machine = book.find(setup.place.machine);
    int const epoch = machine ? machine->home_epoch : 1;
    Id<shop::Contact> found;
    std::int64_t at = 0;
    for (auto const& [id, contact] : book.all<shop::Contact>()) {
        if (contact->source != shop::Source::Measured || contact->home_epoch != epoch || !fits(*contact)) continue;
        if (found && contact->at_utc_ms < at) continue;
        found = id;
        at = contact->at_utc_ms;
    }
    return found;
}

bool onSetter(shop::Contact const& contact, shop::ZeroSetup const& setup) {
    return contact.target == shop::Target::Setter && contact.setter == setup.place.setter;
}

std::string nameOf(shop::Assembly const& tool) { return fmt::format("tool {}", tool.number); }

} // namespace

Result<TouchedAt> touchedAt(shop::Machine const& machine, shop::Contact const& contact, double usual_mm_min) {
    auto const z = machineZ(contact);
    if (!z) return Failure(z.error());
    return TouchedAt{*z, predictTouch(machine, contact, usual_mm_min)};
}

Id<shop::Contact> lastContact(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool,
                              shop::Target target) {
    return newest(book, setup, [&](shop::Contact const& c) {
        return c.assembly == tool && !c.bare_nose && c.target == target &&
               (target != shop::Target::Setter || onSetter(c, setup));
    });
}

Id<shop::Contact> lastNoseContact(facts::Reader const& book, shop::ZeroSetup const& setup) {
    return newest(book, setup, [&](shop::Contact const& c) { return c.bare_nose && onSetter(c, setup); });
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
    auto const* machine_found = book.find(setup.place.machine);
    for (auto const& [id, contact] : book.all<shop::Contact>())
        if (contact->source == shop::Source::Measured && onSetter(*contact, setup) &&
            contact->home_epoch == (machine_found ? machine_found->home_epoch : 1))
            least = std::min(least, errorOf(*contact));
    auto const id = newest(book, setup, fits);
    auto const* contact = book.find(id);
    if (!contact || !std::isfinite(least)) return fail(Code::SetterHeightUnknown, {setter->name});
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
