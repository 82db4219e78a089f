// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// One thing at a time in large type, for standing at the machine: a question, what to look at, answers by a key or a
// touch, and a figure where one is read.

#include "app/widgets/Field.h"
#include "app/widgets/WrappedLabel.h"

#include <QKeyEvent>
#include <QPushButton>
#include <QVBoxLayout>
#include <vector>

namespace steady::app {

class RunSheet : public QWidget {
    Q_OBJECT

public:
    /// `name` is the object name, and the beginning of those of its parts.
    RunSheet(QString name, QString title, Look const& look, QWidget* parent = nullptr);
    QString question() const { return m_question->text(); }
    QString hint() const { return m_hint->text(); }

protected:
    struct Step {
        QString place, question, hint;
        QStringList answers = {};
        QString figure = {}; ///< what the figure is; empty: none is asked for
        QString unit = {};
    };
    void ask(Step const& step, bool writable);
    void setHint(QString const& words) { m_hint->setText(words); }
    /// One of the answers, from 0.
    virtual void chosen(std::size_t answer) = 0;
    virtual Result<void> figureTyped(QString const& typed);
    void keyPressEvent(QKeyEvent* event) override;

private:
    void choose(std::size_t at);

    Look const& m_look;
    WrappedLabel *m_place, *m_question, *m_hint;
    Field* m_figure;
    std::vector<QPushButton*> m_buttons;
    std::size_t m_answers = 0;
};

} // namespace steady::app
