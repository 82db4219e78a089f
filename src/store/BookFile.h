// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A book on disk: one SQLite file. The only place with SQL. Nothing is ever overwritten: changes are appended.

#include "core/base/Json.h"
#include "core/shop/Change.h"

#include <QSqlDatabase>
#include <QString>
#include <memory>

namespace steady::store {

inline constexpr int schema_version = 1;
inline constexpr int application_id = 0x53744e31;

enum class Access { ReadWrite, ReadOnly };

struct ChangeRow {
    std::int64_t seq = 0;
    std::int64_t at_utc_ms = 0;
    std::string author, what;
    std::int64_t undoes = 0; ///< seq of the change that this one takes back; 0: none
};

class BookFile : public shop::ReadingSource {
public:
    /// A new, empty book. Error: FileExists, FileWrite.
    static Result<std::unique_ptr<BookFile>> create(QString const& path);
    /// Refuses foreign, damaged and newer files before anything that could write is opened.
    static Result<std::unique_ptr<BookFile>> open(QString const& path, Access access);
    ~BookFile() override;

    /// Reads the heads only.
    Result<shop::Book> load() const;
    /// Reads everything: schema, pages, old revisions, readings, marks, and what refers to what. Error: FileDamaged.
    Result<void> check() const;
    /// Writes in one transaction; an error leaves the file as it was. Returns the change's seq.
    Result<std::int64_t> append(shop::Change const& change, std::string const& author, std::int64_t at_utc_ms,
                                std::int64_t undoes = 0);
    /// The change that would take `seq` back: for each entity the revision before it, its readings and marks withdrawn.
    Result<shop::Change> inverse(std::int64_t seq) const;
    Result<std::vector<shop::Reading>> readings(Id<shop::Study> study) const override;
    std::vector<ChangeRow> history(int most = 1000) const; ///< newest first
    /// The change that would bring everything back to how it was after `seq`: entities, and which readings count.
    Result<shop::Change> backTo(std::int64_t seq) const;
    std::int64_t lastSeq() const;
    /// A file of its own with the same content. Error: FileExists, FileWrite.
    Result<void> saveCopy(QString const& path) const;
    /// The whole book, with its history and readings: sorted keys, so that export, import, export gives equal bytes.
    Result<Json> toJson() const;
    /// A new book of what toJson gave. Error: FileExists, BadSchema with the place in the JSON; nothing is left then.
    static Result<void> importJson(QString const& path, Json const& json);
    /// The pragma's present value on the writing connection: “wal”, “2”.
    QString pragma(QString const& name) const;
    QString path() const { return m_path; }

private:
    explicit BookFile(QString path);
    Result<void> connect(Access access);
    Result<void> createTables();
    QSqlDatabase database() const;

    QString m_path;
    QString m_connection;
};

} // namespace steady::store
