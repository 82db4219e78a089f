// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// One command of the command line. Output and errors go to the streams given; the exit code says how it went.

#include "core/base/Result.h"

#include <CLI/CLI.hpp>
#include <functional>
#include <iosfwd>
#include <memory>
#include <string>
#include <vector>

namespace steady::machine {
struct World;
}

namespace steady::cli {

enum Exit { good = 0, judged_bad = 1, unusable = 2 };

struct Streams {
    std::ostream& out;
    std::ostream& err;
};

/// Adds a command to the parser; the function runs it once its options are read.
using Add = std::function<int()> (*)(CLI::App& app, Streams streams);

struct Command {
    char const* name;
    char const* what;
    Add add;
};

std::function<int()> addWrite(CLI::App& app, Streams streams);
std::function<int()> addWorld(CLI::App& app, Streams streams);
std::function<int()> addRun(CLI::App& app, Streams streams);
std::function<int()> addLint(CLI::App& app, Streams streams);
std::function<int()> addCampaign(CLI::App& app, Streams streams);
std::function<int()> addFaults(CLI::App& app, Streams streams);
std::function<int()> addDialects(CLI::App& app, Streams streams);
std::function<int()> addCheck(CLI::App& app, Streams streams);
std::function<int()> addStatus(CLI::App& app, Streams streams);
std::function<int()> addStudy(CLI::App& app, Streams streams);
std::function<int()> addCompare(CLI::App& app, Streams streams);
std::function<int()> addSurface(CLI::App& app, Streams streams);
std::function<int()> addPairs(CLI::App& app, Streams streams);
std::function<int()> addBudget(CLI::App& app, Streams streams);
std::function<int()> addChart(CLI::App& app, Streams streams);
std::function<int()> addRack(CLI::App& app, Streams streams);
std::function<int()> addProve(CLI::App& app, Streams streams);
std::function<int()> addSequence(CLI::App& app, Streams streams);
std::function<int()> addRecover(CLI::App& app, Streams streams);
std::function<int()> addPocketOrder(CLI::App& app, Streams streams);
std::function<int()> addExport(CLI::App& app, Streams streams);
std::function<int()> addImport(CLI::App& app, Streams streams);

/// The option --dialect; `of_its_own`: where it is not given.
std::shared_ptr<std::string> addDialect(CLI::App& app, std::string of_its_own);

/// A world from its file; `dialect`: in the place of its own, empty: that. Error: as readFile, BadJson, BadSchema, and
/// what the control does not have.
Result<machine::World> readWorld(std::string const& path, std::string const& dialect);

/// Runs the program: arguments without its name.
int runCli(std::vector<std::string> const& arguments, Streams streams);

/// Prints the error and returns `unusable`.
int refuse(Error const& error, Streams streams);
/// The most of a macro or a world that is read, in bytes.
inline constexpr std::size_t most_bytes = std::size_t(64) << 20;
/// Error: FileMissing, FileIsFolder, FileIsNoFile, FileUnreadable.
Result<void> openFile(std::string const& path, std::ifstream& file);
/// All of it. Error also: FileEmpty, TooMuch.
Result<std::string> readFile(std::string const& path);

} // namespace steady::cli
