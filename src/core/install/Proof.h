// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Whether the signal of a device was seen to work, and whether that still counts.

#include "core/facts/Holding.h"
#include "core/shop/kinds/SignalProof.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

#include <string>
#include <vector>

namespace steady::install {

enum class Device { Plate, Setter };

/// What was seen, in a word.
enum class Signal { Unfinished, Fine, Reversed, Dead, Stuck, Noisy, WrongInput, Alone, NotWatched };

/// A possible reason, and how to look.
struct SignalCause {
    std::string cause, check;
};

struct Diagnosis {
    Signal signal = Signal::Unfinished;
    std::string headline, text;
    std::vector<SignalCause> causes; ///< the cheapest check first
};
/// `path`: what completes the circuit. Common practice, no published source.
Diagnosis diagnose(shop::Observed const& observed, shop::Path path);

/// As the device is wired now, nothing seen yet. Error: Missing: there is no such device at the place of work.
Result<shop::SignalProof> proofAsWired(facts::Reader const& book, shop::ZeroSetup const& setup, Device device);

struct ProofState {
    Id<shop::SignalProof> proof; ///< the newest; none: nobody has looked
    facts::Holding holding;      ///< Open: never seen to work
    std::string instead;         ///< why somebody goes on without one
    bool proved() const { return holding.state == facts::Hold::Holds; }
};
/// A proof lapses with another wiring, and with each event that the rules name for it.
ProofState proofOf(facts::Reader const& book, shop::ZeroSetup const& setup, Device device);

/// A warning for those who are about to touch; none while the proof holds. It blocks nothing.
std::optional<zeroing::Judgement> proofWarning(facts::Reader const& book, shop::ZeroSetup const& setup, Device device);

} // namespace steady::install
