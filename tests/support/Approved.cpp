// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Approved.h"

#include "core/base/LineDiff.h"
#include "support/Test.h"

namespace steady::test {

bool approved(std::string const& name, std::string const& text) {
    auto const path = sourcePath(("tests/data/approved/" + name).c_str());
    if (qEnvironmentVariableIsSet("STEADY_APPROVE")) {
        QDir().mkpath(QFileInfo(path).path());
        QFile file(path);
        return file.open(QIODevice::WriteOnly) && file.write(QByteArray::fromStdString(text)) >= 0;
    }
    auto const wanted = readAll(path).toStdString();
    if (wanted == text) return true;
    int shown = 0;
    for (auto const& line : diffLines(wanted, text))
        if (line.change != LineChange::Same && ++shown <= 6)
            qWarning("%s:%d %s %s", name.c_str(), line.old_line + line.new_line,
                     line.change == LineChange::Gone ? "approved:" : "now:", line.text.c_str());
    return false;
}

} // namespace steady::test
