// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Digits, point, minus, back and Enter for fingers: each key goes where a keyboard's would, and the focus stays there.

#include "app/widgets/Look.h"

#include <QPushButton>

namespace steady::app {

class NumberPad : public QWidget {
public:
    /// `name`: its keys are called name.7, name.minus, …
    NumberPad(QString const& name, Look const& look, QWidget* parent = nullptr);
};

} // namespace steady::app
