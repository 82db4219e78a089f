// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

namespace {

QStringList fieldsOf(Driver& drive, QString const& station) {
    QStringList names;
    auto* shown = drive.window->station(station);
    drive.makeSections();
    for (auto* field : shown->findChildren<app::Field*>()) names << field->edit()->objectName();
    return names;
}

/// Shown only at times, or not a fact of the book.
bool special(QString const& name) {
    static QStringList const some{u"kit.reading"_s,
                                  u"zero.contact"_s,
                                  u"zero.offset_z"_s,
                                  u"zero.setter_contact"_s,
                                  u"zero.surfaced"_s,
                                  u"zero.feeler"_s,
                                  u"zero.feed"_s,
                                  u"macro.true_thickness"_s,
                                  u"machine.scale.commanded"_s,
                                  u"machine.scale.measured"_s,
                                  u"machine.sizes.wanted"_s,
                                  u"machine.sizes.measured"_s,
                                  u"wiring.without"_s,
                                  u"repeat.figure"_s,
                                  u"repeat.second"_s,
                                  u"repeat.x"_s,
                                  u"repeat.y"_s,
                                  u"repeat.temperature"_s,
                                  u"repeat.import.pattern"_s,
                                  u"repeat.loop.count"_s};
    return some.contains(name);
}

/// What belongs to a thing that is not chosen, or not there, is not shown.
bool shown(Driver& drive, QWidget* widget) {
    drive.uncover(widget);
    return QTest::qWaitFor([&] { return widget->isVisible(); }, 50);
}

} // namespace

/// Every field and every choice of every station takes what is typed, keeps it in the book, and gives it back.
class FieldsTest : public QObject {
    Q_OBJECT

    /// What is typed into a field: another value that fits beside what it shows.
    static QString another(QLineEdit const* edit) {
        if (edit->objectName() == u"zero.also"_s) return u"G57"_s;
        if (edit->objectName() == u"machine.reference.bits"_s) return u"3 gate: close it"_s;
        if (edit->objectName() == u"machine.reference.inputs"_s) return u"0x8"_s;
        if (edit->objectName() == u"repeat.step"_s) return u"0.002"_s; // of a readout, which steps finely
        auto const shown = edit->text();
        bool number = false;
        double const value = QString(shown).replace(u'−', u'-').toDouble(&number);
        if (!number && edit->alignment() & Qt::AlignRight) return u"1"_s; // empty so far
        if (!number) return shown + u" two"_s;
        if (edit->objectName().endsWith(u"own_offset"_s)) return u"0"_s; // anything else belongs to another method
        if (!shown.contains(u'.')) return QString::number(value + 1);
        return QString::number(value + 0.5, 'f', 3);
    }

private Q_SLOTS:
    void everyFieldKeepsWhatIsTyped_data() {
        QTest::addColumn<bool>("empty");
        QTest::addColumn<QString>("station");
        for (bool empty : {false, true})
            for (auto const& station :
                 {u"machine"_s, u"kit"_s, u"layout"_s, u"wiring"_s, u"repeatability"_s, u"zeroing"_s})
                QTest::addRow("%s, %s", qPrintable(station), empty ? "empty book" : "demo book") << empty << station;
    }
    void everyFieldKeepsWhatIsTyped() {
        QFETCH(bool, empty);
        QFETCH(QString, station);
        Driver drive(empty ? Driver::Start::Empty : Driver::Start::Demo);
        drive.window->goTo(station);
        if (empty && station == u"repeatability"_s) drive.click("repeat.begin");
        auto& session = drive.window->desk()->session();
        int tried = 0;
        for (auto const& name : fieldsOf(drive, station)) {
            if (special(name)) continue;
            auto const latin = name.toLatin1();
            auto* edit = drive.find<QLineEdit>(latin.constData());
            if (!::shown(drive, edit) || edit->isReadOnly()) continue;
            auto const before = edit->text();
            auto const typed = another(edit);
            auto const seq = session.file().lastSeq();
            drive.type(latin.constData(), typed);
            auto const hint = drive.hintOf(latin.constData());
            if (typed == before) continue;
            ++tried;
            QVERIFY2(session.file().lastSeq() > seq, qPrintable(name + u" “"_s + typed + u"”: "_s + hint));
            auto const shown = edit->text();
            QVERIFY2(shown != before, qPrintable(name));
            // Undone it shows what it showed; done again (every fourth is enough), what was typed.
            drive.key(Qt::Key_Z, Qt::ControlModifier);
            QVERIFY2(edit->text() == before, qPrintable(name + u" "_s + edit->text() + u" "_s + before));
            if (empty || tried % 4 != 0) continue;
            drive.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
            QVERIFY2(edit->text() == shown, qPrintable(name));
            drive.key(Qt::Key_Z, Qt::ControlModifier);
        }
        QVERIFY2(tried >= (station == u"machine"_s || station == u"kit"_s ? 18 : 6),
                 qPrintable(QString::number(tried)));
    }
    void everyFieldExplainsNonsense() {
        Driver drive;
        for (auto const& station :
             {u"machine"_s, u"kit"_s, u"layout"_s, u"wiring"_s, u"repeatability"_s, u"zeroing"_s}) {
            drive.window->goTo(station);
            auto const seq = drive.window->desk()->session().file().lastSeq();
            for (auto const& name : fieldsOf(drive, station)) {
                auto const latin = name.toLatin1();
                auto* edit = drive.find<QLineEdit>(latin.constData());
                if (!(edit->alignment() & Qt::AlignRight) || special(name) || name == u"wiring.found"_s)
                    continue; // any word
                if (!shown(drive, edit) || edit->isReadOnly()) continue;
                for (auto const& nonsense : {u"9.94.2"_s, u"wood"_s, u"1e999"_s}) {
                    drive.type(latin.constData(), nonsense);
                    QVERIFY2(drive.hintOf(latin.constData()).size() > 15, qPrintable(name));
                    QCOMPARE(edit->text(), nonsense); // nothing is lost
                    QTest::keyClick(edit, Qt::Key_Escape);
                }
            }
            QCOMPARE(drive.window->desk()->session().file().lastSeq(), seq);
        }
    }
    void everyChoiceKeepsWhatIsChosen() {
        Driver drive;
        auto& session = drive.window->desk()->session();
        int tried = 0;
        for (auto const& station :
             {u"machine"_s, u"kit"_s, u"layout"_s, u"wiring"_s, u"repeatability"_s, u"zeroing"_s}) {
            drive.window->goTo(station);
            QStringList names;
            drive.makeSections();
            for (auto* choice : drive.window->station(station)->findChildren<app::Choice*>())
                names << choice->box()->objectName();
            for (auto const& name : names) {
                // These choose what is looked at; other tests drive them.
                static QStringList const views{
                    u"zero.target"_s,         u"zero.nose"_s,         u"kit.cutters"_s,         u"kit.holders"_s,
                    u"machine.which"_s,       u"zero.vacuum"_s,       u"zero.reference_tool"_s, u"machine.scale.axis"_s,
                    u"machine.scale.way"_s,   u"machine.part"_s,      u"layout.things"_s,       u"layout.sort"_s,
                    u"wiring.device"_s,       u"wiring.beam.which"_s, u"wiring.beam.master"_s,  u"machine.sizes.axis"_s,
                    u"machine.sizes.sort"_s,  u"kit.standard.sort"_s, u"repeat.type"_s,         u"repeat.device"_s,
                    u"repeat.end"_s,          u"repeat.purpose"_s,    u"repeat.sheet.group"_s,  u"repeat.import.unit"_s,
                    u"repeat.loop.between"_s, u"repeat.loop.truth"_s, u"repeat.loop.air"_s};
                auto const latin = name.toLatin1();
                auto* box = drive.find<QComboBox>(latin.constData());
                if (views.contains(name) || box->count() < 2 || !shown(drive, box)) continue;
                auto const before = box->currentText();
                auto const seq = session.file().lastSeq();
                drive.choose(latin.constData(), box->itemText(box->currentIndex() == 0 ? 1 : 0));
                QTRY_VERIFY2(session.file().lastSeq() > seq, qPrintable(name));
                QTRY_VERIFY2(box->currentText() != before, qPrintable(name));
                for (auto const last = session.file().lastSeq(), undone = last - seq;
                     session.file().lastSeq() < last + undone;)
                    drive.key(Qt::Key_Z, Qt::ControlModifier);
                QTRY_VERIFY2(box->currentText() == before, qPrintable(name + u" "_s + box->currentText()));
                ++tried;
            }
        }
        QVERIFY2(tried >= 35, qPrintable(QString::number(tried)));
    }
};

STEADY_TEST(FieldsTest);
#include "FieldsTest.moc"
