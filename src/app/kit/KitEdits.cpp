// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What Kit puts into the book: the entity that is edited, or a new one made of what was assumed.

#include "app/kit/KitStation.h"

#include "core/zeroing/Methods.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using namespace shop;

namespace {

ToolSetter assumedSetter() {
    ToolSetter setter;
    setter.name = "Setter";
    return setter;
}

int highestNumber(Desk const& desk) {
    int number = 0;
    for (auto const& [id, tool] : desk.tools()) number = std::max(number, tool->number);
    return number;
}

} // namespace

ToolSetter KitStation::setter() const { return desk().get(&shop::PlaceOfWork::setter, assumedSetter()); }

TouchPlate KitStation::plate() const {
    auto assumed = zeroing::assumedPlate();
    assumed.name = "Touch plate";
    return desk().get(&shop::PlaceOfWork::plate, assumed);
}

Instrument KitStation::instrument() const {
    auto const* found = desk().book().find(plate().instrument);
    return found ? *found : Instrument{"Caliper", 0.01, 0.03};
}

Assembly KitStation::assembly() const { return desk().get(&shop::PlaceOfWork::assembly, zeroing::assumedAssembly()); }

Result<void> KitStation::commitInstrument(Instrument instrument, std::string what) {
    auto changed = plate();
    Change change;
    if (!changed.instrument) changed.instrument = {desk().nextId(change)};
    change.put(changed.instrument, std::move(instrument));
    return desk().put(&shop::PlaceOfWork::plate, changed, std::move(what), std::move(change));
}

Result<void> KitStation::commitAssembly(Assembly assembly, std::string what) {
    // A work offset per tool belongs to that method alone; refused here, where it is typed.
    if (assembly.own_offset > 0 && desk().setup().plan.method != Method::OffsetPerTool)
        return fail(Code::MethodMixed, {"work offset"}, "A work offset of its own",
                    zeroing::methodName(desk().setup().plan.method));
    if (!desk().setup().place.assembly) {
        assembly.gripped_utc_ms = desk().session().now();
        assembly.machine = desk().setup().place.machine;
    }
    return desk().put(&shop::PlaceOfWork::assembly, std::move(assembly), std::move(what));
}

Result<void> KitStation::gripPart(int index, bool cutter) {
    auto changed = assembly();
    if (cutter) {
        changed.cutter = chosenIn<Cutter>(*m_tool_cutter->box(), index);
        if (auto const* part = desk().book().find(changed.cutter)) {
            changed.diameter_mm = part->diameter_mm;
            changed.tip = part->tip;
            changed.contact_radius_mm = part->contact_radius_mm;
            changed.teeth = part->teeth;
            changed.vee_deg = part->vee_deg;
            changed.recess_mm = part->recess_mm;
            changed.conducts = part->conducts;
        }
    } else {
        changed.holder = chosenIn<Holder>(*m_tool_holder->box(), index);
        if (auto const* part = desk().book().find(changed.holder)) changed.largest_mm = part->nut_mm;
    }
    return commitAssembly(std::move(changed), cutter ? "Cutter of the tool" : "Holder of the tool");
}

void KitStation::newPlate() {
    auto made = zeroing::assumedPlate();
    made.name = fmt::format("Plate {}", desk().book().all<TouchPlate>().size() + 1);
    (void)desk().report(desk().another(&shop::PlaceOfWork::plate, std::move(made), "Another plate"));
}

void KitStation::newSetter() {
    auto made = assumedSetter();
    made.name = fmt::format("Setter {}", desk().book().all<ToolSetter>().size() + 1);
    (void)desk().report(desk().another(&shop::PlaceOfWork::setter, std::move(made), "Another setter"));
}

void KitStation::newTool() {
    Change change{"Another tool", {}, {}, {}};
    auto setup = desk().setup();
    Assembly made;
    made.number = highestNumber(desk()) + 1;
    made.name = "Tool " + std::to_string(made.number);
    made.gripped_utc_ms = desk().session().now();
    made.machine = setup.place.machine;
    setup.place.assembly = {desk().nextId(change)};
    setup.place.contact = {}; // a contact belongs to the tool that made it
    change.put(setup.place.assembly, made);
    desk().putSetup(change, setup);
    if (desk().report(desk().commit(std::move(change)))) {
        m_sections->open(u"tool"_s);
        findChild<QLineEdit*>(u"kit.tool.name"_s)->setFocus();
    }
}

/// The tool as it was stays in the book, taken apart; the new grip has a length of its own.
void KitStation::gripAgain() {
    auto const* old = desk().book().find(desk().setup().place.assembly);
    if (!old) return;
    Change change{fmt::format("Tool {} gripped again", old->number), {}, {}, {}};
    auto released = *old, made = *old;
    released.released_utc_ms = desk().session().now();
    made.gripped_utc_ms = desk().session().now();
    made.length_mm.reset();
    made.length_error_mm = 1;
    auto setup = desk().setup();
    change.put(setup.place.assembly, released);
    setup.place.assembly = {desk().nextId(change)};
    setup.place.contact = {};
    change.put(setup.place.assembly, made);
    desk().putSetup(change, setup);
    (void)desk().report(desk().commit(std::move(change)));
}

void KitStation::newCutter() {
    Change change{"Another cutter", {}, {}, {}};
    m_cutter = {desk().nextId(change)};
    change.put(m_cutter, Cutter{fmt::format("Cutter {}", desk().book().all<Cutter>().size() + 1)});
    (void)desk().report(desk().commit(std::move(change)));
}

void KitStation::newHolder() {
    Change change{"Another holder", {}, {}, {}};
    m_holder = {desk().nextId(change)};
    change.put(m_holder, Holder{fmt::format("Holder {}", desk().book().all<Holder>().size() + 1)});
    (void)desk().report(desk().commit(std::move(change)));
}

Result<void> KitStation::addReading(TypedLength const& typed) {
    auto changed = plate();
    if (typed.mm <= 0 || typed.mm > 200)
        return fail(Code::OutOfRange, {"thickness reading"}, lengthText(typed.mm, desk().units()), "0 to 200 mm");
    Change change;
    if (!changed.thickness) {
        changed.thickness = {desk().nextId(change)};
        change.put(changed.thickness, Study{"thickness of " + changed.name});
    }
    change.readings.push_back(
        {changed.thickness, {0, typed.mm, typed.as_typed, Source::Measured, desk().session().now()}});
    return desk().put(&shop::PlaceOfWork::plate, changed, "Thickness reading " + typed.as_typed, std::move(change));
}

} // namespace steady::app
