// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/repeat/RepeatStation.h"

#include "app/repeat/ImportView.h"
#include "app/repeat/PracticeView.h"
#include "core/advice/Doubt.h"
#include "core/advice/MapAdvice.h"
#include "core/advice/StudyAdvice.h"
#include "core/base/Words.h"
#include "core/proving/StudyPairs.h"
#include "core/proving/TypedReading.h"
#include "core/shop/Taken.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Study;
using shop::StudyType;

namespace {

constexpr std::size_t judged_at_once = 1000; ///< readings; more are judged elsewhere

} // namespace

RepeatStation::RepeatStation(Desk& desk, StationName called, QWidget* parent)
    : FormStation(desk, std::move(called), u"repeat"_s, parent) {
    m_what = styled(new WrappedLabel, Type::Strong);
    m_what->setObjectName(u"repeat.chosen"_s);
    entry()->addWidget(m_what);
    m_doubts = new RowsView(u"repeat.doubts"_s, u"What to look at, in order"_s, desk.look());
    m_preview = new RowsView(u"repeat.import.preview"_s, u"What was read"_s, desk.look());
    m_kinds = new RowsView(u"repeat.kinds"_s, u"What can be studied"_s, desk.look());
    std::vector<Row> kinds;
    for (auto const& row : proving::studyRows())
        if (row.type != StudyType::Thickness)
            kinds.push_back({QString::fromUtf8(row.title), QString::fromUtf8(row.does)});
    m_kinds->show(std::move(kinds));
    addSection(u"studies"_s, u"Studies"_s, &RepeatStation::buildStudies, &RepeatStation::showStudies);
    addSection(u"readings"_s, u"Readings"_s, &RepeatStation::buildReadings, &RepeatStation::showReadings);
    addSection(u"question"_s, u"Question"_s, &RepeatStation::buildQuestion, &RepeatStation::showQuestion);
    addSection(u"conditions"_s, u"Conditions"_s, &RepeatStation::buildConditions, &RepeatStation::showConditions);
    addSection(u"import"_s, u"Bring in"_s, &RepeatStation::buildImport, &RepeatStation::showImport);
    addSection(u"practice"_s, u"By macro"_s, &RepeatStation::buildPractice, &RepeatStation::showPractice);
    addSection(u"doubt"_s, u"Doubt"_s, &RepeatStation::buildDoubt, &RepeatStation::showNothing);
    addSection(u"budget"_s, u"Budget"_s, &RepeatStation::buildBudget, &RepeatStation::showNothing);
    entry()->addWidget(m_sections);
    entry()->addStretch();
    m_sheet = new ReadingSheet(desk.look());
    m_sheet->onKeep([this](ReadingSheet::Typed const& typed) { return keepReading(typed); });
    connect(m_sheet, &ReadingSheet::undone, this, [this] {
        (void)this->desk().report(this->desk().session().undo());
        m_sheet->setFocus();
    });
    connect(m_sheet, &ReadingSheet::marked, this, &RepeatStation::markLast);
    auto plot = [&](char const* name, char const* title) {
        return new Plot(desk.look(), QString::fromLatin1(name), QString::fromUtf8(title));
    };
    m_strip = plot("repeat.strip", "Readings in their order");
    m_distribution = plot("repeat.distribution", "How often each value came");
    m_pairs = plot("repeat.pairs", "Setter against gauge");
    m_checks = plot("repeat.checks", "Check readings, with their limits");
    m_budget = plot("repeat.budget", "What the ± is made of");
    m_disc = new Picture(desk.look(), u"repeat.disc"_s, u"Disc from above, heights against its middle"_s);
    m_disc->on_point = [this](QPointF at, QRectF const& area) {
        auto const place = paper::placeOnDisc(area, m_disc_picture, at);
        m_end.x_mm = std::round(place.x() * 10) / 10;
        m_end.y_mm = std::round(place.y() * 10) / 10;
        drawDisc();
        say();
    };
    m_macro = styled(new QPlainTextEdit, Type::Mono);
    m_macro->setObjectName(u"repeat.macro"_s);
    m_macro->setAccessibleName(u"Macro of the readings"_s);
    m_macro->setReadOnly(true);
    m_macro->setFrameShape(QFrame::NoFrame);
    m_macro->setLineWrapMode(QPlainTextEdit::NoWrap);
    picture()->addWidget(m_sheet);
    for (QWidget* each : std::initializer_list<QWidget*>{m_strip, m_distribution, m_pairs, m_checks, m_budget, m_disc,
                                                         m_doubts, m_preview, m_kinds, m_macro})
        picture()->addWidget(each, each == m_distribution ? 2 : 3);
    connect(m_sections, &Sections::opened, this, &RepeatStation::showZones);
    refresh();
}

Study RepeatStation::studyOr() const {
    auto const* found = study();
    return found ? *found : Study{};
}

bool RepeatStation::ofThisMachine(Study const& each) const {
    auto const machine = desk().setup().place.machine;
    return each.type != StudyType::Thickness && (!each.machine || !machine || each.machine == machine);
}

shop::Readings const* RepeatStation::readings() const {
    if (!study()) return nullptr;
    auto const& found = desk().book().readings(m_study);
    return found ? &*found : nullptr;
}

Result<void> RepeatStation::edit(Study changed, std::string what) {
    if (!study()) return fail(Code::Missing, {"study"}, "A study", "Begin one at Studies.");
    return desk().edit(m_study, std::move(changed), std::move(what));
}

void RepeatStation::choose(Id<Study> chosen) {
    m_study = chosen;
    m_state.reset(); // what was judged is another one
    m_end = {};
    refresh();
}

void RepeatStation::begin() {
    auto const type = static_cast<StudyType>(m_type->box()->currentData().toInt());
    int const device = m_device->box()->currentData().toInt();
    auto const& place = desk().setup().place;
    auto made = proving::newStudy(type, {});
    made.begun_utc_ms = desk().session().now();
    made.machine = place.machine;
    made.tool = place.assembly;
    std::string of;
    if (auto const* plate = desk().book().find(place.plate); plate && device == 1) {
        made.plate = place.plate;
        made.conditions.direction = plate->practice.read_on;
        made.conditions.feed_mm_min = plate->practice.measure_mm_min;
        of = plate->name;
    }
    if (auto const* setter = desk().book().find(place.setter); setter && device == 2) {
        made.setter = place.setter;
        made.conditions.direction = setter->practice.read_on;
        made.conditions.feed_mm_min = setter->practice.measure_mm_min;
        of = setter->name;
    }
    // What does not change from one study to the next: how the readout steps, and who reads.
    for (auto const& [id, each] : desk().book().all<Study>()) {
        if (each->machine != made.machine || each->type == StudyType::Thickness || each->practice) continue;
        made.conditions.step_mm = each->conditions.step_mm;
        made.conditions.person = each->conditions.person;
        made.typing.as = each->typing.as;
        made.typing.unit = each->typing.unit;
    }
    made.what = std::string(proving::rowOf(type).title) + (of.empty() ? "" : ": " + of);
    shop::Change change{"Study begun: " + made.what, {}, {}, {}};
    Id<Study> const id{desk().nextId(change)};
    change.put(id, std::move(made));
    if (!desk().report(desk().commit(std::move(change)))) return;
    choose(id);
    m_sections->open(u"question"_s);
}

void RepeatStation::retire() {
    shop::Change change{"Study put away: " + studyOr().what, {}, {}, {}};
    change.puts.push_back({m_study.value, {}});
    if (desk().report(desk().commit(std::move(change)))) choose({});
}

Result<void> RepeatStation::keepReading(ReadingSheet::Typed const& typed) {
    auto const* found = study();
    auto const* before = readings();
    if (!found) return fail(Code::Missing, {"study"}, "A study", "Begin one at Studies.");
    if (!before) return Failure(desk().book().readings(m_study).error());
    auto const value = proving::typedReading(*found, *before, typed.value.toStdString());
    if (!value) return Failure(value.error());
    shop::Reading reading;
    reading.value_mm = *value;
    reading.as_typed = typed.value.trimmed().toStdString();
    reading.at_utc_ms = desk().session().now();
    reading.temperature_c = typed.temperature_c;
    if (typed.group > 0) reading.group_nr = typed.group;
    if (typed.at) {
        reading.x_mm = typed.at->x_mm;
        reading.y_mm = typed.at->y_mm;
    }
    if (!typed.second.isEmpty()) {
        auto plain = *found; // the other way is read as a value
        plain.typing.as = shop::TypedAs::Value;
        auto const second = proving::typedReading(plain, {}, typed.second.toStdString());
        if (!second) return Failure(second.error());
        reading.second_value = *second;
        if (auto const* tool = desk().book().find(desk().setup().place.assembly);
            tool && found->type == StudyType::Lengths && tool->contactRadius_mm() > 0)
            reading.x_mm = 2 * tool->contactRadius_mm();
    }
    int const n = shop::takenCount(*before) + 1;
    shop::Change change{fmt::format("Reading {}: {}", n, reading.as_typed), {}, {}, {}};
    change.readings.push_back({m_study, std::move(reading)});
    if (proving::looksAt(*found, n)) {
        auto looked = *found;
        looked.question.looks.push_back(n);
        change.put(m_study, std::move(looked));
    }
    return desk().commit(std::move(change));
}

void RepeatStation::lookNow() {
    auto changed = studyOr();
    auto const* all = readings();
    if (!all) return;
    int const n = shop::takenCount(*all);
    changed.question.looks.push_back(n);
    (void)desk().report(edit(std::move(changed), fmt::format("Looked at the verdict, {} readings", n)));
}

void RepeatStation::markLast(QString const& cause) {
    auto const* all = readings();
    auto const* last = all ? shop::lastTaken(*all) : nullptr;
    if (!last) return;
    shop::Change change{"Reading marked: " + cause.toStdString(), {}, {}, {}};
    change.marks.push_back({m_study, last->nr, cause.toStdString()});
    (void)desk().report(desk().commit(std::move(change)));
    m_sheet->setFocus();
}

void RepeatStation::refresh() {
    if (!study() || !ofThisMachine(*study())) {
        m_study = {};
        m_state.reset();
        for (auto const& [id, each] : desk().book().all<Study>())
            if (ofThisMachine(*each)) m_study = id; // the newest
    }
    judgeStudy();
}

/// A long study is judged off the interface's thread; what was shown stays until then.
void RepeatStation::judgeStudy() {
    auto const* all = readings();
    if (!study()) {
        m_state.reset();
        return showState();
    }
    if (!all || all->size() <= judged_at_once) {
        m_state = desk().book().ask<&proving::studied>(m_study);
        return showState();
    }
    if (!m_state) showState();
    desk().work().start(
        u"Judging the study"_s,
        [snapshot = desk().book().snapshot(), units = desk().units(), id = m_study](Going const&) {
            return proving::studied(facts::Reader(snapshot, units), id);
        },
        [this](Result<proving::Studied> state) {
            m_state = std::move(state);
            showState();
        });
}

void RepeatStation::showState() {
    m_what->setText(study() ? text(study()->what) + (study()->practice ? u" (simulated)"_s : QString())
                            : u"No study yet."_s);
    m_sections->refresh();
    showZones();
}

/// The picture belongs to the section, and to what the study is of.
void RepeatStation::showZones() {
    auto const section = m_sections->current();
    auto const type = studyOr().type;
    bool const of_book = section == u"practice"_s || section == u"doubt"_s || section == u"budget"_s;
    bool const of_study = section != u"import"_s && !of_book && study();
    m_what->setVisible(!of_book);
    m_macro->setVisible(section == u"practice"_s);
    m_kinds->setVisible(!study() && section != u"import"_s && section != u"readings"_s && !of_book);
    bool const taking = section == u"readings"_s;
    bool const spread = of_study && proving::judgedBySpread(type) && type != StudyType::CheckReading;
    m_sheet->setVisible(taking);
    m_strip->setVisible(spread);
    m_distribution->setVisible(spread && !taking);
    m_disc->setVisible(of_study && type == StudyType::Map);
    m_pairs->setVisible(of_study && type == StudyType::Lengths);
    m_checks->setVisible(of_study && type == StudyType::CheckReading);
    m_budget->setVisible(section == u"budget"_s);
    m_doubts->setVisible(section == u"doubt"_s);
    m_preview->setVisible(section == u"import"_s);
    showPictures();
    if (taking) ask();
    say();
}

void RepeatStation::ask() {
    ReadingSheet::Ask made;
    auto const* found = study();
    auto const* all = readings();
    if (!found || !all) {
        made.place = found ? u"The readings cannot be read."_s : u"No study yet."_s;
        made.question = found ? u"The book is damaged there; rescue what can be read."_s : u"Begin one at Studies."_s;
        return m_sheet->show(made);
    }
    auto const& row = proving::rowOf(found->type);
    int const n = shop::takenCount(*all), planned = proving::plannedOf(*found);
    made.place = n < planned ? u"Reading %1 of %2"_s.arg(n + 1).arg(planned) : u"Reading %1"_s.arg(n + 1);
    made.question = QString::fromUtf8(row.does);
    if (auto const* tool = desk().book().find(desk().setup().place.assembly); tool && found->type == StudyType::Lengths)
        made.question += u" In the spindle now: tool %1, %2."_s.arg(tool->number).arg(text(tool->name));
    made.unit = QString::fromUtf8(proving::unitWords(found->typing.unit));
    static constexpr char const* how[] = {"Type the value.", "Type by how much it differs from the stored value.",
                                          "Type by how much it differs from the last one.",
                                          "Type its last digits only."};
    made.hint = QString::fromUtf8(how[static_cast<int>(found->typing.as)]) +
                u" Enter keeps it. Spindle stopped and locked out, a hand at the stop, fingers never under the tool."_s;
    if (found->practice) made.hint = u"Simulated readings take no others beside them."_s;
    auto const* last_taken = shop::lastTaken(*all);
    if (last_taken) {
        auto const& last = *last_taken;
        made.last =
            u"Kept: %1 (typed “%2”)%3"_s.arg(text(lengthText(last.value_mm, desk().units())), text(last.as_typed),
                                             last.withdrawn ? u", marked: "_s + text(last.cause) : QString());
    }
    if (row.pairs) made.second = found->type == StudyType::Lengths ? u"by the height gauge"_s : u"the other way"_s;
    for (auto const& name : found->groups) made.groups << text(name);
    made.group = proving::plannedGroup(*found, n + 1);
    if (row.at_places) {
        double const reach = proving::reachOf(desk().book().find(found->plate), desk().book().find(found->setter));
        auto const places = proving::placesFor(reach, std::max(planned, n + 1));
        made.at = places[static_cast<std::size_t>(n)];
    }
    made.temperature = row.temperature;
    made.writable = writable() && !found->practice;
    made.can_undo = made.writable && desk().session().canUndo() && desk().session().undoWhat().starts_with("Reading");
    made.can_mark = last_taken && !last_taken->withdrawn;
    m_sheet->show(made);
}

void RepeatStation::say() {
    auto const section = m_sections->current();
    auto const& book = desk().book();
    std::vector<zeroing::Judgement> said;
    auto add = [&](std::vector<zeroing::Judgement> more) {
        std::move(more.begin(), more.end(), std::back_inserter(said));
    };
    auto wrong = [&](Error const& error) {
        auto const found = toFinding(error);
        said.push_back({Severity::Bad, found.text, found.remedy, {}});
    };
    if (section == u"import"_s && m_import) {
        add(m_import->judgements());
    } else if (section == u"practice"_s && m_practice) {
        add(m_practice->judgements());
    } else if (section == u"doubt"_s) {
        if (auto doubt = advice::doubtJudgements(book, desk().setup()))
            add(std::move(*doubt));
        else
            wrong(doubt.error());
        said.push_back(advice::policyJudgement(book, desk().setup()));
    } else if (section == u"budget"_s) {
        if (auto const budget = advice::budgetFor(book, desk().setup(), m_budget_for))
            add(advice::budgetJudgements(book, desk().setup(), *budget));
        else
            wrong(budget.error());
    } else if (!study()) {
        said.push_back({Severity::Note,
                        "Does it repeat?",
                        "Begin with the same touch twenty times. It says what is proved, how many readings more it "
                        "takes, or that it failed; and what to look at next.",
                        {}});
    } else if (m_state && !*m_state) {
        wrong(m_state->error());
    } else if (m_state) {
        auto const& state = **m_state;
        auto const* all = readings();
        auto const type = study()->type;
        if (type == StudyType::Map) {
            std::optional<studies::MapResult> before;
            if (auto const& earlier = book.readings(study()->before); study()->before && earlier)
                before = studies::judgeMap(proving::placesOf(*earlier));
            add(advice::mapJudgements(book, *study(), studies::judgeMap(proving::placesOf(*all)), before, m_end));
        } else if (type == StudyType::Lengths) {
            auto const pairs = proving::pairsOf(*all);
            add(advice::pairsJudgements(book, *study(), pairs, studies::judgePairs(pairs), state.holding));
        } else if (type == StudyType::CheckReading) {
            add(advice::checkJudgements(book, *study(), *all, desk().session().now()));
        }
        add(advice::studyJudgements(book, *study(), state));
    }
    if (said.empty()) said.push_back({Severity::Note, "Its readings are being judged.", "So many take a moment.", {}});
    judgement()->show(said);
}

} // namespace steady::app
