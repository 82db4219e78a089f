// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/RunSheet.h"

namespace steady::macros {

std::string beforeTheRun(Kind kind) {
    return of(kind).touches_plate
               ? "Spindle stopped and unable to start, hand at the stop, eye protection on. First above the work and "
                 "without the plate: it must give up above the work. The maker's manual comes first."
               : "Spindle stopped and unable to start, hand at the stop, eye protection on. Disc and tool wiped, plate "
                 "and clip away. First with single block. The maker's manual comes first.";
}

std::vector<SheetPart> runSheet(Kind kind, PrintedMacro const& macro) {
    SheetPart cautions{"Before anything", {beforeTheRun(kind)}, false};
    SheetPart look{"Look yourself: the control does not notice it", {}, true};
    SheetPart about{"What it is written for", {}, false};
    SheetPart pauses{"At its pauses, one after the other", {}, true};
    SheetPart end{"At its end", {}, false};
    bool looking = false;
    for (auto const& line : macro.recipe.header) {
        if (line == look_yourself || line == not_noticed) {
            looking = true;
        } else if (looking && line.starts_with("- ")) {
            look.lines.push_back(line.substr(2));
        } else {
            looking = false;
            about.lines.push_back(line);
        }
    }
    for (auto const& each : macro.asked) pauses.lines.push_back(each.message);
    for (auto const& step : macro.recipe.steps)
        if (auto const* last = std::get_if<End>(&step.action); last && !last->text.empty())
            end.lines.push_back(last->text);
    std::vector<SheetPart> parts;
    for (auto* part : {&cautions, &look, &about, &pauses, &end})
        if (!part->lines.empty()) parts.push_back(std::move(*part));
    return parts;
}

} // namespace steady::macros
