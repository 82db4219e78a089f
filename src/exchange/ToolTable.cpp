// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/ToolTable.h"

#include "core/base/Words.h"

#include <algorithm>
#include <cctype>
#include <charconv>
#include <fmt/format.h>
#include <set>

namespace steady::exchange {
namespace {

using shop::Assembly;
using shop::TipShape;

constexpr std::size_t at(ToolColumn column) { return static_cast<std::size_t>(column); }

struct Known {
    ToolColumn column;
    char const *header, *words;
    std::initializer_list<char const*> spellings; ///< letters and digits only
};
Known const all_known[] = {
    {ToolColumn::Number, "number", "Number", {"number", "nr", "no", "t", "tool", "toolnumber", "toolno", "toolnr"}},
    {ToolColumn::Name, "name", "Name", {"name", "description", "comment", "remark", "text"}},
    {ToolColumn::Diameter, "diameter_mm", "Diameter", {"diameter", "dia", "d", "cutterdiameter"}},
    {ToolColumn::Length, "length_mm", "Length", {"length", "l", "z", "zoffset", "height", "h"}},
    {ToolColumn::LengthError, "length_error_mm", "± of the length", {"lengtherror"}},
    {ToolColumn::Largest, "largest_mm", "Nut or flange", {"largest", "nut", "flange", "holderdiameter"}},
    {ToolColumn::StickOut, "stick_out_mm", "Out of the nut", {"stickout", "reach"}},
    {ToolColumn::ContactRadius, "contact_radius_mm", "Radius that touches", {"contactradius"}},
    {ToolColumn::Teeth, "teeth", "Flutes, inserts", {"teeth", "flutes", "inserts"}},
    {ToolColumn::Tip, "tip", "Touches with", {"tip", "shape"}}};

std::string plain(std::string const& words) {
    std::string only;
    for (unsigned char const c : words)
        if (std::isalnum(c)) only += static_cast<char>(std::tolower(c));
    return only;
}

/// Without the unit that some put behind it: “Dia (in)”.
std::string withoutUnit(std::string name) {
    name = name.substr(0, name.find_first_of("(["));
    for (auto const* unit : {"_mm", "_in"})
        if (name.ends_with(unit)) name.resize(name.size() - 3);
    return plain(name);
}

/// A unit in the name of a column wins: “length_mm”, “Dia (in)”.
UnitSystem unitsOf(std::string const& column, UnitSystem otherwise) {
    auto const last = plain(column.substr(std::min(column.find_last_of("_ (["), column.size() - 1)));
    return last == "mm" ? UnitSystem::Metric : last == "in" || last == "inch" ? UnitSystem::Inch : otherwise;
}

/// Reads the cells of one row; the first thing wrong is kept.
struct RowReader {
    CsvTable const& table;
    CsvRow const& row;
    ToolMapping const& mapping;
    UnitSystem units;
    ReadTool read;
    std::optional<Finding> wrong = {};

    std::string const* cell(ToolColumn column) {
        auto const where = mapping[at(column)];
        if (!where || *where >= row.cells.size() || row.cells[*where].empty() || wrong) return nullptr;
        read.told[at(column)] = true;
        return &row.cells[*where];
    }
    void refuse(ToolColumn column, Error const& error) {
        Finding found = toFinding(error);
        found.text = fmt::format("Line {}, {}: {}", row.line, table.columnName(*mapping[at(column)]), found.text);
        found.where.line = row.line;
        wrong = std::move(found);
    }
    template<class T> void length(ToolColumn column, T& into, double least_mm) {
        auto const* text = cell(column);
        if (!text) return;
        auto const typed = parseLength(*text, unitsOf(table.columnName(*mapping[at(column)]), units), wordsOf(column));
        constexpr double most_mm = 2000;
        if (!typed) return refuse(column, typed.error());
        if (typed->mm < least_mm || typed->mm > most_mm)
            return refuse(column, Error{Code::OutOfRange,
                                        {wordsOf(column)},
                                        "“" + *text + "”",
                                        fmt::format("{} to {} mm", least_mm, most_mm)});
        into = typed->mm;
    }
    void whole(ToolColumn column, int& into, shop::bounds::Whole may) {
        auto const* text = cell(column);
        if (!text) return;
        auto digits = std::string_view(*text);
        if (column == ToolColumn::Number && (digits.front() == 'T' || digits.front() == 't')) digits.remove_prefix(1);
        int value = 0;
        auto const [end, bad] = std::from_chars(digits.data(), digits.data() + digits.size(), value);
        if (bad != std::errc() || end != digits.data() + digits.size() || digits.empty())
            return refuse(column, Error{Code::NotANumber, {wordsOf(column)}, "“" + *text + "”", ""});
        if (!may.hold(value))
            return refuse(column, Error{Code::OutOfRange,
                                        {wordsOf(column)},
                                        "“" + *text + "”",
                                        fmt::format("{} to {}", may.least, may.most)});
        into = value;
    }
    void tip() {
        auto const* text = cell(ToolColumn::Tip);
        if (!text) return;
        std::string offered;
        for (int i = 0; word(static_cast<TipShape>(i)); ++i) {
            auto const* name = word(static_cast<TipShape>(i));
            if (plain(*text) == plain(name)) return void(read.tool.tip = static_cast<TipShape>(i));
            offered += (i ? ", " : "") + std::string(name);
        }
        refuse(ToolColumn::Tip, Error{Code::OutOfRange, {wordsOf(ToolColumn::Tip)}, "“" + *text + "”", offered});
    }
};

} // namespace

char const* headerOf(ToolColumn column) { return all_known[at(column)].header; }
char const* wordsOf(ToolColumn column) { return all_known[at(column)].words; }

ToolMapping guessMapping(CsvTable const& table) {
    ToolMapping mapping;
    for (auto const& known : all_known)
        for (auto const* spelling : known.spellings) {
            auto const found = std::find_if(table.header.begin(), table.header.end(),
                                            [&](auto const& name) { return withoutUnit(name) == spelling; });
            if (found == table.header.end()) continue;
            mapping[at(known.column)] = static_cast<std::size_t>(found - table.header.begin());
            break;
        }
    return mapping;
}

Result<ReadTools> readTools(CsvTable const& table, ToolMapping const& mapping, UnitSystem units) {
    if (!mapping[at(ToolColumn::Number)])
        return fail(Code::Missing, {"tool table"}, "The column with the tool numbers", "Choose it.");
    ReadTools all;
    std::set<int> numbers;
    for (auto const& row : table.rows) {
        RowReader reader{table, row, mapping, units, {row.line, {}, {}}};
        auto& tool = reader.read.tool;
        reader.whole(ToolColumn::Number, tool.number, {1, shop::bounds::tool_number.most});
        if (!reader.wrong && !reader.read.told[at(ToolColumn::Number)])
            reader.wrong = Finding{Severity::Bad,
                                   fmt::format("Line {}: no tool number.", row.line),
                                   "Type it, or leave the row out.",
                                   {"tool table", row.line}};
        if (auto const* name = reader.cell(ToolColumn::Name)) tool.name = *name;
        reader.length(ToolColumn::Diameter, tool.diameter_mm, 0.1);
        reader.length(ToolColumn::Length, tool.length_mm, 1);
        reader.length(ToolColumn::LengthError, tool.length_error_mm, 0.001);
        reader.length(ToolColumn::Largest, tool.largest_mm, 1);
        reader.length(ToolColumn::StickOut, tool.stick_out_mm, 1);
        reader.length(ToolColumn::ContactRadius, tool.contact_radius_mm, 0);
        reader.whole(ToolColumn::Teeth, tool.teeth, shop::bounds::teeth);
        reader.tip();
        if (!reader.wrong && !numbers.insert(tool.number).second)
            reader.wrong = Finding{Severity::Bad,
                                   fmt::format("Line {}: tool {} is there twice.", row.line, tool.number),
                                   "Only the first is read.",
                                   {"tool table", row.line}};
        if (reader.wrong) {
            all.bad.push_back(std::move(*reader.wrong));
            continue;
        }
        if (tool.name.empty()) tool.name = fmt::format("Tool {}", tool.number);
        all.good.push_back(std::move(reader.read));
    }
    return all;
}

Assembly merged(Assembly onto, ReadTool const& read) {
    auto const& t = read.tool;
    auto told = [&](ToolColumn column) { return read.told[at(column)]; };
    if (told(ToolColumn::Name)) onto.name = t.name;
    if (told(ToolColumn::Diameter)) onto.diameter_mm = t.diameter_mm;
    if (told(ToolColumn::Length)) onto.length_mm = t.length_mm;
    if (told(ToolColumn::LengthError)) onto.length_error_mm = t.length_error_mm;
    if (told(ToolColumn::Largest)) onto.largest_mm = t.largest_mm;
    if (told(ToolColumn::StickOut)) onto.stick_out_mm = t.stick_out_mm;
    if (told(ToolColumn::ContactRadius)) onto.contact_radius_mm = t.contact_radius_mm;
    if (told(ToolColumn::Teeth)) onto.teeth = t.teeth;
    if (told(ToolColumn::Tip)) onto.tip = t.tip;
    return onto;
}

std::string writeTools(std::vector<Assembly> const& tools) {
    std::vector<std::string> cells;
    for (auto const& known : all_known) cells.push_back(known.header);
    auto text = csvLine(cells);
    auto mm = [](std::optional<double> value) { return value ? fmt::format("{}", *value) : std::string(); };
    for (auto const& t : tools)
        text += csvLine({fmt::format("{}", t.number), t.name, mm(t.diameter_mm), mm(t.length_mm), mm(t.length_error_mm),
                         mm(t.largest_mm), mm(t.stick_out_mm), mm(t.contact_radius_mm), fmt::format("{}", t.teeth),
                         word(t.tip)});
    return text;
}

} // namespace steady::exchange
