// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A study by macro: the text to take to the machine, and the same run on the virtual one, for practice.

#include "app/shell/Desk.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "core/safety/StudyRun.h"

#include <QPushButton>

namespace steady::app {

class PracticeView : public QWidget {
    Q_OBJECT

public:
    explicit PracticeView(Desk& desk, QWidget* parent = nullptr);
    void refresh();
    std::vector<zeroing::Judgement> judgements() const;
    std::string macroText() const { return m_macro ? m_macro->for_control.value_or(std::string()) : std::string(); }

Q_SIGNALS:
    void made(Id<shop::Study> study);
    void changed();

private:
    macros::TouchLoop loop() const;
    void run();
    void save();

    Desk& m_desk;
    Choice *m_between, *m_air, *m_truth;
    Field* m_count;
    int m_touches = 20;
    QPushButton *m_run, *m_save;
    Result<safety::StudyMacro> m_macro = fail(Code::NoSetter, {"setter"});
};

} // namespace steady::app
