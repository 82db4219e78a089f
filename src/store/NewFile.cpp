// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/NewFile.h"

#include "store/FileClaim.h"

#include <QFile>
#include <QFileInfo>
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>
#include <utility>

namespace steady::store {
namespace {

bool isThere(QString const& path) { // also a link that leads nowhere
    struct stat about {};
    return ::lstat(QFile::encodeName(path).constData(), &about) == 0;
}

/// What SQLite keeps beside a file.
constexpr char const* log_tails[] = {"-wal", "-journal", "-shm"};

Failure failed(QString const& path) { return fail(Code::FileWrite, {path.toStdString()}, std::strerror(errno)); }

bool flush(QByteArray const& name, int flags) {
    int const descriptor = ::open(name.constData(), flags | O_CLOEXEC);
    bool const done = descriptor >= 0 && ::fsync(descriptor) == 0;
    if (descriptor >= 0) ::close(descriptor);
    return done;
}

} // namespace

NewFile::NewFile(QString path, QString draft, int lock)
    : m_path(std::move(path)), m_draft(std::move(draft)), m_lock(lock) {}

NewFile::NewFile(NewFile&& other) noexcept
    : m_path(std::move(other.m_path)), m_draft(std::move(other.m_draft)), m_lock(std::exchange(other.m_lock, -1)) {}

Result<NewFile> NewFile::at(QString const& path) {
    Where const where{path.toStdString()};
    if (isThere(path)) return fail(Code::FileExists, where);
    for (auto const* tail : {"-wal", "-journal"})
        if (isThere(path + QLatin1String(tail)))
            return fail(Code::LogOrphaned, where, (path + QLatin1String(tail)).toStdString());
    auto const folder = QFileInfo(path).absolutePath();
    if (!QFileInfo(folder).isDir()) return fail(Code::FileWrite, where, "there is no folder " + folder.toStdString());
    if (!folderTakesFiles(folder)) return fail(Code::FileWrite, where, "nothing can be written in its folder");
    auto const draft = path + QStringLiteral(".unfinished");
    auto const name = QFile::encodeName(draft);
    int const lock = ::open(name.constData(), O_RDWR | O_CREAT | O_CLOEXEC | O_NOFOLLOW, 0666);
    if (lock < 0) return failed(path);
    NewFile file(path, draft, lock);
    struct stat held {
    }, named{};
    bool const alone = ::flock(lock, LOCK_EX | LOCK_NB) == 0 && ::fstat(lock, &held) == 0 &&
                       ::lstat(name.constData(), &named) == 0 && held.st_ino == named.st_ino;
    if (!alone) { // somebody else is making it
        ::close(std::exchange(file.m_lock, -1));
        return fail(Code::BookBusy, where);
    }
    // What a program left that was stopped here.
    if (::ftruncate(lock, 0) != 0) return failed(path);
    for (auto const* tail : log_tails) ::unlink(QFile::encodeName(draft + QLatin1String(tail)).constData());
    return file;
}

NewFile::~NewFile() {
    if (m_lock < 0) return;
    ::unlink(QFile::encodeName(m_draft).constData());
    for (auto const* tail : log_tails) ::unlink(QFile::encodeName(m_draft + QLatin1String(tail)).constData());
    ::close(m_lock);
}

Result<void> NewFile::keep() {
    auto const from = QFile::encodeName(m_draft), to = QFile::encodeName(m_path);
    if (!flush(from, O_RDONLY)) return failed(m_path);
    int done = ::renameat2(AT_FDCWD, from.constData(), AT_FDCWD, to.constData(), RENAME_NOREPLACE);
    if (done != 0 && (errno == EINVAL || errno == ENOSYS)) { // a file system that cannot refuse to replace
        if (isThere(m_path)) return fail(Code::FileExists, {m_path.toStdString()});
        done = std::rename(from.constData(), to.constData());
    }
    if (done != 0 && errno == EEXIST) return fail(Code::FileExists, {m_path.toStdString()});
    if (done != 0) return failed(m_path);
    ::close(std::exchange(m_lock, -1));
    // The name, too, is on the disk now; a file system without this is not told apart from one that did it.
    (void)flush(QFile::encodeName(QFileInfo(m_path).absolutePath()), O_RDONLY | O_DIRECTORY);
    return {};
}

} // namespace steady::store
