// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The state of what the shop knows: per kind, entities by id. Holds no readings. A value; copying costs a pointer a
// kind, and what did not change between two states is the same object in both.

#include "core/base/Finding.h"
#include "core/shop/Kinds.h"

#include <algorithm>
#include <functional>
#include <set>

namespace steady::shop {

template<class List> class BookOf {
public:
    using Entity = typename List::Entity;
    template<class T> using Map = EntityMap<T>;

    template<class T> Map<T> const& all() const { return *shared<T>(); }
    /// The same, to be kept: two states with the same pointer have the same things of this kind.
    template<class T> std::shared_ptr<Map<T> const> const& shared() const {
        return std::get<std::shared_ptr<Map<T> const>>(m_maps);
    }
    /// Null when there is no such entity.
    template<class T> T const* find(Id<T> id) const { return share(id).get(); }
    template<class T> std::shared_ptr<T const> share(Id<T> id) const {
        auto const found = all<T>().find(id);
        return found == all<T>().end() ? nullptr : found->second;
    }
    /// The first of a kind, or none.
    template<class T> Id<T> first() const { return all<T>().empty() ? Id<T>{} : all<T>().begin()->first; }

    void put(std::int64_t id, Entity value);
    /// Many at once, by their numbers.
    void putAll(std::vector<std::pair<std::int64_t, Entity>> entities);
    /// The next number that no entity has or had.
    std::int64_t nextId() const { return m_next_id; }
    /// Numbers up to this one are taken, by entities retired long ago.
    void reserve(std::int64_t id) { m_next_id = std::max(m_next_id, id + 1); }
    /// Whether the entity is there and equal.
    bool holds(std::int64_t id, Entity const& value) const;
    void retire(std::int64_t id);

    BookInfo info() const;
    UnitSystem units() const { return info().units; }
    /// Every reference that leads nowhere.
    Findings check() const;
    /// The numbers of the entities that hold such a reference.
    std::set<std::int64_t> misled() const;
    std::size_t size() const;

private:
    using Wrong = std::function<void(std::int64_t own, std::string const& who, FieldName field, std::int64_t missing)>;
    void eachWrongReference(Wrong const& wrong) const;
    template<class T> Map<T>& own();

    typename List::Maps m_maps = List::none();
    std::int64_t m_next_id = 1;
};

extern template class BookOf<Kinds>;
using Book = BookOf<Kinds>;

/// “plate Ash 6”, or “contact” of what has no name.
template<class T> std::string titleOf(T const& entity) {
    std::string words = T::kind.words;
    if constexpr (requires { entity.name; })
        if (!entity.name.empty()) words += " " + entity.name;
    return words;
}

/// The tools that a machine has now, not those taken apart. No machine: of all.
std::vector<std::pair<Id<Assembly>, Assembly const*>> toolsAmong(EntityMap<Assembly> const& tools, Id<Machine> machine);
auto toolsOf(auto const& book, Id<Machine> machine) { return toolsAmong(book.template all<Assembly>(), machine); }

} // namespace steady::shop
