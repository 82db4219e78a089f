// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is said of a rack.
#include "core/changer/Clearances.h"
#include "core/changer/Rack.h"

#include <fmt/format.h>

namespace steady::changer {

namespace {

char const* question(Cause cause) {
    switch (cause) {
    case Cause::InchForMm: return "Inches for millimetres?";
    case Cause::Sign: return "A minus too many or too few?";
    case Cause::PointMoved: return "The decimal mark in the wrong place?";
    case Cause::DecimalsLost: return "Without all its decimals?";
    case Cause::DigitsSwapped: return "Two digits swapped?";
    case Cause::WorkForMachine: return "Read in work coordinates?";
    case Cause::BeforeHoming: return "Read before homing, or after a bump?";
    case Cause::BentFork: return "The fork bent or tilted, or the pin not in its middle?";
    case Cause::UnderTower: return "Paint, a chip or a burr under the tower?";
    }
    return "";
}

} // namespace

std::string causeWords(std::vector<Cause> const& causes) {
    std::string words;
    for (auto const cause : causes) words += fmt::format("{}{}", words.empty() ? "" : " ", question(cause));
    return words;
}

std::string beforeAHand() {
    return "What falls or opens without air or power? Spindle unable to start, hand at the stop, eye protection on. "
           "Pressure and electrical work: the maker's manual, local codes and licensed people come first.";
}

char const* verdictWords(Verdict verdict) {
    switch (verdict) {
    case Verdict::NotTaught: return "not taught";
    case Verdict::NotChecked: return "not checked";
    case Verdict::Keep: return "keep";
    case Verdict::TeachAgain: return "teach again";
    case Verdict::LookAtFork: return "look at the fork";
    case Verdict::LookUnderTower: return "look under the tower";
    }
    return "";
}

namespace {

zeroing::Judgement pocketWords(PocketState const& pocket, UnitSystem units) {
    auto const& suspect = *pocket.suspect;
    std::string off;
    for (std::size_t axis = 0; axis < 3; ++axis)
        if (suspect.off_mm[axis] != 0)
            off += fmt::format("{}{} {}", off.empty() ? "" : ", ", "XYZ"[axis],
                               lengthText(suspect.off_mm[axis], units, Sign::Always));
    auto const remedy = pocket.verdict == Verdict::LookAtFork
                            ? " It was read twice: look at the fork from the side with a straightedge."
                        : pocket.verdict == Verdict::LookUnderTower
                            ? " It was read twice: take the tower off, look under it, tighten and teach it again."
                            : " Teach it again.";
    return {Severity::Bad,
            fmt::format("Pocket {} does not belong to the line: {}.", pocket.number, verdictWords(pocket.verdict)),
            off + " off where the others say. " + causeWords(suspect.causes) + remedy,
            {}};
}

std::string slopeText(double slope, UnitSystem units) {
    return units == UnitSystem::Metric ? fmt::format("{} mm a metre", fixedText(slope * 1000, 2))
                                       : fmt::format("{} in a foot", fixedText(slope * 12, 4));
}

/// −69.79 + (−20) = −89.79
std::string seatSum(PocketState const& pocket, shop::ToolRack const& rack, UnitSystem units) {
    auto const seat = lengthNumber(*rack.seat_mm, units);
    return fmt::format("{} + {} = {}", lengthNumber(*pocket.used_mm[2], units),
                       *rack.seat_mm < 0 ? "(" + seat + ")" : seat, lengthText(*pocket.holder_z_mm, units));
}

/// Whether the towers stand evenly, where somebody has measured it.
void tellTowers(std::vector<zeroing::Judgement>& said, shop::ToolRack const& rack, UnitSystem units) {
    auto const& mounting = rack.mounting;
    if (mounting.first_gap_mm && mounting.last_gap_mm) {
        double const off = *mounting.last_gap_mm - *mounting.first_gap_mm;
        bool const straight = std::abs(off) <= 2 * rack.forgives_mm;
        said.push_back({straight ? Severity::Note : Severity::Attention,
                        straight ? "The towers stand evenly." : "The towers do not stand evenly.",
                        fmt::format("First spacing {}, last {}: {}.", lengthText(*mounting.first_gap_mm, units),
                                    lengthText(*mounting.last_gap_mm, units), lengthText(off, units, Sign::Always)),
                        {}});
    }
}

} // namespace

std::vector<zeroing::Judgement> judgeRack(RackState const& state, shop::ToolRack const& rack, UnitSystem units,
                                          Sheet sheet) {
    std::vector<zeroing::Judgement> said;
    if (state.blocked)
        said.push_back({Severity::Bad,
                        "The mounting has an open defect: nothing is taught yet.",
                        !rack.mounting.pins_out
                            ? "Take the transport and locking pins out, before air or power. The maker's manual first."
                            : "Tighten towers and rail as the maker's sheet says. A pocket that can move is taught in "
                              "vain.",
                        {}});
    int taught = 0;
    for (auto const& pocket : state.pockets) taught += pocket.verdict != Verdict::NotTaught;
    if (!state.fit) {
        said.push_back({Severity::Note,
                        fmt::format("{} of {} pockets taught.", taught, state.pockets.size()),
                        "With two of them, first and last, the line is known; from three on it is checked.",
                        {}});
        tellTowers(said, rack, units);
        return said;
    }
    auto const& fit = *state.fit;
    if (fit.torn)
        said.push_back({Severity::Bad,
                        "The pockets do not lie on one line.",
                        "With so few, nothing tells which of them is wrong. Teach another one, or all of them again.",
                        {}});
    std::string as_taught;
    for (std::size_t i = 0; i < state.pockets.size(); ++i) {
        auto const& pocket = state.pockets[i];
        if (!pocket.suspect) continue;
        said.push_back(pocketWords(pocket, units));
        if (rack.pockets[i].from == shop::PocketFrom::Taught)
            as_taught += fmt::format("{}{}", as_taught.empty() ? "" : ", ", pocket.number);
    }
    if (!as_taught.empty())
        said.push_back({Severity::Attention,
                        fmt::format("Pocket {} would still be used as taught.", as_taught),
                        "Until it is taught again: leave it out, or use where the line says.",
                        {}});
    if (fit.suspects.empty() && !fit.torn)
        said.push_back(
            fit.xy_checked
                ? zeroing::Judgement{Severity::Note,
                                     "All taught pockets lie on one line.",
                                     fmt::format("Off by {} (rms) in the plane; a fork forgives {}.",
                                                 lengthText(fit.rms_mm, units), lengthText(rack.forgives_mm, units)),
                                     {}}
                : zeroing::Judgement{Severity::Attention,
                                     "Not checked: two pockets make a line, whatever they say.",
                                     "Teach a third one, best in the middle.",
                                     {}});
    bool const given = sheet == Sheet::Given;
    double const off_pitch = given ? fit.pitch_mm - rack.pitch_mm : 0;
    said.push_back(
        {std::abs(off_pitch) > rack.forgives_mm ? Severity::Attention : Severity::Note,
         fmt::format("Pitch {}, skew {:.2f} mm a metre", lengthText(fit.pitch_mm, units), fit.skew_rad * 1000),
         given ? fmt::format("The maker says {}: {} each.", lengthText(rack.pitch_mm, units),
                             lengthText(off_pitch, units, Sign::Always))
               : std::string("Compare it with the sheet of the rack."),
         {}});
    if (!fit.z_slope)
        said.push_back({Severity::Attention, "Z is not taught.", "Teach first and last Z at least.", {}});
    else
        said.push_back({fit.z_checked ? Severity::Note : Severity::Attention,
                        fit.z_checked ? "Z rises by " + slopeText(*fit.z_slope, units) : "Z slope not checked.",
                        fit.z_checked ? "Each pocket's own Z counts."
                                      : "First and last Z alone say how it slopes, not whether it runs straight.",
                        {}});
    tellTowers(said, rack, units);
    if (!rack.seat_mm) {
        said.push_back({Severity::Attention,
                        "The seat is not known.",
                        "The maker's signed distance from where the pin touches to where the holder sits. Release and "
                        "pick-up use the same one.",
                        {}});
    } else {
        for (auto const& pocket : state.pockets)
            if (pocket.holder_z_mm) {
                said.push_back(
                    {Severity::Note,
                     fmt::format("Pocket {}: {}", pocket.number, seatSum(pocket, rack, units)),
                     fmt::format("Z of the touch and the seat, for release and pick-up alike. A pick-up "
                                 "ends {} higher, at {}; each comes down from {}. ",
                                 lengthText(rack.lift_mm, units), lengthText(*pocket.holder_z_mm + rack.lift_mm, units),
                                 lengthText(*pocket.holder_z_mm + approach_mm(rack), units)) +
                         "Is the seat already in the control's own macro? Then it goes into one of "
                         "the two places, never both.",
                     {}});
                break;
            }
    }
    return said;
}

} // namespace steady::changer
