// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/PocketTable.h"

#include "core/changer/Clearances.h"
#include "core/quantity/Units.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

namespace steady::changer {
namespace {

std::string toolWords(shop::Assembly const& tool) { return fmt::format("tool {}, {}", tool.number, tool.name); }

struct Place {
    shop::ToolRack const* rack = nullptr;
    std::size_t pocket = 0;
    shop::Pocket const& at() const { return rack->pockets[pocket]; }
    int number() const { return rack->number(pocket); }
};

std::vector<Place> placesOf(std::vector<shop::ToolRack> const& racks) {
    std::vector<Place> all;
    for (auto const& rack : racks)
        for (std::size_t i = 0; i < rack.pockets.size(); ++i) all.push_back({&rack, i});
    return all;
}

} // namespace

double hanging_mm(shop::ToolRack const& rack, shop::Assembly const& tool) {
    return std::max({tool.diameter_mm, tool.largest_mm, rack.flange_mm});
}

double lacking_mm(shop::ToolRack const& rack, double one_mm, double other_mm) {
    return (one_mm + other_mm) / 2 + rack.gap_mm - rack.pitch_mm;
}

namespace {

/// What is too near beside it there; empty: it has room. It is put away before anything is taken: what is called hangs
/// there still.
std::string tooNarrow(facts::Reader const& book, Place const& place, shop::Assembly const& tool) {
    std::string narrow;
    for (int const side : {-1, 1}) {
        auto const other = static_cast<long>(place.pocket) + side;
        if (other < 0 || other >= static_cast<long>(place.rack->pockets.size())) continue;
        auto const& pocket = place.rack->pockets[static_cast<std::size_t>(other)];
        auto const* neighbour = book.find(pocket.tool);
        // Where nobody has looked a holder may hang.
        bool const unseen = !neighbour && pocket.seen == shop::Seen::Unknown;
        double const wide_mm = neighbour ? hanging_mm(*place.rack, *neighbour) : unseen ? place.rack->flange_mm : 0;
        if (wide_mm <= 0 || lacking_mm(*place.rack, hanging_mm(*place.rack, tool), wide_mm) <= 0) continue;
        narrow += fmt::format(" Pocket {}: too wide beside {}.", place.number(),
                              neighbour ? fmt::format("tool {}", neighbour->number)
                                        : fmt::format("pocket {}, which nobody has looked into",
                                                      place.rack->number(static_cast<std::size_t>(other))));
    }
    return narrow;
}

bool empty(Place const& place) { return !place.at().tool && place.at().seen != shop::Seen::Unknown; }

} // namespace

std::optional<PocketPlace> hangsIn(std::vector<shop::ToolRack> const& racks, Id<shop::Assembly> tool) {
    for (std::size_t r = 0; r < racks.size(); ++r)
        for (std::size_t i = 0; i < racks[r].pockets.size(); ++i)
            if (tool && racks[r].pockets[i].tool == tool) return PocketPlace{r, i};
    return std::nullopt;
}

std::optional<PocketPlace> roomFor(facts::Reader const& book, std::vector<shop::ToolRack> const& racks,
                                   Id<shop::Assembly> spindle) {
    auto const* tool = book.find(spindle);
    std::optional<PocketPlace> first;
    for (auto const& place : placesOf(racks)) {
        if (!tool || !empty(place) || !tooNarrow(book, place, *tool).empty()) continue;
        PocketPlace const found{static_cast<std::size_t>(place.rack - racks.data()), place.pocket};
        if (place.number() == tool->number) return found;
        if (!first) first = found;
    }
    return first;
}

std::vector<CallTrouble> troubleWith(facts::Reader const& book, std::vector<shop::ToolRack> const& racks,
                                     Id<shop::Assembly> spindle, Id<shop::Assembly> wanted) {
    std::vector<CallTrouble> found;
    auto const* to = book.find(wanted);
    auto const* from = book.find(spindle);
    if (!to) return {{Trouble::NotInRack, "No tool is called."}};
    if (wanted == spindle)
        return {{Trouble::SameTool, fmt::format("Tool {} is in the spindle: nothing is to be changed.", to->number)}};
    auto const at = hangsIn(racks, wanted);
    if (!at)
        found.push_back({Trouble::NotInRack, fmt::format("Tool {} hangs in no pocket of the table.", to->number)});
    else if (auto const& rack = racks[at->rack]; rack.pockets[at->pocket].seen == shop::Seen::Unknown)
        found.push_back({Trouble::PocketUnknown, fmt::format("Nobody has seen that tool {} hangs in pocket {}.",
                                                             to->number, rack.number(at->pocket))});
    if (!from) return found;
    if (auto const back = hangsIn(racks, spindle))
        found.push_back({Trouble::PocketOccupied, fmt::format("Tool {} is said to be in the spindle and in pocket {}.",
                                                              from->number, racks[back->rack].number(back->pocket))});
    bool any = false;
    std::string narrow;
    for (auto const& place : placesOf(racks)) {
        if (!empty(place)) continue;
        any = true;
        narrow += tooNarrow(book, place, *from);
    }
    if (!any)
        found.push_back({Trouble::PocketOccupied,
                         fmt::format("No pocket is known to be empty: nowhere to put tool {}.", from->number)});
    else if (!roomFor(book, racks, spindle))
        found.push_back(
            {Trouble::TooWide, fmt::format("No empty pocket has room for tool {}.{}", from->number, narrow)});
    return found;
}

std::vector<zeroing::Judgement> judgeTable(facts::Reader const& book, shop::ZeroSetup const& setup,
                                           std::vector<shop::ToolRack> const& racks, std::size_t shown,
                                           UnitSystem units) {
    std::vector<zeroing::Judgement> said;
    if (shown >= racks.size()) return said;
    auto const& rack = racks[shown];
    for (std::size_t k = 0; k < racks.size(); ++k) {
        auto const& other = racks[k];
        auto const last = [](shop::ToolRack const& of) {
            return of.first_number + static_cast<int>(of.pockets.size()) - 1;
        };
        if (k != shown && other.first_number <= last(rack) && rack.first_number <= last(other))
            said.push_back({Severity::Bad,
                            fmt::format("“{}” has some of the same pocket numbers.", other.name),
                            fmt::format("{} to {} here, {} to {} there: a call would mean two pockets. Number one of "
                                        "them on (Rack).",
                                        rack.first_number, last(rack), other.first_number, last(other)),
                            {}});
    }
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        auto const& pocket = rack.pockets[i];
        auto const* tool = book.find(pocket.tool);
        if (!tool) continue;
        if (pocket.tool == setup.place.assembly)
            said.push_back({Severity::Bad,
                            fmt::format("Tool {} is in the spindle and in pocket {}.", tool->number, rack.number(i)),
                            "One of the two is not so: look, and say which. A change would put it where one hangs.",
                            {}});
        for (auto const& other : racks)
            for (std::size_t k = 0; k < other.pockets.size(); ++k)
                if (other.pockets[k].tool == pocket.tool && other.number(k) > rack.number(i)) // each pair once
                    said.push_back({Severity::Bad,
                                    fmt::format("Tool {} hangs in two pockets, {} and {}.", tool->number,
                                                rack.number(i), other.number(k)),
                                    "Look, and say which.",
                                    {}});
        if (i + 1 >= rack.pockets.size()) continue;
        auto const* next = book.find(rack.pockets[i + 1].tool);
        if (!next) continue;
        double const wide_mm = hanging_mm(rack, *tool), next_mm = hanging_mm(rack, *next);
        if (double const lacks = lacking_mm(rack, wide_mm, next_mm); lacks > 0)
            said.push_back({Severity::Bad,
                            fmt::format("What hangs in pockets {} and {} does not fit side by side.", rack.number(i),
                                        rack.number(i + 1)),
                            fmt::format("({} + {}) / 2 + {} is {} more than the pitch of {}. Leave the pocket beside "
                                        "{} empty.",
                                        lengthNumber(wide_mm, units), lengthNumber(next_mm, units),
                                        lengthNumber(rack.gap_mm, units), lengthText(lacks, units),
                                        lengthText(rack.pitch_mm, units), toolWords(wide_mm > next_mm ? *tool : *next)),
                            {}});
    }
    int unknown = 0, believed = 0;
    std::string which;
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        auto const seen = rack.pockets[i].seen;
        believed += seen == shop::Seen::Believed;
        if (seen != shop::Seen::Unknown) continue;
        ++unknown;
        which += fmt::format("{}{}", which.empty() ? "" : ", ", rack.number(i));
    }
    if (unknown > 0)
        said.push_back({Severity::Attention,
                        fmt::format("{} of {} pockets are unknown.", unknown, rack.pockets.size()),
                        fmt::format("Look into pocket {} and say what hangs there: nothing is put or taken there "
                                    "before.",
                                    which),
                        {}});
    if (believed > 0)
        said.push_back({Severity::Note,
                        fmt::format("What hangs in {} of them is believed, not seen since.", believed),
                        "After a recovery or a tool moved by hand: look again.",
                        {}});
    std::map<std::string, std::string> tools_by_trouble;
    for (auto const& pocket : rack.pockets) {
        auto const* tool = book.find(pocket.tool);
        if (!tool || pocket.tool == setup.place.assembly) continue;
        std::string why;
        for (auto const& each : troubleWith(book, racks, setup.place.assembly, pocket.tool))
            why += (why.empty() ? "" : " ") + each.words;
        auto& tools = tools_by_trouble[why];
        tools += fmt::format("{}{}", tools.empty() ? "" : ", ", tool->number);
    }
    for (auto const& [why, tools] : tools_by_trouble)
        if (!why.empty())
            said.push_back({Severity::Bad, fmt::format("A call of tool {} must not run.", tools), why, {}});
    if (said.empty())
        said.push_back({Severity::Note,
                        "Every pocket is known, and what hangs there has room.",
                        fmt::format("Out of its fork a holder goes {} before anything else moves.",
                                    lengthText(wayOut_mm(rack), units)),
                        {}});
    return said;
}

} // namespace steady::changer
