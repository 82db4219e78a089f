// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/NumberPad.h"

#include <QGridLayout>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

struct PadKey {
    int row, column, wide;
    char const* name;
    char const* words; ///< empty: its name
    int key;
    char const* text;
};
constexpr PadKey keys[] = {{0, 0, 1, "7", "", Qt::Key_7, "7"}, {0, 1, 1, "8", "", Qt::Key_8, "8"},
                           {0, 2, 1, "9", "", Qt::Key_9, "9"}, {0, 3, 1, "back", "Del", Qt::Key_Backspace, ""},
                           {1, 0, 1, "4", "", Qt::Key_4, "4"}, {1, 1, 1, "5", "", Qt::Key_5, "5"},
                           {1, 2, 1, "6", "", Qt::Key_6, "6"}, {1, 3, 1, "minus", "\u2212", Qt::Key_Minus, "-"},
                           {2, 0, 1, "1", "", Qt::Key_1, "1"}, {2, 1, 1, "2", "", Qt::Key_2, "2"},
                           {2, 2, 1, "3", "", Qt::Key_3, "3"}, {2, 3, 1, "point", ".", Qt::Key_Period, "."},
                           {3, 0, 1, "0", "", Qt::Key_0, "0"}, {3, 1, 3, "enter", "Enter", Qt::Key_Return, "\r"}};

} // namespace

NumberPad::NumberPad(QString const& name, Look const& look, QWidget* parent) : QWidget(parent) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(4);
    for (auto const& each : keys) {
        auto const words = QString::fromUtf8(*each.words ? each.words : each.name);
        auto* button = styled(new QPushButton(words), *each.text && each.wide == 1 ? Type::Title
                                                      : each.wide == 1             ? Type::Small
                                                                                   : Type::Body);
        button->setObjectName(name + u'.' + QString::fromLatin1(each.name));
        button->setAccessibleName(words);
        button->setFocusPolicy(Qt::NoFocus);
        button->setAutoRepeat(each.key == Qt::Key_Backspace);
        button->setFixedHeight(look.px(44));
        button->setFixedWidth(look.px(48) * each.wide + 4 * (each.wide - 1));
        connect(button, &QPushButton::clicked, this, [key = each.key, typed = QString::fromLatin1(each.text)] {
            auto* at = QApplication::focusWidget();
            if (!qobject_cast<QLineEdit*>(at)) return;
            QKeyEvent press(QEvent::KeyPress, key, Qt::NoModifier, typed),
                release(QEvent::KeyRelease, key, Qt::NoModifier, typed);
            QApplication::sendEvent(at, &press);
            QApplication::sendEvent(at, &release);
        });
        grid->addWidget(button, each.row, each.column, 1, each.wide);
    }
}

} // namespace steady::app
