// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/OddShop.h"

namespace steady::test {
namespace {

using namespace shop;

Machine machineOf(Odd odd) {
    Machine m;
    bool const metric = odd == Odd::Metric;
    m.name = metric ? "Odd router" : "Odd mill";
    m.axes = {AxisTravel{-310, 905, 7100, 430, 0.07, AxisEnd::High}, AxisTravel{-20, 711, 6500, 390, 0.05},
              AxisTravel{-163, -3, 2900, 280, 0.03, AxisEnd::High}};
    if (!metric) m.axes[2] = {4, 169, 2500, 310, 0.02, AxisEnd::Low};
    m.units = metric ? UnitSystem::Metric : UnitSystem::Inch;
    m.behaviour = {ClosedAtStart::EndsAsContact, HomeMove::NamedAxes, 5391, OffsetAtEnd::Kept, {}, {}, 501, 2007};
    if (!metric)
        m.behaviour = {ClosedAtStart::Refused, HomeMove::AllAxes, std::nullopt, OffsetAtEnd::First, {}, {}, 131, 3207};
    m.capture = metric ? Capture::Debounced : Capture::Polled;
    m.debounce_s = 0.003;
    m.poll_s = metric ? 0 : 0.0007;
    m.driver_lag_s = 0.0013;
    m.switch_scatter_mm = 0.0016;
    m.spindle = metric ? SpindleSwitch::Controller : SpindleSwitch::Hand;
    m.spin_down_s = 7;
    m.spindle_body_mm = 71;
    m.home_order = HomeOrder::AllAtOnce;
    m.home_search_mm_min = 1300;
    m.home_latch_mm_min = 90;
    m.length_sign = metric ? LengthSign::Negative : LengthSign::Positive;
    m.proof_creep_mm = 6;
    m.proof_creep_s = 11;
    m.dust_shoe_mm = 31;
    m.dust_shoe_diameter_mm = 117;
    m.home_epoch = 4;
    return m;
}

TouchPlate plateOf(Odd odd, LinkedShop const& shop) {
    TouchPlate p;
    p.name = "Odd plate";
    p.nominal_mm = 12.5;
    p.width_mm = 51;
    p.depth_mm = 37;
    p.thickness = shop.study;
    p.instrument = shop.caliper;
    p.push_in_mm = 0.8;
    p.sprung = true;
    p.circuit = odd == Odd::Metric ? Circuit::ClosedAtRest : Circuit::OpenAtRest;
    p.path = odd == Odd::Metric ? Path::OwnSwitch : Path::SpindleEarth;
    p.proof = ProofBy::Lift;
    if (odd == Odd::Metric)
        p.practice = {170, 19, 3, 1.4, 0.35, Direction::Release, std::nullopt, 0.5};
    else
        p.practice = {180, 21, 2, 1.3, 0.25, Direction::Press, 4, 0.7};
    return p;
}

ToolSetter setterOf(Odd odd) {
    ToolSetter s;
    s.name = "Odd setter";
    s.x_mm = odd == Odd::Metric ? -290 : 640;
    s.y_mm = odd == Odd::Metric ? 25 : 611;
    s.free_mm = odd == Odd::Metric ? 71 : 59.6;
    s.trigger_mm = odd == Odd::Metric ? 70.2 : 58.9;
    s.overtravel_mm = odd == Odd::Metric ? 66.4 : 54.8;
    s.solid_mm = odd == Odd::Metric ? 64.5 : 53.1;
    s.disc_mm = 23;
    s.body_mm = 43;
    s.bracket_reach_mm = 33;
    s.bracket_top_mm = 21;
    s.circuit = odd == Odd::Metric ? Circuit::ClosedAtRest : Circuit::OpenAtRest;
    s.input = odd == Odd::Metric ? SetterInput::Own : SetterInput::SharedWithPlate;
    if (odd == Odd::Metric)
        s.practice = {240, 26, 3, 1.7, 0.3, Direction::Release, 5, 0.8};
    else
        s.practice = {230, 27, 2, 1.6, 0.28, Direction::Press, std::nullopt, 0.5};
    return s;
}

Assembly toolOf(int number, char const* name, double diameter_mm, double length_mm, TipShape tip, double largest_mm) {
    Assembly a{number, name, diameter_mm, length_mm, 1000 * number};
    a.length_error_mm = 0.3 + number / 1000.0;
    a.tip = tip;
    a.largest_mm = largest_mm;
    a.stick_out_mm = length_mm - 9;
    a.teeth = 3;
    return a;
}

} // namespace

LinkedShop oddShop(macros::Kind kind, Odd odd) {
    using macros::Kind;
    bool const metric = odd == Odd::Metric;
    LinkedShop shop;
    std::vector<std::int64_t> others; // the touches of the plain shop
    for (auto const& [id, contact] : shop.book.all<Contact>()) others.push_back(id.value);
    shop.book.put(1, BookInfo{"Odd shop", metric ? UnitSystem::Metric : UnitSystem::Inch});
    shop.book.put(shop.machine.value, machineOf(odd));
    shop.book.put(shop.plate.value, plateOf(odd, shop));
    shop.book.put(shop.setter.value, setterOf(odd));
    shop.book.put(shop.caliper.value, Instrument{"Odd caliper", 0.02, 0.03});
    shop.book.put(shop.tool.value, toolOf(57, "7 mm pin", 7, 41.7, TipShape::Rim, 29));
    shop.book.put(shop.long_tool.value, toolOf(12, "9 mm up-cut", 9, 56.3, TipShape::Rim, 34));
    shop.book.put(shop.short_tool.value, toolOf(31, "60 degree vee", 13, 37.9, TipShape::Point, 36));
    Id<Assembly> const wide{23};
    auto surfacer = toolOf(88, "63 mm surfacing", 63, 47.2, TipShape::Insert, 63);
    surfacer.contact_radius_mm = 30;
    shop.book.put(wide.value, surfacer);
    Id<Board> const board{24}, old_board{25};
    shop.book.put(board.value, Board{"Odd board", 17, 7, 9});
    shop.book.put(old_board.value, Board{"Old board", 16, 6, 8});
    shop.measure({12.44, 12.46, 12.48, 12.46});

    double const nose_mm = metric ? -81.1 : 70.1;
    shop.nose_trip_mm = nose_mm;
    auto touched = [&](Id<Assembly> by, Target target, double z_mm, Direction on) {
        auto const id = shop.touch(by, target, z_mm);
        shop.change(id, [&](Contact& c) {
            c.home_epoch = 4;
            c.direction = on;
            c.work_offset = 3;
            c.feed_mm_min = target == Target::Setter ? 26 : 19;
        });
        return id;
    };
    auto const on = metric ? Direction::Release : Direction::Press;
    auto const nose = touched({}, Target::Setter, nose_mm, on);
    shop.change(nose, [](Contact& c) { c.bare_nose = true; });
    auto const plate_z_mm = metric ? -61.35 : 84.66;
    shop.book.put(shop.contact.value, *shop.book.find(touched(shop.tool, Target::Plate, plate_z_mm, on)));
    auto const on_setter = touched(shop.tool, Target::Setter, nose_mm + 41.7, on);
    (void)touched(shop.short_tool, Target::Setter, nose_mm + 37.9, on);
    // The work's top is at −61.35 − 0.03 − 12.46 = −73.84 (what the release reads high by the backlash comes off), in
    // inches at 84.66 − 12.46 = 72.20; the board 23.5 lower, touched through paper of 0.07, before 0.4 was cut off it.
    auto const on_board = touched(shop.tool, Target::Board, metric ? -96.87 : 49.17, Direction::Press);
    shop.change(on_board, [&](Contact& c) {
        c.feeler_mm = 0.07;
        c.board = board;
    });
    for (auto const id : others)
        if (id != shop.contact.value) shop.book.retire(id);
    shop.book.put(26, Surfacing{board, 0.4, 5'000'000});
    shop.book.put(27, Surfacing{old_board, 0.9, 5'000'001});

    ZeroSetup s = shop.setup();
    s.place.work_offset = s.link.offset = 3;
    s.plan.also_offsets = {5, 8};
    s.place.stock_thickness_mm = 23.5;
    s.prefer.window_mm.reset();
    s.place.board = board;
    s.plan.reference = metric ? LengthReference::Master : LengthReference::FirstTool;
    s.plan.reference_tool = metric ? shop.short_tool : shop.tool;
    s.prefer.paper_mm = 0.08;
    s.prefer.trim_mm = 0.07;
    s.prefer.look_mm = 6;
    s.link.plate = shop.contact;
    s.link.setter = on_setter;
    for (auto const method : {Method::OffsetPerTool, Method::LengthTable, Method::Retouch})
        if (macros::belongsTo(kind, method)) s.plan.method = method;
    if (s.plan.method != Method::Retouch) s.link.plate = s.link.setter = {};
    if (kind == Kind::Retouch || kind == Kind::RetouchAny || kind == Kind::TableZero) s.place.assembly = shop.long_tool;
    shop.book.put(shop.setup_id.value, s);
    if (kind == Kind::OffsetPerTool) {
        shop.change(shop.tool, [](Assembly& a) { a.own_offset = 4; });
        shop.change(shop.long_tool, [](Assembly& a) { a.own_offset = 7; });
    }
    askedBy(kind, shop);
    return shop;
}

} // namespace steady::test
