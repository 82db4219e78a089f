// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/base/Json.h"
#include "core/base/Words.h"
#include "store/Rescue.h"
#include "store/Session.h"
#include "support/BookFiles.h"

#include <algorithm>
#include <nlohmann/json.hpp>
#include <set>

using namespace steady;
using namespace steady::shop;
using store::Access;
using store::BookFile;
using store::Session;
using test::hashOf;
using test::named;
using test::tamper;

/// What the store says of a book, or of an export, that something is wrong with.
class BookCheckTest : public QObject {
    Q_OBJECT

    test::BookFolder m_books;
    QString fresh() { return m_books.fresh(); }
    std::unique_ptr<Session> make(QString const& path) { return m_books.make(path); }

private Q_SLOTS:
    /// One thing otherwise behind the store's back: refused when opened, or found by the check, and named.
    void damageIsNamed_data() {
        QTest::addColumn<QString>("statement");
        QTest::addColumn<bool>("opens");
        QTest::addColumn<QString>("words");
        auto row = [](char const* name, char const* statement, bool opens, char const* words) {
            QTest::newRow(name) << QString::fromLatin1(statement) << opens << QString::fromLatin1(words);
        };
        row("nothing", "SELECT 1", true, "");
        row("readings gone", "DROP TABLE reading", false, "the table reading is missing");
        row("marks gone", "DROP TABLE reading_mark", false, "the table reading_mark is missing");
        row("a column more", "ALTER TABLE change ADD COLUMN mood TEXT", false, "the table change has other columns");
        row("a column of another name", "ALTER TABLE reading RENAME COLUMN value_mm TO value_in", false,
            "other columns");
        row("a view", "CREATE VIEW spy AS SELECT * FROM reading", false, "a view that is not ours, spy");
        row("a trigger", "CREATE TRIGGER t AFTER INSERT ON reading BEGIN DELETE FROM reading; END", false, "a trigger");
        row("another table", "CREATE TABLE songs(name)", false, "a table that is not ours, songs");
        row("an index", "CREATE INDEX more ON change(author)", false, "an index that is not ours, more");
        row("a reading that is a word", "UPDATE reading SET value_mm = 'ten' WHERE nr = 2", true,
            "number 2 is not one");
        row("a reading of no study's kind", "UPDATE reading SET source = 'guessed' WHERE nr = 1", true,
            "number 1 is not one");
        row("a mark that is none", "UPDATE reading_mark SET mark = 'perhaps'", true, "has an unknown mark");
        row("a mark on nothing", "UPDATE reading_mark SET nr = 77", true, "a mark on no reading, number 77");
        row("an old body",
            "UPDATE revision SET body = '{\"name\":5}' WHERE entity = 2 AND seq = (SELECT min(seq) FROM "
            "revision WHERE entity = 2)",
            true, "made of number 2 cannot be read");
        row("a head that is behind",
            "UPDATE head SET seq = (SELECT min(seq) FROM revision WHERE entity = 2) WHERE entity = 2", true,
            "the head is not the last revision of number 2");
        row("no head", "DELETE FROM head WHERE entity = 2", true, "no head for number 2");
        row("a reading of no change", "UPDATE reading SET seq = 999 WHERE nr = 1", true,
            "change 1 no longer is what was written");
        // Sound in itself, and yet not what was written.
        row("another value", "UPDATE reading SET value_mm = 9.49 WHERE nr = 2", true,
            "change 1 no longer is what was written");
        row("another text as typed", "UPDATE reading SET as_typed = 'tyqed' WHERE nr = 2", true, "change 1 no longer");
        row("another place", "UPDATE reading SET x_mm = 1 WHERE nr = 2", true, "change 1 no longer");
        row("another name", "UPDATE revision SET body = replace(body, 'Caliper', 'Calipes') WHERE seq = 2", true,
            "change 2 no longer");
        row("another time", "UPDATE change SET at_utc_ms = 1 WHERE seq = 1", true, "change 1 no longer");
        row("another author", "UPDATE change SET author = 'Tester' WHERE seq = 2", true, "change 2 no longer");
        row("another cause", "UPDATE reading_mark SET cause = 'burped'", true, "change 2 no longer");
        row("a change too few", "DELETE FROM change WHERE seq = 1; ", true, "has a row of no change, 1");
        row("a sum wiped out", "UPDATE change SET sum = NULL WHERE seq = 2", true, "change 2 no longer");
        row("another sum", "UPDATE change SET sum = replace(sum, 'a', 'b') WHERE seq = 1", true, "change 1 no longer");
        row("a number that no reading has", "UPDATE reading SET nr = 2000000000 WHERE nr = 2", true,
            "a reading cannot have the number 2000000000");
    }
    void damageIsNamed() {
        QFETCH(QString, statement);
        QFETCH(bool, opens);
        QFETCH(QString, words);
        auto const path = fresh();
        {
            auto session = make(path);
            auto change = named("begin");
            change.put(Id<Study>{1}, Study{"thickness"});
            change.put(Id<Instrument>{2}, Instrument{"Caliper", 0.01, 0.02});
            for (double mm : {9.94, 9.95})
                change.readings.push_back({{1}, {0, mm, "typed", Source::Measured, 5, false, {}}});
            QVERIFY(session->commit(change));
            auto again = named("another");
            again.put(Id<Instrument>{2}, Instrument{"Caliper", 0.02, 0.02});
            again.marks.push_back({{1}, 1, "bumped"});
            QVERIFY(session->commit(again));
        }
        tamper(path, statement);
        auto const before = hashOf(path);
        auto const file = BookFile::open(path, Access::ReadOnly);
        QCOMPARE(file.has_value(), opens);
        auto const found = file ? (*file)->check() : Result<std::optional<store::Sound>>(Failure(file.error()));
        QCOMPARE(found.has_value(), words.isEmpty());
        if (!found) {
            QCOMPARE(static_cast<int>(found.error().code), static_cast<int>(Code::FileDamaged));
            QVERIFY2(QString::fromStdString(found.error().value).contains(words), found.error().value.c_str());
        }
        QCOMPARE(hashOf(path), before);
    }
    /// A page that is spoilt is never a shorter list: each read is whole, or an error.
    void aSpoiltPageIsNeverAShorterList() {
        auto const path = fresh();
        {
            auto session = make(path);
            auto change = named("begin");
            change.put(Id<Study>{1}, Study{"thickness"});
            for (int id = 2; id < 300; ++id) change.put(Id<Instrument>{id}, Instrument{"Caliper", 0.01, 0.02});
            for (int i = 0; i < 400; ++i)
                change.readings.push_back({{1}, {0, 9.94, "typed", Source::Measured, 5, false, {}}});
            QVERIFY(session->commit(change));
        }
        auto const sound = test::readAll(path);
        constexpr int page = 4096;
        int refused = 0;
        for (int at = page; at + page <= sound.size(); at += page) {
            auto bytes = sound;
            std::fill(bytes.begin() + at, bytes.begin() + at + page, '\xff');
            QFile file(path);
            QVERIFY(file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size());
            file.close();
            auto const book = BookFile::open(path, Access::ReadOnly);
            if (!book) {
                ++refused;
                continue;
            }
            auto const loaded = (*book)->load();
            auto const readings = (*book)->readings({1});
            refused += !loaded || !readings || !(*book)->check();
            QVERIFY2(!loaded || loaded->book().size() == 299, std::to_string(at).c_str());
            QVERIFY2(!readings || readings->size() == 400, std::to_string(at).c_str());
            QVERIFY2(!(*book)->check(), std::to_string(at).c_str());
        }
        QVERIFY(refused > 10);
    }
    /// Whatever page is spoilt: what can still be read makes a sound book that can be written to, and nothing is
    /// invented.
    void whatCanBeReadIsSaved() {
        auto const path = fresh();
        std::set<std::string> names;
        {
            auto session = make(path);
            for (int i = 0; i < 60; ++i) {
                auto change = named("change " + std::to_string(i));
                names.insert(fmt::format("Caliper {} {}", i, std::string(60, 'x')));
                change.put(Id<Study>{1}, Study{"thickness"});
                change.put(Id<Instrument>{2 + i}, Instrument{*names.rbegin(), 0.01, 0.02});
                change.readings.push_back({{1}, {0, 9.5 + i, "typed", Source::Measured, 5, false, {}}});
                QVERIFY(session->commit(change));
            }
        }
        auto const sound = test::readAll(path);
        constexpr int page = 4096;
        int saved = 0, nothing = 0, most_kept = 0, lost_pages = 0;
        for (int at = 0; at + page <= sound.size(); at += page) {
            auto bytes = sound;
            std::fill(bytes.begin() + at + (at ? 0 : 100), bytes.begin() + at + page, '\xff');
            QFile file(path);
            QVERIFY(file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size());
            file.close();
            auto const to = fresh();
            auto const said = store::rescue(path, to, 7, "tester");
            QCOMPARE(test::readAll(path), bytes);
            if (!said) {
                ++nothing;
                QVERIFY(!QFile::exists(to));
                continue;
            }
            ++saved;
            lost_pages += !said->all_pages;
            auto const session = Session::open(to, m_books.clock, "x");
            QVERIFY2(session, session ? "" : describe(session.error()).c_str());
            QVERIFY((*session)->writable() && (*session)->file().check());
            for (auto const& [id, each] : (*session)->book().all<Instrument>()) QVERIFY(names.contains(each->name));
            auto const readings = (*session)->readings({1}).value();
            for (auto const& reading : readings) QCOMPARE(reading.value_mm, 9.5 + reading.nr - 1);
            most_kept = std::max(most_kept, static_cast<int>((*session)->book().all<Instrument>().size()));
        }
        QVERIFY2(saved > 4 && nothing >= 1, fmt::format("{} saved, {} not", saved, nothing).c_str());
        QCOMPARE(most_kept, 60);
        QVERIFY(lost_pages > 0);
    }
    /// What comes from outside: in the order of the numbers, and nothing that would be lost or wrap.
    void importIsTakenInOrderOrNotAtAll_data() {
        QTest::addColumn<QByteArray>("from");
        QTest::addColumn<QByteArray>("to");
        QTest::addColumn<QString>("refused"); ///< the field; empty: taken
        auto row = [](char const* name, char const* from, char const* to, char const* refused) {
            QTest::newRow(name) << QByteArray(from) << QByteArray(to) << QString::fromLatin1(refused);
        };
        row("as it is", "", "", "");
        row("reversed", "REVERSED", "", "");
        row("its rows reversed", "ROWS", "", "");
        row("another version", "\"v\":2}\n", "\"v\":9}", "v");
        row("of the first version, with what that had not", "\"v\":2}\n", "\"v\":1}", "sealed_from");
        row("another value", "\"value_mm\":9.94", "\"value_mm\":9.49", "SUM");
        row("another sum", "\"sum\":\"", "\"sum\":\"0", "SUM");
        row("a change left out", "CUT", "", "SUM");
        row("an unknown field", "\"author\":\"tester\"", "\"author\":\"tester\",\"mood\":1", "mood");
        row("an unknown field of a reading", "\"nr\":1,", "\"nr\":1,\"z_mm\":2,", "z_mm");
        row("an unknown field beside the changes", "\"v\":2}\n", "\"v\":2,\"w\":1}", "w");
        row("too deep", "\"body\":{", "\"body\":DEEP", "JSON");
        row("cut short", "\"v\":2}\n", "\"v\":", "JSON");
        row("a reading of number 0", "\"nr\":1,\"source\"", "\"nr\":0,\"source\"", "nr");
        row("a reading of too large a number", "\"nr\":1,\"source\"", "\"nr\":4294967297,\"source\"", "nr");
        row("an undone change that is later", "\"undoes\":null", "\"undoes\":7", "SUM");
        row("the same without sums", "V1", "", "change 1");
        row("number 0", "\"seq\":1,", "\"seq\":0,", "seq");
        row("a number twice", "\"seq\":2,", "\"seq\":1,", "seq");
        row("too large a number", "\"seq\":2,", "\"seq\":9007199254740993,", "seq");
        row("a number that wraps", "\"at_utc_ms\":1000000,", "\"at_utc_ms\":18446744073709551615,", "at_utc_ms");
        row("an unknown source", "\"source\":\"measured\"", "\"source\":\"guessed\"", "source");
        row("an unknown mark", "\"mark\":\"withdrawn\"", "\"mark\":\"perhaps\"", "mark");
    }
    void importIsTakenInOrderOrNotAtAll() {
        QFETCH(QByteArray, from);
        QFETCH(QByteArray, to);
        QFETCH(QString, refused);
        auto const path = fresh();
        {
            auto session = make(path);
            auto change = named("begin");
            change.put(Id<Study>{1}, Study{"thickness"});
            change.readings.push_back({{1}, {0, 9.94, "9.94", Source::Measured, 5, false, {}}});
            QVERIFY(session->commit(change));
            auto again = named("another");
            again.put(Id<Study>{1}, Study{"thickness of the plate"});
            again.marks.push_back({{1}, 1, "bumped"});
            Reading reading{0, 9.95, "9.95", Source::Imported, 6, false, {}, 12.5, -3, 21.5, 2, 0.25, "gap", "mm"};
            for (int i = 0; i < 2; ++i) again.readings.push_back({{1}, reading});
            again.put(Id<Instrument>{2}, Instrument{"Caliper", 0.01, 0.02});
            QVERIFY(session->commit(again));
        }
        auto const exported = test::exported(**BookFile::open(path, Access::ReadOnly));
        auto text = exported;
        if (from == "ROWS") {
            auto json = *parseJson(text.toStdString(), "");
            for (auto& change : json["changes"])
                for (auto const* list : {"revisions", "readings", "marks"})
                    std::reverse(change[list].begin(), change[list].end());
            text = QByteArray::fromStdString(dumpJson(json));
        } else if (from == "REVERSED" || from == "CUT") {
            auto json = *parseJson(text.toStdString(), "");
            if (from == "CUT")
                json["changes"].erase(0);
            else
                std::reverse(json["changes"].begin(), json["changes"].end());
            text = QByteArray::fromStdString(dumpJson(json, 3));
        } else if (from == "V1") {
            text = text.left(text.indexOf(",\"sealed_from\"")) + ",\"v\":1}";
            text.replace(text.indexOf("\"undoes\":null"), 13, "\"undoes\":7");
        } else if (!from.isEmpty()) {
            QVERIFY2(text.contains(from), text.constData());
            auto by = to;
            by.replace("DEEP", "{\"name\":" + QByteArray(100'000, '[') + QByteArray(100'000, ']') + ",");
            text.replace(text.indexOf(from), from.size(), by);
        }
        auto const copy = fresh();
        auto const done = test::imported(text, copy);
        QVERIFY2(done.has_value() == refused.isEmpty(), done ? "taken" : describe(done.error()).c_str());
        if (!refused.isEmpty()) {
            QCOMPARE(done.error().where.place, std::string("export.json"));
            if (refused == u"SUM")
                QCOMPARE(static_cast<int>(done.error().code), static_cast<int>(Code::SumDiffers));
            else if (refused == u"JSON")
                QCOMPARE(static_cast<int>(done.error().code), static_cast<int>(Code::BadJson));
            else
                QVERIFY2(QString::fromStdString(done.error().value).endsWith(refused), done.error().value.c_str());
            QCOMPARE(QDir(m_books.folder.path()).entryList({QFileInfo(copy).fileName() + QStringLiteral("*")}),
                     QStringList());
            return;
        }
        auto const file = *BookFile::open(copy, Access::ReadOnly);
        QCOMPARE(test::exported(*file), exported);
        QCOMPARE(file->check().value()->unsealed, std::int64_t(0));
        QCOMPARE(file->readings({1})->at(1).x_mm, std::optional<double>(12.5));
        QCOMPARE(file->readings({1})->at(1).unit, std::string("mm"));
    }
    /// What the sum is made of is written down in docs/formats.md; this one was computed by Python's hashlib.
    void theSumIsTheDocumentedOne() {
        auto const path = fresh();
        auto session = make(path);
        auto change = named("begin");
        change.put(Id<Study>{1}, Study{"µ"});
        change.readings.push_back({{1}, {0, 9.94, "9,94", Source::Measured, 5, false, {}}});
        QVERIFY(session->commit(change));
        auto const text = test::exported(session->file());
        auto const json = *parseJson(text.toStdString(), "");
        QCOMPARE(json["sum"].get<std::string>(),
                 std::string("3ab5972c0f0a2775a2d412c12e5f01e64f1d7ace194f4f2c1d2140ab07735110"));
    }
};

STEADY_TEST(BookCheckTest);
#include "BookCheckTest.moc"
