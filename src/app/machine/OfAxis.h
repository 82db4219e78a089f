// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What is kept once for each axis of a machine.

#include "app/shell/Desk.h"
#include "core/shop/kinds/ScaleCheck.h"

namespace steady::app {

template<class T> Id<T> idOfAxis(Desk const& desk, int axis) {
    Id<T> found;
    for (auto const& [id, each] : desk.book().template all<T>())
        if (each->machine == desk.setup().place.machine && static_cast<int>(each->axis) == axis) found = id;
    return found;
}

/// As kept, or an empty one.
template<class T> T ofAxis(Desk const& desk, int axis) {
    if (auto const* found = desk.book().find(idOfAxis<T>(desk, axis))) return *found;
    T made;
    made.machine = desk.setup().place.machine;
    made.axis = static_cast<shop::AxisName>(axis);
    return made;
}

} // namespace steady::app
