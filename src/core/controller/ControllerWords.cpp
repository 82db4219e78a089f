// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What the words of a block do, in their order of execution.
#include "core/controller/Controller.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <fmt/format.h>

namespace steady::controller {
namespace {

char letterOf(int axis) { return static_cast<char>('X' + axis); }

bool probes(Motion motion) { return motion >= Motion::Probe && motion <= Motion::ProbeAwayQuietly; }
Motion motionOf(Does what) {
    switch (what) {
    case Does::Rapid: return Motion::Rapid;
    case Does::Feed: return Motion::Feed;
    case Does::Probe: return Motion::Probe;
    case Does::ProbeQuietly: return Motion::ProbeQuietly;
    case Does::ProbeAway: return Motion::ProbeAway;
    case Does::ProbeAwayQuietly: return Motion::ProbeAwayQuietly;
    case Does::ArcClockwise: return Motion::ArcClockwise;
    case Does::ArcCounter: return Motion::ArcCounter;
    case Does::Drill: return Motion::Drill;
    case Does::DrillAndWait: return Motion::DrillAndWait;
    case Does::DrillInSteps: return Motion::DrillInSteps;
    default: return Motion::None;
    }
}

/// “L1, L2 or L20”
std::string listOf(std::span<DataForm const> forms) {
    std::string list;
    for (std::size_t i = 0; i < forms.size(); ++i)
        list += fmt::format("{}L{}", i == 0 ? "" : i + 1 == forms.size() ? " or " : ", ", forms[i].l);
    return list;
}

bool goesAway(Motion motion) { return motion == Motion::ProbeAway || motion == Motion::ProbeAwayQuietly; }

} // namespace

CodeWord const* Controller::motionWord() const {
    auto const& words = m_executable.dialect.words;
    auto const found = std::find_if(words.begin(), words.end(), [this](CodeWord const& word) {
        return word.group == Group::Motion && motionOf(word.does) == m_memory.modes.motion;
    });
    return found == words.end() ? nullptr : &*found;
}

/// Lengths that were written without a point, where such count in the least increments.
Decoded Controller::inIncrements(Decoded block) const {
    bool const inch =
        block.in(Group::Units) ? block.does(Group::Units, Does::Inches) : m_memory.modes.units == UnitSystem::Inch;
    bool const waits = block.aloneDoes(Does::Dwell); // its X is a time
    for (char const letter : {'X', 'Y', 'Z', 'I', 'J', 'K', 'Q', 'R'})
        if (block.pointless & (1u << (letter - 'A')))
            block.values[static_cast<std::size_t>(letter - 'A')] *= inch && !waits ? 0.0001 : 0.001;
    block.pointless = 0;
    return block;
}

Done Controller::execute(Decoded const& block, Record* record) {
    if (block.in(Group::Call)) return callProgram(block, record);
    if (block.pointless && m_executable.dialect.least_increments) return execute(inIncrements(block), record);
    if (block.onlyMoves()) return motion(block, record);
    if (auto done = modes(block, record); !done) return done;
    if (m_ended) return {};
    if (block.alone)
        if (auto done = offsets(block, record); !done) return done;
    if (auto done = motion(block, record); !done) return done;
    return block.in(Group::Stop) ? stop(block, record) : Done();
}

Result<int> Controller::toolNumber(double value) const {
    int const number = static_cast<int>(std::lround(value));
    if (std::abs(number - value) > 1e-6 || number < 0 || number >= tool_count)
        return fail(Code::BadToolNumber, here(), fmt::format("{}", value), fmt::format("0 to {}", tool_count - 1));
    return number;
}

/// What the line's modes mean.
std::string Controller::meanings(Decoded const& block) const {
    std::string words;
    auto say = [&](char const* meaning) { words += (words.empty() ? "" : ", ") + std::string(meaning); };
    for (auto const& word : m_executable.dialect.words) {
        if (block.in(word.group) != &word) continue;
        bool const mode = word.letter == 'G' ? word.group != Group::Motion || word.does == Does::NoMotion
                                             : word.group == Group::Coolant || word.group == Group::Override;
        if (mode) say(word.meaning);
    }
    if (!words.empty()) words.front() = static_cast<char>(std::toupper(static_cast<unsigned char>(words.front())));
    return words;
}

/// Feed, spindle, dwell, units, offsets in use, distance mode: steps 3 to 17 of the order of execution.
Done Controller::modes(Decoded const& block, Record* record) {
    auto& modes = m_memory.modes;
    if (record) {
        record->modes = meanings(block);
        if (!record->modes.empty()) record->kind = Record::Kind::Modes;
    }
    if (block.in(Group::Override)) modes.override_locked = block.does(Group::Override, Does::LockOverride);
    // RS274/NGC reads F before the units of the same line take effect.
    if (block.has('F')) modes.feed_mm_min = block.value('F') * unit_mm();
    constexpr auto often = 1u << static_cast<unsigned>(Group::Override) | 1u << static_cast<unsigned>(Group::Motion) |
                           1u << static_cast<unsigned>(Group::Distance) | 1u << static_cast<unsigned>(Group::Stop);
    if (block.alone || block.groups & ~often || block.has('T'))
        if (auto done = seldomModes(block, record); !done || m_ended) return done;
    if (block.in(Group::Distance)) modes.absolute = block.does(Group::Distance, Does::Absolute);
    if (block.has('F') || block.in(Group::Units)) show(Shows::Feed, modes.feed_mm_min / unit_mm());
    return {};
}

/// Those between the feed and the distance mode.
Done Controller::seldomModes(Decoded const& block, Record* record) {
    auto& modes = m_memory.modes;
    if (block.has('T') || block.in(Group::Tool))
        if (auto done = tool(block, record); !done || m_ended) return done;
    if (block.in(Group::Ports))
        if (auto done = ports(block, record); !done) return done;
    if (auto const* spindle = block.in(Group::Spindle)) {
        bool const on = spindle->does == Does::SpindleOn;
        m_machine.spindle(on);
        if (record) record->kind = on ? Record::Kind::SpindleStart : Record::Kind::SpindleStop;
    }
    if (block.aloneDoes(Does::Dwell))
        if (auto done = dwell(block, record); !done) return done;
    if (block.in(Group::Units))
        modes.units = block.does(Group::Units, Does::Inches) ? UnitSystem::Inch : UnitSystem::Metric;
    if (block.in(Group::Length))
        if (auto done = lengthOffset(block, record); !done) return done;
    if (auto const* offset = block.in(Group::WorkOffset)) modes.work_offset = offset->number;
    if (auto const* plane = block.in(Group::Plane)) modes.plane = plane->number;
    if (block.in(Group::ArcCentre)) modes.centre_absolute = block.does(Group::ArcCentre, Does::CentreAbsolute);
    if (block.in(Group::Return)) modes.back_to_start = block.does(Group::Return, Does::BackToStart);
    if (block.in(Group::WorkOffset)) show(Shows::WorkOffsetInUse, modes.work_offset);
    return {};
}

Done Controller::dwell(Decoded const& block, Record* record) {
    auto const& dialect = m_executable.dialect;
    bool const by_x = dialect.dwell_by_x && block.has('X');
    if (!by_x && !block.has('P'))
        return fail(Code::MissingWord, here(), nameOf(*block.alone),
                    dialect.dwell_by_x ? "X, seconds, or P, thousandths of one" : "P, seconds");
    double const seconds = by_x ? block.value('X') : block.value('P') * dialect.dwell_p_s;
    if (seconds < 0) return fail(Code::BadArgument, here(), "A negative dwell", "it is zero or more");
    m_machine.dwell(seconds);
    if (record) {
        record->kind = Record::Kind::Dwell;
        record->dwell_s = seconds;
    }
    return {};
}

/// A tool chosen, taken, or only named.
Done Controller::tool(Decoded const& block, Record* record) {
    if (block.has('T')) {
        auto const number = toolNumber(block.value('T'));
        if (!number) return Failure(number.error());
        m_memory.selected_tool = *number;
        show(Shows::SelectedTool, *number);
    }
    auto const* word = block.in(Group::Tool);
    if (!word) return {};
    int number = m_memory.selected_tool;
    if (word->does == Does::NameTool) {
        if (!block.has('Q')) return fail(Code::MissingWord, here(), nameOf(*word), "Q, the tool's number");
        auto const named = toolNumber(block.value('Q'));
        if (!named) return Failure(named.error());
        number = *named;
    } else {
        m_machine.spindle(false);
        if (!m_machine.changeTool(number)) {
            halt(Outcome::PausedForever, fmt::format("Nobody put tool {} in and resumed.", number));
            return {};
        }
    }
    m_memory.tool = number;
    publish();
    if (record) {
        record->kind = Record::Kind::ToolChange;
        record->tool = number;
    }
    return {};
}

/// Digital outputs, and the probe's input as port 0.
/// The probing input at once; the others at once, or after they have come or gone. What was seen, in words.
Result<std::string> Controller::readInput(Decoded const& block, CodeWord const& word, int port) {
    double const way = block.has('L') ? block.value('L') : 0;
    constexpr double on_level = 3, off_level = 4; // common practice; 1 and 2, for edges, are not known here
    bool const waits = way == on_level || way == off_level;
    if ((way != 0 && !waits) || (waits && port == 0))
        return fail(Code::BadArgument, here(), fmt::format("{} L{}", nameOf(word), way),
                    port == 0 ? "only L0, reading the probing input at once, is known"
                              : "L0, reading at once, L3, until it is on, or L4, until it is off");
    if (waits && !(block.has('Q') && block.value('Q') > 0))
        return fail(Code::MissingWord, here(), nameOf(word), "Q, the seconds to wait at most");
    if (port == 0) {
        bool const contact = m_machine.inputReadsContact();
        show(Shows::InputRead, contact ? 1 : 0);
        return fmt::format("Input 0 reads {}", contact ? "contact" : "open");
    }
    bool const wanted = waits ? way == on_level : m_machine.input(port);
    bool const came = !waits || m_machine.awaitInput(port, wanted, block.value('Q'));
    show(Shows::InputRead, !came ? -1 : wanted ? 1 : 0);
    if (!came) return fmt::format("Input {} did not go {} within {} s", port, wanted ? "on" : "off", block.value('Q'));
    return fmt::format("Input {} reads {}", port, wanted ? "on" : "off");
}

Done Controller::ports(Decoded const& block, Record* record) {
    auto const* word = block.in(Group::Ports);
    bool const on = word->does == Does::OutputOn, read = word->does == Does::ReadInput;
    if (!block.has('P')) return fail(Code::MissingWord, here(), nameOf(*word), "P, the port");
    int const port = static_cast<int>(std::lround(block.value('P')));
    int const last = port_count - 1;
    if (port < 0 || port > last || port != block.value('P'))
        return fail(Code::BadPort, here(), fmt::format("P{}", block.value('P')), fmt::format("P0 to P{}", last));
    std::string seen;
    if (read) {
        auto const found = readInput(block, *word, port);
        if (!found) return Failure(found.error());
        seen = *found;
    } else {
        m_memory.outputs[static_cast<std::size_t>(port)] = on;
        m_machine.output(port, on);
    }
    if (record) {
        record->kind = Record::Kind::Output;
        record->modes = read ? seen : fmt::format("Output {} {}", port, on ? "on" : "off");
    }
    return {};
}

/// The table's length, the one on its line, or none.
Done Controller::lengthOffset(Decoded const& block, Record* record) {
    auto const* word = block.in(Group::Length);
    double length = 0;
    if (word->does == Does::LengthOfTable) {
        int number = m_memory.tool;
        if (block.has('H')) {
            auto const named = toolNumber(block.value('H'));
            if (!named) return Failure(named.error());
            number = *named;
        }
        length = m_executable.dialect.length_sign * m_memory.tabled_mm(number);
    } else if (word->does == Does::LengthAsWritten) {
        if (!block.has('Z')) return fail(Code::MissingWord, here(), nameOf(*word), "Z, the length");
        length = block.value('Z') * unit_mm();
    }
    m_memory.tool_offset_mm = length;
    publish();
    if (record) {
        record->kind = Record::Kind::LengthOffset;
        record->length_mm = length;
    }
    return {};
}

Done Controller::offsets(Decoded const& block, Record* record) {
    if (block.aloneDoes(Does::GoToStored) || block.aloneDoes(Does::StorePoint))
        if (auto done = storedPoint(block, record); !done) return done;
    if (block.aloneDoes(Does::SetData))
        if (auto done = setData(block, record); !done) return done;
    return shift(block, record);
}

/// The tool table, an offset's origin, or an offset such that the present point gets the values named.
Done Controller::setData(Decoded const& block, Record* record) {
    double const unit = unit_mm();
    int const l = block.has('L') ? static_cast<int>(std::lround(block.value('L'))) : 0;
    auto const forms = m_executable.dialect.data_forms;
    auto const form = std::find_if(forms.begin(), forms.end(), [l](DataForm const& each) { return each.l == l; });
    if (form == forms.end()) return fail(Code::MissingWord, here(), nameOf(*block.alone), listOf(forms));
    if (!block.has('P'))
        return fail(Code::MissingWord, here(), fmt::format("{} L{}", nameOf(*block.alone), l), "P, a number");
    int const number = static_cast<int>(std::lround(block.value('P')));
    if (form->what == Data::ToolLength || form->what == Data::ToolWear) {
        auto const tool = toolNumber(block.value('P'));
        if (!tool) return Failure(tool.error());
        if (*tool == 0) return fail(Code::BadToolNumber, here(), "P0", fmt::format("1 to {}", tool_count - 1));
        if (!block.has(form->letter)) return {};
        auto& table = form->what == Data::ToolLength ? m_memory.tool_table_mm : m_memory.tool_wear_mm;
        table[static_cast<std::size_t>(number)] = block.value(form->letter) * unit;
        m_measured_tool = number;
        publish();
        if (record) {
            record->kind = Record::Kind::ToolTable;
            record->tool = number;
            record->length_mm = m_memory.tabled_mm(number);
        }
        return {};
    }
    bool const external = number == 0 && m_executable.dialect.zero_is_external;
    if (number != block.value('P') || number < 0 || number > m_executable.dialect.work_offsets)
        return fail(Code::BadOffsetNumber, here(), fmt::format("P{}", block.value('P')),
                    fmt::format("P1 to P{}, P0 for {}", m_executable.dialect.work_offsets,
                                m_executable.dialect.zero_is_external ? "what is added to all" : "the one in use"));
    int const target = number == 0 ? m_memory.modes.work_offset : number;
    auto& offset = external ? m_memory.external_mm : m_memory.work_offsets_mm[static_cast<std::size_t>(target - 1)];
    auto const at = m_machine.position();
    for (int axis = 0; axis < 3; ++axis) {
        if (!block.has(letterOf(axis))) continue;
        double const value = block.value(letterOf(axis)) * unit;
        double const length = axis == 2 ? m_memory.tool_offset_mm : 0;
        double const others = m_memory.shift_mm[axis] + (external ? 0 : m_memory.external_mm[axis]) + length;
        offset[axis] = form->what == Data::OffsetOrigin ? value : at[axis] - others - value;
    }
    if (block.has('Z') && !external) m_zeroed_offset = target;
    if (block.has('X') && !external) m_zeroed_sides[0] = target;
    if (block.has('Y') && !external) m_zeroed_sides[1] = target;
    publish();
    if (record) {
        record->kind = Record::Kind::WorkOffset;
        record->work_offset = target;
        int const axis = block.has('Z') ? 2 : block.has('X') ? 0 : 1;
        record->work_offset_axis = letterOf(axis);
        record->work_offset_mm = offset[static_cast<std::size_t>(axis)];
    }
    return {};
}

/// Names the present point, forgets that, sets it aside, or takes up again what the variables keep.
Done Controller::shift(Decoded const& block, Record* record) {
    switch (block.alone->does) {
    case Does::Shift: {
        auto const at = m_machine.position();
        auto const origin = m_memory.origin_mm();
        for (int axis = 0; axis < 3; ++axis)
            if (block.has(letterOf(axis)))
                m_memory.shift_mm[axis] += at[axis] - origin[axis] - block.value(letterOf(axis)) * unit_mm();
        m_memory.kept_shift_mm = m_memory.shift_mm;
        break;
    }
    case Does::LocalShift:
        for (int axis = 0; axis < 3; ++axis)
            if (block.has(letterOf(axis))) m_memory.shift_mm[axis] = block.value(letterOf(axis)) * unit_mm();
        m_memory.kept_shift_mm = m_memory.shift_mm;
        break;
    case Does::ForgetShift: m_memory.shift_mm = m_memory.kept_shift_mm = {}; break;
    case Does::SetShiftAside: m_memory.shift_mm = {}; break;
    case Does::ShiftAgain: m_memory.shift_mm = m_memory.kept_shift_mm; break;
    default: return {};
    }
    publish();
    if (record) record->kind = Record::Kind::Shift;
    return {};
}

/// Goes through the point on its line, in program coordinates, to the stored one; or stores the present one.
Done Controller::storedPoint(Decoded const& block, Record* record) {
    int const number = block.alone->number;
    int const first = variables().at(number == 1 ? Shows::StoredPoint : Shows::SecondStoredPoint);
    auto const kept = [&](int axis) -> double& {
        return first > 0 ? m_memory.parameters[static_cast<std::size_t>(first + axis)]
                         : m_memory.stored[static_cast<std::size_t>(number - 1)][static_cast<std::size_t>(axis)];
    };
    if (block.alone->does == Does::StorePoint) {
        auto const at = m_machine.position();
        for (int axis = 0; axis < 3; ++axis) kept(axis) = at[axis] / native_mm();
        return {};
    }
    if (record) record->kind = Record::Kind::Rapid;
    if (block.hasAxis())
        if (auto done = trouble(m_machine.move(target(block, false), 0)); !done) return done;
    auto stored = m_machine.position();
    for (int axis = 0; axis < 3; ++axis) {
        bool const moves = m_executable.dialect.home_moves_all_axes || !block.hasAxis() || block.has(letterOf(axis));
        if (moves) stored[axis] = kept(axis) * native_mm();
    }
    return trouble(m_machine.move(stored, 0));
}

Vec3 Controller::target(Decoded const& block, bool absolute_machine) const {
    Vec3 point = m_machine.position();
    auto const origin = m_memory.origin_mm();
    for (int axis = 0; axis < 3; ++axis) {
        if (!block.has(letterOf(axis))) continue;
        double const by = block.value(letterOf(axis)) * unit_mm();
        if (absolute_machine)
            point[axis] = by;
        else if (m_memory.modes.absolute)
            point[axis] = origin[axis] + by;
        else
            point[axis] += by;
    }
    return point;
}

Done Controller::motion(Decoded const& block, Record* record) {
    auto& modes = m_memory.modes;
    if (auto const* word = block.in(Group::Motion)) {
        if (motionOf(word->does) != modes.motion) m_hole = {}; // what a cycle keeps ends with it
        modes.motion = motionOf(word->does);
    }
    if (!variables().groups.empty()) showGroups();
    if (block.unread)
        if (auto done = wordsOfMotion(block); !done) return done;
    if (!block.hasAxis() && !block.alone) return {};
    if (block.aloneDoes(Does::Skip)) {
        if (modes.feed_mm_min <= 0) return fail(Code::NoFeed, here());
        return probe(target(block, false), Motion::ProbeQuietly, record);
    }
    bool const machine_frame = block.aloneDoes(Does::MachineFrame);
    bool const straight = modes.motion == Motion::Rapid || modes.motion == Motion::Feed;
    if (machine_frame && !straight) return fail(Code::FrameWithoutMotion, here(), nameOf(*block.alone));
    bool const taken =
        block.does(Group::Length, Does::LengthAsWritten) || (block.alone && block.alone->axes != Axes::Unused);
    if (!block.hasAxis() || taken) return {};
    if (modes.motion == Motion::None) return fail(Code::UnexpectedText, here(), "An axis word without a motion");
    if (modes.motion != Motion::Rapid && modes.feed_mm_min <= 0) return fail(Code::NoFeed, here());
    if (modes.motion == Motion::ArcClockwise || modes.motion == Motion::ArcCounter) return arc(block, record);
    if (modes.motion >= Motion::Drill) return holes(block, record);
    auto const point = target(block, machine_frame);
    if (probes(modes.motion)) return probe(point, modes.motion, record);
    if (record) {
        record->kind = modes.motion == Motion::Rapid ? Record::Kind::Rapid : Record::Kind::Feed;
        record->feed_mm_min = modes.motion == Motion::Rapid ? 0 : feed_mm_min();
    }
    return trouble(m_machine.move(point, modes.motion == Motion::Rapid ? 0 : feed_mm_min()));
}

Done Controller::probe(Vec3 const& target_mm, Motion motion, Record* record) {
    auto const from = m_machine.position();
    bool const away = goesAway(motion);
    double const by[] = {target_mm[0] - from[0], target_mm[1] - from[1], target_mm[2] - from[2]};
    double const length_mm = std::sqrt(by[0] * by[0] + by[1] * by[1] + by[2] * by[2]);
    double const least_mm = m_executable.dialect.shortest_probe_mm;
    if (length_mm < least_mm)
        return fail(Code::TooNearToProbe, here(), fmt::format("{:.3f}", length_mm), fmt::format("{:.3f}", least_mm));
    ProbeReport report;
    if (m_machine.inputReadsContact() != away) {
        if (away) return fail(Code::ProbeOpenAtStart, here());
        if (m_executable.dialect.closed_at_start == ClosedAtStart::Error) return fail(Code::ProbeClosedAtStart, here());
        report.contact = true;
        report.trip_mm = from;
    } else {
        report = m_machine.probe(target_mm, feed_mm_min(), away);
    }
    if (record) {
        record->kind = Record::Kind::Probe;
        record->away = away;
        record->contact = report.contact;
        record->feed_mm_min = feed_mm_min();
    }
    if (auto done = trouble(report.trouble); !done) return done;
    auto const origin = m_memory.origin_mm();
    for (int axis = 0; axis < 3; ++axis) show(Shows::ProbedAt, (report.trip_mm[axis] - origin[axis]) / unit_mm(), axis);
    show(Shows::ProbeContact, report.contact ? 1 : 0);
    m_probed = report.trip_mm;
    if (!report.contact && (motion == Motion::Probe || motion == Motion::ProbeAway))
        return fail(away ? Code::StillInContact : Code::NoContact, here(),
                    lengthText(target_mm[2], m_memory.modes.units));
    return {};
}

Done Controller::trouble(std::optional<Trouble> const& found) {
    if (!found) return {};
    halt(found->outcome, found->text);
    m_cause = found->cause;
    return fail(Code::SoftLimit, here());
}

} // namespace steady::controller
