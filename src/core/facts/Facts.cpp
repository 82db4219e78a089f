// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/facts/Facts.h"

namespace steady::facts {
namespace {

/// Answers that nobody asked for during so many states are let go.
constexpr std::int64_t states_kept = 8;

} // namespace

void Reader::note(Read read) const {
    if (m_facts) m_facts->note(std::move(read));
}

void Facts::lookAt(shop::Snapshot snapshot, UnitSystem units) {
    m_snapshot = std::move(snapshot);
    m_units = units;
    ++m_state;
    for (auto& [of, kept] : m_kept)
        std::erase_if(kept, [&](auto const& each) { return each->used + states_kept < m_state; });
}

void Facts::note(Read read) {
    if (m_noting.empty()) return;
    auto& noting = m_noting.back();
    if (noting.seen.insert(read.key()).second) noting.reads.push_back(std::move(read));
}

bool Facts::stillHolds(Kept& kept) const {
    if (kept.checked == m_state) return true;
    for (auto const& read : kept.reads)
        if (!read.holds(m_snapshot, m_units)) return false;
    kept.checked = m_state;
    return true;
}

} // namespace steady::facts
