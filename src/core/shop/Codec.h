// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Entities as JSON and back. Each body carries “v”, the version of its fields; docs/formats.md lists them.

#include "core/base/Json.h"
#include "core/shop/Book.h"

namespace steady::shop {

/// “plate”, “contact”, …
std::string kindOf(Entity const& entity);
Json toJson(Entity const& entity);
/// Error: BadSchema with kind and field; FileNewer: the body is of a version that this program does not know.
Result<Entity> fromJson(std::string const& kind, Json const& body);
/// The same without references to what the book has not; none where nothing is left to say without them.
std::optional<Entity> withoutMissing(Entity entity, Book const& book);

} // namespace steady::shop
