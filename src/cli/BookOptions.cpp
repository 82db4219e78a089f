// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/BookOptions.h"

#include "core/dialects/Bundle.h"
#include "store/BookFile.h"

#include <algorithm>

namespace steady::cli {

void BookOptions::addKind(CLI::App& app, bool required) {
    std::set<std::string> names;
    for (auto const each : macros::every_kind) names.insert(macros::name(each));
    auto* option = app.add_option_function<std::string>(
        required ? "kind" : "--kind", [this](std::string const& name) { kind = *macros::kindNamed(name); },
        "Which macro");
    option->check(CLI::IsMember(names));
    if (required) option->required();
}

void BookOptions::addPlace(CLI::App& app, bool book_needed) {
    app.add_option("--book", book, "The book, a .pinbook file")->required(book_needed);
    app.add_option("--machine", machine, "Name of the machine; otherwise the one in use");
    app.add_option("--tool", tool, "Number of the tool in the spindle; otherwise the one in the book");
}

void BookOptions::add(CLI::App& app, bool book_needed) {
    addPlace(app, book_needed);
    dialect = addDialect(app, "");
    app.add_option("--leave-out", leave_out, "Leave out a protecting step, to see what it protects from");
}

namespace {

/// The same book, as if that machine had another sort of control.
shop::Snapshot withDialect(shop::Snapshot const& of, Id<shop::Machine> id, std::string dialect) {
    auto machine = *of.book().find(id);
    if (auto const usual = dialects::usualFor(dialect, machine.behaviour); usual && machine.dialect != dialect)
        machine.behaviour = *usual; // another control has not been asked yet
    machine.dialect = std::move(dialect);
    shop::Change change;
    change.put(id, machine);
    auto book = of.book();
    book.put(id.value, std::move(machine));
    return of.after(change, std::move(book), of.seq() + 1);
}

} // namespace

Result<std::pair<facts::Reader, shop::ZeroSetup>> BookOptions::open() const {
    auto const file = store::BookFile::open(QString::fromStdString(book), store::Access::ReadOnly);
    if (!file) return Failure(file.error());
    auto const loaded = (*file)->load();
    if (!loaded) return Failure(loaded.error());
    facts::Reader reader(*loaded);
    auto setup = safety::setupOf(reader).second;
    if (!machine.empty()) {
        bool found = false;
        for (auto const& [id, each] : reader.all<shop::ZeroSetup>()) {
            auto const* of = reader.find(each->place.machine);
            if (!of || of->name != machine) continue;
            setup = *each;
            found = true;
        }
        if (!found) return fail(Code::OutOfRange, {"--machine"}, "“" + machine + "”", "the machines of the book");
    }
    if (tool > 0) {
        setup.place.assembly = {};
        for (auto const& [id, assembly] : shop::toolsOf(reader, setup.place.machine))
            if (assembly->number == tool) setup.place.assembly = id;
        if (!setup.place.assembly)
            return fail(Code::OutOfRange, {"--tool"}, std::to_string(tool), "the tools of the book");
    }
    if (!dialect->empty()) {
        if (!reader.find(setup.place.machine))
            return fail(Code::Missing, {"--dialect"}, "The machine",
                        "Its control is the assumed one; type its travel first.");
        reader = facts::Reader(withDialect(*loaded, setup.place.machine, *dialect));
    }
    return std::pair{std::move(reader), std::move(setup)};
}

Result<safety::Rehearsal> BookOptions::rehearse() const {
    auto const opened = open();
    if (!opened) return Failure(opened.error());
    auto const& [reader, setup] = *opened;
    auto whole = safety::rehearse(reader, setup, kind);
    if (!whole || leave_out.empty()) return whole;
    auto const ids = whole->macro.recipe.ids();
    for (auto const& id : leave_out) {
        if (std::find(ids.begin(), ids.end(), id) != ids.end()) continue;
        std::string known;
        for (auto const& each : ids) known += (known.empty() ? "" : ", ") + each;
        return fail(Code::OutOfRange, {"--leave-out"}, "“" + id + "”", "the steps of this macro: " + known);
    }
    return safety::rehearse(reader, setup, kind, {leave_out.begin(), leave_out.end()});
}

} // namespace steady::cli
