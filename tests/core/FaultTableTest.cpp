// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/dialects/Bundle.h"
#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"

using namespace steady;
using macros::Kind;
using safety::RunClass;
using test::LinkedShop;

namespace {

/// One way in which a shop may be: every answer that a control can give comes up.
struct Variant {
    char const* name;
    bool inch, closed;
    shop::ClosedAtStart closed_at_start;
    bool homed_readable;
    shop::OffsetAtEnd at_end;
    bool insert;
    char const* dialect = "parametric";
};
constexpr Variant variants[] = {
    {"mm, open", false, false, shop::ClosedAtStart::Refused, false, shop::OffsetAtEnd::First, false},
    {"mm, closed, ends as contact", false, true, shop::ClosedAtStart::EndsAsContact, true, shop::OffsetAtEnd::Kept,
     false},
    {"inch, open, ends as contact", true, false, shop::ClosedAtStart::EndsAsContact, false, shop::OffsetAtEnd::First,
     false},
    {"inch, closed", true, true, shop::ClosedAtStart::Refused, true, shop::OffsetAtEnd::First, false},
    {"mm, open, an insert cutter", false, false, shop::ClosedAtStart::EndsAsContact, true, shop::OffsetAtEnd::First,
     true},
    {"mm, closed, hash variables", false, true, shop::ClosedAtStart::EndsAsContact, true, shop::OffsetAtEnd::Kept,
     false, "hash"},
    {"inch, open, hash variables", true, false, shop::ClosedAtStart::EndsAsContact, false, shop::OffsetAtEnd::First,
     true, "hash"},
};

LinkedShop shopOf(Variant const& v, Kind kind) {
    auto shop = test::shopFor(kind, v.inch, v.closed);
    shop.change(shop.machine, [&](shop::Machine& m) {
        m.dialect = v.dialect;
        m.behaviour = *dialects::usualFor(v.dialect, m.behaviour);
        m.behaviour.closed_at_start = v.closed_at_start;
        m.behaviour.offset_at_end = v.at_end;
        if (v.homed_readable) m.behaviour.homed_parameter = 5398;
    });
    if (v.insert && macros::of(kind).sideways == macros::Sideways::No) // which wants a pin
        shop.change(shop.tool, [](shop::Assembly& a) {
            a.tip = shop::TipShape::Insert;
            a.diameter_mm = 30;
            a.contact_radius_mm = 8;
            a.teeth = 3;
        });
    return shop;
}

} // namespace

/// Every fault against every recipe, on every answer of a control: noticed, or harmless, or listed with what to do.
class FaultTableTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void nothingHappensThatIsNotListed() {
        std::set<std::string> happened;
        int runs = 0;
        for (auto const& v : variants)
            for (auto const kind : macros::every_kind) {
                auto const shop = shopOf(v, kind);
                auto const rehearsal = shop.rehearse(kind);
                auto const executable =
                    controller::makeExecutable(rehearsal.macro.text, safety::dialectOf(rehearsal.world()));
                auto const clean = machine::run(executable, rehearsal.world());
                QVERIFY2(safety::classify(clean, rehearsal) == RunClass::Right,
                         fmt::format("{}, {}: {}", macros::name(kind), v.name, clean.message).c_str());
                for (auto const& fault : safety::faults()) {
                    if (!fault.touches(kind, rehearsal.world())) continue;
                    auto world = rehearsal.world();
                    fault.apply(world);
                    auto const result = machine::run(executable, world);
                    auto const found = safety::classify(result, rehearsal);
                    ++runs;
                    if (found == RunClass::Right || found == RunClass::StoppedSafely) continue;
                    happened.insert(fault.id);
                    QVERIFY2(fault.unseen, fmt::format("{} in {}, {}: class {}, {}", fault.id, macros::name(kind),
                                                       v.name, static_cast<int>(found), result.message)
                                               .c_str());
                    QVERIFY2(found != RunClass::DidNotEnd, fault.id);
                }
            }
        // What is listed is listed for a reason.
        for (auto const& fault : safety::faults())
            if (fault.unseen) QVERIFY2(happened.contains(fault.id), fault.id);
        QVERIFY2(runs > 900, std::to_string(runs).c_str());
    }
    void everyFaultHasNameWordsAndAMacroThatItTouches() {
        std::set<std::string> ids;
        std::vector<std::pair<Kind, machine::World>> worlds;
        for (auto const& v : variants)
            for (auto const kind : macros::every_kind) {
                worlds.emplace_back(kind, shopOf(v, kind).rehearse(kind).world());
                worlds.push_back(worlds.back());
                worlds.back().second.dialect = "streaming"; // where a person reads and types
            }
        worlds.emplace_back(Kind::CarouselChange, worlds[0].second);
        worlds.back().second.rack.emplace();
        worlds.back().second.ring.emplace().swap_output = 1; // an arm
        for (auto const& fault : safety::faults()) {
            QVERIFY(ids.insert(fault.id).second);
            QVERIFY(std::string(fault.text).size() > 5);
            QVERIFY2(std::any_of(worlds.begin(), worlds.end(),
                                 [&](auto const& each) { return fault.touches(each.first, each.second); }),
                     fault.id);
            for (auto const* words : {fault.cause, fault.sign, fault.precaution})
                QVERIFY2(words && *words && std::string_view(words).ends_with('.'), fault.id);
        }
        QVERIFY(ids.size() >= 50);
        QVERIFY(!safety::faultNamed("none such"));
    }
    /// The list that a reader finds is the one that the program knows.
    void theDocumentListsWhatCannotBeKnown() {
        auto const text = test::readAll(test::sourcePath("docs/macros.md")).toStdString();
        for (auto const& fault : safety::faults()) {
            bool const listed = text.find(fmt::format("| `{}` |", fault.id)) != std::string::npos;
            QVERIFY2(listed == (fault.unseen != nullptr), fault.id);
            if (fault.unseen) QVERIFY2(text.find(fault.precaution) != std::string::npos, fault.precaution);
        }
    }
    /// On a control where an input closed at the start ends at once as a contact, the macro's own open checks are the
    /// only protection: without them a zero is set in mid-air.
    void openChecksAreAllThatProtectThere() {
        for (bool without : {false, true}) {
            auto shop = test::shopFor(Kind::PlateZero, false, true);
            shop.change(shop.machine,
                        [](shop::Machine& m) { m.behaviour.closed_at_start = shop::ClosedAtStart::EndsAsContact; });
            auto rehearsal =
                shop.rehearse(Kind::PlateZero, without ? std::set<std::string>{"open-check", "lay-plate", "last-check",
                                                                               "agreement", "lag-check", "back-off"}
                                                       : std::set<std::string>{});
            rehearsal.world().input.lead_off = true; // closed at rest: reads contact
            auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
            QCOMPARE(safety::classify(result, rehearsal), without ? RunClass::WrongZero : RunClass::StoppedSafely);
        }
    }
    void verdictsComeFromCausesNotFromWords() {
        auto shop = test::shopFor(Kind::Retouch);
        auto const rehearsal = shop.rehearse(Kind::Retouch);
        machine::RunResult result;
        result.outcome = controller::Outcome::Collision;
        result.message = "the setter's end of stroke"; // whatever it says
        result.cause = controller::Cause::Work;
        QCOMPARE(safety::classify(result, rehearsal), RunClass::Collision);
        result.message = "";
        result.cause = controller::Cause::SetterEnd;
        QCOMPARE(safety::classify(result, rehearsal), RunClass::SetterHurt);
    }
};

STEADY_TEST(FaultTableTest);
#include "FaultTableTest.moc"
