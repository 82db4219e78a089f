// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/machine/Run.h"
#include "core/safety/Rehearsal.h"
#include "exchange/MacroText.h"
#include "exchange/RunJson.h"
#include "exchange/WorldJson.h"

#include <algorithm>
#include <cmath>
#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

struct Options {
    std::string macro, world;
    std::shared_ptr<std::string> dialect; ///< empty: that of the world
    bool json = false;
    double within_mm = 0;
};

int run(Options const& options, Streams streams) {
    auto const text = readFile(options.macro);
    if (!text) return refuse(text.error(), streams);
    auto const world = readWorld(options.world, *options.dialect);
    if (!world) return refuse(world.error(), streams);
    auto const language = safety::dialectOf(*world);
    auto const whole = exchange::withSubsBeside(*text, options.macro, language.grammar);
    if (!whole) return refuse(whole.error(), streams);
    auto const result = machine::run(machine::load(whole->text, language), *world);
    if (options.json) {
        auto json = exchange::toJson(result, world->memory);
        if (!whole->files.empty()) json["subs"] = exchange::toJson(whole->files);
        streams.out << dumpJson(json, 2) << "\n";
    } else {
        for (auto const& file : whole->files)
            streams.out << "with the subs of the file " << file.name << ", from line " << file.first_line << "\n";
        streams.out << machine::name(result.outcome) << " at line " << result.where.line << ", after "
                    << fixedText(result.elapsed_s, 1) << " s\n"
                    << machine::verdictText(result, world->memory.native) << "\n";
    }
    if (result.outcome != controller::Outcome::Completed) return judged_bad;
    // Everything that it set: each offset's Z, and the length that it put into the table.
    std::vector<double> errors_mm;
    if (result.z_zero) errors_mm.push_back(result.z_zero->error_mm());
    for (auto const& other : result.other_zeros) errors_mm.push_back(other.error_mm());
    if (result.length) errors_mm.push_back(result.length->set_mm - result.length->true_mm);
    auto const finite = [](double error_mm) { return std::isfinite(error_mm); };
    if (!std::all_of(errors_mm.begin(), errors_mm.end(), finite)) return judged_bad;
    if (options.within_mm == 0) return good;
    if (errors_mm.empty()) {
        streams.err << "--within: the program set no zero and no length that could be compared.\n";
        return judged_bad;
    }
    auto const near = [&](double error_mm) { return std::abs(error_mm) <= options.within_mm; };
    return std::all_of(errors_mm.begin(), errors_mm.end(), near) ? good : judged_bad;
}

} // namespace

std::function<int()> addRun(CLI::App& app, Streams streams) {
    auto options = std::make_shared<Options>();
    app.add_option("macro", options->macro, "The macro, a text file")->required();
    app.add_option("--world", options->world, "The world to run it in, JSON as docs/formats.md describes")->required();
    options->dialect = addDialect(app, "");
    app.add_flag("--json", options->json, "Print the result as JSON");
    app.add_option("--within", options->within_mm,
                   "Judge it bad when a Z zero or a length that it sets is off by more than this many mm")
        ->check([](std::string const& typed) {
            double value = 0;
            bool const good = CLI::detail::lexical_cast(typed, value) && value > 0 && std::isfinite(value);
            return good ? std::string() : "it must be a number above zero";
        });
    return [options, streams] { return run(*options, streams); };
}

} // namespace steady::cli
