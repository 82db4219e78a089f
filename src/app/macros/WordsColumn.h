// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The words beside the macro's lines: what each did in the run. Lies over the text, in step with it.

#include "app/widgets/Look.h"

#include <QMap>

namespace steady::app {

class MacroEditor;

class WordsColumn : public QWidget {
    Q_OBJECT

public:
    WordsColumn(Look const& look, MacroEditor const& editor, QWidget* over);
    /// By line, from 1.
    void show(QMap<int, QString> words, int current);
    QString wordsAt(int line) const { return m_words.value(line); }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    Look const& m_look;
    MacroEditor const& m_editor;
    QMap<int, QString> m_words;
    int m_current = 0;
};

} // namespace steady::app
