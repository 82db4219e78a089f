// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What was measured: the primary data from which every other figure is computed.

#include "core/base/Result.h"
#include "core/shop/Kit.h"
#include "core/shop/Machine.h"

#include <vector>

namespace steady::shop {

enum class Source { Measured, Imported, Simulated };
enum class Frame { Machine, Work };
/// What was touched.
enum class Target { Plate, Setter, Board, Paper };

struct Board;

/// A touch: the tip of an assembly on something.
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
    Target target = Target::Plate;
    Id<ToolSetter> setter;
    double feeler_mm = 0;   ///< paper or feeler between tip and work or board
    bool bare_nose = false; ///< the spindle's nose itself touched, without a tool
    Direction direction = Direction::Press;
    bool vacuum = false;
    int home_epoch = 1;
    Id<Board> board; ///< which one was touched; none: the one that the setup names
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
    // Where and how it was taken, as far as its study asks for that.
    std::optional<double> x_mm, y_mm, temperature_c;
    std::optional<int> group_nr;
    std::optional<double> second_value; ///< the other of a pair, in `unit`
    std::string quantity, unit;         ///< empty: a length in mm
    bool operator==(Reading const&) const = default;
};

class ReadingSource {
public:
    virtual ~ReadingSource() = default;
    /// In order; a read that fails is an error, never an empty list.
    virtual Result<std::vector<Reading>> readings(Id<Study> study) const = 0;
};

/// The spoilboard on the table.
struct Board {
    std::string name;
    double thickness_mm = 18;
    double minimum_mm = 8;     ///< thinner than this it is replaced
    double screw_head_mm = 10; ///< from its first top down to the screw heads
    bool operator==(Board const&) const = default;
};

/// The board's top was cut off by so much.
struct Surfacing {
    Id<Board> board;
    double removed_mm = 0;
    std::int64_t at_utc_ms = 0;
    bool operator==(Surfacing const&) const = default;
};

enum class Method { Retouch, LengthTable, OffsetPerTool };
enum class LengthReference { Nose, Master, FirstTool };
/// Whether paper under the tip counts with its thickness, or only tells the hand that the tip is there.
enum class PaperUse { Subtracted, OnlyAFeel };

/// What a zero is made of: which machine, devices, tool and contacts, and how the macros go about it.
struct ZeroSetup {
    Id<Machine> machine;
    Id<TouchPlate> plate;
    Id<Assembly> assembly;
    Id<Contact> contact;
    int work_offset = 1; ///< 1 to 9: G54 to G59.3
    std::optional<double> stock_thickness_mm;
    /// How far the macro's contact may lie from this very tool's own in the book; none: wherever it can be.
    std::optional<double> window_mm;
    Id<ToolSetter> setter;
    Id<Board> board;
    Method method = Method::Retouch;
    LengthReference reference = LengthReference::Nose;
    Id<Assembly> reference_tool; ///< master or first tool
    double paper_mm = 0.1;       ///< office paper, common practice; measure your own
    PaperUse paper_use = PaperUse::Subtracted;
    Id<Contact> link_plate, link_setter; ///< what the link rests on; both by one tool
    int link_offset = 1;
    // Setting a lost reference again with a gauge block under tip or nose.
    std::optional<double> gauge_block_mm;
    std::optional<double> reference_mm;   ///< height of the reference above what the block stands on
    std::optional<double> block_again_mm; ///< the block as it reads afterwards
    bool block_by_feel = false;           ///< a slip fit that the hand judges; no second figure is wanted
    std::vector<int> also_offsets;        ///< other work offsets on the same work that a re-touch sets too
    double trim_mm = 0;                   ///< what “trim zero” takes deeper; negative: higher
    double look_mm = 5;                   ///< how high above zero “go and look” stops
    std::int64_t looked_utc_ms = 0;       ///< when what was to be seen there was seen; 0: not yet
    Id<Assembly> looked_tool;
    Id<Contact> board_accepted; ///< a board contact that differs from the older height, and counts all the same
    bool operator==(ZeroSetup const&) const = default;
};

/// A text as it was written or saved, and against which state of the book.
struct MacroVersion {
    std::string kind; ///< “plate-zero”, “re-touch”, …
    std::string text;
    std::int64_t book_seq = 0; ///< last change of the book then
    std::int64_t at_utc_ms = 0;
    bool operator==(MacroVersion const&) const = default;
};

/// That text, run in a world.
struct MacroRun {
    Id<MacroVersion> version;
    std::string outcome;
    std::string fault; ///< what was wrong in that world; empty: nothing
    std::optional<double> zero_error_mm;
    std::int64_t book_seq = 0;
    std::int64_t at_utc_ms = 0;
    bool operator==(MacroRun const&) const = default;
};

/// The book's own facts.
struct BookInfo {
    std::string name;
    UnitSystem units = UnitSystem::Metric;
    Id<ZeroSetup> in_use; ///< none: the first
    bool operator==(BookInfo const&) const = default;
};

} // namespace steady::shop
