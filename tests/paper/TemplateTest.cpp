// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "paper/TemplatePage.h"

#include <QImage>
#include <QProcess>
#include <QTemporaryDir>

using namespace steady;

namespace {

constexpr double dots_per_mm = 400 / 25.4;

bool dark(QImage const& page, int x, int y) { return qGray(page.pixel(x, y)) < 100; }

/// Something black, all of it joined.
struct Blot {
    int left = 1 << 30, right = 0, top = 1 << 30, bottom = 0;
    double n = 0, x = 0, y = 0;
    double width_mm() const { return (right - left + 1) / dots_per_mm; }
    double height_mm() const { return (bottom - top + 1) / dots_per_mm; }
    double filled() const { return n / ((right - left + 1.0) * (bottom - top + 1.0)); }
};

std::vector<Blot> blotsOf(QImage const& page) {
    std::vector<Blot> all;
    std::vector<char> seen(static_cast<std::size_t>(page.width()) * static_cast<std::size_t>(page.height()));
    auto index = [&](int x, int y) {
        return static_cast<std::size_t>(y) * static_cast<std::size_t>(page.width()) + static_cast<std::size_t>(x);
    };
    std::vector<std::pair<int, int>> next;
    for (int y = 0; y < page.height(); ++y)
        for (int x = 0; x < page.width(); ++x) {
            if (seen[index(x, y)] || !dark(page, x, y)) continue;
            Blot blot;
            next = {{x, y}};
            seen[index(x, y)] = 1;
            while (!next.empty()) {
                auto const [a, b] = next.back();
                next.pop_back();
                blot.left = std::min(blot.left, a);
                blot.right = std::max(blot.right, a);
                blot.top = std::min(blot.top, b);
                blot.bottom = std::max(blot.bottom, b);
                ++blot.n;
                blot.x += a;
                blot.y += b;
                for (auto const& [dx, dy] : {std::pair{1, 0}, {-1, 0}, {0, 1}, {0, -1}}) {
                    int const p = a + dx, q = b + dy;
                    if (p < 0 || q < 0 || p >= page.width() || q >= page.height() || seen[index(p, q)] ||
                        !dark(page, p, q))
                        continue;
                    seen[index(p, q)] = 1;
                    next.push_back({p, q});
                }
            }
            blot.x /= blot.n;
            blot.y /= blot.n;
            all.push_back(blot);
        }
    return all;
}

paper::Ink ink() { return *paper::inkFromJson(test::readAll(test::sourcePath("resources/themes/day.json"))); }

/// The pages as another program, poppler's pdftoppm, makes them.
std::vector<QImage> rendered(QString const& pdf, QTemporaryDir const& folder) {
    QProcess process;
    process.start(QStringLiteral("pdftoppm"), {QStringLiteral("-r"), QStringLiteral("400"), QStringLiteral("-gray"),
                                               QStringLiteral("-png"), pdf, folder.filePath(QStringLiteral("page"))});
    if (!process.waitForFinished(60'000) || process.exitCode() != 0) return {};
    std::vector<QImage> pages;
    for (auto const& name : QDir(folder.path()).entryList({QStringLiteral("page*.png")}, QDir::Files, QDir::Name))
        pages.emplace_back(folder.filePath(name));
    return pages;
}

} // namespace

/// What comes out of the printer is measured, not what went in.
class TemplateTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void barsAndHolesAreAtTheirTrueSize() {
        install::HoleTemplate what;
        what.device = "Setter";
        what.body_mm = 44;
        what.disc_mm = 26;
        what.holes = {{{30, 0}, 5.5}, {{-30, 0}, 5.5}, {{0, 47.5}, 6.6}};
        what.extent = {-36, 36, -22, 55};
        QTemporaryDir const folder;
        auto const pdf = folder.filePath(QStringLiteral("t.pdf"));
        QVERIFY(paper::writeTemplatePdf(what, QStringLiteral("Ash"), ink(), pdf));
        auto const pages = rendered(pdf, folder);
        QCOMPARE(pages.size(), 1U);
        int across = 0, down = 0;
        std::vector<Blot> punches;
        for (auto const& blot : blotsOf(pages.front())) {
            bool const full = blot.filled() > 0.98;
            if (full && std::abs(blot.width_mm() - 100) < 0.2 && blot.height_mm() < 3) ++across;
            if (full && std::abs(blot.height_mm() - 100) < 0.2 && blot.width_mm() < 3) ++down;
            bool const disc = blot.filled() > 0.68 && blot.filled() < 0.9; // π/4
            if (disc && std::abs(blot.width_mm() - 1) < 0.15 && std::abs(blot.height_mm() - 1) < 0.15)
                punches.push_back(blot);
        }
        QCOMPARE(across, 1);
        QCOMPARE(down, 1);
        QCOMPARE(punches.size(), 3U);
        std::sort(punches.begin(), punches.end(), [](auto const& a, auto const& b) { return a.x < b.x; });
        auto const &left = punches[0], &back = punches[1], &right = punches[2];
        QVERIFY(test::near((right.x - left.x) / dots_per_mm, 60, 0.1));
        QVERIFY(test::near((right.y - left.y) / dots_per_mm, 0, 0.1));
        QVERIFY(test::near((back.x - left.x) / dots_per_mm, 30, 0.1));
        QVERIFY(test::near((left.y - back.y) / dots_per_mm, 47.5, 0.1)); // +Y is away from whoever stands in front
    }

    /// 300 × 380 with its surroundings: by hand 2 columns of 160 and 2 rows of 210 with 10 to overlap.
    void whatIsLargerIsTiled() {
        install::HoleTemplate what;
        what.device = "Setter";
        what.body_mm = 44;
        what.holes = {{{-240, -340}, 5.5}, {{25, 25}, 5.5}};
        what.extent = {-255, 29, -335, 29};
        what.lines = {{{-250, -335}, {-250, 29}, "left edge of the table"}};
        QTemporaryDir const folder;
        auto const pdf = folder.filePath(QStringLiteral("t.pdf"));
        QVERIFY(paper::writeTemplatePdf(what, QStringLiteral("Ash"), ink(), pdf));
        QCOMPARE(rendered(pdf, folder).size(), 4U);
    }

    void theDrawingIsInMillimetres() {
        install::HoleTemplate what;
        what.device = "Setter";
        what.body_mm = 44;
        what.extent = {-30, 30, -30, 30};
        QTemporaryDir const folder;
        auto const svg = folder.filePath(QStringLiteral("t.svg"));
        QVERIFY(paper::writeTemplateSvg(what, QStringLiteral("Ash"), ink(), svg));
        auto const text = test::readAll(svg);
        // 120 wide: the bar and 20; deep: 76 and the bar and 40; a hundred units a millimetre.
        QVERIFY2(text.contains("width=\"120mm\" height=\"216mm\""), text.left(300).constData());
        QVERIFY(text.contains("viewBox=\"0 0 12000 21600\""));
        QCOMPARE(paper::writeTemplateSvg(what, QStringLiteral("Ash"), ink(),
                                         folder.filePath(QStringLiteral("no/such/t.svg")))
                     .error()
                     .code,
                 Code::FileWrite);
    }
};

STEADY_TEST(TemplateTest);
#include "TemplateTest.moc"
