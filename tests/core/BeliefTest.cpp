// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Lengths.h"
#include "core/zeroing/Rereference.h"
#include "core/zeroing/Slips.h"

using namespace steady;
using namespace steady::shop;
using test::near;

namespace {

/// A setter, two tools and no touches yet; the input is latched, so readings are what they are.
struct Bench : test::LinkedShop {
    Bench() {
        std::vector<std::int64_t> touches;
        for (auto const& [id, c] : book.all<Contact>()) touches.push_back(id.value);
        for (auto const id : touches) book.retire(id);
        change(machine, [](Machine& m) {
            m.capture = Capture::Hardware;
            m.home_epoch = 3;
        });
        changeSetup([](ZeroSetup& s) { s.place.contact = s.link.plate = s.link.setter = {}; });
    }
    Id<Contact> put(Contact c) {
        c.home_epoch = c.home_epoch == 1 ? 3 : c.home_epoch;
        c.at_utc_ms = m_at += 1000;
        if (c.target == Target::Setter && !c.setter) c.setter = setter;
        Id<Contact> const id{m_id++};
        book.put(id.value, c);
        return id;
    }
    Contact of(Id<Assembly> by, Target target, double z_mm) const {
        Contact c;
        c.assembly = by;
        c.target = target;
        c.value_mm = z_mm;
        return c;
    }
    double nose() const { return zeroing::setterHeight(book, setup())->nose_z_mm; }

private:
    std::int64_t m_at = 0, m_id = 200;
};

} // namespace

/// What of a book counts, and with how much: truth is stated by hand.
class BeliefTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Tool 3 is 52 long and reads −28 on the setter: the nose would trip it at −80. What does not count says
    /// otherwise.
    void whatTellsTheSettersHeight() {
        Bench b;
        QCOMPARE(zeroing::setterHeight(b.book, b.setup()).error().code, Code::SetterHeightUnknown);
        b.put(b.of(b.tool, Target::Setter, -28));
        QCOMPARE(b.nose(), -80.0);
        auto c = b.of(b.tool, Target::Setter, -20);
        c.home_epoch = 2; // before the home switches changed
        b.put(c);
        c = b.of(b.tool, Target::Setter, -21);
        c.setter = {999}; // another setter
        b.put(c);
        c = b.of(b.tool, Target::Setter, -22);
        c.source = Source::Simulated;
        b.put(c);
        c = b.of(b.tool, Target::Plate, -23);
        b.put(c);
        QCOMPARE(b.nose(), -80.0);
        QVERIFY(near(zeroing::setterHeight(b.book, b.setup())->error_mm, 0.5, 1e-12));
        // A tool whose length is known better tells it better, though its touch is older.
        b.change(b.long_tool, [](Assembly& a) { a.length_error_mm = 0.1; });
        b.put(b.of(b.long_tool, Target::Setter, -21.4)); // 58.5 long: −79.9
        b.put(b.of(b.tool, Target::Setter, -28.3));
        QVERIFY(near(b.nose(), -79.9, 1e-9));
        // And the bare nose best of all; of its two touches the newer.
        c = b.of({}, Target::Setter, -80.2);
        c.bare_nose = true;
        b.put(c);
        c.value_mm = -80.1;
        b.put(c);
        QCOMPARE(b.nose(), -80.1);
        QCOMPARE(zeroing::setterHeight(b.book, b.setup())->error_mm, 0.0);
    }
    void expectedTripOfATool() {
        Bench b;
        b.put(b.of(b.tool, Target::Setter, -28));
        // Not touched: the height's ± and the length's; touched: how well it repeats in its holder.
        auto const other = zeroing::expectedTrip(b.book, b.setup(), b.long_tool);
        QVERIFY(near(other->z_mm, -80 + 58.5, 1e-9) && near(other->error_mm, 1.0, 1e-9));
        auto const own = zeroing::expectedTrip(b.book, b.setup(), b.tool);
        QVERIFY(near(own->z_mm, -28, 1e-9) && near(own->error_mm, 0.05, 1e-9));
        b.change(b.long_tool, [](Assembly& a) { a.length_mm.reset(); });
        QCOMPARE(zeroing::expectedTrip(b.book, b.setup(), b.long_tool).error().code, Code::LengthUnknown);
    }

    void lengthsAreOfThisMachineAndFromTheirReference() {
        Bench b;
        Id<Assembly> const elsewhere{50};
        b.book.put(elsewhere.value, Assembly{9, "of the mill", 6, 70.0});
        b.book.put(51, Machine{});
        b.change(elsewhere, [](Assembly& a) { a.machine = {51}; });
        b.put(b.of(elsewhere, Target::Setter, -10));
        auto nose = b.of({}, Target::Setter, -80);
        nose.bare_nose = true;
        b.put(nose);
        b.put(b.of(b.tool, Target::Setter, -28.25));
        b.put(b.of(b.long_tool, Target::Setter, -21.75));
        auto lengths = [&](LengthReference reference) {
            b.changeSetup([&](ZeroSetup& s) {
                s.plan.reference = reference;
                s.plan.reference_tool = b.tool;
            });
            std::vector<double> all;
            for (auto const& row : zeroing::lengthTable(b.book, b.setup())) all.push_back(row.length_mm.value_or(-1));
            return all; // tools 3, 4, 5
        };
        QCOMPARE(lengths(LengthReference::Nose), (std::vector<double>{51.75, 58.25, -1}));
        QCOMPARE(lengths(LengthReference::Master), (std::vector<double>{52, 58.5, -1}));
        QCOMPARE(lengths(LengthReference::FirstTool), (std::vector<double>{0, 6.5, -1}));
        // Off the machine: from the spindle face, so beside a nose or a master, never beside a first tool.
        b.change(b.short_tool, [](Assembly& a) { a.method = LengthMethod::HeightGauge; });
        QCOMPARE(lengths(LengthReference::Master).back(), 44.0);
        QCOMPARE(lengths(LengthReference::FirstTool).back(), -1.0);
        // On the plate, against tool 3: 8.1 lower there, so 8.1 shorter.
        b.change(b.short_tool, [](Assembly& a) { a.method = LengthMethod::Plate; });
        b.put(b.of(b.tool, Target::Plate, -60));
        b.put(b.of(b.short_tool, Target::Plate, -68.1));
        QVERIFY(near(lengths(LengthReference::Master).back(), 52 - 8.1, 1e-9));
    }
    /// The plate was touched by tool 3, 52 long; tool 4 is in the spindle by now.
    void theTablesZeroBelongsToTheToolThatTouched() {
        Bench b;
        auto nose = b.of({}, Target::Setter, -80);
        nose.bare_nose = true;
        b.put(nose);
        b.put(b.of(b.tool, Target::Setter, -28));
        b.put(b.of(b.long_tool, Target::Setter, -21.5));
        auto const touched = b.put(b.of(b.tool, Target::Plate, -60));
        b.changeSetup([&](ZeroSetup& s) {
            s.plan.method = Method::LengthTable;
            s.place.contact = touched;
            s.place.assembly = b.long_tool;
        });
        auto const zero = zeroing::lengthTableZero(b.reader(), b.setup());
        QVERIFY(near(zero->sum().mm, -60 - 9.942 - 52, 1e-9));
    }

    void whatATouchReads_data() {
        QTest::addColumn<int>("capture");
        QTest::addColumn<int>("direction");
        QTest::addColumn<double>("feed");
        QTest::addColumn<double>("adds"); ///< to the reading
        auto row = [](char const* name, Capture c, Direction d, double feed, double adds) {
            QTest::newRow(name) << static_cast<int>(c) << static_cast<int>(d) << feed << adds;
        };
        // Debounce 4 ms, poll 2 ms, backlash 0.03; 60 mm/min is 1 mm/s. Without a feed: the plate's own, 30 mm/min.
        row("latched", Capture::Hardware, Direction::Press, 60, 0);
        row("debounced", Capture::Debounced, Direction::Press, 60, 0.004);
        row("polled", Capture::Polled, Direction::Press, 60, 0.005);
        row("polled, twice as fast", Capture::Polled, Direction::Press, 120, 0.010);
        row("polled, feed not known", Capture::Polled, Direction::Press, 0, 0.0025);
        row("latched, at the release", Capture::Hardware, Direction::Release, 60, -0.03);
        row("debounced, at the release", Capture::Debounced, Direction::Release, 60, -0.034);
        row("polled, at the release", Capture::Polled, Direction::Release, 60, -0.035);
    }
    void whatATouchReads() {
        QFETCH(int, capture);
        QFETCH(int, direction);
        QFETCH(double, feed);
        QFETCH(double, adds);
        Bench b;
        b.change(b.machine, [&](Machine& m) {
            m.capture = static_cast<Capture>(capture);
            m.debounce_s = 0.004;
            m.poll_s = 0.002;
            m.axes[2].backlash_mm = 0.03;
        });
        b.change(b.plate, [](TouchPlate& p) { p.practice.measure_mm_min = 30; });
        auto c = b.of(b.tool, Target::Plate, -60);
        c.direction = static_cast<Direction>(direction);
        c.feed_mm_min = feed;
        auto const id = b.put(c);
        b.changeSetup([&](ZeroSetup& s) { s.place.contact = id; });
        QVERIFY(near(b.zero().chain->sum().mm, -60 - 9.942 + adds, 1e-9));
        // The same on the setter: what the reading tells of the nose, 52 below.
        c.target = Target::Setter;
        c.value_mm = -28;
        b.change(b.setter, [](ToolSetter& s) { s.practice.measure_mm_min = 30; });
        b.put(c);
        QVERIFY(near(b.nose(), -80 + adds, 1e-9));
    }
    /// What a virtual machine with lost motion reports at the release, put into a book, is the truth of its world.
    void aReleaseOfAMachineWithLostMotion() {
        Bench b;
        b.change(b.machine, [](Machine& m) { m.axes[2].backlash_mm = 0.05; });
        machine::World w;
        w.axes = {machine::Axis{0, 600, 6000, 500}, machine::Axis{0, 400, 6000, 500},
                  machine::Axis{-120, 0, 3000, 400, 0.05}};
        w.table_z_mm = -140;
        w.table = {0, 600, 0, 400};
        w.stock = {100, 300, 100, 300};
        w.plate.thickness_mm = 9.942;
        w.plate.footprint = {180, 240, 180, 220};
        w.tool.length_mm = 52;
        w.position_mm = {200, 200, -50};
        auto const run = test::runText("G91\nG38.3 Z-20 F60\nG38.5 Z1 F6\n#1=#5063\n", w);
        QCOMPARE(run.outcome, controller::Outcome::Completed);
        auto c = b.of(b.tool, Target::Plate, run.memory.parameters[1]);
        c.direction = Direction::Release;
        auto const id = b.put(c);
        b.changeSetup([&](ZeroSetup& s) { s.place.contact = id; });
        QVERIFY(near(b.zero().chain->sum().mm, w.zeroOnStock_mm(), 1e-6)); // −140 + 20 + 52 − 0.05 = −68.05
        QVERIFY(near(w.zeroOnStock_mm(), -68.05, 1e-9));
    }
    /// A read that fails is an error, never a plate of its nominal thickness.
    void readingsThatCannotBeReadAreNoThickness() {
        test::LinkedShop shop;
        shop.readings.broken = Error{Code::FileDamaged, {"book"}, "page 7", ""};
        QCOMPARE(zeroing::plateZero(shop.reader(), shop.setup()).error(), *shop.readings.broken);
        QCOMPARE(zeroing::linkOf(shop.reader(), shop.setup()).error(), *shop.readings.broken);
        for (auto const kind : {macros::Kind::PlateZero, macros::Kind::Retouch})
            QCOMPARE(safety::rehearse(shop.reader(), shop.setup(), kind).error(), *shop.readings.broken);
        auto const slips = zeroing::findSlips(shop.reader(), shop.setup());
        QVERIFY(!slips.empty() && slips.front().severity == Severity::Bad);
    }
    void aContactOfAnOldHomeIsNoZero() {
        Bench b;
        auto c = b.of(b.tool, Target::Plate, -60);
        c.home_epoch = 2;
        auto const id = b.put(c);
        b.changeSetup([&](ZeroSetup& s) { s.place.contact = id; });
        auto const zero = b.zero();
        QVERIFY(!zero.chain);
        QCOMPARE(zero.judgements.front().severity, Severity::Bad);
    }
    void whatIsOldIsNotOutsideTheTravel() {
        Bench b;
        auto c = b.of(b.tool, Target::Plate, 60); // the travel ends at 0
        b.put(c);
        auto slips = [&] { return zeroing::findSlips(b.reader(), b.setup()).size(); };
        QCOMPARE(slips(), std::size_t(1));
        b.change(b.machine, [](Machine& m) { m.home_epoch = 4; });
        QCOMPARE(slips(), std::size_t(0));
    }
    /// A diameter of 6 beside what the tool's name says, within a fifth.
    void aNameThatTellsADiameter() {
        Bench b;
        for (auto const& [name, fits] : {std::pair{"8 mm pin", false},
                                         {"6mm pin", true},
                                         {"mm pin", true},
                                         {"1/4\" pin", true},
                                         {"1/2\" pin", false},
                                         {" in pin", true},
                                         {"0.5 in pin", false},
                                         {"3 inch pin", false},
                                         {"\" pin", true},
                                         {"pin", true},
                                         {"long 7.4 mm", true},
                                         {"long 7.6 mm", false},
                                         {"5.1 mm", true},
                                         {"4.9 mm", false},
                                         {"0 mm", true}}) {
            b.change(b.tool, [&](Assembly& a) { a.name = name; });
            QVERIFY2(zeroing::findSlips(b.reader(), b.setup()).empty() == fits, name);
        }
    }
    void theBlockAgainWithinASlipFit() {
        Bench b;
        b.changeSetup([](ZeroSetup& z) {
            z.gauge.block_mm = 25;
            z.gauge.reference_mm = 40;
        });
        for (auto const& [again, good] : {std::pair{25.01, true}, {24.99, true}, {25.011, false}, {24.989, false}}) {
            b.changeSetup([&](ZeroSetup& z) { z.gauge.again_mm = again; });
            auto const said = zeroing::gaugeBlockJudgements(b.book, b.setup());
            QCOMPARE(said.back().severity, good ? Severity::Note : Severity::Bad);
        }
    }
    /// The plate touched again, later, makes a link void; on another machine, for another offset or earlier it does
    /// not.
    void aPlateTouchedSinceMakesTheLinkVoid() {
        Bench b;
        Id<Assembly> const elsewhere{50};
        b.book.put(51, Machine{});
        b.book.put(elsewhere.value, Assembly{9, "of the mill", 6, 70.0});
        b.change(elsewhere, [](Assembly& a) { a.machine = {51}; });
        auto earlier = b.of(b.long_tool, Target::Plate, -53);
        b.put(earlier);
        auto const p = b.put(b.of(b.tool, Target::Plate, -60)), s = b.put(b.of(b.tool, Target::Setter, -28));
        b.changeSetup([&](ZeroSetup& z) {
            z.place.contact = z.link.plate = p;
            z.link.setter = s;
        });
        auto holds = [&] { return static_cast<bool>(zeroing::linkOf(b.reader(), b.setup())); };
        b.put(b.of(elsewhere, Target::Plate, -40));
        auto other = b.of(b.long_tool, Target::Plate, -53);
        other.work_offset = 2;
        b.put(other);
        other.work_offset = 1;
        other.source = Source::Simulated;
        b.put(other);
        other.source = Source::Measured;
        other.target = Target::Paper;
        b.put(other);
        QVERIFY(holds());
        other.target = Target::Plate;
        b.put(other);
        QVERIFY(!holds());
    }
    void agesInWords() {
        using zeroing::ageText;
        constexpr std::int64_t minute = 60'000, hour = 60 * minute;
        for (auto const& [age, words] : {std::pair{-minute, "0 minutes"},
                                         {minute - 1, "0 minutes"},
                                         {minute, "1 minute"},
                                         {119 * minute, "119 minutes"},
                                         {2 * hour - 1, "119 minutes"},
                                         {2 * hour, "2 hours"},
                                         {48 * hour - 1, "47 hours"},
                                         {48 * hour, "2 days"},
                                         {72 * hour - 1, "2 days"},
                                         {72 * hour, "3 days"}})
            QCOMPARE(ageText(5'000'000, 5'000'000 + age), std::string(words));
    }
    void practiceMakesNoLink() {
        Bench b;
        auto on_plate = b.of(b.tool, Target::Plate, -60), on_setter = b.of(b.tool, Target::Setter, -28);
        auto linkOf = [&] {
            auto const p = b.put(on_plate), s = b.put(on_setter);
            b.changeSetup([&](ZeroSetup& z) {
                z.place.contact = z.link.plate = p;
                z.link.setter = s;
            });
            return zeroing::linkOf(b.reader(), b.setup());
        };
        QVERIFY(near(linkOf()->d_mm(), -28 + 60 + 9.942, 1e-9));
        on_setter.source = Source::Simulated;
        QCOMPARE(linkOf().error().code, Code::LinkStale);
        on_setter.source = Source::Measured;
        on_plate.source = Source::Simulated;
        QCOMPARE(linkOf().error().code, Code::LinkStale);
    }

    /// The board: B = −28 − (−100 − 0.1) = 72.1 by hand; surfacing 0.4 after the touch makes it 72.5.
    void theBoardAndWhatWasCutOffIt() {
        Bench b;
        Id<Board> const board{60}, other{61};
        b.book.put(60, Board{"in use", 18, 8, 10});
        b.book.put(61, Board{"another", 18, 8, 10});
        b.changeSetup([&](ZeroSetup& s) { s.place.board = board; });
        auto surfaced = [&](std::int64_t id, Id<Board> of, double mm, std::int64_t at) {
            b.book.put(id, Surfacing{of, mm, at});
        };
        b.put(b.of(b.tool, Target::Setter, -28)); // at 1000
        auto c = b.of(b.tool, Target::Board, -100);
        c.feeler_mm = 0.1;
        c.board = board;
        b.put(c); // at 2000
        auto constant = [&] { return zeroing::boardConstant(b.book, b.setup())->b_mm(); };
        QVERIFY(near(constant(), 72.1, 1e-9));
        surfaced(62, board, 0.4, 1500); // before the touch
        surfaced(63, other, 0.7, 5000); // of another
        surfaced(64, board, 0.3, 2000); // entered in the same moment: the touch has seen it
        QVERIFY(near(constant(), 72.1, 1e-9));
        surfaced(65, board, 0.4, 2001);
        QVERIFY(near(constant(), 72.5, 1e-9));
        surfaced(66, board, 0.2, 3000);
        QVERIFY(near(constant(), 72.7, 1e-9));
        // The table zero of a tool that reads −21.5: −21.5 − 72.7.
        b.put(b.of(b.long_tool, Target::Setter, -21.5)); // at 3000
        QVERIFY(near(zeroing::boardZero(b.book, b.setup(), b.long_tool)->sum().mm, -94.2, 1e-9));
        // A fresh touch that agrees (−100.61, where −100.6 stands by now) leads, the old one with its cuts is past.
        c.value_mm = -100.61;
        b.put(c); // at 4000
        QVERIFY(near(constant(), 72.71, 1e-9));
        // One that does not is asked about; the height in use stays. Taken, it leads.
        c.value_mm = -101;
        auto const asked = b.put(c);
        QVERIFY(near(constant(), 72.71, 1e-9));
        auto const height = zeroing::boardHeight(b.book, b.setup());
        QVERIFY(height->asked && near(height->differs_mm, 0.39, 1e-9));
        b.changeSetup([&](ZeroSetup& s) { s.place.board_accepted = asked; });
        QVERIFY(near(constant(), 73.1, 1e-9));
        // What does not count: practice, another home, another board.
        c.value_mm = -90;
        for (auto edit : {+[](Contact& x) { x.source = Source::Simulated; }, +[](Contact& x) { x.home_epoch = 2; },
                          +[](Contact& x) { x.board = {61}; }}) {
            auto bad = c;
            edit(bad);
            b.put(bad);
        }
        QVERIFY(near(constant(), 73.1, 1e-9));
        QVERIFY(!zeroing::boardHeight(b.book, b.setup())->asked);
    }
    /// Of two setter touches that one nearest in time; one with the same vacuum before a nearer one without.
    void theSetterTouchBesideOneOnTheBoard() {
        Bench b;
        b.put(b.of(b.tool, Target::Setter, -28));    // at 1000
        b.put(b.of(b.tool, Target::Setter, -28.02)); // at 2000
        auto c = b.of(b.tool, Target::Board, -100);
        b.put(c);                                       // at 3000
        b.put(b.of(b.short_tool, Target::Setter, -36)); // at 4000, another tool
        b.put(b.of(b.tool, Target::Setter, -28.03));    // at 5000
        auto constant = [&] { return zeroing::boardConstant(b.book, b.setup())->b_mm(); };
        QVERIFY(near(constant(), 71.98, 1e-9));
        auto held = b.of(b.tool, Target::Setter, -28.01);
        held.vacuum = true;
        b.put(held);
        QVERIFY(near(constant(), 71.98, 1e-9));
        b.change(Id<Contact>{202}, [](Contact& x) { x.vacuum = true; });
        QVERIFY(near(constant(), 71.99, 1e-9));
    }

    // Standard uncertainties by hand (JCGM 100:2008, 4.3.7 and F.2.2.1): half-width over √3.
    void eachContributionByHand() {
        Bench b;
        b.change(b.machine, [](Machine& m) {
            m.capture = Capture::Polled;
            m.poll_s = 0.006;
            m.debounce_s = 0;
            m.switch_scatter_mm = 0.0017;
        });
        auto c = b.of(b.tool, Target::Plate, -60);
        c.feed_mm_min = 60; // 1 mm/s: 0.006 wide, 0.003/√3 = 0.0017321
        auto const p = b.put(c);
        c.target = Target::Setter;
        c.value_mm = -28;
        c.feed_mm_min = 120; // 0.012 wide: 0.0034641
        auto const s = b.put(c);
        b.changeSetup([&](ZeroSetup& z) {
            z.place.contact = z.link.plate = p;
            z.link.setter = s;
        });
        auto us = [](uncertainty::Budget const& budget) {
            std::vector<double> all;
            for (auto const& part : budget.contributions) all.push_back(std::round(part.u * 1e7) / 1e7);
            return all;
        };
        // 9.94 9.95 9.94 9.93 9.95: 0.0083666/√5; step 0.01: 0.005/√3; MPE 0.02/√3.
        std::vector<double> const plate{0.0037417, 0.0028868, 0.0115470};
        // One touch, the readout's step 0.001: 0.0005/√3, polling.
        std::vector<double> const touch{0.0017, 0.0002887, 0.0017321};
        std::vector<double> const on_setter{0.0017, 0.0002887, 0.0034641};
        auto joined = [](std::initializer_list<std::vector<double>> lists) {
            std::vector<double> all;
            for (auto const& list : lists) all.insert(all.end(), list.begin(), list.end());
            return all;
        };
        QCOMPARE(us(b.zero().chain->budget), joined({plate, touch}));
        QCOMPARE(us(zeroing::linkOf(b.reader(), b.setup())->chain.budget), joined({plate, touch, on_setter}));
        auto const again = zeroing::retouchZero(b.reader(), b.setup(), b.tool);
        QCOMPARE(us(again->budget), joined({plate, touch, on_setter, on_setter}));
        // By hand through paper: no polling, ±0.02 of the paper.
        std::vector<double> const by_hand{0.0017, 0.0002887, 0.0115470};
        c = b.of(b.tool, Target::Board, -100);
        b.put(c);
        QCOMPARE(us(zeroing::boardConstant(b.book, b.setup())->chain.budget), joined({by_hand, on_setter}));
        c.target = Target::Paper;
        b.put(c);
        QCOMPARE(us(zeroing::paperZero(b.book, b.setup(), b.tool)->budget), by_hand);
        // A length: two such touches; 95 % of their sum is below 1.96 √(2·(0.0017² + 0.0002887² + 0.0034641²)) =
        // 0.01073.
        b.changeSetup([&](ZeroSetup& z) {
            z.plan.reference = LengthReference::Master;
            z.plan.reference_tool = b.tool;
        });
        auto const length = zeroing::lengthTable(b.book, b.setup()).front();
        QVERIFY(near(length.expanded_95_mm, 0.0105, 0.0002));
        // In inches the step is a ten-thousandth: 0.00127/√3.
        b.change(b.machine, [](Machine& m) { m.units = UnitSystem::Inch; });
        QVERIFY(near(b.zero().chain->budget.contributions[4].u, 0.00127 / std::sqrt(3.0), 1e-9));
    }
};

STEADY_TEST(BeliefTest);
#include "BeliefTest.moc"
