// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What has to be typed into the control, in its own unit and sign, and which of what was found there differs.

#include "core/facts/Reader.h"
#include "core/shop/kinds/SettingsSheet.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

#include <optional>
#include <string>
#include <vector>

namespace steady::install {

struct Setting {
    std::string id, words;
    std::string value;            ///< as it is typed, without its unit
    std::string unit;             ///< “mm”, “in/min”, “ms”; empty: none
    std::optional<double> number; ///< the value, in that unit
    std::string sum;              ///< what it is made of; empty: it stands in the book as it is
    std::string called, found;    ///< at this control; empty: nobody has said
    bool looked() const { return !found.empty(); }
    bool differs = false;
    std::string hint; ///< what may have happened to what differs
};

/// Of the setter where there is one, else of the plate. The number of decimals is what such controls keep: three in mm,
/// four in inch.
std::vector<Setting> settingsOf(facts::Reader const& book, shop::ZeroSetup const& setup);

Id<shop::SettingsSheet> sheetIdOf(facts::Reader const& book, shop::ZeroSetup const& setup);
/// As kept, or an empty one for this machine and setter.
shop::SettingsSheet sheetOf(facts::Reader const& book, shop::ZeroSetup const& setup);

/// As this control takes it: “Safe Z, machine: −1.000 mm”, “P12=−1.000”, “#safe_z = −1.000”, with an ASCII minus where
/// it is typed as a line.
std::string typedAs(Setting const& setting, shop::SetBy by);

/// What differs first.
std::vector<zeroing::Judgement> settingJudgements(std::vector<Setting> const& settings);

} // namespace steady::install
