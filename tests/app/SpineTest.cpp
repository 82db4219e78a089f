// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "cli/Command.h"
#include "core/base/Json.h"

#include <nlohmann/json.hpp>
#include <sstream>

using namespace steady;
using namespace Qt::StringLiterals;

/// The spine: from a caliper reading to a macro that has already been run. Stays green for ever.
class SpineTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void fromCaliperReadingsToASavedMacro() {
        test::Driver drive(test::Driver::Start::Empty);
        QVERIFY(drive.find<QLabel>("next.words")->text().contains(u"Measure the plate"_s));

        // Kit: an instrument, five readings in the ways people type them, a tool.
        drive.type("kit.error", u"0.02"_s);
        for (auto const& typed : {u"9.94"_s, u"9,95"_s, u"9.94 mm"_s, u"0.391in"_s, u"9950 µm"_s})
            drive.type("kit.reading", typed);
        auto const plate = drive.book().find(drive.book().first<shop::TouchPlate>());
        QVERIFY(plate);
        auto const readings = drive.window->desk()->session().readings(plate->thickness).value();
        QCOMPARE(readings.size(), std::size_t(5));
        QCOMPARE(readings[1].as_typed, std::string("9,95"));
        QVERIFY(test::near(readings[3].value_mm, 9.9314, 1e-9));
        drive.type("kit.tool.diameter", u"6"_s);
        drive.type("kit.tool.length", u"52"_s);
        drive.click("kit.section.plate");
        QVERIFY2(drive.judgement().contains(u"The plate is 9.942 mm thick"_s), qPrintable(drive.judgement()));
        QVERIFY(drive.find<QLabel>("next.words")->text().contains(u"Touch the plate"_s));

        // Zeroing: one contact; the ladder and the sum.
        drive.click("next.go");
        QCOMPARE(drive.window->current()->id(), u"zeroing"_s);
        QVERIFY(!drive.ladder()->filled());
        drive.type("zero.contact", u"-41.5"_s);
        QVERIFY(drive.ladder()->filled());
        auto const& chain = *drive.window->desk()->zero()->chain;
        QVERIFY(test::near(chain.sum().mm, -51.442, 0.003));
        QVERIFY2(drive.find<app::SumLine>("sum")->shownText().startsWith(u"−41.500 − 9.942"_s),
                 qPrintable(drive.find<app::SumLine>("sum")->shownText()));
        QVERIFY(drive.judgement().contains(u"Work zero is good to ±0.02"_s));

        // Macros: run it, read where zero landed, save it.
        drive.key(Qt::Key_8, Qt::ControlModifier);
        QCOMPARE(drive.window->current()->id(), u"macros"_s);
        drive.key(Qt::Key_F5);
        QVERIFY2(drive.judgement().contains(u"The zero is right."_s), qPrintable(drive.judgement()));
        drive.prompter.path = drive.folder.filePath(u"plate-zero.ngc"_s);
        drive.key(Qt::Key_S, Qt::ControlModifier);
        QCOMPARE(test::readAll(drive.prompter.path), drive.macros()->editor()->text().toUtf8());

        // The same file through the command line, in the world that the same book believes in.
        std::ostringstream world, result, problems;
        auto const book = drive.book_path.toStdString();
        QCOMPARE(cli::runCli({"world", "--book", book}, {world, problems}), 0);
        auto const world_path = drive.folder.filePath(u"world.json"_s);
        QFile file(world_path);
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write(QByteArray::fromStdString(world.str())) > 0);
        file.close();
        QCOMPARE(cli::runCli({"run", drive.prompter.path.toStdString(), "--world", world_path.toStdString(), "--json"},
                             {result, problems}),
                 0);
        auto const json = parseJson(result.str(), "stdout");
        QVERIFY(json);
        QVERIFY(test::near((*json)["z_zero"]["set_mm"], drive.macros()->theatre().result().z_zero->set_mm, 1e-9));
        QVERIFY(test::near((*json)["z_zero"]["error_mm"], 0, 0.001));
    }

    void aPlateEnteredTooThickIsSaidOnScreen() {
        test::Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.type("macro.true_thickness", u"9.542"_s); // the book says 9.942
        drive.click("macro.run");
        QVERIFY2(drive.judgement().contains(u"The zero is wrong, and nothing says so."_s),
                 qPrintable(drive.judgement()));
        QVERIFY2(drive.judgement().contains(u"off by −400 µm: too low: it cuts too deep"_s),
                 qPrintable(drive.judgement()));
        QCOMPARE(fmt::format("{:.3f}", drive.macros()->theatre().result().z_zero->error_mm()), std::string("-0.400"));
        QVERIFY(drive.find<QLabel>("next.words")->text().contains(u"Read the verdict"_s));
    }

    /// Asked for help, for a version or for nonsense, the program answers and opens no window, display or not.
    void helpNeedsNoWindow() {
        auto answer = [](QStringList const& words, QString const& platform = u"xcb"_s) {
            QProcess program;
            auto environment = QProcessEnvironment::systemEnvironment();
            environment.remove(u"DISPLAY"_s);
            environment.insert(u"QT_QPA_PLATFORM"_s, platform);
            environment.insert(u"STEADY_PIN_QUIT_AFTER_PAINT"_s, u"1"_s);
            program.setProcessEnvironment(environment);
            program.start(test::builtPath("src/steady-pin"), words);
            if (!program.waitForFinished(60'000)) return u"it does not end"_s;
            return u"%1 "_s.arg(program.exitCode()) +
                   QString::fromUtf8(program.readAllStandardOutput() + program.readAllStandardError());
        };
        QVERIFY(answer({u"--help"_s}).startsWith(u"0 Usage:"_s));
        QVERIFY(answer({u"--version"_s}).startsWith(QStringLiteral("0 steady-pin " STEADY_VERSION)));
        QVERIFY(answer({u"--help-all"_s}).startsWith(u"0 Usage:"_s));
        auto const unknown = answer({u"--frobnicate"_s}, u"offscreen"_s);
        QVERIFY2(unknown.startsWith(u"2 "_s) && unknown.contains(u"frobnicate"_s), qPrintable(unknown));
        QVERIFY(answer({u"a.pinbook"_s, u"b.pinbook"_s}, u"offscreen"_s).contains(u"One book at a time."_s));
        // Qt's own options are none of ours.
        auto const missing = answer({u"-style"_s, u"fusion"_s, u"/none.pinbook"_s}, u"offscreen"_s);
        QVERIFY2(missing.startsWith(u"0 "_s) && missing.contains(u"There is no such file"_s), qPrintable(missing));
        QVERIFY(!QFile::exists(u"--help"_s));
    }
    void theWindowComesUpUnderX11() {
        auto const xvfb = QStandardPaths::findExecutable(u"Xvfb"_s);
        QVERIFY2(!xvfb.isEmpty(), "Xvfb is in the package list");
        test::Driver drive; // for its book
        drive.window.reset();
        QProcess server;
        server.setProgram(xvfb);
        server.setArguments(
            {u"-displayfd"_s, u"1"_s, u"-screen"_s, u"0"_s, u"1280x800x24"_s, u"-nolisten"_s, u"tcp"_s});
        server.start();
        QVERIFY(server.waitForReadyRead(20'000));
        auto const display = u":"_s + QString::fromLatin1(server.readAllStandardOutput().trimmed());
        QProcess program;
        auto environment = QProcessEnvironment::systemEnvironment();
        environment.insert(u"DISPLAY"_s, display);
        environment.insert(u"QT_QPA_PLATFORM"_s, u"xcb"_s);
        environment.insert(u"XDG_CONFIG_HOME"_s, drive.folder.path()); // the last book is remembered there
        environment.insert(u"STEADY_PIN_QUIT_AFTER_PAINT"_s, u"1"_s);
        program.setProcessEnvironment(environment);
        program.start(test::builtPath("src/steady-pin"), {drive.book_path});
        QVERIFY(program.waitForFinished(60'000));
        QVERIFY2(program.exitStatus() == QProcess::NormalExit && program.exitCode() == 0,
                 program.readAllStandardError().constData());
        server.terminate();
        QVERIFY(server.waitForFinished());
    }
};

STEADY_TEST(SpineTest);
#include "SpineTest.moc"
