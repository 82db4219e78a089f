// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Macros: the text, what each line does on the virtual machine, and the verdict; saved as .ngc.

#include "app/macros/MacroEditor.h"
#include "app/macros/Theatre.h"
#include "app/shell/Station.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "app/widgets/LadderView.h"

#include <QPushButton>
#include <QSlider>

namespace steady::app {

class MacrosStation : public Station {
    Q_OBJECT

public:
    explicit MacrosStation(Desk& desk);
    safety::StationState state() const override { return desk().progress().macros; }
    void refresh() override;
    MacroEditor* editor() const { return m_editor; }
    Theatre const& theatre() const { return m_theatre; }

public Q_SLOTS:
    void run();
    void stepOne();
    void startOver();
    void save();
    void writeAnew();

private:
    void buildEntry();
    void buildPicture();
    std::set<std::string> leftOut() const;
    machine::World world() const;
    bool prepare();
    void rehearse();
    void showPlay();
    void showState();

    Result<safety::Rehearsal> m_rehearsal = fail(Code::Missing, {});
    safety::Prediction m_prediction;
    Theatre m_theatre;
    Choice *m_fault, *m_leave_out;
    LengthField* m_true_thickness;
    std::optional<double> m_true_thickness_mm;
    QPushButton *m_run, *m_step, *m_over, *m_save, *m_anew;
    MacroEditor* m_editor;
    QSlider* m_slider;
    QLabel* m_said;
    LadderView* m_ladder;
};

} // namespace steady::app
