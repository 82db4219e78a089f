// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/MacroText.h"

#include "core/gcode/Program.h"
#include "exchange/WholeFile.h"

#include <QDir>
#include <QFileInfo>
#include <nlohmann/json.hpp>

namespace steady::exchange {

using namespace Qt::StringLiterals;

Result<gcode::WithSubs> withSubsBeside(std::string const& text, std::string const& path,
                                       gcode::Grammar const& grammar) {
    auto const folder = QFileInfo(QString::fromStdString(path)).absoluteDir();
    auto const beside = [&](std::string const& name) -> Result<std::optional<std::string>> {
        auto const wanted = QString::fromStdString(name);
        for (auto const& file : folder.entryInfoList({u"*.ngc"_s, u"*.nc"_s}, QDir::Files, QDir::Name)) {
            if (file.completeBaseName().compare(wanted, Qt::CaseInsensitive) != 0) continue;
            auto const bytes = readWhole(file.absoluteFilePath(), static_cast<qint64>(gcode::max_bytes));
            if (!bytes) return Failure(bytes.error());
            return bytes->toStdString();
        }
        return std::optional<std::string>();
    };
    return gcode::withSubs(text, grammar, beside);
}

Json toJson(std::vector<gcode::SubFile> const& files) {
    Json list = Json::array();
    for (auto const& file : files) list.push_back({{"name", file.name}, {"first_line", file.first_line}});
    return list;
}

} // namespace steady::exchange
