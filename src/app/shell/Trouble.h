// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The page in place of a book that does not open: what is wrong, and the ways out.

#include "app/shell/Actions.h"
#include "core/base/Result.h"

#include <QWidget>

namespace steady::app {

class Look;

class Trouble : public QWidget {
    Q_OBJECT

public:
    Trouble(Look const& look, Actions const& actions, QMenu* recent, QString const& path, Error const& error,
            QWidget* parent);

Q_SIGNALS:
    void rescueWanted();
};

} // namespace steady::app
