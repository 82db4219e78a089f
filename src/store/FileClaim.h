// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The one descriptor by which this process holds a book's file. When a process closes any descriptor of a file, POSIX
// drops all its locks on it, SQLite's too: so the file is opened once, before the first connection, and closed after
// the last. Nothing else may open it.

#include "core/base/Result.h"

#include <QByteArray>
#include <QString>
#include <memory>

namespace steady::store {

class FileClaim {
public:
    /// The same claim for the same file, whatever name leads to it. Error: FileMissing, FileIsFolder, FileIsNoFile,
    /// FileUnreadable.
    static Result<std::shared_ptr<FileClaim>> of(QString const& path);
    ~FileClaim();
    FileClaim(FileClaim const&) = delete;
    FileClaim& operator=(FileClaim const&) = delete;

    /// The name that links lead to: SQLite keeps its log beside that one.
    QString path() const { return m_path; }
    /// Its bytes as they are on the disk now; fewer at its end.
    QByteArray bytes(qint64 from, int count) const;
    /// Why nobody may write to this file, as far as its permissions, its folder and its names say.
    Result<void> mayWrite() const;

    /// Whether its name still leads to the file that is open here. Error: BookElsewhere: it was moved, renamed,
    /// replaced or removed.
    Result<void> stillThere() const;

    /// Alone among all processes until endWriting. Readers that keep the file still are waited for, but not for long.
    /// Error: BookLocked, BookBusy.
    Result<void> beWriter();
    void endWriting();
    /// No writer can begin until endStill: the file may be read without locks. False: there is a writer.
    bool keepStill();
    void endStill();

private:
    FileClaim(QString path, int descriptor);

    QString m_path;
    int m_descriptor;
    bool m_writer = false;
    int m_still = 0;
};

/// Whether files can be made in it, as its permissions say, also to a user whom they do not bind.
bool folderTakesFiles(QString const& folder);

} // namespace steady::store
