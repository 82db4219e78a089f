// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/dialects/Bundle.h"

#include "core/dialects/parametric/Parametric.h"
#include "core/safety/Verdict.h"

#include <regex>
#include <sstream>

using namespace steady;
using macros::Kind;
using test::LinkedShop;
using test::shopFor;
using test::SmallShop;

namespace {

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

bool holds(std::string const& text, std::string const& piece) { return text.find(piece) != std::string::npos; }

std::vector<std::string> linesOf(gcode::Program const& program) {
    std::vector<std::string> lines;
    for (auto const& block : program.blocks) lines.emplace_back(program.textOf(block));
    return lines;
}

} // namespace

/// What holds for each macro of every kind, in both units, with both circuits: everything that keeps it safe is in the
/// text, and does what it says.
class RecipeTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// 75 tools, and names that no line can hold: every line still fits, and the macro does what it should.
    void longNamesAndManyToolsFitTheLine() {
        for (auto const kind : macros::every_kind)
            for (auto const& name : {std::string(300, 'W'), fmt::format("{0} {0} {0} {0}", std::string(80, 'n'))}) {
                auto shop = shopFor(kind);
                for (auto const tool : {shop.tool, shop.long_tool})
                    shop.change(tool, [&](shop::Assembly& a) { a.name = name; });
                shop.change(shop.plate, [&](shop::TouchPlate& p) { p.name = name; });
                shop.change(shop.setter, [&](shop::ToolSetter& s) { s.name = name; });
                shop.change(shop.machine, [&](shop::Machine& m) { m.name = name; });
                auto extra = *shop.book.find(shop.tool);
                for (int i = 0; i < 73; ++i) {
                    extra.number = 100 + i;
                    extra.own_offset = 0;
                    extra.name = name + std::to_string(i);
                    shop.book.put(5000 + i, extra);
                }
                auto const rehearsal = shop.rehearse(kind);
                auto const made =
                    controller::makeExecutable(rehearsal.macro.text, safety::dialectOf(rehearsal.world()));
                QVERIFY2(made.findings.empty(), made.findings.empty() ? "" : made.findings.front().text.c_str());
                auto const result = machine::run(made, rehearsal.world());
                QVERIFY2(safety::classify(result, rehearsal) == safety::RunClass::Right, macros::name(kind));
            }
    }
    void everyKindParsesRunsAndIsRight() {
        forEvery([](Kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            auto const executable =
                controller::makeExecutable(rehearsal.macro.text, safety::dialectOf(rehearsal.world()));
            QVERIFY2(executable.findings.empty(),
                     executable.findings.empty() ? "" : executable.findings.front().text.c_str());
            std::regex const bare("\\b[XYZF]-?[0-9]+(?![0-9.])|G4 P[0-9]+(?![0-9.])"); // without a decimal point
            for (auto const& line : linesOf(executable.program)) {
                QVERIFY2(line.size() <= 256, line.c_str());
                for (unsigned char c : line) QVERIFY2(c >= 0x20 && c < 0x7f, line.c_str());
                if (!line.empty() && line.front() != '(') QVERIFY2(!std::regex_search(line, bare), line.c_str());
            }
            auto const result = machine::run(executable, rehearsal.world());
            QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
            QVERIFY(test::near(*safety::errorOf_mm(result, rehearsal), 0, 0.003));
        });
    }
    void nothingGoesAcrossBelowSafeZAndOnlyProbingMovesGoDown() {
        forEvery([](Kind kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            if (macros::of(kind).byClamp()) return; // RackChangeTest and RingChangeTest look at their ways
            machine::Trace trace;
            (void)test::runText(rehearsal.macro.text, rehearsal.world(), &trace);
            bool const sideways = macros::of(kind).sideways != macros::Sideways::No;
            double const safe_mm = rehearsal.zero.machine.safeZ_mm();
            double const parking_mm = safe_mm - rehearsal.zero.machine.proof_creep_mm - 1.01;
            for (auto const& step : trace) {
                auto const& r = step.record;
                auto const line = std::to_string(r.line);
                if (r.kind == controller::Record::Kind::Pause) continue; // what a hand does: jogs, homes
                if (r.to_mm[0] != r.from_mm[0] || r.to_mm[1] != r.from_mm[1]) {
                    QVERIFY2(test::near(r.to_mm[2], r.from_mm[2], 1e-9), line.c_str());
                    // From the side it goes by probing moves, and off a touch by a small one.
                    bool const softly = r.kind == controller::Record::Kind::Probe ||
                                        std::hypot(r.to_mm[0] - r.from_mm[0], r.to_mm[1] - r.from_mm[1]) < 3;
                    QVERIFY2(r.from_mm[2] >= safe_mm - 0.002 || (sideways && softly), line.c_str());
                }
                if (r.kind == controller::Record::Kind::Probe || r.to_mm[2] >= r.from_mm[2] - 1e-9) continue;
                QVERIFY2(r.to_mm[2] >= parking_mm, line.c_str()); // room for checks that go up
            }
        });
    }
    void itEndsHighWithTheModesOfAJobAndTheOverrideFree() {
        forEvery([](Kind kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            auto world = rehearsal.world();
            if (kind != Kind::GoAndLook) world.memory.tool_offset_mm = 12; // left on by somebody
            world.memory.modes.absolute = false;
            world.person.feed_override = 2;
            auto const result = test::runText(rehearsal.macro.text, world);
            QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
            if (macros::of(kind).moves && !macros::of(kind).proves && macros::of(kind).stored != macros::Stored::Keeps)
                QVERIFY(test::near(result.position_mm[2], rehearsal.zero.machine.safeZ_mm(), 0.002));
            QVERIFY(result.memory.modes.absolute && !result.memory.modes.override_locked);
            QCOMPARE(result.memory.tool_offset_mm, 0.0);
            int offsets = 0;
            for (int n = 0; n < work_offset_count; ++n)
                offsets += result.memory.work_offsets_mm[n] != world.memory.work_offsets_mm[n];
            QCOMPARE(offsets, macros::of(kind).setsOffset() || macros::of(kind).setsSides() ? 1 : 0);
        });
    }
    /// Every probing move is locked for itself, so that no way out leaves the override locked.
    void theOverrideIsLockedAroundProbingMovesOnly() {
        forEvery([](Kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            auto const lines = codeLines(rehearsal.macro.text);
            for (std::size_t i = 1; i + 1 < lines.size(); ++i) {
                bool const probes = lines[i].starts_with("G38"), locks = holds(lines[i], "M49");
                if (probes) QVERIFY2(holds(lines[i - 1], "M49") && holds(lines[i + 1], "M48"), lines[i].c_str());
                if (locks) QVERIFY2(lines[i + 1].starts_with("G38"), lines[i].c_str());
            }
        });
    }
    /// A seal is broken in the line before G10; what gives up before that leaves zero and link as they were.
    void theSealIsBrokenRightBeforeTheZeroIsSet() {
        forEvery([&](Kind kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            auto const lines = codeLines(rehearsal.macro.text);
            auto const broken = std::find(lines.begin(), lines.end(), "#3010=0");
            bool const breaks =
                (macros::of(kind).touches_plate && kind != Kind::OffsetPerTool && kind != Kind::ProvePlate) ||
                kind == Kind::TableZero || kind == Kind::TrimZero;
            QCOMPARE(broken != lines.end(), breaks);
            if (!breaks) return;
            QVERIFY((broken + 1)->starts_with("#105=[") || (broken + 1)->starts_with("G10 L2"));
            QVERIFY((broken + 1)->starts_with("G10") || (broken + 2)->starts_with("G10 L2"));
        });
    }
    /// Every G10 is followed by a look at what the control kept.
    void everyFigureIsReadBack() {
        forEvery([](Kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            auto const lines = codeLines(rehearsal.macro.text);
            for (std::size_t i = 0; i + 4 < lines.size(); ++i) {
                if (!lines[i].starts_with("G10")) continue;
                auto const next = lines[i].starts_with("G10 L1") ? i + 4 : i + 1;
                QVERIFY2(holds(lines[next], "IF [[ABS["), lines[next].c_str());
            }
        });
    }
    /// Message, pause, then the end of the whole program; the message says which zero is in force.
    void alarmsCannotBeOverlooked() {
        forEvery([](Kind kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            auto const lines = linesOf(gcode::parse(rehearsal.macro.text, dialects::parametric().grammar));
            int alarms = 0;
            for (std::size_t i = 2; i + 1 < lines.size(); ++i) {
                if (lines[i] != "M2" || lines[i + 1].empty()) continue;
                ++alarms;
                QCOMPARE(lines[i - 1], std::string("M0"));
                auto const& words = lines[i - 2];
                QVERIFY2(holds(words, "Resume only ends this macro"), words.c_str());
                QVERIFY2(holds(words, "zero") || holds(words, "table") || holds(words, "Nothing was"), words.c_str());
            }
            bool const few = macros::of(kind).stored != macros::Stored::No || kind == Kind::TrimZero ||
                             kind == Kind::GoAndLook || macros::of(kind).proves;
            QVERIFY2(alarms >= (few ? 2 : macros::of(kind).by_feel ? 5 : 9), std::to_string(alarms).c_str());
        });
    }
    void noRecipeUsesTheTrapsOfHoming() {
        forEvery([](Kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            for (auto const& line : codeLines(rehearsal.macro.text))
                QVERIFY2(!std::regex_search(line, std::regex("\\bG(28|30|92)\\b")), line.c_str());
        });
    }
    /// A hand is told to be clear, in a pause, before the first move down.
    void handsAreClearBeforeTheFirstMoveDown() {
        forEvery([](Kind kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            if (!macros::of(kind).moves || macros::of(kind).proves || macros::of(kind).byClamp() ||
                macros::of(kind).stored != macros::Stored::No || macros::of(kind).by_feel)
                return; // a job calls it, or it does not go down by itself
            machine::Trace trace;
            (void)test::runText(rehearsal.macro.text, rehearsal.world(), &trace);
            bool clear = false;
            for (auto const& step : trace) {
                auto const& r = step.record;
                if (r.kind == controller::Record::Kind::Pause)
                    clear = holds(r.message, "ands clear") || holds(r.message, "hand at the stop");
                double const parking_mm = rehearsal.zero.machine.safeZ_mm() - 7;
                if (r.to_mm[2] < r.from_mm[2] - 0.01 && r.to_mm[2] < parking_mm) {
                    QVERIFY2(clear, std::to_string(r.line).c_str());
                    return;
                }
            }
            QFAIL("nothing went down");
        });
    }
    /// Wherever that was, with Z up; the control then knows the new tool, whose zero it is.
    void aChangeByHandEndsOverWhereTheJobStopped() {
        for (auto const* dialect : {"parametric", "hash"}) {
            auto shop = test::shopFor(Kind::ChangeByHand);
            shop.change(shop.machine, [&](shop::Machine& m) {
                m.dialect = dialect;
                m.behaviour = *dialects::usualFor(dialect, m.behaviour);
            });
            auto const made = shop.rehearse(Kind::ChangeByHand);
            auto world = made.world();
            world.position_mm[0] += 13.7;
            world.position_mm[1] -= 8.2;
            auto const result = test::runText(made.macro.text, world);
            QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
            for (std::size_t axis = 0; axis < 2; ++axis)
                QVERIFY(test::near(result.position_mm[axis], world.position_mm[axis], 0.001));
            QVERIFY(test::near(result.position_mm[2], made.zero.machine.safeZ_mm(), 0.002));
            QCOMPARE(result.memory.tool, 4);
            QVERIFY(test::near(result.z_zero->error_mm(), 0, 0.005));
        }
    }
    void predictedSecondsAreThoseOfACleanRun() {
        forEvery([](Kind, LinkedShop const&, safety::Rehearsal const& rehearsal) {
            auto const prediction = safety::predict(rehearsal);
            auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
            QVERIFY(test::near(prediction.machine_s, result.elapsed_s, 0.01));
            QCOMPARE(prediction.pauses * rehearsal.world().person.pause_s, result.paused_s);
        });
    }
    void pausesAreFewerThanBefore_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<bool>("closed");
        QTest::addColumn<int>("before");
        QTest::addColumn<int>("now");
        auto row = [](char const* name, Kind kind, bool closed, int before, int now) {
            QTest::newRow(name) << static_cast<int>(kind) << closed << before << now;
        };
        // Before: counted in the texts of the first version. docs/macros.md has the whole table.
        row("plate zero, open", Kind::PlateZero, false, 4, 3);
        row("plate zero and link, open", Kind::PlateZeroLink, false, 6, 5);
        row("re-touch by list, closed", Kind::Retouch, true, 2, 1);
        row("re-touch by list, open", Kind::Retouch, false, 3, 3);
    }
    void pausesAreFewerThanBefore() {
        QFETCH(int, kind);
        QFETCH(bool, closed);
        QFETCH(int, before);
        QFETCH(int, now);
        auto const shop = shopFor(static_cast<Kind>(kind), false, closed);
        QCOMPARE(safety::predict(shop.rehearse(static_cast<Kind>(kind))).pauses, now);
        QVERIFY(now <= before);
    }

    /// By hand: which method each kind serves, and what it touches and sets.
    void whatEachKindIsFor() {
        using shop::Method;
        struct Row {
            Kind kind;
            char const* name;
            bool plate, setter, length, retouch, table, offsets;
        };
        for (auto const& r : {Row{Kind::PlateZero, "plate-zero", true, false, false, true, true, false},
                              {Kind::PlateZeroLink, "plate-zero-link", true, true, false, true, false, false},
                              {Kind::Retouch, "re-touch", false, true, false, true, false, false},
                              {Kind::ToolLength, "tool-length", false, true, true, false, true, false},
                              {Kind::OffsetPerTool, "offset-per-tool", true, false, false, false, false, true},
                              {Kind::RetouchAny, "re-touch-any", false, true, false, true, false, false},
                              {Kind::ToolLengthAny, "tool-length-any", false, true, true, false, true, false},
                              {Kind::TableZero, "table-zero", false, true, false, true, false, false},
                              {Kind::TrimZero, "trim-zero", false, false, false, true, true, true},
                              {Kind::GoAndLook, "go-and-look", false, false, false, true, true, true}}) {
            QCOMPARE(std::string(macros::name(r.kind)), std::string(r.name));
            QVERIFY(macros::kindNamed(r.name) == r.kind);
            QVERIFY2(macros::of(r.kind).touches_plate == r.plate && macros::of(r.kind).touches_setter == r.setter &&
                         (macros::of(r.kind).sets == macros::Sets::Length) == r.length,
                     r.name);
            QVERIFY2(macros::belongsTo(r.kind, Method::Retouch) == r.retouch &&
                         macros::belongsTo(r.kind, Method::LengthTable) == r.table &&
                         macros::belongsTo(r.kind, Method::OffsetPerTool) == r.offsets,
                     r.name);
        }
        QVERIFY(!macros::kindNamed("plate"));
    }
    void headersSayTheFiguresOfTheText() {
        auto const shop = shopFor(Kind::PlateZero, true);
        auto const text = shop.rehearse(Kind::PlateZero).macro.text;
        std::smatch said;
        QVERIFY(
            std::regex_search(text, said, std::regex("Feeds: ([0-9.]+) in/min to find, ([0-9.]+) in/min to measure")));
        QVERIFY2(holds(text, " F" + said[1].str() + "\n") && holds(text, " F" + said[2].str() + "\n"), text.c_str());
        for (auto const* piece : {"Leaves in force: G20 G90 G94 G80 G40 G49 G61", "G90 G94 G80 G40 G49 G61 M48\n",
                                  "above the plate, that is", "Parameters: 101 to 130"})
            QVERIFY2(holds(text, piece), piece);
    }
    void leavingOutIsSaidInTheText() {
        SmallShop shop;
        auto const text = shop.rehearse({"prove-contact"}).macro.text;
        QVERIFY(holds(text, "LEFT OUT: prove-contact"));
        QVERIFY(!std::regex_search(text, std::regex("MSG,[^\n]*spanner"))); // nobody asks for it
        QVERIFY(holds(text, "This macro lacks one of its protections."));
        auto const ids = shop.rehearse().macro.recipe.ids();
        for (auto const* id : {"spindle-stop", "prove-contact", "lay-plate", "open-check", "window", "last-check"})
            QVERIFY2(std::find(ids.begin(), ids.end(), id) != ids.end(), id);
    }
    void purposesBelongToTheTextAsWritten() {
        SmallShop shop;
        auto const macro = shop.rehearse().macro;
        int line = 0, found = 0;
        for (auto const& text : linesOf(gcode::parse(macro.text, dialects::parametric().grammar)))
            if (++line; text.starts_with("G10")) found = line;
        QVERIFY(holds(macro.purposeOf(found, macro.text), "thickness"));
        QVERIFY(macro.purposeOf(found, macro.text + " ").empty() && macro.purposeOf(1, macro.text).empty());
    }
    void commentsAreSafe() {
        QCOMPARE(macros::commentSafe("a (b) ±5 µm; 90° é"), std::string("a [b] +/-5 um, 90 deg ?"));
        SmallShop shop;
        shop.change(shop.tool, [](shop::Assembly& a) { a.name = "Fräser (neu)\nM3 ; x"; });
        auto const program = gcode::parse(shop.rehearse().macro.text, dialects::parametric().grammar);
        QVERIFY(program.ok() && !holds(program.text, "\nM3"));
    }
    void theListOfToolsIsInTheText() {
        auto shop = shopFor(Kind::Retouch, false, true);
        shop.change(shop.short_tool, [](shop::Assembly& a) {
            a.diameter_mm = 92;
            a.tip = shop::TipShape::Insert;
            a.contact_radius_mm = 44;
        });
        auto const text = shop.rehearse(Kind::Retouch).macro.text;
        QVERIFY2(holds(text, "EQ 3]") && holds(text, "EQ 4]") && !holds(text, "EQ 5]"), text.c_str());
        QVERIFY2(holds(text, "tool 5"), "the header names what is left out");
        auto const any = shop.rehearse(Kind::RetouchAny).macro.text;
        QVERIFY2(holds(any, "IF [[#5400 EQ 5]]") && !holds(any, "EQ 4]"), any.c_str());
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
        row("an offset of its own beside re-touch", 7, Code::MethodMixed);
        row("two tools with one number", 8, Code::TwoAlike);
        row("parameters that meet", 9, Code::NumbersOverlap);
        row("parameters that the control has not", 10, Code::OutOfRange);
        row("homed parameter among the scratch ones", 11, Code::NumbersOverlap);
    }
    void whatStandsInTheWayIsRefused() {
        QFETCH(int, what);
        QFETCH(int, code);
        LinkedShop shop;
        shop.changeSetup([&](shop::ZeroSetup& s) { s.place.assembly = shop.long_tool; });
        auto long_tool = [&](auto edit) { shop.change(shop.long_tool, edit); };
        auto behaviour = [&](auto edit) { shop.change(shop.machine, [&](shop::Machine& m) { edit(m.behaviour); }); };
        if (what == 0) shop.changeSetup([](shop::ZeroSetup& s) { s.place.setter = {}; });
        if (what == 1) shop.change(shop.setup().link.setter, [](shop::Contact& c) { c.home_epoch = 0; });
        if (what == 2) long_tool([](shop::Assembly& a) { a.length_mm.reset(); });
        if (what == 3) long_tool([](shop::Assembly& a) { a.length_error_mm = 15; });
        if (what == 4) long_tool([](shop::Assembly& a) { a.contact_radius_mm = 30; });
        if (what == 5) long_tool([](shop::Assembly& a) { a.length_mm = 120; });
        if (what == 6) shop.changeSetup([](shop::ZeroSetup& s) { s.plan.method = shop::Method::OffsetPerTool; });
        if (what == 7) long_tool([](shop::Assembly& a) { a.own_offset = 2; });
        if (what == 8) long_tool([](shop::Assembly& a) { a.number = 3; });
        if (what == 9) behaviour([](shop::Behaviour& b) { b.scratch_parameter = 3040; });
        if (what == 10) behaviour([](shop::Behaviour& b) { b.link_parameter = 5000; });
        if (what == 11) behaviour([](shop::Behaviour& b) { b.homed_parameter = 130; });
        auto const refused = safety::rehearse(shop.reader(), shop.setup(), Kind::Retouch);
        QVERIFY(!refused);
        QCOMPARE(static_cast<int>(refused.error().code), code);
    }
    void theParametersAreTheOwnersChoice() {
        for (auto const kind : macros::every_kind) {
            auto shop = shopFor(kind);
            shop.change(shop.machine, [](shop::Machine& m) {
                m.behaviour.scratch_parameter = 501;
                m.behaviour.link_parameter = 2007;
            });
            auto const rehearsal = shop.rehearse(kind);
            QVERIFY(!std::regex_search(rehearsal.macro.text, std::regex("#1[0-3][0-9]\\b|#30[0-9][0-9]")));
            auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
            QVERIFY2(safety::classify(result, rehearsal) == safety::RunClass::Right, result.message.c_str());
            for (int number : machine::changedParameters(rehearsal.world().memory, result))
                QVERIFY2((number >= 501 && number <= 530) || (number >= 2007 && number <= 2107),
                         std::to_string(number).c_str());
        }
    }
};

STEADY_TEST(RecipeTest);
#include "RecipeTest.moc"
