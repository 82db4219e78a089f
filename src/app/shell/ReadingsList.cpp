// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/ReadingsList.h"

#include <QMenu>
#include <QVBoxLayout>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr int rows_seen = 6;

} // namespace

ReadingsList::ReadingsList(Desk& desk, QString const& name, QString const& title, QStringList const& causes,
                           QWidget* parent)
    : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    m_rows = new RowsView(name + u".readings"_s, title, desk.look());
    m_rows->setUniformItemSizes(true); // so that the end of a long list is where it seems to be
    m_rows->setLayoutMode(QListView::SinglePass);
    column->addWidget(m_rows);
    m_button = new QToolButton(this);
    m_button->setObjectName(name + u".reading.mark"_s);
    m_button->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    column->addWidget(m_button);
    m_causes = new QMenu(m_button);
    for (auto const& cause : causes) m_causes->addAction(cause, this, [this, cause] { mark(cause); });
    connect(m_rows, &RowsView::choiceChanged, this, &ReadingsList::showButton);
    connect(m_button, &QToolButton::clicked, this, [this] {
        if (auto const* reading = chosen(); reading && reading->withdrawn) mark({});
    });
}

Row ReadingsList::rowOf(shop::Reading const& reading) const {
    auto const units = m_desk.units();
    QString line = u"%1  %2"_s.arg(reading.nr, 3).arg(text(lengthText(reading.value_mm, units)));
    if (reading.second_value) line += u"  "_s + text(lengthText(*reading.second_value, units));
    if (reading.group_nr) line += u"  group %1"_s.arg(*reading.group_nr);
    if (reading.withdrawn) line += u"  "_s + text(reading.cause);
    return {.text = line,
            .tone = reading.withdrawn ? Tone::Soft : Tone::Ink,
            .type = Type::Mono,
            .tip = reading.withdrawn ? u"Withdrawn: "_s + text(reading.cause) : QString()};
}

void ReadingsList::show(Id<shop::Study> study) {
    m_study = study;
    m_readings = study ? m_desk.book().snapshot().readings(study) : nullptr;
    int const count = m_readings && *m_readings ? static_cast<int>((*m_readings)->size()) : 0;
    int const before = m_rows->chosen();
    bool const grown = count > m_rows->count();
    m_rows->showEach(count, [this](int at) { return rowOf((**m_readings)[static_cast<std::size_t>(at)]); });
    // A new reading is the one to look at; else the choice stays.
    m_rows->choose(grown || before < 0 ? count - 1 : std::min(before, count - 1));
    m_rows->fitRows(rows_seen);
    m_rows->setVisible(count > 0);
    m_button->setVisible(count > 0);
    showButton();
}

shop::Reading const* ReadingsList::chosen() const {
    auto const at = static_cast<std::size_t>(m_rows->chosen());
    return m_readings && *m_readings && at < (*m_readings)->size() ? &(**m_readings)[at] : nullptr;
}

void ReadingsList::showButton() {
    auto const* reading = chosen();
    m_button->setEnabled(reading && m_desk.session().writable());
    if (!reading) return;
    bool const withdrawn = reading->withdrawn;
    m_button->setText(withdrawn ? u"Count reading %1 again"_s.arg(reading->nr)
                                : u"Withdraw reading %1, because…"_s.arg(reading->nr));
    m_button->setMenu(withdrawn ? nullptr : m_causes);
    m_button->setPopupMode(withdrawn ? QToolButton::DelayedPopup : QToolButton::InstantPopup);
}

void ReadingsList::mark(QString const& cause) {
    auto const* reading = chosen();
    if (!reading) return;
    shop::Change change{
        cause.isEmpty() ? "Count a reading again" : "Withdraw a reading: " + cause.toStdString(), {}, {}, {}};
    change.marks.push_back({m_study, reading->nr, cause.toStdString()});
    (void)m_desk.report(m_desk.commit(std::move(change)));
}

} // namespace steady::app
