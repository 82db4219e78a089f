// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "core/base/Words.h"
#include "demo/DemoBook.h"

namespace steady::test {

QCoreApplication* makeApplication(int& argc, char** argv) {
    auto* application = new QApplication(argc, argv);
    app::prepareProgram();
    QApplication::setCursorFlashTime(0);
    return application;
}

Driver::Driver(Start start, app::StationTable stations) : clock(demo::now_utc_ms) {
    look.setMotion(false);
    book_path = folder.filePath(QStringLiteral("book.pinbook"));
    auto session = Result<std::unique_ptr<store::Session>>(fail(Code::Missing, {}));
    if (start == Start::Demo) {
        // Written once a program; each window gets a copy.
        static QTemporaryDir const once;
        static bool const written = demo::writeDemoBook(once.filePath(QStringLiteral("demo.pinbook"))).has_value();
        if (!written || !QFile::copy(once.filePath(QStringLiteral("demo.pinbook")), book_path)) qFatal("no demo book");
        session = store::Session::open(book_path, clock, "tester");
    } else {
        session = store::Session::create(book_path, clock, "tester");
    }
    if (!session) qFatal("%s", describe(session.error()).c_str());
    window = std::make_unique<app::MainWindow>(look, prompter, clock, "tester", std::move(stations));
    window->setSession(std::move(*session));
    window->resize(1280, 800);
    window->show();
    if (!QTest::qWaitForWindowActive(window.get())) qFatal("the window does not become active");
}

/// Opens the sections that the widget stands in, as a person would before they could click it.
void Driver::uncover(QWidget* widget) {
    for (auto* up = widget; up; up = up->parentWidget()) {
        auto const button = up->property("section").toString();
        if (button.isEmpty() || up->isVisible()) continue;
        QTest::mouseClick(window->findChild<QWidget*>(button), Qt::LeftButton);
    }
}

void Driver::click(char const* name) {
    ++actions;
    auto* widget = find(name);
    uncover(widget);
    for (auto* up = widget->parentWidget(); up; up = up->parentWidget())
        if (auto* area = qobject_cast<QScrollArea*>(up)) area->ensureWidgetVisible(widget);
    // A new screen shows with the next events.
    if (!QTest::qWaitFor([&] { return widget->isVisible(); }, 1000)) qFatal("%s is not visible", name);
    QTest::mouseClick(widget, Qt::LeftButton);
    settle();
}

void Driver::makeSections() const {
    for (auto* sections : window->findChildren<app::Sections*>()) sections->makeAll();
}

void Driver::settle() {
    if (!QTest::qWaitFor([&] { return !window->busy(); }, 20000)) qFatal("the window is still at work");
}

void Driver::type(char const* field, QString const& text) {
    click(field); // the typing belongs to the same action
    auto* edit = find<QLineEdit>(field);
    QTest::keyClick(edit, Qt::Key_A, Qt::ControlModifier);
    if (text.isEmpty()) QTest::keyClick(edit, Qt::Key_Delete);
    // QTest types Latin letters; the rest arrives as an input method would bring it.
    for (auto const c : text) {
        QKeyEvent press(QEvent::KeyPress, 0, Qt::NoModifier, QString(c));
        QApplication::sendEvent(edit, &press);
    }
    QTest::keyClick(edit, Qt::Key_Return);
}

void Driver::key(Qt::Key key, Qt::KeyboardModifiers modifiers) {
    ++actions;
    QTest::keyClick(window.get(), key, modifiers);
    settle();
}

void Driver::choose(char const* combo, QString const& text) {
    ++actions;
    auto* box = find<QComboBox>(combo);
    uncover(box);
    int const index = box->findText(text);
    if (index < 0) qFatal("%s has no %s", combo, qPrintable(text));
    box->setFocus();
    while (box->currentIndex() < index) QTest::keyClick(box, Qt::Key_Down);
    while (box->currentIndex() > index) QTest::keyClick(box, Qt::Key_Up);
}

QString Driver::hintOf(char const* field) const {
    auto* whole = dynamic_cast<app::Field*>(find(field)->parentWidget());
    if (!whole) qFatal("%s is no field", field);
    return whole->hint();
}

QString Driver::judgement() const { return window->current()->findChild<app::JudgementPanel*>()->allText(); }

QString Driver::notice() const {
    auto* label = find<QLabel>("notice.words");
    return label->isVisible() ? label->text() : QString();
}

app::LadderView* Driver::ladder() const { return window->current()->findChild<app::LadderView*>(); }

} // namespace steady::test
