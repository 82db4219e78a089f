// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gcode/SubFiles.h"

#include "core/gcode/Program.h"

#include <algorithm>
#include <cctype>
#include <fmt/format.h>
#include <set>

namespace steady::gcode {
namespace {

std::string nameOf(Program const& program, int flow_number) {
    if (flow_number < first_named_label) return std::to_string(flow_number);
    auto name = program.labels[static_cast<std::size_t>(flow_number - first_named_label)];
    std::transform(name.begin(), name.end(), name.begin(), [](unsigned char c) { return std::tolower(c); });
    return name;
}

/// What a text calls and what it holds, by name; the calls in their order.
struct Subs {
    std::vector<std::string> called;
    std::set<std::string> held;
    explicit Subs(Program const& program) {
        for (auto const& block : program.blocks) {
            if (block.flow == Flow::Call) called.push_back(nameOf(program, block.flow_number));
            if (block.flow == Flow::Sub) held.insert(nameOf(program, block.flow_number));
        }
    }
};

/// Its subs alone, each at its line: what stands outside of them becomes empty.
std::string onlySubs(Program const& program) {
    std::string kept;
    bool inside = false;
    for (std::size_t i = 0; i < program.blocks.size(); ++i) {
        auto const flow = program.blocks[i].flow;
        if (flow == Flow::Sub) inside = true;
        if (inside) kept += program.textOf(program.blocks[i]);
        kept += '\n';
        if (flow == Flow::EndSub) inside = false;
    }
    return kept;
}

} // namespace

std::pair<SubFile const*, int> WithSubs::place(int line) const {
    SubFile const* in = nullptr;
    for (auto const& file : files)
        if (file.first_line <= line) in = &file;
    return {in, in ? line - in->first_line + 1 : line};
}

Result<WithSubs> withSubs(std::string_view text, Grammar const& grammar, ReadSub const& read) {
    WithSubs made{std::string(text), {}};
    if (grammar.flow != FlowBy::Labels) return made;
    Subs const own(parse(text, grammar));
    std::vector<std::string> called = own.called;
    std::set<std::string> held = own.held, looked_for;
    for (std::size_t i = 0; i < called.size(); ++i) { // it grows while files call further ones
        auto const name = called[i];
        if (held.contains(name) || !looked_for.insert(name).second) continue;
        if (looked_for.size() > max_sub_files)
            return fail(Code::TooMuch, {name}, "What is called from files", std::to_string(max_sub_files));
        auto const found = read(name);
        if (!found) return Failure(found.error());
        if (!*found) continue;
        auto const program = parse(**found, grammar);
        Subs const its(program);
        if (made.text.empty() || made.text.back() != '\n') made.text += '\n';
        made.text += fmt::format("(From here on the subs of a further file, {}.)\n", made.files.size() + 1);
        auto const lines = std::count(made.text.begin(), made.text.end(), '\n');
        made.files.push_back({name, static_cast<int>(lines) + 1});
        made.text += onlySubs(program);
        if (made.text.size() > max_bytes) return fail(Code::TooMuch, {name}, "The text with its subs", "64 MB");
        called.insert(called.end(), its.called.begin(), its.called.end());
        held.insert(its.held.begin(), its.held.end());
    }
    return made;
}

} // namespace steady::gcode
