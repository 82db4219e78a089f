// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A book in the making, beside its name: what is stopped or refused half-way leaves no book at all.

#include "store/NewFile.h"

#include <QSqlDatabase>
#include <memory>

namespace steady::store {

class DraftBook {
public:
    /// Without tables. Error: as NewFile::at.
    static Result<std::unique_ptr<DraftBook>> at(QString const& path);
    ~DraftBook();
    DraftBook(DraftBook const&) = delete;
    DraftBook& operator=(DraftBook const&) = delete;

    QString draft() const { return m_file.draft(); }
    /// A connection that is quick and forgetful, since nothing is lost with a draft. Every query must be done before
    /// keep.
    Result<QSqlDatabase> open();
    /// Now it is a book. Error: FileExists, FileWrite.
    Result<void> keep();

private:
    explicit DraftBook(NewFile file);
    void close();

    NewFile m_file;
    QString m_connection;
};

} // namespace steady::store
