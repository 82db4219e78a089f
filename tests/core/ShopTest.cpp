// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/shop/Change.h"
#include "core/shop/Codec.h"

#include <nlohmann/json.hpp>

using namespace steady;
using namespace steady::shop;

class ShopTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyKindReadsBackEqual() {
        Contact contact{-12.5, Frame::Work, "-12,5", 3, -70.25, {6}, {5}, 25, Source::Imported, 1234567890123};
        TouchPlate plate{"Plate “B”", 12.7, 50, 30, Circuit::ClosedAtRest, 0.1, {4}, {3}, Path::OwnSwitch};
        plate.practice = {400, 12.5, 5, 2.5, 0.75, Direction::Release, 3, 1.5};
        plate.proof = ProofBy::Lift;
        contact.board = {12};
        ZeroSetup more;
        more.window_mm = 3.5;
        more.also_offsets = {2, 9};
        more.trim_mm = -0.2;
        more.look_mm = 7;
        more.looked_utc_ms = 123;
        more.looked_tool = {6};
        more.board_accepted = {7};
        more.paper_use = PaperUse::OnlyAFeel;
        more.block_by_feel = true;
        Assembly ball{9, "ball"};
        ball.tip = TipShape::Ball;
        ball.teeth = 3;
        ball.vee_deg = 60;
        ball.recess_mm = 2;
        Machine machine = zeroing::assumedMachine();
        machine.behaviour = {ClosedAtStart::EndsAsContact, HomeMove::NamedAxes, 5399, OffsetAtEnd::Kept, 401, 1200};
        machine.proof_creep_mm = 7;
        machine.proof_creep_s = 12;
        machine.dust_shoe_mm = 40;
        machine.dust_shoe_diameter_mm = 140;
        machine.units = UnitSystem::Inch;
        machine.spindle = SpindleSwitch::Hand;
        std::vector<Entity> const all{BookInfo{"Tern", UnitSystem::Inch},
                                      machine,
                                      Instrument{"Caliper", 0.02, 0.04},
                                      plate,
                                      Assembly{7, "vee", 16, 47.9, 99},
                                      Assembly{8, "length not known"},
                                      ball,
                                      more,
                                      Study{"thickness"},
                                      contact,
                                      ZeroSetup{{2},
                                                {5},
                                                {6},
                                                {7},
                                                9,
                                                std::nullopt,
                                                4,
                                                {8},
                                                {},
                                                Method::LengthTable,
                                                LengthReference::Master,
                                                {6},
                                                0.08},
                                      ToolSetter{"Setter", -3, 4, 61, 60.5, 57, 55, 20, 40, 30, 12, Circuit::OpenAtRest,
                                                 Path::OwnSwitch, SetterInput::Own},
                                      Cutter{"vee", 16, TipShape::Point, 0, false},
                                      Holder{"H1", 50},
                                      Board{"MDF", 19, 9, 11},
                                      Surfacing{{3}, 0.4, 77},
                                      MacroVersion{"re-touch", "G21\n(a, “b”)\n", 12, 88},
                                      MacroRun{{4}, "completed", "chip", -0.3, 13, 99}};
        std::set<std::string> kinds;
        for (auto const& entity : all) {
            auto const text = dumpJson(toJson(entity));
            auto const json = parseJson(text, "body");
            QVERIFY(json);
            auto const back = fromJson(kindOf(entity), *json);
            QVERIFY(back);
            QVERIFY(*back == entity);
            QCOMPARE(dumpJson(toJson(*back)), text);
            QCOMPARE((*json)["v"].get<int>(), body_version);
            kinds.insert(kindOf(entity));
        }
        QCOMPARE(kinds.size(), std::variant_size_v<Entity>);
    }
    void unreadableBodiesAreErrors_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("body");
        QTest::newRow("unknown kind") << QStringLiteral("spaceship") << QStringLiteral("{}");
        QTest::newRow("not an object") << QStringLiteral("plate") << QStringLiteral("[]");
        QTest::newRow("text for a number") << QStringLiteral("plate") << QStringLiteral("{\"nominal_mm\":\"ten\"}");
        QTest::newRow("word that is none") << QStringLiteral("plate") << QStringLiteral("{\"circuit\":\"half open\"}");
        QTest::newRow("number for a text") << QStringLiteral("instrument") << QStringLiteral("{\"name\":5}");
        QTest::newRow("deep inside") << QStringLiteral("machine") << QStringLiteral("{\"z\":{\"low_mm\":true}}");
    }
    void unreadableBodiesAreErrors() {
        QFETCH(QString, kind);
        QFETCH(QString, body);
        auto const json = parseJson(body.toStdString(), "body");
        QVERIFY(json);
        QVERIFY(!fromJson(kind.toStdString(), *json));
    }
    void olderBodiesKeepDefaults() {
        auto const entity = fromJson("plate", *parseJson("{\"v\":1,\"name\":\"old\"}", ""));
        QVERIFY(entity);
        QCOMPARE(std::get<TouchPlate>(*entity).push_in_mm, 0.05);
    }
    void aClosedCircuitOnceMeantASwitchOfItsOwn() {
        auto const old = fromJson("plate", *parseJson("{\"circuit\":\"closed_at_rest\"}", ""));
        QCOMPARE(std::get<TouchPlate>(*old).path, Path::OwnSwitch);
    }
    void brokenJsonNamesItsPlace() {
        auto const broken = parseJson("{\"a\": }", "world.json");
        QVERIFY(!broken);
        QCOMPARE(broken.error().where.place, std::string("world.json"));
    }

    void bookChecksItsReferences() {
        test::SmallShop small;
        QVERIFY(small.book.check().empty());
        auto book = small.book;
        book.retire(small.plate.value);
        QVERIFY(!book.check().empty());
    }
    void numbersAreNeverUsedAgain() {
        Book book;
        book.put(5, Study{"a"});
        QCOMPARE(book.nextId(), std::int64_t(6));
        book.retire(5);
        QCOMPARE(book.nextId(), std::int64_t(6));
        book.reserve(40);
        QCOMPARE(book.nextId(), std::int64_t(41));
    }
    void changesApplyAsAWhole() {
        test::SmallShop small;
        Change change{"two things", {}, {}, {}};
        change.put(small.tool, Assembly{9, "other", 8});
        change.put(Id<Contact>{50}, Contact{1, Frame::Machine, "1", 1, std::nullopt, {777}, {}}); // no such tool
        auto const refused = apply(small.book, change);
        QVERIFY(!refused);
        QCOMPARE(refused.error().code, Code::BadReference);
        QCOMPARE(small.book.find(small.tool)->number, 3);
    }
    void whatChangesNothingIsTakenOut() {
        test::SmallShop small;
        Change change{"same again", {}, {}, {}};
        change.put(small.tool, Assembly(*small.book.find(small.tool)));
        QVERIFY(apply(small.book, change));
        QVERIFY(change.empty());
    }
    void otherUnitsAreOnlyAnotherView() {
        test::SmallShop small;
        auto const seen = small.book.in(UnitSystem::Inch);
        QCOMPARE(seen.units(), UnitSystem::Inch);
        QCOMPARE(small.book.units(), UnitSystem::Metric);
        QVERIFY(*seen.find(small.plate) == *small.book.find(small.plate));
        QCOMPARE(Book().in(UnitSystem::Inch).units(), UnitSystem::Inch);
    }
    void actsHaveNames() {
        for (auto const act : {Act::StopSpindle, Act::TouchFlank, Act::LayPlate, Act::TakePlate, Act::TakeClip,
                               Act::BringTogether, Act::Leave}) {
            QCOMPARE(*actNamed(name(act)), act);
            QVERIFY(std::string(text(act)).size() > 5);
        }
        QVERIFY(!actNamed("dance"));
    }
};

STEADY_TEST(ShopTest);
#include "ShopTest.moc"
