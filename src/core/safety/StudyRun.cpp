// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/StudyRun.h"

#include "core/dialects/Bundle.h"
#include "core/machine/Run.h"
#include "core/machine/World.h"
#include "core/safety/Lacks.h"

#include <fmt/format.h>

namespace steady::safety {
namespace {

constexpr double assumed_home_scatter_mm = 0.01; // of a sound home switch; common practice

} // namespace

Result<StudyMacro> studyMacro(facts::Reader const& book, shop::ZeroSetup const& setup, macros::TouchLoop const& loop) {
    auto const machine = zeroing::machineOf(book, setup);
    auto const bundle = dialects::bundleOf(machine.dialect);
    if (!bundle) return Failure(bundle.error());
    auto for_control = loop;
    for_control.lacks = lacksOf((*bundle)->language());
    auto const recipe = macros::loopRecipe(book, setup, for_control);
    if (!recipe) return Failure(recipe.error());
    auto made = worldFor(book, setup);
    if (!made) return Failure(made.error());
    auto const homing = proving::provenSpreadOf(book, setup.place.machine, shop::StudyType::Homing);
    if (!homing) return Failure(homing.error());
    made->home_scatter_mm = *homing ? (*homing)->s_mm : assumed_home_scatter_mm;
    StudyMacro study;
    auto printed = dialects::written(*recipe, machine);
    if (!printed) return Failure(printed.error());
    study.macro = std::move(*printed);
    study.for_control = study.macro.text;
    if (auto const said = dialects::saidFor(*recipe, machine)) {
        if (*said)
            study.for_control = (*said)->text;
        else
            study.for_control = Failure(said->error());
    }
    for (auto const& asked : study.macro.asked)
        made->person.pauses.push_back({asked.acts, asked.message, asked.expect_mm});
    study.loop = loop;
    study.at_release = book.find(setup.place.setter)->practice.read_on == shop::Direction::Release;
    study.loaded = std::make_shared<machine::Loaded const>(machine::load(study.macro.text, dialectOf(*made)));
    study.world = std::make_shared<machine::World>(std::move(*made));
    return study;
}

Result<shop::Readings> runStudy(StudyMacro const& study, machine::World const& world, std::int64_t at_utc_ms,
                                Going const& going) {
    auto const result = machine::run(*study.loaded, world, nullptr, going);
    auto const touches = static_cast<std::size_t>(study.loop.touches);
    // Fast and slow in turn, after a proof; at the release each slow one is followed by a letting go.
    auto const& seen = study.at_release ? result.releases : result.contacts;
    std::size_t const each = study.at_release ? 1 : 2;
    if (result.outcome != controller::Outcome::Completed || seen.size() < each * touches)
        return fail(Code::NoContact, {"virtual machine", result.where.line}, result.message);
    shop::Readings readings;
    auto const first = seen.size() - each * touches;
    for (std::size_t i = 0; i < touches; ++i) {
        auto const& read = seen[first + each * (i + 1) - 1];
        shop::Reading reading;
        reading.nr = static_cast<int>(i + 1);
        reading.value_mm = read.reported_z_mm;
        reading.as_typed = lengthText(read.reported_z_mm, UnitSystem::Metric);
        reading.source = shop::Source::Simulated;
        reading.at_utc_ms = at_utc_ms + static_cast<std::int64_t>(read.at_s * 1000);
        if (!study.loop.places.empty()) {
            reading.x_mm = study.loop.places[i][0];
            reading.y_mm = study.loop.places[i][1];
        }
        readings.push_back(std::move(reading));
    }
    return readings;
}

} // namespace steady::safety
