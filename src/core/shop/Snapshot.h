// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The book at one moment: what is known, since which change, and the readings, fetched when they are first asked for.
// Cheap to copy, never changes, may be held by any thread.

#include "core/shop/Change.h"

namespace steady::shop {

/// Which change brought an entity to what it is, and which one brought it into the book.
struct Head {
    std::int64_t seq = 0, since = 0;
    bool operator==(Head const&) const = default;
};

class Snapshot {
public:
    Snapshot() : Snapshot({}, {}, 0, nullptr) {}
    /// `heads` by the number of the entity. Without a source there are no readings.
    Snapshot(Book book, std::vector<Head> heads, std::int64_t seq, std::shared_ptr<ReadingSource const> source);
    /// A state that no file holds: whatever it has, it has had from the beginning.
    explicit Snapshot(Book book, std::shared_ptr<ReadingSource const> source = nullptr)
        : Snapshot(std::move(book), {}, 0, std::move(source)) {}

    /// After `change`, which made `book` of this one's and is number `seq`. Readings that it does not touch stay
    /// loaded.
    Snapshot after(Change const& change, Book book, std::int64_t seq) const;

    /// The same, with its readings from somewhere else.
    Snapshot readBy(std::shared_ptr<ReadingSource const> source) const;

    Book const& book() const;
    std::int64_t seq() const; ///< of the last change in it
    Head head(std::int64_t entity) const;
    /// Loaded once, for all copies. The pointer is the same as long as nothing of the study changed.
    std::shared_ptr<Result<Readings> const> readings(Id<Study> study) const;

private:
    struct State;
    std::shared_ptr<State const> m_state;
};

} // namespace steady::shop
