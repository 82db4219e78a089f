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

// Text is put together by hand: a tree of a book's readings would cost more than all the rest.

void append(std::string& to, QString const& value) {
    auto const plain = [](QChar c) { return c >= QLatin1Char(' ') && c < QChar(0x7f) && c != u'"' && c != u'\\'; };
    auto const bytes = value.toUtf8();
    if (std::all_of(value.begin(), value.end(), plain)) {
        to += '"';
        to.append(bytes.constData(), static_cast<std::size_t>(bytes.size()));
        to += '"';
    } else {
        to += dumpJson(Json(value.toStdString()));
    }
}

void append(std::string& to, QVariant const& value) {
    if (value.isNull())
        to += "null";
    else if (value.typeId() == QMetaType::LongLong)
        to += std::to_string(value.toLongLong());
    else if (value.typeId() == QMetaType::Double)
        to += dumpJson(Json(value.toDouble()));
    else
        append(to, value.toString());
}

/// Writes the rows of a table as objects: keys sorted, without the change that they belong to and without what is NULL.
class RowWriter {
public:
    explicit RowWriter(Table table) {
        auto const columns = columnsOf(table);
        for (int i = 0; i < columns.size(); ++i)
            if (columns[i] != QStringLiteral("seq")) m_fields.emplace_back(columns[i].toStdString(), i);
        std::sort(m_fields.begin(), m_fields.end());
        for (auto& [key, column] : m_fields) key = "\"" + key + "\":";
    }
    void append(std::string& to, std::vector<QVariantList> const& rows) const {
        to += '[';
        for (auto const& row : rows) {
            to += to.back() == '[' ? "{" : ",{";
            for (auto const& [key, column] : m_fields) {
                if (row[column].isNull()) continue;
                if (to.back() != '{') to += ',';
                to += key;
                store::append(to, row[column]);
            }
            to += '}';
        }
        to += ']';
    }

private:
    std::vector<std::pair<std::string, int>> m_fields;
};

/// One line, its keys sorted. What a revision says is JSON already, in the order that it was written in.
Result<std::string> lineOf(StoredChange const& stored) {
    static RowWriter const marks(Table::Mark), readings(Table::Reading);
    enum { Seq, At, Author, HomeEpoch, What, Undoes };
    std::string line = "{";
    auto field = [&](char const* key, int column) {
        line += key;
        append(line, stored.change[column]);
    };
    field("\"at_utc_ms\":", At);
    field(",\"author\":", Author);
    field(",\"home_epoch\":", HomeEpoch);
    line += ",\"marks\":";
    marks.append(line, stored.marks);
    line += ",\"readings\":";
    readings.append(line, stored.readings);
    line += ",\"revisions\":[";
    for (auto const& row : stored.revisions) {
        auto const body = row[3].isNull() ? std::string("null") : row[3].toString().toStdString();
        if (!Json::accept(body))
            return fail(Code::FileDamaged, {}, "what change " + std::to_string(stored.seq()) + " wrote cannot be read");
        line += line.back() == '[' ? "{\"body\":" : ",{\"body\":";
        line += body + ",\"entity\":";
        append(line, row[1]);
        line += ",\"kind\":";
        append(line, row[2]);
        line += '}';
    }
    line += ']';
    field(",\"seq\":", Seq);
    field(",\"undoes\":", Undoes);
    field(",\"what\":", What);
    line += '}';
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
