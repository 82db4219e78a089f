// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where a tool is best measured, and whether a setter is worth buying for the tools that there are.

#include "core/facts/Reader.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

#include <string>

namespace steady::install {

enum class Way { OnSetter, BesideAxis, OnPlate, OffMachine, ByHand };

struct ToolWay {
    Way way = Way::ByHand;
    std::string reason; ///< in a sentence
};
/// From its shape, the disc, what stands around it, and how often it comes in; common practice. A setter that is not
/// there measures nothing; what comes in often is measured on the machine, what rarely does may be on a height gauge.
ToolWay wayOf(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);

/// The way, and whether its owner goes another one.
zeroing::Judgement wayJudgement(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);

enum class Verdict { Buy, BuyWithWork, DoNotBuy };

/// The setter as it is typed, as if it stood in a shop: does it suit this control, these tools, these feeds.
struct BeforeBuying {
    Verdict verdict = Verdict::Buy;
    std::vector<std::string> why;  ///< not to buy it
    std::vector<std::string> work; ///< what it takes
    std::vector<std::string> ask;  ///< what no sheet of figures tells
};
BeforeBuying beforeBuying(facts::Reader const& book, shop::ZeroSetup const& setup);
zeroing::Judgement buyingJudgement(BeforeBuying const& found);

} // namespace steady::install
