// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/macros/MacrosStation.h"

#include "app/zeroing/ZeroingStation.h"
#include "core/base/Words.h"
#include "core/safety/Faults.h"

namespace steady::app {

using namespace Qt::StringLiterals;

MacrosStation::MacrosStation(Desk& desk) : Station(desk, u"macros"_s, u"Macros"_s) {
    buildEntry();
    buildPicture();
    refresh();
}

void MacrosStation::buildEntry() {
    addHeading(u"On the virtual machine"_s);
    auto button = [this](QString const& words, QString const& name, auto slot) {
        auto* made = new QPushButton(words);
        made->setObjectName(name);
        connect(made, &QPushButton::clicked, this, slot);
        return made;
    };
    m_run = button(u"Run to the end"_s, u"macro.run"_s, &MacrosStation::run);
    m_run->setToolTip(u"F5"_s);
    m_step = button(u"One line"_s, u"macro.step"_s, &MacrosStation::stepOne);
    m_step->setToolTip(u"F10"_s);
    m_over = button(u"Start over"_s, u"macro.over"_s, &MacrosStation::startOver);
    entry()->addWidget(m_run);
    auto* row = new QHBoxLayout;
    row->addWidget(m_step);
    row->addWidget(m_over);
    entry()->addLayout(row);

    addHeading(u"What is true in the shop"_s);
    m_fault = new Choice(u"macro.fault"_s, u"What is wrong there"_s, desk().look());
    m_fault->box()->addItem(u"Nothing"_s, QString());
    for (auto const& fault : safety::faults())
        m_fault->box()->addItem(QString::fromUtf8(fault.text), QString::fromLatin1(fault.id));
    connect(m_fault->box(), &QComboBox::currentIndexChanged, this, &MacrosStation::startOver);
    entry()->addWidget(m_fault);
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
    entry()->addWidget(m_true_thickness);

    addHeading(u"The text"_s);
    m_leave_out = new Choice(u"macro.leave_out"_s, u"See what a protection does: leave out"_s, desk().look());
    connect(m_leave_out->box(), &QComboBox::activated, this, &MacrosStation::writeAnew);
    m_anew = button(u"Write anew from the book"_s, u"macro.anew"_s, &MacrosStation::writeAnew);
    m_save = button(u"Save as .ngc…"_s, u"macro.save"_s, &MacrosStation::save);
    m_save->setToolTip(u"Ctrl+S"_s);
    entry()->addWidget(m_leave_out);
    entry()->addWidget(m_anew);
    entry()->addWidget(m_save);
    entry()->addStretch();
}

void MacrosStation::buildPicture() {
    m_editor = new MacroEditor(desk().look());
    m_editor->setMinimumHeight(desk().look().px(200));
    picture()->addWidget(m_editor, 5);
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
    picture()->addLayout(row);
    connect(m_slider, &QSlider::valueChanged, this, [this](int lines) {
        m_theatre.seek(lines);
        showPlay();
    });
    m_ladder = new LadderView(desk().look());
    picture()->addWidget(m_ladder, 4);
    connect(m_editor, &QsciScintilla::textChanged, this, [this] { startOver(); });
}

std::set<std::string> MacrosStation::leftOut() const {
    auto const id = m_leave_out->box()->currentData().toString().toStdString();
    return id.empty() ? std::set<std::string>{} : std::set{id};
}

/// Text changed by hand stays; a run stays while neither text nor book have changed.
void MacrosStation::refresh() {
    m_true_thickness->showLength(m_true_thickness_mm, u"leave empty: as the book says"_s);
    auto const before = m_rehearsal ? m_rehearsal->macro.text : std::string();
    bool const edited = m_rehearsal && m_editor->text().toStdString() != before;
    rehearse();
    if (m_rehearsal && !edited) m_editor->setMacro(text(m_rehearsal->macro.text));
    if (m_rehearsal && m_rehearsal->macro.text == before)
        showPlay();
    else
        startOver();
}

void MacrosStation::rehearse() {
    m_rehearsal = desk().rehearse(leftOut());
    if (!m_rehearsal) return;
    m_prediction = safety::predict(*m_rehearsal);
    if (m_leave_out->box()->count() > 0) return;
    m_leave_out->box()->addItem(u"Nothing"_s, QString());
    for (auto const& id : m_rehearsal->macro.recipe.ids())
        m_leave_out->box()->addItem(text(id).replace(u'-', u' '), text(id));
}

void MacrosStation::writeAnew() {
    rehearse();
    if (m_rehearsal) m_editor->setMacro(text(m_rehearsal->macro.text));
    startOver();
}

machine::World MacrosStation::world() const {
    auto made = m_rehearsal->world();
    if (m_true_thickness_mm) made.plate.thickness_mm = *m_true_thickness_mm;
    auto const id = m_fault->box()->currentData().toString().toStdString();
    if (auto const* fault = safety::faultNamed(id)) fault->apply(made);
    return made;
}

bool MacrosStation::prepare() {
    if (!m_rehearsal) {
        (void)desk().report(Failure(m_rehearsal.error()));
        return false;
    }
    if (!m_theatre.loaded()) {
        m_theatre.load(m_editor->text().toStdString(), *m_rehearsal, world());
        std::vector<int> wrong;
        for (auto const& finding : m_theatre.findings()) wrong.push_back(finding.where.line);
        m_editor->markFindings(wrong);
        QSignalBlocker const quiet(m_slider);
        m_slider->setRange(0, m_theatre.count());
    }
    return true;
}

void MacrosStation::run() {
    if (!prepare()) return;
    m_theatre.seek(m_theatre.count());
    desk().setRunGood(safety::classify(m_theatre.result(), m_rehearsal->zero) == safety::RunClass::Right);
    showPlay();
}

void MacrosStation::stepOne() {
    if (!prepare()) return;
    m_theatre.seek(m_theatre.at() + 1);
    if (m_theatre.ended())
        desk().setRunGood(safety::classify(m_theatre.result(), m_rehearsal->zero) == safety::RunClass::Right);
    showPlay();
}

void MacrosStation::startOver() {
    m_theatre.clear();
    m_editor->markFindings({});
    desk().setRunGood(std::nullopt);
    {
        QSignalBlocker const quiet(m_slider);
        m_slider->setValue(0);
    }
    showPlay();
}

/// Text, words, ladder and slider at the same place of the run.
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
    showState();
}

void MacrosStation::showState() {
    if (!m_rehearsal) {
        auto const finding = toFinding(m_rehearsal.error());
        judgement()->show({{Severity::Bad, "No macro can be written.", finding.text + " " + finding.remedy, {}}});
        m_ladder->show(std::nullopt, text(finding.text));
        return;
    }
    auto const& zero = m_rehearsal->zero;
    auto const truth = m_theatre.loaded() ? m_theatre.world() : world();
    zeroing::LadderContent content;
    if (zero.chain) {
        content = ladderContent(zero, desk().units());
    } else { // no contact yet: the virtual world's own heights
        content.chain = {"work zero",
                         {{"contact", "plate contact", truth.zeroOnStock_mm() + zero.thickness.mm},
                          {"thickness", "plate thickness", -zero.thickness.mm}},
                         {},
                         fmt::format("tool {}", zero.assembly.number),
                         true};
        content.safe_z_mm = zero.machine.safeZ_mm();
        content.units = desk().units();
        content.tool_diameter_mm = zero.assembly.diameter_mm;
        content.tool_length_mm = zero.assembly.length_mm;
    }
    content.stock_thickness_mm.reset(); // the room is for the tip and the plate
    content.plate_thickness_mm = truth.plate.thickness_mm;
    content.tip_z_mm = m_theatre.loaded() ? m_theatre.tipZ_mm() : truth.position_mm[2];
    content.plate_lies = m_theatre.loaded() ? m_theatre.plateLies() : truth.plate.place == machine::PlatePlace::OnStock;
    m_ladder->show(content);

    bool const edited = m_editor->text().toStdString() != m_rehearsal->macro.text;
    m_anew->setEnabled(edited);
    std::vector<zeroing::Judgement> said;
    if (m_theatre.ended()) {
        said = safety::verdictOf(m_theatre.result(), zero, desk().units());
    } else if (m_theatre.loaded()) {
        said.push_back({Severity::Note, "Playing.", "Step on with F10, or run to the end with F5.", {}});
    } else {
        said.push_back({Severity::Note,
                        "Not run yet.",
                        "Run this text on the virtual machine before the real one does. Then try what goes wrong in "
                        "shops, one fault after another.",
                        {}});
    }
    if (edited)
        said.push_back({Severity::Attention,
                        "The text was changed by hand.",
                        "What runs is the text as it stands. The reasons beside the lines belong to the text as "
                        "written, and are left out.",
                        {}});
    if (!leftOut().empty())
        said.push_back({Severity::Attention,
                        "A protection is left out.",
                        "This text is for seeing what that step protects from. Do not load it.",
                        {}});
    if (!m_theatre.ended())
        said.push_back({Severity::Note,
                        fmt::format("About {:.0f} s on the machine", m_prediction.machine_s),
                        fmt::format("{} pauses come on top; each waits for you.", m_prediction.pauses),
                        {}});
    said.push_back({Severity::Note,
                    "Before the real run",
                    "Spindle stopped and unable to start, hand at the stop, eye protection on. First above the work "
                    "and without the plate: it must give up above the work. The maker's manual comes first.",
                    {}});
    judgement()->show(said);
}

void MacrosStation::save() {
    if (!m_rehearsal) {
        (void)desk().report(Failure(m_rehearsal.error()));
        return;
    }
    auto const name = u"plate-zero-tool-%1.ngc"_s.arg(m_rehearsal->zero.assembly.number);
    desk().prompter().saveFile(this, u"Save the macro"_s, name, u"G-code (*.ngc)"_s, [this](QString const& path) {
        QSaveFile file(path);
        auto const bytes = m_editor->text().toUtf8();
        if (file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size() && file.commit()) return;
        (void)desk().report(fail(Code::FileWrite, {path.toStdString()}, file.errorString().toStdString()));
    });
}

} // namespace steady::app
