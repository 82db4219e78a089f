// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/facts/Read.h"

namespace steady::facts {

Read Read::readings(Id<shop::Study> study, std::shared_ptr<Result<shop::Readings> const> was) {
    return {study.value, std::move(was), [](Read const& read, shop::Snapshot const& now, UnitSystem) {
                auto const is = now.readings(Id<shop::Study>{read.m_id});
                return is == read.m_was || *is == *static_cast<Result<shop::Readings> const*>(read.m_was.get());
            }};
}

Read Read::units(UnitSystem units) {
    return {0, nullptr,
            [](Read const& read, shop::Snapshot const&, UnitSystem now) {
                return read.m_number == static_cast<std::int64_t>(now);
            },
            static_cast<std::int64_t>(units)};
}

Read Read::head(std::int64_t entity, shop::Head was) {
    return {entity, nullptr,
            [](Read const& read, shop::Snapshot const& now, UnitSystem) {
                return now.head(read.m_id).seq == read.m_number;
            },
            was.seq};
}

} // namespace steady::facts
