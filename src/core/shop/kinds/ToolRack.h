// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A straight rack of forks that hold tools: how it is built and mounted, where each pocket was taught, what hangs
// there.

#include "core/shop/kinds/Assembly.h"
#include "core/shop/kinds/Counts.h"
#include "core/shop/kinds/Machine.h"
#include "core/shop/kinds/SideTouch.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace steady::shop {

/// Which position of a pocket goes into the control.
enum class PocketFrom { Taught, Fitted, Nominal };
constexpr char const* word(PocketFrom from) {
    switch (from) {
    case PocketFrom::Taught: return "taught";
    case PocketFrom::Fitted: return "fitted";
    case PocketFrom::Nominal: return "nominal";
    }
    return nullptr;
}

/// How well it is known what hangs in a pocket: somebody has seen it, a change or a table says so, or nobody knows.
enum class Seen { Unknown, Believed, Known };
constexpr char const* word(Seen seen) {
    switch (seen) {
    case Seen::Unknown: return "unknown";
    case Seen::Believed: return "believed";
    case Seen::Known: return "known";
    }
    return nullptr;
}

/// Machine coordinates where the calibration pin just touches, as they were read.
struct Pocket : Counts {
    std::optional<double> x_mm, y_mm, z_mm;
    std::int64_t taught_utc_ms = 0; ///< 0: never
    bool as_read = false;           ///< somebody was asked again about a figure that does not fit, and stays with it
    PocketFrom from = PocketFrom::Taught;
    Id<Assembly> tool; ///< none: empty, where that is known
    Seen seen = Seen::Unknown;
    bool operator==(Pocket const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"x_mm", "machine X of the pocket"}, self.x_mm);
        f({"y_mm", "machine Y of the pocket"}, self.y_mm);
        f({"z_mm", "machine Z of the touch"}, self.z_mm);
        f({"taught_utc_ms", "taught"}, self.taught_utc_ms);
        f({"as_read", "kept as it was read"}, self.as_read);
        f({"from", "position used"}, self.from);
        f({"tool", "tool in the pocket"}, self.tool);
        f({"seen", "how that is known"}, self.seen);
        countFields(self, f);
    }
    std::array<std::optional<double>, 3> at_mm() const { return {x_mm, y_mm, z_mm}; }
    std::optional<double>& axis(int of) { return of == 0 ? x_mm : of == 1 ? y_mm : z_mm; }
    bool taught() const { return x_mm || y_mm || z_mm; }
    /// Taught anew: what was counted belongs to another position.
    void teach(std::int64_t now_utc_ms) {
        taught_utc_ms = now_utc_ms;
        beginAnew();
    }
};

/// What was looked at before anything is taught.
struct RackMounting {
    bool pins_out = false;                           ///< transport and locking pins, before air or power
    bool tight = false;                              ///< towers and rail, to the maker's torque
    std::optional<double> first_gap_mm, last_gap_mm; ///< between towers at both ends of the rail
    /// Where the holder of the first fork is meant to hang, machine coordinates: the plan, beside what is taught.
    std::optional<double> x_mm, y_mm;
    int holes = 2;          ///< of each tower, in a line along the way out of its fork
    double behind_mm = 30;  ///< the first of them behind the holder's axis, seen from the fork's mouth
    double between_mm = 40; ///< from one to the next
    double hole_mm = 6.5;   ///< diameter
    bool operator==(RackMounting const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"pins_out", "pins taken out"}, self.pins_out);
        f({"tight", "tightened"}, self.tight);
        f({"first_gap_mm", "first spacing of the towers"}, self.first_gap_mm, bounds::size_mm);
        f({"last_gap_mm", "last spacing of the towers"}, self.last_gap_mm, bounds::size_mm);
        f({"x_mm", "planned machine X of the first fork"}, self.x_mm);
        f({"y_mm", "planned machine Y of the first fork"}, self.y_mm);
        f({"holes", "holes of a tower"}, self.holes, bounds::holes);
        f({"behind_mm", "first hole behind the holder"}, self.behind_mm, bounds::size_mm);
        f({"between_mm", "from hole to hole"}, self.between_mm, bounds::size_mm);
        f({"hole_mm", "diameter of a hole"}, self.hole_mm, bounds::size_mm);
    }
};

/// What the clamp at the spindle does when the air goes.
enum class WithoutAir { Unknown, StaysClosed, Opens };
constexpr char const* word(WithoutAir what) {
    switch (what) {
    case WithoutAir::Unknown: return "unknown";
    case WithoutAir::StaysClosed: return "stays_closed";
    case WithoutAir::Opens: return "opens";
    }
    return nullptr;
}

/// What works the clamp at the spindle, and what tells of it: numbers of the control's outputs and inputs. An input
/// that is not there is looked at by eye.
struct RackDrive {
    std::optional<int> release_output; ///< on: the clamp opens
    std::optional<int> blow_output;    ///< on: air through the cone
    std::optional<int> open_input;     ///< on: the clamp is open
    std::optional<int> held_input;     ///< on: a holder is drawn in
    std::optional<int> air_input;      ///< on: there is pressure enough
    WithoutAir without_air = WithoutAir::Unknown;
    double limit_s = 2;       ///< the clamp opens or closes within this, or something is wrong
    double fork_mm_min = 600; ///< feed in and out of a fork, and onto a seat
    /// The first of the numbers in which the control counts: two for each pocket, what was put into it, and what was
    /// taken from it; from the first pocket on. None: it does not count.
    std::optional<int> counts_from;
    bool operator==(RackDrive const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"release_output", "output that opens the clamp"}, self.release_output, bounds::air_output);
        f({"blow_output", "output that blows through the cone"}, self.blow_output, bounds::air_output);
        f({"open_input", "input “clamp open”"}, self.open_input, bounds::input_port);
        f({"held_input", "input “holder drawn in”"}, self.held_input, bounds::input_port);
        f({"air_input", "input “air pressure”"}, self.air_input, bounds::input_port);
        f({"without_air", "clamp without air"}, self.without_air);
        f({"limit_s", "time limit of the clamp"}, self.limit_s, bounds::clamp_s);
        f({"fork_mm_min", "feed at the fork"}, self.fork_mm_min, bounds::fork_feed_mm_min);
        f({"counts_from", "first number that the control counts in"}, self.counts_from, bounds::counts_from);
    }
};

struct ToolRack {
    std::string name;
    Id<Machine> machine;
    int first_number = 1; ///< a second rack goes on where the first one ends
    double pitch_mm = 60; ///< as the maker gives it
    SideAxis along = SideAxis::X;
    Toward numbers = Toward::Plus; ///< the way in which the numbers grow
    Toward out = Toward::Minus;    ///< the way in which a holder leaves its fork, on the other axis
    std::optional<double> seat_mm; ///< signed: from where the calibration pin touches to where the holder sits
    double lift_mm = 0;            ///< of a pick-up alone, upward
    double approach_mm = 20;       ///< a holder comes so far above its seat
    double flange_mm = 50;         ///< largest diameter of a holder
    double fork_mm = 25;           ///< depth of a fork, from its mouth to the holder's axis
    double gap_mm = 2;             ///< left free between neighbours
    /// What stands up from a hanging holder: its cone and stud, above where the spindle face is when it sits; diameter
    /// there, and that of the spindle's nose, which comes down beside it. None: not measured.
    std::optional<double> cone_mm, stud_mm, nose_mm;
    double scatter_mm = 0.05;  ///< of teaching by eye and hand, standard deviation: common practice
    double forgives_mm = 0.15; ///< what a fork forgives: assumed; the maker's sheet knows better
    RackMounting mounting;
    RackDrive drive;
    std::vector<Pocket> pockets; ///< in the order of their numbers
    bool operator==(ToolRack const&) const = default;

    static constexpr KindName kind{"tool_rack", "rack", 3};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"machine", "machine"}, self.machine);
        f({"first_number", "number of the first pocket"}, self.first_number, bounds::pocket_number);
        f({"pitch_mm", "pitch"}, self.pitch_mm, bounds::pitch_mm);
        f({"along", "axis along the rack"}, self.along);
        f({"numbers", "way of the numbers"}, self.numbers);
        f({"out", "way out of a fork"}, self.out);
        f({"seat_mm", "seat"}, self.seat_mm, bounds::amount_mm);
        f({"lift_mm", "lift at a pick-up"}, self.lift_mm, bounds::clearance_mm);
        f({"approach_mm", "approach above the seat"}, self.approach_mm, bounds::clearance_mm);
        f({"flange_mm", "largest diameter of a holder"}, self.flange_mm, bounds::size_mm);
        f({"fork_mm", "depth of a fork"}, self.fork_mm, bounds::size_mm);
        f({"gap_mm", "gap between neighbours"}, self.gap_mm, bounds::clearance_mm);
        f({"cone_mm", "cone above the spindle face"}, self.cone_mm, bounds::size_mm);
        f({"stud_mm", "diameter of cone and stud"}, self.stud_mm, bounds::size_mm);
        f({"nose_mm", "diameter of the spindle's nose"}, self.nose_mm, bounds::size_mm);
        f({"scatter_mm", "scatter of teaching"}, self.scatter_mm, bounds::good_mm);
        f({"forgives_mm", "what a fork forgives"}, self.forgives_mm, bounds::good_mm);
        f({"mounting", "mounting"}, self.mounting);
        f({"drive", "clamp"}, self.drive);
        f({"pockets", "pockets"}, self.pockets);
    }
    int number(std::size_t pocket) const { return first_number + static_cast<int>(pocket); }
};

inline constexpr int most_pockets = 60;

} // namespace steady::shop
