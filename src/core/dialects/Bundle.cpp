// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/Bundle.h"

#include "core/dialects/parametric/Parametric.h"
#include "core/dialects/streaming/Streaming.h"
#include "core/macros/LinkNumbers.h"

namespace steady::dialects {

std::span<Bundle const> bundles() {
    static constexpr Bundle rows[] = {{parametric, printParametric}, {streaming, printStreaming}};
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
    made.length_sign = sign == shop::LengthSign::Positive ? 1 : -1;
    return made;
}

Result<macros::PrintedMacro> written(macros::Recipe const& recipe, shop::Machine const& machine) {
    auto const bundle = bundleOf(machine.dialect);
    if (!bundle) return Failure(bundle.error());
    bool const has_variables = (*bundle)->language().grammar.last_variable > 0;
    return (*bundle)->print(recipe.joined(machine.behaviour.homed_parameter && has_variables), machine.behaviour);
}

Result<void> checkNumbers(std::string_view id, shop::Behaviour const& behaviour) {
    auto const bundle = bundleOf(id);
    if (!bundle) return Failure(bundle.error());
    auto const& grammar = (*bundle)->language().grammar;
    return grammar.last_variable > 0 ? macros::checkNumbers(behaviour, grammar) : Result<void>();
}

} // namespace steady::dialects
