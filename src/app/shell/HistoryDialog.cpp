// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/HistoryDialog.h"

#include "app/widgets/When.h"

namespace steady::app {

using namespace Qt::StringLiterals;

HistoryDialog::HistoryDialog(Desk& desk, QWidget* over) : QDialog(over), m_desk(desk) {
    setObjectName(u"history"_s);
    setWindowTitle(u"History of the book"_s);
    setAttribute(Qt::WA_DeleteOnClose);
    resize(desk.look().px(760), desk.look().px(520));
    onSurface(this, Surface::Paper);
    auto* column = new QVBoxLayout(this);
    auto* words = styled(new QLabel(u"Every change stays. Going back is a change of its own, and can be undone."_s),
                         Type::Body, Tone::Soft);
    words->setWordWrap(true);
    m_list = styled(new QListWidget, Type::Mono);
    m_list->setObjectName(u"history.list"_s);
    m_list->setAccessibleName(u"Changes, newest first"_s);
    m_list->setSpacing(desk.look().px(4));
    m_restore = new QPushButton(u"Bring the book back to after this change"_s);
    m_restore->setObjectName(u"history.restore"_s);
    auto* close = new QPushButton(u"Close"_s);
    close->setObjectName(u"history.close"_s);
    auto* row = new QHBoxLayout;
    row->addWidget(m_restore);
    row->addStretch();
    row->addWidget(close);
    column->addWidget(words);
    column->addWidget(m_list, 1);
    column->addLayout(row);
    connect(close, &QPushButton::clicked, this, &QDialog::close);
    connect(m_restore, &QPushButton::clicked, this, &HistoryDialog::restore);
    connect(m_list, &QListWidget::currentRowChanged, this,
            [this](int at) { m_restore->setEnabled(m_desk.session().writable() && at > 0); });
    connect(&desk, &Desk::changed, this, &HistoryDialog::fill);
    fill();
    desk.look().dress(this);
}

void HistoryDialog::fill() {
    m_list->clear();
    auto const history = m_desk.session().file().history();
    if (!history) (void)m_desk.report(Failure(history.error()));
    for (auto const& row : history.value_or(std::vector<store::ChangeRow>())) {
        auto const when = localTime(row.at_utc_ms).rightJustified(24);
        auto* item = new QListWidgetItem(
            u"%1  %2  %3 %4"_s.arg(row.seq, 5).arg(when, text(row.author).leftJustified(9), text(row.what)), m_list);
        item->setData(Qt::UserRole, QVariant::fromValue<qlonglong>(row.seq));
    }
    m_list->setCurrentRow(0);
    m_restore->setEnabled(false);
}

void HistoryDialog::restore() {
    auto const* item = m_list->currentItem();
    if (item) (void)m_desk.report(m_desk.session().restore(item->data(Qt::UserRole).toLongLong()));
}

} // namespace steady::app
