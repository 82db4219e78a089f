// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is typed at Wiring: circuit, feeds, stop chain, air, and the settings of the control.

#include "app/widgets/Box.h"
#include "app/widgets/WrappedLabel.h"
#include "app/wiring/WiringStation.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::ToolSetter;
using shop::TouchPlate;

namespace {

/// `at`: where a device's wiring is.
template<class T> void wiringFields(Form<T>& f, bool plate) {
    auto name = [plate](char const* of_plate, char const* of_setter) { return plate ? of_plate : of_setter; };
    f.choice(
        name("wiring.plate.circuit", "wiring.setter.circuit"), "Contact at rest", {"open", "closed"},
        [](T & x) -> auto& { return x.circuit; });
    f.choice(
        name("wiring.plate.output", "wiring.setter.output"), "The device is",
        {"two bare wires", "current-sinking", "current-sourcing"}, [](T & x) -> auto& { return x.wiring.output; });
    f.choice(
        name("wiring.plate.input", "wiring.setter.input"), "The input is", {"pulled up", "pulled down", "isolated"},
        [](T & x) -> auto& { return x.wiring.input; });
    f.row(2);
    f.number(
        name("wiring.plate.supply", "wiring.setter.supply"), "Supply", "V", 1, shop::bounds::signal_v,
        [](T & x) -> auto& { return x.wiring.supply_v; });
    f.number(
        name("wiring.plate.input_v", "wiring.setter.input_v"), "Input made for", "V", 1, shop::bounds::signal_v,
        [](T & x) -> auto& { return x.wiring.input_v; });
    f.optionalChoice(
        name("wiring.plate.contact_at", "wiring.setter.contact_at"), "Contact is set to",
        {"not looked yet", "low (isolated: dark)", "high (isolated: lit)"},
        [](T & x) -> auto& { return x.wiring.contact_at; });
    f.text(
        name("wiring.plate.port", "wiring.setter.port"), "Port, as printed",
        [](T & x) -> auto& { return x.wiring.port; }, true);
    f.heading("What disturbs");
    f.choice(
        name("wiring.plate.beside", "wiring.setter.beside"), "Lead", {"lies by itself", "along a power lead"},
        [](T & x) -> auto& { return x.wiring.beside_power; });
    f.choice(
        name("wiring.plate.shielded", "wiring.setter.shielded"), "Shield", {"none", "shielded"},
        [](T & x) -> auto& { return x.wiring.shielded; });
    f.choice(
        name("wiring.plate.coil", "wiring.setter.coil"), "Solenoids on its supply",
        {"none, or with suppression", "without suppression"}, [](T & x) -> auto& { return x.wiring.coil_bare; });
}

template<class T> void feedFields(Form<T>& f, bool plate) {
    auto name = [plate](char const* of_plate, char const* of_setter) { return plate ? of_plate : of_setter; };
    f.row(2);
    f.feed(
        name("wiring.plate.find", "wiring.setter.find"), "Find", {1, 5000},
        [](T & x) -> auto& { return x.practice.find_mm_min; }, "empty: computed");
    f.feed(
        name("wiring.plate.measure", "wiring.setter.measure"), "Measure", {0.1, 2000},
        [](T & x) -> auto& { return x.practice.measure_mm_min; }, "empty: computed");
}

template<class T> void airFields(Form<T>& f, bool plate) {
    auto name = [plate](char const* of_plate, char const* of_setter) { return plate ? of_plate : of_setter; };
    f.row(2);
    f.length(
        name("wiring.plate.tube", "wiring.setter.tube"), "Tube, outside", {1, 50},
        [](T & x) -> auto& { return x.air.tube_mm; });
    f.length(
        name("wiring.plate.push", "wiring.setter.push"), "Push-in, for", {1, 50},
        [](T & x) -> auto& { return x.air.push_in_mm; });
    f.note("As printed on them: 6 mm and 1/4 in look alike and do not seal on each other. Empty: no air.");
    f.choice(
        name("wiring.plate.flow", "wiring.setter.flow"), "The arrow on its valve points",
        {"nobody has looked", "to the nozzle", "away from the nozzle"}, [](T & x) -> auto& { return x.air.flow; });
    f.choice(
        name("wiring.plate.tight", "wiring.setter.tight"), "Its threads are tight",
        {"nobody has looked", "by hand", "by wrench"}, [](T & x) -> auto& { return x.air.tight; });
}

} // namespace

/// Of what the place of work names.
template<class T> std::unique_ptr<Form<T>> WiringStation::formOf(QVBoxLayout* into) {
    constexpr bool of_plate = std::is_same_v<T, TouchPlate>;
    auto get = [this] {
        if constexpr (of_plate)
            return plate();
        else
            return setter();
    };
    auto put = [this](T value, std::string what) {
        if constexpr (of_plate)
            return desk().put(&shop::PlaceOfWork::plate, std::move(value), std::move(what));
        else
            return desk().put(&shop::PlaceOfWork::setter, std::move(value), std::move(what));
    };
    auto known = [this] {
        if constexpr (of_plate)
            return desk().book().find(desk().setup().place.plate) != nullptr;
        else
            return desk().book().find(desk().setup().place.setter) != nullptr;
    };
    return std::make_unique<Form<T>>(desk(), into, get, put, known);
}

void WiringStation::buildCircuit(QVBoxLayout* page) {
    auto of_plate = formOf<TouchPlate>(addBox(page, m_of_plate[0]));
    wiringFields(*of_plate, true);
    m_plate_forms[0] = std::move(of_plate);
    auto of_setter = formOf<ToolSetter>(addBox(page, m_of_setter[0]));
    wiringFields(*of_setter, false);
    m_setter_forms[0] = std::move(of_setter);
    m_labels = new QPushButton(u"Labels for the leads (PDF)"_s);
    m_labels->setObjectName(u"wiring.labels"_s);
    connect(m_labels, &QPushButton::clicked, this, &WiringStation::saveLabels);
    page->addWidget(m_labels);
}

void WiringStation::buildFeeds(QVBoxLayout* page) {
    auto of_plate = formOf<TouchPlate>(addBox(page, m_of_plate[1]));
    feedFields(*of_plate, true);
    of_plate->length(
        "wiring.plate.push_in", "Push-in you accept", {0.005, 20},
        [](TouchPlate & p) -> auto& { return p.push_in_mm; });
    m_plate_forms[1] = std::move(of_plate);
    auto of_setter = formOf<ToolSetter>(addBox(page, m_of_setter[1]));
    feedFields(*of_setter, false);
    m_setter_forms[1] = std::move(of_setter);
    auto wanted = std::make_unique<Form<shop::ZeroSetup>>(
        desk(), page, [this] { return desk().setup(); },
        [this](shop::ZeroSetup setup, std::string what) { return desk().commitSetup(setup, std::move(what)); },
        [] { return true; });
    wanted->heading("What a touch has to be good to");
    wanted->length(
        "wiring.good", "Half-width, ±", shop::bounds::good_mm,
        [](shop::ZeroSetup & s) -> auto& { return s.prefer.good_enough_mm; },
        "wood 0.03 to 0.1 mm, metal 0.01 mm: common practice");
    m_forms.push_back(std::move(wanted));
}

/// Only a setter has a contact of its own for it.
void WiringStation::buildChain(QVBoxLayout* page) {
    auto of_setter = formOf<ToolSetter>(page);
    of_setter->heading("Overtravel contact, in the stop chain");
    of_setter->length(
        "wiring.setter.overtravel", "Opens at", any_length, [](ToolSetter & s) -> auto& { return s.overtravel_mm; },
        "above the base; empty: there is none");
    of_setter->number(
        "wiring.setter.chain", "Until the drives brake", "ms", 1000, {0, 10'000},
        [](ToolSetter & s) -> auto& { return s.chain_s; }, "the maker’s manual, or a licensed person");
    of_setter->choice(
        "wiring.setter.without_power", "Z then", {"nobody has looked", "holds", "drops"},
        [](ToolSetter & s) -> auto& { return s.without_power; });
    m_forms.push_back(std::move(of_setter));
}

void WiringStation::buildAir(QVBoxLayout* page) {
    auto of_plate = formOf<TouchPlate>(addBox(page, m_of_plate[2]));
    airFields(*of_plate, true);
    m_plate_forms[2] = std::move(of_plate);
    auto of_setter = formOf<ToolSetter>(addBox(page, m_of_setter[2]));
    airFields(*of_setter, false);
    m_setter_forms[2] = std::move(of_setter);
}

void WiringStation::buildBeam(QVBoxLayout* page) {
    auto choose = [&](Choice*& choice, char const* name, char const* caption, Id<shop::Standard>& into) {
        choice = new Choice(QString::fromLatin1(name), QString::fromLatin1(caption), desk().look());
        connect(choice->box(), &QComboBox::activated, this, [this, &choice, &into](int index) {
            into = chosenIn<shop::Standard>(*choice->box(), index);
            QTimer::singleShot(0, this, [this] { refresh(); });
        });
        page->addWidget(choice);
    };
    choose(m_beams, "wiring.beam.which", "Which beam setter", m_beam_setter);
    choose(m_masters, "wiring.beam.master", "Master in the spindle", m_master);
}

void WiringStation::buildProof(QVBoxLayout* page) {
    m_proved = styled(new WrappedLabel, Type::Body);
    m_proved->setObjectName(u"wiring.proved"_s);
    page->addWidget(m_proved);
    m_without = new Field(u"wiring.without"_s, u"Go on without, because"_s, desk().look(), Type::Body);
    m_without->onAccept([this](QString const& typed) { return goWithout(typed); });
    page->addWidget(m_without);
}

void WiringStation::buildSettings(QVBoxLayout* page) {
    auto form = std::make_unique<Form<shop::SettingsSheet>>(
        desk(), page, [this] { return install::sheetOf(desk().book(), desk().setup()); },
        [this](shop::SettingsSheet sheet, std::string what) {
            return desk().keep(install::sheetIdOf(desk().book(), desk().setup()), std::move(sheet), std::move(what));
        },
        [] { return true; });
    form->choice(
        "wiring.set_by", "The control takes them as", {"fields on a screen", "numbered lines", "constants of a macro"},
        [](shop::SettingsSheet & s) -> auto& { return s.by; });
    m_forms.push_back(std::move(form));
    m_called = new Field(u"wiring.called"_s, u"Called at the control"_s, desk().look(), Type::Body);
    m_called->onAccept([this](QString const& typed) { return keepFound(&shop::FoundSetting::called, typed); });
    m_found = new Field(u"wiring.found"_s, u"As found there"_s, desk().look());
    m_found->onAccept([this](QString const& typed) { return keepFound(&shop::FoundSetting::value, typed); });
    page->addWidget(m_found);
    page->addWidget(m_called);
    m_page = new QPushButton(u"Sheet as a page (PDF)"_s);
    m_page->setObjectName(u"wiring.page"_s);
    connect(m_page, &QPushButton::clicked, this, &WiringStation::savePage);
    page->addWidget(m_page);
}

} // namespace steady::app
