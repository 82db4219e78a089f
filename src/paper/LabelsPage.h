// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A label for each end of each lead, to be cut out: what it is, where it goes, how it behaves.

#include "core/install/SignalTable.h"
#include "paper/Ink.h"

#include <QString>
#include <vector>

namespace steady::paper {

struct LeadLabel {
    QString device; ///< “Front left setter”
    install::SignalCircuit circuit;
};

/// Two of each, since a lead has two ends. Error: FileWrite.
Result<void> writeLabels(std::vector<LeadLabel> const& labels, QString const& machine, Ink const& ink,
                         QString const& path);

} // namespace steady::paper
