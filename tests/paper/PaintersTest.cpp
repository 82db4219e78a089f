// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "paper/LadderPainter.h"
#include "paper/ReadingsPainter.h"

#include <QGuiApplication>
#include <QImage>

using namespace steady;
using namespace Qt::StringLiterals;

namespace steady::test {

QCoreApplication* makeApplication(int& argc, char** argv) { return new QGuiApplication(argc, argv); }

} // namespace steady::test

namespace {

paper::Ink inkOf(char const* theme) {
    auto const ink = paper::inkFromJson(test::readAll(test::sourcePath("resources/themes/") + QLatin1String(theme)));
    if (!ink) qFatal("no theme");
    return *ink;
}

zeroing::LadderContent content() {
    zeroing::LadderContent made;
    made.chain = {
        "work zero, G54 Z", {{"contact", "plate contact", -60}, {"thickness", "plate thickness", -10}}, {}, "tool 3"};
    made.safe_z_mm = -1;
    made.stock_thickness_mm = 20;
    return made;
}

QImage drawn(paper::Ink const& ink, std::function<void(QPainter&)> const& paint) {
    QImage image(480, 480, QImage::Format_RGB32);
    image.fill(ink.panel);
    QPainter painter(&image);
    paint(painter);
    return image;
}

int pixelsOf(QImage const& image, QColor const& colour) {
    int count = 0;
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x) count += image.pixelColor(x, y).rgb() == colour.rgb();
    return count;
}

} // namespace

/// The painters draw on any paint device, without a window.
class PaintersTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void ladderShowsWhatTheSceneHolds_data() {
        QTest::addColumn<QString>("theme");
        QTest::newRow("day") << u"day.json"_s;
        QTest::newRow("night") << u"night.json"_s;
    }
    void ladderShowsWhatTheSceneHolds() {
        QFETCH(QString, theme);
        auto const ink = inkOf(theme.toLatin1().constData());
        auto const scene = zeroing::layoutLadder(content(), 480, 480, paper::ladderMeasure(ink));
        auto const image = drawn(ink, [&](QPainter& p) { paper::paintLadder(p, scene, ink, {}); });
        // The chosen rung is a line in the accent; plate and work are filled where the scene has them.
        for (auto const& rung : scene.rungs)
            if (rung.chosen)
                QCOMPARE(image.pixelColor(static_cast<int>(scene.rung_begin_x) + 3, static_cast<int>(rung.y)).rgb(),
                         ink.accent.rgb());
        for (auto const& body : scene.bodies) {
            QPoint const middle(static_cast<int>(body.box.x + 4), static_cast<int>(body.box.y + body.box.height / 2));
            if (body.material == zeroing::Material::Work) QCOMPARE(image.pixelColor(middle).rgb(), ink.wood.rgb());
            if (body.material == zeroing::Material::Plate) QCOMPARE(image.pixelColor(middle).rgb(), ink.steel.rgb());
        }
        // Marking a rung frames its words.
        auto const marked = drawn(
            ink, [&](QPainter& p) { paper::paintLadder(p, scene, ink, QString::fromStdString(scene.rungs[0].key)); });
        auto const& words = scene.rungs[0].label_box;
        int changed = 0;
        for (int x = 0; x < 480; ++x)
            for (int y = 0; y < 480; ++y) {
                if (marked.pixel(x, y) == image.pixel(x, y)) continue;
                ++changed;
                QVERIFY(x >= words.x - 6 && x <= words.x + words.width + 6 && y >= words.y - 4 &&
                        y <= words.y + words.height + 4);
            }
        QVERIFY(changed > 50);
    }
    void theSameSceneGivesTheSameBytes() {
        auto const ink = inkOf("day.json");
        auto const scene = zeroing::layoutLadder(content(), 480, 480, paper::ladderMeasure(ink));
        auto once = [&] { return drawn(ink, [&](QPainter& p) { paper::paintLadder(p, scene, ink, {}); }); };
        QCOMPARE(once(), once());
    }
    void readingsAreDotsAndWithdrawnOnesAreHollow() {
        auto const ink = inkOf("day.json");
        test::SmallShop shop;
        auto picture = [&] {
            auto const zero = shop.zero();
            return drawn(ink, [&](QPainter& p) {
                paper::paintReadings(
                    p, QRectF(0, 0, 480, 300),
                    {zero.thickness, shop.readings.kept[shop.study], zero.plate.nominal_mm, UnitSystem::Metric}, ink);
            });
        };
        auto const all = picture();
        shop.readings.kept[shop.study][3].withdrawn = true;
        QVERIFY(pixelsOf(picture(), ink.ink) < pixelsOf(all, ink.ink));
        shop.measure({});
        QVERIFY(pixelsOf(picture(), ink.accent) > 0); // the assumed band is drawn as well
    }
    void kitIsToOneScale() {
        auto const ink = inkOf("day.json");
        auto columns = [&](double diameter_mm) {
            auto const image = drawn(ink, [&](QPainter& p) {
                paper::paintKit(p, QRectF(0, 0, 480, 400), {10, 60, diameter_mm, 50.0, UnitSystem::Metric}, ink);
            });
            int widest = 0;
            for (int y = 0; y < image.height(); ++y) {
                int run = 0;
                for (int x = 0; x < image.width(); ++x) run += image.pixelColor(x, y).rgb() == ink.tool.rgb();
                widest = std::max(widest, run);
            }
            return widest;
        };
        // Both cutters are narrower than the room that the picture always keeps, so the scale is the same.
        QVERIFY(std::abs(columns(16) - 2 * columns(8)) <= 3);
    }
    void aThemeWithoutARoleIsRefused() {
        auto json = test::readAll(test::sourcePath("resources/themes/day.json"));
        auto const refused = paper::inkFromJson(json.replace("\"accent\"", "\"akzent\""));
        QVERIFY(!refused);
        QCOMPARE(refused.error().value, std::string("accent"));
        QVERIFY(!paper::inkFromJson("not json"));
    }
    void typeScales() {
        auto ink = inkOf("day.json");
        auto const normal = ink.font(paper::Ink::Type::Body).pixelSize();
        ink.scale = 1.5;
        QCOMPARE(ink.font(paper::Ink::Type::Body).pixelSize(), qRound(normal * 1.5));
    }
};

STEADY_TEST(PaintersTest);
#include "PaintersTest.moc"
