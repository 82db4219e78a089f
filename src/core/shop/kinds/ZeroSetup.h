// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a zero is made of: which machine, devices, tool and contacts, and how the macros go about it.

#include "core/shop/kinds/Contact.h"
#include "core/shop/kinds/GaugeCheck.h"
#include "core/shop/kinds/Machine.h"
#include "core/shop/kinds/SideTouch.h"
#include "core/shop/kinds/Used.h"

#include <vector>

namespace steady::shop {

enum class Method { Retouch, LengthTable, OffsetPerTool };
constexpr char const* word(Method method) {
    switch (method) {
    case Method::Retouch: return "re_touch";
    case Method::LengthTable: return "length_table";
    case Method::OffsetPerTool: return "offset_per_tool";
    }
    return nullptr;
}

enum class LengthReference { Nose, Master, FirstTool };
constexpr char const* word(LengthReference reference) {
    switch (reference) {
    case LengthReference::Nose: return "nose";
    case LengthReference::Master: return "master";
    case LengthReference::FirstTool: return "first_tool";
    }
    return nullptr;
}

/// Whether paper under the tip counts with its thickness, or only tells the hand that the tip is there.
enum class PaperUse { Subtracted, OnlyAFeel };
constexpr char const* word(PaperUse use) {
    switch (use) {
    case PaperUse::Subtracted: return "subtracted";
    case PaperUse::OnlyAFeel: return "only_a_feel";
    }
    return nullptr;
}

/// What stands at the machine now, and what was touched there.
struct PlaceOfWork {
    Id<Machine> machine;
    Id<TouchPlate> plate;
    Id<ToolSetter> setter;
    Id<Board> board;
    Id<Assembly> assembly;       ///< the tool in the spindle
    Id<Contact> contact;         ///< its touch on the plate
    std::vector<Used> zero_used; ///< what the zero was made with when it went into the controller; empty: not said
    int work_offset = 1;         ///< 1 to 9: G54 to G59.3
    std::optional<double> stock_thickness_mm;
    Id<Contact> board_accepted;     ///< a board contact that differs from the older height, and counts all the same
    std::int64_t looked_utc_ms = 0; ///< when what was to be seen at zero was seen; 0: not yet
    Id<Assembly> looked_tool;
    bool operator==(PlaceOfWork const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"machine", "machine", "machine"}, self.machine);
        f({"plate", "plate", "plate"}, self.plate);
        f({"setter", "setter", "setter"}, self.setter);
        f({"board", "board", "board"}, self.board);
        f({"assembly", "tool in the spindle", "assembly"}, self.assembly);
        f({"contact", "contact", "contact"}, self.contact);
        f({"zero_used", "figures of the zero"}, self.zero_used);
        f({"work_offset", "work offset", "work_offset"}, self.work_offset, bounds::work_offset);
        f({"stock_thickness_mm", "stock", "stock_thickness_mm"}, self.stock_thickness_mm);
        f({"board_accepted", "accepted touch of the board", "board_accepted"}, self.board_accepted);
        f({"looked_utc_ms", "looked at zero", "looked_utc_ms"}, self.looked_utc_ms);
        f({"looked_tool", "tool looked with", "looked_tool"}, self.looked_tool);
    }
};

/// How tools of different length are lived with.
struct ZeroPlan {
    Method method = Method::Retouch;
    LengthReference reference = LengthReference::Nose;
    Id<Assembly> reference_tool;   ///< master or first tool
    std::vector<int> also_offsets; ///< other work offsets on the same work that a re-touch sets too
    bool operator==(ZeroPlan const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"method", "method", "method"}, self.method);
        f({"reference", "length reference", "reference"}, self.reference);
        f({"reference_tool", "reference tool", "reference_tool"}, self.reference_tool);
        f({"also_offsets", "further work offsets", "also_offsets"}, self.also_offsets, bounds::work_offset);
    }
};

/// What the link rests on; both contacts by one tool.
struct LinkParts {
    Id<Contact> plate, setter;
    int offset = 1;
    std::vector<Used> used; ///< what D was made with when it went into the controller; empty: not said
    bool operator==(LinkParts const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"plate", "plate contact of the link", "link_plate"}, self.plate);
        f({"setter", "setter contact of the link", "link_setter"}, self.setter);
        f({"used", "figures of the link"}, self.used);
        f({"offset", "work offset of the link", "link_offset"}, self.offset, bounds::work_offset);
    }
};

/// How long somebody takes to make a result again, hands included.
struct OwnTime {
    std::string result; ///< as `status` names it
    std::optional<double> seconds;
    bool operator==(OwnTime const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"result", "result"}, self.result);
        f({"seconds", "time it takes"}, self.seconds, bounds::own_s);
    }
};

/// How its owner likes it.
struct ZeroPreferences {
    double paper_mm = 0.1; ///< office paper, common practice; measure your own
    PaperUse paper_use = PaperUse::Subtracted;
    /// How far the macro's contact may lie from this very tool's own in the book; none: wherever it can be.
    std::optional<double> window_mm;
    std::optional<double> square_mm; ///< hard square or block that is laid under a wing
    double trim_mm = 0;              ///< what “trim zero” takes deeper; negative: higher
    double look_mm = 5;              ///< how high above zero “go and look” stops
    double good_enough_mm = 0.05; ///< what a touch has to be good to, ±; wood 0.03 to 0.1, metal 0.01: common practice
    std::vector<OwnTime> times;
    bool operator==(ZeroPreferences const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"paper_mm", "paper", "paper_mm"}, self.paper_mm);
        f({"paper_use", "use of paper", "paper_use"}, self.paper_use);
        f({"window_mm", "window", "window_mm"}, self.window_mm);
        f({"square_mm", "square under a wing"}, self.square_mm, bounds::square_mm);
        f({"trim_mm", "trim", "trim_mm"}, self.trim_mm);
        f({"look_mm", "height to look at", "look_mm"}, self.look_mm);
        f({"good_enough_mm", "good enough, ±"}, self.good_enough_mm, bounds::good_mm);
        f({"times", "times it takes"}, self.times);
    }
};

/// A change of the tool by hand, as a macro leads through it.
struct ToolChange {
    Id<Assembly> next;                ///< the tool that is put in
    std::optional<double> x_mm, y_mm; ///< machine coordinates where it is changed; none: where it stands
    bool by_button = false;           ///< the clamp opens while somebody presses a button at the spindle
    std::optional<double> lifted_mm;  ///< at a rack: all ways higher by this, and the clamp left alone; none: for good
    bool operator==(ToolChange const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"next", "next tool"}, self.next);
        f({"x_mm", "X of the place"}, self.x_mm);
        f({"y_mm", "Y of the place"}, self.y_mm);
        f({"by_button", "clamp opened by a button"}, self.by_button);
        f({"lifted_mm", "lifted by"}, self.lifted_mm, bounds::lifted_mm);
    }
};

/// The place in X and Y that macros keep and go to.
struct StoredPlace {
    int number = 1;                   ///< 1 to most_places
    std::optional<double> x_mm, y_mm; ///< machine coordinates, as noted; needed where a control keeps no numbers
    bool operator==(StoredPlace const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"number", "number of the place"}, self.number, bounds::kept_place);
        f({"x_mm", "X of the place"}, self.x_mm);
        f({"y_mm", "Y of the place"}, self.y_mm);
    }
};

struct ZeroSetup {
    PlaceOfWork place;
    ZeroPlan plan;
    LinkParts link;
    GaugeCheck gauge;
    ZeroPreferences prefer;
    ToolChange change;
    SideTouch side;
    StoredPlace stored;
    bool operator==(ZeroSetup const&) const = default;

    static constexpr KindName kind{"zero_setup", "zero setup", 3};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"place", "place of work"}, self.place);
        f({"plan", "plan"}, self.plan);
        f({"link", "link"}, self.link);
        f({"gauge", "gauge check"}, self.gauge);
        f({"prefer", "preferences"}, self.prefer);
        f({"change", "tool change"}, self.change);
        f({"side", "touch from the side"}, self.side);
        f({"stored", "kept place"}, self.stored);
    }
    /// The first version kept a window that nobody had chosen; only another figure was somebody's.
    static void upgrade(ZeroSetup& setup, OldBody old) {
        constexpr double never_chosen_mm = 10;
        if (old.version < 2 && setup.prefer.window_mm == never_chosen_mm) setup.prefer.window_mm.reset();
    }
};

} // namespace steady::shop
