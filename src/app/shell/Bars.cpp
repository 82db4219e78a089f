// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Bars.h"

#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

QToolButton* buttonFor(QAction* action, QString const& words, QWidget* parent) {
    auto* button = new QToolButton(parent);
    button->setDefaultAction(action);
    button->setText(words);
    button->setObjectName(u"top."_s + action->objectName());
    button->setToolButtonStyle(Qt::ToolButtonTextOnly);
    button->setAccessibleName(action->text());
    QObject::connect(action, &QAction::changed, button, [button, words] { button->setText(words); });
    return button;
}

/// Why a book only reads, short enough for the top line; the whole sentence is in the notice and the tip.
QString inShort(Code why) {
    switch (why) {
    case Code::BookLocked: return u"another window writes to this book"_s;
    case Code::BookBusy: return u"another program reads this book"_s;
    case Code::BookProtected: return u"the file is protected"_s;
    case Code::FolderProtected: return u"its folder takes no files"_s;
    case Code::NoRoomForLog: return u"the disk is full"_s;
    case Code::BookElsewhere: return u"the file is no longer there"_s;
    case Code::SecondName: return u"the file has a second name"_s;
    default: return u"the book is damaged"_s;
    }
}

} // namespace

TopBar::TopBar(Actions const& actions, QWidget* parent) : QWidget(parent) {
    onSurface(this, Surface::Panel);
    m_book = styled(new QLabel(this), Type::Title);
    m_machine = styled(new QLabel(this), Type::Body, Tone::Soft);
    m_reading = styled(new QLabel(this), Type::Strong, Tone::Attention);
    m_reading->setObjectName(u"top.reading"_s);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(20, 4, 16, 6);
    row->setSpacing(8);
    row->addWidget(m_book);
    row->addSpacing(12);
    row->addWidget(m_machine);
    row->addSpacing(12);
    row->addWidget(m_reading);
    row->addStretch();
    row->addWidget(buttonFor(actions["edit.happened"], u"Something happened"_s, this));
    row->addSpacing(8);
    row->addWidget(buttonFor(actions["view.metric"], u"mm"_s, this));
    row->addWidget(buttonFor(actions["view.inch"], u"inch"_s, this));
    row->addSpacing(8);
    row->addWidget(buttonFor(actions["view.night"], u"night"_s, this));
}

void TopBar::refresh(Desk const& desk) {
    m_book->setText(text(desk.book().info().name));
    auto const* machine = desk.book().find(desk.setup().place.machine);
    m_machine->setText(machine ? text(machine->name) : u"no machine yet: a small router is assumed"_s);
    auto const& why = desk.session().whyReading();
    m_reading->setVisible(why.has_value());
    if (!why) return;
    m_reading->setText(u"Reading only: "_s + inShort(why->code));
    m_reading->setToolTip(tip(text(describe(*why))));
}

NextBar::NextBar(Look const& look, QAction* go, QWidget* parent) : QWidget(parent) {
    onSurface(this, Surface::Next);
    auto* next = styled(new QLabel(u"Next"_s, this), Type::Strong, Tone::NextAccent);
    m_words = styled(new WrappedLabel(this), Type::Body, Tone::OnNext);
    m_words->setObjectName(u"next.words"_s);
    auto* button = styled(new QPushButton(u"Go there"_s, this), Type::Body, Tone::NextAccent);
    button->setObjectName(u"next.go"_s);
    button->setProperty("quiet", true);
    button->setToolTip(go->toolTip());
    connect(button, &QPushButton::clicked, go, &QAction::trigger);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(20, 5, 16, 5);
    row->setSpacing(18);
    row->addWidget(next);
    row->addWidget(m_words, 1);
    row->addWidget(button);
    setMinimumHeight(look.px(48));
}

void NextBar::show(std::string const& next) { m_words->setText(text(next)); }

Notice::Notice(Look const&, QWidget* parent) : QWidget(parent) {
    onSurface(this, Surface::Panel);
    m_words = styled(new WrappedLabel(this), Type::Body, Tone::Bad);
    m_words->setObjectName(u"notice.words"_s);
    auto* button = new QPushButton(u"Understood"_s, this);
    button->setObjectName(u"notice.dismiss"_s);
    connect(button, &QPushButton::clicked, this, &QWidget::hide);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(20, 6, 16, 6);
    row->addWidget(m_words, 1);
    row->addWidget(button);
    hide();
}

void Notice::show(QString const& words) {
    m_words->setText(words);
    QWidget::show();
}

} // namespace steady::app
