// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Stations.h"
#include "app/macros/MacrosStation.h"
#include "app/shell/MainWindow.h"
#include "app/shell/Program.h"
#include "app/widgets/Rows.h"
#include "core/base/Words.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "demo/DemoBook.h"
#include "demo/Script.h"
#include "exchange/RunJson.h"
#include "exchange/WorldJson.h"

#include <QAbstractButton>
#include <QApplication>
#include <QComboBox>
#include <QDialog>
#include <QDir>
#include <QFile>
#include <iostream>
#include <nlohmann/json.hpp>

// steady-pin-tour BOOK FOLDER: opens the book in the real window, goes through the main job and leaves pictures of
// each station, the macro, and its run as text and JSON. It serves machines without a display, and the pictures of
// docs.

namespace {

using namespace steady;
using namespace Qt::StringLiterals;

/// Answers every “save as” with one path.
class FixedPrompter : public app::Prompter {
public:
    explicit FixedPrompter(QString path) : m_path(std::move(path)) {}
    void saveFile(QWidget*, QString const&, QString const&, QString const&, Path chosen) override { chosen(m_path); }
    void openFile(QWidget*, QString const&, QString const&, Path) override {}

private:
    QString m_path;
};

bool write(QString const& path, std::string const& bytes) {
    QFile file(path);
    return file.open(QIODevice::WriteOnly) &&
           file.write(QByteArray::fromStdString(bytes)) == static_cast<qint64>(bytes.size());
}

struct Tour {
    app::MainWindow& window;
    app::Look& look;
    QDir folder;
    bool good = true;

    app::MacrosStation& macros() { return static_cast<app::MacrosStation&>(*window.station(u"macros"_s)); }

    void play() {
        macros().run();
        rest();
    }
    void rest() {
        while (window.busy()) QApplication::processEvents(QEventLoop::WaitForMoreEvents, 20);
    }

    void picture(QString const& station, QString const& name) {
        window.goTo(station);
        for (int round = 0; round < 5; ++round) QApplication::processEvents(); // wrapped words settle over a few
        good = window.grab().toImage().convertToFormat(QImage::Format_RGB32).save(folder.filePath(name)) && good;
    }

    /// Every station in every unit and theme, one after a collision, and large.
    bool all() {
        for (bool const night : {false, true})
            for (auto const units : {UnitSystem::Metric, UnitSystem::Inch}) {
                look.setNight(night);
                look.setUnits(units);
                for (auto const& row : window.stations()) {
                    auto const& station = row.id;
                    if (station == u"macros"_s) play();
                    picture(station,
                            u"%1-%2-%3.png"_s.arg(station, app::text(unitName(units)), night ? u"night"_s : u"day"_s));
                }
            }
        look.setNight(false);
        look.setUnits(UnitSystem::Metric);
        choose("macro.leave_out", u"prove contact"_s);
        choose("macro.fault", u"The lead has come off"_s);
        play();
        picture(u"macros"_s, u"macros-collision.png"_s);
        window.findChild<QAbstractButton*>(u"macro.view.section.watch"_s)->click();
        picture(u"macros"_s, u"macros-parameters.png"_s);
        window.findChild<QAction*>(u"edit.history"_s)->trigger();
        for (int round = 0; round < 5; ++round) QApplication::processEvents();
        auto* history = window.findChild<QDialog*>(u"history"_s);
        good = history->grab().save(folder.filePath(u"history.png"_s)) && good;
        history->close();
        for (auto const& [station, section] : {std::pair{u"machine"_s, u"homing"_s},
                                               {u"machine"_s, u"controller"_s},
                                               {u"kit"_s, u"parts"_s},
                                               {u"kit"_s, u"tool"_s},
                                               {u"wiring"_s, u"feeds"_s},
                                               {u"zeroing"_s, u"board"_s}})
            part(station, section, u"%1-%2.png"_s.arg(station, section));
        look.setScale(1.5);
        for (auto const& row : window.stations()) picture(row.id, row.id + u"-large.png"_s);
        return good;
    }

    void chooseAt(char const* name, int index) {
        auto* list = window.findChild<QComboBox*>(QLatin1String(name));
        list->setCurrentIndex(index);
        Q_EMIT list->activated(index);
    }
    void choose(char const* name, QString const& words) {
        auto* list = window.findChild<QComboBox*>(QLatin1String(name));
        list->setCurrentText(words);
        Q_EMIT list->activated(list->currentIndex());
    }

    void chooseRow(char const* name, QString const& begin) {
        auto* rows = window.findChild<app::RowsView*>(QLatin1String(name));
        for (int i = 0; i < rows->count(); ++i)
            if (rows->row(i).text.startsWith(begin)) rows->choose(i);
    }

    void part(QString const& station, QString const& id, QString const& name) {
        window.goTo(station);
        window.current()->openSection(id);
        picture(station, name);
    }

    /// The macro as it is for another sort of control; afterwards the machine is again what it was.
    void forControl(QString const& name, int first_line, QString const& file) {
        window.goTo(u"machine"_s);
        window.current()->openSection(u"controller"_s);
        choose("machine.dialect", name);
        rest();
        window.goTo(u"macros"_s);
        play();
        macros().editor()->setFirstVisibleLine(first_line);
        picture(u"macros"_s, file);
        window.findChild<QAction*>(u"edit.undo"_s)->trigger();
        rest();
    }

    /// A text in segments on its way to the control, as far as the second slow report; what is typed the run has read.
    void sent(QString const& file) {
        window.goTo(u"machine"_s);
        window.current()->openSection(u"controller"_s);
        choose("machine.dialect", u"Plain streaming"_s);
        rest();
        window.goTo(u"macros"_s);
        play();
        auto const read = macros().theatre().result().read;
        macros().openSection(u"send"_s);
        auto const click = [this](char const* name) {
            auto* button = window.findChild<QAbstractButton*>(QLatin1String(name));
            bool const there = button->isEnabled() && button->isVisible();
            if (there) button->click();
            return there;
        };
        for (std::size_t typed = 0; typed + 1 < read.size();) {
            if (click("macro.send.sent") || click("macro.send.done")) continue;
            auto* number = window.findChild<QLineEdit*>(u"macro.send.number"_s);
            if (!number->isVisible()) break;
            auto const reads = QString::number(std::next(read.begin(), static_cast<long>(typed++))->second, 'f', 3);
            for (auto const& keys : {reads, u"\r"_s}) {
                QKeyEvent press(QEvent::KeyPress, keys == u"\r"_s ? Qt::Key_Return : Qt::Key_unknown, {}, keys);
                QApplication::sendEvent(number, &press);
            }
        }
        while (click("macro.send.sent")) {
        }
        picture(u"macros"_s, file);
        macros().openSection(u"run"_s);
        window.findChild<QAction*>(u"edit.undo"_s)->trigger();
        rest();
    }

    /// The same macro in the words of a script; afterwards the machine is again what it was.
    void inWords(QString const& file) {
        auto& desk = *window.desk();
        auto machine = *desk.book().find(desk.setup().place.machine);
        machine.dialect = "phrasebook";
        machine.behaviour.phrases = demo::scriptWords();
        (void)desk.put(&shop::PlaceOfWork::machine, std::move(machine), "Words of a script");
        rest();
        window.goTo(u"macros"_s);
        macros().openSection(u"words"_s);
        chooseRow("macro.words.steps", u"Touch downward"_s);
        picture(u"macros"_s, file);
        macros().openSection(u"run"_s);
        window.findChild<QAction*>(u"edit.undo"_s)->trigger();
        rest();
    }

    /// Two sides of a bore, as they were read.
    void sides(QString const& file) {
        auto setup = window.desk()->setup();
        setup.side = {shop::SideFeature::Inside, shop::SideAxis::X, {}, {}, 6.0, 0, -412.318, -386.702};
        (void)window.desk()->commitSetup(setup, "Two sides of a bore");
        part(u"zeroing"_s, u"sides"_s, file);
        window.findChild<QAction*>(u"edit.undo"_s)->trigger();
        rest();
    }

    /// What somebody sees after a change that did not end.
    void left(QString const& file) {
        window.goTo(u"changer"_s);
        window.current()->openSection(u"recover"_s);
        choose("recover.place", u"down at fork 3"_s);
        choose("recover.spindle", u"3  12 mm ball, long reach"_s);
        choose("recover.clamp", u"closed"_s);
        part(u"changer"_s, u"recover"_s, file);
    }

    bool run() {
        part(u"machine"_s, u"travel"_s, u"machine.png"_s);
        part(u"kit"_s, u"plate"_s, u"kit.png"_s);
        part(u"layout"_s, u"things"_s, u"layout.png"_s);
        window.goTo(u"wiring"_s);
        choose("wiring.device", u"the setter"_s);
        part(u"wiring"_s, u"circuit"_s, u"wiring.png"_s);
        part(u"repeatability"_s, u"studies"_s, u"repeatability.png"_s);
        sides(u"sides.png"_s);
        part(u"zeroing"_s, u"touch"_s, u"zeroing.png"_s);
        part(u"changer"_s, u"pockets"_s, u"rack.png"_s);
        part(u"changer"_s, u"table"_s, u"hanging.png"_s);
        part(u"changer"_s, u"prove"_s, u"proving.png"_s);
        left(u"recover.png"_s);
        part(u"upkeep"_s, u"redo"_s, u"upkeep.png"_s);
        window.goTo(u"macros"_s);
        auto* macros = &this->macros();
        play();
        macros->editor()->setFirstVisibleLine(85); // where the measuring is
        picture(u"macros"_s, u"macros.png"_s);
        macros->save();
        auto const& result = macros->theatre().result();
        good = write(folder.filePath(u"run.txt"_s), machine::verdictText(result, look.units()) + "\n") && good;
        macros->openSection(u"faults"_s);
        macros->attack();
        rest();
        picture(u"macros"_s, u"faults.png"_s);
        macros->openSection(u"run"_s);
        choose("macro.kind", u"Change at the rack"_s);
        choose("macro.fault", u"The clamp takes ten seconds"_s);
        play();
        picture(u"macros"_s, u"lanes.png"_s);
        chooseAt("macro.fault", 0);
        choose("macro.kind", u"Re-touch after a change"_s);
        play();
        good = write(folder.filePath(u"run.json"_s),
                     dumpJson(exchange::toJson(result, macros->theatre().world().memory), 2) + "\n") &&
               good;
        choose("macro.kind", u"Plate zero"_s);
        sent(u"segments.png"_s);
        forControl(u"Built-in routine"_s, 0, u"sheet.png"_s);
        inWords(u"words.png"_s);
        look.setNight(true);
        picture(u"zeroing"_s, u"zeroing-night.png"_s);
        return good;
    }
};

} // namespace

int main(int argc, char** argv) {
    QApplication const application(argc, argv);
    app::prepareProgram();
    QApplication::setCursorFlashTime(0);
    bool const all = argc == 4 && QLatin1String(argv[3]) == QLatin1String("--all");
    if (argc != 3 && !all) {
        std::cerr << "usage: steady-pin-tour BOOK FOLDER [--all]\n";
        return 2;
    }
    QDir const folder(QString::fromLocal8Bit(argv[2]));
    folder.mkpath(u"."_s);
    FixedClock const clock(demo::now_utc_ms);
    app::Look look;
    look.setMotion(false);
    FixedPrompter prompter(folder.filePath(u"plate-zero.ngc"_s));
    auto session = store::Session::open(QString::fromLocal8Bit(argv[1]), clock, "tour");
    if (!session) {
        std::cerr << describe(session.error()) << "\n";
        return 2;
    }
    app::MainWindow window(look, prompter, clock, "tour", app::stations());
    window.setSession(std::move(*session));
    window.resize(1280, 800);
    window.show();
    Tour tour{window, look, folder};
    return (all ? tour.all() : tour.run()) ? 0 : 1;
}
