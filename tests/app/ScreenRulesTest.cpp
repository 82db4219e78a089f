// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ScreenRules.h"

#include <QGlyphRun>
#include <QRawFont>
#include <QTextLayout>

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

namespace {

/// WCAG 2 relative luminance and contrast ratio (W3C, 1.4.3).
double luminance(QColor const& colour) {
    auto part = [](double c) { return c <= 0.03928 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4); };
    return 0.2126 * part(colour.redF()) + 0.7152 * part(colour.greenF()) + 0.0722 * part(colour.blueF());
}
double contrast(QColor const& a, QColor const& b) {
    double const x = luminance(a), y = luminance(b);
    return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
}

} // namespace

/// What holds on every screen, in every unit, theme and size.
class ScreenRulesTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyScreenKeepsTheRules_data() {
        QTest::addColumn<bool>("inch");
        QTest::addColumn<bool>("night");
        QTest::addColumn<double>("scale");
        for (double scale : {0.8, 1.0, 1.5})
            for (bool inch : {false, true})
                for (bool night : {false, true})
                    if (!night || scale == 1.0) // a theme changes colours, and no sizes
                        QTest::addRow("%s, %s, %d %%", inch ? "inch" : "mm", night ? "night" : "day",
                                      qRound(scale * 100))
                            << inch << night << scale;
    }
    void everyScreenKeepsTheRules() {
        QFETCH(bool, inch);
        QFETCH(bool, night);
        QFETCH(double, scale);
        Driver drive;
        auto const wrong = test::walk(drive, inch, night, scale);
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
    }

    /// A name that is markup stands on labels and in tips as it was typed; nothing is fetched or drawn for it.
    void namesAreOnlyWords() {
        constexpr char const* hostile = "<img src='/etc/hostname'><b>bold</b>";
        Driver drive;
        auto& desk = *drive.window->desk();
        auto change = shop::Change{"hostile names", {}, {}, {}};
        auto rename = [&]<class T>(T const*) {
            for (auto const& [id, each] : desk.session().book().all<T>()) {
                auto copy = *each;
                copy.name = hostile;
                change.put(id, copy);
            }
        };
        rename(static_cast<shop::BookInfo*>(nullptr));
        rename(static_cast<shop::Machine*>(nullptr));
        rename(static_cast<shop::Instrument*>(nullptr));
        rename(static_cast<shop::TouchPlate*>(nullptr));
        rename(static_cast<shop::ToolSetter*>(nullptr));
        rename(static_cast<shop::Cutter*>(nullptr));
        rename(static_cast<shop::Holder*>(nullptr));
        rename(static_cast<shop::Assembly*>(nullptr));
        rename(static_cast<shop::Board*>(nullptr));
        QVERIFY(desk.commit(change));
        int shown = 0;
        for (auto const& screen : test::everyScreen(drive)) {
            test::openScreen(drive, screen);
            QTest::qWait(1);
            for (auto* label : drive.window->findChildren<QLabel*>()) {
                shown += label->text().contains(u"<img"_s);
                QVERIFY2(label->textFormat() == Qt::PlainText || !Qt::mightBeRichText(label->text()),
                         qPrintable(screen + u": "_s + label->text()));
            }
            for (auto* widget : drive.window->findChildren<QWidget*>())
                QVERIFY2(!widget->toolTip().contains(u"<img"_s), qPrintable(screen + u": "_s + widget->toolTip()));
        }
        QVERIFY(shown > 0);
    }

    void coloursKeepTheirContrast_data() {
        QTest::addColumn<bool>("night");
        QTest::newRow("day") << false;
        QTest::newRow("night") << true;
    }
    void coloursKeepTheirContrast() {
        QFETCH(bool, night);
        app::Look look;
        look.setNight(night);
        auto const& ink = look.ink();
        for (auto const& ground : {ink.paper, ink.panel, ink.chosen})
            for (auto const& colour : {ink.ink, ink.soft, ink.accent, ink.good, ink.attention, ink.bad})
                QVERIFY2(contrast(colour, ground) >= 4.5, qPrintable(colour.name() + u" on "_s + ground.name()));
        QVERIFY(contrast(ink.border, ink.paper) >= 3 && contrast(ink.border, ink.panel) >= 3);
        QVERIFY(contrast(ink.on_accent, ink.accent) >= 4.5);
        QVERIFY(contrast(ink.on_next, ink.next) >= 4.5 && contrast(ink.next_accent, ink.next) >= 4.5);
    }

    void tabReachesEveryControl() {
        Driver drive;
        for (auto const& screen : test::everyScreen(drive)) {
            test::openScreen(drive, screen);
            QSet<QWidget*> reached;
            for (int i = 0; i < 90; ++i) {
                // The macro's text keeps Tab from Scintilla, so that it is no trap.
                QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
                reached.insert(QApplication::focusWidget());
            }
            for (auto* widget : drive.window->findChildren<QWidget*>()) {
                bool const control = qobject_cast<QAbstractButton*>(widget) || qobject_cast<QLineEdit*>(widget) ||
                                     qobject_cast<QComboBox*>(widget);
                if (!control || !test::shown(widget) || !widget->isEnabled() || !(widget->focusPolicy() & Qt::TabFocus))
                    continue;
                // Of buttons that exclude each other Tab reaches the one that is chosen; arrows do the rest.
                if (auto* button = qobject_cast<QAbstractButton*>(widget);
                    button && (button->autoExclusive() || button->group()) && !button->isChecked())
                    continue;
                QVERIFY2(reached.contains(widget), qPrintable(screen + u": "_s + test::nameOf(widget)));
            }
        }
    }
    void noCharacterIsMissing() {
        Driver drive;
        QSet<char32_t> used;
        drive.key(Qt::Key_F5);
        for (auto const& screen : test::everyScreen(drive)) {
            test::openScreen(drive, screen);
            for (auto* label : drive.window->findChildren<QLabel*>())
                for (auto const c : label->text().toUcs4()) used.insert(c);
            for (auto* button : drive.window->findChildren<QAbstractButton*>())
                for (auto const c : button->text().toUcs4()) used.insert(c);
        }
        for (auto const c : u"±−µ·°≤≥ØΔσθ"_s.toUcs4()) used.insert(c);
        auto const families = drive.look.ink().font(app::Type::Body).families();
        for (auto const c : used) {
            if (c < 0x20) continue;
            bool found = false;
            for (auto const& family : families) found = found || QRawFont::fromFont(QFont(family)).supportsCharacter(c);
            QVERIFY2(found, qPrintable(QString::number(c, 16)));
        }
    }
    void numbersLineUp() {
        // Figures are set in the monospaced sister: each is as wide as the next.
        app::Look look;
        QFontMetricsF const metrics(look.ink().font(app::Type::Number));
        for (auto const c : u"0123456789−."_s) QCOMPARE(metrics.horizontalAdvance(c), metrics.horizontalAdvance(u'0'));
        QCOMPARE(QFontInfo(look.ink().font(app::Type::Number)).family(), u"Atkinson Hyperlegible Mono"_s);
        QCOMPARE(QFontInfo(look.ink().font(app::Type::Body)).family(), u"Atkinson Hyperlegible Next"_s);
    }
};

STEADY_TEST(ScreenRulesTest);
#include "ScreenRulesTest.moc"
