// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The three methods side by side, each with what it costs and what is still missing, and a way to choose it.

#include "app/shell/Desk.h"

#include <QVBoxLayout>

namespace steady::app {

class MethodsView : public QWidget {
    Q_OBJECT

public:
    explicit MethodsView(Desk& desk, QWidget* parent = nullptr);
    void refresh();

private:
    void add(int at);
    void choose(shop::Method method);

    struct Card {
        QLabel *name, *error, *costs, *why;
        QPushButton* choose;
    };
    Desk& m_desk;
    std::vector<Card> m_cards;
};

} // namespace steady::app
