// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ScreenRules.h"

namespace steady::test {

using namespace Qt::StringLiterals;

bool shown(QWidget const* widget) { return widget->isVisible() && widget->width() > 0 && widget->height() > 0; }

QString nameOf(QWidget* widget) {
    auto const name =
        widget->objectName().isEmpty() ? QString::fromLatin1(widget->metaObject()->className()) : widget->objectName();
    auto const* label = qobject_cast<QLabel*>(widget);
    return label ? name + u" “"_s + label->text().left(40) + u"”"_s : name;
}

namespace {

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
    for (auto* edit : root->findChildren<QLineEdit*>()) { // a number that is cut is another number
        int const room = edit->width() - 16;
        if (shown(edit) && edit->alignment() & Qt::AlignRight &&
            edit->fontMetrics().horizontalAdvance(edit->text()) > room)
            wrong << u"number cut: "_s + nameOf(edit) + u' ' + edit->text();
    }
    for (auto* button : root->findChildren<QAbstractButton*>()) {
        if (!shown(button) || button->text().isEmpty() || button->inherits("steady::app::RouteItem")) continue;
        if (button->fontMetrics().horizontalAdvance(button->text().remove(u'&')) > button->width())
            wrong << u"too narrow: "_s + nameOf(button);
    }
}

/// What scrolls up and down only must not be wider than what is seen of it.
void zonesHoldWhatIsInThem(QWidget* root, double scale, QStringList& wrong) {
    for (auto* area : root->findChildren<QScrollArea*>()) {
        // At normal size the pictures fit into the window as they are.
        if (shown(area) && scale == 1 && area->widget()->findChild<app::LadderView*>() &&
            area->widget()->height() > area->viewport()->height())
            wrong << u"the picture scrolls: "_s + nameOf(area->widget());
        if (!shown(area) || area->horizontalScrollBarPolicy() != Qt::ScrollBarAlwaysOff) continue;
        if (area->widget()->width() > area->viewport()->width())
            wrong << u"wider than its zone by %1: "_s.arg(area->widget()->width() - area->viewport()->width()) +
                         nameOf(area->widget());
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

QStringList everyScreen(Driver const& drive) {
    QStringList all;
    for (auto const& row : drive.window->stations())
        for (auto* button : drive.window->station(row.id)->findChildren<QPushButton*>())
            if (button->objectName().contains(u".section."_s)) all << row.id + u'/' + button->objectName();
    return all;
}

void openScreen(Driver& drive, QString const& screen) {
    drive.window->goTo(screen.section(u'/', 0, 0));
    auto* button = drive.window->findChild<QPushButton*>(screen.section(u'/', 1));
    button->click();
}

QStringList brokenRules(Driver& drive, double scale) {
    QStringList found;
    auto keepsTheRules = [&] {
        found.clear();
        noTextIsCut(drive.window.get(), found);
        zonesHoldWhatIsInThem(drive.window.get(), scale, found);
        siblingsDoNotOverlap(drive.window.get(), found);
        if (scale >= 1) targetsAreLargeAndNamed(drive.window.get(), found);
        return found.isEmpty();
    };
    (void)QTest::qWaitFor(keepsTheRules, 1000); // nested layouts settle over a few rounds of events
    return found;
}

QString walk(Driver& drive, bool inch, bool night, double scale) {
    drive.look.setUnits(inch ? UnitSystem::Inch : UnitSystem::Metric);
    drive.look.setNight(night);
    drive.look.setScale(scale);
    drive.key(Qt::Key_F5);
    QStringList wrong;
    for (auto const& screen : everyScreen(drive)) {
        openScreen(drive, screen);
        for (auto const& text : brokenRules(drive, scale)) wrong << screen + u": "_s + text;
    }
    wrong.removeDuplicates();
    return wrong.join(u"\n"_s);
}

} // namespace steady::test
