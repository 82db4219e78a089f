// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "cli/Command.h"
#include "core/base/Json.h"
#include "demo/DemoBook.h"

#include <nlohmann/json.hpp>
#include <sstream>
#include <sys/stat.h>

using namespace steady;

namespace {

struct Said {
    int code;
    std::string out, err;
};

Said steadyPin(std::vector<std::string> const& arguments) {
    std::ostringstream out, err;
    int const code = cli::runCli(arguments, {out, err});
    return {code, out.str(), err.str()};
}

} // namespace

class CliTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    std::string m_book, m_macro, m_world;

    std::string file(char const* name) { return m_folder.filePath(QLatin1String(name)).toStdString(); }
    static void save(std::string const& path, std::string const& bytes) {
        QFile file(QString::fromStdString(path));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write(QByteArray::fromStdString(bytes)) >= 0);
    }

private Q_SLOTS:
    void initTestCase() {
        m_book = file("demo.pinbook");
        QVERIFY(demo::writeDemoBook(QString::fromStdString(m_book)));
        auto const macro = steadyPin({"write", "plate-zero", "--book", m_book});
        QCOMPARE(macro.code, 0);
        m_macro = file("plate-zero.ngc");
        save(m_macro, macro.out);
        auto const world = steadyPin({"world", "--book", m_book});
        QCOMPARE(world.code, 0);
        m_world = file("world.json");
        save(m_world, world.out);
    }
    void writingTwiceGivesTheSameBytes() {
        QCOMPARE(steadyPin({"write", "plate-zero", "--book", m_book}).out,
                 test::readAll(QString::fromStdString(m_macro)).toStdString());
    }
    /// Whatever bytes a macro holds, what is said about it is JSON.
    void lintQuotesAnyLetter() {
        auto const path = file("odd.ngc");
        for (auto const& [text, quoted] : {std::pair<std::string, std::string>{"G1 X−5\n", "“−”"},
                                           {"G1 X\xff\n", "“?”"},
                                           {"G1 X\xe2\x82", "“?”"},
                                           {"#<gr\xc3\xb6\xc3\x9f"
                                            "e>=1\n",
                                            "“ö”"}}) {
            save(path, text);
            auto const said = steadyPin({"lint", path, "--json"});
            QCOMPARE(said.code, 1);
            auto const json = parseJson(said.out, "lint");
            QVERIFY2(json, said.out.c_str());
            QVERIFY2(said.out.find(quoted) != std::string::npos, said.out.c_str());
        }
    }
    void runSaysWhatHappened() {
        auto const words = steadyPin({"run", m_macro, "--world", m_world});
        QCOMPARE(words.code, 0);
        QVERIFY2(words.out.starts_with("completed at line"), words.out.c_str());
        QVERIFY(words.out.find("Z zero set at −73.159 mm, true −73.159 mm") != std::string::npos);
        QVERIFY(words.err.empty());
    }
    /// By hand: the tip stands on the work at machine Z −73.159. G54 is set 10 mm too deep, then G55 right; and a text
    /// that goes back to no offset at all.
    void everyOffsetThatIsSetIsJudged() {
        auto const text = file("two-offsets.ngc"), other = file("other-work.json");
        save(text, "%\nG21 G90 G54\nG10 L2 P1 Z-83.159\nG10 L2 P2 Z-73.159\nG55\n%\n");
        auto const said = steadyPin({"run", text, "--world", m_world, "--within", "0.01", "--json"});
        QCOMPARE(said.code, 1);
        auto const json = *parseJson(said.out, "run");
        QCOMPARE(json["z_zero"]["wcs"].get<std::string>(), std::string("G55"));
        QVERIFY(test::near(json["z_zero"]["error_mm"].get<double>(), 0, 0.001));
        QCOMPARE(json["other_z_zeros"][0]["wcs"].get<std::string>(), std::string("G54"));
        QVERIFY(test::near(json["other_z_zeros"][0]["error_mm"].get<double>(), -10, 0.001));
        QVERIFY(json["offset_before"] == "G54" && json["offset_after"] == "G55");
        auto const words = steadyPin({"run", text, "--world", m_world}).out;
        QVERIFY2(words.find("G54 Z set at −83.159 mm") != std::string::npos, words.c_str());
        QVERIFY2(words.find("G55 is in force at its end; at its start it was G54.") != std::string::npos,
                 words.c_str());
        // The same text is right where G54 belongs to a lower step of the work.
        auto world = *parseJson(test::readAll(QString::fromStdString(m_world)).toStdString(), "world");
        world["works"] = Json::array({{{"work_offset", 1}, {"above_mm", -10}}});
        save(other, world.dump());
        QCOMPARE(steadyPin({"run", text, "--world", other, "--within", "0.01"}).code, 0);
        save(text, "G21 G90 G54\nG10 L1 P3 Z40\nM2\n"); // a length far from any tool's
        QCOMPARE(steadyPin({"run", text, "--world", m_world, "--within", "0.5"}).code, 1);
    }
    /// What a macro calls stands in files beside it: run with them, and a finding names the file and its own line.
    void subsAreReadFromBesideTheMacro() {
        auto const main = file("calls.ngc"), sub = file("Half_Way.ngc");
        save(main, "#31=1\no<half_way> call [4]\nM2\n");
        save(sub, "o<half_way> sub\n#31=[#31 + #1]\no<half_way> endsub\n");
        auto const ran = steadyPin({"run", main, "--world", m_world, "--json"});
        auto const json = parseJson(ran.out, "run");
        QVERIFY2(json && (*json)["outcome"] == "completed", ran.out.c_str());
        QCOMPARE((*json)["subs"][0]["name"].get<std::string>(), std::string("half_way"));
        QCOMPARE((*json)["subs"][0]["first_line"].get<int>(), 5); // behind three lines and a remark
        QVERIFY(steadyPin({"run", main, "--world", m_world}).out.find("subs of the file half_way, from line 5") !=
                std::string::npos);
        QCOMPARE(steadyPin({"lint", main}).code, 0);
        save(sub, "o<half_way> sub\n#31=[#31 + \no<half_way> endsub\n");
        auto const wrong = steadyPin({"lint", main});
        QCOMPARE(wrong.code, 1);
        QVERIFY2(wrong.out.find("half_way:2:") == 0, wrong.out.c_str());
        auto const listed = parseJson(steadyPin({"lint", main, "--json"}).out, "lint");
        QVERIFY((*listed)[0]["sub"] == "half_way" && (*listed)[0]["line"] == 2);
        // A text that is cut short is not made whole by the subs behind it.
        save(sub, "o<half_way> sub\n#31=2\no<half_way> endsub\n");
        save(main, "#31=1\no<half_way> call [4]\n");
        auto const cut = steadyPin({"lint", main});
        QVERIFY2(cut.code == 1 && cut.out.find("calls.ngc:2") != std::string::npos, cut.out.c_str());
        QFile::remove(QString::fromStdString(sub));
        QVERIFY(steadyPin({"lint", main}).out.find("There is no subroutine O<HALF_WAY>") != std::string::npos);
    }
    /// Shops that differ as somebody states by hand, and the very one of which a campaign speaks.
    void spreadsAreStatedByHand() {
        auto const stated = file("spreads.json");
        save(stated, R"({"plate_rect_mm": 2, "scatter_sd_mm": 0.003})");
        auto const wide = steadyPin({"campaign", "--book", m_book, "--kind", "plate-zero", "--runs", "40",
                                     "--no-faults", "--spreads", stated, "--json"});
        auto const json = *parseJson(wide.out, "campaign");
        QVERIFY(json["faults"].empty());
        // Within ±0.031 of ±2 lie 1.6 in a hundred.
        QVERIFY2(json["coverage"]["inside"].get<int>() < 6, wide.out.c_str());
        QVERIFY(test::near(json["within_mm"].get<double>(), 0.0311, 0.0005));
        QVERIFY(test::near(json["spreads"]["plate"][0]["u_mm"].get<double>(), 2 / std::sqrt(3.0), 1e-9));
        for (auto const* wrong :
             {R"({"plate_rect_mm": -1})", R"({"plate_mm": 1})", R"([1])", R"({"driver_lag_share": 2})"}) {
            save(stated, wrong);
            QVERIFY2(steadyPin({"campaign", "--book", m_book, "--spreads", stated}).code == 2, wrong);
        }
        auto const drawn = [&](char const* number) {
            return (*parseJson(steadyPin({"world", "--book", m_book, "--case", number, "--seed", "4"}).out, "w"));
        };
        QVERIFY(drawn("3") == drawn("3") && drawn("3") != drawn("4"));
        QVERIFY(drawn("3")["plate"]["thickness_mm"] !=
                (*parseJson(steadyPin({"world", "--book", m_book}).out, "w"))["plate"]["thickness_mm"]);
        QCOMPARE(steadyPin({"world", "--book", m_book, "--case", "-2"}).code, 2);
    }
    void runAsJson() {
        auto const said = steadyPin({"run", m_macro, "--world", m_world, "--json"});
        auto const json = parseJson(said.out, "stdout");
        QVERIFY(json);
        QCOMPARE((*json)["outcome"].get<std::string>(), std::string("completed"));
        QVERIFY(std::abs((*json)["z_zero"]["error_mm"].get<double>()) < 0.001);
        QCOMPARE(steadyPin({"run", m_macro, "--world", m_world, "--json"}).out, said.out);
    }
    void plateEnteredTooThick() {
        auto const world = file("thin.json");
        save(world, steadyPin({"world", "--book", m_book, "--fault", "plate_thin"}).out);
        auto const json = parseJson(steadyPin({"run", m_macro, "--world", world, "--json"}).out, "stdout");
        QCOMPARE(fmt::format("{:.3f}", (*json)["z_zero"]["error_mm"].get<double>()), std::string("-0.400"));
        auto const words = steadyPin({"run", m_macro, "--world", world});
        QCOMPARE(words.code, 0);
        QVERIFY2(words.out.find("off by −400 µm: too low: it cuts too deep by that") != std::string::npos,
                 words.out.c_str());
        QCOMPARE(steadyPin({"run", m_macro, "--world", world, "--within", "0.05"}).code, 1);
        QCOMPARE(steadyPin({"run", m_macro, "--world", m_world, "--within", "0.05"}).code, 0);
    }
    void stoppedRunsAreJudgedBad_data() {
        QTest::addColumn<QString>("fault");
        QTest::addColumn<QString>("outcome");
        QTest::newRow("shorted") << QStringLiteral("shorted") << QStringLiteral("refused");
        QTest::newRow("missing") << QStringLiteral("plate_missing") << QStringLiteral("alarm");
    }
    void stoppedRunsAreJudgedBad() {
        QFETCH(QString, fault);
        QFETCH(QString, outcome);
        auto const world = file("fault.json");
        save(world, steadyPin({"world", "--book", m_book, "--fault", fault.toStdString()}).out);
        auto const said = steadyPin({"run", m_macro, "--world", world});
        QCOMPARE(said.code, 1);
        QVERIFY(said.out.starts_with(outcome.toStdString()));
    }
    void leavingOutAProtection() {
        auto const macro = steadyPin({"write", "plate-zero", "--book", m_book, "--leave-out", "prove-contact"});
        QCOMPARE(macro.code, 0);
        auto const path = file("unproved.ngc"), world = file("lead.json");
        save(path, macro.out);
        save(world, steadyPin({"world", "--book", m_book, "--leave-out", "prove-contact", "--fault", "lead_off"}).out);
        auto const said = steadyPin({"run", path, "--world", world});
        QCOMPARE(said.code, 1);
        QVERIFY2(said.out.starts_with("collision"), said.out.c_str());
        auto const unknown = steadyPin({"write", "plate-zero", "--book", m_book, "--leave-out", "hope"});
        QCOMPARE(unknown.code, 2);
        QVERIFY(unknown.err.find("prove-contact") != std::string::npos);
    }
    void unusableInput_data() {
        QTest::addColumn<QStringList>("arguments");
        auto book = QStringLiteral("BOOK"), macro = QStringLiteral("MACRO"), world = QStringLiteral("WORLD");
        QTest::newRow("nothing") << QStringList{};
        QTest::newRow("unknown command") << QStringList{QStringLiteral("polish")};
        QTest::newRow("unknown kind") << QStringList{QStringLiteral("write"), QStringLiteral("poem"),
                                                     QStringLiteral("--book"), book};
        QTest::newRow("no such book") << QStringList{QStringLiteral("write"), QStringLiteral("plate-zero"),
                                                     QStringLiteral("--book"), QStringLiteral("/none.pinbook")};
        QTest::newRow("macro for a book")
            << QStringList{QStringLiteral("write"), QStringLiteral("plate-zero"), QStringLiteral("--book"), macro};
        QTest::newRow("no such macro") << QStringList{QStringLiteral("run"), QStringLiteral("/none.ngc"),
                                                      QStringLiteral("--world"), world};
        QTest::newRow("macro for a world")
            << QStringList{QStringLiteral("run"), macro, QStringLiteral("--world"), macro};
        auto row = [](char const* name, QString const& words) { QTest::newRow(name) << words.split(QLatin1Char(' ')); };
        row("a folder for a macro", QStringLiteral("lint /tmp"));
        row("a device for a macro", QStringLiteral("lint /dev/null"));
        row("an empty macro", QStringLiteral("lint EMPTY"));
        row("an empty world", QStringLiteral("run MACRO --world EMPTY"));
        row("a folder for a world", QStringLiteral("run MACRO --world /tmp"));
        row("a folder for a book", QStringLiteral("check --book /tmp"));
        row("a device for a book", QStringLiteral("export --book /dev/zero"));
        row("an empty file for a book", QStringLiteral("check --book EMPTY"));
        row("a folder to import", QStringLiteral("import /tmp --book NEW"));
        row("nothing to import", QStringLiteral("import EMPTY --book NEW"));
        row("within nothing", QStringLiteral("run MACRO --world WORLD --within 0"));
        row("within what is no number", QStringLiteral("run MACRO --world WORLD --within nan"));
        row("within everything", QStringLiteral("run MACRO --world WORLD --within inf"));
        QTest::newRow("unknown fault") << QStringList{QStringLiteral("world"), QStringLiteral("--book"), book,
                                                      QStringLiteral("--fault"), QStringLiteral("gremlins")};
    }
    void unusableInput() {
        QFETCH(QStringList, arguments);
        std::vector<std::string> list;
        for (auto const& argument : arguments) {
            auto const word = argument.toStdString();
            list.push_back(word == "EMPTY"   ? file("empty.txt")
                           : word == "NEW"   ? file("new.pinbook")
                           : word == "BOOK"  ? m_book
                           : word == "MACRO" ? m_macro
                           : word == "WORLD" ? m_world
                                             : word);
        }
        save(file("empty.txt"), "");
        auto const said = steadyPin(list);
        QCOMPARE(said.code, 2);
        QVERIFY(!said.err.empty());
        QVERIFY(!QFile::exists(QString::fromStdString(file("new.pinbook"))));
    }
    /// What there is to say of a file that is none, each in its own words.
    void whatAFileIsIsTold() {
        for (auto const& [path, words] : {std::pair{"/none.ngc", "There is no such file."},
                                          {"/tmp", "This is a folder."},
                                          {"/dev/null", "This is a device, not a file"}}) {
            for (auto const& said : {steadyPin({"lint", path}), steadyPin({"check", "--book", path})})
                QVERIFY2(said.err.find(words) != std::string::npos, said.err.c_str());
        }
        auto const pipe = file("pipe");
        QCOMPARE(mkfifo(pipe.c_str(), 0600), 0); // and nobody waits for what never comes
        for (auto const& said : {steadyPin({"lint", pipe}), steadyPin({"check", "--book", pipe})})
            QVERIFY2(said.err.find("This is a pipe") != std::string::npos, said.err.c_str());
    }
    /// A macro that was cut, or ran nothing, or left no zero to compare, is never good.
    void nothingIsGoodByDefault() {
        auto const whole = test::readAll(QString::fromStdString(m_macro)).toStdString();
        auto const cut = file("cut.ngc");
        save(cut, whole.substr(0, whole.rfind("M2")));
        QCOMPARE(steadyPin({"lint", cut}).code, 1);
        QVERIFY(steadyPin({"lint", cut}).out.find("nothing wrong") == std::string::npos);
        auto const run = steadyPin({"run", cut, "--world", m_world});
        QCOMPARE(run.code, 1);
        QVERIFY2(run.out.starts_with("refused"), run.out.c_str());
        auto const idle = file("idle.ngc");
        save(idle, "G4 P1\nM2\n");
        QCOMPARE(steadyPin({"run", idle, "--world", m_world}).code, 0);
        auto const compared = steadyPin({"run", idle, "--world", m_world, "--within", "0.05"});
        QCOMPARE(compared.code, 1);
        QVERIFY2(compared.err.find("no zero and no length that could be compared") != std::string::npos,
                 compared.err.c_str());
    }
    void lintNamesLineAndColumn() {
        auto const wrong = file("wrong.ngc");
        save(wrong, "G21\nG0 X[1 + 2\nG41\n");
        auto const said = steadyPin({"lint", wrong});
        QCOMPARE(said.code, 1);
        QVERIFY2(said.out.find("wrong.ngc:2:5: A square bracket is not closed.") != std::string::npos,
                 said.out.c_str());
        QVERIFY(said.out.find("wrong.ngc:3:1: G41 is not known") != std::string::npos);
        auto const json = parseJson(steadyPin({"lint", wrong, "--json"}).out, "stdout");
        QCOMPARE((*json)[1]["line"].get<int>(), 3);
        QCOMPARE(steadyPin({"lint", m_macro}).code, 0);
        QCOMPARE(steadyPin({"lint", "/none.ngc"}).code, 2);
    }
    void campaignTellsEveryFault() {
        auto const said = steadyPin({"campaign", "--book", m_book, "--kind", "plate-zero", "--runs", "3", "--json"});
        QVERIFY2(said.code == 0, said.err.c_str());
        auto const json = *parseJson(said.out, "stdout");
        for (auto const* key : {"engine", "text_hash", "seed", "runs", "faults", "coverage", "good"})
            QVERIFY2(json.contains(key), key);
        QCOMPARE(json["runs"].get<std::size_t>(), 3 * (json["faults"].size() + 1));
        std::map<std::string, Json> rows;
        for (auto const& row : json["faults"]) {
            int sum = 0;
            for (auto const* key :
                 {"correct", "stopped_safely", "setter_hurt", "wrong_zero", "collision", "did_not_end"})
                sum += row[key].get<int>();
            QCOMPARE(sum, 3);
            rows[row["id"].get<std::string>()] = row;
        }
        QVERIFY(rows["plate_thin"]["listed"].get<bool>() && rows["plate_thin"]["first_bad"]["step"] == "to the end");
        QVERIFY(rows["lead_off"]["first_bad"].is_null());
        // The naive text of six lines in the world of the book: red, in words that name the fault and the line.
        auto const naive = file("naive.ngc");
        save(naive, "G21 G91\nG38.2 Z-60 F100\nG90 G10 L20 P1 Z9.94\nG91 G0 Z10\nG90\nM2\n");
        auto const red = steadyPin({"campaign", naive, "--world", m_world, "--runs", "2", "--threads", "1"});
        QCOMPARE(red.code, 1);
        QVERIFY2(red.out.find("plate_missing: 2 collision; first in world 0 at line 2; NOT LISTED") !=
                     std::string::npos,
                 red.out.c_str());
        for (auto const& wrong : {steadyPin({"campaign", naive}), steadyPin({"campaign", "--world", m_world}),
                                  steadyPin({"campaign", naive, "--world", m_world, "--runs", "0"}),
                                  steadyPin({"campaign", naive, "--world", m_world, "--tool", "3"}),
                                  steadyPin({"campaign", "--book", m_book, "--within", "1"}),
                                  steadyPin({"campaign", naive, "--world", m_world, "--dialect", "phrase"})})
            QVERIFY(wrong.code == 2 && !wrong.err.empty() && wrong.out.empty());
        save(naive, "G21\nG38.2 Z[\n");
        auto const unread = steadyPin({"campaign", naive, "--world", m_world});
        QVERIFY2(unread.code == 2 && unread.err.find("2") != std::string::npos, unread.err.c_str());
        auto const faults = *parseJson(steadyPin({"faults", "--json"}).out, "stdout");
        QVERIFY(faults.size() >= 50 && faults[0].contains("cause") && faults[0].contains("sign"));
    }
    void aBookIsWrittenForAnotherControl() {
        auto const said = steadyPin({"write", "plate-zero", "--book", m_book, "--dialect", "streaming"});
        QVERIFY2(said.code == 0 && said.out.find("(SEGMENT 1: ") != std::string::npos, said.err.c_str());
        QVERIFY(said.out.find('#') == std::string::npos);
        auto const link = steadyPin({"write", "re-touch-any", "--book", m_book, "--dialect", "streaming"});
        QVERIFY2(link.code == 2 && link.err.find("cannot carry") != std::string::npos, link.err.c_str());
        auto const none = steadyPin({"write", "plate-zero", "--book", m_book, "--dialect", "phrase"});
        QVERIFY2(none.code == 2 && none.err.find("streaming") != std::string::npos, none.err.c_str());
        auto const tried = steadyPin({"campaign", "--book", m_book, "--dialect", "streaming", "--runs", "2", "--json"});
        QVERIFY2(tried.code == 0, tried.out.c_str());
        std::set<std::string> ids;
        auto const table = *parseJson(tried.out, "stdout");
        for (auto const& row : table["faults"]) ids.insert(row["id"].get<std::string>());
        QVERIFY(ids.contains("misread") && ids.contains("misread_digit"));
        // With hash variables: written, its world with what such a control has besides, and run in it.
        auto const text = file("hash.nc"), world = file("hash.json");
        save(text, steadyPin({"write", "plate-zero", "--book", m_book, "--dialect", "hash"}).out);
        save(world, steadyPin({"world", "--book", m_book, "--dialect", "hash"}).out);
        auto const known = *parseJson(steadyPin({"world", "--book", m_book, "--dialect", "hash"}).out, "stdout");
        QCOMPARE(known["controller"]["link_parameter"].get<int>(), 700);
        QCOMPARE(known["controller"]["waits_for"].get<std::string>(), std::string("dwell"));
        auto const ran = steadyPin({"run", text, "--world", world, "--json"});
        QVERIFY2(ran.code == 0 && std::abs((*parseJson(ran.out, "stdout"))["z_zero"]["error_mm"].get<double>()) < 0.02,
                 ran.out.c_str());
        auto const foreign = steadyPin({"lint", text});
        QVERIFY2(foreign.code == 1 && foreign.out.find("Hash-variable custom macro") != std::string::npos,
                 foreign.out.c_str());
        QCOMPARE(steadyPin({"lint", text, "--dialect", "hash"}).code, 0);
        // The world of another control, taken for this one: it answers as such controls mostly do.
        QVERIFY(steadyPin({"run", text, "--world", m_world, "--dialect", "hash", "--json"}).out.find("refused") ==
                std::string::npos);
    }
    void checkSaysWhetherABookIsSound() {
        auto const said = steadyPin({"check", "--book", m_book});
        QCOMPARE(said.code, 0);
        QVERIFY2(said.out.starts_with("Tern & Thole: ") && said.out.find("sound") != std::string::npos,
                 said.out.c_str());
        QCOMPARE(steadyPin({"check", "--book", m_macro}).code, 2);
    }
    void helpAndVersion() {
        auto const help = steadyPin({"--help"});
        QCOMPARE(help.code, 0);
        for (auto const* word : {"write", "world", "run", "lint", "check", "export", "import", "Exit codes"})
            QVERIFY(help.out.find(word) != std::string::npos);
        QVERIFY(steadyPin({"--version"}).out.find(STEADY_VERSION) != std::string::npos);
    }
    void demoBookIsWholeAndSilent() {
        auto const file = store::BookFile::open(QString::fromStdString(m_book), store::Access::ReadOnly);
        QVERIFY(file);
        auto const loaded = (*file)->load();
        QVERIFY(loaded);
        auto const* book = &loaded->book();
        QCOMPARE(book->info().name, std::string("Tern & Thole"));
        QCOMPARE(book->all<shop::Assembly>().size(), std::size_t(9)); // one of them taken apart
        QVERIFY(book->check().empty());
        auto const history = (*file)->history().value();
        QVERIFY(history.size() > 10);
        for (std::size_t i = 1; i < history.size(); ++i) QVERIFY(history[i - 1].at_utc_ms >= history[i].at_utc_ms);
    }
};

STEADY_TEST(CliTest);
#include "CliTest.moc"
