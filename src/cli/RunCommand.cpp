// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/machine/Run.h"
#include "core/safety/Rehearsal.h"
#include "exchange/MacroText.h"
#include "exchange/RunJson.h"
#include "exchange/WorldJson.h"

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
    if (result.z_zero && !std::isfinite(result.z_zero->error_mm())) return judged_bad;
    if (options.within_mm == 0) return good;
    if (!result.z_zero) {
        streams.err << "--within: the program set no zero that could be compared.\n";
        return judged_bad;
    }
    return std::abs(result.z_zero->error_mm()) > options.within_mm ? judged_bad : good;
}

} // namespace

std::function<int()> addRun(CLI::App& app, Streams streams) {
    auto options = std::make_shared<Options>();
    app.add_option("macro", options->macro, "The macro, a text file")->required();
    app.add_option("--world", options->world, "The world to run it in, JSON as docs/formats.md describes")->required();
    options->dialect = addDialect(app, "");
    app.add_flag("--json", options->json, "Print the result as JSON");
    app.add_option("--within", options->within_mm, "Judge Z zero bad when it is off by more than this many mm")
        ->check([](std::string const& typed) {
            double value = 0;
            bool const good = CLI::detail::lexical_cast(typed, value) && value > 0 && std::isfinite(value);
            return good ? std::string() : "it must be a number above zero";
        });
    return [options, streams] { return run(*options, streams); };
}

} // namespace steady::cli
