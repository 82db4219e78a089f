// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// One thing that was looked at, and whether it is still the same.

#include "core/shop/Snapshot.h"

namespace steady::facts {

class Read {
public:
    template<class T> static Read entity(Id<T> id, std::shared_ptr<T const> was) {
        return {id.value, std::move(was), [](Read const& read, shop::Snapshot const& now, UnitSystem) {
                    auto const is = now.book().share(Id<T>{read.m_id});
                    auto const* then = static_cast<T const*>(read.m_was.get());
                    return is.get() == then || (is && then && *is == *then);
                }};
    }
    template<class T> static Read kind(shop::Book const& book) {
        return {0, book.shared<T>(), [](Read const& read, shop::Snapshot const& now, UnitSystem) {
                    auto const& is = now.book().shared<T>();
                    if (is == read.m_was) return true;
                    auto const& then = *static_cast<shop::EntityMap<T> const*>(read.m_was.get());
                    return std::equal(is->begin(), is->end(), then.begin(), then.end(),
                                      [](auto const& a, auto const& b) {
                                          return a.first == b.first && (a.second == b.second || *a.second == *b.second);
                                      });
                }};
    }
    static Read readings(Id<shop::Study> study, std::shared_ptr<Result<shop::Readings> const> was);
    static Read head(std::int64_t entity, shop::Head was);
    static Read units(UnitSystem units);

    bool holds(shop::Snapshot const& now, UnitSystem units) const { return m_same(*this, now, units); }
    /// The entity, 0 for anything else.
    std::int64_t entityId() const { return m_id; }
    /// The same for every read of the same thing.
    auto key() const { return std::pair(reinterpret_cast<void const*>(m_same), m_id); }

private:
    using Same = bool (*)(Read const&, shop::Snapshot const&, UnitSystem);
    Read(std::int64_t id, std::shared_ptr<void const> was, Same same, std::int64_t number = 0)
        : m_id(id), m_was(std::move(was)), m_same(same), m_number(number) {}

    std::int64_t m_id;
    std::shared_ptr<void const> m_was; ///< kept, so that no other thing can come to stand at its address
    Same m_same;
    std::int64_t m_number; ///< what is too small to be shared: a seq, the units
};

using Reads = std::vector<Read>;

} // namespace steady::facts
