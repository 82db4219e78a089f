// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/FileReadings.h"

#include "store/BookFile.h"

namespace steady::store {

FileReadings::FileReadings(BookFile const& file) : m_file(&file), m_path(file.path()) {}

Result<shop::Readings> FileReadings::readings(Id<shop::Study> study, std::int64_t up_to) const {
    if (std::this_thread::get_id() == m_owner && m_file) return m_file->readings(study, up_to);
    auto const own = BookFile::open(m_path, Access::ReadOnly);
    return own ? (*own)->readings(study, up_to) : Failure(own.error());
}

} // namespace steady::store
