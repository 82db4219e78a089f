// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A procedure as semantic steps. The one list yields the text of each dialect, the purpose beside each line and the
// acts asked of the person.

#include "core/macros/Steps.h"
#include "core/quantity/Units.h"

#include <set>

namespace steady::macros {

/// What the person does at the pause with this message.
struct AskedFor {
    std::string message;
    Acts acts;
    std::optional<double> expect_mm; ///< tip above the work that is looked for
};

struct Recipe {
    std::string title;
    std::vector<std::string> header; ///< what the reader must know before loading it
    UnitSystem units = UnitSystem::Metric;
    std::vector<Step> steps;
    int number = 0; ///< tells the procedures apart on a control that keeps programs by number

    /// The steps without those whose id is in `ids`; the header says what is missing.
    Recipe without(std::set<std::string> const& ids) const;
    /// What is only asked goes into the next pause, so that there is one pause less. `homed_readable`: that need not be
    /// asked.
    Recipe joined(bool homed_readable) const;
    /// Every id that can be left out, in order.
    std::vector<std::string> ids() const;
};

/// The ids whose steps only protect: without them a recipe touches once more or less, and believes what it reads.
std::set<std::string> protections(Recipe const& recipe);

} // namespace steady::macros
