// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Json.h"
#include "core/dialects/Bundle.h"
#include "core/gcode/SubFiles.h"
#include "core/machine/Run.h"

#include <cmath>
#include <cstdlib>
#include <nlohmann/json.hpp>

/// Any text as a macro of every sort of control: read, its findings printed, run in a world with a plate under the tool
/// and a setter beside it.
extern "C" int LLVMFuzzerTestOneInput(unsigned char const* data, std::size_t size) {
    using namespace steady;
    std::string_view const text(reinterpret_cast<char const*>(data), size);
    char const* asked = std::getenv("STEADY_FUZZ_DIALECT");
    std::string const only = asked ? asked : "";
    for (auto const& bundle : dialects::bundles()) {
        if (!only.empty() && bundle.id() != only) continue;
        // Subs are called from files as well; here each of them is the text itself.
        if (!gcode::withSubs(text, bundle.language().grammar, [&](std::string const&) {
                return Result<std::optional<std::string>>(std::string(text.substr(0, 4000)));
            }))
            continue;
        auto const made = machine::load(text, bundle.language());
        Json said = Json::array();
        for (auto const& finding : made.findings) said.push_back(finding.text + finding.remedy);
        (void)Json::parse(dumpJson(said)); // whatever bytes are quoted, it is JSON
        machine::World world;
        world.dialect = bundle.id();
        world.homed = true;
        world.setter.emplace();
        machine::Trace trace;
        auto const result = machine::run(made, world, &trace);
        // What was recorded does not change what happens, and nothing that is no number comes out as good.
        auto const again = machine::run(made, world);
        if (again.outcome != result.outcome || again.elapsed_s != result.elapsed_s) std::abort();
        bool const good = result.outcome == controller::Outcome::Completed;
        if (good && result.z_zero && !std::isfinite(result.z_zero->error_mm())) std::abort();
        if (good && made.program && controller::cutShort(*made.program)) std::abort();
    }
    return 0;
}
