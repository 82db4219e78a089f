// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The owner's words for a control with a script of its own: typed step by step in the entry column, the text that comes
// of them beside it. What is typed goes into the book as it is left, fit to be filled in or not.

#include "app/shell/Form.h"
#include "app/widgets/Rows.h"
#include "core/dialects/phrasebook/Phrases.h"
#include "core/safety/Rehearsal.h"

#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>

namespace steady::app {

class PhrasesView : public QObject {
    Q_OBJECT

public:
    PhrasesView(Desk& desk, QVBoxLayout* entry, QVBoxLayout* picture, QObject* parent);
    /// Other words or another book; a text that was changed by hand stays, unless it is written anew: then only a
    /// script of somebody's own does. Null: none can be written.
    void show(safety::Rehearsal const* rehearsal, bool anew = false);
    /// What stands there is a script of somebody's own: one of its constants is found in it.
    bool ownScript() const { return !judgedConstants().empty(); }
    /// As it stands, changed by hand or not.
    QString text() const { return m_text->toPlainText(); }
    void setText(QString const& text) { m_text->setPlainText(text); }
    bool edited() const { return text() != m_written; }
    /// What is missing, and what in the text is not what the words say.
    std::vector<zeroing::Judgement> judged() const;
    QWidget* picture() const { return m_picture; }

Q_SIGNALS:
    void textChanged();

private:
    void fillSteps();
    void showStep();
    void showPreview();
    void keepWords();
    dialects::PhraseStep const* chosen() const;
    void buildConstants(QVBoxLayout* entry);
    /// Of a script that somebody else has written: what is found of the book's figures. Empty: nothing of them.
    std::vector<zeroing::Judgement> judgedConstants() const;
    void writeConstants();
    std::vector<shop::Phrase> const& phrases() const { return m_machine.behaviour.phrases; }

    Desk& m_desk;
    shop::Machine m_machine;
    safety::Rehearsal const* m_rehearsal = nullptr;
    std::vector<dialects::PhraseStep const*> m_rows; ///< what each row is; those of this macro first
    dialects::PhraseStep const* m_shown = nullptr;
    RowsView* m_steps;
    QLabel *m_does, *m_fields, *m_wrong, *m_preview;
    QPlainTextEdit* m_words;
    QWidget* m_picture;
    QPlainTextEdit* m_text;
    QPushButton *m_anew, *m_write_constants;
    std::unique_ptr<Form<shop::Machine>> m_constants;
    QString m_written;
};

} // namespace steady::app
