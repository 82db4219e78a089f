// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/upkeep/Results.h"

#include "core/base/Words.h"
#include "core/changer/Rack.h"
#include "core/changer/Standing.h"
#include "core/facts/Facts.h"
#include "core/install/Proof.h"
#include "core/macros/RestsOn.h"
#include "core/proving/Studied.h"
#include "core/quantity/WorkOffset.h"
#include "core/safety/KeptTable.h"
#include "core/safety/Rehearsal.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Lengths.h"

#include <fmt/format.h>
#include <map>
#include <set>
#include <tuple>

namespace steady::upkeep {
namespace {

using facts::Hold;
using facts::ResultKind;
using shop::Target;

/// One place of work with its machine and devices.
class Place {
public:
    Place(facts::Reader const& book, Id<shop::ZeroSetup> id, shop::ZeroSetup const& setup, bool in_use)
        : m_book(book), m_id(id), m_setup(setup), m_place(setup.place), m_in_use(in_use) {}

    std::vector<ResultState> all() {
        home();
        scale();
        signals();
        thickness();
        setter();
        reference();
        lengths();
        board();
        workZero();
        link();
        racks();
        studies();
        macros();
        return std::move(m_results);
    }

private:
    facts::Basis basisOf(ResultKind kind) const {
        facts::Basis basis;
        basis.kind = kind;
        basis.machine = m_place.machine;
        basis.plate = m_place.plate;
        basis.setter = m_place.setter;
        basis.board = m_place.board;
        return basis;
    }
    template<class T> std::string named(Id<T> id) const {
        auto const* found = m_book.find(id);
        return found && !found->name.empty() ? found->name : std::string(T::kind.words);
    }
    void add(ResultKind kind, std::int64_t subject, std::string title, facts::Basis const& basis, Hold state,
             std::vector<facts::Because> because, std::optional<double> value = {}, std::optional<double> error = {}) {
        title[0] = static_cast<char>(std::toupper(title[0]));
        ResultState made{kind,  subject, m_id, std::move(title),   state,
                         value, error,   {},   std::move(because), remedyFor(kind, state),
                         false};
        bool const typed = basis.contacts.empty() && kind != ResultKind::MacroProof && kind != ResultKind::Link;
        made.check_settles = state == Hold::Suspect || (state == Hold::Stale && typed);
        std::set<std::int64_t> rests;
        for (auto const id : basis.contacts) rests.insert(id.value);
        for (auto const& figure : basis.typed) rests.insert(figure.entity);
        if (kind == ResultKind::WorkZero || kind == ResultKind::Link) rests.insert(m_place.plate.value);
        for (auto const entity : rests)
            if (entity) made.rests_on.push_back({entity, m_book.head(entity).seq});
        m_results.push_back(std::move(made));
    }
    void judge(ResultKind kind, std::int64_t subject, std::string title, facts::Basis const& basis,
               std::optional<double> value = {}, std::optional<double> error = {}) {
        auto holding = facts::holdingOf(m_book, basis);
        add(kind, subject, std::move(title), basis, holding.state, std::move(holding.because), value, error);
    }

    void home() {
        if (!m_book.find(m_place.machine)) return;
        judge(ResultKind::Home, m_place.machine.value, named(m_place.machine) + ": where it counts from",
              basisOf(ResultKind::Home));
    }
    /// Left out while nobody has looked and no device is there to look at.
    void signals() {
        auto signal = [&](install::Device device, std::int64_t subject, std::string const& name) {
            if (!subject) return;
            auto const proof = install::proofOf(m_book, m_setup, device);
            facts::Basis basis;
            basis.typed = {{"proof", proof.proof ? proof.proof.value : subject, {}}};
            add(ResultKind::SignalProof, subject, name + ": signal", basis, proof.holding.state, proof.holding.because);
            m_results.back().check_settles = false; // seeing it once more is a proof anew
        };
        signal(install::Device::Plate, m_book.find(m_place.plate) ? m_place.plate.value : 0, named(m_place.plate));
        signal(install::Device::Setter, m_book.find(m_place.setter) ? m_place.setter.value : 0, named(m_place.setter));
    }
    void thickness() {
        auto const* plate = m_book.find(m_place.plate);
        if (!plate) return;
        auto const zero = m_book.ask<zeroing::plateZero>(m_setup, std::optional<shop::Contact>());
        auto const title = named(m_place.plate) + ": thickness";
        auto const basis = zeroing::thicknessBasis(m_book, m_setup);
        if (!zero || !zero->thickness.measured())
            return add(ResultKind::Thickness, m_place.plate.value, title, basis, Hold::Open, {});
        judge(ResultKind::Thickness, m_place.plate.value, title, basis, zero->thickness.mm,
              zero->thickness.budget.expanded_95);
    }
    void setter() {
        auto const* setter = m_book.find(m_place.setter);
        if (!setter) return;
        auto const place = zeroing::setterPlaceBasis(m_book, m_setup);
        judge(ResultKind::SetterPlace, m_place.setter.value, named(m_place.setter) + ": machine X and Y", place);
        auto const title = named(m_place.setter) + ": where it trips";
        auto const height = zeroing::setterHeight(m_book, m_setup);
        auto basis = zeroing::setterHeightBasis(m_book, m_setup);
        if (height) {
            basis.contacts = {height->contact};
            judge(ResultKind::SetterHeight, m_place.setter.value, title, basis, height->nose_z_mm, height->error_mm);
        } else {
            orOpen(ResultKind::SetterHeight, m_place.setter.value, title, basis);
        }
    }
    /// Not to be had now: because it was ended, or because nobody has made it.
    void orOpen(ResultKind kind, std::int64_t subject, std::string const& title, facts::Basis const& basis) {
        auto holding = basis.contacts.empty() ? facts::Holding{} : facts::holdingOf(m_book, basis);
        bool const ended = holding.state == Hold::Stale;
        add(kind, subject, title, basis, ended ? Hold::Stale : Hold::Open,
            ended ? std::move(holding.because) : std::vector<facts::Because>{});
    }
    void reference() {
        if (m_setup.plan.method != shop::Method::LengthTable || !m_book.find(m_place.setter)) return;
        auto const basis_now = zeroing::lengthBasis(m_book, m_setup);
        auto const subject = m_setup.plan.reference_tool ? m_setup.plan.reference_tool.value : m_place.machine.value;
        auto basis = zeroing::setterHeightBasis(m_book, m_setup);
        basis.kind = ResultKind::Reference;
        if (!basis_now) return orOpen(ResultKind::Reference, subject, "length reference", basis);
        basis.contacts = {basis_now->contact};
        judge(ResultKind::Reference, subject, "length reference: " + basis_now->words, basis, basis_now->contact_mm);
    }
    /// The newest touch of a tool on the setter, whatever came of it.
    Id<shop::Contact> lastEver(Id<shop::Assembly> tool) const {
        Id<shop::Contact> found;
        std::int64_t at = 0;
        for (auto const& [id, contact] : m_book.all<shop::Contact>()) {
            if (contact->assembly != tool || contact->target != Target::Setter || contact->setter != m_place.setter ||
                contact->source != shop::Source::Measured || contact->at_utc_ms < at)
                continue;
            found = id;
            at = contact->at_utc_ms;
        }
        return found;
    }
    void lengths() {
        bool const by_table = m_setup.plan.method == shop::Method::LengthTable;
        for (auto const& row : zeroing::lengthTable(m_book, m_setup)) {
            auto const& tool = *m_book.find(row.assembly);
            auto const title = fmt::format("tool {}: length", row.number);
            auto basis = basisOf(ResultKind::Lengths);
            basis.tools = {row.assembly};
            if (by_table && row.contact) {
                basis.contacts = {row.contact};
                judge(ResultKind::Lengths, row.assembly.value, title, basis, row.length_mm, row.expanded_95_mm);
            } else if (auto const last = lastEver(row.assembly); by_table && last && !row.length_mm) {
                basis.contacts = {last};
                orOpen(ResultKind::Lengths, row.assembly.value, title, basis);
            } else if (tool.length_mm) {
                basis.setter = {}; // a ruler or a caliper told it
                basis.typed = {{"length", row.assembly.value, tool.length_mm}};
                judge(ResultKind::Lengths, row.assembly.value, title, basis, tool.length_mm, tool.length_error_mm);
            } else if (by_table) {
                add(ResultKind::Lengths, row.assembly.value, title, basis, Hold::Open, {});
            }
        }
    }
    void board() {
        if (!m_book.find(m_place.board)) return;
        auto const title = named(m_place.board) + ": setter above it";
        auto now = zeroing::boardConstant(m_book, m_setup);
        auto const ever = zeroing::boardConstants(m_book, m_setup, true);
        if (!now && ever) now = ever->back();
        if (!now) return add(ResultKind::BoardConstant, m_place.board.value, title, {}, Hold::Open, {});
        add(ResultKind::BoardConstant, m_place.board.value, title, now->basis, now->holding.state, now->holding.because,
            now->b_mm(), now->chain.budget.expanded_95);
    }
    void workZero() {
        auto const title = fmt::format("work zero, {} Z", workOffsetName(m_place.work_offset));
        auto const zero = m_book.ask<zeroing::plateZero>(m_setup, std::optional<shop::Contact>());
        if (zero && zero->chain)
            return add(ResultKind::WorkZero, m_id.value, title, zero->basis, zero->holding.state, zero->holding.because,
                       zero->chain->sum().mm, zero->chain->budget.expanded_95);
        auto basis = basisOf(ResultKind::WorkZero);
        if (m_place.contact) basis.contacts = {m_place.contact};
        orOpen(ResultKind::WorkZero, m_id.value, title, basis);
    }
    void link() {
        if (m_setup.plan.method != shop::Method::Retouch || !m_book.find(m_place.setter)) return;
        auto const title = fmt::format("link for {}: setter above work zero", workOffsetName(m_place.work_offset));
        auto const link = zeroing::linkOf(m_book, m_setup, true);
        if (link)
            return add(ResultKind::Link, m_id.value, title, link->basis, link->holding.state, link->holding.because,
                       link->d_mm(), link->chain.budget.expanded_95);
        bool const ended = link.error().code == Code::LinkStale;
        add(ResultKind::Link, m_id.value, title, ended ? zeroing::linkBasis(m_setup) : facts::Basis{},
            ended ? Hold::Stale : Hold::Open,
            ended ? std::vector<facts::Because>{{0, 0, toFinding(link.error()).text}} : std::vector<facts::Because>{});
    }
    /// Left out until one of its pockets is taught; open while one does not belong to the line.
    void racks() {
        for (auto const id : changer::racksOf(m_book, m_place.machine)) {
            auto const& rack = *m_book.find(id);
            auto const state = changer::rackState(m_book, m_setup, rack);
            if (!state.fit) continue;
            auto standing = changer::rackStanding(m_book, id);
            auto const title = named(id) + ": pockets";
            bool const wrong = state.fit->torn || !state.fit->suspects.empty();
            add(ResultKind::Rack, id.value, title, standing.basis, wrong ? Hold::Open : standing.holding.state,
                wrong ? std::vector<facts::Because>() : std::move(standing.holding.because));
        }
        // Of all pockets of the machine; left out while nobody has looked into one, or counted.
        auto const of_all = [&](ResultKind kind, facts::Basis const& basis, char const* what) {
            if (!basis.typed.empty())
                judge(kind, basis.typed.front().entity, fmt::format("{}: {}", named(m_place.machine), what), basis);
        };
        of_all(ResultKind::PocketTable, changer::tableBasis(m_book, m_place.machine), "what hangs in which pocket");
        of_all(ResultKind::ChangerProof, changer::proofBasis(m_book, m_place.machine), "changes that were counted");
    }
    /// Of each axis that was moved to known places and measured.
    void scale() {
        for (auto const& [axis, basis] : scaleBases(m_book, m_place.machine))
            judge(ResultKind::Scale, basis.typed.front().entity,
                  fmt::format("{}: scale of {}", named(m_place.machine), "XYZ"[static_cast<int>(axis)]), basis);
    }
    /// The newest of each device: whether it repeats, the map of its disc, the lengths against the gauge.
    void studies() {
        std::map<std::tuple<ResultKind, std::int64_t, std::int64_t>, Id<shop::Study>> newest;
        for (auto const& [id, study] : m_book.all<shop::Study>()) {
            bool const touches = study->type == shop::StudyType::StayPut || study->type == shop::StudyType::PutBack ||
                                 study->type == shop::StudyType::Map || study->type == shop::StudyType::Lengths;
            if (!touches || study->practice || study->machine != m_place.machine) continue;
            if (study->plate && study->plate != m_place.plate) continue;
            if (study->setter && study->setter != m_place.setter) continue;
            auto& last = newest[{proving::basisOf(id, *study).kind, study->plate.value, study->setter.value}];
            if (!last || m_book.find(last)->begun_utc_ms <= study->begun_utc_ms) last = id;
        }
        for (auto const& [of, id] : newest) {
            auto const& study = *m_book.find(id);
            auto const basis = proving::basisOf(id, study);
            auto const state = m_book.ask<&proving::studied>(id);
            bool const shown =
                state && (basis.kind != ResultKind::Repeatability ? state->n >= 3
                                                                  : state->verdict == steady::studies::Verdict::Proved);
            std::optional<double> held;
            if (shown && basis.kind == ResultKind::Repeatability) held = *state->without.k * state->without.s_eff_mm;
            add(basis.kind, id.value, study.what, basis, shown ? state->holding.state : Hold::Open,
                shown ? state->holding.because : std::vector<facts::Because>{}, held);
            m_results.back().check_settles = shown && state->holding.state == Hold::Suspect;
            if (auto const device = study.plate ? study.plate.value : study.setter.value)
                m_results.back().rests_on.push_back({device, m_book.head(device).seq});
        }
    }
    /// Of each kind of macro that was kept: the newest text, whether it is still what the book would write, and whether
    /// every fault was tried on it.
    void macros() {
        for (auto const kind : macros::every_kind) {
            Id<shop::MacroVersion> newest;
            for (auto const& [id, version] : m_book.all<shop::MacroVersion>())
                if (version->macro == macros::name(kind) && (version->place ? version->place == m_id : m_in_use))
                    newest = id;
            if (!newest || !macros::belongsTo(kind, m_setup.plan.method)) continue;
            macro(kind, newest);
        }
    }
    void macro(macros::Kind kind, Id<shop::MacroVersion> id) {
        auto const& version = *m_book.find(id);
        auto const title = fmt::format("macro {}", macros::title(kind));
        facts::Basis basis;
        basis.typed = version.used;
        basis.typed.push_back({"text", id.value, {}});
        auto const today = m_book.ask<safety::rehearse>(m_setup, kind, std::set<std::string>());
        std::vector<facts::Because> because;
        auto const now = today ? today->loadedText() : Result<std::string>(Failure(today.error()));
        if (!now) {
            because.push_back({0, 0, "The book cannot write it now: " + toFinding(now.error()).text});
        } else if (macros::codeOf(*now) != macros::codeOf(version.text)) { // names and days end nothing
            because = facts::changedSince(m_book, version.used, macros::figuresOf(m_book, today->zero, kind));
            if (because.empty()) because.push_back({0, 0, "The book would write it otherwise now."});
        }
        if (!because.empty())
            return add(ResultKind::MacroProof, id.value, title, basis, Hold::Stale, std::move(because));
        if (today->said) // checked against its words; only the machine itself can prove it
            return add(ResultKind::MacroProof, id.value, title, basis, Hold::Open, {});
        shop::MacroProof const* proof = nullptr; // the newest
        for (auto const& [proof_id, each] : m_book.all<shop::MacroProof>())
            if (each->version == id) proof = each.get();
        if (proof && !safety::isOf(*proof, version.text))
            return add(ResultKind::MacroProof, id.value, title, basis, Hold::Stale,
                       {{0, 0, "Another virtual machine has tried it than there is now."}});
        add(ResultKind::MacroProof, id.value, title, basis, proof && proof->good ? Hold::Holds : Hold::Open, {});
    }

    facts::Reader const& m_book;
    Id<shop::ZeroSetup> m_id;
    shop::ZeroSetup const& m_setup;
    shop::PlaceOfWork const& m_place;
    bool m_in_use;
    std::vector<ResultState> m_results;
};

} // namespace

std::vector<std::pair<shop::AxisName, facts::Basis>> scaleBases(facts::Reader const& book, Id<shop::Machine> machine) {
    std::map<shop::AxisName, Id<shop::ScaleCheck>> newest;
    for (auto const& [id, check] : book.all<shop::ScaleCheck>())
        if (check->machine == machine && !check->moves.empty()) newest[check->axis] = id;
    std::vector<std::pair<shop::AxisName, facts::Basis>> made;
    for (auto const& [axis, id] : newest) {
        auto& basis = made.emplace_back(axis, facts::Basis{}).second;
        basis.kind = ResultKind::Scale;
        basis.machine = machine;
        auto const& moves = book.find(id)->moves;
        for (std::size_t i = 0; i < moves.size(); ++i)
            basis.typed.push_back({fmt::format("move {}", i + 1), id.value, moves[i].measured_mm});
    }
    return made;
}

std::string remedyFor(ResultKind kind, Hold state) {
    if (state == Hold::Holds) return {};
    if (kind == ResultKind::SignalProof) return "Prove the signal: start the creep, then touch it by hand.";
    if (state == Hold::Suspect)
        return "Touch once and compare with the old figure; where they agree, say so in Upkeep.";
    switch (kind) {
    case ResultKind::Home:
        return "Home the machine, look whether it stands where the readout says, then tell that it was homed again.";
    case ResultKind::SetterPlace:
        return "Jog over the middle of the disc and type its machine X and Y; where they are the same, say so in "
               "Upkeep.";
    case ResultKind::Thickness: return "Measure the plate at five places.";
    case ResultKind::SetterHeight: return "Touch the setter by hand with the bare nose or a tool of known length.";
    case ResultKind::Reference: return "Touch the setter with the reference.";
    case ResultKind::Lengths: return "Measure the tool again.";
    case ResultKind::BoardConstant: return "Touch board and setter with one tool.";
    case ResultKind::WorkZero: return "Touch the plate on the work.";
    case ResultKind::Link: return "Touch plate and setter with one tool and make the link.";
    case ResultKind::Repeatability: return "Take the readings again, the same touch, moved and put back.";
    case ResultKind::DiscMap: return "Map the disc again.";
    case ResultKind::LengthModel: return "Measure some of the tools again, by setter and by gauge.";
    case ResultKind::Rack: return "Teach first and last pocket again, and the others where these differ.";
    case ResultKind::PocketTable:
        return "Look into every pocket and correct the table; where it is right, say so in Upkeep.";
    case ResultKind::ChangerProof:
        return "With full air again, watch the first changes with the hand at the stop; then say so in Upkeep.";
    case ResultKind::Scale: return "Move the axis to known places and measure again.";
    case ResultKind::MacroProof:
        return "Write it again, look at what differs, and try every fault on the virtual machine.";
    default: return "Measure it again.";
    }
}

int columnOf(ResultKind kind) {
    switch (kind) {
    case ResultKind::WorkZero:
    case ResultKind::Link:
    case ResultKind::MacroProof:
    case ResultKind::ChangerProof: return 2;
    case ResultKind::Reference:
    case ResultKind::Lengths:
    case ResultKind::BoardConstant:
    case ResultKind::LengthModel:
    case ResultKind::PocketTable: return 1;
    default: return 0;
    }
}

bool restsOn(ResultKind what, ResultKind on) {
    static std::map<ResultKind, std::set<ResultKind>> const of{
        {ResultKind::Reference, {ResultKind::SetterHeight}},
        {ResultKind::Lengths, {ResultKind::SetterHeight}},
        {ResultKind::BoardConstant, {ResultKind::SetterHeight}},
        {ResultKind::WorkZero, {ResultKind::Home, ResultKind::Thickness}},
        {ResultKind::Link, {ResultKind::SetterHeight, ResultKind::Thickness}},
        {ResultKind::MacroProof, {ResultKind::SetterPlace, ResultKind::Lengths, ResultKind::BoardConstant}},
    };
    auto const found = of.find(what);
    return found != of.end() && found->second.contains(on);
}

std::vector<ResultState> resultsOf(facts::Reader const& book) {
    std::vector<ResultState> all;
    auto const in_use = safety::setupOf(book);
    auto const append = [&](Id<shop::ZeroSetup> id, shop::ZeroSetup const& setup) {
        auto of_place = Place(book, id, setup, id == in_use.first).all();
        std::move(of_place.begin(), of_place.end(), std::back_inserter(all));
    };
    append(in_use.first, in_use.second);
    for (auto const& [id, setup] : book.all<shop::ZeroSetup>())
        if (id != in_use.first) append(id, *setup);
    return all;
}

} // namespace steady::upkeep
