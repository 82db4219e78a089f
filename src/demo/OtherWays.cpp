// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/OtherWays.h"

#include "core/facts/Reader.h"

#include <algorithm>
#include <array>
#include <utility>

namespace steady::demo {
namespace {

using namespace shop;

void withPin(Diary& diary, ZeroSetup& setup) {
    setup.side.size_mm = 40;
    setup.stored.x_mm = setup.stored.y_mm = 50;
    diary.edit("A pin", setup.place.assembly, [](Assembly& tool) {
        tool.teeth = 0;
        tool.tip = TipShape::Rim;
        tool.contact_radius_mm.reset();
        tool.cutter = {};
    });
    diary.edit("A plate with lips", setup.place.plate, [](TouchPlate& plate) {
        plate.wall_mm = 6;
        plate.lip_mm = 9;
    });
}

void withOffsets(Diary& diary, Id<Machine> machine) {
    std::vector<Id<Assembly>> tools;
    for (auto const& [id, tool] : toolsOf(diary.session().book(), machine)) tools.push_back(id);
    int next = 2; // the first is the setup's own
    for (auto const id : tools)
        diary.edit("An offset of its own", id, [&](Assembly& tool) { tool.own_offset = next++; });
}

} // namespace

std::optional<Way> wayNamed(std::string_view name) {
    constexpr std::array<std::pair<std::string_view, Way>, 3> names{
        {{"length-table", Way::LengthTable}, {"offset-per-tool", Way::OffsetPerTool}, {"pin", Way::Pin}}};
    auto const* found = std::find_if(names.begin(), names.end(), [&](auto const& each) { return each.first == name; });
    return found == names.end() ? std::nullopt : std::optional(found->second);
}

void liveOtherwise(Diary& diary, Way way) {
    std::vector<std::pair<Id<ZeroSetup>, ZeroSetup>> setups;
    for (auto const& [id, setup] : diary.session().book().all<ZeroSetup>()) setups.emplace_back(id, *setup);
    for (auto& [id, setup] : setups) {
        if (way == Way::LengthTable) {
            setup.plan.method = Method::LengthTable;
            setup.prefer.square_mm = 25;
        }
        if (way == Way::OffsetPerTool) {
            setup.plan.method = Method::OffsetPerTool;
            withOffsets(diary, setup.place.machine);
        }
        if (way == Way::Pin)
            withPin(diary, setup);
        else
            setup.link = {};
        diary.set("Otherwise", id, setup);
    }
}

} // namespace steady::demo
