// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/SetterBuilder.h"

#include "core/base/Words.h"
#include "core/macros/Figures.h"
#include "core/macros/PlateZeroRecipe.h"
#include "core/quantity/WorkOffset.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Link.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::macros {
namespace {

constexpr char const* same_stock = "Same stock, unmoved, as when its zero was set?";

struct Setting : SetterBuilder {
    /// A tool to change to, and a place that the axes reach.
    Result<void> checkChange() const {
        if (!of(kind).changes_tool) return {};
        auto const& to = setup.change;
        if (!book.find(to.next) || to.next == setup.place.assembly)
            return fail(Code::Missing, {"change"}, "Another tool than the one in the spindle",
                        "Choose the next one at Macros, below “The change”.");
        if (to.x_mm.has_value() != to.y_mm.has_value())
            return fail(Code::Missing, {"change"}, "The other axis of the place where tools are changed",
                        "Type both X and Y, or neither.");
        for (int axis = 0; axis < 2; ++axis) {
            auto const at = axis == 0 ? to.x_mm : to.y_mm;
            auto const& travel = machine.axes[static_cast<std::size_t>(axis)];
            if (at && !travel.contains(*at))
                return fail(Code::NotInTravel, {"change"},
                            fmt::format("{} {}", "XY"[axis], lengthText(*at, book.units())),
                            fmt::format("{} {} to {}", "XY"[axis], lengthNumber(travel.low_mm, book.units()),
                                        lengthText(travel.high_mm, book.units())));
        }
        return {};
    }

    Result<Recipe> retouch() {
        parts.zero_now = "Z zero is still the previous tool's: do not start the job.";
        std::optional<double> known_d_mm;
        if (lacks.numbers) {
            auto const link = zeroing::linkOf(book, setup);
            if (!link) return Failure(link.error());
            if (offsets().size() > 1)
                return fail(Code::NotCarried, {"macro"}, "the links of several work offsets",
                            "Take the others off the list at Zeroing, and set them one by one");
            known_d_mm = link->d_mm();
        }
        add("", "",
            TellLength{
                fmt::format("Sets {} Z. {}", offsetNames(), afterTheEnd(machine, setup.place.work_offset, false)),
                {},
                {},
                {}});
        parts.begin(0);
        requireLinks();
        if (of(kind).changes_tool) change();
        requireTool();
        reach(same_stock);
        SetZeroFromLink set{slot_setter, slot_result, offsets(), addends(touch.lag_mm, {}), {}};
        set.wrong = wrongText("Z zero is wrong now: set it again before anything else.");
        set.known_d_mm = known_d_mm;
        add("", "The setter stands D above work zero: the new zero is that much below this contact.", std::move(set));
        add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
        if (of(kind).changes_tool)
            add("", "Back over where the job stopped, Z up: the job goes down by itself.", MoveBack{slot_x, slot_y});
        add("", "",
            End{fmt::format(
                "Set for this tool: {} Z zero. Other offsets still have the old tool's. {}{} Leave the length "
                "offset off.",
                offsetNames(),
                of(kind).changes_tool ? "The spindle is still off: start it before the job goes on. " : "",
                afterTheEnd(machine, setup.place.work_offset, false))});
        header.push_back(
            fmt::format("Sets: {} Z, each from its own link. Length offset off. Other offsets keep the old "
                        "tool's zero.",
                        offsetNames()));
        return recipe();
    }

    /// Up, to where tools are changed; what turned is still, what holds the work goes on holding it.
    void change() {
        auto const& next = *book.find(setup.change.next);
        add("", "Up, Z alone, with room for a check that goes up.", RetractTo{parts.parkingZ_mm()});
        parts.requireOpen("open-check", "This tells where it stands, and that the input is at rest.",
                          "The input reads contact at rest; look at the setter, its lead and its plug.", false,
                          touch.feeds.fast_mm_min, slot_begin);
        add("", "Where the job stopped.", KeepPlace{slot_x, slot_y});
        add("", "Safe Z before any X and Y.", RetractTo{machine.safeZ_mm()});
        if (setup.change.x_mm && setup.change.y_mm)
            add("", "To where tools are changed.", MoveAcross{*setup.change.x_mm, *setup.change.y_mm});
        add("", "The control takes the number; that the tool has it, only eyes can tell.",
            ChangeTool{
                next.number,
                setup.change.by_button
                    ? fmt::format("Spindle unable to start, vacuum left on, air on. One hand under the holder, then "
                                  "the button: it falls when the clamp opens. Tool {}, {}: cone clean, straight in, "
                                  "button let go, then pull: it must hold.",
                                  next.number, next.name)
                    : fmt::format("Spindle unable to start, vacuum left on. Put in tool {}, {}: cone and nut clean, "
                                  "tightened as its holder wants it.",
                                  next.number, next.name)});
        header.push_back("Broken off and started again it comes back to where it was started: jog there first.");
        header.push_back(fmt::format("Change to tool {}, {}. Does {{tool change}} move this control by itself, or wait "
                                     "for nobody? Try it first with nothing below.",
                                     next.number, next.name));
    }

    void requireLinks() {
        for (int const n : offsets()) {
            auto const name = workOffsetName(n);
            add("require-link", "Without a true link, and the zero that it belongs to, the new zero would be anywhere.",
                RequireLink{
                    n,
                    parts.alarm(fmt::format("Nothing has moved. There is no link for {} in this unit; run plate "
                                            "zero and link.",
                                            name),
                                false),
                    parts.alarm(fmt::format("Nothing has moved. {} Z was set since its link was made (figures "
                                            "above); run plate zero and link.",
                                            name),
                                false)});
        }
    }

    Result<Recipe> toolLength() {
        auto const basis = zeroing::lengthBasis(book, setup);
        if (!basis) return Failure(basis.error());
        parts.zero_now = "The table is as it was.";
        parts.begin(0);
        requireTool();
        reach("Is the tool in the spindle the one that the control names?");
        SetToolLength set{slot_setter,
                          slot_result,
                          addends(touch.lag_mm, {-basis->contact_mm, basis->length_mm}),
                          machine.length_sign == shop::LengthSign::Negative,
                          {}};
        set.wrong = wrongText("The length in the table is wrong now: measure it again.");
        add("", "The length: what lies between this contact and that of the reference.", std::move(set));
        add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
        add("", "", End{"The length is in the table. Jobs call it with {table length} and the tool's number."});
        header.push_back(
            fmt::format("Lengths count from {}, machine Z {} on the setter.", basis->words, len(basis->contact_mm)));
        return recipe();
    }

    Result<Recipe> tableZero() {
        auto const constant = zeroing::boardConstant(book, setup);
        if (!constant) return Failure(constant.error());
        auto const* and_link = lacks.numbers ? "" : ", and its link"; // which needs a control that keeps numbers
        parts.zero_now = "Z zero is as it was.";
        add("", "",
            TellLength{fmt::format("Sets {} Z. {}", workOffsetName(setup.place.work_offset),
                                   afterTheEnd(machine, setup.place.work_offset)),
                       {},
                       {},
                       {}});
        parts.begin(setup.place.work_offset);
        requireTool();
        reach("Spoilboard not surfaced since its height was measured?");
        add("clear-link", "The new zero makes an older link worthless; its seal is broken first.",
            ClearLink{setup.place.work_offset});
        SetWorkZero set{
            slot_setter, slot_result, setup.place.work_offset, addends(touch.lag_mm, {-constant->b_mm()}), {}};
        set.wrong = wrongText("Z zero is wrong now: set it again before anything else.");
        add("", "The setter stands B above the spoilboard: zero lies that much below this contact.", std::move(set));
        if (!lacks.numbers)
            add("", "D is B, for the tools that follow. Its seal is set last.",
                StoreLink{setup.place.work_offset, slot_setter, slot_result, addends(touch.lag_mm, {})});
        add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
        add("", "",
            End{fmt::format("Set: {} Z zero on the spoilboard{}. {} Go and look before you cut.",
                            workOffsetName(setup.place.work_offset), and_link,
                            afterTheEnd(machine, setup.place.work_offset))});
        header.push_back(fmt::format("Sets: {} Z on the spoilboard, {} below the setter's trip{}.",
                                     workOffsetName(setup.place.work_offset), len(constant->b_mm()), and_link));
        return recipe();
    }
};

} // namespace

Result<Recipe> setterRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks) {
    auto const* setter = book.find(setup.place.setter);
    if (!setter) return fail(Code::NoSetter, {"setter"});
    auto const toucher = zeroing::toucherOf(book, setup.place, shop::Target::Setter, setter->practice.read_on);
    if (!toucher) return Failure(toucher.error());
    auto const& machine = toucher->machine;
    Setting b{{kind, book, setup, machine, *setter,
               planTouch(machine, feedsAt(machine, *setter, lacks), setter->practice, true), lacks}};
    if (auto const next = b.checkChange(); !next) return Failure(next.error());
    if (auto const tools = b.findTools(); !tools) return Failure(tools.error());
    if (of(kind).sets == Sets::Length) return b.toolLength();
    return of(kind).from_board ? b.tableZero() : b.retouch();
}

} // namespace steady::macros
