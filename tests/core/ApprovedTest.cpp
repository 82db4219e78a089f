// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Approved.h"
#include "support/OddShop.h"
#include "support/Test.h"
#include "support/Told.h"

#include "core/base/LineDiff.h"
#include "core/macros/TouchPrice.h"
#include "core/safety/Faults.h"
#include "core/safety/NextStep.h"
#include "core/safety/Verdict.h"
#include "core/zeroing/Advice.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Lengths.h"
#include "core/zeroing/Methods.h"
#include "core/zeroing/Slips.h"

using namespace steady;
using macros::Kind;
using test::Odd;
using test::oddShop;
using test::told;
using test::toldOr;

namespace {

char const* name(Odd odd) { return odd == Odd::Metric ? "metric" : "inch"; }
constexpr std::int64_t now_utc_ms = 200'000'000;

/// Every sum that a book can make, and what is said about it.
std::string sumsOf(test::LinkedShop const& shop) {
    auto const& book = shop.book;
    auto const setup = shop.setup();
    auto const units = book.units();
    auto chain = [&](zeroing::ZChain const& c) { return told(c, units); };
    auto const* setter = book.find(setup.setter);
    std::string text;
    auto const zero = zeroing::plateZero(book, shop.readings, setup);
    if (zero) {
        text += zero->chain ? chain(*zero->chain) : "no chain\n";
        text += told(zero->thickness.assumptions) + told(zero->judgements) + told(zeroing::plateJudgements(*zero));
        text += fmt::format("feeds {:.3f} {:.3f}\n", zero->feeds.fast_mm_min, zero->feeds.slow_mm_min);
    }
    text += "\n# link\n" + toldOr(zeroing::linkOf(book, shop.readings, setup), [&](auto const& l) {
                return chain(l.chain) + fmt::format("{} {} {}\n", l.work_offset, l.assembly.value, l.at_utc_ms);
            });
    for (auto const& [id, tool] : shop::toolsOf(book, setup.machine)) {
        text += fmt::format("\n# tool {}\n", tool->number);
        text += toldOr(zeroing::retouchZero(book, shop.readings, setup, id), chain);
        text += toldOr(zeroing::boardZero(book, setup, id), chain);
        text += toldOr(zeroing::paperZero(book, setup, id), chain);
        text += toldOr(zeroing::expectedTrip(book, setup, id),
                       [](auto const& e) { return fmt::format("trips at {:.6f} ± {:.6f}\n", e.z_mm, e.error_mm); });
        if (setter) text += fmt::format("reaches {}\n", zeroing::reachesDisc(*tool, *setter));
        auto other = setup;
        other.assembly = id;
        text += told(zeroing::toolJudgements(book, other));
    }
    text += "\n# board\n" + told(zeroing::boardJudgements(book, setup));
    text += toldOr(zeroing::boardHeight(book, setup), [&](auto const& h) {
        return chain(h.in_use.chain) + fmt::format("{} {:.6f}\n", h.asked.has_value(), h.differs_mm);
    });
    text += "\n# lengths\n" + toldOr(zeroing::lengthBasis(book, setup), [](auto const& b) {
                return fmt::format("{:.6f} {:.6f} {} {}\n", b.length_mm, b.contact_mm, b.words, b.at_utc_ms);
            });
    for (auto const& row : zeroing::lengthTable(book, setup))
        text += fmt::format("{} {} {:.6f} ± {:.6f} {} {}\n", row.number, row.name, row.length_mm.value_or(-1),
                            row.expanded_95_mm, row.source, row.at_utc_ms);
    text += toldOr(zeroing::lengthTableZero(book, shop.readings, setup), chain);
    for (auto const& row : zeroing::offsetsPerTool(book, shop.readings, setup))
        text += fmt::format("{} in {}: {}", row.number, row.work_offset, row.zero ? chain(*row.zero) : "none\n");
    text += told(zeroing::offsetJudgements(book, shop.readings, setup));
    text += toldOr(zeroing::gaugeBlockTravel(setup), chain) + told(zeroing::gaugeBlockJudgements(book, setup));
    text += "\n# said\n" + told(zeroing::machineJudgements(book, setup)) + told(zeroing::setterJudgements(book, setup));
    text += told(zeroing::linkJudgements(book, shop.readings, setup, now_utc_ms));
    for (auto const& m : zeroing::compareMethods(book, shop.readings, setup))
        text += fmt::format("{}{}{} ± {:.6f} | {} | {} | {} | {}\n", m.name, m.chosen ? " chosen" : "",
                            m.recommended ? " recommended" : "", m.expanded_95_mm, m.every_change, m.every_job,
                            m.missing, m.why);
    auto const slips = zeroing::findSlips(book, shop.readings, setup);
    text += "\n# slips\n" + told(slips);
    if (zero) {
        auto const p = safety::progressOf({book, shop.readings, *zero, slips, std::nullopt});
        for (auto const& s : {p.machine, p.kit, p.zeroing, p.macros})
            text += fmt::format("{} {}\n", static_cast<int>(s.standing), s.word);
        text += fmt::format("{} | {} | {}\n", p.next, p.next_station, p.next_section);
        auto priced = [&](auto const& device, bool own) {
            return told({macros::practicePriced(zero->machine, zeroing::feedsFor(zero->machine, device),
                                                device.practice, own, units)});
        };
        text += priced(zero->plate, zero->plate.path == shop::Path::OwnSwitch) + (setter ? priced(*setter, true) : "");
    }
    return text;
}

/// Ways in which a book may be wrong or thin, each to be said.
struct Trouble {
    char const* name;
    Kind kind;
    void (*make)(test::LinkedShop&);
};
template<class F> void onMachine(test::LinkedShop& s, F edit) { s.change(s.machine, edit); }
constexpr Trouble troubles[] = {
    {"as-it-is", Kind::Retouch, [](test::LinkedShop&) {}},
    {"length-table", Kind::ToolLength, [](test::LinkedShop&) {}},
    {"offset-per-tool", Kind::OffsetPerTool,
     [](test::LinkedShop& s) {
         auto const own = s.touch(s.long_tool, shop::Target::Plate, 0);
         s.change(own, [&](shop::Contact& c) {
             c.home_epoch = 4;
             c.value_mm = s.book.find(s.contact)->value_mm + 14.9; // 14.6 is the difference of the lengths
         });
     }},
    {"nothing-measured", Kind::Retouch,
     [](test::LinkedShop& s) {
         s.measure({});
         for (auto const t : {s.tool, s.long_tool, s.short_tool})
             s.change(t, [](shop::Assembly& a) { a.length_mm.reset(); });
     }},
    {"another-epoch", Kind::Retouch,
     [](test::LinkedShop& s) { onMachine(s, [](shop::Machine& m) { m.home_epoch = 5; }); }},
    {"mistyped", Kind::Retouch,
     [](test::LinkedShop& s) {
         s.measure({12.46, 12.64, 1.246, 12.46});
         s.change(s.contact, [](shop::Contact& c) { c.value_mm = -c.value_mm; });
         s.change(s.long_tool, [](shop::Assembly& a) { *a.length_mm /= 25.4; });
     }},
    {"thin-kit", Kind::PlateZero,
     [](test::LinkedShop& s) {
         s.changeSetup([](shop::ZeroSetup& z) {
             z.setter = {};
             z.board = {};
             z.gauge_block_mm = 25.4;
             z.reference_mm = 40.1;
             z.block_again_mm = 25.45;
         });
         s.change(s.plate, [](shop::TouchPlate& p) { p.instrument = {}; });
         s.measure({12.44});
     }},
    {"poor-setter", Kind::Retouch,
     [](test::LinkedShop& s) {
         s.change(s.setter, [](shop::ToolSetter& t) {
             t.overtravel_mm.reset();
             t.solid_mm = 70.4; // above the trigger
             t.disc_mm = 5;
         });
         onMachine(s, [](shop::Machine& m) { m.capture = shop::Capture::Hardware; });
     }},
};

/// Words of a type that looks like the shipped one.
zeroing::TextSize measure(std::string const& text, zeroing::TextRole role) {
    double const em = role == zeroing::TextRole::Label ? 6.2 : role == zeroing::TextRole::Value ? 9.0 : 6.6;
    return {em * static_cast<double>(text.size()), role == zeroing::TextRole::Value ? 19.0 : 15.0};
}

} // namespace

/// What is printed, said and done in the two odd shops, as it was read and approved.
class ApprovedTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void macros_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<int>("odd");
        for (auto const odd : {Odd::Metric, Odd::Inch})
            for (auto const kind : macros::every_kind)
                QTest::addRow("%s, %s", macros::name(kind), name(odd))
                    << static_cast<int>(kind) << static_cast<int>(odd);
    }
    void macros() {
        QFETCH(int, kind);
        QFETCH(int, odd);
        auto const k = static_cast<Kind>(kind);
        auto const shop = oddShop(k, static_cast<Odd>(odd));
        auto const made = safety::rehearse(shop.book, shop.readings, shop.setup(), k);
        QVERIFY2(made, made ? "" : describe(made.error()).c_str());
        auto const file = fmt::format("macros/{}-{}", macros::name(k), name(static_cast<Odd>(odd)));
        QVERIFY(test::approved(file + ".ngc", made->macro.text));
        machine::Trace trace;
        auto const result = test::runText(made->macro.text, made->world(), &trace);
        QVERIFY2(safety::classify(result, *made) == safety::RunClass::Right, result.message.c_str());
        QVERIFY(test::approved(file + ".run", told(made->world()) + told(trace, made->zero.machine.units) +
                                                  told(result, shop.book.units())));
    }
    /// Every fault against every macro of the odd shops: how it ends, where, and by how much the zero is off.
    void faults_data() {
        QTest::addColumn<int>("odd");
        for (auto const odd : {Odd::Metric, Odd::Inch}) QTest::addRow("%s", name(odd)) << static_cast<int>(odd);
    }
    void faults() {
        QFETCH(int, odd);
        std::string text;
        std::set<std::string> sayings;
        for (auto const kind : macros::every_kind) {
            auto const shop = oddShop(kind, static_cast<Odd>(odd));
            auto const made = shop.rehearse(kind);
            text += fmt::format("# {}: right within {:.6f}, meant {:.6f}, datum {:.6f}\n", macros::name(kind),
                                made.tolerance_mm, made.intended_mm, made.length_datum_mm);
            for (auto const& fault : safety::faults()) {
                if (!fault.touches(kind, made.world())) continue;
                auto world = made.world();
                fault.apply(world);
                auto const result = test::runText(made.macro.text, world);
                auto const error = safety::errorOf_mm(result, made);
                text += fmt::format("{}: {} at line {} after {:.3f} s, off by {}\n", fault.id,
                                    machine::name(result.outcome), result.where.line, result.elapsed_s,
                                    error ? fmt::format("{:.6f}", std::abs(*error) < 5e-7 ? 0.0 : *error) : "nothing");
                auto const said = told(safety::verdictOf(result, made, shop.book.units()));
                if (sayings.insert(said.substr(0, said.find('\n'))).second) text += said; // each sentence once
            }
        }
        QVERIFY(test::approved(fmt::format("faults-{}.txt", name(static_cast<Odd>(odd))), text));
    }
    void sums_data() {
        QTest::addColumn<int>("trouble");
        QTest::addColumn<int>("odd");
        for (int i = 0; i < static_cast<int>(std::size(troubles)); ++i)
            for (auto const odd : {Odd::Metric, Odd::Inch})
                QTest::addRow("%s, %s", troubles[i].name, name(odd)) << i << static_cast<int>(odd);
    }
    void sums() {
        QFETCH(int, trouble);
        QFETCH(int, odd);
        auto const& made = troubles[trouble];
        auto shop = oddShop(made.kind, static_cast<Odd>(odd));
        made.make(shop);
        auto text = sumsOf(shop);
        if (trouble > 0) { // what is another than in the first
            std::string changed;
            for (auto const& line : diffLines(sumsOf(oddShop(troubles[0].kind, static_cast<Odd>(odd))), text))
                if (line.change != LineChange::Same)
                    changed += (line.change == LineChange::Gone ? "- " : "+ ") + line.text + "\n";
            text = changed;
        }
        QVERIFY(test::approved(fmt::format("sums/{}-{}.txt", made.name, name(static_cast<Odd>(odd))), text));
    }
    void ladders() {
        std::string text;
        for (auto const odd : {Odd::Metric, Odd::Inch}) {
            auto const shop = oddShop(Kind::Retouch, odd);
            auto const setup = shop.setup();
            zeroing::LadderContent c;
            c.units = shop.book.units();
            c.chain = *shop.zero().chain;
            c.safe_z_mm = shop.zero().machine.safeZ_mm();
            c.tool_diameter_mm = 7;
            c.plate_width_mm = 51;
            c.plate_thickness_mm = 12.46;
            auto lay = [&](char const* title, double width, double height) {
                text += fmt::format("## {}\n", title) + told(zeroing::layoutLadder(c, width, height, measure));
            };
            lay("plate alone", 470, 510);
            c.stock_thickness_mm = 23.5;
            c.tool_length_mm = 41.7;
            c.setter_z_mm = shop.nose_trip_mm + 41.7;
            lay("with the setter", 470, 510);
            c.tip_z_mm = c.chain.terms[0].value_mm + 7;
            c.plate_lies = false;
            c.on = zeroing::Stand::Bare;
            c.chain.simulated = true;
            lay("on the way, small", 330, 290);
            c.chain = *zeroing::retouchZero(shop.book, shop.readings, setup, shop.tool);
            c.on = zeroing::Stand::Setter;
            c.tip_z_mm.reset();
            auto const before = zeroing::layoutLadder(c, 470, 510, measure);
            lay("on the setter", 470, 510);
            c.chain.terms[0].value_mm += 3;
            text += "## a third of the way\n" +
                    told(zeroing::blend(before, zeroing::layoutLadder(c, 470, 510, measure), 1.0 / 3));
        }
        QVERIFY(test::approved("ladders.txt", text));
    }
    void errors() {
        std::string text;
        for (int code = 0; code <= static_cast<int>(Code::BadSchema); ++code)
            text += fmt::format("{}\n", describe(Error{static_cast<Code>(code), {"place", 3, 7}, "VALUE", "LIMIT"}));
        text += describe(Error{Code::Missing, {"place"}, "VALUE", "LIMIT"}) + "\n";
        text += describe(Error{Code::Missing, {}, "VALUE", "LIMIT"}) + "\n";
        QVERIFY(test::approved("errors.txt", text));
    }
};

STEADY_TEST(ApprovedTest);
#include "ApprovedTest.moc"
