// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/TableJudgement.h"

#include <fmt/format.h>

namespace steady::safety {
namespace {

using zeroing::Judgement;

std::string things(std::size_t n, char const* one, char const* many) {
    return n == 1 ? std::string(one) : fmt::format("{} {}", n, many);
}

Judgement headlineOf(FaultTable const& table, bool built_in) {
    if (table.stopped)
        return {
            Severity::Attention,
            "Stopped half-way.",
            fmt::format("{} runs are done; not all that can happen was tried, so this says nothing yet.", table.runs),
            {}};
    if (!table.nothingIsGood())
        return {Severity::Bad,
                "It goes badly with nothing wrong.",
                fmt::format("In {} shops as they may be: {}.", table.worlds, countsOf(table.nothing)),
                {}};
    std::vector<std::string> why;
    for (auto const& row : table.rows)
        if (row.bad() && !row.listed())
            why.push_back(fmt::format("{}: {}, first at line {}. {}", row.fault->text, countsOf(row),
                                      row.firstBad()->line, row.fault->precaution));
    if (!why.empty() && built_in)
        return {Severity::Attention,
                fmt::format("The routine does not protect from {}.", things(why.size(), "one fault", "faults")),
                "A routine of the control cannot be mended. What to do instead stands with each, and on the sheet.",
                std::move(why)};
    if (!why.empty()) {
        auto headline = fmt::format("{} badly.", things(why.size(), "One fault ends", "faults end"));
        return {Severity::Bad, std::move(headline), "Each of them could have been noticed. Do not load this text.",
                std::move(why)};
    }
    return {Severity::Note,
            "Every fault that can be noticed is noticed.",
            fmt::format("{} faults, each in {} shops as they may be, {} runs on the virtual machine. It says nothing "
                        "about what the "
                        "book does not know.",
                        table.rows.size(), table.worlds, table.runs),
            {}};
}

} // namespace

std::string countsOf(FaultRow const& row) {
    std::string words;
    for (std::size_t i = 0; i < row.counts.size(); ++i)
        if (row.counts[i] > 0)
            words +=
                fmt::format("{}{} {}", words.empty() ? "" : ", ", row.counts[i], outcomeWord(static_cast<RunClass>(i)));
    return words;
}

std::vector<Judgement> judgeTable(FaultTable const& table, Aim const& aim, UnitSystem units) {
    std::vector<Judgement> said{headlineOf(table, aim.built_in)};
    std::vector<std::string> unseen;
    for (auto const& row : table.rows)
        if (row.listed() && row.bad())
            unseen.push_back(fmt::format("{}. {} {}", row.fault->text, row.fault->unseen, row.fault->precaution));
    if (!unseen.empty()) {
        auto headline = things(unseen.size(), "One thing no input shows.", "things no input of this control shows.");
        said.push_back({Severity::Attention, std::move(headline),
                        "No macro can notice them. What to do instead stands with each, and at the head of the text.",
                        std::move(unseen)});
    }
    if (int const alarms = table.nothing.count(RunClass::StoppedSafely))
        said.push_back({Severity::Note,
                        fmt::format("It stops without need in {} of {} shops.", alarms, table.worlds),
                        "With nothing wrong but what the book does not know better.",
                        {}});
    if (auto const& cover = table.coverage; cover && cover->runs > 0) {
        bool const enough = cover->runs >= 200; // the share is then known to about ± 3 in a hundred
        said.push_back({Severity::Note,
                        fmt::format("Within {} in {} of {} shops.", plusMinusText(aim.tolerance_mm, units),
                                    cover->inside, cover->runs),
                        enough ? fmt::format("{:.1f} %; the ± is meant to hold 95 % of them.", 100 * cover->share())
                               : std::string("Too few to judge the ± by; draw 200 or more."),
                        {}});
    }
    return said;
}

Judgement compareTables(FaultTable const& mine, FaultTable const& other) {
    std::vector<std::string> why;
    int worse = 0, better = 0;
    for (auto const& row : mine.rows)
        for (auto const& theirs : other.rows) {
            if (theirs.fault != row.fault || theirs.counts == row.counts) continue;
            worse += theirs.bad() > row.bad();
            better += theirs.bad() < row.bad();
            why.push_back(fmt::format("{}: {}; the other: {}.", row.fault->text, countsOf(row), countsOf(theirs)));
        }
    if (why.empty()) return {Severity::Note, "The other text goes the same.", "With every fault, in every shop.", {}};
    if (!other.nothingIsGood())
        return {Severity::Bad, "The other text fails with nothing wrong.",
                fmt::format("In {} shops as they may be: {}.", other.worlds, countsOf(other.nothing)), std::move(why)};
    Judgement said{worse ? Severity::Attention : Severity::Note, {}, {}, std::move(why)};
    said.headline = fmt::format("The other text is worse with {}, better with {}.", worse, better);
    said.text = fmt::format("{} differently; those are told under why.",
                            things(said.why.size(), "One fault goes", "faults go"));
    return said;
}

} // namespace steady::safety
