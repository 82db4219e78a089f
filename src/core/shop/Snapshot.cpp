// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shop/Snapshot.h"

#include <mutex>

namespace steady::shop {

struct Snapshot::State {
    Book book;
    std::vector<Head> heads;
    std::int64_t seq;
    std::shared_ptr<ReadingSource const> source;
    mutable std::mutex mutex;
    mutable std::map<Id<Study>, std::shared_ptr<Result<Readings> const>> loaded;
};

Snapshot::Snapshot(Book book, std::vector<Head> heads, std::int64_t seq, std::shared_ptr<ReadingSource const> source)
    : m_state(new State{std::move(book), std::move(heads), seq, std::move(source), {}, {}}) {}

Snapshot Snapshot::readBy(std::shared_ptr<ReadingSource const> source) const {
    return {m_state->book, m_state->heads, m_state->seq, std::move(source)};
}

Book const& Snapshot::book() const { return m_state->book; }
std::int64_t Snapshot::seq() const { return m_state->seq; }

Snapshot Snapshot::after(Change const& change, Book book, std::int64_t seq) const {
    auto heads = m_state->heads;
    for (auto const& put : change.puts) {
        auto const at = static_cast<std::size_t>(put.id);
        if (heads.size() <= at) heads.resize(at + 1);
        heads[at].seq = seq;
        if (heads[at].since == 0) heads[at].since = seq;
    }
    Snapshot next(std::move(book), std::move(heads), seq, m_state->source);
    std::set<Id<Study>> touched;
    for (auto const& added : change.readings) touched.insert(added.study);
    for (auto const& mark : change.marks) touched.insert(mark.study);
    std::lock_guard const lock(m_state->mutex);
    for (auto const& [study, readings] : m_state->loaded)
        if (!touched.contains(study) && *readings) next.m_state->loaded.emplace(study, readings);
    return next;
}

Head Snapshot::head(std::int64_t entity) const {
    auto const at = static_cast<std::size_t>(entity);
    return at < m_state->heads.size() ? m_state->heads[at] : Head{};
}

std::shared_ptr<Result<Readings> const> Snapshot::readings(Id<Study> study) const {
    std::lock_guard const lock(m_state->mutex);
    auto& kept = m_state->loaded[study];
    if (!kept)
        kept = std::make_shared<Result<Readings> const>(
            m_state->source ? m_state->source->readings(study, m_state->seq ? m_state->seq : ReadingSource::latest)
                            : Readings{});
    return kept;
}

} // namespace steady::shop
