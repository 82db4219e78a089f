// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"

#include "core/base/Words.h"
#include "core/controller/Executable.h"
#include "support/Test.h"

namespace steady::test {
namespace {

template<class T> T must(Result<T> result) {
    if (!result) qFatal("%s", describe(result.error()).c_str());
    return std::move(*result);
}

} // namespace

SmallShop::SmallShop() {
    shop::Machine router;
    router.name = "Test router";
    router.axes = {shop::AxisTravel{0, 600, 6000, 500}, shop::AxisTravel{0, 400, 6000, 500},
                   shop::AxisTravel{-120, 0, 3000, 400}};
    router.capture = shop::Capture::Polled;
    router.poll_s = 0.001;
    router.debounce_s = 0.004;
    router.driver_lag_s = 0.001;
    router.switch_scatter_mm = 0.002;
    router.spin_down_s = 10;
    book.put(1, shop::BookInfo{"Test shop", UnitSystem::Metric});
    book.put(machine.value, router);
    book.put(caliper.value, shop::Instrument{"Caliper", 0.01, 0.02});
    book.put(study.value, shop::Study{"thickness"});
    shop::TouchPlate touch_plate;
    touch_plate.name = "Plate";
    touch_plate.nominal_mm = 10;
    touch_plate.thickness = study;
    touch_plate.instrument = caliper;
    book.put(plate.value, touch_plate);
    book.put(tool.value, shop::Assembly{3, "6 mm up-cut", 6, 52.0, 0});
    shop::Contact touched;
    touched.value_mm = -60;
    touched.as_typed = "-60";
    touched.assembly = tool;
    touched.plate = plate;
    book.put(contact.value, touched);
    shop::ZeroSetup made;
    made.place = {.machine = machine, .plate = plate, .assembly = tool, .contact = contact, .stock_thickness_mm = 20.0};
    made.prefer.window_mm = 10;
    book.put(setup_id.value, made);
    measure({9.94, 9.95, 9.94, 9.93, 9.95});
}

void SmallShop::measure(std::vector<double> const& thickness_mm) {
    auto& list = readings.kept[study];
    list.clear();
    for (double mm : thickness_mm)
        list.push_back(
            {static_cast<int>(list.size()) + 1, mm, std::to_string(mm), shop::Source::Measured, 0, false, {}});
}

zeroing::PlateZeroResult SmallShop::zero() const { return must(zeroing::plateZero(reader(), setup())); }

safety::Rehearsal SmallShop::rehearse(std::set<std::string> const& leave_out) const {
    return rehearse(macros::Kind::PlateZero, leave_out);
}

safety::Rehearsal SmallShop::rehearse(macros::Kind kind, std::set<std::string> const& leave_out) const {
    return must(safety::rehearse(reader(), setup(), kind, leave_out));
}

namespace {

void makeInch(SmallShop& small) {
    small.book.put(1, shop::BookInfo{"Inch shop", UnitSystem::Inch});
    small.change(small.machine, [](shop::Machine& m) {
        m.units = UnitSystem::Inch;
        m.axes[2] = {0, 101.6, 2540, 300};
        m.spindle = shop::SpindleSwitch::Hand;
        m.capture = shop::Capture::Hardware;
        m.debounce_s = 0;
    });
    small.change(small.contact, [](shop::Contact& c) { c.value_mm = 2.25 * mm_per_inch; });
}

} // namespace

SmallShop inchShop() {
    SmallShop small;
    makeInch(small);
    return small;
}

LinkedShop::LinkedShop(bool inch) {
    if (inch) {
        makeInch(*this);
        change(machine, [](shop::Machine& m) { m.axes[2].high_mm = 5 * mm_per_inch; }); // room over the setter
    }
    shop::ToolSetter s;
    s.name = "Setter";
    s.x_mm = 60;
    s.y_mm = 40;
    s.overtravel_mm = 55;
    s.bracket_reach_mm = 30;
    s.bracket_top_mm = 20;
    book.put(setter.value, s);
    book.put(long_tool.value, shop::Assembly{4, "8 mm compression", 8, 58.5, 0});
    book.put(short_tool.value, shop::Assembly{5, "90 degree vee", 16, 44.0, 0});
    change(short_tool, [](shop::Assembly& a) { a.tip = shop::TipShape::Point; });
    for (auto const each : {tool, long_tool, short_tool})
        change(each, [](shop::Assembly& a) { a.length_error_mm = 0.5; });
    // The setter stands on the table, 20 mm below the work's top; the first tool found that with the plate.
    double const zero_mm = zero().chain->sum().mm;
    nose_trip_mm = zero_mm - 20 - 52 + s.trigger_mm;
    auto made = setup();
    made.place.setter = setter;
    made.link.plate = contact;
    book.put(setup_id.value, made);
    made.link.setter = touch(tool, shop::Target::Setter, trip_mm(tool) - lag_mm());
    book.put(setup_id.value, made);
}

double LinkedShop::lag_mm() const {
    auto const& m = *book.find(machine);
    return zeroing::predictTouch(m, zeroing::feedsFor(m, *book.find(setter)).slow_mm_min).lag_mm;
}

Id<shop::Contact> LinkedShop::touch(Id<shop::Assembly> by, shop::Target target, double z_mm, std::string typed) {
    shop::Contact made;
    made.value_mm = z_mm;
    made.as_typed = typed.empty() ? std::to_string(z_mm) : typed;
    made.assembly = by;
    made.target = target;
    made.at_utc_ms = m_clock_ms += 60'000;
    if (target == shop::Target::Setter) made.setter = setter;
    if (target == shop::Target::Plate) made.plate = plate;
    Id<shop::Contact> const id{m_next_id++};
    book.put(id.value, made);
    return id;
}

LinkedShop shopFor(macros::Kind kind, bool inch, bool closed_at_rest) {
    using macros::Kind;
    LinkedShop shop(inch);
    auto const circuit = closed_at_rest ? shop::Circuit::ClosedAtRest : shop::Circuit::OpenAtRest;
    shop.change(shop.setter, [&](shop::ToolSetter& s) { s.circuit = circuit; });
    shop.change(shop.plate, [&](shop::TouchPlate& p) {
        p.circuit = circuit;
        if (closed_at_rest) p.path = shop::Path::OwnSwitch;
    });
    auto const nose = shop.touch({}, shop::Target::Setter, shop.nose_trip_mm - shop.lag_mm());
    shop.change(nose, [](shop::Contact& c) { c.bare_nose = true; });
    shop.touch(shop.tool, shop::Target::Board, shop.zero().chain->sum().mm - 20); // the work lies on it
    bool const retouches = macros::of(kind).from_link && !macros::of(kind).changes_tool;
    shop.changeSetup([&](shop::ZeroSetup& s) {
        for (auto const method : {shop::Method::OffsetPerTool, shop::Method::LengthTable, shop::Method::Retouch})
            if (macros::belongsTo(kind, method)) s.plan.method = method;
        if (s.plan.method != shop::Method::Retouch) s.link.plate = s.link.setter = {};
        s.prefer.window_mm.reset();
        s.prefer.trim_mm = 0.05;
        if (retouches) s.place.assembly = shop.long_tool;
    });
    if (kind == Kind::OffsetPerTool) shop.change(shop.tool, [](shop::Assembly& a) { a.own_offset = 3; });
    askedBy(kind, shop);
    return shop;
}

namespace {

/// Four forks along X at the back, taught askew: the tool of the spindle belongs into the first or third.
void standRack(LinkedShop& shop) {
    auto const& machine = *shop.book.find(shop.machine);
    shop::ToolRack rack;
    rack.name = "Odd rack";
    rack.machine = shop.machine;
    rack.first_number = 21;
    rack.pitch_mm = 83;
    rack.seat_mm = -11.5;
    rack.lift_mm = 0.2;
    rack.cone_mm = 31;
    rack.stud_mm = 17;
    rack.nose_mm = 61;
    rack.mounting = {true, true, 83.1, 83};
    rack.drive = {3, 5, 2, 4, 6, shop::WithoutAir::StaysClosed, 3.5, 700};
    auto const& axes = machine.axes;
    for (int i = 0; i < 4; ++i) {
        shop::Pocket pocket;
        pocket.x_mm = axes[0].low_mm + 120.4 + 83.05 * i;
        pocket.y_mm = axes[1].high_mm - 41.3 + 0.11 * i;
        pocket.z_mm = axes[2].high_mm - 54.6 - 0.07 * i;
        pocket.seen = shop::Seen::Known;
        if (i == 1) pocket.tool = shop.long_tool;
        if (i == 3) pocket.tool = shop.short_tool;
        rack.pockets.push_back(pocket);
    }
    shop.book.put(shop.rack.value, rack);
}

/// Eleven pockets, the seventh in front: tool 3 of the spindle belongs into the third.
void standRing(LinkedShop& shop) {
    auto const& axes = shop.book.find(shop.machine)->axes;
    shop::Carousel ring;
    ring.name = "Odd drum";
    ring.machine = shop.machine;
    ring.place_s = 0.4;
    ring.at = 7;
    ring.x_mm = axes[0].low_mm + 57.3;
    ring.y_mm = axes[1].high_mm - 61.9;
    ring.seat_z_mm = axes[2].high_mm - 66.2;
    ring.cone_mm = 31;
    ring.drive = {3, 5, 2, 4, 6, shop::WithoutAir::StaysClosed, 3.5, 700};
    ring.ring = {9, 10, 7, 8, 11, 9, 10, 12, 11, shop::SlideWithout::Stays, 4.5};
    shop::CarouselPlace known;
    known.seen = shop::Seen::Known;
    ring.places.assign(11, known);
    ring.places[0].seen = shop::Seen::Unknown;
    ring.places[3].tool = shop.short_tool;
    ring.places[8].tool = shop.long_tool;
    shop.book.put(shop.ring.value, ring);
}

} // namespace

void askedBy(macros::Kind kind, LinkedShop& shop) {
    if (macros::of(kind).at_ring) {
        standRing(shop);
        shop.changeSetup([&](shop::ZeroSetup& s) { s.change.next = shop.long_tool; });
    }
    if (macros::of(kind).at_rack) {
        standRack(shop);
        shop.changeSetup([&](shop::ZeroSetup& s) { s.change.next = shop.long_tool; });
    }
    auto const& traits = macros::of(kind);
    shop.changeSetup([&](shop::ZeroSetup& s) {
        auto const& axes = shop.book.find(shop.machine)->axes;
        if (traits.asks == macros::Asks::Square) s.prefer.square_mm = 24.93;
        if (traits.asks == macros::Asks::Place) s.stored = {2, axes[0].low_mm + 88.25, axes[1].low_mm + 51.5};
        if (traits.asks == macros::Asks::Change)
            s.change = {shop.long_tool, axes[0].low_mm + 131.5, axes[1].low_mm + 42.25};
        if (traits.sideways == macros::Sideways::No) return;
        if (!s.place.stock_thickness_mm) s.place.stock_thickness_mm = 20;
        s.side.size_mm = 37.3;
        s.side.below_mm = 3.7;
    });
    if (traits.sideways == macros::Sideways::No) return;
    shop.change(shop.setup().place.assembly, [](shop::Assembly& a) { a.teeth = 0; });
    shop.change(shop.machine, [](shop::Machine& m) { m.dust_shoe_mm.reset(); }); // a pin of that length is in its way
    shop.change(shop.plate, [](shop::TouchPlate& p) {
        p.wall_mm = 6.3;
        p.lip_mm = 9;
    });
}

machine::RunResult runText(std::string const& text, machine::World const& world, machine::Trace* trace) {
    // A piece of a program ends there.
    return machine::run(
        controller::makeExecutable(text + (text.ends_with('\n') ? "%\n" : "\n%\n"), safety::dialectOf(world)), world,
        trace);
}

} // namespace steady::test
