// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Which sort of control a text was written for, where that is not the one that is asked to read it.

#include "core/base/Finding.h"
#include "core/controller/Dialect.h"

#include <optional>

namespace steady::dialects {

/// Another control that reads more of it, with what speaks for that one. None: this one reads it all, or none reads it
/// better, or nothing in it tells. Looks at the first thousand lines.
std::optional<Finding> readsLikeAnother(std::string_view text, controller::Dialect const& read_by);

} // namespace steady::dialects
