// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What tells the answers of such a control: one move up of half a millimetre, in free air.
#include "core/dialects/parametric/Parametric.h"

namespace steady::dialects {

char const* parametricBenchText() {
    return R"((Dialect test.)
(Before it: tool up and free all around, Z a little below its top end, spindle stopped and unable to start.)
(Moves Z up by 0.5 mm at most. Choose what it tells at Machine, Control.)
(Refused at the line with G38.3: that is an answer too, probing with the input closed is refused. Then run G55 and M2 by hand.)
(After the end look which work offset is shown, G54 or G55. Then select your own work offset and unit again: it leaves millimetres.)
(MSG,1: Free air, hand at the stop? Hold the plate to the clip, keep it there, then resume.)
M0
G21 G90 G94 G80 G40 G49
G91
G38.3 Z0.5 F60
G90
O101 IF [#5070 EQ 1]
(MSG,2: It counts as a contact. Plate and clip away, then resume.)
O101 ELSE
(MSG,2: No contact was seen. Look at lead and clip, and begin again. Plate and clip away, then resume.)
O101 ENDIF
M0
G55
M2
)";
}

} // namespace steady::dialects
