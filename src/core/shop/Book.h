// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The present state of what the shop knows: per kind, entities by id. Holds no readings. A value; copying is cheap.

#include "core/base/Finding.h"
#include "core/shop/Measured.h"

#include <algorithm>
#include <map>
#include <memory>
#include <tuple>
#include <variant>

namespace steady::shop {

using Entity = std::variant<BookInfo, Machine, Instrument, TouchPlate, Assembly, Study, Contact, ZeroSetup>;

class Book {
public:
    template<class T> using Map = std::map<Id<T>, std::shared_ptr<T const>>;

    template<class T> Map<T> const& all() const { return std::get<Map<T>>(m_maps); }
    /// Null when there is no such entity.
    template<class T> T const* find(Id<T> id) const {
        auto const found = all<T>().find(id);
        return found == all<T>().end() ? nullptr : found->second.get();
    }
    /// The first of a kind, or none.
    template<class T> Id<T> first() const { return all<T>().empty() ? Id<T>{} : all<T>().begin()->first; }

    void put(std::int64_t id, Entity value);
    /// The next number that no entity has or had.
    std::int64_t nextId() const { return m_next_id; }
    /// Numbers up to this one are taken, by entities retired long ago.
    void reserve(std::int64_t id) { m_next_id = std::max(m_next_id, id + 1); }
    /// Whether the entity is there and equal.
    bool holds(std::int64_t id, Entity const& value) const;
    void retire(std::int64_t id);

    BookInfo info() const;
    /// The same book as seen in other units: sentences are made in them.
    Book in(UnitSystem units) const;
    UnitSystem units() const { return info().units; }
    /// Every reference that leads nowhere.
    Findings check() const;
    std::size_t size() const;

private:
    std::tuple<Map<BookInfo>, Map<Machine>, Map<Instrument>, Map<TouchPlate>, Map<Assembly>, Map<Study>, Map<Contact>,
               Map<ZeroSetup>>
        m_maps;
    std::int64_t m_next_id = 1;
};

} // namespace steady::shop
