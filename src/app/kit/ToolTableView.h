// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The tool table as a file: read column by column with the bad rows named, taken over by choice, and written out.

#include "app/shell/Form.h"
#include "app/widgets/Rows.h"
#include "core/zeroing/Judgement.h"
#include "exchange/ToolTable.h"

#include <QPushButton>

namespace steady::app {

class ToolTableView : public QWidget {
    Q_OBJECT

public:
    /// `rows`: where the tools are listed, or what a file holds.
    ToolTableView(Desk& desk, RowsView* rows, QWidget* parent = nullptr);
    void refresh();
    std::vector<zeroing::Judgement> judgements() const;

Q_SIGNALS:
    void changed(); ///< what the judgement says, without a change of the book

private:
    void open();
    void take();
    void leave();
    void write();
    void read(); ///< with the columns as they are chosen
    void showRows();
    std::vector<shop::Assembly> byNumber() const;

    Desk& m_desk;
    RowsView* m_rows;
    QPushButton *m_open, *m_write, *m_take, *m_leave;
    QWidget* m_columns_box;
    Choice* m_units;
    std::vector<Choice*> m_columns; ///< by exchange::ToolColumn
    QString m_name;                 ///< of the file
    std::optional<exchange::CsvTable> m_table;
    exchange::ReadTools m_found;
    QString m_wrong; ///< why nothing can be read
};

} // namespace steady::app
