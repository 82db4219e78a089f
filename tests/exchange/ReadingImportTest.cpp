// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "exchange/ReadingImport.h"

using namespace steady;
using namespace steady::exchange;

namespace {

QString linesOf(ImportedReadings const& found) {
    QStringList lines;
    for (auto const& each : found.bad) lines << QString::number(each.line);
    return lines.join(QLatin1Char(' '));
}

} // namespace

/// Readings as tables and consoles have them; what cannot be read is named by its line.
class ReadingImportTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aMessyTable() {
        auto const table = readCsv("nr;setter_mm;gauge_mm;diameter_mm;group;temp\n"
                                   "1;58,84;58,83;8;1;19,5\n"
                                   "2;;52,60;6;1;\n"           // no value
                                   "3;52,61;abc;6;2;\n"        // a word for the other way
                                   "4;\u221252,61;52,60;;3;\n" // a true minus, no diameter
                                   "5;52,61;;6;0,5;\n",        // half a group
                                   "lengths.csv");
        QVERIFY(table);
        auto const columns = guessColumns(*table);
        QVERIFY((columns == ReadingColumns{1, 2, 3, -1, 4, 5}));
        auto const found = readingsFrom(*table, columns, 1);
        QCOMPARE(linesOf(found), QStringLiteral("3 4 6"));
        QCOMPARE(found.readings.size(), std::size_t{2});
        auto const& first = found.readings.front();
        QVERIFY(first.value_mm == 58.84 && *first.second_value == 58.83 && *first.x_mm == 8 && *first.group_nr == 1 &&
                *first.temperature_c == 19.5 && first.source == shop::Source::Imported);
        QCOMPARE(first.as_typed, std::string("58,84"));
        QVERIFY(found.readings.back().value_mm == -52.61 && !found.readings.back().x_mm);
        QVERIFY(test::near(readingsFrom(*table, columns, 25.4).readings[0].value_mm, 58.84 * 25.4, 1e-9));
    }
    void consoles_data() {
        QTest::addColumn<QString>("console");
        QTest::addColumn<QString>("pattern");
        QTest::addColumn<QString>("shape");
        QTest::addColumn<QList<double>>("z");
        QTest::addColumn<QString>("bad");
        auto row = [](char const* name, char const* console, char const* pattern, char const* shape, QList<double> z,
                      char const* bad) {
            QTest::newRow(name) << QString::fromUtf8(console) << QString::fromUtf8(pattern) << QString::fromUtf8(shape)
                                << z << QString::fromUtf8(bad);
        };
        row("reports in brackets", "ok\n[R:1.000,2.000,-3.218:1]\n[R:1.000,2.000,-3.220:0]\n[R:1.000,2.000,-3.221:1]\n",
            "", "reports in brackets", {-3.218, -3.221}, "1 3"); // the second made no contact
        row("parameters", "#5063 = -63.2180\nalarm\n#5063 = -63.2210\n", "", "parameters with a value",
            {-63.218, -63.221}, "2");
        row("words of axes", "X60.000 Y40.000 Z-63.218\nX60.000 Y40.000 Z-63.220\n", "", "words of axes",
            {-63.218, -63.22}, "");
        row("what our macro tells", "Reading 1: Z -63.218\nReading 2: Z -63.220\n", "", "words of axes",
            {-63.218, -63.22}, "");
        row("a figure a line", "-63.218\n\n -63,220 \n", "", "a figure a line", {-63.218, -63.22}, "");
        row("the owner's own", "touch 1 at 12.5 (depth 3.218)\ntouch 2 at 12.5 (depth 3.220)\nend\n",
            "touch * at {x} (depth {z})", "your own pattern", {3.218, 3.22}, "3");
        row("nothing of it", "hello\nthere\n", "", "reports in brackets", {}, "1 2");
    }
    void consoles() {
        QFETCH(QString, console);
        QFETCH(QString, pattern);
        QFETCH(QString, shape);
        QFETCH(QList<double>, z);
        QFETCH(QString, bad);
        auto const found = readingsFromConsole(console.toStdString(), pattern.toStdString(), 1);
        QVERIFY(found);
        QList<double> got;
        for (auto const& each : found->readings) got << each.value_mm;
        QCOMPARE(got, z);
        QCOMPARE(QString::fromStdString(found->shape), shape);
        QCOMPARE(linesOf(*found), bad);
    }
    void aPatternWithoutAReadingIsRefused() {
        QCOMPARE(readingsFromConsole("x", "Z {x}", 1).error().code, Code::Missing);
        QCOMPARE(readingsFromConsole("x", "{z} {z}", 1).error().code, Code::Missing);
    }
    void whatIsWrittenReadsBack() {
        shop::Reading reading{1, -63.218, "a \"b\", c", shop::Source::Measured, 5, true, "bumped; twice"};
        reading.x_mm = 4.5;
        reading.y_mm = -0.5;
        auto const table = readCsv(writeReadings({reading, reading}), "readings.csv");
        QVERIFY(table && table->rows.size() == 2);
        auto columns = guessColumns(*table);
        columns.value = 1; // value_mm
        auto const found = readingsFrom(*table, columns, 1);
        QVERIFY2(found.bad.empty(), found.bad.empty() ? "" : found.bad[0].cell.c_str());
        QVERIFY(found.readings[1].value_mm == -63.218 && *found.readings[1].y_mm == -0.5);
        QCOMPARE(table->rows[0].cells[5], std::string("bumped; twice"));
    }
};

STEADY_TEST(ReadingImportTest);
#include "ReadingImportTest.moc"
