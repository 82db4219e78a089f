// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/Diary.h"

namespace steady::demo {
namespace {

constexpr std::int64_t day_ms = 86'400'000;
constexpr std::int64_t minute_ms = 60'000;

} // namespace

void Diary::at(int days_ago, int minute) { m_clock.set(m_today_utc_ms - days_ago * day_ms + minute * minute_ms); }

void Diary::read(Id<shop::Study> study, std::initializer_list<char const*> typed, UnitSystem units) {
    shop::Change change{"Plate thickness, " + std::to_string(typed.size()) + " readings", {}, {}, {}};
    for (auto const* text : typed) {
        auto const value = parseLength(text, units, "reading");
        change.readings.push_back({study, {0, value->mm, text, shop::Source::Measured, m_clock.nowUtcMs()}});
    }
    commit(std::move(change));
}

void Diary::withdraw(Id<shop::Study> study, int nr, std::string cause) {
    shop::Change change{"Withdraw a reading: " + cause, {}, {}, {}};
    change.marks.push_back({study, nr, std::move(cause)});
    commit(std::move(change));
}

void Diary::commit(shop::Change change) {
    if (m_done) m_done = m_session.commit(std::move(change));
}

} // namespace steady::demo
