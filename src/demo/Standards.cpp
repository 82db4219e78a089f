// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/Standards.h"

namespace steady::demo {

using namespace shop;

BeamThings writeStandards(Diary& d) {
    d.at(42, 30);
    auto add = [&](Standard made, double checked_days_ago) {
        made.checked_utc_ms = d.now() - static_cast<std::int64_t>(checked_days_ago * 86'400'000);
        return d.add("Standard: " + made.name, made);
    };
    add({"Block, 25 mm", StandardSort::GaugeBlock, 25, 0.001, {}, {}, Condition::Good, 0, 730}, 200);
    add({"Block, 50 mm", StandardSort::GaugeBlock, 50, 0.001, {}, {}, Condition::Worn, 0, 730}, 200);
    add({"Dial indicator", StandardSort::Indicator, 10, 0.013, {}, {}, Condition::Good, 0, 365}, 300);
    add({"Height gauge", StandardSort::HeightGauge, 300, 0.03, {}, {}, Condition::Good, 0, 365}, 340);
    add({"Corner plate", StandardSort::ThreeAxisPlate, 12, 0.02, 5}, 10);
    auto const master =
        add({"Master, 4 in", StandardSort::MasterTool, 101.6, 0.005, {}, {}, Condition::Good, 0, 730}, 30);
    auto const setter = add({"Beam setter", StandardSort::BeamSetter, 63.5, 0.02}, 30);
    return {setter, master};
}

void setUpBeam(Diary& d, Id<Machine> mill, BeamThings things) {
    d.at(24, 40);
    BeamCheck check;
    check.machine = mill;
    check.setter = things.setter;
    check.master = things.master;
    check.at_utc_ms = d.now();
    check.clean = Answer::Yes;
    check.across_mm = -0.12;
    check.along_tool_mm = 0.09;
    check.blocked_v = 0.1;
    check.half_v = 4.2;
    check.ready_v = 8.16;
    d.add("Beam of the mill aligned", check);
}

} // namespace steady::demo
