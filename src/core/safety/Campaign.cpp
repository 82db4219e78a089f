// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Campaign.h"

#include "core/base/Parallel.h"
#include "core/machine/Run.h"

#include <algorithm>
#include <boost/math/distributions/binomial.hpp>
#include <cmath>
#include <fmt/format.h>

namespace steady::safety {
namespace {

/// What is kept of one run.
struct Slot {
    RunClass kind = RunClass::DidNotEnd;
    int line = 0;
    bool done = false;
    std::optional<double> error_mm;
};

class Campaign {
public:
    Campaign(Attack const& attack, machine::Loaded const& loaded, CampaignSize const& size, Going const& going)
        : m_attack(attack), m_loaded(loaded), m_size(size), m_going(going) {
        for (auto const& fault : faults())
            if (size.faults && fault.touches(attack.aim.kind, attack.believed)) m_faults.push_back(&fault);
        m_worlds = static_cast<std::size_t>(size.worlds);
        m_total = static_cast<std::int64_t>(m_worlds * (m_faults.size() + 1));
    }

    FaultTable run() {
        std::vector<Slot> clean(m_worlds), with(m_worlds * m_faults.size());
        // First what the worlds do by themselves: faults are measured against it.
        inParallel(static_cast<std::int64_t>(m_worlds), m_size.threads, part(0),
                   [&](std::int64_t i) { clean[index(i)] = one(nullptr, i, nullptr); });
        inParallel(static_cast<std::int64_t>(with.size()), m_size.threads, part(static_cast<std::int64_t>(m_worlds)),
                   [&](std::int64_t i) {
                       auto const world = index(i) % m_worlds;
                       with[index(i)] =
                           one(m_faults[index(i) / m_worlds], static_cast<std::int64_t>(world), &clean[world]);
                   });
        FaultTable table;
        table.engine = machine::engine_version;
        table.text_hash = textHash(m_attack.text);
        table.seed = m_size.seed;
        table.worlds = m_size.worlds;
        table.stopped = m_going.stopped();
        table.nothing = rowOf(nullptr, clean);
        for (std::size_t i = 0; i < m_faults.size(); ++i)
            table.rows.push_back(rowOf(m_faults[i], std::span(with).subspan(i * m_worlds, m_worlds)));
        table.runs = m_runs;
        if (m_attack.aim.states_interval) {
            table.coverage.emplace();
            for (auto const& each : clean) {
                if (!each.done || !each.error_mm) continue;
                ++table.coverage->runs;
                table.coverage->inside += std::abs(*each.error_mm) <= m_attack.aim.tolerance_mm;
            }
        }
        return table;
    }

private:
    static std::size_t index(std::int64_t i) { return static_cast<std::size_t>(i); }

    /// The progress of a part, as a share of the whole.
    Going part(std::int64_t before) const {
        auto const of = before == 0 ? static_cast<std::int64_t>(m_worlds) : std::max<std::int64_t>(1, m_total - before);
        return {m_going.stop, [this, before, of](double share) {
                    if (m_going.tell)
                        m_going.tell((static_cast<double>(before) + share * static_cast<double>(of)) /
                                     static_cast<double>(m_total));
                }};
    }

    Slot one(Fault const* fault, std::int64_t number, Slot const* clean) const {
        auto const world = worldOfRun(m_attack, fault, m_size.seed, static_cast<int>(number));
        auto const result = machine::run(m_loaded, world, nullptr, {m_going.stop, {}});
        Slot made{classify(result, m_attack.aim), result.where.line, !m_going.stopped(), {}};
        if (result.outcome == controller::Outcome::Completed) made.error_mm = errorOf_mm(result, m_attack.aim);
        if (fault && made.kind == RunClass::WrongZero && made.error_mm && !blamed(*made.error_mm, *clean))
            made.kind = RunClass::Right;
        return made;
    }

    /// Whether the fault moved it, and not the world alone or the scatter of the touches.
    bool blamed(double error_mm, Slot const& clean) const {
        auto const& aim = m_attack.aim;
        // By size: of zero and link the worse one is told, whichever side it lies on.
        if (clean.error_mm) return std::abs(error_mm) - std::abs(*clean.error_mm) > aim.repeat_mm;
        return std::abs(error_mm) > aim.tolerance_mm + aim.repeat_mm;
    }

    FaultRow rowOf(Fault const* fault, std::span<Slot const> slots) {
        FaultRow row;
        row.fault = fault;
        for (std::size_t i = 0; i < slots.size(); ++i) {
            auto const& slot = slots[i];
            if (!slot.done) continue;
            ++m_runs;
            ++row.counts[static_cast<std::size_t>(slot.kind)];
            if (slot.kind == RunClass::WrongZero && slot.error_mm &&
                (!row.worst_zero_error_mm || std::abs(*slot.error_mm) > std::abs(*row.worst_zero_error_mm)))
                row.worst_zero_error_mm = slot.error_mm;
            auto const same = [&](Ending const& each) { return each.line == slot.line && each.kind == slot.kind; };
            auto at = std::find_if(row.endings.begin(), row.endings.end(), same);
            if (at == row.endings.end()) at = row.endings.insert(at, {slot.line, slot.kind, 0, static_cast<int>(i)});
            ++at->runs;
        }
        std::sort(row.endings.begin(), row.endings.end(),
                  [](Ending const& a, Ending const& b) { return std::tie(a.line, a.kind) < std::tie(b.line, b.kind); });
        return row;
    }

    Attack const& m_attack;
    machine::Loaded const& m_loaded;
    CampaignSize const& m_size;
    Going const& m_going;
    std::vector<Fault const*> m_faults;
    std::size_t m_worlds = 0;
    std::int64_t m_total = 0;
    int m_runs = 0;
};

} // namespace

Attack attackOn(Rehearsal const& rehearsal) {
    return {rehearsal.macro.text, rehearsal.world(), rehearsal, rehearsal.spreads};
}

int FaultRow::bad() const {
    int sum = 0;
    for (std::size_t i = 0; i < counts.size(); ++i)
        if (isBad(static_cast<RunClass>(i))) sum += counts[i];
    return sum;
}

Ending const* FaultRow::firstBad() const {
    Ending const* first = nullptr;
    for (auto const& each : endings)
        if (isBad(each.kind) && (!first || each.first_world < first->first_world)) first = &each;
    return first;
}

bool FaultTable::nothingIsGood() const {
    int const outside = nothing.count(RunClass::WrongZero);
    if (nothing.bad() > outside) return false;
    if (!coverage) return outside == 0;
    constexpr double share = 0.05;      // that a 95 % interval leaves out
    constexpr double by_chance = 0.001; // as seldom as that so many would lie outside: then it is no chance
    if (coverage->runs == 0) return false;
    if (outside == 0) return true;
    boost::math::binomial const left_out(coverage->runs, share);
    return boost::math::cdf(boost::math::complement(left_out, outside - 1)) >= by_chance;
}

bool FaultTable::good() const {
    if (stopped || !nothingIsGood()) return false;
    return std::none_of(rows.begin(), rows.end(), [](FaultRow const& row) { return row.bad() && !row.listed(); });
}

Result<FaultTable> runCampaign(Attack const& attack, CampaignSize const& size, Going const& going) {
    if (size.worlds < 1 || size.worlds > most_worlds)
        return fail(Code::OutOfRange, {"worlds"}, std::to_string(size.worlds), fmt::format("1 to {}", most_worlds));
    auto const loaded = machine::load(attack.text, dialectOf(attack.believed));
    if (!loaded.findings.empty()) {
        auto const& first = loaded.findings.front();
        return fail(Code::TextUnread, first.where, first.text + " " + first.remedy);
    }
    return Campaign(attack, loaded, size, going).run();
}

machine::World worldOfRun(Attack const& attack, Fault const* fault, std::uint64_t seed, int number) {
    auto world = drawn(attack.believed, attack.spreads, seed, static_cast<std::uint64_t>(number));
    if (fault) fault->apply(world);
    return world;
}

shop::MacroProof proofOf(FaultTable const& table, Id<shop::MacroVersion> version, std::int64_t book_seq,
                         std::int64_t at_utc_ms) {
    shop::MacroProof proof;
    proof.version = version;
    proof.engine = table.engine;
    proof.text_hash = table.text_hash;
    proof.seed = static_cast<std::int64_t>(table.seed);
    proof.worlds = table.worlds;
    proof.good = table.good();
    proof.book_seq = book_seq;
    proof.at_utc_ms = at_utc_ms;
    auto const keep = [&](FaultRow const& row) {
        proof.faults.push_back({row.fault ? row.fault->id : "", row.count(RunClass::Right),
                                row.count(RunClass::StoppedSafely), row.count(RunClass::SetterHurt),
                                row.count(RunClass::WrongZero), row.count(RunClass::Collision),
                                row.count(RunClass::DidNotEnd), row.listed()});
    };
    keep(table.nothing);
    for (auto const& row : table.rows) keep(row);
    return proof;
}

bool isOf(shop::MacroProof const& proof, std::string_view text) {
    return proof.engine == machine::engine_version && proof.text_hash == textHash(text);
}

std::string textHash(std::string_view text) {
    std::uint64_t hash = 0xcbf29ce484222325U; // Fowler, Noll, Vo: FNV-1a, 64 bits
    for (char const each : text) hash = (hash ^ static_cast<unsigned char>(each)) * 0x100000001b3U;
    return fmt::format("{:016x}", hash);
}

} // namespace steady::safety
