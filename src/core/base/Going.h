// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Long work says how far it is, and asks whether to go on. Both may be left out.

#include <functional>
#include <stop_token>

namespace steady {

struct Going {
    std::stop_token stop = {};
    std::function<void(double share)> tell = {}; ///< 0 … 1, from the thread of the work

    bool stopped() const { return stop.stop_requested(); }
    void at(std::int64_t done, std::int64_t of) const {
        if (tell && of > 0) tell(static_cast<double>(done) / static_cast<double>(of));
    }
};

} // namespace steady
