// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/layout/LayoutStation.h"

#include "app/shell/SaveFile.h"
#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"
#include "paper/TemplatePage.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Fitting;
using shop::FittingSort;
using shop::Mounting;

namespace {

constexpr std::size_t most_places = 5, most_steps = 16;
constexpr double snap_px = 14;

/// As such things usually are; the owner types his own.
Fitting usual(FittingSort sort) {
    Fitting made;
    made.sort = sort;
    made.name = sort_words[static_cast<int>(sort)];
    auto size = [&](double width, double depth, double height) {
        made.width_mm = width;
        made.depth_mm = depth;
        made.height_mm = height;
    };
    switch (sort) {
    case FittingSort::Clamp: size(60, 40, 40); break;
    case FittingSort::Stock: size(300, 200, 20); break;
    case FittingSort::Rack:
        size(380, 60, 80);
        made.pitch_mm = 60;
        break;
    case FittingSort::Fixture: size(120, 80, 50); break;
    case FittingSort::Rail: size(600, 20, 30); break;
    case FittingSort::PlateParking: size(60, 40, 10); break;
    case FittingSort::KeepOut: size(100, 100, 0); break;
    case FittingSort::VacuumZone: size(400, 300, 0); break;
    }
    return made;
}

} // namespace

LayoutStation::LayoutStation(Desk& desk, StationName called, QWidget* parent)
    : FormStation(desk, std::move(called), u"layout"_s, parent) {
    addSection(u"things"_s, u"Things"_s, &LayoutStation::buildThings, &LayoutStation::showThings);
    addSection(u"table"_s, u"Table"_s, &LayoutStation::buildTable, &LayoutStation::showNothing);
    addSection(u"places"_s, u"Places"_s, &LayoutStation::buildPlaces, &LayoutStation::showPlaces);
    addSection(u"out"_s, u"Set out"_s, &LayoutStation::buildSettingOut, &LayoutStation::showSettingOut);
    entry()->addWidget(m_sections);
    entry()->addStretch();

    m_plan = new PlanView(desk.look());
    m_tools = new QWidget;
    auto* row = new QHBoxLayout(m_tools);
    row->setContentsMargins(8, 0, 8, 4);
    auto tool = [&](char const* name, QString const& words, auto slot) {
        auto* made = new QPushButton(words);
        made->setObjectName(QString::fromLatin1(name));
        connect(made, &QPushButton::clicked, m_plan, slot);
        row->addWidget(made);
    };
    tool("layout.closer", u"Closer"_s, [this] { m_plan->zoom(1.25); });
    tool("layout.farther", u"Farther"_s, [this] { m_plan->zoom(0.8); });
    tool("layout.whole", u"All of it"_s, [this] { m_plan->whole(); });
    row->addStretch();
    m_steps = new QWidget;
    m_steps->setObjectName(u"layout.steps"_s);
    auto* column = new QVBoxLayout(m_steps);
    column->setContentsMargins(16, 8, 16, 8);
    column->setSpacing(8);
    for (std::size_t i = 0; i < 2 * most_steps; ++i) {
        m_step_words.push_back(
            styled(new WrappedLabel, i % 2 ? Type::Sum : Type::Title, i % 2 ? Tone::Accent : Tone::Ink));
        column->addWidget(m_step_words.back());
    }
    column->addStretch();
    picture()->addWidget(m_plan, 1);
    picture()->addWidget(m_tools);
    picture()->addWidget(m_steps, 1);
    connect(m_plan, &PlanView::chosen, this, &LayoutStation::choose);
    connect(m_plan, &PlanView::dragged, this, &LayoutStation::drag);
    connect(m_plan, &PlanView::taken, this, &LayoutStation::take);
    connect(m_sections, &Sections::opened, this, &LayoutStation::showZones);
    m_chosen = desk.book().find(desk.setup().place.setter) ? desk.setup().place.setter.value : 0;
    refresh();
}

QPushButton* LayoutStation::button(QVBoxLayout* page, char const* name, char const* words,
                                   void (LayoutStation::*slot)()) {
    auto* made = new QPushButton(QString::fromUtf8(words));
    made->setObjectName(QString::fromLatin1(name));
    connect(made, &QPushButton::clicked, this, slot);
    page->addWidget(made);
    m_writing.push_back(made);
    return made;
}

Id<shop::ToolSetter> LayoutStation::setterChosen() const {
    Id<shop::ToolSetter> const id{m_chosen};
    return desk().book().find(id) ? id : Id<shop::ToolSetter>{};
}

Mounting LayoutStation::mounting() const { return install::mountingOf(desk().book(), setterChosen()); }

Fitting LayoutStation::fitting() const {
    auto const* found = desk().book().find(Id<Fitting>{m_chosen});
    return found ? *found : Fitting{};
}

Result<void> LayoutStation::commitMounting(Mounting mounting, std::string what) {
    auto const setter = setterChosen();
    if (!setter) return fail(Code::Missing, {"setter"}, "The setter", "Type it at Kit.");
    mounting.setter = setter;
    if (!mounting.machine) mounting.machine = desk().setup().place.machine;
    return desk().keep(install::mountingIdOf(desk().book(), setter), std::move(mounting),
                       "Plan of the setter: " + what);
}

Result<void> LayoutStation::commitFitting(Fitting changed, std::string what) {
    auto words = changed.name + ": " + what;
    return desk().edit(Id<Fitting>{m_chosen}, std::move(changed), std::move(words));
}

void LayoutStation::choose(std::int64_t entity) {
    m_chosen = entity;
    m_sections->refresh();
    showPlan();
}

void LayoutStation::drag(std::int64_t entity, double x_mm, double y_mm, bool dropped) {
    auto rounded = [](double mm) { return std::round(mm * 10) / 10; }; // nobody drags to a hundredth
    auto const of_setter = desk().book().find(Id<shop::ToolSetter>{entity}) != nullptr;
    auto plan = of_setter ? install::mountingOf(desk().book(), Id<shop::ToolSetter>{entity}) : mounting();
    if (of_setter) {
        double const within_mm = snap_px / m_plan->map().scale;
        if (plan.mount == shop::Mount::Table) std::tie(x_mm, y_mm) = install::snapped(m_layout, x_mm, y_mm, within_mm);
        if (plan.mount == shop::Mount::Frame) y_mm = plan.y_mm;
    }
    x_mm = rounded(x_mm);
    y_mm = rounded(y_mm);
    if (dropped) {
        if (!desk().report(dropAt(entity, x_mm, y_mm))) showPlan(); // back to where it stands
        return;
    }
    // On the way it is judged and kept nowhere.
    auto draft = m_layout;
    auto const corner = paper::cornerOf(entity);
    if (entity == paper::entry_handle) {
        draft.cable_x_mm = x_mm;
        draft.cable_y_mm = y_mm;
    }
    for (auto& device : draft.devices) {
        if (corner && device.entity == m_chosen && *corner < device.corners.size())
            device.corners[*corner] = {x_mm, y_mm};
        if (device.entity == entity) {
            device.x_mm = x_mm;
            device.y_mm = y_mm;
        }
    }
    for (auto& solid : draft.solids)
        if (solid.entity == entity) {
            double const w = solid.foot.width_mm() / 2, d = solid.foot.depth_mm() / 2;
            solid.foot = {x_mm - w, x_mm + w, y_mm - d, y_mm + d};
        }
    judge(draft);
}

Result<void> LayoutStation::dropAt(std::int64_t entity, double x_mm, double y_mm) {
    if (entity == paper::entry_handle) {
        auto table = install::tableOf(desk().book(), desk().setup());
        table.cable_x_mm = x_mm - table.x_mm;
        table.cable_y_mm = y_mm - table.y_mm;
        return desk().keep(install::tableIdOf(desk().book(), desk().setup().place.machine), std::move(table),
                           "Table: where leads come onto it, dragged");
    }
    if (auto const corner = paper::cornerOf(entity)) {
        auto plan = mounting();
        if (*corner >= plan.corners.size()) return {};
        plan.corners[*corner] = {x_mm, y_mm};
        return commitMounting(std::move(plan), "corner of its lead dragged");
    }
    m_chosen = entity;
    if (setterChosen()) {
        auto plan = mounting();
        plan.x_mm = x_mm;
        plan.y_mm = y_mm;
        return commitMounting(std::move(plan), "dragged");
    }
    auto changed = fitting();
    changed.x_mm = x_mm;
    changed.y_mm = y_mm;
    return commitFitting(std::move(changed), "dragged");
}

/// In the middle of the last leg, where it is then dragged from.
void LayoutStation::addCorner() {
    auto plan = mounting();
    double x = m_layout.cable_x_mm, y = m_layout.cable_y_mm;
    if (!plan.corners.empty()) {
        x = plan.corners.back().x_mm;
        y = plan.corners.back().y_mm;
    }
    plan.corners.push_back({std::round((x + plan.x_mm) / 2), std::round((y + plan.y_mm) / 2)});
    (void)desk().report(commitMounting(std::move(plan), "another corner of its lead"));
}

void LayoutStation::dropCorner() {
    auto plan = mounting();
    if (plan.corners.empty()) return;
    plan.corners.pop_back();
    (void)desk().report(commitMounting(std::move(plan), "a corner of its lead taken away"));
}

void LayoutStation::add() {
    if (auto const setter = m_sort->box()->currentData().toLongLong()) {
        m_chosen = setter;
        auto plan = mounting();
        auto const work = m_layout.work();
        plan.x_mm = std::round((work.x_low_mm + work.x_high_mm) / 2);
        plan.y_mm = std::round((work.y_low_mm + work.y_high_mm) / 2);
        return (void)desk().report(commitMounting(std::move(plan), "put on the table"));
    }
    auto made = usual(static_cast<FittingSort>(m_sort->box()->currentIndex()));
    made.machine = desk().setup().place.machine;
    auto const work = m_layout.work();
    made.x_mm = std::round((work.x_low_mm + work.x_high_mm) / 2);
    made.y_mm = std::round((work.y_low_mm + work.y_high_mm) / 2);
    shop::Change change{made.name + " put on the table", {}, {}, {}};
    Id<Fitting> const id{desk().nextId(change)};
    change.put(id, std::move(made));
    m_chosen = id.value;
    (void)desk().report(desk().commit(std::move(change)));
}

void LayoutStation::drop() {
    if (auto const setter = setterChosen()) {
        shop::Change change{"Plan of a setter taken away", {}, {}, {}};
        change.puts.push_back({install::mountingIdOf(desk().book(), setter).value, std::nullopt});
        return (void)desk().report(desk().commit(std::move(change)));
    }
    if (!desk().book().find(Id<Fitting>{m_chosen})) return;
    shop::Change change{fitting().name + " taken off the table", {}, {}, {}};
    change.puts.push_back({m_chosen, std::nullopt});
    (void)desk().report(desk().commit(std::move(change)));
}

void LayoutStation::suggest() {
    m_places.clear();
    m_no_place.clear();
    auto const setter = desk().setup().place.setter.value;
    for (std::size_t at = 0; at < m_layout.devices.size(); ++at) {
        if (m_layout.devices[at].entity != setter) continue;
        return desk().work().start(
            u"Looking for places"_s,
            [layout = m_layout, at](Going const& going) {
                return install::suggestPlaces(layout, at, most_places, going);
            },
            [this](Result<std::vector<install::Place>> found) {
                if (found)
                    m_places = std::move(*found);
                else if (found.error().code == Code::Stopped)
                    m_no_place = u"Stopped; nothing was looked at to the end."_s;
                else
                    m_no_place =
                        u"No place is left where everything works: take something off, or allow less clearance."_s;
                m_sections->refresh();
                showPlan();
            });
    }
    (void)desk().report(fail(Code::Missing, {"setter"}, "The setter", "Type it at Kit."));
}

void LayoutStation::take(int place) {
    if (place < 0 || place >= static_cast<int>(m_places.size())) return;
    auto const& taken = m_places[static_cast<std::size_t>(place)];
    m_chosen = desk().setup().place.setter.value;
    auto plan = mounting();
    plan.x_mm = taken.x_mm;
    plan.y_mm = taken.y_mm;
    (void)desk().report(commitMounting(std::move(plan), "suggested place"));
}

void LayoutStation::savePdf() { saveTemplate(u"PDF (*.pdf)"_s, u"pdf"_s, &paper::writeTemplatePdf); }
void LayoutStation::saveSvg() { saveTemplate(u"SVG (*.svg)"_s, u"svg"_s, &paper::writeTemplateSvg); }

void LayoutStation::saveTemplate(QString const& filter, QString const& ending, WriteTemplate write) {
    auto made = install::holeTemplate(desk().book(), desk().setup());
    if (!made) return (void)desk().report(Failure(made.error()));
    auto const machine = text(zeroing::machineOf(desk().book(), desk().setup()).name);
    saveFile(desk(), this, {u"Save the template"_s, u"template."_s + ending, filter, u"Writing the template"_s},
             [made = *made, machine, write, ink = Look::pageInk()](QString const& path) {
                 return write(made, machine, ink, path);
             });
}

void LayoutStation::showThings() {
    bool const writable = desk().session().writable();
    for (auto* each : m_writing) each->setEnabled(writable);
    auto& list = *m_things->box();
    list.clear();
    auto item = [&](std::int64_t entity, std::string const& name) {
        list.addItem(text(name), QVariant::fromValue<qlonglong>(entity));
        if (entity == m_chosen) list.setCurrentIndex(list.count() - 1);
    };
    for (auto const& device : m_layout.devices)
        if (!device.parked) item(device.entity, device.name);
    for (auto const& [id, each] : desk().book().all<Fitting>())
        if (each->machine == desk().setup().place.machine) item(id.value, each->name);
    if (list.count() > 0 && list.currentData().toLongLong() != m_chosen) m_chosen = list.currentData().toLongLong();
    m_things->setVisible(list.count() > 0);
    auto const setter = setterChosen();
    bool const of_setter = static_cast<bool>(setter), of_fitting = desk().book().find(Id<Fitting>{m_chosen}) != nullptr;
    m_mounting_box->setVisible(of_setter);
    m_fitting_box->setVisible(of_fitting);
    // The one that is used stands somewhere, planned or not.
    m_drop->setVisible(of_fitting || (of_setter && setter != desk().setup().place.setter));
    for (auto* each : {m_corner, m_no_corner}) each->setVisible(of_setter);
    if (of_setter) m_no_corner->setEnabled(writable && !mounting().corners.empty());
    offerSorts();
    if (of_setter) m_mounting->refresh();
    if (of_fitting) m_fitting->refresh();
    desk().look().dress(m_mounting_box);
    desk().look().dress(m_fitting_box);
}

/// What can be put on the table: any thing, and each other setter that is not there yet.
void LayoutStation::offerSorts() {
    auto& list = *m_sort->box();
    int const now = list.currentIndex();
    list.clear();
    for (auto const* words : sort_words) list.addItem(QString::fromLatin1(words));
    for (auto const& [id, setter] : desk().book().all<shop::ToolSetter>()) {
        bool const there = std::any_of(m_layout.devices.begin(), m_layout.devices.end(),
                                       [&](auto const& device) { return device.entity == id.value; });
        if (!there) list.addItem(text(setter->name), QVariant::fromValue<qlonglong>(id.value));
    }
    list.setCurrentIndex(std::clamp(now, 0, list.count() - 1));
}

/// A template is of a setter.
void LayoutStation::showSettingOut() {
    bool const there = desk().book().find(desk().setup().place.setter) != nullptr;
    m_holes_box->setVisible(there);
    if (there) m_holes->refresh();
    desk().look().dress(m_holes_box);
}

void LayoutStation::showPlaces() {
    bool const writable = desk().session().writable();
    std::vector<Row> rows;
    auto const units = desk().units();
    std::optional<install::Place> now;
    for (std::size_t at = 0; at < m_layout.devices.size(); ++at)
        if (m_layout.devices[at].entity == desk().setup().place.setter.value)
            now = install::placeAt(m_layout, at, m_layout.devices[at].x_mm, m_layout.devices[at].y_mm);
    int nr = 0;
    for (auto const& place : m_places) {
        double const hours = now ? install::hoursAMonth(m_layout, place, *now) : 0;
        auto detail = text(fmt::format("{:.1f} s a change", place.seconds));
        if (std::abs(hours) >= 0.05)
            detail += text(fmt::format(", {:.1f} h a month {}", std::abs(hours), hours > 0 ? "saved" : "more"));
        rows.push_back(
            {text(fmt::format("{}  X {}  Y {}", ++nr, lengthNumber(place.x_mm, units), lengthText(place.y_mm, units))),
             detail, place.quick.tight ? upkeep::Standing::Suspect : upkeep::Standing::Proved});
    }
    if (rows.empty()) rows.push_back({m_no_place.isEmpty() ? u"Nothing suggested yet."_s : m_no_place, {}});
    m_list->show(std::move(rows));
    m_list->fitRows(static_cast<int>(most_places));
    if (!m_places.empty() && m_list->chosen() < 0) m_list->choose(0);
    m_suggest->setEnabled(desk().book().find(desk().setup().place.setter));
    m_take->setEnabled(writable && !m_places.empty());
}

void LayoutStation::refresh() {
    auto layout = install::layoutOf(desk().book(), desk().setup());
    if (!(layout == m_layout)) m_places.clear(); // they were found for another one
    m_layout = std::move(layout);
    m_sections->refresh();
    showZones();
}

/// The picture belongs to the section.
void LayoutStation::showZones() {
    bool const out = m_sections->current() == u"out"_s;
    m_plan->setVisible(!out);
    m_tools->setVisible(!out);
    m_steps->setVisible(out);
    if (!out) return showPlan();
    auto const steps = install::settingOutSteps(desk().book(), desk().setup());
    for (std::size_t i = 0; i < most_steps; ++i) {
        bool const there = i < steps.size();
        m_step_words[2 * i]->setVisible(there);
        m_step_words[2 * i + 1]->setVisible(there && !steps[i].figures.empty());
        if (!there) continue;
        m_step_words[2 * i]->setText(u"%1  %2"_s.arg(i + 1).arg(text(steps[i].words)));
        m_step_words[2 * i + 1]->setText(text(steps[i].figures));
    }
    judgement()->show(install::settingOutJudgements(desk().book(), desk().setup()));
}

void LayoutStation::showPlan() { judge(m_layout); }

void LayoutStation::judge(install::Layout const& layout) {
    paper::LayoutPicture shown{layout, {}, m_chosen, m_places, {}, desk().units()};
    auto const found = install::judgeLayout(layout, desk().units());
    std::vector<zeroing::Judgement> said;
    for (auto const& each : found) {
        if (each.severity == Severity::Bad) shown.wrong.insert(each.entity);
        said.push_back({each.severity, each.text, each.remedy, {}});
    }
    if (auto const off = install::offPlan(desk().book(), desk().setup()); off && off->distance_mm() > 0.05)
        if (auto const* setter = desk().book().find(desk().setup().place.setter))
            shown.stands = QPointF(setter->x_mm, setter->y_mm);
    bool const all_well =
        std::none_of(found.begin(), found.end(), [](auto const& each) { return each.severity != Severity::Note; });
    if (layout.devices.empty())
        said.insert(said.begin(), {Severity::Note,
                                   "No setter to place yet.",
                                   "Type one at Kit; clamps, stock and racks can be put here already.",
                                   {}});
    else if (all_well)
        said.insert(said.begin(), {Severity::Note,
                                   "Every tool reaches it and clears everything.",
                                   fmt::format("With {} free all around, as far as the sizes here are right.",
                                               lengthText(layout.clearance_mm, desk().units())),
                                   {}});
    if (m_sections->current() == u"places"_s && !m_places.empty())
        for (std::size_t at = 0; at < layout.devices.size(); ++at)
            if (layout.devices[at].entity == desk().setup().place.setter.value) {
                auto const now = install::placeAt(layout, at, layout.devices[at].x_mm, layout.devices[at].y_mm);
                said.insert(said.begin(),
                            {Severity::Note,
                             "Why the first: against where it is now",
                             install::whyFirst(layout, m_places.front(), now, desk().units()),
                             {"One second a change counts as much as a metre of lead, or as one percent of "
                              "the place to cut or of the largest sheet; something tight as five seconds."}});
            }
    said.push_back({Severity::Note,
                    "What this is not",
                    "Boxes and discs as you typed them. First time there: Z up, feed turned down, a hand at the stop.",
                    {}});
    judgement()->show(said);
    m_plan->show(std::move(shown), desk().session().writable());
}

} // namespace steady::app
