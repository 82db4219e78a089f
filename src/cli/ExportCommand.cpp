// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/base/Json.h"
#include "store/BookFile.h"

#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {

std::function<int()> addExport(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    app.add_option("--book", *path, "The book, a .pinbook file")->required();
    return [path, streams]() -> int {
        auto const file = store::BookFile::open(QString::fromStdString(*path), store::Access::ReadOnly);
        if (!file) return refuse(file.error(), streams);
        auto const json = (*file)->toJson();
        if (!json) return refuse(json.error(), streams);
        streams.out << dumpJson(*json, 1) << "\n";
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
        auto const text = readFile(paths->json);
        if (!text) return refuse(text.error(), streams);
        auto const json = parseJson(*text, paths->json);
        if (!json) return refuse(json.error(), streams);
        auto const done = store::BookFile::importJson(QString::fromStdString(paths->book), *json);
        if (!done) return refuse(done.error(), streams);
        streams.out << paths->book << " written\n";
        return good;
    };
}

} // namespace steady::cli
