// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Answers of pure functions about the book, computed when somebody asks and kept while what they rest on is the same.
// Belongs to one thread; others have their own, on the same snapshot.

#include "core/facts/Reader.h"

#include <set>
#include <unordered_map>

namespace steady::facts {

class Facts {
public:
    explicit Facts(shop::Snapshot snapshot = {}, UnitSystem units = UnitSystem::Metric)
        : m_snapshot(std::move(snapshot)), m_units(units) {}
    Facts(Facts const&) = delete;
    Facts& operator=(Facts const&) = delete;

    /// From now on answers are about this. What was handed out before is gone.
    void lookAt(shop::Snapshot snapshot, UnitSystem units);
    Reader reader() { return {m_snapshot, m_units, this}; }

    /// The answer and what it rests on.
    template<auto fact, class... Args> auto const& ask(Args const&... args) { return answer<fact>(args...).value; }
    template<auto fact, class... Args> Reads const& readsOf(Args const&... args) { return answer<fact>(args...).reads; }
    void note(Read read);
    std::int64_t computed() const { return m_computed; } ///< how often something was, so far

private:
    struct Kept {
        Reads reads;
        std::int64_t checked = 0, used = 0; ///< at which state
        virtual ~Kept() = default;
    };
    template<class Value, class... Args> struct Answer : Kept {
        std::tuple<Args...> args;
        Value value;
        Answer(std::tuple<Args...> a, Value v) : args(std::move(a)), value(std::move(v)) {}
    };
    template<auto fact> inline static constexpr char name = 0;

    template<auto fact, class... Args> auto& answer(Args const&... args) {
        using Value = std::decay_t<decltype(fact(std::declval<Reader>(), args...))>;
        using Found = Answer<Value, std::decay_t<Args>...>;
        auto& kept = m_kept[&name<fact>];
        std::erase_if(kept, [&](auto const& each) {
            auto* found = dynamic_cast<Found*>(each.get());
            return found && found->args == std::tie(args...) && !stillHolds(*found);
        });
        for (auto const& each : kept) {
            auto* found = dynamic_cast<Found*>(each.get());
            if (!found || found->args != std::tie(args...)) continue;
            found->used = m_state;
            for (auto const& read : found->reads) note(read);
            return *found;
        }
        m_noting.emplace_back();
        auto made = std::make_unique<Found>(std::tuple<std::decay_t<Args>...>(args...), fact(reader(), args...));
        made->reads = std::move(m_noting.back().reads);
        m_noting.pop_back();
        made->checked = made->used = m_state;
        ++m_computed;
        for (auto const& read : made->reads) note(read);
        auto& all = m_kept[&name<fact>]; // what it asked for in turn may have moved them
        all.push_back(std::move(made));
        return static_cast<Found&>(*all.back());
    }
    bool stillHolds(Kept& kept) const;

    shop::Snapshot m_snapshot;
    UnitSystem m_units;
    std::int64_t m_state = 1, m_computed = 0;
    std::unordered_map<char const*, std::vector<std::unique_ptr<Kept>>> m_kept;
    struct Noting {
        Reads reads;
        std::set<std::pair<void const*, std::int64_t>> seen;
    };
    std::vector<Noting> m_noting; ///< of what is being computed, the innermost last
};

template<auto fact, class... Args> decltype(auto) Reader::ask(Args const&... args) const {
    using Value = std::decay_t<decltype(fact(*this, args...))>;
    if (m_facts) return Value(m_facts->ask<fact>(args...));
    return Value(fact(*this, args...));
}

} // namespace steady::facts
