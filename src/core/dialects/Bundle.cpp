// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/Bundle.h"

#include "core/dialects/builtin/BuiltIn.h"
#include "core/dialects/hash/Hash.h"
#include "core/dialects/parametric/Parametric.h"
#include "core/dialects/phrasebook/Phrasebook.h"
#include "core/dialects/phrasebook/Phrases.h"
#include "core/dialects/streaming/Streaming.h"
#include "core/macros/LinkNumbers.h"

namespace steady::dialects {

std::span<Bundle const> bundles() {
    static Bundle const rows[] = {
        {"Numbered and named parameters, loops and subroutines in the text.",
         parametric,
         printParametric,
         parametricSigns(),
         parametricAsks(),
         parametricBenchText,
         {}},
        {"Variables by number, jumps to numbered lines, and a skip move that ends without a word. It reads "
         "ahead.",
         hashVariable, printHash, hashSigns(), hashAsks(), hashBenchText, usualHash()},
        {"Sent line by line, and it keeps no numbers: macros come in segments, with reports that you read "
         "between them.",
         streaming,
         printStreaming,
         streamingSigns(),
         streamingAsks(),
         streamingBenchText,
         {}},
        {"A touch routine of its own, and no text: you get a sheet of what to type, and of what it does not "
         "notice.",
         builtIn,
         printBuiltIn,
         {},
         builtInAsks(),
         nullptr,
         {}},
        {"A script language of its own: you type how it says each step. Its text is checked against your words, and "
         "the same recipe runs beside it.",
         phrasebook,
         printBesidePhrases,
         {},
         phrasebookAsks(),
         nullptr,
         {},
         sayInPhrases,
         checkedBack}};
    return rows;
}

Result<Bundle const*> bundleOf(std::string_view id) {
    std::string known;
    for (auto const& each : bundles()) {
        if (each.id() == id) return &each;
        known += (known.empty() ? "" : ", ") + each.id();
    }
    return fail(Code::NoSuchDialect, {"dialect"}, std::string(id), known);
}

Result<controller::Dialect> languageOf(std::string_view id, shop::Behaviour const& behaviour, shop::LengthSign sign) {
    auto const bundle = bundleOf(id);
    if (!bundle) return Failure(bundle.error());
    auto made = (*bundle)->language();
    made.variables.homed = behaviour.homed_parameter;
    made.closed_at_start = behaviour.closed_at_start == shop::ClosedAtStart::Refused
                               ? controller::ClosedAtStart::Error
                               : controller::ClosedAtStart::EndsAsContact;
    made.end_resets_offset = behaviour.offset_at_end == shop::OffsetAtEnd::First;
    made.home_moves_all_axes = behaviour.home_move == shop::HomeMove::AllAxes;
    made.least_increments = behaviour.without_point == shop::WithoutPoint::LeastIncrements;
    made.reads_ahead = made.reads_ahead && behaviour.waits_for != shop::WaitsFor::EveryLine;
    made.skip_waits = behaviour.waits_for == shop::WaitsFor::DwellAndSkip;
    made.length_sign = sign == shop::LengthSign::Positive ? 1 : -1;
    return made;
}

Result<shop::Behaviour> usualFor(std::string_view id, shop::Behaviour const& before) {
    auto const bundle = bundleOf(id);
    if (!bundle) return Failure(bundle.error());
    auto made = (*bundle)->usual;
    made.homing_touches_setter = before.homing_touches_setter;
    made.phrases = before.phrases; // the work of an evening
    return made;
}

Result<macros::PrintedMacro> written(macros::Recipe const& recipe, shop::Machine const& machine) {
    auto const bundle = bundleOf(machine.dialect);
    if (!bundle) return Failure(bundle.error());
    bool const has_variables = (*bundle)->language().grammar.last_variable > 0;
    return (*bundle)->print(recipe.joined(machine.behaviour.homed_parameter && has_variables), machine.behaviour);
}

namespace {

/// As the control takes it: what its script can tell is not asked of the person.
macros::Recipe joinedForPhrases(macros::Recipe const& recipe, shop::Behaviour const& behaviour) {
    return recipe.joined(phraseFor(behaviour.phrases, *phraseStep("homed")) != nullptr);
}

} // namespace

std::optional<Result<macros::PrintedMacro>> saidFor(macros::Recipe const& recipe, shop::Machine const& machine) {
    auto const bundle = bundleOf(machine.dialect);
    if (!bundle || !(*bundle)->say) return std::nullopt;
    return (*bundle)->say(joinedForPhrases(recipe, machine.behaviour), machine.behaviour);
}

Result<Findings> checked(std::string_view text, macros::Recipe const& recipe, shop::Machine const& machine) {
    auto const bundle = bundleOf(machine.dialect);
    if (!bundle) return Failure(bundle.error());
    if (!(*bundle)->check) return Findings();
    return (*bundle)->check(text, recipe, machine.behaviour);
}

Result<void> checkNumbers(std::string_view id, shop::Behaviour const& behaviour) {
    auto const bundle = bundleOf(id);
    if (!bundle) return Failure(bundle.error());
    auto const& grammar = (*bundle)->language().grammar;
    return grammar.last_variable > 0 ? macros::checkNumbers(behaviour, grammar) : Result<void>();
}

} // namespace steady::dialects
