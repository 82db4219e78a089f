// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Readings for snapshots of a file: by the file's own connection on the thread that it belongs to, by one of their own
// on any other.

#include "core/shop/Readings.h"

#include <QString>
#include <thread>

namespace steady::store {

class BookFile;

class FileReadings : public shop::ReadingSource {
public:
    explicit FileReadings(BookFile const& file);
    Result<shop::Readings> readings(Id<shop::Study> study, std::int64_t up_to) const override;
    /// The file is closed: from now on everybody opens it anew.
    void leaveFile() { m_file = nullptr; }

private:
    BookFile const* m_file;
    std::thread::id m_owner = std::this_thread::get_id();
    QString m_path;
};

} // namespace steady::store
