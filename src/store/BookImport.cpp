// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A new book of what an export printed.
#include "store/BookJson.h"

#include "core/shop/Codec.h"
#include "store/BookFile.h"
#include "store/DraftBook.h"
#include "store/Seal.h"

#include <QSqlError>
#include <algorithm>
#include <array>
#include <istream>
#include <limits>
#include <nlohmann/json.hpp>

namespace steady::store {
namespace {

constexpr int deepest = 64;

QVariant number(std::int64_t value) { return QVariant::fromValue<qint64>(value); }

/// Reads typed fields and remembers the first that is missing or of the wrong kind.
class Fields {
public:
    Fields(Json const& json, std::string path, std::optional<Error>& error)
        : m_json(json), m_path(std::move(path)), m_error(error) {
        if (!json.is_object()) refuse("", "an object");
    }
    std::int64_t whole(char const* key) const {
        return get<std::int64_t>(key, "a whole number", &Json::is_number_integer);
    }
    std::int64_t whole(char const* key, std::int64_t least, std::int64_t most) const {
        auto const found = whole(key);
        if (!m_error && (found < least || found > most))
            refuse(key, "a whole number from " + std::to_string(least) + " to " + std::to_string(most));
        return found;
    }
    /// What need not be there: what `read` makes of it when it is.
    template<class F> QVariant maybe(char const* key, F read) const {
        return !m_error && m_json.is_object() && m_json.contains(key) ? QVariant(read(key)) : QVariant();
    }
    /// Never −0, which SQLite does not keep.
    double real(char const* key) const { return get<double>(key, "a number", &Json::is_number) + 0.0; }
    /// One of these words.
    QString word(char const* key, std::initializer_list<char const*> known) const {
        auto const found = text(key);
        if (!m_error && std::none_of(known.begin(), known.end(), [&](auto* k) { return found == QLatin1String(k); }))
            refuse(key, "one of the known words");
        return found;
    }
    /// Nothing but these: what this version does not know it must not lose.
    void only(std::initializer_list<std::string_view> known) const {
        if (!m_json.is_object()) return;
        for (auto const& [key, value] : m_json.items())
            if (std::find(known.begin(), known.end(), key) == known.end()) refuse(key, "nothing of that name");
    }
    QString text(char const* key) const {
        return QString::fromStdString(get<std::string>(key, "a text", &Json::is_string));
    }
    Json const& list(char const* key) const {
        static Json const none = Json::array();
        auto const found = m_json.find(key);
        if (m_error) return none;
        if (found != m_json.end() && found->is_array()) return *found;
        refuse(key, "a list");
        return none;
    }
    Json const* any(char const* key) const {
        auto const found = m_json.is_object() ? m_json.find(key) : m_json.end();
        if (found != m_json.end()) return &*found;
        refuse(key, "a value or null");
        return nullptr;
    }
    void refuse(std::string const& key, std::string expected) const {
        auto const what = m_path + key;
        if (!m_error)
            m_error = Error{Code::BadSchema, {}, what.empty() ? "What is outermost" : what, std::move(expected)};
    }

private:
    template<class T> T get(char const* key, char const* expected, bool (Json::*is)() const noexcept) const {
        auto const found = m_json.is_object() ? m_json.find(key) : m_json.end();
        if (m_error) return T{};
        bool const wraps = found != m_json.end() && found->is_number_unsigned() &&
                           found->template get<std::uint64_t>() > std::numeric_limits<std::int64_t>::max();
        if (wraps) {
            refuse(key, "a number that fits");
            return T{};
        }
        if (found != m_json.end() && ((*found).*is)()) return found->template get<T>();
        refuse(key, expected);
        return T{};
    }

    Json const& m_json;
    std::string m_path;
    std::optional<Error>& m_error;
};

/// Thrown out of the reader of JSON, which cannot be stopped otherwise.
struct Stop {
    Error error;
};

class Importer {
public:
    explicit Importer(QSqlDatabase database)
        : m_db(std::move(database)), m_change(into(Table::Change)), m_revision(into(Table::Revision)),
          m_reading(into(Table::Reading)), m_length(into(Table::Reading, 1)), m_mark(into(Table::Mark)) {}

    Result<void> change(Json const& json) {
        auto const place = "changes[" + std::to_string(m_count++) + "].";
        Fields const f(json, place, m_error);
        f.only({"seq", "at_utc_ms", "author", "home_epoch", "what", "undoes", "revisions", "readings", "marks"});
        auto const nr = f.whole("seq", 1, json_largest);
        auto const seq = number(nr);
        auto const* undoes = f.any("undoes");
        StoredChange made;
        made.change = {seq,
                       number(f.whole("at_utc_ms")),
                       f.text("author"),
                       number(f.whole("home_epoch")),
                       f.text("what"),
                       undoes && !undoes->is_null() ? number(f.whole("undoes", 1, json_largest)) : QVariant(),
                       QVariant()};
        for (auto const& each : f.list("revisions"))
            made.revisions.push_back(revision(each, place + "revisions.", seq));
        for (auto const& each : f.list("readings")) made.readings.push_back(reading(each, place + "readings.", seq));
        for (auto const& each : f.list("marks")) made.marks.push_back(mark(each, place + "marks.", seq));
        if (m_error) return Failure(*m_error);
        // Sums are made over the rows in the order of their keys, whatever their order in the file.
        inOrder<1>(made.revisions);
        inOrder<0, 1>(made.readings);
        inOrder<0, 1>(made.marks);
        // The usual order is the one in which sums are made; for any other they are made in the end.
        m_in_order = m_in_order && nr > m_last;
        m_last = nr;
        if (m_in_order) made.change.back() = m_sum = sumOf(m_sum, made);
        write(m_change, made.change, place + "seq");
        for (auto const& row : made.revisions) write(m_revision, row, place + "revisions.entity");
        for (auto const& row : made.readings) {
            bool const plain = std::all_of(row.begin() + m_plain, row.end(), [](auto const& v) { return v.isNull(); });
            write(plain ? m_length : m_reading, plain ? row.first(m_plain) : row, place + "readings.nr");
        }
        for (auto const& row : made.marks) write(m_mark, row, place + "marks.nr");
        if (m_first == 0) m_first = nr;
        return m_error ? Result<void>(Failure(*m_error)) : Result<void>();
    }

    /// After the last one: what follows from the changes, in the order of their numbers.
    Result<void> finish(Json const& top) {
        Fields const f(top, "", m_error);
        if (f.text("format") != QLatin1String(json_format)) f.refuse("format", json_format);
        auto const v = f.whole("v", 1, json_version);
        if (v == 1)
            f.only({"format", "v", "changes"});
        else
            f.only({"format", "v", "changes", "sealed_from", "sum"});
        (void)f.list("changes");
        auto const* from = v == 1 ? nullptr : f.any("sealed_from");
        bool const sealed = from && !from->is_null();
        auto const first = sealed ? f.whole("sealed_from", 1, json_largest) : 0;
        auto const expected = sealed ? f.text("sum") : QString();
        if (m_error) return Failure(*m_error);
        for (auto* query : {&m_change, &m_revision, &m_reading, &m_length, &m_mark}) query->clear();
        auto done = sql(m_db, QStringLiteral("INSERT INTO head SELECT entity, max(seq) FROM revision GROUP BY entity"));
        if (done && !(m_in_order && first == m_first)) done = sql(m_db, QStringLiteral("UPDATE change SET sum = NULL"));
        if (!done) return Failure(done.error());
        if (!sealed) return {};
        if (!m_in_order || first != m_first)
            if (auto again = seal(first); !again) return again;
        if (m_sum == expected) return {};
        return fail(Code::SumDiffers, {}, "its sum is " + m_sum.toStdString() + ", not " + expected.toStdString());
    }

private:
    template<int... key> static void inOrder(std::vector<QVariantList>& rows) {
        auto const keyOf = [](QVariantList const& row) { return std::array{row[key].toLongLong()...}; };
        std::sort(rows.begin(), rows.end(), [&](auto const& a, auto const& b) { return keyOf(a) < keyOf(b); });
    }

    QSqlQuery into(Table table, int version = schema_version) const {
        QSqlQuery query(m_db);
        auto const columns = columnsOf(table, version);
        auto places = QStringLiteral("?, ").repeated(columns.size());
        places.chop(2);
        query.prepare(QStringLiteral("INSERT INTO %1(%2) VALUES(%3)")
                          .arg(nameOf(table), columns.join(QStringLiteral(", ")), places));
        return query;
    }

    void write(QSqlQuery& query, QVariantList const& values, std::string const& key) {
        if (m_error) return;
        for (int i = 0; i < values.size(); ++i) query.bindValue(i, values[i]);
        if (query.exec()) return;
        auto const problem = query.lastError().databaseText();
        m_error = problem.startsWith(QStringLiteral("UNIQUE")) ? Error{Code::BadSchema, {}, key, "a number of its own"}
                                                               : Error{Code::FileWrite, {}, problem.toStdString(), {}};
    }

    QVariantList revision(Json const& json, std::string const& place, QVariant const& seq) {
        Fields const f(json, place, m_error);
        f.only({"entity", "kind", "body"});
        auto const entity = number(f.whole("entity", 1, json_largest));
        auto const kind = f.text("kind");
        auto const* body = f.any("body");
        if (m_error || !body || body->is_null()) return {seq, entity, kind, QVariant()};
        if (auto const good = shop::fromJson(kind.toStdString(), *body); !good) m_error = good.error();
        return {seq, entity, kind, QString::fromStdString(dumpJson(*body))};
    }

    QVariantList reading(Json const& json, std::string const& place, QVariant const& seq) {
        Fields const f(json, place, m_error);
        f.only({"study", "nr", "at_utc_ms", "value_mm", "as_typed", "source", "x_mm", "y_mm", "temperature_c",
                "group_nr", "second_value", "quantity", "unit"});
        auto const real = [&](char const* key) { return f.real(key); };
        auto const text = [&](char const* key) { return f.text(key); };
        return {number(f.whole("study", 1, json_largest)),
                number(f.whole("nr", 1, largest_reading)),
                seq,
                number(f.whole("at_utc_ms")),
                f.real("value_mm"),
                f.text("as_typed"),
                f.word("source", {"measured", "imported", "simulated"}),
                f.maybe("x_mm", real),
                f.maybe("y_mm", real),
                f.maybe("temperature_c", real),
                f.maybe("group_nr", [&](char const* key) { return number(f.whole(key, 0, largest_reading)); }),
                f.maybe("second_value", real),
                f.maybe("quantity", text),
                f.maybe("unit", text)};
    }

    QVariantList mark(Json const& json, std::string const& place, QVariant const& seq) {
        Fields const f(json, place, m_error);
        f.only({"study", "nr", "mark", "cause"});
        return {number(f.whole("study", 1, json_largest)), number(f.whole("nr", 1, largest_reading)), seq,
                f.word("mark", {"counts", "withdrawn"}), f.text("cause")};
    }

    Result<void> seal(std::int64_t first) {
        auto walk = ChangeWalk::over(m_db, schema_version, first);
        if (!walk) return Failure(walk.error());
        QSqlQuery update(m_db);
        update.prepare(QStringLiteral("UPDATE change SET sum = ? WHERE seq = ?"));
        StoredChange stored;
        m_sum.clear();
        while (true) {
            auto const more = walk->next(stored);
            if (!more) return Failure(more.error());
            if (!*more) return {};
            m_sum = sumOf(m_sum, stored);
            update.bindValue(0, m_sum);
            update.bindValue(1, number(stored.seq()));
            if (!update.exec()) return fail(Code::FileWrite, {}, update.lastError().databaseText().toStdString());
        }
    }

    QSqlDatabase m_db;
    QSqlQuery m_change, m_revision, m_reading, m_length, m_mark; ///< m_length: a reading that is a length and no more
    int m_plain = static_cast<int>(columnsOf(Table::Reading, 1).size());
    std::optional<Error> m_error;
    std::size_t m_count = 0;
    std::int64_t m_first = 0, m_last = 0;
    bool m_in_order = true;
    QString m_sum; ///< of the changes so far, while they come in order
};

/// As exportTo lays it out, a change a line: quicker than to look for where each begins. What is left is returned.
Result<Json> readLines(std::istream& in, Importer& importer) {
    std::string line;
    if (!std::getline(in, line) || line != json_first_line) return fail(Code::BadJson, {}, "it is laid out otherwise");
    while (std::getline(in, line) && !line.starts_with(']')) {
        if (line.ends_with(',')) line.pop_back();
        auto const json = parseJson(line, "");
        if (!json) return json;
        if (auto done = importer.change(*json); !done) return Failure(done.error());
    }
    return parseJson(json_first_line + line, "");
}

/// Any other layout. Each change is handed on as soon as it is read.
Result<Json> readAny(std::istream& in, Importer& importer) {
    bool changes = false;
    auto each = [&](int depth, Json::parse_event_t event, Json& parsed) {
        if (depth > deepest) throw Stop{{Code::BadJson, {}, "it is nested deeper than " + std::to_string(deepest), {}}};
        if (event == Json::parse_event_t::key && depth == 1) changes = parsed == "changes";
        if (!changes || depth != 2 || event != Json::parse_event_t::object_end) return true;
        if (auto done = importer.change(parsed); !done) throw Stop{done.error()};
        return false;
    };
    try {
        return Json::parse(in, each);
    } catch (Stop const& stop) {
        return Failure(stop.error);
    } catch (Json::exception const& problem) {
        return fail(Code::BadJson, {}, problem.what());
    }
}

Result<void> importInto(DraftBook& draft, std::istream& in, Result<Json> (*read)(std::istream&, Importer&)) {
    auto database = draft.open();
    if (!database) return Failure(database.error());
    if (auto made = createTables(*database); !made) return made;
    Transaction transaction(*database);
    Importer importer(*database);
    auto const top = read(in, importer);
    if (!top) return Failure(top.error());
    if (auto finished = importer.finish(*top); !finished) return finished;
    return transaction.commit();
}

} // namespace

Result<void> BookFile::importFrom(std::istream& in, std::string const& place, QString const& path) {
    auto draft = DraftBook::at(path);
    if (!draft) return Failure(draft.error());
    auto done = importInto(**draft, in, readLines);
    if (!done && done.error().code == Code::BadJson) {
        in.clear();
        in.seekg(0);
        draft->reset();
        draft = DraftBook::at(path);
        if (!draft) return Failure(draft.error());
        done = importInto(**draft, in, readAny);
    }
    if (done) {
        auto const made = open((*draft)->draft(), Access::ReadOnly);
        done = made ? (*made)->checkTables() : Failure(made.error());
    }
    if (done) return (*draft)->keep();
    if (done.error().where.place.empty() || done.error().where.place.ends_with(".unfinished"))
        done.error().where.place = place;
    return done;
}

} // namespace steady::store
