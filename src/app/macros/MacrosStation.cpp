// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/macros/MacrosStation.h"

#include "core/base/Words.h"
#include "core/dialects/Bundle.h"
#include "core/safety/Faults.h"
#include "paper/SignalsPainter.h"

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

/// Text and picture beside each other want so much beside the judgement, and at least so much without it.
constexpr int text_and_picture_px = 760, side_by_side_px = 700, views_px = 340;

} // namespace

MacrosStation::MacrosStation(Desk& desk, StationName called, QWidget* parent)
    : Station(desk, std::move(called), parent) {
    m_kinds = new Choice(u"macro.kind"_s, u"Macro for"_s, desk.look());
    for (auto const kind : macros::every_kind) m_kinds->box()->addItem(QString::fromUtf8(macros::title(kind)));
    connect(m_kinds->box(), &QComboBox::activated, this, [this](int index) {
        keepEdits();
        m_kind = macros::every_kind[index];
        m_leave_out->box()->clear();
        writeAnew();
        openView();
    });
    entry()->addWidget(m_kinds);
    m_sections = new Sections(u"macro"_s, 3, desk.look(), entry()->parentWidget());
    buildRun(m_sections->add(u"run"_s, u"Run"_s));
    buildFaults(m_sections->add(u"faults"_s, u"Faults"_s));
    buildKept(m_sections->add(u"kept"_s, u"Kept"_s));
    auto* words = m_sections->add(u"words"_s, u"Words"_s);
    auto* send = m_sections->add(u"send"_s, u"Send"_s);
    connect(m_sections, &Sections::opened, this, [this](QString const& id) {
        if (id == u"kept"_s)
            m_views->open(u"compared"_s);
        else
            openView();
        bool const faults = id == u"faults"_s, said = id == u"words"_s, sent = id == u"send"_s;
        m_play->setVisible(!faults && !said && !sent);
        m_table_page->setVisible(faults);
        m_words->picture()->setVisible(said);
        m_send->picture()->setVisible(sent);
        showState();
    });
    entry()->addWidget(m_sections);
    entry()->addStretch();
    buildPicture();
    m_words = new PhrasesView(desk, words, picture(), this);
    connect(m_words, &PhrasesView::textChanged, this, &MacrosStation::showState);
    m_send = new SendView(desk, send, picture(), this);
    connect(m_send, &SendView::moved, this, &MacrosStation::showState);
    m_sender = new SenderWordsView(desk, send, this);
    foldJudgement(text_and_picture_px);
    refresh();
}

/// Text and picture side by side where there is room, the picture below the text where there is not.
void MacrosStation::resizeEvent(QResizeEvent* event) {
    Station::resizeEvent(event);
    auto const& look = desk().look();
    bool const beside = width() - look.px(entry_px) > look.px(side_by_side_px);
    m_show->setDirection(beside ? QBoxLayout::LeftToRight : QBoxLayout::TopToBottom);
    m_show->setStretch(0, beside ? 1 : 5); // the text takes the width, and shares the height
    m_show->setStretch(1, beside ? 0 : 4);
    m_views->setMinimumWidth(beside ? look.px(views_px) : 0); // whichever of them is shown
}

void MacrosStation::buildRun(QVBoxLayout* page) {
    auto button = [this](QString const& words, QString const& name, QString const& key, auto slot) {
        auto* made = new QPushButton(words);
        made->setObjectName(name);
        made->setToolTip(key);
        connect(made, &QPushButton::clicked, this, slot);
        return made;
    };
    page->addWidget(
        button(u"Run to the end"_s, u"macro.run"_s, u"F5; stops at a breakpoint (F9)"_s, &MacrosStation::run));
    auto* row = new QHBoxLayout;
    row->addWidget(button(u"One line"_s, u"macro.step"_s, u"F10"_s, &MacrosStation::stepOne));
    row->addWidget(button(u"Start over"_s, u"macro.over"_s, {}, &MacrosStation::startOver));
    page->addLayout(row);

    auto heading = [&](QString const& words) { page->addWidget(styled(new QLabel(words), Type::Heading, Tone::Soft)); };
    heading(u"What is true in the shop"_s);
    m_fault = new Choice(u"macro.fault"_s, u"What is wrong there"_s, desk().look());
    connect(m_fault->box(), &QComboBox::currentIndexChanged, this, &MacrosStation::startOver);
    page->addWidget(m_fault);
    m_world = new Choice(u"macro.world"_s, u"The shop"_s, desk().look());
    m_world->box()->addItem(u"As the book says"_s, -1);
    m_world->hide(); // until a run of the fault table has been opened
    connect(m_world->box(), &QComboBox::currentIndexChanged, this, &MacrosStation::startOver);
    page->addWidget(m_world);
    m_true_thickness = new LengthField(u"macro.true_thickness"_s, u"True thickness of the plate"_s, desk().look());
    m_true_thickness->onLength([this](TypedLength const& typed) -> Result<void> {
        if (typed.mm <= 0 || typed.mm > 200)
            return fail(Code::OutOfRange, {"true thickness"}, lengthText(typed.mm, desk().units()), "0 to 200 mm");
        m_true_thickness_mm = typed.mm;
        startOver();
        return {};
    });
    m_true_thickness->onCleared([this]() -> Result<void> {
        m_true_thickness_mm.reset();
        startOver();
        return {};
    });
    page->addWidget(m_true_thickness);
    buildOwn(page);

    heading(u"The text"_s);
    m_leave_out = new Choice(u"macro.leave_out"_s, u"See what a protection does: leave out"_s, desk().look());
    connect(m_leave_out->box(), &QComboBox::activated, this, &MacrosStation::writeAnew);
    m_anew =
        button(u"Write anew from the book"_s, u"macro.anew"_s, u"What was changed by hand is kept before"_s, [this] {
            keepEdits();
            writeAnew();
        });
    m_save = button(u"Save as .ngc…"_s, u"macro.save"_s, u"Ctrl+S"_s, &MacrosStation::save);
    page->addWidget(m_leave_out);
    page->addWidget(m_anew);
    m_read = button(u"Read a text from a file…"_s, u"macro.read"_s,
                    u"Takes the place of the text that is shown; subs that it calls are read from beside it"_s,
                    &MacrosStation::readText);
    page->addWidget(m_read);
    m_sheet = button(u"Run sheet as PDF…"_s, u"macro.sheet"_s, u"Cautions, what to look at, and each pause, on paper"_s,
                     &MacrosStation::saveSheet);
    page->addWidget(m_save);
    page->addWidget(m_sheet);
}

void MacrosStation::buildKept(QVBoxLayout* page) {
    m_keep = new QPushButton(u"Keep this text"_s);
    m_keep->setObjectName(u"macro.keep"_s);
    m_keep->setToolTip(u"Into the book, with how it ran (Ctrl+Shift+K)"_s);
    connect(m_keep, &QPushButton::clicked, this, &MacrosStation::keep);
    m_versions = new Choice(u"macro.versions"_s, u"Kept versions, newest first"_s, desk().look());
    connect(m_versions->box(), &QComboBox::activated, this, &MacrosStation::showState);
    m_show_version = new QPushButton(u"Show its text"_s);
    m_show_version->setObjectName(u"macro.version.show"_s);
    connect(m_show_version, &QPushButton::clicked, this, [this] {
        auto const* version =
            desk().book().find(chosenIn<shop::MacroVersion>(*m_versions->box(), m_versions->box()->currentIndex()));
        if (!version) return;
        auto const shown = text(version->text); // the list may change below
        auto const kind = macros::kindNamed(version->macro);
        keepEdits();
        if (kind) m_kind = *kind;
        writeAnew();
        if (phrased()) {
            m_words->setText(shown);
            m_sections->open(u"words"_s);
        } else {
            m_editor->setText(shown);
        }
    });
    m_version_words = styled(new QLabel, Type::Small, Tone::Soft);
    m_version_words->setWordWrap(true);
    page->addWidget(m_keep);
    page->addWidget(m_versions);
    page->addWidget(m_version_words);
    page->addWidget(m_show_version);
}

void MacrosStation::buildPicture() {
    m_play = new QWidget;
    auto* column = new QVBoxLayout(m_play);
    column->setContentsMargins(0, 0, 0, 0);
    picture()->addWidget(m_play, 1);
    buildTable();
    m_editor = new MacroEditor(desk().look());
    m_editor->setMinimumHeight(desk().look().px(200));
    m_show = new QBoxLayout(QBoxLayout::LeftToRight);
    m_show->setSpacing(12);
    m_show->addWidget(m_editor);
    column->addLayout(m_show, 1);
    auto* row = new QHBoxLayout;
    m_slider = new QSlider(Qt::Horizontal);
    m_slider->setObjectName(u"macro.slider"_s);
    m_slider->setAccessibleName(u"Place in the run"_s);
    m_slider->setMinimumHeight(desk().look().px(36));
    m_said = styled(new QLabel, Type::Small, Tone::Soft);
    m_said->setObjectName(u"macro.said"_s);
    m_said->setWordWrap(true);
    m_said->setMinimumHeight(desk().look().px(36));
    m_said->setAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    row->addWidget(m_slider, 2);
    row->addWidget(m_said, 3);
    column->addLayout(row);
    connect(m_slider, &QSlider::valueChanged, this, [this](int lines) {
        m_theatre.seek(lines);
        showPlay();
    });
    m_views = new Sections(u"macro.view"_s, 2, desk().look(), picture()->parentWidget());
    m_ladder = new LadderView(desk().look());
    m_views->add(u"ladder"_s, u"Ladder"_s)->addWidget(m_ladder);
    m_signals = new Picture(desk().look(), u"macro.signals"_s, u"Signals over time"_s);
    m_signals->setMinimumHeight(desk().look().px(270));
    m_views->add(u"signals"_s, u"Signals"_s)->addWidget(m_signals);
    m_watch = new RowsView(u"macro.watch"_s, u"Parameters that the run has written"_s, desk().look());
    m_watch->setMinimumHeight(desk().look().px(270));
    m_views->add(u"watch"_s, u"Parameters"_s)->addWidget(m_watch);
    m_compared =
        new RowsView(u"macro.compared"_s, u"The kept text and the one of this book, line by line"_s, desk().look());
    m_views->add(u"compared"_s, u"Compared"_s)->addWidget(m_compared);
    connect(m_views, &Sections::opened, this, &MacrosStation::showCompared);
    m_views->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Expanding);
    m_show->addWidget(m_views);
    m_signals->on_point = [this](QPointF at, QRectF const& area) {
        if (!m_theatre.loaded()) return;
        paper::SignalsPicture const shown{&m_theatre.trace(), 0, false, desk().units(), m_theatre.expected()};
        double const seconds = paper::secondsAt(area, shown, desk().look().ink(), at.x());
        int lines = 0;
        while (lines < m_theatre.count() && m_theatre.trace()[lines].record.end_s <= seconds) ++lines;
        m_slider->setValue(lines);
    };
    connect(m_editor, &QsciScintilla::textChanged, this, [this] { startOver(); });
}

std::set<std::string> MacrosStation::leftOut() const {
    auto const id = m_leave_out->box()->currentData().toString().toStdString();
    return id.empty() ? std::set<std::string>{} : std::set{id};
}

std::string MacrosStation::loadedText() const {
    return phrased() ? m_words->text().toStdString() : m_editor->text().toStdString();
}

bool MacrosStation::edited() const { return m_rehearsal && m_editor->text().toStdString() != m_rehearsal->macro.text; }

/// Text changed by hand stays; a run stays while neither text nor book have changed.
void MacrosStation::perform(QString const& action) {
    if (action == u"macro.run"_s) run();
    if (action == u"macro.step"_s) stepOne();
    if (action == u"macro.attack"_s) {
        m_sections->open(u"faults"_s);
        attack();
    }
    if (action == u"macro.break"_s) toggleBreakpoint();
    if (action == u"macro.keep"_s) keep();
    if (action == u"macro.save"_s) save();
}

void MacrosStation::refresh() {
    m_true_thickness->showLength(m_true_thickness_mm, u"leave empty: as the book says"_s);
    auto const before = m_rehearsal ? m_rehearsal->macro.text : std::string();
    bool const mine = edited();
    rehearse();
    if (auto const bundle = dialects::bundleOf(zeroing::machineOf(desk().book(), desk().setup()).dialect))
        m_editor->setGrammar((*bundle)->language().grammar);
    if (m_rehearsal && !mine) m_editor->setMacro(text(m_rehearsal->macro.text));
    if (!m_rehearsal && !mine) m_editor->setMacro({});
    m_words->show(m_rehearsal ? &*m_rehearsal : nullptr);
    m_sections->offer(u"words"_s, phrased());
    m_sections->offer(u"send"_s, streamed());
    showKept();
    if (m_rehearsal && m_rehearsal->macro.text == before) {
        played();
        showPlay();
    } else {
        startOver();
    }
}

void MacrosStation::rehearse() {
    m_rehearsal = desk().rehearse(m_kind, leftOut());
    m_kinds->box()->setCurrentIndex(static_cast<int>(m_kind));
    if (!m_rehearsal) return;
    fillFaults();
    fillCompare();
    m_prediction = safety::predict(*m_rehearsal);
    if (m_leave_out->box()->count() > 0) return;
    m_leave_out->box()->addItem(u"Nothing"_s, QString());
    for (auto const& id : m_rehearsal->macro.recipe.ids())
        m_leave_out->box()->addItem(text(id).replace(u'-', u' '), text(id));
}

/// Those that can touch this macro come first; what cannot is said, and proves nothing.
void MacrosStation::fillFaults() {
    QSignalBlocker const quiet(m_fault->box());
    auto const chosen = m_fault->box()->currentData();
    m_fault->box()->clear();
    m_fault->box()->addItem(u"Nothing"_s, QString());
    for (bool applies : {true, false})
        for (auto const& fault : safety::faults())
            if (fault.touches(m_kind, m_rehearsal->world()) == applies)
                m_fault->box()->addItem((applies ? QString() : u"(does not apply) "_s) + QString::fromUtf8(fault.text),
                                        QString::fromLatin1(fault.id));
    m_fault->box()->setCurrentIndex(std::max(0, m_fault->box()->findData(chosen)));
}

bool MacrosStation::faultApplies() const {
    auto const* fault = safety::faultNamed(m_fault->box()->currentData().toString().toStdString());
    return !fault || (m_rehearsal && fault->touches(m_kind, m_rehearsal->world()));
}

void MacrosStation::writeAnew() {
    rehearse();
    m_editor->setMacro(m_rehearsal ? text(m_rehearsal->macro.text) : QString());
    m_words->show(m_rehearsal ? &*m_rehearsal : nullptr, true);
    startOver();
}

machine::World MacrosStation::world() const {
    auto made = m_rehearsal->world();
    if (int const number = m_world->box()->currentData().toInt(); number >= 0)
        made = safety::drawn(made, m_rehearsal->spreads, drawn_with, static_cast<std::uint64_t>(number));
    if (m_true_thickness_mm) made.plate.thickness_mm = *m_true_thickness_mm;
    auto const id = m_fault->box()->currentData().toString().toStdString();
    if (auto const* fault = safety::faultNamed(id); fault && faultApplies()) fault->apply(made);
    return made;
}

void MacrosStation::whenRun(std::function<void()> then) {
    if (!m_rehearsal) return (void)desk().report(Failure(m_rehearsal.error()));
    if (m_theatre.loaded()) return then();
    desk().work().start(
        u"Running the macro"_s,
        [words = m_editor->text().toStdString(), shop = world(),
         sound = m_rehearsal->rack ? std::optional(m_rehearsal->world()) : std::nullopt](Going const& going) {
            return Theatre::play(words, shop, sound, going);
        },
        [this, then](Theatre::Played played) {
            m_theatre.load(std::move(played), m_rehearsal->macro);
            std::vector<int> wrong;
            for (auto const& finding : m_theatre.findings()) wrong.push_back(finding.where.line);
            m_editor->markFindings(wrong);
            {
                QSignalBlocker const quiet(m_slider);
                m_slider->setRange(0, m_theatre.count());
            }
            then();
        });
}

/// A run that has ended says how the macro stands.
void MacrosStation::played() {
    if (m_theatre.ended() && m_rehearsal)
        desk().setRunGood(safety::classify(m_theatre.result(), *m_rehearsal) == safety::RunClass::Right);
}

void MacrosStation::run() {
    whenRun([this] {
        m_theatre.goOn(m_editor->breakpoints());
        played();
        showPlay();
    });
}

void MacrosStation::stepOne() {
    whenRun([this] {
        m_theatre.seek(m_theatre.at() + 1);
        played();
        showPlay();
    });
}

void MacrosStation::startOver() {
    desk().work().cancel(); // a run of what is no longer there
    m_theatre.clear();
    m_editor->markFindings({});
    desk().setRunGood(std::nullopt);
    {
        QSignalBlocker const quiet(m_slider);
        m_slider->setValue(0);
    }
    showPlay();
}

void MacrosStation::toggleBreakpoint() { m_editor->toggleBreakpoint(m_editor->caretLine()); }

/// Text, words, ladder, signals, parameters and slider at the same place of the run.
void MacrosStation::showPlay() {
    auto const* step = m_theatre.current();
    m_editor->showLine(step ? step->record.line : 0);
    auto const words = m_theatre.words(desk().units());
    m_editor->showWords(words);
    {
        QSignalBlocker const quiet(m_slider);
        m_slider->setEnabled(m_theatre.loaded());
        m_slider->setValue(m_theatre.at());
    }
    m_said->setText(
        step ? u"Line %1, %2 s%3. %4"_s.arg(step->record.line)
                   .arg(step->record.end_s, 0, 'f', 1)
                   .arg(step->input_reads_contact ? u", input closed"_s : QString(), words.value(step->record.line))
             : u"Run it (F5) or step through it (F10): what each line did appears beside it."_s);
    showSignals();
    showWatch();
    showState();
}

void MacrosStation::showSignals() {
    bool const at_start =
        m_theatre.loaded() && !m_theatre.trace().empty() && m_theatre.trace().front().input_reads_contact;
    paper::SignalsPicture const shown{m_theatre.loaded() ? &m_theatre.trace() : nullptr, m_theatre.now_s(), at_start,
                                      desk().units(), m_theatre.loaded() ? m_theatre.expected() : nullptr};
    auto const* step = m_theatre.current();
    m_signals->show(
        [shown](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintSignals(p, area, shown, ink); },
        step ? u"At %1 s: input %2, spindle %3."_s.arg(step->record.end_s, 0, 'f', 1)
                   .arg(step->input_reads_contact ? u"closed"_s : u"open"_s,
                        step->spindle_turns ? u"turns"_s : u"stands"_s)
             : u"Not run yet."_s);
}

void MacrosStation::showWatch() {
    std::vector<Row> rows;
    for (auto const& each : m_theatre.watched()) {
        auto const value =
            each.value == gcode::vacant ? u"nothing"_s : QString::number(each.value, 'f', 4).replace(u'-', u'−');
        rows.push_back(
            {.text = text(each.name).leftJustified(12) + value.rightJustified(12) + u"   line %1"_s.arg(each.line),
             .tone = each.just ? Tone::Accent : Tone::Ink,
             .type = Type::Mono});
    }
    if (rows.empty()) rows.push_back({.text = u"Nothing written yet."_s, .type = Type::Mono});
    m_watch->show(std::move(rows));
}

bool MacrosStation::streamed() const { return m_rehearsal && safety::dialectOf(m_rehearsal->world()).streamed; }

/// The text as it stands, where it may go to the control.
void MacrosStation::showSend() {
    if (!streamed() || m_sections->current() != u"send"_s) return;
    auto const macro = m_editor->text().toStdString();
    std::optional<Finding> why_not;
    if (!leftOut().empty())
        why_not = Finding{.text = "A protection is left out, to see what it does.",
                          .remedy = "Choose Nothing again at Run, “leave out”."};
    auto const& wrong = machine::load(macro, safety::dialectOf(m_rehearsal->world())).findings;
    if (!wrong.empty()) why_not = wrong.front();
    m_send->show(macro, why_not);
    m_sender->show(macro, !why_not);
}

void MacrosStation::showState() {
    showOwn();
    showCompared();
    m_anew->setEnabled(edited());
    m_read->setEnabled(m_rehearsal.has_value());
    bool const own = phrased() && m_words->ownScript();
    m_save->setEnabled(canLeave().has_value());
    m_sheet->setEnabled(m_rehearsal.has_value() && leftOut().empty());
    m_keep->setEnabled(m_save->isEnabled() && !own && desk().session().writable());
    if (!m_rehearsal) {
        auto const finding = toFinding(m_rehearsal.error());
        judgement()->show({{Severity::Bad, "No macro can be written.", finding.text + " " + finding.remedy, {}}});
        m_ladder->show(std::nullopt, text(finding.text));
        return;
    }
    if (macros::of(m_kind).stored != macros::Stored::No)
        m_ladder->show(std::nullopt, u"This macro has to do with X and Y alone, and sets no Z."_s);
    else if (macros::of(m_kind).sets == macros::Sets::Sides)
        m_ladder->show(std::nullopt, u"This macro sets X and Y, and no Z. What it touches stands at Zeroing, X Y."_s);
    else
        m_ladder->show(ladderNow(m_theatre.loaded() ? m_theatre.world() : world()));
    showTable();
    showSend();
    auto const section = m_sections->current();
    judgement()->show(section == u"kept"_s     ? judgedKept()
                      : section == u"faults"_s ? judgedTable()
                      : section == u"words"_s  ? m_words->judged()
                      : section == u"send"_s   ? judgedSend()
                                               : judged());
}

} // namespace steady::app
