// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/upkeep/Redo.h"

#include "core/facts/Facts.h"
#include "core/safety/Rehearsal.h"

#include <algorithm>

namespace steady::upkeep {
namespace {

using facts::Hold;
using facts::ResultKind;

/// The order of the work: each rests on those above.
constexpr ResultKind order[] = {
    ResultKind::Home,         ResultKind::Scale,         ResultKind::SignalProof, ResultKind::Thickness,
    ResultKind::SetterPlace,  ResultKind::SetterHeight,  ResultKind::Reference,   ResultKind::Repeatability,
    ResultKind::DiscMap,      ResultKind::LengthModel,   ResultKind::Rack,        ResultKind::PocketTable,
    ResultKind::Lengths,      ResultKind::BoardConstant, ResultKind::WorkZero,    ResultKind::Link,
    ResultKind::ChangerProof, ResultKind::MacroProof,
};
std::ptrdiff_t rank(ResultKind kind) { return std::find(std::begin(order), std::end(order), kind) - std::begin(order); }

/// Whether making `maker` again makes `made` as well.
bool makes(ResultKind maker, ResultKind made) {
    return (maker == ResultKind::Link && made == ResultKind::WorkZero) ||
           (maker == ResultKind::Reference && made == ResultKind::SetterHeight);
}

/// The macro that makes it; none: it is made by hand.
std::optional<macros::Kind> macroFor(ResultKind kind, shop::Method method) {
    switch (kind) {
    case ResultKind::Lengths:
        return method == shop::Method::LengthTable ? std::optional(macros::Kind::ToolLength) : std::nullopt;
    case ResultKind::WorkZero: return macros::plateKind(method);
    case ResultKind::Link: return macros::Kind::PlateZeroLink;
    default: return std::nullopt;
    }
}

std::optional<double> predictedSeconds(facts::Reader const& book, shop::ZeroSetup const& setup, macros::Kind kind) {
    auto const rehearsal = safety::foretell(book, setup, kind);
    if (!rehearsal) return std::nullopt;
    return safety::predict(*rehearsal).machine_s;
}

} // namespace

char const* stationOf(ResultKind kind) {
    switch (kind) {
    case ResultKind::Home:
    case ResultKind::Scale: return "machine";
    case ResultKind::SignalProof: return "wiring";
    case ResultKind::Thickness:
    case ResultKind::SetterPlace: return "kit";
    case ResultKind::MacroProof: return "macros";
    case ResultKind::Rack:
    case ResultKind::PocketTable:
    case ResultKind::ChangerProof: return "changer";
    case ResultKind::Repeatability:
    case ResultKind::LengthModel:
    case ResultKind::DiscMap: return "repeatability";
    default: return "zeroing";
    }
}

std::vector<RedoStep> shortestRedo(facts::Reader const& book, std::vector<ResultState> const& results,
                                   Id<shop::ZeroSetup> at) {
    std::vector<ResultState const*> wanted;
    for (auto const& result : results)
        if (result.at == at && (result.state == Hold::Stale || result.state == Hold::Suspect))
            wanted.push_back(&result);
    std::stable_sort(wanted.begin(), wanted.end(),
                     [](auto const* a, auto const* b) { return rank(a->kind) < rank(b->kind); });
    auto const* found = book.find(at);
    auto const setup = found ? *found : shop::ZeroSetup{};
    std::vector<RedoStep> steps;
    for (auto const* result : wanted) {
        bool const made_later = std::any_of(wanted.begin(), wanted.end(), [&](auto const* other) {
            return other->state == Hold::Stale && makes(other->kind, result->kind);
        });
        if (made_later) continue;
        RedoStep step{result->kind, result->subject,  result->title, result->remedy, result->state,
                      {},           SecondsFrom::None};
        if (auto const macro = macroFor(result->kind, setup.plan.method))
            step.seconds = book.ask<predictedSeconds>(setup, *macro);
        if (step.seconds) step.seconds_from = SecondsFrom::Predicted;
        for (auto const& own : setup.prefer.times)
            if (own.seconds && own.result == word(result->kind)) {
                step.seconds = own.seconds;
                step.seconds_from = SecondsFrom::Owner;
            }
        steps.push_back(std::move(step));
    }
    return steps;
}

} // namespace steady::upkeep
