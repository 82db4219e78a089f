// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Rack, clamp and carousel of a world.
#include "exchange/WorldParts.h"

namespace steady::exchange {
namespace {

using machine::World;

constexpr char const* says_words[] = {"as_it_is", "always_on", "always_off"};
constexpr char const* axis_words[] = {"x", "y"};

void sensor(Walk& walk, char const* key, machine::Sensor& s) {
    walk.object(key, [&](Walk& w) {
        w.field("input", s.input, bounds::Whole{0, controller::port_count - 1});
        w.word("says", s.says, says_words);
        w.word("fails_to", s.fails_to, says_words);
        w.field("fails_after", s.fails_after, bounds::changes);
    });
}

void rackPart(Walk& walk, World& world) {
    if (walk.writing() && !world.rack) return;
    if (!walk.writing() && !walk.has("rack")) return;
    auto& r = world.rack ? *world.rack : world.rack.emplace();
    bool const writing = walk.writing();
    walk.object("rack", [&](Walk& w) {
        w.list("pockets", r.pockets, [writing](Json& json, machine::ForkPlace& each, auto& error) {
            Walk p(json, writing, "rack.pockets.", error);
            p.field("x_mm", each.x_mm);
            p.field("y_mm", each.y_mm);
            p.field("seat_z_mm", each.seat_z_mm);
            p.field("holder", each.holder, bounds::tool_number);
        });
        w.word("out_axis", r.out_axis, axis_words);
        bool plus = r.out > 0;
        w.field("out_plus", plus);
        r.out = plus ? 1 : -1;
        w.field("flange_mm", r.flange_mm, size_mm);
        w.field("fork_mm", r.fork_mm, size_mm);
        w.field("cone_mm", r.cone_mm, size_mm);
        w.field("stud_mm", r.stud_mm, size_mm);
        w.field("nose_mm", r.nose_mm, size_mm);
        w.field("forgives_mm", r.forgives_mm, size_mm);
        w.field("release_output", r.release_output, bounds::Whole{-1, controller::port_count - 1});
        w.field("opens_s", r.opens_s, seconds);
        w.field("closes_s", r.closes_s, seconds);
        sensor(w, "open", r.open);
        sensor(w, "held", r.held);
        sensor(w, "air", r.air);
        w.field("air_on", r.air_on);
        w.field("is_open", r.is_open);
        w.field("in_spindle", r.in_spindle, bounds::tool_number);
        w.field("lets_go", r.lets_go);
        w.field("air_lost_after", r.air_lost_after, bounds::changes);
    });
}

void ringPart(Walk& walk, World& world) {
    if (walk.writing() && !world.ring) return;
    if (!walk.writing() && !walk.has("ring")) return;
    auto& r = world.ring ? *world.ring : world.ring.emplace();
    walk.object("ring", [&](Walk& w) {
        constexpr bounds::Whole output{-1, controller::port_count - 1};
        w.list("holders", r.holders, bounds::tool_number);
        w.field("at", r.at);
        w.field("x_mm", r.x_mm);
        w.field("y_mm", r.y_mm);
        w.field("seat_z_mm", r.seat_z_mm);
        w.field("travel_mm", r.travel_mm, size_mm);
        w.field("pitch_mm", r.pitch_mm, size_mm);
        w.field("place_s", r.place_s, bounds::Real{0.01, 1e6});
        w.field("slide_s", r.slide_s, seconds);
        w.field("orient_s", r.orient_s, seconds);
        w.field("with_output", r.with_output, output);
        w.field("against_output", r.against_output, output);
        w.field("slide_output", r.slide_output, output);
        w.field("orient_output", r.orient_output, output);
        w.field("swap_output", r.swap_output, output);
        w.field("swap_s", r.swap_s, seconds);
        sensor(w, "place", r.place);
        sensor(w, "first", r.first);
        sensor(w, "near", r.near);
        sensor(w, "back", r.back);
        sensor(w, "oriented", r.oriented);
        sensor(w, "rest", r.rest);
        w.field("is_near", r.is_near);
        w.field("is_back", r.is_back);
        w.field("is_oriented", r.is_oriented);
        w.field("is_at_rest", r.is_at_rest);
        w.field("turns", r.turns);
        w.field("slides", r.slides);
        w.field("orients", r.orients);
        w.field("swings", r.swings);
        w.field("arrives", r.arrives);
        if (!w.writing() && (r.holders.empty() || r.holders.size() > 200 || !(r.at >= 0 && r.at < r.count())))
            w.refuse("at", "a pocket of 1 to 200, counted from 0");
        if (!w.writing() && !world.rack) w.refuse("", "the clamp at its spindle, as “rack”");
    });
}

} // namespace

void changerParts(Walk& walk, World& world) {
    rackPart(walk, world);
    ringPart(walk, world);
}

} // namespace steady::exchange
