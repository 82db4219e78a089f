// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "paper/LadderPainter.h"
#include "paper/LengthsPainter.h"
#include "paper/MachinePainter.h"
#include "paper/ReadingsPainter.h"
#include "paper/SetterPainter.h"
#include "paper/SignalsPainter.h"

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
            shop::TouchPlate plate;
            plate.width_mm = 60;
            shop::Assembly tool;
            tool.diameter_mm = diameter_mm;
            tool.length_mm = 50;
            auto const image = drawn(ink, [&](QPainter& p) {
                paper::paintKit(p, QRectF(0, 0, 480, 400), {10, plate, tool, UnitSystem::Metric}, ink);
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
    void theEnvelopeIsToScaleWithItsSetterAndHome() {
        auto const ink = inkOf("day.json");
        test::LinkedShop shop;
        paper::MachinePicture picture{*shop.book.find(shop.machine), {}, {}, UnitSystem::Metric};
        auto paint = [&] {
            return drawn(ink, [&](QPainter& p) { paper::paintMachine(p, {0, 0, 480, 480}, picture, ink); });
        };
        // Columns of table colour in the upper half: as wide as the machine, to the scale of its depth.
        auto sides = [&](QImage const& image) {
            int wide = 0, deep = 0;
            for (int y = 0; y < 240; ++y) {
                int run = 0;
                for (int x = 0; x < 480; ++x) run += image.pixelColor(x, y).rgb() == ink.table.rgb();
                wide = std::max(wide, run);
                deep += run > 20;
            }
            return std::pair(wide, deep);
        };
        auto const [wide, deep] = sides(paint());
        auto const& axes = picture.machine.axes;
        double const ratio = (axes[0].high_mm - axes[0].low_mm) / (axes[1].high_mm - axes[1].low_mm);
        QVERIFY2(std::abs(static_cast<double>(wide) / deep - ratio) < 0.1, qPrintable(u"%1 %2"_s.arg(wide).arg(deep)));
        auto const bare = pixelsOf(paint(), ink.steel);
        picture.setter = *shop.book.find(shop.setter);
        QVERIFY(pixelsOf(paint(), ink.steel) > bare);
        // Home switches change sides.
        auto left = [&] { return pixelsOf(paint().copy(0, 0, 240, 260), ink.accent); };
        auto const at_low = left();
        picture.machine.axes[0].home = shop::AxisEnd::High;
        QVERIFY(left() < at_low);
    }
    void theSetterShowsItsHeights() {
        auto const ink = inkOf("night.json");
        shop::ToolSetter setter;
        setter.name = "Setter";
        auto paint = [&](double overshoot_mm = 0.2) {
            return drawn(ink, [&](QPainter& p) {
                paper::paintSetter(p, {0, 0, 480, 480}, {setter, shop::Assembly{1, "6 mm", 6}, overshoot_mm}, ink);
            });
        };
        QCOMPARE(pixelsOf(paint(), ink.attention), 0);
        QVERIFY(pixelsOf(paint(), ink.bad) > 20); // the end of the stroke
        setter.overtravel_mm = 56;
        QVERIFY(pixelsOf(paint(), ink.attention) > 20);
        QVERIFY(pixelsOf(paint(3), ink.accent) > pixelsOf(paint(0.2), ink.accent) + 500); // the fast touch's bar
    }
    void aToolIsDrawnAsItTouches() {
        auto const ink = inkOf("day.json");
        shop::Assembly tool{4, "vee", 16, 48};
        auto paint = [&] {
            return drawn(ink, [&](QPainter& p) { paper::paintTool(p, {0, 0, 480, 480}, {tool}, ink); });
        };
        auto const rim = pixelsOf(paint(), ink.tool);
        tool.tip = shop::TipShape::Point;
        QVERIFY(pixelsOf(paint(), ink.tool) < rim); // a point has less steel at its end
        tool.length_mm.reset();
        QVERIFY(pixelsOf(paint(), ink.tool) > 0);
    }
    void lengthsHangSideBySide() {
        auto const ink = inkOf("day.json");
        paper::LengthsPicture picture{
            {{1, 8, 58.4, "58.400"}, {2, 6, 29.2, "29.200"}, {3, 12, {}, "not touched", true}}};
        picture.bars[0].in_spindle = true;
        auto const image = drawn(ink, [&](QPainter& p) { paper::paintLengths(p, {0, 0, 480, 300}, picture, ink); });
        auto tallest = [&](QColor const& colour, int from) {
            int best = 0;
            for (int x = from; x < from + 160; ++x) {
                int run = 0;
                for (int y = 20; y < 255; ++y) run += image.pixelColor(x, y).rgb() == colour.rgb();
                best = std::max(best, run);
            }
            return best;
        };
        QVERIFY(std::abs(tallest(ink.accent, 0) - 2 * tallest(ink.tool, 160)) <= 3);
        QVERIFY(pixelsOf(image, ink.attention) > 0); // the one without a length says so
    }
    void signalsFollowTheRun() {
        auto const ink = inkOf("day.json");
        test::SmallShop shop;
        auto const rehearsal = shop.rehearse();
        machine::Trace trace;
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world(), &trace);
        paper::SignalsPicture picture{&trace, 0, false, UnitSystem::Metric};
        auto paint = [&] {
            return drawn(ink, [&](QPainter& p) { paper::paintSignals(p, {0, 0, 480, 300}, picture, ink); });
        };
        auto const image = paint();
        for (auto const& colour : {ink.good, ink.attention, ink.accent}) QVERIFY(pixelsOf(image, colour) > 100);
        picture.now_s = result.elapsed_s / 2;
        QVERIFY(paint() != image); // the place of the play moves
        // Pointing: left of the axis is the begin, right of it the end, and it grows between.
        QCOMPARE(paper::secondsAt({0, 0, 480, 300}, picture, ink, 0), 0.0);
        QVERIFY(test::near(paper::secondsAt({0, 0, 480, 300}, picture, ink, 480), trace.back().record.end_s, 1e-9));
        double last = -1;
        for (double x = 100; x < 460; x += 20) {
            double const s = paper::secondsAt({0, 0, 480, 300}, picture, ink, x);
            QVERIFY(s > last);
            last = s;
        }
        trace.clear();
        QCOMPARE(pixelsOf(paint(), ink.good), 0); // nothing yet: a sentence
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
