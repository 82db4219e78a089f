// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/BookOptions.h"

#include "core/dialects/Bundle.h"
#include "core/machine/World.h"
#include "core/safety/Campaign.h"
#include "exchange/WorldJson.h"

#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {

Result<machine::World> readWorld(std::string const& path, std::string const& dialect) {
    auto const text = readFile(path);
    if (!text) return Failure(text.error());
    auto const json = parseJson(*text, path);
    if (!json) return Failure(json.error());
    auto world = exchange::worldFromJson(*json, path);
    if (!world) return world;
    if (!dialect.empty() && world->dialect != dialect) { // another control: its usual answers, and it remembers nothing
        auto const usual = dialects::usualFor(dialect, world->behaviour);
        if (!usual) return Failure(usual.error());
        world->behaviour = *usual;
        world->dialect = dialect;
        auto const grammar = (*dialects::bundleOf(dialect))->language().grammar;
        if (grammar.vacancy) world->memory.forget(grammar);
    }
    if (safety::dialectOf(*world).phrased) return fail(Code::NotRunHere, {path});
    if (auto const known = dialects::checkNumbers(world->dialect, world->behaviour); !known)
        return Failure(known.error());
    return world;
}

std::function<int()> addWorld(CLI::App& app, Streams streams) {
    auto options = std::make_shared<BookOptions>();
    auto fault = std::make_shared<std::string>();
    options->addKind(app, false);
    options->add(app);
    std::set<std::string> names;
    for (auto const& known : safety::faults()) names.insert(known.id);
    app.add_option("--fault", *fault, "A fault of the shop to put into it")->check(CLI::IsMember(names));
    auto number = std::make_shared<int>(-1);
    auto seed = std::make_shared<std::uint64_t>(1);
    auto* drawn = app.add_option("--case", *number, "The drawn world of that number, as `campaign` names it")
                      ->check(CLI::Range(0, safety::most_worlds - 1));
    app.add_option("--seed", *seed, "Of the campaign")->needs(drawn);
    return [options, fault, number, seed, streams] {
        auto rehearsal = options->rehearse();
        if (!rehearsal) return refuse(rehearsal.error(), streams);
        if (*number >= 0)
            rehearsal->world() =
                safety::drawn(rehearsal->world(), rehearsal->spreads, *seed, static_cast<std::uint64_t>(*number));
        if (auto const* known = safety::faultNamed(*fault)) {
            if (!known->touches(rehearsal->kind, rehearsal->world())) {
                streams.err << "The fault “" << *fault << "” does not apply to “" << macros::title(rehearsal->kind)
                            << "”: nothing of it can touch that macro here.\n";
                return int(unusable);
            }
            known->apply(rehearsal->world());
        }
        streams.out << dumpJson(exchange::toJson(rehearsal->world()), 2) << "\n";
        return int(good);
    };
}

} // namespace steady::cli
