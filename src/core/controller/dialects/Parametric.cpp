// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Dialect.h"

#include <array>

namespace steady::controller {
namespace {

constexpr std::array<GWord, 29> g_words{{
    {0, 1, true},     {10, 1, true},    {382, 1, true},   {383, 1, true},   {800, 1, false},  {170, 2, false},
    {900, 3, false},  {910, 3, false},  {940, 5, false},  {200, 6, false},  {210, 6, false},  {400, 7, false},
    {490, 8, false},  {540, 12, false}, {550, 12, false}, {560, 12, false}, {570, 12, false}, {580, 12, false},
    {590, 12, false}, {591, 12, false}, {592, 12, false}, {593, 12, false}, {610, 13, false}, {640, 13, false},
    {40, 0, false},   {100, 0, true},   {530, 0, false},  {920, 0, true},   {921, 0, false},
}};

constexpr std::array<MWord, 8> m_words{{{0, 4}, {1, 4}, {2, 4}, {30, 4}, {3, 7}, {5, 7}, {48, 9}, {49, 9}}};

} // namespace

Dialect const& parametric() {
    static Dialect const dialect = [] {
        Dialect made;
        made.id = "parametric";
        made.name = "Parametric";
        made.g_words = g_words;
        made.m_words = m_words;
        return made;
    }();
    return dialect;
}

} // namespace steady::controller
