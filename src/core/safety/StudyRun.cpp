// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/StudyRun.h"

#include "core/controller/Executable.h"
#include "core/machine/Run.h"
#include "core/machine/World.h"
#include "core/macros/Parts.h"

#include <fmt/format.h>

namespace steady::safety {

Result<StudyMacro> studyMacro(facts::Reader const& book, shop::ZeroSetup const& setup, macros::TouchLoop const& loop) {
    auto const recipe = macros::loopRecipe(book, setup, loop);
    if (!recipe) return Failure(recipe.error());
    auto made = worldFor(book, setup);
    if (!made) return Failure(made.error());
    auto const behaviour = zeroing::machineOf(book, setup).behaviour;
    auto const chosen = recipe->joined(behaviour.homed_parameter.has_value());
    for (auto const& asked : chosen.acts())
        made->person.pauses.push_back({asked.acts, macros::commentSafe(asked.message), asked.expect_mm});
    StudyMacro study;
    study.macro = macros::printParametric(chosen, behaviour);
    study.loop = loop;
    study.proved = macros::provesSetter(*book.find(setup.place.setter), true);
    study.world = std::make_shared<machine::World>(std::move(*made));
    return study;
}

Result<shop::Readings> runStudy(StudyMacro const& study, machine::World const& world, std::int64_t at_utc_ms) {
    auto const result = machine::run(controller::makeExecutable(study.macro.text, dialectOf(world)), world);
    auto const touches = static_cast<std::size_t>(study.loop.touches);
    if (result.outcome != controller::Outcome::Completed || result.contacts.size() < 2 * touches)
        return fail(Code::NoContact, {"virtual machine", result.where.line}, result.message);
    shop::Readings readings;
    auto const first = result.contacts.size() - 2 * touches; // a fast and a slow one each; the proof comes before
    for (std::size_t i = 0; i < touches; ++i) {
        auto const& slow = result.contacts[first + 2 * i + 1];
        shop::Reading reading;
        reading.nr = static_cast<int>(i + 1);
        reading.value_mm = slow.reported_z_mm;
        reading.as_typed = lengthText(slow.reported_z_mm, UnitSystem::Metric);
        reading.source = shop::Source::Simulated;
        reading.at_utc_ms = at_utc_ms + static_cast<std::int64_t>(slow.at_s * 1000);
        if (!study.loop.places.empty()) {
            reading.x_mm = study.loop.places[i][0];
            reading.y_mm = study.loop.places[i][1];
        }
        readings.push_back(std::move(reading));
    }
    return readings;
}

} // namespace steady::safety
