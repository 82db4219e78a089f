// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The stations of the program: the one list. A station is its folder and a row here.

#include "app/shell/StationTable.h"

namespace steady::app {

StationTable stations();

} // namespace steady::app
