// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The same work for every number of a range, on several threads; which thread takes which number changes nothing.

#include "core/base/Going.h"

#include <atomic>
#include <thread>
#include <vector>

namespace steady {

/// Calls each(i) once for every 0 ≤ i < count, from several threads at once, unless it is stopped. The calling thread
/// takes part, and tells how far it is.
template<class Each> void inParallel(std::int64_t count, int threads, Going const& going, Each const& each) {
    std::atomic<std::int64_t> next = 0;
    auto work = [&](bool tells) {
        for (std::int64_t i = next++; i < count && !going.stopped(); i = next++) {
            each(i);
            if (tells) going.at(i + 1, count);
        }
    };
    std::vector<std::jthread> others;
    for (int i = 1; i < threads; ++i) others.emplace_back([&work] { work(false); });
    work(true);
}

} // namespace steady
