// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/Settings.h"

#include "core/base/Decimal.h"
#include "core/changer/Clearances.h"
#include "core/changer/Rack.h"
#include "core/install/Layout.h"
#include "core/install/SignalTable.h"
#include "core/quantity/Units.h"
#include "core/shop/kinds/Carousel.h"
#include "core/zeroing/PlateZero.h"
#include "core/zeroing/Touch.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::install {
namespace {

/// Lower case, without blanks around it.
std::string plain(std::string text) {
    auto const blank = [](char c) { return c == ' ' || c == '\t'; };
    while (!text.empty() && blank(text.back())) text.pop_back();
    text.erase(0, static_cast<std::size_t>(std::find_if_not(text.begin(), text.end(), blank) - text.begin()));
    for (auto& c : text) c = static_cast<char>(c >= 'A' && c <= 'Z' ? c - 'A' + 'a' : c);
    return text;
}

bool isOn(std::string const& text) {
    return text == "on" || text == "yes" || text == "1" || text == "true" || text == "enabled";
}

/// The program writes a true minus sign; controls know another.
std::string withPlainMinus(std::string text) {
    constexpr std::string_view minus = "−";
    for (auto at = text.find(minus); at != std::string::npos; at = text.find(minus))
        text.replace(at, minus.size(), "-");
    return text;
}

/// A number as controls show it: a decimal comma will do, the program's own minus sign too.
std::optional<double> numberIn(std::string text) {
    text = withPlainMinus(plain(std::move(text)));
    std::replace(text.begin(), text.end(), ',', '.');
    auto const value = decimal(text);
    return value && std::isfinite(*value) ? value : std::nullopt;
}

class Sheet {
public:
    Sheet(facts::Reader const& book, shop::ZeroSetup const& setup)
        : m_book(book), m_setup(setup), m_machine(zeroing::machineOf(book, setup)), m_kept(sheetOf(book, setup)) {}

    std::vector<Setting> all() {
        auto const* setter = m_book.find(m_setup.place.setter);
        auto const* plate = m_book.find(m_setup.place.plate);
        word("units", "Unit of the control", m_machine.units == UnitSystem::Metric ? "mm" : "inch", {});
        if (setter)
            device(*setter, zeroing::feedsFor(m_machine, *setter));
        else
            device(plate ? *plate : zeroing::assumedPlate(),
                   zeroing::feedsFor(m_machine, plate ? *plate : zeroing::assumedPlate()));
        if (m_machine.capture != shop::Capture::Hardware)
            number("debounce", "Debounce of the input", m_machine.debounce_s * 1000, "ms", 1, {});
        if (setter) {
            length("setter.x", "Machine X of the setter", setter->x_mm, {});
            length("setter.y", "Machine Y of the setter", setter->y_mm, {});
            auto const mounting = mountingOf(m_book, m_setup.place.setter);
            length("trigger", "Height of the trip above the table", mounting.base_mm + setter->trigger_mm,
                   fmt::format("base {} + trips at {} above it", shown(mounting.base_mm), shown(setter->trigger_mm)));
        } else if (plate) {
            auto const zero = zeroing::plateZero(m_book, m_setup, {});
            if (zero && zero->thickness.measured())
                length("thickness", "Thickness of the plate", zero->thickness.mm,
                       fmt::format("mean of {} readings", zero->thickness.summary.n));
        }
        auto const& z = m_machine.axes[2];
        length("safe_z", "Safe Z, machine", m_machine.safeZ_mm(),
               fmt::format("upper soft limit {} − 1 mm", shown(z.high_mm)));
        for (auto const& [id, rack] : m_book.all<shop::ToolRack>())
            if (rack->machine == m_setup.place.machine && !rack->drive.release_output) changer(*rack);
        for (auto const& [id, ring] : m_book.all<shop::Carousel>())
            if (ring->machine == m_setup.place.machine &&
                (ring->arm ? !ring->exchange.start_output : !ring->drive.release_output))
                changer(*ring);
        return std::move(m_rows);
    }

private:
    bool metric() const { return m_machine.units == UnitSystem::Metric; }
    std::string shown(double mm) const { return lengthText(mm, m_machine.units); }

    /// A rack that no macro of ours works: the control's own change has to know all this.
    void changer(shop::ToolRack const& rack) {
        auto const id = [&](std::string const& what) { return fmt::format("rack{}.{}", rack.first_number, what); };
        auto const words = [&](std::string const& what) { return rack.name + ": " + what; };
        count(id("pockets"), words("pockets"), rack.pockets.size());
        auto const state = changer::rackState(m_book, m_setup, rack);
        std::string open;
        for (std::size_t i = 0; i < state.pockets.size(); ++i) {
            auto const& pocket = state.pockets[i];
            bool const known = pocket.used_mm[0] && pocket.used_mm[1] && pocket.holder_z_mm;
            if (state.blocked || !known || (pocket.suspect && rack.pockets[i].from == shop::PocketFrom::Taught)) {
                open += fmt::format("{}{}", open.empty() ? "" : ", ", pocket.number);
                continue;
            }
            std::optional<double> const at_mm[] = {pocket.used_mm[0], pocket.used_mm[1], pocket.holder_z_mm};
            for (std::size_t axis = 0; axis < 3; ++axis)
                length(id(fmt::format("{}.{}", pocket.number, "xyz"[axis])),
                       words(fmt::format("pocket {}, machine {}", pocket.number, "XYZ"[axis])), *at_mm[axis],
                       axis == 2
                           ? fmt::format("the seat, {}, is in it: leave the control's own at 0", shown(*rack.seat_mm))
                           : std::string());
        }
        if (!open.empty())
            word(id("open"), words("pockets whose place is not known yet"), open,
                 "Changer: mounted, taught, on the line, seat typed");
        length(id("out"), words("way out of a fork"), changer::wayOut_mm(rack),
               "half a flange, the depth of the fork, the gap");
        length(id("approach"), words("approach above the seat"), changer::approach_mm(rack), {});
        feed(id("feed"), words("feed at the fork"), rack.drive.fork_mm_min);
        number(id("limit"), words("time limit of the clamp"), rack.drive.limit_s, "s", 1, {});
    }
    /// A carousel that the control's own change works, with an arm or without.
    void changer(shop::Carousel const& ring) {
        auto const words = [&](char const* what) { return ring.name + ": " + what; };
        count("ring.pockets", words("pockets"), ring.places.size());
        word("ring.table", words("where the old tool goes"),
             ring.arm ? "into the pocket of the new one" : "back into its own pocket",
             ring.arm ? "the arm exchanges both: the control keeps which tool is where" : "");
        word("ring.way", words("turns"), ring.short_way ? "the short way" : "always with the numbers", {});
        number("ring.place", words("time for a place"), ring.place_s, "s", 2, {});
        std::optional<double> const at_mm[] = {ring.x_mm, ring.y_mm, ring.seat_z_mm};
        for (std::size_t axis = 0; axis < 3; ++axis)
            if (at_mm[axis])
                length(fmt::format("ring.{}", "xyz"[axis]),
                       words("tools are changed at") + fmt::format(" machine {}", "XYZ"[axis]), *at_mm[axis], {});
        number("ring.limit", words("time limit of its ways"), ring.ring.limit_s, "s", 1, {});
        number("ring.clamp_limit", words("time limit of the clamp"), ring.drive.limit_s, "s", 1, {});
    }

    void device(auto const& of, zeroing::ProbingFeeds const& feeds) {
        word("enable", "Probing input", "on", {});
        if (!of.wiring.port.empty()) word("port", "Which input", of.wiring.port, {});
        SignalCircuit const circuit{of.circuit, of.wiring};
        word("polarity", "Level that means contact", levelWords(of.wiring.input, fittingLevel(circuit)),
             of.circuit == shop::Circuit::ClosedAtRest ? "closed at rest: a touch opens it"
                                                       : "open at rest: a touch closes it");
        feed("find", "Feed to find", feeds.fast_mm_min);
        feed("measure", "Feed to measure", feeds.slow_mm_min);
        // As the macros are written: past the overshoot and half a millimetre, and the backlash taken up.
        double const over = zeroing::predictTouch(m_machine, feeds.fast_mm_min).overshoot_mm, least = over + 0.5;
        double const backlash = m_machine.axes[2].backlash_mm;
        auto const own = of.practice.back_off_mm;
        double const retract = std::max(own.value_or(std::max(1.0, least)), least) + backlash;
        length("retract", "Retract between touches", retract,
               fmt::format("{} + backlash {}",
                           own ? "as you chose " + shown(*own) : fmt::format("1 mm, or {} + 0.5 mm", shown(over)),
                           shown(backlash)));
        number("dwell", "Wait before the next touch",
               std::max(of.practice.dwell_s.value_or(0.2), 3 * m_machine.debounce_s), "s", 2,
               "three debounces at least");
    }
    void count(std::string id, std::string words, std::size_t of) {
        number(std::move(id), std::move(words), static_cast<double>(of), {}, 0, {});
    }
    void length(std::string id, std::string words, double mm, std::string sum) {
        number(std::move(id), std::move(words), metric() ? mm : mm / mm_per_inch, unitName(m_machine.units),
               metric() ? 3 : 4, std::move(sum));
    }
    void feed(std::string id, std::string words, double mm_min) {
        number(std::move(id), std::move(words), metric() ? mm_min : mm_min / mm_per_inch,
               unitName(m_machine.units) + "/min", metric() ? 0 : 1, {});
    }
    void number(std::string id, std::string words, double value, std::string unit, int decimals, std::string sum) {
        Setting row{std::move(id),
                    std::move(words),
                    fixedText(value, decimals),
                    std::move(unit),
                    value,
                    std::move(sum),
                    {},
                    {},
                    false,
                    {}};
        kept(row);
        if (row.looked()) {
            auto const found = numberIn(row.found);
            double const half = 0.5 * std::pow(10, -decimals) + 1e-9;
            auto const is = [&](double other) {
                return found && std::abs(*found - other) <= half + 1e-4 * std::abs(other);
            };
            row.differs = !found || std::abs(*found - value) > half;
            if (!row.differs || !found)
                row.hint = found ? "" : "It is no number.";
            else if (value != 0 && is(-value))
                row.hint = "The sign is turned.";
            else if (value != 0 && (is(value * mm_per_inch) || is(value / mm_per_inch)))
                row.hint = "It is in the other unit.";
            else if (value != 0 && (is(value * 60) || is(value / 60)))
                row.hint = "It is 60 times off: a feed by the second stands for one by the minute, or the other way.";
        }
        m_rows.push_back(std::move(row));
    }
    void word(std::string id, std::string words, std::string value, std::string sum) {
        Setting row{std::move(id), std::move(words), std::move(value), {}, {}, std::move(sum), {}, {}, false, {}};
        kept(row);
        auto const a = plain(row.found), b = plain(row.value);
        row.differs = row.looked() && a != b && !(isOn(a) && isOn(b));
        m_rows.push_back(std::move(row));
    }
    void kept(Setting& row) const {
        for (auto const& each : m_kept.found)
            if (each.id == row.id) {
                row.called = each.called;
                row.found = each.value;
            }
    }

    facts::Reader const& m_book;
    shop::ZeroSetup const& m_setup;
    shop::Machine m_machine;
    shop::SettingsSheet m_kept;
    std::vector<Setting> m_rows;
};

} // namespace

Id<shop::SettingsSheet> sheetIdOf(facts::Reader const& book, shop::ZeroSetup const& setup) {
    Id<shop::SettingsSheet> found;
    for (auto const& [id, sheet] : book.all<shop::SettingsSheet>())
        if (sheet->machine == setup.place.machine && sheet->setter == setup.place.setter) found = id;
    return found;
}

shop::SettingsSheet sheetOf(facts::Reader const& book, shop::ZeroSetup const& setup) {
    if (auto const* found = book.find(sheetIdOf(book, setup))) return *found;
    shop::SettingsSheet sheet;
    sheet.machine = setup.place.machine;
    sheet.setter = setup.place.setter;
    return sheet;
}

std::vector<Setting> settingsOf(facts::Reader const& book, shop::ZeroSetup const& setup) {
    return Sheet(book, setup).all();
}

std::string typedAs(Setting const& setting, shop::SetBy by) {
    auto const unit = setting.unit.empty() ? std::string() : " " + setting.unit;
    if (by == shop::SetBy::Fields || setting.called.empty())
        return fmt::format("{}: {}{}", setting.called.empty() ? setting.words : setting.called, setting.value, unit);
    return setting.called + (by == shop::SetBy::Lines ? "=" : " = ") + withPlainMinus(setting.value);
}

std::vector<zeroing::Judgement> settingJudgements(std::vector<Setting> const& settings) {
    std::vector<zeroing::Judgement> said;
    std::size_t looked = 0;
    for (auto const& row : settings) {
        looked += row.looked();
        if (!row.differs) continue;
        auto const unit = row.unit.empty() ? std::string() : " " + row.unit;
        said.push_back({Severity::Bad,
                        fmt::format("{}: found {}, should be {}{}.", row.words, row.found, row.value, unit),
                        row.hint.empty() ? std::string("Type it anew, then read it back.")
                                         : row.hint + " Type it anew, then read it back.",
                        {}});
    }
    auto const left = settings.size() - looked;
    if (said.empty() && left == 0)
        said.push_back({Severity::Note, "All settings are as they should be.", "As found at the control.", {}});
    else if (said.empty() && looked > 0)
        said.push_back({Severity::Note,
                        fmt::format("{} of {} looked at, none differs.", looked, settings.size()),
                        "Read the others from the control and type them beside.",
                        {}});
    else if (looked == 0)
        said.push_back({Severity::Note,
                        "Nothing compared yet.",
                        "Type what the control shows beside each value: what differs is named here.",
                        {}});
    said.push_back({Severity::Note,
                    "After typing",
                    "Read each value back from the control, home, and prove the signal again: another polarity or "
                    "another input is another circuit.",
                    {}});
    return said;
}

} // namespace steady::install
