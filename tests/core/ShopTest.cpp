// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/shop/Change.h"
#include "core/shop/Codec.h"

#include <nlohmann/json.hpp>
#include <set>

using namespace steady;
using namespace steady::shop;

namespace {

std::string nameOf(TouchPlate const& plate) { return plate.name; }
std::string nameOf(Assembly const& tool) { return tool.name; }
std::string nameOf(auto const&) { return {}; }

} // namespace

class ShopTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
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
    /// The first version kept 10 where nobody had typed anything: of it, 10 means nothing; of the second, 10.
    void whatTheFirstVersionKeptUnasked() {
        auto nominal = [](char const* body) {
            return std::get<TouchPlate>(*fromJson("plate", *parseJson(body, ""))).nominal_mm.value_or(-1);
        };
        QCOMPARE(nominal("{\"nominal_mm\":10.0}"), -1.0);
        QCOMPARE(nominal("{\"v\":1,\"nominal_mm\":10.0}"), -1.0);
        QCOMPARE(nominal("{\"v\":1,\"nominal_mm\":10.1}"), 10.1);
        QCOMPARE(nominal("{\"v\":2,\"nominal_mm\":10.0}"), 10.0);
        auto window = [](char const* body) {
            return std::get<ZeroSetup>(*fromJson("zero_setup", *parseJson(body, ""))).prefer.window_mm.value_or(-1);
        };
        QCOMPARE(window("{\"window_mm\":10.0}"), -1.0);
        QCOMPARE(window("{\"v\":1,\"window_mm\":3.0}"), 3.0);
        QCOMPARE(window("{\"v\":2,\"window_mm\":10.0}"), 10.0);
    }
    void aClosedCircuitOnceMeantASwitchOfItsOwn() {
        auto const clip = fromJson("plate", *parseJson("{\"circuit\":\"closed_at_rest\",\"path\":\"clip\"}", ""));
        QCOMPARE(std::get<TouchPlate>(*clip).path, Path::Clip);
        auto const open = fromJson("plate", *parseJson("{\"circuit\":\"open_at_rest\"}", ""));
        QCOMPARE(std::get<TouchPlate>(*open).path, Path::Clip);
        auto const old = fromJson("plate", *parseJson("{\"circuit\":\"closed_at_rest\"}", ""));
        QCOMPARE(std::get<TouchPlate>(*old).path, Path::OwnSwitch);
    }
    void brokenJsonNamesItsPlace() {
        auto const broken = parseJson("{\"a\": }", "world.json");
        QVERIFY(!broken);
        QCOMPARE(broken.error().where.place, std::string("world.json"));
        QCOMPARE(broken.error().code, Code::BadJson);
    }

    void bookChecksItsReferences() {
        test::SmallShop small;
        QVERIFY(small.book.check().empty());
        auto book = small.book;
        book.retire(small.plate.value);
        QVERIFY(!book.check().empty());
    }
    /// Each reference that an entity has, led nowhere: named as the one that is wrong.
    void everyReferenceIsChecked() {
        auto const nowhere = [](auto entity, auto edit) {
            edit(entity);
            Book book;
            book.put(1, entity);
            auto const found = book.check();
            return found.size() == 1 && found[0].text.find("(number 9) refers to something") != std::string::npos &&
                           found[0].text.find(nameOf(entity)) != std::string::npos
                       ? std::size_t(1)
                       : std::size_t(0);
        };
        std::vector<std::size_t> const found{nowhere(TouchPlate{"Ash plate"}, [](auto& e) { e.thickness = {9}; }),
                                             nowhere(TouchPlate{"Ash plate"}, [](auto& e) { e.instrument = {9}; }),
                                             nowhere(Contact{}, [](auto& e) { e.assembly = {9}; }),
                                             nowhere(Contact{}, [](auto& e) { e.plate = {9}; }),
                                             nowhere(Contact{}, [](auto& e) { e.setter = {9}; }),
                                             nowhere(Contact{}, [](auto& e) { e.board = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.place.machine = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.place.plate = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.place.assembly = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.place.contact = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.place.setter = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.place.board = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.plan.reference_tool = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.link.plate = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.link.setter = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.place.looked_tool = {9}; }),
                                             nowhere(ZeroSetup{}, [](auto& e) { e.place.board_accepted = {9}; }),
                                             nowhere(BookInfo{}, [](auto& e) { e.in_use = {9}; }),
                                             nowhere(Assembly{1, "Ash tool"}, [](auto& e) { e.machine = {9}; }),
                                             nowhere(Assembly{1, "Ash tool"}, [](auto& e) { e.cutter = {9}; }),
                                             nowhere(Assembly{1, "Ash tool"}, [](auto& e) { e.holder = {9}; }),
                                             nowhere(Surfacing{}, [](auto& e) { e.board = {9}; }),
                                             nowhere(MacroRun{}, [](auto& e) { e.version = {9}; }),
                                             nowhere(MacroProof{}, [](auto& e) { e.version = {9}; })};
        for (std::size_t i = 0; i < found.size(); ++i) QVERIFY2(found[i] == 1, std::to_string(i).c_str());
    }
    void toolsOfAMachineAreThoseInUse() {
        Book book;
        book.put(1, Machine{});
        book.put(2, Machine{});
        Assembly tool;
        book.put(11, tool); // of whichever machine
        tool.machine = {1};
        book.put(12, tool);
        tool.machine = {2};
        book.put(13, tool);
        tool.released_utc_ms = 5; // taken apart
        book.put(14, tool);
        auto ids = [&](Id<Machine> machine) {
            std::vector<std::int64_t> all;
            for (auto const& [id, each] : toolsOf(book, machine)) all.push_back(id.value);
            return all;
        };
        QCOMPARE(ids({1}), (std::vector<std::int64_t>{11, 12}));
        QCOMPARE(ids({2}), (std::vector<std::int64_t>{11, 13}));
        QCOMPARE(ids({}), (std::vector<std::int64_t>{11, 12, 13}));
        QCOMPARE(book.size(), std::size_t(6));
    }
    /// Where an end touches when nobody says: common practice, stated by hand for a diameter of 12.
    void whereAToolTouches() {
        QCOMPARE(usualContactRadius_mm(TipShape::Rim, 12), 6.0);
        QCOMPARE(usualContactRadius_mm(TipShape::Insert, 12), 6.0);
        QCOMPARE(usualContactRadius_mm(TipShape::Point, 12), 0.0);
        QCOMPARE(usualContactRadius_mm(TipShape::Ball, 12), 0.0);
        QCOMPARE(usualContactRadius_mm(TipShape::RoundOver, 12), 2.0);
        Assembly ball{1, "", 12};
        ball.tip = TipShape::Ball;
        ball.contact_radius_mm = 5;
        QCOMPARE(ball.contactRadius_mm(), 0.0);
        ball.tip = TipShape::Rim;
        QCOMPARE(ball.contactRadius_mm(), 5.0);
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
    /// Their names stand in world files.
    void actsHaveNames() {
        char const* const names[] = {
            "stop_spindle", "touch_flank",      "bridge_plate", "lift_plate",     "press_plate",
            "lay_plate",    "take_plate",       "take_clip",    "bring_together", "press_setter",
            "wipe_disc",    "home_again",       "change_tool",  "look_at_lips",   "turn_spindle",
            "feel_under",   "see_open",         "see_closed",   "see_held",       "see_empty",
            "see_air",      "see_near",         "see_not_near", "see_back",       "see_not_back",
            "see_oriented", "see_not_oriented", "see_rests",    "see_swung",      "turn_ring",
            "say_homed",    "say_finished",     "leave"};
        std::set<Act> const signals{Act::TouchFlank, Act::BridgePlate,   Act::LiftPlate,
                                    Act::PressPlate, Act::BringTogether, Act::PressSetter};
        for (int i = 0; i <= static_cast<int>(Act::Leave); ++i) {
            auto const act = static_cast<Act>(i);
            QCOMPARE(std::string(name(act)), std::string(names[i]));
            QCOMPARE(*actNamed(names[i]), act);
            QVERIFY(std::string(text(act)).size() > 5);
            QCOMPARE(makesSignal(act), signals.contains(act));
            QCOMPARE(TimedAct(act).after_s, signals.contains(act) ? 2.0 : -1.0);
        }
        QVERIFY(!actNamed("dance"));
    }
};

STEADY_TEST(ShopTest);
#include "ShopTest.moc"
