// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// “Something happened”: what can be told of the machine, one tap each. Lies over the station until it is told or left.

#include "app/shell/Desk.h"
#include "app/shell/Overlay.h"
#include "app/widgets/Field.h"
#include "core/upkeep/Record.h"

namespace steady::app {

class HappenedPanel : public Overlay {
    Q_OBJECT

public:
    HappenedPanel(Desk& desk, QWidget* parent);
    void open();

protected:
    void fit(int room) override;

private:
    void arrange(int columns);
    void tell(upkeep::Tellable const& what);

    Desk& m_desk;
    LengthField* m_amount;
    std::optional<double> m_amount_mm;
    Field* m_note;
    QString m_note_words;
    QPushButton* m_close;
    std::vector<QPushButton*> m_buttons;
    std::map<upkeep::Subject, QWidget*> m_groups;
    std::vector<QVBoxLayout*> m_columns;
};

} // namespace steady::app
