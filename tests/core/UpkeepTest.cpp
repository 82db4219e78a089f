// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/History.h"
#include "support/Rows.h"
#include "support/Test.h"

#include "core/macros/RestsOn.h"
#include "core/safety/Campaign.h"
#include "core/upkeep/Record.h"
#include "core/upkeep/Status.h"
#include "core/zeroing/Link.h"

using namespace steady;
using namespace steady::shop;
using facts::Hold;
using facts::ResultKind;
using test::LinkedShop;

namespace {

/// A linked shop as a book that came about, in which things are told.
struct Told : LinkedShop {
    test::History history{book};
    facts::Reader now() const {
        return facts::Reader(Snapshot(history.now().book(), heads(), history.now().seq(),
                                      std::shared_ptr<ReadingSource const>(&readings, [](auto*) {})));
    }
    std::vector<Head> heads() const {
        std::vector<Head> all;
        for (std::int64_t id = 0; id < history.now().book().nextId(); ++id) all.push_back(history.now().head(id));
        return all;
    }
    void tell(Happening what, upkeep::Subject subject, Id<Assembly> of = {}, std::optional<double> amount_mm = {}) {
        if (of) history.change(setup_id, [&](ZeroSetup& s) { s.place.assembly = of; });
        for (auto const& each : upkeep::tellable())
            if (each.what == what && each.subject == subject) {
                auto change = upkeep::record(now(), setup_id, each, 9'000'000, amount_mm);
                if (!change) qFatal("%s", change.error().value.c_str());
                history.commit(*change);
            }
        if (of) history.change(setup_id, [&](ZeroSetup& s) { s.place.assembly = tool; });
    }
    Hold state(ResultKind kind) const {
        for (auto const& result : upkeep::resultsOf(now()))
            if (result.kind == kind) return result.state;
        return Hold::Open;
    }
    std::string redo() const {
        std::string text;
        for (auto const& step : upkeep::shortestRedo(now(), upkeep::resultsOf(now()), setup_id))
            text += fmt::format("{} {}{}\n", word(step.kind), step.subject, step.state == Hold::Suspect ? "?" : "");
        return text;
    }
};

} // namespace

class UpkeepTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aFreshShopHoldsWhatItHas() {
        Told shop;
        QCOMPARE(shop.redo(), std::string());
        for (auto const kind : {ResultKind::Home, ResultKind::Thickness, ResultKind::SetterPlace,
                                ResultKind::SetterHeight, ResultKind::WorkZero, ResultKind::Link})
            QCOMPARE(shop.state(kind), Hold::Holds);
    }
    /// Worked out by hand: the setter's move ends its place, where it trips and the link, but not lengths told by a
    /// ruler; a re-grip and a sharpening end one length each; the power cut wants a homing; the knock on the plate
    /// wants one look; stock and memory end the zero, which the link makes anyway; vacuum has no board to end here; the
    /// rest ends nothing.
    void theShortestRedoOfTenEvents() {
        Told shop;
        using upkeep::Subject;
        shop.tell(Happening::AirLow, Subject::Machine);
        shop.tell(Happening::HomedAgain, Subject::Machine);
        shop.tell(Happening::Bumped, Subject::Plate);
        shop.tell(Happening::Moved, Subject::Setter);
        shop.tell(Happening::Regripped, Subject::Tool, shop.long_tool);
        shop.tell(Happening::PowerCut, Subject::Machine);
        shop.tell(Happening::StockChanged, Subject::Machine);
        shop.tell(Happening::VacuumChanged, Subject::Machine);
        shop.tell(Happening::MemoryCleared, Subject::Machine);
        shop.tell(Happening::Sharpened, Subject::Tool, shop.short_tool);
        QCOMPARE(shop.redo(), std::string("home 2\n"
                                          "thickness 5?\n"
                                          "setter_place 20\n"
                                          "setter_height 20\n"
                                          "lengths 21\n"
                                          "lengths 22\n"
                                          "link 8\n"));
    }
    void whatIsDoneAgainHoldsAgain() {
        Told shop;
        shop.tell(Happening::Moved, upkeep::Subject::Setter);
        QCOMPARE(shop.redo(), std::string("setter_place 20\nsetter_height 20\nlink 8\n"));
        shop.history.change(shop.setter, [](ToolSetter& s) { s.x_mm += 3; });
        QCOMPARE(shop.redo(), std::string("setter_height 20\nlink 8\n"));
        auto contact = *shop.history.now().book().find(shop.setup().link.setter);
        contact.at_utc_ms += 50'000'000;
        contact.value_mm += 0.7;
        auto const again = shop.history.add(contact);
        QCOMPARE(shop.redo(), std::string("link 8\n"));
        shop.history.change(shop.setup_id, [&](ZeroSetup& s) { s.link.setter = again; });
        QCOMPARE(shop.redo(), std::string());
    }
    void aChangedHomePositionIsANewEpoch() {
        Told shop;
        shop.tell(Happening::HomeChanged, upkeep::Subject::Machine);
        QCOMPARE(shop.history.now().book().find(shop.machine)->home_epoch, 2);
        QCOMPARE(shop.state(ResultKind::SetterHeight), Hold::Stale);
        QCOMPARE(shop.state(ResultKind::WorkZero), Hold::Stale);
        QCOMPARE(shop.state(ResultKind::Link), Hold::Holds); // a difference
        shop.tell(Happening::HomedAgain, upkeep::Subject::Machine);
        QCOMPARE(shop.state(ResultKind::Home), Hold::Holds);
        QCOMPARE(shop.state(ResultKind::SetterHeight), Hold::Stale);
    }
    void aSpotCheckIsOfOneResult() {
        Told shop;
        shop.tell(Happening::PowerCut, upkeep::Subject::Machine);
        auto const results = upkeep::resultsOf(shop.now());
        for (auto const& result : results)
            if (result.kind == ResultKind::Link) shop.history.commit(upkeep::spotCheck(shop.now(), result, 1));
        QCOMPARE(shop.state(ResultKind::Link), Hold::Holds);
        QCOMPARE(shop.state(ResultKind::WorkZero), Hold::Suspect);
    }
    /// Typed again the same, a figure is no change of the book: that it was measured again has to be said.
    void aFigureThatIsStillTheSameIsSaid() {
        Told shop;
        shop.tell(Happening::CablePulled, upkeep::Subject::Setter);
        for (auto const& result : upkeep::resultsOf(shop.now())) {
            QCOMPARE(result.check_settles, result.kind == ResultKind::SetterPlace);
            if (result.check_settles) shop.history.commit(upkeep::spotCheck(shop.now(), result, 1));
        }
        QCOMPARE(shop.state(ResultKind::SetterPlace), Hold::Holds);
        QCOMPARE(shop.state(ResultKind::SetterHeight), Hold::Stale);
    }
    /// A kept result stands on figures: another thickness ends zero and link, another name ends nothing.
    void keptFiguresThatDifferEndWhatWasMadeWithThem() {
        Told shop;
        shop.history.change(shop.setup_id, [&](ZeroSetup& s) {
            s.place.zero_used = s.link.used = {{"thickness", shop.plate.value, shop.zero().thickness.mm}};
        });
        shop.history.change(shop.plate, [](TouchPlate& p) { p.name = "another name"; });
        QCOMPARE(shop.redo(), std::string());
        shop.measure({9.90, 9.91, 9.90});
        QCOMPARE(shop.redo(), std::string("link 8\n"));
        QCOMPARE(shop.state(ResultKind::WorkZero), Hold::Stale);
        shop.measure({9.94, 9.95, 9.94, 9.93, 9.95});
        QCOMPARE(shop.redo(), std::string());
    }
    void whatIsNotThereCannotBeTold() {
        Told shop;
        for (auto const& each : upkeep::tellable())
            if (each.subject == upkeep::Subject::Board)
                QCOMPARE(upkeep::record(shop.now(), shop.setup_id, each, 1).error().code, Code::Missing);
    }
    /// Nothing that has ended is used: no window, no length, no link comes of it.
    void whatHasEndedIsNotUsed() {
        Told shop;
        auto const setup = shop.setup();
        QVERIFY(zeroing::expectedTrip(shop.now(), setup, shop.long_tool));
        QVERIFY(safety::rehearse(shop.now(), setup, macros::Kind::Retouch));
        shop.tell(Happening::Bumped, upkeep::Subject::Setter);
        QCOMPARE(zeroing::setterHeight(shop.now(), setup).error().code, Code::Stale);
        QVERIFY(!zeroing::expectedTrip(shop.now(), setup, shop.long_tool));
        QCOMPARE(zeroing::linkOf(shop.now(), setup).error().code, Code::LinkStale);
        QVERIFY(!safety::rehearse(shop.now(), setup, macros::Kind::Retouch));
    }
    /// A tool's own old touch tells nothing of a setter that was moved since, even when another tool has touched it
    /// again.
    void anOldTouchTellsNothingOfAMovedSetter() {
        Told shop;
        auto const setup = shop.setup();
        auto touched = *shop.history.now().book().find(setup.link.setter);
        touched.assembly = shop.long_tool;
        touched.value_mm = shop.trip_mm(shop.long_tool) - shop.lag_mm();
        shop.history.add(touched);
        QVERIFY(test::near(zeroing::expectedTrip(shop.now(), setup, shop.long_tool)->z_mm, shop.trip_mm(shop.long_tool),
                           1e-9));
        shop.tell(Happening::Moved, upkeep::Subject::Setter);
        constexpr double higher_mm = 5;
        touched.assembly = shop.tool;
        touched.value_mm = shop.trip_mm(shop.tool) - shop.lag_mm() + higher_mm;
        touched.at_utc_ms += 50'000'000;
        shop.history.add(touched);
        auto const now = zeroing::expectedTrip(shop.now(), setup, shop.long_tool);
        QVERIFY(now && test::near(now->z_mm, shop.trip_mm(shop.long_tool) + higher_mm, 1e-9));
    }
    /// Counted on paper: the touches of the history are tool 3, 3, 2, 3 on plate and setter, and one on the board.
    void whatIsDue() {
        test::History history;
        auto const machine = history.add(Machine{"Ash"}), other = history.add(Machine{"Elm"});
        auto const three = history.add(Assembly{.number = 3, .machine = machine});
        auto const two = history.add(Assembly{.number = 2, .machine = machine});
        auto const elsewhere = history.add(Assembly{.number = 9, .machine = other});
        auto touch = [&](Id<Assembly> tool, Target target) {
            Contact contact;
            contact.assembly = tool;
            contact.target = target;
            history.add(contact);
        };
        touch(three, Target::Plate);
        touch(three, Target::Setter);
        constexpr std::int64_t day = 86'400'000;
        auto const wipe = history.add(Reminder{"Wipe", machine, DueBy::Cycles, 10, 0, 500, 2, 495});
        auto const tram = history.add(Reminder{"Tram", machine, DueBy::Days, 30, 100 * day});
        auto const collet = history.add(Reminder{"Collet", machine, DueBy::Changes, 4, 0, 0, 0, 0});
        history.add(Reminder{"Of the other", other, DueBy::Days, 1, 0});
        touch(two, Target::Setter);
        touch(three, Target::Setter);
        touch(three, Target::Board);      // presses no switch
        touch(elsewhere, Target::Setter); // nor that of this machine
        auto left = [&](std::int64_t now_days) {
            std::map<std::int64_t, double> found;
            for (auto const& due : upkeep::dueOf(history.reader(), machine, now_days * day))
                found[due.entity] = due.left;
            return found;
        };
        auto const now = left(112);
        QCOMPARE(now.size(), std::size_t(3));
        QCOMPARE(now.at(tram.value), 18.0);  // 30 less 12
        QCOMPARE(now.at(wipe.value), 3.0);   // 500 and 2 more, less 495: 7 of 10
        QCOMPARE(now.at(collet.value), 2.0); // 3 → 2 → 3: two of 4
        auto const order = upkeep::dueOf(history.reader(), machine, 131 * day);
        QCOMPARE(order[0].title, std::string("Tram")); // a day over
        QCOMPARE(upkeep::leftText(order[0]), std::string("due, 1 day ago"));
        QCOMPARE(upkeep::leftText(order[1]), std::string("in 3 touches"));
        QVERIFY(order[0].now() && !order[1].now());
        // Done, and counted anew.
        history.put(wipe, upkeep::done(history.reader(), *history.now().book().find(wipe), 131 * day));
        QCOMPARE(left(131).at(wipe.value), 10.0);
        history.put(wipe, upkeep::counted(history.reader(), *history.now().book().find(wipe), 509));
        QCOMPARE(left(131).at(wipe.value), 3.0); // 509 less 502
        touch(two, Target::Plate);
        QCOMPARE(left(131).at(wipe.value), 2.0);
        QCOMPARE(left(131).at(collet.value), 1.0);
    }
    /// Names and days stand in the comments of a text; what the control does with it is what has to be the same.
    void aNameEndsNoKeptMacroAndAFigureDoes() {
        Told told;
        auto const written = safety::rehearse(told.now(), *told.history.now().book().find(told.setup_id));
        QVERIFY(written && written->macro.text.find("(Rests on: ") != std::string::npos);
        auto const plate = told.history.now().book().find(told.setup_id)->place.plate;
        auto const kept = told.history.add(
            MacroVersion{"plate-zero", written->macro.text, 0, 0,
                         macros::figuresOf(told.now(), written->zero, macros::Kind::PlateZero), told.setup_id});
        QCOMPARE(told.state(ResultKind::MacroProof), Hold::Open); // not tried yet
        auto const table = safety::runCampaign(safety::attackOn(*written), {2});
        auto proof = safety::proofOf(*table, kept, 0, 0);
        QVERIFY(proof.good && proof.faults.size() > 20 && proof.faults[0].fault.empty());
        proof.good = false;
        auto const id = told.history.add(proof);
        QCOMPARE(told.state(ResultKind::MacroProof), Hold::Open); // something bad in it
        told.history.change(id, [](MacroProof& p) { p.good = true; });
        QCOMPARE(told.state(ResultKind::MacroProof), Hold::Holds);
        told.history.change(id, [](MacroProof& p) { p.engine = "another"; });
        QCOMPARE(told.state(ResultKind::MacroProof), Hold::Stale);
        told.history.change(id, [&](MacroProof& p) { p = proof; });
        told.history.change(plate, [](TouchPlate& p) { p.name = "Another name (long)"; });
        QCOMPARE(told.state(ResultKind::MacroProof), Hold::Open);
        told.history.change(plate, [](TouchPlate& p) {
            p.thickness = {}; // its readings were another plate's
            p.nominal_mm = 12.5;
        });
        QCOMPARE(told.state(ResultKind::MacroProof), Hold::Stale);
    }
    void aTextIsReadAsTheControlReadsIt() {
        QCOMPARE(macros::codeOf("(a; b)\nG0 Z1 (up) X2 ; and away\n\n  g1z-1\n(MSG,stop; here)\nM0"),
                 std::string("G0Z1X2\ng1z-1\n(MSG,stop; here)\nM0\n"));
    }
    void ownersTimeCountsBeforeThePredictedOne() {
        Told told;
        told.tell(Happening::StockChanged, upkeep::Subject::Machine);
        auto link = [&] {
            for (auto const& step : upkeep::shortestRedo(told.now(), upkeep::resultsOf(told.now()), told.setup_id))
                if (step.kind == ResultKind::Link) return step;
            return upkeep::RedoStep{};
        };
        QCOMPARE(link().seconds_from, upkeep::SecondsFrom::Predicted);
        told.history.change(told.setup_id, [](ZeroSetup& s) { s.prefer.times = {{"link", 240}, {"lengths", {}}}; });
        QCOMPARE(link().seconds_from, upkeep::SecondsFrom::Owner);
        QCOMPARE(link().seconds, std::optional(240.0));
    }
};

STEADY_TEST(UpkeepTest);
#include "UpkeepTest.moc"
