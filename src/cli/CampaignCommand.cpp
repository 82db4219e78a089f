// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/BookOptions.h"

#include "core/safety/TableJudgement.h"
#include "exchange/CampaignJson.h"
#include "exchange/MacroText.h"

#include <fmt/format.h>
#include <iostream>
#include <nlohmann/json.hpp>
#include <thread>

namespace steady::cli {
namespace {

struct CampaignOptions {
    BookOptions of_book;
    std::string macro, world, spreads;
    bool no_faults = false;
    safety::CampaignSize size{20, 1, static_cast<int>(std::max(1U, std::thread::hardware_concurrency()))};
    double within_mm = 0.05;
    bool json = false;
};

/// What is attacked, and the macro as it was written where that is known.
struct Target {
    safety::Attack attack;
    macros::PrintedMacro macro;
};

Result<Target> ofWorld(CampaignOptions const& options) {
    auto world = readWorld(options.world, *options.of_book.dialect);
    if (!world) return Failure(world.error());
    Target made;
    made.attack.spreads.scatter_mm = world->input.scatter_mm;
    made.attack.aim.kind = options.of_book.kind;
    made.attack.aim.tolerance_mm = options.within_mm;
    made.attack.aim.repeat_mm = 10 * world->input.scatter_mm; // five standard deviations either way
    made.attack.aim.behaviour = world->behaviour;
    made.attack.aim.units = world->memory.native;
    made.attack.believed = std::move(*world);
    return made;
}

Result<Target> targetOf(CampaignOptions const& options) {
    Target made;
    if (options.world.empty()) {
        auto const rehearsal = options.of_book.rehearse();
        if (!rehearsal) return Failure(rehearsal.error());
        made = {safety::attackOn(*rehearsal), rehearsal->macro};
        if (options.macro.empty()) return made;
        if (rehearsal->said) return fail(Code::NotRunHere, {options.macro});
    } else {
        auto read = ofWorld(options);
        if (!read) return read;
        made = std::move(*read);
        if (options.macro.empty()) return fail(Code::Missing, {"MACRO"}, "The text to run in that world", "Name it.");
    }
    auto text = readFile(options.macro);
    if (!text) return Failure(text.error());
    auto whole = exchange::withSubsBeside(*text, options.macro, safety::dialectOf(made.attack.believed).grammar);
    if (!whole) return Failure(whole.error());
    made.attack.text = std::move(whole->text);
    return made;
}

void print(safety::FaultTable const& table, std::vector<safety::TableStep> const& steps, std::ostream& out) {
    out << fmt::format("{} runs: {} worlds, seed {}, {}, text {}\n", table.runs, table.worlds, table.seed, table.engine,
                       table.text_hash);
    out << fmt::format("nothing wrong: {}\n", safety::countsOf(table.nothing));
    for (auto const& row : table.rows) {
        out << fmt::format("{}: {}", row.fault->id, safety::countsOf(row));
        if (auto const* bad = row.firstBad()) {
            int const step = safety::stepAt(steps, bad->line);
            out << fmt::format("; first in world {} at line {}{}", bad->first_world, bad->line,
                               step < 0 ? "" : " (" + steps[static_cast<std::size_t>(step)].title + ")");
            out << (row.listed() ? fmt::format("; listed: {} {}", row.fault->unseen, row.fault->precaution)
                                 : std::string("; NOT LISTED"));
        }
        out << "\n";
    }
    if (table.coverage && table.coverage->runs > 0)
        out << fmt::format("The truth lies within the stated ± in {} of {} runs, {:.1f} %.\n", table.coverage->inside,
                           table.coverage->runs, 100 * table.coverage->share());
    out << (table.good() ? "Nothing bad happens that is not listed.\n" : "Something bad happens that is not listed.\n");
}

int campaign(CampaignOptions const& options, Streams streams) {
    auto target = targetOf(options);
    if (!target) return refuse(target.error(), streams);
    if (!options.spreads.empty()) {
        auto const text = readFile(options.spreads);
        if (!text) return refuse(text.error(), streams);
        auto spreads = exchange::spreadsFrom(*text, options.spreads);
        if (!spreads) return refuse(spreads.error(), streams);
        spreads->tool_number = target->attack.spreads.tool_number;
        target->attack.spreads = std::move(*spreads);
    }
    auto const table = safety::runCampaign(target->attack, options.size);
    if (!table) return refuse(table.error(), streams);
    std::vector<safety::TableStep> steps; // of a text of other hands nobody knows them
    if (target->attack.text == target->macro.text)
        steps = safety::tableSteps(*table, target->macro, target->attack.text);
    if (options.json) {
        auto json = exchange::toJson(*table, steps);
        json["within_mm"] = target->attack.aim.tolerance_mm;
        json["spreads"] = exchange::toJson(target->attack.spreads);
        streams.out << dumpJson(json, 2) << "\n";
    } else {
        print(*table, steps, streams.out);
    }
    return table->good() ? good : judged_bad;
}

} // namespace

std::function<int()> addCampaign(CLI::App& app, Streams streams) {
    auto options = std::make_shared<CampaignOptions>();
    app.add_option("macro", options->macro, "The text; otherwise the one that the book writes");
    auto* world = app.add_option("--world", options->world, "The world to run it in, JSON");
    options->of_book.add(app, false);
    options->of_book.addKind(app, false);
    for (auto const* of_a_book : {"--book", "--machine", "--tool", "--leave-out"})
        world->excludes(app.get_option(of_a_book));
    app.add_option("--runs", options->size.worlds, "Worlds to draw; each fault is put into each of them")
        ->check(CLI::Range(1, safety::most_worlds));
    app.add_option("--seed", options->size.seed, "Another seed draws other worlds");
    app.add_option("--threads", options->size.threads, "How many work at once")->check(CLI::Range(1, 64));
    app.add_option("--within", options->within_mm, "With --world: a zero within this, in mm, is right")
        ->check(CLI::PositiveNumber)
        ->needs(world);
    app.add_option("--spreads", options->spreads, "How far shops are from the book, JSON; otherwise as it says itself");
    app.add_flag("--no-faults", options->no_faults, "Only the worlds by themselves, with nothing wrong");
    app.add_flag("--json", options->json, "Print the table as JSON");
    return [options, streams] {
        options->size.faults = !options->no_faults;
        if (options->world.empty() && options->of_book.book.empty())
            return refuse(Error{.code = Code::Missing,
                                .where = {"campaign"},
                                .value = "A world or a book",
                                .limit = "Give --world or --book."},
                          streams);
        return campaign(*options, streams);
    };
}

std::function<int()> addFaults(CLI::App& app, Streams streams) {
    auto json = std::make_shared<bool>(false);
    app.add_flag("--json", *json, "Print them as JSON");
    return [json, streams] {
        Json all = Json::array();
        for (auto const& fault : safety::faults()) {
            if (*json) {
                all.push_back(exchange::toJson(fault));
                continue;
            }
            streams.out << fault.id << "  " << fault.text << "\n    Cause: " << fault.cause << " Sign: " << fault.sign
                        << " " << fault.precaution << "\n";
            if (fault.unseen) streams.out << "    No input shows it: " << fault.unseen << "\n";
        }
        if (*json) streams.out << dumpJson(all, 2) << "\n";
        return int(good);
    };
}

} // namespace steady::cli
