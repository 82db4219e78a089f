// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/OddShop.h"
#include "support/Test.h"

#include "core/base/Words.h"
#include "core/dialects/Bundle.h"
#include "core/dialects/parametric/Parametric.h"
#include "core/dialects/streaming/SenderText.h"
#include "core/dialects/streaming/Streaming.h"
#include "core/machine/Run.h"
#include "core/safety/StudyRun.h"
#include "core/safety/TableJudgement.h"
#include "core/zeroing/Link.h"

#include <regex>

using namespace steady;
using namespace Qt::StringLiterals;
using controller::Outcome;
using macros::Kind;
using safety::RunClass;

namespace {

constexpr int further_codes = 200, lower_numbers = 1000;

/// The parametric control with all codes and all system variables elsewhere.
class Mirrored {
public:
    Mirrored() : dialect(dialects::parametric()) {
        for (auto const& word : dialect.words) {
            m_words.push_back(word);
            m_words.back().tenths += further_codes * 10;
        }
        dialect.words = m_words;
        for (auto& first : dialect.variables.first)
            if (first > 0) first -= lower_numbers;
        for (auto const& range : dialect.variables.own) m_own.push_back(lowered(range));
        for (auto const& range : dialect.variables.read_only) m_read_only.push_back(lowered(range));
        dialect.variables.own = m_own;
        dialect.variables.read_only = m_read_only;
        dialect.id = "mirrored";
        dialect.finish();
    }
    /// Codes outside of comments, and numbers of system variables anywhere.
    static std::string text(std::string const& parametric) {
        std::string out;
        for (std::size_t i = 0; i < parametric.size();) {
            char const c = parametric[i];
            auto const number = [&](std::size_t at) {
                std::size_t end = at;
                while (end < parametric.size() && std::isdigit(static_cast<unsigned char>(parametric[end]))) ++end;
                return parametric.substr(at, end - at);
            };
            if (c == '(' && parametric.compare(i, 6, "(DEBUG") != 0) {
                auto const end = parametric.find(')', i);
                out += parametric.substr(i, end - i);
                i = end;
            } else if (c == 'G' || c == 'M') {
                auto const digits = number(i + 1);
                out += digits.empty() ? std::string(1, c) : c + std::to_string(std::stoi(digits) + further_codes);
                i += 1 + digits.size();
            } else if (std::isdigit(static_cast<unsigned char>(c))) {
                auto const digits = number(i);
                bool const system = digits.size() == 4 && digits >= "5061" && digits <= "5409";
                out += system ? std::to_string(std::stoi(digits) - lower_numbers) : digits;
                i += digits.size();
            } else {
                out += c;
                ++i;
            }
        }
        return out;
    }
    controller::Dialect dialect;

private:
    static gcode::Numbers lowered(gcode::Numbers range) {
        return {range.first - lower_numbers, range.last - lower_numbers};
    }
    std::vector<controller::CodeWord> m_words;
    std::vector<gcode::Numbers> m_own, m_read_only;
};

test::LinkedShop streamed(Kind kind, bool inch = false, bool closed_at_rest = false) {
    auto shop = test::shopFor(kind, inch, closed_at_rest);
    shop.change(shop.machine, [](shop::Machine& m) { m.dialect = "streaming"; });
    return shop;
}

machine::RunResult ran(safety::Rehearsal const& rehearsal, machine::World const& world) {
    return machine::run(machine::load(rehearsal.macro.text, safety::dialectOf(world)), world);
}

/// The names under which the text keeps what is read.
std::vector<std::string> namesIn(std::string const& text) {
    std::vector<std::string> names;
    for (auto const& segment : gcode::segmentsOf(text).segments)
        if (segment.then && !segment.then->name.empty()) names.push_back(segment.then->name);
    return names;
}

} // namespace

/// Each sort of control is a table; nothing but it knows a code or a number.
class DialectsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// With other codes and other numbers every macro does the very same, and without the translation nothing runs.
    void anotherControlIsAnotherTable() {
        Mirrored const mirrored;
        for (auto const kind : macros::every_kind) {
            auto const shop = test::shopFor(kind);
            auto const rehearsal = shop.rehearse(kind);
            auto dialect = mirrored.dialect;
            dialect.variables.homed = rehearsal.world().behaviour.homed_parameter;
            auto world = rehearsal.world();
            world.memory.publish(dialect.variables);
            auto const first = ran(rehearsal, rehearsal.world());
            auto const second = machine::run(machine::load(Mirrored::text(rehearsal.macro.text), dialect), world);
            QVERIFY2(second.outcome == first.outcome, second.message.c_str());
            QVERIFY(second.position_mm == first.position_mm && second.elapsed_s == first.elapsed_s);
            QCOMPARE(second.z_zero.has_value(), first.z_zero.has_value());
            if (first.z_zero) QCOMPARE(second.z_zero->set_mm, first.z_zero->set_mm);
            QVERIFY(!machine::load(rehearsal.macro.text, dialect).findings.empty());
        }
    }
    void theTableKnowsEachById() {
        QVERIFY(dialects::bundles().size() >= 2);
        for (auto const& bundle : dialects::bundles()) QCOMPARE((*dialects::bundleOf(bundle.id()))->id(), bundle.id());
        QCOMPARE(dialects::bundleOf("none").error().code, Code::NoSuchDialect);
        QVERIFY(dialects::bundleOf("none").error().limit.find("streaming") != std::string::npos);
    }

    // What plain streaming reads and what it does not: C, common practice.
    void streamingLanguage_data() {
        QTest::addColumn<QString>("line");
        QTest::addColumn<bool>("good");
        for (auto const* line : {"G54", "G10 L20 P1 Z0", "G38.4 Z5 F20", "G43.1 Z-3", "G92.1", "G28.1"})
            QTest::newRow(line) << QString::fromLatin1(line) << true;
        for (auto const* line :
             {"#101=2", "G1 X[1+2] F10", "G1 X#5 F10", "O1 IF [1]", "M6 T1", "G43 H1", "G59.1", "G10 L1 P1 Z3", "M49",
              "G1 X1 F10 (a comment that makes this line much longer than what such "
              "a control reads)"})
            QTest::newRow(line) << QString::fromLatin1(line) << false;
    }
    void streamingLanguage() {
        QFETCH(QString, line);
        QFETCH(bool, good);
        auto const text = (good ? "G21\nG91\n" : "G91\n") + line.toStdString() + "\n";
        auto const loaded = machine::load(text, dialects::streaming());
        auto const result = machine::run(loaded, machine::World{});
        QVERIFY2((loaded.findings.empty() && result.outcome != Outcome::Refused) == good, result.message.c_str());
    }

    /// A text from outside, filled in and sent: a touch, its report, zero that much below it. Truth: the plate's top.
    void aReportIsFilledIn() {
        auto const shop = test::shopFor(Kind::PlateZero);
        auto world = shop.rehearse(Kind::PlateZero).world();
        world.dialect = "streaming";
        world.input = {};
        world.plate.thickness_mm = 9.942;
        std::string const text = "G21\nG91\nG38.2 Z-20 F60\nG90\n(SEGMENT 1: report z AS Touch)\nG54\n"
                                 "G10 L2 P1 Z{touch - 9.942}\n(SEGMENT 2: do Plate away)\nG53 G0 Z-5\n";
        auto const result = machine::run(machine::load(text, safety::dialectOf(world)), world);
        QVERIFY2(result.outcome == Outcome::Completed, result.message.c_str());
        QVERIFY(test::near(result.z_zero->error_mm(), 0, 0.0006)); // a report has three digits
        auto const wrong = [&](std::string const& from, std::string const& to) {
            auto changed = text;
            changed.replace(changed.find(from), from.size(), to);
            return machine::load(changed, safety::dialectOf(world)).findings;
        };
        QCOMPARE(wrong("{touch -", "{tuch -").front().where.line, 7);
        QCOMPARE(wrong("report z", "reprot z").front().where.line, 5);
        QCOMPARE(wrong("SEGMENT 2", "SEGMENT 3").front().where.line, 8);
        QCOMPARE(wrong("9.942}", "9.942").front().where.line, 7);
        QCOMPARE(wrong("G90", "G90 X#1").front().where.line, 4);
        // What is to be done may begin like “do”, and a typed number has as many digits as were asked for.
        auto const parts = gcode::segmentsOf("(SEGMENT 1: do door shut)\n(SEGMENT 2: type where mm 2)\n");
        QCOMPARE(parts.segments[0].then->words, std::string("door shut"));
        world.person.types = {{"spot", 1.2345}};
        auto const typed = machine::run(
            machine::load("G21\nG54\n(SEGMENT 1: type spot mm 2)\nG10 L2 P1 Z{spot}\n", safety::dialectOf(world)),
            world);
        QCOMPARE(typed.memory.work_offsets_mm[0][2], 1.23);
        // Nothing was probed, nobody types, or the check does not hold: nothing more is sent, and no zero is set.
        auto const ends = [&](std::string const& instead) {
            auto changed = text;
            changed.replace(changed.find("G38.2 Z-20 F60"), 14, instead);
            return machine::run(machine::load(changed, safety::dialectOf(world)), world);
        };
        QCOMPARE(ends("G4 P0.1").outcome, Outcome::Refused);
        QCOMPARE(ends("G38.2 Z-1 F60").outcome, Outcome::Alarm);
        for (auto const& [between, outcome] : {std::pair{"(SEGMENT 2: type where mm 3)", Outcome::PausedForever},
                                               std::pair{"(SEGMENT 2: require touch within 0 to 1)", Outcome::Alarm}}) {
            auto changed = text;
            changed.replace(changed.find("(SEGMENT 2: do Plate away)"), 26, between);
            auto const stopped = machine::run(machine::load(changed, safety::dialectOf(world)), world);
            QCOMPARE(stopped.outcome, outcome);
            QCOMPARE(stopped.where.line, 8);
        }
    }

    /// The plate zero in segments: right, in both units, for both circuits; every line sent fits 80 letters and holds
    /// neither variable nor sum.
    void plateZeroInSegments() {
        for (bool const inch : {false, true})
            for (bool const closed : {false, true}) {
                auto const shop = streamed(Kind::PlateZero, inch, closed);
                auto const rehearsal = shop.rehearse(Kind::PlateZero);
                auto const loaded = machine::load(rehearsal.macro.text, dialects::streaming());
                QVERIFY2(loaded.findings.empty(), loaded.findings.empty() ? "" : loaded.findings.front().text.c_str());
                auto const result = ran(rehearsal, rehearsal.world());
                QVERIFY2(safety::classify(result, rehearsal) == RunClass::Right, result.message.c_str());
                QVERIFY(test::near(*safety::errorOf_mm(result, rehearsal), 0, 0.004));
                QVERIFY(namesIn(rehearsal.macro.text).size() >= 4);
                // The zero is set after every check, and by one line; nobody is asked to resume.
                auto const text = QString::fromStdString(rehearsal.macro.text);
                QCOMPARE(text.count(u"\nG10 "_s), 1);
                QVERIFY(text.lastIndexOf(u": require "_s) < text.indexOf(u"\nG10 "_s));
                QVERIFY(!text.contains(u"resume"_s, Qt::CaseInsensitive));
            }
    }
    /// Every fault of the plate: stopped, or harmless, or one that is listed for the parametric control as well.
    void faultsOfThePlateInSegments() {
        int runs = 0;
        for (bool const closed : {false, true}) {
            auto const shop = streamed(Kind::PlateZero, false, closed);
            auto const rehearsal = shop.rehearse(Kind::PlateZero);
            for (auto const& fault : safety::faults()) {
                if (!fault.touches(Kind::PlateZero, rehearsal.world())) continue;
                auto world = rehearsal.world();
                fault.apply(world);
                auto const result = ran(rehearsal, world);
                auto const found = safety::classify(result, rehearsal);
                ++runs;
                bool const harmless = found == RunClass::Right || found == RunClass::StoppedSafely;
                QVERIFY2(harmless || fault.unseen,
                         fmt::format("{}: class {}, {} at line {}", fault.id, static_cast<int>(found), result.message,
                                     result.where.line)
                             .c_str());
            }
        }
        QVERIFY2(runs > 50, std::to_string(runs).c_str());
    }
    /// Each report misread by 1 mm, by a tenth and by five hundredths, either way: a slow touch alone is never
    /// believed.
    void aMisreadReportSetsNoZero() {
        auto const shop = streamed(Kind::PlateZero);
        auto const rehearsal = shop.rehearse(Kind::PlateZero);
        for (auto const& name : namesIn(rehearsal.macro.text))
            for (double const off_mm : {1.0, 0.1, 0.05, -0.05, -0.1, -1.0}) {
                auto world = rehearsal.world();
                world.person.misreads = {{name, off_mm}};
                auto const found = safety::classify(ran(rehearsal, world), rehearsal);
                QVERIFY2(found == RunClass::Right || found == RunClass::StoppedSafely,
                         fmt::format("{} by {}", name, off_mm).c_str());
            }
    }
    /// Of two slow touches that differ only their agreement tells, where the lag of the fast one is not looked at.
    void slowTouchesMustAgree() {
        auto const shop = streamed(Kind::PlateZero);
        for (bool const checked : {true, false}) {
            auto const rehearsal =
                shop.rehearse(Kind::PlateZero, checked ? std::set<std::string>{"lag-check"}
                                                       : std::set<std::string>{"lag-check", "agreement"});
            auto world = rehearsal.world();
            world.person.misreads = {{namesIn(rehearsal.macro.text).back(), 0.2}};
            auto const found = safety::classify(ran(rehearsal, world), rehearsal);
            QVERIFY((found == RunClass::StoppedSafely) == checked);
        }
    }
    /// Where it began, misread by 50 mm: the way back is not sent, and nothing moves.
    void aWrongWayBackIsNotSent() {
        auto const shop = streamed(Kind::PlateZero);
        auto const rehearsal = shop.rehearse(Kind::PlateZero);
        for (double const off_mm : {50.0, -50.0}) {
            auto world = rehearsal.world();
            world.person.misreads = {{"z1", off_mm}};
            auto const result = ran(rehearsal, world);
            QCOMPARE(result.outcome, Outcome::Alarm);
            QVERIFY(result.message.starts_with("z1 - "));
            QVERIFY(result.position_mm[2] > rehearsal.world().position_mm[2]); // still where the proof left it
        }
    }
    /// What needs no number kept in the control is carried too, each for one tool: right in both units, and with every
    /// fault nothing bad that is not listed.
    void recipesForOneToolInSegments() {
        for (auto const kind :
             {Kind::OffsetPerTool, Kind::TableZero, Kind::GoAndLook, Kind::PlateZeroLink, Kind::Retouch})
            for (bool const inch : {false, true}) {
                auto const made = streamed(kind, inch, inch).rehearse(kind);
                auto const name = fmt::format("{}, {}", macros::name(kind), inch ? "inch" : "mm");
                auto const loaded = machine::load(made.macro.text, dialects::streaming());
                QVERIFY2(loaded.findings.empty() && made.macro.text.find('#') == std::string::npos, name.c_str());
                auto const table = safety::runCampaign(safety::attackOn(made), {4, 1, 2});
                std::string bad = name + ": " + safety::countsOf(table->nothing);
                for (auto const& row : table->rows)
                    if (row.bad() && !row.listed())
                        bad += fmt::format("\n{}: {}", row.fault->id, safety::countsOf(row));
                QVERIFY2(table->good() && table->nothing.count(RunClass::Right) >= 3, bad.c_str());
                QVERIFY2(!QString::fromStdString(made.macro.text).contains(u"resume"_s, Qt::CaseInsensitive),
                         made.macro.text.c_str());
                if (kind == Kind::GoAndLook) continue;
                // The person says which tool is in, and what belongs to another one is nowhere.
                auto const number = std::to_string(made.zero.assembly.number);
                QVERIFY2(made.macro.text.find("Does the holder in the spindle say " + number + "?") !=
                             std::string::npos,
                         made.macro.text.c_str());
            }
        // Written out for the tool in the spindle, for the third offset.
        auto odd = test::oddShop(Kind::TableZero, test::Odd::Metric);
        odd.change(odd.machine, [](shop::Machine& m) {
            m.dialect = "streaming";
            m.behaviour.closed_at_start = shop::ClosedAtStart::Refused;
        });
        auto const made = odd.rehearse(Kind::TableZero);
        auto const& text = made.macro.text;
        QVERIFY2(text.find("G10 L2 P3 Z{") != std::string::npos, text.c_str());
        auto const alone = fmt::format("Written for tool {} alone.", made.zero.assembly.number);
        QVERIFY2(text.find(alone) != std::string::npos && text.find("its link") == std::string::npos, text.c_str());
    }
    /// The link of a control that keeps no numbers: D is told, and the book's D goes into the text of the re-touch. The
    /// zero that was noted must be what the control still shows.
    void theLinkIsKeptInTheBook() {
        auto const shop = streamed(Kind::PlateZeroLink);
        auto const linked = shop.rehearse(Kind::PlateZeroLink);
        auto const first = ran(linked, linked.world());
        std::smatch told;
        std::regex const d_line(R"(setter above G54 zero:\)\n\(\{(.*)\}\))");
        QVERIFY2(std::regex_search(linked.macro.text, told, d_line), linked.macro.text.c_str());
        auto const d = gcode::sumOf(told[1], first.read, 1);
        QVERIFY(d && test::near(*d, *first.setter_trip_mm - first.z_zero->true_mm, 0.005));
        auto const other = streamed(Kind::Retouch);
        auto const made = other.rehearse(Kind::Retouch);
        auto const known = zeroing::linkOf(other.reader(), other.setup())->d_mm();
        auto const figure = fmt::format("- {:.4f}", known);
        QVERIFY2(made.macro.text.find(figure) != std::string::npos, (figure + made.macro.text).c_str());
        for (double const off_mm : {0.0, 0.003, -0.003, 4.0}) { // what was noted, or typed, was another figure
            auto world = made.world();
            QCOMPARE(world.person.types.size(), std::size_t(1));
            world.person.types.front().mm += off_mm;
            auto const result = ran(made, world);
            QCOMPARE(result.outcome, off_mm == 0 ? Outcome::Completed : Outcome::Alarm);
            if (off_mm != 0) QVERIFY(!result.moved && !result.z_zero);
        }
        for (auto const& name : namesIn(made.macro.text))
            for (double const off_mm : {1.0, 0.1, -0.1, -1.0}) {
                auto world = made.world();
                world.person.misreads = {{name, off_mm}};
                auto const found = safety::classify(ran(made, world), made);
                QVERIFY2(found == RunClass::Right || found == RunClass::StoppedSafely,
                         fmt::format("{} by {}", name, off_mm).c_str());
            }
        auto several = streamed(Kind::Retouch);
        several.changeSetup([](shop::ZeroSetup& s) { s.plan.also_offsets = {2}; });
        QCOMPARE(safety::rehearse(several.reader(), several.setup(), Kind::Retouch).error().code, Code::NotCarried);
    }
    void readingsForAStudyInSegments() {
        auto const shop = streamed(Kind::Retouch);
        auto const study = safety::studyMacro(shop.reader(), shop.setup(), {macros::Between::MoveAway, 5});
        QVERIFY2(study, study ? "" : study.error().value.c_str());
        QVERIFY2(study->macro.text.find("(Reading 5: Z)\n({z") != std::string::npos, study->macro.text.c_str());
        auto const readings = safety::runStudy(*study, *study->world, 0);
        QVERIFY(readings && readings->size() == 5);
        auto const& tool = *shop.book.find(shop.setup().place.assembly);
        for (auto const& reading : *readings)
            QVERIFY(test::near(reading.value_mm, shop.nose_trip_mm + *tool.length_mm, 0.03));
    }
    /// Whatever is left out, the text can be read, or it is said what no step reads any more.
    void whatIsLeftOutIsNoWrongText() {
        auto const shop = streamed(Kind::PlateZero);
        int said = 0;
        for (auto const& id : shop.rehearse(Kind::PlateZero).macro.recipe.ids()) {
            auto const made = safety::rehearse(shop.reader(), shop.setup(), Kind::PlateZero, {id});
            if (made)
                QVERIFY2(machine::load(made->macro.text, dialects::streaming()).findings.empty(), id.c_str());
            else
                QVERIFY2(made.error().code == Code::NotCarried && ++said, id.c_str());
        }
        QVERIFY(said > 0);
    }
    /// What it cannot carry is said with the reason, and with what to do instead.
    void whatItCannotCarryIsSaid() {
        std::set<Kind> const carried{
            Kind::PlateZero,      Kind::OffsetPerTool, Kind::TableZero,      Kind::GoAndLook,      Kind::PlateZeroLink,
            Kind::Retouch,        Kind::ChangeByHand,  Kind::ProvePlate,     Kind::ProveSetter,    Kind::EdgeZero,
            Kind::BoreCentre,     Kind::BossCentre,    Kind::CornerPlate,    Kind::RackChange,     Kind::GoToPlace,
            Kind::Readings,       Kind::DiscReadings,  Kind::HomingReadings, Kind::CarouselChange, Kind::RackRetouch,
            Kind::CarouselRetouch};
        for (auto const kind : macros::every_kind) {
            auto const shop = streamed(kind);
            auto const made = safety::rehearse(shop.reader(), shop.setup(), kind);
            QCOMPARE(static_cast<bool>(made), carried.contains(kind));
            if (made) { // then it is right as well
                QVERIFY2(safety::classify(ran(*made, made->world()), *made) == RunClass::Right, macros::name(kind));
                continue;
            }
            QCOMPARE(made.error().code, Code::NotCarried);
            QVERIFY(made.error().value.size() > 10 && made.error().limit.size() > 10);
        }
        auto shop = streamed(Kind::PlateZero);
        shop.change(shop.machine,
                    [](shop::Machine& m) { m.behaviour.closed_at_start = shop::ClosedAtStart::EndsAsContact; });
        QCOMPARE(safety::rehearse(shop.reader(), shop.setup(), Kind::PlateZero).error().code, Code::NotCarried);
    }
    /// A sender that works out sums, with words of its own: what stands between the segments is said in them.
    void aSenderThatWorksOutSums() {
        std::string const text = "(head)\nG38.2 Z-5 F100\n(SEGMENT 1: report z AS z1)\n"
                                 "(SEGMENT 2: require z1 - 2 within -3 to 4.5)\nG10 L2 P1 Z{z1 - 9.9}\n"
                                 "(SEGMENT 3: do Plate away, then send.)\nM2\n";
        std::vector<shop::Phrase> words{{"sender-report", "let {{name}} = contact.{{axis}}"},
                                        {"sender-value", "<{{name}}>"},
                                        {"sender-sum", "({{sum}})"},
                                        {"sender-check", "stop unless {{low}} <= {{sum}} <= {{high}}"}};
        auto const lacks = dialects::forSender(text, words);
        QVERIFY(!lacks && lacks.error().code == Code::PhraseMissing);
        QCOMPARE(lacks.error().value, std::string("Wait for the person"));
        words.push_back({"sender-wait", "ask {{words}}"});
        auto const made = dialects::forSender(text, words);
        QVERIFY(made);
        QCOMPARE(made->substr(made->find('\n') + 1),
                 std::string("(head)\nG38.2 Z-5 F100\nlet z1 = contact.Z\nstop unless -3.0000 <= <z1> - 2 <= 4.5000\n"
                             "G10 L2 P1 Z(<z1> - 9.9)\nask Plate away, then send.\nM2\n"));
        words[3].text = "stop unless {{low}} <= {{sum}}"; // a bound that is left out would be lost
        QCOMPARE(dialects::forSender(text, words).error().code, Code::PhraseLacks);
        // Whatever is streamed here can be said, and no {sum} is left over.
        words[3].text = "check {{low}} {{sum}} {{high}}";
        words.push_back({"sender-type", "type {{name}}"});
        words.push_back({"sender-read", "read {{name}} {{offset}}"});
        for (auto const kind : {Kind::PlateZeroLink, Kind::Retouch, Kind::BossCentre}) {
            auto const said = dialects::forSender(streamed(kind).rehearse(kind).macro.text, words);
            QVERIFY2(said, said ? "" : describe(said.error()).c_str());
            QVERIFY(said->find("SEGMENT") == std::string::npos && said->find('{') == std::string::npos);
        }
    }
};

STEADY_TEST(DialectsTest);
#include "DialectsTest.moc"
