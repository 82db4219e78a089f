// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "cli/Command.h"
#include "core/base/Json.h"
#include "core/base/Words.h"
#include "core/safety/Rehearsal.h"
#include "core/zeroing/Slips.h"
#include "demo/DemoBook.h"

#include <nlohmann/json.hpp>
#include <sstream>

using namespace steady;

/// Both machines of the demo, millimetres with zero at the top and inches with zero at the table, do all of it.
class DemoTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    FixedClock m_clock{demo::now_utc_ms};
    QString m_book;

    std::string path(char const* name) { return m_folder.filePath(QLatin1String(name)).toStdString(); }
    std::string said(std::vector<std::string> const& arguments, int code = 0) {
        std::ostringstream out, err;
        int const got = cli::runCli(arguments, {out, err});
        if (got != code) qFatal("%s %s: %d, %s", arguments[0].c_str(), arguments[1].c_str(), got, err.str().c_str());
        return out.str() + err.str();
    }
    void save(std::string const& path, std::string const& bytes) {
        QFile file(QString::fromStdString(path));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write(QByteArray::fromStdString(bytes)) >= 0);
    }
    /// The book, with its machines on another method and what that needs.
    void useMethod(shop::Method method) {
        auto session = store::Session::open(m_book, m_clock, "tester");
        QVERIFY(session);
        shop::Change change{"method", {}, {}, {}};
        for (auto const& [id, setup] : (*session)->book().all<shop::ZeroSetup>()) {
            auto changed = *setup;
            changed.plan.method = method;
            changed.link.plate = changed.link.setter = {};
            change.put(id, changed);
            int offset = 0;
            for (auto const& [tool_id, tool] : shop::toolsOf((*session)->book(), setup->place.machine)) {
                auto own = *tool;
                own.own_offset = method == shop::Method::OffsetPerTool ? ++offset : 0;
                change.put(tool_id, own);
            }
        }
        QVERIFY((*session)->commit(std::move(change)));
    }
    Json runOf(std::string const& kind, std::string const& machine, std::vector<std::string> more = {}) {
        std::vector<std::string> const book{"--book", m_book.toStdString(), "--machine", machine};
        auto with = [&](std::vector<std::string> begin) {
            begin.insert(begin.end(), book.begin(), book.end());
            begin.insert(begin.end(), more.begin(), more.end());
            return begin;
        };
        save(path("m.ngc"), said(with({"write", kind})));
        save(path("w.json"), said(with({"world", "--kind", kind})));
        return Json::parse(said({"run", path("m.ngc"), "--world", path("w.json"), "--json"}));
    }

private Q_SLOTS:
    void init() {
        m_book = m_folder.filePath(QStringLiteral("%1.pinbook").arg(QRandomGenerator::global()->generate()));
        QVERIFY(demo::writeDemoBook(m_book));
    }
    /// Whenever the book is made, its last touch was 44 minutes ago and its machine came ten weeks before.
    void theStoryEndsWhenItIsMade() {
        constexpr std::int64_t minute = 60'000, day = 24 * 60 * minute, now = demo::now_utc_ms + 500 * day;
        auto const book = m_folder.filePath(QStringLiteral("later.pinbook"));
        QVERIFY(demo::writeDemoBook(book, now));
        FixedClock const clock(now);
        auto const session = store::Session::open(book, clock, "tester");
        QVERIFY(session);
        std::int64_t newest = 0;
        for (auto const& [id, contact] : (*session)->book().all<shop::Contact>())
            newest = std::max(newest, contact->at_utc_ms);
        QCOMPARE(newest, now - 44 * minute);
        QCOMPARE((*session)->file().history()->back().at_utc_ms / day, (now - 74 * day) / day);
    }
    void everyKindIsRight_data() {
        QTest::addColumn<QString>("machine");
        QTest::addColumn<int>("tool");
        QTest::newRow("mm, Z0 at the top") << QStringLiteral("Long router") << 1;
        QTest::newRow("inch, Z0 at the table") << QStringLiteral("Bench mill") << 2;
    }
    void everyKindIsRight() {
        QFETCH(QString, machine);
        QFETCH(int, tool);
        auto const name = machine.toStdString();
        auto const number = std::to_string(tool);
        auto zero = [](Json const& run) {
            QCOMPARE(run["outcome"].get<std::string>(), std::string("completed"));
            QVERIFY2(test::near(run["z_zero"]["error_mm"], 0, 0.005), run.dump().c_str());
        };
        zero(runOf("plate-zero", name));
        zero(runOf("plate-zero-link", name));
        zero(runOf("re-touch", name));
        zero(runOf("re-touch", name, {"--tool", number}));
        useMethod(shop::Method::LengthTable);
        if (name == "Bench mill") { // it only streams: what fills the tool table is said to be out of its reach
            auto const book = m_book.toStdString();
            auto const why = said({"write", "tool-length", "--book", book, "--machine", name}, 2);
            QVERIFY2(why.find("This control cannot carry it") != std::string::npos, why.c_str());
            return;
        }
        auto const length = runOf("tool-length", name, {"--tool", number});
        QCOMPARE(length["outcome"].get<std::string>(), std::string("completed"));
        QCOMPARE(length["tool_length"]["tool"].get<int>(), tool);
        QVERIFY(test::near(length["tool_length"]["set_mm"], length["tool_length"]["true_mm"].get<double>(), 0.01));
        zero(runOf("plate-zero", name));
        useMethod(shop::Method::OffsetPerTool);
        auto const own = runOf("offset-per-tool", name, {"--tool", number});
        zero(own);
        QCOMPARE(own["z_zero"]["wcs"].get<std::string>(), "G" + std::to_string(53 + tool));
    }
    void whatDoesNotBelongIsRefused() {
        auto const book = m_book.toStdString();
        QVERIFY(said({"write", "tool-length", "--book", book}, 2).find("belongs to another method") !=
                std::string::npos);
        QVERIFY(said({"write", "re-touch", "--book", book, "--tool", "6"}, 2).find("tool 6") != std::string::npos);
        QVERIFY(said({"write", "re-touch", "--book", book, "--machine", "Mill"}, 2).find("machines of the book") !=
                std::string::npos);
        QVERIFY(said({"write", "re-touch", "--book", book, "--tool", "17"}, 2).find("the tools of the book") !=
                std::string::npos);
    }
    void theDemoIsSilentOnBothMachines() {
        auto const file = store::BookFile::open(m_book, store::Access::ReadOnly);
        auto const loaded = (*file)->load();
        QVERIFY(loaded && loaded->book().check().empty());
        int machines = 0;
        for (auto const& [id, setup] : loaded->book().all<shop::ZeroSetup>())
            for (auto const units : {UnitSystem::Metric, UnitSystem::Inch}) {
                ++machines;
                for (auto const& slip : zeroing::findSlips(facts::Reader(*loaded, units), *setup))
                    QFAIL(slip.text.c_str());
            }
        QCOMPARE(machines, 4);
        QCOMPARE(safety::setupOf(loaded->book()).first, loaded->book().info().in_use);
    }
    void theDayIsGivenOrItIsTodays() {
        auto const book = m_book.toStdString();
        auto const due = [&](std::vector<std::string> const& more) {
            std::vector<std::string> words{"status", "--book", book, "--json"};
            words.insert(words.end(), more.begin(), more.end());
            double left = 0;
            auto const status = Json::parse(said(words, 1));
            for (auto const& each : status.at("due"))
                if (each.at("by") == "days") left += each.at("left").get<double>();
            return left;
        };
        double const on_day = due({"--now", "2026-11-27"}), later = due({"--now", "2026-11-30T12:00:00Z"});
        QVERIFY(on_day > later); // three days a date
        qputenv("STEADY_PIN_NOW", "2026-11-27");
        QCOMPARE(due({}), on_day);
        QCOMPARE(due({"--now", "2026-11-30"}), later);
        qunsetenv("STEADY_PIN_NOW");
        for (auto const* wrong : {"27.11.2026", "2026-02-30", "2026-11-27T09:00:00", "soon"})
            QVERIFY(said({"status", "--book", book, "--now", wrong}, 2).find("as 2026-11-27") != std::string::npos);
    }
    /// The keys that scripts rely on; the demo has one macro that is out of date and one board in doubt.
    void statusSaysWhatHolds() {
        auto const text = said({"status", "--book", m_book.toStdString(), "--now", "2026-11-27"}, 1);
        QVERIFY(text.find("To do again, in this order:") != std::string::npos);
        auto const json =
            parseJson(said({"status", "--book", m_book.toStdString(), "--now", "2026-11-27", "--json"}, 1), "status")
                .value();
        std::string due;
        double wipe = 0;
        for (auto const& each : json.at("due")) {
            QVERIFY(each.at("id").get<int>() > 0 && each.at("left").is_number());
            if (each.at("by") == "cycles") wipe = each.at("left").get<double>();
            if (each.at("left").get<double>() <= 0) due += each.at("title").get<std::string>() + "\n";
        }
        QCOMPARE(due, std::string("Reading: Monday check of the setter, tool 3\nCheck: Height gauge\nCheck the caliper "
                                  "on a gauge block\n"));
        QCOMPARE(wipe, 50.0); // 200 less 1180, and 1030 done
        QCOMPARE(json.at("seq").get<int>(), 126);
        QCOMPARE(json.at("next").at("station").get<std::string>(), std::string("macros"));
        std::string ended; // of the second machine nobody has proved a signal
        std::vector<double> zeros_mm;
        for (auto const& result : json.at("results")) {
            for (auto const* key : {"subject", "title", "value_mm", "plus_minus_mm", "rests_on", "because", "remedy"})
                QVERIFY2(result.contains(key), key);
            if (result.at("state") != "holds")
                ended += result.at("id").get<std::string>() + " " + result.at("state").get<std::string>() + "\n";
            for (auto const& on : result.at("rests_on")) QVERIFY(on.at("entity") > 0 && on.at("seq") > 0);
            if (result.at("id") == "work_zero") zeros_mm.push_back(result.at("value_mm").get<double>());
        }
        QVERIFY(zeros_mm.size() == 2 && test::near(zeros_mm.front(), -73.159, 0.001));
        QCOMPARE(ended,
                 std::string("board_constant suspect\nrack open\nrepeatability open\nmacro_proof stale\nsignal_proof "
                             "open\nsignal_proof open\n"));
        QCOMPARE(json.at("redo").size(), std::size_t(2));
        for (auto const* key : {"id", "seconds", "seconds_source", "title"})
            QVERIFY2(json.at("redo").front().contains(key), key);
    }
    void exportImportExportGivesEqualBytes() {
        auto const first = said({"export", "--book", m_book.toStdString()});
        save(path("book.json"), first);
        auto const copy = path("copy.pinbook");
        QVERIFY(said({"import", path("book.json"), "--book", copy}).find("written") != std::string::npos);
        QCOMPARE(said({"export", "--book", copy}), first);
        // The copy is a book like any other: same macro, same history, and it goes on.
        QCOMPARE(said({"write", "re-touch", "--book", copy}),
                 said({"write", "re-touch", "--book", m_book.toStdString()}));
        auto const a = store::BookFile::open(m_book, store::Access::ReadOnly),
                   b = store::BookFile::open(QString::fromStdString(copy), store::Access::ReadOnly);
        QCOMPARE((*a)->history()->size(), (*b)->history()->size());
        QVERIFY(said({"check", "--book", copy}).find("sound") != std::string::npos);
        QVERIFY(!said({"import", path("book.json"), "--book", copy}, 2).empty()); // never over a book
        QFile::remove(QString::fromStdString(copy));
    }
    void brokenExportsAreRefusedWithTheirPlace_data() {
        QTest::addColumn<QString>("pointer");
        QTest::addColumn<QString>("value");
        QTest::newRow("another format") << QStringLiteral("/format") << QStringLiteral("\"other\"");
        QTest::newRow("newer") << QStringLiteral("/v") << QStringLiteral("99");
        QTest::newRow("no changes") << QStringLiteral("/changes") << QStringLiteral("7");
        QTest::newRow("a seq that is a text") << QStringLiteral("/changes/3/seq") << QStringLiteral("\"four\"");
        QTest::newRow("a body of another kind")
            << QStringLiteral("/changes/5/revisions/0/body") << QStringLiteral("[1]");
    }
    void brokenExportsAreRefusedWithTheirPlace() {
        QFETCH(QString, pointer);
        QFETCH(QString, value);
        auto json = Json::parse(said({"export", "--book", m_book.toStdString()}));
        json[Json::json_pointer(pointer.toStdString())] = Json::parse(value.toStdString());
        save(path("broken.json"), json.dump());
        auto const copy = path("broken.pinbook");
        QVERIFY(!said({"import", path("broken.json"), "--book", copy}, 2).empty());
        QVERIFY(!QFileInfo::exists(QString::fromStdString(copy)));
    }
    /// The rack of the book, and the same as a file: what does not belong, with what became of it; and the calls.
    void theRackIsLaidOnALine() {
        auto const of_book = parseJson(said({"rack", "--book", m_book.toStdString(), "--json"}, 1), "rack").value();
        QVERIFY(test::near(of_book.at("pitch_mm").get<double>(), 60.026, 0.001));
        QCOMPARE(of_book.at("suspects").size(), std::size_t(1));
        QCOMPARE(of_book.at("suspects")[0].at("pocket").get<int>(), 4);
        QCOMPARE(of_book.at("suspects")[0].at("cause").get<std::string>(), std::string("digits_swapped"));
        QVERIFY(test::near(of_book.at("chosen")[0].at("holder_z_mm").get<double>(), -89.791, 1e-9));
        QTemporaryDir folder;
        auto const file = [&](QByteArray const& text) {
            auto const path = folder.filePath(QStringLiteral("rack.csv"));
            QFile out(path);
            if (out.open(QIODevice::WriteOnly)) out.write(text);
            return path.toStdString();
        };
        auto const straight = file("pocket,x_mm,y_mm,z_mm\n3,10.012,5.104,-80.25\n4,60.031,5.131,\n5,110.018,5.149,\n"
                                   "7,210.040,5.203,-80.31\n");
        auto const of_file = parseJson(said({"rack", straight, "--json"}, 0), "rack").value();
        QVERIFY(of_file.at("suspects").empty() && !of_file.at("z_checked").get<bool>());
        QVERIFY(test::near(of_file.at("z_slope").get<double>(), -0.06 / 200, 1e-5)); // by hand
        QCOMPARE(of_file.at("chosen").size(), std::size_t(5)); // pocket 6 was not taught, and has its place
        QVERIFY(of_file.at("chosen")[3].at("mm")[0].is_null());
        (void)said({"rack", file("pocket,x_mm,y_mm,z_mm\n3,10,5,x\n"), "--json"}, 2);
        (void)said({"rack", file("pocket,x_mm,y_mm,z_mm\n3,10,5,-80\n"), "--json"}, 2);
        (void)said({"rack", "--json"}, 2);
        auto const prove = parseJson(said({"prove", "--book", m_book.toStdString(), "--json"}, 0), "prove").value();
        QCOMPARE(prove.at("calls").size(), std::size_t(6));
        QCOMPARE(prove.at("calls")[5].at("to").get<int>(), 3); // the one in the spindle last
        QCOMPARE(prove.at("success_lower_95").get<double>(), 0.0);
    }
    /// A change of the demo's rack: every lamp with its time and its way out, and how long all of it takes.
    void aChangeStepByStep() {
        auto const ask = [&](std::vector<std::string> more, int code) {
            std::vector<std::string> all{"sequence", "--book", m_book.toStdString(), "--json"};
            all.insert(all.end(), more.begin(), more.end());
            return said(all, code);
        };
        auto const change = parseJson(ask({"--to", "2"}, 0), "sequence").value();
        int looked = 0;
        for (auto const& step : change.at("steps")) {
            QCOMPARE(step.at("limit_s").is_null(), step.at("way_out").is_null());
            looked += !step.at("limit_s").is_null();
        }
        QCOMPARE(looked, 10); // air, closed, in; not yet, open, out; open; closed, in; still in
        QVERIFY(change.at("seconds").get<double>() > 15); // 14 of them the spindle runs down
        auto const empty = parseJson(ask({"--from", "0", "--to", "2"}, 0), "sequence").value();
        QVERIFY(empty.at("steps").size() < change.at("steps").size());
        QVERIFY(ask({"--to", "4"}, 2).find("does not lie where the others say") != std::string::npos);
        QVERIFY(ask({"--to", "77"}, 2).find("77") != std::string::npos);
        QVERIFY(ask({"--to", "3"}, 2).find("nothing is to be changed") != std::string::npos); // it is in the spindle
    }
    /// From a file: nothing is moved before it was looked at; what a file gets wrong is named.
    void theWayBack() {
        auto const state = path("state.json");
        auto const ask = [&](std::string const& text, int code) {
            save(state, text);
            return said({"recover", state, "--json"}, code);
        };
        auto const whole = R"({"spindle": 3, "clamp": "closed", "at": 5, "air": true, "homed": true, "arm": null,
            "alarm": "no holder", "pockets": {"4": 1, "5": "empty", "6": "empty"}})";
        auto const way = parseJson(ask(whole, 0), "recover").value();
        QVERIFY(!way.at("looks_first").get<bool>());
        std::string all;
        for (auto const& step : way.at("steps")) {
            QVERIFY(!step.at("text").get<std::string>().empty() && !step.at("expect").get<std::string>().empty());
            all += step.at("text").get<std::string>() + "\n";
        }
        auto const out = all.find("Jog out of fork 5 along its own axis"), told = all.find("tool 3 is in the spindle"),
                   clear = all.find("back to 0");
        QVERIFY2(out != std::string::npos && out < told && told < clear, all.c_str());
        auto const unseen = parseJson(ask(R"({"pockets": {"1": "unknown"}})", 1), "recover").value();
        QVERIFY(unseen.at("looks_first").get<bool>());
        // A carousel that stands at the spindle, which is above it; and a power cut, whose mark nobody has looked at.
        auto const textOf = [&](std::string const& text, int code) {
            std::string steps;
            auto const json = parseJson(ask(text, code), "recover").value();
            for (auto const& step : json.at("steps")) steps += step.at("text").get<std::string>() + "\n";
            return steps;
        };
        std::string const drum = R"({"changer": "carousel", "spindle": 3, "clamp": "closed", "at": 70, "down": false,
            "air": true, "homed": true, "pockets": {"1": "empty", "70": 2)";
        QVERIFY(textOf(drum + "}}", 1).find("Send the carousel back") != std::string::npos); // 68 to be looked into
        auto const cut = textOf(drum + R"(}, "power_cut": true, "mark": "unknown"})", 1);
        QVERIFY2(cut.find("known mark") != std::string::npos && cut.find("Look into") == std::string::npos,
                 cut.c_str());
        auto const arm =
            textOf(R"({"changer": "arm", "arm": 57, "spindle": 3, "clamp": "closed", "at": "clear", "air": true,
            "homed": true, "pockets": {"1": 2}})",
                   1);
        QVERIFY2(arm.find("Tool 57 is in the arm") != std::string::npos, arm.c_str());
        for (auto const& [text, words] : {std::pair{"[1]", "an object"},
                                          {R"({"changer": "drum", "pockets": {"1": 2}})", "changer"},
                                          {R"({"mark": "near", "pockets": {"1": 2}})", "mark"},
                                          {R"({"down": 1, "pockets": {"1": 2}})", "down"},
                                          {"{", "JSON"},
                                          {R"({"clamp": "half", "pockets": {"1": 2}})", "clamp"},
                                          {R"({"lamp": true})", "lamp"},
                                          {R"({"spindle": -3})", "spindle"},
                                          {R"({"pockets": {"one": 2}})", "pockets.one"},
                                          {R"({"spindle": 2, "pockets": {"1": 2}})", "two places"},
                                          {R"({"air": true})", "pockets"}})
            QVERIFY2(ask(text, 2).find(words) != std::string::npos, text);
    }
    void theOrderOfAJob() {
        auto const best = parseJson(
            said({"pocket-order", "1,6,9", "--places", "9", "--at", "8", "--seconds", "0.5", "--json"}, 0), "order");
        QCOMPARE(best->at("order"), Json::parse("[9, 1, 6]"));
        QCOMPARE(best->at("slots_turned").get<int>(), 6);
        QCOMPARE(best->at("slots_turned_as_given").get<int>(), 9);
        QVERIFY(test::near(best->at("seconds").get<double>(), 3, 1e-9));
        (void)said({"pocket-order", "1,10", "--places", "9", "--json"}, 2);
        (void)said({"pocket-order", "4,4", "--places", "9", "--json"}, 2);
    }
};

STEADY_TEST(DemoTest);
#include "DemoTest.moc"
