// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Texts that somebody has read line by line: tests/data/approved. They hold no truth of their own, that stands in the
// other tests; they make every change of a printed line, a figure or a sentence visible before it reaches a machine.

#include <string>

namespace steady::test {

/// Whether the text is the approved one; prints the first lines that differ when not. With STEADY_APPROVE=1 in the
/// environment it is written instead: then read what `git diff` shows, as if it went onto your own machine tonight.
bool approved(std::string const& name, std::string const& text);

} // namespace steady::test
