// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/facts/Holding.h"

#include "core/quantity/Units.h"

#include <fmt/format.h>

namespace steady::facts {
namespace {

using shop::Happening;
using shop::Target;

/// What happened, whatever kind of entity tells it.
struct Occurrence {
    std::int64_t id, seq;
    Happening what;
    Id<shop::Board> board;
    bool amount_known;
    shop::Event const* event; ///< none: a surfacing, which happens to a board
};

std::vector<Occurrence> occurrences(Reader const& book) {
    std::vector<Occurrence> all;
    for (auto const& [id, event] : book.all<shop::Event>())
        all.push_back({id.value, book.since(id), event->what, event->board, event->amount_mm.has_value(), event.get()});
    for (auto const& [id, surfacing] : book.all<shop::Surfacing>())
        all.push_back({id.value, book.since(id), Happening::BoardSurfaced, surfacing->board,
                       surfacing->removed_mm.has_value(), nullptr});
    std::stable_sort(all.begin(), all.end(), [](auto const& x, auto const& y) { return x.seq < y.seq; });
    return all;
}

shop::Used const* figureIn(std::vector<shop::Used> const& figures, shop::Used const& wanted) {
    for (auto const& figure : figures)
        if (figure.what == wanted.what && figure.entity == wanted.entity) return &figure;
    return nullptr;
}

bool among(std::vector<Id<shop::Assembly>> const& tools, Id<shop::Assembly> tool) {
    return std::find(tools.begin(), tools.end(), tool) != tools.end();
}

class Judge {
public:
    Judge(Reader const& book, Basis const& basis) : m_book(book), m_basis(basis), m_all(occurrences(book)) {}

    Holding judged() {
        auto const checked = lastCheck(m_basis.kind, m_basis);
        for (auto const& each : m_all)
            if (auto const* rule = fitting(each); rule && cameAfter(each, *rule)) {
                auto const effect = rule->carried && each.amount_known ? Hold::Suspect : rule->effect;
                // A figure that was typed can be measured again and be the same.
                bool const settles = effect == Hold::Suspect || m_basis.contacts.empty();
                if (effect == Hold::Holds || (settles && checked > each.seq)) continue;
                m_holding.state = std::max(m_holding.state, effect);
                m_holding.because.push_back(
                    {each.id, each.seq, fmt::format("{}. {}", happenedWords(each.what, rule->reach), rule->because)});
            }
        return m_holding;
    }

private:
    /// The rule that makes this event matter to this result; null: it does not.
    Rule const* fitting(Occurrence const& each) const {
        static shop::Event const of_board;
        auto const& event = each.event ? *each.event : of_board;
        if (event.machine && m_basis.machine && event.machine != m_basis.machine) return nullptr;
        auto const reaches = [&](Reach reach) {
            switch (reach) {
            case Reach::Setter: return event.setter && event.setter == m_basis.setter;
            case Reach::Plate: return event.plate && event.plate == m_basis.plate;
            case Reach::Board: return each.board && each.board == m_basis.board;
            case Reach::Tool: return event.assembly && among(m_basis.tools, event.assembly);
            case Reach::Machine: return true;
            }
            return false;
        };
        for (auto const reach : {Reach::Setter, Reach::Plate, Reach::Board, Reach::Tool, Reach::Machine})
            if (auto const* rule = ruleFor(each.what, m_basis.kind, reach); rule && reaches(reach)) return rule;
        return nullptr;
    }
    /// Whether a touch can tell what the event has changed.
    static bool tells(shop::Contact const& contact, Rule const& rule) {
        if (rule.reach == Reach::Setter) return contact.target == Target::Setter;
        bool const of_work = rule.event == Happening::BoardSurfaced || rule.event == Happening::BoardChanged ||
                             rule.event == Happening::StockChanged || rule.event == Happening::OffsetSelected ||
                             rule.event == Happening::MemoryCleared;
        return !of_work || contact.target != Target::Setter;
    }
    bool cameAfter(Occurrence const& each, Rule const& rule) const {
        bool older = false;
        auto const from = rule.since_check ? lastCheck(ResultKind::SetterHeight, m_basis) : 0;
        for (auto const id : m_basis.contacts) {
            auto const* contact = m_book.find(id);
            if (!contact || !tells(*contact, rule)) continue;
            auto const since = m_book.since(id);
            older = older || (since < each.seq && since >= from);
        }
        if (!m_basis.contacts.empty()) return older; // what was not touched there does not rest on it
        for (auto const& figure : m_basis.typed) {
            auto const* then = each.event ? figureIn(each.event->stood, figure) : nullptr;
            if (then && then->mm != figure.mm) return false; // somebody has measured again
            older = older || m_book.since(Id<shop::Event>{figure.entity}) < each.seq;
        }
        if (older) return true;
        // Nothing that was measured: where a machine counts from is good again once it has been homed.
        return m_basis.typed.empty() && each.seq > lastHoming();
    }
    std::int64_t lastHoming() const {
        std::int64_t seq = 0;
        for (auto const& each : m_all)
            if (each.what == Happening::HomedAgain && (!each.event->machine || each.event->machine == m_basis.machine))
                seq = each.seq;
        return m_basis.kind == ResultKind::Home ? seq : 0;
    }
    std::int64_t lastCheck(ResultKind kind, Basis const& of) const {
        std::int64_t seq = 0;
        for (auto const& each : m_all) {
            if (each.what != Happening::SpotCheck || each.event->checked != word(kind)) continue;
            auto const& e = *each.event;
            bool const same = (!e.machine || e.machine == of.machine) && (!e.setter || e.setter == of.setter) &&
                              (!e.plate || e.plate == of.plate) && (!e.board || e.board == of.board) &&
                              (!e.assembly || among(of.tools, e.assembly));
            if (same) seq = std::max(seq, each.seq);
        }
        return seq;
    }

    Reader const& m_book;
    Basis const& m_basis;
    std::vector<Occurrence> m_all;
    Holding m_holding;
};

} // namespace

Holding holdingOf(Reader const& book, Basis const& basis) { return Judge(book, basis).judged(); }

std::string reasonOf(Holding const& holding) {
    return holding.because.empty() ? std::string() : holding.because.back().text;
}

std::vector<Because> changedSince(Reader const& book, std::vector<shop::Used> const& then,
                                  std::vector<shop::Used> const& now) {
    std::vector<Because> changed;
    auto const said = [&](std::optional<double> mm) {
        return mm ? lengthText(*mm, book.units()) : std::string("not known");
    };
    for (auto const& old : then) {
        auto const* found = figureIn(now, old);
        if (!found)
            changed.push_back({0, 0, fmt::format("The {} it was made with is no longer in use.", old.what)});
        else if (found->mm != old.mm)
            changed.push_back({0, book.since(Id<shop::Event>{old.entity}),
                               fmt::format("The {} was {}, is {}.", old.what, said(old.mm), said(found->mm))});
    }
    return changed;
}

} // namespace steady::facts
