// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Work zero from a touch plate: the sum, how sure it is, and what follows.

#include "core/shop/Book.h"
#include "core/zeroing/Thickness.h"
#include "core/zeroing/Touch.h"
#include "core/zeroing/ZChain.h"

#include <optional>

namespace steady::zeroing {

/// A statement with its reasons.
struct Judgement {
    Severity severity = Severity::Note;
    std::string headline;
    std::string text;
    std::vector<std::string> why;
    bool operator==(Judgement const&) const = default;
};

struct PlateZeroResult {
    shop::ZeroSetup setup;
    shop::Machine machine;
    shop::TouchPlate plate;
    shop::Assembly assembly;
    Thickness thickness;
    ProbingFeeds feeds;
    TouchPrediction slow;                  ///< at the slow feed
    std::optional<ZChain> chain;           ///< none without a contact
    std::vector<Judgement> judgements;     ///< most important first
    UnitSystem units = UnitSystem::Metric; ///< of the sentences
};

/// `contact` overrides the one in the book: a draft, or a simulated one. Missing facts are assumed and named; the only
/// error is a setup that refers to nothing usable.
Result<PlateZeroResult> plateZero(shop::Book const& book, shop::ReadingSource const& readings,
                                  shop::ZeroSetup const& setup,
                                  std::optional<shop::Contact> const& contact = std::nullopt);

/// What the plate's readings say: how thick, how sure, and what the nominal value would have done.
std::vector<Judgement> plateJudgements(PlateZeroResult const& zero);

/// Machine Z of a contact, whatever frame it was read in.
Result<MachineZ> machineZ(shop::Contact const& contact);

/// A machine to begin with when the book has none, and a plate, and a tool: named as assumed.
shop::Machine assumedMachine();
shop::TouchPlate assumedPlate();
shop::Assembly assumedAssembly();

} // namespace steady::zeroing
