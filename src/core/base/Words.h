// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Errors in words, all in one place: what, where, the limit, the remedy.

#include "core/base/Finding.h"

namespace steady {

/// One sentence that names place, value and limit, without the remedy. UTF-8.
std::string sentence(Error const& error);
/// What to do about it; empty where nothing can be advised.
std::string remedy(Code code);
/// Place, sentence and remedy in one line, as the command line prints it.
std::string describe(Error const& error);
Finding toFinding(Error const& error, Severity severity = Severity::Bad);

} // namespace steady
