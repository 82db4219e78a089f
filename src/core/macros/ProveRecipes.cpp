// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/ProveRecipes.h"

#include "core/macros/Figures.h"
#include "core/macros/Kind.h"
#include "core/macros/PlateZeroRecipe.h"

#include <fmt/format.h>

namespace steady::macros {
namespace {

struct Proof {
    Kind kind;
    zeroing::PlateZeroResult const& zero;
    char const* device; ///< “plate”, “setter”
    Parts parts{zero.machine, "Nothing was set.", {}};

    Recipe made(std::string ask, Acts acts, std::string const& where_to_look) {
        auto const& machine = zero.machine;
        parts.begin(0);
        parts.requireOpen("open-check", "The input must read open before anything is done.",
                          "The input reads contact at rest; look for a touch, a short or the wrong polarity.", false,
                          parts.proof_mm_min(), slot_begin);
        parts.prove("prove-contact", "Only seeing the signal come proves that a touch will be seen.", std::move(ask),
                    std::move(acts), where_to_look,
                    fmt::format("The {}'s signal was not seen; nothing may go near it.", device));
        parts.add("let-go", "A hand that still makes the signal would be taken for a fault.",
                  Pause{"Seen. Let go, hands clear. Then resume.", {}});
        parts.requireOpen("open-again", "What was pressed or held has been let go.",
                          "The input still reads contact; look for what still makes it.", false, parts.proof_mm_min());
        parts.add("", "", End{fmt::format("Seen: the {}'s signal. Note it at Wiring, Proof.", device)});
        auto lines = headerBegin(machine);
        lines.push_back(fmt::format("Proves the signal of the {} and sets nothing. Z creeps up by at most {}; nothing "
                                    "goes down but back to where it began.",
                                    device, lengthWithUnit(machine.proof_creep_mm + 2 * open_check_mm, machine.units)));
        lines.push_back("Start: tool clear of everything, with that room above it. Fingers never under the tool.");
        return Recipe{title(kind), std::move(lines), machine.units, std::move(parts.steps)};
    }
};

} // namespace

Recipe provePlateRecipe(zeroing::PlateZeroResult const& zero) {
    auto [ask, acts] = proofWords(zero.plate, zero.assembly);
    return Proof{Kind::ProvePlate, zero, "plate"}.made(std::move(ask), std::move(acts), "lead, clip and plug");
}

Result<Recipe> proveSetterRecipe(facts::Reader const& book, zeroing::PlateZeroResult const& zero) {
    if (!book.find(zero.setup.place.setter)) return fail(Code::NoSetter, {"setter"});
    return Proof{Kind::ProveSetter, zero, "setter"}.made(
        "Resume, then press the setter's disc once, away from the tool, while Z creeps up.", {shop::Act::PressSetter},
        "the setter, its lead and its plug");
}

} // namespace steady::macros
