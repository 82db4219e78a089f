// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Changer: racks, how their pockets are taught and whether they fit a line, and what hangs there.

#include "app/shell/FormStation.h"
#include "app/widgets/Picture.h"
#include "app/widgets/Rows.h"
#include "core/changer/Rack.h"
#include "core/changer/TableText.h"
#include "core/macros/ChangeSteps.h"

#include <QPlainTextEdit>
#include <QPushButton>

namespace steady::app {

class CarouselView;
class CarouselDrive;
class HistoryView;
class ProvingView;
class RecoverView;
class SetOutView;
class TeachSheet;

class ChangerStation : public FormStation {
    Q_OBJECT

public:
    ChangerStation(Desk& desk, StationName name, QWidget* parent);
    void refresh() override;

private:
    void buildRack(QVBoxLayout* page);
    void buildSetOut(QVBoxLayout* page);
    void buildTeach(QVBoxLayout* page);
    void buildPockets(QVBoxLayout* page);
    void buildTable(QVBoxLayout* page);
    void buildProve(QVBoxLayout* page);
    void buildChange(QVBoxLayout* page);
    void buildRecover(QVBoxLayout* page);
    void buildCarousel(QVBoxLayout* page);
    void buildCarouselDrive(QVBoxLayout* page);
    void buildCarouselProve(QVBoxLayout* page);
    void buildHistory(QVBoxLayout* page);
    void buildTableText(QVBoxLayout* page);
    void showRack();
    void showSetOut();
    void showTeach();
    void showPockets();
    void showTable();
    void showProve();
    void showChange();
    void showRecover();
    void showCarousel();
    void showCarouselDrive();
    void showCarouselProve();
    Id<shop::Carousel> ring() const;
    void showHistory();
    Result<std::vector<macros::ChangeStep>> changeSteps() const;
    std::vector<Row> recoveryRows() const;
    std::vector<Row> listed() const; ///< beside the section that is shown
    std::vector<zeroing::Judgement> judgedChange() const;
    std::vector<zeroing::Judgement> judgedRecovery() const;
    void signOff();
    void signOffCarousel();
    /// By number; Error: TwoAlike, when two share one.
    Result<std::map<int, Id<shop::Assembly>>> toolsByNumber() const;
    void keepChange();
    void takeInSpindle(shop::ZeroSetup& setup, Id<shop::Assembly> tool) const;
    void savePositions();
    void showZones();
    void fillLists();
    void draw();
    void judge();
    std::vector<zeroing::Judgement> judgedTable() const;
    /// What the pasted text has, by the pattern or as a list; none: nothing was pasted.
    std::optional<Result<std::vector<changer::HangsAt>>> pastedTable() const;
    std::vector<zeroing::Judgement> judgedTableText() const;
    std::string tablePattern() const;
    void takeTable();
    void saveTable();
    void cutterChanged();

    shop::ToolRack rack() const; ///< the one shown; otherwise what a first one would be
    changer::RackState state() const;
    Result<void> put(shop::ToolRack rack, std::string what);
    void addRack();
    void retire();
    void chooseRack(int index);
    void show(Id<shop::ToolRack> id);
    RowsView* pocketRows(QVBoxLayout* page, QString const& name, QString const& title);
    Result<void> resize(int pockets);
    /// As TeachSheet::Keep.
    Result<std::string> keepFigure(std::size_t pocket, int axis, TypedLength const& typed, bool twice);
    void takeList();
    shop::Pocket* chosenPocket(shop::ToolRack& rack) const;

    Id<shop::ToolRack> m_rack; ///< shown; none: there is no rack of this machine
    int m_pocket = 0;          ///< chosen, from 0
    Choice* m_racks;
    QPushButton* m_add;
    Field* m_count = nullptr;
    QPushButton* m_retire = nullptr;
    RowsView *m_pockets = nullptr, *m_hanging = nullptr;
    Choice *m_from = nullptr, *m_tool = nullptr, *m_seen = nullptr;
    QPlainTextEdit* m_list = nullptr;
    QPushButton* m_take_list = nullptr;
    QLabel* m_figures = nullptr;
    Choice* m_fetched = nullptr;
    RecoverView* m_recover = nullptr;
    CarouselView* m_carousel = nullptr;
    CarouselDrive* m_drive = nullptr;
    HistoryView* m_history = nullptr;
    QPlainTextEdit* m_table_text = nullptr;
    Field* m_table_pattern = nullptr;
    QPushButton *m_take_table = nullptr, *m_save_table = nullptr, *m_cutter = nullptr;
    SetOutView* m_set_out = nullptr;
    ProvingView *m_proving = nullptr, *m_ring_proving = nullptr;
    RowsView *m_steps, *m_list_of_steps;
    QPushButton *m_save_positions = nullptr, *m_done = nullptr;
    Picture *m_picture, *m_ring;
    TeachSheet* m_sheet;
};

} // namespace steady::app
