// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/machine/MechanicsView.h"

#include "app/widgets/Box.h"
#include "app/widgets/When.h"
#include "core/install/Tram.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::MechanicsCheck;
using shop::MechanicsPart;

namespace {

constexpr char const* part_words[] = {"Bolts", "Level", "Head", "Column", "Table"};

} // namespace

MechanicsView::MechanicsView(Desk& desk, RowsView* record, QWidget* parent)
    : QWidget(parent), m_desk(desk), m_record(record) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    m_part = new Choice(u"machine.part"_s, u"A look at"_s, desk.look());
    for (auto const* words : part_words) m_part->box()->addItem(QString::fromLatin1(words));
    column->addWidget(m_part);
    m_add = new QPushButton(u"Write it down"_s);
    m_add->setObjectName(u"machine.look"_s);
    connect(m_add, &QPushButton::clicked, this, &MechanicsView::add);
    column->addWidget(m_add);
    auto make = [&](QVBoxLayout* into) {
        return std::make_unique<Form<MechanicsCheck>>(
            desk, into, [this] { return check(); },
            [this](MechanicsCheck changed, std::string what) {
                auto words = install::titleOf(changed) + ": " + what;
                return m_desk.edit(m_chosen, std::move(changed), std::move(words));
            },
            [] { return true; });
    };
    auto sweep = make(addBox(column, m_sweep_box));
    sweep->choice(
        "machine.look.along", "Swept", {"left to right", "front to back"},
        [](MechanicsCheck & c) -> auto& { return c.along; });
    sweep->length(
        "machine.look.sweep", "From reading to reading", shop::bounds::extent_mm,
        [](MechanicsCheck & c) -> auto& { return c.sweep_mm; });
    sweep->row(2);
    sweep->length(
        "machine.look.before", "Before", {-20, 20}, [](MechanicsCheck & c) -> auto& { return c.before_mm; });
    sweep->length(
        "machine.look.after", "After", {-20, 20}, [](MechanicsCheck & c) -> auto& { return c.after_mm; });
    sweep->note("Right less left, or back less front; plus where the indicator is pushed in.");
    sweep->length(
        "machine.look.bolts", "Bolts apart, that way", shop::bounds::extent_mm,
        [](MechanicsCheck & c) -> auto& { return c.bolts_apart_mm; });
    m_sweep = std::move(sweep);
    auto form = make(addBox(column, m_box));
    form->choice(
        "machine.look.defect", "Defects", {"none", "one is open"},
        [](MechanicsCheck & c) -> auto& { return c.defect; });
    form->text(
        "machine.look.note", "Note", [](MechanicsCheck & c) -> auto& { return c.note; }, true);
    m_form = std::move(form);
    connect(m_record, &RowsView::choiceChanged, this, [this] {
        if (auto const at = static_cast<std::size_t>(m_record->chosen()); at < m_ids.size()) m_chosen = m_ids[at];
        showChosen();
    });
}

MechanicsCheck MechanicsView::check() const {
    auto const* found = m_desk.book().find(m_chosen);
    return found ? *found : MechanicsCheck{};
}

void MechanicsView::add() {
    MechanicsCheck made;
    made.machine = m_desk.setup().place.machine;
    made.part = static_cast<MechanicsPart>(m_part->box()->currentIndex());
    made.at_utc_ms = m_desk.session().now();
    auto words = "A look at: " + install::titleOf(made);
    shop::Change change{std::move(words), {}, {}, {}};
    m_chosen = {m_desk.nextId(change)};
    change.put(m_chosen, std::move(made));
    (void)m_desk.report(m_desk.commit(std::move(change)));
}

void MechanicsView::refresh() {
    std::vector<std::pair<Id<MechanicsCheck>, MechanicsCheck const*>> all;
    for (auto const& [id, each] : m_desk.book().all<MechanicsCheck>())
        if (each->machine == m_desk.setup().place.machine) all.push_back({id, each.get()});
    std::stable_sort(all.begin(), all.end(),
                     [](auto const& a, auto const& b) { return a.second->at_utc_ms > b.second->at_utc_ms; });
    std::vector<Row> rows;
    m_ids.clear();
    int at = 0;
    for (auto const& [id, each] : all) {
        if (id == m_chosen) at = static_cast<int>(rows.size());
        auto detail = localTime(each->at_utc_ms);
        auto figure = [&](char const* words, std::optional<double> mm) {
            if (mm)
                detail +=
                    u" · %1 %2"_s.arg(QString::fromLatin1(words), text(lengthText(*mm, m_desk.units(), Sign::Always)));
        };
        figure("before", each->before_mm);
        figure("after", each->after_mm);
        if (!each->note.empty()) detail += u" · "_s + text(each->note);
        auto const now = each->after_mm ? each->after_mm : each->before_mm;
        bool const shim = now && install::shimFor(*each, *now);
        rows.push_back({text(install::titleOf(*each)), detail,
                        each->defect ? upkeep::Standing::Failed
                        : shim       ? upkeep::Standing::Suspect
                                     : upkeep::Standing::Proved});
        m_ids.push_back(id);
    }
    if (rows.empty())
        rows.push_back({u"Nothing written down yet."_s, u"Bolts first, then level, head, column, table."_s});
    m_record->show(std::move(rows));
    m_record->choose(at);
    if (!m_ids.empty()) m_chosen = m_ids[static_cast<std::size_t>(at)];
    m_add->setEnabled(m_desk.session().writable());
    showChosen();
}

void MechanicsView::showChosen() {
    auto const* found = m_desk.book().find(m_chosen);
    m_box->setVisible(found);
    m_sweep_box->setVisible(found && found->part != MechanicsPart::Bolts);
    if (!found) return;
    m_sweep->refresh();
    m_form->refresh();
    m_desk.look().dress(m_box);
    m_desk.look().dress(m_sweep_box);
}

} // namespace steady::app
