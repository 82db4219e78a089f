// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/upkeep/Due.h"

#include "core/install/Standards.h"
#include "core/shop/Taken.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::upkeep {
namespace {

using shop::DueBy;

constexpr double ms_a_day = 86'400'000;

/// The touches at a machine in the order in which they came into the book.
std::vector<std::pair<std::int64_t, Id<shop::Assembly>>> touches(facts::Reader const& book, Id<shop::Machine> machine) {
    std::vector<std::pair<std::int64_t, Id<shop::Assembly>>> all;
    auto const tools = shop::toolsOf(book, machine);
    for (auto const& [id, contact] : book.all<shop::Contact>()) {
        if (contact->target != shop::Target::Plate && contact->target != shop::Target::Setter) continue;
        auto const of = contact->assembly;
        bool const here =
            !of || std::any_of(tools.begin(), tools.end(), [&](auto const& tool) { return tool.first == of; });
        if (here) all.push_back({book.since(id), of});
    }
    std::stable_sort(all.begin(), all.end(), [](auto const& x, auto const& y) { return x.first < y.first; });
    return all;
}

} // namespace

double knownCount(facts::Reader const& book, Id<shop::Machine> machine, DueBy by) {
    if (by == DueBy::Days) return 0;
    auto const all = touches(book, machine);
    if (by == DueBy::Cycles) return static_cast<double>(all.size());
    double changes = 0;
    for (std::size_t i = 1; i < all.size(); ++i) changes += all[i].second != all[i - 1].second;
    return changes;
}

double countNow(facts::Reader const& book, shop::Reminder const& reminder) {
    return reminder.count + std::max(0.0, knownCount(book, reminder.machine, reminder.by) - reminder.known_then);
}

shop::Reminder done(facts::Reader const& book, shop::Reminder reminder, std::int64_t now_utc_ms) {
    reminder.done_utc_ms = now_utc_ms;
    reminder.done_at = countNow(book, reminder);
    return reminder;
}

shop::Reminder counted(facts::Reader const& book, shop::Reminder reminder, double count) {
    reminder.count = count;
    reminder.known_then = knownCount(book, reminder.machine, reminder.by);
    return reminder;
}

std::vector<Due> dueOf(facts::Reader const& book, Id<shop::Machine> machine, std::int64_t now_utc_ms) {
    std::vector<Due> all;
    for (auto const& [id, reminder] : book.all<shop::Reminder>()) {
        if (reminder->machine && machine && reminder->machine != machine) continue;
        double const used = reminder->by == DueBy::Days
                                ? static_cast<double>(now_utc_ms - reminder->done_utc_ms) / ms_a_day
                                : countNow(book, *reminder) - reminder->done_at;
        all.push_back({id.value, reminder->title, reminder->by, reminder->every - used, reminder->every});
    }
    for (auto const& [id, standard] : book.all<shop::Standard>())
        if (auto const left = install::daysLeft(*standard, now_utc_ms))
            all.push_back({id.value, "Check: " + standard->name, DueBy::Days, *left, *standard->every_days});
    for (auto const& [id, study] : book.all<shop::Study>()) {
        if (!study->every_days || study->practice || (study->machine && machine && study->machine != machine)) continue;
        auto const& readings = book.readings(id);
        auto const* last = readings ? shop::lastTaken(*readings) : nullptr;
        auto const since = last ? last->at_utc_ms : study->begun_utc_ms;
        double const used = static_cast<double>(now_utc_ms - since) / ms_a_day;
        double const left = readings ? *study->every_days - used : 0; // what cannot be read is to be looked at now
        all.push_back({id.value, "Reading: " + study->what, DueBy::Days, left, *study->every_days});
    }
    std::stable_sort(all.begin(), all.end(),
                     [](auto const& x, auto const& y) { return x.left * y.every < y.left * x.every; });
    return all;
}

std::string leftText(Due const& due) {
    double const whole = due.left >= 0 ? std::ceil(due.left) : std::floor(due.left);
    auto const many = std::abs(whole);
    static constexpr struct {
        char const *one, *more;
    } words[] = {{"day", "days"}, {"tool change", "tool changes"}, {"touch", "touches"}};
    auto const& word = words[static_cast<int>(due.by)];
    auto const amount = fmt::format("{:.0f} {}", many, many == 1 ? word.one : word.more);
    if (due.left > 0) return "in " + amount;
    return many == 0 ? "due now" : "due, " + amount + " ago";
}

} // namespace steady::upkeep
