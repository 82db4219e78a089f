// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A labelled choice: caption above, the list below, the arrow drawn in the theme's ink.

#include "app/widgets/Look.h"

#include <QComboBox>
#include <QWheelEvent>

namespace steady::app {

class Chooser : public QComboBox {
    Q_OBJECT

public:
    explicit Chooser(Look const& look, QWidget* parent = nullptr);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }

protected:
    void paintEvent(QPaintEvent* event) override;
    void wheelEvent(QWheelEvent* event) override { event->ignore(); } ///< scrolling past must not change a choice

private:
    Look const& m_look;
};

class Choice : public QWidget {
    Q_OBJECT

public:
    Choice(QString const& name, QString const& caption, Look const& look, QWidget* parent = nullptr);
    QComboBox* box() const { return m_box; }
    /// In a row with others it takes what width there is.
    void setCompact() { m_box->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed); }

private:
    Chooser* m_box;
};

} // namespace steady::app
