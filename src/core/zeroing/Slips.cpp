// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Slips.h"

#include "core/base/Words.h"
#include "core/facts/Facts.h"
#include "core/quantity/Units.h"
#include "core/zeroing/SetterHeight.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace steady::zeroing {
namespace {

using shop::Target;

/// How far honest numbers lie apart: the one table of thresholds. Common practice.
struct Thresholds {
    double reading_mm = 0.15;    ///< thickness readings of one plate
    double nominal_mm = 0.3;     ///< a plate from its nominal size
    double own_past_mm = 0.2;    ///< the same grip on the same setter
    double length_mm = 0.5;      ///< beyond how well the length is said to be known
    double inch_size_mm = 0.1;   ///< a plate from its nominal size, where that is an inch size
    double longest_share = 4;    ///< a tool is not so many times as long or short as the others
    double diameter_share = 0.2; ///< a diameter from the one its name tells
    double end_of_travel_mm = 1; ///< a setter from the end of an axis
    double ratio_share = 0.02;   ///< how near to 10, 25.4, 100, 1000 a ratio must be
};
constexpr Thresholds limits;

bool nearRatio(double value, double expected, double ratio) {
    return std::abs(value / expected / ratio - 1) < limits.ratio_share;
}

/// A quarter, half or whole inch, whose metric neighbour is easily meant.
bool isInchSize(double mm) {
    double const quarters = std::round(mm / (mm_per_inch / 4));
    return quarters > 0 && std::abs(mm - quarters * mm_per_inch / 4) < 0.05;
}

/// The typed text with its digits changed by `edit`, as mm; none when nothing sensible comes out.
std::optional<double> reread(std::string const& text, UnitSystem units) {
    auto const value = parseLength(text, units, "");
    return value ? std::optional(value->mm) : std::nullopt;
}

std::vector<std::size_t> digitsOf(std::string const& text) {
    std::vector<std::size_t> at;
    for (std::size_t i = 0; i < text.size(); ++i)
        if (text[i] >= '0' && text[i] <= '9') at.push_back(i);
    return at;
}

std::optional<double> swapped(std::string const& typed, double expected, double tolerance, UnitSystem units) {
    auto const at = digitsOf(typed);
    for (std::size_t i = 0; i + 1 < at.size(); ++i) {
        auto text = typed;
        std::swap(text[at[i]], text[at[i + 1]]);
        if (text == typed) continue;
        auto const value = reread(text, units);
        if (value && std::abs(*value - expected) <= tolerance) return value;
    }
    return std::nullopt;
}

std::optional<double> oneDigit(std::string const& typed, double expected, double tolerance, UnitSystem units) {
    std::optional<double> best;
    for (auto const i : digitsOf(typed)) {
        for (char digit = '0'; digit <= '9'; ++digit) {
            auto text = typed;
            text[i] = digit;
            auto const value = text == typed ? std::nullopt : reread(text, units);
            if (value && std::abs(*value - expected) <= tolerance &&
                (!best || std::abs(*value - expected) < std::abs(*best - expected)))
                best = value;
        }
    }
    return best;
}

char const* wordsOf(SlipKind kind) {
    switch (kind) {
    case SlipKind::InchForMm: return "Inch and millimetre seem to be mixed up.";
    case SlipKind::InchNominal: return "That is the inch size; the metric one is near.";
    case SlipKind::Decimals: return "The decimal mark seems to be in the wrong place.";
    case SlipKind::WrongSign: return "The sign seems to be turned.";
    case SlipKind::SwappedDigits: return "Two digits seem to be swapped.";
    case SlipKind::WrongDigit: return "One digit seems to be copied wrong.";
    case SlipKind::Implausible: return "Nothing simple explains it.";
    }
    return "";
}

struct Search {
    facts::Reader const& book;
    shop::ZeroSetup setup;
    UnitSystem units;
    Findings found;

    std::string len(double mm) const { return lengthText(mm, units); }

    void check(std::string const& place, double value, std::string const& typed, double expected, double tolerance,
               std::string const& beside) {
        if (auto const slip = explainSlip(value, typed, expected, tolerance, units))
            found.push_back(finding(place, value, *slip, expected, beside));
    }
    Finding finding(std::string const& place, double value, Slip const& slip, double expected,
                    std::string const& beside) const {
        auto remedy = std::string(wordsOf(slip.kind));
        remedy += slip.kind == SlipKind::Implausible ? " Look again, and measure again."
                                                     : fmt::format(" Is {} meant?", len(slip.meant_mm));
        return {Severity::Attention,
                fmt::format("{}: {} does not fit {}, {}.", place, len(value), beside, len(expected)),
                remedy,
                {place}};
    }
    void say(std::string const& place, std::string text, std::string remedy) {
        found.push_back({Severity::Attention, std::move(text), std::move(remedy), {place}});
    }

    void plate(Id<shop::TouchPlate> id) {
        auto const& plate = *book.find(id);
        std::vector<shop::Reading> values;
        if (plate.thickness) {
            auto const& read = book.readings(plate.thickness);
            if (!read) return found.push_back(toFinding(read.error(), Severity::Bad));
            for (auto const& reading : *read)
                if (!reading.withdrawn) values.push_back(reading);
        }
        std::vector<double> sorted;
        for (auto const& reading : values) sorted.push_back(reading.value_mm);
        std::sort(sorted.begin(), sorted.end());
        if (sorted.empty()) return;
        double const middle = sorted[sorted.size() / 2];
        if (sorted.size() >= 3)
            for (auto const& reading : values)
                if (std::abs(reading.value_mm - middle) > limits.reading_mm) // else there is no word to make
                    check(fmt::format("{}, reading {}", plate.name, reading.nr), reading.value_mm, reading.as_typed,
                          middle, limits.reading_mm, "the other readings");
        if (!plate.nominal_mm) return; // what is only assumed fits nothing and contradicts nothing
        bool const single = sorted.size() < 3;
        double const nominal = *plate.nominal_mm;
        check(plate.name + (single ? ", reading" : ", nominal thickness"), single ? middle : nominal,
              single ? values.front().as_typed : std::string(), single ? nominal : middle,
              isInchSize(nominal) && !single ? limits.inch_size_mm : limits.nominal_mm,
              single ? "the nominal thickness" : "what was measured");
    }

    /// The part of “8 mm compression” or “1/4\" up-cut” that tells a diameter.
    static std::optional<double> diameterIn(std::string const& name) {
        for (auto const* unit : {" mm", "mm", " in", "\"", " inch"}) {
            auto const at = name.find(unit);
            if (at == std::string::npos || at == 0) continue;
            auto begin = name.find_last_not_of("0123456789./ ", at - 1);
            begin = begin == std::string::npos ? 0 : begin + 1;
            auto const value = parseLength(name.substr(begin, at - begin) +
                                               (std::string(unit).find('m') != std::string::npos ? "mm" : "in"),
                                           UnitSystem::Metric, "");
            if (value && value->mm > 0) return value->mm;
        }
        return std::nullopt;
    }

    void tools() {
        auto const* setter = book.find(setup.place.setter);
        onSetter();
        besideOthers();
        for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
            auto const place = fmt::format("tool {}", tool->number);
            if (auto const named = diameterIn(tool->name))
                check(place + ", diameter", tool->diameter_mm, {}, *named, limits.diameter_share * *named, "its name");
            auto const* last = book.find(lastContact(book, setup, id, Target::Setter));
            if (last) ownPast(place, id, *last);
            if (tool->stick_out_mm && tool->length_mm && *tool->stick_out_mm > *tool->length_mm)
                say(place,
                    fmt::format("Tool {} sticks out {} but is only {} long.", tool->number, len(*tool->stick_out_mm),
                                len(*tool->length_mm)),
                    "Length counts from the spindle face, stick-out from the nut.");
            if (setter && tool->method == shop::LengthMethod::Setter && !reachesDisc(*tool, *setter))
                say(place,
                    fmt::format("Tool {} is too wide for the setter's disc, {}.", tool->number, len(setter->disc_mm)),
                    "Measure it on the plate; choose so in Kit.");
        }
    }

    /// Each tool's contact against its length and the setter's height, as the bare nose or the other tools tell it.
    void onSetter() {
        struct Touched {
            std::string place, typed;
            double z_mm, length_mm, error_mm;
        };
        std::vector<Touched> all;
        for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
            auto const* last = book.find(lastContact(book, setup, id, Target::Setter));
            auto const z = last ? machineZ(*last) : Result<MachineZ>(fail(Code::Missing, {}));
            if (z && tool->length_mm)
                all.push_back({fmt::format("tool {}, setter contact", tool->number),
                               last->frame == shop::Frame::Machine ? last->as_typed : "", z->mm, *tool->length_mm,
                               tool->length_error_mm});
        }
        auto const* nose = book.find(lastNoseContact(book, setup));
        auto const nose_z = nose ? machineZ(*nose) : Result<MachineZ>(fail(Code::Missing, {}));
        Findings explained, unexplained;
        for (auto const& one : all) {
            std::vector<std::pair<double, double>> heights; // of the nose, as each other tool tells it, with its ±
            if (nose_z) heights.emplace_back(nose_z->mm, 0);
            for (auto const& other : all)
                if (!nose_z && &other != &one) heights.emplace_back(other.z_mm - other.length_mm, other.error_mm);
            if (heights.empty()) continue;
            std::sort(heights.begin(), heights.end());
            auto const [height, error] = heights[heights.size() / 2];
            double const tolerance = one.error_mm + error + limits.length_mm;
            auto const slip = explainSlip(one.z_mm, one.typed, height + one.length_mm, tolerance, units);
            if (!slip) continue;
            auto& into = slip->kind == SlipKind::Implausible ? unexplained : explained;
            into.push_back(
                finding(one.place, one.z_mm, *slip, height + one.length_mm, "its length and the setter's height"));
        }
        // Of two that contradict each other, the one that a slip explains is the wrong one.
        for (auto const& each : explained.empty() ? unexplained : explained) found.push_back(each);
    }

    /// A length that is many times as long or short as the others of the shop.
    void besideOthers() {
        auto const tools = shop::toolsOf(book, setup.place.machine);
        for (auto const& [id, tool] : tools) {
            std::vector<double> others;
            for (auto const& [other_id, other] : tools)
                if (other_id != id && other->length_mm) others.push_back(*other->length_mm);
            if (!tool->length_mm || others.size() < 2) continue;
            std::sort(others.begin(), others.end());
            double const usual = others[others.size() / 2], length = *tool->length_mm;
            if (length < limits.longest_share * usual && length * limits.longest_share > usual) continue;
            auto fits = [&](double mm) { return mm < 2 * usual && 2 * mm > usual; };
            auto const slip = fits(length * mm_per_inch)   ? Slip{SlipKind::InchForMm, length * mm_per_inch}
                              : fits(length / mm_per_inch) ? Slip{SlipKind::InchForMm, length / mm_per_inch}
                              : fits(length / 10)          ? Slip{SlipKind::Decimals, length / 10}
                              : fits(length * 10)          ? Slip{SlipKind::Decimals, length * 10}
                                                           : Slip{SlipKind::Implausible, usual};
            found.push_back(
                finding(fmt::format("tool {}, length", tool->number), length, slip, usual, "the other tools"));
        }
    }

    /// The same grip on the same setter, earlier.
    void ownPast(std::string const& place, Id<shop::Assembly> tool, shop::Contact const& last) {
        shop::Contact const* before = nullptr;
        for (auto const& [id, c] : book.all<shop::Contact>())
            if (c->assembly == tool && c->target == Target::Setter && c->setter == last.setter && !c->bare_nose &&
                c->home_epoch == last.home_epoch && c->at_utc_ms < last.at_utc_ms &&
                (!before || c->at_utc_ms > before->at_utc_ms))
                before = c.get();
        if (!before) return;
        auto const was = machineZ(*before), is = machineZ(last);
        if (was && is)
            check(place + ", setter contact", is->mm, last.frame == shop::Frame::Machine ? last.as_typed : "", was->mm,
                  limits.own_past_mm, "the same tool before");
    }

    void contacts() {
        auto const* machine = book.find(setup.place.machine);
        if (!machine) return;
        auto const& z = machine->axes[2];
        for (auto const& [id, contact] : book.all<shop::Contact>()) {
            auto const at = machineZ(*contact);
            bool const old = contact->home_epoch != machine->home_epoch; // in numbers that mean nothing now
            if (!at || old || z.contains(at->mm)) continue;
            auto const* tool = book.find(contact->assembly);
            bool const elsewhere =
                tool ? tool->machine && tool->machine != setup.place.machine : contact->setter != setup.place.setter;
            if (elsewhere) continue;
            auto const place = fmt::format("contact of {}", tool ? fmt::format("tool {}", tool->number) : "the nose");
            say(place,
                fmt::format("{}: {} is outside the travel of Z, {} to {}.", place, len(at->mm),
                            lengthNumber(z.low_mm, units), len(z.high_mm)),
                z.contains(-at->mm)                ? "Is the sign turned?"
                : z.contains(at->mm * mm_per_inch) ? "Was it read in inches?"
                : z.contains(at->mm / mm_per_inch) ? "Was it read in millimetres?"
                                                   : "Is it a work Z? Read machine Z, or name the offset then active.");
        }
    }

    void setter() {
        auto const* s = book.find(setup.place.setter);
        auto const* machine = book.find(setup.place.machine);
        if (!s) return;
        auto const place = s->name;
        double const over = s->overtravel_mm.value_or(s->solid_mm);
        if (s->free_mm < s->trigger_mm || s->trigger_mm <= over || over < s->solid_mm)
            say(place,
                fmt::format("The heights of {} are out of order: free {}, trigger {}, end {}.", s->name,
                            len(s->free_mm), len(s->trigger_mm), len(s->solid_mm)),
                "From above: free, trigger, overtravel contact, end of stroke.");
        for (int axis = 0; machine && axis < 2; ++axis) {
            double const at = axis == 0 ? s->x_mm : s->y_mm;
            auto const& travel = machine->axes[static_cast<std::size_t>(axis)];
            double const to_end = std::min(at - travel.low_mm, travel.high_mm - at);
            if (to_end >= 0 && to_end < limits.end_of_travel_mm)
                say(place, fmt::format("{} stands at {} {}, at the very end of travel.", s->name, "XY"[axis], len(at)),
                    "A soft limit may refuse to go there, and after the next homing it may be out of reach. Move it in "
                    "by some millimetres.");
            if (travel.contains(at)) continue;
            say(place,
                fmt::format("{} stands at {} {}, outside the travel {} to {}.", s->name, "XY"[axis], len(at),
                            lengthNumber(travel.low_mm, units), len(travel.high_mm)),
                travel.contains(-at)                ? "Is the sign turned?"
                : travel.contains(at * mm_per_inch) ? "Was it read in inches?"
                                                    : "Read it as machine position, after homing.");
        }
    }
};

// Each is looked for again only when something that it looked at has changed.
Findings slipsOfPlate(facts::Reader const& book, Id<shop::TouchPlate> plate) {
    Search search{book, {}, book.units(), {}};
    search.plate(plate);
    return std::move(search.found);
}
template<void (Search::*look)()> Findings slipsAmong(facts::Reader const& book, shop::ZeroSetup const& setup) {
    Search search{book, setup, book.units(), {}};
    (search.*look)();
    return std::move(search.found);
}

} // namespace

std::optional<Slip> explainSlip(double value, std::string const& typed, double expected, double tolerance,
                                UnitSystem units) {
    if (std::abs(value - expected) <= tolerance) return std::nullopt;
    if (std::abs(value + expected) <= tolerance) return Slip{SlipKind::WrongSign, -value};
    if (expected != 0) {
        if (nearRatio(value, expected, mm_per_inch)) return Slip{SlipKind::InchForMm, value / mm_per_inch};
        if (nearRatio(value, expected, 1 / mm_per_inch)) return Slip{SlipKind::InchForMm, value * mm_per_inch};
        for (double const ten : {10.0, 100.0, 1000.0}) {
            if (nearRatio(value, expected, ten)) return Slip{SlipKind::Decimals, value / ten};
            if (nearRatio(value, expected, 1 / ten)) return Slip{SlipKind::Decimals, value * ten};
        }
    }
    if (isInchSize(value) && std::abs(value - expected) < 0.6) return Slip{SlipKind::InchNominal, expected};
    if (auto const meant = swapped(typed, expected, tolerance, units)) return Slip{SlipKind::SwappedDigits, *meant};
    if (auto const meant = oneDigit(typed, expected, tolerance, units)) return Slip{SlipKind::WrongDigit, *meant};
    return Slip{SlipKind::Implausible, expected};
}

Findings findSlips(facts::Reader const& book, shop::ZeroSetup const& setup) {
    Findings found;
    auto const add = [&](Findings const& more) { found.insert(found.end(), more.begin(), more.end()); };
    for (auto const& [id, plate] : book.all<shop::TouchPlate>()) add(book.ask<slipsOfPlate>(id));
    // Of a setup only where the work is matters.
    shop::ZeroSetup where;
    where.place.machine = setup.place.machine;
    where.place.setter = setup.place.setter;
    add(book.ask<slipsAmong<&Search::tools>>(where));
    add(book.ask<slipsAmong<&Search::contacts>>(where));
    add(book.ask<slipsAmong<&Search::setter>>(where));
    return found;
}

std::vector<Judgement> slipJudgements(Findings const& slips) {
    std::vector<Judgement> said;
    for (auto const& slip : slips) said.push_back({slip.severity, slip.text, slip.remedy, {}});
    return said;
}

} // namespace steady::zeroing
