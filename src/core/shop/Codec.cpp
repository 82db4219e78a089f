// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shop/Codec.h"

#include "core/shop/CodecOf.h"

namespace steady::shop {
namespace {

/// Takes out what refers to nothing.
struct Forgetter {
    Book const& book;
    template<class T> void operator()(FieldName, Id<T>& reference) {
        if (!book.find(reference)) reference = {};
    }
    template<Part T> void operator()(FieldName, T& part) { T::fields(part, *this); }
    void operator()(FieldName, auto&&...) {}
};

} // namespace

std::string kindOf(Entity const& entity) {
    return std::visit([]<class T>(T const&) { return std::string(T::kind.key); }, entity);
}

Json toJson(Entity const& entity) { return writeBody<Kinds>(entity); }

Result<Entity> fromJson(std::string const& kind, Json const& body) { return readBody<Kinds>(kind, body); }

std::optional<Entity> withoutMissing(Entity entity, Book const& book) {
    return std::visit(
        [&]<class T>(T& value) -> std::optional<Entity> {
            if (T::kind.of_another) return std::nullopt;
            T::fields(value, Forgetter{book});
            return Entity(std::move(value));
        },
        entity);
}

} // namespace steady::shop
