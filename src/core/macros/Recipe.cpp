// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/Recipe.h"

#include <algorithm>

namespace steady::macros {

Recipe Recipe::without(std::set<std::string> const& ids) const {
    Recipe less = *this;
    std::erase_if(less.steps, [&](Step const& step) { return ids.contains(step.id); });
    for (auto const& id : ids) less.header.push_back("LEFT OUT: " + id + ". This macro lacks one of its protections.");
    return less;
}

std::vector<std::string> Recipe::ids() const {
    std::vector<std::string> found;
    for (auto const& step : steps)
        if (!step.id.empty() && std::find(found.begin(), found.end(), step.id) == found.end()) found.push_back(step.id);
    return found;
}

std::vector<std::vector<shop::Act>> Recipe::acts(bool homed_readable) const {
    std::vector<std::vector<shop::Act>> pauses;
    for (auto const& step : steps) {
        if (auto const* pause = std::get_if<Pause>(&step.action))
            pauses.push_back(pause->acts);
        else if (std::holds_alternative<RequireHomed>(step.action) && !homed_readable)
            pauses.emplace_back();
        else if (auto const* stop = std::get_if<SpindleStop>(&step.action); stop && stop->by_hand)
            pauses.push_back({shop::Act::StopSpindle});
    }
    return pauses;
}

} // namespace steady::macros
