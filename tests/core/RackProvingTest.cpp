// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Reference.h"
#include "support/Test.h"

#include "core/changer/Clearances.h"
#include "core/changer/PocketTable.h"
#include "core/changer/Proving.h"
#include "core/statistics/Success.h"

#include <cmath>
#include <queue>

using namespace steady;

namespace {

/// What a rack does, told without the code under test: a call puts back what the spindle holds, then takes; by hand a
/// holder goes from one pocket into an empty one that the spindle's holder does not need.
struct Playing {
    int count;
    int full, spindle; ///< a bit a pocket; −1: empty
    int picked = 0, dropped = 0;

    bool call(int pocket) {
        if (pocket == spindle && pocket >= 0) return false;
        if (pocket < 0 && spindle < 0) return false;
        if (pocket >= 0 && !(full >> pocket & 1)) return false;
        if (spindle >= 0) {
            if (full >> spindle & 1) return false;
            full |= 1 << spindle;
            dropped |= 1 << spindle;
        }
        if (pocket >= 0) {
            full &= ~(1 << pocket);
            picked |= 1 << pocket;
        }
        spindle = pocket;
        return true;
    }
    bool slide(int from, int to) {
        if (!(full >> from & 1) || full >> to & 1 || to == spindle) return false;
        full = (full & ~(1 << from)) | 1 << to;
        return true;
    }
    bool done() const { return picked == (1 << count) - 1 && dropped == (1 << count) - 1; }
    int key() const { return ((full * (count + 1) + spindle + 1) << count | picked) << count | dropped; }
};

constexpr int a_call = 1000; // the calls count first, then what is moved by hand

/// The least cost to the end from every state, by going backward over every move that there is.
std::vector<int> leastFrom(int count) {
    auto const bits = 1 << count;
    auto const states = static_cast<std::size_t>(bits * (count + 1) * bits * bits);
    std::vector<std::vector<std::pair<int, int>>> into(states);
    std::vector<int> cost(states, -1);
    std::priority_queue<std::pair<int, int>> next; // by the least: negative costs
    for (int full = 0; full < bits; ++full)
        for (int spindle = -1; spindle < count; ++spindle)
            for (int picked = 0; picked < bits; ++picked)
                for (int dropped = 0; dropped < bits; ++dropped) {
                    Playing const here{count, full, spindle, picked, dropped};
                    if (here.done()) next.push({0, here.key()});
                    for (int pocket = -1; pocket < count; ++pocket)
                        if (auto there = here; there.call(pocket))
                            into[static_cast<std::size_t>(there.key())].push_back({here.key(), a_call});
                    for (int from = 0; from < count; ++from)
                        for (int to = 0; to < count; ++to)
                            if (auto there = here; from != to && there.slide(from, to))
                                into[static_cast<std::size_t>(there.key())].push_back({here.key(), 1});
                }
    while (!next.empty()) {
        auto const [minus, key] = next.top();
        next.pop();
        auto& known = cost[static_cast<std::size_t>(key)];
        if (known >= 0) continue;
        known = -minus;
        for (auto const& [from, price] : into[static_cast<std::size_t>(key)])
            if (cost[static_cast<std::size_t>(from)] < 0) next.push({minus - price, from});
    }
    return cost;
}

} // namespace

/// Proving a rack by the fewest calls, what counting shows, and which calls must not run.
class RackProvingTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Up to five pockets, every start, against an exhaustive search.
    void noSequenceIsShorter() {
        for (int count = 1; count <= 5; ++count) {
            auto const least = leastFrom(count);
            for (int mask = 0; mask < 1 << count; ++mask)
                for (int spindle = -1; spindle < count; ++spindle) {
                    if (spindle >= 0 && mask >> spindle & 1) continue;
                    std::vector<bool> full;
                    for (int i = 0; i < count; ++i) full.push_back(mask >> i & 1);
                    auto const steps = changer::provingSequence(full, spindle);
                    if (mask == 0 && spindle < 0) {
                        QVERIFY(!steps);
                        continue;
                    }
                    Playing play{count, mask, spindle};
                    int cost = 0;
                    for (auto const& step : *steps) {
                        bool const can =
                            step.slid_from ? play.slide(*step.slid_from, step.pocket) : play.call(step.pocket);
                        QVERIFY2(can,
                                 qPrintable(QStringLiteral("%1 of %2, spindle %3").arg(mask).arg(count).arg(spindle)));
                        cost += step.slid_from ? 1 : a_call;
                        QCOMPARE(step.spindle, play.spindle);
                        for (int i = 0; i < count; ++i)
                            QCOMPARE(bool(step.full[static_cast<std::size_t>(i)]), bool(play.full >> i & 1));
                    }
                    QVERIFY(play.done());
                    auto const best = least[static_cast<std::size_t>(Playing{count, mask, spindle}.key())];
                    QVERIFY2(cost == best, qPrintable(QStringLiteral("pockets %1, full %2, spindle %3: %4, least %5")
                                                          .arg(count)
                                                          .arg(mask)
                                                          .arg(spindle)
                                                          .arg(cost)
                                                          .arg(best)));
                }
        }
    }
    /// R and mpmath, tests/data/reference i; 59 and 29 are the published runs.
    void whatCountingShows() {
        int runs = 0, limits = 0;
        auto const file = test::referenceJson("i-success-run.json");
        for (auto const& each : file["cases"]) {
            auto const& in = each["input"];
            auto const& out = each["expected"];
            if (each["kind"] == "run") {
                ++runs;
                QCOMPARE(statistics::trialsNeeded(in["reliability"], in["conf"], in["failures"]), out["n"].get<int>());
            } else {
                ++limits; // of what fails; of what goes well it is the other side
                auto const x = in["x"].get<int>(), n = in["n"].get<int>();
                auto const at_least = statistics::successAtLeast(n, x, in["conf"]);
                QVERIFY(test::near(1 - at_least, x == n ? 1.0 : out["upper_one_sided"].get<double>(), 1e-9));
            }
        }
        QVERIFY(runs == 10 && limits == 8);
        QVERIFY(test::near(statistics::successAtLeast(59, 0, 0.95), std::pow(0.05, 1 / 59.0), 1e-12));
        QCOMPARE(statistics::successAtLeast(0, 0, 0.95), 0.0);
    }
    /// Room of a change, by hand: out of the fork 25 + 21 + 3 = 49; nose 68 and stud 24 beside each other want 48.
    void whatHasNoRoom() {
        shop::Book book;
        shop::Machine machine{"Ash"};
        machine.axes[0] = {0, 640, 9000, 500, 0.02};
        machine.axes[1] = {-20, 730, 9000, 500, 0.02};
        machine.axes[2] = {-150, 0, 3000, 400, 0.01, shop::AxisEnd::High};
        machine.dust_shoe_mm.reset();
        book.put(1, machine);
        shop::Assembly tool;
        tool.number = 57;
        tool.machine = {1};
        tool.length_mm = 60; // its tip passes at -1 - 60 = -61
        book.put(2, tool);
        shop::ToolRack rack;
        rack.machine = {1};
        rack.pitch_mm = 57;
        rack.fork_mm = 21;
        rack.gap_mm = 3;
        rack.out = shop::Toward::Minus;
        rack.seat_mm = -20;
        rack.cone_mm = 30;
        rack.stud_mm = 24;
        rack.nose_mm = 68;
        rack.pockets.resize(3);
        for (int i = 0; i < 3; ++i) {
            auto& pocket = rack.pockets[static_cast<std::size_t>(i)];
            pocket.x_mm = 100 + 57 * i;
            pocket.y_mm = 29.5; // 29.5 - 49 = -19.5: half a millimetre to spare
            pocket.z_mm = -80;  // the face at -100 with a holder, cones up to -70
        }
        auto const said = [&](char const* words) {
            auto const state = changer::rackState(book, {}, rack);
            auto const all = changer::judgeClearances(book, {}, state, rack, UnitSystem::Metric);
            return std::any_of(all.begin(), all.end(), [&](auto const& each) {
                return (each.headline + " " + each.text).find(words) != std::string::npos;
            });
        };
        QVERIFY(said("Tool 57, the longest, passes 9.000 mm over the rack."));
        QVERIFY(!said("No way out") && !said("meets the cone") && !said("Not checked") && !said("dust shoe"));
        QVERIFY(test::near(*changer::noseLacks_mm(rack), 46 + 3 - 57, 1e-9));
        rack.pockets[1].y_mm = 28.9;
        QVERIFY(said("No way out of the fork of pocket 2."));
        rack.cone_mm = 37; // up to -63, and 3 free: one more than there is
        QVERIFY(said("Tool 57 does not pass over the rack."));
        rack.pitch_mm = 48;
        QVERIFY(said("is 1.000 mm more than the pitch of 48.000 mm"));
        rack.cone_mm.reset();
        QVERIFY(said("Not checked for room: how far a cone stands up."));
        machine.dust_shoe_mm = 40;
        book.put(1, machine);
        QVERIFY(said("The dust shoe hangs below the spindle face."));
    }
    /// A rack of four, 60 mm apart, flanges of 50: 92 beside 50 wants 73 (arithmetic.md, Rack and changer).
    void callsThatMustNotRun() {
        shop::Book book;
        book.put(1, shop::Machine{"Ash"});
        auto const tool = [&](std::int64_t id, int number, double wide) {
            shop::Assembly made;
            made.number = number;
            made.name = "t";
            made.largest_mm = made.diameter_mm = wide;
            made.machine = {1};
            book.put(id, made);
            return Id<shop::Assembly>{id};
        };
        auto const narrow = tool(11, 3, 8), wide = tool(12, 57, 92), other = tool(13, 9, 12), nowhere = tool(14, 10, 6);
        shop::ToolRack rack;
        rack.pitch_mm = 60;
        rack.pockets.resize(4);
        auto const hang = [&](std::size_t at, Id<shop::Assembly> what, shop::Seen seen = shop::Seen::Known) {
            rack.pockets[at].tool = what;
            rack.pockets[at].seen = seen;
        };
        hang(0, narrow);
        hang(1, {});
        hang(2, other);
        hang(3, {});
        QVERIFY(test::near(changer::lacking_mm(rack, 50, 92), 13, 1e-9));
        using changer::Trouble;
        auto const with = [&](Id<shop::Assembly> spindle, Id<shop::Assembly> wanted) {
            std::vector<Trouble> found;
            for (auto const& each : changer::troubleWith(book, {rack}, spindle, wanted)) found.push_back(each.what);
            return found;
        };
        QVERIFY(with({}, narrow).empty());
        QCOMPARE(with(narrow, narrow), std::vector{Trouble::SameTool});
        QCOMPARE(with({}, nowhere), std::vector{Trouble::NotInRack});
        // 92 into pocket 2 stands beside tools 3 and 9; into pocket 4 beside tool 9.
        QCOMPARE(with(wide, narrow), std::vector{Trouble::TooWide});
        // It is put away first: tool 9 hangs in pocket 3 still, and pocket 4 has no room.
        QCOMPARE(with(wide, other), std::vector{Trouble::TooWide});
        hang(3, narrow);
        hang(0, {}, shop::Seen::Unknown);
        QCOMPARE(with(wide, narrow), std::vector{Trouble::TooWide}); // pocket 1 might hold anything
        hang(1, nowhere);
        QCOMPARE(with(wide, narrow), std::vector{Trouble::PocketOccupied});
        // 92 beside nothing that is known, but beside a pocket that nobody has looked into: (92 + 50) / 2 + 2 = 73.
        hang(1, {});
        hang(2, {});
        hang(3, other);
        hang(0, {}, shop::Seen::Unknown);
        QCOMPARE(with(wide, nowhere), (std::vector{Trouble::NotInRack, Trouble::TooWide}));
        hang(0, {});
        QCOMPARE(with(wide, nowhere), std::vector{Trouble::NotInRack});
        hang(0, {}, shop::Seen::Unknown);
        hang(1, nowhere);
        hang(2, other);
        hang(3, narrow, shop::Seen::Unknown);
        QCOMPARE(with({}, narrow), std::vector{Trouble::PocketUnknown});
        hang(1, wide);
        QCOMPARE(with(wide, other), (std::vector{Trouble::PocketOccupied, Trouble::PocketOccupied}));
    }
};

STEADY_TEST(RackProvingTest);
#include "RackProvingTest.moc"
