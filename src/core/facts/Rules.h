// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What makes an earlier result stale, as data: docs/upkeep.md has the same table. Common practice, no published source.

#include "core/shop/kinds/Event.h"

#include <span>
#include <string>

namespace steady::facts {

enum class ResultKind {
    Thickness,
    SetterHeight,
    SetterPlace,
    Lengths,
    Reference,
    BoardConstant,
    WorkZero,
    Link,
    Repeatability,
    LengthModel,
    DiscMap,
    Rack,
    PocketTable,
    Home,
    Scale,
    SignalProof,
    MacroProof,
    ChangerProof,
};
/// As files and `status` name it.
constexpr char const* word(ResultKind kind) {
    switch (kind) {
    case ResultKind::Thickness: return "thickness";
    case ResultKind::SetterHeight: return "setter_height";
    case ResultKind::SetterPlace: return "setter_place";
    case ResultKind::Lengths: return "lengths";
    case ResultKind::Reference: return "reference";
    case ResultKind::BoardConstant: return "board_constant";
    case ResultKind::WorkZero: return "work_zero";
    case ResultKind::Link: return "link";
    case ResultKind::Repeatability: return "repeatability";
    case ResultKind::LengthModel: return "length_model";
    case ResultKind::DiscMap: return "disc_map";
    case ResultKind::Rack: return "rack";
    case ResultKind::PocketTable: return "pocket_table";
    case ResultKind::Home: return "home";
    case ResultKind::Scale: return "scale";
    case ResultKind::SignalProof: return "signal_proof";
    case ResultKind::MacroProof: return "macro_proof";
    case ResultKind::ChangerProof: return "changer_proof";
    }
    return nullptr;
}

/// Holds: as good as ever. Suspect: one reading against the old one is enough. Stale: to be made again. Open: not made
/// yet.
enum class Hold { Holds, Suspect, Stale, Open };
constexpr char const* word(Hold hold) {
    switch (hold) {
    case Hold::Holds: return "holds";
    case Hold::Suspect: return "suspect";
    case Hold::Stale: return "stale";
    case Hold::Open: return "open";
    }
    return nullptr;
}

/// To which results an event of a kind can reach: those of the same device, board or tool, or all of the machine.
enum class Reach { Setter, Plate, Board, Tool, Machine };

struct Rule {
    shop::Happening event;
    ResultKind result;
    Hold effect;
    Reach reach;
    std::string_view because; ///< a sentence: what became of it
    bool since_check = false; ///< only what was measured after the last good check of the setter; older ones stay
    bool carried = false;     ///< with a known amount it is carried along, and a spot check is enough
};

std::span<Rule const> rules();
/// The first that fits; none: such an event leaves such a result as it is.
Rule const* ruleFor(shop::Happening event, ResultKind result, Reach reach);
/// “The setter was moved”, without a full stop.
std::string happenedWords(shop::Happening event, Reach reach);

} // namespace steady::facts
