// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Methods.h"

#include "core/quantity/WorkOffset.h"
#include "core/zeroing/Lengths.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::zeroing {
namespace {

using shop::Method;

constexpr double holder_repeats_mm = 0.01; // a holder put back into its taper, standard deviation; common practice
constexpr std::size_t few_tools = 3;       // as many as people keep apart without a table; common practice

struct Shop {
    facts::Reader const& book;
    shop::ZeroSetup const& setup;
    std::size_t tools, in_holders = 0, on_setter = 0;
    bool has_setter;

    Shop(facts::Reader const& b, shop::ZeroSetup const& s)
        : book(b), setup(s), tools(shop::toolsOf(b, s.place.machine).size()), has_setter(b.find(s.place.setter)) {
        auto const* setter = book.find(setup.place.setter);
        for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
            in_holders += tool->holder.value != 0;
            on_setter += setter && reachesDisc(*tool, *setter);
        }
    }
    Method recommended() const {
        if (!has_setter) return tools <= few_tools ? Method::OffsetPerTool : Method::Retouch;
        if (tools > few_tools && in_holders == tools) return Method::LengthTable;
        return Method::Retouch;
    }
    double error_mm(std::size_t more_touches, bool holder) const {
        auto const zero = plateZero(book, setup);
        if (!zero) return 0;
        auto parts = zero->thickness.budget.contributions;
        for (std::size_t i = 0; i <= more_touches; ++i) {
            auto const touch =
                touchContributions({zero->machine, zero->proven}, zero->slow, fmt::format("touch {}", i + 1));
            parts.insert(parts.end(), touch.begin(), touch.end());
        }
        if (holder)
            parts.push_back({"holder put back", holder_repeats_mm, 1, std::numeric_limits<double>::infinity(),
                             uncertainty::Shape::Normal});
        return uncertainty::combine(std::move(parts)).expanded_95;
    }
};

MethodView retouch(Shop const& shop) {
    MethodView view;
    view.method = Method::Retouch;
    view.expanded_95_mm = shop.error_mm(2, false);
    view.every_change = "one touch on the setter";
    view.every_job = "plate and setter once, with the first tool";
    if (!shop.has_setter)
        view.missing = "a fixed setter; without one the plate is laid down at every change";
    else if (auto const link = linkOf(shop.book, shop.setup); !link)
        view.missing = "the link";
    view.why = "Nothing is remembered about a tool, so re-gripping, dust and a changed collet do no harm.";
    return view;
}

MethodView lengthTableView(Shop const& shop) {
    MethodView view;
    view.method = Method::LengthTable;
    view.expanded_95_mm = shop.error_mm(4, true);
    view.every_change = "nothing, while the holder stays as it was gripped";
    view.every_job = "the plate once, with any tool of the table";
    if (!shop.has_setter) {
        view.missing = "a fixed setter";
    } else if (auto const basis = lengthBasis(shop.book, shop.setup); !basis) {
        view.missing = "the reference's contact on the setter";
    } else {
        auto const table = lengthTable(shop.book, shop.setup);
        auto const open = std::count_if(table.begin(), table.end(), [](ToolLength const& t) { return !t.length_mm; });
        if (open > 0) view.missing = fmt::format("the length of {} of {} tools", open, table.size());
    }
    view.why = shop.in_holders == shop.tools && shop.tools > 0
                   ? "Every tool stays in a holder of its own, so its length comes back with it."
                   : fmt::format("Only {} of {} tools stay in a holder; the others have a new length at every grip.",
                                 shop.in_holders, shop.tools);
    return view;
}

MethodView offsetPerTool(Shop const& shop) {
    MethodView view;
    view.method = Method::OffsetPerTool;
    view.expanded_95_mm = shop.error_mm(0, false);
    view.every_change = "calling the right work offset, from memory";
    view.every_job = "the plate once with each tool";
    std::size_t assigned = 0;
    for (auto const& [id, tool] : shop::toolsOf(shop.book, shop.setup.place.machine)) assigned += tool->own_offset > 0;
    if (assigned < shop.tools)
        view.missing = fmt::format("a work offset for {} of {} tools", shop.tools - assigned, shop.tools);
    view.why = shop.tools <= few_tools
                   ? "Few tools, no variables, nothing to measure twice."
                   : fmt::format("{} tools are more than people keep apart; the wrong pair is easily "
                                 "called.",
                                 shop.tools);
    return view;
}

} // namespace

char const* methodName(Method method) {
    switch (method) {
    case Method::Retouch: return "Re-touch every change";
    case Method::LengthTable: return "Length table";
    case Method::OffsetPerTool: return "One offset per tool";
    }
    return "";
}

std::vector<MethodView> compareMethods(facts::Reader const& book, shop::ZeroSetup const& setup) {
    Shop const shop(book, setup);
    std::vector<MethodView> all{retouch(shop), lengthTableView(shop), offsetPerTool(shop)};
    for (auto& view : all) {
        view.name = methodName(view.method);
        view.chosen = view.method == setup.plan.method;
        view.recommended = view.method == shop.recommended();
    }
    return all;
}

Result<void> notMixed(facts::Reader const& book, shop::ZeroSetup const& setup) {
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
        if (setup.plan.method != Method::OffsetPerTool && tool->own_offset > 0)
            return fail(Code::MethodMixed, {"method"},
                        fmt::format("{}, the offset of tool {},", workOffsetName(tool->own_offset), tool->number),
                        methodName(setup.plan.method));
    }
    if (setup.plan.method != Method::Retouch && setup.link.plate)
        return fail(Code::MethodMixed, {"method"}, "The link", methodName(setup.plan.method));
    return {};
}

} // namespace steady::zeroing
