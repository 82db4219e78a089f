// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include <regex>

using namespace steady;
using macros::Kind;
using test::LinkedShop;

namespace {

/// A shop in which a kind of macro can be written.
LinkedShop shopFor(Kind kind, bool inch, bool closed_at_rest) {
    LinkedShop shop(inch);
    auto const circuit = closed_at_rest ? shop::Circuit::ClosedAtRest : shop::Circuit::OpenAtRest;
    shop.change(shop.setter, [&](shop::ToolSetter& s) { s.circuit = circuit; });
    shop.change(shop.plate, [&](shop::TouchPlate& p) {
        p.circuit = circuit;
        if (closed_at_rest) p.path = shop::Path::OwnSwitch;
    });
    auto const nose = shop.touch({}, shop::Target::Setter, shop.nose_trip_mm - shop.lag_mm());
    shop.change(nose, [](shop::Contact& c) { c.bare_nose = true; });
    shop.changeSetup([&](shop::ZeroSetup& s) {
        s.method = kind == Kind::ToolLength      ? shop::Method::LengthTable
                   : kind == Kind::OffsetPerTool ? shop::Method::OffsetPerTool
                                                 : shop::Method::Retouch;
        if (s.method != shop::Method::Retouch) s.link_plate = s.link_setter = {};
    });
    if (kind == Kind::OffsetPerTool) shop.change(shop.tool, [](shop::Assembly& a) { a.own_offset = 3; });
    return shop;
}

void forEvery(std::function<void(Kind, LinkedShop const&, safety::Rehearsal const&)> const& check) {
    for (auto const kind : macros::every_kind)
        for (bool inch : {false, true})
            for (bool closed : {false, true}) {
                auto const shop = shopFor(kind, inch, closed);
                check(kind, shop, shop.rehearse(kind));
                if (QTest::currentTestFailed()) {
                    qWarning("%s, %s, %s", macros::name(kind), inch ? "inch" : "mm", closed ? "closed" : "open");
                    return;
                }
            }
}

std::vector<std::string> codeLines(std::string const& text) {
    std::vector<std::string> lines;
    std::istringstream stream(text);
    for (std::string line; std::getline(stream, line);)
        if (!line.empty() && line.front() != '(') lines.push_back(line);
    return lines;
}

} // namespace

/// What holds for each macro of every kind, in both units, with both circuits.
class SetterRecipeTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyKindParsesRunsAndIsRight() {
        forEvery([](Kind kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            auto const executable =
                controller::makeExecutable(rehearsal.macro.text, safety::dialectOf(rehearsal.world()));
            QVERIFY2(executable.findings.empty(),
                     executable.findings.empty() ? "" : executable.findings.front().text.c_str());
            for (auto const& line : executable.program.lines) {
                QVERIFY(line.size() <= 256);
                for (unsigned char c : line) QVERIFY(c >= 0x20 && c < 0x7f);
            }
            auto const result = machine::run(executable, rehearsal.world());
            QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
            if (kind == Kind::ToolLength)
                QVERIFY(test::near(result.length->set_mm, result.length->true_mm, 0.003));
            else
                QVERIFY(test::near(result.z_zero->error_mm(), 0, 0.003));
        });
    }
    void nothingGoesAcrossBelowSafeZ() {
        forEvery([](Kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            machine::Trace trace;
            (void)test::runText(rehearsal.macro.text, rehearsal.world(), &trace);
            double const safe_mm = rehearsal.zero.machine.safeZ_mm();
            for (auto const& step : trace) {
                auto const& r = step.record;
                bool const across = r.to_mm[0] != r.from_mm[0] || r.to_mm[1] != r.from_mm[1];
                if (!across) continue;
                QVERIFY(test::near(r.to_mm[2], r.from_mm[2], 1e-9));
                QVERIFY2(r.from_mm[2] >= safe_mm - 0.002, std::to_string(r.line).c_str());
            }
        });
    }
    void onlyProbingMovesGoDownToSomething() {
        forEvery([](Kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            machine::Trace trace;
            (void)test::runText(rehearsal.macro.text, rehearsal.world(), &trace);
            double const parking_mm = rehearsal.zero.machine.safeZ_mm() - 6;
            for (auto const& step : trace) {
                auto const& r = step.record;
                if (r.kind == controller::Record::Kind::Probe || r.to_mm[2] >= r.from_mm[2] - 1e-9) continue;
                QVERIFY2(r.to_mm[2] >= parking_mm, std::to_string(r.line).c_str()); // room for a check that goes up
            }
        });
    }
    void itEndsHighWithTheModesOfAJob() {
        forEvery([](Kind kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            auto world = rehearsal.world();
            world.memory.tool_offset_mm = 12; // left on by somebody
            world.memory.modes.absolute = false;
            auto const result = test::runText(rehearsal.macro.text, world);
            QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
            QVERIFY(test::near(result.position_mm[2], rehearsal.zero.machine.safeZ_mm(),
                               0.002)); // the last digit in inches
            QVERIFY(result.memory.modes.absolute);
            QCOMPARE(result.memory.tool_offset_mm, 0.0);
            int offsets = 0;
            for (int n = 0; n < work_offset_count; ++n)
                offsets += result.memory.work_offsets_mm[n] != world.memory.work_offsets_mm[n];
            QCOMPARE(offsets, kind == Kind::ToolLength ? 0 : 1);
        });
    }
    /// The seal is cleared before anything is touched, and set last; only plate zero and link sets it.
    void theSealIsClearedFirstAndSetLast() {
        std::regex const seal("^#30[1-9]0=.*"), zero("^#30[1-9]0=0(\\.0*)?$");
        forEvery([&](Kind kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            std::vector<std::size_t> written;
            std::size_t first_touch = 0, last_set = 0;
            auto const lines = codeLines(rehearsal.macro.text);
            for (std::size_t i = 0; i < lines.size(); ++i) {
                if (std::regex_match(lines[i], seal)) written.push_back(i);
                if (first_touch == 0 && lines[i].find("Z-") != std::string::npos) first_touch = i;
                if (lines[i].rfind("G10", 0) == 0 || std::regex_match(lines[i], std::regex("^#30[1-9][123]=.*")))
                    last_set = i;
            }
            bool const plate = kind == Kind::PlateZero || kind == Kind::PlateZeroLink;
            if (!plate) {
                QVERIFY(kind == Kind::OffsetPerTool || written.empty());
                return;
            }
            QVERIFY(!written.empty() && written.front() < first_touch);
            QVERIFY(std::regex_match(lines[written.front()], zero));
            QCOMPARE(written.size(), std::size_t(kind == Kind::PlateZeroLink ? 2 : 1));
            if (kind == Kind::PlateZeroLink) QVERIFY(written.back() > last_set);
        });
    }
    void noRecipeUsesTheTrapsOfHoming() {
        forEvery([](Kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            for (auto const& line : codeLines(rehearsal.macro.text))
                QVERIFY2(!std::regex_search(line, std::regex("\\bG(28|30|92|43)\\b")), line.c_str());
        });
    }
    void everyAlarmBeginsWithHowToGetAway() {
        forEvery([](Kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            auto const program = gcode::parse(rehearsal.macro.text);
            int alarms = 0;
            for (std::size_t i = 0; i + 2 < program.blocks.size(); ++i) {
                if (!program.blocks[i].message || program.lines[i + 1] != "M2") continue;
                ++alarms;
                auto const& words = *program.blocks[i].message;
                bool good = false;
                for (auto const* way : {"Jog Z up", "Lift Z", "Nothing has moved", "Nothing is near",
                                        "Take the plate away", "Stay clear"})
                    good = good || words.starts_with(way);
                QVERIFY2(good, words.c_str());
            }
            QVERIFY(alarms >= 8);
        });
    }
    void theListOfToolsIsInTheText() {
        auto shop = shopFor(Kind::Retouch, false, true);
        shop.change(shop.short_tool, [](shop::Assembly& a) {
            a.diameter_mm = 92;
            a.tip = shop::TipShape::Insert;
            a.contact_radius_mm = 44;
        });
        auto const text = shop.rehearse(Kind::Retouch).macro.text;
        for (int const number : {3, 4})
            QVERIFY2(text.find(fmt::format("EQ {}]", number)) != std::string::npos, text.c_str());
        QVERIFY(text.find("EQ 5]") == std::string::npos);
        QVERIFY2(text.find("tool 5") != std::string::npos, "the header names what is left out");
    }
    void whatStandsInTheWayIsRefused_data() {
        QTest::addColumn<int>("what");
        QTest::addColumn<int>("code");
        auto row = [](char const* name, int what, Code code) { QTest::newRow(name) << what << static_cast<int>(code); };
        row("no setter", 0, Code::NoSetter);
        row("its height not known", 1, Code::SetterHeightUnknown);
        row("length not known", 2, Code::LengthUnknown);
        row("length too vague for the stroke", 3, Code::StrokeTooShort);
        row("too wide for the disc", 4, Code::NotOnDisc);
        row("too long for the travel", 5, Code::NotInTravel);
        row("another method", 6, Code::MethodMixed);
    }
    void whatStandsInTheWayIsRefused() {
        QFETCH(int, what);
        QFETCH(int, code);
        LinkedShop shop;
        shop.changeSetup([&](shop::ZeroSetup& s) { s.assembly = shop.long_tool; });
        if (what == 0) shop.changeSetup([](shop::ZeroSetup& s) { s.setter = {}; });
        if (what == 1) shop.change(shop.setup().link_setter, [](shop::Contact& c) { c.home_epoch = 0; });
        if (what == 2) shop.change(shop.long_tool, [](shop::Assembly& a) { a.length_mm.reset(); });
        if (what == 3) shop.change(shop.long_tool, [](shop::Assembly& a) { a.length_error_mm = 15; });
        if (what == 4) shop.change(shop.long_tool, [](shop::Assembly& a) { a.contact_radius_mm = 30; });
        if (what == 5) shop.change(shop.long_tool, [](shop::Assembly& a) { a.length_mm = 120; });
        if (what == 6) shop.changeSetup([](shop::ZeroSetup& s) { s.method = shop::Method::OffsetPerTool; });
        auto const refused = safety::rehearse(shop.book, shop.readings, shop.setup(), Kind::Retouch);
        QVERIFY(!refused);
        QCOMPARE(static_cast<int>(refused.error().code), code);
    }
};

STEADY_TEST(SetterRecipeTest);
#include "SetterRecipeTest.moc"
