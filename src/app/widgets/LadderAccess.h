// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a screen reader sees of the ladder: each rung and arrow as a child with name and value.

namespace steady::app {

/// Teaches Qt's accessibility about LadderView; call once.
void installLadderAccess();

} // namespace steady::app
