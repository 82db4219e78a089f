// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/ReadingImport.h"

#include <QRegularExpression>
#include <QStringList>
#include <array>
#include <fmt/format.h>

namespace steady::exchange {
namespace {

using namespace Qt::StringLiterals;

constexpr qsizetype longest_line = 400;

struct Shape {
    char const* words;
    char const* pattern;
};
constexpr Shape shapes[] = {
    {"reports in brackets", "*[*:{x},{y},{z}:{ok}]*"},
    {"reports in brackets", "*[*:{x},{y},{z}]*"},
    {"parameters with a value", "*#*={z}*"},
    {"words of axes", "*X{x}*Y{y}*Z{z}*"},
    {"words of axes", "*Z{z}*"},
    {"a figure a line", "{z}"},
};

QRegularExpression expressionOf(QString const& pattern) {
    QString made = u"^\\s*"_s;
    for (qsizetype i = 0; i < pattern.size(); ++i) {
        auto const rest = pattern.mid(i);
        bool found = false;
        for (auto const& name : {u"x"_s, u"y"_s, u"z"_s, u"ok"_s}) {
            if (!rest.startsWith(u'{' + name + u'}')) continue;
            made += u"\\s*(?<"_s + name + u">[-+\u2212]?\\d+(?:[.,]\\d+)?)\\s*"_s;
            i += name.size() + 1;
            found = true;
            break;
        }
        if (found) continue;
        if (pattern[i] == u'*')
            made += u".*?"_s;
        else if (pattern[i] == u'=' || pattern[i] == u':')
            made += u"\\s*[=:]\\s*"_s; // one control writes the one, another the other
        else if (pattern[i].isLetter() && rest.size() > 1 && rest[1] == u'{')
            made += QRegularExpression::escape(pattern[i]) + u"\\s*[:=]?\\s*"_s;
        else
            made += pattern[i].isSpace() ? u"\\s+"_s : QRegularExpression::escape(QString(pattern[i]));
    }
    return QRegularExpression(made + u"\\s*$"_s, QRegularExpression::CaseInsensitiveOption);
}

std::optional<double> captured(QRegularExpressionMatch const& match, QString const& name) {
    auto const text = match.captured(name);
    return text.isEmpty() ? std::nullopt : figureOf(text.toStdString());
}

ImportedReadings readLines(QStringList const& lines, QString const& pattern, double unit_mm) {
    auto const expression = expressionOf(pattern);
    bool const places = pattern.contains(u"{x}"_s) && pattern.contains(u"{y}"_s);
    bool const tells = pattern.contains(u"{ok}"_s);
    ImportedReadings found;
    for (qsizetype i = 0; i < lines.size(); ++i) {
        auto const line = lines[i].trimmed();
        if (line.isEmpty()) continue;
        auto const match = line.size() > longest_line ? QRegularExpressionMatch() : expression.match(line);
        auto const z = match.hasMatch() ? captured(match, u"z"_s) : std::nullopt;
        bool const contact = !tells || captured(match, u"ok"_s).value_or(0) != 0;
        if (!z || !contact) {
            found.bad.push_back({static_cast<int>(i + 1), line.left(80).toStdString()});
            continue;
        }
        shop::Reading reading;
        reading.value_mm = *z * unit_mm;
        reading.as_typed = match.captured(u"z"_s).toStdString();
        reading.source = shop::Source::Imported;
        if (places) {
            if (auto const x = captured(match, u"x"_s)) reading.x_mm = *x * unit_mm;
            if (auto const y = captured(match, u"y"_s)) reading.y_mm = *y * unit_mm;
        }
        found.readings.push_back(std::move(reading));
    }
    return found;
}

} // namespace

ReadingColumns guessColumns(CsvTable const& table) {
    ReadingColumns made;
    struct Names {
        int ReadingColumns::*place;
        std::array<char const*, 5> names;
    };
    static constexpr Names known[] = {{&ReadingColumns::value, {"z_mm", "setter_mm", "reading_mm", "z", "reading"}},
                                      {&ReadingColumns::second, {"gauge_mm", "second_mm", "gauge", "second", "other"}},
                                      {&ReadingColumns::x, {"x_mm", "diameter_mm", "x", "diameter", ""}},
                                      {&ReadingColumns::y, {"y_mm", "y", "", "", ""}},
                                      {&ReadingColumns::group, {"group", "group_nr", "", "", ""}},
                                      {&ReadingColumns::temperature, {"temperature_c", "temperature", "temp", "", ""}}};
    for (auto const& [place, names] : known)
        for (auto const* name : names)
            if (*name && made.*place < 0)
                if (auto const at = columnOf(table, name)) made.*place = static_cast<int>(*at);
    if (made.value < 0)
        if (auto const first = firstOfFigures(table)) made.value = static_cast<int>(*first);
    return made;
}

ImportedReadings readingsFrom(CsvTable const& table, ReadingColumns const& columns, double unit_mm) {
    ImportedReadings found;
    found.shape = "a table";
    for (auto const& row : table.rows) {
        auto const cell = [&](int column) -> std::string {
            auto const at = static_cast<std::size_t>(column);
            return column >= 0 && at < row.cells.size() ? row.cells[at] : std::string();
        };
        std::string wrong;
        auto const figure = [&](int column, bool needed) -> std::optional<double> {
            auto const text = cell(column);
            auto const value = figureOf(text);
            if (column >= 0 && !value && (needed || !text.empty()) && wrong.empty())
                wrong = text.empty() ? "empty" : text;
            return value;
        };
        shop::Reading reading;
        reading.source = shop::Source::Imported;
        reading.as_typed = cell(columns.value);
        if (auto const value = figure(columns.value, true)) reading.value_mm = *value * unit_mm;
        if (auto const value = figure(columns.second, false)) reading.second_value = *value * unit_mm;
        if (auto const value = figure(columns.x, false)) reading.x_mm = *value * unit_mm;
        if (auto const value = figure(columns.y, false)) reading.y_mm = *value * unit_mm;
        reading.temperature_c = figure(columns.temperature, false);
        if (auto const value = figure(columns.group, false)) {
            if (*value >= 1 && *value <= 1000 && *value == static_cast<int>(*value))
                reading.group_nr = static_cast<int>(*value);
            else if (wrong.empty())
                wrong = cell(columns.group);
        }
        if (wrong.empty())
            found.readings.push_back(std::move(reading));
        else
            found.bad.push_back({row.line, wrong});
    }
    return found;
}

Result<ImportedReadings> readingsFromConsole(std::string const& console, std::string const& pattern, double unit_mm) {
    auto const lines = QString::fromStdString(console).split(u'\n');
    if (!pattern.empty()) {
        auto const typed = QString::fromStdString(pattern).trimmed();
        if (typed.count(u"{z}"_s) != 1)
            return fail(Code::Missing, {"pattern"}, "The place {z} of the reading",
                        "Put {z} once where the figure stands.");
        for (auto const& name : {u"{x}"_s, u"{y}"_s, u"{ok}"_s})
            if (typed.count(name) > 1)
                return fail(Code::Missing, {"pattern"}, "Which " + name.toStdString() + " counts",
                            "Put each place once.");
        auto found = readLines(lines, typed, unit_mm);
        found.shape = "your own pattern";
        return found;
    }
    ImportedReadings best;
    for (auto const& shape : shapes) {
        auto found = readLines(lines, QString::fromLatin1(shape.pattern), unit_mm);
        if (found.readings.size() <= best.readings.size() && !best.shape.empty()) continue;
        best = std::move(found);
        best.shape = shape.words;
    }
    return best;
}

std::string writeReadings(shop::Readings const& readings) {
    auto made = csvLine({"nr", "value_mm", "as_typed", "source", "at_utc_ms", "cause", "x_mm", "y_mm", "temperature_c",
                         "group", "second_mm"});
    auto const figure = [](std::optional<double> value) { return value ? fmt::format("{}", *value) : std::string(); };
    for (auto const& each : readings)
        made += csvLine({std::to_string(each.nr), figure(each.value_mm), each.as_typed, word(each.source),
                         std::to_string(each.at_utc_ms), each.cause, figure(each.x_mm), figure(each.y_mm),
                         figure(each.temperature_c), each.group_nr ? std::to_string(*each.group_nr) : "",
                         figure(each.second_value)});
    return made;
}

} // namespace steady::exchange
