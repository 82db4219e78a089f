// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "EmptyWindow.h"

/// Nothing but Qt.
int main(int argc, char** argv) {
    QApplication const application(argc, argv);
    return EmptyWindow::run();
}
