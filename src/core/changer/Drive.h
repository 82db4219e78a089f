// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What works a clamp or a carousel, judged: what no input tells, and what comes when air, output or power go.

#include "core/shop/kinds/Carousel.h"
#include "core/zeroing/Judgement.h"

#include <vector>

namespace steady::changer {

std::vector<zeroing::Judgement> judgeDrive(shop::RackDrive const& drive);
/// Its clamp as well. Where the control's own program works an arm, nothing is said of it.
std::vector<zeroing::Judgement> judgeDrive(shop::Carousel const& carousel);

} // namespace steady::changer
