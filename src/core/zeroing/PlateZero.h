// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Work zero from a touch plate: the sum, how sure it is, and what follows.

#include "core/facts/Holding.h"
#include "core/zeroing/Judgement.h"
#include "core/zeroing/Thickness.h"
#include "core/zeroing/Toucher.h"
#include "core/zeroing/ZChain.h"

#include <optional>

namespace steady::zeroing {

struct PlateZeroResult {
    shop::ZeroSetup setup;
    shop::Machine machine;                       ///< as it touches the plate
    std::optional<proving::ProvenSpread> proven; ///< the plate's scatter, where a study has shown it
    shop::TouchPlate plate;
    shop::Assembly assembly;
    Thickness thickness;
    std::string touched_by; ///< “tool 3”: whose contact it is
    ProbingFeeds feeds;
    TouchPrediction slow;                  ///< at the slow feed
    std::optional<ZChain> chain;           ///< none without a contact of this home epoch
    std::vector<Judgement> judgements;     ///< most important first
    UnitSystem units = UnitSystem::Metric; ///< of the sentences
    facts::Basis basis;                    ///< of the zero, as far as events can end it
    facts::Holding holding;                ///< of the contact in the book
};

/// The figures that the zero is made with now, to be kept with it.
std::vector<shop::Used> zeroUsed(PlateZeroResult const& zero);

/// `contact` overrides the one in the book: a draft, or a simulated one. Missing facts are assumed and named; the only
/// error is a setup that refers to nothing usable.
Result<PlateZeroResult> plateZero(facts::Reader const& book, shop::ZeroSetup const& setup,
                                  std::optional<shop::Contact> const& contact = std::nullopt);

/// What the figures rest on that are typed or measured by hand, as far as events can end them: the plate's thickness,
/// machine X and Y of the setter, those of the kept place. None of them known: no figures.
facts::Basis thicknessBasis(facts::Reader const& book, shop::ZeroSetup const& setup);
facts::Basis setterPlaceBasis(facts::Reader const& book, shop::ZeroSetup const& setup);
facts::Basis storedPlaceBasis(facts::Reader const& book, shop::ZeroSetup const& setup);

/// Each part of a budget with its u, then the whole.
std::vector<std::string> budgetLines(uncertainty::Budget const& budget, UnitSystem units);

/// What the plate's readings say: how thick, how sure, and what the nominal value would have done.
std::vector<Judgement> plateJudgements(PlateZeroResult const& zero);

/// A machine to begin with when the book has none, and a plate, and a tool: named as assumed.
shop::Machine assumedMachine();
/// The setup's machine, or the assumed one.
shop::Machine machineOf(facts::Reader const& book, shop::ZeroSetup const& setup);
shop::TouchPlate assumedPlate();
shop::Assembly assumedAssembly();

} // namespace steady::zeroing
