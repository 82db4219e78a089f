// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/macros/Theatre.h"

#include "core/dialects/Likeness.h"
#include "core/shop/Act.h"

namespace steady::app {

Theatre::Played Theatre::play(std::string text, machine::World world, std::optional<machine::World> sound,
                              Going const& going) {
    Played played{std::move(text), std::move(world), {}, {}, {}, {}, {}};
    auto const dialect = safety::dialectOf(played.world);
    auto const loaded = machine::load(played.text, dialect);
    if (!loaded.findings.empty()) played.reads_like = dialects::readsLikeAnother(played.text, dialect);
    played.findings = loaded.findings;
    played.result = machine::run(loaded, played.world, &played.trace, going);
    if (sound) machine::run(loaded, *sound, &played.expected, going);
    return played;
}

void Theatre::load(Played played, macros::PrintedMacro macro) {
    m_macro = std::move(macro);
    m_played = std::move(played);
    m_at = 0;
    m_loaded = true;
}

void Theatre::clear() {
    m_loaded = false;
    m_played.trace.clear();
    m_played.expected.clear();
    m_played.findings.clear();
    m_at = 0;
}

void Theatre::goOn(std::set<int> const& breakpoints) {
    for (int next = m_at + 1; next < count(); ++next)
        if (breakpoints.contains(m_played.trace[next].record.line)) return seek(next);
    seek(count());
}

std::vector<Theatre::Watched> Theatre::watched() const {
    std::vector<Watched> all;
    auto write = [&](std::string name, double value, int line, bool just) {
        std::erase_if(all, [&](Watched const& w) { return w.name == name; });
        all.insert(all.begin(), {std::move(name), value, line, just});
    };
    for (int i = 0; i < m_at; ++i) {
        auto const& step = m_played.trace[i];
        bool const just = i == m_at - 1;
        for (auto const& each : step.reported)
            write("#" + std::to_string(each.number), each.value, step.record.line, just);
        for (auto const& each : step.record.assigned) write(each.name, each.value, step.record.line, just);
    }
    return all;
}

double Theatre::tipZ_mm() const {
    return m_at > 0 ? m_played.trace[m_at - 1].record.to_mm[2] : m_played.world.position_mm[2];
}

bool Theatre::plateLies() const {
    return (m_at > 0 ? m_played.trace[m_at - 1].plate : m_played.world.plate.place) == machine::PlatePlace::OnStock;
}

QMap<int, QString> Theatre::words(UnitSystem units) const {
    QMap<int, QString> words;
    for (int i = 0; i < m_at; ++i) {
        auto const& record = m_played.trace[i].record;
        auto line = controller::wordsOf(record, units);
        if (record.kind == controller::Record::Kind::Pause) {
            std::string acts;
            for (auto const& each : m_played.world.person.pauses)
                if (each.says == record.message)
                    for (auto const& act : each.acts)
                        acts += (acts.empty() ? "" : ", ") + std::string(shop::text(act.what));
            line = acts.empty() ? "Pauses; the person resumes" : "Pauses; the person " + acts;
        } else if (record.kind == controller::Record::Kind::Setting) {
            if (auto const purpose = m_macro.purposeOf(record.line, m_played.text); !purpose.empty())
                line += ": " + purpose;
        }
        // A message says itself; only what was done needs words.
        if (record.kind == controller::Record::Kind::Nothing || record.kind == controller::Record::Kind::End) continue;
        if (!line.empty()) words.insert(record.line, QString::fromStdString(line));
    }
    return words;
}

} // namespace steady::app
