// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is typed and chosen at Repeatability.

#include "app/repeat/ImportView.h"
#include "app/repeat/PracticeView.h"
#include "app/repeat/RepeatStation.h"
#include "app/shell/ReadingsList.h"
#include "app/widgets/Box.h"
#include "core/advice/StudyAdvice.h"
#include "core/shop/Taken.h"
#include "core/studies/Looks.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Study;

namespace {

QStringList split(QString const& typed) {
    QStringList names;
    for (auto const& each : typed.split(u',')) names << each.trimmed();
    names.removeAll(QString());
    return names;
}

} // namespace

std::unique_ptr<Form<Study>> RepeatStation::form(QVBoxLayout* into) {
    return std::make_unique<Form<Study>>(
        desk(), into, [this] { return studyOr(); },
        [this](Study changed, std::string what) { return edit(std::move(changed), std::move(what)); },
        [this] { return study() != nullptr; });
}

Choice* RepeatStation::addChoice(QVBoxLayout* into, char const* name, char const* caption,
                                 std::function<void(int)> chosen) {
    auto* made = new Choice(QString::fromLatin1(name), QString::fromUtf8(caption), desk().look());
    connect(made->box(), &QComboBox::activated, this, [this, chosen = std::move(chosen)](int index) {
        QTimer::singleShot(0, this, [chosen, index] { chosen(index); });
    });
    into->addWidget(made);
    return made;
}

QPushButton* RepeatStation::addButton(QVBoxLayout* into, char const* name, char const* words,
                                      std::function<void()> pressed) {
    auto* made = new QPushButton(QString::fromUtf8(words));
    made->setObjectName(QString::fromLatin1(name));
    connect(made, &QPushButton::clicked, this, std::move(pressed));
    into->addWidget(made);
    return made;
}

void RepeatStation::buildStudies(QVBoxLayout* page) {
    m_list = new RowsView(u"repeat.studies"_s, u"Studies, newest first"_s, desk().look());
    page->addWidget(m_list);
    connect(m_list, &RowsView::choiceChanged, this, [this] {
        auto const at = static_cast<std::size_t>(m_list->chosen());
        if (at < m_ids.size() && m_ids[at] != m_study) choose(m_ids[at]);
    });
    addBox(page, m_on_disc);
    auto* inside = static_cast<QVBoxLayout*>(m_on_disc->layout());
    m_end_tool = addChoice(inside, "repeat.end", "Tool that is moved over it", [this](int index) {
        m_end.diameter_mm = m_end_tool->box()->itemData(index).toDouble();
        drawDisc();
        say();
    });
    m_before = addChoice(inside, "repeat.before", "Earlier map beside it", [this](int index) {
        auto changed = studyOr();
        changed.before = chosenIn<Study>(*m_before->box(), index);
        (void)desk().report(edit(std::move(changed), "Earlier map"));
    });
    m_proof = addButton(page, "repeat.proof", "Save the proof sheet (PDF)", [this] { saveProof(); });
    m_csv = addButton(page, "repeat.csv", "Save all readings (CSV)", [this] { saveCsv(); });
    page->addWidget(styled(new QLabel(u"Another study"_s), Type::Heading, Tone::Soft));
    m_type = addChoice(page, "repeat.type", "What it looks at", [](int) {});
    for (auto const& row : proving::studyRows())
        if (row.type != shop::StudyType::Thickness)
            m_type->box()->addItem(QString::fromUtf8(row.title), static_cast<int>(row.type));
    m_device = addChoice(page, "repeat.device", "Of which device", [](int) {});
    addButton(page, "repeat.begin", "Begin it", [this] { begin(); });
    m_retire = addButton(page, "repeat.retire", "Put the chosen one away", [this] { retire(); });
}

void RepeatStation::showStudies() {
    bool const can_write = desk().session().writable();
    auto& devices = *m_device->box();
    int const before = std::max(0, devices.currentIndex());
    devices.clear();
    if (auto const* plate = desk().book().find(desk().setup().place.plate)) devices.addItem(text(plate->name), 1);
    if (auto const* setter = desk().book().find(desk().setup().place.setter)) devices.addItem(text(setter->name), 2);
    devices.addItem(u"none of them"_s, 0);
    devices.setCurrentIndex(std::min(before, devices.count() - 1));
    findChild<QPushButton*>(u"repeat.begin"_s)->setEnabled(can_write);
    std::vector<Row> rows;
    m_ids.clear();
    auto const& all = desk().book().all<Study>();
    for (auto it = all.rbegin(); it != all.rend(); ++it) {
        auto const& [id, each] = *it;
        if (!ofThisMachine(*each)) continue;
        auto const count = desk().book().readings(id);
        QString word;
        auto mark = upkeep::Standing::Open;
        if (!count) {
            word = u"cannot be read"_s;
            mark = upkeep::Standing::Failed;
        } else if (count->size() > 1000 && id != m_study) {
            word = u"%1 readings"_s.arg(count->size());
        } else {
            auto const state = id == m_study && m_state ? *m_state : desk().book().ask<&proving::studied>(id);
            if (state) {
                word = text(advice::verdictWord(*each, *state));
                bool const bad = state->verdict == studies::Verdict::Failed || !state->blocked.empty();
                bool const good = state->verdict == studies::Verdict::Proved && !each->practice;
                mark = bad                                          ? upkeep::Standing::Failed
                       : state->holding.state != facts::Hold::Holds ? upkeep::Standing::Suspect
                       : good                                       ? upkeep::Standing::Proved
                                                                    : upkeep::Standing::Open;
            }
        }
        rows.push_back({text(each->what), word + u" · "_s + QString::fromUtf8(proving::rowOf(each->type).title), mark});
        m_ids.push_back(id);
    }
    if (rows.empty()) rows.push_back({u"No study yet."_s, u"Begin one below."_s});
    QSignalBlocker const quiet(m_list);
    m_list->show(std::move(rows));
    auto const at = std::find(m_ids.begin(), m_ids.end(), m_study);
    if (at != m_ids.end()) m_list->choose(static_cast<int>(at - m_ids.begin()));
    m_list->fitRows(6);
    bool const any = study() != nullptr;
    m_retire->setEnabled(writable());
    for (auto* each : {m_proof, m_csv}) each->setEnabled(any);
    bool const map = any && study()->type == shop::StudyType::Map;
    m_on_disc->setVisible(map);
    if (!map) return;
    auto& ends = *m_end_tool->box();
    ends.clear();
    ends.addItem(u"a point"_s, 0.0);
    for (auto const& [id, tool] : desk().tools())
        if (tool->contactRadius_mm() > 0)
            ends.addItem(u"%1  %2"_s.arg(tool->number).arg(text(tool->name)), 2 * tool->contactRadius_mm());
    int const end = ends.findData(m_end.diameter_mm);
    ends.setCurrentIndex(std::max(0, end));
    if (end < 0) m_end.diameter_mm = 0;
    auto& earlier = *m_before->box();
    earlier.clear();
    earlier.addItem(u"none"_s, QVariant::fromValue<qlonglong>(0));
    for (auto const& [id, each] : desk().book().all<Study>())
        if (each->type == shop::StudyType::Map && id != m_study)
            earlier.addItem(text(each->what), QVariant::fromValue<qlonglong>(id.value));
    earlier.setCurrentIndex(std::max(0, earlier.findData(QVariant::fromValue<qlonglong>(study()->before.value))));
}

void RepeatStation::buildReadings(QVBoxLayout* page) {
    auto f = form(page);
    f->choice(
        "repeat.typed_as", "What is typed",
        {"the value", "its change from the stored one", "each change from the last", "its last digits"},
        [](Study & s) -> auto& { return s.typing.as; });
    f->choice(
        "repeat.unit", "A bare number is in", {"mm", "inch", "thousandths of an inch", "microns"},
        [](Study & s) -> auto& { return s.typing.unit; });
    f->length(
        "repeat.stored", "Stored value", any_length, [](Study & s) -> auto& { return s.typing.stored_mm; },
        "what a change or last digits start from");
    m_forms.push_back(std::move(f));
    m_readings = new ReadingsList(desk(), u"repeat"_s, u"Readings"_s, readingCauses());
    page->addWidget(m_readings);
}

void RepeatStation::showReadings() { m_readings->show(m_study); }

void RepeatStation::buildQuestion(QVBoxLayout* page) {
    auto f = form(page);
    f->length(
        "repeat.requirement", "It has to hold, ±", shop::bounds::good_mm,
        [](Study & s) -> auto& { return s.question.requirement_mm; }, "empty: nothing is to be proved");
    f->row(2);
    f->number(
        "repeat.coverage", "Of touches", "%", 100, {50, 99.99}, [](Study & s) -> auto& { return s.question.coverage; });
    f->number(
        "repeat.confidence", "Confidence", "%", 100, {50, 99.99},
        [](Study & s) -> auto& { return s.question.confidence; });
    f->length(
        "repeat.margin", "Groups agree within", shop::bounds::good_mm,
        [](Study & s) -> auto& { return s.question.margin_mm; });
    m_forms.push_back(std::move(f));
    m_planned = new Field(u"repeat.planned"_s, u"Readings planned"_s, desk().look());
    m_planned->onAccept([this](QString const& typed) -> Result<void> {
        auto const& bounds = shop::bounds::planned;
        bool whole = false;
        int const planned = typed.trimmed().toInt(&whole);
        if (!whole) return fail(Code::NotANumber, {"readings planned"}, typed.toStdString());
        if (!bounds.hold(planned))
            return fail(Code::OutOfRange, {"readings planned"}, typed.toStdString(),
                        fmt::format("{} to {}", bounds.least, bounds.most));
        auto changed = studyOr();
        changed.question.planned = planned;
        return edit(std::move(changed), "Readings planned");
    });
    page->addWidget(m_planned);
    m_look = addButton(page, "repeat.look", "Look at the verdict now", [this] { lookNow(); });
    m_look_words = styled(new WrappedLabel, Type::Small, Tone::Soft);
    page->addWidget(m_look_words);
    auto* known = addBox(page, m_known);
    m_standard = addChoice(known, "repeat.standard", "Known from", [this](int index) {
        auto changed = studyOr();
        changed.standard = chosenIn<shop::Standard>(*m_standard->box(), index);
        if (auto const* standard = desk().book().find(changed.standard)) {
            changed.known_mm = standard->stated_mm;
            changed.known_error_mm = standard->error_mm;
        }
        (void)desk().report(edit(std::move(changed), "Reference of the study"));
    });
    auto k = form(known);
    k->length(
        "repeat.known", "Known value", any_length, [](Study & s) -> auto& { return s.known_mm; },
        "of the reference, block or foil");
    k->length(
        "repeat.known_error", "Known to, ±", shop::bounds::clearance_mm,
        [](Study & s) -> auto& { return s.known_error_mm; });
    m_forms.push_back(std::move(k));
    auto* checks = addBox(page, m_check_box);
    auto c = form(checks);
    c->heading("Check readings");
    c->row(2);
    c->number(
        "repeat.every", "Due every", "days", 1, shop::bounds::how_often,
        [](Study & s) -> auto& { return s.every_days; });
    c->number(
        "repeat.baseline", "Limits from first", "", 1, shop::bounds::planned,
        [](Study & s) -> auto& { return s.baseline; });
    m_forms.push_back(std::move(c));
}

void RepeatStation::showQuestion() {
    auto const type = studyOr().type;
    m_known->setVisible(type == shop::StudyType::Artefact || type == shop::StudyType::Shim);
    m_check_box->setVisible(type == shop::StudyType::CheckReading);
    offer(*m_standard->box(), desk().book(), studyOr().standard, u"typed below"_s);
    if (!studyOr().standard) m_standard->box()->setCurrentIndex(0);
    m_standard->setEnabled(writable());
    auto const* each = study();
    bool const begun = readings() && shop::takenCount(*readings()) > 0;
    m_planned->setWritable(writable() && !begun);
    m_planned->show(QString::number(proving::plannedOf(studyOr())), {},
                    begun ? u"it stands, since readings have been seen"_s
                          : u"the verdict comes with the last of them"_s);
    bool const may = writable() && each->question.requirement_mm && m_state && *m_state && (**m_state).n >= 2 &&
                     (**m_state).judged < (**m_state).n && !each->practice && proving::judgedBySpread(each->type);
    m_look->setEnabled(may);
    if (!each || !m_state || !*m_state) return m_look_words->setText({});
    auto const& state = **m_state;
    int const planned = proving::plannedOf(*each);
    if (!may)
        m_look_words->setText(!each->question.requirement_mm ? u"First say what it has to hold."_s
                              : state.n < 2                  ? u"It takes two readings."_s
                                                             : u"Looked at with %1 readings."_s.arg(state.judged));
    else
        m_look_words->setText(
            studies::plannedLook(planned, state.n)
                ? u"%1 readings: a look that was planned."_s.arg(state.n)
                : u"A look after %1 was not planned: it is judged with %2 % confidence, since whoever has seen the "
                  "readings chose the moment."_s.arg(state.n)
                      .arg(100 * studies::confidenceAtLook(each->question.confidence, planned, state.n), 0, 'f', 3));
}

void RepeatStation::buildConditions(QVBoxLayout* page) {
    auto f = form(page);
    f->text(
        "repeat.what", "What it is of", [](Study & s) -> auto& { return s.what; });
    f->length(
        "repeat.step", "Step of the readout", shop::bounds::step_mm,
        [](Study & s) -> auto& { return s.conditions.step_mm; }, "the smallest change that it can show");
    f->row(2);
    f->feed(
        "repeat.feed", "Feed", {0.1, 5000}, [](Study & s) -> auto& { return s.conditions.feed_mm_min; });
    f->number(
        "repeat.temp", "Temperature", "°C", 1, shop::bounds::temperature_c,
        [](Study & s) -> auto& { return s.conditions.temperature_c; });
    f->choice(
        "repeat.direction", "Read", {"pressing down", "at the release, lifting slowly"},
        [](Study & s) -> auto& { return s.conditions.direction; });
    f->choice(
        "repeat.homed", "Homed before each", {"not said", "yes", "no"},
        [](Study & s) -> auto& { return s.conditions.homed; });
    f->choice(
        "repeat.vacuum", "Vacuum", {"not said", "on", "off"}, [](Study & s) -> auto& { return s.conditions.vacuum; });
    f->text(
        "repeat.person", "Who reads", [](Study & s) -> auto& { return s.conditions.person; }, true);
    m_forms.push_back(std::move(f));
    m_tool = addChoice(page, "repeat.tool", "With tool", [this](int index) {
        auto changed = studyOr();
        changed.tool = chosenIn<shop::Assembly>(*m_tool->box(), index);
        (void)desk().report(edit(std::move(changed), "Tool of the study"));
    });
    auto* groups = new Field(u"repeat.groups"_s, u"Groups, a comma between"_s, desk().look(), Type::Body);
    groups->onAccept([this](QString const& typed) -> Result<void> {
        auto changed = studyOr();
        changed.groups.clear();
        for (auto const& each : split(typed)) changed.groups.push_back(each.toStdString());
        return edit(std::move(changed), "Groups of the study");
    });
    page->addWidget(groups);
    auto l = form(page);
    l->heading("The iron, before the first reading");
    l->choice(
        "repeat.flat", "Base flat, nothing under it", {"not looked yet", "yes", "no"},
        [](Study & s) -> auto& { return s.look.flat; });
    l->choice(
        "repeat.firm", "Held firm", {"not looked yet", "yes", "no"}, [](Study & s) -> auto& { return s.look.firm; });
    l->choice(
        "repeat.free", "Cable hangs free", {"not looked yet", "yes", "no"},
        [](Study & s) -> auto& { return s.look.free; });
    l->choice(
        "repeat.clean", "Disc and tool clean", {"not looked yet", "yes", "no"},
        [](Study & s) -> auto& { return s.look.clean; });
    m_forms.push_back(std::move(l));
}

void RepeatStation::showConditions() {
    auto& tools = *m_tool->box();
    tools.clear();
    tools.addItem(u"none"_s, QVariant::fromValue<qlonglong>(0));
    for (auto const& [id, tool] : desk().tools())
        tools.addItem(u"%1  %2"_s.arg(tool->number).arg(text(tool->name)), QVariant::fromValue<qlonglong>(id.value));
    tools.setCurrentIndex(std::max(0, tools.findData(QVariant::fromValue<qlonglong>(studyOr().tool.value))));
    m_tool->setEnabled(writable());
    auto* groups = static_cast<Field*>(findChild<QLineEdit*>(u"repeat.groups"_s)->parentWidget());
    QStringList names;
    for (auto const& each : studyOr().groups) names << text(each);
    groups->setWritable(writable());
    groups->show(names.join(u", "_s), {}, {});
}

void RepeatStation::buildImport(QVBoxLayout* page) {
    m_import = new ImportView(desk(), m_preview);
    page->addWidget(m_import);
    connect(m_import, &ImportView::changed, this, &RepeatStation::say);
}

void RepeatStation::showImport() { m_import->show(m_study); }

void RepeatStation::buildPractice(QVBoxLayout* page) {
    m_practice = new PracticeView(desk());
    page->addWidget(m_practice);
    connect(m_practice, &PracticeView::made, this, [this](Id<Study> id) {
        choose(id);
        m_sections->open(u"studies"_s);
    });
    connect(m_practice, &PracticeView::changed, this, [this] {
        if (m_sections->current() == u"practice"_s) showPictures(), say();
    });
}

void RepeatStation::showPractice() { m_practice->refresh(); }

void RepeatStation::buildDoubt(QVBoxLayout* page) {
    auto* words = styled(new WrappedLabel(u"When it does not repeat or does not agree: the cheapest check that tells "
                                          "something comes first. What the book shows already is told beside each."_s),
                         Type::Body, Tone::Soft);
    page->addWidget(words);
}

void RepeatStation::buildBudget(QVBoxLayout* page) {
    m_purpose = addChoice(page, "repeat.purpose", "What for", [this](int index) {
        m_budget_for = advice::every_budget[index];
        showZones();
    });
    for (auto const purpose : advice::every_budget)
        m_purpose->box()->addItem(QString::fromUtf8(advice::titleOf(purpose)));
}

} // namespace steady::app
