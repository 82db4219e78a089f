// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/ReadingsList.h"

#include <QMenu>
#include <QVBoxLayout>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr int rows_seen = 6;

} // namespace

ReadingsList::ReadingsList(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    m_rows = new RowsView(u"kit.readings"_s, u"Thickness readings"_s, desk.look());
    column->addWidget(m_rows);
    m_button = new QToolButton(this);
    m_button->setObjectName(u"kit.reading.mark"_s);
    m_button->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    column->addWidget(m_button);
    m_causes = new QMenu(m_button);
    for (auto const& cause : {u"typed wrong"_s, u"slipped"_s, u"burr or dirt"_s, u"wrong place"_s})
        m_causes->addAction(cause, this, [this, cause] { mark(cause); });
    connect(m_rows, &RowsView::choiceChanged, this, &ReadingsList::showButton);
    connect(m_button, &QToolButton::clicked, this, [this] {
        if (auto const* reading = chosen(); reading && reading->withdrawn) mark({});
    });
}

void ReadingsList::show(Id<shop::Study> study) {
    m_study = study;
    m_readings.clear();
    if (study)
        if (auto const& all = m_desk.book().readings(study)) m_readings = *all;
    std::vector<Row> rows;
    int const before = m_rows->chosen();
    bool const grown = static_cast<int>(m_readings.size()) > m_rows->count();
    for (auto const& reading : m_readings)
        rows.push_back({.text = u"%1  %2"_s.arg(reading.nr, 3).arg(text(lengthText(reading.value_mm, m_desk.units()))) +
                                (reading.withdrawn ? u"  "_s + text(reading.cause) : QString()),
                        .tone = reading.withdrawn ? Tone::Soft : Tone::Ink,
                        .type = Type::Mono,
                        .tip = reading.withdrawn ? u"Withdrawn: "_s + text(reading.cause) : QString()});
    m_rows->show(std::move(rows));
    // A new reading is the one to look at; else the choice stays.
    m_rows->choose(grown || before < 0 ? m_rows->count() - 1 : std::min(before, m_rows->count() - 1));
    m_rows->fitRows(rows_seen);
    m_rows->setVisible(!m_readings.empty());
    m_button->setVisible(!m_readings.empty());
    showButton();
}

shop::Reading const* ReadingsList::chosen() const {
    auto const at = static_cast<std::size_t>(m_rows->chosen());
    return at < m_readings.size() ? &m_readings[at] : nullptr;
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
