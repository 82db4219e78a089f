// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Session.h"

#include <QFileInfo>
#include <fmt/format.h>

namespace steady::store {
namespace {

/// What keeps a book from being written to, and not from being read.
bool canStillBeRead(Code why) {
    switch (why) {
    case Code::BookLocked:
    case Code::BookBusy:
    case Code::BookProtected:
    case Code::FolderProtected:
    case Code::NoRoomForLog:
    case Code::SecondName: return true;
    default: return false;
    }
}

} // namespace

Session::Session(std::unique_ptr<BookFile> file, std::optional<Error> why_reading, Clock const& clock,
                 std::string author)
    : m_file(std::move(file)), m_why_reading(std::move(why_reading)), m_clock(clock), m_author(std::move(author)) {}

Session::~Session() = default;

Result<std::unique_ptr<Session>> Session::open(QString const& path, Clock const& clock, std::string author,
                                               BookFile::Look const* seen) {
    std::optional<Error> why_reading;
    auto file = BookFile::open(path, Access::ReadWrite);
    if (!file && canStillBeRead(file.error().code)) {
        why_reading = file.error();
        file = BookFile::open(path, Access::ReadOnly);
    }
    if (!file) return Failure(file.error());
    auto snapshot = seen ? (*file)->load(*seen) : (*file)->load();
    if (!snapshot) return Failure(snapshot.error());
    std::unique_ptr<Session> session(new Session(std::move(*file), std::move(why_reading), clock, std::move(author)));
    session->m_snapshot = std::move(*snapshot);
    session->m_data_version = session->m_file->pragma(QStringLiteral("data_version"));
    if (session->writable()) session->watch();
    return session;
}

void Session::watch() {
    auto const path = QFileInfo(m_file->path()).canonicalFilePath();
    auto const folder = QFileInfo(path).path();
    m_watch.addPaths({path, folder, QFileInfo(folder).path()});
    connect(&m_watch, &QFileSystemWatcher::fileChanged, this, &Session::stillThere);
    connect(&m_watch, &QFileSystemWatcher::directoryChanged, this, &Session::stillThere);
    stillThere();
}

void Session::lose(Error why) {
    readOnlyFromNow(std::move(why));
    Q_EMIT lost();
}

bool Session::stillThere() {
    if (m_why_reading) return m_why_reading->code != Code::BookElsewhere;
    auto const there = m_file->stillThere();
    if (!there) lose(there.error());
    return there.has_value();
}

Result<std::unique_ptr<Session>> Session::create(QString const& path, Clock const& clock, std::string author) {
    auto file = BookFile::create(path);
    if (!file) return Failure(file.error());
    file->reset();
    return open(path, clock, std::move(author));
}

Result<std::int64_t> Session::write(shop::Change change, std::int64_t undoes) {
    if (m_why_reading) return Failure(*m_why_reading);
    auto next = shop::apply(book(), change);
    if (!next) return Failure(next.error());
    if (change.empty()) return 0;
    auto seq = m_file->append(change, m_author, now(), undoes);
    if (!seq) {
        if (seq.error().code == Code::BookElsewhere) lose(seq.error());
        return seq;
    }
    m_snapshot = m_snapshot.after(change, std::move(*next), *seq);
    return seq;
}

Result<void> Session::commit(shop::Change change) {
    auto what = change.what;
    auto const seq = write(std::move(change), 0);
    if (!seq) return Failure(seq.error());
    if (*seq == 0) return {};
    m_undo.push_back({*seq, std::move(what)});
    m_redo.clear();
    Q_EMIT changed();
    return {};
}

Result<std::int64_t> Session::takeBack(std::int64_t seq, char const* verb) {
    auto change = m_file->inverse(seq);
    if (!change) return Failure(change.error());
    change->what = verb;
    return write(std::move(*change), seq);
}

Result<void> Session::undo() {
    if (m_undo.empty()) return {};
    auto const last = m_undo.back();
    auto const seq = takeBack(last.seq, ("Undo: " + last.what).c_str());
    if (!seq) return Failure(seq.error());
    m_undo.pop_back();
    m_redo.push_back({*seq, last.what});
    Q_EMIT changed();
    return {};
}

Result<void> Session::redo() {
    if (m_redo.empty()) return {};
    auto const last = m_redo.back();
    auto const seq = takeBack(last.seq, ("Redo: " + last.what).c_str());
    if (!seq) return Failure(seq.error());
    m_redo.pop_back();
    m_undo.push_back({*seq, last.what});
    Q_EMIT changed();
    return {};
}

Result<void> Session::restore(std::int64_t seq) {
    if (seq < 1 || seq > m_file->lastSeq())
        return fail(Code::OutOfRange, {"history"}, fmt::format("Change {}", seq),
                    fmt::format("the changes 1 to {}", m_file->lastSeq()));
    auto change = m_file->backTo(seq);
    if (!change) return Failure(change.error());
    change->what = "Restore the book as after change " + std::to_string(seq);
    return commit(std::move(*change));
}

void Session::readOnlyFromNow(Error why) {
    m_why_reading = std::move(why);
    m_undo.clear();
    m_redo.clear();
    Q_EMIT changed();
}

void Session::refresh() {
    auto const version = m_file->pragma(QStringLiteral("data_version"));
    if (version == m_data_version) return;
    m_data_version = version;
    if (auto snapshot = m_file->load(); snapshot && m_file->catchUp()) {
        m_snapshot = std::move(*snapshot);
        Q_EMIT changed();
    }
}

} // namespace steady::store
