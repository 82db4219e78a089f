// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

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

bool shown(QWidget* widget) { return widget->isVisible() && widget->width() > 0 && widget->height() > 0; }

QString nameOf(QWidget* widget) {
    auto const name =
        widget->objectName().isEmpty() ? QString::fromLatin1(widget->metaObject()->className()) : widget->objectName();
    auto const* label = qobject_cast<QLabel*>(widget);
    return label ? name + u" “"_s + label->text().left(40) + u"”"_s : name;
}

void noTextIsCut(QWidget* root, QStringList& wrong) {
    for (auto* label : root->findChildren<QLabel*>()) {
        if (!shown(label) || label->text().isEmpty()) continue;
        int const needed = label->wordWrap() ? label->heightForWidth(label->width()) : label->sizeHint().height();
        if (label->height() < needed) wrong << u"too low: "_s + nameOf(label);
        if (!label->wordWrap() && label->width() < label->sizeHint().width())
            wrong << u"too narrow: "_s + nameOf(label);
        // A single long word must fit as well.
        for (auto const& word : label->text().split(u' '))
            if (label->fontMetrics().horizontalAdvance(word) > label->width()) wrong << u"word cut: "_s + nameOf(label);
    }
    for (auto* button : root->findChildren<QAbstractButton*>()) {
        if (!shown(button) || button->text().isEmpty() || button->inherits("steady::app::RouteItem")) continue;
        if (button->fontMetrics().horizontalAdvance(button->text().remove(u'&')) > button->width())
            wrong << u"too narrow: "_s + nameOf(button);
    }
}

void siblingsDoNotOverlap(QWidget* root, QStringList& wrong) {
    QList<QWidget*> parents = root->findChildren<QWidget*>();
    parents.append(root);
    for (auto* parent : parents) {
        if (!shown(parent) || parent->inherits("QAbstractScrollArea") || qobject_cast<QComboBox*>(parent)) continue;
        QList<QWidget*> children;
        for (auto* child : parent->findChildren<QWidget*>(Qt::FindDirectChildrenOnly))
            if (shown(child) && !child->isWindow()) children.append(child);
        for (int i = 0; i < children.size(); ++i)
            for (int k = i + 1; k < children.size(); ++k)
                if (children[i]->geometry().intersects(children[k]->geometry()))
                    wrong << nameOf(children[i]) + u" overlaps "_s + nameOf(children[k]);
    }
}

void targetsAreLargeAndNamed(QWidget* root, QStringList& wrong) {
    for (auto* widget : root->findChildren<QWidget*>()) {
        if (!shown(widget) || widget->focusPolicy() == Qt::NoFocus) continue;
        bool const control = qobject_cast<QAbstractButton*>(widget) || qobject_cast<QLineEdit*>(widget) ||
                             qobject_cast<QComboBox*>(widget) || qobject_cast<QSlider*>(widget);
        if (!control) continue;
        if (widget->height() < 36 || widget->width() < 36)
            wrong << u"target below 36 px: "_s + nameOf(widget) +
                         u" %1x%2"_s.arg(widget->width()).arg(widget->height());
        auto const* button = qobject_cast<QAbstractButton*>(widget);
        if (widget->accessibleName().isEmpty() && (!button || button->text().isEmpty()))
            wrong << u"no accessible name: "_s + nameOf(widget);
        if (widget->objectName().isEmpty())
            wrong << u"no id: "_s + nameOf(widget) + u" "_s + (button ? button->text() : QString());
    }
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
        QTest::addColumn<QString>("book");
        for (auto const& book : {u"demo"_s, u"empty"_s, u"long names"_s})
            for (double scale : {0.8, 1.0, 1.5})
                for (bool inch : {false, true})
                    for (bool night : {false, true})
                        if (book == u"demo"_s || night == inch) // not every pair of what does not meet
                            QTest::addRow("%s, %s, %s, %d %%", qPrintable(book), inch ? "inch" : "mm",
                                          night ? "night" : "day", qRound(scale * 100))
                                << inch << night << scale << book;
    }
    void everyScreenKeepsTheRules() {
        QFETCH(bool, inch);
        QFETCH(bool, night);
        QFETCH(double, scale);
        QFETCH(QString, book);
        Driver drive(book == u"empty"_s ? Driver::Start::Empty : Driver::Start::Demo);
        if (book == u"long names"_s) {
            drive.type("kit.plate.name", u"The aluminium plate with the chamfered corner and the red lead"_s);
            drive.type("kit.tool.name", u"Twelve millimetre ball nose, long reach, reground in autumn"_s);
        }
        drive.look.setUnits(inch ? UnitSystem::Inch : UnitSystem::Metric);
        drive.look.setNight(night);
        drive.look.setScale(scale);
        QStringList wrong;
        for (auto const& station : {u"machine"_s, u"kit"_s, u"zeroing"_s, u"macros"_s}) {
            drive.window->goTo(station);
            if (station == u"macros"_s) drive.key(Qt::Key_F5);
            QStringList found;
            auto keepsTheRules = [&] {
                found.clear();
                noTextIsCut(drive.window.get(), found);
                siblingsDoNotOverlap(drive.window.get(), found);
                if (scale >= 1) targetsAreLargeAndNamed(drive.window.get(), found);
                return found.isEmpty();
            };
            (void)QTest::qWaitFor(keepsTheRules, 1000); // nested layouts settle over a few rounds of events
            for (auto const& text : found) wrong << station + u": "_s + text;
        }
        wrong.removeDuplicates();
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join(u"\n"_s)));
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
        for (auto const& station : {u"machine"_s, u"kit"_s, u"zeroing"_s, u"macros"_s}) {
            drive.window->goTo(station);
            QSet<QWidget*> reached;
            for (int i = 0; i < 120; ++i) {
                // The macro's text keeps Tab from Scintilla, so that it is no trap.
                QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
                reached.insert(QApplication::focusWidget());
            }
            for (auto* widget : drive.window->findChildren<QWidget*>()) {
                bool const control = qobject_cast<QAbstractButton*>(widget) || qobject_cast<QLineEdit*>(widget) ||
                                     qobject_cast<QComboBox*>(widget);
                if (!control || !shown(widget) || !widget->isEnabled() || !(widget->focusPolicy() & Qt::TabFocus))
                    continue;
                // Of buttons that exclude each other Tab reaches the one that is chosen; arrows do the rest.
                if (auto* button = qobject_cast<QAbstractButton*>(widget);
                    button && (button->autoExclusive() || button->group()) && !button->isChecked())
                    continue;
                QVERIFY2(reached.contains(widget), qPrintable(station + u": "_s + nameOf(widget)));
            }
        }
    }
    void everyActionHasIdWordsAndKey() {
        Driver drive;
        QSet<QString> keys;
        int count = 0;
        for (auto* action : drive.window->actions()) {
            ++count;
            QVERIFY(!action->objectName().isEmpty() && !action->text().isEmpty());
            QVERIFY2(!action->shortcut().isEmpty(), qPrintable(action->objectName()));
            QVERIFY2(!keys.contains(action->shortcut().toString()), qPrintable(action->shortcut().toString()));
            keys.insert(action->shortcut().toString());
        }
        QVERIFY(count >= 20);
        QCOMPARE(drive.find<QToolButton>("top.book")->menu()->actions().size() - 5,
                 count); // four lines between the groups, one menu
    }
    void noCharacterIsMissing() {
        Driver drive;
        QSet<char32_t> used;
        for (auto const& station : {u"machine"_s, u"kit"_s, u"zeroing"_s, u"macros"_s}) {
            drive.window->goTo(station);
            if (station == u"macros"_s) drive.key(Qt::Key_F5);
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
