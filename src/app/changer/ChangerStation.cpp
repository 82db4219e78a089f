// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/changer/ChangerStation.h"

#include "app/changer/CarouselDrive.h"
#include "app/changer/CarouselView.h"
#include "app/changer/HistoryView.h"
#include "app/changer/ProvingView.h"
#include "app/changer/RecoverView.h"
#include "app/changer/SetOutView.h"
#include "app/changer/TeachSheet.h"
#include "core/base/Words.h"
#include "core/changer/Clearances.h"
#include "core/changer/PocketTable.h"
#include "paper/RackPainter.h"

#include <fmt/format.h>

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::ToolRack;

namespace {

constexpr int first_pockets = 6;

} // namespace

ChangerStation::ChangerStation(Desk& desk, StationName called, QWidget* parent)
    : FormStation(desk, std::move(called), u"changer"_s, parent) {
    m_racks = new Choice(u"changer.rack"_s, u"Rack"_s, desk.look());
    connect(m_racks->box(), &QComboBox::activated, this, &ChangerStation::chooseRack);
    entry()->addWidget(m_racks);
    m_add = new QPushButton;
    m_add->setObjectName(u"changer.add"_s);
    connect(m_add, &QPushButton::clicked, this, &ChangerStation::addRack);
    entry()->addWidget(m_add);
    addSection(u"rack"_s, u"Rack"_s, &ChangerStation::buildRack, &ChangerStation::showRack);
    addSection(u"setout"_s, u"Set out"_s, &ChangerStation::buildSetOut, &ChangerStation::showSetOut);
    addSection(u"teach"_s, u"Teach"_s, &ChangerStation::buildTeach, &ChangerStation::showTeach);
    addSection(u"pockets"_s, u"Pockets"_s, &ChangerStation::buildPockets, &ChangerStation::showPockets);
    addSection(u"table"_s, u"What hangs"_s, &ChangerStation::buildTable, &ChangerStation::showTable);
    addSection(u"change"_s, u"Change"_s, &ChangerStation::buildChange, &ChangerStation::showChange);
    addSection(u"prove"_s, u"Prove"_s, &ChangerStation::buildProve, &ChangerStation::showProve);
    addSection(u"recover"_s, u"Recover"_s, &ChangerStation::buildRecover, &ChangerStation::showRecover);
    addSection(u"history"_s, u"History"_s, &ChangerStation::buildHistory, &ChangerStation::showHistory);
    addSection(u"carousel"_s, u"Carousel"_s, &ChangerStation::buildCarousel, &ChangerStation::showCarousel);
    addSection(u"ring_change"_s, u"Its change"_s, &ChangerStation::buildCarouselDrive,
               &ChangerStation::showCarouselDrive);
    addSection(u"ring_prove"_s, u"Its proof"_s, &ChangerStation::buildCarouselProve,
               &ChangerStation::showCarouselProve);
    entry()->addWidget(m_sections);
    entry()->addStretch();
    m_picture = new Picture(desk.look(), u"changer.picture"_s, u"Rack from above; off the line, magnified"_s);
    m_picture->setMinimumHeight(desk.look().px(260));
    m_picture->on_point = [this](QPointF at, QRectF const& area) {
        auto const pocket = paper::pocketAt(area, rack().pockets.size(), at.x(), this->desk().look().ink());
        if (!pocket) return;
        m_pocket = *pocket;
        if (m_recover) m_recover->choosePocket(m_pocket);
        m_sheet->teach(static_cast<std::size_t>(m_pocket));
        refresh();
    };
    m_sheet = new TeachSheet(desk.look());
    m_sheet->onKeep([this](std::size_t pocket, int axis, TypedLength const& typed, bool twice) {
        return keepFigure(pocket, axis, typed, twice);
    });
    connect(m_sheet, &TeachSheet::moved, this, [this] {
        m_pocket = static_cast<int>(m_sheet->pocket());
        refresh();
    });
    m_ring = new Picture(desk.look(), u"changer.ring"_s, u"Carousel from above"_s);
    m_ring->setMinimumHeight(desk.look().px(360));
    m_ring->on_point = [this](QPointF at, QRectF const& area) {
        if (auto const place = m_carousel ? m_carousel->placeAt(at, area) : std::nullopt) m_carousel->choose(*place);
    };
    picture()->addWidget(m_picture, 1);
    picture()->addWidget(m_ring, 3);
    picture()->addWidget(m_sheet, 1);
    m_steps = new RowsView(u"changer.steps"_s, u"The fewest calls that use every pocket"_s, desk.look());
    picture()->addWidget(m_steps, 1);
    m_list_of_steps = new RowsView(u"changer.list_of_steps"_s, u"Step by step, and what must be seen"_s, desk.look());
    picture()->addWidget(m_list_of_steps, 2);
    connect(m_list_of_steps, &RowsView::choiceChanged, this, [this] {
        if (m_carousel && m_sections->current() == u"carousel"_s) m_carousel->choose(m_list_of_steps->chosen());
    });
    connect(m_sections, &Sections::opened, this, &ChangerStation::showZones);
    refresh();
}

void ChangerStation::refresh() {
    auto const ids = changer::racksOf(desk().book(), desk().setup().place.machine);
    if (std::find(ids.begin(), ids.end(), m_rack) == ids.end()) show(ids.empty() ? Id<ToolRack>{} : ids.front());
    {
        QSignalBlocker const quiet(m_racks->box());
        m_racks->box()->clear();
        for (auto const id : ids) {
            m_racks->box()->addItem(text(desk().book().find(id)->name), QVariant::fromValue<qlonglong>(id.value));
            if (id == m_rack) m_racks->box()->setCurrentIndex(m_racks->box()->count() - 1);
        }
    }
    m_racks->setVisible(ids.size() > 1);
    m_add->setText(ids.empty() ? u"Add a rack of six"_s : u"Add another rack"_s);
    m_add->setEnabled(desk().session().writable() && desk().book().find(desk().setup().place.machine));
    m_add->setToolTip(desk().book().find(desk().setup().place.machine)
                          ? u"Numbered on from the last pocket that there is"_s
                          : u"Type the travel of the machine first (Machine)"_s);
    auto const count = static_cast<int>(rack().pockets.size());
    m_pocket = std::clamp(m_pocket, 0, std::max(0, count - 1));
    m_sections->refresh();
    showZones();
}

void ChangerStation::showZones() {
    auto const section = m_sections->current();
    bool const teaching = section == u"teach"_s;
    m_sheet->setVisible(teaching);
    m_steps->setVisible(m_rack && section == u"prove"_s);
    bool const changing = section == u"change"_s, recovering = section == u"recover"_s;
    bool const turning = section == u"carousel"_s, looking_back = section == u"history"_s;
    bool const driven = section == u"ring_change"_s || section == u"ring_prove"_s,
               of_ring = recovering && m_recover && m_recover->ofCarousel();
    m_picture->setVisible(!turning && !driven && !of_ring);
    m_ring->setVisible(turning);
    if (turning && m_carousel) m_carousel->paint(*m_ring);
    m_list_of_steps->setVisible(turning || driven || of_ring ||
                                (m_rack && (changing || recovering || looking_back || section == u"setout"_s)));
    if (m_list_of_steps->isVisibleTo(this)) {
        QSignalBlocker const quiet(m_list_of_steps);
        m_list_of_steps->show(listed());
        if (turning && m_carousel) m_list_of_steps->choose(m_carousel->chosen());
    }
    m_sheet->show(m_rack ? std::optional(rack()) : std::nullopt, state().blocked, desk().units(),
                  desk().session().writable());
    draw();
    judge();
}

std::vector<Row> ChangerStation::listed() const {
    auto const section = m_sections->current();
    if (section == u"carousel"_s && m_carousel) return m_carousel->rows();
    if (section == u"ring_change"_s && m_drive) return m_drive->rows();
    if (section == u"setout"_s && m_set_out) return m_set_out->rows();
    if (section == u"ring_prove"_s && m_ring_proving) return m_ring_proving->rows();
    if (section == u"history"_s && m_history) return m_history->rows();
    if (section == u"change"_s) return rowsOf(changeSteps());
    return section == u"recover"_s ? recoveryRows() : std::vector<Row>{};
}

ToolRack ChangerStation::rack() const {
    if (auto const* found = desk().book().find(m_rack)) return *found;
    ToolRack made;
    made.name = "Rack";
    made.machine = desk().setup().place.machine;
    return made;
}

changer::RackState ChangerStation::state() const { return changer::rackState(desk().book(), desk().setup(), rack()); }

Result<void> ChangerStation::put(ToolRack rack, std::string what) {
    return desk().edit(m_rack, std::move(rack), std::move(what));
}

void ChangerStation::addRack() {
    auto made = ToolRack();
    made.machine = desk().setup().place.machine;
    int last = 0;
    auto const ids = changer::racksOf(desk().book(), made.machine);
    for (auto const id : ids) {
        auto const& each = *desk().book().find(id);
        last = std::max(last, each.first_number + static_cast<int>(each.pockets.size()) - 1);
    }
    made.first_number = last + 1;
    made.name = ids.empty() ? "Rack" : fmt::format("Rack {}", ids.size() + 1);
    made.pockets.resize(first_pockets);
    shop::Change change{"Rack added", {}, {}, {}};
    Id<ToolRack> const id{desk().nextId(change)};
    change.put(id, std::move(made));
    if (!desk().report(desk().commit(std::move(change)))) return;
    show(id);
    m_sections->open(u"rack"_s);
    refresh();
}

void ChangerStation::retire() {
    shop::Change change{"Rack put away: " + rack().name, {}, {}, {}};
    change.puts.push_back({m_rack.value, {}});
    (void)desk().report(desk().commit(std::move(change)));
}

void ChangerStation::chooseRack(int index) {
    show(chosenIn<ToolRack>(*m_racks->box(), index));
    refresh();
}

/// At the pocket that has to be looked at first.
void ChangerStation::show(Id<ToolRack> id) {
    m_rack = id;
    m_pocket = 0;
    auto const now = state();
    for (std::size_t i = now.pockets.size(); i-- > 0;)
        if (now.pockets[i].suspect) m_pocket = static_cast<int>(i);
    m_sheet->teach(static_cast<std::size_t>(m_pocket));
}

Result<std::string> ChangerStation::keepFigure(std::size_t pocket, int axis, TypedLength const& typed, bool twice) {
    auto changed = rack();
    if (!twice)
        if (auto const against = changer::doubt(desk().book(), desk().setup(), changed, pocket, axis, typed))
            return *against;
    auto& at = changed.pockets[pocket];
    if (axis == 0) changer::teachAnew(at, desk().session().now());
    at.as_read = at.as_read || twice;
    at.axis(axis) = typed.mm;
    auto const kept =
        put(std::move(changed), fmt::format("Pocket {}: {} {}", rack().number(pocket), "XYZ"[axis], typed.as_typed));
    if (!kept) return Failure(kept.error());
    return std::string();
}

shop::Pocket* ChangerStation::chosenPocket(ToolRack& rack) const {
    auto const at = static_cast<std::size_t>(m_pocket);
    return m_rack && at < rack.pockets.size() ? &rack.pockets[at] : nullptr;
}

void ChangerStation::draw() {
    paper::RackPicture shown{rack(), state(), {}, {}, m_pocket, desk().units()};
    QStringList said;
    bool const recovering = m_recover && m_sections->current() == u"recover"_s;
    for (std::size_t i = 0; i < shown.rack.pockets.size(); ++i) {
        auto const& pocket = shown.rack.pockets[i];
        auto const* tool = desk().book().find(pocket.tool);
        if (recovering) { // what was seen, not what is believed
            auto const& seen = m_recover->seen().pockets;
            auto const found = seen.find(shown.rack.number(i));
            auto const holder = found == seen.end() ? changer::HolderSeen() : found->second;
            shown.tools.push_back(!holder ? u"not seen"_s : *holder == 0 ? u"empty"_s : u"tool %1"_s.arg(*holder));
            shown.wide_mm.push_back(holder.value_or(0) != 0 ? shown.rack.flange_mm : 0);
            said << u"pocket %1: %2"_s.arg(shown.rack.number(i)).arg(shown.tools.back());
            continue;
        }
        shown.tools.push_back(tool                                 ? u"tool %1"_s.arg(tool->number)
                              : pocket.seen == shop::Seen::Unknown ? u"unknown"_s
                                                                   : u"empty"_s);
        shown.wide_mm.push_back(tool ? changer::hanging_mm(shown.rack, *tool) : 0);
        said << u"pocket %1: %2"_s.arg(shown.rack.number(i))
                    .arg(QString::fromUtf8(changer::verdictWords(shown.state.pockets[i].verdict)));
    }
    m_picture->show(
        [shown](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintRack(p, area, shown, ink); },
        said.isEmpty() ? u"No rack yet."_s : said.join(u"; "_s));
}

std::vector<zeroing::Judgement> ChangerStation::judgedTable() const {
    std::vector<ToolRack> racks;
    std::size_t shown = 0;
    for (auto const id : changer::racksOf(desk().book(), desk().setup().place.machine)) {
        if (id == m_rack) shown = racks.size();
        racks.push_back(*desk().book().find(id));
    }
    return changer::judgeTable(desk().book(), desk().setup(), racks, shown, desk().units());
}

void ChangerStation::judge() {
    std::vector<zeroing::Judgement> said;
    if (m_sections->current() == u"carousel"_s) {
        if (m_carousel) said = m_carousel->judged();
    } else if (m_sections->current() == u"ring_change"_s) {
        if (m_drive) said = m_drive->judged();
    } else if (m_sections->current() == u"ring_prove"_s) {
        if (m_ring_proving) said = m_ring_proving->judged();
    } else if (m_sections->current() == u"recover"_s && m_recover && m_recover->ofCarousel()) {
        said = judgedRecovery();
    } else if (!m_rack) {
        said.push_back({Severity::Note,
                        "No rack of this machine yet.",
                        desk().book().find(desk().setup().place.machine)
                            ? "Add one with its pockets; then it is mounted, taught, and laid on a line."
                            : "Type the travel of the machine first (Machine): what is taught are its coordinates.",
                        {}});
    } else if (m_sections->current() == u"setout"_s) {
        if (m_set_out) said = m_set_out->judged();
    } else if (m_sections->current() == u"table"_s) {
        said = judgedTableText();
        for (auto& each : judgedTable()) said.push_back(std::move(each));
    } else if (m_sections->current() == u"history"_s) {
        if (m_history) said = m_history->judged();
    } else if (m_sections->current() == u"change"_s) {
        said = judgedChange();
    } else if (m_sections->current() == u"recover"_s) {
        said = judgedRecovery();
    } else if (m_sections->current() == u"prove"_s) {
        if (m_proving) said = m_proving->judged();
        // What must be put right before anything is called.
        auto wrong = changer::judgeRack(state(), rack(), desk().units());
        for (auto const& more :
             {judgedTable(), changer::judgeClearances(desk().book(), desk().setup(), state(), rack(), desk().units())})
            wrong.insert(wrong.end(), more.begin(), more.end());
        std::erase_if(wrong, [](auto const& each) { return each.severity != Severity::Bad; });
        said.insert(said.begin(), wrong.begin(), wrong.end());
    } else {
        said = changer::judgeRack(state(), rack(), desk().units());
        if (m_sections->current() == u"rack"_s) {
            auto const room = changer::judgeClearances(desk().book(), desk().setup(), state(), rack(), desk().units());
            said.insert(said.end(), room.begin(), room.end());
        }
    }
    said.push_back({Severity::Note, "Before a hand goes near fork, drawbar or pocket", changer::beforeAHand(), {}});
    judgement()->show(said);
}

} // namespace steady::app
