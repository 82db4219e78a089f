// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/Filling.h"

#include <fmt/format.h>
#include <kainjow/mustache.hpp>
#include <set>

namespace steady::dialects {
namespace {

kainjow::mustache::data dataOf(std::vector<PhraseField> const& fields) {
    kainjow::mustache::data all;
    for (auto const& field : fields) {
        if (!field.list) {
            all.set(field.name, field.value);
            continue;
        }
        kainjow::mustache::data list{kainjow::mustache::data::type::list};
        for (auto const& item : field.items) list << dataOf(item);
        all.set(field.name, list);
    }
    return all;
}

/// Every name that stands in {{…}}, without its mark.
std::set<std::string> namesIn(std::string const& text) {
    std::set<std::string> names;
    for (auto at = text.find("{{"); at != std::string::npos; at = text.find("{{", at + 2)) {
        auto const end = text.find("}}", at);
        if (end == std::string::npos) break;
        auto name = text.substr(at + 2, end - at - 2);
        auto const first = name.find_first_not_of("#^/&{ "), last = name.find_last_not_of(" }");
        names.insert(first == std::string::npos ? std::string() : name.substr(first, last - first + 1));
    }
    return names;
}

/// What must stand in the words and does not, also within the lists; null: nothing.
char const* lacking(std::vector<PhraseField> const& fields, std::set<std::string> const& used) {
    for (auto const& field : fields) {
        if (field.must && !used.contains(field.name)) return field.name;
        if (!field.items.empty())
            if (auto const* missing = lacking(field.items.front(), used)) return missing;
    }
    return nullptr;
}

void allNames(std::vector<PhraseField> const& fields, std::vector<std::string>& names) {
    for (auto const& field : fields) {
        names.push_back(field.name);
        if (!field.items.empty()) allNames(field.items.front(), names);
    }
}

} // namespace

Result<void> checkWords(char const* title, std::vector<PhraseField> const& fields, std::string const& text) {
    kainjow::mustache::mustache const read(text);
    if (!read.is_valid()) return fail(Code::PhraseUnread, {title}, title, read.error_message());
    std::vector<std::string> known;
    allNames(fields, known);
    auto const used = namesIn(text);
    for (auto const& name : used) {
        if (std::find(known.begin(), known.end(), name) != known.end()) continue;
        std::string all;
        for (auto const& each : known) all += (all.empty() ? "" : ", ") + each;
        return fail(Code::PhraseUnknownField, {title}, name, all.empty() ? "none" : all);
    }
    if (auto const* missing = lacking(fields, used)) return fail(Code::PhraseLacks, {title}, title, missing);
    return {};
}

Result<std::string> filledWords(char const* title, std::vector<PhraseField> const& fields, std::string const& text,
                                std::vector<PhraseField> const& values) {
    if (auto const good = checkWords(title, fields, text); !good) return Failure(good.error());
    kainjow::mustache::mustache read(text);
    read.set_custom_escape([](std::string const& plain) { return plain; });
    auto made = read.render(dataOf(values));
    while (!made.empty() && made.back() == '\n') made.pop_back();
    return made;
}

} // namespace steady::dialects
