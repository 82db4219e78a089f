// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"

#include "core/base/Words.h"
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
    book.put(setup_id.value, shop::ZeroSetup{machine, plate, tool, contact, 1, 20.0, 10});
    measure({9.94, 9.95, 9.94, 9.93, 9.95});
}

void SmallShop::measure(std::vector<double> const& thickness_mm) {
    auto& list = readings.kept[study];
    list.clear();
    for (double mm : thickness_mm)
        list.push_back(
            {static_cast<int>(list.size()) + 1, mm, std::to_string(mm), shop::Source::Measured, 0, false, {}});
}

zeroing::PlateZeroResult SmallShop::zero() const { return must(zeroing::plateZero(book, readings, setup())); }

safety::Rehearsal SmallShop::rehearse(std::set<std::string> const& leave_out) const {
    return must(safety::rehearsePlateZero(book, readings, setup(), leave_out));
}

SmallShop inchShop() {
    SmallShop small;
    small.book.put(1, shop::BookInfo{"Inch shop", UnitSystem::Inch});
    small.change(small.machine, [](shop::Machine& m) {
        m.units = UnitSystem::Inch;
        m.axes[2] = {0, 101.6, 2540, 300};
        m.spindle = shop::SpindleSwitch::Hand;
        m.capture = shop::Capture::Hardware;
        m.debounce_s = 0;
    });
    small.change(small.contact, [](shop::Contact& c) { c.value_mm = 2.25 * mm_per_inch; });
    return small;
}

machine::RunResult runText(std::string const& text, machine::World const& world, machine::Trace* trace) {
    return machine::run(controller::makeExecutable(text, safety::dialectOf(world)),
                        world, trace);
}

} // namespace steady::test
