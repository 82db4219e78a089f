// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/gcode/Program.h"

#include <regex>

using namespace steady;
using test::SmallShop;

namespace {

std::string macroOf(SmallShop const& shop, std::set<std::string> const& leave_out = {}) {
    return shop.rehearse(leave_out).macro.text;
}

int countOf(std::string const& text, std::string const& piece) {
    int count = 0;
    for (auto at = text.find(piece); at != std::string::npos; at = text.find(piece, at + 1)) ++count;
    return count;
}

} // namespace

/// The printed macro: everything that keeps it safe is in the text, and does what it says.
class RecipeTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyBookGivesTextThatParses_data() {
        QTest::addColumn<bool>("inch");
        QTest::addColumn<bool>("closed_at_rest");
        QTest::addColumn<bool>("homed_readable");
        for (bool inch : {false, true})
            for (bool closed : {false, true})
                for (bool homed : {false, true})
                    QTest::addRow("%s, %s, %s", inch ? "inch" : "mm", closed ? "closed at rest" : "open at rest",
                                  homed ? "homed readable" : "asks")
                        << inch << closed << homed;
    }
    void everyBookGivesTextThatParses() {
        QFETCH(bool, inch);
        QFETCH(bool, closed_at_rest);
        QFETCH(bool, homed_readable);
        auto shop = inch ? test::inchShop() : SmallShop();
        shop.change(shop.plate, [&](shop::TouchPlate& p) {
            p.circuit = closed_at_rest ? shop::Circuit::ClosedAtRest : shop::Circuit::OpenAtRest;
        });
        if (homed_readable) shop.change(shop.machine, [](shop::Machine& m) { m.behaviour.homed_parameter = 5399; });
        auto const rehearsal = shop.rehearse();
        auto const& text = rehearsal.macro.text;
        auto const executable = controller::makeExecutable(text, safety::dialectOf(rehearsal.world()));
        QVERIFY2(executable.findings.empty(),
                 executable.findings.empty() ? "" : executable.findings.front().text.c_str());
        for (auto const& line : executable.program.lines) {
            QVERIFY(line.size() <= 256);
            for (unsigned char c : line) QVERIFY(c >= 0x20 && c < 0x7f);
        }
        // Every number that is a length, a feed or a time has its decimal point.
        std::regex const bare("\\b[XYZF]-?[0-9]+(?![0-9.])|G4 P[0-9]+(?![0-9.])");
        for (auto const& block : executable.program.blocks) {
            auto const& line = executable.program.lines[block.line - 1];
            if (line.front() != '(') QVERIFY2(!std::regex_search(line, bare), line.c_str());
        }
        auto const result = machine::run(executable, rehearsal.world());
        QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
        QVERIFY(result.z_zero);
        QVERIFY(test::near(result.z_zero->error_mm(), 0, inch ? 0.002 : 0.001));
        QCOMPARE(countOf(text, "M0\n"), static_cast<int>(rehearsal.world().person.pauses.size()));
    }

    void onlyProbingMovesGoDown() {
        for (auto const& shop : {SmallShop(), test::inchShop()}) {
            auto const rehearsal = shop.rehearse();
            machine::Trace trace;
            (void)test::runText(rehearsal.macro.text, rehearsal.world(), &trace);
            for (auto const& step : trace) {
                auto const& r = step.record;
                if (r.kind != controller::Record::Kind::Probe)
                    QVERIFY2(r.to_mm[2] >= r.from_mm[2] - 1e-9, std::to_string(r.line).c_str());
                QVERIFY(r.to_mm[0] == r.from_mm[0] && r.to_mm[1] == r.from_mm[1]);
            }
        }
    }
    void endsAtSafeZWithTheModesOfAJob() {
        SmallShop shop;
        auto const rehearsal = shop.rehearse();
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY(test::near(result.position_mm[2], rehearsal.zero.machine.safeZ_mm(), 1e-9));
        QVERIFY(result.memory.modes.absolute);
        QCOMPARE(result.memory.tool_offset_mm, 0.0);
        // One work offset's Z, and nothing else of the controller, has changed.
        for (int n = 0; n < work_offset_count; ++n)
            for (int axis = 0; axis < 3; ++axis)
                if (n != 0 || axis != 2)
                    QCOMPARE(result.memory.work_offsets_mm[n][axis], rehearsal.world().memory.work_offsets_mm[n][axis]);
        for (int number : result.changed_parameters) QVERIFY(number >= 101 && number <= 105);
    }
    void predictedSecondsAreThoseOfACleanRun() {
        SmallShop shop;
        auto const rehearsal = shop.rehearse();
        auto const prediction = safety::predict(rehearsal);
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY(test::near(prediction.machine_s, result.elapsed_s, 0.01));
        QVERIFY(prediction.machine_s > rehearsal.zero.machine.spin_down_s);
        QCOMPARE(prediction.pauses * rehearsal.world().person.pause_s, result.paused_s);
    }
    void setsTheOffsetThatWasChosen() {
        SmallShop shop;
        auto setup = shop.setup();
        setup.work_offset = 8;
        shop.book.put(shop.setup_id.value, setup);
        auto const rehearsal = shop.rehearse();
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QCOMPARE(result.z_zero->work_offset, 8);
        QVERIFY(rehearsal.macro.text.find("G59.2\n") != std::string::npos);
        QVERIFY(rehearsal.macro.text.find("G10 L2 P8 Z#105") != std::string::npos);
    }
    void anOffsetAlreadyThereDoesNotMatter() {
        SmallShop shop;
        auto rehearsal = shop.rehearse();
        rehearsal.world().memory.work_offsets_mm[0] = {10, 20, -33.3};
        rehearsal.world().memory.tool_offset_mm = 12.5; // G49 takes it out
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY(test::near(result.z_zero->error_mm(), 0, 0.001));
    }

    void searchStaysAboveTheWork() {
        // Plate missing, tip left at the lower end of the start window: the tip must end above the work.
        for (double thickness : {6.0, 9.942, 14.0, 40.0}) {
            SmallShop shop;
            shop.measure({thickness, thickness, thickness, thickness, thickness});
            auto rehearsal = shop.rehearse();
            QVERIFY(rehearsal.plan.search_mm <= 25);
            rehearsal.world().plate.place = machine::PlatePlace::Away;
            rehearsal.world().position_mm[2] =
                rehearsal.world().zeroOnStock_mm() + thickness + rehearsal.plan.least_gap_mm;
            for (auto& pause : rehearsal.world().person.pauses)
                std::replace(pause.begin(), pause.end(), shop::Act::LayPlate, shop::Act::TakePlate);
            auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
            QCOMPARE(result.outcome, controller::Outcome::Alarm);
            QVERIFY(result.position_mm[2] >= rehearsal.world().zeroOnStock_mm() + 0.99);
            QVERIFY(!result.z_zero);
        }
    }
    void wholeStartWindowReachesThePlate() {
        SmallShop shop;
        auto rehearsal = shop.rehearse();
        for (double gap : {rehearsal.plan.least_gap_mm, rehearsal.plan.most_gap_mm}) {
            rehearsal.world().position_mm[2] =
                rehearsal.world().zeroOnStock_mm() + rehearsal.world().plate.thickness_mm + gap;
            QCOMPARE(test::runText(rehearsal.macro.text, rehearsal.world()).outcome, controller::Outcome::Completed);
        }
    }
    void tooThinAPlateIsRefusedWithTheLeast() {
        SmallShop shop;
        shop.measure({2, 2, 2, 2, 2});
        auto const refused = safety::rehearse(shop.book, shop.readings, shop.setup());
        QVERIFY(!refused);
        QCOMPARE(refused.error().code, Code::TooThin);
        QVERIFY(!refused.error().limit.empty());
    }
    void contactOutsideTheWindowStops() {
        SmallShop shop;
        auto rehearsal = shop.rehearse();
        rehearsal.world().table_z_mm -= 11; // other work than the book knows
        rehearsal.world().position_mm[2] -= 11;
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QCOMPARE(result.outcome, controller::Outcome::Alarm);
        QVERIFY(result.message.find("outside the expected window") != std::string::npos);
        QVERIFY(!result.z_zero);
    }
    void anInputSlowerThanTheBookStops() {
        SmallShop shop;
        auto rehearsal = shop.rehearse();
        rehearsal.world().input.debounce_s += 0.05;
        rehearsal.world().plate.push_in_mm = 1;
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QCOMPARE(result.outcome, controller::Outcome::Alarm);
        QVERIFY(!result.z_zero);
    }
    void alarmsBeginWithHowToGetAway() {
        SmallShop shop;
        auto const program = gcode::parse(macroOf(shop));
        int alarms = 0;
        for (std::size_t i = 0; i + 1 < program.blocks.size(); ++i) {
            if (!program.blocks[i].message || program.lines[i + 1] != "M2" || i + 2 == program.blocks.size()) continue;
            ++alarms;
            auto const& words = *program.blocks[i].message;
            bool good = false;
            for (auto const* way :
                 {"Jog Z up", "Lift Z", "Nothing has moved", "Nothing is near", "Take the plate away", "Stay clear"})
                good = good || words.starts_with(way);
            QVERIFY2(good, words.c_str());
        }
        QVERIFY(alarms >= 12);
    }
    void headerHasTheBooksValues() {
        SmallShop shop;
        auto const text = macroOf(shop);
        for (auto const* piece : {"9.942 mm thick +/-0.024 mm from 5 readings", "G54 Z, work offset number 1",
                                  "tip 5.000 mm to", "Contact expected at machine Z -70.000 to -50.000 mm"})
            QVERIFY2(text.find(piece) != std::string::npos, piece);
    }
    void leavingOutIsSaidInTheText() {
        SmallShop shop;
        auto const text = macroOf(shop, {"prove-contact"});
        QVERIFY(text.find("LEFT OUT: prove-contact") != std::string::npos);
        QVERIFY(text.find("flank") == std::string::npos);
        auto const ids = shop.rehearse().macro.recipe.ids();
        for (auto const* id : {"require-homed", "spindle-stop", "prove-contact", "open-check", "window", "last-check"})
            QVERIFY2(std::find(ids.begin(), ids.end(), id) != ids.end(), id);
    }
    void purposesBelongToTheTextAsWritten() {
        SmallShop shop;
        auto const macro = shop.rehearse().macro;
        int line = 0, found = 0;
        for (auto const& text : gcode::parse(macro.text).lines)
            if (++line; text.starts_with("G10")) found = line;
        QVERIFY(macro.purposeOf(found, macro.text).find("thickness") != std::string::npos);
        QVERIFY(macro.purposeOf(found, macro.text + " ").empty());
        QVERIFY(macro.purposeOf(1, macro.text).empty());
    }
    void commentsAreSafe() {
        QCOMPARE(macros::commentSafe("a (b) ±5 µm; 90° é"), std::string("a [b] +/-5 um, 90 deg ?"));
        SmallShop shop;
        shop.change(shop.tool, [](shop::Assembly& a) { a.name = "Fräser (neu)\nM3 ; x"; });
        auto const program = gcode::parse(macroOf(shop));
        QVERIFY(program.ok());
        QVERIFY(program.text.find("\nM3") == std::string::npos);
    }
};

STEADY_TEST(RecipeTest);
#include "RecipeTest.moc"
