// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Trouble.h"

#include "app/widgets/Look.h"
#include "core/base/Words.h"

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr int widest = 640;

/// A button and beside it, in words, what it does to the file.
QPushButton* way(QGridLayout* into, QString const& verb, QString const& words, char const* id) {
    auto* button = new QPushButton(verb);
    button->setObjectName(QString::fromLatin1(id));
    auto* label = styled(new QLabel(words), Type::Body, Tone::Soft);
    label->setWordWrap(true);
    auto const row = into->rowCount();
    into->addWidget(button, row, 0);
    into->addWidget(label, row, 1);
    return button;
}

} // namespace

Trouble::Trouble(Look const& look, Actions const& actions, QMenu* recent, QString const& path, Error const& error,
                 QWidget* parent)
    : QWidget(parent) {
    setObjectName(u"trouble"_s);
    auto* panel = onSurface(new QWidget(this), Surface::Panel);
    panel->setMaximumWidth(look.px(widest));
    auto* column = new QVBoxLayout(panel);
    column->setContentsMargins(28, 24, 28, 24);
    column->setSpacing(look.px(12));
    auto* words = styled(new QLabel(text(sentence(error))), Type::Body, Tone::Attention);
    words->setObjectName(u"trouble.words"_s);
    auto* help = styled(
        new QLabel(
            text(describe({error.code, {}, error.value, error.limit})).mid(text(sentence(error)).size()).trimmed()),
        Type::Body);
    auto* file = styled(new QLabel, Type::Mono, Tone::Soft);
    look.dress(file); // to know how wide its letters are
    file->setText(file->fontMetrics().elidedText(path, Qt::ElideMiddle, look.px(widest) - 60));
    file->setToolTip(tip(path));
    for (auto* label : {words, help}) label->setWordWrap(true);
    column->addWidget(styled(new QLabel(u"This book does not open"_s), Type::Title));
    column->addWidget(file);
    column->addWidget(words);
    column->addWidget(help);
    auto* ways = new QGridLayout;
    ways->setHorizontalSpacing(16);
    ways->setVerticalSpacing(look.px(8));
    ways->setColumnStretch(1, 1);
    auto press = [&](QPushButton* button, char const* action) {
        connect(button, &QPushButton::clicked, actions[action], &QAction::trigger);
    };
    press(way(ways, u"Open another book…"_s, u"A saved copy of this one, or any other."_s, "trouble.open"),
          "book.open");
    if (error.code == Code::FileDamaged) {
        auto* save = way(ways, u"Save what can be read…"_s,
                         u"A new book of all that still makes sense; this file stays as it is."_s, "trouble.rescue");
        connect(save, &QPushButton::clicked, this, &Trouble::rescueWanted);
    }
    press(way(ways, u"New book…"_s, u"An empty one, beside this file."_s, "trouble.new"), "book.new");
    if (!recent->isEmpty()) {
        auto* button = way(ways, u"Recent books"_s, u"Those that were open before."_s, "trouble.recent");
        button->setMenu(recent);
    }
    column->addSpacing(look.px(8));
    column->addLayout(ways);
    auto* middle = new QHBoxLayout(this);
    middle->addStretch();
    middle->addWidget(panel, 1, Qt::AlignVCenter);
    middle->addStretch();
}

} // namespace steady::app
