// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Writes a book as it would have come about: one change after another, each at its own time.

#include "core/base/Clock.h"
#include "store/Session.h"

namespace steady::demo {

/// Keeps the first error; after it nothing more is written.
class Diary {
public:
    Diary(store::Session& session, FixedClock& clock, std::int64_t today_utc_ms)
        : m_session(session), m_clock(clock), m_today_utc_ms(today_utc_ms) {}

    void at(int days_ago, int minute);
    template<class T> Id<T> add(std::string what, T value) {
        Id<T> const id{m_session.book().nextId()};
        set(std::move(what), id, std::move(value));
        return id;
    }
    template<class T> void set(std::string what, Id<T> id, T value) {
        shop::Change change{std::move(what), {}, {}, {}};
        change.put(id, std::move(value));
        commit(std::move(change));
    }
    template<class T, class F> void edit(std::string what, Id<T> id, F change) {
        auto const* found = m_session.book().find(id);
        if (!found) return;
        T copy = *found;
        change(copy);
        set(std::move(what), id, std::move(copy));
    }
    /// Lengths as people type them, in the units given.
    void read(Id<shop::Study> study, std::initializer_list<char const*> typed, UnitSystem units = UnitSystem::Metric);
    void withdraw(Id<shop::Study> study, int nr, std::string cause);
    void commit(shop::Change change);
    std::int64_t now() const { return m_clock.nowUtcMs(); }
    store::Session& session() { return m_session; }
    Result<void> done() const { return m_done; }

private:
    store::Session& m_session;
    FixedClock& m_clock;
    std::int64_t m_today_utc_ms;
    Result<void> m_done;
};

} // namespace steady::demo
