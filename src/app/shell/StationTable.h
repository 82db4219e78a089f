// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What the window knows of a station before it is made; app/Stations.cpp has the rows.

#include "app/shell/Station.h"

#include <functional>

namespace steady::app {

struct StationRow {
    QString id, title; ///< “kit”, “Kit”
    QString keys;      ///< that go there
    upkeep::StationState upkeep::Progress::*state;
    std::function<Station*(Desk& desk, QWidget* parent)> make;
};
/// In the order of the work.
using StationTable = std::vector<StationRow>;

} // namespace steady::app
