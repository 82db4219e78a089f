// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/wiring/WiringStation.h"

#include "app/shell/SaveFile.h"
#include "app/widgets/Box.h"
#include "app/widgets/When.h"
#include "app/wiring/BeamSheet.h"
#include "app/wiring/ProofSheet.h"
#include "core/base/Words.h"
#include "core/install/Air.h"
#include "core/install/SignalTable.h"
#include "core/install/TouchFeeds.h"
#include "core/macros/SearchBounds.h"
#include "core/macros/TouchPrice.h"
#include "paper/AirPainter.h"
#include "paper/CircuitPainter.h"
#include "paper/LabelsPage.h"
#include "paper/SettingsPage.h"
#include "paper/StopChainPainter.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using install::Device;
using shop::ToolSetter;
using shop::TouchPlate;

namespace {

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
    addSection(u"chain"_s, u"Stop chain"_s, &WiringStation::buildChain, &WiringStation::showNothing);
    addSection(u"air"_s, u"Air"_s, &WiringStation::buildAir, &WiringStation::showAir);
    addSection(u"beam"_s, u"Beam setter"_s, &WiringStation::buildBeam, &WiringStation::showBeam);
    addSection(u"settings"_s, u"Settings"_s, &WiringStation::buildSettings, &WiringStation::showSettings);
    entry()->addWidget(m_sections);
    entry()->addStretch();
    m_circuit = new Picture(desk.look(), u"wiring.circuit"_s, u"Circuit, and what the control reads"_s);
    m_feeds = new Picture(desk.look(), u"wiring.feeds"_s, u"How far it goes on, over the feed"_s);
    m_proof = new ProofSheet(desk.look());
    m_air = new Picture(desk.look(), u"wiring.air"_s, u"Way of the air, sizes at one scale"_s);
    m_chain = new Picture(desk.look(), u"wiring.chain"_s, u"Stop chain: what opens it, and what then happens"_s);
    m_beam = new BeamSheet(desk.look(), [this] { return this->desk().session().now(); });
    m_beam->onKeep([this](shop::BeamCheck check, QString const& words) -> Result<void> {
        auto kept = this->desk().edit(beamId(), std::move(check), "Beam setter: " + words.toStdString());
        if (this->desk().report(kept)) m_beam->setFocus();
        return kept;
    });
    connect(m_beam, &BeamSheet::begun, this, &WiringStation::beginBeam);
    m_settings = new RowsView(u"wiring.settings"_s, u"What to type into the control"_s, desk.look());
    for (QWidget* each :
         std::initializer_list<QWidget*>{m_circuit, m_feeds, m_proof, m_chain, m_air, m_beam, m_settings})
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

void WiringStation::showAir() {
    bool const of_plate = m_device == Device::Plate;
    m_of_plate[2]->setVisible(of_plate);
    m_of_setter[2]->setVisible(!of_plate);
    (of_plate ? m_plate_forms : m_setter_forms)[2]->refresh();
}

shop::Standard const* WiringStation::beamSetter() const {
    if (auto const* chosen = desk().book().find(m_beam_setter)) return chosen;
    return nullptr;
}

Id<shop::BeamCheck> WiringStation::beamId() const {
    Id<shop::BeamCheck> found;
    for (auto const& [id, each] : desk().book().all<shop::BeamCheck>())
        if (each->setter == m_beam_setter && each->machine == desk().setup().place.machine) found = id;
    return found;
}

void WiringStation::beginBeam() {
    shop::BeamCheck made;
    made.machine = desk().setup().place.machine;
    made.setter = m_beam_setter;
    made.master = m_master;
    made.at_utc_ms = desk().session().now();
    if (desk().report(desk().keep({}, made, "Setting up of a beam begun"))) m_beam->setFocus();
}

void WiringStation::showBeam() {
    auto fill = [&](Choice* choice, shop::StandardSort sort, Id<shop::Standard>& chosen, QString const& none) {
        auto& list = *choice->box();
        list.clear();
        if (!none.isEmpty()) list.addItem(none, QVariant::fromValue<qlonglong>(0));
        for (auto const& [id, each] : desk().book().all<shop::Standard>())
            if (each->sort == sort) list.addItem(text(each->name), QVariant::fromValue<qlonglong>(id.value));
        int const at = list.findData(QVariant::fromValue<qlonglong>(chosen.value));
        list.setCurrentIndex(std::max(0, at));
        chosen = {list.currentData().toLongLong()};
        choice->setVisible(list.count() > 0);
    };
    fill(m_beams, shop::StandardSort::BeamSetter, m_beam_setter, {});
    if (auto const* check = desk().book().find(beamId()); check && !m_master) m_master = check->master;
    fill(m_masters, shop::StandardSort::MasterTool, m_master, u"not in the book"_s);
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
    bool const devices = section != u"settings"_s && section != u"beam"_s && section != u"chain"_s;
    m_devices->setVisible(devices);
    m_chain->setVisible(section == u"chain"_s);
    m_beam->setVisible(section == u"beam"_s);
    m_air->setVisible(section == u"air"_s);
    m_circuit->setVisible(section == u"circuit"_s);
    m_feeds->setVisible(section == u"feeds"_s);
    m_proof->setVisible(section == u"proof"_s);
    m_settings->setVisible(section == u"settings"_s);
    if (section == u"circuit"_s) drawCircuit();
    if (section == u"air"_s) {
        paper::AirPicture const shown{m_device == Device::Plate ? plate().air : setter().air, desk().units()};
        m_air->show(
            [shown](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintAir(p, area, shown, ink); },
            shown.air.tube_mm ? u"Tube and fitting as typed."_s : u"No tube is typed."_s);
    }
    if (section == u"chain"_s) {
        auto const shown = setter();
        m_chain->show(
            [shown, units = desk().units()](QPainter& p, QRectF const& area, paper::Ink const& ink) {
                paper::paintStopChain(p, area, {shown, units}, ink);
            },
            shown.overtravel_mm ? u"Stop button and overtravel contact in one chain."_s
                                : u"The stop button alone: this setter has no overtravel contact."_s);
    }
    if (section == u"beam"_s) {
        auto const* check = desk().book().find(beamId());
        auto const* beam = beamSetter();
        m_beam->show(check ? std::optional(*check) : std::nullopt, beam ? std::optional(*beam) : std::nullopt,
                     desk().units(), desk().session().writable());
    }
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
        if (!of_plate) said.push_back(macros::searchBounds(book, setup));
    } else if (section == u"chain"_s) {
        add(install::overtravelJudgements(setter()));
    } else if (section == u"air"_s) {
        bool const of_plate = m_device == Device::Plate;
        add(install::airJudgements(of_plate ? plate().air : setter().air,
                                   (of_plate ? plate().practice : setter().practice).air_output.has_value(),
                                   desk().units()));
    } else if (section == u"beam"_s) {
        auto const* beam = beamSetter();
        auto const* check = book.find(beamId());
        if (beam)
            add(install::beamJudgements(check ? *check : shop::BeamCheck{}, *beam,
                                        check ? book.find(check->master) : nullptr, desk().units()));
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
    saveFile(desk(), this,
             {u"Save the labels"_s, fileName(u"labels "_s + machine) + u".pdf"_s, pdfFilter(), u"Writing the labels"_s},
             [labels, machine, ink = Look::pageInk()](QString const& path) {
                 return paper::writeLabels(labels, machine, ink, path);
             });
}

void WiringStation::savePage() {
    auto const machine = zeroing::machineOf(desk().book(), desk().setup());
    paper::SettingsPage page{text(machine.name), localTime(desk().session().now()), m_rows};
    saveFile(desk(), this,
             {u"Save the sheet of settings"_s, fileName(u"settings "_s + page.machine) + u".pdf"_s, pdfFilter(),
              u"Writing the sheet"_s},
             [page, ink = Look::pageInk()](QString const& path) { return paper::writeSettingsPage(page, ink, path); });
}

} // namespace steady::app
