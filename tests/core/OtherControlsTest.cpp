// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/dialects/Bundle.h"
#include "core/dialects/Likeness.h"
#include "core/machine/Run.h"
#include "core/safety/TableJudgement.h"

#include <regex>

using namespace steady;
using controller::Outcome;
using macros::Kind;
using safety::RunClass;

namespace {

machine::RunResult ran(safety::Rehearsal const& rehearsal, machine::World const& world) {
    return machine::run(machine::load(rehearsal.macro.text, safety::dialectOf(world)), world);
}

} // namespace

/// Controls that take no text, texts that tell how a control behaves, and texts for another control than one's own.
class OtherControlsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// The control's own routine: nothing to load. With nothing wrong it is right; what it lets through stands on the
    /// sheet with its precaution, and a macro for the same notices it.
    void theRoutineOfAControl() {
        for (auto const kind : {Kind::PlateZero, Kind::ToolLength, Kind::TableZero})
            for (bool const inch : {false, true}) {
                auto shop = test::shopFor(kind, inch, inch);
                shop.change(shop.machine, [](shop::Machine& m) { m.dialect = "builtin"; });
                auto const made = shop.rehearse(kind);
                auto const& sheet = made.macro.text;
                QVERIFY2(sheet.find("Nothing is loaded") != std::string::npos, sheet.c_str());
                QVERIFY2(safety::classify(ran(made, made.world()), made) == RunClass::Right, macros::name(kind));
                auto const& acts = made.macro.asked.front().acts; // before the start; no signal is asked for
                auto const lays = std::count(acts.begin(), acts.end(), shop::TimedAct(shop::Act::LayPlate));
                QCOMPARE(lays, kind == Kind::PlateZero ? 1 : 0);
                QVERIFY(std::none_of(acts.begin(), acts.end(),
                                     [](shop::TimedAct const& act) { return shop::makesSignal(act.what); }));
                int lets_through = 0;
                for (auto const& fault : safety::faults()) {
                    if (!fault.touches(kind, made.world())) continue;
                    auto world = made.world();
                    fault.apply(world);
                    auto const found = safety::classify(ran(made, world), made);
                    if (found == RunClass::Right || found == RunClass::StoppedSafely) continue;
                    ++lets_through;
                    auto const line = "(- " + macros::commentSafe(fault.precaution) + ")";
                    QVERIFY2(sheet.find(line) != std::string::npos, fault.id);
                }
                QVERIFY2(lets_through >= 5, macros::name(kind));
                auto const table = safety::runCampaign(safety::attackOn(made), {3, 1, 2});
                auto const said = safety::judgeTable(*table, made, UnitSystem::Metric);
                QVERIFY2(!table->good() && said.front().headline.starts_with("The routine does not protect"),
                         said.front().headline.c_str());
            }
        // What is typed: the plate of the book, less what the input lags; the same figures that the macro has.
        auto shop = test::shopFor(Kind::PlateZero);
        auto const macro = shop.rehearse(Kind::PlateZero).macro.text;
        shop.change(shop.machine, [](shop::Machine& m) { m.dialect = "builtin"; });
        auto const sheet = shop.rehearse(Kind::PlateZero).macro.text;
        std::smatch typed, thickness;
        QVERIFY(std::regex_search(sheet, typed, std::regex(R"(above zero: (\d+\.\d{4}) mm)")));
        QVERIFY(std::regex_search(macro, thickness, std::regex(R"( \+ (0\.\d{4}) - (\d+\.\d{4})\])")));
        QVERIFY(test::near(std::stod(typed[1]), std::stod(thickness[2]) - std::stod(thickness[1]), 0.0001));
        for (auto const kind : {Kind::PlateZeroLink, Kind::Retouch, Kind::TrimZero, Kind::GoAndLook}) {
            auto other = test::shopFor(kind);
            other.change(other.machine, [](shop::Machine& m) { m.dialect = "builtin"; });
            auto const made = safety::rehearse(other.reader(), other.setup(), kind);
            QVERIFY2(!made && made.error().code == Code::NotCarried, macros::name(kind));
        }
    }
    /// The tests of the other controls: read by them, half a millimetre at most, right about the answer.
    void theBenchTextsOfTheOthers() {
        auto const shop = test::shopFor(Kind::PlateZero);
        for (auto const* id : {"parametric", "streaming"})
            for (auto const closed : {shop::ClosedAtStart::EndsAsContact, shop::ClosedAtStart::Refused}) {
                auto world = shop.rehearse(Kind::PlateZero).world();
                world.dialect = id;
                world.behaviour.closed_at_start = closed;
                shop::Act const holds = shop::Act::BridgePlate;
                world.person.pauses = {{{{holds, -1}}, {}, {}}};
                auto const loaded = machine::load((*dialects::bundleOf(id))->bench_text(), safety::dialectOf(world));
                QVERIFY2(loaded.findings.empty(), loaded.findings.empty() ? id : loaded.findings[0].text.c_str());
                auto const result = machine::run(loaded, world);
                bool const goes_on = closed == shop::ClosedAtStart::EndsAsContact;
                QVERIFY2(result.outcome == (goes_on ? Outcome::Completed : Outcome::Refused), result.message.c_str());
                QVERIFY(std::abs(result.position_mm[2] - world.position_mm[2]) < 1e-6); // neither did move
            }
        QVERIFY(!(*dialects::bundleOf("builtin"))->bench_text);
    }
    /// A text for another control is known by what it shows; a slip in one's own is not.
    void aTextForAnotherControl() {
        auto const textFor = [](char const* dialect) {
            auto shop = test::shopFor(Kind::PlateZero);
            shop.change(shop.machine, [&](shop::Machine& m) {
                m.dialect = dialect;
                m.behaviour = *dialects::usualFor(dialect, m.behaviour);
            });
            return shop.rehearse(Kind::PlateZero).macro.text;
        };
        auto const read = [](std::string const& text, char const* by) {
            return dialects::readsLikeAnother(text, (*dialects::bundleOf(by))->language());
        };
        for (auto const* own : {"parametric", "hash", "streaming"})
            for (auto const* by : {"parametric", "hash", "streaming"}) {
                auto const found = read(textFor(own), by);
                QCOMPARE(found.has_value(), own != std::string_view(by));
                if (found)
                    QVERIFY2(found->text.find((*dialects::bundleOf(own))->name()) != std::string::npos,
                             (std::string(own) + found->text).c_str());
            }
        auto const foreign = read("G21 G90\nG91 G31 Z-20. F100\nG90\n#100=#5063\nM30\n", "parametric");
        QVERIFY(foreign && foreign->remedy.find("a skip move (line 2)") != std::string::npos);
        QVERIFY(!read("G21 G90\nG38.2 Z-20 F100 Q7\nM2\n", "parametric"));
        QVERIFY(!read("", "hash"));
    }
};

STEADY_TEST(OtherControlsTest);
#include "OtherControlsTest.moc"
