// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/facts/Holding.h"
#include "support/History.h"

using namespace steady;
using namespace steady::shop;
using facts::Hold;
using facts::ResultKind;

namespace {

/// One of each, all touched once, before anything happens.
struct Yard : test::History {
    Id<Machine> machine{1}, other_machine{2};
    Id<TouchPlate> plate{3};
    Id<ToolSetter> setter{4}, other_setter{5};
    Id<Board> board{6}, other_board{7};
    Id<Assembly> tool{8}, other_tool{9};
    Id<Contact> on_plate{10}, on_setter{11}, on_board{12};

    Yard() {
        put(machine, Machine{"Ash"});
        put(other_machine, Machine{"Spruce"});
        put(plate, TouchPlate{"3 mm"});
        put(setter, ToolSetter{"front"});
        put(other_setter, ToolSetter{"rear"});
        put(board, Board{"MDF"});
        put(other_board, Board{"Ply"});
        put(tool, Assembly{57});
        put(other_tool, Assembly{58});
        put(on_plate, touch(Target::Plate));
        put(on_setter, touch(Target::Setter));
        put(on_board, touch(Target::Board));
    }
    Contact touch(Target target) const {
        Contact made;
        made.assembly = tool;
        made.target = target;
        return made;
    }
    Event event(Happening what) const {
        Event made;
        made.what = what;
        made.machine = machine;
        return made;
    }
    facts::Basis basis(ResultKind kind) const {
        facts::Basis made;
        made.kind = kind;
        made.machine = machine;
        made.plate = plate;
        made.setter = setter;
        made.board = board;
        made.tools = {tool};
        made.contacts = {on_plate, on_setter, on_board};
        return made;
    }
    Hold state(ResultKind kind) const { return facts::holdingOf(reader(), basis(kind)).state; }
    /// “stale: a b; suspect: c”, in the order of the kinds.
    std::string told() const {
        std::string stale, suspect;
        for (int i = 0; word(static_cast<ResultKind>(i)); ++i) {
            auto const kind = static_cast<ResultKind>(i);
            if (state(kind) == Hold::Stale) stale += std::string(" ") + word(kind);
            if (state(kind) == Hold::Suspect) suspect += std::string(" ") + word(kind);
        }
        return "stale:" + stale + "; suspect:" + suspect;
    }
};

} // namespace

/// What an event ends, and what it leaves alone: common practice. The rows are written down from the trade's words, not
/// from the table of the program.
class HoldingTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyEventEndsWhatItShould_data() {
        QTest::addColumn<QString>("event");
        QTest::addColumn<QString>("to");
        QTest::addColumn<QString>("told");
        auto row = [](char const* event, char const* to, char const* stale, char const* suspect) {
            auto list = [](char const* words) { return *words ? std::string(" ") + words : std::string(); };
            QTest::addRow("%s %s", event, to)
                << QString::fromLatin1(event) << QString::fromLatin1(to)
                << QString::fromStdString("stale:" + list(stale) + "; suspect:" + list(suspect));
        };
        auto const* of_setter = "setter_height setter_place reference board_constant link repeatability disc_map";
        row("base_dented", "setter", of_setter, "lengths");
        row("bumped", "setter", of_setter, "lengths signal_proof"); // the lead may have got it too
        for (auto const* moved : {"moved", "rebolted"})             // and is handled with the setter
            row(moved, "setter",
                "setter_height setter_place reference board_constant link repeatability disc_map signal_proof",
                "lengths");
        row("cable_pulled", "setter",
            "setter_height setter_place reference board_constant link repeatability disc_map signal_proof", "lengths");
        row("cable_pulled", "plate", "signal_proof", "");
        row("bumped", "plate", "", "thickness signal_proof");
        row("base_dented", "plate", "thickness", "");
        row("moved", "plate", "", "");
        row("home_changed", "", "setter_height setter_place reference work_zero rack home", "");
        row("homed_again", "", "", "");
        row("crashed", "", "setter_height setter_place reference work_zero rack home", "signal_proof");
        row("crashed", "tool", "setter_height setter_place lengths reference work_zero rack home", "signal_proof");
        row("reference_set", "", "setter_height setter_place reference work_zero rack home", "");
        row("scale_changed", "",
            "setter_height setter_place lengths reference board_constant work_zero link rack scale", "");
        row("head_touched", "", "reference length_model disc_map", "");
        row("power_cut", "", "home", "work_zero link");
        row("board_surfaced", "board", "board_constant work_zero link", "");
        row("board_changed", "board", "board_constant work_zero link", "");
        row("stock_changed", "", "work_zero link signal_proof", ""); // each job proves it anew
        row("vacuum_changed", "", "board_constant", "");
        for (auto const* other : {"regripped", "sharpened", "insert_turned", "put_back_dusty", "spacer_changed"})
            row(other, "tool", "lengths work_zero", "");
        row("hand_move", "", "pocket_table", "");
        row("rack_moved", "", "rack", "");
        row("offset_selected", "", "work_zero link", "");
        row("memory_cleared", "", "work_zero link signal_proof", "");
        row("air_low", "", "changer_proof", "");
        row("spot_check", "", "", "");
        row("note", "", "", "");
    }
    void everyEventEndsWhatItShould() {
        QFETCH(QString, event);
        QFETCH(QString, to);
        QFETCH(QString, told);
        Yard yard;
        auto const happened = [&](bool elsewhere) {
            int i = 0;
            while (word(static_cast<Happening>(i)) != event.toStdString()) ++i;
            auto made = yard.event(static_cast<Happening>(i));
            if (to == QStringLiteral("setter")) made.setter = elsewhere ? yard.other_setter : yard.setter;
            if (to == QStringLiteral("plate")) made.plate = elsewhere ? Id<TouchPlate>{} : yard.plate;
            if (to == QStringLiteral("board")) made.board = elsewhere ? yard.other_board : yard.board;
            if (to == QStringLiteral("tool")) made.assembly = elsewhere ? yard.other_tool : yard.tool;
            if (elsewhere) made.machine = yard.other_machine;
            return made;
        };
        yard.add(happened(true)); // on the other machine, to its own things
        QCOMPARE(yard.told(), std::string("stale:; suspect:"));
        auto const id = yard.add(happened(false));
        auto const sorted = [](std::string const& text) {
            auto words = QString::fromStdString(text).split(QLatin1Char(' '));
            std::sort(words.begin(), words.end());
            return words.join(QLatin1Char(' '));
        };
        QCOMPARE(sorted(yard.told()), sorted(told.toStdString()));
        yard.retire(id.value); // undone
        QCOMPARE(yard.told(), std::string("stale:; suspect:"));
    }
    void whatIsTouchedAfterwardsHolds() {
        Yard yard;
        auto moved = yard.event(Happening::Moved);
        moved.setter = yard.setter;
        yard.add(moved);
        QCOMPARE(yard.state(ResultKind::Link), Hold::Stale);
        QCOMPARE(facts::reasonOf(facts::holdingOf(yard.reader(), yard.basis(ResultKind::Link))),
                 std::string("The setter was moved. D rests on where it tripped before."));
        yard.on_setter = yard.add(yard.touch(Target::Setter));
        QCOMPARE(yard.state(ResultKind::Link), Hold::Holds); // the plate's contact has nothing to do with the setter
        yard.add(yard.event(Happening::StockChanged));
        yard.on_setter = yard.add(yard.touch(Target::Setter));
        QCOMPARE(yard.state(ResultKind::Link), Hold::Stale); // nor the setter's with the stock
        yard.on_plate = yard.add(yard.touch(Target::Plate));
        QCOMPARE(yard.state(ResultKind::Link), Hold::Stale); // the board's is still the old one
        yard.on_board = yard.add(yard.touch(Target::Board));
        QCOMPARE(yard.state(ResultKind::Link), Hold::Holds);
    }
    void aSpotCheckClearsSuspicionAndNothingElse() {
        Yard yard;
        yard.add(yard.event(Happening::PowerCut));
        QCOMPARE(yard.state(ResultKind::WorkZero), Hold::Suspect);
        auto check = yard.event(Happening::SpotCheck);
        check.checked = "work_zero";
        yard.add(check);
        QCOMPARE(yard.state(ResultKind::WorkZero), Hold::Holds);
        QCOMPARE(yard.state(ResultKind::Link), Hold::Suspect);
        QCOMPARE(yard.state(ResultKind::Home), Hold::Stale);
        yard.add(yard.event(Happening::PowerCut));
        QCOMPARE(yard.state(ResultKind::WorkZero), Hold::Suspect);
    }
    void lengthsFromBeforeTheLastGoodCheckStay() {
        Yard yard;
        auto check = yard.event(Happening::SpotCheck);
        check.checked = "setter_height";
        check.setter = yard.setter;
        yard.add(check);
        auto bumped = yard.event(Happening::Bumped);
        bumped.setter = yard.setter;
        yard.add(bumped);
        QCOMPARE(yard.state(ResultKind::Lengths), Hold::Holds); // measured before the check
        Yard later;
        later.add(check);
        later.on_setter = later.add(later.touch(Target::Setter));
        later.add(bumped);
        QCOMPARE(later.state(ResultKind::Lengths), Hold::Suspect);
    }
    void aBoardIsCarriedAlongByAKnownAmount() {
        Yard yard;
        yard.add(Surfacing{yard.board, 0.5, 1});
        QCOMPARE(yard.state(ResultKind::BoardConstant), Hold::Suspect);
        QCOMPARE(yard.state(ResultKind::WorkZero), Hold::Stale);
        yard.add(Surfacing{yard.board, std::nullopt, 2});
        QCOMPARE(yard.state(ResultKind::BoardConstant), Hold::Stale);
        auto const why = facts::holdingOf(yard.reader(), yard.basis(ResultKind::BoardConstant)).because;
        QCOMPARE(why.size(), std::size_t(2));
        QVERIFY(why[0].seq < why[1].seq);
        QCOMPARE(why[0].text, std::string("The board was surfaced. The board is lower by what was cut off."));
    }
    void aFigureTypedAnewIsMeasuredAnew() {
        Yard yard;
        auto basis = yard.basis(ResultKind::SetterPlace);
        basis.contacts.clear();
        basis.typed = {{"x", yard.setter.value, 12.5}};
        auto moved = yard.event(Happening::Moved);
        moved.setter = yard.setter;
        moved.stood = basis.typed;
        yard.add(moved);
        QCOMPARE(facts::holdingOf(yard.reader(), basis).state, Hold::Stale);
        basis.typed.front().mm = 12.6;
        QCOMPARE(facts::holdingOf(yard.reader(), basis).state, Hold::Holds);
    }
    void figuresThatAreOthersNowAreNamed() {
        Yard yard;
        std::vector<Used> const then{{"thickness", 3, 9.942}, {"scale", 1, std::nullopt}};
        QVERIFY(facts::changedSince(yard.reader(), then, then).empty());
        auto const changed =
            facts::changedSince(yard.reader(), then, {{"thickness", 3, 9.931}, {"scale", 1, std::nullopt}});
        QCOMPARE(changed.size(), std::size_t(1));
        QCOMPARE(changed.front().text, std::string("The thickness was 9.942 mm, is 9.931 mm."));
        QVERIFY(facts::changedSince(yard.reader(), {}, then).empty()); // nothing was kept
        QCOMPARE(facts::changedSince(yard.reader(), then, {}).size(), std::size_t(2));
    }
};

STEADY_TEST(HoldingTest);
#include "HoldingTest.moc"
