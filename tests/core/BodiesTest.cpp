// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Approved.h"
#include "support/Test.h"

#include "core/base/Json.h"
#include "core/shop/Book.h"
#include "core/shop/Codec.h"
#include "core/zeroing/PlateZero.h"

#include <nlohmann/json.hpp>
#include <set>

using namespace steady;
using namespace steady::shop;

namespace {

TouchPractice practice(double n) { return {400 + n, 12.5 + n, 5, 2.5 + n, 0.75 + n, Direction::Release, 3, 1.5 + n}; }

Machine machine() {
    Machine m;
    m.name = "Ash “1”";
    m.axes = {AxisTravel{-1, 611, 5100, 310, 0.01, AxisEnd::High}, AxisTravel{-2, 422, 5200, 320, 0.02, AxisEnd::High},
              AxisTravel{-133, 3, 5300, 330, 0.03, AxisEnd::High}};
    m.units = UnitSystem::Inch;
    m.dialect = "other";
    m.behaviour = {ClosedAtStart::EndsAsContact,
                   HomeMove::NamedAxes,
                   5399,
                   OffsetAtEnd::Kept,
                   WithoutPoint::LeastIncrements,
                   WaitsFor::EveryLine,
                   401,
                   1200,
                   true,
                   {{"retract", "UP {{z}}\nSTOP"}}};
    m.capture = Capture::Debounced;
    m.debounce_s = 0.004;
    m.poll_s = 0.002;
    m.driver_lag_s = 0.0015;
    m.switch_scatter_mm = 0.0021;
    m.spindle = SpindleSwitch::Hand;
    m.spin_down_s = 11;
    m.spindle_body_mm = 71;
    m.home_order = HomeOrder::AllAtOnce;
    m.home_search_mm_min = 1300;
    m.home_latch_mm_min = 90;
    m.length_sign = LengthSign::Negative;
    m.proof_creep_mm = 7;
    m.proof_creep_s = 12;
    m.dust_shoe_mm = 40;
    m.dust_shoe_diameter_mm = 140;
    m.home_epoch = 4;
    m.shoe_boxed = true;
    m.shoe = {51, 52, 53, 54};
    m.head_mm = 65;
    m.head = {111, 112, 113, 114};
    return m;
}

Contact contact() {
    Contact c;
    c.value_mm = -12.5;
    c.frame = Frame::Work;
    c.as_typed = "-12,5";
    c.work_offset = 3;
    c.work_offset_z_mm = -70.25;
    c.assembly = {6};
    c.plate = {5};
    c.feed_mm_min = 25;
    c.source = Source::Imported;
    c.at_utc_ms = 1234567890123;
    c.target = Target::Paper;
    c.setter = {20};
    c.feeler_mm = 0.07;
    c.bare_nose = true;
    c.direction = Direction::Release;
    c.vacuum = true;
    c.home_epoch = 4;
    c.board = {12};
    return c;
}

ZeroSetup setup() {
    ZeroSetup z;
    z.place.machine = {2};
    z.place.plate = {5};
    z.place.assembly = {6};
    z.place.contact = {7};
    z.place.work_offset = 9;
    z.place.stock_thickness_mm = 19.5;
    z.prefer.window_mm = 3.5;
    z.prefer.times = {{"link", 240}, {"lengths", {}}};
    z.place.setter = {8};
    z.place.board = {12};
    z.plan.method = Method::LengthTable;
    z.plan.reference = LengthReference::Master;
    z.plan.reference_tool = {16};
    z.prefer.paper_mm = 0.08;
    z.prefer.paper_use = PaperUse::OnlyAFeel;
    z.link.plate = {17};
    z.link.setter = {18};
    z.link.offset = 4;
    z.gauge.block_mm = 25.4;
    z.gauge.reference_mm = 40.5;
    z.gauge.again_mm = 25.38;
    z.gauge.by_feel = true;
    z.gauge.axis = AxisName::Y;
    z.gauge.readout = z.gauge.setting = UnitSystem::Inch;
    z.gauge.bits = {{4, "upper limit", "jog down"}};
    z.gauge.inputs = "0x24";
    z.gauge.done = {"inputs", "lock"};
    z.plan.also_offsets = {2, 8};
    z.prefer.trim_mm = -0.2;
    z.prefer.square_mm = 12.7;
    z.stored = {2, 31.25, -7.5};
    z.prefer.look_mm = 7;
    z.prefer.good_enough_mm = 0.08;
    z.place.looked_utc_ms = 123;
    z.place.looked_tool = {19};
    z.place.board_accepted = {21};
    z.place.zero_used = {{"thickness", 5, 9.942}};
    z.link.used = {{"thickness", 5, 9.931}, {"scale", 2, {}}};
    z.change = {{22}, 31.5, -4.25, true, 60.5};
    z.side = {SideFeature::Corner,
              SideAxis::Y,
              Toward::Minus,
              Toward::Minus,
              6.02,
              2.5,
              -120.4,
              -119.8,
              11,
              43,
              7.5,
              17,
              8.5,
              37.3,
              3.7};
    return z;
}

Wiring wiring(double input_v) {
    return {"in “3”", SignalOutput::Sourcing, InputClass::Isolated, 24, input_v, Level::High, true, true, true};
}

/// Every kind, every field set, no two figures of a kind alike.
std::vector<Entity> entities() {
    TouchPlate plate{"Plate “B”", 12.7, 50, 30, Circuit::ClosedAtRest, 0.1, {4}, {3}, Path::OwnSwitch, true};
    plate.sold_below_mm = 0.01;
    plate.sold_above_mm = 0.025;
    plate.practice = practice(0.25);
    plate.proof = ProofBy::Lift;
    plate.wall_mm = 6.3;
    plate.lip_mm = 9.5;
    plate.wiring = wiring(6);
    plate.air = {4, 4.5, AirFlow::AgainstNozzle, AirTight::ByHand};
    ToolSetter setter{"Setter",        -3, 4, 61, 60.5, 57, 55, 21, 41, 31, 12, Circuit::OpenAtRest, Path::Clip,
                      SetterInput::Own};
    setter.practice = practice(0.5);
    setter.wiring = wiring(12);
    setter.air = {6, 6.35, AirFlow::ToNozzle, AirTight::ByWrench};
    setter.chain_s = 0.04;
    setter.without_power = ZWithoutPower::Drops;
    Assembly tool{
        7, "vee", 16, 47.9, 99, {13}, {14}, 0.4, 33, TipShape::RoundOver, 2.5, 29, false, LengthMethod::HeightGauge};
    tool.own_offset = 5;
    tool.machine = {2};
    tool.released_utc_ms = 101;
    tool.teeth = 3;
    tool.vee_deg = 60;
    tool.recess_mm = 2.2;
    tool.spacers = {{1.5}, {2.5}};
    return {BookInfo{"Tern", UnitSystem::Inch, {15}},
            machine(),
            Instrument{"Caliper", 0.02, 0.04},
            plate,
            setter,
            Cutter{"vee", 16, TipShape::Insert, 7.5, false, 4, 75, 2.4},
            Holder{"H1", 50, "“20”", "P1", 41},
            tool,
            Study{"thickness",
                  StudyType::Seating,
                  1234,
                  {2},
                  {5},
                  {20},
                  {6},
                  {"loose", "pressed"},
                  {0.002, 26, 21, Direction::Release, Answer::Yes, Answer::No, "the owner"},
                  {TypedAs::LastDigits, ReadingUnit::Thou, -63.2},
                  {0.03, 0.9, 0.99, 25, 0.015, {5, 10}},
                  {Answer::Yes, Answer::No, Answer::Yes, Answer::No},
                  {30},
                  0.016,
                  0.001,
                  {4},
                  12,
                  31,
                  true},
            contact(),
            Board{"MDF", 19, 9, 11},
            Surfacing{{3}, 0.4, 77},
            setup(),
            MacroVersion{"re-touch", "G21\n(a, “b”)\n", 12, 88, {{"thickness", 5, 9.9}}, {11}},
            MacroRun{{4}, "completed", "chip", -0.3, 13, 99},
            Event{Happening::Rebolted,
                  1234,
                  {2},
                  {5},
                  {20},
                  {12},
                  {6},
                  0.25,
                  "by the “door”",
                  "link",
                  {{"length", 6, 47.5}, {"x", 20, {}}}},
            Reminder{"wipe the “disc”", {2}, DueBy::Cycles, 250, 4321, 1200, 31, 1150},
            SignalProof{{2},
                        {5},
                        {20},
                        777,
                        {Shows::Nothing, Shows::Contact, Shows::Flickers, Answer::Yes, Answer::No},
                        "seen “yesterday”",
                        Circuit::ClosedAtRest,
                        Path::OwnSwitch,
                        wiring(3.3),
                        Capture::Polled,
                        0.003},
            TableTop{{2}, -5, 6, 1290, 880, -177, SlotsAlong::Y, 55, 105, 8, 3, 7, 11, 4, 210, 150},
            Fitting{"rack", {2}, FittingSort::Rack, 650, 860, 370, 45, 1, 70, 60},
            Mounting{{20},
                     {2},
                     Mount::Bracket,
                     91,
                     92,
                     13,
                     2500,
                     35,
                     LeadExit::Back,
                     LampAt::LeftOfLead,
                     {{95, 96}, {97, 98}},
                     4,
                     62,
                     6.6,
                     45},
            SettingsSheet{{2}, {20}, SetBy::Constants, {{"x", "“21”", "3.5"}, {"y", "22", ""}}, 888},
            ScaleCheck{{2}, AxisName::Y, {{100, 99.97, true}, {200, 199.95, true}}, 0.01, 0.2, 320, 889},
            MechanicsCheck{{2}, MechanicsPart::Column, 890, SweepAlong::Y, 210, -0.06, 0.01, 140, true, "bolt “3”"},
            Standard{"block",
                     StandardSort::HeightGauge,
                     25,
                     0.002,
                     3,
                     {3},
                     Condition::Worn,
                     893,
                     365,
                     {12, 7.5, 0.2, 0.1, 130, 70}},
            BeamCheck{{2}, {31}, {32}, 894, Answer::Yes, -0.1, 0.05, 0.1, 4.1, 8.15, 8.05, 895, 100.02, 896, 100.03},
            ToolCare{{6}, Care::Quarantined, 897, 40, "a chipped “flute”"},
            PartCheck{{2}, AxisName::Z, {{PartSize::SameWay, 50, 49.98}, {PartSize::Inside, 80, 80.1}}, 8, 0.05, 898},
            MacroProof{{4},
                       "steady 1",
                       "cbf29ce484222325",
                       17,
                       200,
                       true,
                       {{"", 190, 10, 0, 0, 0, 0, false}, {"chip_not_wiped", 1, 2, 3, 4, 5, 6, true}},
                       14,
                       899},
            ToolRack{"Back “2”",
                     {5},
                     7,
                     54.5,
                     SideAxis::Y,
                     Toward::Minus,
                     Toward::Plus,
                     -19.5,
                     0.25,
                     21,
                     51,
                     26,
                     3,
                     41,
                     23,
                     72,
                     0.06,
                     0.2,
                     {true, true, 9.5, 9.75, 44.5, 845.25, 3, 31, 41, 6},
                     {3, 5, 2, 4, 6, WithoutAir::StaysClosed, 3.5, 750, 731},
                     {{{41, 42, 2, 43, 44}, 31.5, 700.25, -81.125, 901, true, PocketFrom::Fitted, {6}, Seen::Known}}},
            Carousel{"Drum “3”",
                     {5},
                     0.45,
                     6.5,
                     false,
                     true,
                     79,
                     2,
                     {6},
                     Seen::Believed,
                     71.5,
                     -33.25,
                     -81.5,
                     51,
                     39,
                     {1, 2, 3, 5, 6, WithoutAir::Opens, 2.5, 650, 751},
                     {7, 8, 9, 10, 11, 12, 13, 14, 15, SlideWithout::Stays, 4.5},
                     {4, 13, 771, 7.5},
                     {{{31, 32, 3, 33, 34}, {6}, Seen::Known}, {}}},
            ChangeRecord{{4}, ChangeMoment::DrawnIn, 0.75, true, "a “chip”", 1'700'000'000'321}};
}

/// Before an arm was started by an output.
Entity withoutArm(Entity entity) {
    if (auto* drum = std::get_if<Carousel>(&entity)) drum->exchange = {};
    return entity;
}

/// Before a control counted changes itself, and a rack was set out.
Entity withoutCounts(Entity entity) {
    entity = withoutArm(std::move(entity));
    if (auto* rack = std::get_if<ToolRack>(&entity)) {
        rack->drive.counts_from.reset();
        auto const& m = rack->mounting;
        rack->mounting = {m.pins_out, m.tight, m.first_gap_mm, m.last_gap_mm};
        for (auto& pocket : rack->pockets) pocket.shown_picks = pocket.shown_drops = 0;
    }
    if (auto* drum = std::get_if<Carousel>(&entity)) {
        drum->drive.counts_from.reset();
        for (auto& place : drum->places) static_cast<Counts&>(place) = {};
    }
    return entity;
}

/// Before a carousel had outputs and inputs.
Entity withoutRing(Entity entity) {
    entity = withoutCounts(std::move(entity));
    if (auto* drum = std::get_if<Carousel>(&entity)) {
        drum->x_mm = drum->y_mm = drum->seat_z_mm = drum->cone_mm = {};
        drum->flange_mm = Carousel{}.flange_mm;
        drum->drive = {};
        drum->ring = {};
    }
    return entity;
}

/// Before a setup had a kept place, a square and steps to a lost reference.
Entity withoutPlaces(Entity entity) {
    entity = withoutRing(std::move(entity));
    if (auto* drum = std::get_if<Carousel>(&entity)) {
        drum->in_arm = {};
        drum->arm_seen = Seen::Unknown;
    }
    if (auto* setup = std::get_if<ZeroSetup>(&entity)) {
        setup->change.by_button = false;
        setup->change.lifted_mm.reset();
        setup->stored = {};
        auto const& old = setup->gauge;
        setup->gauge = {old.block_mm, old.reference_mm, old.again_mm, old.by_feel};
        setup->prefer.square_mm.reset();
    }
    return entity;
}

/// As it was before a rack's clamp had outputs and inputs.
Entity withoutDrive(Entity entity) {
    entity = withoutPlaces(std::move(entity));
    if (auto* rack = std::get_if<ToolRack>(&entity)) rack->drive = {};
    return entity;
}

/// As it was before anything was touched from the side, and before a control had words of its own.
Entity withoutSides(Entity entity) {
    entity = withoutPlaces(std::move(entity));
    if (auto* machine = std::get_if<Machine>(&entity)) machine->behaviour.phrases.clear();
    if (auto* plate = std::get_if<TouchPlate>(&entity)) plate->wall_mm.reset(), plate->lip_mm = TouchPlate().lip_mm;
    if (auto* setup = std::get_if<ZeroSetup>(&entity)) setup->change = {}, setup->side = {};
    return entity;
}

/// And before controls with hash variables.
Entity withoutAnswers(Entity entity) {
    entity = withoutSides(std::move(entity));
    if (auto* machine = std::get_if<Machine>(&entity)) {
        machine->behaviour.without_point = {};
        machine->behaviour.waits_for = {};
    }
    return entity;
}

/// And while a plate had no tolerance as sold.
Entity withoutTolerance(Entity entity) {
    entity = withoutAnswers(std::move(entity));
    if (auto* plate = std::get_if<TouchPlate>(&entity)) plate->sold_below_mm = plate->sold_above_mm = {};
    return entity;
}

/// And while a study was of a thickness, and nothing else.
Entity withoutStudies(Entity entity) {
    entity = withoutTolerance(std::move(entity));
    if (auto* study = std::get_if<Study>(&entity)) *study = Study{study->what};
    return entity;
}

/// And before standards, air, spacers and outlines.
Entity withoutSpacers(Entity entity) {
    entity = withoutStudies(std::move(entity));
    if (auto* machine = std::get_if<Machine>(&entity)) {
        machine->shoe_boxed = false;
        machine->shoe = machine->head = {};
        machine->head_mm.reset();
    }
    if (auto* plate = std::get_if<TouchPlate>(&entity)) plate->air = {};
    if (auto* setter = std::get_if<ToolSetter>(&entity)) setter->air = {};
    if (auto* holder = std::get_if<Holder>(&entity)) *holder = {holder->name, holder->nut_mm, "", "", {}};
    if (auto* table = std::get_if<TableTop>(&entity)) table->gantry_mm.reset();
    if (auto* tool = std::get_if<Assembly>(&entity)) tool->spacers.clear();
    if (auto* mounting = std::get_if<Mounting>(&entity)) {
        mounting->machine = {};
        mounting->lamp = LampAt::None;
        mounting->corners.clear();
    }
    return entity;
}

/// And before devices were wired and a setup said what is good enough.
Entity withoutWiring(Entity entity) {
    entity = withoutSpacers(std::move(entity));
    if (auto* machine = std::get_if<Machine>(&entity)) machine->behaviour.homing_touches_setter = false;
    if (auto* plate = std::get_if<TouchPlate>(&entity)) plate->wiring = {};
    if (auto* setter = std::get_if<ToolSetter>(&entity)) {
        setter->wiring = {};
        setter->chain_s.reset();
        setter->without_power = ZWithoutPower::NotKnown;
    }
    if (auto* setup = std::get_if<ZeroSetup>(&entity)) setup->prefer.good_enough_mm = ZeroPreferences{}.good_enough_mm;
    return entity;
}

/// And before a setup had the times that its owner takes.
Entity withoutTimes(Entity entity) {
    entity = withoutWiring(std::move(entity));
    if (auto* setup = std::get_if<ZeroSetup>(&entity)) setup->prefer.times.clear();
    return entity;
}

/// And before kept results had the figures that they were made with.
Entity withoutFigures(Entity entity) {
    entity = withoutTimes(std::move(entity));
    if (auto* setup = std::get_if<ZeroSetup>(&entity)) {
        setup->place.zero_used.clear();
        setup->link.used.clear();
    }
    if (auto* version = std::get_if<MacroVersion>(&entity)) {
        version->used.clear();
        version->place = {};
    }
    return entity;
}

void collectEqual(Json const& a, Json const& b, std::string const& path, std::vector<std::string>& equal) {
    if (a.is_object())
        for (auto const& [key, value] : a.items()) collectEqual(value, b.at(key), path + "." + key, equal);
    else if (a == b && path != ".v")
        equal.push_back(path);
}

} // namespace

/// What a book's file holds of each kind: bodies/every-kind.json is read for ever.
class BodiesTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyFieldIsWrittenAndReadBack() {
        std::string all;
        std::set<std::string> kinds;
        for (auto const& entity : entities()) {
            auto const text = dumpJson(toJson(entity));
            all += kindOf(entity) + " " + text + "\n";
            kinds.insert(kindOf(entity));
            auto const back = fromJson(kindOf(entity), *parseJson(text, "body"));
            QVERIFY(back && *back == entity);
            // None of the fields stands at its default, so none can be left out unseen.
            auto const untouched = std::visit([]<class T>(T const&) { return Entity(T{}); }, entity);
            std::vector<std::string> equal;
            collectEqual(toJson(entity), toJson(untouched), "", equal);
            QVERIFY2(equal.empty(), equal.empty() ? "" : (kindOf(entity) + equal.front()).c_str());
        }
        QCOMPARE(kinds.size(), std::variant_size_v<Entity>);
        QVERIFY(test::approved("bodies.txt", all));
    }
    /// What an entity is before anybody has typed anything: a new one, and what an older body leaves out.
    void defaultsAreKnown() {
        std::string all;
        for (auto const& entity : entities())
            all += kindOf(entity) + " " +
                   dumpJson(toJson(std::visit([]<class T>(T const&) { return Entity(T{}); }, entity))) + "\n";
        all += "assumed " + dumpJson(toJson(zeroing::assumedMachine())) + "\n";
        all += "assumed " + dumpJson(toJson(zeroing::assumedPlate())) + "\n";
        all += "assumed " + dumpJson(toJson(zeroing::assumedAssembly())) + "\n";
        QVERIFY(test::approved("defaults.txt", all));
    }
    /// The same values, from the file: what was written once must mean the same for ever.
    void frozenBodiesMeanTheSame_data() {
        QTest::addColumn<QString>("file");
        QTest::addColumn<int>("later"); // kinds that came later
        auto row = [](char const* age, char const* name, int later) {
            QTest::newRow(age) << QStringLiteral("tests/data/%1.txt").arg(QLatin1String(name)) << later;
        };
        row("as written today", "approved/bodies", 0);
        row("before an arm was started", "bodies-14", 0);
        row("before a control counted changes", "bodies-13", 0);
        row("before a carousel had outputs", "bodies-12", 0);
        row("before a kept place", "bodies-11", 1);
        row("before a rack's clamp had outputs", "bodies-10", 2);
        row("before touches from the side", "bodies-9", 3);
        row("before controls with hash variables", "bodies-8", 3);
        row("before a plate had a tolerance", "bodies-7", 4);
        row("before studies had questions", "bodies-6", 4);
        row("before standards and spacers", "bodies-5", 8);
        row("before devices were wired", "bodies-4", 15);
        row("before a zero setup had times", "bodies-3", 16);
        row("before a zero setup had parts", "bodies-2", 17);
    }
    void frozenBodiesMeanTheSame() {
        QFETCH(QString, file);
        QFETCH(int, later);
        std::map<QString, Entity (*)(Entity)> const then{
            {QStringLiteral("14"), withoutArm},    {QStringLiteral("13"), withoutCounts},
            {QStringLiteral("12"), withoutRing},   {QStringLiteral("11"), withoutPlaces},
            {QStringLiteral("10"), withoutDrive},  {QStringLiteral("9"), withoutSides},
            {QStringLiteral("8"), withoutAnswers}, {QStringLiteral("7"), withoutTolerance},
            {QStringLiteral("6"), withoutStudies}, {QStringLiteral("5"), withoutSpacers},
            {QStringLiteral("4"), withoutWiring},  {QStringLiteral("3"), withoutTimes},
            {QStringLiteral("2"), withoutFigures}};
        auto all = entities();
        if (auto const old = then.find(file.chopped(4).section(QLatin1Char('-'), -1)); old != then.end())
            for (auto& entity : all) entity = old->second(entity);
        std::size_t i = 0;
        for (auto const& line : test::readAll(test::sourcePath(file.toUtf8().constData())).trimmed().split('\n')) {
            auto const blank = line.indexOf(' ');
            auto const read =
                fromJson(line.left(blank).toStdString(), *parseJson(line.mid(blank + 1).toStdString(), ""));
            QVERIFY(read && i < all.size());
            QVERIFY2(*read == all[i], line.constData());
            ++i;
        }
        QCOMPARE(i, all.size() - static_cast<std::size_t>(later));
    }
    /// What a field cannot be is not read, and said with its limits: 5409 parameters, nine work offsets (RS274/NGC).
    void whatLiesOutsideIsNamed_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("field");
        QTest::addColumn<QString>("good");
        QTest::addColumn<QStringList>("wrong");
        QTest::addColumn<QString>("words");
        auto row = [](char const* kind, char const* field, char const* good, QStringList wrong, char const* words) {
            QTest::addRow("%s.%s", kind, field) << QString::fromLatin1(kind) << QString::fromLatin1(field)
                                                << QString::fromLatin1(good) << wrong << QString::fromLatin1(words);
        };
        auto list = [](char const* words) { return QString::fromLatin1(words).split(QLatin1Char(' ')); };
        row("machine", "homed_parameter", "5409", list("0 5410 9999 -1"), "5409");
        row("machine", "scratch_parameter", "5031", list("30 5032 100000000"), "5031");
        row("machine", "link_parameter", "4971", list("30 4972 100000000"), "4971");
        row("zero_setup", "work_offset", "9", list("0 10 100000000"), "from 1 to 9");
        row("zero_setup", "link_offset", "1", list("0 10 100000000"), "from 1 to 9");
        row("zero_setup", "also_offsets", "[2,9]", list("[0] [2,10] [1.5] 3"), "");
        row("contact", "work_offset", "9", list("0 10"), "from 1 to 9");
        row("contact", "plate", "7", list("-1 9223372036854775808"), "");
        row("assembly", "own_offset", "0", list("-1 10"), "from 0 to 9");
        row("assembly", "number", "99999", list("-1 100000"), "99999");
        row("assembly", "teeth", "24", list("4294967298 1.5 18446744073709551615"), "a whole number");
        row("assembly", "length_mm", "50.5", list("1e300 -1e13 \"x\""), "a number");
        row("machine", "x", "{\"backlash_mm\":2}", list("{\"backlash_mm\":-0.01} {\"backlash_mm\":3}"), "from 0 to 2");
    }
    void whatLiesOutsideIsNamed() {
        QFETCH(QString, kind);
        QFETCH(QString, field);
        QFETCH(QString, good);
        QFETCH(QStringList, wrong);
        QFETCH(QString, words);
        auto read = [&](QString const& value) {
            return fromJson(kind.toStdString(),
                            *parseJson(QStringLiteral("{\"v\":2,\"%1\":%2}").arg(field, value).toStdString(), ""));
        };
        QVERIFY(read(good));
        for (auto const& value : wrong) {
            auto const refused = read(value);
            QVERIFY2(!refused, qPrintable(value));
            QVERIFY2(QString::fromStdString(refused.error().limit).contains(words), refused.error().limit.c_str());
        }
    }
    /// What files hold, in the order of the enumerators: stated by hand, since a swapped pair would read back equal.
    void theWordsOfEnumerations() {
        QCOMPARE(words<UnitSystem>(), QStringLiteral("mm inch"));
        QCOMPARE(words<AxisEnd>(), QStringLiteral("low high"));
        QCOMPARE(words<ClosedAtStart>(), QStringLiteral("refused ends_as_contact"));
        QCOMPARE(words<HomeMove>(), QStringLiteral("all_axes named_axes"));
        QCOMPARE(words<OffsetAtEnd>(), QStringLiteral("first kept"));
        QCOMPARE(words<WithoutPoint>(), QStringLiteral("as_written least_increments"));
        QCOMPARE(words<WaitsFor>(), QStringLiteral("dwell dwell_and_skip every_line"));
        QCOMPARE(words<Capture>(), QStringLiteral("hardware polled debounced"));
        QCOMPARE(words<SpindleSwitch>(), QStringLiteral("controller hand"));
        QCOMPARE(words<HomeOrder>(), QStringLiteral("z_first all_at_once"));
        QCOMPARE(words<LengthSign>(), QStringLiteral("positive negative"));
        QCOMPARE(words<Circuit>(), QStringLiteral("open_at_rest closed_at_rest"));
        QCOMPARE(words<Path>(), QStringLiteral("clip spindle_earth own_switch"));
        QCOMPARE(words<ProofBy>(), QStringLiteral("spanner lift"));
        QCOMPARE(words<SetterInput>(), QStringLiteral("shared_with_plate own"));
        QCOMPARE(words<TipShape>(), QStringLiteral("rim point insert ball round_over"));
        QCOMPARE(words<LengthMethod>(), QStringLiteral("setter plate height_gauge"));
        QCOMPARE(words<Frame>(), QStringLiteral("machine work"));
        QCOMPARE(words<Source>(), QStringLiteral("measured imported simulated"));
        QCOMPARE(words<Target>(), QStringLiteral("plate setter board paper"));
        QCOMPARE(words<Direction>(), QStringLiteral("press release"));
        QCOMPARE(words<Method>(), QStringLiteral("re_touch length_table offset_per_tool"));
        QCOMPARE(words<LengthReference>(), QStringLiteral("nose master first_tool"));
        QCOMPARE(words<PaperUse>(), QStringLiteral("subtracted only_a_feel"));
        QVERIFY(!fromJson("contact", Json{{"target", "another"}}));
        QVERIFY(!fromJson("contact", Json{{"target", 1}}));
    }
    void aBodyOfANewerProgramIsRefused() {
        QVERIFY(fromJson("board", Json{{"v", 2}}));
        auto const refused = fromJson("board", Json{{"v", 3}});
        QVERIFY(!refused);
        QCOMPARE(refused.error().code, Code::FileNewer);
        QCOMPARE(refused.error().value, std::string("a body of version 3"));
    }

private:
    template<class E> static QString words() {
        QStringList all;
        for (int i = 0; word(static_cast<E>(i)); ++i) all << QString::fromLatin1(word(static_cast<E>(i)));
        return all.join(QLatin1Char(' '));
    }
};

STEADY_TEST(BodiesTest);
#include "BodiesTest.moc"
