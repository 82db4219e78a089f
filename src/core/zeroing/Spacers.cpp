// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Spacers.h"

#include "core/quantity/Units.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::zeroing {

Result<std::vector<shop::Spacer>> parseSpacers(std::string_view text, UnitSystem units) {
    std::vector<shop::Spacer> all;
    std::string_view const apart = text.find_first_of(";+") == text.npos ? " " : ";+";
    for (std::size_t at = text.find_first_not_of(apart); at != text.npos;) {
        auto const end = std::min(text.find_first_of(apart, at), text.size());
        auto part = text.substr(at, end - at);
        part.remove_prefix(std::min(part.find_first_not_of(' '), part.size()));
        auto const typed = parseLength(part, units, "spacers");
        if (!typed) return Failure(typed.error());
        if (typed->mm < 0 || typed->mm > 200)
            return fail(Code::OutOfRange, {"spacers"}, lengthText(typed->mm, units), "0 to 200 mm each");
        all.push_back({typed->mm});
        at = text.find_first_not_of(apart, end);
    }
    if (all.empty()) return fail(Code::EmptyText, {"spacers"});
    return all;
}

std::string spacersText(std::vector<shop::Spacer> const& spacers, UnitSystem units) {
    std::string text;
    for (auto const& each : spacers) text += (text.empty() ? "" : " + ") + lengthNumber(each.thick_mm, units);
    return text;
}

Swap swapped(Id<shop::Assembly> id, shop::Assembly tool, std::vector<shop::Spacer> spacers, Id<shop::Machine> machine,
             std::int64_t now_utc_ms, UnitSystem units) {
    bool const known = !tool.spacers.empty();
    auto const before = tool.spacers;
    double const was_mm = tool.stack_mm();
    tool.spacers = std::move(spacers);
    double const by_mm = tool.stack_mm() - was_mm;
    Swap swap{std::move(tool), {}};
    if (!known || by_mm == 0) return swap;
    auto& length = swap.tool.length_mm;
    if (length) *length += by_mm;
    shop::Event event;
    event.what = shop::Happening::SpacerChanged;
    event.at_utc_ms = now_utc_ms;
    event.machine = machine;
    event.assembly = id;
    event.amount_mm = by_mm;
    event.note = fmt::format("{} instead of {}", spacersText(swap.tool.spacers, units), spacersText(before, units));
    if (length) event.stood = {{"length", id.value, length}};
    swap.event = std::move(event);
    return swap;
}

SwappedSince swappedSince(facts::Reader const& book, Id<shop::Assembly> tool, Id<shop::Contact> contact) {
    SwappedSince since;
    auto const touched = book.since(contact);
    for (auto const& [id, event] : book.all<shop::Event>()) {
        if (event->what != shop::Happening::SpacerChanged || event->assembly != tool || !event->amount_mm ||
            book.since(id) < touched)
            continue;
        since.mm += *event->amount_mm;
        ++since.swaps;
        since.at_utc_ms = std::max(since.at_utc_ms, event->at_utc_ms);
    }
    return since;
}

} // namespace steady::zeroing
