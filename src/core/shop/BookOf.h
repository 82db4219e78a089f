// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a book does, for any list of kinds; Book.cpp makes the one of ours.

#include "core/base/Words.h"
#include "core/shop/Book.h"

#include <fmt/format.h>

namespace steady::shop {

/// The map of this state alone, to be changed.
template<class List> template<class T> EntityMap<T>& BookOf<List>::own() {
    auto copy = std::make_shared<Map<T>>(all<T>());
    auto& own = *copy;
    std::get<std::shared_ptr<Map<T> const>>(m_maps) = std::move(copy);
    return own;
}

template<class List> void BookOf<List>::put(std::int64_t id, Entity value) {
    reserve(id);
    std::visit([&]<class T>(T& entity) { own<T>()[Id<T>{id}] = std::make_shared<T const>(std::move(entity)); }, value);
}

template<class List> void BookOf<List>::putAll(std::vector<std::pair<std::int64_t, Entity>> entities) {
    for (auto const& [id, value] : entities) reserve(id);
    List::forEach([&]<class T>() {
        Map<T>* map = nullptr; // copied once, not with each
        for (auto& [id, value] : entities)
            if (auto* entity = std::get_if<T>(&value)) {
                if (!map) map = &own<T>();
                (*map)[Id<T>{id}] = std::make_shared<T const>(std::move(*entity));
            }
    });
}

template<class List> void BookOf<List>::retire(std::int64_t id) {
    List::forEach([&]<class T>() {
        if (all<T>().contains(Id<T>{id})) own<T>().erase(Id<T>{id});
    });
}

template<class List> bool BookOf<List>::holds(std::int64_t id, Entity const& value) const {
    return std::visit(
        [&]<class T>(T const& entity) {
            auto const* found = find(Id<T>{id});
            return found && *found == entity;
        },
        value);
}

template<class List> BookInfo BookOf<List>::info() const {
    auto const& infos = all<BookInfo>();
    return infos.empty() ? BookInfo{"Untitled", UnitSystem::Metric} : *infos.begin()->second;
}

template<class List> std::size_t BookOf<List>::size() const {
    std::size_t count = 0;
    List::forEach([&]<class T>() { count += all<T>().size(); });
    return count;
}

template<class List> void BookOf<List>::eachWrongReference(Wrong const& wrong) const {
    auto const look = [&]<class T>(Id<T> own_id, T const& entity) {
        auto visit = [&](auto const& self, FieldName field, auto const& value) -> void {
            auto const require = [&]<class R>(Id<R> id) {
                if (id && !find(id)) wrong(own_id.value, titleOf(entity), field, id.value);
            };
            using Value = std::remove_cvref_t<decltype(value)>;
            if constexpr (Part<Value>)
                Value::fields(value, [&](FieldName inner, auto const& part, auto&&...) { self(self, inner, part); });
            else if constexpr (requires { require(value); })
                require(value);
            else if constexpr (requires { require(*value.begin()); })
                for (auto const id : value) require(id);
        };
        T::fields(entity, [&](FieldName field, auto const& value, auto&&...) { visit(visit, field, value); });
    };
    List::forEach([&]<class T>() {
        for (auto const& [id, entity] : all<T>()) look(id, *entity);
    });
}

template<class List> Findings BookOf<List>::check() const {
    Findings found;
    eachWrongReference([&](std::int64_t, std::string const& who, FieldName field, std::int64_t missing) {
        found.push_back(
            toFinding({Code::BadReference, {who}, fmt::format("{}: {} (number {})", who, field.words, missing), ""}));
    });
    return found;
}

template<class List> std::set<std::int64_t> BookOf<List>::misled() const {
    std::set<std::int64_t> found;
    eachWrongReference([&](std::int64_t own_id, auto&&...) { found.insert(own_id); });
    return found;
}

} // namespace steady::shop
