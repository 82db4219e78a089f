// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// One going through a text in segments at a real control: which piece is sent next, with its figures filled in, what is
// asked then, and what is known by now. A piece is sent once; what was read counts until a jog, a home or a change of
// the tool, after which one begins anew.

#include "core/gcode/Segments.h"

namespace steady::gcode {

class Sending {
public:
    enum class State {
        ToSend,  ///< the piece waits to be sent
        Asked,   ///< it has been sent, or has nothing to send: \ref asked waits for its answer
        Refused, ///< a sum is not as it is required, or cannot be worked out: nothing more is sent
        Done     ///< all pieces have been sent
    };
    /// `run`: stands at the head of each piece, so that one of an earlier run is known as such.
    Sending(SegmentedText text, std::string run);

    State state() const { return m_state; }
    int piece() const { return static_cast<int>(m_at); } ///< from 0
    int pieces() const { return static_cast<int>(m_text.segments.size()); }
    /// Whether it has been sent in this run. Those of remarks alone count as sent once they are passed.
    bool used(int piece) const;
    bool sends(int piece) const; ///< it holds more than remarks
    /// The piece as it goes to the control, below a remark with run and number; a piece of remarks alone has no such
    /// head.
    std::string const& text() const { return m_piece; }
    /// Null unless something is asked.
    Between const* asked() const;
    Filled const& known() const { return m_known; }
    std::string const& refusal() const { return m_refusal; } ///< why nothing more is sent

    void send();            ///< of the piece that waits
    void answer(double mm); ///< to a report, a figure to type or to read
    void done();            ///< to what was to be done
    bool canTakeBack() const { return m_answered.has_value(); }
    /// The last answer was mistyped: it is asked again. Only while nothing has been sent since.
    void takeBack();

private:
    void arrive();
    void pass(); ///< what was asked is answered: on to the next piece

    SegmentedText m_text;
    std::string m_run, m_piece, m_refusal;
    std::size_t m_at = 0;
    State m_state = State::ToSend;
    Filled m_known;
    std::optional<std::size_t> m_answered; ///< whose answer may still be taken back
};

} // namespace steady::gcode
