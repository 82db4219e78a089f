// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/BookOptions.h"

#include "store/BookFile.h"

#include <algorithm>

namespace steady::cli {

void BookOptions::add(CLI::App& app) {
    app.add_option("--book", book, "The book, a .pinbook file")->required();
    app.add_option("--leave-out", leave_out, "Leave out a protecting step, to see what it protects from");
}

Result<safety::Rehearsal> BookOptions::rehearse() const {
    auto const file = store::BookFile::open(QString::fromStdString(book), store::Access::ReadOnly);
    if (!file) return Failure(file.error());
    auto const loaded = (*file)->load();
    if (!loaded) return Failure(loaded.error());
    auto const setup = safety::setupOf(*loaded).second;
    auto whole = safety::rehearsePlateZero(*loaded, **file, setup);
    if (!whole || leave_out.empty()) return whole;
    auto const ids = whole->macro.recipe.ids();
    for (auto const& id : leave_out) {
        if (std::find(ids.begin(), ids.end(), id) != ids.end()) continue;
        std::string known;
        for (auto const& each : ids) known += (known.empty() ? "" : ", ") + each;
        return fail(Code::OutOfRange, {"--leave-out"}, "“" + id + "”", "the steps of this macro: " + known);
    }
    return safety::rehearsePlateZero(*loaded, **file, setup, {leave_out.begin(), leave_out.end()});
}

} // namespace steady::cli
