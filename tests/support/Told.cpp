// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Told.h"

namespace steady::test {
namespace {

/// Six decimals, and no minus in front of nothing.
std::string six(double value) { return fmt::format("{:.6f}", std::abs(value) < 5e-7 ? 0.0 : value); }
std::string two(zeroing::Rect const& r) {
    return fmt::format("[{:.2f} {:.2f} {:.2f} {:.2f}]", r.x, r.y, r.width, r.height);
}
char const* word(Severity severity) {
    return severity == Severity::Note ? "note" : severity == Severity::Attention ? "attention" : "bad";
}

} // namespace

std::string told(zeroing::ZChain const& chain, UnitSystem units) {
    auto text = fmt::format("{} ({}{}): {}\n", chain.label, chain.tool, chain.simulated ? ", simulated" : "",
                            chain.text(units));
    for (auto const& t : chain.terms)
        text += fmt::format("  {} | {} | {} | {} | {}\n", t.key, t.label, six(t.value_mm), t.source, t.at_utc_ms);
    for (auto const& c : chain.budget.contributions)
        text += fmt::format("  u {} | {} x {:g} | {:g} dof | {}\n", c.name, six(c.u), c.sensitivity, c.dof,
                            c.shape == uncertainty::Shape::Normal ? "normal" : "rectangular");
    return text + fmt::format("  u {}, dof {:.3f}, 95 % {}, most from {}\n", six(chain.budget.combined_u),
                              chain.budget.effective_dof, six(chain.budget.expanded_95), chain.budget.dominant);
}

std::string told(std::vector<zeroing::Judgement> const& judgements) {
    std::string text;
    for (auto const& j : judgements) {
        text += fmt::format("- {}: {} | {}\n", word(j.severity), j.headline, j.text);
        for (auto const& why : j.why) text += "    " + why + "\n";
    }
    return text;
}

std::string told(Findings const& findings) {
    std::string text;
    for (auto const& f : findings)
        text += fmt::format("- {}, {} {}:{}: {} | {}\n", word(f.severity), f.where.place, f.where.line, f.where.column,
                            f.text, f.remedy);
    return text;
}

std::string told(zeroing::LadderScene const& s) {
    auto text = fmt::format("{:g} x {:g}, scale at {:.2f}, rungs {:.2f} to {:.2f}, {} | {}\n", s.width, s.height,
                            s.scale_x, s.rung_begin_x, s.rung_end_x, s.scale_title, s.note);
    for (auto const& r : s.rungs)
        text += fmt::format("rung {} | {} | {} | {} at {:.2f} {}{}\n", r.key, r.label, r.value, six(r.z_mm), r.y,
                            two(r.label_box), r.chosen ? " chosen" : "");
    for (auto const& a : s.arrows)
        text += fmt::format("arrow {} | {} | {} | {} to {} at x {:.2f}, {:.2f} to {:.2f} {}{}\n", a.key, a.label,
                            a.value, six(a.from_z_mm), six(a.to_z_mm), a.x, a.from_y, a.to_y, two(a.label_box),
                            a.term ? " term" : "");
    for (auto const& b : s.bodies)
        text += fmt::format("body {} of {} {}\n", b.key, static_cast<int>(b.material), two(b.box));
    for (auto const& t : s.ticks) text += fmt::format("tick {} at {:.2f}\n", t.text, t.y);
    for (auto const& b : s.breaks)
        text += fmt::format("break {} to {} at {:.2f} to {:.2f}: {}\n", six(b.from_z_mm), six(b.to_z_mm), b.top_y,
                            b.bottom_y, b.words);
    return text;
}

std::string told(machine::Trace const& trace, UnitSystem units) {
    std::string text;
    for (auto const& step : trace) {
        auto const words = controller::wordsOf(step.record, units);
        if (words.empty()) continue;
        text += fmt::format("{} [{:.3f} s{}{}] {}\n", step.record.line, step.record.end_s,
                            step.input_reads_contact ? ", contact" : "", step.spindle_turns ? ", turning" : "", words);
    }
    return text;
}

} // namespace steady::test
