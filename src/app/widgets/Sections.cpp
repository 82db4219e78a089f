// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/Sections.h"

#include <QPushButton>

namespace steady::app {

using namespace Qt::StringLiterals;

Sections::Sections(QString name, int columns, QWidget* parent)
    : QWidget(parent), m_name(std::move(name)), m_columns(columns), m_row(new QGridLayout),
      m_pages(new QVBoxLayout(this)), m_buttons(new QButtonGroup(this)) {
    m_row->setSpacing(4);
    m_pages->setContentsMargins(0, 0, 0, 0);
    m_pages->setSpacing(12);
    m_pages->addLayout(m_row);
    connect(m_buttons, &QButtonGroup::idClicked, this, [this](int at) { open(m_ids[at]); });
}

QVBoxLayout* Sections::add(QString const& id, QString const& words) {
    int const at = static_cast<int>(m_ids.size());
    auto* button = new QPushButton(words, this);
    button->setObjectName(m_name + u".section."_s + id);
    button->setCheckable(true);
    m_buttons->addButton(button, at);
    m_row->addWidget(button, at / m_columns, at % m_columns);
    auto* page = new QWidget(this);
    page->setProperty("section", button->objectName());
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(12);
    m_pages->addWidget(page);
    m_ids.append(id);
    m_widgets.push_back(page);
    button->setChecked(at == 0);
    page->setVisible(at == 0);
    return column;
}

void Sections::open(QString const& id) {
    auto const at = m_ids.indexOf(id);
    if (at < 0) return;
    m_buttons->button(static_cast<int>(at))->setChecked(true);
    for (std::size_t i = 0; i < m_widgets.size(); ++i) m_widgets[i]->setVisible(static_cast<qsizetype>(i) == at);
    Q_EMIT opened(id);
}

QString Sections::current() const { return m_ids.value(m_buttons->checkedId()); }

} // namespace steady::app
