// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/WholeFile.h"

#include <QFile>
#include <QFileInfo>
#include <QSaveFile>
#include <fmt/format.h>

namespace steady::exchange {

Result<void> writeWhole(QString const& path, QByteArray const& bytes) {
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(bytes) != bytes.size() || !file.commit())
        return fail(Code::FileWrite, {path.toStdString()}, file.errorString().toStdString());
    return {};
}

Result<QByteArray> readWhole(QString const& path, qint64 most_bytes) {
    QFile file(path);
    auto const name = QFileInfo(path).fileName().toStdString();
    if (!file.open(QIODevice::ReadOnly)) return fail(Code::FileUnreadable, {name});
    auto bytes = file.read(most_bytes + 1); // a device or a pipe tells no size
    if (bytes.size() > most_bytes)
        return fail(Code::TooMuch, {name}, "The file", fmt::format("{} kB", most_bytes / 1000));
    return bytes;
}

} // namespace steady::exchange
