// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How a book is read without a trace: beside a writer with SQLite's locks, otherwise while it lies still.

#include "store/FileClaim.h"

#include <QSqlDatabase>
#include <QTemporaryDir>

namespace steady::store {

class ReadingWay {
public:
    /// Decides for the file as it is now; keeps it so for as long as it lives. Error: SecondName, FileUnreadable.
    static Result<std::unique_ptr<ReadingWay>> of(std::shared_ptr<FileClaim> claim);
    ~ReadingWay();
    ReadingWay(ReadingWay const&) = delete;
    ReadingWay& operator=(ReadingWay const&) = delete;

    /// Sets a connection up for it.
    void prepare(QSqlDatabase& database) const;

private:
    explicit ReadingWay(std::shared_ptr<FileClaim> claim) : m_claim(std::move(claim)) {}
    Result<void> copyOut();

    std::shared_ptr<FileClaim> m_claim;
    bool m_still = false;
    std::unique_ptr<QTemporaryDir> m_copy; ///< where the folder takes no index of the pending log
};

} // namespace steady::store
