// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What tells the answers of such a control: one move up of half a millimetre, in free air.
#include "core/dialects/streaming/Streaming.h"

namespace steady::dialects {

char const* streamingBenchText() {
    return R"((Dialect test. Tool up and free all around, Z a little below its top,)
(spindle stopped and unable to start, hand at the stop.)
(Moves Z up by 0.5 mm at most. Tell what happened at Machine, Control.)
(An alarm at G38.3: probing with the input closed is refused.)
G21 G90 G94
(SEGMENT 1: do Hold the plate to the clip, keep it there, then send.)
G91
G38.3 Z0.5 F60
G90
(SEGMENT 2: do Z did not move: it counts as a contact. Plate and clip away.)
G55
M2
(SEGMENT 3: do Look which work offset is shown, G54 or G55. Then select your own work offset and unit again.)
)";
}

} // namespace steady::dialects
