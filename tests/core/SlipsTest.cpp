// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/zeroing/Slips.h"

using namespace steady;
using shop::Target;
using test::LinkedShop;

namespace {

// What each slip is, as people make it; the workshop around it is sound. Kinds of slip: common practice.
using Edit = std::function<void(LinkedShop&)>;
struct Row {
    char const* name;
    Edit edit;
    char const* said; ///< part of what is said about it; empty: silence
    bool inch = false;
};

Edit plateNominal(double mm) {
    return [mm](LinkedShop& s) { s.change(s.plate, [&](shop::TouchPlate& p) { p.nominal_mm = mm; }); };
}
/// A reading typed so, in a row of five sound ones.
Edit reading(double mm, char const* typed) {
    return [mm, typed](LinkedShop& s) {
        s.measure({9.94, 9.95, 9.94, 9.93, mm});
        s.readings.kept[s.study].back().as_typed = typed;
    };
}
/// A setter contact of the 58.5 mm tool, off the true one.
Edit contact(std::function<double(double)> of, std::function<std::string(double)> typed = {}) {
    return [of, typed](LinkedShop& s) {
        double const z = of(s.trip_mm(s.long_tool) - s.lag_mm());
        s.touch(s.long_tool, Target::Setter, z, typed ? typed(z) : fmt::format("{:.3f}", z));
    };
}
Edit plateContact(double z_mm) {
    return [z_mm](LinkedShop& s) { s.touch(s.tool, Target::Plate, z_mm); };
}
template<class F> Edit tool(F edit) {
    return [edit](LinkedShop& s) { s.change(s.long_tool, edit); };
}
template<class F> Edit setter(F edit) {
    return [edit](LinkedShop& s) { s.change(s.setter, edit); };
}
/// The tool measured before and again, off by so much, its length not known.
Edit again(double off_mm, std::string const& typed = {}) {
    return [off_mm, typed](LinkedShop& s) {
        double const z = s.trip_mm(s.long_tool);
        s.touch(s.long_tool, Target::Setter, z);
        s.touch(s.long_tool, Target::Setter, z + off_mm, typed);
    };
}
void wideTool(LinkedShop& s) {
    s.change(s.short_tool, [](shop::Assembly& a) {
        a.tip = shop::TipShape::Rim;
        a.diameter_mm = 92;
        a.name = "92 mm surfacing cutter";
    });
}

std::vector<Row> slips() {
    return {
        {"25.4 for 25.0",
         [](LinkedShop& s) {
             plateNominal(25.4)(s);
             s.measure({25.01, 25.0, 24.99});
         },
         "inch size"},
        {"12.7 for 12.5",
         [](LinkedShop& s) {
             plateNominal(12.7)(s);
             s.measure({12.51, 12.5, 12.49});
         },
         "inch size"},
        {"6.35 for 6",
         [](LinkedShop& s) {
             plateNominal(6.35)(s);
             s.measure({6.01, 6.0, 5.99});
         },
         "inch size"},
        {"nominal typed in inches", plateNominal(0.3937), "Inch and millimetre"},
        {"nominal ten times", plateNominal(100), "decimal mark"},
        {"nominal without its mark", plateNominal(1.0), "decimal mark"},
        {"reading without its mark", reading(994, "994"), "decimal mark"},
        {"reading in inches", reading(0.391, "0.391"), "Inch and millimetre"},
        {"reading with swapped digits", reading(9.49, "9.49"), "swapped"},
        {"reading with one digit wrong", reading(9.54, "9.54"), "copied wrong"},
        {"reading with a sign", reading(-9.94, "-9.94"), "sign"},
        {"micron taken for thousandth", reading(0.00994, "0.00994"), "decimal mark"},
        {"reading far off", reading(8.31, "8.31"), "Nothing simple"},
        {"doubled minus at the setter", contact([](double z) { return -z; }), "outside the travel"},
        {"setter contact in inches", contact([](double z) { return z / 25.4; }), "Inch and millimetre"},
        {"setter contact ten times too near", contact([](double z) { return z / 10; }), "decimal mark"},
        {"setter contact of another tool", contact([](double z) { return z - 14.5; }, [](double) { return ""; }),
         "does not fit its length"},
        {"tens wrong", contact([](double z) { return z + 20; }), "copied wrong"},
        {"digits swapped at the setter",
         [](LinkedShop& s) {
             // −40.0… read as −04.0… would leave the shop; the tens and units of the true reading, swapped.
             auto const z = s.trip_mm(s.long_tool) - s.lag_mm();
             auto typed = fmt::format("{:.3f}", z);
             auto const first = typed.find_first_of("0123456789");
             std::swap(typed[first], typed[first + 1]);
             s.touch(s.long_tool, Target::Setter, std::stod(typed), typed);
         },
         "wapped"},
        {"same grip, half a millimetre away", again(0.5), "the same tool before"},
        {"same grip, one digit", again(1.0), "the same tool before"},
        {"plate contact with its minus lost", plateContact(41.5), "Is the sign turned?"},
        {"plate contact as work Z", plateContact(9.942), "outside the travel"},
        {"plate contact in thousandths", plateContact(-41500), "outside the travel"},
        {"diameter in inches", tool([](shop::Assembly& a) { a.diameter_mm = 0.315; }), "its name"},
        {"half the diameter", tool([](shop::Assembly& a) { a.diameter_mm = 4; }), "its name"},
        {"stick-out longer than the tool", tool([](shop::Assembly& a) { a.stick_out_mm = 80; }), "sticks out"},
        {"length ten times", tool([](shop::Assembly& a) { a.length_mm = 585; }), "decimal mark"},
        {"length in inches", tool([](shop::Assembly& a) { a.length_mm = 2.3; }), "Inch and millimetre"},
        {"setter heights in the wrong order", setter([](shop::ToolSetter& s) { std::swap(s.free_mm, s.solid_mm); }),
         "out of order"},
        {"setter X with a sign", setter([](shop::ToolSetter& s) { s.x_mm = -60; }), "Is the sign turned?"},
        {"setter X in work coordinates", setter([](shop::ToolSetter& s) { s.x_mm = -212.4; }), "outside the travel"},
        {"cutter wider than the disc", wideTool, "too wide for the setter"},
    };
}

std::vector<Row> honest() {
    std::vector<Row> rows{
        {"as it is", [](LinkedShop&) {}, ""},
        {"a plate that is 0.06 under its size", plateNominal(10), ""},
        {"a plate that is 0.2 over",
         [](LinkedShop& s) {
             s.measure({10.19, 10.2, 10.21});
         },
         ""},
        {"a rough plate",
         [](LinkedShop& s) {
             s.measure({9.90, 9.99, 9.94, 9.87, 9.95});
         },
         ""},
        {"all readings equal",
         [](LinkedShop& s) {
             s.measure({9.94, 9.94, 9.94});
         },
         ""},
        {"one reading alone", [](LinkedShop& s) { s.measure({9.94}); }, ""},
        {"none", [](LinkedShop& s) { s.measure({}); }, ""},
        {"a withdrawn reading is wrong",
         [](LinkedShop& s) {
             s.measure({9.94, 9.95, 9.94, 994});
             s.readings.kept[s.study].back().withdrawn = true;
         },
         ""},
        {"a one-inch block",
         [](LinkedShop& s) {
             plateNominal(25.4)(s);
             s.measure({25.39, 25.40, 25.41});
         },
         ""},
        {"a half-inch plate",
         [](LinkedShop& s) {
             plateNominal(12.7)(s);
             s.measure({12.69, 12.70, 12.71});
         },
         ""},
        {"the true contact", contact([](double z) { return z; }), ""},
        {"a contact 0.3 off the rule's length", contact([](double z) { return z + 0.3; }), ""},
        {"a contact 0.4 below", contact([](double z) { return z - 0.4; }), ""},
        {"a length measured by rule, 1 mm off, said so",
         [](LinkedShop& s) {
             s.change(s.long_tool, [](shop::Assembly& a) {
                 a.length_mm = 59.5;
                 a.length_error_mm = 1.5;
             });
         },
         ""},
        {"the same grip, warm", again(0.02), ""},
        {"the same grip, dusty", again(-0.08), ""},
        {"gripped again: another tool of the same number",
         [](LinkedShop& s) {
             s.touch(s.long_tool, Target::Setter, s.trip_mm(s.long_tool));
             auto fresh = *s.book.find(s.long_tool);
             s.change(s.long_tool, [](shop::Assembly& a) { a.released_utc_ms = 9; });
             fresh.length_mm = 55;
             s.book.put(60, fresh);
             s.touch({60}, Target::Setter, s.nose_trip_mm + 55);
         },
         ""},
        {"after the home switch changed",
         [](LinkedShop& s) {
             s.touch(s.long_tool, Target::Setter, s.trip_mm(s.long_tool));
             s.change(s.machine, [](shop::Machine& m) { ++m.home_epoch; });
         },
         ""},
        {"a deep plate contact", plateContact(-77.7), ""},
        {"a plate contact at the very top", plateContact(-0.4), ""},
        {"a name without a size", tool([](shop::Assembly& a) { a.name = "compression, long"; }), ""},
        {"a name in inches", tool([](shop::Assembly& a) {
             a.name = "5/16 in compression";
             a.diameter_mm = 7.9375;
         }),
         ""},
        {"a name with a taper", tool([](shop::Assembly& a) { a.name = "90° vee, two flutes"; }), ""},
        {"a worn cutter", tool([](shop::Assembly& a) { a.diameter_mm = 7.9; }), ""},
        {"stick-out to the face", tool([](shop::Assembly& a) { a.stick_out_mm = 58.5; }), ""},
        {"a wide cutter that is measured on the plate",
         [](LinkedShop& s) {
             wideTool(s);
             s.change(s.short_tool, [](shop::Assembly& a) { a.method = shop::LengthMethod::Plate; });
         },
         ""},
        {"a setter without overtravel contact", setter([](shop::ToolSetter& s) { s.overtravel_mm.reset(); }), ""},
        {"a setter near the end of X", setter([](shop::ToolSetter& s) { s.x_mm = 2; }), ""},
        {"a setter that trips at once", setter([](shop::ToolSetter& s) { s.free_mm = s.trigger_mm; }), ""},
        {"another machine's contacts",
         [](LinkedShop& s) {
             shop::Machine other;
             other.axes[2] = {0, 200};
             s.book.put(70, other);
             s.book.put(71, shop::Assembly{1, "drill", 3});
             s.change(Id<shop::Assembly>{71}, [](shop::Assembly& a) { a.machine = {70}; });
             s.touch({71}, Target::Plate, 120);
         },
         ""},
        {"a board contact", [](LinkedShop& s) { s.touch(s.tool, Target::Board, -70.2); }, ""},
    };
    return rows;
}

void fill(std::vector<Row> const& rows) {
    QTest::addColumn<int>("nr");
    for (std::size_t i = 0; i < rows.size(); ++i)
        for (bool inch : {false, true}) QTest::addRow("%s%s", rows[i].name, inch ? ", seen in inches" : "") << int(i);
}

Findings found(Row const& row) {
    LinkedShop shop;
    row.edit(shop);
    bool const inch = QString::fromLatin1(QTest::currentDataTag()).endsWith(QLatin1String("inches"));
    return zeroing::findSlips(shop.reader(inch ? UnitSystem::Inch : UnitSystem::Metric), shop.setup());
}

} // namespace

/// What does not fit is said with what was probably meant; what merely varies is left alone.
class SlipsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// What is assumed is never judged as if somebody had typed it.
    void aNewBookWithAnInchPlateIsSilent() {
        test::SmallShop shop;
        shop.change(shop.plate, [](shop::TouchPlate& p) { p.nominal_mm.reset(); });
        for (std::vector<double> const& read : {std::vector{12.7}, {12.69, 12.70, 12.71}, {3.0, 3.01, 2.99}}) {
            shop.measure(read);
            QVERIFY(zeroing::findSlips(shop.reader(), shop.setup()).empty());
        }
    }
    void aSetterAtTheVeryEndOfTravel() {
        for (double x : {0.0, 0.9, 1.1, 599.5, 600.0, 590.0}) {
            test::LinkedShop shop;
            shop.change(shop.setter, [&](shop::ToolSetter& s) { s.x_mm = x; });
            auto const found = zeroing::findSlips(shop.reader(), shop.setup());
            bool const at_end = x < 1 || x > 599;
            QCOMPARE(!found.empty() && found[0].text.find("very end of travel") != std::string::npos, at_end);
        }
    }
    void slipIsFound_data() { fill(slips()); }
    void slipIsFound() {
        QFETCH(int, nr);
        auto const row = slips()[static_cast<std::size_t>(nr)];
        // Digits are looked at in the units in which they were typed.
        if (QString::fromLatin1(QTest::currentDataTag()).endsWith(QLatin1String("inches")) &&
            (std::string(row.said) == "swapped" || std::string(row.said) == "wapped" ||
             std::string(row.said) == "copied wrong")) {
            QVERIFY(!found(row).empty());
            return;
        }
        std::string all;
        for (auto const& finding : found(row)) {
            QVERIFY(!finding.remedy.empty() && !finding.where.place.empty());
            all += finding.text + " " + finding.remedy + "\n";
        }
        QVERIFY2(all.find(row.said) != std::string::npos, all.c_str());
    }
    void honestTableIsSilent_data() { fill(honest()); }
    void honestTableIsSilent() {
        QFETCH(int, nr);
        std::string all;
        for (auto const& finding : found(honest()[static_cast<std::size_t>(nr)])) all += finding.text + "\n";
        QVERIFY2(all.empty(), all.c_str());
    }
    void thereAreThirtyOfEach() {
        QVERIFY(slips().size() >= 30);
        QVERIFY(honest().size() >= 30);
    }
    void whatWasMeantIsNamed() {
        auto meant = [](double value, char const* typed, double expected, double tolerance) {
            auto const slip = zeroing::explainSlip(value, typed, expected, tolerance, UnitSystem::Metric);
            return slip ? slip->meant_mm : -1;
        };
        QCOMPARE(meant(9.49, "9.49", 9.942, 0.1), 9.94);
        QCOMPARE(meant(-58.5, "-58.5", 58.4, 0.5), 58.5);
        QVERIFY(test::near(meant(2.3, "2.3", 58.42, 0.5), 58.42, 1e-9));
        QCOMPARE(meant(585, "585", 58.4, 0.5), 58.5);
        QVERIFY(!zeroing::explainSlip(58.6, "58.6", 58.4, 0.5, UnitSystem::Metric));
    }
};

STEADY_TEST(SlipsTest);
#include "SlipsTest.moc"
