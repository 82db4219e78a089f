// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shop/Change.h"

#include "core/shop/ReadingBounds.h"

#include <fmt/format.h>

namespace steady::shop {

Result<void> checkReading(double value_mm, Where where) {
    if (bounds::reading_mm.hold(value_mm)) return {};
    return fail(Code::OutOfRange, std::move(where), fmt::format("A reading of {:.6g} mm", value_mm),
                fmt::format("{:.0f} to {:.0f} mm", bounds::reading_mm.least, bounds::reading_mm.most));
}

Result<Book> apply(Book const& book, Change& change) {
    for (auto const& added : change.readings)
        if (auto const held = checkReading(added.reading.value_mm, {"reading"}); !held) return Failure(held.error());
    std::erase_if(change.puts, [&](Change::Put const& put) { return put.value && book.holds(put.id, *put.value); });
    Book next = book;
    std::vector<std::pair<std::int64_t, Entity>> entities;
    for (auto const& put : change.puts)
        if (put.value) entities.emplace_back(put.id, *put.value);
    next.putAll(std::move(entities));
    for (auto const& put : change.puts)
        if (!put.value) next.retire(put.id);
    if (auto const found = next.check(); !found.empty())
        return fail(Code::BadReference, found.front().where, found.front().where.place);
    return next;
}

} // namespace steady::shop
