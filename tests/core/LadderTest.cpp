// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/base/Rng.h"
#include "core/zeroing/HeightMap.h"
#include "core/zeroing/Ladder.h"

using namespace steady;
using namespace steady::zeroing;

namespace {

/// Widths and heights like those of the shipped type.
TextSize measure(std::string const& text, TextRole role) {
    double const em = role == TextRole::Label ? 6.2 : role == TextRole::Value ? 9.0 : 6.6;
    return {em * static_cast<double>(text.size()), role == TextRole::Value ? 19.0 : 15.0};
}

LadderContent randomContent(std::uint64_t nr) {
    Rng rng(2026, nr, Purpose::Chain);
    LadderContent content;
    double const contact = rng.between(-170, -5);
    content.plate_thickness_mm = rng.between(1, 40);
    content.chain.label = "work zero, G54 Z";
    content.chain.tool = "tool 3";
    content.chain.terms = {{"contact", "plate contact", contact},
                           {"thickness", "plate thickness", -content.plate_thickness_mm}};
    if (rng.uniform() < 0.5) content.chain.terms.push_back({"lag", "input lag", rng.between(0.0001, 0.05)});
    if (rng.uniform() < 0.3) content.chain.terms.push_back({"overshoot", "overshoot", -rng.between(0.001, 2)});
    content.safe_z_mm = -1;
    if (rng.uniform() < 0.6) content.stock_thickness_mm = rng.between(0.5, 120);
    if (rng.uniform() < 0.4) content.tip_z_mm = rng.between(contact, -1);
    if (rng.uniform() < 0.5) content.tool_length_mm = rng.between(10, 150);
    Rng more(2027, nr, Purpose::Chain);
    if (more.uniform() < 0.3) { // a re-touch: the setter's contact, and the link
        content.chain.terms = {{"setter", "setter contact", contact}, {"link", "link D", -more.between(-60, 60)}};
        content.on = Stand::Setter;
        if (contact + content.chain.terms[1].value_mm > -1.5) content.chain.terms[1].value_mm = -5;
    } else if (more.uniform() < 0.4) { // the setter beside the plate
        content.setter_z_mm = more.between(-170, -2);
    }
    return content;
}

void checkScene(LadderContent const& content, LadderScene const& scene) {
    for (std::size_t i = 1; i < scene.rungs.size(); ++i) {
        auto const &upper = scene.rungs[i - 1], &lower = scene.rungs[i];
        QVERIFY(upper.z_mm >= lower.z_mm);
        QVERIFY(upper.y <= lower.y + 1e-9);
        if (upper.z_mm > lower.z_mm + 1e-6) QVERIFY(upper.y < lower.y);
    }
    std::vector<Rect> labels;
    for (auto const& rung : scene.rungs) labels.push_back(rung.label_box);
    for (auto const& arrow : scene.arrows) labels.push_back(arrow.label_box);
    for (std::size_t i = 0; i < labels.size(); ++i) {
        QVERIFY(labels[i].y >= -1e-6 && labels[i].y + labels[i].height <= scene.height + 1e-6);
        for (std::size_t k = i + 1; k < labels.size(); ++k) QVERIFY(!labels[i].overlaps(labels[k]));
    }
    QVERIFY(scene.breaks.size() <= 2);
    // The setter is drawn where it trips, and its height above the zero has an arrow.
    if (content.setter_z_mm) {
        bool rung = false, arrow = false;
        for (auto const& each : scene.rungs) rung = rung || (each.key == "trip" && each.z_mm == *content.setter_z_mm);
        for (auto const& each : scene.arrows) arrow = arrow || (each.key == "drop" && each.label == "link D");
        QVERIFY(rung && arrow);
    }
    // Figures add up as they are printed: the first rung and the arrows of the sum, and from zero to the setter.
    auto number = [](std::string text) { return QString::fromStdString(text).replace(u'−', u'-').toDouble(); };
    std::map<std::string, double> values;
    for (auto const& rung : scene.rungs) values[rung.key] = number(rung.value);
    double sum = values[content.chain.terms.front().key];
    for (auto const& arrow : scene.arrows) {
        if (arrow.term) sum += number(arrow.value);
        if (arrow.key == "drop") QVERIFY(test::near(values["zero"] + number(arrow.value), values["trip"], 1e-9));
    }
    QVERIFY(test::near(sum, values["zero"], 1e-9));
    for (auto const& body : scene.bodies) QVERIFY(body.box.height > 0 && body.box.width > 0);
    for (auto const& gap : scene.breaks) QVERIFY(!gap.words.empty() && gap.to_z_mm > gap.from_z_mm);
    for (std::size_t i = 0; i < content.chain.terms.size(); ++i) {
        auto const& key = content.chain.terms[i].key;
        bool found = false;
        for (auto const& rung : scene.rungs) found = found || rung.key == key;
        for (auto const& arrow : scene.arrows) found = found || arrow.key == key;
        QVERIFY2(found, key.c_str());
    }
    for (std::size_t i = 1; i < scene.ticks.size(); ++i)
        QVERIFY(std::abs(scene.ticks[i].y - scene.ticks[i - 1].y) >= 20 - 1e-9);
}

} // namespace

class LadderTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void thousandRandomChains_data() {
        QTest::addColumn<bool>("inch");
        QTest::newRow("mm") << false;
        QTest::newRow("inch") << true;
    }
    void thousandRandomChains() {
        QFETCH(bool, inch);
        for (std::uint64_t nr = 0; nr < 1000; ++nr) {
            auto content = randomContent(nr);
            content.units = inch ? UnitSystem::Inch : UnitSystem::Metric;
            checkScene(content, layoutLadder(content, 480, 480, measure));
            if (QTest::currentTestFailed()) {
                qWarning("chain %d", static_cast<int>(nr));
                return;
            }
        }
    }
    void arrowsJoinTheTerms() {
        auto const content = randomContent(3);
        auto const scene = layoutLadder(content, 480, 480, measure);
        double at = content.chain.terms[0].value_mm;
        for (std::size_t i = 1; i < content.chain.terms.size(); ++i) {
            auto const& arrow = scene.arrows[i - 1];
            QCOMPARE(arrow.from_z_mm, at);
            at += content.chain.terms[i].value_mm;
            QCOMPARE(arrow.to_z_mm, at);
            QVERIFY(arrow.term);
            // A positive term points up, which is towards smaller y.
            if (std::abs(arrow.from_y - arrow.to_y) > 1)
                QCOMPARE(arrow.to_y<arrow.from_y, content.chain.terms[i].value_mm> 0);
        }
        QCOMPARE(at, content.chain.sum().mm);
    }
    void aThickerPlateMovesOnlyWhatRestsOnIt() {
        LadderContent content;
        content.chain = {"work zero, G54 Z",
                         {{"contact", "plate contact", -60}, {"thickness", "plate thickness", -10}},
                         {},
                         "tool 1"};
        content.safe_z_mm = -50;
        auto const before = layoutLadder(content, 480, 480, measure);
        content.chain.terms[1].value_mm = -12;
        auto const after = layoutLadder(content, 480, 480, measure);
        QCOMPARE(before.rungs.back().z_mm, -70.0);
        QCOMPARE(after.rungs.back().z_mm, -72.0);
        QCOMPARE(after.rungs[1].z_mm, before.rungs[1].z_mm);
        // Half way between two scenes every rung is half way.
        auto const half = blend(before, after, 0.5);
        for (std::size_t i = 0; i < half.rungs.size(); ++i)
            QVERIFY(test::near(half.rungs[i].y, (before.rungs[i].y + after.rungs[i].y) / 2, 1e-9));
    }
    void namesItsToolAndSaysWhatIsBroken() {
        LadderContent content = randomContent(1);
        content.setter_z_mm.reset();
        content.chain.terms = {{"contact", "plate contact", -160}, {"thickness", "plate thickness", -5}};
        content.stock_thickness_mm.reset();
        content.tip_z_mm.reset();
        auto const scene = layoutLadder(content, 480, 480, measure);
        QCOMPARE(scene.scale_title, std::string("machine Z, tool 3"));
        QCOMPARE(scene.breaks.size(), std::size_t(1));
        QCOMPARE(scene.breaks[0].words, std::string("159.000 mm left out"));
        QCOMPARE(scene.note, std::string("to scale but for one break"));
    }
    void heightsReadBack() {
        HeightMap const map({-100, -73, -63, -1}, {{-73, -63}}, 30, 450);
        QVERIFY(test::near(map.y(-1), 30, 1e-9));
        QVERIFY(test::near(map.y(-100), 450, 1e-9));
        QVERIFY(map.y(-68) < map.y(-73) && map.y(-68) > map.y(-63));
        QVERIFY(std::abs(map.y(-73) - map.y(-63)) >= 64);
    }
    void labelsSpreadAsLittleAsPossible() {
        QCOMPARE(spread({10, 100, 200}, 20, 0, 300), (std::vector<double>{10, 100, 200}));
        QCOMPARE(spread({100, 100}, 20, 0, 300), (std::vector<double>{90, 110}));
        QCOMPARE(spread({0, 0, 0}, 20, 10, 300), (std::vector<double>{10, 30, 50}));
        QCOMPARE(spread({}, 20, 0, 300), std::vector<double>{});
    }
};

STEADY_TEST(LadderTest);
#include "LadderTest.moc"
