// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Overlay.h"

#include <QScrollArea>
#include <QShortcut>

namespace steady::app {

Overlay::Overlay(QString const& name, Look const& look, QWidget* parent)
    : QFrame(parent), m_look(look), m_content(new QWidget) {
    setObjectName(name);
    setFrameShape(QFrame::Box);
    onSurface(this, Surface::Panel);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* area = new QScrollArea(this);
    area->setFocusPolicy(Qt::NoFocus);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setWidgetResizable(true);
    area->viewport()->setAutoFillBackground(false);
    m_content->setAutoFillBackground(false);
    area->setWidget(m_content);
    outer->addWidget(area);
    m_column = new QVBoxLayout(m_content);
    m_column->setContentsMargins(16, 12, 16, 14);
    auto* escape = new QShortcut(QKeySequence(Qt::Key_Escape), this);
    escape->setContext(Qt::WidgetWithChildrenShortcut);
    connect(escape, &QShortcut::activated, this, &Overlay::leave);
    hide();
}

void Overlay::open(QWidget* focused) {
    m_before = window()->focusWidget();
    place();
    show();
    raise();
    focused->setFocus();
}

void Overlay::leave() {
    hide();
    if (m_before) m_before->setFocus();
}

void Overlay::place() {
    auto const* around = parentWidget();
    int const top = m_look.px(52), frame = 4;
    fit(around->width() - 64 - style()->pixelMetric(QStyle::PM_ScrollBarExtent) - frame);
    m_column->activate();
    auto const wanted = m_content->sizeHint() + QSize(frame, frame);
    int const width = std::min(wanted.width(), around->width() - 32);
    int const height = std::min(wanted.height(), around->height() - top - 16);
    int const bar = height < wanted.height() ? style()->pixelMetric(QStyle::PM_ScrollBarExtent) : 0;
    resize(std::min(width + bar, around->width() - 32), height);
    move(around->width() - this->width() - 16, top);
}

} // namespace steady::app
