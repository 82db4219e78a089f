// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/Carousel.h"

#include <algorithm>
#include <cstdlib>
#include <fmt/format.h>
#include <limits>
#include <set>

namespace steady::changer {

int shortWay(int from, int to, int places) {
    int const with = ((to - from) % places + places) % places;
    return 2 * with <= places ? with : with - places;
}

Result<PocketOrder> leastTurning(std::span<int const> pockets, int at, int places) {
    if (places < 1 || places > most_places)
        return fail(Code::OutOfRange, {"places"}, std::to_string(places), fmt::format("1 to {}", most_places));
    auto const range = fmt::format("1 to {}", places);
    if (at < 1 || at > places) return fail(Code::OutOfRange, {"at"}, fmt::format("Pocket {}", at), range);
    std::set<int> once;
    for (int const pocket : pockets) {
        if (pocket < 1 || pocket > places)
            return fail(Code::OutOfRange, {"pockets"}, fmt::format("Pocket {}", pocket), range);
        if (!once.insert(pocket).second)
            return fail(Code::TwoAlike, {"pockets"}, "two of the tools", fmt::format("pocket {}", pocket));
    }
    PocketOrder best;
    int before = at;
    for (int const pocket : pockets) {
        best.turned_as_given += std::abs(shortWay(before, pocket, places));
        before = pocket;
    }
    // How far each lies with the numbers; those up to a cut are reached that way, the others against them.
    std::vector<std::pair<int, int>> away;
    for (int const pocket : pockets) away.emplace_back(((pocket - at) % places + places) % places, pocket);
    std::sort(away.begin(), away.end());
    auto const count = away.size();
    best.turned = std::numeric_limits<int>::max();
    for (std::size_t cut = 0; cut <= count; ++cut) {
        int const with = cut > 0 ? away[cut - 1].first : 0, against = cut < count ? places - away[cut].first : 0;
        bool const with_first = with <= against;
        int const turned = std::min(with, against) * 2 + std::max(with, against);
        if (turned >= best.turned) continue;
        best.turned = turned;
        best.order.clear();
        auto const forward = [&] {
            for (std::size_t i = 0; i < cut; ++i) best.order.push_back(away[i].second);
        };
        auto const backward = [&] {
            for (std::size_t i = count; i-- > cut;) best.order.push_back(away[i].second);
        };
        if (with_first) {
            forward();
            backward();
        } else {
            backward();
            forward();
        }
    }
    return best;
}

} // namespace steady::changer
