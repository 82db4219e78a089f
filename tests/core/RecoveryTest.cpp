// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The way back after a change that did not end, played out on the virtual machine from every state that it can be left
// in: the power goes at every line, or an alarm ends it.
#include "support/Changing.h"
#include "support/Test.h"

#include "core/base/Words.h"
#include "core/changer/Clearances.h"
#include "core/changer/Recovery.h"
#include "core/dialects/Bundle.h"
#include "core/machine/VirtualMachine.h"
#include "core/safety/Faults.h"

#include <cmath>

using namespace steady;
using changer::Do;
using macros::Kind;

namespace {

/// A rack as it was left, with somebody at it who looks, does what the list says, and writes down what is signed.
class AtTheRack {
public:
    AtTheRack(test::LinkedShop const& shop, machine::World world, bool power_was_off)
        : m_book_rack(*shop.book.find(shop.rack)), m_safe_mm(shop.book.find(shop.machine)->safeZ_mm()), m_world(world) {
        m_world.homed = !power_was_off;
        m_world.false_contacts.clear();
        m_machine.emplace(m_world);
    }

    /// What is seen, by the truth; nothing before it was looked at.
    changer::SeenState seen;

    /// Empty: it came to its end. Otherwise what went wrong.
    std::string playOut() {
        seen = {};
        seen.air = false; // not looked at
        seen.homed = m_world.homed;
        for (int round = 0; round < 4; ++round) {
            auto const way = changer::recover(changer::deviceOf(m_book_rack), seen);
            if (!way) return sentence(way.error());
            for (auto const& step : way->steps) {
                if (step.text.empty() || step.expect.empty()) return "a step without words";
                if (auto const wrong = does(step); !wrong.empty()) return step.text + " " + wrong;
            }
            if (!way->looks_first) return end();
        }
        return "it looks and looks";
    }

private:
    machine::Rack const& rack() const { return *m_machine->world().rack; }
    int numberOf(std::size_t pocket) const { return m_places[pocket]; }

    std::string trouble(std::optional<controller::Trouble> const& found) { return found ? found->text : std::string(); }
    std::string goTo(std::size_t axis, double mm) {
        auto to = m_machine->position();
        to[axis] = mm;
        return trouble(m_machine->move(to, 300));
    }
    /// The pocket that the spindle stands at, down; none: it is clear.
    std::optional<std::size_t> down() const {
        auto const at = m_machine->position();
        if (at[2] > m_safe_mm - 1) return std::nullopt;
        for (std::size_t i = 0; i < rack().pockets.size(); ++i)
            if (std::abs(at[0] - rack().pockets[i].x_mm) < 5) return i;
        return std::nullopt;
    }
    std::string does(changer::RecoveryStep const& step) {
        switch (step.what) {
        case Do::LookAtClamp:
            seen.clamp = rack().is_open ? changer::ClampSeen::Open : changer::ClampSeen::Closed;
            return {};
        case Do::LookAtSpindle: seen.spindle = rack().in_spindle; return {};
        case Do::LookAtPlace: {
            auto const at = down();
            seen.at_pocket = at ? numberOf(*at) : 0;
            seen.in_fork = at.has_value();
            return {};
        }
        case Do::LookAtPocket: {
            seen.pockets[step.pocket] = 0;
            for (std::size_t i = 0; i < rack().pockets.size(); ++i)
                if (numberOf(i) == step.pocket) seen.pockets[step.pocket] = rack().pockets[i].holder;
            return {};
        }
        case Do::AirOn: {
            auto world = m_machine->world();
            world.position_mm = m_machine->position();
            world.rack->air_on = true;
            world.rack->air_lost_after = 0;
            world.rack->opens_s = world.rack->closes_s = 0.3; // a dry drawbar was oiled
            m_machine.emplace(world);
            seen.air = true;
            return {};
        }
        case Do::OpenClamp:
        case Do::CloseClamp: {
            bool const open = step.what == Do::OpenClamp;
            m_machine->output(rack().release_output, open);
            m_machine->dwell(1);
            seen.clamp = open ? changer::ClampSeen::Open : changer::ClampSeen::Closed;
            return rack().is_open == open ? std::string() : "the clamp did not follow";
        }
        case Do::StraightUp:
            seen.at_pocket = 0;
            seen.in_fork = false;
            return goTo(2, m_safe_mm);
        case Do::OutOfFork: {
            auto const at = down();
            if (!at) return "it is in no fork";
            auto const& pocket = rack().pockets[*at];
            seen.at_pocket = 0;
            seen.in_fork = false;
            if (auto const wrong = goTo(1, pocket.y_mm - changer::wayOut_mm(m_book_rack)); !wrong.empty()) return wrong;
            return goTo(2, m_safe_mm);
        }
        case Do::Home: seen.homed = true; return {};
        case Do::NameSpindle: m_named = step.tool; return {};
        case Do::SignOff: m_signed = seen; return {};
        case Do::ClearMark: m_cleared = true; return {};
        default: return {};
        }
    }
    std::string end() {
        if (!m_signed || !m_cleared) return "not signed off";
        if (std::abs(m_machine->position()[2] - m_safe_mm) > 0.001) return "it is not up";
        if (rack().is_open) return "the clamp is open";
        if (m_named != rack().in_spindle || m_signed->spindle != rack().in_spindle) return "another tool is named";
        for (std::size_t i = 0; i < rack().pockets.size(); ++i)
            if (m_signed->pockets[numberOf(i)] != rack().pockets[i].holder) return "the table is not true";
        return {};
    }

public:
    /// The pockets' numbers in the book, in the order of the world.
    std::vector<int> m_places;

private:
    shop::ToolRack m_book_rack;
    double m_safe_mm;
    machine::World m_world;
    std::optional<machine::VirtualMachine> m_machine;
    int m_named = -1;
    std::optional<changer::SeenState> m_signed;
    bool m_cleared = false;
};

/// Where each place of the world stands in the book's rack.
std::vector<int> placesOf(test::LinkedShop const& shop, machine::World const& world) {
    auto const& rack = *shop.book.find(shop.rack);
    std::vector<int> numbers;
    for (auto const& place : world.rack->pockets)
        for (std::size_t i = 0; i < rack.pockets.size(); ++i)
            if (std::abs(*rack.pockets[i].x_mm - place.x_mm) < 5) numbers.push_back(rack.number(i));
    return numbers;
}

/// Runs so many lines, and then no more: what the machine looks like then. None: it had ended before, well or badly.
std::optional<machine::World> leftAfter(int lines, std::string const& text, machine::World const& world,
                                        bool power_goes) {
    auto machine = test::stoppedAfter(lines, text, world);
    if (!machine) return std::nullopt;
    if (power_goes && world.rack) { // outputs drop, and the spring closes
        machine->output(world.rack->release_output, false);
        machine->dwell(1);
    }
    auto end = machine->world();
    end.position_mm = machine->position();
    return end;
}

} // namespace

class RecoveryTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void fromEveryStateThatItCanBeLeftIn_data() {
        QTest::addColumn<QString>("dialect");
        for (auto const* each : {"parametric", "hash", "streaming"}) QTest::newRow(each) << QString::fromLatin1(each);
    }
    void fromEveryStateThatItCanBeLeftIn() {
        QFETCH(QString, dialect);
        auto const shop = test::changingShop(Kind::RackChange, dialect.toStdString());
        auto const made = shop.rehearse(Kind::RackChange);
        auto const lines = static_cast<int>(std::count(made.macro.text.begin(), made.macro.text.end(), '\n'));
        int played = 0;
        std::set<std::string> states;
        auto from = [&](int line, machine::World const& world, bool power_goes, char const* what) {
            auto const left = leftAfter(line, made.macro.text, world, power_goes);
            if (!left) return;
            AtTheRack person(shop, *left, power_goes);
            person.m_places = placesOf(shop, *left);
            auto const wrong = person.playOut();
            QVERIFY2(wrong.empty(), qPrintable(QStringLiteral("%1, line %2, %3: %4")
                                                   .arg(QLatin1String(what))
                                                   .arg(line)
                                                   .arg(power_goes ? QStringLiteral("power") : QStringLiteral("reset"))
                                                   .arg(QString::fromStdString(wrong))));
            ++played;
            states.insert(fmt::format("{} {} {:.0f} {:.0f}", left->rack->is_open, left->rack->in_spindle,
                                      left->position_mm[1], left->position_mm[2]));
        };
        // A piece that is sent stands at its lines in the whole text: those before it are blank.
        for (int line = 1; line <= lines * (dialect == QStringLiteral("streaming") ? 7 : 2); ++line)
            for (bool const power_goes : {false, true}) from(line, made.world(), power_goes, "nothing wrong");
        for (auto const& fault : safety::rackFaults()) {
            auto world = made.world();
            fault.apply(world);
            from(lines * 9, world, false, fault.id);
            from(lines * 9, world, true, fault.id);
        }
        QVERIFY2(played > 80 && states.size() >= 12, qPrintable(QString::number(states.size())));
    }
    /// A power cut while it moved: Z is homed first, and nothing is signed before the mark was hit; missed, it is homed
    /// and looked at again, and the list says what it is when it misses once more.
    void afterAPowerCut() {
        auto const shop = test::shopFor(Kind::RackChange);
        auto const device = changer::deviceOf(*shop.book.find(shop.rack));
        changer::SeenState seen{0, changer::ClampSeen::Closed, 0};
        seen.pockets = {{21, 57}, {22, 0}, {23, 0}, {24, 0}};
        seen.air = true;
        auto const does = [&](changer::Recovery const& way, Do what) {
            return std::count_if(way.steps.begin(), way.steps.end(), [&](auto const& s) { return s.what == what; });
        };
        seen.power_cut = true;
        auto const first = changer::recover(device, seen);
        QVERIFY(first && first->looks_first && does(*first, Do::Home) == 1 && does(*first, Do::SignOff) == 0);
        QVERIFY(first->steps.back().what == Do::LookAtMark);
        for (auto const& step : first->steps)
            if (step.what == Do::Home) QVERIFY(step.text.find("Z up first") != std::string::npos);
        seen.mark = changer::MarkSeen::Missed; // so it had been homed
        auto const missed = changer::recover(device, seen);
        QVERIFY(missed && missed->looks_first && does(*missed, Do::Home) == 1 && does(*missed, Do::ClearMark) == 0);
        QVERIFY(missed->steps.back().expect.find("Reference") != std::string::npos);
        seen.mark = changer::MarkSeen::Hit;
        auto const hit = changer::recover(device, seen);
        QVERIFY(hit && !hit->looks_first && does(*hit, Do::SignOff) == 1 && does(*hit, Do::LookAtMark) == 0);
        auto const after = changer::afterRecovery(device, seen);
        QVERIFY(std::any_of(after.begin(), after.end(), [](auto const& line) { return line.starts_with("Resume?"); }));
    }
    void nothingIsMovedByWhatNobodyHasSeen() {
        auto const shop = test::shopFor(Kind::RackChange);
        auto const& rack = *shop.book.find(shop.rack);
        auto const way = changer::recover(changer::deviceOf(rack), {});
        QVERIFY(way && way->looks_first);
        for (auto const& step : way->steps)
            QVERIFY(step.what == Do::Stop || step.what == Do::Block || step.what == Do::LookAtPlace ||
                    step.what == Do::LookAtClamp || step.what == Do::LookAtSpindle);
        // Before any powered step hands are out; nothing is signed before every pocket was looked into.
        changer::SeenState seen{57, changer::ClampSeen::Open, 21, true, {}, {}, false, false, "no holder"};
        auto const partly = changer::recover(changer::deviceOf(rack), seen);
        QVERIFY(partly && partly->looks_first);
        for (auto const& step : partly->steps) {
            QVERIFY(step.what != Do::SignOff && step.what != Do::ClearMark);
            if (step.what == Do::AirOn || step.what == Do::Home)
                QVERIFY(step.caution.find("hands out") != std::string::npos);
        }
        seen.pockets = {{21, 0}, {22, 57}, {23, 0}, {24, 0}};
        auto const twice = changer::recover(changer::deviceOf(rack), seen);
        QVERIFY(!twice && twice.error().value.find("57") != std::string::npos);
        seen.pockets = {{20, 0}};
        QVERIFY(!changer::recover(changer::deviceOf(rack), seen));
        seen.pockets.clear();
        seen.at_pocket = 40;
        QVERIFY(!changer::recover(changer::deviceOf(rack), seen));
    }
};

STEADY_TEST(RecoveryTest);
#include "RecoveryTest.moc"
