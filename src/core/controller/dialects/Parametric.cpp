// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Dialect.h"

#include <array>

namespace steady::controller {
namespace {

constexpr char const* no_arcs = "There are no arcs here, so the plane makes no difference.";
constexpr char const* exact_stop = "Every move ends at rest here.";
constexpr char const* nobody_turns = "Nobody turns an override knob here.";
constexpr char const* no_coolant = "There is no coolant here.";
constexpr auto unused = Axes::Unused, needed = Axes::Needed, allowed = Axes::Allowed;

constexpr std::array<GWord, 41> g_words{{
    {0, 1, needed},
    {10, 1, needed},
    {382, 1, needed},
    {383, 1, needed},
    {384, 1, needed},
    {385, 1, needed},
    {800, 1},
    {170, 2, unused, no_arcs},
    {180, 2, unused, no_arcs},
    {190, 2, unused, no_arcs},
    {900, 3},
    {910, 3},
    {940, 5},
    {200, 6},
    {210, 6},
    {400, 7},
    {430, 8},
    {431, 8},
    {490, 8},
    {540, 12},
    {550, 12},
    {560, 12},
    {570, 12},
    {580, 12},
    {590, 12},
    {591, 12},
    {592, 12},
    {593, 12},
    {610, 13},
    {640, 13, unused, exact_stop},
    {40, 0},
    {100, 0, needed},
    {280, 0, allowed},
    {281, 0},
    {300, 0, allowed},
    {301, 0},
    {530, 0},
    {920, 0, needed},
    {921, 0},
    {922, 0},
    {923, 0},
}};

constexpr std::array<MWord, 17> m_words{{{0, 4},
                                         {1, 4},
                                         {2, 4},
                                         {30, 4},
                                         {3, 7},
                                         {4, 7},
                                         {5, 7},
                                         {6, 6},
                                         {7, 8, no_coolant},
                                         {8, 8, no_coolant},
                                         {9, 8, no_coolant},
                                         {48, 9, nobody_turns},
                                         {49, 9, nobody_turns},
                                         {61, 6},
                                         {64, 5},
                                         {65, 5},
                                         {66, 5}}};

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
