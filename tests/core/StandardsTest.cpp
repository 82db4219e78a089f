// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/History.h"
#include "support/Test.h"

#include "core/advice/Care.h"
#include "core/facts/Holding.h"
#include "core/install/Air.h"
#include "core/install/Beam.h"
#include "core/install/Standards.h"
#include "core/zeroing/Lengths.h"
#include "core/zeroing/Spacers.h"

using namespace steady;
using namespace steady::shop;
using install::BeamStep;

namespace {

constexpr std::int64_t day = 86'400'000;

QString heads(std::vector<zeroing::Judgement> const& said) {
    QString all;
    for (auto const& each : said)
        all += QString::fromLatin1(each.severity == Severity::Bad    ? "!"
                                   : each.severity == Severity::Note ? ""
                                                                     : "?") +
               QString::fromStdString(each.headline) + QLatin1Char('\n');
    return all;
}

} // namespace

/// Standards, the chain of a beam setter, air, spacers and the care of tools.
class StandardsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Each step comes when its turn comes, none can be skipped, and what is beyond its limit stays where it is.
    void theBeamsChainCannotBeSkipped() {
        Standard setter;
        setter.sort = StandardSort::BeamSetter;
        BeamCheck check;
        auto type = [&](double figure) { check = *install::answered(check, setter, figure); };
        auto mark = [&](std::int64_t now) { check = *install::done(check, setter, now); };
        auto at = [&] { return install::beamStep(check, setter); };
        QCOMPARE(at(), BeamStep::Clean);
        QVERIFY(!install::answered(check, setter, 0.1)); // no figure before it is clean
        mark(0);
        QCOMPARE(at(), BeamStep::Across);
        QVERIFY(!install::done(check, setter, 5)); // and no step without its figure
        type(0.3);                                 // of 0.254
        QCOMPARE(at(), BeamStep::Across);
        type(-0.254);
        QCOMPARE(at(), BeamStep::AlongTool);
        type(0.1);
        type(0.2); // blocked: below a tenth of 8.2
        QCOMPARE(at(), BeamStep::Half);
        type(7); // not about half
        QCOMPARE(at(), BeamStep::Half);
        type(4.1);
        type(8.1);
        QCOMPARE(at(), BeamStep::Locked);
        type(7.9); // the screws have pulled it away
        QCOMPARE(at(), BeamStep::Locked);
        QVERIFY(heads(install::beamJudgements(check, setter, nullptr, UnitSystem::Metric))
                    .contains(QStringLiteral("!Locking cost 0.20 V.")));
        check = install::loosened(check);
        QCOMPARE(at(), BeamStep::Across);
        QVERIFY(!check.ready_v && !check.locked_v && !check.along_tool_mm);
        for (double const figure : {0.05, 0.02, 0.1, 4.0, 8.15, 8.05}) type(figure);
        QCOMPARE(at(), BeamStep::Calibrate);
        QVERIFY(!install::answered(check, setter, 100)); // it was not started
        mark(1'000'000);
        QCOMPARE(at(), BeamStep::Calibrated);
        auto still = [&](int seconds) {
            return QString::fromStdString(install::stillRunning(check, setter, 1'000'000 + 1000 * seconds));
        };
        QVERIFY(still(60).contains(QStringLiteral("Leave it alone")));
        QVERIFY(still(150).contains(QStringLiteral("Is it still running? Wait")));
        QVERIFY(still(300).contains(QStringLiteral("stop it, look")));
        type(100.012);
        QCOMPARE(at(), BeamStep::Verify);
        mark(2'000'000);
        type(100.03); // 0.018 from the calibration
        QCOMPARE(at(), BeamStep::Verified);
        Standard master;
        master.stated_mm = 100;
        master.error_mm = 0.005;
        QVERIFY(heads(install::beamJudgements(check, setter, &master, UnitSystem::Metric))
                    .contains(QStringLiteral("!The second measurement is +0.018 mm off.")));
        // What does not agree is calibrated again; what only hung is started again.
        auto again = install::startedAgain(check, setter);
        QVERIFY(install::beamStep(again, setter) == BeamStep::Calibrate && !again.calibrated_mm && again.locked_v);
        again = check;
        again.verified_mm.reset();
        QCOMPARE(install::beamStep(install::startedAgain(again, setter), setter), BeamStep::Verify);
        type(100.014);
        QCOMPARE(at(), BeamStep::Done);
        QVERIFY(still(0).isEmpty());
    }

    /// Of 0.254: 0.1 is 39 %, 0.2 is 79 %, 0.3 is 118 %.
    void marginsAreGraded() {
        QCOMPARE(install::marginWords(0.1, 0.254), std::string("39 % of the limit: ample"));
        QCOMPARE(install::marginWords(-0.2, 0.254), std::string("79 % of the limit: close"));
        QCOMPARE(install::marginWords(0.3, 0.254), std::string("118 % of the limit: short"));
    }

    void aStandardCountsWhileItIsGoodAndChecked() {
        test::History book;
        auto const caliper = book.add(Instrument{"Caliper", 0.01, 0.03});
        Standard block{"25 block", StandardSort::GaugeBlock, 25, 0.0005};
        QVERIFY(install::usable(block, 0));
        block.every_days = 365;
        block.checked_utc_ms = 100 * day;
        QCOMPARE(*install::daysLeft(block, 400 * day), 65.0);
        QVERIFY(install::usable(block, 464 * day) && !install::usable(block, 465 * day));
        auto said = [&](std::int64_t now) { return heads(install::standardJudgements(book.reader(), block, now)); };
        QVERIFY(said(470 * day).contains(QStringLiteral("?Its check was due 5 days ago.")));
        block.instrument = caliper; // a caliper does not know a block to half a micron
        QVERIFY(said(400 * day).contains(QStringLiteral("?Its ± is smaller than that of the Caliper")));
        block.condition = Condition::Damaged;
        QVERIFY(!install::usable(block, 400 * day) && said(0).contains(QStringLiteral("!It is damaged")));
        block.stated_mm.reset();
        QVERIFY(said(0).contains(QStringLiteral("nobody has said")));
    }

    void whetherItIsWorthBuying() {
        test::History book;
        ZeroSetup setup;
        setup.place.machine = book.add(Machine{"one"});
        setup.prefer.good_enough_mm = 0.05;
        auto verdict = [&](Standard const& s) { return install::beforeBuying(book.reader(), setup, s).verdict; };
        using install::Verdict;
        QVERIFY(verdict({"b", StandardSort::BeamSetter}) == Verdict::BuyWithWork); // no macro here reads a beam
        QVERIFY(verdict({"p", StandardSort::ThreeAxisPlate, 10}) == Verdict::BuyWithWork);
        QVERIFY(verdict({"p", StandardSort::ThreeAxisPlate, 10, 0.01, 3}) == Verdict::Buy);
        Assembly ceramic;
        ceramic.conducts = false;
        ceramic.machine = setup.place.machine;
        book.add(ceramic);
        QVERIFY(verdict({"p", StandardSort::ThreeAxisPlate, 10, 0.01, 3}) == Verdict::DoNotBuy);
        QVERIFY(verdict({"i", StandardSort::Indicator, 10, 0.01}) == Verdict::Buy);
        QVERIFY(verdict({"i", StandardSort::Indicator, 10, 0.02}) == Verdict::BuyWithWork); // over a third
        QVERIFY(verdict({"i", StandardSort::Indicator, 10, 0.06}) == Verdict::DoNotBuy);
    }

    /// 6 mm and 1/4 in (6.35 mm) look alike.
    void airThatWillNotSeal() {
        auto said = [](AirLine const& air, bool switched = false) {
            return heads(install::airJudgements(air, switched, UnitSystem::Metric));
        };
        QVERIFY(said({}).isEmpty() && said({}, true).contains(QStringLiteral("no tube is typed")));
        QVERIFY(said({6, 6.35}).contains(QStringLiteral("!A tube of 6.000 mm does not seal")));
        QVERIFY(said({6.35, 6}).contains(QStringLiteral("!A tube of 6.350 mm does not seal")));
        QVERIFY(!said({6, 6}).contains(QLatin1Char('!')));
        QVERIFY(said({6, 6, AirFlow::AgainstNozzle}).contains(QStringLiteral("!The arrow points away")));
        QVERIFY(said({6, 6, AirFlow::ToNozzle, AirTight::ByHand}).contains(QStringLiteral("?Its threads")));
    }

    void spacersAreReadAsTyped() {
        auto read = [](char const* text, UnitSystem units = UnitSystem::Metric) {
            return zeroing::parseSpacers(text, units);
        };
        QCOMPARE(*read("2 3,5 1"), (std::vector<Spacer>{{2}, {3.5}, {1}}));
        QCOMPARE(*read("2 + 0.5"), (std::vector<Spacer>{{2}, {0.5}}));
        QCOMPARE(*read("2 mm + 0.1 in;1"), (std::vector<Spacer>{{2}, {2.54}, {1}}));
        QCOMPARE(*read("0.1", UnitSystem::Inch), (std::vector<Spacer>{{2.54}}));
        QCOMPARE(read("2 x").error().code, Code::NotANumber);
        QCOMPARE(read("-1").error().code, Code::OutOfRange);
        QCOMPARE(read("201").error().code, Code::OutOfRange);
        QCOMPARE(read(" ").error().code, Code::EmptyText);
    }

    /// Tool 57 on the setter: nose at −10, tool at 40 above it. 3.5 → 5 makes it 1.5 longer, until it is touched again.
    void aSwapCarriesTheLengthAndSaysSo() {
        test::History book;
        ZeroSetup setup;
        setup.place.machine = book.add(Machine{"one"});
        setup.place.setter = book.add(ToolSetter{"front"});
        setup.plan.method = Method::LengthTable;
        Assembly tool;
        tool.number = 57;
        tool.machine = setup.place.machine;
        tool.length_mm = 40.2;
        tool.spacers = {{2}, {3.5}};
        auto const id = book.add(tool);
        auto touch = [&](double m, bool nose) {
            Contact c;
            c.target = Target::Setter;
            c.setter = setup.place.setter;
            c.value_mm = m;
            c.bare_nose = nose;
            if (!nose) c.assembly = id;
            c.feed_mm_min = 60;
            book.add(c);
        };
        touch(-50, true);
        touch(-10, false);
        auto row = [&] { return zeroing::lengthTable(book.reader(), setup).front(); };
        QVERIFY(test::near(*row().length_mm, 40, 1e-9));
        double const before_95 = row().expanded_95_mm;
        auto swap =
            zeroing::swapped(id, *book.reader().find(id), {{2}, {5}}, setup.place.machine, 9, UnitSystem::Metric);
        QCOMPARE(*swap.event->amount_mm, 1.5);
        QVERIFY(test::near(*swap.tool.length_mm, 41.7, 1e-9));
        Change change;
        change.put(id, swap.tool);
        change.put(Id<Event>{book.now().book().nextId()}, *swap.event);
        book.commit(std::move(change));
        QVERIFY(test::near(*row().length_mm, 41.5, 1e-9));
        QVERIFY2(row().source.ends_with("changed, not measured"), row().source.c_str());
        QVERIFY(row().expanded_95_mm > before_95);
        facts::Basis measured;
        measured.kind = facts::ResultKind::Lengths;
        measured.machine = setup.place.machine;
        measured.tools = {id};
        auto typed = measured;
        measured.contacts = {row().contact};
        typed.typed = {{"length", id.value, 41.7}};
        for (auto const& basis : {measured, typed}) // known, and not measured: a spot check is enough
            QVERIFY(facts::holdingOf(book.reader(), basis).state == facts::Hold::Suspect);
        touch(-8.4, false); // the truth was another one
        QVERIFY(test::near(*row().length_mm, 41.6, 1e-9));
        QCOMPARE(row().source, std::string("on the setter"));
        // Typed for the first time, spacers only describe.
        tool.spacers.clear();
        QVERIFY(!zeroing::swapped(id, tool, {{5}}, setup.place.machine, 9, UnitSystem::Metric).event);
    }

    void aToolIsCaredForAndSetAside() {
        test::History book;
        ZeroSetup setup;
        Holder holder{"H1", 40, "20", "", 40};
        Assembly tool;
        tool.number = 57;
        tool.gripped_utc_ms = 10;
        tool.holder = book.add(holder);
        setup.place.assembly = book.add(tool);
        auto said = [&] { return heads(advice::careJudgements(book.reader(), setup)); };
        auto care = [&](Care did, std::int64_t at, std::optional<double> nm = {}) {
            book.add(ToolCare{setup.place.assembly, did, at, nm, "chipped"});
        };
        care(Care::Torqued, 5, 40); // before it was gripped
        QVERIFY(said().contains(QStringLiteral("?Not written down: tightened to 40 Nm since")));
        care(Care::Torqued, 20, 55);
        QVERIFY(said().contains(QStringLiteral("?Tightened to 55 Nm; the sheet says 40 Nm.")));
        care(Care::Torqued, 30, 42); // a wrench is no better than that
        QVERIFY(!said().contains(QLatin1Char('?')));
        QVERIFY(!advice::quarantineWarning(book.reader(), setup));
        care(Care::Quarantined, 40);
        QCOMPARE(advice::quarantineWarning(book.reader(), setup)->headline, std::string("Tool 57 is set aside."));
        QVERIFY(said().startsWith(QStringLiteral("!Tool 57")));
        care(Care::Released, 50);
        QVERIFY(!advice::quarantineWarning(book.reader(), setup));
    }
};

STEADY_TEST(StandardsTest);
#include "StandardsTest.moc"
