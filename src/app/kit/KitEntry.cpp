// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is typed at Kit: plates, setters, tools and the parts they are made of.

#include "app/kit/KitStation.h"
#include "app/shell/ReadingsList.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using namespace shop;

namespace {

/// How a device is touched; what is left empty is computed.
template<class T, class At> void practiceFields(Form<T>& f, char const* device, At at) {
    bool const plate = std::string_view(device) == "kit.plate";
    auto name = [plate](char const* of_plate, char const* of_setter) { return plate ? of_plate : of_setter; };
    f.heading("How it is touched; empty: computed");
    f.row(2);
    f.feed(
        name("kit.plate.find", "kit.setter.find"), "To find",
        {1, 5000}, [at](T & x) -> auto& { return at(x).find_mm_min; });
    f.feed(
        name("kit.plate.measure", "kit.setter.measure"), "To measure",
        {0.1, 2000}, [at](T & x) -> auto& { return at(x).measure_mm_min; });
    f.row(3);
    f.number(
        name("kit.plate.touches", "kit.setter.touches"), "Touches", "", 1,
        shop::bounds::touches, [at](T & x) -> auto& { return at(x).touches; });
    f.length(
        name("kit.plate.back_off", "kit.setter.back_off"), "Back off",
        {0.2, 20}, [at](T & x) -> auto& { return at(x).back_off_mm; });
    f.number(
        name("kit.plate.dwell", "kit.setter.dwell"), "Wait", "s", 1,
        {0.05, 10}, [at](T & x) -> auto& { return at(x).dwell_s; });
    f.choice(
        name("kit.plate.read_on", "kit.setter.read_on"), "Read",
        {"pressing down", "at the release, lifting slowly"}, [at](T & x) -> auto& { return at(x).read_on; });
    f.row(2);
    f.number(
        name("kit.plate.air", "kit.setter.air"), "Air, output", "", 1,
        shop::bounds::air_output, [at](T & x) -> auto& { return at(x).air_output; });
    f.number(
        name("kit.plate.air_s", "kit.setter.air_s"), "For", "s", 1,
        {0.1, 20}, [at](T & x) -> auto& { return at(x).air_s; });
}

} // namespace

void KitStation::buildPlate(QVBoxLayout* page) {
    m_plates = chooser(page, "kit.plates", "Which plate", [this](int index) {
        auto setup = desk().setup();
        setup.place.plate = chosenIn<TouchPlate>(*m_plates->box(), index);
        return desk().commitSetup(setup, "Use plate " + m_plates->box()->itemText(index).toStdString());
    });
    m_reading = new LengthField(u"kit.reading"_s, u"Add a thickness reading"_s, desk().look());
    m_reading->onLength([this](TypedLength const& typed) { return addReading(typed); });
    page->addWidget(m_reading);
    m_list = new ReadingsList(desk(), u"kit"_s, u"Thickness readings"_s,
                              {u"typed wrong"_s, u"slipped"_s, u"burr or dirt"_s, u"wrong place"_s});
    page->addWidget(m_list);

    auto form = std::make_unique<Form<TouchPlate>>(
        desk(), page, [this] { return plate(); },
        [this](TouchPlate changed, std::string what) {
            return desk().put(&shop::PlaceOfWork::plate, std::move(changed), std::move(what));
        },
        [this] { return desk().setup().place.plate.value != 0; });
    auto& f = *form;
    f.length(
        "kit.nominal", "Nominal thickness", {0.1, 200}, [](TouchPlate & p) -> auto& { return p.nominal_mm; },
        "as sold, until it is measured; empty: not known");
    f.length(
        "kit.sold_below", "Sold with −", {0, 1}, [](TouchPlate & p) -> auto& { return p.sold_below_mm; },
        "how much thinner it may be");
    f.length(
        "kit.sold_above", "and +", {0, 1}, [](TouchPlate & p) -> auto& { return p.sold_above_mm; }, "how much thicker");
    f.row(3);
    f.text(
        "kit.plate.name", "Name of the plate", [](TouchPlate & p) -> auto& { return p.name; });
    f.choice(
        "kit.circuit", "Circuit at rest", {"open, closed by touching", "closed, opened by pressing"},
        [](TouchPlate & p) -> auto& { return p.circuit; });
    f.choice(
        "kit.path", "What closes it", {"tool with clip", "tool through the spindle", "a switch of its own"},
        [](TouchPlate & p) -> auto& { return p.path; });
    f.choice(
        "kit.sprung", "Body", {"solid", "sprung"}, [](TouchPlate & p) -> auto& { return p.sprung; });
    f.row(3);
    f.length(
        "kit.push_in", "Push-in", {0.005, 20}, [](TouchPlate & p) -> auto& { return p.push_in_mm; });
    f.length(
        "kit.plate.width", "Width", {5, 500}, [](TouchPlate & p) -> auto& { return p.width_mm; });
    f.length(
        "kit.plate.depth", "Depth", {5, 500}, [](TouchPlate & p) -> auto& { return p.depth_mm; });
    f.note("Push-in: the deepest that you accept; sprung, its stroke.");
    f.row(2);
    f.length(
        "kit.plate.wall", "Wall of its lips", {0.5, 100}, [](TouchPlate & p) -> auto& { return p.wall_mm; },
        "empty: a flat plate, for Z alone");
    f.length(
        "kit.plate.lip", "Lips hang down by", {1, 100}, [](TouchPlate & p) -> auto& { return p.lip_mm; });
    f.choice(
        "kit.proof", "Its signal is proved by", {"bridging it with the collet spanner", "lifting it to the tip"},
        [](TouchPlate & p) -> auto& { return p.proof; });
    f.note("Lifting only where a finger's breadth of plate stands out on each side of the cutter.");
    practiceFields(
        f, "kit.plate", [](TouchPlate & p) -> auto& { return p.practice; });
    m_forms.push_back(std::move(form));

    auto measured = std::make_unique<Form<Instrument>>(
        desk(), page, [this] { return instrument(); },
        [this](Instrument changed, std::string what) { return commitInstrument(std::move(changed), std::move(what)); },
        [this] { return plate().instrument.value != 0; });
    auto& i = *measured;
    i.heading("Measured with");
    i.text(
        "kit.instrument", "Instrument", [](Instrument & x) -> auto& { return x.name; });
    i.length(
        "kit.step", "Its resolution", {0.0001, 1}, [](Instrument & x) -> auto& { return x.resolution_mm; });
    i.length(
        "kit.error", "Its permissible error, ±", {0, 1}, [](Instrument & x) -> auto& { return x.permissible_error_mm; },
        "repeating does not lessen it");
    m_forms.push_back(std::move(measured));
    button(page, "kit.plate.new", "Another plate", &KitStation::newPlate);
}

void KitStation::buildSetter(QVBoxLayout* page) {
    m_setters = chooser(page, "kit.setters", "Which setter", [this](int index) {
        auto setup = desk().setup();
        setup.place.setter = chosenIn<ToolSetter>(*m_setters->box(), index);
        return desk().commitSetup(setup, "Use setter " + m_setters->box()->itemText(index).toStdString());
    });
    auto form = std::make_unique<Form<ToolSetter>>(
        desk(), page, [this] { return setter(); },
        [this](ToolSetter changed, std::string what) {
            return desk().put(&shop::PlaceOfWork::setter, std::move(changed), std::move(what));
        },
        [this] { return desk().setup().place.setter.value != 0; });
    auto& f = *form;
    f.text(
        "kit.setter.name", "Name of the setter", [](ToolSetter & s) -> auto& { return s.name; });
    f.heading("Where it stands, machine position");
    f.row(2);
    f.length(
        "kit.setter.x", "X of the centre", any_length, [](ToolSetter & s) -> auto& { return s.x_mm; });
    f.length(
        "kit.setter.y", "Y of the centre", any_length, [](ToolSetter & s) -> auto& { return s.y_mm; });
    f.heading("Heights above its base");
    f.row(2);
    f.length(
        "kit.setter.free", "Free", any_size, [](ToolSetter & s) -> auto& { return s.free_mm; });
    f.length(
        "kit.setter.trigger", "Trips at", any_size, [](ToolSetter & s) -> auto& { return s.trigger_mm; });
    f.row(2);
    f.length(
        "kit.setter.overtravel", "Overtravel contact", any_size,
        [](ToolSetter & s) -> auto& { return s.overtravel_mm; });
    f.length(
        "kit.setter.solid", "End of stroke", any_size, [](ToolSetter & s) -> auto& { return s.solid_mm; });
    f.note("The overtravel contact is wired into the stop chain; empty: none. Nothing gives below the end.");
    f.heading("Its body");
    f.row(2);
    f.length(
        "kit.setter.disc", "Disc, diameter", {1, 500}, [](ToolSetter & s) -> auto& { return s.disc_mm; });
    f.length(
        "kit.setter.body", "Housing", {1, 500}, [](ToolSetter & s) -> auto& { return s.body_mm; });
    f.row(2);
    f.length(
        "kit.setter.bracket", "Bracket out by", {0, 500}, [](ToolSetter & s) -> auto& { return s.bracket_reach_mm; });
    f.length(
        "kit.setter.bracket_top", "Bracket top", any_size, [](ToolSetter & s) -> auto& { return s.bracket_top_mm; });
    f.choice(
        "kit.setter.circuit", "Circuit at rest", {"open, closed by pressing", "closed, opened by pressing"},
        [](ToolSetter & s) -> auto& { return s.circuit; });
    f.choice(
        "kit.setter.path", "What closes it", {"tool with clip", "tool through the spindle", "a switch of its own"},
        [](ToolSetter & s) -> auto& { return s.path; });
    f.choice(
        "kit.setter.input", "Input", {"shared with the plate", "one of its own"},
        [](ToolSetter & s) -> auto& { return s.input; });
    practiceFields(
        f, "kit.setter", [](ToolSetter & s) -> auto& { return s.practice; });
    m_forms.push_back(std::move(form));
    button(page, "kit.setter.new", "Another setter", &KitStation::newSetter);
}

void KitStation::buildTool(QVBoxLayout* page) {
    m_tools = chooser(page, "kit.tools", "In the spindle",
                      [this](int index) { return desk().useTool(chosenIn<Assembly>(*m_tools->box(), index)); });
    auto form = std::make_unique<Form<Assembly>>(
        desk(), page, [this] { return assembly(); },
        [this](Assembly changed, std::string what) { return commitAssembly(std::move(changed), std::move(what)); },
        [this] { return desk().setup().place.assembly.value != 0; });
    auto& f = *form;
    f.number(
        "kit.tool.number", "Tool number", "", 1, Range(1, shop::bounds::tool_number.most),
        [](Assembly & a) -> auto& { return a.number; });
    f.text(
        "kit.tool.name", "Name of the tool", [](Assembly & a) -> auto& { return a.name; });
    f.row(2);
    f.length(
        "kit.tool.diameter", "Cutter diameter", {0.1, 500}, [](Assembly & a) -> auto& { return a.diameter_mm; });
    f.length(
        "kit.tool.largest", "Nut or flange", {1, 500}, [](Assembly & a) -> auto& { return a.largest_mm; });
    f.row(2);
    f.length(
        "kit.tool.length", "Below the face", {1, 500}, [](Assembly & a) -> auto& { return a.length_mm; });
    f.length(
        "kit.tool.length_error", "Good to ±", {0.001, 20}, [](Assembly & a) -> auto& { return a.length_error_mm; });
    f.note("Measured with a rule or caliper; empty: not known.");
    f.choice(
        "kit.tool.tip", "Touches with",
        {"its rim or whole end", "a point on its axis", "inserts on a circle", "a ball", "a pilot, round-over"},
        [](Assembly & a) -> auto& { return a.tip; });
    f.row(2);
    f.length(
        "kit.tool.contact_radius", "Radius that touches", {0, 250},
        [](Assembly & a) -> auto& { return a.contact_radius_mm; });
    f.length(
        "kit.tool.stick_out", "Out of the nut", {1, 500}, [](Assembly & a) -> auto& { return a.stick_out_mm; });
    f.row(3);
    f.number(
        "kit.tool.teeth", "Flutes, inserts", "", 1, shop::bounds::teeth, [](Assembly & a) -> auto& { return a.teeth; });
    f.number(
        "kit.tool.vee", "Vee", "deg", 1, {10, 170}, [](Assembly & a) -> auto& { return a.vee_deg; });
    f.length(
        "kit.tool.recess", "Recess", {0, 50}, [](Assembly & a) -> auto& { return a.recess_mm; });
    f.note("Recess: how far an insert cutter's body lies above its inserts.");
    f.choice(
        "kit.tool.conducts", "Conducts", {"no", "yes"}, [](Assembly & a) -> auto& { return a.conducts; });
    f.choice(
        "kit.tool.method", "Measured on", {"the setter", "the plate", "a height gauge"},
        [](Assembly & a) -> auto& { return a.method; });
    f.number(
        "kit.tool.own_offset", "Work offset of its own", "", 1, shop::bounds::own_offset,
        [](Assembly & a) -> auto& { return a.own_offset; }, "1 is G54; 0: none");
    m_forms.push_back(std::move(form));
    m_tool_cutter = chooser(page, "kit.tool.cutter", "Cutter", [this](int index) { return gripPart(index, true); });
    m_tool_holder = chooser(page, "kit.tool.holder", "Holder", [this](int index) { return gripPart(index, false); });
    auto* again = button(page, "kit.tool.again", "Gripped again", &KitStation::gripAgain);
    again->setToolTip(u"Cutter changed, re-gripped, sharpened or insert turned: its length counts no more"_s);
    button(page, "kit.tool.new", "Another tool", &KitStation::newTool);
}

void KitStation::buildParts(QVBoxLayout* page) {
    auto cutters = std::make_unique<Form<Cutter>>(
        desk(), page,
        [this] {
            auto const* found = desk().book().find(m_cutter);
            return found ? *found : Cutter{"Cutter"};
        },
        [this](Cutter changed, std::string what) {
            Change change{std::move(what), {}, {}, {}};
            if (!m_cutter) m_cutter = {desk().nextId(change)};
            change.put(m_cutter, std::move(changed));
            return desk().commit(std::move(change));
        },
        [this] { return desk().book().find(m_cutter) != nullptr; });
    cutters->heading("Cutters");
    m_cutters = chooser(page, "kit.cutters", "Which cutter", [this](int index) -> Result<void> {
        m_cutter = chosenIn<Cutter>(*m_cutters->box(), index);
        refresh();
        return {};
    });
    auto& c = *cutters;
    c.text(
        "kit.cutter.name", "Name of the cutter", [](Cutter & x) -> auto& { return x.name; });
    c.row(2);
    c.length(
        "kit.cutter.diameter", "Diameter", {0.1, 500}, [](Cutter & x) -> auto& { return x.diameter_mm; });
    c.length(
        "kit.cutter.radius", "Radius that touches", {0, 250}, [](Cutter & x) -> auto& { return x.contact_radius_mm; });
    c.choice(
        "kit.cutter.tip", "Touches with",
        {"its rim or whole end", "a point on its axis", "inserts on a circle", "a ball", "a pilot, round-over"},
        [](Cutter & x) -> auto& { return x.tip; });
    c.row(3);
    c.number(
        "kit.cutter.teeth", "Flutes, inserts", "", 1, shop::bounds::teeth, [](Cutter & x) -> auto& { return x.teeth; });
    c.number(
        "kit.cutter.vee", "Vee", "deg", 1, {10, 170}, [](Cutter & x) -> auto& { return x.vee_deg; });
    c.length(
        "kit.cutter.recess", "Recess", {0, 50}, [](Cutter & x) -> auto& { return x.recess_mm; });
    c.choice(
        "kit.cutter.conducts", "Conducts", {"no", "yes"}, [](Cutter & x) -> auto& { return x.conducts; });
    m_forms.push_back(std::move(cutters));
    button(page, "kit.cutter.new", "Another cutter", &KitStation::newCutter);

    auto holders = std::make_unique<Form<Holder>>(
        desk(), page,
        [this] {
            auto const* found = desk().book().find(m_holder);
            return found ? *found : Holder{"Holder"};
        },
        [this](Holder changed, std::string what) {
            Change change{std::move(what), {}, {}, {}};
            if (!m_holder) m_holder = {desk().nextId(change)};
            change.put(m_holder, std::move(changed));
            return desk().commit(std::move(change));
        },
        [this] { return desk().book().find(m_holder) != nullptr; });
    holders->heading("Holders");
    m_holders = chooser(page, "kit.holders", "Which holder", [this](int index) -> Result<void> {
        m_holder = chosenIn<Holder>(*m_holders->box(), index);
        refresh();
        return {};
    });
    holders->text(
        "kit.holder.name", "Name of the holder", [](Holder & x) -> auto& { return x.name; });
    holders->length(
        "kit.holder.nut", "Widest, nut or flange", {1, 500}, [](Holder & x) -> auto& { return x.nut_mm; });
    holders->row(2);
    holders->text(
        "kit.holder.collet", "Collet", [](Holder & x) -> auto& { return x.collet; }, true);
    holders->text(
        "kit.holder.stud", "Pull stud", [](Holder & x) -> auto& { return x.stud; }, true);
    holders->number(
        "kit.holder.torque", "Torque of its nut", "Nm", 1, shop::bounds::torque_nm,
        [](Holder & x) -> auto& { return x.torque_nm; }, "from the maker’s sheet; empty: not known");
    m_forms.push_back(std::move(holders));
    button(page, "kit.holder.new", "Another holder", &KitStation::newHolder);
}

} // namespace steady::app
