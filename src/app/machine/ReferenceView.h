// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A lost reference, set again with a gauge block: the figures, and the steps one after another.

#include "app/shell/Form.h"
#include "app/widgets/Rows.h"
#include "core/zeroing/Rereference.h"

#include <QPushButton>

namespace steady::app {

class ReferenceView : public QWidget {
    Q_OBJECT

public:
    /// `steps`: where all of them are listed.
    ReferenceView(Desk& desk, RowsView* steps, QWidget* parent = nullptr);
    void refresh();

private:
    std::vector<zeroing::RereferenceStep> steps() const;
    Result<void> commitDone(std::vector<std::string> done, std::string what);
    void stepDone();
    void stepBack();
    void tell();

    Desk& m_desk;
    RowsView* m_steps;
    std::unique_ptr<Form<shop::ZeroSetup>> m_form;
    Field *m_bits, *m_inputs;
    QPushButton *m_done, *m_back, *m_anew, *m_tell;
};

} // namespace steady::app
