// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/phrasebook/Constants.h"

#include "core/base/Decimal.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>
#include <regex>

namespace steady::dialects {
namespace {

constexpr std::string_view value_mark = "{{value}}";
constexpr char const* a_number = R"(([-+]?(?:[0-9]+\.?[0-9]*|\.[0-9]+)))";
constexpr double same = 0.00005; // half of the last digit that a macro prints

/// Plain text as a part of a regular expression; blanks fit any number of blanks.
std::string literally(std::string_view plain) {
    std::string out;
    for (std::size_t i = 0; i < plain.size(); ++i) {
        char const c = plain[i];
        if (c == ' ' || c == '\t') {
            if (!out.ends_with("[ \\t]*")) out += "[ \\t]*";
        } else {
            if (std::string_view(R"(\^$.|?*+()[]{})").find(c) != std::string_view::npos) out += '\\';
            out += c;
        }
    }
    return out;
}

int lineAt(std::string_view text, std::size_t at) {
    return 1 + static_cast<int>(std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(at), '\n'));
}

ConstantPlace placeOf(std::string_view text, std::size_t at, std::string written) {
    ConstantPlace made{lineAt(text, at), at, std::move(written), 0};
    made.value = decimal(made.written).value_or(std::numeric_limits<double>::quiet_NaN());
    return made;
}

std::string linesOf(std::vector<ConstantPlace> const& places) {
    std::string all;
    for (auto const& each : places) all += fmt::format("{}{}", all.empty() ? "" : ", ", each.line);
    return all;
}

} // namespace

Result<ConstantRead> readConstant(std::string_view text, std::string const& name, std::string const& pattern) {
    auto const mark = pattern.find(value_mark);
    if (mark == std::string::npos) return fail(Code::PhraseLacks, {name}, name, "value");
    std::string const whole(text);
    std::regex const wanted(literally(std::string_view(pattern).substr(0, mark)) + a_number +
                            literally(std::string_view(pattern).substr(mark + value_mark.size())));
    ConstantRead read;
    for (std::sregex_iterator it(whole.begin(), whole.end(), wanted), end; it != end; ++it)
        read.places.push_back(placeOf(text, static_cast<std::size_t>(it->position(1)), (*it)[1].str()));
    if (read.places.empty()) return read;
    static std::regex const any(a_number);
    for (std::sregex_iterator it(whole.begin(), whole.end(), any), end; it != end; ++it) {
        auto const at = static_cast<std::size_t>(it->position(1));
        auto found = placeOf(text, at, (*it)[1].str());
        bool const part = at > 0 && (std::isalnum(static_cast<unsigned char>(whole[at - 1])) || whole[at - 1] == '_');
        auto const is = [&](ConstantPlace const& each) { return each.at == at; };
        auto const as = [&](ConstantPlace const& each) { return std::abs(each.value - found.value) < same; };
        if (part || std::any_of(read.places.begin(), read.places.end(), is)) continue;
        if (std::any_of(read.places.begin(), read.places.end(), as)) read.elsewhere.push_back(std::move(found));
    }
    return read;
}

Findings judgeConstant(ConstantRead const& read, std::string const& name, double known, std::string const& figure) {
    Findings found;
    auto say = [&](int line, std::string text, char const* remedy) {
        found.push_back({Severity::Bad, std::move(text), remedy, {name, line}});
    };
    if (read.places.empty()) {
        say(0, fmt::format("“{}” is nowhere in this text.", name), "Is its pattern written as the script has it?");
        return found;
    }
    for (auto const& each : read.places)
        if (std::abs(each.value - known) >= same)
            say(each.line, fmt::format("{} stands there; the book says {}.", each.written, figure),
                "Change it in the script, or measure again.");
    auto const differs = [&](ConstantPlace const& each) {
        return std::abs(each.value - read.places.front().value) >= same;
    };
    if (std::any_of(read.places.begin(), read.places.end(), differs))
        say(read.places.front().line,
            fmt::format("“{}” stands there with different figures, in lines {}.", name, linesOf(read.places)),
            "Which of them does the script use? Make them one.");
    if (!read.elsewhere.empty())
        say(read.elsewhere.front().line,
            fmt::format("{} stands in line {} as well, otherwise written.", read.elsewhere.front().written,
                        linesOf(read.elsewhere)),
            "Is it the same thing? Then change it there too, or give it its own pattern.");
    return found;
}

std::string withConstant(std::string text, ConstantRead const& read, std::string const& figure) {
    for (auto it = read.places.rbegin(); it != read.places.rend(); ++it)
        text.replace(it->at, it->written.size(), figure);
    return text;
}

} // namespace steady::dialects
