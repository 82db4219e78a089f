// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shop/BookOf.h"

namespace steady::shop {

template class BookOf<Kinds>;

std::vector<std::pair<Id<Assembly>, Assembly const*>> toolsAmong(EntityMap<Assembly> const& tools,
                                                                 Id<Machine> machine) {
    std::vector<std::pair<Id<Assembly>, Assembly const*>> found;
    for (auto const& [id, tool] : tools)
        if (tool->released_utc_ms == 0 && (!tool->machine || !machine || tool->machine == machine))
            found.emplace_back(id, tool.get());
    return found;
}

} // namespace steady::shop
