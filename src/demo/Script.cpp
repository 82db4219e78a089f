// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/Script.h"

namespace steady::demo {

std::vector<shop::Phrase> scriptWords() {
    return {
        {"remark", "-- {{text}}"},
        {"message", "tell \"{{text}}\""},
        {"modes", "measure in {{unit}}, absolute, exact, no length offset\nwork place {{number}}"},
        {"no-shift", "if shifted then halt \"{{alarm}}\""},
        {"spindle-stop", "spindle off, still after {{seconds}} s"},
        {"pause", "ask \"{{text}}\""},
        {"open-check",
         "{{#begin}}{{begin}} := here.z\n{{/begin}}creep up {{up}} at {{feed}}, on touch halt \"{{alarm}}\""},
        {"prove", "repeat {{tries}} times until touched\n  ask \"{{ask}}\"\n  creep up {{up}} at {{feed}}\n  if not "
                  "touched then ask \"{{again}}\", return to {{begin}} else halt \"{{met}}\"\nif not touched then halt "
                  "\"{{alarm}}\""},
        {"take-back", "return to {{begin}}, {{most}} at most, at {{feed}}, on touch halt \"{{alarm}}\""},
        {"probe-down", "{{into}} := seek down {{distance}} at {{feed}}, without touch halt \"{{alarm}}\""},
        {"back-off", "lift {{up}} at {{feed}}, rest {{seconds}} s"},
        {"wait", "rest {{seconds}} s"},
        {"air", "blow output {{output}} for {{seconds}} s"},
        {"agreement", "within {{tolerance}} of each other:{{#touches}} {{name}}{{/touches}}, else halt \"{{alarm}}\""},
        {"mean", "{{into}} := mean of {{count}}:{{#touches}} {{name}}{{/touches}}"},
        {"lag-check", "{{slow}} - {{fast}} must be {{expected}} within {{tolerance}}, else halt \"{{alarm}}\""},
        {"window", "{{value}} must lie from {{low}} to {{high}}, else halt \"{{alarm}}\""},
        {"clear-link", "forget link {{number}}"},
        {"set-zero",
         "{{into}} := {{value}} + ({{add}})\nplace {{number}} z := {{into}}, read back, else halt \"{{alarm}}\""},
        {"keep-spot", "spot {{number}} := here"},
        {"retract", "straight up to {{z}}"},
        {"tell", "tell \"{{text}}\", {{value}} + ({{add}})"},
        {"end", "tell \"{{text}}\"\ndone"},
    };
}

} // namespace steady::demo
