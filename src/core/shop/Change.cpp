// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shop/Change.h"

namespace steady::shop {

Result<Book> apply(Book const& book, Change& change) {
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
