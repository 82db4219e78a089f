// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What somebody tells of the machine, as a change of the book.

#include "core/shop/Change.h"
#include "core/upkeep/Results.h"

#include <span>

namespace steady::upkeep {

/// To what it happened.
enum class Subject { Machine, Setter, Plate, Board, Tool };

/// What can be told from anywhere: what happened, and to what it can happen.
struct Tellable {
    shop::Happening what;
    Subject subject;
    char const* words; ///< “The setter was moved”
};
std::span<Tellable const> tellable();

/// The change that records it for what stands at the place of work, or for an `other` tool than the one in the spindle,
/// with the figures that somebody had typed by then, and with what follows at once: a new home epoch, a surfacing.
/// Error: Missing: there is no such thing at the place; OutOfRange: nobody surfaces so much.
Result<shop::Change> record(facts::Reader const& book, Id<shop::ZeroSetup> at, Tellable const& told,
                            std::int64_t now_utc_ms, std::optional<double> amount_mm = {}, std::string note = {},
                            Id<shop::Assembly> other = {});
/// A cutter was changed where its holder hangs: what was measured of that tool ends. Error: Missing.
Result<shop::Change> regrippedAt(facts::Reader const& book, Id<shop::ZeroSetup> at, Id<shop::Assembly> tool,
                                 std::int64_t now_utc_ms);

/// The same by its name alone, of the machine.
Result<shop::Change> recordHappening(facts::Reader const& book, Id<shop::ZeroSetup> at, shop::Happening what,
                                     std::int64_t now_utc_ms);

/// One new reading agreed with a result that is suspect: it counts again.
shop::Change spotCheck(facts::Reader const& book, ResultState const& result, std::int64_t now_utc_ms);

} // namespace steady::upkeep
