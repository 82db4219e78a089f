// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How pure functions look at the book: whatever they ask for is noted, so that it is known what their answer rests on.

#include "core/facts/Read.h"

namespace steady::facts {

class Facts;

/// What a kept answer may be called by, whoever computes it: `book.ask<&plateZero>(setup)`.
class Reader {
public:
    /// A state that nobody keeps answers of. Readings: none, or those of `source`, which outlives this.
    Reader(shop::Book const& book) : Reader(shop::Snapshot(book), book.units()) {} // NOLINT: as good as the book itself
    Reader(shop::Book const& book, shop::ReadingSource const& source)
        : Reader(shop::Snapshot(book, std::shared_ptr<shop::ReadingSource const>(&source, [](auto*) {})),
                 book.units()) {}
    explicit Reader(shop::Snapshot const& snapshot) : Reader(snapshot, snapshot.book().units()) {}
    Reader(shop::Snapshot snapshot, UnitSystem units, Facts* facts = nullptr)
        : m_snapshot(std::move(snapshot)), m_units(units), m_facts(facts) {}

    /// Null when there is no such entity.
    template<class T> T const* find(Id<T> id) const {
        if (!id) return nullptr;
        auto found = m_snapshot.book().share(id);
        note(Read::entity(id, found));
        return found.get();
    }
    /// The whole kind: also what is not there counts.
    template<class T> shop::EntityMap<T> const& all() const {
        note(Read::kind<T>(m_snapshot.book()));
        return m_snapshot.book().all<T>();
    }
    template<class T> Id<T> first() const { return all<T>().empty() ? Id<T>{} : all<T>().begin()->first; }
    shop::BookInfo info() const {
        note(Read::kind<shop::BookInfo>(m_snapshot.book()));
        return m_snapshot.book().info();
    }
    Result<shop::Readings> const& readings(Id<shop::Study> study) const {
        auto found = m_snapshot.readings(study);
        note(Read::readings(study, found));
        return *found; // the snapshot keeps it
    }
    /// The change that brought an entity into the book.
    template<class T> std::int64_t since(Id<T> id) const { return m_snapshot.head(id.value).since; }
    shop::Head head(std::int64_t entity) const {
        note(Read::head(entity, m_snapshot.head(entity)));
        return m_snapshot.head(entity);
    }
    /// Of the sentences that are made.
    UnitSystem units() const {
        note(Read::units(m_units));
        return m_units;
    }

    /// `fact(*this, args…)`, kept as long as it holds. A kept answer stays where it is until its Facts look at another
    /// state.
    template<auto fact, class... Args> decltype(auto) ask(Args const&... args) const;

    shop::Snapshot const& snapshot() const { return m_snapshot; }

private:
    void note(Read read) const;

    shop::Snapshot m_snapshot;
    UnitSystem m_units;
    Facts* m_facts;
};

} // namespace steady::facts
