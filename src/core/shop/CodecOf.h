// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Writing and reading bodies for any list of kinds, by walking the fields of each; Codec.cpp makes those of ours.

#include "core/base/Json.h"
#include "core/base/Result.h"
#include "core/shop/Kinds.h"

#include <fmt/format.h>
#include <limits>
#include <nlohmann/json.hpp>
#include <vector>

namespace steady::shop {

template<class E>
concept Worded = std::is_enum_v<E> && requires(E value) {
    word(value);
};

namespace bodies {

struct Writer {
    Json& out;
    void operator()(FieldName field, auto const& value, auto&&...) { write(out[field.key], value); }

    void write(Json& at, std::string const& value) { at = value; }
    void write(Json& at, double value) { at = value; }
    void write(Json& at, int value) { at = value; }
    void write(Json& at, bool value) { at = value; }
    void write(Json& at, std::int64_t value) { at = value; }
    template<class T> void write(Json& at, Id<T> value) { at = value.value; }
    void write(Json& at, Worded auto value) { at = word(value); }
    template<class T> void write(Json& at, std::optional<T> const& value) {
        at = nullptr;
        if (value) write(at, *value);
    }
    template<class T> void write(Json& at, std::vector<T> const& values) {
        at = Json::array();
        for (auto const& value : values) write(at.emplace_back(), value);
    }
    template<Part T> void write(Json& at, T const& value) {
        at = Json::object();
        T::fields(value, Writer{at});
    }
};

class Reader {
public:
    Reader(Json const& in, std::string place, bool before_parts = false)
        : m_in(in), m_place(std::move(place)), m_before_parts(before_parts) {}

    /// A field that is not there keeps its default: older bodies lack newer fields.
    void operator()(FieldName field, auto& value) {
        auto const* key = m_before_parts ? field.was : field.key;
        if (m_error || !key) return;
        if (auto const found = m_in.find(key); found != m_in.end()) read(*found, field, value);
    }
    template<class N> void operator()(FieldName field, auto& value, Bounds<N> bounds) {
        (*this)(field, value);
        if (!m_error) check(field, value, bounds);
    }
    /// A part that is not there yet: its fields stood beside the others.
    template<Part T> void operator()(FieldName field, T& value) {
        if (m_error) return;
        auto const found = m_in.find(field.key);
        bool const before_parts = found == m_in.end();
        if (!before_parts && !found->is_object()) return refuse(field, "an object");
        Reader inner(before_parts ? m_in : *found, before_parts ? m_place : m_place + "." + field.key, before_parts);
        T::fields(value, inner);
        m_error = inner.m_error;
    }
    std::optional<Error> const& error() const { return m_error; }

private:
    template<class N> void check(FieldName field, N value, Bounds<N> bounds) {
        if (!bounds.hold(value)) refuse(field, fmt::format("a number from {} to {}", bounds.least, bounds.most));
    }
    template<class N> void check(FieldName field, std::optional<N> const& value, Bounds<N> bounds) {
        if (value) check(field, *value, bounds);
    }
    template<class N> void check(FieldName field, std::vector<N> const& values, Bounds<N> bounds) {
        for (auto const value : values) check(field, value, bounds);
    }
    void refuse(FieldName field, std::string expected) {
        m_error = Error{Code::BadSchema, {m_place}, field.key, std::move(expected)};
    }
    /// A whole number of JSON may be larger than the type that takes it.
    template<class T> void readWhole(Json const& at, FieldName field, T& value) {
        bool const fits =
            at.is_number_integer() &&
            (!at.is_number_unsigned() || at.get<std::uint64_t>() <= std::numeric_limits<std::int64_t>::max());
        auto const found = fits ? at.get<std::int64_t>() : 0;
        if (!fits || found < std::numeric_limits<T>::min() || found > std::numeric_limits<T>::max())
            return refuse(field, "a whole number that is not too large");
        value = static_cast<T>(found);
    }

    void read(Json const& at, FieldName field, std::string& value) {
        at.is_string() ? void(value = at) : refuse(field, "a text");
    }
    void read(Json const& at, FieldName field, double& value) {
        if (!at.is_number() || !bounds::any_real.hold(at.get<double>()))
            return refuse(field, "a number that is not too large");
        value = at;
    }
    void read(Json const& at, FieldName field, bool& value) {
        at.is_boolean() ? void(value = at) : refuse(field, "true or false");
    }
    void read(Json const& at, FieldName field, int& value) { readWhole(at, field, value); }
    void read(Json const& at, FieldName field, std::int64_t& value) { readWhole(at, field, value); }
    template<class T> void read(Json const& at, FieldName field, Id<T>& value) {
        read(at, field, value.value);
        if (!m_error && value.value < 0) refuse(field, "the number of a thing, or 0");
    }
    template<class T> void read(Json const& at, FieldName field, std::optional<T>& value) {
        value.reset();
        if (at.is_null()) return;
        T inner{};
        read(at, field, inner);
        value = inner;
    }
    template<Worded E> void read(Json const& at, FieldName field, E& value) {
        auto const found = at.is_string() ? at.get<std::string>() : std::string();
        for (int i = 0;; ++i) {
            auto const* known = word(static_cast<E>(i));
            if (!known) return refuse(field, "one of the known words");
            if (found != known) continue;
            value = static_cast<E>(i);
            return;
        }
    }
    template<class T> void read(Json const& at, FieldName field, std::vector<T>& values) {
        if (!at.is_array()) return refuse(field, "a list");
        values.clear();
        for (auto const& item : at) {
            if (m_error) return;
            if constexpr (Part<T>) {
                if (!item.is_object()) return refuse(field, "a list of objects");
                Reader inner(item, m_place + "." + field.key);
                T::fields(values.emplace_back(), inner);
                m_error = inner.m_error;
            } else {
                T value{};
                read(item, field, value);
                values.push_back(std::move(value));
            }
        }
    }

    Json const& m_in;
    std::string m_place;
    bool m_before_parts;
    std::optional<Error> m_error;
};

template<class Any, class T> Result<Any> readAs(Json const& body) {
    int const version = body.value("v", Json(1)).is_number_integer() ? body.value("v", 1) : 1;
    if (version > T::kind.version)
        return fail(Code::FileNewer, {T::kind.key}, fmt::format("a body of version {}", version),
                    fmt::format("up to {}", T::kind.version));
    T value{};
    Reader reader(body, T::kind.key);
    T::fields(value, reader);
    if (reader.error()) return Failure(*reader.error());
    if constexpr (Upgraded<T>) T::upgrade(value, {version, body.contains("path")});
    return Any(std::move(value));
}

} // namespace bodies

template<class List> Json writeBody(typename List::Entity const& entity) {
    return std::visit(
        []<class T>(T const& value) {
            Json out = Json::object();
            out["v"] = T::kind.version;
            T::fields(value, bodies::Writer{out});
            return out;
        },
        entity);
}

template<class List> Result<typename List::Entity> readBody(std::string const& kind, Json const& body) {
    if (!body.is_object()) return fail(Code::BadSchema, {kind}, "The body", "an object");
    Result<typename List::Entity> result =
        fail(Code::BadSchema, {kind}, "The kind", "a kind of entity known to this version");
    List::forEach([&]<class T>() {
        if (kind == T::kind.key) result = bodies::readAs<typename List::Entity, T>(body);
    });
    return result;
}

} // namespace steady::shop
