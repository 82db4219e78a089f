// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where the fixed setter trips, from the contacts in the book.

#include "core/facts/Reader.h"
#include "core/zeroing/Touch.h"

namespace steady::zeroing {

/// Where a tool without length would trip the setter; a tool of length L trips it at `nose_z_mm` + L.
struct SetterHeight {
    double nose_z_mm = 0; ///< machine Z
    double error_mm = 0;  ///< ±, from how well the length of the tool is known that told it
    Id<shop::Contact> contact;
    Id<shop::Assembly> assembly; ///< none: the bare nose
};

/// From the best measured contact on the setup's setter, in the machine's present home epoch, by the bare nose or by
/// a tool of known length. Error: NoSetter, SetterHeightUnknown.
Result<SetterHeight> setterHeight(facts::Reader const& book, shop::ZeroSetup const& setup);

/// The newest measured contact of a tool on a target, in the machine's present home epoch; none: {}. Setter contacts
/// count only on the setup's setter.
Id<shop::Contact> lastContact(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool,
                              shop::Target target);
/// The newest contact of the bare nose on the setter.
Id<shop::Contact> lastNoseContact(facts::Reader const& book, shop::ZeroSetup const& setup);

/// Machine Z at which the setter is expected to trip for a tool, and how far that may be off, ±.
struct Expected {
    double z_mm = 0, error_mm = 0;
};
/// Its own last contact, or its length on the setter's height. Error: as setterHeight, LengthUnknown.
Result<Expected> expectedTrip(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);

/// Whether the tool's end can touch the disc when its axis stands over the middle of it.
bool reachesDisc(shop::Assembly const& tool, shop::ToolSetter const& setter);

/// A contact with what speed added to it: recorded + lag is where it really tripped.
struct TouchedAt {
    MachineZ recorded;
    TouchPrediction prediction;
    MachineZ tripped() const { return recorded + Length{prediction.lag_mm}; }
};
/// `usual_mm_min`: the feed where the contact names none. Error: FrameUnknown.
Result<TouchedAt> touchedAt(shop::Machine const& machine, shop::Contact const& contact, double usual_mm_min);

} // namespace steady::zeroing
