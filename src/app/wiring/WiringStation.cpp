// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/wiring/WiringStation.h"

#include "app/widgets/Box.h"
#include "app/widgets/When.h"
#include "app/wiring/ProofSheet.h"
#include "core/base/Words.h"
#include "core/install/SignalTable.h"
#include "core/install/TouchFeeds.h"
#include "core/macros/SearchBounds.h"
#include "core/macros/TouchPrice.h"
#include "paper/CircuitPainter.h"
#include "paper/LabelsPage.h"
#include "paper/SettingsPage.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using install::Device;
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

QString fileName(QString name) {
    for (auto& c : name)
        if (!c.isLetterOrNumber()) c = u'-';
    return name.toLower();
}

} // namespace

WiringStation::WiringStation(Desk& desk, StationName called, QWidget* parent)
    : FormStation(desk, std::move(called), u"wiring"_s, parent) {
    m_devices = new Choice(u"wiring.device"_s, u"Which device"_s, desk.look());
    m_devices->box()->addItems({u"the plate"_s, u"the setter"_s});
    connect(m_devices->box(), &QComboBox::activated, this, [this](int index) {
        m_device = index == 0 ? Device::Plate : Device::Setter;
        refresh();
    });
    entry()->addWidget(m_devices);
    addSection(u"circuit"_s, u"Circuit"_s, &WiringStation::buildCircuit, &WiringStation::showCircuit);
    addSection(u"proof"_s, u"Proof"_s, &WiringStation::buildProof, &WiringStation::showProof);
    addSection(u"feeds"_s, u"Feeds"_s, &WiringStation::buildFeeds, &WiringStation::showFeeds);
    addSection(u"settings"_s, u"Settings"_s, &WiringStation::buildSettings, &WiringStation::showSettings);
    entry()->addWidget(m_sections);
    entry()->addStretch();
    m_circuit = new Picture(desk.look(), u"wiring.circuit"_s, u"Circuit, and what the control reads"_s);
    m_feeds = new Picture(desk.look(), u"wiring.feeds"_s, u"How far it goes on, over the feed"_s);
    m_proof = new ProofSheet(desk.look());
    m_settings = new RowsView(u"wiring.settings"_s, u"What to type into the control"_s, desk.look());
    for (QWidget* each : std::initializer_list<QWidget*>{m_circuit, m_feeds, m_proof, m_settings})
        picture()->addWidget(each, 1);
    connect(m_proof, &ProofSheet::begun, this, &WiringStation::begin);
    connect(m_proof, &ProofSheet::answered, this, &WiringStation::keep);
    connect(m_settings, &RowsView::choiceChanged, this, [this] {
        if (auto const at = static_cast<std::size_t>(m_settings->chosen()); at < m_rows.size())
            m_chosen = text(m_rows[at].id);
        m_sections->refresh();
    });
    connect(m_sections, &Sections::opened, this, &WiringStation::showZones);
    if (!desk.book().find(desk.setup().place.plate) && desk.book().find(desk.setup().place.setter))
        m_device = Device::Setter;
    refresh();
}

TouchPlate WiringStation::plate() const {
    auto assumed = zeroing::assumedPlate();
    assumed.name = "Touch plate";
    return desk().get(&shop::PlaceOfWork::plate, assumed);
}

ToolSetter WiringStation::setter() const {
    ToolSetter assumed;
    assumed.name = "Setter";
    return desk().get(&shop::PlaceOfWork::setter, assumed);
}

install::SignalCircuit WiringStation::circuit() const {
    if (m_device == Device::Plate) return {plate().circuit, plate().wiring};
    return {setter().circuit, setter().wiring};
}

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

void WiringStation::showCircuit() {
    bool const of_plate = m_device == Device::Plate;
    m_of_plate[0]->setVisible(of_plate);
    m_of_setter[0]->setVisible(!of_plate);
    (of_plate ? m_plate_forms : m_setter_forms)[0]->refresh();
    auto const& place = desk().setup().place;
    m_labels->setEnabled(desk().book().find(place.plate) || desk().book().find(place.setter));
}

void WiringStation::showFeeds() {
    bool const of_plate = m_device == Device::Plate;
    m_of_plate[1]->setVisible(of_plate);
    m_of_setter[1]->setVisible(!of_plate);
    (of_plate ? m_plate_forms : m_setter_forms)[1]->refresh();
}

void WiringStation::showProof() {
    auto const state = install::proofOf(desk().book(), desk().setup(), m_device);
    auto const* proof = desk().book().find(state.proof);
    bool const there = static_cast<bool>(install::proofAsWired(desk().book(), desk().setup(), m_device));
    bool const writable = desk().session().writable();
    if (!there)
        m_proved->setText(u"There is none in the book yet: type it at Kit, or its wiring at Circuit."_s);
    else if (!proof)
        m_proved->setText(u"Nobody has proved it yet."_s);
    else
        m_proved->setText((state.proved()                             ? u"Proved, %1."_s
                           : !proof->instead.empty()                  ? u"Taken on trust, %1."_s
                           : state.holding.state == facts::Hold::Open ? u"Looked at, %1, and not proved."_s
                                                                      : u"Proved, %1; it counts no more."_s)
                              .arg(localTime(proof->at_utc_ms)));
    m_without->setWritable(there && writable && !state.proved()); // a proof needs no excuse
    m_without->show(proof ? text(proof->instead) : QString(), {}, u"kept with the day; the warning stays"_s);
}

void WiringStation::showSettings() {
    bool const writable = desk().session().writable();
    auto const found =
        std::find_if(m_rows.begin(), m_rows.end(), [this](auto const& row) { return text(row.id) == m_chosen; });
    if (found == m_rows.end()) return;
    for (auto* each : {m_found, m_called}) each->setWritable(writable);
    m_found->show(text(found->found), text(found->unit), text(found->words));
    m_called->show(text(found->called), {}, u"its field, number or constant"_s);
}

void WiringStation::refresh() {
    m_devices->box()->setCurrentIndex(m_device == Device::Plate ? 0 : 1);
    drawSettings();
    m_sections->refresh();
    showZones();
}

/// The picture belongs to the section.
void WiringStation::showZones() {
    auto const section = m_sections->current();
    bool const devices = section != u"settings"_s;
    m_devices->setVisible(devices);
    m_circuit->setVisible(section == u"circuit"_s);
    m_feeds->setVisible(section == u"feeds"_s);
    m_proof->setVisible(section == u"proof"_s);
    m_settings->setVisible(section == u"settings"_s);
    if (section == u"circuit"_s) drawCircuit();
    if (section == u"feeds"_s) drawFeeds();
    if (section == u"proof"_s) {
        auto const state = install::proofOf(desk().book(), desk().setup(), m_device);
        auto const* proof = desk().book().find(state.proof);
        auto seen = proof ? std::optional(proof->observed) : std::nullopt;
        if (proof && !proof->instead.empty()) seen.reset();
        bool const lapsed = state.holding.state == facts::Hold::Stale || state.holding.state == facts::Hold::Suspect;
        bool const there = static_cast<bool>(install::proofAsWired(desk().book(), desk().setup(), m_device));
        m_proof->show(seen, m_device, m_device == Device::Plate ? plate().path : setter().path,
                      lapsed ? text(facts::reasonOf(state.holding)) : QString(), there && desk().session().writable());
    }
    judge();
}

void WiringStation::drawCircuit() {
    auto const name = m_device == Device::Plate ? plate().name : setter().name;
    paper::CircuitPicture const shown{circuit(), text(name)};
    auto const table = install::signalTable(shown.circuit);
    m_circuit->show(
        [shown](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintCircuit(p, area, shown, ink); },
        table.works() ? u"At rest the control reads nothing, touched a contact."_s
                      : u"As it is set, the control does not read a touch as a contact."_s);
}

paper::FeedPicture WiringStation::feeds() const {
    auto const machine = zeroing::machineOf(desk().book(), desk().setup());
    auto const good_mm = desk().setup().prefer.good_enough_mm;
    paper::FeedPicture shown{machine, {}, {}, desk().units()};
    if (m_device == Device::Plate) {
        shown.room = install::roomOf(plate());
        shown.limits = install::feedLimits(machine, plate(), good_mm);
    } else {
        shown.room = install::roomOf(setter());
        shown.limits = install::feedLimits(machine, setter(), good_mm);
    }
    return shown;
}

void WiringStation::drawFeeds() {
    auto const shown = feeds();
    m_feeds->show(
        [shown](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintFeeds(p, area, shown, ink); },
        text(fmt::format("At {} it goes on {}.", feedText(shown.limits.in_use.fast_mm_min, desk().units()),
                         lengthText(shown.limits.overshoot.sum_mm(), desk().units()))));
}

void WiringStation::drawSettings() {
    m_rows = install::settingsOf(desk().book(), desk().setup());
    auto const by = install::sheetOf(desk().book(), desk().setup()).by;
    std::vector<Row> rows;
    int chosen = 0;
    for (auto const& each : m_rows) {
        if (text(each.id) == m_chosen) chosen = static_cast<int>(rows.size());
        auto detail = each.differs    ? u"found %1: differs"_s.arg(text(each.found))
                      : each.looked() ? u"found so"_s
                                      : u"not looked yet"_s;
        if (!each.sum.empty()) detail += u" · "_s + text(each.sum);
        rows.push_back({text(install::typedAs(each, by)), detail,
                        each.differs    ? upkeep::Standing::Failed
                        : each.looked() ? upkeep::Standing::Proved
                                        : upkeep::Standing::Open});
    }
    m_settings->show(std::move(rows));
    m_settings->choose(chosen);
}

void WiringStation::judge() {
    auto const section = m_sections->current();
    auto const& book = desk().book();
    auto const& setup = desk().setup();
    std::vector<zeroing::Judgement> said;
    auto add = [&](std::vector<zeroing::Judgement> more) {
        std::move(more.begin(), more.end(), std::back_inserter(said));
    };
    if (section == u"circuit"_s) {
        add(install::signalJudgements(circuit()));
    } else if (section == u"proof"_s) {
        if (auto warning = install::proofWarning(book, setup, m_device)) said.push_back(std::move(*warning));
        said.push_back(
            {Severity::Note,
             "Before the first touch of each job",
             "When everything is laid and clipped, for that is when a clip falls off. A circuit that is open "
             "at rest looks healthy with its lead off, a closed one with its wires shorted: only seeing it "
             "change proves it.",
             {}});
        said.push_back(
            {Severity::Note,
             "It lapses",
             "With a pulled cable, a knock, another stock, another setting of input, polarity or debounce. It "
             "warns at Zeroing and Macros and blocks nothing.",
             {}});
    } else if (section == u"feeds"_s) {
        bool const of_plate = m_device == Device::Plate;
        auto const now = feeds();
        add(install::feedJudgements(now.machine, now.room, now.limits, setup.prefer.good_enough_mm, desk().units()));
        bool const own_switch = !of_plate || plate().path == shop::Path::OwnSwitch;
        said.push_back(macros::practicePriced(now.machine, now.limits.in_use,
                                              of_plate ? plate().practice : setter().practice, own_switch,
                                              desk().units()));
        if (!of_plate) add(install::overtravelJudgements(setter()));
        if (!of_plate) said.push_back(macros::searchBounds(book, setup));
    } else {
        add(install::settingJudgements(m_rows));
    }
    judgement()->show(said);
}

void WiringStation::begin() {
    auto proof = install::proofAsWired(desk().book(), desk().setup(), m_device);
    if (!proof) return (void)desk().report(Failure(proof.error()));
    proof->at_utc_ms = desk().session().now();
    m_sections->open(u"proof"_s);
    if (desk().report(desk().keep({}, *proof, "Proof of the signal begun"))) m_proof->setFocus();
}

void WiringStation::keep(shop::Observed const& seen, QString const& words) {
    auto const id = install::proofOf(desk().book(), desk().setup(), m_device).proof;
    auto const* found = desk().book().find(id);
    if (!found) return;
    auto proof = *found;
    proof.observed = seen;
    proof.at_utc_ms = desk().session().now();
    if (desk().report(desk().edit(id, std::move(proof), "Proof of the signal: " + words.toStdString())))
        m_proof->setFocus();
}

Result<void> WiringStation::goWithout(QString const& reason) {
    auto proof = install::proofAsWired(desk().book(), desk().setup(), m_device);
    if (!proof) return Failure(proof.error());
    if (reason.trimmed().isEmpty()) return fail(Code::EmptyText, {"reason"});
    proof->instead = reason.trimmed().toStdString();
    proof->at_utc_ms = desk().session().now();
    return desk().keep({}, *proof, "Goes on without a proof of the signal");
}

Result<void> WiringStation::keepFound(std::string shop::FoundSetting::*what, QString const& typed) {
    auto sheet = install::sheetOf(desk().book(), desk().setup());
    auto const id = m_chosen.toStdString();
    auto at = std::find_if(sheet.found.begin(), sheet.found.end(), [&](auto const& each) { return each.id == id; });
    if (at == sheet.found.end()) at = sheet.found.insert(sheet.found.end(), shop::FoundSetting{id, {}, {}});
    (*at).*what = typed.trimmed().toStdString();
    sheet.at_utc_ms = desk().session().now();
    return desk().keep(install::sheetIdOf(desk().book(), desk().setup()), std::move(sheet),
                       "Setting found at the control: " + id);
}

void WiringStation::saveLabels() {
    std::vector<paper::LeadLabel> labels;
    if (auto const* found = desk().book().find(desk().setup().place.plate))
        labels.push_back({text(found->name), {found->circuit, found->wiring}});
    if (auto const* found = desk().book().find(desk().setup().place.setter))
        labels.push_back({text(found->name), {found->circuit, found->wiring}});
    auto const machine = text(zeroing::machineOf(desk().book(), desk().setup()).name);
    desk().prompter().saveFile(this, u"Save the labels"_s, fileName(u"labels "_s + machine) + u".pdf"_s,
                               u"PDF (*.pdf)"_s, [this, labels, machine](QString const& path) {
                                   desk().work().start(
                                       u"Writing the labels"_s,
                                       [labels, machine, path, ink = Look::pageInk()](Going const&) {
                                           return paper::writeLabels(labels, machine, ink, path);
                                       },
                                       [this](Result<void> done) { (void)desk().report(std::move(done)); });
                               });
}

void WiringStation::savePage() {
    auto const machine = zeroing::machineOf(desk().book(), desk().setup());
    paper::SettingsPage page{text(machine.name), localTime(desk().session().now()), m_rows};
    desk().prompter().saveFile(
        this, u"Save the sheet of settings"_s, fileName(u"settings "_s + page.machine) + u".pdf"_s, u"PDF (*.pdf)"_s,
        [this, page](QString const& path) {
            desk().work().start(
                u"Writing the sheet"_s,
                [page, path, ink = Look::pageInk()](Going const&) { return paper::writeSettingsPage(page, ink, path); },
                [this](Result<void> done) { (void)desk().report(std::move(done)); });
        });
}

} // namespace steady::app
