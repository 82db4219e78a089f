// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/wiring/ProofSheet.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Answer;
using shop::Observed;
using shop::Shows;

namespace {

/// Whether what was seen already says what is wrong; then nothing more is asked.
bool settled(install::Diagnosis const& diagnosis) { return diagnosis.signal != install::Signal::Unfinished; }

} // namespace

ProofSheet::ProofSheet(Look const& look, QWidget* parent)
    : RunSheet(u"wiring.proof"_s, u"Proof of the signal"_s, look, parent) {}

void ProofSheet::show(std::optional<Observed> const& seen, install::Device device, shop::Path path,
                      QString const& reason, bool writable) {
    m_seen = seen.value_or(Observed{});
    m_writable = writable;
    bool const plate = device == install::Device::Plate;
    auto const diagnosis = install::diagnose(m_seen, path);
    auto shows = [](Shows Observed::*which) {
        auto put = [which](Shows what) { return [which, what](Observed& o) { o.*which = what; }; };
        return std::vector<Offer>{{u"Nothing"_s, put(Shows::Nothing)},
                                  {u"Contact"_s, put(Shows::Contact)},
                                  {u"It flickers"_s, put(Shows::Flickers)},
                                  {u"Another input"_s, put(Shows::OtherInput)}};
    };
    auto answers = [](Answer Observed::*which, QString const& yes, QString const& no) {
        return std::vector<Offer>{{yes, [which](Observed& o) { o.*which = Answer::Yes; }},
                                  {no, [which](Observed& o) { o.*which = Answer::No; }}};
    };
    if (!seen)
        ask(u"Before the first touch of each job"_s, u"Spindle stopped and locked out?"_s,
            u"Everything laid and clipped as for the touch, the tool high above, a hand at the stop. Fingers never "
            u"come "
            "under the tool."_s,
            {{u"It is, begin"_s, {}}});
    else if (settled(diagnosis))
        conclude(diagnosis, reason);
    else if (seen->at_rest == Shows::NotLooked)
        ask(u"1 of 5"_s, u"Nothing touches. What does the input show?"_s,
            u"Look at its lamp, or at the screen of inputs in the control."_s, shows(&Observed::at_rest));
    else if (seen->touched == Shows::NotLooked)
        ask(u"2 of 5"_s, u"Touch it. What does it show now?"_s,
            !plate ? u"Press the disc with a stick, with nothing above it."_s
            : path == shop::Path::OwnSwitch
                ? u"Press it by hand, away from the tool."_s
                : u"The plate by its edge against the tool’s flank; fingers never under the tool."_s,
            shows(&Observed::touched));
    else if (seen->released == Shows::NotLooked)
        ask(u"3 of 5"_s, u"Let go. And now?"_s, u"It must come back by itself, at once."_s, shows(&Observed::released));
    else if (seen->creep_stopped == Answer::NotAsked)
        ask(u"4 of 5"_s, u"Start the slow creep up, then touch. Did it stop?"_s,
            u"A probing move, some millimetres upward, slowly. First it moves, then the touch comes: many controls "
            u"refuse to "
            "start in contact."_s,
            answers(&Observed::creep_stopped, u"It stopped"_s, u"It went on"_s));
    else
        ask(u"5 of 5"_s, u"Nothing touches. Does it trigger by itself?"_s,
            u"The tool near it, the spindle’s drive live but standing, compressor and vacuum running. Watch for half a "
            "minute."_s,
            answers(&Observed::alone, u"Yes, it does"_s, u"No, it stays quiet"_s));
}

void ProofSheet::ask(QString const& place, QString const& question, QString const& hint, std::vector<Offer> offers) {
    Step step{place, question, hint};
    for (auto const& offer : offers) step.answers << offer.words;
    m_offers = std::move(offers);
    RunSheet::ask(step, m_writable);
}

void ProofSheet::conclude(install::Diagnosis const& diagnosis, QString const& reason) {
    QString words = text(diagnosis.text);
    int nr = 0;
    for (auto const& [cause, check] : diagnosis.causes)
        words += u"\n\n%1  %2 %3"_s.arg(++nr).arg(text(cause), text(check));
    bool const lapsed = !reason.isEmpty();
    ask(diagnosis.causes.empty() ? (lapsed ? u"It was proved before"_s : u"Proved"_s) : u"The cheapest check first"_s,
        lapsed ? u"Prove it again."_s : text(diagnosis.headline), lapsed ? reason : words, {{u"Prove it again"_s, {}}});
}

void ProofSheet::chosen(std::size_t at) {
    auto const offer = m_offers[at];
    if (!offer.put) return Q_EMIT begun();
    auto seen = m_seen;
    offer.put(seen);
    Q_EMIT answered(seen, offer.words);
}

} // namespace steady::app
