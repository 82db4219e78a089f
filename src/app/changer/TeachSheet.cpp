// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/changer/TeachSheet.h"

namespace steady::app {

using namespace Qt::StringLiterals;

TeachSheet::TeachSheet(Look const& look, QWidget* parent)
    : RunSheet(u"changer.teach"_s, u"Teaching of the pockets"_s, look, parent) {}

void TeachSheet::show(std::optional<shop::ToolRack> rack, bool blocked, UnitSystem units, bool writable) {
    m_units = units;
    m_rack = std::move(rack);
    m_blocked = blocked;
    m_writable = writable;
    if (m_rack && m_pocket >= m_rack->pockets.size()) m_pocket = 0;
    askStep();
}

void TeachSheet::teach(std::size_t pocket) {
    m_pocket = pocket;
    if (m_at != At::Homed) m_at = At::Free;
    m_doubted_mm.reset();
    m_doubt.clear();
    askStep();
}

void TeachSheet::askStep() {
    Step asked;
    if (!m_rack || m_rack->pockets.empty()) {
        asked = {u"Rack"_s, u"There is no rack yet."_s, u"Add one below Rack, with its pockets and pitch."_s};
        return ask(asked, false);
    }
    if (m_blocked) {
        asked = {u"Mounting"_s, u"The mounting has an open defect."_s,
                 u"Pins out and everything tight (Rack): a pocket that can move is taught in vain."_s};
        return ask(asked, false);
    }
    auto const number = m_rack->number(m_pocket);
    asked.place = u"Pocket %1: %2 of %3"_s.arg(number).arg(m_pocket + 1).arg(m_rack->pockets.size());
    auto figure = [&](char16_t const* axis) {
        asked.question = u"Machine %1 of pocket %2"_s.arg(QString::fromUtf16(axis)).arg(number);
        asked.hint = u"As the readout shows it, with its sign and all decimals."_s;
        asked.figure = u"machine %1"_s.arg(QString::fromUtf16(axis));
        asked.unit = text(unitName(m_units));
    };
    switch (m_at) {
    case At::Homed:
        asked.place = u"Before the first pocket"_s;
        asked.question = u"Homed since power on, and nothing bumped since?"_s;
        asked.hint = u"Spindle stopped and unable to start, hand at the stop, drawbar air off while a hand is at the "
                     "fork. The maker’s manual comes first."_s;
        asked.answers = {u"Homed, begin"_s};
        break;
    case At::Free:
        asked.question = u"Calibration pin over pocket %1, stage 1: it moves freely?"_s.arg(number);
        asked.hint = u"Jog in small steps, from above, hands out of the fork."_s;
        asked.answers = {u"It moves freely"_s};
        break;
    case At::Drag:
        asked.question = u"Stage 2: a light drag, the same on all sides?"_s;
        asked.hint = u"More on one side: move towards the other until it is even."_s;
        asked.answers = {u"Even on all sides"_s};
        break;
    case At::Touch:
        asked.question = u"Down until it just touches, not pressed?"_s;
        asked.hint = u"Anything seen flexing: back off, and come down again in smaller steps."_s;
        asked.answers = {u"It just touches"_s};
        break;
    case At::Readout:
        asked.question = u"Readout switched to machine coordinates?"_s;
        asked.hint = u"Work coordinates look alike, and are off by the work zero."_s;
        asked.answers = {u"Machine coordinates are shown"_s};
        break;
    case At::X: figure(u"X"); break;
    case At::Y: figure(u"Y"); break;
    case At::Z:
        figure(u"Z");
        if (m_pocket > 0 && m_pocket + 1 < m_rack->pockets.size()) asked.answers = {u"No Z for this one"_s};
        break;
    }
    if (!m_doubt.isEmpty())
        asked.hint = m_doubt + u" Read it again and type it: the same figure twice is kept as it is."_s;
    ask(asked, m_writable);
}

void TeachSheet::next() {
    m_doubted_mm.reset();
    m_doubt.clear();
    if (m_at != At::Z) {
        m_at = static_cast<At>(static_cast<int>(m_at) + 1);
    } else {
        m_at = At::Free;
        m_pocket = m_pocket + 1 < m_rack->pockets.size() ? m_pocket + 1 : 0;
        Q_EMIT moved();
    }
    askStep();
}

void TeachSheet::chosen(std::size_t) { next(); }

Result<void> TeachSheet::figureTyped(QString const& typed) {
    if (!m_rack || m_at < At::X) return {};
    int const axis = static_cast<int>(m_at) - static_cast<int>(At::X);
    auto const length = parseLength(typed.toStdString(), m_units, std::string(1, "XYZ"[axis]));
    if (!length) return Failure(length.error());
    constexpr double most_mm = 100'000, same_mm = 1e-9;
    if (std::abs(length->mm) > most_mm)
        return fail(Code::OutOfRange, {"pocket"}, lengthText(length->mm, m_units), "−100 to 100 m");
    bool const twice = m_doubted_mm && std::abs(*m_doubted_mm - length->mm) < same_mm;
    auto const before = m_pocket;
    auto const at = m_at;
    auto const kept = m_keep(m_pocket, axis, *length, twice);
    if (!kept) return Failure(kept.error());
    if (m_pocket != before || m_at != at) return {};
    if (!kept->empty()) {
        m_doubted_mm = length->mm;
        m_doubt = text(*kept);
        askStep();
        return {};
    }
    next();
    return {};
}

} // namespace steady::app
