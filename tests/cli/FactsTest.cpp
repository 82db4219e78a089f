// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/facts/Facts.h"
#include "core/safety/Rehearsal.h"
#include "core/upkeep/Status.h"
#include "core/zeroing/Link.h"
#include "core/zeroing/Slips.h"
#include "demo/DemoBook.h"
#include "store/BookFile.h"

#include <thread>

using namespace steady;

namespace {

/// What the whole book gives, so that two states can be compared.
struct Given {
    std::vector<upkeep::ResultState> results;
    Findings slips;
    std::string next;
    bool operator==(Given const&) const = default;
};
Given allOf(facts::Facts& facts) {
    auto const status = upkeep::statusOf(facts.reader(), demo::now_utc_ms);
    return {status.results, facts.ask<zeroing::findSlips>(safety::setupOf(facts.reader()).second),
            status.progress.next};
}

/// Sets the field with the given number, counted through parts, to another value that its kind allows.
struct OneField {
    int wanted;
    int& at;
    bool& changed;
    void operator()(shop::FieldName, auto& value, auto&&... bounds) {
        using T = std::remove_cvref_t<decltype(value)>;
        if constexpr (shop::Part<T>) {
            T::fields(value, *this);
        } else if (at++ == wanted) {
            auto const before = value;
            change(value);
            (keep(value, bounds, before), ...);
            changed = !(value == before);
        }
    }
    template<class N> static void keep(N& value, shop::Bounds<N> bounds, N before) {
        if (!bounds.hold(value)) value = before == bounds.least ? bounds.most : bounds.least;
    }
    static void keep(auto&, auto&&...) {}
    static void change(std::string& value) { value += " two"; }
    static void change(double& value) { value += 0.013; }
    static void change(int& value) { ++value; }
    static void change(std::int64_t& value) { value += 60'000; }
    static void change(bool& value) { value = !value; }
    template<class T> static void change(Id<T>& value) { value = {}; }
    template<class T> static void change(std::vector<T>& value) { value.clear(); }
    template<class T> static void change(std::optional<T>& value) {
        if (value)
            change(*value);
        else if constexpr (std::is_arithmetic_v<T>)
            value = static_cast<T>(3);
    }
    template<class E>
    requires std::is_enum_v<E>
    static void change(E& value) { value = static_cast<E>(value == E{} ? 1 : 0); }
};

constexpr int enough_of_a_kind = 3;
bool worthAWalk(auto const&) { return true; }
/// Zeros and macros rest on how a device repeats; on the other studies nothing does.
bool worthAWalk(shop::Study const& study) {
    return study.type == shop::StudyType::Thickness || study.type == shop::StudyType::PutBack ||
           study.type == shop::StudyType::StayPut;
}

} // namespace

/// Kept answers: always those that would be computed anew.
class FactsTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    shop::Snapshot m_demo;

private Q_SLOTS:
    void initTestCase() {
        auto const path = m_folder.filePath(QStringLiteral("demo.pinbook"));
        QVERIFY(demo::writeDemoBook(path));
        auto const file = store::BookFile::open(path, store::Access::ReadOnly);
        m_demo = (*file)->load().value();
        for (auto const& [id, study] : m_demo.book().all<shop::Study>()) QVERIFY(*m_demo.readings(id));
        // Zero and link are kept with the thickness that they were made with.
        auto setup = *m_demo.book().find(m_demo.book().info().in_use);
        auto const zero = zeroing::plateZero(facts::Reader(m_demo), setup);
        setup.place.zero_used = setup.link.used = zeroing::zeroUsed(*zero);
        m_demo = with(m_demo.book().info().in_use, setup);
    }
    /// For every field of some entities of every kind in the demo book.
    void whatAChangeTouchesIsComputedAgain() {
        facts::Facts kept(m_demo);
        auto const before = allOf(kept);
        auto const thickness_mm = m_demo.book().find(m_demo.book().info().in_use)->link.used.front().mm;
        int fields = 0, different = 0;
        shop::Kinds::forEach([&]<class T>() {
            int walked = 0;
            for (auto const& [id, entity] : m_demo.book().all<T>()) {
                if (!worthAWalk(*entity) || walked++ >= enough_of_a_kind) continue;
                for (int wanted = 0;; ++wanted) {
                    T copy = *entity;
                    int at = 0;
                    bool changed = false;
                    T::fields(copy, OneField{wanted, at, changed});
                    if (wanted >= at) break;
                    if (!changed) continue;
                    auto const next = with(id, copy);
                    kept.lookAt(next, next.book().units());
                    facts::Facts anew(next, next.book().units());
                    auto const now = allOf(kept);
                    if (now != allOf(anew)) QFAIL(fmt::format("{} {} field {}", T::kind.key, id.value, wanted).c_str());
                    // Kept with figures: ended exactly when one of them is another now.
                    auto const in_use = m_demo.book().info().in_use;
                    auto const* setup = next.book().find(in_use);
                    auto const link = setup ? zeroing::linkOf(anew.reader(), *setup, true) : fail(Code::Missing, {});
                    if (link && !setup->link.used.empty()) {
                        auto const is = zeroing::plateZero(anew.reader(), *setup)->thickness.mm;
                        bool const other_plate = setup->place.plate != m_demo.book().find(in_use)->place.plate;
                        QVERIFY2((link->holding.state == facts::Hold::Stale) == (other_plate || is != *thickness_mm),
                                 fmt::format("{} {} field {}: {}", T::kind.key, id.value, wanted,
                                             facts::reasonOf(link->holding))
                                     .c_str());
                    }
                    different += now != before;
                    ++fields;
                }
            }
        });
        QVERIFY2(fields > 500 && different > 100, fmt::format("{} {}", fields, different).c_str());
        kept.lookAt(m_demo, m_demo.book().units());
        QVERIFY(allOf(kept) == before);
    }
    void nothingIsComputedTwice() {
        facts::Facts facts(m_demo);
        (void)allOf(facts);
        auto const once = facts.computed();
        (void)allOf(facts);
        QCOMPARE(facts.computed(), once);
        // A name that no sentence mentions: what rests on other things stays.
        auto holder = *m_demo.book().find(m_demo.book().first<shop::Holder>());
        holder.name += " two";
        facts.lookAt(with(m_demo.book().first<shop::Holder>(), holder), m_demo.book().units());
        (void)allOf(facts);
        QVERIFY2(facts.computed() - once < once / 2, fmt::format("{} of {}", facts.computed() - once, once).c_str());
    }
    void everyThreadGivesTheSame_data() {
        QTest::addColumn<int>("threads");
        for (int const n : {1, 2, 8}) QTest::addRow("%d", n) << n;
    }
    void everyThreadGivesTheSame() {
        QFETCH(int, threads);
        facts::Facts alone(m_demo);
        auto const expected = allOf(alone);
        std::vector<Given> found(static_cast<std::size_t>(threads));
        {
            std::vector<std::jthread> running;
            for (auto& each : found)
                running.emplace_back([&each, snapshot = m_demo] {
                    facts::Facts own(snapshot);
                    each = allOf(own);
                });
        }
        for (auto const& each : found) QVERIFY(each == expected);
    }

private:
    template<class T> shop::Snapshot with(Id<T> id, T value) const {
        shop::Change change;
        change.put(id, std::move(value));
        auto book = m_demo.book();
        book.put(id.value, std::get<T>(*change.puts.front().value));
        return m_demo.after(change, book, m_demo.seq() + 1);
    }
};

STEADY_TEST(FactsTest);
#include "FactsTest.moc"
