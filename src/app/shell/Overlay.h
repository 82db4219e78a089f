// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A panel that lies over the station until it is used or left with Escape; the focus goes back to where it was.

#include "app/widgets/Look.h"

#include <QFrame>
#include <QPointer>
#include <QVBoxLayout>

namespace steady::app {

class Overlay : public QFrame {
    Q_OBJECT

public:
    Overlay(QString const& name, Look const& look, QWidget* parent);
    /// Shown as large as it needs, at the right, below the line at the top.
    void open(QWidget* focused);
    void leave();
    /// Again, after the window has another size.
    void place();

protected:
    /// There is so much room from side to side; for those who can be arranged otherwise.
    virtual void fit(int /*room*/) {}
    QVBoxLayout* content() { return m_column; }

private:
    Look const& m_look;
    QWidget* m_content;
    QVBoxLayout* m_column;
    QPointer<QWidget> m_before; ///< had the focus
};

} // namespace steady::app
