// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/HistoryDialog.h"

#include "app/widgets/When.h"
#include "app/widgets/WrappedLabel.h"

namespace steady::app {

using namespace Qt::StringLiterals;

HistoryDialog::HistoryDialog(Desk& desk, QWidget* over) : QDialog(over), m_desk(desk) {
    setObjectName(u"history"_s);
    setWindowTitle(u"History of the book"_s);
    setAttribute(Qt::WA_DeleteOnClose);
    resize(desk.look().px(760), desk.look().px(520));
    onSurface(this, Surface::Paper);
    auto* column = new QVBoxLayout(this);
    auto* words =
        styled(new WrappedLabel(u"Every change stays. Going back is a change of its own, and can be undone."_s),
               Type::Body, Tone::Soft);
    m_list = new RowsView(u"history.list"_s, u"Changes, newest first"_s, desk.look());
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
    connect(m_list, &RowsView::choiceChanged, this,
            [this] { m_restore->setEnabled(m_desk.session().writable() && m_list->chosen() > 0); });
    connect(&desk, &Desk::changed, this, &HistoryDialog::fill);
    fill();
    desk.look().dress(this);
}

void HistoryDialog::fill() {
    auto const history = m_desk.session().file().history();
    if (!history) (void)m_desk.report(Failure(history.error()));
    std::vector<Row> rows;
    m_seqs.clear();
    for (auto const& row : history.value_or(std::vector<store::ChangeRow>())) {
        rows.push_back(
            {text(row.what), u"%1  ·  %2, %3"_s.arg(row.seq).arg(localTime(row.at_utc_ms), text(row.author))});
        m_seqs.push_back(row.seq);
    }
    m_list->show(std::move(rows));
    m_list->choose(0);
    m_restore->setEnabled(false);
}

void HistoryDialog::restore() {
    if (auto const at = m_list->chosen(); at > 0)
        (void)m_desk.report(m_desk.session().restore(m_seqs[static_cast<std::size_t>(at)]));
}

} // namespace steady::app
