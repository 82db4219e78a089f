// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a row of the revision table says.

#include "core/shop/Codec.h"

#include <QString>
#include <nlohmann/json.hpp>

namespace steady::store {

inline Result<shop::Entity> entityOf(QString const& kind, QString const& body) {
    auto const json = parseJson(body.toStdString(), kind.toStdString());
    if (!json) return Failure(json.error());
    return shop::fromJson(kind.toStdString(), *json);
}

} // namespace steady::store
