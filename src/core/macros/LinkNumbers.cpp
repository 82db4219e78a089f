// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/LinkNumbers.h"

#include <fmt/format.h>

namespace steady::macros {
namespace {

struct Block {
    char const* what;
    int first, last;
};

std::string words(Block const& b) {
    return b.first == b.last ? fmt::format("{} ({})", b.first, b.what)
                             : fmt::format("{} to {} ({})", b.first, b.last, b.what);
}

} // namespace

Result<void> checkNumbers(shop::Behaviour const& behaviour, gcode::Grammar const& grammar) {
    Block const scratch{"for a moment", behaviour.scratch_parameter,
                        behaviour.scratch_parameter + shop::scratch_count - 1};
    Block const links{"for links, a change, kept places and a carousel", behaviour.link_parameter, lastKept(behaviour)};
    auto meet = [](Block const& a, Block const& b) { return a.first <= b.last && b.first <= a.last; };
    auto within = [](Block const& b, gcode::Numbers range) { return range.hold(b.first) && range.hold(b.last); };
    auto told = [](gcode::Numbers range) { return fmt::format("{} to {}", range.first, range.last); };
    auto const kept = grammar.kept, passing = grammar.passing;
    if (!within(scratch, kept) && !within(scratch, passing))
        return fail(Code::OutOfRange, {"parameters"}, words(scratch),
                    told(kept) + (passing.hold(passing.first) ? " or " + told(passing) : std::string()));
    if (!within(links, kept)) return fail(Code::OutOfRange, {"parameters"}, words(links), told(kept));
    if (meet(scratch, links)) return fail(Code::NumbersOverlap, {"parameters"}, words(scratch), words(links));
    if (behaviour.homed_parameter) {
        gcode::Numbers const known{1, grammar.last_variable};
        if (!known.hold(*behaviour.homed_parameter))
            return fail(Code::OutOfRange, {"parameters"}, fmt::format("{} (says “homed”)", *behaviour.homed_parameter),
                        fmt::format("{} to {}", known.first, known.last));
        Block const homed{"says “homed”", *behaviour.homed_parameter, *behaviour.homed_parameter};
        for (auto const& each : {scratch, links})
            if (meet(homed, each)) return fail(Code::NumbersOverlap, {"parameters"}, words(homed), words(each));
    }
    return {};
}

} // namespace steady::macros
