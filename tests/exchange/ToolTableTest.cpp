// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "exchange/ToolTable.h"

using namespace steady;
using namespace steady::exchange;

/// Tables of tools, as other programs write them.
class ToolTableTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void tablesOfAnyKindAreSplit_data() {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QString>("expected");
        QTest::newRow("commas") << QByteArray("T,D\n1,6\n2,8\n") << QStringLiteral("T|D/1|6/2|8");
        QTest::newRow("decimal commas") << QByteArray("T;D\r\n1;6,35\r\n2;8,0\r\n")
                                        << QStringLiteral("T|D/1|6,35/2|8,0");
        QTest::newRow("tabs, a mark, blanks")
            << QByteArray("\xEF\xBB\xBFT\tD\n\n 1 \t 6\n") << QStringLiteral("T|D/1|6");
        QTest::newRow("quotes") << QByteArray("T,name\n1,\"ball, \"\"long\"\"\nnose\"\n")
                                << QStringLiteral("T|name/1|ball, \"long\"\nnose");
        QTest::newRow("no header") << QByteArray("1;6\n2;8") << QStringLiteral("/1|6/2|8");
        QTest::newRow("decimal commas in one column")
            << QByteArray("z\n9,94\n-9,95\n") << QStringLiteral("z/9,94/-9,95");
        QTest::newRow("the same without a name") << QByteArray("9,94\n9,95\n") << QStringLiteral("/9,94/9,95");
        QTest::newRow("two named columns of whole numbers")
            << QByteArray("a,b\n9,94\n9,95\n") << QStringLiteral("a|b/9|94/9|95");
        QTest::newRow("one column") << QByteArray("x\n1\n2\n") << QStringLiteral("x/1/2");
    }
    void tablesOfAnyKindAreSplit() {
        QFETCH(QByteArray, text);
        QFETCH(QString, expected);
        auto const table = readCsv(text.toStdString(), "tools.csv");
        QVERIFY(table);
        auto joined = [](std::vector<std::string> const& cells) {
            QStringList all;
            for (auto const& cell : cells) all << QString::fromStdString(cell);
            return all.join(QLatin1Char('|'));
        };
        auto all = joined(table->header);
        for (auto const& row : table->rows) all += QLatin1Char('/') + joined(row.cells);
        QCOMPARE(all, expected);
    }
    void whatIsNoTableIsRefused() {
        QCOMPARE(readCsv("", "x").error().code, Code::EmptyText);
        QCOMPARE(readCsv("\n \n", "x").error().code, Code::EmptyText);
        QCOMPARE(readCsv(std::string_view("a\0b", 3), "x").error().code, Code::UnexpectedText);
        auto const open = readCsv("T,n\n1,\"never closed\n", "x");
        QVERIFY(!open && open.error().where.line == 2);
        QCOMPARE(readCsv(std::string(300, ','), "x").error().code, Code::OutOfRange);
    }
    /// Columns in another order, in inches, some rows wrong; told by line and column.
    void badRowsAreNamedAndTheOthersRead() {
        auto const table = *readCsv("Comment;Z-Offset [in];Tool No.;Dia (in)\n"
                                    "up-cut;2,5;T57;0,25\n"
                                    "no length;;3;8 mm\n"
                                    "bad;2.x;4;0.25\n"
                                    "twice;2;3;0.25\n"
                                    "no number;2;;0.25\n"
                                    "half a tool;2;1.5;0.25\n"
                                    "too long;200;9;0.25\n",
                                    "tools.csv");
        auto const mapping = guessMapping(table);
        auto const read = readTools(table, mapping, UnitSystem::Metric);
        QCOMPARE(read->good.size(), std::size_t(2));
        auto const& first = read->good[0].tool;
        QCOMPARE(first.number, 57);
        QCOMPARE(first.name, std::string("up-cut"));
        QCOMPARE(*first.length_mm, 63.5);
        QCOMPARE(first.diameter_mm, 6.35);
        QVERIFY(!read->good[1].tool.length_mm);
        QCOMPARE(read->good[1].tool.diameter_mm, 8.0);
        QStringList bad;
        for (auto const& finding : read->bad)
            bad << QString::fromStdString(finding.text).section(QLatin1Char(':'), 0, 0);
        QCOMPARE(bad.join(QLatin1Char('|')),
                 QStringLiteral("Line 4, Z-Offset [in]|Line 5|Line 6|Line 7, Tool No.|Line 8, Z-Offset [in]"));
        // What a row does not say stays as it is.
        shop::Assembly here;
        here.number = 3;
        here.length_mm = 47;
        here.teeth = 4;
        auto const there = merged(here, read->good[1]);
        QCOMPARE(*there.length_mm, 47.0);
        QCOMPARE(there.teeth, 4);
        QCOMPARE(there.diameter_mm, 8.0);
        auto none = mapping;
        none[0].reset();
        QCOMPARE(readTools(table, none, UnitSystem::Inch).error().code, Code::Missing);
    }
    void whatIsWrittenReadsBack() {
        shop::Assembly a;
        a.number = 57;
        a.name = "vee, \"60°\"\nlong; blue";
        a.diameter_mm = 12.7;
        a.length_mm = 63.123456789012345;
        a.tip = shop::TipShape::Point;
        a.contact_radius_mm = 0;
        auto b = a;
        b.number = 58;
        b.name = " 2";
        b.length_mm.reset();
        auto const table = *readCsv(writeTools({a, b}), "tools.csv");
        auto const read =
            *readTools(table, guessMapping(table), UnitSystem::Inch); // a unit of the book changes nothing
        QVERIFY(read.bad.empty());
        QCOMPARE(read.good.size(), std::size_t(2));
        a.gripped_utc_ms = b.gripped_utc_ms = 0;
        QVERIFY(merged({}, read.good[0]) == [&] {
            auto was = a;
            was.number = 1;
            return was;
        }());
        QVERIFY(merged({}, read.good[1]) == [&] {
            auto was = b;
            was.number = 1;
            return was;
        }());
    }
};

STEADY_TEST(ToolTableTest);
#include "ToolTableTest.moc"
