// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A book that comes about change by change, in memory: what came first is known.

#include "core/facts/Reader.h"

namespace steady::test {

class History {
public:
    History() = default;
    /// Everything in the book came with the first change.
    explicit History(shop::Book const& book) {
        shop::Change all;
        shop::Kinds::forEach([&]<class T>() {
            for (auto const& [id, entity] : book.all<T>()) all.put(id, T(*entity));
        });
        commit(std::move(all));
    }
    void commit(shop::Change change) {
        auto next = shop::apply(m_now.book(), change);
        if (!next) qFatal("%s", next.error().value.c_str());
        m_now = m_now.after(change, std::move(*next), m_now.seq() + 1);
    }
    template<class T> Id<T> put(Id<T> id, T value) {
        shop::Change change;
        change.put(id, std::move(value));
        commit(std::move(change));
        return id;
    }
    template<class T> Id<T> add(T value) { return put(Id<T>{m_now.book().nextId()}, std::move(value)); }
    template<class T, class F> void change(Id<T> id, F edit) {
        T copy = *m_now.book().find(id);
        edit(copy);
        put(id, std::move(copy));
    }
    void retire(std::int64_t id) {
        shop::Change change;
        change.puts.push_back({id, std::nullopt});
        commit(std::move(change));
    }
    shop::Snapshot const& now() const { return m_now; }
    facts::Reader reader() const { return facts::Reader(m_now); }

private:
    shop::Snapshot m_now;
};

} // namespace steady::test
