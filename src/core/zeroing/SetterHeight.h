// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where the fixed setter trips, from the contacts in the book.

#include "core/facts/Holding.h"
#include "core/zeroing/Touch.h"

namespace steady::zeroing {

/// Where a tool without length would trip the setter; a tool of length L trips it at `nose_z_mm` + L.
struct SetterHeight {
    double nose_z_mm = 0; ///< machine Z
    double error_mm = 0;  ///< ±, from how well the length of the tool is known that told it
    Id<shop::Contact> contact;
    Id<shop::Assembly> assembly; ///< none: the bare nose
};

/// A stretch of time in which touches of the setter can be compared: the home position is the same, and nothing
/// happened that ends where the setter trips.
struct Era {
    int home_epoch = 1;
    int setter_events = 0; ///< so many came before
    auto operator<=>(Era const&) const = default;
};
Era presentEra(facts::Reader const& book, shop::ZeroSetup const& setup);
/// Of a contact on the setup's setter.
Era eraOf(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Contact> contact);

/// From the best measured contact of the present era on the setup's setter, by the bare nose or by a tool of known
/// length. Error: Stale with the reason; NoSetter, SetterHeightUnknown.
Result<SetterHeight> setterHeight(facts::Reader const& book, shop::ZeroSetup const& setup);

/// What it rests on: the newest contact on the setter, of whatever era.
facts::Basis setterHeightBasis(facts::Reader const& book, shop::ZeroSetup const& setup);

/// The newest measured contact of a tool on a target, in the machine's present home epoch; none: {}. Setter contacts
/// count only on the setup's setter, in the present era or the one asked for, and by the tool as it is gripped.
Id<shop::Contact> lastContact(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool,
                              shop::Target target, std::optional<Era> era = {});
/// The newest contact of the bare nose on the setter.
Id<shop::Contact> lastNoseContact(facts::Reader const& book, shop::ZeroSetup const& setup, std::optional<Era> era = {});

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
