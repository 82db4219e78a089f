// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "EmptyWindow.h"
#include "app/shell/Program.h"

/// With our fonts and our style sheet.
int main(int argc, char** argv) {
    QApplication const application(argc, argv);
    steady::app::prepareProgram();
    steady::app::Look const look;
    return EmptyWindow::run();
}
