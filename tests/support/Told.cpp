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

std::string told(machine::World const& w) {
    std::string text;
    for (auto const& a : w.axes)
        text += fmt::format("axis {} to {}, {} mm/min, {} mm/s2, backlash {}\n", a.low_mm, a.high_mm, a.rapid_mm_min,
                            a.accel_mm_s2, a.backlash_mm);
    auto print = [](machine::Footprint const& f) {
        return fmt::format("[{:.4f} {:.4f} {:.4f} {:.4f}]", f.x_low_mm, f.x_high_mm, f.y_low_mm, f.y_high_mm);
    };
    auto tool = [](machine::Tool const& t) {
        return fmt::format("{:.6f} long, {} wide, {}, tip {} at {}, {} teeth, {} deg, recess {}, nut {} at {:.4f}",
                           t.length_mm, t.diameter_mm, t.conducts, static_cast<int>(t.tip), t.contact_radius_mm,
                           t.teeth, t.vee_deg, t.recess_mm, t.nut_mm, t.stick_out_mm);
    };
    text += fmt::format("homed {} error {:.6f} at {:.6f} {:.6f} {:.6f}\n", w.homed, w.home_error_mm[2],
                        w.position_mm[0], w.position_mm[1], w.position_mm[2]);
    text += fmt::format("table {:.6f} {} stock {} {}\n", w.table_z_mm, print(w.table), w.stock_thickness_mm,
                        print(w.stock));
    text += "tool " + tool(w.tool) + "\n";
    for (auto const& each : w.tools) text += fmt::format("tool {} {}\n", each.number, tool(each.tool));
    text += fmt::format("plate {:.6f} {} push {} place {}\n", w.plate.thickness_mm, print(w.plate.footprint),
                        w.plate.push_in_mm, static_cast<int>(w.plate.place));
    auto const& i = w.input;
    text += fmt::format("input {} {} debounce {} poll {} lag {} scatter {} clip {} path {}\n",
                        static_cast<int>(i.circuit), static_cast<int>(i.capture), i.debounce_s, i.poll_s,
                        i.driver_lag_s, i.scatter_mm, static_cast<int>(i.clip), static_cast<int>(i.path));
    if (w.setter) {
        auto const& s = *w.setter;
        text += fmt::format(
            "setter {} {} base {:.6f} free {} trigger {} solid {} over {} disc {} body {} bracket {} {} "
            "circuit {} trips at {:.6f}\n",
            s.x_mm, s.y_mm, s.base_z_mm, s.free_mm, s.trigger_mm, s.solid_mm, s.overtravel_mm.value_or(-1), s.disc_mm,
            s.body_mm, s.bracket_reach_mm, s.bracket_top_mm, static_cast<int>(s.circuit), w.setterTrip_mm());
    }
    text += fmt::format("spindle {} on {} down {} body {} turned {} shoe {} {}\n", static_cast<int>(w.spindle.switched),
                        w.spindle.on, w.spindle.spin_down_s, w.spindle.body_mm, w.spindle.turned_deg,
                        w.spindle.shoe_mm.value_or(-1), w.spindle.shoe_diameter_mm);
    text += fmt::format("pause {} override {} air {} zero {:.6f} table {} number {}\n", w.person.pause_s,
                        w.person.feed_override, w.air_output.value_or(-1), w.zeroOnStock_mm(), w.jobs_use_table,
                        w.zero_of_number);
    for (auto const& p : w.person.pauses) {
        text += "at: " + p.says;
        for (auto const& act : p.acts) text += fmt::format(" | {} {}", shop::name(act.what), act.after_s);
        text += p.expects_mm ? fmt::format(" | expects {:.6f}\n", *p.expects_mm) : "\n";
    }
    return text;
}

std::string told(machine::RunResult const& r, controller::Memory const& before, UnitSystem units) {
    auto text = fmt::format("{} cause {} at {} {}: {}\n", machine::name(r.outcome), static_cast<int>(r.cause),
                            r.where.line, r.text, r.message);
    text +=
        fmt::format("at {} {} {} after {} s and {:.3f} s of pauses{}\n", six(r.position_mm[0]), six(r.position_mm[1]),
                    six(r.position_mm[2]), six(r.elapsed_s), r.paused_s, r.moved ? "" : ", nothing moved");
    for (auto const& c : r.contacts)
        text += fmt::format("touch {} true {} at {} s{}\n", six(c.reported_z_mm), six(c.true_z_mm), six(c.at_s),
                            c.false_contact ? ", false" : "");
    for (int n : machine::changedParameters(before, r))
        text += fmt::format("#{} = {}\n", n, six(r.memory.parameters[n]));
    if (r.z_zero)
        text += fmt::format("zero of {} set {} true {}\n", r.z_zero->work_offset, six(r.z_zero->set_mm),
                            six(r.z_zero->true_mm));
    if (r.length)
        text +=
            fmt::format("length of {} set {} true {}\n", r.length->tool, six(r.length->set_mm), six(r.length->true_mm));
    if (r.setter_trip_mm) text += fmt::format("trips at {}\n", six(*r.setter_trip_mm));
    if (r.lowest_over_work_mm) text += fmt::format("lowest {} above the work\n", six(*r.lowest_over_work_mm));
    return text + machine::verdictText(r, units) + "\n";
}

std::string told(machine::Trace const& trace, UnitSystem units) {
    std::string text;
    for (auto const& step : trace) {
        auto const words = controller::wordsOf(step.record, units);
        if (words.empty()) continue;
        text += fmt::format("{} [{:.3f} s{}{}] {}", step.record.line, step.record.end_s,
                            step.input_reads_contact ? ", contact" : "", step.spindle_turns ? ", turning" : "", words);
        for (auto const& [number, value] : step.reported) text += fmt::format(" #{}:{:.4f}", number, value);
        text += "\n";
    }
    return text;
}

} // namespace steady::test
