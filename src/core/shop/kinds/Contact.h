// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A touch: the tip of an assembly on something. The primary datum; other figures are computed from contacts.

#include "core/shop/kinds/Assembly.h"
#include "core/shop/kinds/Board.h"
#include "core/shop/kinds/ToolSetter.h"
#include "core/shop/kinds/TouchPlate.h"

namespace steady::shop {

enum class Source { Measured, Imported, Simulated };
constexpr char const* word(Source source) {
    switch (source) {
    case Source::Measured: return "measured";
    case Source::Imported: return "imported";
    case Source::Simulated: return "simulated";
    }
    return nullptr;
}

enum class Frame { Machine, Work };
constexpr char const* word(Frame frame) {
    switch (frame) {
    case Frame::Machine: return "machine";
    case Frame::Work: return "work";
    }
    return nullptr;
}

/// What was touched.
enum class Target { Plate, Setter, Board, Paper };
constexpr char const* word(Target target) {
    switch (target) {
    case Target::Plate: return "plate";
    case Target::Setter: return "setter";
    case Target::Board: return "board";
    case Target::Paper: return "paper";
    }
    return nullptr;
}

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

    static constexpr KindName kind{"contact", "contact", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"value_mm", "Z"}, self.value_mm);
        f({"frame", "frame"}, self.frame);
        f({"as_typed", "as typed"}, self.as_typed);
        f({"work_offset", "work offset"}, self.work_offset, bounds::work_offset);
        f({"work_offset_z_mm", "zero of the work offset"}, self.work_offset_z_mm);
        f({"assembly", "tool"}, self.assembly);
        f({"plate", "plate"}, self.plate);
        f({"feed_mm_min", "feed"}, self.feed_mm_min);
        f({"source", "source"}, self.source);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
        f({"target", "target"}, self.target);
        f({"setter", "setter"}, self.setter);
        f({"feeler_mm", "feeler"}, self.feeler_mm);
        f({"bare_nose", "bare nose"}, self.bare_nose);
        f({"direction", "direction"}, self.direction);
        f({"vacuum", "vacuum"}, self.vacuum);
        f({"home_epoch", "home epoch"}, self.home_epoch, bounds::home_epoch);
        f({"board", "board"}, self.board);
    }
};

} // namespace steady::shop
