// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Setting a lost reference of an axis again, after a breakaway: what the control showed, with which gauge block, and
// how far somebody is with it.

#include "core/quantity/Units.h"
#include "core/shop/Field.h"
#include "core/shop/kinds/ScaleCheck.h"

#include <optional>
#include <string>
#include <vector>

namespace steady::shop {

/// A bit of the control's inputs, and what it stands for.
struct InputBit {
    int bit = 0;       ///< from 0, the lowest
    std::string means; ///< “upper limit”
    std::string cure;  ///< “jog down”
    bool operator==(InputBit const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"bit", "bit"}, self.bit, bounds::input_bit);
        f({"means", "what it stands for"}, self.means);
        f({"cure", "what to do"}, self.cure);
    }
};

struct GaugeCheck {
    std::optional<double> block_mm;
    std::optional<double> reference_mm; ///< height of the reference above what the block stands on
    std::optional<double> again_mm;     ///< the block as it reads afterwards
    bool by_feel = false;               ///< a slip fit that the hand judges; no second figure is wanted
    AxisName axis = AxisName::Z;
    UnitSystem readout = UnitSystem::Metric; ///< of what the control shows
    UnitSystem setting = UnitSystem::Metric; ///< of what is typed into its settings
    std::vector<InputBit> bits;
    std::string inputs;            ///< as the control shows them: 36, 0x24, 0b100100
    std::vector<std::string> done; ///< ids of steps
    bool operator==(GaugeCheck const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"block_mm", "gauge block", "gauge_block_mm"}, self.block_mm);
        f({"reference_mm", "reference above the block", "reference_mm"}, self.reference_mm);
        f({"again_mm", "block afterwards", "block_again_mm"}, self.again_mm);
        f({"by_feel", "by feel", "block_by_feel"}, self.by_feel);
        f({"axis", "axis"}, self.axis);
        f({"readout", "unit of the readout"}, self.readout);
        f({"setting", "unit of the settings"}, self.setting);
        f({"bits", "bits of the inputs"}, self.bits);
        f({"inputs", "inputs"}, self.inputs);
        f({"done", "steps done"}, self.done);
    }
};

} // namespace steady::shop
