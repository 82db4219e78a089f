// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Program.h"

#include <QApplication>
#include <QMainWindow>
#include <QTimer>
#include <iostream>

namespace {

class Dressed : public QMainWindow {
protected:
    void paintEvent(QPaintEvent*) override {
        QTimer::singleShot(0, this, [this] {
            std::cout << "painted" << std::endl;
            close();
        });
    }
};

} // namespace

/// The other reference of a start: an empty window with our fonts and style sheet.
int main(int argc, char** argv) {
    QApplication const application(argc, argv);
    steady::app::prepareProgram();
    steady::app::Look const look;
    Dressed window;
    window.resize(1280, 800);
    window.show();
    return QApplication::exec();
}
