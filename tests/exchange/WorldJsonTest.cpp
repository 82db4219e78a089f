// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/base/Words.h"
#include "core/safety/Faults.h"
#include "exchange/RunJson.h"
#include "exchange/WorldJson.h"

#include <nlohmann/json.hpp>

using namespace steady;

class WorldJsonTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void worldsReadBackEqual() {
        // One with all that can be touched from the side.
        auto all = test::shopFor(macros::Kind::CornerPlate).rehearse(macros::Kind::CornerPlate).world();
        all.round = test::shopFor(macros::Kind::BossCentre).rehearse(macros::Kind::BossCentre).world().round;
        all.work_conducts = true;
        all.skew_rad = 0.01;
        // And a rack with its clamp, and a carousel.
        auto const at_rack = test::shopFor(macros::Kind::RackChange).rehearse(macros::Kind::RackChange);
        all.rack = at_rack.world().rack;
        all.person.puts_in = at_rack.world().person.puts_in;
        auto const at_ring = test::shopFor(macros::Kind::CarouselChange).rehearse(macros::Kind::CarouselChange);
        all.ring = at_ring.world().ring;
        all.person.turns_to = at_ring.world().person.turns_to;
        for (auto const& fault : safety::faults()) {
            auto world = all;
            fault.apply(world);
            world.seed = 12345;
            world.behaviour.homed_parameter = 5399;
            auto const json = exchange::toJson(world);
            auto const back = exchange::worldFromJson(json, "world.json");
            QVERIFY2(back, back ? "" : describe(back.error()).c_str());
            QCOMPARE(dumpJson(exchange::toJson(*back)), dumpJson(json));
        }
    }
    void aWorldFromAFileRunsLikeTheOneItCameFrom() {
        auto const rehearsal = test::SmallShop().rehearse();
        auto const back = exchange::worldFromJson(exchange::toJson(rehearsal.world()), "");
        auto const a = test::runText(rehearsal.macro.text, rehearsal.world()),
                   b = test::runText(rehearsal.macro.text, *back);
        auto const& before = rehearsal.world().memory;
        QCOMPARE(dumpJson(exchange::toJson(a, before)), dumpJson(exchange::toJson(b, before)));
    }
    void wrongWorldsNameTheField_data() {
        QTest::addColumn<QString>("path");
        QTest::addColumn<QString>("value");
        QTest::newRow("no format") << QStringLiteral("/format") << QStringLiteral("\"other\"");
        QTest::newRow("newer version") << QStringLiteral("/v") << QStringLiteral("2");
        QTest::newRow("unknown field") << QStringLiteral("/colour") << QStringLiteral("\"red\"");
        QTest::newRow("unknown field inside") << QStringLiteral("/tool/colour") << QStringLiteral("1");
        QTest::newRow("text for a number") << QStringLiteral("/tool/length_mm") << QStringLiteral("\"long\"");
        QTest::newRow("number for true or false") << QStringLiteral("/homed") << QStringLiteral("1");
        QTest::newRow("unknown word") << QStringLiteral("/input/circuit") << QStringLiteral("\"sometimes\"");
        QTest::newRow("carousel without a clamp") << QStringLiteral("/ring") << QStringLiteral("{\"holders\": [3, 0]}");
        QTest::newRow("unknown act") << QStringLiteral("/operator/pauses") << QStringLiteral("[[\"dance\"]]");
        QTest::newRow("two numbers for three") << QStringLiteral("/position_mm") << QStringLiteral("[1, 2]");
        QTest::newRow("offset that is none")
            << QStringLiteral("/controller/work_offset_active") << QStringLiteral("12");
        QTest::newRow("dialect that is none")
            << QStringLiteral("/controller/dialect") << QStringLiteral("\"hieroglyphs\"");
        auto row = [](char const* name, char const* path, char const* value) {
            QTest::newRow(name) << QString::fromLatin1(path) << QString::fromLatin1(value);
        };
        row("parameter that is none", "/controller/homed_parameter", "9999");
        row("negative backlash", "/axes/z/backlash_mm", "-0.1");
        row("axis that never moves", "/axes/x/rapid_mm_min", "0");
        row("axis that never starts", "/axes/x/accel_mm_s2", "0");
        row("a plate that ends before it begins", "/plate/footprint/x_low_mm", "1000000"); // found by scripts/fuzz
        row("an axis that ends before it begins", "/axes/z/low_mm", "1000");
        row("a tool of less than nothing", "/tool/length_mm", "-1");
        row("time that runs backward", "/input/poll_s", "-1");
        row("tool that no table has", "/controller/tool", "256");
        row("number that wraps", "/lost_steps/move", "4294967297");
        row("number beyond everything", "/table_z_mm", "1e300");
        row("a person who stops all feeds", "/operator/feed_override", "0");
        QTest::newRow("negative seed") << QStringLiteral("/seed") << QStringLiteral("-1");
    }
    void wrongWorldsNameTheField() {
        QFETCH(QString, path);
        QFETCH(QString, value);
        auto json = exchange::toJson(test::SmallShop().rehearse().world());
        json[Json::json_pointer(path.toStdString())] = Json::parse(value.toStdString());
        auto const refused = exchange::worldFromJson(json, "world.json");
        QVERIFY(!refused);
        QCOMPARE(refused.error().where.place, std::string("world.json"));
        auto const field = path.section(QLatin1Char('/'), -1).toStdString();
        QVERIFY2(sentence(refused.error()).find(field) != std::string::npos, sentence(refused.error()).c_str());
        auto const list = exchange::worldFromJson(Json::array(), "world.json");
        QVERIFY(!list && !list.error().value.empty());
    }
    void resultHasWhatScriptsNeed() {
        auto rehearsal = test::SmallShop().rehearse();
        rehearsal.world().plate.thickness_mm -= 0.4;
        auto const json =
            exchange::toJson(test::runText(rehearsal.macro.text, rehearsal.world()), rehearsal.world().memory);
        for (auto const* key : {"outcome", "where", "work_offsets", "tool_offsets", "parameters", "position_mm",
                                "z_zero", "contacts", "elapsed_s", "paused_s", "moved"})
            QVERIFY2(json.contains(key), key);
        QCOMPARE(json["outcome"].get<std::string>(), std::string("completed"));
        QCOMPARE(json["z_zero"]["wcs"].get<std::string>(), std::string("G54"));
        QVERIFY(test::near(json["z_zero"]["error_mm"], -0.4, 0.0005));
        QVERIFY(test::near(json["z_zero"]["set_mm"].get<double>() - json["z_zero"]["true_mm"].get<double>(),
                           json["z_zero"]["error_mm"], 1e-12));
        QVERIFY(json["parameters"].contains("105"));
        QCOMPARE(json["contacts"].size(), std::size_t(5)); // flank, fast, slow, slow, in the hand
    }
    void theDocumentedExampleRuns() {
        // docs/formats.md carries a world in a fenced block; it must stay true.
        auto const text = test::readAll(test::sourcePath("docs/formats.md")).toStdString();
        auto const begin = text.find("```json\n") + 8;
        auto const json = parseJson(text.substr(begin, text.find("```", begin) - begin), "docs/formats.md");
        QVERIFY2(json, json ? "" : describe(json.error()).c_str());
        auto const world = exchange::worldFromJson(*json, "docs/formats.md");
        QVERIFY2(world, world ? "" : describe(world.error()).c_str());
        auto const result = test::runText("G91\nG38.3 Z-15 F60\n", *world);
        QCOMPARE(result.outcome, controller::Outcome::Completed);
        QCOMPARE(result.contacts.size(), std::size_t(1));
    }
};

STEADY_TEST(WorldJsonTest);
#include "WorldJsonTest.moc"
