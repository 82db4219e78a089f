// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A recorded run that can be stepped through: text, world and trace belong together.

#include "core/machine/Run.h"
#include "core/safety/Verdict.h"

#include <QMap>
#include <QString>
#include <set>

namespace steady::app {

class Theatre {
public:
    /// A text that was run to its end, and what it looked like.
    struct Played {
        std::string text;
        machine::World world;
        machine::RunResult result;
        machine::Trace trace;
        machine::Trace expected; ///< of the sound world; empty without one
        Findings findings;
        std::optional<Finding> reads_like; ///< of a text that cannot be read: another control that could
    };
    /// `sound`: the same with nothing wrong, for what a rack's lamps should show; none: not asked for.
    static Played play(std::string text, machine::World world, std::optional<machine::World> sound, Going const& going);
    /// The play begins before its first line.
    void load(Played played, macros::PrintedMacro macro);
    void clear();
    bool loaded() const { return m_loaded; }

    int count() const { return static_cast<int>(m_played.trace.size()); }
    int at() const { return m_at; } ///< lines played so far
    void seek(int lines) { m_at = std::clamp(lines, 0, count()); }
    /// On to the next of these lines that is about to be run, or to the end.
    void goOn(std::set<int> const& breakpoints);
    bool ended() const { return m_loaded && m_at == count(); }

    machine::RunResult const& result() const { return m_played.result; }
    machine::World const& world() const { return m_played.world; }
    machine::Trace const& trace() const { return m_played.trace; }
    machine::Trace const* expected() const { return m_played.expected.empty() ? nullptr : &m_played.expected; }
    std::vector<Finding> const& findings() const { return m_played.findings; }
    std::optional<Finding> const& readsLike() const { return m_played.reads_like; }
    /// The step played last; null before the first.
    machine::TraceStep const* current() const { return m_at > 0 ? &m_played.trace[m_at - 1] : nullptr; }
    double tipZ_mm() const; ///< machine Z of the gauge line now
    double now_s() const { return m_at > 0 ? m_played.trace[m_at - 1].record.end_s : 0; }
    bool plateLies() const;
    /// Words by line for what has been played.
    QMap<int, QString> words(UnitSystem units) const;

    struct Watched {
        std::string name;
        double value = 0;
        int line = 0;      ///< that wrote it last
        bool just = false; ///< by the line played last
    };
    /// Every parameter written so far, by the text or by the controller; what changed last stands first.
    std::vector<Watched> watched() const;

private:
    bool m_loaded = false;
    macros::PrintedMacro m_macro;
    Played m_played;
    int m_at = 0;
};

} // namespace steady::app
