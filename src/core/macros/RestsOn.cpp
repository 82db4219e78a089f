// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/RestsOn.h"

#include "core/base/Clock.h"
#include "core/quantity/Units.h"
#include "core/zeroing/SetterHeight.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::macros {
namespace {

std::string ofDay(std::int64_t utc_ms) { return utc_ms > 0 ? ", of " + isoDate(utc_ms) : ", of an unknown day"; }

std::string plateWords(facts::Reader const& book, zeroing::PlateZeroResult const& zero) {
    auto const& readings = book.readings(zero.plate.thickness);
    std::int64_t newest = 0;
    if (zero.thickness.measured() && readings)
        for (auto const& reading : *readings)
            if (!reading.withdrawn) newest = std::max(newest, reading.at_utc_ms);
    return fmt::format("{}, {}{}", zero.plate.name, lengthText(zero.thickness.mm, zero.machine.units),
                       zero.thickness.measured() ? ofDay(newest) : ", not measured");
}

std::optional<std::string> setterWords(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const* setter = book.find(setup.place.setter);
    auto const height =
        setter ? zeroing::setterHeight(book, setup) : Result<zeroing::SetterHeight>(fail(Code::NoSetter, {"setter"}));
    if (!height) return std::nullopt;
    auto const* contact = book.find(height->contact);
    auto const* tool = book.find(height->assembly);
    return fmt::format("{}, touched by {}{}", setter->name,
                       tool ? fmt::format("tool {}", tool->number) : std::string("the bare nose"),
                       ofDay(contact ? contact->at_utc_ms : 0));
}

} // namespace

std::optional<std::string> restsOn(facts::Reader const& book, zeroing::PlateZeroResult const& zero, Kind kind) {
    std::string words;
    if (of(kind).touches_plate) words = plateWords(book, zero);
    if (of(kind).touches_setter)
        if (auto const setter = setterWords(book, zero.setup)) words += (words.empty() ? "" : ", and ") + *setter;
    return words.empty() ? std::nullopt : std::optional("Rests on: " + words + ".");
}

std::vector<shop::Used> figuresOf(facts::Reader const& book, zeroing::PlateZeroResult const& zero, Kind kind) {
    auto figures = zeroing::zeroUsed(zero);
    auto const* setter = of(kind).touches_setter ? book.find(zero.setup.place.setter) : nullptr;
    if (!setter) return figures;
    auto const id = zero.setup.place.setter.value;
    figures.push_back({"X of the setter", id, setter->x_mm});
    figures.push_back({"Y of the setter", id, setter->y_mm});
    if (auto const height = zeroing::setterHeight(book, zero.setup))
        figures.push_back({"trip of the setter", id, height->nose_z_mm});
    return figures;
}

std::string codeOf(std::string const& text) {
    auto const shown = [&](std::size_t bracket) {
        return text.compare(bracket, 5, "(MSG,") == 0 || text.compare(bracket, 7, "(DEBUG,") == 0;
    };
    std::string code, line;
    bool comment = false, message = false, rest = false;
    for (std::size_t i = 0; i <= text.size(); ++i) {
        char const c = i < text.size() ? text[i] : '\n';
        if (c == '\n') {
            if (!line.empty()) code += line + "\n";
            line.clear();
            comment = message = rest = false;
            continue;
        }
        if (c == '(' && !comment && !message) (shown(i) ? message : comment) = true;
        if (!message && c == ';') rest = true;
        if (!comment && !rest && (message || (c != ' ' && c != '\t' && c != '\r'))) line += c;
        if (c == ')') comment = message = false;
    }
    return code;
}

} // namespace steady::macros
