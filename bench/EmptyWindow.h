// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The references of a start: one empty window, which says when it has been painted, and goes.

#include <QApplication>
#include <QMainWindow>
#include <QTimer>
#include <iostream>

class EmptyWindow : public QMainWindow {
public:
    /// Until it has been painted.
    static int run() {
        EmptyWindow window;
        window.resize(1280, 800);
        window.show();
        return QApplication::exec();
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QTimer::singleShot(0, this, [this] {
            std::cout << "painted" << std::endl;
            close();
        });
    }
};
