// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A real window with a book, driven as a person would: mouse and keys.

#include "app/Stations.h"
#include "app/macros/MacrosStation.h"
#include "app/shell/MainWindow.h"
#include "app/shell/Program.h"
#include "app/widgets/LadderView.h"
#include "app/widgets/SumLine.h"
#include "support/Test.h"

namespace steady::test {

/// Answers file questions with a path given before.
class ReadyPrompter : public app::Prompter {
public:
    QString path;
    int asked = 0;
    void saveFile(QWidget*, QString const&, QString const&, QString const&, Path chosen) override { answer(chosen); }
    void openFile(QWidget*, QString const&, QString const&, Path chosen) override { answer(chosen); }

private:
    void answer(Path const& chosen) {
        ++asked;
        if (!path.isEmpty()) chosen(path);
    }
};

class Driver {
public:
    enum class Start { Demo, Empty };
    explicit Driver(Start start = Start::Demo, app::StationTable stations = app::stations());

    template<class W = QWidget> W* find(char const* name) const {
        auto* found = window->findChild<W*>(QLatin1String(name));
        if (!found) {
            makeSections();
            found = window->findChild<W*>(QLatin1String(name));
        }
        if (!found) qFatal("no widget %s", name);
        return found;
    }
    void click(char const* name);
    /// Clicks into the field, replaces its text, and presses Enter.
    void type(char const* field, QString const& text);
    void key(Qt::Key key, Qt::KeyboardModifiers modifiers = Qt::NoModifier);
    void choose(char const* combo, QString const& text);
    QString hintOf(char const* field) const; ///< what stands below a field
    QString judgement() const;               ///< of the station shown
    QString notice() const;                  ///< empty when none is shown
    app::LadderView* ladder() const;         ///< of the station shown
    app::MacrosStation* macros() const {
        return static_cast<app::MacrosStation*>(window->station(QStringLiteral("macros")));
    }
    shop::Book book() const { return window->desk()->session().book(); }

    void uncover(QWidget* widget);
    /// All sections of the stations shown so far, as if each had been opened.
    void makeSections() const;
    void settle();   ///< until what was begun off the interface thread is done
    int actions = 0; ///< clicks, fields filled, keys and choices so far

    QTemporaryDir folder;
    QString book_path;
    FixedClock clock;
    app::Look look;
    ReadyPrompter prompter;
    std::unique_ptr<app::MainWindow> window;
};

} // namespace steady::test
