// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Stations.h"
#include "app/shell/MainWindow.h"
#include "app/shell/Program.h"
#include "core/base/Words.h"
#include "store/SystemClock.h"

#include <QApplication>
#include <QTimer>
#include <iostream>

namespace {

/// Says so once any of its widgets has been painted, and closes the program.
class LeaveAfterPaint : public QObject {
protected:
    bool eventFilter(QObject*, QEvent* event) override {
        if (event->type() != QEvent::Paint || std::exchange(m_painted, true)) return false;
        QTimer::singleShot(0, qApp, [] {
            std::cout << "painted" << std::endl;
            QApplication::closeAllWindows();
        });
        return false;
    }

private:
    bool m_painted = false;
};

} // namespace

/// steady-pin [BOOK]
int main(int argc, char** argv) {
    using namespace steady;
    app::answerHelp(argc, argv);
    QApplication const application(argc, argv);
    auto const asked = app::bookAskedFor(QCoreApplication::arguments());
    if (!asked) return 2;
    app::prepareProgram();
    store::SystemClock const clock;
    app::Look look;
    app::DialogPrompter prompter;
    auto const path = asked->isEmpty() ? app::usualBook(clock) : Result<QString>(*asked);
    auto session = path ? store::Session::open(*path, clock, app::authorName())
                        : Result<std::unique_ptr<store::Session>>(Failure(path.error()));
    app::MainWindow window(look, prompter, clock, app::authorName(), app::stations());
    if (session) {
        window.setSession(std::move(*session));
    } else {
        std::cerr << describe(session.error()) << "\n";
        window.showTrouble(path.value_or(QString()), session.error());
    }
    // A book named on the command line is looked at; one opened in the window becomes the usual one.
    QObject::connect(&window, &app::MainWindow::bookShown, &window, [&window](QString const& book) {
        app::rememberBook(book);
        window.setRecent(app::recentBooks());
    });
    window.setRecent(app::recentBooks());
    window.show();
    // A start under a display server can be tested without a person to close the window.
    LeaveAfterPaint leave;
    if (qEnvironmentVariableIsSet("STEADY_PIN_QUIT_AFTER_PAINT"))
        QCoreApplication::instance()->installEventFilter(&leave);
    return QApplication::exec();
}
