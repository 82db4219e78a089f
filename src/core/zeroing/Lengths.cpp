// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Lengths.h"

#include "core/quantity/WorkOffset.h"
#include "core/zeroing/Spacers.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>
#include <set>

namespace steady::zeroing {
namespace {

using shop::Target;

constexpr double differ_mm = 0.05; // two ways to the same difference; wood, common practice

struct Bench {
    facts::Reader const& book;
    shop::ZeroSetup const& setup;
    shop::ToolSetter const* setter;

    Bench(facts::Reader const& of_book, shop::ZeroSetup const& of_setup)
        : book(of_book), setup(of_setup), setter(of_book.find(of_setup.place.setter)) {}
    /// A study that cannot be read leaves nothing that was touched.
    Result<Toucher> toucher(shop::Contact const& contact) const {
        return toucherOf(book, setup.place, contact.target, contact.direction);
    }
    Result<TouchedAt> touched(Id<shop::Contact> id) const {
        auto const* contact = book.find(id);
        if (!contact) return fail(Code::Missing, {"contact"}, "The contact", "Touch it first.");
        auto const by = toucher(*contact);
        if (!by) return Failure(by.error());
        auto const& machine = by->machine;
        bool const on_setter = contact->target == Target::Setter && setter;
        auto const* plate = book.find(contact->plate);
        auto const feeds = on_setter ? feedsFor(machine, *setter) : feedsFor(machine, plate ? *plate : assumedPlate());
        return touchedAt(machine, *contact, feeds.slow_mm_min);
    }
    /// ± of a difference of two touches of one device, and of what `else_` moves it between them.
    double twoTouches95_mm(Id<shop::Contact> of, TouchPrediction const& prediction,
                           std::vector<uncertainty::Contribution> const& else_) const {
        auto parts = touchContributions(*toucher(*book.find(of)), prediction, "touch"); // it was touched()
        auto const one = parts;
        parts.insert(parts.end(), one.begin(), one.end());
        parts.insert(parts.end(), else_.begin(), else_.end());
        return uncertainty::combine(std::move(parts)).expanded_95;
    }
};

/// What else moves a length beside the two touches: the holder was seated when it was measured, and the machine may
/// have been homed since the reference was touched. Of studies; nothing where there are none.
Result<std::vector<uncertainty::Contribution>> betweenTouches(facts::Reader const& book, Id<shop::Machine> machine) {
    std::vector<uncertainty::Contribution> parts;
    for (auto const& [type, name, sensitivity] :
         {std::tuple{shop::StudyType::Seating, "holder seated when it was measured", 1.0},
          std::tuple{shop::StudyType::Homing, "homed again since the reference", std::numbers::sqrt2}}) {
        auto const proven = proving::provenSpreadOf(book, machine, type);
        if (!proven) return Failure(proven.error());
        if (*proven)
            parts.push_back({fmt::format("{}, study of {} readings", name, (*proven)->n), (*proven)->s_mm, sensitivity,
                             (*proven)->dof, uncertainty::Shape::Normal});
    }
    return parts;
}

/// Spacers that were changed since the touch that the row rests on.
void carry(facts::Reader const& book, ToolLength& row, Id<shop::Contact> contact) {
    auto const since = swappedSince(book, row.assembly, contact);
    if (since.swaps == 0) return;
    row.length_mm = *row.length_mm + since.mm;
    row.expanded_95_mm = std::hypot(row.expanded_95_mm, swap_error_mm * std::sqrt(since.swaps));
    row.source += ", spacers since: changed, not measured";
}

/// A tool that cannot go on the setter: against one that has a length and a contact on the same plate.
void byPlate(Bench const& bench, std::vector<uncertainty::Contribution> const& between, std::vector<ToolLength>& table,
             ToolLength& row) {
    auto const own_contact = lastContact(bench.book, bench.setup, row.assembly, Target::Plate);
    auto const own = bench.touched(own_contact);
    if (!own) return;
    for (auto const& other : table) {
        if (!other.length_mm || other.assembly == row.assembly) continue;
        auto const id = lastContact(bench.book, bench.setup, other.assembly, Target::Plate);
        auto const theirs = bench.touched(id);
        if (!theirs) continue;
        row.length_mm = *other.length_mm + (own->tripped() - theirs->tripped()).mm;
        row.expanded_95_mm = other.expanded_95_mm + bench.twoTouches95_mm(own_contact, own->prediction, between);
        row.source = fmt::format("on the plate, against tool {}", other.number);
        row.at_utc_ms = bench.book.find(id)->at_utc_ms;
        carry(bench.book, row, own_contact);
        return;
    }
    row.source = "touch the plate with it and with a tool of known length, same place";
}

} // namespace

Result<LengthBasis> lengthBasis(facts::Reader const& book, shop::ZeroSetup const& setup, std::optional<Era> era) {
    Bench const bench(book, setup);
    if (!bench.setter) return fail(Code::NoSetter, {"setter"});
    LengthBasis basis;
    Id<shop::Contact> contact;
    if (setup.plan.reference == shop::LengthReference::Nose) {
        contact = lastNoseContact(book, setup, era);
        basis.words = "the bare nose";
    } else {
        auto const* tool = book.find(setup.plan.reference_tool);
        if (!tool)
            return fail(Code::Missing, {"length reference"}, "Which tool is the reference", "Choose it in Zeroing.");
        bool const master = setup.plan.reference == shop::LengthReference::Master;
        if (master && !tool->length_mm)
            return fail(Code::LengthUnknown, {"length reference"}, fmt::format("the master, tool {}", tool->number));
        contact = lastContact(book, setup, setup.plan.reference_tool, Target::Setter, era);
        basis.length_mm = master ? *tool->length_mm : 0;
        basis.words = fmt::format("tool {}, {}", tool->number, master ? "the master" : "the first tool, counted as 0");
    }
    auto const touched = bench.touched(contact);
    if (!touched)
        return fail(Code::Missing, {"length reference"}, "The setter contact of " + basis.words,
                    "Touch the setter with it and type the machine Z.");
    basis.contact_mm = touched->tripped().mm;
    basis.at_utc_ms = book.find(contact)->at_utc_ms;
    basis.contact = contact;
    return basis;
}

std::vector<ToolLength> lengthTable(facts::Reader const& book, shop::ZeroSetup const& setup) {
    Bench const bench(book, setup);
    auto const basis = lengthBasis(book, setup);
    std::set<Era, std::greater<>> eras{presentEra(book, setup)};
    for (auto const& [id, contact] : book.all<shop::Contact>())
        if (contact->target == Target::Setter && contact->setter == setup.place.setter)
            eras.insert(eraOf(book, setup, id));
    std::vector<std::pair<Era, Result<LengthBasis>>> bases; // the latest first
    for (auto const era : eras) bases.emplace_back(era, lengthBasis(book, setup, era));
    auto const between = betweenTouches(book, setup.place.machine);
    std::vector<ToolLength> table;
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
        ToolLength row{id, tool->number, tool->name, {}, 0, {}, 0, {}};
        for (auto const& [era, counted_from] : bases) {
            auto const contact = lastContact(book, setup, id, Target::Setter, era);
            auto const touched = bench.touched(contact);
            if (!counted_from || !touched || !between) continue;
            row.length_mm = counted_from->length_mm + touched->tripped().mm - counted_from->contact_mm;
            row.expanded_95_mm = bench.twoTouches95_mm(contact, touched->prediction, *between);
            row.source = "on the setter";
            row.at_utc_ms = book.find(contact)->at_utc_ms;
            row.contact = contact;
            carry(book, row, contact);
            break;
        }
        if (row.length_mm) {
            table.push_back(std::move(row));
            continue;
        }
        if (tool->method == shop::LengthMethod::HeightGauge && tool->length_mm &&
            setup.plan.reference != shop::LengthReference::FirstTool) {
            row.length_mm = tool->length_mm; // from the spindle face, as a nose or a master counts
            row.expanded_95_mm = tool->length_error_mm;
            row.source = "by height gauge";
        } else {
            row.source = !between ? "a study of seating or homing cannot be read"
                         : basis  ? "not touched yet"
                                  : "the reference is missing";
        }
        table.push_back(std::move(row));
    }
    for (auto& row : table)
        if (between && !row.length_mm && book.find(row.assembly)->method == shop::LengthMethod::Plate)
            byPlate(bench, *between, table, row);
    std::stable_sort(table.begin(), table.end(), [](auto const& a, auto const& b) { return a.number < b.number; });
    return table;
}

Result<ZChain> lengthTableZero(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const zero = plateZero(book, setup);
    if (!zero) return Failure(zero.error());
    if (!zero->chain)
        return fail(Code::Missing, {"plate contact"}, "The plate contact", "Touch the plate and type what you read.");
    if (auto const readable = betweenTouches(book, setup.place.machine); !readable) return Failure(readable.error());
    auto const* contact = book.find(setup.place.contact);
    auto const toucher =
        contact && contact->assembly ? contact->assembly : setup.place.assembly; // by now another may be in
    for (auto const& row : lengthTable(book, setup)) {
        if (row.assembly != toucher) continue;
        if (!row.length_mm)
            return fail(Code::LengthUnknown, {"tool length"}, fmt::format("tool {} in the table", row.number));
        auto chain = *zero->chain;
        chain.label = fmt::format("work zero of the nose, {} Z", workOffsetName(setup.place.work_offset));
        chain.terms.push_back({"length", "tool length", -*row.length_mm, row.source, row.at_utc_ms});
        auto parts = chain.budget.contributions;
        parts.push_back({"tool length", row.expanded_95_mm / 1.96, 1, std::numeric_limits<double>::infinity(),
                         uncertainty::Shape::Normal});
        auto const seated = proving::provenSpreadOf(book, setup.place.machine, shop::StudyType::Seating);
        if (!seated) return Failure(seated.error());
        if (*seated)
            parts.push_back({fmt::format("holder seated again, study of {} readings", (*seated)->n), (*seated)->s_mm, 1,
                             (*seated)->dof, uncertainty::Shape::Normal});
        chain.budget = uncertainty::combine(std::move(parts));
        return chain;
    }
    return fail(Code::Missing, {"tool"}, "The tool in the spindle", "Choose it.");
}

std::vector<OffsetOfTool> offsetsPerTool(facts::Reader const& book, shop::ZeroSetup const& setup) {
    std::vector<OffsetOfTool> all;
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
        OffsetOfTool row{id, tool->number, tool->own_offset, {}};
        auto own = setup;
        own.place.assembly = id;
        own.place.contact = lastContact(book, setup, id, Target::Plate);
        own.place.work_offset = tool->own_offset > 0 ? tool->own_offset : setup.place.work_offset;
        if (own.place.contact)
            if (auto const zero = plateZero(book, own)) row.zero = zero->chain;
        all.push_back(std::move(row));
    }
    std::stable_sort(all.begin(), all.end(), [](auto const& a, auto const& b) { return a.number < b.number; });
    return all;
}

std::vector<Judgement> offsetJudgements(facts::Reader const& book, shop::ZeroSetup const& setup) {
    std::vector<Judgement> said;
    auto const units = book.units();
    auto const table = lengthTable(book, setup);
    struct Row {
        OffsetOfTool offset;
        ToolLength length;
    };
    std::vector<Row> both;
    for (auto const& offset : offsetsPerTool(book, setup))
        for (auto const& length : table)
            if (length.assembly == offset.assembly && length.length_mm && offset.zero) both.push_back({offset, length});
    for (std::size_t i = 1; i < both.size(); ++i) {
        auto const &a = both[i - 1], &b = both[i];
        double const by_plate = (b.offset.zero->sum() - a.offset.zero->sum()).mm;
        double const by_setter = *b.length.length_mm - *a.length.length_mm, off = by_plate - by_setter;
        if (std::abs(off) <= differ_mm + a.length.expanded_95_mm + b.length.expanded_95_mm) continue;
        said.push_back(
            {Severity::Attention,
             fmt::format("Tools {} and {} contradict each other by {}.", a.offset.number, b.offset.number,
                         lengthText(std::abs(off), units)),
             fmt::format("Their zeros are {} apart, their lengths on the setter {}. Touch both again, clean, at the "
                         "same place of the plate.",
                         lengthText(by_plate, units), lengthText(by_setter, units)),
             {}});
    }
    return said;
}

} // namespace steady::zeroing
