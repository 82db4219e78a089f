// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Approved.h"
#include "support/OddShop.h"
#include "support/Test.h"
#include "support/Told.h"

#include "core/advice/MachineAdvice.h"
#include "core/advice/SetterAdvice.h"
#include "core/advice/ToolAdvice.h"
#include "core/base/LineDiff.h"
#include "core/macros/TouchPrice.h"
#include "core/upkeep/NextStep.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/HeightMap.h"
#include "core/zeroing/Lengths.h"
#include "core/zeroing/LinkJudgements.h"
#include "core/zeroing/Methods.h"
#include "core/zeroing/Rereference.h"
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
    auto const book = shop.reader();
    auto const setup = shop.setup();
    auto const units = book.units();
    auto chain = [&](zeroing::ZChain const& c) { return told(c, units); };
    auto const* setter = book.find(setup.place.setter);
    std::string text;
    auto const zero = zeroing::plateZero(book, setup);
    if (zero) {
        text += zero->chain ? chain(*zero->chain) : "no chain\n";
        text += told(zero->thickness.assumptions) + told(zero->judgements) + told(zeroing::plateJudgements(*zero));
        text += fmt::format("feeds {:.3f} {:.3f}\n", zero->feeds.fast_mm_min, zero->feeds.slow_mm_min);
    }
    text += "\n# link\n" + toldOr(zeroing::linkOf(book, setup), [&](auto const& l) {
                return chain(l.chain) + fmt::format("{} {} {}\n", l.work_offset, l.assembly.value, l.at_utc_ms);
            });
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
        text += fmt::format("\n# tool {}\n", tool->number);
        text += toldOr(zeroing::retouchZero(book, setup, id), chain);
        text += toldOr(zeroing::boardZero(book, setup, id), chain);
        text += toldOr(zeroing::paperZero(book, setup, id), chain);
        text += toldOr(zeroing::expectedTrip(book, setup, id),
                       [](auto const& e) { return fmt::format("trips at {:.6f} ± {:.6f}\n", e.z_mm, e.error_mm); });
        if (setter) text += fmt::format("reaches {}\n", zeroing::reachesDisc(*tool, *setter));
        auto other = setup;
        other.place.assembly = id;
        text += told(advice::toolJudgements(book, other));
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
    text += toldOr(zeroing::lengthTableZero(book, setup), chain);
    for (auto const& row : zeroing::offsetsPerTool(book, setup))
        text += fmt::format("{} in {}: {}", row.number, row.work_offset, row.zero ? chain(*row.zero) : "none\n");
    text += told(zeroing::offsetJudgements(book, setup));
    text += toldOr(zeroing::gaugeBlockTravel(setup), chain) + told(zeroing::gaugeBlockJudgements(book, setup));
    text += "\n# said\n" + told(advice::machineJudgements(book, setup)) + told(advice::setterJudgements(book, setup));
    text += told(zeroing::linkJudgements(book, setup, now_utc_ms));
    for (auto const& m : zeroing::compareMethods(book, setup))
        text += fmt::format("{}{}{} ± {:.6f} | {} | {} | {} | {}\n", m.name, m.chosen ? " chosen" : "",
                            m.recommended ? " recommended" : "", m.expanded_95_mm, m.every_change, m.every_job,
                            m.missing, m.why);
    auto const slips = zeroing::findSlips(book, setup);
    text += "\n# slips\n" + told(slips);
    if (zero) {
        auto const p = upkeep::progressOf({book, *zero, slips, {}, {}, std::nullopt});
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
template<class F> void onSetup(test::LinkedShop& s, F edit) { s.changeSetup(edit); }
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
             z.place.setter = {};
             z.place.board = {};
             z.gauge.block_mm = 25.4;
             z.gauge.reference_mm = 40.1;
             z.gauge.again_mm = 25.45;
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
    {"empty", Kind::PlateZero,
     [](test::LinkedShop& s) {
         s.book = shop::Book();
         s.book.put(s.setup_id.value, shop::ZeroSetup{});
     }},
    {"no-contact", Kind::PlateZero,
     [](test::LinkedShop& s) {
         onSetup(s, [](shop::ZeroSetup& z) { z.place.contact = z.link.plate = z.link.setter = {}; });
         for (auto const& [id, c] : std::map(s.book.all<shop::Contact>())) s.book.retire(id.value);
         s.change(s.short_tool, [](shop::Assembly& a) { a.released_utc_ms = 9; });
         s.change(Id<shop::Assembly>{23}, [](shop::Assembly& a) { a.released_utc_ms = 9; });
     }},
    {"in-holders", Kind::ToolLength,
     [](test::LinkedShop& s) {
         s.book.put(70, shop::Holder{"H1", 50});
         for (auto const t : {s.tool, s.long_tool, s.short_tool, Id<shop::Assembly>{23}})
             s.change(t, [](shop::Assembly& a) { a.holder = {70}; });
         (void)s.touch(s.long_tool, shop::Target::Plate, 0);
         s.change(Id<shop::Assembly>{23}, [](shop::Assembly& a) { a.method = shop::LengthMethod::Plate; });
         for (auto const& [tool, z] : {std::pair{s.tool, 0.0}, {Id<shop::Assembly>{23}, 5.6}}) {
             auto const touched = s.touch(tool, shop::Target::Plate, s.book.find(s.contact)->value_mm + z);
             s.change(touched, [](shop::Contact& c) {
                 c.home_epoch = 4;
                 c.feed_mm_min = 23;
                 c.direction = shop::Direction::Release;
             });
         }
     }},
    {"too-fast", Kind::Retouch,
     [](test::LinkedShop& s) {
         s.change(s.plate, [](shop::TouchPlate& p) {
             p.practice.find_mm_min = 700;
             p.practice.touches = 5;
             p.push_in_mm = 0.05;
             p.sprung = false;
             p.path = shop::Path::Clip;
             p.circuit = shop::Circuit::OpenAtRest;
         });
         s.change(s.setter, [](shop::ToolSetter& t) {
             t.practice.find_mm_min = 1400;
             t.practice.touches = 1;
             t.practice.air_output.reset();
             t.input = shop::SetterInput::SharedWithPlate;
             t.circuit = shop::Circuit::ClosedAtRest;
         });
     }},
    {"turned-and-thin", Kind::TableZero,
     [](test::LinkedShop& s) {
         onMachine(s, [](shop::Machine& m) {
             std::swap(m.axes[1].low_mm, m.axes[1].high_mm);
             m.axes[2].home = shop::AxisEnd::Low;
             m.axes[2].high_mm = 20;
             m.axes[2].low_mm = -140;
             m.home_order = shop::HomeOrder::ZFirst;
             m.behaviour.homed_parameter.reset();
         });
         s.book.put(71, shop::Surfacing{{24}, 7.1, 9'000'000});
         s.change(s.long_tool, [](shop::Assembly& a) { a.conducts = false; });
         s.change(s.plate, [](shop::TouchPlate& p) { p.path = shop::Path::Clip; });
         onSetup(s, [](shop::ZeroSetup& z) {
             z.gauge.block_mm = 25;
             z.gauge.reference_mm = 12.5;
             z.gauge.again_mm = 25.01;
         });
     }},
    {"board-nearly-gone", Kind::TableZero,
     [](test::LinkedShop& s) {
         s.change(Id<shop::Board>{24}, [](shop::Board& b) { b.screw_head_mm = 30; });
         s.book.put(71, shop::Surfacing{{24}, 9.7, 9'000'000});
         auto const again = s.touch(s.tool, shop::Target::Board, 0);
         s.change(again, [&](shop::Contact& c) {
             c.home_epoch = 4;
             c.at_utc_ms = 10'000'000;
             c.board = {24};
             c.vacuum = true;
             for (auto const& [id, other] : s.book.all<shop::Contact>())
                 if (other->target == shop::Target::Board && id != again) c.value_mm = other->value_mm - 10.5;
         });
         onSetup(s, [](shop::ZeroSetup& z) {
             z.gauge.block_mm = 25;
             z.gauge.reference_mm = 12.5;
             z.gauge.by_feel = true;
         });
     }},
    {"two-directions", Kind::Retouch,
     [](test::LinkedShop& s) {
         s.change(s.setup().link.setter, [](shop::Contact& c) { c.direction = shop::Direction(1 - int(c.direction)); });
         s.change(s.contact, [](shop::Contact& c) {
             c.frame = shop::Frame::Work;
             c.work_offset_z_mm = c.value_mm - 3.25;
             c.value_mm = 3.25;
         });
         s.change(s.long_tool, [](shop::Assembly& a) {
             a.length_mm.reset();
             a.tip = shop::TipShape::Ball;
             a.diameter_mm = 19;
         });
     }},
    {"through-paper", Kind::PlateZero,
     [](test::LinkedShop& s) {
         auto const touched = s.touch(s.long_tool, shop::Target::Paper, s.nose_trip_mm + 21.3);
         s.change(touched, [](shop::Contact& c) {
             c.home_epoch = 4;
             c.feeler_mm = 0.07;
         });
         onSetup(s, [](shop::ZeroSetup& z) { z.link.setter = {}; });
     }},
    {"practice", Kind::PlateZero,
     [](test::LinkedShop& s) {
         s.change(s.contact, [](shop::Contact& c) { c.source = shop::Source::Simulated; });
         onMachine(s, [](shop::Machine& m) { m.axes[2].backlash_mm = 0; });
     }},
    {"setter-at-the-edge", Kind::Retouch,
     [](test::LinkedShop& s) {
         s.change(s.setter, [](shop::ToolSetter& t) {
             t.x_mm = 904.2;
             t.y_mm = -200;
             t.solid_mm = t.overtravel_mm.value() + 0.1;
         });
         s.change(s.tool, [](shop::Assembly& a) {
             a.diameter_mm = 0.27;
             a.stick_out_mm = 60;
         });
         s.change(s.short_tool, [](shop::Assembly& a) { a.length_mm = 1960; });
         auto const again = s.touch(s.short_tool, shop::Target::Setter, s.nose_trip_mm + 73.9);
         s.change(again, [](shop::Contact& c) { c.home_epoch = 4; });
     }},
};

/// Words of a type that looks like the shipped one.
zeroing::TextSize measure(std::string const& text, zeroing::TextRole role) {
    double const em = role == zeroing::TextRole::Label ? 6.2 : role == zeroing::TextRole::Value ? 9.0 : 6.6;
    return {em * static_cast<double>(text.size()), role == zeroing::TextRole::Value ? 19.0 : 15.0};
}

} // namespace

/// What follows from the two odd shops, and from what may be wrong in them, as it was read and approved.
class SaidTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
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
            zeroing::LadderContent plain; // what nobody has said
            plain.chain = c.chain;
            text += "## nothing but the chain\n" + told(zeroing::layoutLadder(plain, 400, 400, measure));
            c.stock_thickness_mm = 23.5;
            c.tool_length_mm = 41.7;
            c.setter_z_mm = shop.nose_trip_mm + 41.7;
            lay("with the setter", 470, 510);
            c.tip_z_mm = c.chain.terms[0].value_mm + 7;
            c.plate_lies = false;
            c.on = zeroing::Stand::Bare;
            c.chain.simulated = true;
            lay("on the way, small", 330, 290);
            c.chain = *zeroing::retouchZero(shop.reader(), setup, shop.tool);
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
    /// Where heights are drawn, and what gives way for what must stay readable.
    void heights() {
        std::string text;
        auto draw = [&](std::vector<double> heights, std::vector<std::pair<double, double>> wanted, double top,
                        double bottom) {
            zeroing::HeightMap const map(heights, wanted, top, bottom);
            text += fmt::format("{:.4f} px/mm:", map.pixels_per_mm());
            for (double h = -130; h <= 20; h += 7.5) text += fmt::format(" {:.3f}", map.y(h));
            for (auto const& g : map.gaps())
                text += fmt::format(" [{} {}{} {:.3f} {:.3f}]", g.low_mm, g.high_mm, g.broken ? " broken" : "", g.low_y,
                                    g.high_y);
            text += "\n";
        };
        draw({-100, -73, -63, -1}, {{-73, -63}}, 30, 450);
        draw({-100, -73, -63, -1}, {{-73, -63}, {-63, -1}}, 31, 300);
        draw({-100, -99.9, -63, -62.95, -1}, {{-100, -99.9}, {-63, -62.95}}, 20, 470);
        draw({-60, -60.001, -59.999}, {}, 10, 210);
        draw({-60}, {}, 10, 210);
        draw({}, {}, 10, 211);
        draw({-120, -80, -79.95, -40, -39.9, -3}, {{-80, -79.95}, {-40, -39.9}}, 15, 515);
        auto list = [&](std::vector<double> const& all) {
            for (double y : all) text += fmt::format(" {:.3f}", y);
            text += "\n";
        };
        list(zeroing::spread({10, 15, 16, 80, 81, 300}, 20, 0, 310));
        list(zeroing::spread({-5, 0, 3, 290, 305, 307}, 17, 4, 300));
        list(zeroing::spread({50, 60, 61, 62, 120, 121}, 12.5, 0, 300));
        list(zeroing::spread({1, 2, 3, 4}, 30, 0, 60));
        QVERIFY(test::approved("heights.txt", text));
        using zeroing::Rect;
        Rect const r{10, 20, 30, 40};
        for (auto const& [other, meets] : {std::pair{Rect{39, 20, 5, 5}, true},
                                           {Rect{40, 20, 5, 5}, false},
                                           {Rect{5, 20, 5, 5}, false},
                                           {Rect{5, 20, 6, 5}, true},
                                           {Rect{10, 60, 5, 5}, false},
                                           {Rect{10, 59, 5, 5}, true},
                                           {Rect{10, 15, 5, 5}, false},
                                           {Rect{10, 15, 5, 6}, true}})
            QCOMPARE(r.overlaps(other), meets);
    }
    /// What a mistyped number is taken for.
    void slips() {
        std::string text;
        auto tell = [&](double value, char const* typed, double expected, double tolerance, UnitSystem units) {
            auto const slip = zeroing::explainSlip(value, typed, expected, tolerance, units);
            text +=
                fmt::format("{} “{}” for {} ± {}: {}\n", value, typed, expected, tolerance,
                            slip ? fmt::format("{} {:.6f}", static_cast<int>(slip->kind), slip->meant_mm) : "honest");
        };
        constexpr auto mm = UnitSystem::Metric, inch = UnitSystem::Inch;
        for (double off : {0.0, 0.149, 0.151, -0.149, -0.151}) tell(12.46 + off, "", 12.46, 0.15, mm);
        tell(-63.2, "-63.2", 63.2, 0.2, mm);
        tell(316.484, "316.484", 12.46, 0.15, mm);
        tell(0.4906, "0.4906", 12.46, 0.15, mm);
        for (double ratio : {1.019, 1.021, 0.981, 0.979}) {
            tell(12.46 * 10 * ratio, "", 12.46, 0.15, mm);
            tell(12.46 / 10 * ratio, "", 12.46, 0.15, mm);
            tell(12.46 * 25.4 * ratio, "", 12.46, 0.15, mm);
            tell(12.46 / 25.4 * ratio, "", 12.46, 0.15, mm);
        }
        for (double tens : {100.0, 1000.0, 0.01, 0.001}) tell(12.46 * tens, "", 12.46, 0.15, mm);
        tell(25.4, "25.4", 25, 0.1, mm);
        tell(25.46, "25.46", 25, 0.1, mm);
        tell(6.35, "6.35", 6, 0.1, mm);
        tell(25.4, "25.4", 24.7, 0.1, mm);
        tell(12.64, "12.64", 12.46, 0.15, mm);
        tell(21.46, "21.46", 12.46, 0.15, mm);
        tell(13.46, "13.46", 12.46, 0.15, mm);
        tell(82.46, "82.46", 12.46, 0.15, mm);
        tell(12.46 * 3, "37.38", 12.46, 0.15, mm);
        tell(0.4960 * 25.4, "0.4960", 0.4690 * 25.4, 0.05, inch);
        tell(5, "5", 0, 0.1, mm);
        QVERIFY(test::approved("slips.txt", text));
    }
    /// What the route says and what comes next, for each state that the work may be in.
    void nextSteps() {
        std::string text;
        for (int state = 0; state < 64; ++state) {
            auto shop = oddShop(Kind::Retouch, Odd::Metric);
            auto setup = shop.setup();
            if (state & 1) shop.measure({});
            if (state & 2) setup.place.contact = {};
            if (state & 4) shop.change(shop.contact, [](shop::Contact& c) { c.value_mm = 5; });
            if (state & 8) setup.link.plate = {};
            if (state & 16) setup.place.setter = {};
            if (state & 32) setup.place.machine = {};
            auto const zero = zeroing::plateZero(shop.reader(), setup);
            for (auto const& slips : {Findings{}, Findings{{Severity::Attention, "One is odd.", "", {}}}})
                for (auto const* how : {"not run", "good", "bad", "attacked"}) {
                    bool const ran = *how != 'n', attacked = *how == 'a';
                    auto const run = ran ? std::optional(*how != 'b') : std::nullopt;
                    auto const p = upkeep::progressOf({shop.reader(), *zero, slips, {}, {}, run, attacked});
                    text += fmt::format("{:2} {} {}:", state, slips.size(), how);
                    for (auto const& s : {p.machine, p.kit, p.zeroing, p.macros})
                        text += fmt::format(" {} {};", static_cast<int>(s.standing), s.word);
                    text += fmt::format(" {} | {} | {}\n", p.next, p.next_station, p.next_section);
                }
        }
        QVERIFY(test::approved("next-steps.txt", text));
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

STEADY_TEST(SaidTest);
#include "SaidTest.moc"
