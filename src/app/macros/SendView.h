// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A text in segments, taken to the real control piece by piece: what is sent now, and below it what is asked. The
// program sends nothing itself. What was read is not kept in the book: it counts for this one run.

#include "app/shell/Desk.h"
#include "app/widgets/Field.h"
#include "app/widgets/Rows.h"
#include "core/gcode/Sending.h"

#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace steady::app {

class SendView : public QObject {
    Q_OBJECT

public:
    SendView(Desk& desk, QVBoxLayout* entry, QVBoxLayout* picture, QObject* parent);
    /// The text as it stands in the editor; another one than before begins anew. `why_not`: why it must not be sent.
    void show(std::string const& text, std::optional<Finding> const& why_not);
    std::vector<zeroing::Judgement> judged() const;
    QWidget* picture() const { return m_picture; }

Q_SIGNALS:
    void moved();

private:
    void begin();
    void changed();
    void fill();
    void fillPieces();
    void fillQuestion();
    Result<void> answer(QString const& typed);

    Desk& m_desk;
    std::string m_text;
    std::optional<Finding> m_why_not;
    std::optional<gcode::Sending> m_sending;
    int m_run = 0;
    bool m_replaced = false; ///< the text became another one in the middle of a run
    RowsView* m_pieces;
    QWidget *m_picture, *m_number_box;
    QLabel *m_heading, *m_question;
    QPlainTextEdit* m_piece;
    QPushButton *m_anew, *m_copy, *m_sent, *m_done, *m_back;
    Field* m_number;
};

} // namespace steady::app
