// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/DemoBook.h"

namespace steady::demo {
namespace {

using namespace shop;

constexpr std::int64_t day_ms = 86'400'000;
constexpr std::int64_t minute_ms = 60'000;

/// Commits one change after another, each at its own time; keeps the first error.
class Diary {
public:
    Diary(store::Session& session, FixedClock& clock) : m_session(session), m_clock(clock) {}

    void at(int days_ago, int minute) { m_clock.set(now_utc_ms - days_ago * day_ms + minute * minute_ms); }
    template<class T> Id<T> add(std::string what, T value) {
        Id<T> const id{m_session.book().nextId()};
        set(std::move(what), id, std::move(value));
        return id;
    }
    template<class T> void set(std::string what, Id<T> id, T value) {
        Change change{std::move(what), {}, {}, {}};
        change.put(id, std::move(value));
        commit(std::move(change));
    }
    void read(Id<Study> study, std::initializer_list<char const*> typed) {
        Change change{"Plate thickness, " + std::to_string(typed.size()) + " readings", {}, {}, {}};
        for (auto const* text : typed) {
            auto const value = parseLength(text, UnitSystem::Metric, "reading");
            change.readings.push_back({study, {0, value->mm, text, Source::Measured, m_clock.nowUtcMs()}});
        }
        commit(std::move(change));
    }
    void commit(Change change) {
        if (m_done) m_done = m_session.commit(std::move(change));
    }
    std::int64_t now() const { return m_clock.nowUtcMs(); }
    Result<void> done() const { return m_done; }

private:
    store::Session& m_session;
    FixedClock& m_clock;
    Result<void> m_done;
};

Machine longRouter() {
    Machine machine;
    machine.name = "Long router";
    machine.axes = {AxisTravel{0, 1300, 9000, 500}, AxisTravel{0, 900, 9000, 500}, AxisTravel{-180, 0, 3000, 400}};
    machine.capture = Capture::Polled;
    machine.poll_s = 0.001;
    machine.debounce_s = 0.002;
    machine.driver_lag_s = 0.001;
    machine.switch_scatter_mm = 0.003;
    machine.spin_down_s = 12;
    return machine;
}

} // namespace

Result<void> writeDemoBook(QString const& path) {
    FixedClock clock(now_utc_ms);
    auto session = store::Session::create(path, clock, "Ida");
    if (!session) return Failure(session.error());
    Diary diary(**session, clock);

    diary.at(74, 0);
    diary.add("The book", BookInfo{"Tern & Thole", UnitSystem::Metric});
    auto const machine = diary.add("Long router", longRouter());
    diary.at(73, 20);
    auto const caliper = diary.add("Caliper", Instrument{"Caliper, 150 mm", 0.01, 0.02});
    auto const study = diary.add("Thickness of the plate", Study{"thickness of the aluminium plate"});
    TouchPlate plate{"Aluminium plate", 10, 60, 40, Circuit::OpenAtRest, 0.05, {}, caliper};
    auto const plate_id = diary.add("Aluminium plate", plate);
    plate.thickness = study;
    diary.set("Aluminium plate: readings belong to it", plate_id, plate);
    diary.read(study, {"9.94", "9.95", "9.94", "9.93", "9.95"});
    diary.at(70, 5);
    diary.add("Tool 1", Assembly{1, "8 mm compression", 8, 58.4, diary.now()});
    diary.add("Tool 2", Assembly{2, "6 mm up-cut", 6, 52.7, diary.now()});
    auto const ball = diary.add("Tool 3", Assembly{3, "12 mm ball, long reach", 12, 74.2, diary.now()});
    diary.at(68, 40);
    diary.add("Tool 4", Assembly{4, "90° vee", 16, 47.9, diary.now()});
    diary.add("Tool 5", Assembly{5, "25 mm round-over", 25, 55.1, diary.now()});
    diary.add("Tool 6", Assembly{6, "92 mm surfacing cutter", 92, 63.0, diary.now()});
    diary.at(0, -48);
    Contact contact;
    contact.value_mm = -63.218;
    contact.as_typed = "-63.218";
    contact.assembly = ball;
    contact.plate = plate_id;
    contact.at_utc_ms = diary.now();
    auto const touched = diary.add("Plate contact, tool 3", contact);
    diary.add("Zero of the loom blank", ZeroSetup{machine, plate_id, ball, touched, 1, 22.0, 10});
    return diary.done();
}

} // namespace steady::demo
