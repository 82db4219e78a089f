// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Executable.h"

#include "core/base/Words.h"
#include "core/controller/Decode.h"

#include <algorithm>

namespace steady::controller {

Executable makeExecutable(std::string_view text, Dialect const& dialect) {
    Executable made{gcode::parse(text), dialect, {}, -1, {}};
    made.flow = mapFlow(made.program);
    made.findings = made.program.findings;
    made.findings.insert(made.findings.end(), made.flow.findings.begin(), made.flow.findings.end());
    std::vector<double> const unset(gcode::parameter_count, 0.0);
    for (std::size_t i = 0; i < made.program.blocks.size(); ++i) {
        auto const& block = made.program.blocks[i];
        if (!isConstant(made.program, block)) continue;
        auto const decoded = decode(made.program, block, dialect, unset);
        if (!decoded) {
            made.findings.push_back(toFinding(decoded.error()));
        } else if (decoded->hasM(2) || decoded->hasM(30)) {
            made.last_end = static_cast<int>(i);
        }
    }
    std::stable_sort(made.findings.begin(), made.findings.end(),
                     [](Finding const& a, Finding const& b) { return a.where.line < b.where.line; });
    return made;
}

} // namespace steady::controller
