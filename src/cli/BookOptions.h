// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The options of every command that starts from a book.

#include "cli/Command.h"
#include "core/safety/Rehearsal.h"

namespace steady::cli {

struct BookOptions {
    std::string book;
    std::vector<std::string> leave_out;
    macros::Kind kind = macros::Kind::PlateZero;
    std::string machine; ///< its name; empty: the one in use
    int tool = 0;        ///< number of the tool in the spindle; 0: the book's
    std::shared_ptr<std::string> dialect =
        std::make_shared<std::string>(); ///< in the place of the machine's; empty: that

    void add(CLI::App& app, bool book_needed = true);
    /// Those that choose a place of work alone.
    void addPlace(CLI::App& app, bool book_needed = true);
    /// The kind of macro, as an argument that must be there or as an option.
    void addKind(CLI::App& app, bool required);
    /// The book, opened for reading only, and the place of work that is meant.
    Result<std::pair<facts::Reader, shop::ZeroSetup>> open() const;
    /// The same, and its macro written.
    Result<safety::Rehearsal> rehearse() const;
};

} // namespace steady::cli
