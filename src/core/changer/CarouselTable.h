// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What hangs in a carousel, which neighbours wide tools keep empty, and what the tools of a job cost in turning.

#include "core/facts/Reader.h"
#include "core/shop/kinds/Carousel.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

namespace steady::changer {

Id<shop::Carousel> carouselOf(facts::Reader const& book, Id<shop::Machine> machine);

/// The places before and behind, round the ring; from 0.
std::array<std::size_t, 2> besides(shop::Carousel const& carousel, std::size_t place);
/// A wider tool beside it keeps the place empty.
bool reserved(facts::Reader const& book, shop::Carousel const& carousel, std::size_t place);

/// Whether a tool can be put there: known to be empty, not kept empty beside a wide one, and wide enough for it.
bool hasRoom(facts::Reader const& book, shop::Carousel const& carousel, std::size_t place, shop::Assembly const& tool);
/// Too wide for neighbours.
bool wider(shop::Carousel const& carousel, shop::Assembly const& tool);

/// Places turned from one change to the next, and the time of all changes. The pocket of the tool in the spindle stands
/// at it still, and by an arm the old one goes where the new one was: putting it back turns nothing.
struct JobTurning {
    std::vector<int> pockets;  ///< of the tools, in the order of the job
    std::vector<int> best;     ///< the same, in the order that turns least
    int turned = 0, least = 0; ///< places, as given and at best
    int always_with = 0;       ///< places as given, when it turns with the numbers only
    double seconds = 0, least_s = 0;
};
/// Error: OutOfRange, for a tool that the book does not have; Missing, for one that hangs nowhere; TwoAlike, when one
/// stands twice.
Result<JobTurning> turningOf(facts::Reader const& book, shop::Carousel const& carousel, std::vector<int> const& tools);

std::vector<zeroing::Judgement> judgeCarousel(facts::Reader const& book, shop::ZeroSetup const& setup,
                                              shop::Carousel const& carousel, UnitSystem units);
/// The job's tools as sentences.
std::vector<zeroing::Judgement> judgeTurning(JobTurning const& job, facts::Reader const& book,
                                             shop::Carousel const& carousel);

} // namespace steady::changer
