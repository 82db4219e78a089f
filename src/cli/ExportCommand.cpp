// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "store/BookFile.h"

#include <fstream>
#include <iostream>

namespace steady::cli {

std::function<int()> addExport(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    app.add_option("--book", *path, "The book, a .pinbook file")->required();
    return [path, streams]() -> int {
        auto const file = store::BookFile::open(QString::fromStdString(*path), store::Access::ReadOnly);
        if (!file) return refuse(file.error(), streams);
        if (auto const done = (*file)->exportTo(streams.out); !done) return refuse(done.error(), streams);
        return good;
    };
}

std::function<int()> addImport(CLI::App& app, Streams streams) {
    struct Paths {
        std::string json, book;
    };
    auto paths = std::make_shared<Paths>();
    app.add_option("json", paths->json, "What export printed")->required();
    app.add_option("--book", paths->book, "The new book; it must not exist")->required();
    return [paths, streams]() -> int {
        std::ifstream in;
        if (auto const opened = openFile(paths->json, in); !opened) return refuse(opened.error(), streams);
        auto const done = store::BookFile::importFrom(in, paths->json, QString::fromStdString(paths->book));
        if (!done) return refuse(done.error(), streams);
        streams.out << paths->book << " written\n";
        return good;
    };
}

} // namespace steady::cli
