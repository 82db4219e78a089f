// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/upkeep/UpkeepStation.h"

#include "app/upkeep/DueView.h"
#include "app/upkeep/LogView.h"
#include "core/base/Words.h"
#include "core/upkeep/Record.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using facts::Hold;

namespace {

upkeep::Standing markOf(Hold hold) {
    switch (hold) {
    case Hold::Holds: return upkeep::Standing::Proved;
    case Hold::Suspect:
    case Hold::Stale: return upkeep::Standing::Suspect;
    case Hold::Open: return upkeep::Standing::Open;
    }
    return upkeep::Standing::Open;
}

/// A length that was typed rests on nothing of the machine.
bool byRuler(upkeep::ResultState const& result) {
    return result.kind == facts::ResultKind::Lengths && result.rests_on.size() == 1 &&
           result.rests_on.front().entity == result.subject;
}

/// As it stands in the picture, where there is little room.
char const* shortTitle(upkeep::ResultState const& result, shop::PlaceOfWork const& place) {
    using facts::ResultKind;
    switch (result.kind) {
    case ResultKind::SignalProof: return result.subject == place.plate.value ? "Plate signal" : "Setter signal";
    case ResultKind::Thickness: return "Plate";
    case ResultKind::SetterHeight: return "Setter trips";
    case ResultKind::SetterPlace: return "Setter X Y";
    case ResultKind::Lengths: return "Lengths";
    case ResultKind::Reference: return "Reference";
    case ResultKind::BoardConstant: return "Board";
    case ResultKind::WorkZero: return "Work zero";
    case ResultKind::Link: return "Link";
    case ResultKind::Repeatability:
        return std::any_of(result.rests_on.begin(), result.rests_on.end(),
                           [&](auto const& on) { return on.entity == place.plate.value; })
                   ? "Plate repeats"
                   : "Setter repeats";
    case ResultKind::DiscMap: return "Disc map";
    case ResultKind::LengthModel: return "By gauge";
    case ResultKind::Home: return "Home";
    case ResultKind::Scale: return "Axis scale";
    case ResultKind::Rack: return "Rack";
    case ResultKind::PocketTable: return "Pockets";
    case ResultKind::ChangerProof: return "Changes";
    case ResultKind::MacroProof: return "Macro";
    }
    return "";
}

} // namespace

UpkeepStation::UpkeepStation(Desk& desk, StationName called, QWidget* parent)
    : Station(desk, std::move(called), parent) {
    m_sections = new Sections(u"upkeep"_s, 3, desk.look());
    buildRedo(m_sections->add(u"redo"_s, u"To do again"_s));
    m_sections->add(u"due"_s, u"Due"_s, [this](QVBoxLayout* page) -> Sections::Show {
        auto* view = new DueView(this->desk());
        page->addWidget(view);
        return [view] { view->refresh(); };
    });
    m_sections->add(u"log"_s, u"Log"_s, [this](QVBoxLayout* page) -> Sections::Show {
        auto* view = new LogView(this->desk());
        page->addWidget(view, 1);
        return [view] { view->refresh(); };
    });
    entry()->addWidget(m_sections, 1);
    m_map = new Picture(desk.look(), u"upkeep.map"_s, u"What rests on what"_s);
    m_map->on_point = [this](QPointF at, QRectF const& area) {
        int const node = paper::nodeAt(area, m_shown, this->desk().look().ink(), at);
        if (node < 0) return;
        auto const& result = m_nodes[static_cast<std::size_t>(node)];
        m_chosen = std::pair(result.kind, result.subject);
        showMap();
        showWords();
        showButtons();
    };
    picture()->addWidget(m_map, 1);
    m_sections->open(u"redo"_s);
    refresh();
}

void UpkeepStation::buildRedo(QVBoxLayout* page) {
    m_redo = new RowsView(u"upkeep.redo"_s, u"To do again, in this order"_s, desk().look());
    m_redo->setMinimumHeight(desk().look().px(240));
    connect(m_redo, &RowsView::choiceChanged, this, [this] {
        auto const& redo = desk().status().redo;
        if (auto const at = m_redo->chosen(); at >= 0 && at < static_cast<int>(redo.size())) {
            auto const& step = redo[static_cast<std::size_t>(at)];
            m_chosen = std::pair(step.kind, step.subject);
            showMap();
            showWords();
            showButtons();
        }
    });
    page->addWidget(m_redo, 1);
    m_go = new QPushButton(u"Go where it is done"_s);
    m_go->setObjectName(u"upkeep.go"_s);
    connect(m_go, &QPushButton::clicked, this, &UpkeepStation::goThere);
    page->addWidget(m_go);
    m_agrees = new QPushButton(u"One new reading agrees with it"_s);
    m_agrees->setObjectName(u"upkeep.agrees"_s);
    m_agrees->setToolTip(
        u"A spot check: what was in doubt counts again, and a figure that was typed and is still the same. What was "
        "touched has to be touched again."_s);
    connect(m_agrees, &QPushButton::clicked, this, &UpkeepStation::agree);
    page->addWidget(m_agrees);
    buildOwnTime(page);
}

void UpkeepStation::refresh() {
    std::vector<Row> rows;
    int nr = 0;
    for (auto const& step : desk().status().redo) {
        auto detail = step.seconds && step.seconds_from == upkeep::SecondsFrom::Owner
                          ? u"%1 min, as you said"_s.arg(*step.seconds / 60, 0, 'g', 3)
                      : step.seconds ? u"about %1 s of the machine"_s.arg(qRound(*step.seconds))
                      : step.kind == facts::ResultKind::MacroProof ? u"on the virtual machine"_s
                                                                   : u"by hand"_s;
        if (step.state == Hold::Suspect) detail = u"in doubt: a spot check is enough"_s;
        rows.push_back({u"%1  %2"_s.arg(++nr).arg(text(step.title)), detail, markOf(step.state)});
    }
    if (rows.empty()) rows.push_back({u"Nothing: all that was made holds."_s, {}, upkeep::Standing::Proved});
    m_redo->show(std::move(rows));
    m_sections->refresh();
    showMap();
    showWords();
    showButtons();
}

/// What somebody says that it takes counts before what the machine is predicted to take.
void UpkeepStation::buildOwnTime(QVBoxLayout* page) {
    m_time_box = new QWidget;
    auto* inside = new QVBoxLayout(m_time_box);
    inside->setContentsMargins(0, 0, 0, 0);
    auto form = std::make_unique<Form<shop::ZeroSetup>>(
        desk(), inside, [this] { return desk().setup(); },
        [this](shop::ZeroSetup setup, std::string what) {
            std::erase_if(setup.prefer.times, [](auto const& each) { return !each.seconds; });
            return desk().commitSetup(setup, std::move(what));
        },
        [] { return true; });
    form->number(
        "upkeep.own_time", "It takes you", "min", 1.0 / 60,
        {shop::bounds::own_s.least / 60, shop::bounds::own_s.most / 60},
        [this](shop::ZeroSetup & setup) -> auto& {
            std::string const wanted = m_chosen ? facts::word(m_chosen->first) : "";
            for (auto& each : setup.prefer.times)
                if (each.result == wanted) return each.seconds;
            setup.prefer.times.push_back({wanted, {}});
            return setup.prefer.times.back().seconds;
        },
        "hands included; empty: as predicted");
    m_time = std::move(form);
    page->addWidget(m_time_box);
}

upkeep::ResultState const* UpkeepStation::chosen() const {
    if (!m_chosen) return nullptr;
    for (auto const& result : desk().status().results)
        if (result.at == desk().setupId() && std::pair(result.kind, result.subject) == *m_chosen) return &result;
    return nullptr;
}

void UpkeepStation::showMap() {
    m_map->setMinimumHeight(desk().look().px(420)); // follows the size of type
    m_shown = {};
    m_nodes.clear();
    for (auto const& result : desk().status().results) {
        if (result.at != desk().setupId()) continue;
        bool const here = m_chosen == std::pair(result.kind, result.subject);
        if (result.kind == facts::ResultKind::Lengths && addLength(result, here)) continue;
        paper::MapNode node{shortTitle(result, desk().setup().place),
                            facts::word(result.state),
                            {},
                            result.state,
                            upkeep::columnOf(result.kind),
                            here};
        if (result.value_mm) node.value = lengthText(*result.value_mm, desk().units());
        if (result.kind == facts::ResultKind::MacroProof) {
            node.title = result.title.substr(result.title.find(' ') + 1);
            node.value = "macro";
        }
        if (result.kind == facts::ResultKind::Lengths) node.value = "1 tool";
        m_shown.nodes.push_back(std::move(node));
        m_nodes.push_back(result);
    }
    for (std::size_t to = 0; to < m_nodes.size(); ++to)
        for (std::size_t from = 0; from < m_nodes.size(); ++from)
            if (upkeep::restsOn(m_nodes[to].kind, m_nodes[from].kind) && !byRuler(m_nodes[to]))
                m_shown.edges.push_back({static_cast<int>(from), static_cast<int>(to)});
    QStringList told;
    for (auto const& node : m_shown.nodes) told << text(node.title) + u": "_s + text(node.word);
    m_map->show([this](QPainter& painter, QRectF const& area,
                       paper::Ink const& ink) { paper::paintMap(painter, area, m_shown, ink); },
                told.join(u". "_s));
}

/// All lengths share a node, which is as the worst of them is; none yet: false.
bool UpkeepStation::addLength(upkeep::ResultState const& result, bool here) {
    for (std::size_t i = 0; i < m_nodes.size(); ++i) {
        if (m_nodes[i].kind != facts::ResultKind::Lengths) continue;
        auto& node = m_shown.nodes[i];
        node.value = fmt::format("{} tools", std::stoi(node.value) + 1);
        node.chosen = node.chosen || here;
        bool const worse = (result.state == Hold::Stale || result.state == Hold::Suspect) && result.state > node.state;
        if (worse) {
            node.state = result.state;
            node.word = facts::word(result.state);
            m_nodes[i] = result;
        }
        return true;
    }
    return false;
}

void UpkeepStation::showWords() {
    std::vector<zeroing::Judgement> said;
    auto const tell = [&](upkeep::ResultState const& result) {
        bool const stale = result.state == Hold::Stale;
        bool const ended = stale || result.state == Hold::Suspect;
        zeroing::Judgement judgement{ended ? Severity::Attention : Severity::Note,
                                     result.title + (stale                           ? " no longer holds."
                                                     : result.state == Hold::Suspect ? " is in doubt."
                                                     : result.state == Hold::Open    ? " is not made yet."
                                                                                     : " holds."),
                                     {},
                                     {}};
        judgement.text = (result.because.empty() ? std::string() : result.because.back().text + " ") + result.remedy;
        if (result.because.size() > 1)
            for (auto const& why : result.because) judgement.why.push_back(why.text);
        said.push_back(std::move(judgement));
    };
    if (auto const* result = chosen()) tell(*result);
    for (auto const& result : desk().status().results)
        if (result.at == desk().setupId() && &result != chosen() &&
            (result.state == Hold::Stale || result.state == Hold::Suspect))
            tell(result);
    if (desk().status().redo.empty())
        said.push_back({Severity::Note,
                        "All that was made here holds.",
                        "Tell what happens at the machine with “Something happened”: what it ends is then known.",
                        {}});
    judgement()->show(said);
}

void UpkeepStation::showButtons() {
    auto const* result = chosen();
    m_go->setEnabled(result && result->state != Hold::Holds);
    m_agrees->setEnabled(result && result->check_settles && desk().session().writable());
    m_time_box->setVisible(result);
    if (result) m_time->refresh();
    desk().look().dress(m_time_box);
}

void UpkeepStation::goThere() {
    if (auto const* result = chosen())
        Q_EMIT desk().stationWanted(QString::fromLatin1(upkeep::stationOf(result->kind)));
}

void UpkeepStation::agree() {
    auto const* result = chosen();
    if (!result) return;
    (void)desk().report(desk().commit(upkeep::spotCheck(desk().book(), *result, desk().session().now())));
}

} // namespace steady::app
