// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The macro's text, coloured by the core's own tokens, with the line that is being run.

#include "app/widgets/Look.h"
#include "app/widgets/ThirdParty.h"
#include "core/gcode/Grammar.h"

#include <QMap>
#include <set>

namespace steady::app {

class WordsColumn;

class MacroEditor : public QsciScintilla {
    Q_OBJECT

public:
    explicit MacroEditor(Look const& look, QWidget* parent = nullptr);
    void setMacro(QString const& text);
    void showLine(int line); ///< from 1; 0: none
    int firstLine() const;   ///< the first visible one, from 0
    int lineHeight() const;
    int lineEnd_px(int line) const; ///< where the words beside a line (from 1) may begin
    /// What each line did, drawn beside it; by line, from 1.
    void showWords(QMap<int, QString> const& words);
    QString wordsAt(int line) const;
    void markFindings(std::vector<int> const& lines);
    /// Lines (from 1) at which a run is to stop; they stay with their text while it is edited.
    std::set<int> breakpoints() const;
    void toggleBreakpoint(int line);
    /// As what the text is coloured.
    void setGrammar(gcode::Grammar const& grammar) { m_grammar = grammar; }
    int caretLine() const;                                    ///< from 1
    QSize sizeHint() const override { return minimumSize(); } ///< a larger one would make its zone scroll

Q_SIGNALS:
    void scrolled();
    void breakpointsChanged();

protected:
    void resizeEvent(QResizeEvent* event) override;
    /// Tab goes to the next control; a macro needs no tabs.
    bool focusNextPrevChild(bool next) override { return QWidget::focusNextPrevChild(next); }

private:
    void dress();
    void colour();

    Look const& m_look;
    gcode::Grammar m_grammar;
    WordsColumn* m_words;
    int m_line = 0;
};

} // namespace steady::app
