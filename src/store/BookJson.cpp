// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A whole book as JSON and back: every change, revision, reading and mark; docs/formats.md.
#include "core/shop/Codec.h"
#include "store/BookFile.h"
#include "store/Sql.h"

#include <QFile>
#include <algorithm>
#include <limits>
#include <nlohmann/json.hpp>
#include <numeric>

namespace steady::store {
namespace {

constexpr char const* format_name = "steady-pin-book";
constexpr int format_version = 1;
constexpr std::int64_t largest_seq = std::int64_t(1) << 53; ///< what every reader of JSON still tells apart

QVariant number(std::int64_t value) { return QVariant::fromValue<qint64>(value); }
std::string utf8(QVariant const& value) { return value.toString().toStdString(); }

/// Runs a statement and hands each row to `each`.
template<class F> Result<void> rows(QSqlDatabase const& db, char const* statement, F each) {
    auto query = sql(db, QLatin1String(statement));
    if (!query) return Failure(query.error());
    while (query->next()) each(*query);
    return readToTheEnd(*query, db);
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
    void refuse(std::string const& key, char const* expected) const {
        if (!m_error) m_error = Error{Code::BadSchema, {}, m_path + key, expected};
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

struct Importer {
    QSqlDatabase db;
    std::optional<Error> error;
    std::int64_t last_seq = 0;

    void write(char const* statement, QVariantList const& values) {
        if (error) return;
        if (auto done = sql(db, QLatin1String(statement), values); !done) error = done.error();
    }

    void change(Json const& json, std::size_t index) {
        Fields const f(json, "changes[" + std::to_string(index) + "].", error);
        f.only({"seq", "at_utc_ms", "author", "home_epoch", "what", "undoes", "revisions", "readings", "marks"});
        auto const nr = f.whole("seq");
        if (nr <= last_seq) f.refuse("seq", "a number of its own, from 1");
        if (nr > largest_seq) f.refuse("seq", "a number below 2⁵³");
        last_seq = nr;
        auto const seq = number(nr);
        auto const* undoes = f.any("undoes");
        write("INSERT INTO change(seq, at_utc_ms, author, home_epoch, what, undoes) VALUES(?, ?, ?, ?, ?, ?)",
              {seq, number(f.whole("at_utc_ms")), f.text("author"), number(f.whole("home_epoch")), f.text("what"),
               undoes && undoes->is_number_integer() ? number(undoes->get<std::int64_t>()) : QVariant()});
        for (auto const& each : f.list("revisions")) revision(each, seq);
        for (auto const& each : f.list("readings")) {
            Fields const r(each, "readings.", error);
            r.only({"study", "nr", "at_utc_ms", "value_mm", "as_typed", "source"});
            write("INSERT INTO reading(study, nr, seq, at_utc_ms, value_mm, as_typed, source) VALUES(?, ?, ?, ?, ?, ?, "
                  "?)",
                  {number(r.whole("study")), number(r.whole("nr")), seq, number(r.whole("at_utc_ms")),
                   r.real("value_mm"), r.text("as_typed"), r.word("source", {"measured", "imported", "simulated"})});
        }
        for (auto const& each : f.list("marks")) {
            Fields const m(each, "marks.", error);
            m.only({"study", "nr", "mark", "cause"});
            write("INSERT INTO reading_mark(study, nr, seq, mark, cause) VALUES(?, ?, ?, ?, ?)",
                  {number(m.whole("study")), number(m.whole("nr")), seq, m.word("mark", {"counts", "withdrawn"}),
                   m.text("cause")});
        }
    }

    void revision(Json const& json, QVariant const& seq) {
        Fields const f(json, "revisions.", error);
        f.only({"entity", "kind", "body"});
        auto const entity = number(f.whole("entity"));
        auto const kind = f.text("kind");
        auto const* body = f.any("body");
        if (error || !body) return;
        if (!body->is_null()) {
            if (auto const good = shop::fromJson(kind.toStdString(), *body); !good) error = good.error();
        }
        write("INSERT INTO revision(seq, entity, kind, body) VALUES(?, ?, ?, ?)",
              {seq, entity, kind, body->is_null() ? QVariant() : QVariant(QString::fromStdString(dumpJson(*body)))});
        write("INSERT INTO head(entity, seq) VALUES(?, ?) ON CONFLICT(entity) DO UPDATE SET seq = excluded.seq",
              {entity, seq});
    }
};

} // namespace

Result<Json> BookFile::toJson() const {
    auto const db = database();
    Transaction const one_moment(db); // beside a writer, too, the book as it was at one change
    Json out{{"format", format_name}, {"v", format_version}, {"changes", Json::array()}};
    auto& changes = out["changes"];
    std::map<std::int64_t, std::size_t> at;
    std::optional<Error> error;
    auto done = rows(db, "SELECT seq, at_utc_ms, author, home_epoch, what, undoes FROM change ORDER BY seq",
                     [&](QSqlQuery const& q) {
                         at[q.value(0).toLongLong()] = changes.size();
                         changes.push_back({{"seq", q.value(0).toLongLong()},
                                            {"at_utc_ms", q.value(1).toLongLong()},
                                            {"author", utf8(q.value(2))},
                                            {"home_epoch", q.value(3).toLongLong()},
                                            {"what", utf8(q.value(4))},
                                            {"undoes", nullptr},
                                            {"revisions", Json::array()},
                                            {"readings", Json::array()},
                                            {"marks", Json::array()}});
                         if (!q.value(5).isNull()) changes.back()["undoes"] = q.value(5).toLongLong();
                     });
    auto of = [&](QSqlQuery const& q, char const* list) -> Json& { return changes[at[q.value(0).toLongLong()]][list]; };
    if (done)
        done = rows(db, "SELECT seq, entity, kind, body FROM revision ORDER BY seq, entity", [&](QSqlQuery const& q) {
            Json body = nullptr;
            if (!q.value(3).isNull()) {
                auto parsed = parseJson(utf8(q.value(3)), "revision");
                if (parsed)
                    body = std::move(*parsed);
                else
                    error = parsed.error();
            }
            of(q, "revisions")
                .push_back(
                    {{"entity", q.value(1).toLongLong()}, {"kind", utf8(q.value(2))}, {"body", std::move(body)}});
        });
    if (done)
        done = rows(db,
                    "SELECT seq, study, nr, at_utc_ms, value_mm, as_typed, source FROM reading ORDER BY seq, study, nr",
                    [&](QSqlQuery const& q) {
                        of(q, "readings")
                            .push_back({{"study", q.value(1).toLongLong()},
                                        {"nr", q.value(2).toLongLong()},
                                        {"at_utc_ms", q.value(3).toLongLong()},
                                        {"value_mm", q.value(4).toDouble()},
                                        {"as_typed", utf8(q.value(5))},
                                        {"source", utf8(q.value(6))}});
                    });
    if (done)
        done = rows(db, "SELECT seq, study, nr, mark, cause FROM reading_mark ORDER BY seq, study, nr",
                    [&](QSqlQuery const& q) {
                        of(q, "marks")
                            .push_back({{"study", q.value(1).toLongLong()},
                                        {"nr", q.value(2).toLongLong()},
                                        {"mark", utf8(q.value(3))},
                                        {"cause", utf8(q.value(4))}});
                    });
    if (!done) return Failure(done.error());
    if (error) return Failure(*error);
    return out;
}

Result<void> BookFile::importJson(QString const& path, Json const& json) {
    auto file = create(path);
    if (!file) return Failure(file.error());
    Importer importer{(*file)->database(), {}};
    {
        Fields const top(json, "", importer.error);
        if (top.text("format") != QLatin1String(format_name)) top.refuse("format", format_name);
        if (top.whole("v") != format_version) top.refuse("v", "1");
        Transaction transaction((*file)->database());
        top.only({"format", "v", "changes"});
        // In the order of their numbers, whatever the order of the file: the last one is what counts.
        auto const& changes = top.list("changes");
        std::vector<std::size_t> order(changes.size());
        std::iota(order.begin(), order.end(), std::size_t(0));
        auto seqOf = [&](std::size_t i) {
            auto const& each = changes[i];
            auto const found = each.is_object() ? each.find("seq") : each.end();
            return found != each.end() && found->is_number_integer() ? found->get<std::int64_t>() : 0;
        };
        std::stable_sort(order.begin(), order.end(), [&](auto a, auto b) { return seqOf(a) < seqOf(b); });
        for (auto const index : order) importer.change(changes[index], index);
        if (!importer.error)
            if (auto done = transaction.commit(); !done) importer.error = done.error();
    }
    if (!importer.error)
        if (auto const whole = (*file)->load(); !whole) importer.error = whole.error();
    if (!importer.error) return {};
    importer.db = {};
    file->reset(); // what was half made goes away again
    for (auto const* tail : {"", "-wal", "-shm"}) QFile::remove(path + QLatin1String(tail));
    if (importer.error->where.place.empty()) importer.error->where.place = path.toStdString();
    return Failure(*importer.error);
}

} // namespace steady::store
