// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/KitStation.h"

#include "app/kit/ReadingsList.h"
#include "paper/ReadingsPainter.h"

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

QString const assumed_hint = u"assumed"_s;

} // namespace

KitStation::KitStation(Desk& desk) : Station(desk, u"kit"_s, u"Kit"_s) {
    buildPlate();
    buildInstrument();
    buildTool();
    entry()->addStretch();
    m_kit_picture = new Picture(desk.look(), u"kit.picture"_s, u"Plate and tool, to scale"_s);
    m_readings_picture = new Picture(desk.look(), u"kit.readings"_s, u"Thickness, magnified"_s);
    picture()->addWidget(m_kit_picture, 5);
    picture()->addWidget(m_readings_picture, 4);
    refresh();
}

void KitStation::buildPlate() {
    addHeading(u"Touch plate"_s);
    m_plates = new Choice(u"kit.plates"_s, u"Which plate"_s, desk().look());
    entry()->addWidget(m_plates);
    connect(m_plates->box(), &QComboBox::activated, this, [this](int index) {
        auto setup = desk().setup();
        setup.plate = Id<shop::TouchPlate>{m_plates->box()->itemData(index).toLongLong()};
        (void)desk().report(desk().commitSetup(setup, "Use plate " + m_plates->box()->itemText(index).toStdString()));
    });
    m_reading = new LengthField(u"kit.reading"_s, u"Add a thickness reading"_s, desk().look());
    m_reading->onLength([this](TypedLength const& typed) { return addReading(typed); });
    entry()->addWidget(m_reading);
    m_list = new ReadingsList(desk());
    entry()->addWidget(m_list);
    m_nominal = new LengthField(u"kit.nominal"_s, u"Nominal thickness"_s, desk().look());
    m_nominal->onLength([this](TypedLength const& typed) -> Result<void> {
        if (typed.mm <= 0 || typed.mm > 200)
            return fail(Code::OutOfRange, {"nominal thickness"}, lengthText(typed.mm, desk().units()), "0 to 200 mm");
        auto changed = plate();
        changed.nominal_mm = typed.mm;
        return commitPlate(changed, "Nominal thickness");
    });
    entry()->addWidget(m_nominal);
    m_plate_name = new Field(u"kit.plate.name"_s, u"Name of the plate"_s, desk().look(), Type::Body);
    m_plate_name->onAccept([this](QString const& typed) {
        auto changed = plate();
        changed.name = typed.trimmed().toStdString();
        return commitPlate(changed, "Name of the plate");
    });
    entry()->addWidget(m_plate_name);
    m_circuit = new Choice(u"kit.circuit"_s, u"Circuit"_s, desk().look());
    m_circuit->box()->addItems({u"Open: tool and clip"_s, u"Closed: own switch"_s});
    m_circuit->setToolTip(
        u"Open at rest: plate and clip close it through the tool. Closed at rest: a switch of its own opens when pressed."_s);
    entry()->addWidget(m_circuit);
    connect(m_circuit->box(), &QComboBox::activated, this, [this](int index) {
        auto changed = plate();
        changed.circuit = static_cast<shop::Circuit>(index);
        (void)desk().report(commitPlate(changed, "Circuit of the plate"));
    });
    m_push_in = new LengthField(u"kit.push_in"_s, u"Deepest push-in accepted"_s, desk().look());
    m_push_in->onLength([this](TypedLength const& typed) -> Result<void> {
        if (typed.mm < 0.005 || typed.mm > 2)
            return fail(Code::OutOfRange, {"push-in"}, lengthText(typed.mm, desk().units()), "0.005 to 2 mm");
        auto changed = plate();
        changed.push_in_mm = typed.mm;
        return commitPlate(changed, "Push-in accepted");
    });
    entry()->addWidget(m_push_in);
}

void KitStation::buildInstrument() {
    addHeading(u"Measured with"_s);
    m_instrument_name = new Field(u"kit.instrument"_s, u"Instrument"_s, desk().look(), Type::Body);
    m_instrument_name->onAccept([this](QString const& typed) {
        auto changed = instrument();
        changed.name = typed.trimmed().toStdString();
        return commitInstrument(changed, "Name of the instrument");
    });
    m_step = new LengthField(u"kit.step"_s, u"Its resolution"_s, desk().look());
    m_step->onLength([this](TypedLength const& typed) -> Result<void> {
        if (typed.mm <= 0 || typed.mm > 1)
            return fail(Code::OutOfRange, {"resolution"}, lengthText(typed.mm, desk().units()), "0 to 1 mm");
        auto changed = instrument();
        changed.resolution_mm = typed.mm;
        return commitInstrument(changed, "Resolution of the instrument");
    });
    m_error = new LengthField(u"kit.error"_s, u"Its permissible error, ±"_s, desk().look());
    m_error->onLength([this](TypedLength const& typed) -> Result<void> {
        if (typed.mm < 0 || typed.mm > 1)
            return fail(Code::OutOfRange, {"permissible error"}, lengthText(typed.mm, desk().units()), "0 to 1 mm");
        auto changed = instrument();
        changed.permissible_error_mm = typed.mm;
        return commitInstrument(changed, "Permissible error of the instrument");
    });
    for (auto* field : std::initializer_list<QWidget*>{m_instrument_name, m_step, m_error}) entry()->addWidget(field);
}

void KitStation::buildTool() {
    addHeading(u"Tool"_s);
    m_tools = new Choice(u"kit.tools"_s, u"In the spindle"_s, desk().look());
    connect(m_tools->box(), &QComboBox::activated, this, [this](int index) {
        Id<shop::Assembly> const chosen{m_tools->box()->itemData(index).toLongLong()};
        (void)desk().report(desk().useTool(chosen));
    });
    m_tool_name = new Field(u"kit.tool.name"_s, u"Name of the tool"_s, desk().look(), Type::Body);
    m_tool_name->onAccept([this](QString const& typed) {
        auto changed = assembly();
        changed.name = typed.trimmed().toStdString();
        return commitAssembly(changed, "Name of the tool");
    });
    m_tool_number = new Field(u"kit.tool.number"_s, u"Tool number"_s, desk().look(), Type::Number);
    m_tool_number->onAccept([this](QString const& typed) -> Result<void> {
        bool ok = false;
        int const number = typed.trimmed().toInt(&ok);
        if (!ok || number < 1 || number > 99999)
            return fail(Code::OutOfRange, {"tool number"}, "“" + typed.toStdString() + "”",
                        "whole numbers from 1 to 99999");
        auto changed = assembly();
        changed.number = number;
        return commitAssembly(changed, "Tool number");
    });
    m_diameter = new LengthField(u"kit.tool.diameter"_s, u"Cutter diameter"_s, desk().look());
    m_diameter->onLength([this](TypedLength const& typed) -> Result<void> {
        if (typed.mm <= 0 || typed.mm > 500)
            return fail(Code::OutOfRange, {"cutter diameter"}, lengthText(typed.mm, desk().units()), "0 to 500 mm");
        auto changed = assembly();
        changed.diameter_mm = typed.mm;
        return commitAssembly(changed, "Cutter diameter");
    });
    m_length = new LengthField(u"kit.tool.length"_s, u"Length below the spindle face"_s, desk().look());
    m_length->onLength([this](TypedLength const& typed) -> Result<void> {
        if (typed.mm <= 0 || typed.mm > 500)
            return fail(Code::OutOfRange, {"tool length"}, lengthText(typed.mm, desk().units()), "0 to 500 mm");
        auto changed = assembly();
        changed.length_mm = typed.mm;
        return commitAssembly(changed, "Tool length");
    });
    m_length->onCleared([this] {
        auto changed = assembly();
        changed.length_mm.reset();
        return commitAssembly(changed, "Tool length not known");
    });
    auto* add = new QPushButton(u"Another tool"_s);
    add->setObjectName(u"kit.tool.new"_s);
    connect(add, &QPushButton::clicked, this, &KitStation::newTool);
    for (auto* widget : std::initializer_list<QWidget*>{m_tools, m_tool_number, m_tool_name, m_diameter, m_length, add})
        entry()->addWidget(widget);
}

shop::TouchPlate KitStation::plate() const {
    auto const* found = desk().book().find(desk().setup().plate);
    auto made = found ? *found : zeroing::assumedPlate();
    if (!found) made.name = "Touch plate";
    return made;
}

shop::Instrument KitStation::instrument() const {
    auto const* found = desk().book().find(plate().instrument);
    return found ? *found : shop::Instrument{"Caliper", 0.01, 0.03};
}

shop::Assembly KitStation::assembly() const {
    auto const* found = desk().book().find(desk().setup().assembly);
    return found ? *found : zeroing::assumedAssembly();
}

Result<void> KitStation::commitPlate(shop::TouchPlate plate, std::string what, shop::Change change) {
    auto setup = desk().setup();
    auto next = desk().session().book().nextId();
    for (auto const& put : change.puts) next = std::max(next, put.id + 1);
    change.what = std::move(what);
    if (setup.plate) {
        change.put(setup.plate, std::move(plate));
    } else {
        setup.plate = {next++};
        change.put(setup.plate, std::move(plate));
        change.put(desk().setupId() ? desk().setupId() : Id<shop::ZeroSetup>{next}, setup);
    }
    return desk().commit(std::move(change));
}

Result<void> KitStation::commitInstrument(shop::Instrument instrument, std::string what) {
    auto changed = plate();
    shop::Change change;
    if (!changed.instrument) changed.instrument = {desk().session().book().nextId()};
    change.put(changed.instrument, std::move(instrument));
    return commitPlate(changed, std::move(what), std::move(change));
}

Result<void> KitStation::commitAssembly(shop::Assembly assembly, std::string what) {
    auto setup = desk().setup();
    shop::Change change{std::move(what), {}, {}, {}};
    auto next = desk().session().book().nextId();
    bool const made = !setup.assembly;
    if (made) {
        setup.assembly = {next++};
        assembly.gripped_utc_ms = desk().session().now();
    }
    change.put(setup.assembly, std::move(assembly));
    if (made) change.put(desk().setupId() ? desk().setupId() : Id<shop::ZeroSetup>{next}, setup);
    return desk().commit(std::move(change));
}

void KitStation::newTool() {
    auto setup = desk().setup();
    int number = 0;
    for (auto const& [id, tool] : desk().book().all<shop::Assembly>()) number = std::max(number, tool->number);
    auto next = desk().session().book().nextId();
    setup.assembly = {next++};
    setup.contact = {}; // a contact belongs to the tool that made it
    shop::Change change{"Another tool", {}, {}, {}};
    change.put(setup.assembly, shop::Assembly{number + 1, "Tool " + std::to_string(number + 1), 6, std::nullopt,
                                              desk().session().now()});
    change.put(desk().setupId() ? desk().setupId() : Id<shop::ZeroSetup>{next}, setup);
    if (desk().report(desk().commit(std::move(change)))) m_tool_name->edit()->setFocus();
}

Result<void> KitStation::addReading(TypedLength const& typed) {
    auto changed = plate();
    if (typed.mm <= 0 || typed.mm > 200)
        return fail(Code::OutOfRange, {"thickness reading"}, lengthText(typed.mm, desk().units()), "0 to 200 mm");
    shop::Change change;
    if (!changed.thickness) {
        changed.thickness = {desk().session().book().nextId()};
        change.put(changed.thickness, shop::Study{"thickness of " + changed.name});
    }
    change.readings.push_back(
        {changed.thickness, {0, typed.mm, typed.as_typed, shop::Source::Measured, desk().session().now()}});
    return commitPlate(changed, "Thickness reading " + typed.as_typed, std::move(change));
}

void KitStation::refreshChoices() {
    m_plates->box()->clear();
    for (auto const& [id, each] : desk().book().all<shop::TouchPlate>()) {
        m_plates->box()->addItem(text(each->name), QVariant::fromValue<qlonglong>(id.value));
        if (id == desk().setup().plate) m_plates->box()->setCurrentIndex(m_plates->box()->count() - 1);
    }
    m_plates->setVisible(m_plates->box()->count() > 1);
    desk().offerTools(*m_tools->box());
    m_tools->setVisible(m_tools->box()->count() > 0);
}

void KitStation::refresh() {
    bool const writable = desk().session().writable();
    for (auto* field : {m_plate_name, m_instrument_name, m_tool_name, m_tool_number}) field->setWritable(writable);
    for (auto* field : {m_nominal, m_push_in, m_reading, m_step, m_error, m_diameter, m_length})
        field->setWritable(writable);
    refreshChoices();
    auto const p = plate();
    auto const i = instrument();
    auto const a = assembly();
    bool const known = desk().setup().plate.value != 0;
    QString const assumed = known ? QString() : assumed_hint;
    m_plate_name->show(text(p.name), {}, assumed);
    m_nominal->showLength(p.nominal_mm, u"as sold; only used until it is measured"_s);
    m_circuit->box()->setCurrentIndex(static_cast<int>(p.circuit));
    m_circuit->setEnabled(writable);
    m_push_in->showLength(p.push_in_mm, text(lengthText(0.05, desk().units())) + u" is common practice"_s);
    m_reading->showLength(std::nullopt, u"at five places; Enter keeps it"_s);
    QString const guessed = p.instrument ? QString() : assumed_hint;
    m_instrument_name->show(text(i.name), {}, guessed);
    m_step->showLength(i.resolution_mm, guessed);
    m_error->showLength(i.permissible_error_mm, u"from its data sheet; repeating does not lessen it"_s);
    QString const tool = desk().setup().assembly ? QString() : assumed_hint;
    m_tool_name->show(text(a.name), {}, tool);
    m_tool_number->show(QString::number(a.number), {}, tool);
    m_diameter->showLength(a.diameter_mm, tool);
    m_length->showLength(a.length_mm, a.length_mm ? u"below the spindle face; approximate is enough here"_s
                                                  : u"not known; approximate is enough here"_s);
    auto const& zero = desk().zero();
    if (!zero) return;
    m_list->show(p.thickness,
                 p.thickness ? desk().session().readings().readings(p.thickness) : std::vector<shop::Reading>{});
    refreshPictures(*zero);
    judgement()->show(zeroing::plateJudgements(*zero));
}

void KitStation::refreshPictures(zeroing::PlateZeroResult const& zero) {
    paper::KitPicture kit{zero.thickness.mm, zero.plate.width_mm, zero.assembly.diameter_mm, zero.assembly.length_mm,
                          desk().units()};
    m_kit_picture->show(
        [kit](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintKit(p, area, kit, ink); },
        text(fmt::format("The plate is {} thick.", lengthText(zero.thickness.mm, desk().units()))));
    paper::ReadingsPicture readings{zero.thickness, {}, zero.plate.nominal_mm, desk().units()};
    if (zero.plate.thickness) readings.readings = desk().session().readings().readings(zero.plate.thickness);
    m_readings_picture->show([readings](QPainter& p, QRectF const& area,
                                        paper::Ink const& ink) { paper::paintReadings(p, area, readings, ink); },
                             text(fmt::format("{} readings.", readings.readings.size())));
}

} // namespace steady::app
