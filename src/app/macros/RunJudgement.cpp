// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is said of the text and of its last run.
#include "app/macros/MacrosStation.h"
#include "core/advice/Care.h"
#include "core/install/Proof.h"
#include "core/macros/RunSheet.h"

#include <fmt/format.h>

namespace steady::app {

std::vector<zeroing::Judgement> MacrosStation::judged() const {
    std::vector<zeroing::Judgement> said;
    if (!faultApplies()) {
        said.push_back({Severity::Attention,
                        "This fault does not apply here.",
                        "Nothing of it can touch this macro, so a run with it would prove nothing.",
                        {}});
    } else if (m_theatre.ended()) {
        said = safety::verdictOf(m_theatre.result(), *m_rehearsal, desk().units());
        if (auto const& like = m_theatre.readsLike())
            said.insert(said.begin(), {Severity::Attention, like->text, like->remedy, {}});
    } else if (m_theatre.loaded()) {
        said.push_back({Severity::Note, "Playing.", "Step on with F10, or run on with F5.", {}});
    } else {
        said.push_back({Severity::Note,
                        "Not run yet.",
                        "Run this text on the virtual machine before the real one does. Then try what goes wrong in "
                        "shops, one fault after another.",
                        {}});
    }
    if (m_rehearsal->built_in)
        said.push_back({Severity::Attention,
                        "Nothing is loaded.",
                        "The control has a routine of its own. Type the settings from the head of the sheet, and do "
                        "yourself what it does not notice. The lines below the settings are what such a routine does.",
                        {}});
    if (phrased())
        said.push_back({Severity::Attention,
                        "What runs here is not what you load.",
                        "It is the same recipe as a parametric text. The one in your control's own words stands under "
                        "Words.",
                        {}});
    if (edited())
        said.push_back({Severity::Attention,
                        "The text was changed by hand.",
                        "What runs is the text as it stands. The reasons beside the lines belong to the text as "
                        "written, and are left out.",
                        {}});
    if (!leftOut().empty())
        said.push_back({Severity::Attention,
                        "A protection is left out.",
                        "This text is for seeing what that step protects from. Do not load it.",
                        {}});
    auto warn = [&](bool touches, install::Device device) {
        if (!touches) return;
        if (auto warning = install::proofWarning(desk().book(), desk().setup(), device))
            said.push_back(std::move(*warning));
    };
    if (auto warning = advice::quarantineWarning(desk().book(), desk().setup())) said.push_back(std::move(*warning));
    warn(macros::of(m_kind).touches_plate, install::Device::Plate);
    warn(macros::of(m_kind).touches_setter, install::Device::Setter);
    if (!m_theatre.ended())
        said.push_back({Severity::Note,
                        fmt::format("About {:.0f} s on the machine", m_prediction.machine_s),
                        fmt::format("{} pauses come on top; each waits for you.", m_prediction.pauses),
                        {}});
    said.push_back(beforeTheRun());
    return said;
}

zeroing::Judgement MacrosStation::beforeTheRun() const {
    return {Severity::Note, "Before the real run", macros::beforeTheRun(m_kind), {}};
}

std::vector<zeroing::Judgement> MacrosStation::judgedSend() const {
    auto said = m_send->judged();
    if (!attackedWell())
        said.push_back({Severity::Attention,
                        "Not every fault has been tried on this text, with a good end.",
                        "Try them at Faults before it goes to the machine.",
                        {}});
    if (edited())
        said.push_back({Severity::Attention, "The text was changed by hand.", "It is sent as it stands.", {}});
    said.push_back(beforeTheRun());
    for (auto& each : m_sender->judged()) said.push_back(std::move(each));
    return said;
}

} // namespace steady::app
