// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Machine: travel, homing, input and spindle, the controller's behaviour; the envelope as a picture.

#include "app/shell/FormStation.h"
#include "app/widgets/Picture.h"
#include "core/shop/kinds/ScaleCheck.h"

namespace steady::dialects {
enum class Question;
}

namespace steady::app {

class ScaleView;
class SizesView;
class RowsView;

class MachineStation : public FormStation {
    Q_OBJECT

public:
    MachineStation(Desk& desk, StationName name, QWidget* parent);
    void refresh() override;

private:
    using MachineForm = Form<shop::Machine>;
    MachineForm& form(QVBoxLayout* into);
    void buildTravel(QVBoxLayout* page);
    void buildHoming(QVBoxLayout* page);
    void buildInput(QVBoxLayout* page);
    void buildHead(QVBoxLayout* page);
    void buildController(QVBoxLayout* page);
    shop::Machine shownMachine() const;
    void saveBenchText();
    void asked(MachineForm& f, dialects::Question question, std::function<void()> const& fields);
    void anotherMachine();
    void homeChanged();
    void showButtons();
    void showPictures();
    double axisLength_mm(shop::AxisName axis) const;
    std::vector<zeroing::Judgement> judged() const;

    Choice* m_machines;
    QPushButton *m_home_changed = nullptr, *m_another = nullptr,
                *m_bench = nullptr; ///< of sections that may not be made yet
    Picture *m_picture, *m_homing, *m_input, *m_head, *m_scale, *m_parts;
    RowsView *m_record, *m_steps;  ///< of looks at the mechanics; to set a lost reference again
    ScaleView* m_scales = nullptr; ///< once its section was opened
    SizesView* m_sizes = nullptr;  ///< the same
};

} // namespace steady::app
