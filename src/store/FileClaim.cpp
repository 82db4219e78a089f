// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/FileClaim.h"

#include <QElapsedTimer>
#include <QFile>
#include <QFileInfo>
#include <QThread>
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <map>
#include <mutex>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

namespace steady::store {
namespace {

constexpr int patience_ms = 5000, pause_ms = 20;

using Inode = std::pair<dev_t, ino_t>;

Inode inodeOf(struct stat const& about) { return {about.st_dev, about.st_ino}; }

struct Lent {
    std::unique_ptr<FileClaim> claim;
    int times = 0;
};

/// What this process has open, and to how many. One lock for all: a claim is rare.
struct Claims {
    std::mutex mutex;
    std::map<Inode, Lent> open;

    /// Counted under the lock, so that a file is never open twice, not even while its last user lets go.
    std::shared_ptr<FileClaim> lend(Inode inode) {
        auto& lent = open[inode];
        ++lent.times;
        return {lent.claim.get(), [this, inode](FileClaim*) {
                    std::lock_guard const guard(mutex);
                    if (--open[inode].times == 0) open.erase(inode);
                }};
    }
};

Claims& claims() {
    static Claims all;
    return all;
}

std::string whatItIs(mode_t mode) {
    if (S_ISFIFO(mode)) return "a pipe";
    if (S_ISSOCK(mode)) return "a socket";
    return "a device";
}

bool anyoneMayWrite(struct stat const& about) { return (about.st_mode & (S_IWUSR | S_IWGRP | S_IWOTH)) != 0; }

} // namespace

bool folderTakesFiles(QString const& folder) {
    auto const name = QFile::encodeName(folder);
    struct stat about {};
    return ::stat(name.constData(), &about) == 0 && anyoneMayWrite(about) &&
           ::access(name.constData(), W_OK | X_OK) == 0;
}

FileClaim::FileClaim(QString path, int descriptor) : m_path(std::move(path)), m_descriptor(descriptor) {}

FileClaim::~FileClaim() { ::close(m_descriptor); }

Result<std::shared_ptr<FileClaim>> FileClaim::of(QString const& path) {
    Where const where{path.toStdString()};
    auto const name = QFile::encodeName(path);
    struct stat about {};
    if (::stat(name.constData(), &about) != 0) {
        if (errno == ENOENT || errno == ENOTDIR) return fail(Code::FileMissing, where);
        return fail(Code::FileUnreadable, where, std::strerror(errno));
    }
    if (S_ISDIR(about.st_mode)) return fail(Code::FileIsFolder, where);
    if (!S_ISREG(about.st_mode)) return fail(Code::FileIsNoFile, where, whatItIs(about.st_mode));
    std::lock_guard const guard(claims().mutex);
    auto& all = claims();
    if (all.open.contains(inodeOf(about))) return all.lend(inodeOf(about));
    int descriptor = ::open(name.constData(), O_RDWR | O_CLOEXEC);
    if (descriptor < 0) descriptor = ::open(name.constData(), O_RDONLY | O_CLOEXEC);
    if (descriptor < 0) return fail(Code::FileUnreadable, where, std::strerror(errno));
    std::unique_ptr<FileClaim> claim(new FileClaim(QFileInfo(path).canonicalFilePath(), descriptor));
    if (::fstat(descriptor, &about) != 0 || all.open.contains(inodeOf(about))) { // renamed between the two calls
        (void)claim.release(); // closing it would cost the other one its locks; a descriptor is the lesser loss
        return fail(Code::FileUnreadable, where, "it was replaced at this moment");
    }
    all.open[inodeOf(about)].claim = std::move(claim);
    return all.lend(inodeOf(about));
}

QByteArray FileClaim::bytes(qint64 from, int count) const {
    QByteArray bytes(count, '\0');
    auto const read = ::pread(m_descriptor, bytes.data(), static_cast<std::size_t>(count), from);
    bytes.truncate(read > 0 ? static_cast<int>(read) : 0);
    return bytes;
}

Result<void> FileClaim::mayWrite() const {
    Where const where{m_path.toStdString()};
    struct stat about {};
    if (::fstat(m_descriptor, &about) != 0) return fail(Code::FileUnreadable, where, std::strerror(errno));
    if (!anyoneMayWrite(about) || ::access(QFile::encodeName(m_path).constData(), W_OK) != 0)
        return fail(Code::BookProtected, where);
    if (!folderTakesFiles(QFileInfo(m_path).path())) return fail(Code::FolderProtected, where);
    // SQLite names its log after the file: under two names there would be two logs.
    if (about.st_nlink > 1) return fail(Code::SecondName, where);
    return {};
}

Result<void> FileClaim::stillThere() const {
    Where const where{m_path.toStdString()};
    struct stat here {
    }, named{};
    if (::fstat(m_descriptor, &here) != 0) return fail(Code::BookElsewhere, where, std::strerror(errno));
    if (::stat(QFile::encodeName(m_path).constData(), &named) != 0)
        return fail(Code::BookElsewhere, where, here.st_nlink > 0 ? "it was moved or renamed" : "it was removed");
    if (inodeOf(here) != inodeOf(named)) return fail(Code::BookElsewhere, where, "another file has its name now");
    return {};
}

Result<void> FileClaim::beWriter() {
    Where const where{m_path.toStdString()};
    QElapsedTimer waited;
    waited.start();
    while (true) {
        {
            std::lock_guard const guard(claims().mutex);
            if (m_writer) return fail(Code::BookLocked, where);
            if (m_still == 0 && ::flock(m_descriptor, LOCK_EX | LOCK_NB) == 0) {
                m_writer = true;
                return {};
            }
            bool const readers_only = m_still > 0 || ::flock(m_descriptor, LOCK_SH | LOCK_NB) == 0;
            if (!readers_only) return fail(Code::BookLocked, where);
            if (m_still == 0) ::flock(m_descriptor, LOCK_UN);
        }
        if (waited.elapsed() > patience_ms) return fail(Code::BookBusy, where);
        QThread::msleep(pause_ms);
    }
}

void FileClaim::endWriting() {
    std::lock_guard const guard(claims().mutex);
    m_writer = false;
    ::flock(m_descriptor, LOCK_UN);
}

bool FileClaim::keepStill() {
    std::lock_guard const guard(claims().mutex);
    if (m_writer || (m_still == 0 && ::flock(m_descriptor, LOCK_SH | LOCK_NB) != 0)) return false;
    ++m_still;
    return true;
}

void FileClaim::endStill() {
    std::lock_guard const guard(claims().mutex);
    if (--m_still == 0) ::flock(m_descriptor, LOCK_UN);
}

} // namespace steady::store
