// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/DemoBook.h"

#include "core/install/Proof.h"
#include "core/safety/Campaign.h"
#include "core/upkeep/Due.h"
#include "demo/Bench.h"
#include "demo/Rack.h"
#include "demo/Standards.h"
#include "demo/Studies.h"

namespace steady::demo {
namespace {

using namespace shop;

Machine longRouter() {
    Machine machine;
    machine.name = "Long router";
    machine.axes = {AxisTravel{0, 1300, 9000, 500, 0.02}, AxisTravel{0, 900, 9000, 500, 0.03},
                    AxisTravel{-180, 0, 3000, 400, 0.01, AxisEnd::High}};
    machine.capture = Capture::Polled;
    machine.poll_s = 0.001;
    machine.debounce_s = 0.002;
    machine.driver_lag_s = 0.001;
    machine.switch_scatter_mm = 0.003;
    machine.spin_down_s = 12;
    machine.head_mm = 95;
    machine.head = {75, 75, 60, 150};
    return machine;
}

ToolSetter fixedSetter() {
    ToolSetter setter;
    setter.name = "Front left setter";
    setter.x_mm = 64;
    setter.y_mm = 71;
    setter.free_mm = 62;
    setter.trigger_mm = 61.5;
    setter.overtravel_mm = 56.5;
    setter.solid_mm = 55.5;
    setter.disc_mm = 26;
    setter.body_mm = 44;
    setter.bracket_reach_mm = 18;
    setter.bracket_top_mm = 30;
    setter.input = SetterInput::Own;
    return setter;
}

struct LongRouter {
    Bench bench;
    Id<Study> study;
    Id<ZeroSetup> setup;
    std::array<Id<Assembly>, 7> tools{};

    void firstDays() {
        auto& d = bench.diary;
        d.at(74, 4);
        bench.machine = d.add("Long router", longRouter());
        d.at(73, 20);
        auto const caliper = d.add("Caliper", Instrument{"Caliper, 150 mm", 0.01, 0.02});
        study = d.add("Thickness of the plate", Study{"thickness of the aluminium plate"});
        TouchPlate plate{"Aluminium plate", 10, 60, 40, Circuit::OpenAtRest, 0.05, {}, caliper};
        bench.plate = d.add("Aluminium plate", plate);
        plate.thickness = study;
        d.set("Aluminium plate: readings belong to it", bench.plate, plate);
        d.read(study, {"9.94", "9.95", "9.94", "9.93", "9.95"});
        d.at(70, 5);
        auto const holder = d.add("Holder", Holder{"Taper holder, 50 mm flange", 50, "32 series", "long drawbar", 55});
        auto grip = [&](int number, char const* name, double diameter_mm, double length_mm, double stick_out_mm) {
            auto made = tool(number, name, diameter_mm, length_mm, stick_out_mm, bench.machine, d.now());
            made.holder = holder;
            if (number == 3) made.tip = TipShape::Ball;
            if (number == 4) made.tip = TipShape::Point;
            if (number == 5) {
                made.tip = TipShape::RoundOver;
                made.contact_radius_mm = 5;
            }
            if (number == 6) {
                made.tip = TipShape::Insert;
                made.contact_radius_mm = 44;
                made.teeth = 6;
                made.recess_mm = 3;
                made.largest_mm = 92;
                made.method = LengthMethod::Plate;
            }
            tools[static_cast<std::size_t>(number)] = d.add("Tool " + std::to_string(number), made);
        };
        grip(1, "8 mm compression", 8, 58.4, 32);
        grip(2, "6 mm up-cut", 6, 52.7, 26);
        grip(3, "12 mm ball, long reach", 12, 74.2, 48);
        d.at(68, 40);
        grip(4, "90° vee", 16, 47.9, 20);
        grip(5, "25 mm round-over", 25, 55.1, 28);
        grip(6, "92 mm surfacing cutter", 92, 63.0, 30);
        auto const cutter = d.add("Cutter", Cutter{"12 mm ball, two flutes", 12, TipShape::Ball, 0, true});
        d.edit("Cutter of tool 3", tools[3], [&](Assembly& a) { a.cutter = cutter; });
    }

    /// The setter, its first weeks, the lead that was bumped, and the warm-up that was seen drifting.
    void setterComes() {
        auto& d = bench.diary;
        d.at(62, 30);
        bench.setter = d.add("Front left setter", fixedSetter());
        bench.nose("-125.744");
        d.at(61, 10);
        bench.touch(tools[3], 3, "-51.431", Target::Setter);
        bench.touch(tools[1], 1, "-67.122", Target::Setter);
        bench.touch(tools[2], 2, "-73.265", Target::Setter);
        d.at(52, 45);
        d.read(study, {"9.71"});
        d.withdraw(study, 6, "slipped");
        d.at(47, 0);
        bench.touch(tools[3], 3, "-51.429", Target::Setter);
        d.at(47, 25);
        bench.touch(tools[3], 3, "-51.437", Target::Setter);
        d.at(47, 50);
        bench.touch(tools[3], 3, "-51.441", Target::Setter);
    }

    /// A new home switch: every machine position begins again.
    void homeSwitchChanges() {
        auto& d = bench.diary;
        d.at(33, 15);
        d.edit("Home switches changed", bench.machine, [](Machine& m) { ++m.home_epoch; });
        bench.home_epoch = 2;
        bench.nose("-125.902");
        d.at(33, 40);
        bench.touch(tools[1], 1, "-67.281", Target::Setter);
        bench.touch(tools[2], 2, "-73.420", Target::Setter);
        bench.touch(tools[3], 3, "-51.590", Target::Setter);
        bench.touch(tools[4], 4, "-78.152", Target::Setter);
        bench.touch(tools[5], 5, "-70.604", Target::Setter);
    }

    Id<Fitting> stand(char const* name, FittingSort sort, double x_mm, double y_mm, double width_mm, double depth_mm,
                      double height_mm, double base_mm = 0) {
        return bench.diary.add(std::string(name) + " on the table",
                               Fitting{name, bench.machine, sort, x_mm, y_mm, width_mm, depth_mm, base_mm, height_mm});
    }

    /// Where things stand: planned on the computer, set out with the machine as its own template, a millimetre off.
    void layOut() {
        auto& d = bench.diary;
        d.at(46, 20);
        TableTop table;
        table.machine = bench.machine;
        table.x_mm = table.y_mm = -10;
        table.width_mm = 1320;
        table.depth_mm = 920;
        table.slots = SlotsAlong::X;
        table.slot_first_mm = 82;
        table.slot_pitch_mm = 120;
        table.changes_a_month = 340;
        table.gantry_mm = 210;
        d.add("Table of the long router", table);
        d.at(45, 10);
        Mounting plan;
        plan.setter = bench.setter;
        plan.machine = bench.machine;
        plan.x_mm = 64;
        plan.y_mm = 72;
        plan.cable_mm = 2500;
        plan.lamp = LampAt::LeftOfLead;
        d.add("Plan of the setter", plan);
        auto const rack = stand("Six-pocket rack", FittingSort::Rack, 650, 862, 380, 60, 85);
        d.edit("Pitch of the rack", rack, [](Fitting& f) { f.pitch_mm = 60; });
        stand("Vacuum zone, left", FittingSort::VacuumZone, 520, 470, 300, 260, 0);
        stand("Vacuum zone, right", FittingSort::VacuumZone, 880, 470, 300, 260, 0);
        stand("Left fence", FittingSort::Rail, 330, 480, 20, 420, 40);
        stand("Loom blank", FittingSort::Stock, 700, 470, 640, 170, 22, 18);
        stand("Front clamp", FittingSort::Clamp, 520, 360, 90, 40, 45, 18);
        stand("Rear clamp", FittingSort::Clamp, 880, 580, 90, 40, 45, 18);
        stand("Vacuum hose", FittingSort::KeepOut, 1240, 840, 120, 110, 0);
    }

    /// Bolts, level and tram, and the scale of X against a steel rule.
    void lookAtTheIron() {
        auto& d = bench.diary;
        int minute = 0;
        auto look = [&](MechanicsPart part, SweepAlong along, std::optional<double> before, std::optional<double> after,
                        char const* note) {
            d.at(44, minute += 10);
            MechanicsCheck check;
            check.machine = bench.machine;
            check.part = part;
            check.along = along;
            check.at_utc_ms = d.now();
            check.before_mm = before;
            check.after_mm = after;
            check.sweep_mm = 220;
            check.bolts_apart_mm = 160;
            check.note = note;
            d.add(std::string("A look at the ") + word(part), check);
        };
        look(MechanicsPart::Bolts, SweepAlong::X, {}, {}, "gantry feet tightened");
        look(MechanicsPart::Level, SweepAlong::X, 0.3, 0.02, "");
        look(MechanicsPart::Head, SweepAlong::Y, 0.11, 0.02, "one shim of 0.07");
        look(MechanicsPart::Head, SweepAlong::X, -0.01, {}, "");
        d.at(44, 50);
        ScaleCheck scale;
        scale.machine = bench.machine;
        scale.error_mm = 0.2;
        scale.wanted_mm = 0.5;
        scale.steps_per_mm = 160;
        scale.moves = {
            {400, 400.2, false}, {800, 800.3, false}, {1200, 1200.5, false}, {800, 800.4, true}, {400, 400.3, true}};
        scale.at_utc_ms = d.now();
        d.add("Scale of X, against the long rule", scale);
        d.at(43, 5);
        PartCheck parts;
        parts.machine = bench.machine;
        parts.error_mm = 0.03;
        parts.cutter_mm = 8;
        parts.parts = {{PartSize::Outside, 60, 59.91},   {PartSize::Outside, 300, 299.99},
                       {PartSize::Inside, 60, 60.03},    {PartSize::Inside, 300, 300.14},
                       {PartSize::Outside, 150, 149.94}, {PartSize::Inside, 150, 150.07},
                       {PartSize::SameWay, 80, 80.05},   {PartSize::SameWay, 240, 240.11}};
        parts.at_utc_ms = d.now();
        d.add("Paddle templates measured along X", parts);
    }

    /// What is done to tools beside measuring them.
    void care() {
        auto& d = bench.diary;
        d.at(42, 10);
        auto note = [&](int number, Care did, std::optional<double> nm, char const* words) {
            d.add("Care of tool " + std::to_string(number),
                  ToolCare{tools[static_cast<std::size_t>(number)], did, d.now(), nm, words});
        };
        note(3, Care::Cleaned, {}, "");
        note(3, Care::Torqued, 55, "");
        note(3, Care::Inspected, {}, "one nick, far up the flute");
        note(5, Care::Inspected, {}, "bearing runs rough");
        note(5, Care::Quarantined, {}, "until the new bearing is in");
        d.edit("Spacers of tool 6", tools[6], [](Assembly& a) { a.spacers = {{2}, {3.5}}; });
    }

    /// The signals of both, and what the control was found to be set to.
    void wire() {
        auto& d = bench.diary;
        d.at(43, 30);
        d.edit("Wiring of the plate", bench.plate, [](TouchPlate& p) {
            p.wiring.port = "PROBE";
            p.wiring.contact_at = Level::Low;
        });
        d.edit("Wiring of the setter", bench.setter, [](ToolSetter& s) {
            s.wiring.port = "IN 4";
            s.wiring.input = InputClass::Isolated;
            s.wiring.supply_v = s.wiring.input_v = 24;
            s.wiring.contact_at = Level::Low;
            s.wiring.beside_power = s.wiring.shielded = true;
            s.chain_s = 0.035;
            s.without_power = ZWithoutPower::Holds;
            s.air = {6, 6, AirFlow::ToNozzle, AirTight::ByHand};
        });
        SettingsSheet sheet{bench.machine, bench.setter};
        auto found = [&](char const* id, char const* called, char const* value) {
            sheet.found.push_back({id, called, value});
        };
        found("units", "Units", "mm");
        found("enable", "Tool sensor", "on");
        found("setter.x", "Sensor X", "64.000");
        found("setter.y", "Sensor Y", "17.000"); // two digits changed places
        found("safe_z", "Safe height", "1.000"); // and a minus got lost
        sheet.at_utc_ms = d.now();
        d.add("Settings found at the control", sheet);
    }

    void prove(install::Device device, char const* what) {
        auto& d = bench.diary;
        auto const now =
            install::proofAsWired(facts::Reader(d.session().snapshot()), *d.session().book().find(setup), device);
        if (!now) return;
        auto proof = *now;
        proof.at_utc_ms = d.now();
        proof.observed = {Shows::Nothing, Shows::Contact, Shows::Nothing, Answer::Yes, Answer::No};
        d.add(what, proof);
    }

    Id<Board> newBoard() {
        auto& d = bench.diary;
        d.at(41, 20);
        auto const board = d.add("Spoilboard", Board{"Beech-ply spoilboard", 18, 9, 11});
        d.at(41, 55);
        d.add("Spoilboard surfaced by 0.6", Surfacing{board, 0.6, d.now()});
        return board;
    }

    void regrip() {
        auto& d = bench.diary;
        d.at(21, 33);
        auto fresh = *d.session().book().find(tools[2]);
        d.edit("Tool 2 gripped again", tools[2], [&](Assembly& a) { a.released_utc_ms = d.now(); });
        fresh.gripped_utc_ms = d.now();
        fresh.length_mm = 52.6;
        tools[2] = d.add("Tool 2, new grip", fresh);
        bench.touch(tools[2], 2, "-73.312", Target::Setter);
    }

    /// A text kept and run, and then the spindle was found to run down more slowly: out of date.
    void keepMacro() {
        auto& d = bench.diary;
        d.at(9, 50);
        auto const& book = d.session().book();
        auto const rehearsal = safety::rehearse(facts::Reader(d.session().snapshot()), *book.find(setup));
        if (rehearsal) {
            auto const seq = d.session().file().lastSeq();
            auto const version =
                d.add("Kept: Plate zero", MacroVersion{"plate-zero", rehearsal->macro.text, seq, d.now(),
                                                       zeroing::zeroUsed(rehearsal->zero), setup});
            d.add("Run of the macro", MacroRun{version, "right", "", 0.0004, seq + 1, d.now()});
            if (auto const table = safety::runCampaign(safety::attackOn(*rehearsal), {}))
                d.add("Fault table of the macro", safety::proofOf(*table, version, seq + 2, d.now()));
        }
        d.at(6, 15);
        d.edit("Spindle runs down in 14 s", bench.machine, [](Machine& m) { m.spin_down_s = 14; });
    }

    void today(Id<Board> board) {
        auto& d = bench.diary;
        d.at(0, -52);
        prove(install::Device::Plate, "Signal of the plate proved");
        d.at(0, -50);
        prove(install::Device::Setter, "Signal of the setter proved");
        d.at(0, -48);
        auto const on_plate = bench.touch(tools[3], 3, "-63.218", Target::Plate);
        d.edit("Zero of the loom blank", setup, [&](ZeroSetup& s) {
            s.place.contact = on_plate;
            s.place.stock_thickness_mm = 22;
            s.place.board = board;
        });
        d.at(0, -44);
        auto const on_setter = bench.touch(tools[3], 3, "-51.592", Target::Setter);
        d.edit("Link for G54", setup, [&](ZeroSetup& s) {
            s.link.plate = on_plate;
            s.link.setter = on_setter;
        });
    }
};

} // namespace

Result<void> writeDemoBook(QString const& path, std::int64_t now, std::optional<Way> way) {
    FixedClock clock(now);
    auto session = store::Session::create(path, clock, "Ida");
    if (!session) return Failure(session.error());
    Diary diary(**session, clock, now);
    diary.at(74, 0);
    auto const info = diary.add("The book", BookInfo{"Tern & Thole", UnitSystem::Metric});
    LongRouter router{{diary}, {}, {}};
    router.firstDays();
    router.setterComes();
    router.layOut();
    router.lookAtTheIron();
    router.wire();
    router.care();
    auto const beam = writeStandards(diary);
    auto const board = router.newBoard();
    ZeroSetup setup;
    setup.place.machine = router.bench.machine;
    setup.place.plate = router.bench.plate;
    setup.place.setter = router.bench.setter;
    setup.place.assembly = router.tools[3];
    setup.change.next = router.tools[1];
    router.setup = diary.add("Zero of the loom blank", setup);
    router.homeSwitchChanges();
    diary.at(29, 10);
    router.bench.touch(router.tools[3], 3, "-94.560", Target::Board);
    setUpBeam(diary, writeBenchMill(diary), beam);
    std::map<int, Id<Assembly>> by_number;
    for (int number = 1; number <= 5; ++number) by_number[number] = router.tools[static_cast<std::size_t>(number)];
    writeStudies(diary, {router.bench.machine, router.bench.plate, router.bench.setter, by_number});
    router.regrip();
    auto const& tools = router.tools; // tool 3 is in the spindle
    writeRack(diary, router.bench.machine, {tools[1], tools[2], {}, tools[4], tools[5], tools[6]});
    diary.at(12, 5);
    diary.add("Spoilboard surfaced by 0.5", Surfacing{board, 0.5, diary.now()});
    router.keepMacro();
    router.today(board);
    diary.at(0, -40);
    Reminder disc{"Wipe the disc, look at the cable", router.bench.machine, DueBy::Cycles, 200, diary.now()};
    disc.done_at = 1030; // by the owner's tally, like the count
    disc = upkeep::counted(facts::Reader((*session)->snapshot()), disc, 1180);
    diary.add("Reminder: wipe the disc", disc);
    diary.add("Reminder: caliper on a gauge block", Reminder{"Check the caliper on a gauge block", router.bench.machine,
                                                             DueBy::Days, 90, now - 93LL * 86'400'000});
    diary.set("Work at Long router", info, BookInfo{"Tern & Thole", UnitSystem::Metric, router.setup});
    if (way) liveOtherwise(diary, *way);
    return diary.done();
}

} // namespace steady::demo
