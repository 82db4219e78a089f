// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/WorldJson.h"

#include "core/controller/Dialect.h"
#include "core/dialects/Bundle.h"
#include "exchange/WorldParts.h"

#include <charconv>
#include <cmath>

namespace steady::exchange {
namespace {

using machine::World;

constexpr char const* format_name = "steady-pin-world";
constexpr char const* unit_words[] = {"mm", "inch"};
constexpr char const* circuit_words[] = {"open_at_rest", "closed_at_rest"};
constexpr char const* capture_words[] = {"hardware", "polled", "debounced"};
constexpr char const* path_words[] = {"clip", "spindle_earth", "own_switch"};
constexpr char const* output_words[] = {"dry_contact", "sinking", "sourcing"};
constexpr char const* pulled_words[] = {"pull_up", "pull_down", "isolated"};
constexpr char const* contact_at_words[] = {"as_it_fits", "low", "high"};
constexpr char const* tip_words[] = {"rim", "point", "insert", "ball", "round_over"};
constexpr char const* end_words[] = {"first", "kept"};
constexpr char const* closed_words[] = {"refused", "ends_as_contact"};
constexpr char const* datum_words[] = {"none", "low_side", "high_side", "middle"};
constexpr char const* point_words[] = {"as_written", "least_increments"};
constexpr char const* wait_words[] = {"dwell", "dwell_and_skip", "every_line"};
constexpr char const* home_words[] = {"all_axes", "named_axes"};
constexpr char const* sign_words[] = {"positive", "negative"};
constexpr char const* place_words[] = {"on_stock", "at_flank", "in_hand", "away"};
constexpr char const* clip_words[] = {"on_tool", "away"};
constexpr char const* switch_words[] = {"controller", "hand"};

void footprint(Walk& walk, char const* key, machine::Footprint& f) {
    walk.object(key, [&](Walk& w) {
        w.field("x_low_mm", f.x_low_mm);
        w.field("x_high_mm", f.x_high_mm);
        w.field("y_low_mm", f.y_low_mm);
        w.field("y_high_mm", f.y_high_mm);
        w.ordered("x_low_mm", f.x_low_mm, "x_high_mm", f.x_high_mm);
        w.ordered("y_low_mm", f.y_low_mm, "y_high_mm", f.y_high_mm);
    });
}

void axis(Walk& walk, char const* key, machine::Axis& a) {
    walk.object(key, [&](Walk& w) {
        w.field("low_mm", a.low_mm);
        w.field("high_mm", a.high_mm);
        w.ordered("low_mm", a.low_mm, "high_mm", a.high_mm);
        w.field("rapid_mm_min", a.rapid_mm_min, rapid_mm_min);
        w.field("accel_mm_s2", a.accel_mm_s2, accel_mm_s2);
        w.field("backlash_mm", a.backlash_mm, backlash_mm);
    });
}

void toolFields(Walk& w, machine::Tool& tool) {
    w.field("length_mm", tool.length_mm, size_mm);
    w.field("diameter_mm", tool.diameter_mm, size_mm);
    w.field("conducts", tool.conducts);
    w.word("tip", tool.tip, tip_words);
    w.field("contact_radius_mm", tool.contact_radius_mm, size_mm);
    w.field("teeth", tool.teeth, bounds::teeth);
    w.field("vee_deg", tool.vee_deg, angle_deg);
    w.field("recess_mm", tool.recess_mm);
    w.field("nut_mm", tool.nut_mm);
    w.field("stick_out_mm", tool.stick_out_mm);
}

void electricFields(Walk& w, machine::Electric& electric) {
    w.word("output", electric.output, output_words);
    w.word("pulled", electric.pulled, pulled_words);
    w.word("contact_at", electric.contact_at, contact_at_words);
}

void setterPart(Walk& walk, World& world) {
    if (walk.writing() && !world.setter) return;
    if (!walk.writing() && !walk.has("setter")) return;
    auto& s = world.setter ? *world.setter : world.setter.emplace();
    walk.object("setter", [&](Walk& w) {
        w.field("x_mm", s.x_mm);
        w.field("y_mm", s.y_mm);
        w.field("base_z_mm", s.base_z_mm);
        w.field("free_mm", s.free_mm);
        w.field("trigger_mm", s.trigger_mm);
        w.field("overtravel_mm", s.overtravel_mm);
        w.field("solid_mm", s.solid_mm);
        w.field("disc_mm", s.disc_mm);
        w.field("body_mm", s.body_mm);
        w.field("bracket_reach_mm", s.bracket_reach_mm);
        w.field("bracket_top_mm", s.bracket_top_mm);
        w.field("chip_mm", s.chip_mm);
        w.field("dome_mm", s.dome_mm);
        w.field("tilt_mm", s.tilt_mm);
        w.word("circuit", s.circuit, circuit_words);
        w.field("inverted", s.inverted);
        w.field("lead_off", s.lead_off);
        w.field("shorted", s.shorted);
        electricFields(w, s.electric);
    });
}

/// A table by number: only what is not zero, or, of those that may be vacant, what holds anything.
void numbered(Walk& walk, char const* key, std::vector<double>& values, std::size_t first,
              gcode::Grammar const& grammar = {}) {
    auto const holds = [&](std::size_t i) {
        auto const n = static_cast<int>(i);
        bool const owners = grammar.vacancy && (grammar.kept.hold(n) || grammar.passing.hold(n));
        return values[i] != gcode::vacant && (owners || values[i] != 0);
    };
    if (!walk.writing() && !walk.has(key)) return;
    walk.object(key, [&](Walk& w) {
        if (w.writing()) {
            for (auto i = first; i < values.size(); ++i)
                if (holds(i)) w.field(std::to_string(i).c_str(), values[i]);
            return;
        }
        for (auto const& name : w.keys()) {
            std::size_t number = 0;
            auto const [end, bad] = std::from_chars(name.data(), name.data() + name.size(), number);
            if (bad != std::errc() || end != name.data() + name.size() || number < first || number >= values.size())
                return w.refuse(name, "a number from 1 to " + std::to_string(values.size() - 1));
            w.field(name.c_str(), values[number]);
        }
    });
}

void controllerPart(Walk& walk, World& world) {
    walk.object("controller", [&](Walk& w) {
        auto& memory = world.memory;
        w.field("dialect", world.dialect);
        if (auto const known = dialects::bundleOf(world.dialect); !known) w.refuse("dialect", known.error().limit);
        w.field("homed_parameter", world.behaviour.homed_parameter, bounds::parameter);
        w.word("closed_at_start", world.behaviour.closed_at_start, closed_words);
        w.word("home_move", world.behaviour.home_move, home_words);
        w.word("offset_at_end", world.behaviour.offset_at_end, end_words);
        w.word("without_point", world.behaviour.without_point, point_words);
        w.word("waits_for", world.behaviour.waits_for, wait_words);
        w.field("scratch_parameter", world.behaviour.scratch_parameter, bounds::scratch_from);
        w.field("link_parameter", world.behaviour.link_parameter, bounds::links_from);
        if (!w.writing())
            if (auto const numbers = dialects::checkNumbers(world.dialect, world.behaviour); !numbers)
                w.refuse("scratch_parameter, link_parameter, homed_parameter", numbers.error().limit);
        w.word("length_sign", world.length_sign, sign_words);
        w.field("jobs_use_table", world.jobs_use_table);
        w.field("zero_of_number", world.zero_of_number);
        w.word("native_unit", memory.native, unit_words);
        w.word("unit_active", memory.modes.units, unit_words);
        w.field("absolute", memory.modes.absolute);
        w.field("work_offset_active", memory.modes.work_offset, bounds::work_offset);
        w.field("shift_mm", memory.shift_mm);
        if (!w.writing()) memory.kept_shift_mm = memory.shift_mm;
        w.field("tool", memory.tool, tool_number);
        w.field("selected_tool", memory.selected_tool, tool_number);
        w.field("external_mm", memory.external_mm);
        w.field("tool_offset_mm", memory.tool_offset_mm);
        w.object("work_offsets_mm", [&](Walk& offsets) {
            for (int n = 1; n <= work_offset_count; ++n)
                offsets.field(workOffsetName(n).c_str(), memory.work_offsets_mm[n - 1]);
        });
        numbered(w, "tool_table_mm", memory.tool_table_mm, 1);
        numbered(w, "tool_wear_mm", memory.tool_wear_mm, 1);
        auto const bundle = dialects::bundleOf(world.dialect);
        auto const grammar = bundle ? (*bundle)->language().grammar : gcode::Grammar();
        if (grammar.vacancy && !w.writing()) memory.forget(grammar);
        numbered(w, "parameters", memory.parameters, 1, grammar);
    });
}

/// One act: its name, or an object with its moment where that is not the usual one.
void timedAct(Json& json, shop::TimedAct& act, std::optional<Error>& error, bool writing) {
    std::string name = shop::name(act.what);
    if (writing && act == shop::TimedAct(act.what)) {
        json = name;
        return;
    }
    auto known = [&](std::string const& word) {
        auto const found = shop::actNamed(word);
        if (found)
            act = *found;
        else if (!error)
            error = Error{Code::BadSchema, {}, "operator.pauses", "acts that docs/formats.md lists"};
    };
    if (!writing && json.is_string()) return known(json.get<std::string>());
    Walk w(json, writing, "operator.pauses.", error);
    w.field("act", name);
    if (!writing && !error) known(name);
    w.field("after_s", act.after_s);
}

/// A pause: a list of acts in order, or an object that names the message it belongs to.
void pauseActs(Json& json, machine::PauseActs& pause, std::optional<Error>& error, bool writing) {
    auto list = [writing](Json& at, std::vector<shop::TimedAct>& acts, std::optional<Error>& wrong) {
        if (writing) at = Json::array();
        if (writing)
            for (auto& act : acts) timedAct(at.emplace_back(), act, wrong, true);
        else
            for (auto& item : at) timedAct(item, acts.emplace_back(), wrong, false);
    };
    bool const plain = writing ? pause.says.empty() && !pause.expects_mm : json.is_array();
    if (plain) return list(json, pause.acts, error);
    Walk w(json, writing, "operator.pauses.", error);
    w.field("says", pause.says);
    w.field("expects_mm", pause.expects_mm);
    w.list("acts", pause.acts, [writing](Json& item, shop::TimedAct& act, std::optional<Error>& wrong) {
        timedAct(item, act, wrong, writing);
    });
}

void lipsPart(Walk& walk, machine::Plate& plate) {
    if (walk.writing() ? !plate.lips : !walk.has("lips")) return;
    auto& lips = plate.lips ? *plate.lips : plate.lips.emplace();
    walk.object("lips", [&](Walk& w) {
        w.field("wall_mm", lips.wall_mm, size_mm);
        w.field("drop_mm", lips.drop_mm, size_mm);
        w.field("low_x", lips.low_x);
        w.field("low_y", lips.low_y);
        w.field("turned", lips.turned);
    });
}

/// What is touched from the side; worlds without it say nothing of it.
void sidesPart(Walk& walk, World& world) {
    bool const any =
        world.skew_rad != 0 || world.work_conducts || world.round || world.datum != decltype(world.datum){};
    if (walk.writing() ? !any : !walk.has("sides")) return;
    walk.object("sides", [&](Walk& w) {
        w.field("skew_rad", world.skew_rad);
        w.field("work_conducts", world.work_conducts);
        w.word("x_datum", world.datum[0], datum_words);
        w.word("y_datum", world.datum[1], datum_words);
        if (w.writing() ? !world.round : !w.has("round")) return;
        auto& round = world.round ? *world.round : world.round.emplace();
        w.object("round", [&](Walk& r) {
            r.field("x_mm", round.x_mm);
            r.field("y_mm", round.y_mm);
            r.field("diameter_mm", round.diameter_mm, size_mm);
            r.field("boss_mm", round.boss_mm, size_mm);
        });
    });
}

/// Something tall that is not the work; worlds without it say nothing of it.
void blockPart(Walk& walk, World& world) {
    if (walk.writing() ? !world.block : !walk.has("block")) return;
    auto& block = world.block ? *world.block : world.block.emplace();
    footprint(walk, "block", block.footprint);
    walk.field("block_top_z_mm", block.top_z_mm);
}

/// Work that other offsets belong to; worlds without it say nothing of it.
void worksPart(Walk& walk, World& world) {
    bool const writing = walk.writing();
    if (writing ? world.works.empty() : !walk.has("works")) return;
    walk.list("works", world.works, [writing](Json& json, machine::OtherWork& each, auto& error) {
        Walk w(json, writing, "works.", error);
        w.field("work_offset", each.work_offset, bounds::work_offset);
        w.field("above_mm", each.above_mm);
    });
}

void walkWorld(Walk& walk, World& world) {
    walk.object("axes", [&](Walk& w) {
        axis(w, "x", world.axes[0]);
        axis(w, "y", world.axes[1]);
        axis(w, "z", world.axes[2]);
    });
    walk.field("homed", world.homed);
    walk.field("home_error_mm", world.home_error_mm);
    walk.field("home_mm", world.home_mm);
    walk.field("home_scatter_mm", world.home_scatter_mm, size_mm);
    walk.field("position_mm", world.position_mm);
    walk.field("table_z_mm", world.table_z_mm);
    footprint(walk, "table", world.table);
    footprint(walk, "stock", world.stock);
    walk.field("stock_thickness_mm", world.stock_thickness_mm);
    blockPart(walk, world);
    worksPart(walk, world);
    walk.object("tool", [&](Walk& w) { toolFields(w, world.tool); });
    bool const writing = walk.writing();
    walk.list("tools", world.tools, [writing](Json& json, machine::NumberedTool& each, auto& error) {
        Walk w(json, writing, "tools.", error);
        w.field("number", each.number, bounds::tool_number);
        toolFields(w, each.tool);
    });
    setterPart(walk, world);
    changerParts(walk, world);
    walk.object("plate", [&](Walk& w) {
        w.field("thickness_mm", world.plate.thickness_mm);
        w.field("push_in_mm", world.plate.push_in_mm);
        w.word("place", world.plate.place, place_words);
        w.field("under_mm", world.plate.under_mm);
        w.field("tilt_mm", world.plate.tilt_mm);
        footprint(w, "footprint", world.plate.footprint);
        lipsPart(w, world.plate);
    });
    sidesPart(walk, world);
    walk.object("input", [&](Walk& w) {
        w.word("circuit", world.input.circuit, circuit_words);
        w.word("path", world.input.path, path_words);
        // A closed circuit that says nothing else is a switch of its own.
        if (!writing && !w.has("path") && world.input.circuit == shop::Circuit::ClosedAtRest)
            world.input.path = shop::Path::OwnSwitch;
        w.word("capture", world.input.capture, capture_words);
        w.field("debounce_s", world.input.debounce_s, seconds);
        w.field("poll_s", world.input.poll_s, seconds);
        w.field("driver_lag_s", world.input.driver_lag_s, seconds);
        w.field("scatter_mm", world.input.scatter_mm, size_mm);
        w.field("inverted", world.input.inverted);
        w.field("lead_off", world.input.lead_off);
        w.field("shorted", world.input.shorted);
        electricFields(w, world.input.electric);
        w.word("clip", world.input.clip, clip_words);
    });
    walk.object("spindle", [&](Walk& w) {
        w.word("switched", world.spindle.switched, switch_words);
        w.field("on", world.spindle.on);
        w.field("spin_down_s", world.spindle.spin_down_s, seconds);
        w.field("body_mm", world.spindle.body_mm);
        w.field("turned_deg", world.spindle.turned_deg);
        w.field("shoe_mm", world.spindle.shoe_mm);
        w.field("shoe_diameter_mm", world.spindle.shoe_diameter_mm);
    });
    walk.object("operator", [&](Walk& w) {
        w.field("pause_s", world.person.pause_s, seconds);
        w.list("pauses", world.person.pauses, [writing](Json& json, machine::PauseActs& pause, auto& error) {
            pauseActs(json, pause, error, writing);
        });
        w.field("feed_override", world.person.feed_override, factor);
        w.field("puts_in", world.person.puts_in);
        w.list("turns_to", world.person.turns_to, bounds::place_number);
        w.field("under_mm", world.person.under_mm, size_mm);
        for (auto const& [key, list] :
             {std::pair{"types", &world.person.types}, std::pair{"misreads", &world.person.misreads}})
            w.list(key, *list, [writing](Json& json, machine::TypedNumber& each, auto& error) {
                Walk inner(json, writing, "operator.", error);
                inner.field("name", each.name);
                inner.field("mm", each.mm);
            });
    });
    walk.list("false_contacts", world.false_contacts, [writing](Json& json, machine::FalseContact& spark, auto& error) {
        Walk w(json, writing, "false_contacts.", error);
        w.field("at_z_mm", spark.at_z_mm);
        w.field("lasts_s", spark.lasts_s, seconds);
    });
    walk.object("lost_steps", [&](Walk& w) {
        w.field("move", world.lost_steps.move);
        w.field("by_mm", world.lost_steps.by_mm);
    });
    walk.field("broken_off_after", world.broken_off_after);
    walk.field("air_output", world.air_output);
    walk.field("seed", world.seed);
    controllerPart(walk, world);
}

} // namespace

Result<machine::World> worldFromJson(Json const& json, std::string const& place) {
    World world;
    std::optional<Error> error;
    Json copy = json;
    {
        std::string format;
        int version = 0;
        Walk walk(copy, false, "", error);
        walk.field("format", format);
        walk.field("v", version);
        if (!error && format != format_name) walk.refuse("format", format_name);
        if (!error && version != 1) walk.refuse("v", "1");
        if (!error) walkWorld(walk, world);
    }
    if (error) {
        error->where = {place};
        return Failure(*error);
    }
    return world;
}

Json toJson(World const& world) {
    World copy = world;
    Json json;
    std::optional<Error> error;
    Walk walk(json, true, "", error);
    std::string format = format_name;
    int version = 1;
    walk.field("format", format);
    walk.field("v", version);
    walkWorld(walk, copy);
    return json;
}

} // namespace steady::exchange
