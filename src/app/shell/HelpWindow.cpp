// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/HelpWindow.h"

#include <QKeyEvent>
#include <QPushButton>
#include <QTextList>
#include <QTextTable>
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
    connect(m_text, &QTextBrowser::sourceChanged, this, &HelpWindow::space);
    connect(contents, &QPushButton::clicked, this, [this] { open(u"index"_s); });
    connect(back, &QPushButton::clicked, m_text, &QTextBrowser::backward);
    connect(m_text, &QTextBrowser::backwardAvailable, back, &QWidget::setEnabled);
    connect(close, &QPushButton::clicked, this, &QWidget::close);
    auto dress = [this] {
        m_look.dress(this);
        m_text->reload(); // links and code take their colours when a page is read
        space();
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

/// Markdown says nothing of the room around paragraphs and in tables.
void HelpWindow::space() {
    auto* document = m_text->document();
    QTextCursor cursor(document);
    for (auto block = document->begin(); block.isValid(); block = block.next()) {
        auto format = block.blockFormat();
        if (QTextCursor(block).currentTable()) continue;
        format.setTopMargin(m_look.px(format.headingLevel() > 1 ? 14 : block.textList() ? 3 : 6));
        format.setBottomMargin(m_look.px(block.textList() ? 3 : 6));
        format.setLineHeight(m_look.px(3), QTextBlockFormat::LineDistanceHeight);
        cursor.setPosition(block.position());
        cursor.setBlockFormat(format);
    }
    for (auto* frame : document->rootFrame()->childFrames())
        if (auto* table = qobject_cast<QTextTable*>(frame)) {
            auto format = table->format();
            format.setCellPadding(m_look.px(5));
            format.setCellSpacing(0);
            format.setBorderStyle(QTextFrameFormat::BorderStyle_Solid);
            format.setBorderBrush(m_look.ink().hairline);
            format.setBorderCollapse(true);
            table->setFormat(format);
        }
    m_text->moveCursor(QTextCursor::Start);
}

void HelpWindow::keyPressEvent(QKeyEvent* event) {
    event->key() == Qt::Key_Escape ? (void)close() : QWidget::keyPressEvent(event);
}

bool HelpWindow::has(QString const& page) { return QFile::exists(u":"_s + placeOf(page).path()); }

} // namespace steady::app
