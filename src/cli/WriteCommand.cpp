// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/BookOptions.h"
#include "core/dialects/streaming/SenderText.h"
#include "core/machine/Run.h"

#include <iostream>

namespace steady::cli {

std::function<int()> addWrite(CLI::App& app, Streams streams) {
    auto options = std::make_shared<BookOptions>();
    options->addKind(app, true);
    options->add(app);
    auto for_sender = std::make_shared<bool>(false);
    app.add_flag("--for-sender", *for_sender,
                 "Of a text in segments: as a sender takes it that works out sums, in the owner's words");
    return [options, for_sender, streams] {
        auto const rehearsal = options->rehearse();
        if (!rehearsal) return refuse(rehearsal.error(), streams);
        // What was written is read before anybody loads it.
        auto const read = machine::load(rehearsal->macro.text, safety::dialectOf(rehearsal->world()));
        for (auto const& finding : read.findings)
            streams.err << "line " << finding.where.line << ": " << finding.text << " " << finding.remedy << "\n";
        if (!read.findings.empty()) return int(judged_bad);
        auto const text = rehearsal->loadedText();
        if (!text) return refuse(text.error(), streams);
        if (*for_sender) {
            auto const said = dialects::forSender(*text, rehearsal->zero.machine.behaviour.phrases);
            if (!said) return refuse(said.error(), streams);
            streams.out << *said;
            return int(good);
        }
        streams.out << *text;
        return int(good);
    };
}

} // namespace steady::cli
