// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/Bench.h"

namespace steady::demo {

using namespace shop;

namespace {

/// Counts in inches, zero down at the table, and is sent line by line.
Machine benchMill() {
    Machine machine;
    machine.name = "Bench mill";
    machine.dialect = "streaming";
    machine.units = UnitSystem::Inch;
    machine.axes = {AxisTravel{0, 279.4, 2540, 250, 0.05}, AxisTravel{0, 152.4, 2540, 250, 0.05},
                    AxisTravel{0, 203.2, 1524, 200, 0.0254, AxisEnd::High}};
    machine.capture = Capture::Debounced;
    machine.debounce_s = 0.001;
    machine.switch_scatter_mm = 0.005;
    machine.spindle = SpindleSwitch::Hand;
    machine.spin_down_s = 6;
    machine.spindle_body_mm = 55;
    machine.home_search_mm_min = 508;
    machine.home_latch_mm_min = 50.8;
    return machine;
}

} // namespace

/// Three weeks in which a second, smaller machine came.
Id<Machine> writeBenchMill(Diary& d) {
    Bench bench{d, UnitSystem::Inch};
    d.at(26, 5);
    bench.machine = d.add("Bench mill", benchMill());
    auto const micrometer = d.add("Micrometer", Instrument{"Micrometer, 1 in", 0.0025, 0.005});
    auto const study = d.add("Thickness of the brass plate", Study{"thickness of the brass plate"});
    TouchPlate plate{"Brass plate", 12.7, 50, 25, Circuit::OpenAtRest, 0.05, study, micrometer};
    bench.plate = d.add("Brass plate", plate);
    d.read(study, {"0.4996", "0.4997", "0.4996", "0.4998", "0.4997"}, UnitSystem::Inch);
    ToolSetter setter;
    setter.name = "Low setter";
    setter.x_mm = 254;
    setter.y_mm = 25.4;
    setter.free_mm = 40.4;
    setter.trigger_mm = 40;
    setter.input = SetterInput::Own;
    setter.solid_mm = 34;
    bench.setter = d.add("Low setter", setter);
    auto tool_of = [&](int number, char const* name, double diameter_mm, double length_mm) {
        auto made = tool(number, name, diameter_mm, length_mm, length_mm * 0.6, bench.machine, d.now());
        made.largest_mm = 26;
        return d.add("Tool " + std::to_string(number) + " of the mill", made);
    };
    auto const drill = tool_of(1, "1/4 in end mill", 6.35, 41.9);
    auto const burr = tool_of(2, "1/8 in engraver", 3.175, 36.4);
    d.at(25, 12);
    bench.nose("1.5748");
    bench.touch(burr, 2, "3.0130", Target::Setter);
    auto const on_plate = bench.touch(drill, 1, "3.4031", Target::Plate);
    auto const on_setter = bench.touch(drill, 1, "3.2283", Target::Setter);
    ZeroSetup setup;
    setup.place.machine = bench.machine;
    setup.place.plate = bench.plate;
    setup.place.setter = bench.setter;
    setup.place.assembly = drill;
    setup.place.contact = setup.link.plate = on_plate;
    setup.link.setter = on_setter;
    setup.place.stock_thickness_mm = 19.05;
    d.add("Zero of the name plates", setup);
    return bench.machine;
}

} // namespace steady::demo
