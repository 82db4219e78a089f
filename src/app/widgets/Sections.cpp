// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/Sections.h"

#include <QPushButton>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

QVBoxLayout* columnOf(QWidget* page) { return static_cast<QVBoxLayout*>(page->layout()); }

} // namespace

Sections::Sections(QString name, int columns, Look const& look, QWidget* parent)
    : QWidget(parent), m_name(std::move(name)), m_columns(columns), m_look(look), m_row(new QGridLayout),
      m_column(new QVBoxLayout(this)), m_buttons(new QButtonGroup(this)) {
    m_row->setSpacing(4);
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(12);
    m_column->addLayout(m_row);
    connect(m_buttons, &QButtonGroup::idClicked, this,
            [this](int at) { open(m_pages[static_cast<std::size_t>(at)].id); });
}

void Sections::add(QString const& id, QString const& words, Make make) {
    add(id, words);
    m_pages.back().make = std::move(make);
}

QVBoxLayout* Sections::add(QString const& id, QString const& words) {
    int const at = static_cast<int>(m_pages.size());
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
    m_column->addWidget(page);
    m_pages.push_back({id, page, {}, {}});
    button->setChecked(at == 0);
    page->setVisible(at == 0);
    return column;
}

void Sections::freshen(Page& page) {
    if (page.make) page.show = std::exchange(page.make, {})(columnOf(page.widget));
    if (!page.stale || !page.show) return;
    page.stale = false;
    page.show();
    m_look.dress(page.widget);
}

Sections::Page* Sections::shown() {
    int const at = m_buttons->checkedId();
    return at < 0 ? nullptr : &m_pages[static_cast<std::size_t>(at)];
}

void Sections::open(QString const& id) {
    for (std::size_t i = 0; i < m_pages.size(); ++i) {
        if (m_pages[i].id != id) continue;
        m_buttons->button(static_cast<int>(i))->setChecked(true);
        freshen(m_pages[i]);
        for (auto& page : m_pages) page.widget->setVisible(page.id == id);
        Q_EMIT opened(id);
        return;
    }
}

void Sections::offer(QString const& id, bool offered) {
    int place = 0; // those that are offered close up
    for (std::size_t i = 0; i < m_pages.size(); ++i) {
        auto* button = m_buttons->button(static_cast<int>(i));
        if (m_pages[i].id == id) button->setVisible(offered);
        if (button->isHidden()) continue;
        m_row->addWidget(button, place / m_columns, place % m_columns);
        ++place;
    }
    if (!offered && current() == id) open(m_pages.front().id);
}

void Sections::refresh() {
    for (auto& page : m_pages) page.stale = true;
    if (auto* page = shown()) freshen(*page);
}

void Sections::makeAll() {
    for (auto& page : m_pages) freshen(page);
}

QString Sections::current() const {
    int const at = m_buttons->checkedId();
    return at < 0 ? QString() : m_pages[static_cast<std::size_t>(at)].id;
}

} // namespace steady::app
