// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Dialect.h"

#include <array>

namespace steady::controller {
namespace {

constexpr char const* no_arcs = "There are no arcs here, so the plane makes no difference.";
constexpr char const* exact_stop = "Every move ends at rest here.";
constexpr char const* no_coolant = "There is no coolant here.";
constexpr auto unused = Axes::Unused, needed = Axes::Needed, allowed = Axes::Allowed;

constexpr std::array<GWord, 41> g_words{{
    {0, 1, "rapid moves", needed},
    {10, 1, "moves at feed", needed},
    {382, 1, "probing moves", needed},
    {383, 1, "probing moves", needed},
    {384, 1, "moves off a contact", needed},
    {385, 1, "moves off a contact", needed},
    {800, 1, "no motion"},
    {170, 2, "plane of X and Y", unused, "", no_arcs},
    {180, 2, "plane of X and Z", unused, "", no_arcs},
    {190, 2, "plane of Y and Z", unused, "", no_arcs},
    {900, 3, "absolute positions"},
    {910, 3, "distances from where it is"},
    {940, 5, "feed per minute"},
    {200, 6, "inches"},
    {210, 6, "millimetres"},
    {400, 7, "no cutter compensation"},
    {430, 8, "length from the table", unused, "H"},
    {431, 8, "length as written", unused},
    {490, 8, "no length offset"},
    {540, 12, "work offset G54"},
    {550, 12, "work offset G55"},
    {560, 12, "work offset G56"},
    {570, 12, "work offset G57"},
    {580, 12, "work offset G58"},
    {590, 12, "work offset G59"},
    {591, 12, "work offset G59.1"},
    {592, 12, "work offset G59.2"},
    {593, 12, "work offset G59.3"},
    {610, 13, "exact stop"},
    {640, 13, "rounded corners", unused, "P", exact_stop},
    {40, 0, "wait", unused, "P"},
    {100, 0, "set data", needed, "LP"},
    {280, 0, "to the stored point", allowed},
    {281, 0, "store this point"},
    {300, 0, "to the second stored point", allowed},
    {301, 0, "store this as the second point"},
    {530, 0, "machine coordinates"},
    {920, 0, "shift the coordinates", needed},
    {921, 0, "no shift"},
    {922, 0, "shift set aside"},
    {923, 0, "shift again"},
}};

constexpr std::array<MWord, 17> m_words{{{0, 4, "pause"},
                                         {1, 4, "pause"},
                                         {2, 4, "end"},
                                         {30, 4, "end"},
                                         {3, 7, "spindle on"},
                                         {4, 7, "spindle on"},
                                         {5, 7, "spindle off"},
                                         {6, 6, "tool change"},
                                         {7, 8, "mist on", "", no_coolant},
                                         {8, 8, "coolant on", "", no_coolant},
                                         {9, 8, "coolant off", "", no_coolant},
                                         {48, 9, "feed override free"},
                                         {49, 9, "feed override locked"},
                                         {61, 6, "tool named", "Q"},
                                         {64, 5, "output on", "P"},
                                         {65, 5, "output off", "P"},
                                         {66, 5, "input read", "PLQ"}}};

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
