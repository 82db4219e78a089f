// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is typed and chosen at Changer: the rack, its pockets one by one, a list of positions, what hangs where.

#include "app/changer/ChangerStation.h"
#include "app/changer/ProvingView.h"
#include "app/changer/SetOutView.h"
#include "app/changer/TeachSheet.h"
#include "app/widgets/When.h"
#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"
#include "core/changer/CarouselTable.h"
#include "exchange/PocketList.h"
#include "exchange/WholeFile.h"
#include "paper/SheetPage.h"

#include <fmt/format.h>

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::ToolRack;

namespace {

constexpr int rows_px = 250, list_px = 96;

} // namespace

void ChangerStation::buildRack(QVBoxLayout* page) {
    auto form = std::make_unique<Form<ToolRack>>(
        desk(), page, [this] { return rack(); },
        [this](ToolRack changed, std::string what) {
            return m_rack ? put(std::move(changed), "Rack: " + what)
                          : Result<void>(fail(Code::Missing, {"rack"}, "The rack", "Add one first."));
        },
        [this] { return static_cast<bool>(m_rack); });
    auto& f = *form;
    f.only([this] { return static_cast<bool>(m_rack); });
    f.text(
        "changer.name", "Name", [](ToolRack & r) -> auto& { return r.name; });
    f.number(
        "changer.first", "Number of its first pocket", "", 1, shop::bounds::pocket_number,
        [](ToolRack & r) -> auto& { return r.first_number; });
    m_count = new Field(u"changer.count"_s, u"Pockets"_s, desk().look());
    m_count->onAccept([this](QString const& typed) -> Result<void> {
        bool whole = false;
        int const count = typed.trimmed().toInt(&whole);
        if (!whole) return fail(Code::NotANumber, {"pockets"}, typed.toStdString());
        return resize(count);
    });
    page->addWidget(m_count);
    f.length(
        "changer.pitch", "Pitch, as its maker gives it", shop::bounds::pitch_mm,
        [](ToolRack & r) -> auto& { return r.pitch_mm; });
    f.choice(
        "changer.along", "It runs along", {"X", "Y"}, [](ToolRack & r) -> auto& { return r.along; });
    f.choice(
        "changer.numbers", "Its numbers grow towards", {"+", "−"}, [](ToolRack & r) -> auto& { return r.numbers; });
    f.choice(
        "changer.out", "A holder leaves its fork towards", {"+", "−"}, [](ToolRack & r) -> auto& { return r.out; });
    f.heading("Mounting, before anything is taught");
    f.choice(
        "changer.pins", "Transport and locking pins", {"not looked, or still in", "out, before air or power"},
        [](ToolRack & r) -> auto& { return r.mounting.pins_out; });
    f.choice(
        "changer.tight", "Towers and rail", {"not tightened yet", "tight, as the maker says"},
        [](ToolRack & r) -> auto& { return r.mounting.tight; });
    f.row(2);
    f.length(
        "changer.first_gap", "Towers, first gap", {0, 10'000},
        [](ToolRack & r) -> auto& { return r.mounting.first_gap_mm; });
    f.length(
        "changer.last_gap", "last gap", {0, 10'000}, [](ToolRack & r) -> auto& { return r.mounting.last_gap_mm; });
    f.heading("How a holder sits");
    f.length(
        "changer.seat", "Seat, signed", {-1000, 1000}, [](ToolRack & r) -> auto& { return r.seat_mm; },
        "from the pin's touch to the holder's seat");
    f.row(2);
    f.length(
        "changer.lift", "Lift, pick-up", {0, 500}, [](ToolRack & r) -> auto& { return r.lift_mm; });
    f.length(
        "changer.approach", "Approach above", {0, 500}, [](ToolRack & r) -> auto& { return r.approach_mm; });
    f.row(2);
    f.length(
        "changer.flange", "Flange", {1, 500}, [](ToolRack & r) -> auto& { return r.flange_mm; });
    f.length(
        "changer.fork", "Fork, deep", {0, 500}, [](ToolRack & r) -> auto& { return r.fork_mm; });
    f.length(
        "changer.gap", "Free between neighbours", {0, 500}, [](ToolRack & r) -> auto& { return r.gap_mm; });
    f.row(3);
    f.length(
        "changer.cone", "Cone, high", {0, 500}, [](ToolRack & r) -> auto& { return r.cone_mm; });
    f.length(
        "changer.stud", "Stud, wide", {0, 500}, [](ToolRack & r) -> auto& { return r.stud_mm; });
    f.length(
        "changer.nose", "Nose, wide", {0, 500}, [](ToolRack & r) -> auto& { return r.nose_mm; });
    f.note(
        "What stands up from a hanging holder above where the spindle face comes, and the nose that comes down beside "
        "it. Empty: not checked.");
    f.heading("How well it has to fit");
    f.row(2);
    f.length(
        "changer.forgives", "A fork forgives", {0.001, 5}, [](ToolRack & r) -> auto& { return r.forgives_mm; });
    f.length(
        "changer.scatter", "Teaching, s", {0.001, 5}, [](ToolRack & r) -> auto& { return r.scatter_mm; });
    f.note("0.15 mm and 0.05 mm are assumed: the maker's sheet, and your own hand taught twice, know better.");
    m_forms.push_back(std::move(form));
    m_retire = new QPushButton(u"Put this rack away"_s);
    m_retire->setObjectName(u"changer.retire"_s);
    m_retire->setToolTip(u"It is no longer of this machine; History brings it back"_s);
    connect(m_retire, &QPushButton::clicked, this, &ChangerStation::retire);
    page->addWidget(m_retire);
}

void ChangerStation::showRack() {
    m_retire->setVisible(static_cast<bool>(m_rack));
    m_retire->setEnabled(desk().session().writable());
    m_count->setVisible(static_cast<bool>(m_rack));
    m_count->show(QString::number(rack().pockets.size()), {}, u"1 to %1"_s.arg(shop::most_pockets));
    m_count->setWritable(desk().session().writable());
}

void ChangerStation::buildSetOut(QVBoxLayout* page) {
    m_set_out = new SetOutView(
        desk(), [this] { return m_rack ? std::optional(rack()) : std::nullopt; },
        [this](ToolRack changed, std::string what) { return put(std::move(changed), std::move(what)); });
    page->addWidget(m_set_out);
}

void ChangerStation::showSetOut() { m_set_out->refresh(); }

Result<void> ChangerStation::resize(int pockets) {
    if (pockets < 1 || pockets > shop::most_pockets)
        return fail(Code::OutOfRange, {"pockets"}, std::to_string(pockets), fmt::format("1 to {}", shop::most_pockets));
    auto changed = rack();
    for (auto i = static_cast<std::size_t>(pockets); i < changed.pockets.size(); ++i)
        if (changed.pockets[i].taught() || changed.pockets[i].tool)
            return fail(
                Code::OutOfRange, {"pockets"},
                fmt::format("{} pockets (pocket {} is taught, or a tool hangs there)", pockets, changed.number(i)),
                fmt::format("{} to {}", changed.pockets.size(), shop::most_pockets));
    changed.pockets.resize(static_cast<std::size_t>(pockets));
    return put(std::move(changed), fmt::format("Rack: {} pockets", pockets));
}

void ChangerStation::buildTeach(QVBoxLayout* page) {
    auto* note = styled(new WrappedLabel, Type::Small, Tone::Soft);
    note->setText(u"One pocket after the other, each in the same order. First and last Z at least. A figure that does "
                  "not fit its neighbours is asked again. Click a pocket in the picture to teach it."_s);
    page->addWidget(note);
    page->addWidget(styled(new QLabel(u"Or a list of positions"_s), Type::Heading, Tone::Soft));
    m_list = styled(new QPlainTextEdit, Type::Mono);
    m_list->setObjectName(u"changer.list"_s);
    m_list->setAccessibleName(u"List of positions"_s);
    m_list->setTabChangesFocus(true);
    m_list->setPlaceholderText(u"pocket,x_mm,y_mm,z_mm\n1,…"_s);
    m_list->setMaximumHeight(desk().look().px(list_px));
    page->addWidget(m_list);
    m_take_list = new QPushButton(u"Take these positions"_s);
    m_take_list->setObjectName(u"changer.take_list"_s);
    m_take_list->setToolTip(u"Machine coordinates in mm; a pocket that does not fit is named under Judgement"_s);
    connect(m_take_list, &QPushButton::clicked, this, &ChangerStation::takeList);
    page->addWidget(m_take_list);
}

void ChangerStation::showTeach() { m_take_list->setEnabled(m_rack && !state().blocked && desk().session().writable()); }

void ChangerStation::takeList() {
    auto const pockets = exchange::readPockets(m_list->toPlainText().toStdString(), "the list");
    if (!pockets) return (void)desk().report(Result<void>(Failure(pockets.error())));
    auto changed = rack();
    if (!m_rack || pockets->empty())
        return (void)desk().report(Result<void>(fail(Code::Missing, {"the list"}, "A rack, and a position in the list",
                                                     "Add a rack; then a line a pocket.")));
    for (auto const& each : *pockets) {
        auto const at = each.number - changed.first_number;
        if (at < 0 || at >= static_cast<int>(changed.pockets.size()))
            return (void)desk().report(Result<void>(
                fail(Code::OutOfRange, {"the list"}, fmt::format("Pocket {}", each.number),
                     fmt::format("{} to {}", changed.first_number, changed.number(changed.pockets.size() - 1)))));
        auto& pocket = changed.pockets[static_cast<std::size_t>(at)];
        changer::teachAnew(pocket, desk().session().now());
        for (int axis = 0; axis < 3; ++axis) pocket.axis(axis) = each.mm[static_cast<std::size_t>(axis)];
    }
    if (desk().report(put(std::move(changed), fmt::format("Positions of {} pockets, from a list", pockets->size()))))
        m_list->clear();
}

/// A row a pocket; the one that is chosen is so in the picture and in every list.
RowsView* ChangerStation::pocketRows(QVBoxLayout* page, QString const& name, QString const& title) {
    auto* rows = new RowsView(name, title, desk().look());
    rows->setMinimumHeight(desk().look().px(rows_px));
    connect(rows, &RowsView::choiceChanged, this, [this, rows] {
        if (rows->chosen() < 0 || rows->chosen() == m_pocket) return;
        m_pocket = rows->chosen();
        refresh();
    });
    page->addWidget(rows);
    return rows;
}

void ChangerStation::buildPockets(QVBoxLayout* page) {
    m_pockets = pocketRows(page, u"changer.pockets"_s, u"Pockets"_s);
    m_from = new Choice(u"changer.from"_s, u"Position that is used"_s, desk().look());
    m_from->box()->addItems({u"as it was taught"_s, u"where the line says"_s, u"by the pitch alone"_s});
    connect(m_from->box(), &QComboBox::activated, this, [this](int index) {
        auto changed = rack();
        auto* pocket = chosenPocket(changed);
        if (!pocket) return;
        pocket->from = static_cast<shop::PocketFrom>(index);
        auto const what = fmt::format("Pocket {}: position {}", changed.number(static_cast<std::size_t>(m_pocket)),
                                      shop::word(pocket->from));
        (void)desk().report(put(std::move(changed), what));
    });
    page->addWidget(m_from);
    m_figures = styled(new WrappedLabel, Type::Mono);
    m_figures->setObjectName(u"changer.figures"_s);
    m_figures->setTextInteractionFlags(Qt::TextSelectableByMouse);
    page->addWidget(m_figures);
    m_save_positions = new QPushButton(u"Positions as a list…"_s);
    m_save_positions->setObjectName(u"changer.save_positions"_s);
    m_save_positions->setToolTip(u"As they are used, in mm, for the control (CSV)"_s);
    connect(m_save_positions, &QPushButton::clicked, this, &ChangerStation::savePositions);
    page->addWidget(m_save_positions);
}

void ChangerStation::savePositions() {
    auto const text = exchange::writePockets(rack(), state());
    desk().prompter().saveFile(this, u"Save the positions"_s, u"rack.csv"_s, u"CSV (*.csv)"_s,
                               [this, text](QString const& path) {
                                   (void)desk().report(exchange::writeWhole(path, QByteArray::fromStdString(text)));
                               });
}

void ChangerStation::showPockets() {
    auto const now = state();
    auto const shown = rack();
    std::vector<Row> rows;
    for (auto const& pocket : now.pockets) {
        using changer::Verdict;
        auto const mark = pocket.verdict == Verdict::Keep ? upkeep::Standing::Proved
                          : pocket.suspect                ? upkeep::Standing::Failed
                                                          : upkeep::Standing::Open;
        rows.push_back({.text = u"Pocket %1"_s.arg(pocket.number),
                        .detail = QString::fromUtf8(changer::verdictWords(pocket.verdict)),
                        .mark = mark});
    }
    {
        QSignalBlocker const quiet(m_pockets);
        m_pockets->show(std::move(rows));
        m_pockets->choose(m_pocket);
    }
    auto const at = static_cast<std::size_t>(m_pocket);
    bool const there = m_rack && at < now.pockets.size();
    m_from->setVisible(there);
    m_from->setEnabled(desk().session().writable());
    m_save_positions->setEnabled(now.fit.has_value());
    m_figures->setVisible(there);
    if (!there) return;
    m_from->box()->setCurrentIndex(static_cast<int>(shown.pockets[at].from));
    auto const& pocket = now.pockets[at];
    QStringList lines{
        u"%1%2%3%4"_s.arg(text(unitName(desk().units())), -3).arg(u"taught"_s, 9).arg(u"line"_s, 9).arg(u"used"_s, 9)};
    for (std::size_t axis = 0; axis < 3; ++axis) {
        QString line = u"%1"_s.arg(u"XYZ"_s.at(static_cast<qsizetype>(axis)), -3);
        for (auto const* mm : {&pocket.taught_mm, &pocket.fitted_mm, &pocket.used_mm}) {
            auto const& each = (*mm)[axis];
            line += (each ? text(lengthNumber(*each, desk().units())) : u"–"_s).rightJustified(9);
        }
        lines << line;
    }
    if (pocket.holder_z_mm) lines << u"holder Z %1"_s.arg(text(lengthText(*pocket.holder_z_mm, desk().units())));
    m_figures->setText(lines.join(u'\n'));
}

void ChangerStation::buildTable(QVBoxLayout* page) {
    m_hanging = pocketRows(page, u"changer.hanging"_s, u"What hangs in the pockets"_s);
    m_tool = new Choice(u"changer.tool"_s, u"In this pocket hangs"_s, desk().look());
    m_seen = new Choice(u"changer.seen"_s, u"And that is"_s, desk().look());
    m_seen->box()->addItems({u"not known"_s, u"believed, not seen since"_s, u"seen"_s});
    auto keep = [this] {
        auto changed = rack();
        auto* pocket = chosenPocket(changed);
        if (!pocket) return;
        auto const before = pocket->tool;
        pocket->tool = chosenIn<shop::Assembly>(*m_tool->box(), m_tool->box()->currentIndex());
        pocket->seen = static_cast<shop::Seen>(m_seen->box()->currentIndex());
        // Whoever says what hangs there has looked.
        if (pocket->tool != before) pocket->seen = shop::Seen::Known;
        auto const* tool = desk().book().find(pocket->tool);
        auto const what = fmt::format("Pocket {}: {}", changed.number(static_cast<std::size_t>(m_pocket)),
                                      tool ? fmt::format("tool {}", tool->number) : std::string("empty"));
        (void)desk().report(put(std::move(changed), what));
    };
    connect(m_tool->box(), &QComboBox::activated, this, keep);
    connect(m_seen->box(), &QComboBox::activated, this, keep);
    page->addWidget(m_tool);
    page->addWidget(m_seen);
    buildTableText(page);
}

void ChangerStation::showTable() {
    auto const shown = rack();
    std::vector<Row> rows;
    for (std::size_t i = 0; i < shown.pockets.size(); ++i) {
        auto const& pocket = shown.pockets[i];
        auto const* tool = desk().book().find(pocket.tool);
        bool const unknown = pocket.seen == shop::Seen::Unknown;
        rows.push_back({.text = u"%1 · %2"_s.arg(shown.number(i))
                                    .arg(tool      ? u"tool %1, %2"_s.arg(tool->number).arg(text(tool->name))
                                         : unknown ? u"not known"_s
                                                   : u"empty"_s),
                        .detail = m_seen->box()->itemText(static_cast<int>(pocket.seen)),
                        .mark = unknown                            ? upkeep::Standing::Open
                                : pocket.seen == shop::Seen::Known ? upkeep::Standing::Proved
                                                                   : upkeep::Standing::Suspect});
    }
    {
        QSignalBlocker const quiet(m_hanging);
        m_hanging->show(std::move(rows));
        m_hanging->choose(m_pocket);
    }
    auto const at = static_cast<std::size_t>(m_pocket);
    bool const there = m_rack && at < shown.pockets.size();
    m_tool->setVisible(there);
    m_seen->setVisible(there);
    bool const writable = m_rack && desk().session().writable();
    m_cutter->setEnabled(writable && there && desk().book().find(shown.pockets[at].tool));
    m_save_table->setEnabled(static_cast<bool>(m_rack));
    m_table_pattern->show(text(tablePattern()), {}, u"empty: a list, pocket and tool"_s);
    m_table_pattern->setWritable(writable);
    auto const pasted = pastedTable();
    m_take_table->setEnabled(writable && pasted && *pasted);
    if (!there) return;
    auto& tools = *m_tool->box();
    tools.clear();
    tools.addItem(u"nothing"_s, QVariant::fromValue<qlonglong>(0));
    for (auto const& [id, tool] : shop::toolsOf(desk().book(), shown.machine)) {
        tools.addItem(u"%1  %2"_s.arg(tool->number).arg(text(tool->name)), QVariant::fromValue<qlonglong>(id.value));
        if (id == shown.pockets[at].tool) tools.setCurrentIndex(tools.count() - 1);
    }
    m_seen->box()->setCurrentIndex(static_cast<int>(shown.pockets[at].seen));
    for (auto* each : {m_tool, m_seen}) each->setEnabled(desk().session().writable());
}

void ChangerStation::buildProve(QVBoxLayout* page) {
    m_proving = new ProvingView(desk(), {u"changer"_s,
                                         [this]() -> std::optional<changer::Proved> {
                                             return m_rack ? std::optional(changer::provedOf(rack())) : std::nullopt;
                                         },
                                         [this] { return rack().drive; },
                                         [this](std::size_t pocket, shop::Counts counts, std::string what) {
                                             auto changed = rack();
                                             static_cast<shop::Counts&>(changed.pockets[pocket]) = counts;
                                             return put(std::move(changed), std::move(what));
                                         },
                                         [this](shop::RackDrive drive, std::string what) {
                                             auto changed = rack();
                                             changed.drive = drive;
                                             return put(std::move(changed), std::move(what));
                                         }});
    connect(m_proving, &ProvingView::chose, this, [this](int pocket) {
        m_pocket = pocket;
        refresh();
    });
    page->addWidget(m_proving);
}

void ChangerStation::showProve() {
    m_proving->choose(m_pocket);
    m_proving->refresh();
    m_steps->show(m_proving->rows());
}

/// The carousel of this machine; none: it has none.
Id<shop::Carousel> ChangerStation::ring() const {
    return changer::carouselOf(desk().book(), desk().setup().place.machine);
}

void ChangerStation::buildCarouselProve(QVBoxLayout* page) {
    auto const shown = [this] {
        auto const* found = desk().book().find(ring());
        return found ? *found : shop::Carousel();
    };
    m_ring_proving =
        new ProvingView(desk(), {u"ring"_s,
                                 [this, shown]() -> std::optional<changer::Proved> {
                                     return ring() ? std::optional(changer::provedOf(shown())) : std::nullopt;
                                 },
                                 [shown] { return shown().drive; },
                                 [this, shown](std::size_t place, shop::Counts counts, std::string what) {
                                     auto changed = shown();
                                     static_cast<shop::Counts&>(changed.places[place]) = counts;
                                     return desk().edit(ring(), std::move(changed), "Carousel: " + what);
                                 },
                                 [this, shown](shop::RackDrive drive, std::string what) {
                                     auto changed = shown();
                                     changed.drive = drive;
                                     return desk().edit(ring(), std::move(changed), "Carousel: " + what);
                                 }});
    connect(m_ring_proving, &ProvingView::chose, this, &ChangerStation::refresh);
    page->addWidget(m_ring_proving);
}

void ChangerStation::showCarouselProve() { m_ring_proving->refresh(); }

} // namespace steady::app
