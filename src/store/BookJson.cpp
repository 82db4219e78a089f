// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A whole book as JSON and back: every change, revision, reading and mark; docs/formats.md.
#include "core/shop/Codec.h"
#include "store/BookFile.h"
#include "store/DraftBook.h"
#include "store/Seal.h"

#include <QSqlError>
#include <algorithm>
#include <istream>
#include <limits>
#include <nlohmann/json.hpp>
#include <ostream>

namespace steady::store {
namespace {

constexpr char const* format_name = "steady-pin-book";
constexpr int format_version = 2;
constexpr std::int64_t largest_number = std::int64_t(1) << 53; ///< what every reader of JSON still tells apart
constexpr int largest_reading = 1'000'000'000;
constexpr int deepest = 64;

QVariant number(std::int64_t value) { return QVariant::fromValue<qint64>(value); }

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

Result<Json> toJson(StoredChange const& stored) {
    auto change = rowOf(Table::Change, stored.change, {"sum"}, {"undoes"});
    auto& revisions = change["revisions"] = Json::array();
    for (auto const& row : stored.revisions) {
        auto revision = rowOf(Table::Revision, row, {"seq", "body"});
        revision["body"] = nullptr;
        if (!row.back().isNull()) {
            auto body = parseJson(row.back().toString().toStdString(), "revision");
            if (!body) return body;
            revision["body"] = std::move(*body);
        }
        revisions.push_back(std::move(revision));
    }
    auto& readings = change["readings"] = Json::array();
    for (auto const& row : stored.readings) readings.push_back(rowOf(Table::Reading, row, {"seq"}));
    auto& marks = change["marks"] = Json::array();
    for (auto const& row : stored.marks) marks.push_back(rowOf(Table::Mark, row, {"seq"}));
    return change;
}

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
    double real(char const* key) const { return get<double>(key, "a number", &Json::is_number); }
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
        if (!m_error) m_error = Error{Code::BadSchema, {}, m_path + key, std::move(expected)};
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
          m_reading(into(Table::Reading)), m_mark(into(Table::Mark)) {}

    void change(Json const& json) {
        auto const place = "changes[" + std::to_string(m_count++) + "].";
        Fields const f(json, place, m_error);
        f.only({"seq", "at_utc_ms", "author", "home_epoch", "what", "undoes", "revisions", "readings", "marks"});
        auto const seq = number(f.whole("seq", 1, largest_number));
        auto const* undoes = f.any("undoes");
        write(m_change, f, "seq",
              {seq, number(f.whole("at_utc_ms")), f.text("author"), number(f.whole("home_epoch")), f.text("what"),
               undoes && !undoes->is_null() ? number(f.whole("undoes", 1, largest_number)) : QVariant(), QVariant()});
        for (auto const& each : f.list("revisions")) revision(each, place + "revisions.", seq);
        for (auto const& each : f.list("readings")) reading(each, place + "readings.", seq);
        for (auto const& each : f.list("marks")) {
            Fields const m(each, place + "marks.", m_error);
            m.only({"study", "nr", "mark", "cause"});
            write(m_mark, m, "nr",
                  {number(m.whole("study", 1, largest_number)), number(m.whole("nr", 1, largest_reading)), seq,
                   m.word("mark", {"counts", "withdrawn"}), m.text("cause")});
        }
        if (m_error) throw Stop{*m_error};
    }

    /// After the last one: what follows from the changes, in the order of their numbers.
    Result<void> finish(Json const& top) {
        Fields const f(top, "", m_error);
        if (f.text("format") != QLatin1String(format_name)) f.refuse("format", format_name);
        auto const v = f.whole("v", 1, format_version);
        if (v == 1) {
            f.only({"format", "v", "changes"});
        } else {
            f.only({"format", "v", "changes", "sealed_from", "sum"});
        }
        (void)f.list("changes");
        auto const* from = v == 1 ? nullptr : f.any("sealed_from");
        bool const sealed = from && !from->is_null();
        auto const first = sealed ? f.whole("sealed_from", 1, largest_number) : 0;
        auto const sum = sealed ? f.text("sum") : QString();
        if (m_error) return Failure(*m_error);
        for (auto* query : {&m_change, &m_revision, &m_reading, &m_mark}) query->clear();
        auto heads =
            sql(m_db, QStringLiteral("INSERT INTO head SELECT entity, max(seq) FROM revision GROUP BY entity"));
        if (!heads) return Failure(heads.error());
        return sealed ? seal(first, sum) : Result<void>();
    }

private:
    QSqlQuery into(Table table) const {
        QSqlQuery query(m_db);
        auto const columns = columnsOf(table);
        auto places = QStringLiteral("?, ").repeated(columns.size());
        places.chop(2);
        query.prepare(QStringLiteral("INSERT INTO %1(%2) VALUES(%3)")
                          .arg(nameOf(table), columns.join(QStringLiteral(", ")), places));
        return query;
    }

    void write(QSqlQuery& query, Fields const& fields, char const* key, QVariantList const& values) {
        if (m_error) return;
        for (int i = 0; i < values.size(); ++i) query.bindValue(i, values[i]);
        if (query.exec()) return;
        auto const problem = query.lastError().databaseText();
        if (problem.startsWith(QStringLiteral("UNIQUE")))
            fields.refuse(key, "a number of its own");
        else
            m_error = Error{Code::FileWrite, {}, problem.toStdString(), {}};
    }

    void revision(Json const& json, std::string const& place, QVariant const& seq) {
        Fields const f(json, place, m_error);
        f.only({"entity", "kind", "body"});
        auto const entity = number(f.whole("entity", 1, largest_number));
        auto const kind = f.text("kind");
        auto const* body = f.any("body");
        if (m_error || !body) return;
        if (!body->is_null())
            if (auto const good = shop::fromJson(kind.toStdString(), *body); !good) m_error = good.error();
        write(m_revision, f, "entity",
              {seq, entity, kind, body->is_null() ? QVariant() : QVariant(QString::fromStdString(dumpJson(*body)))});
    }

    void reading(Json const& json, std::string const& place, QVariant const& seq) {
        Fields const f(json, place, m_error);
        f.only({"study", "nr", "at_utc_ms", "value_mm", "as_typed", "source", "x_mm", "y_mm", "temperature_c",
                "group_nr", "second_value", "quantity", "unit"});
        auto const real = [&](char const* key) { return f.real(key); };
        auto const text = [&](char const* key) { return f.text(key); };
        write(m_reading, f, "nr",
              {number(f.whole("study", 1, largest_number)), number(f.whole("nr", 1, largest_reading)), seq,
               number(f.whole("at_utc_ms")), f.real("value_mm"), f.text("as_typed"),
               f.word("source", {"measured", "imported", "simulated"}), f.maybe("x_mm", real), f.maybe("y_mm", real),
               f.maybe("temperature_c", real),
               f.maybe("group_nr", [&](char const* key) { return number(f.whole(key, 0, largest_reading)); }),
               f.maybe("second_value", real), f.maybe("quantity", text), f.maybe("unit", text)});
    }

    Result<void> seal(std::int64_t first, QString const& expected) {
        auto walk = ChangeWalk::over(m_db, schema_version, first);
        if (!walk) return Failure(walk.error());
        QSqlQuery update(m_db);
        update.prepare(QStringLiteral("UPDATE change SET sum = ? WHERE seq = ?"));
        StoredChange stored;
        QString sum;
        while (true) {
            auto const more = walk->next(stored);
            if (!more) return Failure(more.error());
            if (!*more) break;
            sum = sumOf(sum, stored);
            update.bindValue(0, sum);
            update.bindValue(1, number(stored.seq()));
            if (!update.exec()) return fail(Code::FileWrite, {}, update.lastError().databaseText().toStdString());
        }
        if (sum != expected)
            return fail(Code::SumDiffers, {}, "its sum is " + sum.toStdString() + ", not " + expected.toStdString());
        return {};
    }

    QSqlDatabase m_db;
    QSqlQuery m_change, m_revision, m_reading, m_mark;
    std::optional<Error> m_error;
    std::size_t m_count = 0;
};

/// Reads the text and hands each change on as soon as it is read; what is left is returned.
Result<Json> readChanges(std::istream& in, Importer& importer) {
    bool changes = false;
    std::string wrong;
    auto each = [&](int depth, Json::parse_event_t event, Json& parsed) {
        if (depth > deepest) throw Stop{{Code::BadJson, {}, "it is nested deeper than " + std::to_string(deepest), {}}};
        if (event == Json::parse_event_t::key && depth == 1) changes = parsed == "changes";
        if (!changes || depth != 2) return true;
        if (event == Json::parse_event_t::object_end) importer.change(parsed);
        return event != Json::parse_event_t::object_end;
    };
    try {
        return Json::parse(in, each);
    } catch (Stop const& stop) {
        return Failure(stop.error);
    } catch (Json::exception const& problem) {
        return fail(Code::BadJson, {}, problem.what());
    }
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
    out << "{\"changes\":[";
    while (true) {
        auto const more = walk->next(stored);
        if (!more) return Failure(more.error());
        if (!*more) break;
        auto const json = toJson(stored);
        if (!json) return fail(Code::FileDamaged, {m_path.toStdString()}, json.error().value);
        if (auto const own = stored.change.back().toString().toStdString(); !own.empty()) {
            if (sum.is_null()) sealed_from = stored.seq();
            sum = own;
        }
        out << separator << dumpJson(*json);
        separator = ",\n";
        if (!out) break;
    }
    out << "\n],\"format\":" << dumpJson(format_name) << ",\"sealed_from\":" << dumpJson(sealed_from)
        << ",\"sum\":" << dumpJson(sum) << ",\"v\":" << format_version << "}\n"
        << std::flush;
    if (!out) return fail(Code::FileWrite, {}, "the text cannot be written on");
    return {};
}

Result<void> BookFile::importFrom(std::istream& in, std::string const& place, QString const& path) {
    auto draft = DraftBook::at(path);
    if (!draft) return Failure(draft.error());
    auto done = [&]() -> Result<void> {
        auto database = (*draft)->open();
        if (!database) return Failure(database.error());
        if (auto made = createTables(*database); !made) return made;
        Transaction transaction(*database);
        Importer importer(*database);
        auto const top = readChanges(in, importer);
        if (!top) return Failure(top.error());
        if (auto finished = importer.finish(*top); !finished) return finished;
        return transaction.commit();
    }();
    if (done) {
        auto const made = open((*draft)->draft(), Access::ReadOnly);
        auto const sound = made ? (*made)->check() : Result<std::optional<Sound>>(Failure(made.error()));
        if (!sound) done = Failure(sound.error());
    }
    if (done) return (*draft)->keep();
    if (done.error().where.place.empty() || done.error().where.place.ends_with(".unfinished"))
        done.error().where.place = place;
    return done;
}

} // namespace steady::store
