// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Seal.h"

#include <QCryptographicHash>
#include <bit>

namespace steady::store {
namespace {

/// With kind and length, so that no two rows read the same; docs/formats.md.
void append(QByteArray& to, char kind, QByteArray const& bytes) {
    to += kind;
    to += QByteArray::number(bytes.size());
    to += ':';
    to += bytes;
}

void append(QByteArray& to, QVariant const& value) {
    switch (value.typeId()) {
    case QMetaType::LongLong:
        to += 'I';
        to += QByteArray::number(value.toLongLong());
        to += ';';
        return;
    case QMetaType::Double:
        to += 'R';
        to += QByteArray::number(std::bit_cast<quint64>(value.toDouble()), 16);
        to += ';';
        return;
    case QMetaType::QByteArray: return append(to, 'B', value.toByteArray());
    default: append(to, 'T', value.toString().toUtf8());
    }
}

std::vector<QByteArray> namesOf(Table table) {
    std::vector<QByteArray> names;
    for (auto const& name : columnsOf(table)) names.push_back(name.toLatin1());
    return names;
}

/// By the columns' names, and only those that hold something: a column that a later format adds changes no sum.
void add(QByteArray& to, char kind, std::vector<QByteArray> const& names, QVariantList const& row) {
    to += kind;
    for (std::size_t i = 0; i < names.size(); ++i) {
        auto const& value = row[static_cast<int>(i)];
        if (value.isNull() || names[i] == "sum") continue;
        to += names[i];
        to += '=';
        append(to, value);
    }
    to += "\n";
}

} // namespace

QString sumOf(QString const& before, StoredChange const& change) {
    QByteArray all;
    all.reserve(2048);
    all += before.toLatin1();
    all += '\n';
    static auto const change_names = namesOf(Table::Change), revision_names = namesOf(Table::Revision),
                      reading_names = namesOf(Table::Reading), mark_names = namesOf(Table::Mark);
    add(all, 'c', change_names, change.change);
    for (auto const& row : change.revisions) add(all, 'v', revision_names, row);
    for (auto const& row : change.readings) add(all, 'r', reading_names, row);
    for (auto const& row : change.marks) add(all, 'm', mark_names, row);
    return QString::fromLatin1(QCryptographicHash::hash(all, QCryptographicHash::Sha256).toHex());
}

} // namespace steady::store
