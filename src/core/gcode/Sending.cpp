// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gcode/Sending.h"

#include "core/base/Words.h"

#include <fmt/format.h>

namespace steady::gcode {
namespace {

/// Whether a line is left once remarks and white space are gone.
bool hasLines(std::string const& text) {
    bool remark = false;
    for (char const c : text) {
        if (c == '(') remark = true;
        if (!remark && c != ' ' && c != '\t' && c != '\r' && c != '\n') return true;
        if (c == ')' || c == '\n') remark = false;
    }
    return false;
}

} // namespace

Sending::Sending(SegmentedText text, std::string run) : m_text(std::move(text)), m_run(std::move(run)) { arrive(); }

bool Sending::sends(int piece) const { return hasLines(m_text.segments[static_cast<std::size_t>(piece)].text); }

bool Sending::used(int piece) const {
    auto const at = static_cast<std::size_t>(piece);
    return at < m_at || m_state == State::Done || (at == m_at && m_state == State::Asked);
}

Between const* Sending::asked() const {
    auto const& then = m_text.segments[m_at].then;
    return m_state == State::Asked && then ? &*then : nullptr;
}

void Sending::arrive() {
    auto const& segment = m_text.segments[m_at];
    auto const made = filled(segment, m_known);
    if (!made) {
        m_state = State::Refused;
        m_refusal = sentence(made.error());
        return;
    }
    m_piece = made->substr(static_cast<std::size_t>(segment.first_line - 1)); // it stood at its lines
    if (!hasLines(segment.text)) {
        m_state = State::Asked;
        if (!segment.then) m_state = State::Done;
    } else {
        m_state = State::ToSend;
        m_piece.insert(0, fmt::format("({}, SEGMENT {} OF {}: SEND IT ONCE)\n", m_run, m_at + 1, pieces()));
    }
    if (m_state == State::Asked && segment.then->what == Between::What::Require) pass();
}

void Sending::send() {
    if (m_state != State::ToSend) return;
    m_answered.reset();
    auto const& then = m_text.segments[m_at].then;
    m_state = then ? State::Asked : State::Done;
    if (then && then->what == Between::What::Require) pass();
}

void Sending::answer(double mm) {
    auto const* what = asked();
    if (!what || what->name.empty()) return;
    m_known[what->name] = mm;
    m_answered = m_at;
    pass();
}

void Sending::done() {
    auto const* what = asked();
    if (what && what->what == Between::What::Do) {
        m_answered.reset(); // what was done is done
        pass();
    }
}

void Sending::pass() {
    auto const& then = *m_text.segments[m_at].then;
    if (then.what == Between::What::Require) {
        auto const wrong = notAsRequired(then, m_known);
        m_refusal = wrong ? *wrong : sentence(wrong.error());
        if (!m_refusal.empty()) {
            m_state = State::Refused;
            return;
        }
    }
    ++m_at; // what is asked is followed by a piece, if only an empty one
    arrive();
}

void Sending::takeBack() {
    if (!m_answered) return;
    m_at = *m_answered;
    m_known.erase(m_text.segments[m_at].then->name);
    m_answered.reset();
    m_refusal.clear();
    arrive();
    if (m_state == State::ToSend) m_state = State::Asked; // it has been sent
}

} // namespace steady::gcode
