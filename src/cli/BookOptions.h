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

    void add(CLI::App& app);
    /// Opens the book for reading only and writes its macro.
    Result<safety::Rehearsal> rehearse() const;
};

} // namespace steady::cli
