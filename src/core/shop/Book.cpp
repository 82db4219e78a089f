// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shop/Book.h"

#include "core/base/Words.h"

#include <fmt/format.h>

namespace steady::shop {

void Book::put(std::int64_t id, Entity value) {
    reserve(id);
    std::visit(
        [&]<class T>(T& entity) { std::get<Map<T>>(m_maps)[Id<T>{id}] = std::make_shared<T const>(std::move(entity)); },
        value);
}

void Book::retire(std::int64_t id) {
    std::apply([&]<class... T>(Map<T>&... map) { (map.erase(Id<T>{id}), ...); }, m_maps);
}

bool Book::holds(std::int64_t id, Entity const& value) const {
    return std::visit(
        [&]<class T>(T const& entity) {
            auto const* found = find(Id<T>{id});
            return found && *found == entity;
        },
        value);
}

BookInfo Book::info() const {
    auto const& infos = all<BookInfo>();
    return infos.empty() ? BookInfo{"Untitled", UnitSystem::Metric} : *infos.begin()->second;
}

Book Book::in(UnitSystem units) const {
    Book seen = *this;
    auto own = info();
    own.units = units;
    auto const id = first<BookInfo>();
    seen.put(id ? id.value : nextId(), own);
    return seen;
}

std::size_t Book::size() const {
    return std::apply([](auto const&... map) { return (map.size() + ...); }, m_maps);
}

template<class Wrong> void Book::eachWrongReference(Wrong wrong) const {
    auto require = [&]<class T>(auto own, std::string const& who, Id<T> id) {
        if (id && !find(id)) wrong(own.value, who, id.value);
    };
    for (auto const& [id, plate] : all<TouchPlate>()) {
        require(id, "The plate " + plate->name, plate->thickness);
        require(id, "The plate " + plate->name, plate->instrument);
    }
    for (auto const& [id, contact] : all<Contact>()) {
        require(id, "A contact", contact->assembly);
        require(id, "A contact", contact->plate);
        require(id, "A contact", contact->setter);
        require(id, "A contact", contact->board);
    }
    for (auto const& [id, setup] : all<ZeroSetup>()) {
        require(id, "The zero setup", setup->machine);
        require(id, "The zero setup", setup->plate);
        require(id, "The zero setup", setup->assembly);
        require(id, "The zero setup", setup->contact);
        require(id, "The zero setup", setup->setter);
        require(id, "The zero setup", setup->board);
        require(id, "The zero setup", setup->reference_tool);
        require(id, "The zero setup", setup->link_plate);
        require(id, "The zero setup", setup->link_setter);
        require(id, "The zero setup", setup->looked_tool);
        require(id, "The zero setup", setup->board_accepted);
    }
    for (auto const& [id, info] : all<BookInfo>()) require(id, "The book", info->in_use);
    for (auto const& [id, tool] : all<Assembly>()) {
        require(id, "Tool " + tool->name, tool->machine);
        require(id, "Tool " + tool->name, tool->cutter);
        require(id, "Tool " + tool->name, tool->holder);
    }
    for (auto const& [id, surfacing] : all<Surfacing>()) require(id, "A surfacing", surfacing->board);
    for (auto const& [id, run] : all<MacroRun>()) require(id, "A run", run->version);
}

Findings Book::check() const {
    Findings found;
    eachWrongReference([&](std::int64_t, std::string const& who, std::int64_t missing) {
        found.push_back(toFinding({Code::BadReference, {who}, fmt::format("{} (number {})", who, missing), ""}));
    });
    return found;
}

std::set<std::int64_t> Book::misled() const {
    std::set<std::int64_t> found;
    eachWrongReference([&](std::int64_t own, std::string const&, std::int64_t) { found.insert(own); });
    return found;
}

std::vector<std::pair<Id<Assembly>, Assembly const*>> toolsOf(Book const& book, Id<Machine> machine) {
    std::vector<std::pair<Id<Assembly>, Assembly const*>> tools;
    for (auto const& [id, tool] : book.all<Assembly>())
        if (tool->released_utc_ms == 0 && (!tool->machine || !machine || tool->machine == machine))
            tools.emplace_back(id, tool.get());
    return tools;
}

} // namespace steady::shop
