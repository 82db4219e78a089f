// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/History.h"
#include "support/Rows.h"
#include "support/Test.h"

#include "core/upkeep/Record.h"

using namespace steady;
using namespace steady::shop;
using macros::Kind;
using test::LinkedShop;
using upkeep::Subject;

namespace {

/// A shop in which a kind can be written, as a book that came about, in which things are told.
struct Told : LinkedShop {
    explicit Told(Kind of) : LinkedShop(test::shopFor(of)), kind(of) {
        changeSetup([](ZeroSetup& s) { // somebody has noted the kept place
            s.stored.x_mm = 111;
            s.stored.y_mm = 222;
        });
        history = test::History(book);
    }
    Kind kind;
    test::History history;
    facts::Reader now() const {
        std::vector<Head> heads;
        for (std::int64_t id = 0; id < history.now().book().nextId(); ++id) heads.push_back(history.now().head(id));
        return facts::Reader(Snapshot(history.now().book(), heads, history.now().seq(),
                                      std::shared_ptr<ReadingSource const>(&readings, [](auto*) {})));
    }
    void tell(Happening what, Subject subject) {
        for (auto const& each : upkeep::tellable())
            if (each.what == what && each.subject == subject) {
                auto change = upkeep::record(now(), setup_id, each, 9'000'000);
                if (!change) qFatal("%s", change.error().value.c_str());
                history.commit(*change);
            }
    }
    /// “written”, “said” in its header, “refused” by the gate; empty: such a shop cannot have it told.
    std::string outcome() const {
        auto const made = safety::rehearse(now(), *history.now().book().find(setup_id), kind);
        if (!made) return made.error().code == Code::Stale ? "refused" : "other: " + made.error().value;
        for (auto const& line : made->macro.recipe.header)
            if (line.find(" no longer holds. ") != std::string::npos ||
                line.find(" is in doubt. ") != std::string::npos)
                return "said";
        return "written";
    }
};

std::set<std::string> words(std::string const& all) {
    std::istringstream in(all);
    return {std::istream_iterator<std::string>(in), {}};
}

} // namespace

/// Every kind of macro against everything that can be told, each in a shop of its own. The rows are written down from
/// what each text takes from the book, not from the gate's own table.
class GateTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void staleIsNotWritten_data() {
        QTest::addColumn<int>("event");
        QTest::addColumn<int>("subject");
        QTest::addColumn<QString>("refused");
        QTest::addColumn<QString>("said");
        auto row = [](char const* name, Happening event, Subject subject, std::string const& refused,
                      std::string const& said) {
            QTest::newRow(name) << static_cast<int>(event) << static_cast<int>(subject)
                                << QString::fromStdString(refused) << QString::fromStdString(said);
        };
        // Each takes the plate's thickness; goes to the setter by X and Y; goes into forks; to the carousel's place.
        std::string const
            plate = " plate-zero plate-zero-link offset-per-tool corner-plate ",
            setter = " plate-zero-link re-touch tool-length re-touch-any tool-length-any table-zero "
                     "change-by-hand readings disc-readings homing-readings rack-change-retouch rack-change-length "
                     "carousel-change-retouch carousel-change-length ",
            forks = " rack-change rack-change-retouch rack-change-length ",
            ring = " carousel-change carousel-change-retouch carousel-change-length ", place = " go-to-place ",
            zero = " re-touch re-touch-any trim-zero go-and-look change-by-hand rack-change-retouch "
                   "carousel-change-retouch ";
        // Lengths on the spoilboard rest on where the setter trips, by gates of their own; so does the board's height.
        std::string const by_height = " length-by-paper length-by-square ";
        std::string moving;
        for (auto const kind : macros::every_kind)
            if (macros::of(kind).moves) moving += std::string(" ") + macros::name(kind);
        row("plate dented", Happening::BaseDented, Subject::Plate, plate, "");
        row("plate bumped", Happening::Bumped, Subject::Plate, "", plate);
        row("lead pulled", Happening::CablePulled, Subject::Plate, "", "");
        row("setter moved", Happening::Moved, Subject::Setter, setter + by_height, "");
        row("setter bumped", Happening::Bumped, Subject::Setter, setter + by_height, "");
        row("rack moved", Happening::RackMoved, Subject::Machine, forks + ring, ""); // or the carousel
        row("moved by hand", Happening::HandMove, Subject::Machine, forks + ring, "");
        row("scale changed", Happening::ScaleChanged, Subject::Machine, setter + by_height + forks + ring + place,
            zero);
        row("home changed", Happening::HomeChanged, Subject::Machine, setter + by_height + forks + ring + place,
            moving);
        row("crashed", Happening::Crashed, Subject::Tool, setter + by_height + forks + ring, zero + moving);
        row("power cut", Happening::PowerCut, Subject::Machine, "", zero + moving);
        row("air low", Happening::AirLow, Subject::Machine, "", "");
        row("vacuum switched", Happening::VacuumChanged, Subject::Machine, " table-zero " + by_height, "");
    }
    void staleIsNotWritten() {
        QFETCH(int, event);
        QFETCH(int, subject);
        QFETCH(QString, refused);
        QFETCH(QString, said);
        auto const not_written = words(refused.toStdString()), in_header = words(said.toStdString());
        for (auto const kind : macros::every_kind) {
            Told shop(kind);
            QVERIFY2(shop.outcome() == "written", (std::string(macros::name(kind)) + ": " + shop.outcome()).c_str());
            shop.tell(static_cast<Happening>(event), static_cast<Subject>(subject));
            auto const name = std::string(macros::name(kind)), got = shop.outcome();
            auto const wanted = not_written.contains(name) ? "refused" : in_header.contains(name) ? "said" : "written";
            // What a home or a scale ends also takes contacts and links away: then nothing is written either.
            bool const fits = got == wanted || (wanted != std::string("written") && got.starts_with("other"));
            QVERIFY2(fits, (name + ": " + got + ", wanted " + wanted).c_str());
        }
    }
    /// It says which event, and what to do; done again it is written as before.
    void itSaysWhyAndOpensAgain() {
        Told shop(Kind::PlateZero);
        shop.tell(Happening::BaseDented, Subject::Plate);
        auto const made = safety::rehearse(shop.now(), shop.setup(), shop.kind);
        QVERIFY(!made);
        QVERIFY2(made.error().limit.find("The plate was dented") == 0, made.error().limit.c_str());
        QVERIFY(made.error().limit.find("Measure the plate again") != std::string::npos);
        shop.measure({12.01, 12.02, 12.0, 12.01, 12.02, 12.01, 12.0}); // more readings than then
        QCOMPARE(shop.outcome(), std::string("written"));

        Told rack(Kind::RackChange);
        rack.tell(Happening::HandMove, Subject::Machine);
        QCOMPARE(rack.outcome(), std::string("refused"));
        for (auto const& result : upkeep::resultsOf(rack.now()))
            if (result.kind == facts::ResultKind::PocketTable) {
                QVERIFY(result.check_settles);
                rack.history.commit(upkeep::spotCheck(rack.now(), result, 9'100'000));
            }
        QCOMPARE(rack.outcome(), std::string("written"));
    }
};

STEADY_TEST(GateTest);
#include "GateTest.moc"
