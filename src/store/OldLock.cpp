// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/OldLock.h"

#include <QFile>
#include <fcntl.h>
#include <sys/file.h>
#include <unistd.h>

namespace steady::store {
namespace {

/// Its owner keeps it locked while it lives; what it says of its owner may be empty or of a process long gone.
void clearAbandoned(QString const& path) {
    auto const name = QFile::encodeName(path);
    int const descriptor = ::open(name.constData(), O_RDONLY | O_CLOEXEC | O_NOFOLLOW);
    if (descriptor < 0) return;
    if (::flock(descriptor, LOCK_EX | LOCK_NB) == 0) ::unlink(name.constData());
    ::close(descriptor);
}

} // namespace

Result<std::unique_ptr<QLockFile>> takeOldLock(QString const& book) {
    Where const where{book.toStdString()};
    auto const path = book + QStringLiteral(".lock");
    auto lock = std::make_unique<QLockFile>(path);
    lock->setStaleLockTime(0); // it ends with its process, never with time
    clearAbandoned(path);
    if (lock->tryLock(0)) return lock;
    switch (lock->error()) {
    case QLockFile::LockFailedError: return fail(Code::BookLocked, where);
    case QLockFile::PermissionError: return fail(Code::FolderProtected, where);
    default: return fail(Code::NoRoomForLog, where, "the lock cannot be written");
    }
}

} // namespace steady::store
