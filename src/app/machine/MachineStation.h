// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Machine: travel, homing, input and spindle, the controller's behaviour; the envelope as a picture.

#include "app/shell/Form.h"
#include "app/shell/Station.h"
#include "app/widgets/Picture.h"
#include "app/widgets/Sections.h"

namespace steady::app {

class MachineStation : public Station {
    Q_OBJECT

public:
    MachineStation(Desk& desk, StationName name, QWidget* parent);
    void refresh() override;
    void openSection(QString const& id) override { m_sections->open(id); }

private:
    using MachineForm = Form<shop::Machine>;
    MachineForm& form(QVBoxLayout* into);
    void buildTravel(QVBoxLayout* page);
    void buildHoming(QVBoxLayout* page);
    void buildInput(QVBoxLayout* page);
    void buildController(QVBoxLayout* page);
    void anotherMachine();
    void homeChanged();
    void showPictures();

    Sections* m_sections;
    Choice* m_machines;
    QPushButton *m_home_changed, *m_another;
    std::vector<std::unique_ptr<MachineForm>> m_forms;
    std::unique_ptr<Form<shop::ZeroSetup>> m_block_form;
    Picture *m_picture, *m_homing, *m_input;
};

} // namespace steady::app
