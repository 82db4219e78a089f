// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/KitStation.h"

#include "app/kit/CareView.h"
#include "app/kit/StandardsView.h"
#include "app/kit/ToolTableView.h"
#include "app/shell/ReadingsList.h"
#include "core/advice/Care.h"
#include "core/advice/SetterAdvice.h"
#include "core/advice/ToolAdvice.h"
#include "core/base/Words.h"
#include "core/install/ToolWay.h"
#include "core/macros/TouchPrice.h"
#include "paper/PartPainter.h"
#include "paper/ReadingsPainter.h"
#include "paper/SetterPainter.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using namespace shop;

KitStation::KitStation(Desk& desk, StationName called, QWidget* parent)
    : FormStation(desk, std::move(called), u"kit"_s, parent) {
    addSection(u"plate"_s, u"Plate"_s, &KitStation::buildPlate, &KitStation::showPlate);
    addSection(u"setter"_s, u"Setter"_s, &KitStation::buildSetter, &KitStation::showSetter);
    addSection(u"tool"_s, u"Tool"_s, &KitStation::buildTool, &KitStation::showTool);
    addSection(u"parts"_s, u"Parts"_s, &KitStation::buildParts, &KitStation::showParts);
    addView(u"care"_s, u"Care"_s, m_care, m_care_rows, u"kit.care.record"_s, u"Done to this tool, newest first"_s);
    addView(u"standards"_s, u"Standards"_s, m_standards, m_standard_rows, u"kit.standards"_s,
            u"What else measures, or is measured against"_s);
    addView(u"table"_s, u"Tool table"_s, m_table, m_table_rows, u"kit.table.rows"_s, u"Tools"_s);
    entry()->addWidget(m_sections);
    entry()->addStretch();
    auto add = [&](char const* name, char const* title, int stretch) {
        auto* made = new Picture(desk.look(), QString::fromLatin1(name), QString::fromUtf8(title));
        picture()->addWidget(made, stretch);
        return made;
    };
    m_kit_picture = add("kit.picture", "Plate and tool, to scale", 5);
    m_readings_picture = add("kit.readings", "Thickness, magnified", 4);
    m_setter_picture = add("kit.setter.picture", "Setter, to scale, heights above its base", 1);
    m_part_picture = add("kit.part.picture", "Cutter and holder, to scale", 1);
    m_tool_picture = add("kit.tool.picture", "Tool as gripped, to scale, below the spindle face", 1);
    for (auto* rows : {m_care_rows, m_standard_rows, m_table_rows}) picture()->addWidget(rows, 1);
    connect(m_sections, &Sections::opened, this, &KitStation::refreshPictures);
    refresh();
}

/// A section of its own class, which shows its list where others have a picture.
template<class View>
void KitStation::addView(QString const& id, QString const& words, View*& view, RowsView*& rows, QString const& name,
                         QString const& title) {
    rows = new RowsView(name, title, desk().look());
    m_sections->add(id, words, [this, &view, &rows](QVBoxLayout* page) -> Sections::Show {
        view = new View(desk(), rows);
        if constexpr (requires { &View::chosenChanged; })
            connect(view, &View::chosenChanged, this, &KitStation::refreshPictures);
        if constexpr (requires { &View::changed; }) connect(view, &View::changed, this, &KitStation::refreshPictures);
        page->addWidget(view);
        return [&view] { view->refresh(); };
    });
}

Choice* KitStation::chooser(QVBoxLayout* page, char const* name, char const* caption,
                            std::function<Result<void>(int)> choose) {
    auto* made = new Choice(QString::fromLatin1(name), QString::fromUtf8(caption), desk().look());
    page->addWidget(made);
    m_writing.push_back(made->box());
    connect(made->box(), &QComboBox::activated, this, [this, choose](int index) {
        // Later, since the change fills the list anew.
        QTimer::singleShot(0, this, [this, choose, index] { (void)desk().report(choose(index)); });
    });
    return made;
}

QPushButton* KitStation::button(QVBoxLayout* page, char const* name, char const* words, void (KitStation::*slot)()) {
    auto* made = new QPushButton(QString::fromUtf8(words));
    made->setObjectName(QString::fromLatin1(name));
    connect(made, &QPushButton::clicked, this, slot);
    page->addWidget(made);
    m_writing.push_back(made);
    return made;
}

void KitStation::showWritable() {
    for (auto* each : m_writing) each->setEnabled(desk().session().writable());
}

void KitStation::showPlate() {
    showWritable();
    offer(*m_plates->box(), desk().book(), desk().setup().place.plate);
    m_plates->setVisible(m_plates->box()->count() > 1);
    m_reading->setWritable(desk().session().writable());
    m_reading->showLength(std::nullopt, u"at five places; Enter keeps it"_s);
    m_list->show(plate().thickness);
}

void KitStation::showSetter() {
    showWritable();
    offer(*m_setters->box(), desk().book(), desk().setup().place.setter);
    m_setters->setVisible(m_setters->box()->count() > 1);
}

void KitStation::showTool() {
    showWritable();
    desk().offerTools(*m_tools->box());
    m_tools->setVisible(m_tools->box()->count() > 0);
    auto const tool = assembly();
    offer(*m_tool_cutter->box(), desk().book(), tool.cutter, u"not named"_s);
    m_tool_cutter->setVisible(m_tool_cutter->box()->count() > 1);
    offer(*m_tool_holder->box(), desk().book(), tool.holder, u"not named"_s);
    m_tool_holder->setVisible(m_tool_holder->box()->count() > 1);
}

void KitStation::showParts() {
    showWritable();
    auto const& book = desk().book();
    for (auto* list : {m_cutters, m_holders}) list->box()->setEnabled(true); // they only choose what is shown
    if (!book.find(m_cutter)) m_cutter = book.first<Cutter>();
    offer(*m_cutters->box(), book, m_cutter);
    m_cutters->setVisible(m_cutters->box()->count() > 1);
    if (!book.find(m_holder)) m_holder = book.first<Holder>();
    offer(*m_holders->box(), book, m_holder);
    m_holders->setVisible(m_holders->box()->count() > 1);
}

void KitStation::refresh() {
    m_sections->refresh();
    refreshPictures();
}

/// Each section has the pictures and the judgement that belong to it.
void KitStation::refreshPictures() {
    auto const& zero = desk().zero();
    if (!zero) {
        auto const finding = toFinding(zero.error());
        judgement()->show({{Severity::Bad, finding.text, finding.remedy, {}}});
        return;
    }
    auto const section = m_sections->current();
    bool const plates = section == u"plate"_s, setters = section == u"setter"_s;
    m_kit_picture->setVisible(plates);
    m_readings_picture->setVisible(plates);
    m_setter_picture->setVisible(setters);
    bool const parts = section == u"parts"_s;
    m_tool_picture->setVisible(section == u"tool"_s);
    m_care_rows->setVisible(section == u"care"_s);
    m_standard_rows->setVisible(section == u"standards"_s);
    m_table_rows->setVisible(section == u"table"_s);
    m_part_picture->setVisible(parts);

    paper::KitPicture kit{zero->thickness.mm, zero->plate, zero->assembly, desk().units()};
    m_kit_picture->show(
        [kit](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintKit(p, area, kit, ink); },
        text(fmt::format("The plate is {} thick.", lengthText(zero->thickness.mm, desk().units()))));
    paper::ReadingsPicture readings{zero->thickness, {}, zero->plate.nominal_mm, desk().units()};
    if (zero->plate.thickness)
        readings.readings = desk().book().readings(zero->plate.thickness).value_or(std::vector<Reading>{});
    m_readings_picture->show([readings](QPainter& p, QRectF const& area,
                                        paper::Ink const& ink) { paper::paintReadings(p, area, readings, ink); },
                             text(fmt::format("{} readings.", readings.readings.size())));
    paper::SetterPicture drawn{setter(), zero->assembly, 0, desk().units()};
    drawn.fast_overshoot_mm =
        zeroing::predictTouch(zero->machine, zeroing::feedsFor(zero->machine, drawn.setter).fast_mm_min).overshoot_mm;
    m_setter_picture->show(
        [drawn](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintSetter(p, area, drawn, ink); },
        text(fmt::format("It trips {} above its base.", lengthText(drawn.setter.trigger_mm, desk().units()))));
    auto const* cutter = desk().book().find(m_cutter);
    auto const* holder = desk().book().find(m_holder);
    paper::PartPicture const part{cutter ? *cutter : Cutter{}, holder ? *holder : Holder{}, desk().units()};
    m_part_picture->show(
        [part](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintPart(p, area, part, ink); },
        text(fmt::format("A cutter of {}, a holder {} wide.", lengthText(part.cutter.diameter_mm, desk().units()),
                         lengthText(part.holder.nut_mm, desk().units()))));
    paper::ToolPicture tool{zero->assembly, desk().units()};
    m_tool_picture->show(
        [tool](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintTool(p, area, tool, ink); },
        text(fmt::format("Tool {}, {}.", zero->assembly.number,
                         lengthText(zero->assembly.diameter_mm, desk().units()))));

    if (section == u"standards"_s && m_standards) return judgement()->show(m_standards->judgements());
    if (section == u"table"_s && m_table) return judgement()->show(m_table->judgements());
    if (plates && !desk().setup().place.plate && !desk().setup().place.contact) {
        judgement()->show({{Severity::Note,
                            "A new book.",
                            "Three things make a zero: the plate's thickness, measured here at five places; one touch, "
                            "typed at Zeroing; and the macro, run at Macros before the real machine does. Everything "
                            "else is assumed until you type it.",
                            {}},
                           zeroing::plateJudgements(*zero).front()});
        return;
    }
    auto said = plates    ? zeroing::plateJudgements(*zero)
                : setters ? advice::setterJudgements(desk().book(), desk().setup())
                          : advice::toolJudgements(desk().book(), desk().setup());
    if (setters && desk().book().find(desk().setup().place.setter))
        said.push_back(install::buyingJudgement(install::beforeBuying(desk().book(), desk().setup())));
    if (section == u"care"_s) said = advice::careJudgements(desk().book(), desk().setup());
    if (section == u"tool"_s)
        if (auto warning = advice::quarantineWarning(desk().book(), desk().setup()))
            said.insert(said.begin(), std::move(*warning));
    if (section == u"tool"_s && desk().book().find(desk().setup().place.assembly))
        said.push_back(install::wayJudgement(desk().book(), desk().setup(), desk().setup().place.assembly));
    auto const& machine = zero->machine;
    bool const own_switch = zero->plate.path == shop::Path::OwnSwitch;
    if (plates)
        said.push_back(macros::practicePriced(machine, zero->feeds, zero->plate.practice, own_switch, desk().units()));
    if (setters && desk().book().find(desk().setup().place.setter))
        said.push_back(macros::practicePriced(machine, zeroing::feedsFor(machine, drawn.setter), drawn.setter.practice,
                                              true, desk().units()));
    judgement()->show(said);
}

} // namespace steady::app
