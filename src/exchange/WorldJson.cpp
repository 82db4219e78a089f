// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/WorldJson.h"

#include "core/controller/Dialect.h"

#include <cmath>
#include <nlohmann/json.hpp>
#include <set>

namespace steady::exchange {
namespace {

using machine::World;

constexpr char const* format_name = "steady-pin-world";
constexpr char const* unit_words[] = {"mm", "inch"};
constexpr char const* circuit_words[] = {"open_at_rest", "closed_at_rest"};
constexpr char const* capture_words[] = {"hardware", "polled"};
constexpr char const* place_words[] = {"on_stock", "at_flank", "in_hand", "away"};
constexpr char const* clip_words[] = {"on_tool", "away"};
constexpr char const* switch_words[] = {"controller", "hand"};

/// Walks an object in either direction: one list of fields serves writing and strict reading.
class Walk {
public:
    Walk(Json& json, bool writing, std::string path, std::optional<Error>& error)
        : m_json(json), m_writing(writing), m_path(std::move(path)), m_error(error) {
        if (writing)
            m_json = Json::object();
        else if (!json.is_object())
            refuse("", "an object");
    }
    ~Walk() {
        if (m_writing || m_error || !m_json.is_object()) return;
        for (auto const& [key, value] : m_json.items())
            if (!m_seen.contains(key)) refuse(key, "a field that docs/formats.md lists");
    }
    Walk(Walk const&) = delete;
    Walk& operator=(Walk const&) = delete;

    template<class T> void field(char const* key, T& value) {
        if (auto* at = slot(key)) pass(*at, key, value);
    }
    template<class E, std::size_t n> void word(char const* key, E& value, char const* const (&words)[n]) {
        auto* at = slot(key);
        if (!at) return;
        if (m_writing) {
            *at = words[static_cast<int>(value)];
            return;
        }
        for (std::size_t i = 0; i < n; ++i)
            if (*at == words[i]) {
                value = static_cast<E>(i);
                return;
            }
        std::string expected;
        for (auto const* w : words) expected += (expected.empty() ? "" : " or ") + std::string(w);
        refuse(key, expected);
    }
    template<class F> void object(char const* key, F walk) {
        auto* at = slot(key);
        if (!at) return;
        Walk inner(*at, m_writing, m_path + key + ".", m_error);
        walk(inner);
    }
    template<class T, class F> void list(char const* key, std::vector<T>& values, F walk) {
        auto* at = slot(key);
        if (!at) return;
        if (m_writing) {
            *at = Json::array();
            for (auto& value : values) walk(at->emplace_back(), value, m_error);
            return;
        }
        if (!at->is_array()) return refuse(key, "a list");
        values.assign(at->size(), T{});
        for (std::size_t i = 0; i < values.size() && !m_error; ++i) walk((*at)[i], values[i], m_error);
    }
    bool writing() const { return m_writing; }
    std::string const& path() const { return m_path; }
    void refuse(std::string const& key, std::string const& expected) {
        if (!m_error) m_error = Error{Code::BadSchema, {}, m_path + key, expected};
    }

private:
    Json* slot(char const* key) {
        if (m_error) return nullptr;
        m_seen.insert(key);
        if (m_writing) return &m_json[key];
        auto const found = m_json.find(key);
        return found == m_json.end() ? nullptr : &*found;
    }
    void pass(Json& at, char const* key, double& value) {
        if (m_writing)
            at = value;
        else if (at.is_number())
            value = at;
        else
            refuse(key, "a number");
    }
    void pass(Json& at, char const* key, bool& value) {
        if (m_writing)
            at = value;
        else if (at.is_boolean())
            value = at;
        else
            refuse(key, "true or false");
    }
    void pass(Json& at, char const* key, std::string& value) {
        if (m_writing)
            at = value;
        else if (at.is_string())
            value = at;
        else
            refuse(key, "a text");
    }
    void pass(Json& at, char const* key, std::uint64_t& value) {
        if (m_writing)
            at = value;
        else if (at.is_number_unsigned())
            value = at;
        else
            refuse(key, "a whole number, zero or more");
    }
    void pass(Json& at, char const* key, int& value) {
        if (m_writing)
            at = value;
        else if (at.is_number_integer())
            value = at;
        else
            refuse(key, "a whole number");
    }
    template<class T> void pass(Json& at, char const* key, std::optional<T>& value) {
        if (m_writing) {
            at = nullptr;
            if (value) pass(at, key, *value);
        } else if (!at.is_null()) {
            pass(at, key, value.emplace());
        }
    }
    void pass(Json& at, char const* key, controller::Vec3& value) {
        if (m_writing)
            at = value;
        else if (at.is_array() && at.size() == 3 && at[0].is_number() && at[1].is_number() && at[2].is_number())
            value = at;
        else
            refuse(key, "three numbers");
    }

    Json& m_json;
    bool m_writing;
    std::string m_path;
    std::set<std::string> m_seen;
    std::optional<Error>& m_error;
};

void footprint(Walk& walk, char const* key, shop::Footprint& f) {
    walk.object(key, [&](Walk& w) {
        w.field("x_low_mm", f.x_low_mm);
        w.field("x_high_mm", f.x_high_mm);
        w.field("y_low_mm", f.y_low_mm);
        w.field("y_high_mm", f.y_high_mm);
    });
}

void axis(Walk& walk, char const* key, machine::Axis& a) {
    walk.object(key, [&](Walk& w) {
        w.field("low_mm", a.low_mm);
        w.field("high_mm", a.high_mm);
        w.field("rapid_mm_min", a.rapid_mm_min);
        w.field("accel_mm_s2", a.accel_mm_s2);
    });
}

void controllerPart(Walk& walk, World& world) {
    walk.object("controller", [&](Walk& w) {
        auto& memory = world.memory;
        w.field("dialect", world.dialect);
        if (!w.writing() && world.dialect != controller::parametric().id)
            w.refuse("dialect", controller::parametric().id);
        w.field("homed_parameter", world.behaviour.homed_parameter);
        w.word("native_unit", memory.native, unit_words);
        w.word("unit_active", memory.modes.units, unit_words);
        w.field("absolute", memory.modes.absolute);
        w.field("work_offset_active", memory.modes.work_offset);
        w.field("shift_mm", memory.shift_mm);
        w.field("tool_offset_mm", memory.tool_offset_mm);
        w.object("work_offsets_mm", [&](Walk& offsets) {
            for (int n = 1; n <= work_offset_count; ++n)
                offsets.field(workOffsetName(n).c_str(), memory.work_offsets_mm[n - 1]);
        });
        if (!w.writing() && (memory.modes.work_offset < 1 || memory.modes.work_offset > work_offset_count))
            w.refuse("work_offset_active", "1 to 9");
    });
}

void acts(Json& json, std::vector<shop::Act>& list, std::optional<Error>& error, bool writing) {
    if (writing) {
        json = Json::array();
        for (auto const act : list) json.push_back(shop::name(act));
        return;
    }
    for (auto const& item : json) {
        auto const act = item.is_string() ? shop::actNamed(item.get<std::string>()) : std::nullopt;
        if (!act) {
            error = Error{Code::BadSchema, {}, "operator.pauses", "lists of acts that docs/formats.md lists"};
            return;
        }
        list.push_back(*act);
    }
}

void walkWorld(Walk& walk, World& world) {
    walk.object("axes", [&](Walk& w) {
        axis(w, "x", world.axes[0]);
        axis(w, "y", world.axes[1]);
        axis(w, "z", world.axes[2]);
    });
    walk.field("homed", world.homed);
    walk.field("home_error_mm", world.home_error_mm);
    walk.field("position_mm", world.position_mm);
    walk.field("table_z_mm", world.table_z_mm);
    footprint(walk, "table", world.table);
    footprint(walk, "stock", world.stock);
    walk.field("stock_thickness_mm", world.stock_thickness_mm);
    walk.object("tool", [&](Walk& w) {
        w.field("length_mm", world.tool.length_mm);
        w.field("diameter_mm", world.tool.diameter_mm);
        w.field("conducts", world.tool.conducts);
    });
    walk.object("plate", [&](Walk& w) {
        w.field("thickness_mm", world.plate.thickness_mm);
        w.field("push_in_mm", world.plate.push_in_mm);
        w.word("place", world.plate.place, place_words);
        footprint(w, "footprint", world.plate.footprint);
    });
    walk.object("input", [&](Walk& w) {
        w.word("circuit", world.input.circuit, circuit_words);
        w.word("capture", world.input.capture, capture_words);
        w.field("debounce_s", world.input.debounce_s);
        w.field("poll_s", world.input.poll_s);
        w.field("driver_lag_s", world.input.driver_lag_s);
        w.field("scatter_mm", world.input.scatter_mm);
        w.field("inverted", world.input.inverted);
        w.field("lead_off", world.input.lead_off);
        w.field("shorted", world.input.shorted);
        w.word("clip", world.input.clip, clip_words);
    });
    walk.object("spindle", [&](Walk& w) {
        w.word("switched", world.spindle.switched, switch_words);
        w.field("on", world.spindle.on);
        w.field("spin_down_s", world.spindle.spin_down_s);
    });
    walk.object("operator", [&](Walk& w) {
        w.field("pause_s", world.person.pause_s);
        bool const writing = w.writing();
        w.list("pauses", world.person.pauses,
               [writing](Json& json, auto& list, auto& error) { acts(json, list, error, writing); });
    });
    bool const writing = walk.writing();
    walk.list("false_contacts", world.false_contacts, [writing](Json& json, machine::FalseContact& spark, auto& error) {
        Walk w(json, writing, "false_contacts.", error);
        w.field("at_z_mm", spark.at_z_mm);
        w.field("lasts_s", spark.lasts_s);
    });
    walk.field("seed", world.seed);
    controllerPart(walk, world);
}

Json vectorOf(controller::Vec3 const& v) { return {{"x", v[0]}, {"y", v[1]}, {"z", v[2]}}; }

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

Json toJson(machine::RunResult const& result) {
    Json out = Json::object();
    out["outcome"] = machine::name(result.outcome);
    out["where"] = {{"line", result.where.line}, {"text", result.text}, {"message", result.message}};
    out["elapsed_s"] = result.elapsed_s;
    out["paused_s"] = result.paused_s;
    out["moved"] = result.moved;
    out["position_mm"] = vectorOf(result.position_mm);
    auto& offsets = out["work_offsets"] = Json::object();
    for (int n = 1; n <= work_offset_count; ++n)
        offsets[workOffsetName(n)] = vectorOf(result.memory.work_offsets_mm[n - 1]);
    out["tool_offsets"] = {{"in_force_mm", result.memory.tool_offset_mm}};
    auto& parameters = out["parameters"] = Json::object();
    for (int number : result.changed_parameters) parameters[std::to_string(number)] = result.memory.parameters[number];
    auto& contacts = out["contacts"] = Json::array();
    for (auto const& touch : result.contacts)
        contacts.push_back({{"reported_z_mm", touch.reported_z_mm},
                            {"true_z_mm", touch.true_z_mm},
                            {"at_s", touch.at_s},
                            {"false_contact", touch.false_contact}});
    out["z_zero"] = nullptr;
    if (auto const& zero = result.z_zero)
        out["z_zero"] = {{"wcs", workOffsetName(zero->work_offset)},
                         {"set_mm", zero->set_mm},
                         {"true_mm", zero->true_mm},
                         {"error_mm", zero->error_mm()}};
    return out;
}

} // namespace steady::exchange
