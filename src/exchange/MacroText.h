// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The subs that a macro calls, from the files beside it.

#include "core/base/Json.h"
#include "core/gcode/SubFiles.h"

namespace steady::exchange {

/// `text` was read from `path`; beside it stands the sub “probe” as probe.ngc or probe.nc, whatever the case. Error:
/// FileUnreadable; TooMuch.
Result<gcode::WithSubs> withSubsBeside(std::string const& text, std::string const& path, gcode::Grammar const& grammar);

/// Of each its name and first line.
Json toJson(std::vector<gcode::SubFile> const& files);

} // namespace steady::exchange
