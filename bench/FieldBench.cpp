// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Stations.h"
#include "app/shell/MainWindow.h"
#include "app/shell/Program.h"
#include "app/widgets/Field.h"
#include "app/widgets/Sections.h"
#include "core/base/Words.h"
#include "demo/DemoBook.h"

#include <QApplication>
#include <QKeyEvent>
#include <algorithm>
#include <chrono>
#include <iostream>

// bench-fields BOOK: from Enter in a field to the end of the paint that shows it, for fifty fields of all stations,
// each of which has been made before. Prints the median and the 95th percentile in ms, and the slowest field. Give it a
// book where a sync costs nothing, such as in memory: that of a disk is the disk's.

namespace {

using namespace steady;
using namespace Qt::StringLiterals;
using Watch = std::chrono::steady_clock;

class NoPrompter : public app::Prompter {
    void saveFile(QWidget*, QString const&, QString const&, QString const&, Path) override {}
    void openFile(QWidget*, QString const&, QString const&, Path) override {}
};

void settle() {
    for (int i = 0; i < 20; ++i) QApplication::processEvents();
}

/// Another value that fits beside the one shown; empty: this field is not for numbers.
QString another(QString const& shown) {
    bool number = false;
    double const value = QString(shown).replace(u'−', u'-').toDouble(&number);
    if (!number || !shown.contains(u'.')) return {};
    return QString::number(value + 0.01, 'f', 3);
}

} // namespace

int main(int argc, char** argv) {
    QApplication const application(argc, argv);
    if (argc != 2) {
        std::cerr << "usage: bench-fields BOOK\n";
        return 2;
    }
    app::prepareProgram();
    FixedClock const clock{demo::now_utc_ms};
    auto session = store::Session::open(QString::fromLocal8Bit(argv[1]), clock, "bench");
    if (!session) {
        std::cerr << describe(session.error()) << "\n";
        return 1;
    }
    app::Look look;
    NoPrompter prompter;
    app::MainWindow window(look, prompter, clock, "bench", app::stations());
    window.setSession(std::move(*session));
    window.resize(1280, 800);
    window.show();
    settle();
    for (auto const& row : window.stations()) {
        window.goTo(row.id);
        for (auto* sections : window.station(row.id)->findChildren<app::Sections*>()) sections->makeAll();
        settle();
    }
    constexpr std::size_t fields = 50;
    std::vector<std::pair<double, QString>> taken;
    for (auto const& row : window.stations()) {
        window.goTo(row.id);
        QStringList names;
        for (auto* field : window.station(row.id)->findChildren<app::Field*>()) names << field->edit()->objectName();
        for (auto const& name : names) {
            auto* edit = window.station(row.id)->findChild<QLineEdit*>(name);
            for (auto* up = static_cast<QWidget*>(edit); up; up = up->parentWidget())
                if (auto const section = up->property("section").toString(); !section.isEmpty())
                    window.station(row.id)->openSection(section.section(u'.', -1));
            settle();
            if (!edit->isVisible() || another(edit->text()).isEmpty() || taken.size() == fields) continue;
            edit->setFocus();
            edit->setText(another(edit->text()));
            Q_EMIT edit->textEdited(edit->text());
            settle();
            auto const seq = window.desk()->session().file().lastSeq();
            QKeyEvent enter(QEvent::KeyPress, Qt::Key_Return, Qt::NoModifier, u"\r"_s);
            auto const before = Watch::now();
            QApplication::sendEvent(edit, &enter);
            QApplication::processEvents(); // layout and paint
            QApplication::processEvents();
            std::chrono::duration<double, std::milli> const took = Watch::now() - before;
            if (window.desk()->session().file().lastSeq() > seq) taken.push_back({took.count(), name});
        }
    }
    if (taken.size() < fields / 2) {
        std::cerr << "only " << taken.size() << " fields took what was typed\n";
        return 1;
    }
    std::sort(taken.begin(), taken.end());
    std::cout << taken.size() << " " << taken[taken.size() / 2].first << " " << taken[taken.size() * 95 / 100].first
              << " " << taken.back().first << " " << taken.back().second.toStdString() << "\n";
    return 0;
}
