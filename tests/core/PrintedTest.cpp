// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Approved.h"
#include "support/OddShop.h"
#include "support/Test.h"
#include "support/Told.h"

#include "core/base/LineDiff.h"
#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"

using namespace steady;
using macros::Kind;
using test::Odd;
using test::oddShop;
using test::told;

namespace {

char const* name(Odd odd) { return odd == Odd::Metric ? "metric" : "inch"; }

/// What the two shops do not show as they are: another method, an odd plate, a practice at its ends.
struct Variant {
    char const* name;
    Kind kind;
    Odd odd;
    void (*edit)(test::LinkedShop&);
};
void byTable(test::LinkedShop& s) {
    s.changeSetup([](shop::ZeroSetup& z) {
        z.plan.method = shop::Method::LengthTable;
        z.link.plate = z.link.setter = {};
    });
}
template<class F> void onPlate(test::LinkedShop& s, F edit) { s.change(s.plate, edit); }
constexpr Variant variants[] = {
    {"plate-zero-of-the-table", Kind::PlateZero, Odd::Metric, byTable},
    {"plate-zero-of-the-table", Kind::PlateZero, Odd::Inch, byTable},
    {"look-by-the-table", Kind::GoAndLook, Odd::Metric, byTable},
    {"look-by-the-table", Kind::GoAndLook, Odd::Inch, byTable},
    {"trim-by-the-table", Kind::TrimZero, Odd::Metric, byTable},
    {"look-with-an-offset-of-its-own", Kind::GoAndLook, Odd::Inch,
     [](test::LinkedShop& s) {
         s.changeSetup([](shop::ZeroSetup& z) {
             z.plan.method = shop::Method::OffsetPerTool;
             z.link.plate = z.link.setter = {};
         });
         s.change(s.tool, [](shop::Assembly& a) { a.own_offset = 3; });
     }},
    {"window-typed", Kind::PlateZero, Odd::Inch,
     [](test::LinkedShop& s) { s.changeSetup([](shop::ZeroSetup& z) { z.prefer.window_mm = 2.5; }); }},
    {"offsets-in-a-window", Kind::OffsetPerTool, Odd::Metric,
     [](test::LinkedShop& s) { s.changeSetup([](shop::ZeroSetup& z) { z.prefer.window_mm = 1.5; }); }},
    {"thin-plate", Kind::PlateZero, Odd::Inch,
     [](test::LinkedShop& s) {
         s.measure({3.01, 3.02});
         onPlate(s, [](shop::TouchPlate& p) { p.nominal_mm.reset(); });
     }},
    {"one-touch-by-clip-and-spanner", Kind::PlateZeroLink, Odd::Inch,
     [](test::LinkedShop& s) {
         onPlate(s, [](shop::TouchPlate& p) {
             p.path = shop::Path::Clip;
             p.proof = shop::ProofBy::Spanner;
             p.sprung = false;
             p.practice = {};
             p.practice.touches = 1;
             p.push_in_mm = 0.06;
         });
         s.change(s.setter, [](shop::ToolSetter& t) {
             t.practice = {};
             t.practice.touches = 5;
         });
         s.change(s.machine, [](shop::Machine& m) { m.debounce_s = 0.0801; }); // three of them before the next look
     }},
    {"lifting-a-small-plate-to-inserts", Kind::PlateZero, Odd::Inch,
     [](test::LinkedShop& s) {
         onPlate(s, [](shop::TouchPlate& p) { p.width_mm = 30; });
         s.change(s.tool, [](shop::Assembly& a) {
             a.tip = shop::TipShape::Insert;
             a.diameter_mm = 22;
             a.contact_radius_mm = 8;
         });
     }},
    {"seven-too-wide", Kind::RetouchAny, Odd::Inch,
     [](test::LinkedShop& s) {
         for (int i = 0; i < 7; ++i) {
             s.book.put(80 + i, shop::Assembly{100 + i, "wide", 50, 40.0});
             s.change(Id<shop::Assembly>{80 + i}, [](shop::Assembly& a) { a.contact_radius_mm = 24; });
         }
     }},
    {"trim-higher", Kind::TrimZero, Odd::Inch,
     [](test::LinkedShop& s) { s.changeSetup([](shop::ZeroSetup& z) { z.prefer.trim_mm = -0.11; }); }},
    {"one-offset-and-it-is-the-first", Kind::Retouch, Odd::Metric,
     [](test::LinkedShop& s) {
         s.changeSetup([](shop::ZeroSetup& z) {
             z.place.work_offset = z.link.offset = 1;
             z.plan.also_offsets = {};
         });
         for (auto const& [id, c] : std::map(s.book.all<shop::Contact>()))
             s.change(id, [](shop::Contact& each) { each.work_offset = 1; });
     }},
    {"an-arm", Kind::CarouselChange, Odd::Inch,
     [](test::LinkedShop& s) {
         s.change(s.ring, [](shop::Carousel& c) {
             c.arm = true;
             c.arm_seen = shop::Seen::Known;
             c.exchange = {1, 13, 861, 6.5};
         });
     }},
    {"no-second-contact-no-shoe", Kind::RetouchAny, Odd::Metric,
     [](test::LinkedShop& s) {
         s.change(s.setter, [](shop::ToolSetter& t) { t.overtravel_mm.reset(); });
         s.change(s.machine, [](shop::Machine& m) { m.dust_shoe_mm.reset(); });
     }},
};

/// What stands in the way of writing a macro, and what is said.
struct Refusal {
    char const* name;
    void (*edit)(test::LinkedShop&);
};
template<class F> void onTool(test::LinkedShop& s, F edit) {
    s.change(s.tool, edit);
    s.change(s.long_tool, edit);
}
template<class F> void onMachine(test::LinkedShop& s, F edit) { s.change(s.machine, edit); }
template<class F> void onSetter(test::LinkedShop& s, F edit) { s.change(s.setter, edit); }
constexpr Refusal refusals[] = {
    {"no setter", [](test::LinkedShop& s) { s.changeSetup([](shop::ZeroSetup& z) { z.place.setter = {}; }); }},
    {"no touch at all",
     [](test::LinkedShop& s) {
         for (auto const& [id, c] : std::map(s.book.all<shop::Contact>())) s.book.retire(id.value);
     }},
    {"no length", [](test::LinkedShop& s) { onTool(s, [](shop::Assembly& a) { a.length_mm.reset(); }); }},
    {"too wide", [](test::LinkedShop& s) { onTool(s, [](shop::Assembly& a) { a.contact_radius_mm = 11.6; }); }},
    {"as wide as the disc",
     [](test::LinkedShop& s) { onTool(s, [](shop::Assembly& a) { a.contact_radius_mm = 11.5; }); }},
    {"too vague", [](test::LinkedShop& s) { onTool(s, [](shop::Assembly& a) { a.length_error_mm = 1.7; }); }},
    {"just sharp enough", [](test::LinkedShop& s) { onTool(s, [](shop::Assembly& a) { a.length_error_mm = 1.3; }); }},
    {"two with one number",
     [](test::LinkedShop& s) { s.change(s.short_tool, [](shop::Assembly& a) { a.number = 57; }); }},
    {"two with one offset",
     [](test::LinkedShop& s) {
         s.change(s.short_tool, [](shop::Assembly& a) { a.own_offset = 4; });
         s.change(s.tool, [](shop::Assembly& a) { a.own_offset = 4; });
     }},
    {"a plate of 2.00",
     [](test::LinkedShop& s) {
         s.measure({2.0, 2.0});
     }},
    {"a plate of 1.99",
     [](test::LinkedShop& s) {
         s.measure({1.99, 1.99});
     }},
    {"parameters from 31",
     [](test::LinkedShop& s) { onMachine(s, [](shop::Machine& m) { m.behaviour.scratch_parameter = 31; }); }},
    {"parameters from 30",
     [](test::LinkedShop& s) { onMachine(s, [](shop::Machine& m) { m.behaviour.scratch_parameter = 30; }); }},
    {"links to 5060",
     [](test::LinkedShop& s) { onMachine(s, [](shop::Machine& m) { m.behaviour.link_parameter = 4971; }); }},
    {"links to 5061",
     [](test::LinkedShop& s) { onMachine(s, [](shop::Machine& m) { m.behaviour.link_parameter = 4972; }); }},
    {"they meet",
     [](test::LinkedShop& s) {
         onMachine(s, [](shop::Machine& m) { m.behaviour.scratch_parameter = m.behaviour.link_parameter - 29; });
     }},
    {"they just do not meet",
     [](test::LinkedShop& s) {
         onMachine(s, [](shop::Machine& m) { m.behaviour.scratch_parameter = m.behaviour.link_parameter - 30; });
     }},
    {"homed among the links",
     [](test::LinkedShop& s) {
         onMachine(s, [](shop::Machine& m) { m.behaviour.homed_parameter = m.behaviour.link_parameter + 89; });
     }},
    {"homed beyond the last parameter",
     [](test::LinkedShop& s) { onMachine(s, [](shop::Machine& m) { m.behaviour.homed_parameter = 5410; }); }},
    {"homed at none",
     [](test::LinkedShop& s) { onMachine(s, [](shop::Machine& m) { m.behaviour.homed_parameter = 0; }); }},
    {"setter too high",
     [](test::LinkedShop& s) {
         onMachine(s, [](shop::Machine& m) { m.axes[2].high_mm = m.axes[2].high_mm > 0 ? 90 : -60; });
     }},
    {"setter too low",
     [](test::LinkedShop& s) {
         onMachine(s, [](shop::Machine& m) { m.axes[2].low_mm = m.axes[2].low_mm < 0 ? -40 : 110; });
     }},
    {"stroke too short",
     [](test::LinkedShop& s) { onSetter(s, [](shop::ToolSetter& t) { t.overtravel_mm = t.trigger_mm - 0.5; }); }},
    {"no trim", [](test::LinkedShop& s) { s.changeSetup([](shop::ZeroSetup& z) { z.prefer.trim_mm = 0; }); }},
    {"another home", [](test::LinkedShop& s) { onMachine(s, [](shop::Machine& m) { m.home_epoch = 5; }); }},
    {"a work reading without its offset",
     [](test::LinkedShop& s) {
         s.change(s.contact, [](shop::Contact& c) { c.frame = shop::Frame::Work; });
         if (auto const on_setter = s.setup().link.setter)
             s.change(on_setter, [](shop::Contact& c) { c.frame = shop::Frame::Work; });
     }},
};

} // namespace

/// What is printed, and what it does, in the two odd shops, as it was read and approved.
class PrintedTest : public QObject {
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
        auto const made = safety::rehearse(shop.reader(), shop.setup(), k);
        QVERIFY2(made, made ? "" : describe(made.error()).c_str());
        auto const file = fmt::format("macros/{}-{}", macros::name(k), name(static_cast<Odd>(odd)));
        QVERIFY(test::approved(file + ".ngc", made->macro.text));
        machine::Trace trace;
        auto const result = test::runText(made->macro.text, made->world(), &trace);
        QVERIFY2(safety::classify(result, *made) == safety::RunClass::Right, result.message.c_str());
        QVERIFY(test::approved(file + ".run", told(made->world()) + told(trace, made->zero.machine.units) +
                                                  told(result, made->world().memory, shop.book.units())));
    }
    /// Every fault against every macro of the odd shops: how it ends, where, and by how much the zero is off.
    void faults_data() {
        QTest::addColumn<int>("odd");
        for (auto const odd : {Odd::Metric, Odd::Inch}) QTest::addRow("%s", name(odd)) << static_cast<int>(odd);
        QTest::addRow("inserts on a clipped plate") << -1;
    }
    void faults() {
        QFETCH(int, odd);
        std::string text;
        std::set<std::string> sayings;
        for (auto const kind : macros::every_kind) {
            auto shop = oddShop(kind, odd < 0 ? Odd::Inch : static_cast<Odd>(odd));
            if (odd < 0) { // a clip and a spanner, an end of inserts
                if (!macros::of(kind).touches_plate || macros::of(kind).setsSides()) continue;
                shop.change(shop.plate, [](shop::TouchPlate& p) {
                    p.path = shop::Path::Clip;
                    p.proof = shop::ProofBy::Spanner;
                    p.sprung = false;
                    p.practice = {};
                });
                shop.change(shop.tool, [](shop::Assembly& a) {
                    a.tip = shop::TipShape::Insert;
                    a.diameter_mm = 22;
                    a.contact_radius_mm = 8;
                });
            }
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
        QVERIFY(test::approved(fmt::format("faults-{}.txt", odd < 0 ? "inserts" : name(static_cast<Odd>(odd))), text));
    }
    void variants_data() {
        QTest::addColumn<int>("index");
        for (int i = 0; i < static_cast<int>(std::size(::variants)); ++i)
            QTest::addRow("%s, %s", ::variants[i].name, name(::variants[i].odd)) << i;
    }
    void variants() {
        QFETCH(int, index);
        auto const& v = ::variants[index];
        auto shop = oddShop(v.kind, v.odd);
        v.edit(shop);
        auto const made = safety::rehearse(shop.reader(), shop.setup(), v.kind);
        QVERIFY2(made, made ? "" : describe(made.error()).c_str());
        machine::Trace trace;
        auto const result = test::runText(made->macro.text, made->world(), &trace);
        QVERIFY2(safety::classify(result, *made) == safety::RunClass::Right, result.message.c_str());
        // What the plain macro does not have.
        auto const plain = oddShop(v.kind, v.odd).rehearse(v.kind);
        std::string text;
        for (auto const& line : diffLines(plain.macro.text, made->macro.text))
            if (line.change != LineChange::Same)
                text += (line.change == LineChange::Gone ? "- " : "+ ") + line.text + "\n";
        QVERIFY(test::approved(fmt::format("variants/{}-{}.txt", v.name, name(v.odd)),
                               text + told(result, made->world().memory, shop.book.units())));
    }
    void whatStandsInTheWay() {
        std::string text;
        for (auto const odd : {Odd::Metric, Odd::Inch})
            for (auto const& each : refusals) {
                std::map<std::string, std::string> kinds; // by what is said
                for (auto const kind : macros::every_kind) {
                    auto shop = oddShop(kind, odd);
                    each.edit(shop);
                    auto const made = safety::rehearse(shop.reader(), shop.setup(), kind);
                    kinds[made ? "written" : describe(made.error())] += fmt::format(" {}", macros::name(kind));
                }
                text += fmt::format("== {}, {}\n", each.name, name(odd));
                for (auto const& [said, which] : kinds) text += fmt::format("{}:{}\n", said, which);
            }
        QVERIFY(test::approved("refusals.txt", text));
    }
};

STEADY_TEST(PrintedTest);
#include "PrintedTest.moc"
