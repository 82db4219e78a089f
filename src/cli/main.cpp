// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include <QCoreApplication>
#include <iostream>

int main(int argc, char** argv) {
    QCoreApplication const application(argc, argv);
    return steady::cli::runCli({argv + 1, argv + argc}, {std::cout, std::cerr});
}
