// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/parametric/Parametric.h"
#include "core/machine/Run.h"
#include "exchange/WorldJson.h"

#include <cstdlib>
#include <nlohmann/json.hpp>

namespace {

/// Goes over what a world can be: pauses, touches down and back, a change of tool, offsets and the table.
constexpr char const* macro =
    "G21 G90 G94\nM0\nM5\nG4 P1\nG91\nG38.3 Z-30 F300\nG38.5 Z5 F30\nG38.3 Z-6 F20\n#1=#5063\n"
    "G0 Z3\nG90\nM6 T3\nG43\nG53 G0 X10 Y10\nG10 L2 P1 Z[#1]\nG10 L1 P3 Z12\nG55\nM0\nM2\n";

} // namespace

/// Any JSON as a world: refused with a place, or written again equal, and a macro runs in it to some end.
extern "C" int LLVMFuzzerTestOneInput(unsigned char const* data, std::size_t size) {
    using namespace steady;
    auto const json = parseJson({reinterpret_cast<char const*>(data), size}, "world");
    if (!json) return 0;
    auto const world = exchange::worldFromJson(*json, "world");
    if (!world) return world.error().value.empty() ? (std::abort(), 0) : 0;
    auto const written = exchange::toJson(*world);
    auto const again = exchange::worldFromJson(written, "again");
    if (!again || exchange::toJson(*again) != written) std::abort();
    static auto const made = controller::makeExecutable(macro, dialects::parametric());
    auto const result = machine::run(made, *world);
    (void)dumpJson(exchange::toJson(result));
    return 0;
}
