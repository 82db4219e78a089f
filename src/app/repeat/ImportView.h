// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Readings from a file or from a console: seen before they are taken, what cannot be read left out only by choice.

#include "app/shell/Desk.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "app/widgets/Rows.h"
#include "exchange/ReadingImport.h"

#include <QCheckBox>
#include <QPlainTextEdit>
#include <QPushButton>

namespace steady::app {

class ImportView : public QWidget {
    Q_OBJECT

public:
    /// What was read is shown in `preview`.
    ImportView(Desk& desk, RowsView* preview, QWidget* parent = nullptr);
    void show(Id<shop::Study> study);
    std::vector<zeroing::Judgement> judgements() const;

Q_SIGNALS:
    void changed();

private:
    void openFile();
    void readTable();
    void readConsole();
    void take();
    void leave();
    void showPreview();
    double unit_mm() const;

    Desk& m_desk;
    RowsView* m_preview;
    Id<shop::Study> m_study;
    std::shared_ptr<exchange::CsvTable const> m_table;         ///< null: a console, or nothing
    std::shared_ptr<exchange::ImportedReadings const> m_found; ///< null: nothing was read
    QString m_name, m_wrong;
    QPushButton *m_open, *m_take, *m_leave;
    QCheckBox* m_skip;
    Choice* m_unit;
    QWidget* m_columns_box;
    std::vector<Choice*> m_columns;
    QPlainTextEdit* m_console;
    Field* m_pattern;
};

} // namespace steady::app
