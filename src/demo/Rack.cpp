// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/Rack.h"

namespace steady::demo {

using namespace shop;

void writeRack(Diary& diary, Id<Machine> machine, std::array<Id<Assembly>, 6> const& hung) {
    constexpr double taught_mm[6][3] = {{500.124, 861.872, -69.791}, {560.171, 861.903, -69.770},
                                        {620.148, 861.981, -69.758}, {680.233, 861.490, -69.741}, // it was 861.940
                                        {740.229, 862.037, -69.702}, {800.262, 862.084, -69.695}};
    diary.at(20, 30);
    ToolRack rack;
    rack.name = "Six-pocket rack";
    rack.machine = machine;
    rack.seat_mm = -20;
    rack.lift_mm = 0.3;
    rack.cone_mm = 42;
    rack.stud_mm = 24;
    rack.nose_mm = 68;
    rack.mounting = {true, true, 10.02, 10.08};
    rack.drive = {2, 3, 4, 5, 6, WithoutAir::StaysClosed, 2, 900};
    rack.pockets.resize(std::size(taught_mm));
    auto const id = diary.add("Six-pocket rack, mounted", rack);
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        diary.at(20, 40 + 6 * static_cast<int>(i));
        auto& pocket = rack.pockets[i];
        pocket.x_mm = taught_mm[i][0];
        pocket.y_mm = taught_mm[i][1];
        pocket.z_mm = taught_mm[i][2];
        pocket.taught_utc_ms = diary.now();
        diary.set("Pocket " + std::to_string(i + 1) + " taught", id, rack);
    }
    diary.at(19, 10);
    for (std::size_t i = 0; i < hung.size(); ++i) {
        rack.pockets[i].tool = hung[i];
        rack.pockets[i].seen = i == 3 ? Seen::Believed : Seen::Known;
    }
    diary.set("Tools hung into the rack", id, rack);
}

} // namespace steady::demo
