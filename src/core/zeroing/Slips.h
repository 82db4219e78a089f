// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Slips of hand and eye: numbers that do not fit what the book knows, with what was probably meant.

#include "core/facts/Reader.h"
#include "core/zeroing/Judgement.h"

namespace steady::zeroing {

enum class SlipKind {
    InchForMm,   ///< off by 25.4
    InchNominal, ///< 25.4 for 25.0: the inch size for the metric one
    Decimals,    ///< off by ten, a hundred or a thousand: missing mark, micron for thousandth
    WrongSign,   ///< the sign is turned, or taken twice
    SwappedDigits,
    WrongDigit,
    Implausible, ///< far from where it should be, for no reason known
};

struct Slip {
    SlipKind kind;
    double meant_mm = 0; ///< what was probably meant
};

/// Why a value misses `expected_mm` by more than `tolerance_mm`; none when it does not. `as_typed`: the text, whose
/// digits are looked at; may be empty.
std::optional<Slip> explainSlip(double value_mm, std::string const& as_typed, double expected_mm, double tolerance_mm,
                                UnitSystem units);

/// All of a book: readings, nominal sizes, contacts, lengths, positions. Each names the place and the remedy.
Findings findSlips(facts::Reader const& book, shop::ZeroSetup const& setup);

/// To stand above everything else.
std::vector<Judgement> slipJudgements(Findings const& slips);

} // namespace steady::zeroing
