// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Kit: plates with their readings, the fixed setter, the tools, and the parts that tools are made of.

#include "app/shell/FormStation.h"
#include "app/widgets/Picture.h"

#include <QPushButton>

namespace steady::app {

class CareView;
class ReadingsList;
class RowsView;
class StandardsView;
class ToolTableView;

class KitStation : public FormStation {
    Q_OBJECT

public:
    KitStation(Desk& desk, StationName name, QWidget* parent);
    void refresh() override;

private:
    template<class View>
    void addView(QString const& id, QString const& words, View*& view, RowsView*& rows, QString const& name,
                 QString const& title);
    void buildPlate(QVBoxLayout* page);
    void buildSetter(QVBoxLayout* page);
    void buildTool(QVBoxLayout* page);
    void buildParts(QVBoxLayout* page);
    void showPlate();
    void showSetter();
    void showTool();
    void showParts();
    void showWritable();
    void refreshPictures();
    Choice* chooser(QVBoxLayout* page, char const* name, char const* caption, std::function<Result<void>(int)> choose);
    QPushButton* button(QVBoxLayout* page, char const* name, char const* words, void (KitStation::*slot)());

    // The entity that is edited: the one in the book, or a new one made of what was assumed.
    shop::TouchPlate plate() const;
    shop::ToolSetter setter() const;
    shop::Instrument instrument() const;
    shop::Assembly assembly() const;
    Result<void> commitInstrument(shop::Instrument instrument, std::string what);
    Result<void> commitAssembly(shop::Assembly assembly, std::string what);
    Result<void> addReading(TypedLength const& typed);
    Result<void> gripPart(int index, bool cutter);
    void newPlate();
    void newSetter();
    void newTool();
    void gripAgain();
    void newCutter();
    void newHolder();

    Choice *m_plates, *m_setters, *m_tools, *m_tool_cutter, *m_tool_holder, *m_cutters, *m_holders;
    std::vector<QWidget*> m_writing; ///< what changes the book, of the sections made so far
    LengthField* m_reading;
    ReadingsList* m_list;
    Id<shop::Cutter> m_cutter; ///< shown in the parts; not kept
    Id<shop::Holder> m_holder;
    CareView* m_care = nullptr; ///< once its section was opened, as the next two
    StandardsView* m_standards = nullptr;
    ToolTableView* m_table = nullptr;
    RowsView *m_care_rows, *m_standard_rows, *m_table_rows;
    Picture *m_readings_picture, *m_kit_picture, *m_setter_picture, *m_tool_picture, *m_part_picture;
};

} // namespace steady::app
