// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/advice/StudyAdvice.h"

#include "core/facts/Facts.h"
#include "core/proving/ProvenSpread.h"
#include "core/proving/StudyTypes.h"
#include "core/quantity/Units.h"
#include "core/statistics/Intervals.h"
#include "core/studies/Looks.h"
#include "core/zeroing/SetterHeight.h"

#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>

namespace steady::advice {
namespace {

using proving::Studied;
using shop::StudyType;
using studies::StudyResult;
using studies::Verdict;
using zeroing::Judgement;

constexpr double ample_percent = 60, inlay_mm = 3, stone_joint_mm = 0.01;
constexpr double usual_scatter_mm = 0.003; // of a sound switch; common practice

char const* marginWord(double percent) {
    return percent <= ample_percent ? "ample" : percent <= 100 ? "close" : "short";
}

class Words {
public:
    Words(facts::Reader const& book, shop::Study const& study, Studied const& state)
        : m_study(study), m_state(state), m_units(book.units()) {}

    std::vector<Judgement> all() {
        for (auto const& defect : m_state.blocked)
            say(Severity::Bad, "An open defect: nothing is proved before it is mended.", defect);
        if (m_study.practice)
            say(Severity::Attention, "Simulated: for practice.",
                "These readings come from a virtual machine. They show what such a study looks like, and count "
                "nowhere.");
        if (m_state.holding.state != facts::Hold::Holds)
            say(m_state.holding.state == facts::Hold::Stale ? Severity::Bad : Severity::Attention,
                m_state.holding.state == facts::Hold::Stale ? "It counts no more." : "It is in doubt.",
                facts::reasonOf(m_state.holding));
        if (proving::judgedBySpread(m_study.type)) {
            verdict();
            if (m_state.marked > 0) marked(); // what a verdict hangs on stands beside it
            soFar();
        } else if (m_state.marked > 0) {
            marked();
        }
        accuracy();
        groups();
        if (m_state.judged > 0 && m_state.verdict) meaning();
        if (!m_state.open.empty()) say(Severity::Note, "Still open", fmt::format("{}", fmt::join(m_state.open, " ")));
        return std::move(m_said);
    }

private:
    Judgement& say(Severity severity, std::string headline, std::string text) {
        return m_said.emplace_back(Judgement{severity, std::move(headline), std::move(text), {}});
    }
    std::string len(double mm) const { return lengthText(mm, m_units); }
    std::string pm(double mm) const { return plusMinusText(mm, m_units); }

    void verdict() {
        auto const& wanted = m_study.question.requirement_mm;
        if (m_state.n == 0 || !m_state.blocked.empty()) return;
        if (!wanted)
            return (void)say(Severity::Note, "Nothing was asked of it yet.",
                             "Say what it has to hold, ±, and it will say whether that is proved.");
        if (m_state.judged == 0)
            return (void)say(Severity::Note, fmt::format("{} of {} readings.", m_state.n, m_state.next_look),
                             "The verdict comes with the last of them. Who looks after every reading and stops when "
                             "it looks good is wrong more often than the confidence says; an earlier look is "
                             "possible, and costs.");
        auto const& r = m_state.without;
        std::string const share =
            fmt::format("{:g} % of touches within {}, with {:g} % confidence", 100 * m_study.question.coverage,
                        pm(*wanted), 100 * m_study.question.confidence);
        if (!r.k || !r.margin_percent)
            return (void)say(Severity::Attention, "Not yet: too little is known.",
                             "It takes two readings and the step of the readout.");
        double const held = *r.margin_percent * *wanted / 100; // as it was judged, also by counting
        Judgement* made = nullptr;
        switch (*r.verdict) {
        case Verdict::Proved:
            made = &say(Severity::Note, "Repeats: proved.",
                        fmt::format("{} of the {} asked for: {:.0f} %, {}. That is {}.", pm(held), pm(*wanted),
                                    *r.margin_percent, marginWord(*r.margin_percent), share));
            break;
        case Verdict::Failed:
            made = &say(Severity::Bad, "Repeats: failed.",
                        fmt::format("Even the least spread that fits these readings breaks the {} asked for. More "
                                    "readings do not help; a cause has to be found, or less asked.",
                                    pm(*wanted)));
            break;
        case Verdict::Open:
            made = &say(Severity::Attention, "Repeats: not yet.",
                        fmt::format("What is shown so far is {}, of {} asked for. {}", pm(held), pm(*wanted), more()));
            break;
        }
        for (auto const& found : r.findings) // what so many readings cannot show, in the same breath
            if (found.code == "odd_share") made->text += " " + found.text;
        statistics(*made, r);
    }
    std::string more() const {
        auto const& q = m_study.question;
        auto const& r = m_state.without;
        double const next = studies::confidenceAtLook(q.confidence, proving::plannedOf(m_study), m_state.next_look);
        if (r.way != studies::Way::Normal || r.drift_mm > 0)
            return r.readings_needed ? fmt::format("As they are, it takes {} more.", *r.readings_needed)
                                     : std::string("As they are, no number of readings will prove it.");
        auto const all = studies::readingsToProve(r.s_eff_mm, *q.requirement_mm, q.coverage, next, r.n + 1);
        if (!all) return "With this spread no number of readings will prove it.";
        int const further = *all - r.n;
        if (*all <= m_state.next_look)
            return fmt::format("If the spread stays, {} more prove it: look again at {}.",
                               m_state.next_look - m_state.judged, m_state.next_look);
        return fmt::format("If the spread stays, it takes {} more.", further);
    }
    void statistics(Judgement& said, StudyResult const& r) const {
        auto& why = said.why;
        why.push_back(fmt::format("{} readings: mean {}, median {}, s {}, with the step {}.", r.n, len(r.mean_mm),
                                  len(r.median_mm), len(r.s_mm), len(r.s_eff_mm)));
        if (r.sigma_mm)
            why.push_back(
                fmt::format("σ lies between {} and {} (χ², 95 %).", len(r.sigma_mm->low), len(r.sigma_mm->high)));
        if (r.k)
            why.push_back(fmt::format("Tolerance factor {:.3f} exact, {:.3f} by Howe, at {:.2f} % confidence: this "
                                      "look’s part of the {:g} %.",
                                      *r.k, *r.k_howe, 100 * m_state.confidence, 100 * m_study.question.confidence));
        if (r.normality_p)
            why.push_back(fmt::format("Shapiro and Wilk: p {:.3f}.", *r.normality_p));
        else
            why.push_back("Normality is not tested: the step of the readout shapes them, or there are too few.");
        why.push_back(fmt::format("Without it: lowest and highest of {} readings hold {:g} % with {:.0f} %; {} would "
                                  "hold them with {:g} %.",
                                  r.n, 100 * m_study.question.coverage,
                                  100 * statistics::confidenceOfRange(r.n, m_study.question.coverage),
                                  statistics::readingsForRange(m_study.question.coverage, m_study.question.confidence),
                                  100 * m_study.question.confidence));
        if (r.slope_mm_per_reading && r.mann_kendall_p)
            why.push_back(fmt::format("By order: {} a reading; Mann and Kendall p {:.3f}; lag-1 {:+.2f}.",
                                      fmt::format("{:+.2g} mm", *r.slope_mm_per_reading), *r.mann_kendall_p,
                                      r.lag1.value_or(0)));
        if (r.runs_p) why.push_back(fmt::format("Runs above and below the median: p {:.3f}.", *r.runs_p));
        if (r.grubbs_g)
            why.push_back(fmt::format("The farthest lies {:.2f} s from the mean; Grubbs lets pass up to {:.2f}.",
                                      *r.grubbs_g, *r.grubbs_critical));
    }
    /// What everybody looks at first: span, step, and the findings.
    void soFar() {
        auto const& r = m_state.so_far;
        if (r.n < 2) return;
        auto& made =
            say(Severity::Note, fmt::format("{} readings span {}.", r.n, len(r.range_mm)),
                r.resolution_limited && m_study.conditions.step_mm
                    ? fmt::format("The readout steps by {}: no finer is known.", len(*m_study.conditions.step_mm))
                : m_study.conditions.step_mm
                    ? fmt::format("That is {:.0f} steps of {}.", r.range_mm / *m_study.conditions.step_mm,
                                  len(*m_study.conditions.step_mm))
                    : "The step of the readout was not said.");
        if (m_state.judged == 0) firstFigures(made, r);
        for (auto const& found : r.findings)
            if (found.severity != Severity::Note) say(found.severity, headlineOf(found.code), found.text);
    }
    void firstFigures(Judgement& said, StudyResult const& r) const {
        said.why.push_back(
            fmt::format("Mean {}, median {}, standard deviation {}.", len(r.mean_mm), len(r.median_mm), len(r.s_mm)));
        if (m_study.question.looks.empty() && m_state.n >= 2)
            said.why.push_back("Limits and verdict come with the look.");
    }
    static std::string headlineOf(std::string const& code) {
        if (code == "outliers") return "One is far from the others.";
        if (code == "drift") return "They drift.";
        if (code == "dependent") return "Each depends on the one before.";
        if (code == "readout_too_coarse") return "The readout is too coarse.";
        if (code == "counted") return "Proved only by counting.";
        if (code == "all_equal") return "All alike.";
        if (code == "step_dominates") return "The step dominates.";
        if (code == "not_normal") return "They do not look normal.";
        if (code == "one_reading") return "One reading.";
        return "Look at how they were taken.";
    }
    void accuracy() {
        auto const& found = m_state.accuracy;
        if (!found) return;
        auto const text = fmt::format("{} {}, against {}.", lengthText(found->bias_mm, m_units, Sign::Always),
                                      pm(found->plus_minus_mm),
                                      m_study.type == StudyType::TwoWays ? "the other way"
                                      : m_study.type == StudyType::Shim  ? "the foil’s own thickness"
                                                                         : "the known value");
        if (!found->verdict) return (void)say(Severity::Note, "Accuracy: not asked.", text);
        say(*found->verdict == Verdict::Proved   ? Severity::Note
            : *found->verdict == Verdict::Failed ? Severity::Bad
                                                 : Severity::Attention,
            fmt::format("Accurate: {}.", *found->verdict == Verdict::Proved   ? "proved"
                                         : *found->verdict == Verdict::Failed ? "failed"
                                                                              : "not yet"),
            text + " What repeats can still be wrong by the same amount each time: the two are judged apart.");
    }
    void groups() {
        for (auto const& each : m_state.shifts) {
            bool const apart = each.p < 0.05;
            auto& made =
                say(apart && !proving::groupsDiffer(m_study.type) ? Severity::Attention : Severity::Note,
                    fmt::format("“{}” less “{}”: {}.", each.to, each.from, lengthText(each.mm, m_units, Sign::Always)),
                    fmt::format("{} (95 %). {}", pm(each.plus_minus_mm),
                                each.agree ? (*each.agree ? "They agree within the margin."
                                                          : "They are not shown to agree within the margin.")
                                : apart    ? "That is more than their scatter."
                                           : "Their scatter alone can do that."));
            made.why.push_back(fmt::format("Welch’s test: p {:.4f} that they are alike.", each.p));
        }
        if (!m_state.spread_p) return;
        bool const other = *m_state.spread_p < 0.05;
        auto& made = say(other ? Severity::Attention : Severity::Note,
                         other ? "The groups do not scatter alike." : "The groups scatter alike.",
                         fmt::format("Brown and Forsythe’s test: p {:.4f}.", *m_state.spread_p));
        for (auto const& each : m_state.groups)
            made.why.push_back(fmt::format("{}: {} readings, mean {}, s {}, span {}", each.name, each.n,
                                           len(each.mean_mm), len(each.s_mm), len(each.range_mm)));
    }
    void marked() {
        auto const one = [&](StudyResult const& r) {
            return fmt::format(
                "span {}{}", len(r.range_mm),
                r.verdict ? fmt::format(", {}", *r.verdict == Verdict::Open ? "not yet" : word(*r.verdict)) : "");
        };
        if (m_state.judged == 0)
            return (void)say(Severity::Note, fmt::format("{} marked with a cause.", m_state.marked),
                             "They stay in the book, and will be judged both ways.");
        bool const differ = m_state.with.verdict != m_state.without.verdict;
        say(differ ? Severity::Attention : Severity::Note,
            differ ? "The verdict hangs on what was marked." : "What was marked changes nothing.",
            fmt::format("With all: {}. Without the {} marked: {}.", one(m_state.with), m_state.marked,
                        one(m_state.without)));
    }
    void meaning() {
        auto const& r = m_state.without;
        if (!r.k || r.s_eff_mm <= 0) return;
        double const one = *r.k * r.s_eff_mm, two = one * std::sqrt(2.0);
        say(Severity::Note, "What it means at the cut",
            fmt::format("Two tools measured this way may step by {} in one pocket. A {} inlay comes out {} to {} deep. "
                        "A stone joint of {} is {} by this touch. Common practice asks 0.03 to 0.1 mm of wood, 0.01 mm "
                        "and less of metal and stone.",
                        len(two), len(inlay_mm), len(inlay_mm - one), len(inlay_mm + one), len(stone_joint_mm),
                        two <= stone_joint_mm ? "held" : "not held"));
    }

    shop::Study const& m_study;
    Studied const& m_state;
    UnitSystem m_units;
    std::vector<Judgement> m_said;
};

} // namespace

std::string verdictWord(shop::Study const& study, Studied const& state) {
    if (study.practice) return "simulated";
    if (!state.blocked.empty()) return "open defect";
    if (state.n == 0) return "no reading yet";
    if (!proving::judgedBySpread(study.type)) return fmt::format("{} readings", state.n);
    if (state.holding.state == facts::Hold::Stale) return "counts no more";
    if (!study.question.requirement_mm) return "nothing asked";
    if (state.judged == 0) return "not looked at";
    if (!state.verdict) return "not yet";
    switch (*state.verdict) {
    case Verdict::Proved: return state.holding.state == facts::Hold::Suspect ? "proved, in doubt" : "proved";
    case Verdict::Open: return "not yet";
    case Verdict::Failed: return "failed";
    }
    return "not yet";
}

std::vector<Judgement> studyJudgements(facts::Reader const& book, shop::Study const& study, Studied const& state) {
    auto said = Words(book, study, state).all();
    if (proving::judgedBySpread(study.type) && state.n < state.next_look && state.judged == 0)
        said.push_back(planJudgement(study, state, book.units()));
    return said;
}

Judgement planJudgement(shop::Study const& study, Studied const& state, UnitSystem units) {
    auto const& q = study.question;
    int const planned = proving::plannedOf(study);
    Judgement made{Severity::Note, fmt::format("Planned: {} readings.", planned), "", {}};
    double const first = studies::confidenceAtLook(q.confidence, planned, planned);
    double const k = statistics::toleranceFactor(planned, q.coverage, first);
    if (q.requirement_mm) {
        made.text = fmt::format("They prove {} if the touches scatter by {} or less (standard deviation).",
                                plusMinusText(*q.requirement_mm, units), lengthText(*q.requirement_mm / k, units));
        if (auto const needed = studies::readingsToProve(usual_scatter_mm, *q.requirement_mm, q.coverage, first))
            made.why.push_back(fmt::format("A sound switch scatters by about {} (common practice): {} readings would "
                                           "do for it.",
                                           lengthText(usual_scatter_mm, units), *needed));
        else
            made.why.push_back(fmt::format("A switch that scatters by {} (common practice) never holds that.",
                                           lengthText(usual_scatter_mm, units)));
    } else {
        made.text = "Say what has to be held, and it says how many that takes.";
    }
    made.why.push_back(fmt::format("It takes about {:.0f} minutes.",
                                   std::ceil((planned - state.n) * proving::rowOf(study.type).seconds / 60)));
    return made;
}

Judgement policyJudgement(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const* setter = book.find(setup.place.setter);
    Judgement made{Severity::Note, "Who measures what", "", {}};
    auto const proven = setter ? book.ask<&proving::provenSpread>(proving::Touching{
                                     setup.place.machine, {}, setup.place.setter, setter->practice.read_on})
                               : Result<std::optional<proving::ProvenSpread>>(std::nullopt);
    if (!proven) {
        made.severity = Severity::Bad;
        made.text = "The readings of a study cannot be read.";
        return made;
    }
    bool const good = *proven && 2 * (*proven)->s_mm <= setup.prefer.good_enough_mm;
    std::vector<int> often, rest, wide;
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
        if (setter && !zeroing::reachesDisc(*tool, *setter))
            wide.push_back(tool->number);
        else
            (tool->method == shop::LengthMethod::Setter ? often : rest).push_back(tool->number);
    }
    auto const list = [](std::vector<int> const& tools) {
        return tools.empty() ? std::string("none") : fmt::format("{}", fmt::join(tools, ", "));
    };
    if (!setter) {
        made.text = "There is no setter: plate and a test cut for all of them.";
    } else if (!*proven) {
        made.severity = Severity::Attention;
        made.text =
            "No study has shown yet that the setter repeats. Until then: plate and a test cut for what has to fit.";
    } else if (!good) {
        made.severity = Severity::Attention;
        made.text = fmt::format("The setter scatters by {} (standard deviation), too much for the {} that is good "
                                "enough here: plate and a test cut for all of them.",
                                lengthText((*proven)->s_mm, book.units()),
                                plusMinusText(setup.prefer.good_enough_mm, book.units()));
    } else {
        made.text = fmt::format("By the setter, for tools that are changed often: {}. By plate and test cut: {}. By "
                                "hand, too wide for its disc: {}.",
                                list(often), list(rest), list(wide));
    }
    return made;
}

} // namespace steady::advice
