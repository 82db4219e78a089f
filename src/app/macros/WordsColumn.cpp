// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/macros/WordsColumn.h"

#include "app/macros/MacroEditor.h"

namespace steady::app {
namespace {

constexpr int column_px = 262; // most lines of g-code are shorter

} // namespace

WordsColumn::WordsColumn(Look const& look, MacroEditor const& editor, QWidget* over)
    : QWidget(over), m_look(look), m_editor(editor) {
    setObjectName(QStringLiteral("macro.words"));
    setAccessibleName(QStringLiteral("What each line did"));
    setAttribute(Qt::WA_TransparentForMouseEvents);
    connect(&editor, &MacroEditor::scrolled, this, QOverload<>::of(&QWidget::update));
}

void WordsColumn::show(QMap<int, QString> words, int current) {
    m_words = std::move(words);
    m_current = current;
    setAccessibleDescription(m_words.value(current));
    update();
}

void WordsColumn::paintEvent(QPaintEvent*) {
    if (m_words.isEmpty()) return;
    QPainter painter(this);
    auto const& ink = m_look.ink();
    painter.setFont(ink.font(Type::Small));
    int const height = std::max(1, m_editor.lineHeight());
    for (int row = 0; row * height < this->height(); ++row) {
        int const line = m_editor.firstLine() + row + 1;
        auto const words = m_words.value(line);
        if (words.isEmpty()) continue;
        int const x = std::max(m_look.px(column_px), m_editor.lineEnd_px(line) + m_look.px(14));
        QRect const area(x, row * height, width() - x - 6, height);
        painter.setPen(line == m_current ? ink.accent : ink.good);
        painter.drawText(area, Qt::AlignVCenter, painter.fontMetrics().elidedText(words, Qt::ElideRight, area.width()));
    }
}

} // namespace steady::app
