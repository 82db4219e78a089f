// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A change at the rack as a person follows it: what is told, what the lamps must show after it, in what time, and what
// is safe to do when they do not.

#include "core/macros/Recipe.h"
#include "core/shop/kinds/Carousel.h"

namespace steady::macros {

struct ChangeStep {
    std::string text;
    bool told_open = false;          ///< the output of the clamp, after it
    bool open = false, held = false; ///< what must be so after it
    std::optional<double> limit_s;   ///< within which it comes; 0: it is so already; none: nothing is looked at
    std::string way_out;             ///< when it does not come; empty where nothing is looked at
    bool by_eye = false;             ///< no input tells
    std::optional<int> input;
};

/// Those of a recipe that are run with that tool in the spindle; 0: none.
std::vector<ChangeStep> changeSteps(Recipe const& recipe, shop::RackDrive const& drive, int in_spindle);
/// The same at a carousel, with the tool of that pocket in the spindle; 0: none.
std::vector<ChangeStep> changeSteps(Recipe const& recipe, shop::Carousel const& carousel, int home);

} // namespace steady::macros
