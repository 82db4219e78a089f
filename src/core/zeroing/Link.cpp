// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Link.h"

#include "core/quantity/WorkOffset.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::zeroing {
namespace {

Failure stale(std::string reason) { return fail(Code::LinkStale, {"link"}, std::move(reason)); }

void append(std::vector<uncertainty::Contribution>& to, std::vector<uncertainty::Contribution> const& more) {
    to.insert(to.end(), more.begin(), more.end());
}

/// Why the two contacts do not make a link for this setup; none: they do.
std::optional<std::string> reasonAgainst(facts::Reader const& book, shop::ZeroSetup const& setup,
                                         shop::Contact const& plate, shop::Contact const& setter) {
    if (plate.source == shop::Source::Simulated || setter.source == shop::Source::Simulated)
        return "it rests on a practice touch";
    if (plate.assembly != setter.assembly) return "plate and setter were touched by different tools";
    if (plate.home_epoch != setter.home_epoch) return "the home position changed between its two contacts";
    if (setter.setter != setup.place.setter) return "it rests on another setter";
    if (setup.link.offset != setup.place.work_offset)
        return fmt::format("it belongs to {}, not to {}", workOffsetName(setup.link.offset),
                           workOffsetName(setup.place.work_offset));
    for (auto const& [id, other] : book.all<shop::Contact>()) {
        auto const* tool = book.find(other->assembly);
        bool const here = !tool || !tool->machine || tool->machine == setup.place.machine;
        if (here && other->target == shop::Target::Plate && other->source != shop::Source::Simulated &&
            other->work_offset == setup.link.offset && other->at_utc_ms > plate.at_utc_ms)
            return "the plate was touched again since, so work zero is another";
    }
    return std::nullopt;
}

/// After events, and after figures that D was made with and that are others now.
facts::Holding linkHolding(facts::Reader const& book, Link const& link, shop::ZeroSetup const& setup) {
    auto holding = facts::holdingOf(book, link.basis);
    for (auto& changed : facts::changedSince(book, setup.link.used, link.used)) {
        holding.state = facts::Hold::Stale;
        holding.because.push_back(std::move(changed));
    }
    return holding;
}

} // namespace

std::string ageText(std::int64_t from_utc_ms, std::int64_t to_utc_ms) {
    auto const minutes = std::max<std::int64_t>(0, to_utc_ms - from_utc_ms) / 60'000;
    auto count = [](std::int64_t n, char const* what) { return fmt::format("{} {}{}", n, what, n == 1 ? "" : "s"); };
    if (minutes < 120) return count(minutes, "minute");
    if (minutes < 48 * 60) return count(minutes / 60, "hour");
    return count(minutes / 60 / 24, "day");
}

facts::Basis linkBasis(shop::ZeroSetup const& setup) {
    facts::Basis basis;
    basis.kind = facts::ResultKind::Link;
    basis.machine = setup.place.machine;
    basis.plate = setup.place.plate;
    basis.setter = setup.place.setter;
    basis.board = setup.place.board;
    basis.contacts = {setup.link.plate, setup.link.setter};
    return basis;
}

Result<Link> linkOf(facts::Reader const& book, shop::ZeroSetup const& setup, bool even_ended) {
    auto const* setter = book.find(setup.place.setter);
    if (!setter) return fail(Code::NoSetter, {"setter"});
    auto const *on_plate = book.find(setup.link.plate), *on_setter = book.find(setup.link.setter);
    if (!on_plate || !on_setter) return fail(Code::LinkMissing, {"link"}, workOffsetName(setup.place.work_offset));
    auto linked = setup;
    linked.place.contact = setup.link.plate;
    linked.place.assembly = on_plate->assembly;
    auto touched_then = *on_plate; // a difference: it outlives the home position that both were touched in
    touched_then.home_epoch = machineOf(book, setup).home_epoch;
    auto const zero = plateZero(book, linked, touched_then);
    if (!zero) return Failure(zero.error());
    if (auto reason = reasonAgainst(book, setup, *on_plate, *on_setter)) return stale(*reason);
    auto const touched = touchedAt(zero->machine, *on_setter, feedsFor(zero->machine, *setter).slow_mm_min);
    if (!touched) return Failure(touched.error());

    Link link;
    link.work_offset = setup.link.offset;
    link.assembly = on_setter->assembly;
    link.at_utc_ms = std::min(on_plate->at_utc_ms, on_setter->at_utc_ms);
    link.basis = linkBasis(setup);
    link.used = zeroUsed(*zero);
    if (auto const why = linkHolding(book, link, setup); why.state == facts::Hold::Stale && !even_ended)
        return stale(reasonOf(why));
    else
        link.holding = why;
    auto& chain = link.chain;
    chain.label = fmt::format("link D for {}", workOffsetName(link.work_offset));
    chain.tool = zero->chain->tool;
    chain.terms.push_back({"setter", "setter contact", touched->recorded.mm, "machine Z", on_setter->at_utc_ms});
    if (touched->prediction.lag_mm != 0)
        chain.terms.push_back({"setter_lag", lagName(zero->machine, *on_setter) + " at the setter",
                               touched->prediction.lag_mm, "at its feed", 0});
    for (auto const& term : zero->chain->terms)
        chain.terms.push_back({term.key, term.label, -term.value_mm, term.source, term.at_utc_ms});
    auto parts = zero->chain->budget.contributions;
    auto const toucher = toucherOf(book, setup.place, shop::Target::Setter, on_setter->direction);
    if (!toucher) return Failure(toucher.error());
    append(parts, touchContributions(*toucher, touched->prediction, "setter touch"));
    chain.budget = uncertainty::combine(std::move(parts));
    return link;
}

Result<ZChain> retouchZero(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool) {
    auto const link = linkOf(book, setup);
    if (!link) return Failure(link.error());
    auto const* assembly = book.find(tool);
    auto const* contact = book.find(lastContact(book, setup, tool, shop::Target::Setter));
    if (!assembly || !contact)
        return fail(Code::Missing, {"setter contact"}, "The setter contact of this tool",
                    "Touch the setter with it, or run the macro.");
    auto const toucher = toucherOf(book, setup.place, shop::Target::Setter, contact->direction);
    if (!toucher) return Failure(toucher.error());
    auto const& m = toucher->machine;
    auto const touched = touchedAt(m, *contact, feedsFor(m, *book.find(setup.place.setter)).slow_mm_min);
    if (!touched) return Failure(touched.error());
    ZChain chain;
    chain.label = fmt::format("work zero, {} Z", workOffsetName(setup.place.work_offset));
    chain.tool = fmt::format("tool {}", assembly->number);
    chain.terms.push_back({"setter", "setter contact", touched->recorded.mm, "machine Z", contact->at_utc_ms});
    if (touched->prediction.lag_mm != 0)
        chain.terms.push_back(
            {"setter_lag", lagName(m, *contact), touched->prediction.lag_mm, "at the setter's slow feed", 0});
    chain.terms.push_back({"link", "link D", -link->d_mm(), link->chain.tool, link->at_utc_ms});
    auto parts = link->chain.budget.contributions;
    append(parts, touchContributions(*toucher, touched->prediction, "this tool's touch"));
    chain.budget = uncertainty::combine(std::move(parts));
    return chain;
}

} // namespace steady::zeroing
