// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A part of a page that comes and goes as a whole.

#include <QVBoxLayout>
#include <QWidget>

namespace steady::app {

/// Puts it into `page`, and hands it over in `box`; what belongs in it goes into what is returned.
inline QVBoxLayout* addBox(QVBoxLayout* page, QWidget*& box) {
    box = new QWidget;
    auto* inside = new QVBoxLayout(box);
    inside->setContentsMargins(0, 0, 0, 0);
    inside->setSpacing(8);
    page->addWidget(box);
    return inside;
}

} // namespace steady::app
