// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/OddShop.h"
#include "support/Rows.h"
#include "support/Test.h"

#include "core/base/Words.h"
#include "core/dialects/Bundle.h"
#include "core/dialects/phrasebook/Constants.h"
#include "core/dialects/phrasebook/Phrasebook.h"
#include "core/dialects/phrasebook/Phrases.h"
#include "core/macros/RestsOn.h"
#include "core/safety/Campaign.h"
#include "core/safety/Verdict.h"
#include "core/upkeep/Status.h"

#include <regex>

using namespace steady;
using namespace Qt::StringLiterals;
using dialects::PhraseField;
using dialects::PhraseStep;
using macros::Kind;
using test::LinkedShop;

namespace {

/// A script that says every step by its name and all its figures: “probe-down distance=12.3 feed=100 …”.
std::string plainWords(PhraseStep const& step) {
    std::string words = step.id == std::string("remark") ? "# {{text}}" : step.id;
    auto const add = [&](auto const& self, std::vector<PhraseField> const& fields) -> void {
        for (auto const& field : fields) {
            std::string const name = field.name;
            if (!field.list) {
                words += " " + name + "={{" + name + "}}";
                continue;
            }
            words += " {{#" + name + "}}[" + name;
            if (!field.items.empty()) self(self, field.items.front());
            words += " ]{{/" + name + "}}";
        }
    };
    if (words.front() != '#') add(add, dialects::fieldsOf(step));
    return words;
}

void teach(LinkedShop& shop) {
    shop.change(shop.machine, [](shop::Machine& machine) {
        machine.dialect = "phrasebook";
        for (auto const& step : dialects::phraseSteps())
            machine.behaviour.phrases.push_back({step.id, plainWords(step)});
    });
}

std::vector<std::string> found(std::string const& text, std::string const& pattern) {
    std::vector<std::string> all;
    std::regex const wanted(pattern);
    for (std::sregex_iterator it(text.begin(), text.end(), wanted), end; it != end; ++it)
        all.push_back((*it)[1].str() + " " + (*it)[2].str());
    return all;
}

std::string replaced(std::string text, std::string const& from, std::string const& to) {
    auto const at = text.find(from);
    if (at == std::string::npos) return "not there: " + from;
    return text.replace(at, from.size(), to);
}

} // namespace

class PhrasebookTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Each step of each macro in its order; what touches goes as far and as fast as in the text for a parametric
    /// control, which another phrasing has written.
    void everyMacroIsSaidStepByStep() {
        for (bool const inch : {false, true})
            for (auto const kind : macros::every_kind) {
                auto shop = test::shopFor(kind, inch);
                teach(shop);
                auto const rehearsal = shop.rehearse(kind);
                QVERIFY2(rehearsal.said && *rehearsal.said, macros::name(kind));
                auto const& said = **rehearsal.said;
                std::size_t line = 0;
                std::istringstream lines(said.text);
                int last = -1;
                for (std::string words; std::getline(lines, words); ++line) {
                    int const step = said.step_of_line[line];
                    if (words.starts_with('#')) continue;
                    QCOMPARE(step, last + 1);
                    last = step;
                    auto const& action = said.recipe.steps[static_cast<std::size_t>(step)].action;
                    QVERIFY2(words.starts_with(dialects::stepOf(action).id), words.c_str());
                    QVERIFY2(words.find("{{") == std::string::npos, words.c_str());
                }
                QCOMPARE(last + 1, static_cast<int>(said.recipe.steps.size()));
                auto const& traits = macros::of(kind);
                auto const touches = found(said.text, "probe-down distance=([0-9.]+) feed=([0-9.]+)");
                if (traits.sideways == macros::Sideways::No)
                    QCOMPARE(touches, found(rehearsal.macro.text, "G38\\.3 Z-([0-9.]+) F([0-9.]+)"));
                bool const searches = (traits.touches_plate || traits.touches_setter) && !traits.proves;
                QCOMPARE(touches.empty(), !searches);
                // What runs beside it is the same procedure, and it comes out right.
                auto const ran = test::runText(rehearsal.macro.text, rehearsal.world());
                QVERIFY2(safety::classify(ran, rehearsal) == safety::RunClass::Right, ran.message.c_str());
            }
    }
    void whatIsNotSaidIsRefusedByName() {
        LinkedShop shop;
        teach(shop);
        shop.change(shop.machine, [](shop::Machine& machine) {
            for (auto& each : machine.behaviour.phrases)
                if (each.step == "probe-down" || each.step == "take-back" || each.step == "set-length") each.text = "";
        });
        auto const said = shop.rehearse().said;
        QVERIFY(said && !*said);
        QCOMPARE((*said).error().code, Code::PhraseMissing);
        QCOMPARE(QString::fromStdString(toFinding(said->error()).text),
                 u"There are no words yet for “Back to where the proof began”, “Touch downward”."_s);
    }
    void wordsThatCannotBeFilledInSayWhy_data() {
        QTest::addColumn<QString>("words");
        QTest::addColumn<QString>("says");
        QTest::newRow("no figure") << u"PROBE {{feed}} {{into}} {{alarm}}"_s
                                   << u"The words for “Touch downward” do not use {{distance}}."_s;
        QTest::newRow("no figure in a list") << u"-"_s << u"The words for “Touches agree” do not use {{name}}."_s;
        QTest::newRow("misspelt") << u"PROBE {{distnace}} {{feed}} {{into}} {{alarm}}"_s
                                  << u"There is no “distnace” in this step."_s;
        QTest::newRow("open") << u"PROBE {{distance"_s << u"cannot be filled in"_s;
        QTest::newRow("good") << u"PROBE {{ distance }} {{feed}} {{&into}} '{{{alarm}}}'"_s << QString();
    }
    void wordsThatCannotBeFilledInSayWhy() {
        QFETCH(QString, words);
        QFETCH(QString, says);
        bool const list = words == u"-"_s;
        if (list) words = u"WITHIN {{tolerance}}{{#touches}} X{{/touches}} {{alarm}}"_s;
        auto const good =
            dialects::checkPhrase(*dialects::phraseStep(list ? "agreement" : "probe-down"), words.toStdString());
        QCOMPARE(good.has_value(), says.isEmpty());
        if (!good)
            QVERIFY2(QString::fromStdString(toFinding(good.error()).text).contains(says),
                     toFinding(good.error()).text.c_str());
    }
    /// A value stands as it is: nothing in it is taken for a mark, and nothing is escaped.
    void valuesStandAsTheyAre() {
        auto const made =
            dialects::filled(*dialects::phraseStep("remark"), "; {{text}}", dialects::remark("a < b & {{text}} \"c\""));
        QVERIFY(made);
        QCOMPARE(QString::fromStdString(*made), u"; a < b & {{text}} 'c'"_s);
    }
    void aTextIsCheckedBackStepByStep_data() {
        QTest::addColumn<QString>("from");
        QTest::addColumn<QString>("to");
        QTest::addColumn<QString>("says");
        QTest::newRow("as written") << QString() << QString() << QString();
        QTest::newRow("a remark") << u"# Safe Z.\n"_s << u"# my own\n\n"_s << QString();
        QTest::newRow("a figure") << u"probe-down distance=2.3000"_s << u"probe-down distance=23.000"_s
                                  << u"Touch downward: “23.000” stands where the step has “2.3000”."_s;
        QTest::newRow("gone") << u"window value=contact"_s << u"# window value=contact"_s
                              << u"Contact fits: “window value=contact"_s;
        QTest::newRow("more") << u"retract z="_s << u"vacuum off\nretract z="_s
                              << u"text: “vacuum off” is none of the words that belong here."_s;
    }
    void aTextIsCheckedBackStepByStep() {
        QFETCH(QString, from);
        QFETCH(QString, to);
        QFETCH(QString, says);
        LinkedShop shop;
        teach(shop);
        auto const rehearsal = shop.rehearse();
        auto whole = (*rehearsal.said)->text;
        auto const machine = *shop.book.find(shop.machine);
        if (says.contains(u"23.000"_s)) { // whatever the slow search of this shop is
            std::smatch slow;
            QVERIFY(std::regex_search(whole, slow, std::regex("probe-down distance=([0-9.]+)")));
            from = u"distance=%1"_s.arg(QString::fromStdString(slow[1].str()));
            to = u"distance=23.000"_s;
            says = u"Touch downward: “23.000” stands where the step has “%1”."_s.arg(
                QString::fromStdString(slow[1].str()));
        }
        if (!from.isEmpty()) whole = replaced(whole, from.toStdString(), to.toStdString());
        auto const told = dialects::checked(whole, (*rehearsal.said)->recipe, machine);
        QVERIFY(told);
        QCOMPARE(told->size(), says.isEmpty() ? 0U : 1U);
        if (says.isEmpty()) return;
        auto const first = QString::fromStdString(told->front().where.place + ": " + told->front().text);
        QVERIFY2(first.startsWith(says), qPrintable(first));
        QVERIFY(told->front().where.line > 0);
    }
    /// A script of somebody's own: found by a pattern, named in each place, changed in each, and in no other.
    void constantsOfAnOwnersScript() {
        std::string const script = "SETTER_X = 45.000  -- from the left\nSAFE_Z=  -5\nmove x 45\nR45 = 1\n"
                                   "if z < -5.0 then SAFE_Z = -6 end\n";
        auto const x = dialects::readConstant(script, "X", "SETTER_X = {{value}}");
        QVERIFY(x && x->places.size() == 1 && x->places[0].line == 1 && x->places[0].value == 45);
        QVERIFY(x->elsewhere.size() == 1 && x->elsewhere[0].line == 3); // R45 is a name
        auto said = [](auto const& read, double known, char const* figure) {
            QStringList all;
            for (auto const& each : dialects::judgeConstant(read, "X", known, figure))
                all << QString::fromStdString(each.text);
            return all.join(u' ');
        };
        QCOMPARE(said(*x, 45, "45.0000"), u"45 stands in line 3 as well, otherwise written."_s);
        QVERIFY(said(*x, 45.2, "45.2000").startsWith(u"45.000 stands there; the book says 45.2000."_s));
        auto const z = dialects::readConstant(script, "Z", "SAFE_Z = {{value}}");
        QVERIFY(z && z->places.size() == 2 && z->places[1].line == 5);
        QVERIFY2(said(*z, -5, "-5.0000").contains(u"with different figures, in lines 2, 5."_s),
                 qPrintable(said(*z, -5, "-5.0000")));
        auto const changed = dialects::withConstant(script, *z, "-4.0000");
        QCOMPARE(QString::fromStdString(changed),
                 u"SETTER_X = 45.000  -- from the left\nSAFE_Z=  -4.0000\nmove x 45\nR45 = 1\n"
                 "if z < -5.0 then SAFE_Z = -4.0000 end\n"_s);
        auto const none = dialects::readConstant(script, "Y", "SETTER_Y = {{value}}");
        QCOMPARE(said(*none, 1, "1.0"), u"“X” is nowhere in this text."_s);
        QVERIFY(!dialects::readConstant(script, "Y", "SETTER_Y = "));
    }
    /// Where a message begins as a remark does, an untouched text is still whole, and a changed message is not.
    void aMessageMayLookLikeARemark() {
        LinkedShop shop;
        teach(shop);
        shop.change(shop.machine, [](shop::Machine& machine) {
            for (auto& each : machine.behaviour.phrases) {
                if (each.step == "remark") each.text = "({{text}})";
                if (each.step == "pause") each.text = "(ASK {{text}})";
            }
        });
        auto const said = *shop.rehearse().said;
        auto const machine = *shop.book.find(shop.machine);
        QVERIFY(dialects::checked(said->text, said->recipe, machine)->empty());
        auto const other = replaced(said->text, "(ASK Plate flat", "(ASK Plate on");
        QCOMPARE(dialects::checked(other, said->recipe, machine)->size(), 1U);
    }
    /// Nothing that runs here proves it: with a good table of every fault it stays open, and with other words it is
    /// stale.
    void itIsNeverProved() {
        LinkedShop shop;
        teach(shop);
        auto const rehearsal = shop.rehearse();
        shop::MacroVersion kept{"plate-zero", (*rehearsal.said)->text, 1, 1, {}, {}};
        kept.place = shop.setup_id;
        kept.used = macros::figuresOf(shop.reader(), rehearsal.zero, Kind::PlateZero);
        Id<shop::MacroVersion> const id{500};
        shop.book.put(id.value, kept);
        shop::MacroProof proof;
        proof.version = id, proof.good = true, proof.engine = machine::engine_version;
        proof.text_hash = safety::textHash(kept.text);
        shop.book.put(501, proof);
        auto const hold = [&] {
            for (auto const& each : upkeep::statusOf(shop.reader(), 2).results)
                if (each.kind == facts::ResultKind::MacroProof) return std::optional(each.state);
            return std::optional<facts::Hold>();
        };
        QVERIFY(hold() == facts::Hold::Open);
        shop.change(shop.machine, [](shop::Machine& machine) {
            for (auto& each : machine.behaviour.phrases)
                if (each.step == "retract") each.text = "UP {{z}}";
        });
        QVERIFY(hold() == facts::Hold::Stale);
    }
    /// Another sort of control takes its usual answers; the words are the work of an evening, and stay.
    void theWordsStayWhenAnotherControlIsTried() {
        LinkedShop shop;
        teach(shop);
        auto const before = shop.book.find(shop.machine)->behaviour;
        auto const tried = dialects::usualFor("hash", before);
        QVERIFY(tried);
        QCOMPARE(tried->phrases.size(), before.phrases.size());
        // The override is not known to be locked, so that the search goes at half its feed.
        LinkedShop locked;
        QVERIFY(test::near(shop.rehearse().zero.feeds.fast_mm_min * 2, locked.rehearse().zero.feeds.fast_mm_min, 1e-9));
    }
};

STEADY_TEST(PhrasebookTest);
#include "PhrasebookTest.moc"
