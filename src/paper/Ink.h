// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The colours and type of one theme. Colours are roles, read from data; nothing else names a colour.

#include "core/base/Result.h"

#include <QByteArray>
#include <QColor>
#include <QFont>
#include <QString>

namespace steady::paper {

inline QString text(std::string const& s) { return QString::fromStdString(s); }

struct Ink {
    QColor paper, panel, ink, soft, hairline, border, chosen, accent, on_accent, good, attention, bad;
    QColor steel, wood, tool, table;   ///< pictures only
    QColor next, on_next, next_accent; ///< the line of the next step
    double scale = 1;                  ///< of type and spacing

    enum class Type { Small, Body, Strong, Heading, Title, Number, Sum, Mono, Run };
    QFont font(Type type) const;
};

/// Reads a theme file; each role must be there.
Result<Ink> inkFromJson(QByteArray const& json);

/// Registers the type families that ship with the program; call once.
void loadFonts();
void loadItalics(); ///< for the texts that have some; once

} // namespace steady::paper
