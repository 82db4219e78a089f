// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/parametric/Parametric.h"
#include "support/Approved.h"
#include "support/Recorder.h"

using namespace steady;
using namespace steady::controller;
using test::Recorder;

namespace {

struct Sample {
    std::string name, text;
    QStringList start;
};

std::vector<Sample> samples() {
    std::vector<Sample> all;
    for (auto const& line : QString::fromUtf8(test::readAll(test::sourcePath("tests/data/language/programs.txt")))
                                .split(QLatin1Char('\n'))) {
        if (line.startsWith(QLatin1String("== "))) {
            auto const open = line.indexOf(QLatin1String(" ["));
            all.push_back({line.mid(3, open < 0 ? -1 : open - 3).toStdString(), {}, {}});
            if (open >= 0) all.back().start = line.mid(open + 2).chopped(1).split(QLatin1Char(' '));
        } else if (!all.empty()) {
            all.back().text += line.toStdString() + "\n";
        }
    }
    return all;
}

Memory memoryOf(Sample const& sample) {
    Memory memory;
    for (int n = 0; n < work_offset_count; ++n) memory.work_offsets_mm[n] = {10.0 * n + 1, -5.0 * n + 2, -30.5 - 2 * n};
    memory.tool = memory.selected_tool = 3;
    for (int n = 1; n < 9; ++n) memory.tool_table_mm[n] = 40 + n;
    if (sample.start.contains(QStringLiteral("inch"))) memory.native = memory.modes.units = UnitSystem::Inch;
    return memory;
}

std::string tokensOf(gcode::Program const& program) {
    static constexpr char kinds[] = "tcmwnpofFe";
    std::string text;
    for (auto const& block : program.blocks)
        for (auto const& t : program.tokensOf(block))
            text += fmt::format(
                "{}{}{}@{}", text.empty() ? "" : " ", kinds[static_cast<int>(t.kind)],
                program.textOf(block).substr(static_cast<std::size_t>(t.begin), static_cast<std::size_t>(t.length)),
                t.begin);
    return text;
}

std::string toldOf(Sample const& sample) {
    auto const has = [&](char const* word) { return sample.start.contains(QLatin1String(word)); };
    auto dialect = dialects::parametric();
    if (has("named")) dialect.home_moves_all_axes = false;
    if (has("negative")) dialect.length_sign = -1;
    if (has("kept")) dialect.end_resets_offset = false;
    if (has("counts")) dialect.closed_at_start = ClosedAtStart::EndsAsContact;
    auto const before = memoryOf(sample);
    auto memory = before;
    memory.publish(dialects::parametric().variables);
    auto const published = memory;
    Recorder machine;
    machine.at = {4, -7, -2};
    machine.closed = has("closed");
    machine.sticks = has("sticks");
    if (has("contact")) machine.contact_at_z = -12;
    if (has("nobody")) machine.pauses_left = 0;
    auto const executable = makeExecutable(sample.text + "%\n", dialect);
    Controller controller(executable, memory, machine);
    auto text = "== " + sample.name + "\n" + tokensOf(executable.program) + "\n";
    Record record;
    int shown = 0;
    while (controller.step(&record))
        if (auto const words = wordsOf(record, before.native); !words.empty() && ++shown < 60)
            text += fmt::format("{}: {}\n", record.line, words);
    for (auto const& f : executable.findings)
        text += fmt::format("finding {}:{} {} {}\n", f.where.line, f.where.column, f.text, f.remedy);
    for (auto const& f : executable.notes) text += fmt::format("note {} {} {}\n", f.where.line, f.text, f.remedy);
    for (auto const& line : machine.log) text += "machine " + line + "\n";
    for (std::size_t n = 0; n < memory.parameters.size(); ++n)
        if (memory.parameters[n] != published.parameters[n])
            text += fmt::format("#{} = {:.6f}\n", n, memory.parameters[n]);
    for (auto const& [name, value] : memory.named) text += fmt::format("#<{}> = {:.6f}\n", name, value);
    if (auto const& m = memory.modes; !(m == before.modes))
        text += fmt::format("modes {} {} {} {:.3f} {} {}\n", static_cast<int>(m.units), m.absolute, m.work_offset,
                            m.feed_mm_min, static_cast<int>(m.motion), m.override_locked);
    auto const& error = controller.error();
    return text + fmt::format("outcome {} cause {} at {}:{} {}\n", static_cast<int>(controller.outcome()),
                              static_cast<int>(controller.cause()), controller.line(), error ? error->where.column : 0,
                              controller.message());
}

} // namespace

/// Every word of the language, and every way to get it wrong: what the reader marks and the controller does.
class ProgramsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void eachDoesWhatWasApproved() {
        std::string text;
        for (auto const& sample : samples()) text += toldOf(sample);
        QVERIFY(test::approved("language.txt", text));
    }
};

STEADY_TEST(ProgramsTest);
#include "ProgramsTest.moc"
