// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/wiring/BeamSheet.h"

#include "core/base/Decimal.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using install::BeamStep;

namespace {

struct Words {
    BeamStep step;
    char16_t const *question, *hint, *figure, *done;
};
/// In the order of the work; a step without a figure is done by its answer.
constexpr Words all_words[] = {
    {BeamStep::Clean, u"Air on, nothing in the beam, lenses clean?",
     u"Wipe both lenses with what their maker allows. Never look into the beam: sight its dot on paper.", nullptr,
     u"It is"},
    {BeamStep::Across, u"How far off along the beam’s axis?",
     u"The master in the spindle, spindle locked out. Crack the head’s screws only slightly. Where the signal drops on "
     u"either side, the beam lies in the middle: type by how much that middle is off, with its sign.",
     u"Off on the beam axis", nullptr},
    {BeamStep::AlongTool, u"How far off along the tool’s axis?",
     u"The same up and down the master. Move the head as the judgement says, and measure again.",
     u"Off on the tool axis", nullptr},
    {BeamStep::Blocked, u"Beam blocked: what does the signal read?",
     u"The master right in the beam. It must read nearly nothing.", u"Signal, blocked", nullptr},
    {BeamStep::Half, u"Half blocked: what does it read?", u"The master’s edge in the middle of the beam.",
     u"Signal, half", nullptr},
    {BeamStep::Ready, u"Beam free: what does it read?",
     u"The master out of the beam. If it is not ready: air, obstruction and lenses first, then the dot on the "
     u"receiver.",
     u"Signal, ready", nullptr},
    {BeamStep::Locked, u"Screws tight: what does it read now?",
     u"In small turns, crosswise. Locking pulls the head: the drop is what counts.", u"Signal, locked", nullptr},
    {BeamStep::Calibrate, u"Start the control’s calibration.",
     u"The master clean, in the spindle, and the control’s current tool. A hand at the stop; leave it alone until it "
     u"says that it has ended.",
     nullptr, u"It is running"},
    {BeamStep::Calibrated, u"What length did it find for the master?", u"", u"The master, as found", nullptr},
    {BeamStep::Verify, u"Start a second measurement of the master.",
     u"A measurement of its own, not a look at what was stored. The master is still the current tool.", nullptr,
     u"It is running"},
    {BeamStep::Verified, u"And what did it find now?", u"", u"The master, measured again", nullptr},
    {BeamStep::Done, u"Aligned, calibrated, verified.",
     u"Begin again after any knock, after the head was loosened, and when its check is due.", nullptr, nullptr}};

constexpr bool inOrder() {
    for (std::size_t i = 0; i < std::size(all_words); ++i)
        if (static_cast<std::size_t>(all_words[i].step) != i) return false;
    return true;
}
static_assert(inOrder(), "they are found by the number of their step");

bool inVolts(BeamStep step) { return step >= BeamStep::Blocked && step <= BeamStep::Locked; }
bool running(BeamStep step) { return step == BeamStep::Calibrated || step == BeamStep::Verified; }

} // namespace

BeamSheet::BeamSheet(Look const& look, Now now, QWidget* parent)
    : RunSheet(u"wiring.beam"_s, u"Setting up of the beam"_s, look, parent), m_now(std::move(now)) {
    m_tick.setInterval(1000);
    connect(&m_tick, &QTimer::timeout, this, [this] { setHint(hintNow()); });
}

void BeamSheet::show(std::optional<shop::BeamCheck> check, std::optional<shop::Standard> setter, UnitSystem units,
                     bool writable) {
    m_check = std::move(check);
    m_setter = std::move(setter);
    m_units = units;
    m_writable = writable;
    askStep();
}

void BeamSheet::askStep() {
    Step asked;
    if (!m_setter) {
        asked = {u"Beam setter"_s, u"There is none in the book."_s, u"Type it at Kit, among the standards."_s};
    } else if (!m_check) {
        asked = {
            u"Align, beam, calibrate, verify"_s,
            u"Spindle stopped and locked out?"_s,
            u"The chain is done in one go, and none of its steps can be left out. The maker’s manual comes first."_s,
            {u"It is, begin"_s}};
    } else {
        auto const step = install::beamStep(*m_check, *m_setter);
        auto const& words = all_words[static_cast<int>(step)];
        asked.place = step == BeamStep::Done
                          ? u"Done"_s
                          : u"%1 of %2"_s.arg(static_cast<int>(step) + 1).arg(std::size(all_words) - 1);
        asked.question = QString::fromUtf16(words.question);
        asked.hint = QString::fromUtf16(words.hint);
        if (words.figure) {
            asked.figure = QString::fromUtf16(words.figure);
            asked.unit = inVolts(step) ? u"V"_s : text(unitName(m_units));
        }
        if (words.done) asked.answers << QString::fromUtf16(words.done);
        if (running(step) || step == BeamStep::Verify)
            asked.answers << (step == BeamStep::Verified && !m_check->verified_mm ? u"Start it again"_s
                                                                                  : u"Calibrate again"_s);
        asked.answers << (step == BeamStep::Done ? u"Begin again"_s : u"The head was loosened: align again"_s);
    }
    m_hint_words = asked.hint;
    asked.hint = hintNow();
    ask(asked, m_writable && m_setter);
    bool const counts = m_check && m_setter && running(install::beamStep(*m_check, *m_setter));
    counts ? m_tick.start() : m_tick.stop();
}

QString BeamSheet::hintNow() const {
    if (!m_check || !m_setter) return m_hint_words;
    auto const still = text(install::stillRunning(*m_check, *m_setter, m_now()));
    return m_hint_words.isEmpty() ? still : still.isEmpty() ? m_hint_words : m_hint_words + u"\n\n"_s + still;
}

void BeamSheet::chosen(std::size_t answer) {
    if (!m_check) return Q_EMIT begun();
    auto const step = install::beamStep(*m_check, *m_setter);
    if (step == BeamStep::Done) return Q_EMIT begun();
    // The last answer is always the head; before it what restarts a routine, and first what does the step.
    bool const has_done = all_words[static_cast<int>(step)].done != nullptr;
    bool const can_restart = running(step) || step == BeamStep::Verify;
    if (has_done && answer == 0) {
        if (auto kept = install::done(*m_check, *m_setter, m_now())) (void)m_keep(std::move(*kept), question());
    } else if (can_restart && answer == (has_done ? 1U : 0U)) {
        (void)m_keep(install::startedAgain(*m_check, *m_setter), u"routine started again"_s);
    } else {
        (void)m_keep(install::loosened(*m_check), u"head loosened"_s);
    }
}

Result<void> BeamSheet::figureTyped(QString const& typed) {
    if (!m_check || !m_setter) return {};
    double figure = 0;
    if (inVolts(install::beamStep(*m_check, *m_setter))) {
        auto const volts = decimal(typed.trimmed().replace(u',', u'.').toStdString());
        constexpr double most_v = 60;
        if (!volts) return fail(Code::NotANumber, {"signal"}, "“" + typed.toStdString() + "”");
        if (*volts < 0 || *volts > most_v)
            return fail(Code::OutOfRange, {"signal"}, typed.toStdString() + " V", "0 to 60 V");
        figure = *volts;
    } else {
        auto const length = parseLength(typed.toStdString(), m_units, "beam");
        if (!length) return Failure(length.error());
        if (std::abs(length->mm) > 1000)
            return fail(Code::OutOfRange, {"beam"}, lengthText(length->mm, m_units), "−1000 to 1000 mm");
        figure = length->mm;
    }
    auto kept = install::answered(*m_check, *m_setter, figure);
    if (!kept) return Failure(kept.error());
    return m_keep(std::move(*kept), question());
}

} // namespace steady::app
