// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include <QApplication>
#include <QMainWindow>
#include <QTimer>
#include <iostream>

namespace {

/// The reference of a start: Qt with one empty window, which says when it has been painted, and goes.
class Bare : public QMainWindow {
protected:
    void paintEvent(QPaintEvent*) override {
        QTimer::singleShot(0, this, [this] {
            std::cout << "painted" << std::endl;
            close();
        });
    }
};

} // namespace

int main(int argc, char** argv) {
    QApplication const application(argc, argv);
    Bare window;
    window.resize(1280, 800);
    window.show();
    return QApplication::exec();
}
