// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// One list of fields for writing and strict reading of JSON.

#include "core/base/Json.h"
#include "core/controller/MachinePort.h"
#include "core/shop/Bounds.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <optional>
#include <set>

namespace steady::exchange {

/// Walks an object in either direction: one list of fields serves writing and strict reading.
class Walk {
public:
    Walk(Json& json, bool writing, std::string path, std::optional<Error>& error)
        : m_json(json), m_writing(writing), m_path(std::move(path)), m_error(error) {
        if (writing)
            m_json = Json::object();
        else if (!json.is_object())
            refuse("", "an object");
    }
    ~Walk() {
        if (m_writing || m_error || !m_json.is_object()) return;
        for (auto const& [key, value] : m_json.items())
            if (!m_seen.contains(key)) refuse(key, "a field that docs/formats.md lists");
    }
    Walk(Walk const&) = delete;
    Walk& operator=(Walk const&) = delete;

    template<class T> void field(char const* key, T& value) {
        if (auto* at = slot(key)) pass(*at, key, value);
    }
    /// A field that must lie somewhere.
    template<class T, class N> void field(char const* key, T& value, shop::Bounds<N> bounds) {
        field(key, value);
        if (m_writing || m_error) return;
        bool good = true;
        if constexpr (std::is_same_v<T, std::optional<N>>)
            good = !value || bounds.hold(*value);
        else
            good = bounds.hold(value);
        if (!good) refuse(key, fmt::format("a number from {} to {}", bounds.least, bounds.most));
    }
    /// The first may not lie above the second.
    void ordered(char const* low_key, double low, char const* high_key, double high) {
        if (!m_writing && !m_error && low > high) refuse(low_key, std::string("no more than ") + high_key);
    }
    template<class E, std::size_t n> void word(char const* key, E& value, char const* const (&words)[n]) {
        auto* at = slot(key);
        if (!at) return;
        if (m_writing) {
            *at = words[static_cast<int>(value)];
            return;
        }
        for (std::size_t i = 0; i < n; ++i)
            if (*at == words[i]) {
                value = static_cast<E>(i);
                return;
            }
        std::string expected;
        for (auto const* w : words) expected += (expected.empty() ? "" : " or ") + std::string(w);
        refuse(key, expected);
    }
    template<class F> void object(char const* key, F walk) {
        auto* at = slot(key);
        if (!at) return;
        Walk inner(*at, m_writing, m_path + key + ".", m_error);
        walk(inner);
    }
    template<class T, class F> void list(char const* key, std::vector<T>& values, F walk) {
        auto* at = slot(key);
        if (!at) return;
        if (m_writing) {
            *at = Json::array();
            for (auto& value : values) walk(at->emplace_back(), value, m_error);
            return;
        }
        if (!at->is_array()) return refuse(key, "a list");
        values.assign(at->size(), T{});
        for (std::size_t i = 0; i < values.size() && !m_error; ++i) walk((*at)[i], values[i], m_error);
    }
    /// Of whole numbers.
    void list(char const* key, std::vector<int>& values, shop::Bounds<int> bounds) {
        list(key, values, [&](Json& at, int& value, auto&) {
            pass(at, key, value);
            if (!m_writing && !m_error && !bounds.hold(value))
                refuse(key, std::to_string(bounds.least) + " to " + std::to_string(bounds.most));
        });
    }
    bool writing() const { return m_writing; }
    bool has(char const* key) const { return m_json.is_object() && m_json.contains(key); }
    std::vector<std::string> keys() const {
        std::vector<std::string> all;
        for (auto const& [key, value] : m_json.items()) all.push_back(key);
        return all;
    }
    std::string const& path() const { return m_path; }
    void refuse(std::string const& key, std::string const& expected) {
        auto const what = m_path + key;
        if (!m_error) m_error = Error{Code::BadSchema, {}, what.empty() ? "What is outermost" : what, expected};
    }

private:
    Json* slot(char const* key) {
        if (m_error) return nullptr;
        m_seen.insert(key);
        if (m_writing) return &m_json[key];
        auto const found = m_json.find(key);
        return found == m_json.end() ? nullptr : &*found;
    }
    void pass(Json& at, char const* key, double& value) {
        if (m_writing)
            at = value;
        else if (at.is_number() && shop::bounds::any_real.hold(at.get<double>()))
            value = at;
        else
            refuse(key, "a number that is not too large");
    }
    void pass(Json& at, char const* key, bool& value) {
        if (m_writing)
            at = value;
        else if (at.is_boolean())
            value = at;
        else
            refuse(key, "true or false");
    }
    void pass(Json& at, char const* key, std::string& value) {
        if (m_writing)
            at = value;
        else if (at.is_string())
            value = at;
        else
            refuse(key, "a text");
    }
    void pass(Json& at, char const* key, std::uint64_t& value) {
        if (m_writing)
            at = value;
        else if (at.is_number_unsigned())
            value = at;
        else
            refuse(key, "a whole number, zero or more");
    }
    void pass(Json& at, char const* key, int& value) {
        if (m_writing)
            at = value;
        else if (at.is_number_integer() && shop::bounds::any_real.hold(at.get<double>()) &&
                 shop::bounds::any_whole.hold(static_cast<int>(at.get<std::int64_t>())) &&
                 at.get<std::int64_t>() == static_cast<int>(at.get<std::int64_t>()))
            value = at;
        else
            refuse(key, "a whole number that is not too large");
    }
    template<class T> void pass(Json& at, char const* key, std::optional<T>& value) {
        if (m_writing) {
            at = nullptr;
            if (value) pass(at, key, *value);
        } else if (!at.is_null()) {
            pass(at, key, value.emplace());
        }
    }
    void pass(Json& at, char const* key, controller::Vec3& value) {
        if (m_writing)
            at = value;
        else if (at.is_array() && at.size() == 3)
            for (std::size_t i = 0; i < 3; ++i) pass(at[i], key, value[i]);
        else
            refuse(key, "three numbers");
    }

    Json& m_json;
    bool m_writing;
    std::string m_path;
    std::set<std::string> m_seen;
    std::optional<Error>& m_error;
};

} // namespace steady::exchange
