// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The demo workshop, Tern & Thole: an invented pair who make paddles and oars. All figures are made up.

#include "demo/OtherWays.h"
#include "store/Session.h"

namespace steady::demo {

/// The moment at which the demo of tests and pictures stands still.
inline constexpr std::int64_t now_utc_ms = 1795770000000; // 2026-11-27 09:00 UTC

/// Writes the book with its history through the same session as any other; the story ends at `now`, where `way` is
/// given with another way to live with the tools. Error: as Session::create and commit.
Result<void> writeDemoBook(QString const& path, std::int64_t now = now_utc_ms, std::optional<Way> way = {});

} // namespace steady::demo
