// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gcode/Segments.h"

#include "core/base/Decimal.h"
#include "core/base/Words.h"
#include "core/gcode/Evaluate.h"
#include "core/quantity/Units.h"
#include "core/quantity/WorkOffset.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <fmt/format.h>

namespace steady::gcode {
namespace {

constexpr int sum_length = 256;
constexpr char const* forms = "report z AS name · type name mm 3 · read OFFSET Z AS name · "
                              "require SUM within LOW to HIGH · do WORDS";

std::string lower(std::string text) {
    std::transform(text.begin(), text.end(), text.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return text;
}

std::vector<std::string> wordsOf(std::string const& text) {
    std::vector<std::string> words;
    std::string word;
    for (char const c : text + " ") {
        if (c != ' ' && c != '\t') {
            word += c;
        } else if (!word.empty()) {
            words.push_back(std::move(word));
            word.clear();
        }
    }
    return words;
}

bool isName(std::string const& text) {
    return !text.empty() && !std::isdigit(static_cast<unsigned char>(text[0])) &&
           std::all_of(text.begin(), text.end(), [](unsigned char c) { return std::isalnum(c) || c == '_'; });
}

/// A finite number.
std::optional<double> figure(std::string const& text) {
    auto const value = decimal(text);
    return value && std::isfinite(*value) ? value : std::nullopt;
}

/// What stands behind “SEGMENT n:”.
std::optional<Between> betweenOf(std::string const& text, int line) {
    auto const words = wordsOf(text);
    if (words.size() < 2) return std::nullopt;
    Between made;
    made.line = line;
    auto const verb = lower(words[0]);
    if (verb == "do") {
        made.what = Between::What::Do;
        made.words = text.substr(text.find(words[1], text.find(words[0]) + words[0].size()));
        return made;
    }
    if (verb == "report") {
        made.what = Between::What::Report;
        if (words.size() != 4 || lower(words[2]) != "as" || !isName(words[3])) return std::nullopt;
        auto const axis = std::string_view("xyz").find(lower(words[1]));
        if (words[1].size() != 1 || axis == std::string_view::npos) return std::nullopt;
        made.axis = static_cast<int>(axis);
        made.name = lower(words[3]);
        return made;
    }
    if (verb == "type") {
        made.what = Between::What::Type;
        if (words.size() != 4 || lower(words[2]) != "mm" || !isName(words[1])) return std::nullopt;
        auto const decimals = figure(words[3]);
        if (!decimals || *decimals < 0 || *decimals > 6 || *decimals != static_cast<int>(*decimals))
            return std::nullopt;
        made.name = lower(words[1]);
        made.decimals = static_cast<int>(*decimals);
        return made;
    }
    if (verb == "read") {
        made.what = Between::What::Read;
        if (words.size() != 5 || lower(words[2]) != "z" || lower(words[3]) != "as" || !isName(words[4]))
            return std::nullopt;
        made.work_offset = workOffsetNumber(words[1]);
        if (made.work_offset == 0) return std::nullopt;
        made.name = lower(words[4]);
        return made;
    }
    if (verb == "require" && words.size() >= 6) {
        auto const n = words.size();
        auto const low = figure(words[n - 3]), high = figure(words[n - 1]);
        if (lower(words[n - 4]) != "within" || lower(words[n - 2]) != "to" || !low || !high || *low > *high)
            return std::nullopt;
        made.what = Between::What::Require;
        for (std::size_t i = 1; i + 4 < n; ++i) made.sum += (i > 1 ? " " : "") + words[i];
        made.low = *low;
        made.high = *high;
        return made;
    }
    return std::nullopt;
}

/// The comment's number and what stands behind it; none: no such comment.
std::optional<std::pair<int, std::string>> segmentComment(std::string const& line) {
    auto const begin = line.find_first_not_of(" \t");
    constexpr std::string_view head = "(SEGMENT ";
    if (begin == std::string::npos || line.compare(begin, head.size(), head) != 0) return std::nullopt;
    auto const close = line.find(')', begin);
    auto const colon = line.find(':', begin);
    if (close == std::string::npos || colon == std::string::npos || colon > close) return std::pair{-1, std::string()};
    auto const number = figure(line.substr(begin + head.size(), colon - begin - head.size()));
    return std::pair{number && *number >= 1 && *number <= 1e6 ? static_cast<int>(*number) : -1,
                     line.substr(colon + 1, close - colon - 1)};
}

} // namespace

SegmentedText segmentsOf(std::string_view text) {
    SegmentedText made;
    made.segments.emplace_back();
    int line_nr = 0, expected = 1;
    while (!text.empty()) {
        auto const end = text.find('\n');
        std::string line(text.substr(0, end));
        text = end == std::string_view::npos ? std::string_view{} : text.substr(end + 1);
        ++line_nr;
        auto const comment = segmentComment(line);
        if (!comment) {
            made.segments.back().text += line + "\n";
            continue;
        }
        auto const found = betweenOf(comment->second, line_nr);
        if (!found || comment->first != expected) {
            made.findings.push_back(toFinding({Code::SegmentUnknown,
                                               {"", line_nr, 1},
                                               line,
                                               found ? fmt::format("SEGMENT {}: next", expected) : forms}));
            continue;
        }
        ++expected;
        made.segments.back().then = *found;
        made.segments.push_back({line_nr + 1, {}, {}});
    }
    return made;
}

Result<double> sumOf(std::string const& sum, Filled const& values, int line) {
    // Read as the sum of a control that has names: a name stands for its variable.
    std::string written;
    for (std::size_t i = 0; i < sum.size();) {
        auto const letter = [&](std::size_t at) {
            auto const c = static_cast<unsigned char>(sum[at]);
            return std::isalpha(c) || c == '_';
        };
        if (!letter(i)) {
            written += sum[i++];
            continue;
        }
        std::string name;
        while (i < sum.size() && (letter(i) || std::isdigit(static_cast<unsigned char>(sum[i])))) name += sum[i++];
        auto const known = values.find(lower(name));
        if (known == values.end()) return fail(Code::NameUnset, {"", line, 0}, name);
        written += fmt::format("[{:.9f}]", known->second);
    }
    auto const program = parse("#1=[" + written + "]", {sum_length, 1, {0, -1}, false, Sums::Bracketed});
    if (!program.ok() || program.settings.size() != 1)
        return fail(Code::BadArgument, {"", line, 0}, "{" + sum + "}", "names and numbers with + and −");
    std::vector<double> const none(2, 0.0);
    auto const value = evaluate(program, program.settings.front().value, none);
    if (!value) return Failure(located(value.error(), line));
    return *value;
}

Result<std::string> notAsRequired(Between const& required, Filled const& values) {
    auto const value = sumOf(required.sum, values, required.line);
    if (!value) return Failure(value.error());
    if (*value >= required.low && *value <= required.high) return std::string();
    return fmt::format("{} is {} and must lie from {} to {}: nothing more is sent.", required.sum, fixedText(*value, 3),
                       fixedText(required.low, 3), fixedText(required.high, 3));
}

Result<std::string> filled(Segment const& segment, Filled const& values) {
    std::string out(static_cast<std::size_t>(segment.first_line - 1), '\n');
    int line = segment.first_line;
    bool comment = false;
    for (std::size_t i = 0; i < segment.text.size(); ++i) {
        char const c = segment.text[i];
        if (c == '\n') ++line;
        comment = c == '(' || (comment && c != ')' && c != '\n');
        if (c != '{' || comment) {
            out += c;
            continue;
        }
        auto const close = segment.text.find_first_of("}\n", i);
        if (close == std::string::npos || segment.text[close] == '\n') return fail(Code::BracketOpen, {"", line, 0});
        auto const value = sumOf(segment.text.substr(i + 1, close - i - 1), values, line);
        if (!value) return Failure(value.error());
        out += fmt::format("{:.4f}", std::abs(*value) < 0.00005 ? 0.0 : *value);
        i = close;
    }
    return out;
}

} // namespace steady::gcode
