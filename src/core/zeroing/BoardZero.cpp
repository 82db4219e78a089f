// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/BoardZero.h"

#include "core/quantity/WorkOffset.h"
#include "core/zeroing/Lengths.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::zeroing {
namespace {

using shop::Target;

constexpr double paper_error_mm = 0.02; // office paper under a tip, ±; common practice

uncertainty::Contribution paperPart() {
    return {"paper under the tip", paper_error_mm / std::sqrt(3.0), 1, std::numeric_limits<double>::infinity(),
            uncertainty::Shape::Rectangular};
}

double surfacedSince_mm(facts::Reader const& book, Id<shop::Board> board, std::int64_t since_utc_ms) {
    double removed = 0;
    for (auto const& [id, surfacing] : book.all<shop::Surfacing>())
        if (surfacing->board == board && surfacing->at_utc_ms > since_utc_ms)
            removed += surfacing->removed_mm.value_or(0);
    return removed;
}

Failure missing(char const* what) {
    return fail(Code::Missing, {"board"}, what, "Touch the spoilboard through paper and the setter with one tool.");
}

} // namespace

namespace {

bool ofBoard(shop::Contact const& contact, shop::ZeroSetup const& setup) {
    return contact.target == Target::Board && (!contact.board || contact.board == setup.place.board);
}

/// The setter contact that belongs beside a touch on the board; none without one.
Id<shop::Contact> setterBeside(facts::Reader const& book, shop::ZeroSetup const& setup, shop::Contact const& on_board) {
    Id<shop::Contact> found;
    shop::Contact const* best = nullptr;
    auto apart = [&](shop::Contact const& c) { return std::abs(c.at_utc_ms - on_board.at_utc_ms); };
    for (auto const& [id, c] : book.all<shop::Contact>()) {
        bool const fits = c->source == shop::Source::Measured && c->target == Target::Setter &&
                          c->setter == setup.place.setter && !c->bare_nose && c->assembly == on_board.assembly &&
                          c->home_epoch == on_board.home_epoch;
        if (!fits) continue;
        bool const better_vacuum = best && c->vacuum == on_board.vacuum && best->vacuum != on_board.vacuum;
        bool const worse_vacuum = best && c->vacuum != on_board.vacuum && best->vacuum == on_board.vacuum;
        if (best && !better_vacuum && (worse_vacuum || apart(*c) >= apart(*best))) continue;
        best = c.get();
        found = id;
    }
    return found;
}

Result<BoardConstant> constantOf(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Contact> id,
                                 shop::Contact const& on_board, Id<shop::Contact> setter_id) {
    auto const& on_setter = *book.find(setter_id);
    auto const machine = machineOf(book, setup);
    auto const touched = touchedAt(machine, on_setter, feedsFor(machine, *book.find(setup.place.setter)).slow_mm_min);
    auto const board = machineZ(on_board);
    if (!touched) return Failure(touched.error());
    if (!board) return Failure(board.error());
    BoardConstant made;
    made.assembly = on_board.assembly;
    made.on_board = id;
    made.at_utc_ms = on_board.at_utc_ms;
    made.basis.kind = facts::ResultKind::BoardConstant;
    made.basis.machine = setup.place.machine;
    made.basis.setter = setup.place.setter;
    made.basis.board = setup.place.board;
    made.basis.contacts = {id, setter_id};
    made.holding = facts::holdingOf(book, made.basis);
    auto& chain = made.chain;
    auto const* tool = book.find(on_board.assembly);
    chain.label = "setter above spoilboard";
    chain.tool = fmt::format("tool {}", tool ? tool->number : 0);
    chain.terms.push_back({"setter", "setter contact", touched->recorded.mm, "machine Z", on_setter.at_utc_ms});
    if (touched->prediction.lag_mm != 0)
        chain.terms.push_back(
            {"setter_lag", lagName(machine, on_setter), touched->prediction.lag_mm, "at the setter's feed", 0});
    chain.terms.push_back({"board", "spoilboard contact", -board->mm, "machine Z", on_board.at_utc_ms});
    if (on_board.feeler_mm != 0)
        chain.terms.push_back({"paper", "paper", on_board.feeler_mm, "between tip and spoilboard", 0});
    if (double const cut = surfacedSince_mm(book, setup.place.board, on_board.at_utc_ms); cut > 0)
        chain.terms.push_back({"surfaced", "surfaced since", cut, "as entered", 0});
    auto parts = paperBudget(machine).contributions;
    auto const toucher = toucherOf(book, setup.place, Target::Setter, on_setter.direction);
    if (!toucher) return Failure(toucher.error());
    auto const touch = touchContributions(*toucher, touched->prediction, "setter touch");
    parts.insert(parts.end(), touch.begin(), touch.end());
    chain.budget = uncertainty::combine(std::move(parts));
    return made;
}

} // namespace

Result<std::vector<BoardConstant>> boardConstants(facts::Reader const& book, shop::ZeroSetup const& setup,
                                                  bool ended_too) {
    if (!book.find(setup.place.setter)) return fail(Code::NoSetter, {"setter"});
    bool any = false;
    std::optional<facts::Holding> ended;
    std::vector<BoardConstant> all;
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine))
        for (auto const& [contact_id, contact] : book.all<shop::Contact>()) {
            if (contact->assembly != id || !ofBoard(*contact, setup) || contact->source != shop::Source::Measured)
                continue;
            any = true;
            auto const on_setter = setterBeside(book, setup, *contact);
            if (!on_setter) continue;
            auto made = constantOf(book, setup, contact_id, *contact, on_setter);
            if (!made) return Failure(made.error());
            if (made->holding.state == facts::Hold::Stale && !ended_too) {
                ended = made->holding;
                continue;
            }
            all.push_back(std::move(*made));
        }
    if (all.empty() && ended)
        return fail(Code::Stale, {"board"}, "The height of the setter above the spoilboard", reasonOf(*ended));
    if (all.empty()) return missing(any ? "A contact of the same tool on the setter" : "A contact on the spoilboard");
    std::stable_sort(all.begin(), all.end(), [](auto const& a, auto const& b) { return a.at_utc_ms < b.at_utc_ms; });
    return all;
}

Result<BoardHeight> boardHeight(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const all = boardConstants(book, setup);
    if (!all) return Failure(all.error());
    BoardHeight height{all->front(), {}, 0};
    for (std::size_t i = 1; i < all->size(); ++i) {
        auto const& fresh = (*all)[i];
        double const differs = fresh.b_mm() - height.in_use.b_mm();
        double const both = fresh.chain.budget.expanded_95 + height.in_use.chain.budget.expanded_95;
        bool const agrees = std::abs(differs) <= both || fresh.on_board == setup.place.board_accepted;
        if (agrees) {
            height = {fresh, {}, 0};
        } else {
            height.asked = fresh;
            height.differs_mm = differs;
        }
    }
    return height;
}

Result<BoardConstant> boardConstant(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const height = boardHeight(book, setup);
    if (!height) return Failure(height.error());
    return height->in_use;
}

Result<ZChain> boardZero(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool) {
    auto const constant = boardConstant(book, setup);
    if (!constant) return Failure(constant.error());
    auto const* contact = book.find(lastContact(book, setup, tool, Target::Setter));
    if (!contact) return missing("The setter contact of this tool");
    auto const machine = machineOf(book, setup);
    auto const touched = touchedAt(machine, *contact, feedsFor(machine, *book.find(setup.place.setter)).slow_mm_min);
    if (!touched) return Failure(touched.error());
    ZChain chain;
    chain.label = fmt::format("spoilboard zero, {} Z", workOffsetName(setup.place.work_offset));
    chain.tool = fmt::format("tool {}", book.find(tool)->number);
    chain.terms.push_back({"setter", "setter contact", touched->recorded.mm, "machine Z", contact->at_utc_ms});
    if (touched->prediction.lag_mm != 0)
        chain.terms.push_back(
            {"setter_lag", lagName(machine, *contact), touched->prediction.lag_mm, "at the setter's feed", 0});
    chain.terms.push_back(
        {"board", "setter above spoilboard", -constant->b_mm(), constant->chain.tool, constant->at_utc_ms});
    auto parts = constant->chain.budget.contributions;
    auto const toucher = toucherOf(book, setup.place, Target::Setter, contact->direction);
    if (!toucher) return Failure(toucher.error());
    auto const touch = touchContributions(*toucher, touched->prediction, "this tool's touch");
    parts.insert(parts.end(), touch.begin(), touch.end());
    chain.budget = uncertainty::combine(std::move(parts));
    return chain;
}

Result<BoardNose> boardNose(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const* tool = book.find(setup.plan.reference_tool);
    bool const first = setup.plan.reference == shop::LengthReference::FirstTool;
    auto const counts_as_0 = !first ? std::optional(0.0) : tool ? tool->length_mm : std::nullopt;
    if (book.find(setup.place.setter)) {
        auto const constant = boardConstant(book, setup);
        if (!constant) return Failure(constant.error());
        auto const basis = lengthBasis(book, setup);
        if (!basis) return Failure(basis.error());
        return BoardNose{basis->contact_mm - basis->length_mm - constant->b_mm(), counts_as_0,
                         fmt::format("{} on the setter, less the setter's height above the board", basis->words)};
    }
    auto const* contact = book.find(lastContact(book, setup, setup.plan.reference_tool, Target::Board));
    if (!tool || !contact || !(first || tool->length_mm))
        return fail(Code::Missing, {"length reference"}, "A reference that has touched the spoilboard",
                    "Choose a master of known length or a first tool at Zeroing, and touch the board with it.");
    auto const z = machineZ(*contact);
    if (!z) return Failure(z.error());
    double const board_mm = z->mm - contact->feeler_mm - surfacedSince_mm(book, setup.place.board, contact->at_utc_ms);
    return BoardNose{board_mm - (first ? 0 : *tool->length_mm), counts_as_0,
                     fmt::format("tool {} on the board", tool->number)};
}

uncertainty::Budget paperBudget(shop::Machine const& machine) {
    auto parts = touchContributions(machine, {}, "touch by hand");
    parts.push_back(paperPart());
    return uncertainty::combine(std::move(parts));
}

Result<ZChain> paperZero(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool) {
    auto const* contact = book.find(lastContact(book, setup, tool, Target::Paper));
    if (!contact)
        return fail(Code::Missing, {"paper contact"}, "A touch through paper",
                    "Lower the tool until it holds the paper, and type the Z.");
    auto const z = machineZ(*contact);
    if (!z) return Failure(z.error());
    ZChain chain;
    chain.label = fmt::format("work zero, {} Z", workOffsetName(setup.place.work_offset));
    chain.tool = fmt::format("tool {}", book.find(tool)->number);
    chain.terms.push_back({"contact", "touch through paper", z->mm, "by hand", contact->at_utc_ms});
    chain.terms.push_back({"paper", "paper", -contact->feeler_mm, "measured or 0.10 mm, common practice", 0});
    chain.budget = paperBudget(machineOf(book, setup));
    return chain;
}

std::vector<Judgement> boardJudgements(facts::Reader const& book, shop::ZeroSetup const& setup) {
    std::vector<Judgement> said;
    auto const units = book.units();
    auto len = [&](double mm) { return lengthText(mm, units); };
    if (auto const* board = book.find(setup.place.board)) {
        double const cut = surfacedSince_mm(book, setup.place.board, std::numeric_limits<std::int64_t>::min());
        double const left = board->thickness_mm - cut, cover = board->screw_head_mm - cut;
        Judgement first;
        first.headline = fmt::format("The spoilboard is {} thick now.", len(left));
        first.text = fmt::format("Of {} at first, {} was surfaced away; {} stay above the screw heads.",
                                 len(board->thickness_mm), len(cut), len(cover));
        if (left < board->minimum_mm) {
            first.severity = Severity::Bad;
            first.headline = fmt::format("The spoilboard is below its least thickness, {}.", len(board->minimum_mm));
        }
        if (cover < 2) { // a cutter that finds a screw is lost
            first.severity = Severity::Bad;
            first.headline = "The next surfacing would meet the screws.";
        }
        said.push_back(std::move(first));
    }
    auto const height = boardHeight(book, setup);
    std::optional<BoardConstant> const one = height ? std::optional(height->in_use) : std::nullopt;
    if (height && height->asked)
        said.push_back(
            {Severity::Attention,
             fmt::format("A fresh touch finds the spoilboard {} {}.", len(std::abs(height->differs_mm)),
                         height->differs_mm > 0 ? "lower" : "higher"),
             fmt::format(
                 "{} found it, against {} before; that is more than both are good for. Surfaced and not entered, "
                 "the vacuum, a chip, another spoilboard? The older height stays in use until you choose “Take the "
                 "fresh "
                 "height” at Zeroing, Spoilboard.",
                 height->asked->chain.tool, height->in_use.chain.tool),
             {}});
    if (one) {
        auto const* contact = book.find(one->on_board);
        said.push_back({Severity::Note,
                        fmt::format("Touched with the vacuum {}.", contact->vacuum ? "on" : "off"),
                        "A spoilboard that is held moves by some hundredths: touch it as the job will hold it. Never "
                        "let go of the "
                        "vacuum under a touching tool.",
                        {}});
    }
    return said;
}

} // namespace steady::zeroing
