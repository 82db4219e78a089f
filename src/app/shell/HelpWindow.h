// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The pages of docs/help, as they ship inside the program; they link each other and the other documents.

#include "app/widgets/Look.h"

#include <QTextBrowser>
#include <QWidget>

namespace steady::app {

class HelpWindow : public QWidget {
    Q_OBJECT

public:
    HelpWindow(Look const& look, QWidget* over);
    /// “kit”; the first page where there is none of that name.
    void open(QString const& page);
    static bool has(QString const& page);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void space();

    Look const& m_look;
    QTextBrowser* m_text;
};

} // namespace steady::app
