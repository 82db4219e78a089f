// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shop/Codec.h"

#include "core/shop/Bounds.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace steady::shop {
namespace {

/// A number, or several, and where it must lie.
template<class T, class N> struct Within {
    T& value;
    Bounds<N> bounds;
};
template<class T> Within<T, int> within(T& value, Bounds<int> bounds) { return {value, bounds}; }
template<class T> Within<T, double> within(T& value, Bounds<double> bounds) { return {value, bounds}; }

// Each type lists its fields once; writing and reading walk the same list.
template<class F> void fields(F& f, BookInfo& b) {
    f("name", b.name);
    f("units", b.units);
    f("in_use", b.in_use);
}
template<class F> void fields(F& f, AxisTravel& a) {
    f("low_mm", a.low_mm);
    f("high_mm", a.high_mm);
    f("rapid_mm_min", a.rapid_mm_min);
    f("accel_mm_s2", a.accel_mm_s2);
    f("backlash_mm", within(a.backlash_mm, bounds::backlash_mm));
    f("home", a.home);
}
template<class F> void fields(F& f, Machine& m) {
    f("name", m.name);
    f("x", m.axes[0]);
    f("y", m.axes[1]);
    f("z", m.axes[2]);
    f("units", m.units);
    f("dialect", m.dialect);
    f("homed_parameter", within(m.behaviour.homed_parameter, bounds::parameter));
    f("closed_at_start", m.behaviour.closed_at_start);
    f("home_move", m.behaviour.home_move);
    f("offset_at_end", m.behaviour.offset_at_end);
    f("scratch_parameter", within(m.behaviour.scratch_parameter, bounds::scratch_from));
    f("link_parameter", within(m.behaviour.link_parameter, bounds::links_from));
    f("capture", m.capture);
    f("debounce_s", m.debounce_s);
    f("poll_s", m.poll_s);
    f("driver_lag_s", m.driver_lag_s);
    f("switch_scatter_mm", m.switch_scatter_mm);
    f("spindle", m.spindle);
    f("spin_down_s", m.spin_down_s);
    f("spindle_body_mm", m.spindle_body_mm);
    f("home_order", m.home_order);
    f("home_search_mm_min", m.home_search_mm_min);
    f("home_latch_mm_min", m.home_latch_mm_min);
    f("length_sign", m.length_sign);
    f("proof_creep_mm", m.proof_creep_mm);
    f("proof_creep_s", m.proof_creep_s);
    f("dust_shoe_mm", m.dust_shoe_mm);
    f("dust_shoe_diameter_mm", m.dust_shoe_diameter_mm);
    f("home_epoch", within(m.home_epoch, bounds::home_epoch));
}
template<class F> void fields(F& f, Instrument& i) {
    f("name", i.name);
    f("resolution_mm", i.resolution_mm);
    f("permissible_error_mm", i.permissible_error_mm);
}
template<class F> void fields(F& f, TouchPractice& t) {
    f("find_mm_min", t.find_mm_min);
    f("measure_mm_min", t.measure_mm_min);
    f("touches", within(t.touches, bounds::touches));
    f("back_off_mm", t.back_off_mm);
    f("dwell_s", t.dwell_s);
    f("read_on", t.read_on);
    f("air_output", within(t.air_output, bounds::air_output));
    f("air_s", t.air_s);
}
template<class F> void fields(F& f, TouchPlate& p) {
    f("name", p.name);
    f("nominal_mm", p.nominal_mm);
    f("width_mm", within(p.width_mm, bounds::size_mm));
    f("depth_mm", within(p.depth_mm, bounds::size_mm));
    f("circuit", p.circuit);
    f("path", p.path);
    f("sprung", p.sprung);
    f("push_in_mm", p.push_in_mm);
    f("thickness", p.thickness);
    f("instrument", p.instrument);
    f("practice", p.practice);
    f("proof", p.proof);
}
template<class F> void fields(F& f, ToolSetter& s) {
    f("name", s.name);
    f("x_mm", s.x_mm);
    f("y_mm", s.y_mm);
    f("free_mm", s.free_mm);
    f("trigger_mm", s.trigger_mm);
    f("overtravel_mm", s.overtravel_mm);
    f("solid_mm", s.solid_mm);
    f("disc_mm", within(s.disc_mm, bounds::size_mm));
    f("body_mm", within(s.body_mm, bounds::size_mm));
    f("bracket_reach_mm", s.bracket_reach_mm);
    f("bracket_top_mm", s.bracket_top_mm);
    f("circuit", s.circuit);
    f("path", s.path);
    f("input", s.input);
    f("practice", s.practice);
}
template<class F> void fields(F& f, Cutter& c) {
    f("name", c.name);
    f("diameter_mm", within(c.diameter_mm, bounds::size_mm));
    f("tip", c.tip);
    f("contact_radius_mm", c.contact_radius_mm);
    f("conducts", c.conducts);
    f("teeth", within(c.teeth, bounds::teeth));
    f("vee_deg", c.vee_deg);
    f("recess_mm", c.recess_mm);
}
template<class F> void fields(F& f, Holder& h) {
    f("name", h.name);
    f("nut_mm", within(h.nut_mm, bounds::size_mm));
}
template<class F> void fields(F& f, Assembly& a) {
    f("number", within(a.number, bounds::tool_number));
    f("name", a.name);
    f("diameter_mm", within(a.diameter_mm, bounds::size_mm));
    f("length_mm", within(a.length_mm, bounds::size_mm));
    f("gripped_utc_ms", a.gripped_utc_ms);
    f("cutter", a.cutter);
    f("holder", a.holder);
    f("length_error_mm", a.length_error_mm);
    f("stick_out_mm", within(a.stick_out_mm, bounds::size_mm));
    f("tip", a.tip);
    f("contact_radius_mm", a.contact_radius_mm);
    f("largest_mm", a.largest_mm);
    f("conducts", a.conducts);
    f("method", a.method);
    f("own_offset", within(a.own_offset, bounds::own_offset));
    f("machine", a.machine);
    f("released_utc_ms", a.released_utc_ms);
    f("teeth", within(a.teeth, bounds::teeth));
    f("vee_deg", a.vee_deg);
    f("recess_mm", a.recess_mm);
}
template<class F> void fields(F& f, Study& s) { f("what", s.what); }
template<class F> void fields(F& f, Contact& c) {
    f("value_mm", c.value_mm);
    f("frame", c.frame);
    f("as_typed", c.as_typed);
    f("work_offset", within(c.work_offset, bounds::work_offset));
    f("work_offset_z_mm", c.work_offset_z_mm);
    f("assembly", c.assembly);
    f("plate", c.plate);
    f("feed_mm_min", c.feed_mm_min);
    f("source", c.source);
    f("at_utc_ms", c.at_utc_ms);
    f("target", c.target);
    f("setter", c.setter);
    f("feeler_mm", c.feeler_mm);
    f("bare_nose", c.bare_nose);
    f("direction", c.direction);
    f("vacuum", c.vacuum);
    f("home_epoch", within(c.home_epoch, bounds::home_epoch));
    f("board", c.board);
}
template<class F> void fields(F& f, Board& b) {
    f("name", b.name);
    f("thickness_mm", b.thickness_mm);
    f("minimum_mm", b.minimum_mm);
    f("screw_head_mm", b.screw_head_mm);
}
template<class F> void fields(F& f, Surfacing& s) {
    f("board", s.board);
    f("removed_mm", s.removed_mm);
    f("at_utc_ms", s.at_utc_ms);
}
template<class F> void fields(F& f, MacroVersion& m) {
    f("kind", m.kind);
    f("text", m.text);
    f("book_seq", m.book_seq);
    f("at_utc_ms", m.at_utc_ms);
}
template<class F> void fields(F& f, MacroRun& r) {
    f("version", r.version);
    f("outcome", r.outcome);
    f("fault", r.fault);
    f("zero_error_mm", r.zero_error_mm);
    f("book_seq", r.book_seq);
    f("at_utc_ms", r.at_utc_ms);
}
template<class F> void fields(F& f, ZeroSetup& z) {
    f("machine", z.machine);
    f("plate", z.plate);
    f("assembly", z.assembly);
    f("contact", z.contact);
    f("work_offset", within(z.work_offset, bounds::work_offset));
    f("stock_thickness_mm", z.stock_thickness_mm);
    f("window_mm", z.window_mm);
    f("setter", z.setter);
    f("board", z.board);
    f("method", z.method);
    f("reference", z.reference);
    f("reference_tool", z.reference_tool);
    f("paper_mm", z.paper_mm);
    f("link_plate", z.link_plate);
    f("link_setter", z.link_setter);
    f("link_offset", within(z.link_offset, bounds::work_offset));
    f("gauge_block_mm", z.gauge_block_mm);
    f("reference_mm", z.reference_mm);
    f("block_again_mm", z.block_again_mm);
    f("block_by_feel", z.block_by_feel);
    f("paper_use", z.paper_use);
    f("also_offsets", within(z.also_offsets, bounds::work_offset));
    f("trim_mm", z.trim_mm);
    f("look_mm", z.look_mm);
    f("looked_utc_ms", z.looked_utc_ms);
    f("looked_tool", z.looked_tool);
    f("board_accepted", z.board_accepted);
}

template<class E> struct EnumWords;
template<> struct EnumWords<UnitSystem> { static constexpr char const* words[] = {"mm", "inch"}; };
template<> struct EnumWords<Capture> { static constexpr char const* words[] = {"hardware", "polled", "debounced"}; };
template<> struct EnumWords<AxisEnd> { static constexpr char const* words[] = {"low", "high"}; };
template<> struct EnumWords<HomeOrder> { static constexpr char const* words[] = {"z_first", "all_at_once"}; };
template<> struct EnumWords<LengthSign> { static constexpr char const* words[] = {"positive", "negative"}; };
template<> struct EnumWords<ClosedAtStart> { static constexpr char const* words[] = {"refused", "ends_as_contact"}; };
template<> struct EnumWords<HomeMove> { static constexpr char const* words[] = {"all_axes", "named_axes"}; };
template<> struct EnumWords<Path> { static constexpr char const* words[] = {"clip", "spindle_earth", "own_switch"}; };
template<> struct EnumWords<SetterInput> { static constexpr char const* words[] = {"shared_with_plate", "own"}; };
template<> struct EnumWords<TipShape> {
    static constexpr char const* words[] = {"rim", "point", "insert", "ball", "round_over"};
};
template<> struct EnumWords<ProofBy> { static constexpr char const* words[] = {"spanner", "lift"}; };
template<> struct EnumWords<OffsetAtEnd> { static constexpr char const* words[] = {"first", "kept"}; };
template<> struct EnumWords<PaperUse> { static constexpr char const* words[] = {"subtracted", "only_a_feel"}; };
template<> struct EnumWords<LengthMethod> {
    static constexpr char const* words[] = {"setter", "plate", "height_gauge"};
};
template<> struct EnumWords<Target> { static constexpr char const* words[] = {"plate", "setter", "board", "paper"}; };
template<> struct EnumWords<Direction> { static constexpr char const* words[] = {"press", "release"}; };
template<> struct EnumWords<Method> {
    static constexpr char const* words[] = {"re_touch", "length_table", "offset_per_tool"};
};
template<> struct EnumWords<LengthReference> {
    static constexpr char const* words[] = {"nose", "master", "first_tool"};
};
template<> struct EnumWords<SpindleSwitch> { static constexpr char const* words[] = {"controller", "hand"}; };
template<> struct EnumWords<Circuit> { static constexpr char const* words[] = {"open_at_rest", "closed_at_rest"}; };
template<> struct EnumWords<Source> { static constexpr char const* words[] = {"measured", "imported", "simulated"}; };
template<> struct EnumWords<Frame> { static constexpr char const* words[] = {"machine", "work"}; };

template<class T> inline constexpr char const* kind_name = "";
template<> inline constexpr char const* kind_name<BookInfo> = "book";
template<> inline constexpr char const* kind_name<Machine> = "machine";
template<> inline constexpr char const* kind_name<Instrument> = "instrument";
template<> inline constexpr char const* kind_name<TouchPlate> = "plate";
template<> inline constexpr char const* kind_name<ToolSetter> = "setter";
template<> inline constexpr char const* kind_name<Cutter> = "cutter";
template<> inline constexpr char const* kind_name<Holder> = "holder";
template<> inline constexpr char const* kind_name<Board> = "board";
template<> inline constexpr char const* kind_name<Surfacing> = "surfacing";
template<> inline constexpr char const* kind_name<MacroVersion> = "macro";
template<> inline constexpr char const* kind_name<MacroRun> = "macro_run";
template<> inline constexpr char const* kind_name<Assembly> = "assembly";
template<> inline constexpr char const* kind_name<Study> = "study";
template<> inline constexpr char const* kind_name<Contact> = "contact";
template<> inline constexpr char const* kind_name<ZeroSetup> = "zero_setup";

struct Writer {
    Json& out;
    void operator()(char const* key, auto& value) { write(out[key], value); }
    template<class T, class N> void operator()(char const* key, Within<T, N> field) { write(out[key], field.value); }

    void write(Json& at, std::string const& value) { at = value; }
    void write(Json& at, double value) { at = value; }
    void write(Json& at, int value) { at = value; }
    void write(Json& at, bool value) { at = value; }
    void write(Json& at, std::int64_t value) { at = value; }
    template<class T> void write(Json& at, Id<T> value) { at = value.value; }
    template<class T> void write(Json& at, std::optional<T>& value) {
        at = nullptr;
        if (value) write(at, *value);
    }
    template<class E>
    requires std::is_enum_v<E>
    void write(Json& at, E value) { at = EnumWords<E>::words[static_cast<int>(value)]; }
    void write(Json& at, std::vector<int> const& value) { at = value; }
    /// A group of fields within an entity.
    template<class T>
    requires(std::is_same_v<T, AxisTravel> || std::is_same_v<T, TouchPractice>) void write(Json& at, T& value) {
        at = Json::object();
        Writer inner{at};
        fields(inner, value);
    }
};

struct Reader {
    Json const& in;
    std::string place;
    std::optional<Error> error;

    /// A field that is not there keeps its default: older bodies lack newer fields.
    void operator()(char const* key, auto& value) {
        if (auto const found = in.find(key); found != in.end() && !error) read(*found, key, value);
    }
    template<class T, class N> void operator()(char const* key, Within<T, N> field) {
        (*this)(key, field.value);
        if (!error) check(key, field.value, field.bounds);
    }
    template<class N> void check(char const* key, N value, Bounds<N> bounds) {
        if (!bounds.hold(value)) refuse(key, fmt::format("a number from {} to {}", bounds.least, bounds.most));
    }
    template<class N> void check(char const* key, std::optional<N> const& value, Bounds<N> bounds) {
        if (value) check(key, *value, bounds);
    }
    template<class N> void check(char const* key, std::vector<N> const& values, Bounds<N> bounds) {
        for (auto const value : values) check(key, value, bounds);
    }
    void refuse(std::string const& key, std::string expected) {
        error = Error{Code::BadSchema, {place}, key, std::move(expected)};
    }
    /// A whole number of JSON may be larger than the type that takes it.
    template<class T> void readWhole(Json const& at, std::string const& key, T& value) {
        bool const fits =
            at.is_number_integer() &&
            (!at.is_number_unsigned() || at.get<std::uint64_t>() <= std::numeric_limits<std::int64_t>::max());
        auto const found = fits ? at.get<std::int64_t>() : 0;
        if (!fits || found < std::numeric_limits<T>::min() || found > std::numeric_limits<T>::max())
            return refuse(key, "a whole number that is not too large");
        value = static_cast<T>(found);
    }

    void read(Json const& at, std::string const& key, std::string& value) {
        at.is_string() ? void(value = at) : refuse(key, "a text");
    }
    void read(Json const& at, std::string const& key, double& value) {
        if (!at.is_number() || !bounds::any_real.hold(at.get<double>()))
            return refuse(key, "a number that is not too large");
        value = at;
    }
    void read(Json const& at, std::string const& key, bool& value) {
        at.is_boolean() ? void(value = at) : refuse(key, "true or false");
    }
    void read(Json const& at, std::string const& key, int& value) { readWhole(at, key, value); }
    void read(Json const& at, std::string const& key, std::int64_t& value) { readWhole(at, key, value); }
    template<class T> void read(Json const& at, std::string const& key, Id<T>& value) {
        read(at, key, value.value);
        if (!error && value.value < 0) refuse(key, "the number of a thing, or 0");
    }
    template<class T> void read(Json const& at, std::string const& key, std::optional<T>& value) {
        value.reset();
        if (at.is_null()) return;
        T inner{};
        read(at, key, inner);
        value = inner;
    }
    template<class E>
    requires std::is_enum_v<E>
    void read(Json const& at, std::string const& key, E& value) {
        auto const word = at.is_string() ? at.get<std::string>() : std::string();
        int i = 0;
        for (auto const* known : EnumWords<E>::words) {
            if (word == known) {
                value = static_cast<E>(i);
                return;
            }
            ++i;
        }
        refuse(key, "one of the known words");
    }
    void read(Json const& at, std::string const& key, std::vector<int>& value) {
        if (!at.is_array()) return refuse(key, "a list of whole numbers");
        value.clear();
        for (auto const& item : at) read(item, key, value.emplace_back());
    }
    template<class T>
    requires(std::is_same_v<T, AxisTravel> ||
             std::is_same_v<T, TouchPractice>) void read(Json const& at, std::string const& key, T& value) {
        if (!at.is_object()) return refuse(key, "an object");
        Reader inner{at, place + "." + key, {}};
        fields(inner, value);
        if (inner.error) error = inner.error;
    }
};

/// Takes out what refers to nothing.
struct Forgetter {
    Book const& book;
    template<class T> void operator()(char const*, Id<T>& reference) {
        if (!book.find(reference)) reference = {};
    }
    void operator()(char const*, auto&&) {}
};

/// What older bodies leave out and cannot simply default: a closed circuit used to mean a switch of its own.
void upgrade(TouchPlate& plate, Json const& body) {
    constexpr double assumed_mm = 10; // the first version kept it where nobody had typed another
    if (body.value("v", 1) < 2 && plate.nominal_mm == assumed_mm) plate.nominal_mm.reset();
    if (!body.contains("path") && plate.circuit == Circuit::ClosedAtRest) plate.path = Path::OwnSwitch;
}
/// The first version kept a window that nobody had chosen; only another figure was somebody's.
void upgrade(ZeroSetup& setup, Json const& body) {
    constexpr double never_chosen_mm = 10;
    if (body.value("v", 1) < 2 && setup.window_mm == never_chosen_mm) setup.window_mm.reset();
}
void upgrade(auto&, Json const&) {}

template<class T> Result<Entity> readAs(Json const& body) {
    T value{};
    Reader reader{body, kind_name<T>, {}};
    fields(reader, value);
    if (reader.error) return Failure(*reader.error);
    upgrade(value, body);
    return Entity(std::move(value));
}

template<class... T> Result<Entity> readAny(std::variant<T...> const*, std::string const& kind, Json const& body) {
    Result<Entity> result = fail(Code::BadSchema, {kind}, "The kind", "a kind of entity known to this version");
    ((kind == kind_name<T> ? void(result = readAs<T>(body)) : void()), ...);
    return result;
}

} // namespace

std::string kindOf(Entity const& entity) {
    return std::visit([]<class T>(T const&) { return std::string(kind_name<T>); }, entity);
}

Json toJson(Entity const& entity) {
    Json out = Json::object();
    out["v"] = body_version;
    Writer writer{out};
    Entity copy = entity;
    std::visit([&](auto& value) { fields(writer, value); }, copy);
    return out;
}

std::optional<Entity> withoutMissing(Entity entity, Book const& book) {
    return std::visit(
        [&]<class T>(T& value) -> std::optional<Entity> {
            // These say something of another thing, and nothing without it.
            if constexpr (std::is_same_v<T, Contact> || std::is_same_v<T, Surfacing> || std::is_same_v<T, MacroRun>) {
                return std::nullopt;
            } else {
                Forgetter forgetter{book};
                fields(forgetter, value);
                return Entity(std::move(value));
            }
        },
        entity);
}

Result<Entity> fromJson(std::string const& kind, Json const& body) {
    if (!body.is_object()) return fail(Code::BadSchema, {kind}, "The body", "an object");
    return readAny(static_cast<Entity const*>(nullptr), kind, body);
}

} // namespace steady::shop
