// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Upkeep: what still holds, what does not and why, what to do again in which order, and all that has happened.

#include "app/shell/Form.h"
#include "app/shell/Station.h"
#include "app/widgets/Picture.h"
#include "app/widgets/Rows.h"
#include "app/widgets/Sections.h"
#include "paper/MapPainter.h"

namespace steady::app {

class UpkeepStation : public Station {
    Q_OBJECT

public:
    UpkeepStation(Desk& desk, StationName name, QWidget* parent);
    void refresh() override;
    void openSection(QString const& section) override { m_sections->open(section); }

private:
    void buildRedo(QVBoxLayout* page);
    void buildOwnTime(QVBoxLayout* page);
    void showMap();
    bool addLength(upkeep::ResultState const& result, bool here);
    void showWords();
    void showButtons();
    void goThere();
    void agree();
    upkeep::ResultState const* chosen() const;

    Sections* m_sections;
    RowsView* m_redo;
    QWidget* m_time_box;
    std::unique_ptr<FormFields> m_time;
    QPushButton *m_go, *m_agrees;
    Picture* m_map;
    paper::MapPicture m_shown;
    std::vector<upkeep::ResultState> m_nodes; ///< by the nodes shown; copies: the desk's status is made anew meanwhile
    std::optional<std::pair<facts::ResultKind, std::int64_t>> m_chosen;
};

} // namespace steady::app
