// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/advice/MachineAdvice.h"
#include "core/advice/SetterAdvice.h"
#include "core/advice/ToolAdvice.h"
#include "core/base/Words.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Lengths.h"
#include "core/zeroing/Link.h"
#include "core/zeroing/LinkJudgements.h"
#include "core/zeroing/Methods.h"
#include "core/zeroing/Rereference.h"
#include "core/zeroing/Slips.h"

using namespace steady;
using shop::Target;
using test::LinkedShop;

namespace {

/// Each row of the chain table: the terms written out by hand, against what the program adds up.
void adds(zeroing::ZChain const& chain, std::vector<double> const& by_hand) {
    double sum = 0;
    QCOMPARE(chain.terms.size(), by_hand.size());
    for (std::size_t i = 0; i < by_hand.size(); ++i) {
        QVERIFY2(test::near(chain.terms[i].value_mm, by_hand[i], 1e-9), chain.terms[i].label.c_str());
        QVERIFY(!chain.terms[i].label.empty() && !chain.terms[i].source.empty());
        sum += by_hand[i];
    }
    QVERIFY(test::near(chain.sum().mm, sum, 1e-9));
    QVERIFY(chain.budget.expanded_95 > 0);
}

void nose(LinkedShop& shop) {
    auto const id = shop.touch({}, Target::Setter, shop.nose_trip_mm - shop.lag_mm());
    shop.change(id, [](shop::Contact& c) { c.bare_nose = true; });
}

} // namespace

class ChainsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void linkAndRetouch() {
        for (bool inch : {false, true}) {
            LinkedShop shop(inch);
            auto const* on_plate = shop.book.find(shop.setup().link.plate);
            auto const* on_setter = shop.book.find(shop.setup().link.setter);
            auto const zero = shop.zero();
            auto const link = zeroing::linkOf(shop.reader(), shop.setup());
            QVERIFY2(link, link ? "" : describe(link.error()).c_str());
            std::vector<double> terms{on_setter->value_mm};
            if (shop.lag_mm() > 0) terms.push_back(shop.lag_mm());
            terms.push_back(-on_plate->value_mm);
            terms.push_back(zero.thickness.mm);
            if (zero.slow.lag_mm > 0.0005) terms.push_back(-zero.slow.lag_mm);
            adds(link->chain, terms);
            shop.touch(shop.long_tool, Target::Setter, -20);
            auto const next = zeroing::retouchZero(shop.reader(), shop.setup(), shop.long_tool);
            QVERIFY(next);
            terms = {-20};
            if (shop.lag_mm() > 0) terms.push_back(shop.lag_mm());
            terms.push_back(-link->d_mm());
            adds(*next, terms);
            // A tool that is longer by ΔL has its zero higher by ΔL.
            shop.touch(shop.long_tool, Target::Setter, shop.trip_mm(shop.long_tool) - shop.lag_mm());
            auto const real = zeroing::retouchZero(shop.reader(), shop.setup(), shop.long_tool);
            QVERIFY(test::near(real->sum().mm - zero.chain->sum().mm, 58.5 - 52, 0.002));
        }
    }
    /// A difference that was taken within one home epoch stays when the home position changes: common practice.
    void aDifferenceOutlivesTheHomePosition() {
        LinkedShop shop;
        auto const before = zeroing::linkOf(shop.reader(), shop.setup());
        shop.change(shop.machine, [](shop::Machine& m) { ++m.home_epoch; });
        auto const after = zeroing::linkOf(shop.reader(), shop.setup());
        QVERIFY(before && after);
        QCOMPARE(after->d_mm(), before->d_mm());
        QVERIFY(!zeroing::setterHeight(shop.book, shop.setup())); // a position does not
    }
    void linkIsRefusedWithTheReason_data() {
        QTest::addColumn<int>("what");
        QTest::addColumn<QString>("reason");
        QTest::newRow("other work offset") << 0 << QStringLiteral("it belongs to G54, not to G55");
        QTest::newRow("home changed between") << 1 << QStringLiteral("home position changed between");
        QTest::newRow("other tool") << 2 << QStringLiteral("different tools");
        QTest::newRow("other setter") << 3 << QStringLiteral("another setter");
        QTest::newRow("plate touched alone") << 4 << QStringLiteral("touched again since");
        QTest::newRow("none") << 5 << QStringLiteral("no link for G54");
    }
    void linkIsRefusedWithTheReason() {
        QFETCH(int, what);
        QFETCH(QString, reason);
        LinkedShop shop;
        if (what == 0) shop.changeSetup([](shop::ZeroSetup& s) { s.place.work_offset = 2; });
        if (what == 1) shop.change(shop.setup().link.setter, [](shop::Contact& c) { ++c.home_epoch; });
        if (what == 2) shop.change(shop.setup().link.setter, [&](shop::Contact& c) { c.assembly = shop.short_tool; });
        if (what == 3) shop.book.put(80, shop::ToolSetter{"other"});
        if (what == 3) shop.changeSetup([](shop::ZeroSetup& s) { s.place.setter = {80}; });
        if (what == 4) shop.touch(shop.short_tool, Target::Plate, -50);
        if (what == 5) shop.changeSetup([](shop::ZeroSetup& s) { s.link.plate = {}; });
        auto const link = zeroing::linkOf(shop.reader(), shop.setup());
        QVERIFY(!link);
        QVERIFY2(sentence(link.error()).find(reason.toStdString()) != std::string::npos,
                 sentence(link.error()).c_str());
        // The screen says the same, with what to do.
        auto const said = zeroing::linkJudgements(shop.reader(), shop.setup(), 0);
        QCOMPARE(said[0].headline, std::string(what == 5 ? "No link yet." : "The link no longer holds."));
        QVERIFY(said[0].text.find(reason.toStdString()) != std::string::npos);
    }
    void lengthsFromNoseMasterAndFirstTool() {
        LinkedShop shop;
        nose(shop);
        for (auto const tool : {shop.tool, shop.long_tool, shop.short_tool})
            shop.touch(tool, Target::Setter, shop.trip_mm(tool) - shop.lag_mm());
        auto lengths = [&] {
            std::vector<double> all;
            for (auto const& row : zeroing::lengthTable(shop.book, shop.setup()))
                all.push_back(row.length_mm.value_or(-1));
            return all;
        };
        auto same = [&](std::vector<double> const& expected) {
            auto const all = lengths();
            QCOMPARE(all.size(), expected.size());
            for (std::size_t i = 0; i < all.size(); ++i) QVERIFY(test::near(all[i], expected[i], 1e-6));
        };
        same({52, 58.5, 44});
        shop.changeSetup([&](shop::ZeroSetup& s) {
            s.plan.reference = shop::LengthReference::Master;
            s.plan.reference_tool = shop.short_tool;
        });
        same({52, 58.5, 44});
        shop.changeSetup([](shop::ZeroSetup& s) { s.plan.reference = shop::LengthReference::FirstTool; });
        same({8, 14.5, 0}); // against the first tool, counted as nothing
        shop.changeSetup([](shop::ZeroSetup& s) { s.plan.reference_tool = {}; });
        same({-1, -1, -1});
    }
    void tooWideForTheSetterGoesByThePlate() {
        LinkedShop shop;
        nose(shop);
        shop.touch(shop.tool, Target::Setter, shop.trip_mm(shop.tool) - shop.lag_mm());
        shop.change(shop.short_tool, [](shop::Assembly& a) {
            a.diameter_mm = 92;
            a.tip = shop::TipShape::Insert;
            a.contact_radius_mm = 44;
            a.method = shop::LengthMethod::Plate;
        });
        auto of = [&](Id<shop::Assembly> id) {
            for (auto const& row : zeroing::lengthTable(shop.book, shop.setup()))
                if (row.assembly == id) return row;
            return zeroing::ToolLength{};
        };
        QVERIFY(!of(shop.short_tool).length_mm);
        auto const known = shop.book.find(shop.contact)->value_mm;
        shop.touch(shop.short_tool, Target::Plate, known - 8); // 8 mm shorter: the spindle comes down 8 mm more
        QVERIFY(test::near(*of(shop.short_tool).length_mm, 44, 1e-6));
        QVERIFY(of(shop.short_tool).source.find("against tool 3") != std::string::npos);
    }
    void theLengthTableKeepsOneOffset() {
        LinkedShop shop;
        nose(shop);
        shop.touch(shop.tool, Target::Setter, shop.trip_mm(shop.tool) - shop.lag_mm());
        shop.changeSetup([](shop::ZeroSetup& s) { s.plan.method = shop::Method::LengthTable; });
        auto const zero = zeroing::lengthTableZero(shop.reader(), shop.setup());
        QVERIFY(zero);
        QVERIFY(test::near(zero->sum().mm, shop.zero().chain->sum().mm - 52, 1e-6));
        QCOMPARE(zero->terms.back().key, std::string("length"));
    }
    void aReleaseLagsTheOtherWay() {
        LinkedShop shop;
        auto const pressed = shop.zero();
        shop.change(shop.contact, [](shop::Contact& c) { c.direction = shop::Direction::Release; });
        auto const released = shop.zero();
        // The same number read going up was seen too late as well: too high, by as much.
        QVERIFY(test::near(pressed.chain->sum().mm - released.chain->sum().mm, 2 * pressed.slow.lag_mm, 1e-9));
        auto const said = zeroing::linkJudgements(shop.reader(), shop.setup(), 0);
        QCOMPARE(said[1].headline, std::string("Plate and setter were touched in different directions."));
    }
    void aHeightGaugeFillsTheTableWithoutATouch() {
        LinkedShop shop;
        nose(shop);
        shop.change(shop.long_tool, [](shop::Assembly& a) {
            a.method = shop::LengthMethod::HeightGauge;
            a.length_mm = 58.46;
            a.length_error_mm = 0.03;
        });
        for (auto const& row : zeroing::lengthTable(shop.book, shop.setup()))
            if (row.assembly == shop.long_tool) {
                QCOMPARE(*row.length_mm, 58.46);
                QCOMPARE(row.source, std::string("by height gauge"));
            }
    }
    void offsetsPerToolMustAgreeWithTheLengths() {
        LinkedShop shop;
        nose(shop);
        double const known = shop.book.find(shop.contact)->value_mm;
        for (auto const tool : {shop.tool, shop.long_tool})
            shop.touch(tool, Target::Setter, shop.trip_mm(tool) - shop.lag_mm());
        auto said = [&] { return zeroing::offsetJudgements(shop.reader(), shop.setup()); };
        auto const second = shop.touch(shop.long_tool, Target::Plate, known + 6.5); // 6.5 longer
        QVERIFY(said().empty());
        shop.change(second, [](shop::Contact& c) { c.value_mm += 0.4; });
        QCOMPARE(said().size(), std::size_t(1));
        QVERIFY2(said()[0].headline.find("Tools 3 and 4 contradict each other by 0.400 mm") != std::string::npos,
                 said()[0].headline.c_str());
    }
    void aGaugeBlockSetsALostReference() {
        LinkedShop shop;
        auto said = [&] { return zeroing::gaugeBlockJudgements(shop.book, shop.setup()); };
        QVERIFY(said().empty() && !zeroing::gaugeBlockTravel(shop.setup()));
        shop.changeSetup([](shop::ZeroSetup& s) {
            s.gauge.block_mm = 50;
            s.gauge.reference_mm = 123.4;
        });
        QVERIFY(test::near(zeroing::gaugeBlockTravel(shop.setup())->sum().mm, 73.4, 1e-12));
        QCOMPARE(said()[0].headline, std::string("From the block to the reference: +73.400 mm."));
        shop.changeSetup([](shop::ZeroSetup& s) { s.gauge.again_mm = 50.004; });
        QCOMPARE(said()[1].severity, Severity::Note);
        shop.changeSetup([](shop::ZeroSetup& s) { s.gauge.again_mm = 49.9; });
        QCOMPARE(said()[1].headline, std::string("The block reads −0.100 mm off."));
        shop.changeSetup([](shop::ZeroSetup& s) { s.gauge.by_feel = true; });
        QCOMPARE(said()[1].headline, std::string("The block is judged by feel."));
        QCOMPARE(said().size(), std::size_t(2)); // the second figure is not wanted
    }
    void boardAndPaper() {
        LinkedShop shop;
        shop.book.put(90, shop::Board{"Board", 18, 8, 10});
        shop.changeSetup([](shop::ZeroSetup& s) { s.place.board = {90}; });
        auto const board = shop.touch(shop.tool, Target::Board, -60);
        shop.change(board, [](shop::Contact& c) { c.feeler_mm = 0.1; });
        auto const m = shop.book.find(shop.setup().link.setter)->value_mm;
        auto const constant = zeroing::boardConstant(shop.book, shop.setup());
        QVERIFY(constant);
        adds(constant->chain, {m, shop.lag_mm(), 60, 0.1}); // B = m − (board contact − paper)
        auto const zero = zeroing::boardZero(shop.book, shop.setup(), shop.tool);
        adds(*zero, {m, shop.lag_mm(), -constant->b_mm()});
        QVERIFY(test::near(zero->sum().mm, -60.1, 1e-9)); // where the board's top is
        // Surfaced by 0.5: the setter stands that much higher above it.
        auto const before = constant->b_mm();
        shop.book.put(91, shop::Surfacing{{90}, 0.5, 99'000'000});
        QVERIFY(test::near(zeroing::boardConstant(shop.book, shop.setup())->b_mm(), before + 0.5, 1e-9));
        QCOMPARE(zeroing::boardJudgements(shop.book, shop.setup())[0].headline,
                 std::string("The spoilboard is 17.500 mm thick now."));
        shop.book.put(92, shop::Surfacing{{90}, 8.2, 99'100'000});
        QVERIFY(zeroing::boardJudgements(shop.book, shop.setup())[0].headline.find("meet the screws") !=
                std::string::npos);
        // Paper: W = contact − paper.
        auto const paper = shop.touch(shop.long_tool, Target::Paper, -30);
        shop.change(paper, [](shop::Contact& c) { c.feeler_mm = 0.08; });
        adds(*zeroing::paperZero(shop.book, shop.setup(), shop.long_tool), {-30, -0.08});
        QVERIFY(!zeroing::paperZero(shop.book, shop.setup(), shop.tool));
    }
    /// A fresh touch leads beside the setter contact nearest to it; one that differs is asked about, not adopted.
    void aFreshTouchOnTheSpoilboardLeads() {
        LinkedShop shop;
        auto height = [&] { return *zeroing::boardHeight(shop.book, shop.setup()); };
        auto const first = shop.touch(shop.tool, Target::Board, -60);
        double const old_mm = height().in_use.b_mm();
        // Weeks later: the setter was touched first, then the spoilboard; both count, and they agree.
        shop.touch(shop.long_tool, Target::Setter, shop.trip_mm(shop.long_tool) - shop.lag_mm());
        auto const again = shop.touch(shop.long_tool, Target::Board, -60 + 6.5 + 0.01);
        QVERIFY(height().in_use.on_board == again && !height().asked);
        QVERIFY(test::near(height().in_use.b_mm(), old_mm - 0.01, 1e-9));
        // Touched 0.6 lower: that is more than paper and hand explain.
        auto const low = shop.touch(shop.long_tool, Target::Board, -60 + 6.5 - 0.6);
        auto asked = height();
        QVERIFY(asked.in_use.on_board == again && asked.asked && asked.asked->on_board == low);
        QVERIFY(test::near(asked.differs_mm, 0.61, 1e-9));
        auto const said = zeroing::boardJudgements(shop.book, shop.setup());
        QVERIFY2(said[0].headline.find("0.610 mm lower") != std::string::npos, said[0].headline.c_str());
        // It was surfaced, and is entered: the older one moves with it and they agree.
        auto surfaced = shop;
        surfaced.book.put(90, shop::Board{"Board", 18, 8, 10});
        surfaced.changeSetup([](shop::ZeroSetup& s) { s.place.board = {90}; });
        surfaced.book.put(91, shop::Surfacing{{90}, 0.6, surfaced.book.find(low)->at_utc_ms - 1});
        QVERIFY(!zeroing::boardHeight(surfaced.book, surfaced.setup())->asked);
        // Or its owner takes it.
        shop.changeSetup([&](shop::ZeroSetup& s) { s.place.board_accepted = low; });
        QVERIFY(height().in_use.on_board == low && !height().asked);
        QVERIFY(first);
    }
    void theSetterContactBesideIt() {
        LinkedShop shop;
        auto const on_board = shop.touch(shop.tool, Target::Board, -60);
        shop.change(on_board, [](shop::Contact& c) { c.vacuum = true; });
        auto const late = shop.touch(shop.tool, Target::Setter, -20); // the same vacuum counts before the nearest
        shop.change(late, [](shop::Contact& c) { c.vacuum = true; });
        QCOMPARE(zeroing::boardConstant(shop.book, shop.setup())->chain.terms[0].value_mm, -20.0);
        shop.change(late, [](shop::Contact& c) { c.home_epoch = 2; });
        QVERIFY(zeroing::boardConstant(shop.book, shop.setup())->chain.terms[0].value_mm != -20.0);
        // Another grip's contact, and another board's, do not.
        shop.change(late, [&](shop::Contact& c) {
            c.home_epoch = 1;
            c.assembly = shop.long_tool;
        });
        QVERIFY(zeroing::boardConstant(shop.book, shop.setup())->chain.terms[0].value_mm != -20.0);
        shop.book.put(95, shop::Board{"Another", 18, 8, 10});
        shop.change(on_board, [](shop::Contact& c) { c.board = {95}; });
        QVERIFY(!zeroing::boardConstant(shop.book, shop.setup()));
        shop.changeSetup([](shop::ZeroSetup& s) { s.place.board = {95}; });
        QVERIFY(zeroing::boardConstant(shop.book, shop.setup()));
    }

    void methodsSideBySide() {
        LinkedShop shop;
        auto recommended = [&] {
            shop::Method method{};
            int count = 0;
            for (auto const& view : zeroing::compareMethods(shop.reader(), shop.setup())) {
                if (view.recommended) {
                    method = view.method;
                    ++count;
                }
                if (view.expanded_95_mm <= 0 || view.every_change.empty() || view.why.empty()) return shop::Method(-1);
            }
            return count == 1 ? method : shop::Method(-1);
        };
        QCOMPARE(recommended(), shop::Method::Retouch); // tools without holders come back differently
        auto const views = zeroing::compareMethods(shop.reader(), shop.setup());
        QVERIFY(views[2].expanded_95_mm < views[0].expanded_95_mm && views[0].expanded_95_mm < views[1].expanded_95_mm);
        shop.book.put(50, shop::Holder{"taper", 50});
        shop.book.put(51, shop::Assembly{9, "fourth", 6});
        for (auto const tool : {shop.tool, shop.long_tool, shop.short_tool, Id<shop::Assembly>{51}})
            shop.change(tool, [](shop::Assembly& a) { a.holder = {50}; });
        QCOMPARE(recommended(), shop::Method::LengthTable); // a rack of holders
        shop.changeSetup([](shop::ZeroSetup& s) { s.place.setter = {}; });
        QCOMPARE(recommended(), shop::Method::Retouch); // four tools, no setter: the plate each time
        shop.change(Id<shop::Assembly>{51}, [](shop::Assembly& a) { a.released_utc_ms = 1; });
        QCOMPARE(recommended(), shop::Method::OffsetPerTool); // three tools and a plate
    }
    void mixingIsRefused() {
        LinkedShop shop;
        QVERIFY(zeroing::notMixed(shop.book, shop.setup()));
        shop.change(shop.long_tool, [](shop::Assembly& a) { a.own_offset = 2; });
        auto const mixed = zeroing::notMixed(shop.book, shop.setup());
        QVERIFY(!mixed);
        QVERIFY(describe(mixed.error()).find("G55, the offset of tool 4") != std::string::npos);
        shop.change(shop.long_tool, [](shop::Assembly& a) { a.own_offset = 0; });
        shop.changeSetup([](shop::ZeroSetup& s) { s.plan.method = shop::Method::LengthTable; });
        QVERIFY(!zeroing::notMixed(shop.book, shop.setup())); // the link is still there
    }

    void adviceFollowsTheBook() {
        LinkedShop shop;
        auto has = [](std::vector<zeroing::Judgement> const& said, char const* words) {
            for (auto const& each : said)
                if (each.headline.find(words) != std::string::npos) return true;
            return false;
        };
        auto machine = [&] { return advice::machineJudgements(shop.book, shop.setup()); };
        QVERIFY(has(machine(), "home at the") && has(machine(), "Homing repeats to"));
        shop.change(shop.machine, [](shop::Machine& m) {
            ++m.home_epoch;
            m.axes[2].backlash_mm = 0.02;
            m.behaviour.closed_at_start = shop::ClosedAtStart::EndsAsContact;
            std::swap(m.axes[0].low_mm, m.axes[0].high_mm);
        });
        for (auto const* words :
             {"The ends of X are turned", "contacts are from before", "Z loses 0.020 mm", "counts as a contact"})
            QVERIFY2(has(machine(), words), words);
        auto tool = [&] { return advice::toolJudgements(shop.book, shop.setup()); };
        QVERIFY(has(tool(), "reaches 52.000 mm"));
        shop.change(shop.tool, [](shop::Assembly& a) { a.conducts = false; });
        QVERIFY(has(tool(), "cannot close the plate's circuit"));
        shop.change(shop.tool, [](shop::Assembly& a) { a.diameter_mm = 92; });
        auto setter = [&] { return advice::setterJudgements(shop.book, shop.setup()); };
        QVERIFY(has(setter(), "of stroke after the trip") && has(setter(), "Tool 3 does not fit on the disc"));
        QVERIFY(has(setter(), "share an input but rest differently"));
        shop.change(shop.setter, [](shop::ToolSetter& s) { s.input = shop::SetterInput::Own; });
        QVERIFY(has(setter(), "an input of its own"));
        shop.changeSetup([](shop::ZeroSetup& s) { s.place.setter = {}; });
        QVERIFY(has(setter(), "No fixed setter"));
    }
};

STEADY_TEST(ChainsTest);
#include "ChainsTest.moc"
