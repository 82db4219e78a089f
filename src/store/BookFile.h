// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A book on disk: one SQLite file. The only place with SQL. Nothing is ever overwritten: changes are appended.

#include "core/base/Going.h"
#include "core/shop/Snapshot.h"
#include "store/Schema.h"

#include <QLockFile>
#include <QString>
#include <functional>
#include <iosfwd>
#include <memory>

namespace steady::store {

/// What tells a file from another of the same name.
struct LogId {
    std::uint64_t device = 0, inode = 0;
    bool operator==(LogId const&) const = default;
};

class FileClaim;
class FileReadings;
class ReadingWay;

enum class Access { ReadWrite, ReadOnly };

struct ChangeRow {
    std::int64_t seq = 0;
    std::int64_t at_utc_ms = 0;
    std::string author, what;
    std::int64_t undoes = 0; ///< seq of the change that this one takes back; 0: none
};

/// A book in which everything was read and is as it was written.
struct Sound {
    std::int64_t changes = 0;
    std::int64_t unsealed = 0; ///< of them from before there were sums: readable, but not proved unchanged
};

class BookFile {
public:
    /// A new, empty book. Error: FileExists, LogOrphaned, BookBusy, FileWrite.
    static Result<std::unique_ptr<BookFile>> create(QString const& path);
    /// Refuses foreign, damaged and newer files before anything that could write is opened; an older one that is opened
    /// for writing becomes one of this format. Error also: BookLocked, BookBusy, BookProtected, FolderProtected,
    /// SecondName, NoRoomForLog: it can be read only.
    static Result<std::unique_ptr<BookFile>> open(QString const& path, Access access);
    ~BookFile();

    /// What a look into a file found, on whatever thread.
    struct Look {
        shop::Snapshot snapshot;
        QString last; ///< number and sum of its last change, which seals all before it; empty: it has no sums
    };
    /// The state of a book as a reader finds it. Error: as open and load, and Stopped.
    static Result<Look> look(QString const& path, Going const& going = {});

    /// Reads the heads only; readings follow when they are asked for, also after this file is closed.
    Result<shop::Snapshot> load(Going const& going = {}) const;
    /// The same, but what is in `seen` is not read again while it is still what this file has.
    Result<shop::Snapshot> load(Look const& seen) const;
    /// Reads everything: schema, pages, old revisions, readings, marks, sums, and what refers to what, as of one
    /// moment. Error: FileDamaged; nothing when it was asked to stop.
    Result<std::optional<Sound>> check(Going const& going = {}) const;
    /// The same without readings and what each change wrote: for a book that was made at this moment, of things that
    /// were looked at.
    Result<void> checkTables() const;
    /// Whether file and log still stand under their names. Where not, what the log holds is brought into the file,
    /// which is still open, so that nothing that was kept is lost wherever it went. Error: BookElsewhere.
    Result<void> stillThere();
    /// Writes in one transaction; an error leaves the file as it was. Returns the change's seq. Error also:
    /// BookElsewhere: whatever was written stands where nobody looks for it.
    Result<std::int64_t> append(shop::Change const& change, std::string const& author, std::int64_t at_utc_ms,
                                std::int64_t undoes = 0);
    /// The change that would take `seq` back: for each entity the revision before it, its readings and marks withdrawn.
    Result<shop::Change> inverse(std::int64_t seq) const;
    /// As they stood after change `up_to`. On the thread that opened this file.
    Result<shop::Readings> readings(Id<shop::Study> study, std::int64_t up_to = shop::ReadingSource::latest) const;
    Result<std::vector<ChangeRow>> history(int most = 1000) const; ///< newest first
    /// The change that would bring everything back to how it was after `seq`: entities, and which readings count.
    Result<shop::Change> backTo(std::int64_t seq) const;
    /// As of opening, of the last append or of the last catchUp.
    std::int64_t lastSeq() const { return m_last_seq; }
    /// For a reader: looks how far the writer is by now.
    Result<void> catchUp();
    /// A file of its own with the same content. Error: FileExists, LogOrphaned, FileWrite, Stopped.
    Result<void> saveCopy(QString const& path, Going const& going = {}) const;
    /// The whole book, with its history and readings, as JSON, a change a line: docs/formats.md. Sorted keys, so that
    /// export, import, export gives equal bytes. In pieces: the book may be large.
    Result<void> exportTo(std::ostream& out) const;
    /// A new book of what exportTo gave. Error: FileExists, BadJson, BadSchema with the place in the JSON, SumDiffers;
    /// nothing is left then.
    static Result<void> importFrom(std::istream& in, std::string const& place, QString const& path);
    /// The pragma's present value on the writing connection: “wal”, “2”.
    QString pragma(QString const& name) const;
    QString path() const { return m_path; }

private:
    BookFile(QString path, std::shared_ptr<FileClaim> claim, int version);
    Result<void> connectForWriting();
    Result<void> connectForReading();
    QSqlDatabase database() const;
    QString lastChange() const;
    Result<std::optional<Sound>> checkAll(Going const& going) const;

    QString m_path;
    std::shared_ptr<FileClaim> m_claim; ///< longer than any connection
    std::unique_ptr<ReadingWay> m_way;  ///< none: this one writes
    std::unique_ptr<QLockFile> m_old_lock;
    bool m_writer = false;
    int m_version;
    std::int64_t m_last_seq = 0;
    std::optional<LogId> m_log; ///< of the log that was there last
    QString m_connection;
    std::shared_ptr<FileReadings> m_readings; ///< for the snapshots
};

} // namespace steady::store
