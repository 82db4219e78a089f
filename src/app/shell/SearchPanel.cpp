// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/SearchPanel.h"

#include <QKeyEvent>

namespace steady::app {

using namespace Qt::StringLiterals;

SearchPanel::SearchPanel(Look const& look, Actions const& actions, QWidget* parent)
    : Overlay(u"search"_s, look, parent), m_actions(actions) {
    m_words = new QLineEdit;
    m_words->setObjectName(u"search.words"_s);
    m_words->setAccessibleName(u"Words of the command"_s);
    m_words->setPlaceholderText(u"A word of the command, then Enter"_s);
    m_words->installEventFilter(this);
    m_rows = new RowsView(u"search.rows"_s, u"Commands found"_s, look);
    m_rows->setFocusPolicy(Qt::NoFocus);
    content()->addWidget(m_words);
    content()->addWidget(m_rows, 1);
    connect(m_words, &QLineEdit::textChanged, this, &SearchPanel::find);
    connect(m_words, &QLineEdit::returnPressed, this, &SearchPanel::perform);
    connect(m_rows, &QListView::clicked, this, &SearchPanel::perform);
    m_rows->setMinimumSize(look.px(430), look.px(420));
}

void SearchPanel::open() {
    m_words->clear();
    find();
    Overlay::open(m_words);
}

/// Those in which every word typed occurs, of what can be done now.
void SearchPanel::find() {
    auto const wanted = m_words->text().simplified().split(u' ', Qt::SkipEmptyParts);
    std::vector<Row> rows;
    m_found.clear();
    for (auto const& each : m_actions.all()) {
        if (!each.action->isEnabled() || each.action->objectName() == u"go.search"_s) continue;
        auto const words = each.action->text().replace(u"&&"_s, u"&"_s);
        auto const all = each.menu + u' ' + words + u' ' + each.hint;
        if (!std::all_of(wanted.begin(), wanted.end(),
                         [&](QString const& word) { return all.contains(word, Qt::CaseInsensitive); }))
            continue;
        auto detail = each.menu + u"  ·  "_s + each.action->shortcut().toString(QKeySequence::NativeText);
        if (!each.hint.isEmpty()) detail += u"  ·  "_s + each.hint;
        rows.push_back({words, detail, {}});
        m_found.push_back(each.action);
    }
    if (rows.empty()) rows.push_back({u"No command has these words."_s, {}, {}});
    m_rows->show(std::move(rows));
    m_rows->setCurrentIndex(m_rows->model()->index(0, 0));
}

void SearchPanel::perform() {
    auto const at = static_cast<std::size_t>(m_rows->chosen());
    if (at >= m_found.size()) return;
    leave();
    m_found[at]->trigger();
}

/// Up and down choose, while the words keep the focus.
bool SearchPanel::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::KeyPress) {
        auto const key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Up || key == Qt::Key_Down || key == Qt::Key_PageUp || key == Qt::Key_PageDown) {
            QCoreApplication::sendEvent(m_rows, event);
            return true;
        }
    }
    return Overlay::eventFilter(watched, event);
}

} // namespace steady::app
