// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Layout: where setter, racks, clamps and stock stand, whether every tool gets there, and how the plan comes onto the
// table.

#include "app/layout/PlanView.h"
#include "app/shell/FormStation.h"
#include "app/widgets/Rows.h"
#include "core/install/HoleTemplate.h"
#include "core/install/SettingOut.h"

#include <QPushButton>

namespace steady::app {

/// By shop::FittingSort.
inline constexpr char const* sort_words[] = {"Clamp", "Stock",        "Rack",      "Fixture",
                                             "Rail",  "Parked plate", "Keep free", "Vacuum zone"};

class LayoutStation : public FormStation {
    Q_OBJECT

public:
    LayoutStation(Desk& desk, StationName name, QWidget* parent);
    void refresh() override;

private:
    void buildThings(QVBoxLayout* page);
    void buildTable(QVBoxLayout* page);
    void buildPlaces(QVBoxLayout* page);
    void buildSettingOut(QVBoxLayout* page);
    void showThings();
    void showPlaces();
    void showSettingOut();
    void showNothing() {}
    void showZones();
    void showPlan();
    void judge(install::Layout const& layout);

    QPushButton* button(QVBoxLayout* page, char const* name, char const* words, void (LayoutStation::*slot)());
    shop::Fitting fitting() const;
    Id<shop::ToolSetter> setterChosen() const; ///< none: it is a thing
    shop::Mounting mounting() const;           ///< of the setter that is chosen
    Result<void> commitMounting(shop::Mounting mounting, std::string what);
    Result<void> commitFitting(shop::Fitting fitting, std::string what);
    void choose(std::int64_t entity);
    void drag(std::int64_t entity, double x_mm, double y_mm, bool dropped);
    Result<void> dropAt(std::int64_t entity, double x_mm, double y_mm);
    void addCorner();
    void dropCorner();
    void offerSorts();
    void add();
    void drop();
    void suggest();
    void take(int place);
    void savePdf();
    void saveSvg();
    using WriteTemplate = Result<void> (*)(install::HoleTemplate const&, QString const&, paper::Ink const&,
                                           QString const&);
    void saveTemplate(QString const& filter, QString const& ending, WriteTemplate write);

    std::int64_t m_chosen = 0; ///< setter or fitting; not kept
    install::Layout m_layout;
    std::vector<install::Place> m_places; ///< suggested for the layout as it was then
    QString m_no_place;                   ///< why there are none
    Choice *m_things = nullptr, *m_sort = nullptr;
    QWidget *m_mounting_box = nullptr, *m_fitting_box = nullptr, *m_holes_box = nullptr;
    std::unique_ptr<FormFields> m_mounting, m_fitting, m_holes;
    std::vector<QWidget*> m_writing;
    QPushButton *m_drop = nullptr, *m_suggest = nullptr, *m_take = nullptr, *m_corner = nullptr, *m_no_corner = nullptr;
    RowsView* m_list = nullptr;
    PlanView* m_plan;
    QWidget *m_tools, *m_steps; ///< of the plan; of setting out
    std::vector<QLabel*> m_step_words;
};

} // namespace steady::app
