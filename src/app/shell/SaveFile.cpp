// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/SaveFile.h"

namespace steady::app {

void saveFile(Desk& desk, QWidget* over, SavedFile file, std::function<Result<void>(QString const& path)> write) {
    desk.prompter().saveFile(over, file.title, file.suggested, file.filter,
                             [&desk, doing = file.doing, write = std::move(write)](QString const& path) {
                                 desk.work().start(
                                     doing, [write, path](Going const&) { return write(path); },
                                     [&desk](Result<void> done) { (void)desk.report(std::move(done)); });
                             });
}

} // namespace steady::app
