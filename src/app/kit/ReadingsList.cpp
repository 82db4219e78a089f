// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/ReadingsList.h"

namespace steady::app {

using namespace Qt::StringLiterals;

ReadingsList::ReadingsList(Desk& desk, QWidget* parent)
    : QWidget(parent), m_desk(desk), m_column(new QVBoxLayout(this)) {
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(0);
    setAccessibleName(u"Thickness readings"_s);
}

void ReadingsList::show(Id<shop::Study> study, std::vector<shop::Reading> const& readings) {
    auto const& look = m_desk.look();
    Shown now{study, readings, look.units(), look.scale(), look.night(), m_desk.session().writable()};
    if (m_shown == now) return;
    m_shown = std::move(now);
    while (auto* item = m_column->takeAt(0)) {
        if (auto* row = item->widget()) {
            row->hide();
            row->setParent(nullptr);
            row->deleteLater(); // one of its buttons may be the one that was pressed
        }
        delete item;
    }
    for (auto const& reading : readings) addRow(study, reading);
    m_desk.look().dress(this);
}

void ReadingsList::addRow(Id<shop::Study> study, shop::Reading const& reading) {
    auto* row = new QWidget(this);
    auto* column = new QVBoxLayout(row);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    auto* line = new QHBoxLayout;
    column->addLayout(line);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(8);
    auto* nr = styled(new QLabel(QString::number(reading.nr), row), Type::Small, Tone::Soft);
    nr->setFixedWidth(m_desk.look().px(18));
    line->addWidget(nr);
    auto* value = styled(new QLabel(text(lengthText(reading.value_mm, m_desk.units())), row), Type::Mono,
                         reading.withdrawn ? Tone::Soft : Tone::Ink);
    line->addWidget(value);
    auto* button = styled(new QToolButton(row), Type::Small, Tone::Accent);
    button->setProperty("quiet", true);
    button->setObjectName(u"kit.reading.%1"_s.arg(reading.nr));
    if (reading.withdrawn) {
        value->setToolTip(tip(u"Withdrawn: "_s + text(reading.cause)));
        button->setText(u"Count again"_s);
        button->setAccessibleName(u"Count reading %1 again, withdrawn: %2"_s.arg(reading.nr).arg(text(reading.cause)));
        auto* cause = styled(new QLabel(text(reading.cause), row), Type::Small, Tone::Soft);
        cause->setIndent(m_desk.look().px(26));
        column->addWidget(cause);
        connect(button, &QToolButton::clicked, this, [this, study, n = reading.nr] { mark(study, n, {}); });
    } else {
        button->setText(u"Withdraw"_s);
        button->setAccessibleName(u"Withdraw reading %1"_s.arg(reading.nr));
        button->setPopupMode(QToolButton::InstantPopup);
        auto* causes = new QMenu(button);
        for (auto const& cause : {u"typed wrong"_s, u"slipped"_s, u"burr or dirt"_s, u"wrong place"_s})
            causes->addAction(cause, this, [this, study, n = reading.nr, cause] { mark(study, n, cause); });
        button->setMenu(causes);
    }
    line->addStretch();
    button->setEnabled(m_desk.session().writable());
    line->addWidget(button);
    m_column->addWidget(row);
    row->show(); // at once, or the column is measured without it
}

void ReadingsList::mark(Id<shop::Study> study, int nr, QString const& cause) {
    shop::Change change{
        cause.isEmpty() ? "Count a reading again" : "Withdraw a reading: " + cause.toStdString(), {}, {}, {}};
    change.marks.push_back({study, nr, cause.toStdString()});
    // Later, since this list is rebuilt by the change.
    QTimer::singleShot(0, this, [this, change] { (void)m_desk.report(m_desk.commit(change)); });
}

} // namespace steady::app
