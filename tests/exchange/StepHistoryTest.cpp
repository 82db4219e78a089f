// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/StepHistory.h"
#include "core/changer/TableText.h"
#include "core/upkeep/Record.h"
#include "exchange/PocketList.h"
#include "support/OddShop.h"
#include "support/Test.h"

using namespace steady;
using shop::ChangeMoment;
using shop::ChangeRecord;

namespace {

std::vector<ChangeRecord> timed(std::initializer_list<double> seconds) {
    std::vector<ChangeRecord> all;
    for (double const each : seconds)
        all.push_back({{9}, ChangeMoment::Opens, each, false, "", std::int64_t(all.size())});
    return all;
}

test::LinkedShop rackShop() { return test::oddShop(macros::Kind::RackChange, test::Odd::Metric); }

std::pair<Id<shop::ToolRack>, shop::ToolRack> rackOf(test::LinkedShop const& shop) {
    auto const& [id, rack] = *shop.book.all<shop::ToolRack>().begin();
    return {id, *rack};
}

} // namespace

/// Moments of changes that get slower, alarms with their suspects, and a pocket table that comes from elsewhere.
class StepHistoryTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Weak air: slower by a hundredth of a second each time. Six times in order: Kendall's S is 15 of 15, p 0.0085
    /// (Kendall's table for n = 6: 0.0028 exact, two-sided; by the normal with correction 0.0085).
    void aSlowStepShowsBeforeItFails() {
        auto const slower = timed({0.60, 0.61, 0.62, 0.63, 0.64, 0.65});
        auto const trend = changer::trendOf(slower, ChangeMoment::Opens, 1.0);
        QVERIFY(trend.slower);
        QVERIFY(test::near(trend.slower_s, 0.01, 1e-12) && test::near(trend.median_s, 0.625, 1e-12));
        QCOMPARE(*trend.until_limit, 35); // (1.00 − 0.65) / 0.01
        QVERIFY(!changer::trendOf(slower, ChangeMoment::Closes, 1.0).slower);
        QVERIFY(
            !changer::trendOf(timed({0.60, 0.61, 0.62, 0.63, 0.64}), ChangeMoment::Opens, 1).slower); // five: too few
        QVERIFY(!changer::trendOf(timed({0.65, 0.64, 0.63, 0.62, 0.61, 0.60}), ChangeMoment::Opens, 1).slower);
        QVERIFY(
            !changer::trendOf(timed({0.61, 0.63, 0.60, 0.64, 0.61, 0.62, 0.63, 0.60}), ChangeMoment::Opens, 1).slower);
        // Up and down, and up a little in all: S is 9 of 15, p 0.13; that may be chance.
        QVERIFY(!changer::trendOf(timed({0.60, 0.64, 0.61, 0.65, 0.62, 0.66}), ChangeMoment::Opens, 1).slower);
        auto failed = slower; // what never came is no time
        failed[2].alarm = true;
        QCOMPARE(changer::trendOf(failed, ChangeMoment::Opens, 1).count, std::size_t(5));
        auto const said = changer::judgeHistory(slower, {});
        QVERIFY(said.front().headline.find("longer and longer") != std::string::npos);
        QVERIFY(said.front().text.find("after 135 more") != std::string::npos); // the limit is 2 s
        QVERIFY(said.front().why.front().find("weak air") != std::string::npos);
    }
    void suspectsThatWereFoundComeFirst() {
        std::vector<ChangeRecord> history(3, {{9}, ChangeMoment::DrawnIn, {}, true, "chip between cone and holder", 1});
        history.push_back({{9}, ChangeMoment::DrawnIn, {}, true, "", 2});
        history.push_back({{9}, ChangeMoment::Opens, {}, true, "valve or its coil", 3});
        auto const ranked = changer::rankedCauses(history, ChangeMoment::DrawnIn);
        QCOMPARE(ranked.front(), (std::pair<std::string, int>{"chip between cone and holder", 3}));
        QCOMPARE(ranked.size(), changer::suspectsOf(ChangeMoment::DrawnIn).size());
        QCOMPARE(ranked[1].second, 0);
        auto const said = changer::judgeHistory(history, {});
        QVERIFY(said[0].headline.find("4 alarms") == 0 && said[1].headline.find("1 alarm w") == 0);
        QVERIFY(said[0].why[0].find("found 3 times") != std::string::npos);
    }
    void aTableIsReadFromAForeignText() {
        std::string const text =
            "(pockets)\n#521 = 12   (pocket 21)\nPOCKET[22]=0\n  pocket[ 23 ] = 31 ; vee\nPOCKET[21] = 57\n";
        auto const read = changer::hangingFrom(text, "POCKET[{{pocket}}] = {{tool}}");
        QVERIFY(read);
        QCOMPARE(*read, (std::vector<changer::HangsAt>{{21, 57, 5}, {22, 0, 3}}));
        auto const twice = changer::hangingFrom(text + "POCKET[21]=12", "POCKET[{{pocket}}]={{tool}}");
        QVERIFY(!twice && twice.error().code == Code::TwoAlike && twice.error().where.line == 6);
        QCOMPARE(changer::hangingFrom(text, "SLOT {{pocket}} {{tool}}").error().code, Code::Missing);
        QCOMPARE(changer::hangingFrom(text, "POCKET[{{pocket}}]").error().code, Code::PhraseLacks);
        QCOMPARE(changer::hangingFrom("P 0 T 3", "P {{pocket}} T {{tool}}").error().code, Code::OutOfRange);
    }
    void whatDiffersIsNamedAndOnlyBelieved() {
        auto shop = rackShop();
        auto [id, rack] = rackOf(shop);
        rack.pockets[0].tool = shop.short_tool; // 31
        rack.pockets[0].seen = shop::Seen::Known;
        rack.pockets[1].tool = {};
        rack.pockets[1].seen = shop::Seen::Known;
        rack.pockets[2].tool = shop.long_tool;
        rack.pockets[2].seen = shop::Seen::Known;
        shop.book.put(id.value, rack);
        std::vector<changer::HangsAt> const read{{21, 31, 1}, {22, 12, 2}, {99, 12, 3}, {23, 777, 4}};
        auto const said = changer::tableDifferences(shop.reader(), rack, read);
        QCOMPARE(said.size(), std::size_t(4));
        QVERIFY(said[0].severity == Severity::Bad && said[0].headline.find("pocket 99") != std::string::npos);
        QVERIFY(said[1].severity == Severity::Bad && said[1].headline.find("777") != std::string::npos);
        QVERIFY(said[2].headline == "Pocket 22: tool 12 in the text, nothing in the book." &&
                said[2].severity == Severity::Attention);
        QCOMPARE(said[3].headline, std::string("1 of 4 pockets are the same in both."));
        QVERIFY(!changer::withTable(shop.reader(), rack, read)); // not by half
        auto const taken = changer::withTable(shop.reader(), rack, {{21, 31, 1}, {22, 12, 2}});
        QVERIFY(taken);
        QVERIFY(taken->pockets[0].seen == shop::Seen::Known && taken->pockets[1].seen == shop::Seen::Believed);
        QVERIFY(taken->pockets[1].tool == shop.long_tool && taken->pockets[2] == rack.pockets[2]);
        // As a list it reads back.
        auto const list = exchange::writeHanging(shop.reader(), rack);
        QVERIFY(list.find("22,0,known") != std::string::npos || list.find("22,0,") != std::string::npos);
        auto const back = exchange::readHanging(list, "list");
        QVERIFY(back && (*back)[0].pocket == 21 && (*back)[0].tool == 31 && (*back)[1].tool == 0);
        for (auto const* wrong :
             {"pocket,tool\n1,x\n", "pocket,tool\n0,1\n", "pocket,tool\n1,2\n1,3\n", "pocket,seen\n1,1\n"})
            QVERIFY2(!exchange::readHanging(wrong, "list"), wrong);
    }
    /// A cutter that is changed where its holder hangs: told of that tool, whatever is in the spindle. What a tool that
    /// is gripped again ends, HoldingTest says.
    void aCutterChangedInTheRackIsGrippedAgain() {
        auto const shop = test::oddShop(macros::Kind::ToolLength, test::Odd::Metric);
        QVERIFY(shop.setup().place.assembly != shop.short_tool);
        auto const change = upkeep::regrippedAt(shop.reader(), shop.setup_id, shop.short_tool, 900'000'000'000);
        QVERIFY(change && change->puts.size() == 1);
        auto const& event = std::get<shop::Event>(*change->puts.front().value);
        QCOMPARE(event.what, shop::Happening::Regripped);
        QVERIFY(event.assembly == shop.short_tool && event.machine == shop.machine && !event.stood.empty());
        QCOMPARE(upkeep::regrippedAt(shop.reader(), shop.setup_id, {}, 1).error().code, Code::Missing);
    }
};

STEADY_TEST(StepHistoryTest);
#include "StepHistoryTest.moc"
