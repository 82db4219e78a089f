// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/changer/ProvingView.h"

#include "app/shell/SaveFile.h"
#include "app/widgets/When.h"
#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"
#include "core/changer/Rack.h"
#include "core/safety/Lacks.h"
#include "paper/SheetPage.h"

#include <QVBoxLayout>
#include <fmt/format.h>

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Counts;
using shop::RackDrive;

ProvingView::ProvingView(Desk& desk, Of of, QWidget* parent) : QWidget(parent), m_desk(desk), m_of(std::move(of)) {
    auto* page = new QVBoxLayout(this);
    page->setContentsMargins(0, 0, 0, 0);
    auto* note = styled(new WrappedLabel, Type::Small, Tone::Soft);
    note->setText(
        u"Stage by stage, each time all the calls listed beside. What was counted since a pocket was taught is "
        "typed here when it suits; a change that somebody helped is one that failed."_s);
    page->addWidget(note);
    m_save = new QPushButton(u"Calls as PDF…"_s);
    m_save->setObjectName(m_of.prefix + u".save_steps"_s);
    connect(m_save, &QPushButton::clicked, this, &ProvingView::save);
    page->addWidget(m_save);
    m_counts = new RowsView(m_of.prefix + u".counts"_s, u"Counted"_s, desk.look());
    constexpr int rows_px = 160;
    m_counts->setMinimumHeight(desk.look().px(rows_px));
    connect(m_counts, &RowsView::choiceChanged, this, [this] {
        if (m_counts->chosen() < 0 || m_counts->chosen() == m_place) return;
        m_place = m_counts->chosen();
        Q_EMIT chose(m_place);
    });
    page->addWidget(m_counts);
    for (auto const* each : {"picks", "drops", "failed", "shown_picks", "shown_drops", "counts_from"})
        m_names.push_back(m_of.prefix.toStdString() + "." + each);
    auto const there = [this] { return m_of.proved().has_value(); };
    m_counted = std::make_unique<Form<Counts>>(
        desk, page, [this] { return counts(); },
        [this](Counts counted, std::string what) { return keep(std::move(counted), std::move(what)); },
        [] { return true; });
    auto& f = *m_counted;
    f.only(there);
    f.row(3);
    auto const changes = shop::bounds::changes;
    f.number(
        m_names[0].c_str(), "Picks", "", 1, changes, [](Counts & c) -> auto& { return c.picks; });
    f.number(
        m_names[1].c_str(), "Drops", "", 1, changes, [](Counts & c) -> auto& { return c.drops; });
    f.number(
        m_names[2].c_str(), "Failed", "", 1, changes, [](Counts & c) -> auto& { return c.failed; });
    m_counter = std::make_unique<Form<RackDrive>>(
        desk, page, [this] { return m_of.drive(); },
        [this](RackDrive drive, std::string what) { return keepDrive(std::move(drive), std::move(what)); }, there);
    m_counter->only(there);
    m_counter->number(
        m_names[5].c_str(), "The control counts from number", "", 1, shop::bounds::counts_from,
        [](RackDrive & d) -> auto& { return d.counts_from; }, "empty: it does not");
    m_counter->note([this] {
        auto const drive = m_of.drive();
        return drive.counts_from
                   ? text(changer::countersOf(drive, static_cast<std::size_t>(m_place)) +
                          " of this pocket. Type what they show when it suits: what is new is added above. Type them "
                          "before a pocket is taught anew.")
                   : u"A macro that is written afterwards counts each drop and each pick in two numbers a pocket, kept "
                     "without power."_s;
    });
    f.only([this, there] { return there() && m_of.drive().counts_from.has_value(); });
    f.row(2);
    f.number(
        m_names[4].c_str(), "Put in", "", 1, changes, [](Counts & c) -> auto& { return c.shown_drops; });
    f.number(
        m_names[3].c_str(), "Taken", "", 1, changes, [](Counts & c) -> auto& { return c.shown_picks; });
}

Counts ProvingView::counts() const {
    auto const proved = m_of.proved();
    auto const at = static_cast<std::size_t>(m_place);
    return proved && at < proved->places.size() ? proved->places[at].counts : Counts();
}

/// A counter of the control that was typed adds what is new.
Result<void> ProvingView::keep(Counts counted, std::string what) {
    auto const proved = m_of.proved();
    auto const at = static_cast<std::size_t>(m_place);
    if (!proved || at >= proved->places.size())
        return fail(Code::Missing, {"rack"}, "What is counted", "Add one first.");
    auto const before = proved->places[at].counts;
    if (counted.shown_picks != before.shown_picks || counted.shown_drops != before.shown_drops) {
        auto const picks = counted.shown_picks, drops = counted.shown_drops;
        bool const anew = picks < before.shown_picks || drops < before.shown_drops;
        counted = before;
        counted.takeShown(picks, drops);
        what = fmt::format("{} picks and {} drops by the control's counters{}", counted.picks, counted.drops,
                           anew ? ", which began anew from 0" : "");
    }
    if (counted.failed > counted.picks + counted.drops)
        return fail(Code::OutOfRange, {"failed"}, std::to_string(counted.failed),
                    fmt::format("0 to {}, what was counted", counted.picks + counted.drops));
    return m_of.keepCounts(at, std::move(counted), fmt::format("Pocket {}: {}", proved->places[at].number, what));
}

Result<void> ProvingView::keepDrive(RackDrive drive, std::string what) {
    auto const proved = m_of.proved();
    auto const* machine = m_desk.book().find(m_desk.setup().place.machine);
    if (proved && machine)
        if (auto const can = safety::canCount(drive, proved->places.size(), *machine); !can) return can;
    return m_of.keepDrive(std::move(drive), std::move(what));
}

Result<std::vector<changer::ProvingStep>> ProvingView::calls() const {
    auto const proved = m_of.proved();
    if (!proved) return fail(Code::Missing, {"changer"}, "What is to be proved", "Add it first.");
    return changer::provingOf(*proved, m_desk.setup().place.assembly);
}

void ProvingView::refresh() {
    auto const proved = m_of.proved();
    std::vector<Row> counts;
    if (proved)
        for (auto const& place : proved->places)
            counts.push_back({.text = u"Pocket %1"_s.arg(place.number),
                              .detail = u"%1 picks, %2 drops, %3 failed"_s.arg(place.counts.picks)
                                            .arg(place.counts.drops)
                                            .arg(place.counts.failed)});
    m_place = std::clamp(m_place, 0, std::max(0, static_cast<int>(counts.size()) - 1));
    {
        QSignalBlocker const quiet(m_counts);
        m_counts->show(std::move(counts));
        m_counts->choose(m_place);
    }
    m_save->setEnabled(proved && calls());
    m_counted->refresh();
    m_counter->refresh();
}

std::vector<Row> ProvingView::rows() const {
    std::vector<Row> rows;
    auto const steps = calls();
    if (!steps) {
        auto const finding = toFinding(steps.error());
        rows.push_back({.text = text(finding.text), .detail = text(finding.remedy)});
        return rows;
    }
    auto const proved = *m_of.proved();
    for (auto const& step : *steps)
        rows.push_back({.text = u"%1  "_s.arg(rows.size() + 1) + text(changer::stepWords(step, proved)),
                        .detail = text(changer::expectedWords(step, proved))});
    return rows;
}

std::vector<zeroing::Judgement> ProvingView::judged() const {
    auto const proved = m_of.proved();
    return proved ? changer::judgeProving(*proved) : std::vector<zeroing::Judgement>();
}

void ProvingView::save() {
    auto const steps = calls();
    if (!steps) return (void)m_desk.report(Result<void>(Failure(steps.error())));
    auto const proved = *m_of.proved();
    macros::SheetPart cautions{"Before anything", {changer::beforeAHand()}, false};
    macros::SheetPart stages{"In this order, each with all the calls", changer::provingStages(proved), true};
    macros::SheetPart calls{"The calls, and what must be seen after each", {}, true};
    for (auto const& step : *steps)
        calls.lines.push_back(changer::stepWords(step, proved) + " " + changer::expectedWords(step, proved));
    auto const* machine = m_desk.book().find(m_desk.setup().place.machine);
    paper::SheetPage page{u"Proving: "_s + text(proved.name),
                          machine ? text(machine->name) : QString(),
                          localTime(m_desk.session().now()),
                          {cautions, stages, calls}};
    saveFile(m_desk, this,
             {u"Save the calls"_s, proved.turns ? u"proving-the-carousel.pdf"_s : u"proving-the-rack.pdf"_s,
              pdfFilter(), u"Writing the calls"_s},
             [page, ink = Look::pageInk()](QString const& path) { return paper::writeSheetPages(page, ink, path); });
}

} // namespace steady::app
