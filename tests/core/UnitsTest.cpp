// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/base/Rng.h"
#include "core/base/Words.h"
#include "core/quantity/Frames.h"
#include "core/quantity/Sums.h"
#include "core/quantity/Units.h"
#include "core/quantity/WorkOffset.h"

using namespace steady;

namespace {

template<class A, class B>
concept Addable = requires(A a, B b) {
    a + b;
};
template<class A, class B>
concept Subtractable = requires(A a, B b) {
    a - b;
};

// Frames are types: what makes no sense does not compile.
static_assert(!Addable<MachineZ, MachineZ>);
static_assert(!Addable<MachineZ, WorkZ>);
static_assert(!Subtractable<MachineZ, WorkZ>);
static_assert(Addable<MachineZ, Length>);
static_assert(std::is_same_v<decltype(MachineZ{} - MachineZ{}), Length>);
static_assert(std::is_same_v<decltype(WorkZ{} - Length{}), WorkZ>);

constexpr auto mm = UnitSystem::Metric;
constexpr auto inch = UnitSystem::Inch;

} // namespace

class UnitsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void sumsAddUpAsPrinted_data() {
        QTest::addColumn<bool>("inch");
        QTest::newRow("mm") << false;
        QTest::newRow("inch") << true;
    }
    /// For any sum: the terms shown add up to the result shown, each within one last digit of what it is.
    void sumsAddUpAsPrinted() {
        QFETCH(bool, inch);
        auto const units = inch ? UnitSystem::Inch : UnitSystem::Metric;
        double const digit_mm = inch ? 0.0001 * mm_per_inch : 0.001;
        auto number = [&](double mm) {
            return QString::fromStdString(lengthNumber(mm, units)).replace(u'−', u'-').toDouble();
        };
        // The one that was seen: −51.592 + 0.003 + 63.218 + 9.942 − 0.001 showed 21.569.
        std::vector<std::vector<double>> sums{{-51.592, 0.0025, 63.218, 9.942, -0.00125}, {0.0005, 0.0005}, {1.0005}};
        for (std::uint64_t nr = 0; nr < 5000; ++nr) {
            Rng rng(3, nr, Purpose::Chain);
            auto& terms = sums.emplace_back();
            for (int i = 0; i < 1 + static_cast<int>(nr % 7); ++i) terms.push_back(rng.between(-200, 200));
        }
        // What must give is what was farthest from its rounding, and not the first, which somebody read.
        if (!inch) {
            QCOMPARE(roundedTogether({0.0014, 0.0013, 0.0012}, units), (std::vector<double>{0.001, 0.002, 0.001}));
            QCOMPARE(roundedTogether({1.0016, 0.0017, 0.0016}, units), (std::vector<double>{1.002, 0.002, 0.001}));
            QCOMPARE(roundedTogether({-0.0014, -0.0012, -0.0014}, units),
                     (std::vector<double>{-0.001, -0.001, -0.002}));
        }
        for (auto const& terms : sums) {
            auto const shown = roundedTogether(terms, units);
            double sum = 0, total = 0;
            for (std::size_t i = 0; i < terms.size(); ++i) {
                QVERIFY(std::abs(shown[i] - terms[i]) < digit_mm * (1 + 1e-6));
                sum += number(shown[i]);
                total += terms[i];
            }
            QVERIFY2(test::near(sum, number(total), 1e-9), std::to_string(terms.size()).c_str());
        }
    }
    void lengthsAsPeopleTypeThem_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<bool>("inch_book");
        QTest::addColumn<double>("mm");
        auto row = [](char const* name, QString const& typed, bool inch_book, double value) {
            QTest::newRow(name) << typed << inch_book << value;
        };
        row("plain in a metric book", QStringLiteral("9.94"), false, 9.94);
        row("plain in an inch book", QStringLiteral("0.25"), true, 6.35);
        row("a typed unit wins over the book", QStringLiteral("9.94 mm"), true, 9.94);
        row("inch in a metric book", QStringLiteral("0.375in"), false, 9.525);
        row("inch mark", QStringLiteral("1\""), false, 25.4);
        row("inch in capitals", QStringLiteral("2 IN"), false, 50.8);
        row("decimal comma", QStringLiteral("9,94"), false, 9.94);
        row("comma with nothing before it", QStringLiteral(",5"), false, 0.5);
        row("fraction", QStringLiteral("1/4\""), false, 6.35);
        row("fraction in an inch book", QStringLiteral("3/8"), true, 9.525);
        row("whole and fraction", QStringLiteral("1 1/4 in"), false, 31.75);
        row("whole-fraction as on drawings", QStringLiteral("1-1/4\""), false, 31.75);
        row("thou", QStringLiteral("12 thou"), false, 0.3048);
        row("mil", QStringLiteral("4mil"), false, 0.1016);
        row("micron sign", QStringLiteral("5 µm"), false, 0.005);
        row("Greek mu", QStringLiteral("5 μm"), false, 0.005);
        row("um", QStringLiteral("50um"), true, 0.05);
        row("centimetre", QStringLiteral("1.2 cm"), false, 12);
        row("hyphen minus", QStringLiteral("-63.218"), false, -63.218);
        row("true minus", QStringLiteral("−63.218"), false, -63.218);
        row("minus, blank, number", QStringLiteral("- 63.218"), false, -63.218);
        row("plus", QStringLiteral("+3"), false, 3);
        row("blanks around", QStringLiteral("  7.5  "), false, 7.5);
        row("no digits after the point", QStringLiteral("7."), false, 7);
    }
    void lengthsAsPeopleTypeThem() {
        QFETCH(QString, typed);
        QFETCH(bool, inch_book);
        QFETCH(double, mm);
        auto const got = parseLength(typed.toStdString(), inch_book ? UnitSystem::Inch : UnitSystem::Metric, "field");
        QVERIFY2(got, got ? "" : describe(got.error()).c_str());
        QVERIFY(test::near(got->mm, mm, 1e-12, 1e-14));
        QCOMPARE(QString::fromStdString(got->as_typed), typed);
    }

    void nonsenseIsRefusedWithItsPlace_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<int>("code");
        QTest::addColumn<int>("column");
        auto row = [](char const* name, QString const& typed, Code code, int column) {
            QTest::newRow(name) << typed << static_cast<int>(code) << column;
        };
        row("nothing", QStringLiteral("   "), Code::EmptyText, 0);
        row("letters", QStringLiteral("abc"), Code::NotANumber, 1);
        row("doubled minus", QStringLiteral("--63.2"), Code::DoubledSign, 2);
        row("minus plus", QStringLiteral("- +2"), Code::DoubledSign, 3);
        row("two points", QStringLiteral("1.2.3"), Code::TwoDecimalMarks, 4);
        row("grouped digits", QStringLiteral("1,234.5"), Code::TwoDecimalMarks, 6);
        row("unknown unit", QStringLiteral("5 furlong"), Code::UnknownUnit, 3);
        row("exponent", QStringLiteral("1e3"), Code::UnknownUnit, 2);
        row("fraction without unit in a metric book", QStringLiteral("1/4"), Code::FractionNeedsUnit, 4);
        row("divided by zero", QStringLiteral("1/0\""), Code::ZeroDenominator, 1);
        row("two numbers", QStringLiteral("12 34"), Code::NotANumber, 1);
        row("only a minus", QStringLiteral("−"), Code::NotANumber, 2);
        row("beyond any machine", QStringLiteral("999999999"), Code::OutOfRange, 1);
    }
    void nonsenseIsRefusedWithItsPlace() {
        QFETCH(QString, typed);
        QFETCH(int, code);
        QFETCH(int, column);
        auto const got = parseLength(typed.toStdString(), mm, "plate thickness");
        QVERIFY(!got);
        QCOMPARE(static_cast<int>(got.error().code), code);
        QCOMPARE(got.error().where.column, column);
        QCOMPARE(got.error().where.place, std::string("plate thickness"));
        QVERIFY(!sentence(got.error()).empty() && !remedy(got.error().code).empty());
        QVERIFY(describe(got.error()).find("{") == std::string::npos);
    }

    /// Each name that a unit has: exact factors (the inch by definition since 1959).
    void everyNameOfAUnit() {
        struct Row {
            double factor;
            std::vector<char const*> names;
        };
        for (auto const& row :
             std::vector<Row>{{1, {"mm", "millimetre", "Millimetres", "MM"}},
                              {10, {"cm"}},
                              {25.4, {"in", "inch", "inches", "\"", "″", "”", "''"}},
                              {0.0254, {"thou", "thousandth", "thousandths", "mil"}},
                              {0.001, {"µm", "μm", "um", "micron", "microns", "micrometre", "micrometres"}}})
            for (auto const* name : row.names) {
                auto const got = parseLength(fmt::format("3 {}", name), inch, "");
                QVERIFY2(got && test::near(got->mm, 3 * row.factor, 1e-12), name);
            }
        for (auto const& row : std::vector<Row>{{1, {"mm/min"}},
                                                {60, {"mm/s", "mm/sec"}},
                                                {1000, {"m/min"}},
                                                {25.4, {"in/min", "inch/min", "ipm", "\"/min"}},
                                                {1524, {"in/s"}}})
            for (auto const* name : row.names) {
                auto const got = parseFeed(fmt::format("3 {}", name), inch, "");
                QVERIFY2(got && test::near(*got, 3 * row.factor, 1e-9), name);
            }
    }
    void feeds() {
        QVERIFY(test::near(*parseFeed("600", mm, "feed"), 600, 0));
        QVERIFY(test::near(*parseFeed("10", inch, "feed"), 254, 1e-12));
        // The bounds, just inside and just outside.
        QVERIFY(test::near(*parseFeed("0.001", mm, "feed"), 0.001, 1e-12));
        QVERIFY(test::near(*parseFeed("100 m/min", mm, "feed"), 100'000, 1e-9));
        for (auto const* typed : {"0", "-5", "100001", "−3 in/s"}) {
            auto const bad = parseFeed(typed, mm, "feed");
            QCOMPARE(bad.error().code, Code::OutOfRange);
            QCOMPARE(bad.error().where, (Where{"feed", 0, 1}));
            QCOMPARE(bad.error().value, std::string(typed));
        }
        QCOMPARE(parseFeed("", mm, "feed").error(), (Error{Code::EmptyText, {"feed"}, "", ""}));
        QCOMPARE(parseFeed("--5", mm, "feed").error(), (Error{Code::DoubledSign, {"feed", 0, 2}, "-", ""}));
        QCOMPARE(parseFeed("fast", mm, "feed").error(), (Error{Code::NotANumber, {"feed", 0, 1}, "fast", ""}));
        QCOMPARE(parseFeed("5 knots", mm, "feed").error(),
                 (Error{Code::UnknownUnit, {"feed", 0, 3}, "knots", "mm/min, mm/s or in/min"}));
    }
    /// What is quoted is quoted as it was typed, whatever letters it has; columns count letters.
    void lettersOfAnyKindAreQuoted() {
        for (auto const* unit : {"é", "\u0080", "\u07ff", "\u0800", "界", "ß€"}) {
            auto const got = parseLength(fmt::format("µ5 {}", unit), mm, "");
            QCOMPARE(got.error(), (Error{Code::NotANumber, {"", 0, 1}, fmt::format("µ5 {}", unit), ""}));
            QCOMPARE(parseLength(fmt::format("5 {}", unit), mm, "").error().value, std::string(unit));
        }
        QCOMPARE(parseLength("1 -1/4\"", mm, "").error().code,
                 Code::UnknownUnit); // a minus after a blank is none of 1-1/4
        QCOMPARE(parseLength("1 1/0 in", mm, "").error(), (Error{Code::ZeroDenominator, {"", 0, 1}, "1 1/0", ""}));
        QCOMPARE(parseLength("3/ in", mm, "").error(), (Error{Code::NotANumber, {"", 0, 3}, "3/ in", ""}));
        QCOMPARE(parseLength("2 1/4", mm, "").error(), (Error{Code::FractionNeedsUnit, {"", 0, 6}, "2 1/4", ""}));
        QCOMPARE(parseLength(".", mm, "").error().code, Code::NotANumber);
    }
    void lengthsEndAtAHundredMetres() {
        QVERIFY(test::near(parseLength("100000", mm, "")->mm, 100'000, 0));
        QVERIFY(test::near(parseLength("-100000", mm, "")->mm, -100'000, 0));
        for (auto const* typed : {"100000.1", "−100000.1", "10000.1cm"})
            QCOMPARE(parseLength(typed, mm, "z").error(), (Error{Code::OutOfRange, {"z", 0, 1}, typed, "±100 m"}));
        QVERIFY(!std::signbit(parseLength("-0", mm, "")->mm));
    }

    void shownWithTrueMinusAndUnit() {
        QCOMPARE(lengthText(-63.218, mm), std::string("−63.218 mm"));
        QCOMPARE(lengthText(-63.218, inch), std::string("−2.4889 in"));
        QCOMPARE(lengthText(0.058, mm, Sign::Always), std::string("+0.058 mm"));
        QCOMPARE(lengthNumber(-0.0001, mm), std::string("0.000"));
        QCOMPARE(plusMinusText(0.01234, mm), std::string("±0.012 mm"));
        QCOMPARE(plusMinusText(0.00001, mm), std::string("±0.001 mm"));
        QCOMPARE(plusMinusText(0.001, mm), std::string("±0.001 mm"));
        QCOMPARE(plusMinusText(0.0016, mm), std::string("±0.002 mm"));
        QCOMPARE(plusMinusText(0.0001, inch), std::string("±0.0001 in"));
        QCOMPARE(plusMinusText(0.00635, inch), std::string("±0.0003 in"));
        QCOMPARE(lengthNumber(-0.0006, mm), std::string("−0.001"));
        QCOMPARE(lengthNumber(0, mm, Sign::Always), std::string("+0.000"));
        QCOMPARE(fixedText(-1.25, 1), std::string("−1.2"));
        QCOMPARE(fixedText(-0.04, 1), std::string("0.0"));
        QCOMPARE(fixedText(-0.06, 1), std::string("−0.1"));
        QCOMPARE(feedText(250, mm), std::string("250 mm/min"));
        QCOMPARE(feedText(254, inch), std::string("10.0 in/min"));
    }

    void whatIsShownReadsBack() {
        for (double value : {-63.218, 0.001, 12.7, -0.25})
            for (auto units : {mm, inch}) {
                auto const back = parseLength(lengthText(value, units), mm, "");
                QVERIFY(test::near(back->mm, value, units == mm ? 0.0005 : 0.00127));
            }
    }

    void workOffsets() {
        QCOMPARE(workOffsetName(1), std::string("G54"));
        QCOMPARE(workOffsetName(6), std::string("G59"));
        QCOMPARE(workOffsetName(9), std::string("G59.3"));
        for (int n = 1; n <= work_offset_count; ++n) QCOMPARE(workOffsetNumber(workOffsetName(n)), n);
        QCOMPARE(workOffsetName(7), std::string("G59.1"));
        for (auto const* none : {"G53", "G60", "G59.4", "g54", ""}) QCOMPARE(workOffsetNumber(none), 0);
    }

    /// Points and lengths by hand: 5 and 2 on one axis.
    void pointsAndLengthsAddUp() {
        QCOMPARE((Length{5} + Length{2}).mm, 7.0);
        QCOMPARE((Length{5} - Length{2}).mm, 3.0);
        QCOMPARE((-Length{5}).mm, -5.0);
        QCOMPARE((MachineZ{5} + Length{2}).mm, 7.0);
        QCOMPARE((MachineZ{5} - Length{2}).mm, 3.0);
        QCOMPARE((MachineZ{5} - MachineZ{2}).mm, 3.0);
        QCOMPARE((WorkZ{2} - WorkZ{5}).mm, -3.0);
        QCOMPARE(MachineZ{}.mm + WorkZ{}.mm + Length{}.mm, 0.0);
    }
    void aWorkReadingBecomesMachineZ() {
        // The readout shows 12.5 with G54 Z at −70: the gauge line is at −57.5.
        QCOMPARE(toMachine(WorkZ{12.5}, MachineZ{-70}).mm, -57.5);
    }
};

STEADY_TEST(UnitsTest);
#include "UnitsTest.moc"
