// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/base/Words.h"

#include <array>
#include <cerrno>
#include <clocale>
#include <cstring>
#include <filesystem>
#include <fstream>
#include <iostream>

namespace steady::cli {
namespace {

constexpr std::array<Command, 22> commands{{
    {"write", "Write a macro from a book", addWrite},
    {"world", "Write the world that a book believes in, with a fault if wanted", addWorld},
    {"run", "Run a macro on the virtual machine", addRun},
    {"campaign", "Try a macro with every fault of the shop, in many worlds", addCampaign},
    {"faults", "List the faults of the shop: cause, sign, precaution", addFaults},
    {"lint", "Say what is wrong with the text of a macro", addLint},
    {"dialects", "List the sorts of control that macros are written for", addDialects},
    {"check", "Say whether a book is sound, and which numbers look like slips", addCheck},
    {"status", "Say what still holds, what does not, and what to do again in which order", addStatus},
    {"study", "Say what a series of readings proves", addStudy},
    {"compare", "Compare two series: do they differ, do they agree", addCompare},
    {"surface", "Fit plane and dome through a disc or a plate", addSurface},
    {"pairs", "Compare lengths by setter and height gauge", addPairs},
    {"budget", "Combine the contributions of an error budget", addBudget},
    {"chart", "Control chart of check readings", addChart},
    {"rack", "Lay a line through the pockets of a rack, and name those that do not belong", addRack},
    {"prove", "The fewest calls that use every pocket of a rack, and what was counted so far", addProve},
    {"sequence", "A change at a rack, step by step: what must be seen, and the way out", addSequence},
    {"recover", "The way back from what is seen after a change that did not end", addRecover},
    {"pocket-order", "The order of pockets that turns a carousel least", addPocketOrder},
    {"export", "Print a whole book as JSON, history and readings included", addExport},
    {"import", "Make a new book of what export printed", addImport},
}};

} // namespace

int refuse(Error const& error, Streams streams) {
    streams.err << describe(error) << "\n";
    return unusable;
}

Result<void> openFile(std::string const& path, std::ifstream& file) {
    std::error_code problem;
    auto const what = std::filesystem::status(path, problem);
    using Type = std::filesystem::file_type;
    switch (what.type()) {
    case Type::regular: break;
    case Type::directory: return fail(Code::FileIsFolder, {path});
    case Type::fifo: return fail(Code::FileIsNoFile, {path}, "a pipe");
    case Type::socket: return fail(Code::FileIsNoFile, {path}, "a socket");
    case Type::block:
    case Type::character: return fail(Code::FileIsNoFile, {path}, "a device");
    case Type::not_found: return fail(Code::FileMissing, {path});
    default: return fail(Code::FileUnreadable, {path}, problem.message());
    }
    errno = 0;
    file.open(path, std::ios::binary);
    if (!file) return fail(Code::FileUnreadable, {path}, std::strerror(errno));
    return {};
}

Result<std::string> readFile(std::string const& path) {
    std::ifstream file;
    if (auto const opened = openFile(path, file); !opened) return Failure(opened.error());
    std::error_code problem;
    auto const size = std::filesystem::file_size(path, problem);
    std::string text(problem ? 0 : std::min<std::size_t>(size, most_bytes + 1), '\0');
    file.read(text.data(), static_cast<std::streamsize>(text.size()));
    if (file.bad()) return fail(Code::FileUnreadable, {path}, "it ends in a fault of the disk");
    text.resize(static_cast<std::size_t>(file.gcount()));
    if (text.empty()) return fail(Code::FileEmpty, {path});
    if (text.size() > most_bytes) return fail(Code::TooMuch, {path}, "The file", "64 MB");
    return text;
}

int runCli(std::vector<std::string> const& arguments, Streams streams) {
    std::setlocale(LC_NUMERIC, "C"); // options are read as files are: with a decimal point, wherever this runs
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
