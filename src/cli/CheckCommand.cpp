// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/safety/Rehearsal.h"
#include "core/zeroing/Slips.h"
#include "store/BookFile.h"

#include <iostream>

namespace steady::cli {
namespace {

int check(std::string const& path, Streams streams) {
    auto const file = store::BookFile::open(QString::fromStdString(path), store::Access::ReadOnly);
    if (!file) return refuse(file.error(), streams);
    auto const snapshot = (*file)->load();
    if (!snapshot) {
        (void)refuse(snapshot.error(), streams);
        return judged_bad;
    }
    auto const sound = (*file)->check();
    if (!sound) {
        (void)refuse(sound.error(), streams);
        return judged_bad;
    }
    streams.out << snapshot->book().info().name << ": " << snapshot->book().size() << " things, " << (*sound)->changes
                << " changes, sound\n";
    if ((*sound)->unsealed > 0)
        streams.out << (*sound)->unsealed
                    << " of the changes are older than sums: they can be read, but not proved unchanged\n";
    facts::Reader const book(*snapshot);
    auto const slips = zeroing::findSlips(book, safety::setupOf(book).second);
    for (auto const& slip : slips) streams.out << slip.text << " " << slip.remedy << "\n";
    return slips.empty() ? good : judged_bad;
}

} // namespace

std::function<int()> addCheck(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    app.add_option("--book", *path, "The book, a .pinbook file")->required();
    return [path, streams] { return check(*path, streams); };
}

} // namespace steady::cli
