// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Kit: the plate with its readings, the instrument that took them, the tools.

#include "app/shell/Station.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "app/widgets/Picture.h"

namespace steady::app {

class ReadingsList;

class KitStation : public Station {
    Q_OBJECT

public:
    explicit KitStation(Desk& desk);
    safety::StationState state() const override { return desk().progress().kit; }
    void refresh() override;

private:
    void buildPlate();
    void buildInstrument();
    void buildTool();
    void refreshChoices();
    void refreshPictures(zeroing::PlateZeroResult const& zero);

    // The entity that is edited: the one in the book, or a new one made of what was assumed.
    shop::TouchPlate plate() const;
    shop::Instrument instrument() const;
    shop::Assembly assembly() const;
    /// Puts the plate (new: and into the setup), and whatever else belongs to the same edit.
    Result<void> commitPlate(shop::TouchPlate plate, std::string what, shop::Change change = {});
    Result<void> commitInstrument(shop::Instrument instrument, std::string what);
    Result<void> commitAssembly(shop::Assembly assembly, std::string what);
    Result<void> addReading(TypedLength const& typed);
    void newTool();

    Choice *m_plates, *m_circuit, *m_tools;
    Field *m_plate_name, *m_instrument_name, *m_tool_name, *m_tool_number;
    LengthField *m_nominal, *m_push_in, *m_reading, *m_step, *m_error, *m_diameter, *m_length;
    ReadingsList* m_list;
    Picture *m_readings_picture, *m_kit_picture;
};

} // namespace steady::app
