// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Zeroing: a contact becomes work zero; the ladder, the sum, the judgement.

#include "app/shell/Station.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "app/widgets/LadderView.h"
#include "app/widgets/SumLine.h"

#include <QButtonGroup>
#include <QPushButton>

namespace steady::app {

class ZeroingStation : public Station {
    Q_OBJECT

public:
    explicit ZeroingStation(Desk& desk);
    safety::StationState state() const override { return desk().progress().zeroing; }
    void refresh() override;

public Q_SLOTS:
    /// Takes a contact from the virtual machine: practice, never stored.
    void simulate();

private:
    void buildContact();
    void buildSetup();
    std::optional<shop::Contact> shownContact() const;
    shop::Frame frame() const { return m_frames->checkedId() == 1 ? shop::Frame::Work : shop::Frame::Machine; }
    Result<void> acceptContact(TypedLength const& typed);
    Result<void> acceptOffset(TypedLength const& typed);
    Result<void> commitContact(shop::Contact contact, std::string what);
    QString sourceOf(shop::Contact const& contact) const;

    std::optional<double> m_offset_z_mm; ///< typed before the contact that it belongs to
    QButtonGroup* m_frames;
    LengthField *m_contact, *m_offset_z, *m_stock, *m_window;
    Choice *m_tools, *m_offsets;
    QPushButton *m_simulate, *m_end_practice;
    LadderView* m_ladder;
    SumLine* m_sum;
};

/// What the ladder shows of a sum.
zeroing::LadderContent ladderContent(zeroing::PlateZeroResult const& zero, UnitSystem units);

} // namespace steady::app
