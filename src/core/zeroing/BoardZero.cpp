// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/BoardZero.h"

#include "core/quantity/WorkOffset.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::zeroing {
namespace {

using shop::Target;

constexpr double paper_error_mm = 0.02; // office paper under a tip, ±; common practice
constexpr double agree_mm = 0.05;       // two tools' board constants; wood, common practice

uncertainty::Contribution paperPart() {
    return {"paper under the tip", paper_error_mm / std::sqrt(3.0), 1, std::numeric_limits<double>::infinity(),
            uncertainty::Shape::Rectangular};
}

/// A touch by hand: the readout's step, and the paper.
uncertainty::Budget byHand(shop::Machine const& machine) {
    auto parts = touchContributions(machine, {}, "touch by hand");
    parts.push_back(paperPart());
    return uncertainty::combine(std::move(parts));
}

double surfacedSince_mm(shop::Book const& book, Id<shop::Board> board, std::int64_t since_utc_ms) {
    double removed = 0;
    for (auto const& [id, surfacing] : book.all<shop::Surfacing>())
        if (surfacing->board == board && surfacing->at_utc_ms > since_utc_ms) removed += surfacing->removed_mm;
    return removed;
}

Failure missing(char const* what) {
    return fail(Code::Missing, {"board"}, what, "Touch the board through paper and the setter with one tool.");
}

} // namespace

Result<BoardConstant> boardConstant(shop::Book const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool) {
    auto const* setter = book.find(setup.setter);
    if (!setter) return fail(Code::NoSetter, {"setter"});
    auto const* on_board = book.find(lastContact(book, setup, tool, Target::Board));
    auto const* on_setter = book.find(lastContact(book, setup, tool, Target::Setter));
    if (!on_board) return missing("A contact on the board");
    if (!on_setter) return missing("A contact of the same tool on the setter");
    auto const machine = machineOf(book, setup);
    auto const touched = touchedAt(machine, *on_setter, feedsFor(machine, *setter).slow_mm_min);
    auto const board = machineZ(*on_board);
    if (!touched) return Failure(touched.error());
    if (!board) return Failure(board.error());
    BoardConstant made;
    made.assembly = tool;
    made.at_utc_ms = std::min(on_board->at_utc_ms, on_setter->at_utc_ms);
    auto& chain = made.chain;
    chain.label = "setter above board";
    chain.tool = fmt::format("tool {}", book.find(tool)->number);
    chain.terms.push_back({"setter", "setter contact", touched->recorded.mm, "machine Z", on_setter->at_utc_ms});
    if (touched->prediction.lag_mm != 0)
        chain.terms.push_back({"setter_lag", "input lag", touched->prediction.lag_mm, "at the setter's feed", 0});
    chain.terms.push_back({"board", "board contact", -board->mm, "machine Z", on_board->at_utc_ms});
    if (on_board->feeler_mm != 0)
        chain.terms.push_back({"paper", "paper", on_board->feeler_mm, "between tip and board", 0});
    if (double const cut = surfacedSince_mm(book, setup.board, on_board->at_utc_ms); cut > 0)
        chain.terms.push_back({"surfaced", "surfaced since", cut, "as entered", 0});
    auto parts = byHand(machine).contributions;
    auto const touch = touchContributions(machine, touched->prediction, "setter touch");
    parts.insert(parts.end(), touch.begin(), touch.end());
    chain.budget = uncertainty::combine(std::move(parts));
    return made;
}

Result<BoardConstant> boardConstant(shop::Book const& book, shop::ZeroSetup const& setup) {
    Result<BoardConstant> best = missing("A contact on the board");
    for (auto const& [id, tool] : shop::toolsOf(book, setup.machine)) {
        auto made = boardConstant(book, setup, id);
        if (made && (!best || made->at_utc_ms > best->at_utc_ms))
            best = std::move(made);
        else if (!made && !best)
            best = std::move(made);
    }
    return best;
}

Result<ZChain> boardZero(shop::Book const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool) {
    auto const constant = boardConstant(book, setup);
    if (!constant) return Failure(constant.error());
    auto const* contact = book.find(lastContact(book, setup, tool, Target::Setter));
    if (!contact) return missing("The setter contact of this tool");
    auto const machine = machineOf(book, setup);
    auto const touched = touchedAt(machine, *contact, feedsFor(machine, *book.find(setup.setter)).slow_mm_min);
    if (!touched) return Failure(touched.error());
    ZChain chain;
    chain.label = fmt::format("board zero, {} Z", workOffsetName(setup.work_offset));
    chain.tool = fmt::format("tool {}", book.find(tool)->number);
    chain.terms.push_back({"setter", "setter contact", touched->recorded.mm, "machine Z", contact->at_utc_ms});
    if (touched->prediction.lag_mm != 0)
        chain.terms.push_back({"setter_lag", "input lag", touched->prediction.lag_mm, "at the setter's feed", 0});
    chain.terms.push_back(
        {"board", "setter above board", -constant->b_mm(), constant->chain.tool, constant->at_utc_ms});
    auto parts = constant->chain.budget.contributions;
    auto const touch = touchContributions(machine, touched->prediction, "this tool's touch");
    parts.insert(parts.end(), touch.begin(), touch.end());
    chain.budget = uncertainty::combine(std::move(parts));
    return chain;
}

Result<ZChain> paperZero(shop::Book const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool) {
    auto const* contact = book.find(lastContact(book, setup, tool, Target::Paper));
    if (!contact)
        return fail(Code::Missing, {"paper contact"}, "A touch through paper",
                    "Lower the tool until it holds the paper, and type the Z.");
    auto const z = machineZ(*contact);
    if (!z) return Failure(z.error());
    ZChain chain;
    chain.label = fmt::format("work zero, {} Z", workOffsetName(setup.work_offset));
    chain.tool = fmt::format("tool {}", book.find(tool)->number);
    chain.terms.push_back({"contact", "touch through paper", z->mm, "by hand", contact->at_utc_ms});
    chain.terms.push_back({"paper", "paper", -contact->feeler_mm, "measured or 0.10 mm, common practice", 0});
    chain.budget = byHand(machineOf(book, setup));
    return chain;
}

std::vector<Judgement> boardJudgements(shop::Book const& book, shop::ZeroSetup const& setup) {
    std::vector<Judgement> said;
    auto const units = book.units();
    auto len = [&](double mm) { return lengthText(mm, units); };
    if (auto const* board = book.find(setup.board)) {
        double const cut = surfacedSince_mm(book, setup.board, std::numeric_limits<std::int64_t>::min());
        double const left = board->thickness_mm - cut, cover = board->screw_head_mm - cut;
        Judgement first;
        first.headline = fmt::format("The board is {} thick now.", len(left));
        first.text = fmt::format("Of {} at first, {} was surfaced away; {} stay above the screw heads.",
                                 len(board->thickness_mm), len(cut), len(cover));
        if (left < board->minimum_mm) {
            first.severity = Severity::Bad;
            first.headline = fmt::format("The board is below its least thickness, {}.", len(board->minimum_mm));
        }
        if (cover < 2) { // a cutter that finds a screw is lost
            first.severity = Severity::Bad;
            first.headline = "The next surfacing would meet the screws.";
        }
        said.push_back(std::move(first));
    }
    std::optional<BoardConstant> one;
    for (auto const& [id, tool] : shop::toolsOf(book, setup.machine)) {
        auto const made = boardConstant(book, setup, id);
        if (!made) continue;
        if (one && std::abs(made->b_mm() - one->b_mm()) > agree_mm)
            said.push_back(
                {Severity::Attention,
                 fmt::format("Two tools disagree about the board by {}.", len(std::abs(made->b_mm() - one->b_mm()))),
                 fmt::format("{} and {} should find the same height of the setter above the board. Touch both "
                             "again, clean, at the same place, with the vacuum as in the job.",
                             one->chain.tool, made->chain.tool),
                 {}});
        one = *made;
    }
    if (one) {
        auto const* contact = book.find(lastContact(book, setup, one->assembly, Target::Board));
        said.push_back(
            {Severity::Note,
             fmt::format("Touched with the vacuum {}.", contact->vacuum ? "on" : "off"),
             "A board that is held moves by some hundredths: touch it as the job will hold it. Never let go of the "
             "vacuum under a touching tool.",
             {}});
    }
    return said;
}

} // namespace steady::zeroing
