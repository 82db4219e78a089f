// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Precompiled for the whole interface.

#include <QtGui>
#include <QtWidgets>
#include <cmath>
#include <fmt/format.h>
#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>
