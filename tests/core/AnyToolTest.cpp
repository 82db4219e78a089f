// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/base/Rng.h"
#include "core/macros/Parts.h"
#include "core/macros/SetterRecipes.h"
#include "core/safety/Verdict.h"
#include "core/zeroing/Link.h"

using namespace steady;
using controller::Outcome;
using macros::Kind;
using safety::RunClass;
using test::shopFor;

namespace {

bool holds(std::string const& text, std::string const& piece) { return text.find(piece) != std::string::npos; }

int typedAt(machine::World const& world) { return world.behaviour.scratch_parameter + macros::slot_typed.number - 1; }

} // namespace

/// Any tool, one button: no number in the book, and a search that something bounds.
class AnyToolTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// The three bounds, by hand: setter of 60 free, 59.5 trip, 55 overtravel; a typed length may be off by
    /// (4.5 − 0.5 − 0.3) / 2 less what the height itself may be off, here nothing: the nose touched.
    void theBoundIsTypedJoggedOrTheOvertravelContact_data() {
        QTest::addColumn<double>("typed_mm"); ///< 0: nothing is typed
        QTest::addColumn<double>("gap_mm");   ///< jogged so far above the disc; below 0: not there
        QTest::addColumn<bool>("second_contact");
        QTest::addColumn<bool>("completes");
        QTest::addColumn<QString>("words");
        auto row = [](char const* name, double typed, double gap, bool second, bool completes, char const* words) {
            QTest::newRow(name) << typed << gap << second << completes << QString::fromLatin1(words);
        };
        row("typed right", 58.5, -1, true, true, "");
        row("typed 1.8 too long", 60.3, -1, true, true, "");
        row("typed 1.8 too short", 56.7, -1, true, true, "");
        row("typed 8 too long: it is not reached", 66.5, -1, true, false, "No contact");
        row("typed 8 too short: met above", 50.5, -1, true, false, "met above the setter");
        row("jogged to 0.3 above the disc", 0, 0.3, true, true, "");
        row("jogged to 3.6 above it", 0, 3.6, true, true, "");
        row("jogged to 3.6, no second contact: stroke 5.5", 0, 3.6, false, true, "");
        row("jogged too high", 0, 9, true, false, "No contact");
        row("neither, overtravel in the stop chain", 0, -1, true, true, "");
        row("neither, no overtravel contact", 0, -1, false, false, "Nothing bounds the search");
    }
    void theBoundIsTypedJoggedOrTheOvertravelContact() {
        QFETCH(double, typed_mm);
        QFETCH(double, gap_mm);
        QFETCH(bool, second_contact);
        QFETCH(bool, completes);
        QFETCH(QString, words);
        for (auto const kind : {Kind::RetouchAny, Kind::ToolLengthAny})
            for (bool inch : {false, true}) {
                auto shop = shopFor(kind, inch, true);
                shop.changeSetup([&](shop::ZeroSetup& s) { s.place.assembly = shop.long_tool; });
                shop.change(shop.setter, [&](shop::ToolSetter& s) {
                    if (!second_contact) s.overtravel_mm.reset();
                });
                auto rehearsal = shop.rehearse(kind);
                auto& world = rehearsal.world();
                world.memory.tool = 57; // no number of the book
                world.memory.parameters[typedAt(world)] = inch ? typed_mm / mm_per_inch : typed_mm;
                if (gap_mm >= 0)
                    world.position_mm = {world.setter->x_mm + 1, world.setter->y_mm,
                                         world.setter->base_z_mm + world.setter->free_mm + world.tool.length_mm +
                                             gap_mm};
                auto const result = test::runText(rehearsal.macro.text, world);
                QVERIFY2((result.outcome == Outcome::Completed) == completes, result.message.c_str());
                if (!completes)
                    QVERIFY2(QString::fromStdString(result.message).contains(words), result.message.c_str());
                if (completes) QVERIFY(test::near(*safety::errorOf_mm(result, rehearsal), 0, 0.003));
                QCOMPARE(result.memory.parameters[typedAt(world)], 0.0); // used once
            }
    }
    /// After a run the spindle stands over the disc at safe Z: that is not “jogged to just above it”.
    void overTheDiscAtSafeZNothingIsJogged() {
        for (bool second_contact : {false, true}) {
            auto shop = shopFor(Kind::RetouchAny, false, true);
            shop.change(shop.setter, [&](shop::ToolSetter& s) {
                if (!second_contact) s.overtravel_mm.reset();
            });
            auto rehearsal = shop.rehearse(Kind::RetouchAny);
            auto& world = rehearsal.world();
            world.memory.parameters[typedAt(world)] = 0; // nothing is typed
            world.position_mm = {world.setter->x_mm, world.setter->y_mm, -1};
            auto const result = test::runText(rehearsal.macro.text, world);
            QVERIFY2((result.outcome == Outcome::Completed) == second_contact, result.message.c_str());
            if (!second_contact) QVERIFY2(holds(result.message, "Nothing bounds the search"), result.message.c_str());
        }
    }
    /// What the header tells a person to type is a length that fits, in the control's own unit.
    void theExampleThatIsToldFits() {
        for (bool inch : {false, true}) {
            auto shop = shopFor(Kind::RetouchAny, inch, true);
            auto const rehearsal = shop.rehearse(Kind::RetouchAny);
            auto const fits = macros::fitsSetter(shop.book, shop.setup());
            auto const told = QString::fromStdString(rehearsal.macro.text).section(QStringLiteral("such as #"), 1);
            double const mm = told.section(u'=', 1).section(u',', 0, 0).toDouble() * (inch ? mm_per_inch : 1);
            QVERIFY2(mm > fits->shortest_mm && mm < fits->longest_mm, qPrintable(told.left(30)));
        }
    }
    /// Zero on the spoilboard sets one offset, whatever else lies on the same work.
    void theSpoilboardMacroNamesTheOneThatItSets() {
        auto shop = shopFor(Kind::TableZero);
        shop.changeSetup([](shop::ZeroSetup& s) { s.plan.also_offsets = {2, 4}; });
        auto const text = shop.rehearse(Kind::TableZero).macro.text;
        QVERIFY2(holds(text, "(MSG,Sets G54 Z.") && !holds(text, "G55"), text.c_str());
    }
    void aDeadSetterIsNeverDrivenOntoItsStop() {
        for (auto const kind : {Kind::RetouchAny, Kind::ToolLengthAny})
            for (double typed : {0.0, 58.5}) {
                auto rehearsal = shopFor(kind, false, true).rehearse(kind);
                auto world = rehearsal.world();
                world.memory.parameters[typedAt(world)] = typed;
                world.setter->shorted = true; // looks healthy, sees nothing
                auto const result = test::runText(rehearsal.macro.text, world);
                QCOMPARE(result.outcome, Outcome::Alarm);
                QVERIFY2(holds(result.message, "signal was not seen"), result.message.c_str());
            }
    }
    void beforeCrossingThePauseNamesWhatFits() {
        auto shop = shopFor(Kind::RetouchAny);
        shop.change(shop.machine, [](shop::Machine& m) { m.dust_shoe_mm = 30; });
        auto const fits = macros::fitsSetter(shop.book, shop.setup());
        QVERIFY(fits);
        // By hand: bracket 20 high, disc down at 55 at most: nothing beside it; 2 clear of nut, 32 below the face.
        QCOMPARE(fits->least_stick_out_mm, 2.0);
        QCOMPARE(fits->shortest_mm, 32.0);
        auto const text = shop.rehearse(Kind::RetouchAny).macro.text;
        QVERIFY2(holds(text, "at most 20.000 mm wide at its end, 32.000 to"), text.c_str());
    }

    /// Ten thousand shops: tips 8 to 95 mm below the nut, every spread stated here. Too short, too long and too wide
    /// ones are refused by message; the others' stated 95 % covers the truth.
    void statedIntervalCoversTheTruth() {
        auto shop = shopFor(Kind::RetouchAny);
        shop.change(shop.machine, [](shop::Machine& m) {
            m.axes[2] = {-200, 45, 3000, 400};
            m.dust_shoe_mm = 26;
        });
        // By hand: the nose trips at −82.44; safe Z is 44: the longest is 44 − 1 − 2 − 0.5 + 82.44 less the 1.35 that a
        // typed length may be off, 0.5 of it taken by the height: 121.1; the shortest 26 + 2.
        shop.touch(shop.long_tool, shop::Target::Setter, shop.trip_mm(shop.long_tool) - shop.lag_mm());
        shop.change(shop.short_tool, [](shop::Assembly& a) { // known not to fit
            a.tip = shop::TipShape::Insert;
            a.diameter_mm = 92;
        });
        auto const any = shop.rehearse(Kind::RetouchAny);
        auto const executable = controller::makeExecutable(any.macro.text, safety::dialectOf(any.world()));
        auto const stated = zeroing::retouchZero(shop.reader(), shop.setup(), shop.long_tool);
        QVERIFY(stated);
        double const stated_mm = stated->budget.expanded_95;
        // Spreads by hand: switch 0.002 mm (1 s); thickness: mean of five readings, 0.0084/√5 = 0.0037, and a caliper
        // that may be off by 0.02 either way; the readout rounds to 0.001.
        constexpr double switch_mm = 0.002, mean_mm = 0.00374, caliper_mm = 0.02;
        int counted = 0, covered = 0, refused = 0;
        int const runs = 10'000;
        for (int nr = 0; nr < runs; ++nr) {
            Rng geometry(5, static_cast<std::uint64_t>(nr), Purpose::Geometry);
            auto world = any.world();
            world.seed = static_cast<std::uint64_t>(nr);
            double const tip_below_nut = geometry.between(4, 110), nut_below_face = 22;
            world.tool.length_mm = tip_below_nut + nut_below_face;
            world.tool.stick_out_mm = tip_below_nut;
            world.tool.nut_mm = 30;
            bool const wide = nr % 50 == 0;
            if (wide) world.memory.tool = 5;
            bool const typed_badly = nr % 40 == 7;
            double const rule_mm = geometry.between(-1, 1) + (typed_badly ? 12 : 0);
            world.memory.parameters[typedAt(world)] = world.tool.length_mm + rule_mm;
            // The link was made with errors of its own: plate touch, setter touch, thickness.
            double const link_error = switch_mm * geometry.normal() * std::sqrt(0.5) +
                                      switch_mm * geometry.normal() * std::sqrt(0.5) + mean_mm * geometry.normal() +
                                      geometry.between(-caliper_mm, caliper_mm);
            world.memory.parameters[3011] += link_error;
            world.memory.parameters[3010] += link_error;
            world.input.scatter_mm = switch_mm;
            auto const result = machine::run(executable, world);
            bool const fits = tip_below_nut >= 8 && tip_below_nut <= 95 && !typed_badly;
            if (result.outcome != Outcome::Completed) {
                QVERIFY2(result.outcome == Outcome::Alarm, result.message.c_str());
                QVERIFY(!result.message.empty() && !result.z_zero);
                QVERIFY2(!fits || wide || holds(result.message, "differ") || holds(result.message, "fit together"),
                         fmt::format("{} mm: {}", tip_below_nut, result.message).c_str());
                ++refused;
                continue;
            }
            QVERIFY(!typed_badly);
            ++counted;
            covered += std::abs(result.z_zero->error_mm()) <= stated_mm;
        }
        double const share = static_cast<double>(covered) / counted;
        QVERIFY2(counted > runs * 0.7 && refused > runs / 50, fmt::format("{} {}", counted, refused).c_str());
        QVERIFY2(share >= 0.94 && share <= 0.99, fmt::format("{:.4f}", share).c_str());
        qInfo("any tool: covered %.2f %% of %d, %d refused", 100 * share, counted, refused);
    }
};

STEADY_TEST(AnyToolTest);
#include "AnyToolTest.moc"
