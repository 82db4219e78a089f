// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The present state of what the shop knows: per kind, entities by id. Holds no readings. A value; copying is cheap.

#include "core/base/Finding.h"
#include "core/shop/Measured.h"

#include <algorithm>
#include <map>
#include <memory>
#include <set>
#include <tuple>
#include <variant>

namespace steady::shop {

/// Every kind of thing that a book holds, named once.
template<template<class...> class Of, template<class> class Each>
using EveryKind = Of<Each<BookInfo>, Each<Machine>, Each<Instrument>, Each<TouchPlate>, Each<ToolSetter>, Each<Cutter>,
                     Each<Holder>, Each<Assembly>, Each<Study>, Each<Contact>, Each<Board>, Each<Surfacing>,
                     Each<ZeroSetup>, Each<MacroVersion>, Each<MacroRun>>;
template<class T> using Itself = T;
template<class T> using EntityMap = std::map<Id<T>, std::shared_ptr<T const>>;
using Entity = EveryKind<std::variant, Itself>;

class Book;
/// The tools that a machine has now, not those taken apart. No machine: of all.
std::vector<std::pair<Id<Assembly>, Assembly const*>> toolsOf(Book const& book, Id<Machine> machine);

class Book {
public:
    template<class T> using Map = EntityMap<T>;

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
    /// The numbers of the entities that hold such a reference.
    std::set<std::int64_t> misled() const;
    std::size_t size() const;

private:
    template<class Wrong> void eachWrongReference(Wrong wrong) const;

    EveryKind<std::tuple, EntityMap> m_maps;
    std::int64_t m_next_id = 1;
};

} // namespace steady::shop
