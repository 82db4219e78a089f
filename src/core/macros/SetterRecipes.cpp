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
    std::optional<double> known_d_mm = {}; ///< where the control keeps no link

    bool byHand() const { return of(kind).asks == Asks::Change; }

    /// A tool to change to, and a place that the axes reach.
    Result<void> checkChange() const {
        if (!byHand()) return {};
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

    Result<void> findLink() {
        parts.zero_now = "Z zero is still the previous tool's: do not start the job.";
        if (!lacks.numbers) return {};
        auto const link = zeroing::linkOf(book, setup);
        if (!link) return Failure(link.error());
        if (offsets().size() > 1)
            return fail(Code::NotCarried, {"macro"}, "the links of several work offsets",
                        "Take the others off the list at Zeroing, and set them one by one");
        known_d_mm = link->d_mm();
        return {};
    }
    void tellOffsets() {
        add("", "",
            TellLength{
                fmt::format("Sets {} Z. {}", offsetNames(), afterTheEnd(machine, setup.place.work_offset, false)),
                {},
                {},
                {}});
    }
    void setFromLink() {
        requireTool();
        reach(same_stock);
        SetZeroFromLink set{slot_setter, slot_result, offsets(), addends(touch.lag_mm, {}), {}};
        set.wrong = wrongText("Z zero is wrong now: set it again before anything else.");
        set.known_d_mm = known_d_mm;
        add("", "The setter stands D above work zero: the new zero is that much below this contact.", std::move(set));
        add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
        header.push_back(
            fmt::format("Sets: {} Z, each from its own link. Length offset off. Other offsets keep the old "
                        "tool's zero.",
                        offsetNames()));
    }
    std::string afterRetouch(std::string const& and_then) const {
        return fmt::format("{} Z zero. Other offsets still have the old tool's. {}{} Leave the length offset off.",
                           offsetNames(), and_then, afterTheEnd(machine, setup.place.work_offset, false));
    }

    Result<Recipe> retouch() {
        if (auto const found = findLink(); !found) return Failure(found.error());
        tellOffsets();
        parts.begin(0);
        requireLinks();
        if (byHand()) change();
        setFromLink();
        if (byHand())
            add("", "Back over where the job stopped, Z up: the job goes down by itself.", MoveBack{slot_x, slot_y});
        add("", "",
            End{"Set for this tool: " +
                afterRetouch(byHand() ? "The spindle is still off: start it before the job goes on. " : "")});
        return recipe();
    }

    Result<Afterwards> afterwards() {
        Afterwards made;
        header.clear(); // the change has told of the machine
        if (of(kind).sets == Sets::Length) {
            if (auto const done = measureLength("Is the tool that was fetched the one that the control names?"); !done)
                return Failure(done.error());
            made.end = "Its length is in the table: the job calls it with {table length} and its number.";
        } else {
            if (auto const found = findLink(); !found) return Failure(found.error());
            tellOffsets();
            requireLinks();
            made.first = std::exchange(parts.steps, {});
            setFromLink();
            made.end = "Its own is " + afterRetouch("");
        }
        made.then = std::move(parts.steps);
        describe();
        made.header = std::move(header);
        return made;
    }

    /// Up, to where tools are changed; what turned is still, what holds the work goes on holding it.
    void change() {
        auto const& next = *book.find(setup.change.next);
        add("", "Up, Z alone, to safe Z.", RetractTo{machine.safeZ_mm()});
        parts.requireOpen("open-check", "This tells where it stands, and that the input is at rest.",
                          "The input reads contact at rest; look at the setter, its lead and its plug.", false,
                          touch.feeds.fast_mm_min, slot_begin, At::Top);
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
                                false),
                    known_d_mm});
        }
    }

    Result<void> measureLength(char const* ask) {
        auto const basis = zeroing::lengthBasis(book, setup);
        if (!basis) return Failure(basis.error());
        parts.zero_now = "The table is as it was.";
        if (!of(kind).byClamp()) parts.begin(0);
        requireTool();
        reach(ask);
        SetToolLength set{slot_setter,
                          slot_result,
                          addends(touch.lag_mm, {-basis->contact_mm, basis->length_mm}),
                          machine.length_sign == shop::LengthSign::Negative,
                          {}};
        set.wrong = wrongText("The length in the table is wrong now: measure it again.");
        add("", "The length: what lies between this contact and that of the reference.", std::move(set));
        add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
        header.push_back(
            fmt::format("Lengths count from {}, machine Z {} on the setter.", basis->words, len(basis->contact_mm)));
        return {};
    }

    Result<Recipe> toolLength() {
        if (auto const done = measureLength("Is the tool in the spindle the one that the control names?"); !done)
            return Failure(done.error());
        add("", "", End{"The length is in the table. Jobs call it with {table length} and the tool's number."});
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

/// What `use` makes of a builder that has its tools. Error: as setterRecipe.
template<class Use>
auto built(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks const& lacks, Use use)
    -> decltype(use(std::declval<Setting&>())) {
    auto const* setter = book.find(setup.place.setter);
    if (!setter) return fail(Code::NoSetter, {"setter"});
    auto const toucher = zeroing::toucherOf(book, setup.place, shop::Target::Setter, setter->practice.read_on);
    if (!toucher) return Failure(toucher.error());
    auto const& machine = toucher->machine;
    Setting b{{kind, book, setup, machine, *setter,
               planTouch(machine, feedsAt(machine, *setter, lacks), setter->practice, true), lacks}};
    if (auto const next = b.checkChange(); !next) return Failure(next.error());
    if (auto const tools = b.findTools(); !tools) return Failure(tools.error());
    return use(b);
}

} // namespace

Result<Recipe> setterRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks) {
    return built(kind, book, setup, lacks, [&](Setting& builder) -> Result<Recipe> {
        if (of(kind).sets == Sets::Length) return builder.toolLength();
        return of(kind).from_board ? builder.tableZero() : builder.retouch();
    });
}

Result<std::optional<Afterwards>> afterwards(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup,
                                             Lacks lacks) {
    if (!of(kind).touches_setter) return std::nullopt;
    return built(kind, book, setup, lacks, [](Setting& builder) -> Result<std::optional<Afterwards>> {
        auto made = builder.afterwards();
        if (!made) return Failure(made.error());
        return std::optional(std::move(*made));
    });
}

} // namespace steady::macros
