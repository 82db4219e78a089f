// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/advice/Care.h"

#include "core/quantity/Units.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::advice {
namespace {

using shop::Care;
using zeroing::Judgement;

/// A click wrench is good to about so much of what it shows; common practice.
constexpr double wrench_share = 0.1;
/// Flutes begin this far outside of the collet; common practice.
constexpr double flutes_clear_mm = 6;

std::optional<shop::ToolCare> last(std::vector<shop::ToolCare> const& all, std::initializer_list<Care> of) {
    for (auto each = all.rbegin(); each != all.rend(); ++each)
        if (std::find(of.begin(), of.end(), each->did) != of.end()) return *each;
    return std::nullopt;
}

} // namespace

std::vector<shop::ToolCare> careOf(facts::Reader const& book, Id<shop::Assembly> tool) {
    std::vector<shop::ToolCare> all;
    for (auto const& [id, care] : book.all<shop::ToolCare>())
        if (care->tool == tool) all.push_back(*care);
    std::stable_sort(all.begin(), all.end(), [](auto const& x, auto const& y) { return x.at_utc_ms < y.at_utc_ms; });
    return all;
}

std::optional<shop::ToolCare> quarantine(facts::Reader const& book, Id<shop::Assembly> tool) {
    auto const found = last(careOf(book, tool), {Care::Quarantined, Care::Released});
    return found && found->did == Care::Quarantined ? found : std::nullopt;
}

std::optional<Judgement> quarantineWarning(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const why = quarantine(book, setup.place.assembly);
    if (!why) return std::nullopt;
    return Judgement{Severity::Bad,
                     fmt::format("Tool {} is set aside.", book.find(setup.place.assembly)->number),
                     (why->note.empty() ? std::string() : why->note + ". ") +
                         "Do not cut with it, and let nothing rest on its length, until it is released at Kit.",
                     {}};
}

std::vector<Judgement> careJudgements(facts::Reader const& book, shop::ZeroSetup const& setup) {
    std::vector<Judgement> said;
    auto const* tool = book.find(setup.place.assembly);
    if (!tool) return {{Severity::Note, "No tool is chosen.", "Choose or type the one in the spindle, at Tool.", {}}};
    if (auto warning = quarantineWarning(book, setup)) said.push_back(std::move(*warning));
    auto const all = careOf(book, setup.place.assembly);
    auto const* holder = book.find(tool->holder);
    auto const torqued = last(all, {Care::Torqued});
    bool const since_grip = torqued && torqued->at_utc_ms >= tool->gripped_utc_ms;
    if (holder && holder->torque_nm) {
        auto const& wanted = *holder->torque_nm;
        if (!since_grip)
            said.push_back({Severity::Attention,
                            fmt::format("Not written down: tightened to {:g} Nm since it was gripped.", wanted),
                            "Clean cone, collet and nut; then the torque of the holder's sheet, no more.",
                            {}});
        else if (torqued->torque_nm && std::abs(*torqued->torque_nm - wanted) > wrench_share * wanted)
            said.push_back({Severity::Attention,
                            fmt::format("Tightened to {:g} Nm; the sheet says {:g} Nm.", *torqued->torque_nm, wanted),
                            *torqued->torque_nm > wanted ? "Too much stretches nut and collet, and both then run out."
                                                         : "Too little lets it slip down under load.",
                            {}});
    } else if (holder) {
        said.push_back(
            {Severity::Note, "The torque of its nut is not known.", "From the holder's own sheet, at Parts.", {}});
    }
    if (holder && !holder->collet.empty()) // the sheet in one line, as it is looked for at the bench
        said.push_back({Severity::Note,
                        fmt::format("Collet {}{}.", holder->collet,
                                    holder->stud.empty() ? std::string() : "; stud: " + holder->stud),
                        fmt::format("Flutes begin about {} outside of the collet, never inside.",
                                    roughLengthText(flutes_clear_mm, book.units())),
                        {}});
    if (!last(all, {Care::Cleaned, Care::Inspected}) && !all.empty())
        said.push_back({Severity::Note,
                        "Nobody has written down that it was cleaned or looked at.",
                        "Cone, collet and nut clean, flutes whole, nothing bent: then write it down.",
                        {}});
    if (!tool->spacers.empty())
        said.push_back({Severity::Note,
                        fmt::format("Spacers: {} in all.", lengthText(tool->stack_mm(), book.units())),
                        "Typing others changes its length by the difference: changed, not measured, until it is "
                        "touched again.",
                        {}});
    if (said.empty())
        said.push_back({Severity::Note,
                        "Nothing is known of its care yet.",
                        "Write down what you do, as you do it. A holder with collet and torque, typed at Parts and "
                        "chosen at Tool, is compared with it.",
                        {}});
    return said;
}

} // namespace steady::advice
