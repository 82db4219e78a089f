// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Stations.h"

#include "app/changer/ChangerStation.h"
#include "app/kit/KitStation.h"
#include "app/layout/LayoutStation.h"
#include "app/machine/MachineStation.h"
#include "app/macros/MacrosStation.h"
#include "app/repeat/RepeatStation.h"
#include "app/upkeep/UpkeepStation.h"
#include "app/wiring/WiringStation.h"
#include "app/zeroing/ZeroingStation.h"

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

template<class S>
StationRow row(QString id, QString title, QString keys, upkeep::StationState upkeep::Progress::*state) {
    return {id, title, keys, state, [id, title](Desk& desk, QWidget* parent) {
                return new S(desk, {id, title}, parent);
            }};
}

} // namespace

StationTable stations() {
    using upkeep::Progress;
    return {row<MachineStation>(u"machine"_s, u"Machine"_s, u"Ctrl+1"_s, &Progress::machine),
            row<KitStation>(u"kit"_s, u"Kit"_s, u"Ctrl+2"_s, &Progress::kit),
            row<LayoutStation>(u"layout"_s, u"Layout"_s, u"Ctrl+3"_s, &Progress::layout),
            row<WiringStation>(u"wiring"_s, u"Wiring"_s, u"Ctrl+4"_s, &Progress::wiring),
            row<RepeatStation>(u"repeatability"_s, u"Repeatability"_s, u"Ctrl+5"_s, &Progress::repeatability),
            row<ZeroingStation>(u"zeroing"_s, u"Zeroing"_s, u"Ctrl+6"_s, &Progress::zeroing),
            row<ChangerStation>(u"changer"_s, u"Changer"_s, u"Ctrl+7"_s, &Progress::changer),
            row<MacrosStation>(u"macros"_s, u"Macros"_s, u"Ctrl+8"_s, &Progress::macros),
            row<UpkeepStation>(u"upkeep"_s, u"Upkeep"_s, u"Ctrl+9"_s, &Progress::upkeep)};
}

} // namespace steady::app
