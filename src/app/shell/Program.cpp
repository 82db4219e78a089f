// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Program.h"

#include "app/widgets/LadderAccess.h"
#include "store/Session.h"

#include <QCommandLineParser>
#include <algorithm>
#include <iostream>
#include <string_view>

/// The resources live in a static library; outside any namespace, as Qt asks.
static void initResources() { Q_INIT_RESOURCE(steady_pin); }

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {
constexpr int recent_count = 8;
}

namespace {

void setUp(QCommandLineParser& parser) {
    QCoreApplication::setApplicationName(u"steady-pin"_s);
    QCoreApplication::setApplicationVersion(QStringLiteral(STEADY_VERSION));
    parser.setApplicationDescription(u"Steady Pin opens a book; without one, the book that was open last."_s);
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(u"book"_s, u"The .pinbook file to open."_s, u"[BOOK]"_s);
}

} // namespace

void answerHelp(int argc, char** argv) {
    bool const asked = std::any_of(argv + 1, argv + argc, [](std::string_view word) {
        return word == "-h" || word == "--help" || word == "--help-all" || word == "-v" || word == "--version";
    });
    if (!asked) return;
    QCoreApplication const application(argc, argv); // needs no display
    QCommandLineParser parser;
    setUp(parser);
    parser.process(application); // prints and ends the program
}

std::optional<QString> bookAskedFor(QStringList const& words) {
    QCommandLineParser parser;
    setUp(parser);
    bool const understood = parser.parse(words);
    auto const books = parser.positionalArguments();
    if (understood && books.size() <= 1) return books.value(0);
    auto const wrong = understood ? u"One book at a time."_s : parser.errorText();
    std::cerr << wrong.toStdString() << "\n" << parser.helpText().toStdString();
    return std::nullopt;
}

void prepareProgram() {
    QApplication::setStyle(u"Fusion"_s);
    QApplication::setOrganizationName(u"steady-pin"_s);
    QApplication::setApplicationName(u"steady-pin"_s);
    QApplication::setApplicationDisplayName(u"Steady Pin"_s);
    QLocale::setDefault(QLocale::c());
    initResources();
    paper::loadFonts();
    installLadderAccess();
}

std::string authorName() {
    auto const name = qEnvironmentVariable("USER");
    return name.isEmpty() ? "owner" : name.toStdString();
}

Result<QString> usualBook(Clock const& clock) {
    QSettings const settings;
    auto const last = settings.value(u"book/last"_s).toString();
    if (!last.isEmpty() && QFileInfo(last).isFile()) return last;
    QDir const folder(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation));
    auto const path = folder.filePath(u"workshop.pinbook"_s);
    if (QFileInfo(path).isFile()) return path;
    if (!folder.mkpath(u"."_s))
        return fail(Code::FileWrite, {folder.path().toStdString()}, "the folder cannot be made");
    auto session = store::Session::create(path, clock, authorName());
    if (!session) return Failure(session.error());
    shop::Change first{"New book", {}, {}, {}};
    first.put(Id<shop::BookInfo>{1}, shop::BookInfo{"My workshop", UnitSystem::Metric});
    if (auto done = (*session)->commit(std::move(first)); !done) return Failure(done.error());
    return path;
}

void rememberBook(QString const& path) {
    QSettings settings;
    auto const whole = QFileInfo(path).absoluteFilePath();
    settings.setValue(u"book/last"_s, whole);
    auto recent = settings.value(u"book/recent"_s).toStringList();
    recent.removeAll(whole);
    recent.prepend(whole);
    settings.setValue(u"book/recent"_s, QStringList(recent.mid(0, recent_count)));
}

QStringList recentBooks() {
    QStringList there;
    for (auto const& path : QSettings().value(u"book/recent"_s).toStringList())
        if (QFileInfo(path).isFile()) there << path;
    return there;
}

} // namespace steady::app
