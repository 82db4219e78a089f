// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What comes down around the tool: spindle body, dust shoe and head, from above and from the front.

#include "core/shop/kinds/Machine.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct HeadPicture {
    shop::Machine machine;
    UnitSystem units = UnitSystem::Metric;
};

void paintHead(QPainter& painter, QRectF const& area, HeadPicture const& picture, Ink const& ink);

} // namespace steady::paper
