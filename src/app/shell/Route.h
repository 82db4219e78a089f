// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The stations in the order of the work, each with its state as shape and word.

#include "app/shell/StationTable.h"

#include <QAbstractButton>

namespace steady::app {

class RouteItem : public QAbstractButton {
    Q_OBJECT

public:
    RouteItem(Desk& desk, StationRow const& row, QWidget* parent = nullptr);
    void refresh();
    void setEnds(bool first, bool last);
    QSize sizeHint() const override { return {m_look.px(172), m_look.px(64)}; }

protected:
    void paintEvent(QPaintEvent*) override;
    void focusInEvent(QFocusEvent* event) override;

private:
    Look const& m_look;
    Desk& m_desk;
    upkeep::StationState upkeep::Progress::*m_which;
    upkeep::StationState m_state;
    bool m_first = false, m_last = false;
    bool m_by_key = false; ///< focus came by key: shown
};

class Route : public QWidget {
    Q_OBJECT

public:
    Route(Desk& desk, StationTable const& stations, QWidget* parent = nullptr);
    void refresh();
    void setCurrent(int index);
    void takeFocus(int index) { m_items[index]->setFocus(); }

Q_SIGNALS:
    void chosen(int index);

private:
    std::vector<RouteItem*> m_items;
};

} // namespace steady::app
