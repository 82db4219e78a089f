// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/HelpWindow.h"

#include <QKeyEvent>
#include <QPushButton>
#include <QVBoxLayout>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

QUrl placeOf(QString const& page) { return QUrl(u"qrc:/docs/help/%1.md"_s.arg(page)); }

} // namespace

HelpWindow::HelpWindow(Look const& look, QWidget* over) : QWidget(over, Qt::Window), m_look(look) {
    paper::loadItalics();
    setObjectName(u"help"_s);
    setWindowTitle(u"Steady Pin: help"_s);
    onSurface(this, Surface::Paper);
    resize(look.px(720), look.px(680));
    m_text = new QTextBrowser(this);
    m_text->setObjectName(u"help.text"_s);
    m_text->setAccessibleName(u"Help"_s);
    m_text->setFrameShape(QFrame::NoFrame);
    m_text->document()->setDocumentMargin(look.px(20));
    m_text->setOpenExternalLinks(false); // there are none
    auto* row = new QHBoxLayout;
    auto button = [&](QString const& words, char const* id) {
        auto* made = new QPushButton(words, this);
        made->setObjectName(QString::fromLatin1(id));
        return made;
    };
    auto* contents = button(u"Contents"_s, "help.contents");
    auto* back = button(u"Back"_s, "help.back");
    auto* close = button(u"Close"_s, "help.close");
    back->setEnabled(false);
    row->addWidget(contents);
    row->addWidget(back);
    row->addStretch();
    row->addWidget(close);
    auto* column = new QVBoxLayout(this);
    column->addLayout(row);
    column->addWidget(m_text, 1);
    connect(contents, &QPushButton::clicked, this, [this] { open(u"index"_s); });
    connect(back, &QPushButton::clicked, m_text, &QTextBrowser::backward);
    connect(m_text, &QTextBrowser::backwardAvailable, back, &QWidget::setEnabled);
    connect(close, &QPushButton::clicked, this, &QWidget::close);
    auto dress = [this] {
        m_look.dress(this);
        m_text->reload(); // links and code take their colours when a page is read
    };
    connect(&look, &Look::changed, this, dress);
    look.dress(this);
}

void HelpWindow::open(QString const& page) {
    m_text->setSource(placeOf(has(page) ? page : u"index"_s));
    show();
    raise();
    activateWindow();
    m_text->setFocus();
}

void HelpWindow::keyPressEvent(QKeyEvent* event) {
    event->key() == Qt::Key_Escape ? (void)close() : QWidget::keyPressEvent(event);
}

bool HelpWindow::has(QString const& page) { return QFile::exists(u":"_s + placeOf(page).path()); }

} // namespace steady::app
