// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What was measured: the primary data from which every other figure is computed.

#include "core/shop/Kit.h"
#include "core/shop/Machine.h"

#include <vector>

namespace steady::shop {

enum class Source { Measured, Imported, Simulated };
enum class Frame { Machine, Work };

/// A touch: the tip of an assembly on a plate.
struct Contact {
    double value_mm = 0; ///< in `frame`
    Frame frame = Frame::Machine;
    std::string as_typed;
    int work_offset = 1;                    ///< active when a work Z was read
    std::optional<double> work_offset_z_mm; ///< machine Z of that offset's zero
    Id<Assembly> assembly;
    Id<TouchPlate> plate;
    double feed_mm_min = 0; ///< 0: not known
    Source source = Source::Measured;
    std::int64_t at_utc_ms = 0;
    bool operator==(Contact const&) const = default;
};

/// A series of readings of one thing. The readings themselves are fetched when they are needed.
struct Study {
    std::string what; ///< “thickness of …”
    bool operator==(Study const&) const = default;
};

struct Reading {
    int nr = 0; ///< from 1
    double value_mm = 0;
    std::string as_typed;
    Source source = Source::Measured;
    std::int64_t at_utc_ms = 0;
    bool withdrawn = false;
    std::string cause; ///< why it was withdrawn
    bool operator==(Reading const&) const = default;
};

class ReadingSource {
public:
    virtual ~ReadingSource() = default;
    virtual std::vector<Reading> readings(Id<Study> study) const = 0;
};

/// What a plate zero is made of: which machine, plate, tool and contact, and how the macro goes about it.
struct ZeroSetup {
    Id<Machine> machine;
    Id<TouchPlate> plate;
    Id<Assembly> assembly;
    Id<Contact> contact;
    int work_offset = 1; ///< 1 to 9: G54 to G59.3
    std::optional<double> stock_thickness_mm;
    double window_mm = 10; ///< how far the macro's contact may lie from the one in the book
    bool operator==(ZeroSetup const&) const = default;
};

/// The book's own facts.
struct BookInfo {
    std::string name;
    UnitSystem units = UnitSystem::Metric;
    bool operator==(BookInfo const&) const = default;
};

} // namespace steady::shop
