// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A file that appears under its name only when it is whole: made beside, flushed to the disk, renamed.

#include "core/base/Result.h"

#include <QString>

namespace steady::store {

class NewFile {
public:
    /// An empty draft beside. Error: FileExists (a link that leads nowhere, too), LogOrphaned, BookBusy, FileWrite.
    static Result<NewFile> at(QString const& path);
    /// A draft that was not kept goes away, and nothing else does.
    ~NewFile();
    NewFile(NewFile&& other) noexcept;
    NewFile& operator=(NewFile&&) = delete;

    QString draft() const { return m_draft; }
    /// Gives it its name. Everything that wrote to it must be closed. Error: FileExists, FileWrite.
    Result<void> keep();

private:
    NewFile(QString path, QString draft, int lock);

    QString m_path, m_draft;
    int m_lock; ///< of the draft's name: two programs do not make the same book at once
};

} // namespace steady::store
