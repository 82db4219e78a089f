// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What runs off the interface thread, how far it is, and the button that stops it; seen only when it takes a while.

#include "app/shell/Background.h"
#include "app/widgets/Look.h"

#include <QProgressBar>
#include <QPushButton>
#include <QTimer>

namespace steady::app {

class Working : public QWidget {
    Q_OBJECT

public:
    /// Shows the first of these that is busy.
    Working(std::vector<Background*> watched, QWidget* parent);

private:
    void follow();
    Background* busy() const;

    std::vector<Background*> m_watched;
    QLabel* m_words;
    QProgressBar* m_bar;
    QPushButton* m_stop;
    QTimer m_soon, m_tick;
};

} // namespace steady::app
