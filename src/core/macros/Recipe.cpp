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

namespace {

/// The text and the acts of a step that pauses; null for others.
std::pair<std::string*, Acts*> pauseOf(Step& step) {
    if (auto* pause = std::get_if<Pause>(&step.action)) return {&pause->text, &pause->acts};
    if (auto* prove = std::get_if<ProveContact>(&step.action)) return {&prove->ask, &prove->acts};
    return {nullptr, nullptr};
}

} // namespace

Recipe Recipe::joined(bool homed_readable) const {
    Recipe made = *this;
    made.steps.clear();
    std::string asked;
    Acts acts;
    std::optional<Step> waits; // for a spindle that a hand switches off at the pause
    auto ask = [&](std::string const& text) { asked += text + " "; };
    for (auto step : steps) {
        if (auto* homed = std::get_if<RequireHomed>(&step.action); homed && !homed_readable) {
            ask(homed->ask);
            continue;
        }
        if (auto* stop = std::get_if<SpindleStop>(&step.action); stop && stop->by_hand) {
            ask(stop->ask);
            acts.push_back(shop::Act::StopSpindle);
            waits = Step{step.id, "The spindle runs down.", Wait{stop->spin_down_s}};
            stop->spin_down_s = 0;
        }
        auto const [text, own_acts] = pauseOf(step);
        bool const proves = std::holds_alternative<ProveContact>(step.action);
        bool const alone = text && proves && waits; // nothing may be held to a cutter that still turns
        if (text && !asked.empty() && !alone) {
            *text = asked + *text;
            own_acts->insert(own_acts->begin(), acts.begin(), acts.end());
            asked.clear();
            acts.clear();
        }
        if (alone) {
            made.steps.push_back({step.id, "", Pause{asked + "Then resume.", acts}});
            made.steps.push_back(*std::exchange(waits, std::nullopt));
            asked.clear();
            acts.clear();
        }
        made.steps.push_back(std::move(step));
        if (text && waits) made.steps.push_back(*std::exchange(waits, std::nullopt));
    }
    return made;
}

std::set<std::string> protections(Recipe const& recipe) {
    static std::set<std::string> const work{"search", "measure", "approach", "way", "back-off", "bound", "look"};
    std::set<std::string> found;
    for (auto const& id : recipe.ids())
        if (!work.contains(id)) found.insert(id);
    return found;
}

std::vector<std::string> Recipe::ids() const {
    std::vector<std::string> found;
    for (auto const& step : steps)
        if (!step.id.empty() && std::find(found.begin(), found.end(), step.id) == found.end()) found.push_back(step.id);
    return found;
}

} // namespace steady::macros
