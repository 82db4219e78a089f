// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Changing.h"

#include "core/controller/Controller.h"
#include "core/dialects/Bundle.h"
#include "core/gcode/Segments.h"

namespace steady::test {

LinkedShop changingShop(macros::Kind kind, std::string const& dialect, bool empty) {
    auto shop = shopFor(kind);
    shop.change(shop.machine, [&](shop::Machine& m) {
        m.dialect = dialect;
        m.behaviour = *dialects::usualFor(dialect, m.behaviour);
    });
    if (empty) shop.changeSetup([](shop::ZeroSetup& s) { s.place.assembly = {}; });
    return shop;
}

std::optional<machine::VirtualMachine> stoppedAfter(int lines, std::string const& text, machine::World const& world) {
    std::optional<machine::VirtualMachine> machine(std::in_place, world);
    auto memory = world.memory;
    auto const dialect = safety::dialectOf(world);
    auto const pieces = gcode::segmentsOf(text);
    bool const streamed = dialect.streamed;
    for (std::size_t i = 0; i < (streamed ? pieces.segments.size() : 1); ++i) {
        auto const piece = streamed ? *gcode::filled(pieces.segments[i], {}) + "%\n" : text;
        auto const executable = controller::makeExecutable(piece, dialect);
        controller::Controller control(executable, memory, *machine);
        bool on = true;
        while (on && lines-- > 0) on = control.step();
        if (!on && control.outcome() == controller::Outcome::Collision) return std::nullopt;
        if (machine->changerTrouble()) return std::nullopt;
        if (lines < 0) break;
        bool const last = !streamed || i + 1 == pieces.segments.size();
        if (!on && control.outcome() != controller::Outcome::Completed) break; // an alarm: it stands as it stands
        if (!on && last) return std::nullopt;
        if (streamed && !machine->pause(pieces.segments[i].then->words)) break;
    }
    return machine;
}

} // namespace steady::test
