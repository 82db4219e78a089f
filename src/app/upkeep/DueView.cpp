// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/upkeep/DueView.h"

#include "app/widgets/When.h"
#include "core/upkeep/Due.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::DueBy;
using shop::Reminder;

DueView::DueView(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    m_rows = new RowsView(u"upkeep.due"_s, u"What is due, the first first"_s, desk.look());
    connect(m_rows, &RowsView::choiceChanged, this, [this] {
        if (auto const at = static_cast<std::size_t>(m_rows->chosen()); at < m_ids.size()) m_chosen = m_ids[at];
        showChosen();
    });
    column->addWidget(m_rows);
    auto button = [&](QString const& name, QString const& words, void (DueView::*slot)()) {
        auto* made = new QPushButton(words);
        made->setObjectName(name);
        connect(made, &QPushButton::clicked, this, slot);
        return made;
    };
    m_done = button(u"upkeep.due.done"_s, u"Done just now"_s, &DueView::markDone);
    m_add = button(u"upkeep.due.new"_s, u"Another reminder"_s, &DueView::add);
    m_drop = button(u"upkeep.due.drop"_s, u"No longer wanted"_s, &DueView::drop);
    column->addWidget(m_done);
    m_form_box = new QWidget(this);
    auto* inside = new QVBoxLayout(m_form_box);
    inside->setContentsMargins(0, 0, 0, 0);
    inside->setSpacing(8);
    buildForm(inside);
    column->addWidget(m_form_box);
    column->addWidget(m_drop);
    column->addWidget(m_add);
    column->addStretch();
}

void DueView::buildForm(QVBoxLayout* into) {
    auto form = std::make_unique<Form<Reminder>>(
        m_desk, into, [this] { return reminder(); },
        [this](Reminder changed, std::string what) { return putBack(std::move(changed), std::move(what)); },
        [] { return true; });
    form->text(
        "upkeep.due.title", "What to do", [](Reminder & r) -> auto& { return r.title; });
    form->row(2);
    form->number(
        "upkeep.due.every", "Every", "", 1, shop::bounds::how_often, [](Reminder & r) -> auto& { return r.every; });
    form->choice(
        "upkeep.due.by", "Counted in", {"days", "tool changes", "touches"}, [](Reminder & r) -> auto& { return r.by; });
    m_form = std::move(form);
    m_count = new Field(u"upkeep.due.count"_s, u"Count by now"_s, m_desk.look());
    m_count->onAccept([this](QString const& typed) -> Result<void> {
        bool ok = false;
        double const value = typed.trimmed().toDouble(&ok);
        if (!ok || !shop::bounds::count.hold(value))
            return fail(Code::OutOfRange, {"Count by now"}, "“" + typed.toStdString() + "”", "0 or more");
        return putBack(upkeep::counted(m_desk.book(), reminder(), value), "count");
    });
    into->addWidget(m_count);
}

Reminder DueView::reminder() const {
    auto const* found = m_desk.book().find(Id<Reminder>{m_chosen});
    return found ? *found : Reminder{};
}

Result<void> DueView::putBack(Reminder changed, std::string what) {
    what = changed.title + ": " + what;
    return m_desk.edit(Id<Reminder>{m_chosen}, std::move(changed), std::move(what));
}

void DueView::add() {
    shop::Change change{"Another reminder", {}, {}, {}};
    Reminder fresh;
    fresh.title = fmt::format("Reminder {}", m_desk.book().all<Reminder>().size() + 1);
    fresh.machine = m_desk.setup().place.machine;
    fresh.done_utc_ms = m_desk.session().now();
    Id<Reminder> const made{m_desk.nextId(change)};
    change.put(made, std::move(fresh));
    m_chosen = made.value;
    (void)m_desk.report(m_desk.commit(std::move(change)));
}

void DueView::markDone() {
    Id<shop::Standard> const standard{m_chosen};
    if (auto const* found = m_desk.book().find(standard)) {
        auto checked = *found;
        checked.checked_utc_ms = m_desk.session().now();
        auto words = "Checked: " + checked.name;
        return (void)m_desk.report(m_desk.edit(standard, std::move(checked), std::move(words)));
    }
    (void)m_desk.report(putBack(upkeep::done(m_desk.book(), reminder(), m_desk.session().now()), "done"));
}

void DueView::drop() {
    shop::Change change{"No longer wanted: " + reminder().title, {}, {}, {}};
    change.puts.push_back({m_chosen, std::nullopt});
    (void)m_desk.report(m_desk.commit(std::move(change)));
}

void DueView::refresh() {
    std::vector<Row> rows;
    m_ids.clear();
    int at = 0;
    for (auto const& due : m_desk.status().due) {
        if (due.entity == m_chosen) at = static_cast<int>(rows.size());
        rows.push_back({text(due.title), text(upkeep::leftText(due)),
                        due.now() ? upkeep::Standing::Due : upkeep::Standing::Proved});
        m_ids.push_back(due.entity);
    }
    if (rows.empty()) rows.push_back({u"No reminders yet."_s, u"Wipe the disc, check the gauge, look at the cable."_s});
    m_rows->show(std::move(rows));
    m_rows->choose(at);
    m_rows->fitRows(5);
    showChosen();
}

void DueView::showChosen() {
    auto const* found = m_desk.book().find(Id<Reminder>{m_chosen});
    bool const writable = m_desk.session().writable();
    m_form_box->setVisible(found);
    m_done->setEnabled((found || m_desk.book().find(Id<shop::Standard>{m_chosen})) && writable);
    m_drop->setVisible(found);
    m_drop->setEnabled(writable);
    m_add->setEnabled(writable);
    if (!found) return;
    m_form->refresh();
    m_count->setVisible(found->by != DueBy::Days);
    m_count->setWritable(writable);
    m_count->show(QString::number(upkeep::countNow(m_desk.book(), *found), 'f', 0), {},
                  u"%1; what you type in the book is added to your own count"_s.arg(u"last done "_s +
                                                                                    localTime(found->done_utc_ms)));
    m_desk.look().dress(m_form_box);
}

} // namespace steady::app
