// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/base/Words.h"

#include <array>
#include <fstream>
#include <iostream>
#include <sstream>

namespace steady::cli {
namespace {

constexpr std::array<Command, 7> commands{{
    {"write", "Write a macro from a book", addWrite},
    {"world", "Write the world that a book believes in, with a fault if wanted", addWorld},
    {"run", "Run a macro on the virtual machine", addRun},
    {"lint", "Say what is wrong with the text of a macro", addLint},
    {"check", "Say whether a book is sound, and which numbers look like slips", addCheck},
    {"export", "Print a whole book as JSON, history and readings included", addExport},
    {"import", "Make a new book of what export printed", addImport},
}};

} // namespace

int refuse(Error const& error, Streams streams) {
    streams.err << describe(error) << "\n";
    return unusable;
}

Result<std::string> readFile(std::string const& path) {
    std::ifstream file(path, std::ios::binary);
    if (!file) return fail(Code::FileMissing, {path});
    std::ostringstream text;
    text << file.rdbuf();
    return text.str();
}

int runCli(std::vector<std::string> const& arguments, Streams streams) {
    CLI::App app("Steady Pin on the command line. Exit codes: 0 good, 1 judged bad, 2 unusable input.",
                 "steady-pin-cli");
    app.set_version_flag("--version", std::string("steady-pin-cli ") + STEADY_VERSION);
    app.require_subcommand(1);
    std::vector<std::pair<CLI::App*, std::function<int()>>> added;
    for (auto const& command : commands) {
        auto* sub = app.add_subcommand(command.name, command.what);
        added.emplace_back(sub, command.add(*sub, streams));
    }
    try {
        app.parse(std::vector<std::string>(arguments.rbegin(), arguments.rend()));
    } catch (CLI::ParseError const& stop) {
        return app.exit(stop, streams.out, streams.err) == 0 ? good : unusable;
    }
    for (auto const& [sub, run] : added)
        if (sub->parsed()) return run();
    return unusable;
}

} // namespace steady::cli
