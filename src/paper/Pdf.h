// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Pages on paper: A4, upright, 96 units an inch, 15 mm free all around.

#include "core/base/Result.h"

#include <QPainter>
#include <QRectF>
#include <QString>
#include <functional>
#include <vector>

namespace steady::paper {

inline constexpr double page_unit_per_mm = 96 / 25.4;

using Page = std::function<void(QPainter& painter, QRectF const& area)>;

/// All or nothing: the file is put in place once it is whole. Any thread. Error: FileWrite.
Result<void> writePdf(QString const& path, QString const& title, std::vector<Page> const& pages);

} // namespace steady::paper
