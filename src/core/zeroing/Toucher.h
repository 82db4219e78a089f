// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A machine as it touches one device: where a study has shown how much that scatters, its figure stands instead of the
// one that is assumed of the machine.

#include "core/proving/ProvenSpread.h"
#include "core/zeroing/Touch.h"

namespace steady::zeroing {

struct Toucher {
    shop::Machine machine;                       ///< with that scatter
    std::optional<proving::ProvenSpread> proven; ///< none: the machine's own figure
};

/// Of the plate or setter of a place of work, read on that direction. Error: a study that cannot be read.
Result<Toucher> toucherOf(facts::Reader const& book, shop::PlaceOfWork const& place, shop::Target target,
                          shop::Direction direction);

/// What one touch adds to a budget: the study's figure with its degrees of freedom, which holds the step of the readout
/// already, or the assumed one beside the step; and polling.
std::vector<uncertainty::Contribution> touchContributions(Toucher const& toucher, TouchPrediction const& prediction,
                                                          std::string const& what);

} // namespace steady::zeroing
