// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/upkeep/LogView.h"

#include "app/widgets/Box.h"
#include "app/widgets/When.h"
#include "core/base/Words.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Event;
using shop::Surfacing;

namespace {

constexpr int log_most = 2000;

} // namespace

LogView::LogView(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    m_filter = new Choice(u"upkeep.filter"_s, u"Show"_s, desk.look());
    for (auto const& words : {u"Everything"_s, u"What happened"_s, u"What was touched"_s, u"What was set"_s})
        m_filter->box()->addItem(words);
    connect(m_filter->box(), &QComboBox::activated, this, &LogView::refresh);
    column->addWidget(m_filter);
    m_rows = new RowsView(u"upkeep.log"_s, u"All changes, newest first"_s, desk.look());
    m_rows->setMinimumHeight(desk.look().px(260));
    connect(m_rows, &RowsView::choiceChanged, this, &LogView::showChosen);
    column->addWidget(m_rows, 1);
    buildEvent(addBox(column, m_event_box));
    buildSurfacing(addBox(column, m_surfacing_box));
}

/// Of what the chosen row tells.
template<class T> std::unique_ptr<Form<T>> LogView::formOf(QVBoxLayout* into, Id<T> Told::*which) {
    return std::make_unique<Form<T>>(
        m_desk, into,
        [this, which] {
            auto const* found = m_desk.book().find(chosen().*which);
            return found ? *found : T{};
        },
        [this, which](T changed, std::string what) {
            return m_desk.edit(chosen().*which, std::move(changed), "More of what happened: " + what);
        },
        [] { return true; });
}

void LogView::buildEvent(QVBoxLayout* into) {
    m_subject = new Choice(u"upkeep.event.subject"_s, u"To what it happened"_s, m_desk.look());
    connect(m_subject->box(), &QComboBox::activated, this, [this](int index) {
        QTimer::singleShot(0, this, [this, index] { (void)m_desk.report(setSubject(index)); });
    });
    into->addWidget(m_subject);
    auto form = formOf(into, &Told::event);
    form->length(
        "upkeep.event.amount", "By how much", shop::bounds::amount_mm, [](Event & e) -> auto& { return e.amount_mm; },
        "if it is known");
    form->text(
        "upkeep.event.note", "Note", [](Event & e) -> auto& { return e.note; }, true);
    m_event = std::move(form);
}

void LogView::buildSurfacing(QVBoxLayout* into) {
    auto form = formOf(into, &Told::surfacing);
    form->length(
        "upkeep.surfacing.amount", "Cut off", shop::bounds::surfaced_mm,
        [](Surfacing & s) -> auto& { return s.removed_mm; }, "with it the board's height is carried along");
    m_surfacing = std::move(form);
}

LogView::Told LogView::chosen() const {
    auto const at = static_cast<std::size_t>(m_rows->chosen());
    return at < m_told.size() ? m_told[at] : Told{};
}

/// What happened is told by an event or a surfacing, touches by their words.
void LogView::refresh() {
    auto const history = m_desk.session().file().history(log_most);
    m_told.clear();
    if (!history) {
        m_rows->show({{text(toFinding(history.error()).text), {}}});
        return;
    }
    auto const& book = m_desk.book();
    std::map<std::int64_t, Told> happened;
    std::set<std::int64_t> touched;
    for (auto const& [id, event] : book.all<Event>()) happened[book.since(id)].event = id;
    for (auto const& [id, cut] : book.all<Surfacing>()) happened[book.since(id)].surfacing = id;
    for (auto const& [id, contact] : book.all<shop::Contact>()) touched.insert(book.since(id));
    int const filter = m_filter->box()->currentIndex();
    std::vector<Row> rows;
    for (auto const& change : *history) {
        auto const event = happened.find(change.seq);
        bool const told = event != happened.end(), touch = touched.contains(change.seq);
        if ((filter == 1 && !told) || (filter == 2 && !touch) || (filter == 3 && (told || touch))) continue;
        auto detail = u"%1, %2"_s.arg(localTime(change.at_utc_ms), text(change.author));
        if (auto const* of = told ? book.find(event->second.event) : nullptr) {
            if (of->amount_mm) detail += u" · "_s + text(lengthText(*of->amount_mm, m_desk.units()));
            if (!of->note.empty()) detail += u" · "_s + text(of->note);
        }
        if (auto const* cut = told ? book.find(event->second.surfacing) : nullptr; cut && cut->removed_mm)
            detail += u" · "_s + text(lengthText(*cut->removed_mm, m_desk.units()));
        rows.push_back({text(change.what), detail});
        m_told.push_back(told ? event->second : Told{});
    }
    if (rows.empty()) rows.push_back({u"Nothing of that kind yet."_s, {}});
    m_rows->show(std::move(rows));
    showChosen();
}

void LogView::showChosen() {
    auto const told = chosen();
    auto const* event = m_desk.book().find(told.event);
    m_event_box->setVisible(event);
    m_surfacing_box->setVisible(m_desk.book().find(told.surfacing));
    if (event) {
        fillSubjects(*event);
        m_event->refresh();
    }
    if (told.surfacing) m_surfacing->refresh();
    m_desk.look().dress(m_event_box);
    m_desk.look().dress(m_surfacing_box);
}

/// Another one of the same sort: another setter, another tool.
void LogView::fillSubjects(Event const& event) {
    auto& list = *m_subject->box();
    auto const& book = m_desk.book();
    list.clear();
    if (event.setter) offer(list, book, event.setter);
    if (event.plate) offer(list, book, event.plate);
    if (event.board) offer(list, book, event.board);
    if (event.assembly)
        for (auto const& [id, tool] : m_desk.tools()) {
            list.addItem(text(fmt::format("Tool {}: {}", tool->number, tool->name)),
                         QVariant::fromValue<qlonglong>(id.value));
            if (id == event.assembly) list.setCurrentIndex(list.count() - 1);
        }
    m_subject->setVisible(list.count() > 1);
    list.setEnabled(m_desk.session().writable());
}

Result<void> LogView::setSubject(int index) {
    auto const* found = m_desk.book().find(chosen().event);
    if (!found) return {};
    auto event = *found;
    auto const& list = *m_subject->box();
    if (event.setter) event.setter = chosenIn<shop::ToolSetter>(list, index);
    if (event.plate) event.plate = chosenIn<shop::TouchPlate>(list, index);
    if (event.board) event.board = chosenIn<shop::Board>(list, index);
    if (event.assembly) event.assembly = chosenIn<shop::Assembly>(list, index);
    return m_desk.edit(chosen().event, std::move(event), "More of what happened: to what");
}

} // namespace steady::app
