// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Sawhorse.h"
#include "support/Test.h"

#include "core/shop/BookOf.h"
#include "core/shop/CodecOf.h"

using namespace steady;
using namespace steady::shop;

namespace {

/// Sets each field to something else than its default, and counts the members that it came by.
struct Filler {
    int& members;
    int& next;
    void operator()(FieldName, auto& value, auto&&...) {
        ++members;
        fill(value);
    }
    template<class N> void operator()(FieldName, auto& value, Bounds<N> bounds) {
        ++members;
        fill(value);
        keep(value, bounds);
    }
    template<class N> void keep(N& value, Bounds<N> bounds) { value = bounds.hold(value) ? value : bounds.most; }
    template<class N> void keep(std::optional<N>& value, Bounds<N> bounds) { keep(*value, bounds); }
    template<class N> void keep(std::vector<N>& values, Bounds<N> bounds) {
        for (auto& value : values) keep(value, bounds);
    }
    void fill(std::string& value) { value = "“ä” " + std::to_string(++next); }
    void fill(double& value) { value = ++next + 0.5; }
    void fill(int& value) { value = ++next; }
    void fill(std::int64_t& value) { value = ++next; }
    void fill(bool& value) { value = !value; }
    template<class T> void fill(Id<T>& value) { value = {++next}; }
    template<class T> void fill(std::optional<T>& value) { fill(value.emplace()); }
    template<class T> void fill(std::vector<T>& values) {
        values.resize(2);
        for (auto& value : values) fill(value);
    }
    void fill(Worded auto& value) {
        using E = std::remove_cvref_t<decltype(value)>;
        value = static_cast<E>(value == E{} ? 1 : 0);
    }
    template<Part T> void fill(T& value) {
        int inner = 0;
        T::fields(value, Filler{inner, next});
    }
};

struct Anything {
    template<class T> operator T() const; // NOLINT: whatever is asked for
};
/// How many members an aggregate has: as many as it can be made of.
template<class T, class... Made> constexpr int memberCount() {
    if constexpr (requires { T{Made{}..., Anything{}}; })
        return memberCount<T, Made..., Anything>();
    else
        return sizeof...(Made);
}

} // namespace

class KindsTest : public QObject {
    Q_OBJECT

    using WithOneMore = Kinds::With<test::Sawhorse>;

private Q_SLOTS:
    /// Of every kind, and of one that only this test knows: nothing else than its file and its place in the list.
    void everyFieldIsListedWrittenAndReadBack() {
        int kinds = 0;
        WithOneMore::forEach([&]<class T>() {
            T value{};
            int listed = 0, next = 30;
            T::fields(value, Filler{listed, next});
            // A machine lists its three axes and the ten answers of its behaviour beside the rest.
            int const flattened = std::is_same_v<T, Machine> ? (3 - 1) + (10 - 1) : 0;
            QCOMPARE(listed - flattened, memberCount<T>());
            auto const body = writeBody<WithOneMore>(value);
            auto const back = readBody<WithOneMore>(T::kind.key, *parseJson(dumpJson(body), "body"));
            if (!back) qWarning() << T::kind.key << back.error().value.c_str() << back.error().limit.c_str();
            QVERIFY(back && std::get<T>(*back) == value);
            ++kinds;
        });
        QCOMPARE(kinds, 33);
    }
    void referencesOfANewKindAreChecked() {
        BookOf<WithOneMore> book;
        book.put(1, Machine{"Ash"});
        book.put(2, test::Sawhorse{"by the door", {1}, {{5, 7}}});
        QVERIFY(book.check().empty());
        book.put(2, test::Sawhorse{"by the door", {3}, {}});
        QCOMPARE(book.check().size(), std::size_t(1));
        QCOMPARE(book.check().front().where.place, std::string("sawhorse by the door"));
        QVERIFY(!readBody<Kinds>("sawhorse", writeBody<WithOneMore>(test::Sawhorse{})));
    }
    void unchangedThingsAreTheSameObjects() {
        Book book;
        book.put(1, Machine{"Ash"});
        book.put(2, Board{"MDF"});
        auto later = book;
        later.put(2, Board{"Ply"});
        QVERIFY(later.shared<Machine>() == book.shared<Machine>());
        QVERIFY(later.shared<Board>() != book.shared<Board>());
        QCOMPARE(book.find(Id<Board>{2})->name, std::string("MDF"));
    }
};

STEADY_TEST(KindsTest);
#include "KindsTest.moc"
