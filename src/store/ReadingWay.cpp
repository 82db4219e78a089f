// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/ReadingWay.h"

#include <QFile>
#include <QFileInfo>
#include <QUrl>

namespace steady::store {
namespace {

constexpr int piece = 1 << 20;

QString logOf(QString const& path) { return path + QStringLiteral("-wal"); }

} // namespace

Result<std::unique_ptr<ReadingWay>> ReadingWay::of(std::shared_ptr<FileClaim> claim) {
    std::unique_ptr<ReadingWay> way(new ReadingWay(std::move(claim)));
    auto const path = way->m_claim->path();
    if (!way->m_claim->keepStill()) {
        // Without a log of this name the writer uses another one, and what it wrote cannot be seen from here.
        if (auto may = way->m_claim->mayWrite();
            !may && may.error().code == Code::SecondName && !QFileInfo::exists(logOf(path)))
            return Failure(may.error());
        return way;
    }
    way->m_still = true;
    if (QFileInfo(logOf(path)).size() == 0) return way;
    if (!folderTakesFiles(QFileInfo(path).path()))
        if (auto done = way->copyOut(); !done) return Failure(done.error());
    way->m_claim->endStill();
    way->m_still = false;
    return way;
}

ReadingWay::~ReadingWay() {
    if (m_still) m_claim->endStill();
}

/// SQLite needs to make an index of the log beside it, and there it may not.
Result<void> ReadingWay::copyOut() {
    Where const where{m_claim->path().toStdString()};
    m_copy = std::make_unique<QTemporaryDir>();
    auto const to = m_copy->filePath(QStringLiteral("book"));
    QFile out(to);
    if (!m_copy->isValid() || !out.open(QIODevice::WriteOnly))
        return fail(Code::FileUnreadable, where, "there is no room for a copy to read from");
    for (qint64 at = 0;; at += piece) {
        auto const bytes = m_claim->bytes(at, piece);
        if (out.write(bytes) != bytes.size())
            return fail(Code::FileUnreadable, where, "there is no room for a copy to read from");
        if (bytes.size() < piece) break;
    }
    if (!out.flush() || !QFile::copy(logOf(m_claim->path()), logOf(to)))
        return fail(Code::FileUnreadable, where, "its log cannot be copied");
    return {};
}

void ReadingWay::prepare(QSqlDatabase& database) const {
    auto const path = m_copy ? m_copy->filePath(QStringLiteral("book")) : m_claim->path();
    auto url = QUrl::fromLocalFile(path);
    // While it lies still SQLite need not lock it, and leaves not even an empty log beside it.
    if (m_still) url.setQuery(QStringLiteral("immutable=1"));
    database.setDatabaseName(QString::fromUtf8(url.toEncoded()));
    database.setConnectOptions(QStringLiteral("QSQLITE_OPEN_READONLY;QSQLITE_OPEN_URI"));
}

} // namespace steady::store
