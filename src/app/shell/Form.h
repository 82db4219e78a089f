// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Fields bound to one entity: what each shows, what it accepts, and how it goes back into the book. Nothing is kept
// here; every refresh reads the entity anew.

#include "app/shell/Desk.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "core/shop/Bounds.h"

#include <QVBoxLayout>
#include <algorithm>

namespace steady::app {

struct Range {
    double low, high; ///< in mm, mm/min, or the unit shown for plain numbers
    constexpr Range(double from, double to) : low(from), high(to) {}
    template<class T> constexpr Range(shop::Bounds<T> bounds) : low(bounds.least), high(bounds.most) {}
};
inline constexpr Range any_length{-10'000, 10'000}, any_size{0, 2000};

/// What does not depend on the entity's type.
class FormFields {
public:
    FormFields(Desk& desk, QVBoxLayout* into) : m_desk(desk), m_into(into) {}
    virtual ~FormFields() = default;
    void heading(char const* words);
    void note(char const* words);
    /// Its words are asked for at each refresh.
    void note(std::function<QString()> words);
    /// What follows is shown only while that is so; empty: always.
    void only(std::function<bool()> when) { m_when = std::move(when); }
    /// The next so many fields belong together and share a row.
    void row(int fields);
    void refresh();

protected:
    using Number = std::optional<double>;
    using GetNumber = std::function<Number()>;
    using PutNumber = std::function<Result<void>(Number)>;
    struct Field_ {
        char const* name;
        char const* caption;
        char const* hint;
        Range range;
        bool optional = false;
    };
    void addLength(Field_ const& field, GetNumber get, PutNumber put);
    void addFeed(Field_ const& field, GetNumber get, PutNumber put);
    void addNumber(Field_ const& field, char const* unit, bool whole, GetNumber get, PutNumber put);
    void addText(char const* name, char const* caption, bool may_be_empty, std::function<std::string()> get,
                 std::function<Result<void>(std::string)> put);
    void addChoice(char const* name, char const* caption, std::vector<std::string> const& items,
                   std::function<int()> get, std::function<Result<void>(int)> put);
    /// Shown below a field whose entity is not in the book yet.
    virtual bool known() const = 0;

    Desk& m_desk;

private:
    QString hintOf(char const* hint) const;
    void put(QWidget* widget, std::function<void()> show);
    void showOnly(QWidget* widget);

    QVBoxLayout* m_into;
    QHBoxLayout* m_row = nullptr;
    int m_in_row = 0; ///< fields that still belong into it
    std::function<bool()> m_when;
    std::vector<std::function<void()>> m_shown;
};

template<class V> inline constexpr bool is_optional = false;
template<class V> inline constexpr bool is_optional<std::optional<V>> = true;

template<class T> class Form : public FormFields {
public:
    using Get = std::function<T()>;
    using Put = std::function<Result<void>(T, std::string what)>;
    Form(Desk& desk, QVBoxLayout* into, Get get, Put put, std::function<bool()> known)
        : FormFields(desk, into), m_get(std::move(get)), m_put(std::move(put)), m_known(std::move(known)) {}

    // `at` gives the place of the value in the entity: a reference to it.
    template<class At> void length(char const* name, char const* caption, Range range, At at, char const* hint = "") {
        addLength({name, caption, hint, range, optionalAt(at)}, getNumber(at, 1), putNumber(at, caption, 1));
    }
    template<class At> void feed(char const* name, char const* caption, Range range, At at, char const* hint = "") {
        addFeed({name, caption, hint, range, optionalAt(at)}, getNumber(at, 1), putNumber(at, caption, 1));
    }
    /// `shown` = `factor` × stored.
    template<class At>
    void number(char const* name, char const* caption, char const* unit, double factor, Range range, At at,
                char const* hint = "") {
        addNumber({name, caption, hint, range, optionalAt(at)}, unit, wholeAt(at), getNumber(at, factor),
                  putNumber(at, caption, factor));
    }
    template<class At> void text(char const* name, char const* caption, At at, bool may_be_empty = false) {
        addText(
            name, caption, may_be_empty,
            [this, at] {
                T value = m_get();
                return std::string(at(value));
            },
            [this, at, caption](std::string typed) {
                T value = m_get();
                at(value) = std::move(typed);
                return m_put(std::move(value), caption);
            });
    }
    /// Items in the order of the enumeration.
    /// Of what is stored as a word: the row of a table by its word.
    template<class At>
    void wordChoice(char const* name, char const* caption, std::vector<std::pair<std::string, std::string>> rows,
                    At at) {
        std::vector<std::string> items;
        for (auto const& [word, shown] : rows) items.push_back(shown);
        addChoice(
            name, caption, items,
            [this, at, rows] {
                T value = m_get();
                auto const found =
                    std::find_if(rows.begin(), rows.end(), [&](auto const& row) { return row.first == at(value); });
                return found == rows.end() ? -1 : static_cast<int>(found - rows.begin());
            },
            [this, at, rows, caption](int index) {
                T value = m_get();
                at(value) = rows[static_cast<std::size_t>(index)].first;
                return m_put(std::move(value), caption);
            });
    }
    template<class At>
    void choice(char const* name, char const* caption, std::initializer_list<char const*> items, At at) {
        addChoice(
            name, caption, {items.begin(), items.end()},
            [this, at] {
                T value = m_get();
                return static_cast<int>(at(value));
            },
            [this, at, caption](int index) {
                T value = m_get();
                auto& place = at(value);
                place = static_cast<std::remove_reference_t<decltype(place)>>(index);
                return m_put(std::move(value), caption);
            });
    }

    /// The same where nobody need have said: the first item stands for that.
    template<class At>
    void optionalChoice(char const* name, char const* caption, std::initializer_list<char const*> items, At at) {
        addChoice(
            name, caption, {items.begin(), items.end()},
            [this, at] {
                T value = m_get();
                auto const& place = at(value);
                return place ? static_cast<int>(*place) + 1 : 0;
            },
            [this, at, caption](int index) {
                T value = m_get();
                auto& place = at(value);
                place.reset();
                if (index > 0) place = static_cast<typename Value<At>::value_type>(index - 1);
                return m_put(std::move(value), caption);
            });
    }

protected:
    bool known() const override { return m_known(); }

private:
    template<class At> using Value = std::remove_reference_t<std::invoke_result_t<At, T&>>;
    template<class At> static constexpr bool optionalAt(At const&) { return is_optional<Value<At>>; }
    template<class At> static constexpr bool wholeAt(At const&) {
        return std::is_integral_v<Value<At>> || std::is_same_v<Value<At>, std::optional<int>>;
    }
    template<class At> GetNumber getNumber(At at, double factor) {
        return [this, at, factor]() -> Number {
            T value = m_get();
            if constexpr (is_optional<Value<At>>) {
                auto const& place = at(value);
                return place ? Number(static_cast<double>(*place) * factor) : std::nullopt;
            } else {
                return static_cast<double>(at(value)) * factor;
            }
        };
    }
    template<class At> PutNumber putNumber(At at, char const* caption, double factor) {
        return [this, at, caption, factor](Number number) {
            T value = m_get();
            auto& place = at(value);
            if constexpr (is_optional<Value<At>>) {
                place.reset();
                if (number) place = static_cast<typename Value<At>::value_type>(*number / factor);
            } else {
                place = static_cast<Value<At>>(*number / factor);
            }
            return m_put(std::move(value), caption);
        };
    }

    Get m_get;
    Put m_put;
    std::function<bool()> m_known;
};

} // namespace steady::app
