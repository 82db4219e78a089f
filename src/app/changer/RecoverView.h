// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What is seen at a rack after a change that did not end, asked one thing at a time; and the way back that follows.

#include "app/shell/Desk.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "app/widgets/Rows.h"
#include "core/changer/Recovery.h"

#include <QPushButton>

namespace steady::app {

class RecoverView : public QWidget {
    Q_OBJECT

public:
    explicit RecoverView(Desk& desk, QWidget* parent = nullptr);
    /// The rack or carousel that is spoken of; what was seen of another is forgotten.
    void show(Id<shop::ToolRack> rack, Id<shop::Carousel> carousel);
    /// None: it is a rack, or nothing.
    std::optional<Id<shop::Carousel>> ofCarousel() const {
        return m_carousel ? std::optional(m_carousel) : std::nullopt;
    }
    changer::SeenState const& seen() const { return m_seen; }
    /// The way back from what is seen; none without a rack.
    std::optional<Result<changer::Recovery>> recovery() const;
    /// What follows for the shop.
    std::vector<std::string> after() const;
    /// A pocket, from 0: its question is shown.
    void choosePocket(int pocket);
    /// Forgets what was seen.
    void lookAnew();

Q_SIGNALS:
    void changed();
    /// Somebody has read the table against what hangs there.
    void signedOff();

private:
    void fill();
    std::optional<changer::Device> device() const;
    void fillPlaces(changer::Device const& device);
    std::vector<std::pair<QString, changer::HolderSeen>> holders() const;
    static void put(QComboBox& box, std::vector<std::pair<QString, changer::HolderSeen>> const& all,
                    changer::HolderSeen const& now);
    changer::HolderSeen taken(int index) const;

    Desk& m_desk;
    Id<shop::ToolRack> m_rack;
    Id<shop::Carousel> m_carousel;
    changer::SeenState m_seen;
    int m_pocket = 0;
    Choice *m_power, *m_mark, *m_place, *m_spindle, *m_arm, *m_clamp, *m_air, *m_homed, *m_holder;
    Field* m_alarm;
    RowsView* m_pockets;
    QPushButton *m_anew, *m_sign;
};

} // namespace steady::app
