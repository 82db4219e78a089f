// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/Units.h"

#include "core/base/Decimal.h"

#include <array>
#include <cmath>
#include <fmt/format.h>
#include <optional>
#include <vector>

namespace steady {
namespace {

/// The typed text as code points, so that columns count characters and not bytes.
std::vector<char32_t> decode(std::string_view text) {
    std::vector<char32_t> points;
    for (std::size_t i = 0; i < text.size();) {
        auto const lead = static_cast<unsigned char>(text[i]);
        int const length = lead < 0x80 ? 1 : lead < 0xe0 ? 2 : lead < 0xf0 ? 3 : 4;
        char32_t point = length == 1 ? lead : lead & (0xffu >> (length + 1));
        for (int k = 1; k < length && i + k < text.size(); ++k)
            point = (point << 6) | (static_cast<unsigned char>(text[i + k]) & 0x3fu);
        points.push_back(point);
        i += length;
    }
    return points;
}

std::string encode(char32_t c) {
    if (c < 0x80) return {static_cast<char>(c)};
    if (c < 0x800) return {static_cast<char>(0xc0 | (c >> 6)), static_cast<char>(0x80 | (c & 0x3f))};
    return {static_cast<char>(0xe0 | (c >> 12)), static_cast<char>(0x80 | ((c >> 6) & 0x3f)),
            static_cast<char>(0x80 | (c & 0x3f))};
}

bool isMinus(char32_t c) { return c == U'-' || c == U'\u2212' || c == U'\u2013'; }
bool isSpace(char32_t c) { return c == U' ' || c == U'\t' || c == U'\u00a0' || c == U'\u202f'; }
bool isDigit(char32_t c) { return c >= U'0' && c <= U'9'; }

struct Scanner {
    std::vector<char32_t> points;
    std::string place;
    std::size_t at = 0;

    bool atEnd() const { return at >= points.size(); }
    char32_t peek() const { return atEnd() ? U'\0' : points[at]; }
    void skipSpace() {
        while (!atEnd() && isSpace(peek())) ++at;
    }
    Where where(std::size_t column) const { return {place, 0, static_cast<int>(column) + 1}; }
    std::string rest(std::size_t from) const {
        std::string text;
        for (auto i = from; i < points.size(); ++i) text += encode(points[i]);
        return text;
    }
};

struct Number {
    double value = 0;
    bool fraction = false;
    std::string text;
};

std::string digits(Scanner& scan) {
    std::string text;
    while (isDigit(scan.peek())) text += encode(scan.points[scan.at++]);
    return text;
}

Result<double> sign(Scanner& scan) {
    double factor = 1;
    bool seen = false;
    for (scan.skipSpace(); isMinus(scan.peek()) || scan.peek() == U'+'; scan.skipSpace()) {
        if (seen) return fail(Code::DoubledSign, scan.where(scan.at), encode(scan.peek()));
        if (isMinus(scan.peek())) factor = -1;
        seen = true;
        ++scan.at;
    }
    return factor;
}

/// The part below the stroke of “whole top/bottom”.
Result<Number> fraction(Scanner& scan, std::size_t start, std::string const& whole, std::string const& top) {
    ++scan.at;
    auto const bottom = digits(scan);
    if (bottom.empty()) return fail(Code::NotANumber, scan.where(scan.at), scan.rest(start));
    double const divisor = decimal(bottom).value_or(0);
    auto const text = fmt::format("{}{}{}/{}", whole, whole.empty() ? "" : " ", top, bottom);
    if (divisor == 0) return fail(Code::ZeroDenominator, scan.where(start), text);
    return Number{decimal(whole).value_or(0) + decimal(top).value_or(0) / divisor, true, text};
}

Result<Number> number(Scanner& scan) {
    auto const start = scan.at;
    std::string text = digits(scan);
    if (scan.peek() == U'/' && !text.empty()) return fraction(scan, start, "", text);
    auto const after_whole = scan.at;
    scan.skipSpace();
    if (!text.empty() && (isDigit(scan.peek()) || (scan.peek() == U'-' && scan.at == after_whole))) {
        if (scan.peek() == U'-') ++scan.at; // 1-1/4 as drawings write it
        auto const top = digits(scan);
        if (scan.peek() == U'/' && !top.empty()) return fraction(scan, start, text, top);
        return fail(Code::NotANumber, scan.where(start), scan.rest(start));
    }
    scan.at = after_whole;
    if (scan.peek() == U'.' || scan.peek() == U',') {
        ++scan.at;
        text += "." + digits(scan);
        if (scan.peek() == U'.' || scan.peek() == U',')
            return fail(Code::TwoDecimalMarks, scan.where(scan.at), scan.rest(start));
    }
    if (text.empty() || text == ".") return fail(Code::NotANumber, scan.where(start), scan.rest(start));
    return Number{decimal(text).value_or(0), false, text};
}

std::string unitText(Scanner& scan) {
    scan.skipSpace();
    auto text = scan.rest(scan.at);
    while (!text.empty() && text.back() == ' ') text.pop_back();
    for (auto& c : text) c = static_cast<char>(c >= 'A' && c <= 'Z' ? c + 32 : c);
    return text;
}

struct UnitEntry {
    char const* name;
    double mm;
};

constexpr std::array<UnitEntry, 22> length_units{{
    {"mm", 1},
    {"millimetre", 1},
    {"millimetres", 1},
    {"cm", 10},
    {"in", mm_per_inch},
    {"inch", mm_per_inch},
    {"inches", mm_per_inch},
    {"\"", mm_per_inch},
    {"″", mm_per_inch},
    {"”", mm_per_inch},
    {"''", mm_per_inch},
    {"thou", 0.0254},
    {"thousandth", 0.0254},
    {"thousandths", 0.0254},
    {"mil", 0.0254},
    {"µm", 0.001},
    {"μm", 0.001},
    {"um", 0.001},
    {"micron", 0.001},
    {"microns", 0.001},
    {"micrometre", 0.001},
    {"micrometres", 0.001},
}};

constexpr std::array<UnitEntry, 9> feed_units{{
    {"mm/min", 1},
    {"mm/s", 60},
    {"m/min", 1000},
    {"in/min", mm_per_inch},
    {"in/s", 60 * mm_per_inch},
    {"inch/min", mm_per_inch},
    {"ipm", mm_per_inch},
    {"\"/min", mm_per_inch},
    {"mm/sec", 60},
}};

template<std::size_t n> std::optional<double> factorOf(std::array<UnitEntry, n> const& table, std::string const& name) {
    for (auto const& unit : table)
        if (name == unit.name) return unit.mm;
    return std::nullopt;
}

} // namespace

Result<TypedLength> parseLength(std::string_view text, UnitSystem book, std::string const& place) {
    Scanner scan{decode(text), place};
    scan.skipSpace();
    if (scan.atEnd()) return fail(Code::EmptyText, {place});
    auto const factor = sign(scan);
    if (!factor) return Failure(factor.error());
    auto const typed = number(scan);
    if (!typed) return Failure(typed.error());
    auto const column = scan.at;
    auto const name = unitText(scan);
    double scale = book == UnitSystem::Metric ? 1 : mm_per_inch;
    if (name.empty()) {
        if (typed->fraction && book == UnitSystem::Metric)
            return fail(Code::FractionNeedsUnit, scan.where(column), typed->text);
    } else if (auto const found = factorOf(length_units, name)) {
        scale = *found;
    } else {
        return fail(Code::UnknownUnit, scan.where(scan.at), name, "mm, in, thou or µm");
    }
    double const mm = *factor * typed->value * scale;
    if (std::abs(mm) > 100'000) return fail(Code::OutOfRange, scan.where(0), std::string(text), "±100 m");
    return TypedLength{mm == 0 ? 0 : mm, std::string(text)};
}

Result<double> parseFeed(std::string_view text, UnitSystem book, std::string const& place) {
    Scanner scan{decode(text), place};
    scan.skipSpace();
    if (scan.atEnd()) return fail(Code::EmptyText, {place});
    auto const factor = sign(scan);
    if (!factor) return Failure(factor.error());
    auto const typed = number(scan);
    if (!typed) return Failure(typed.error());
    auto const name = unitText(scan);
    double scale = book == UnitSystem::Metric ? 1 : mm_per_inch;
    if (!name.empty()) {
        auto const found = factorOf(feed_units, name);
        if (!found) return fail(Code::UnknownUnit, scan.where(scan.at), name, "mm/min, mm/s or in/min");
        scale = *found;
    }
    double const feed_mm_min = *factor * typed->value * scale;
    if (feed_mm_min <= 0 || feed_mm_min > 100'000)
        return fail(Code::OutOfRange, scan.where(0), std::string(text), "0 to 100 m/min");
    return feed_mm_min;
}

std::string fixedText(double value, int decimals, Sign sign) {
    double const unit = std::pow(10.0, -decimals);
    if (std::abs(value) < unit / 2) value = 0; // no minus in front of nothing
    auto text = fmt::format("{:.{}f}", std::abs(value), decimals);
    if (value < 0) return "−" + text;
    return (sign == Sign::Always ? "+" : "") + text;
}

std::string roughLengthText(double mm, UnitSystem units) {
    bool const metric = units == UnitSystem::Metric;
    return fixedText(metric ? mm : mm / mm_per_inch, metric ? 0 : 1) + " " + unitName(units);
}

std::string lengthNumber(double mm, UnitSystem units, Sign sign) {
    return units == UnitSystem::Metric ? fixedText(mm, 3, sign) : fixedText(mm / mm_per_inch, 4, sign);
}

std::string lengthText(double mm, UnitSystem units, Sign sign) {
    return lengthNumber(mm, units, sign) + " " + unitName(units);
}

std::string plusMinusText(double mm, UnitSystem units) {
    double const step_mm = units == UnitSystem::Metric ? 0.001 : 0.0001 * mm_per_inch;
    return "±" + lengthText(std::max(mm, step_mm), units);
}

std::string feedText(double feed_mm_min, UnitSystem units) {
    return units == UnitSystem::Metric ? fmt::format("{:.0f} mm/min", feed_mm_min)
                                       : fmt::format("{:.1f} in/min", feed_mm_min / mm_per_inch);
}

std::string unitName(UnitSystem units) { return units == UnitSystem::Metric ? "mm" : "in"; }

} // namespace steady
