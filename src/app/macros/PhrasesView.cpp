// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/macros/PhrasesView.h"

#include "app/widgets/WrappedLabel.h"
#include "core/base/Decimal.h"
#include "core/base/Words.h"
#include "core/dialects/Bundle.h"
#include "core/dialects/phrasebook/Constants.h"
#include "core/macros/Figures.h"
#include "core/zeroing/KnownConstants.h"

#include <QEvent>
#include <QVBoxLayout>
#include <functional>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

constexpr int steps_px = 250, words_px = 120;
constexpr std::size_t most_told = 8; // findings one by one; the rest is counted

/// Tells when a widget is left.
class Leaving : public QObject {
public:
    Leaving(QWidget* widget, std::function<void()> then) : QObject(widget), m_then(std::move(then)) {
        widget->installEventFilter(this);
    }
    bool eventFilter(QObject* watched, QEvent* event) override {
        if (event->type() == QEvent::FocusOut) m_then();
        return QObject::eventFilter(watched, event);
    }

private:
    std::function<void()> m_then;
};

QLabel* small(Tone tone = Tone::Soft) {
    auto* label = new WrappedLabel;
    styled(label, Type::Small, tone);
    label->setTextInteractionFlags(Qt::TextSelectableByMouse);
    return label;
}

/// What is kept as the pattern of a constant; empty: none.
std::string patternOf(std::vector<shop::Phrase> const& phrases, char const* id) {
    for (auto const& each : phrases)
        if (each.step == id) return each.text;
    return {};
}

} // namespace

PhrasesView::PhrasesView(Desk& desk, QVBoxLayout* entry, QVBoxLayout* picture, QObject* parent)
    : QObject(parent), m_desk(desk) {
    auto const& look = desk.look();
    auto* words = small();
    words->setText(
        u"How the script of your control says each step. Type its own lines; a figure stands as {{name}}."_s);
    entry->addWidget(words);
    m_steps = new RowsView(u"macro.words.steps"_s, u"The steps"_s, look);
    m_steps->setMinimumHeight(look.px(steps_px));
    connect(m_steps, &RowsView::choiceChanged, this, &PhrasesView::showStep);
    entry->addWidget(m_steps);
    m_does = small(Tone::Ink);
    m_does->setObjectName(u"macro.words.does"_s);
    entry->addWidget(m_does);
    m_wrong = small(Tone::Bad);
    m_wrong->setObjectName(u"macro.words.wrong"_s);
    entry->addWidget(m_wrong);
    m_words = styled(new QPlainTextEdit, Type::Mono);
    m_words->setObjectName(u"macro.words.text"_s);
    m_words->setAccessibleName(u"Words of the step"_s);
    m_words->setTabChangesFocus(true);
    m_words->setMinimumHeight(look.px(words_px));
    m_words->setMaximumHeight(look.px(words_px));
    connect(m_words, &QPlainTextEdit::textChanged, this, &PhrasesView::showPreview);
    new Leaving(m_words, [this] { keepWords(); });
    entry->addWidget(m_words);
    m_preview = small();
    m_preview->setObjectName(u"macro.words.preview"_s);
    entry->addWidget(m_preview);
    m_fields = small();
    m_fields->setObjectName(u"macro.words.fields"_s);
    entry->addWidget(m_fields);

    buildConstants(entry);
    m_picture = new QWidget;
    auto* column = new QVBoxLayout(m_picture);
    column->setContentsMargins(0, 0, 0, 0);
    auto* row = new QHBoxLayout;
    auto* heading =
        styled(new QLabel(u"The text for your control; it cannot be run here"_s), Type::Heading, Tone::Soft);
    heading->setWordWrap(true);
    m_anew = new QPushButton(u"Write anew"_s);
    m_anew->setObjectName(u"macro.words.anew"_s);
    connect(m_anew, &QPushButton::clicked, this, [this] { setText(m_written); });
    row->addWidget(heading, 1);
    row->addWidget(m_anew);
    column->addLayout(row);
    m_text = styled(new QPlainTextEdit, Type::Mono);
    m_text->setObjectName(u"macro.words.whole"_s);
    m_text->setAccessibleName(u"The text for your control"_s);
    m_text->setTabChangesFocus(true);
    m_text->setPlaceholderText(
        u"Once every step of this macro has words, its text stands here. A text or a script of your own "
        "can be pasted, and is checked."_s);
    m_text->setLineWrapMode(QPlainTextEdit::NoWrap);
    connect(m_text, &QPlainTextEdit::textChanged, this, [this] {
        m_anew->setEnabled(edited());
        Q_EMIT textChanged();
    });
    column->addWidget(m_text, 1);
    m_picture->hide();
    picture->addWidget(m_picture, 1);
}

void PhrasesView::show(safety::Rehearsal const* rehearsal, bool anew) {
    m_rehearsal = rehearsal;
    m_machine = zeroing::machineOf(m_desk.book(), m_desk.setup());
    bool const mine = anew ? ownScript() : edited();
    auto const said =
        rehearsal && rehearsal->said && *rehearsal->said ? app::text((*rehearsal->said)->text) : QString();
    m_written = said;
    if (!mine) setText(said);
    m_anew->setEnabled(edited());
    fillSteps();
    showStep();
    m_constants->refresh();
    m_write_constants->setEnabled(m_desk.session().writable());
}

/// Where the book's figures stand in a script of their own.
void PhrasesView::buildConstants(QVBoxLayout* entry) {
    m_constants = std::make_unique<Form<shop::Machine>>(
        m_desk, entry, [this] { return zeroing::machineOf(m_desk.book(), m_desk.setup()); },
        [this](shop::Machine machine, std::string what) {
            std::erase_if(machine.behaviour.phrases, [](shop::Phrase const& each) { return each.text.empty(); });
            for (auto const& each : zeroing::knownConstants(m_desk.book(), m_desk.setup()))
                if (auto const pattern = patternOf(machine.behaviour.phrases, each.id); !pattern.empty())
                    if (auto const read = dialects::readConstant({}, each.name, pattern); !read)
                        return Result<void>(Failure(read.error()));
            return m_desk.put(&shop::PlaceOfWork::machine, std::move(machine), "Pattern: " + what);
        },
        [] { return true; });
    m_constants->heading("Constants of a script of your own");
    m_constants->note(
        "A line of it with {{value}} in the figure's place, such as SETTER_X = {{value}}. Paste the script "
        "into the text beside: each is found and compared.");
    for (auto const& each : zeroing::knownConstants(m_desk.book(), m_desk.setup()))
        m_constants->text(
            each.id, each.name,
            [id = std::string(each.id)](shop::Machine & machine) -> auto& {
                auto& all = machine.behaviour.phrases;
                auto at = std::find_if(all.begin(), all.end(), [&](auto const& phrase) { return phrase.step == id; });
                if (at == all.end()) at = all.insert(at, shop::Phrase{id, {}});
                return at->text;
            },
            true);
    m_write_constants = new QPushButton(u"Put the book's figures into it"_s);
    m_write_constants->setObjectName(u"macro.words.constants"_s);
    m_write_constants->setToolTip(u"In all places that a pattern fits; what is written otherwise stays"_s);
    connect(m_write_constants, &QPushButton::clicked, this, &PhrasesView::writeConstants);
    entry->addWidget(m_write_constants);
}

std::vector<zeroing::Judgement> PhrasesView::judgedConstants() const {
    std::vector<zeroing::Judgement> said;
    bool any = false;
    auto const whole = text().toStdString();
    for (auto const& each : zeroing::knownConstants(m_desk.book(), m_desk.setup())) {
        auto const pattern = patternOf(phrases(), each.id);
        if (pattern.empty()) continue;
        auto const read = dialects::readConstant(whole, each.name, pattern);
        if (!read) continue; // is not taken without a place for the figure
        any = any || !read->places.empty();
        if (!each.mm) {
            said.push_back({Severity::Attention,
                            each.name,
                            "The book does not know it yet: measure it, or take its pattern away.",
                            {}});
            continue;
        }
        auto const figure = macros::lengthFigure(*each.mm, m_machine.units);
        auto const found = dialects::judgeConstant(*read, each.name, *decimal(figure), figure);
        for (auto const& finding : found)
            said.push_back({Severity::Bad,
                            finding.where.line > 0 ? fmt::format("{}, line {}", each.name, finding.where.line)
                                                   : std::string(each.name),
                            finding.text + " " + finding.remedy,
                            {}});
        if (found.empty())
            said.push_back({Severity::Note,
                            fmt::format("{}: {}, as in the book", each.name, figure),
                            fmt::format("Line {}{}.", read->places.front().line,
                                        read->places.size() > 1 ? fmt::format(" and {} more", read->places.size() - 1)
                                                                : std::string()),
                            {}});
    }
    return any ? said : std::vector<zeroing::Judgement>();
}

void PhrasesView::writeConstants() {
    auto whole = text().toStdString();
    for (auto const& each : zeroing::knownConstants(m_desk.book(), m_desk.setup())) {
        auto const pattern = patternOf(phrases(), each.id);
        if (pattern.empty() || !each.mm) continue;
        if (auto const read = dialects::readConstant(whole, each.name, pattern))
            whole = dialects::withConstant(std::move(whole), *read, macros::lengthFigure(*each.mm, m_machine.units));
    }
    setText(app::text(whole));
}

/// Those of this macro first; each says whether it has words that can be filled in.
void PhrasesView::fillSteps() {
    auto const& all = dialects::phraseSteps();
    auto const needed = [&](dialects::PhraseStep const& step) {
        if (&step == &all.front()) return true; // remarks stand in every text
        if (!m_rehearsal) return false;
        auto const& said = m_rehearsal->said; // with what its script tells, where it has words for that
        auto const& steps = (said && *said ? (*said)->recipe : m_rehearsal->macro.recipe).steps;
        return std::any_of(steps.begin(), steps.end(),
                           [&](auto const& each) { return &dialects::stepOf(each.action) == &step; });
    };
    m_rows.clear();
    std::vector<Row> rows;
    for (bool const of_this : {true, false})
        for (auto const& step : all) {
            if (needed(step) != of_this) continue;
            auto const* phrase = dialects::phraseFor(phrases(), step);
            auto const good = phrase ? dialects::checkPhrase(step, phrase->text) : Result<void>();
            std::optional<upkeep::Standing> mark;
            if (!phrase) mark = upkeep::Standing::Open;
            if (!good) mark = upkeep::Standing::Failed;
            auto const detail = !phrase   ? of_this ? u"no words yet"_s : u"no words; not in this macro"_s
                                : !good   ? u"cannot be filled in"_s
                                : of_this ? u"has words"_s
                                          : u"has words; not in this macro"_s;
            m_rows.push_back(&step);
            rows.push_back({.text = QString::fromUtf8(step.title), .detail = detail, .mark = mark});
        }
    m_steps->show(std::move(rows));
    if (m_steps->chosen() < 0) m_steps->choose(0);
}

dialects::PhraseStep const* PhrasesView::chosen() const {
    int const row = m_steps->chosen();
    return row < 0 || row >= static_cast<int>(m_rows.size()) ? nullptr : m_rows[static_cast<std::size_t>(row)];
}

void PhrasesView::showStep() {
    auto const* step = chosen();
    if (!step) return;
    m_does->setText(QString::fromUtf8(step->does));
    auto const* phrase = dialects::phraseFor(phrases(), *step);
    if (step != m_shown || !m_words->hasFocus()) {
        m_shown = step;
        QSignalBlocker const quiet(m_words);
        m_words->setPlainText(phrase ? app::text(phrase->text) : QString());
    }
    m_words->setReadOnly(!m_desk.session().writable());
    QStringList fields;
    auto tell = [&](auto const& self, std::vector<dialects::PhraseField> const& all, QString const& before) -> void {
        for (auto const& field : all) {
            auto const name = field.list ? u"{{#%1}} … {{/%1}}"_s : u"{{%1}}"_s;
            fields += before + name.arg(QString::fromUtf8(field.name)) + u"  "_s + QString::fromUtf8(field.words) +
                      (field.must && before.isEmpty() ? u" (needed)"_s : QString());
            if (field.list && !field.items.empty()) self(self, field.items.front(), before + u"   "_s);
        }
    };
    tell(tell, dialects::fieldsOf(*step), {});
    m_fields->setText(fields.isEmpty() ? u"This step has no figures."_s : fields.join(u'\n'));
    showPreview();
}

/// What is wrong with the words as they are typed, and how this macro says the step with them.
void PhrasesView::showPreview() {
    if (!m_shown) return;
    auto const typed = m_words->toPlainText().toStdString();
    auto const good = typed.empty() ? Result<void>() : dialects::checkPhrase(*m_shown, typed);
    m_wrong->setVisible(!good);
    if (!good) m_wrong->setText(app::text(toFinding(good.error()).text + " " + toFinding(good.error()).remedy));
    std::optional<std::vector<dialects::PhraseField>> values;
    if (m_rehearsal)
        for (auto const& step : m_rehearsal->macro.recipe.steps)
            if (!values && &dialects::stepOf(step.action) == m_shown)
                values = dialects::fieldsOf(step.action, m_machine.units);
    if (m_shown == &dialects::phraseSteps().front()) values = dialects::remark("A sentence for whoever reads it");
    bool const shown = good && !typed.empty() && values;
    m_preview->setVisible(shown);
    if (!shown) return;
    auto const made = dialects::filled(*m_shown, typed, *values);
    if (made) m_preview->setText(u"In this macro, the first time:\n"_s + app::text(*made));
}

void PhrasesView::keepWords() {
    if (!m_shown || !m_desk.session().writable()) return;
    auto const typed = m_words->toPlainText().toStdString();
    auto const* known = dialects::phraseFor(phrases(), *m_shown);
    if (typed == (known ? known->text : std::string())) return;
    auto machine = m_desk.get(&shop::PlaceOfWork::machine, m_machine);
    auto& all = machine.behaviour.phrases;
    std::erase_if(all, [&](shop::Phrase const& each) { return each.step == m_shown->id; });
    if (!typed.empty()) all.push_back({m_shown->id, typed});
    (void)m_desk.report(
        m_desk.put(&shop::PlaceOfWork::machine, std::move(machine), std::string("Words for “") + m_shown->title + "”"));
}

std::vector<zeroing::Judgement> PhrasesView::judged() const {
    std::vector<zeroing::Judgement> said;
    if (!m_rehearsal || !m_rehearsal->said) return said;
    if (auto constants = judgedConstants(); !constants.empty()) { // a script of somebody's own, and no macro of these
        constants.push_back({Severity::Note,
                             "A script of your own.",
                             "Its constants are compared with the book; what it does with them is not looked at.",
                             {}});
        return constants;
    }
    auto const& written = *m_rehearsal->said;
    if (!written) {
        auto const finding = toFinding(written.error());
        said.push_back({Severity::Attention, "Nothing can be written yet.", finding.text + " " + finding.remedy, {}});
    } else {
        auto const found = dialects::checked(text().toStdString(), written->recipe, m_machine);
        if (!found) {
            auto const finding = toFinding(found.error());
            said.push_back({Severity::Bad, "It cannot be checked.", finding.text + " " + finding.remedy, {}});
        } else if (found->empty()) {
            said.push_back(
                {Severity::Note,
                 "Checked: every step is there, with its figures.",
                 fmt::format("{} steps, each in your words. Whether the control does what they say, only the "
                             "control can show.",
                             m_rehearsal->macro.recipe.steps.size()),
                 {}});
        } else {
            std::size_t told = 0;
            for (auto const& finding : *found) {
                if (++told > most_told) break;
                said.push_back({Severity::Bad,
                                fmt::format("{}, line {}", finding.where.place, finding.where.line),
                                finding.text + " " + finding.remedy,
                                {}});
            }
            if (found->size() > most_told)
                said.push_back({Severity::Bad, fmt::format("And {} more.", found->size() - most_told), "", {}});
        }
    }
    said.push_back({Severity::Attention,
                    "Checked, never proved.",
                    "A script cannot be run here. Under Run and Faults the same recipe runs as a parametric text: that "
                    "tells whether the procedure is right, not whether your words are. On the machine: first in air, "
                    "without plate or setter below, hand at the stop.",
                    {}});
    return said;
}

} // namespace steady::app
