// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A whole book as JSON: every change with its revisions, readings and marks.
#include "store/BookJson.h"

#include "core/shop/Codec.h"
#include "store/BookFile.h"
#include "store/ChangeWalk.h"

#include <algorithm>
#include <nlohmann/json.hpp>
#include <ostream>

namespace steady::store {
namespace {

Json valueOf(QVariant const& value) {
    if (value.isNull()) return nullptr;
    if (value.typeId() == QMetaType::LongLong) return value.toLongLong();
    if (value.typeId() == QMetaType::Double) return value.toDouble();
    return value.toString().toStdString();
}

/// A row by the names of its columns, without those that are somewhere else in the text.
Json rowOf(Table table, QVariantList const& row, std::initializer_list<char const*> elsewhere,
           std::initializer_list<char const*> also_null = {}) {
    static auto const names = [] {
        std::map<Table, std::vector<std::string>> all;
        for (auto const each : {Table::Change, Table::Revision, Table::Reading, Table::Mark})
            for (auto const& name : columnsOf(each)) all[each].push_back(name.toStdString());
        return all;
    }();
    auto among = [](std::string const& name, std::initializer_list<char const*> list) {
        return std::find(list.begin(), list.end(), name) != list.end();
    };
    Json object = Json::object();
    auto const& columns = names.at(table);
    for (std::size_t i = 0; i < columns.size(); ++i) {
        auto const& value = row[static_cast<int>(i)];
        if (!among(columns[i], elsewhere) && (!value.isNull() || among(columns[i], also_null)))
            object[columns[i]] = valueOf(value);
    }
    return object;
}

/// One line. What a revision says is JSON already, in the order that it was written in.
Result<std::string> lineOf(StoredChange const& stored) {
    auto change = rowOf(Table::Change, stored.change, {"sum"}, {"undoes"});
    auto& marks = change["marks"] = Json::array();
    for (auto const& row : stored.marks) marks.push_back(rowOf(Table::Mark, row, {"seq"}));
    auto& readings = change["readings"] = Json::array();
    for (auto const& row : stored.readings) readings.push_back(rowOf(Table::Reading, row, {"seq"}));
    change["revisions"] = Json::array();
    auto line = dumpJson(change);
    std::string revisions;
    for (auto const& row : stored.revisions) {
        auto const body = row.back().isNull() ? std::string("null") : row.back().toString().toStdString();
        if (!Json::accept(body))
            return fail(Code::FileDamaged, {}, "what change " + std::to_string(stored.seq()) + " wrote cannot be read");
        auto const rest = dumpJson(rowOf(Table::Revision, row, {"seq", "body"}));
        revisions += (revisions.empty() ? "{\"body\":" : ",{\"body\":") + body + "," + rest.substr(1);
    }
    static std::string const empty = "\"revisions\":[]";
    line.insert(line.rfind(empty) + empty.size() - 1, revisions);
    return line;
}

} // namespace

Result<void> BookFile::exportTo(std::ostream& out) const {
    auto const db = database();
    Transaction const one_moment(db); // beside a writer, too, the book as it was at one change
    auto walk = ChangeWalk::over(db, m_version);
    if (!walk) return Failure(walk.error());
    StoredChange stored;
    Json sealed_from, sum;
    char const* separator = "\n";
    out << json_first_line;
    while (true) {
        auto const more = walk->next(stored);
        if (!more) return Failure(more.error());
        if (!*more) break;
        auto const line = lineOf(stored);
        if (!line) return fail(Code::FileDamaged, {m_path.toStdString()}, line.error().value);
        if (auto const own = stored.change.back().toString().toStdString(); !own.empty()) {
            if (sum.is_null()) sealed_from = stored.seq();
            sum = own;
        }
        out << separator << *line;
        separator = ",\n";
        if (!out) break;
    }
    out << "\n],\"format\":" << dumpJson(json_format) << ",\"sealed_from\":" << dumpJson(sealed_from)
        << ",\"sum\":" << dumpJson(sum) << ",\"v\":" << json_version << "}\n"
        << std::flush;
    if (!out) return fail(Code::FileWrite, {}, "the text cannot be written on");
    return {};
}

} // namespace steady::store
