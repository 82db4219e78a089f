// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How far a tip goes on past the trip, over the feed, against what gives way below it.

#include "core/install/TouchFeeds.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct FeedPicture {
    shop::Machine machine;
    install::TouchRoom room;
    install::FeedLimits limits;
    UnitSystem units = UnitSystem::Metric;
};

void paintFeeds(QPainter& painter, QRectF const& area, FeedPicture const& picture, Ink const& ink);

} // namespace steady::paper
