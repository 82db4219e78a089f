// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The open book of a window: its present state, and the one place that announces changes.

#include "core/base/Clock.h"
#include "store/BookFile.h"

#include <QFileSystemWatcher>
#include <QObject>
#include <memory>
#include <optional>

namespace steady::store {

class Session : public QObject {
    Q_OBJECT

public:
    /// Opens for writing if that can be, otherwise for reading.
    /// `seen`: what a look into the file has found, so that it is not read again.
    static Result<std::unique_ptr<Session>> open(QString const& path, Clock const& clock, std::string author,
                                                 BookFile::Look const* seen = nullptr);
    static Result<std::unique_ptr<Session>> create(QString const& path, Clock const& clock, std::string author);
    ~Session() override;

    /// The state after the last change: a value, for any thread.
    shop::Snapshot const& snapshot() const { return m_snapshot; }
    shop::Book book() const { return m_snapshot.book(); }
    Result<shop::Readings> readings(Id<shop::Study> study) const { return *m_snapshot.readings(study); }
    BookFile const& file() const { return *m_file; }
    bool writable() const { return !m_why_reading; }
    /// Why this one only reads; none: it writes.
    std::optional<Error> const& whyReading() const { return m_why_reading; }
    /// Whether the book still stands where it was; from when it does not, nothing is written. A watch asks by itself.
    bool stillThere();
    /// From now on nothing is written: something was found that must not be built upon.
    void readOnlyFromNow(Error why);
    std::int64_t now() const { return m_clock.nowUtcMs(); }

    /// Checks, writes, swaps, announces. A change without content is not recorded and is no error.
    Result<void> commit(shop::Change change);

    bool canUndo() const { return !m_undo.empty(); }
    bool canRedo() const { return !m_redo.empty(); }
    /// What these would take back or bring again, in the words of the change; empty when there is nothing.
    std::string undoWhat() const { return m_undo.empty() ? std::string() : m_undo.back().what; }
    std::string redoWhat() const { return m_redo.empty() ? std::string() : m_redo.back().what; }
    /// Takes back the last change that this window made since opening, by a new change.
    Result<void> undo();
    Result<void> redo();
    /// Everything as it was after change `seq`, as a new change; that one can be undone in turn.
    Result<void> restore(std::int64_t seq);
    /// For a reading window: looks whether the writer has gone on.
    void refresh();

Q_SIGNALS:
    void changed();
    void lost(); ///< the book is no longer where it was

private:
    Session(std::unique_ptr<BookFile> file, std::optional<Error> why_reading, Clock const& clock, std::string author);
    void watch();
    void lose(Error why);
    Result<std::int64_t> write(shop::Change change, std::int64_t undoes);
    Result<std::int64_t> takeBack(std::int64_t seq, char const* verb);

    std::unique_ptr<BookFile> m_file;
    std::optional<Error> m_why_reading;
    Clock const& m_clock;
    std::string m_author;
    shop::Snapshot m_snapshot;
    struct Done {
        std::int64_t seq;
        std::string what;
    };
    std::vector<Done> m_undo, m_redo;
    QString m_data_version;
    QFileSystemWatcher m_watch; ///< of the file, its folder and the one around it
};

} // namespace steady::store
