// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// One accepted edit: what a person did, as a value. Applied as a whole or not at all.

#include "core/shop/Book.h"
#include "core/shop/Readings.h"

namespace steady::shop {

struct Change {
    struct Put {
        std::int64_t id;
        std::optional<Entity> value; ///< none: retired
    };
    struct NewReading {
        Id<Study> study;
        Reading reading; ///< nr is given when it is committed
    };
    struct Mark {
        Id<Study> study;
        int nr;
        std::string cause; ///< why the reading is withdrawn; empty: it counts again
    };

    std::string what; ///< “Set the thickness of …”, for history
    std::vector<Put> puts;
    std::vector<NewReading> readings;
    std::vector<Mark> marks;

    bool empty() const { return puts.empty() && readings.empty() && marks.empty(); }
    template<class T> void put(Id<T> id, T value) { puts.push_back({id.value, Entity(std::move(value))}); }
};

/// The book after the change. Puts that change nothing are taken out of `change`. Error: a reference leads nowhere.
Result<Book> apply(Book const& book, Change& change);

} // namespace steady::shop
