// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/macros/Theatre.h"

#include "core/shop/Act.h"

namespace steady::app {

void Theatre::load(std::string const& macro_text, safety::Rehearsal const& rehearsal, machine::World const& world) {
    m_text = macro_text;
    m_macro = rehearsal.macro;
    m_world = world;
    m_trace.clear();
    auto const executable = controller::makeExecutable(macro_text, safety::dialectOf(world));
    m_findings = executable.findings;
    m_result = machine::run(executable, world, &m_trace);
    m_at = 0;
    m_loaded = true;
}

void Theatre::clear() {
    m_loaded = false;
    m_trace.clear();
    m_findings.clear();
    m_at = 0;
}

void Theatre::goOn(std::set<int> const& breakpoints) {
    for (int next = m_at + 1; next < count(); ++next)
        if (breakpoints.contains(m_trace[next].record.line)) return seek(next);
    seek(count());
}

std::vector<Theatre::Watched> Theatre::watched() const {
    std::vector<Watched> all;
    auto write = [&](std::string name, double value, int line, bool just) {
        std::erase_if(all, [&](Watched const& w) { return w.name == name; });
        all.insert(all.begin(), {std::move(name), value, line, just});
    };
    for (int i = 0; i < m_at; ++i) {
        auto const& step = m_trace[i];
        bool const just = i == m_at - 1;
        for (auto const& each : step.reported)
            write("#" + std::to_string(each.number), each.value, step.record.line, just);
        for (auto const& each : step.record.assigned) write(each.name, each.value, step.record.line, just);
    }
    return all;
}

double Theatre::tipZ_mm() const { return m_at > 0 ? m_trace[m_at - 1].record.to_mm[2] : m_world.position_mm[2]; }

bool Theatre::plateLies() const {
    return (m_at > 0 ? m_trace[m_at - 1].plate : m_world.plate.place) == machine::PlatePlace::OnStock;
}

QMap<int, QString> Theatre::words(UnitSystem units) const {
    QMap<int, QString> words;
    for (int i = 0; i < m_at; ++i) {
        auto const& record = m_trace[i].record;
        auto line = controller::wordsOf(record, units);
        if (record.kind == controller::Record::Kind::Pause) {
            std::string acts;
            for (auto const& each : m_world.person.pauses)
                if (each.says == record.message)
                    for (auto const& act : each.acts)
                        acts += (acts.empty() ? "" : ", ") + std::string(shop::text(act.what));
            line = acts.empty() ? "Pauses; the person resumes" : "Pauses; the person " + acts;
        } else if (record.kind == controller::Record::Kind::Setting) {
            if (auto const purpose = m_macro.purposeOf(record.line, m_text); !purpose.empty()) line += ": " + purpose;
        }
        // A message says itself; only what was done needs words.
        if (record.kind == controller::Record::Kind::Nothing || record.kind == controller::Record::Kind::End) continue;
        if (!line.empty()) words.insert(record.line, QString::fromStdString(line));
    }
    return words;
}

} // namespace steady::app
