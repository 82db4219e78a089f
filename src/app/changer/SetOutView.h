// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where a rack is to stand: its plan, the marks for the towers' holes by machine or on paper, and how far it ended off.

#include "app/shell/Desk.h"
#include "app/shell/Form.h"
#include "app/widgets/Rows.h"
#include "core/install/RackSetting.h"
#include "paper/Ink.h"

#include <QPushButton>

namespace steady::app {

class SetOutView : public QWidget {
    Q_OBJECT

public:
    /// `rack`: the one shown; none: there is none yet.
    SetOutView(Desk& desk, std::function<std::optional<shop::ToolRack>()> rack,
               std::function<Result<void>(shop::ToolRack, std::string what)> put, QWidget* parent = nullptr);
    void refresh();
    /// What is done, and what is jogged to; or what is missing.
    std::vector<Row> rows() const;
    std::vector<zeroing::Judgement> judged() const;

private:
    using Write = Result<void> (*)(install::HoleTemplate const&, QString const&, paper::Ink const&, QString const&);
    void save(QString const& filter, QString const& ending, Write write);
    void saveMarks();

    Desk& m_desk;
    std::function<std::optional<shop::ToolRack>()> m_rack;
    QPushButton *m_pdf, *m_svg, *m_marks;
    std::unique_ptr<Form<shop::ToolRack>> m_form;
};

} // namespace steady::app
