// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is typed at Layout: the things on the table, the table itself, and what the setter reads once it is fixed.

#include "app/layout/LayoutStation.h"
#include "app/widgets/Box.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Fitting;
using shop::Mounting;
using shop::TableTop;

void LayoutStation::buildThings(QVBoxLayout* page) {
    m_things = new Choice(u"layout.things"_s, u"Which thing"_s, desk().look());
    connect(m_things->box(), &QComboBox::activated, this,
            [this](int index) { choose(m_things->box()->itemData(index).toLongLong()); });
    page->addWidget(m_things);
    auto plan = std::make_unique<Form<Mounting>>(
        desk(), addBox(page, m_mounting_box), [this] { return mounting(); },
        [this](Mounting changed, std::string what) { return commitMounting(std::move(changed), std::move(what)); },
        [this] { return static_cast<bool>(install::mountingIdOf(desk().book(), setterChosen())); });
    auto& m = *plan;
    m.choice(
        "layout.mount", "Mounted on", {"the table", "the frame beside the travel", "a bracket"},
        [](Mounting & x) -> auto& { return x.mount; });
    m.row(2);
    m.length(
        "layout.setter.x", "Machine X", any_length, [](Mounting & x) -> auto& { return x.x_mm; });
    m.length(
        "layout.setter.y", "Machine Y", any_length, [](Mounting & x) -> auto& { return x.y_mm; });
    m.length(
        "layout.setter.base", "Base above the table", any_length, [](Mounting & x) -> auto& { return x.base_mm; },
        "below: with a minus");
    m.heading("Its lead");
    m.row(2);
    m.length(
        "layout.setter.cable", "Length", {0, 50'000}, [](Mounting & x) -> auto& { return x.cable_mm; });
    m.length(
        "layout.setter.bend", "Least bend", {0, 500}, [](Mounting & x) -> auto& { return x.bend_mm; });
    m.choice(
        "layout.setter.exit", "Leaves it on the", {"left", "right", "front", "back"},
        [](Mounting & x) -> auto& { return x.exit; });
    m.choice(
        "layout.setter.lamp", "Its lamp shines",
        {"it has none", "where the lead leaves", "to the other side", "left of the lead", "right of the lead"},
        [](Mounting & x) -> auto& { return x.lamp; });
    m_mounting = std::move(plan);
    m_corner = button(page, "layout.corner", "Another corner of its lead", &LayoutStation::addCorner);
    m_no_corner = button(page, "layout.no_corner", "Take the last corner away", &LayoutStation::dropCorner);

    auto things = std::make_unique<Form<Fitting>>(
        desk(), addBox(page, m_fitting_box), [this] { return fitting(); },
        [this](Fitting changed, std::string what) { return commitFitting(std::move(changed), std::move(what)); },
        [] { return true; });
    auto& f = *things;
    f.text(
        "layout.thing.name", "Name", [](Fitting & x) -> auto& { return x.name; });
    f.row(2);
    f.length(
        "layout.thing.x", "Middle, X", any_length, [](Fitting & x) -> auto& { return x.x_mm; });
    f.length(
        "layout.thing.y", "Middle, Y", any_length, [](Fitting & x) -> auto& { return x.y_mm; });
    f.row(2);
    f.length(
        "layout.thing.width", "Along X", shop::bounds::extent_mm, [](Fitting & x) -> auto& { return x.width_mm; });
    f.length(
        "layout.thing.depth", "Along Y", shop::bounds::extent_mm, [](Fitting & x) -> auto& { return x.depth_mm; });
    f.row(2);
    f.length(
        "layout.thing.base", "Base at", any_length, [](Fitting & x) -> auto& { return x.base_mm; });
    f.length(
        "layout.thing.height", "Height", any_size, [](Fitting & x) -> auto& { return x.height_mm; });
    f.length(
        "layout.thing.pitch", "Pitch of pockets", shop::bounds::pitch_mm,
        [](Fitting & x) -> auto& { return x.pitch_mm; }, "of a rack");
    m_fitting = std::move(things);
    m_drop = button(page, "layout.drop", "Take it off the table", &LayoutStation::drop);
    m_sort = new Choice(u"layout.sort"_s, u"Something else"_s, desk().look());
    page->addWidget(m_sort);
    button(page, "layout.add", "Put it on the table", &LayoutStation::add);
}

void LayoutStation::buildTable(QVBoxLayout* page) {
    auto form = std::make_unique<Form<TableTop>>(
        desk(), page, [this] { return install::tableOf(desk().book(), desk().setup()); },
        [this](TableTop table, std::string what) {
            return desk().keep(install::tableIdOf(desk().book(), desk().setup().place.machine), std::move(table),
                               "Table: " + what);
        },
        [this] { return static_cast<bool>(install::tableIdOf(desk().book(), desk().setup().place.machine)); });
    auto& f = *form;
    f.row(2);
    f.length(
        "layout.table.x", "Low corner, X", any_length, [](TableTop & x) -> auto& { return x.x_mm; });
    f.length(
        "layout.table.y", "Low corner, Y", any_length, [](TableTop & x) -> auto& { return x.y_mm; });
    f.row(2);
    f.length(
        "layout.table.width", "Along X", shop::bounds::extent_mm, [](TableTop & x) -> auto& { return x.width_mm; });
    f.length(
        "layout.table.depth", "Along Y", shop::bounds::extent_mm, [](TableTop & x) -> auto& { return x.depth_mm; });
    f.length(
        "layout.table.nose", "Machine Z, spindle face on it", any_length,
        [](TableTop & x) -> auto& { return x.nose_z_mm; }, "by hand, on a sheet of paper; empty: assumed");
    f.choice(
        "layout.table.slots", "Slots", {"none", "along X", "along Y"}, [](TableTop & x) -> auto& { return x.slots; });
    f.row(3);
    f.length(
        "layout.table.first", "First at", any_size, [](TableTop & x) -> auto& { return x.slot_first_mm; });
    f.length(
        "layout.table.pitch", "Pitch", shop::bounds::pitch_mm, [](TableTop & x) -> auto& { return x.slot_pitch_mm; });
    f.length(
        "layout.table.nut", "Nut", {1, 100}, [](TableTop & x) -> auto& { return x.nut_mm; });
    f.heading("Where leads come onto it, from the corner");
    f.row(2);
    f.length(
        "layout.table.cable_x", "X", any_length, [](TableTop & x) -> auto& { return x.cable_x_mm; });
    f.length(
        "layout.table.cable_y", "Y", any_length, [](TableTop & x) -> auto& { return x.cable_y_mm; });
    f.length(
        "layout.table.gantry", "Gantry’s underside above it", any_size,
        [](TableTop & x) -> auto& { return x.gantry_mm; }, "empty: nothing moves over the table");
    f.heading("What you want free");
    f.row(2);
    f.length(
        "layout.table.clearance", "Clearance", shop::bounds::clearance_mm,
        [](TableTop & x) -> auto& { return x.clearance_mm; });
    f.length(
        "layout.table.from_end", "From the ends", shop::bounds::clearance_mm,
        [](TableTop & x) -> auto& { return x.from_end_mm; });
    f.number(
        "layout.table.changes", "Tool changes a month", "", 1, {0, 1'000'000},
        [](TableTop & x) -> auto& { return x.changes_a_month; });
    m_forms.push_back(std::move(form));
    auto machine = std::make_unique<Form<shop::Machine>>(
        desk(), page, [this] { return desk().get(&shop::PlaceOfWork::machine, zeroing::assumedMachine()); },
        [this](shop::Machine changed, std::string what) {
            return desk().put(&shop::PlaceOfWork::machine, std::move(changed), std::move(what));
        },
        [this] { return desk().book().find(desk().setup().place.machine) != nullptr; });
    machine->choice(
        "layout.homing", "Homing", {"touches nothing", "ends with a touch of the setter"},
        [](shop::Machine & m) -> auto& { return m.behaviour.homing_touches_setter; });
    m_forms.push_back(std::move(machine));
}

void LayoutStation::buildPlaces(QVBoxLayout* page) {
    m_suggest = button(page, "layout.suggest", "Suggest places for the setter", &LayoutStation::suggest);
    m_list = new RowsView(u"layout.places"_s, u"The best places, the first first"_s, desk().look());
    page->addWidget(m_list);
    m_take = new QPushButton(u"Take this place"_s);
    m_take->setObjectName(u"layout.take"_s);
    connect(m_take, &QPushButton::clicked, this, [this] { take(m_list->chosen()); });
    m_writing.push_back(m_take);
    page->addWidget(m_take);
}

void LayoutStation::buildSettingOut(QVBoxLayout* page) {
    auto form = std::make_unique<Form<shop::ToolSetter>>(
        desk(), page, [this] { return desk().get(&shop::PlaceOfWork::setter, shop::ToolSetter{"Setter"}); },
        [this](shop::ToolSetter setter, std::string what) {
            return desk().put(&shop::PlaceOfWork::setter, std::move(setter), "The setter as it stands: " + what);
        },
        [this] { return desk().book().find(desk().setup().place.setter) != nullptr; });
    form->heading("Once it is fixed, it reads");
    form->row(2);
    form->length(
        "layout.reads.x", "Machine X", any_length, [](shop::ToolSetter & s) -> auto& { return s.x_mm; });
    form->length(
        "layout.reads.y", "Machine Y", any_length, [](shop::ToolSetter & s) -> auto& { return s.y_mm; });
    form->note("After homing, the tip over the middle of its disc.");
    m_forms.push_back(std::move(form));
    auto* inside = addBox(page, m_holes_box);
    auto holes = std::make_unique<Form<Mounting>>(
        desk(), inside, [this] { return install::mountingOf(desk().book(), desk().setup().place.setter); },
        [this](Mounting changed, std::string what) {
            m_chosen = desk().setup().place.setter.value; // the template is of the one that is used
            return commitMounting(std::move(changed), std::move(what));
        },
        [] { return true; });
    holes->heading("Or on paper, at its true size");
    holes->row(2);
    holes->number(
        "layout.holes", "Holes", "", 1, shop::bounds::holes, [](Mounting & m) -> auto& { return m.holes; });
    holes->length(
        "layout.hole", "Each", {0.5, 100}, [](Mounting & m) -> auto& { return m.hole_mm; });
    holes->row(2);
    holes->length(
        "layout.hole_circle", "Their circle", {1, 1000}, [](Mounting & m) -> auto& { return m.hole_circle_mm; });
    holes->number(
        "layout.holes_turned", "First at", "°", 1, {-360, 360},
        [](Mounting & m) -> auto& { return m.holes_turned_deg; });
    m_holes = std::move(holes);
    button(inside, "layout.pdf", "Template 1:1 (PDF)", &LayoutStation::savePdf);
    button(inside, "layout.svg", "Template 1:1 (SVG)", &LayoutStation::saveSvg);
}

} // namespace steady::app
