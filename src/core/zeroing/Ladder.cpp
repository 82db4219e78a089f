// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Ladder.h"

#include "core/quantity/Sums.h"
#include "core/zeroing/HeightMap.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::zeroing {
namespace {

constexpr double least_px = 160;
constexpr double margin_px = 30;
constexpr double column_gap_px = 10;
constexpr double lane_px = 16;
constexpr double label_apart_px = 6;
constexpr double spindle_px = 30; // the spindle's nose is drawn, not to scale

struct Layout {
    LadderContent const& content;
    TextMeasure const& measure;
    LadderScene scene;

    std::string number(double mm) const { return lengthNumber(mm, content.units); }
    double shown_mm(double mm) const { return roundedTogether({mm}, content.units).front(); }
    /// A rung that an arrow leads to from another: the figures beside them add up.
    void rungFrom(std::string key, std::string label, double from_mm, double to_mm) {
        rung(std::move(key), std::move(label), to_mm);
        scene.rungs.back().value = number(shown_mm(from_mm) + shown_mm(to_mm - from_mm));
    }
    /// The setter has a rung of its own, beside the plate.
    bool beside() const { return content.setter_z_mm && content.on != Stand::Setter; }
    double zero_z() const { return content.chain.sum().mm; }
    double tip_z() const { return content.tip_z_mm.value_or(content.chain.terms.front().value_mm); }

    void rung(std::string key, std::string label, double z_mm, bool chosen = false) {
        scene.rungs.push_back({std::move(key), std::move(label), number(z_mm), z_mm, 0, {}, chosen});
    }

    void collect() {
        rung("safe_z", "safe Z", content.safe_z_mm);
        if (content.tip_z_mm) rung("tip", "tip now", *content.tip_z_mm);
        auto const shown = content.chain.shown_mm(content.units);
        rung(content.chain.terms.front().key, content.chain.terms.front().label, content.chain.terms.front().value_mm);
        scene.rungs.back().value = number(shown.front());
        rung("zero", content.chain.label, zero_z(), true);
        if (beside()) rungFrom("trip", "on the setter", zero_z(), *content.setter_z_mm);
        if (content.stock_thickness_mm) rungFrom("table", "table", zero_z(), zero_z() - *content.stock_thickness_mm);
        std::stable_sort(scene.rungs.begin(), scene.rungs.end(),
                         [](Rung const& a, Rung const& b) { return a.z_mm > b.z_mm; });

        double at = content.chain.terms.front().value_mm;
        for (std::size_t i = 1; i < content.chain.terms.size(); ++i) {
            auto const& term = content.chain.terms[i];
            scene.arrows.push_back({term.key,
                                    term.label,
                                    lengthNumber(shown[i], content.units, Sign::Always),
                                    at,
                                    at + term.value_mm,
                                    0,
                                    0,
                                    0,
                                    {},
                                    true});
            at += term.value_mm;
        }
        if (beside())
            scene.arrows.push_back({"drop",
                                    "link D",
                                    lengthNumber(*content.setter_z_mm - zero_z(), content.units, Sign::Always),
                                    zero_z(),
                                    *content.setter_z_mm,
                                    0,
                                    0,
                                    0,
                                    {},
                                    false});
        if (content.stock_thickness_mm)
            scene.arrows.push_back({"stock",
                                    "work thickness",
                                    number(*content.stock_thickness_mm),
                                    zero_z(),
                                    zero_z() - *content.stock_thickness_mm,
                                    0,
                                    0,
                                    0,
                                    {},
                                    false});
    }

    HeightMap map() const {
        std::vector<double> heights;
        std::vector<std::pair<double, double>> wanted;
        for (auto const& r : scene.rungs) heights.push_back(r.z_mm);
        for (auto const& a : scene.arrows) {
            heights.push_back(a.from_z_mm);
            heights.push_back(a.to_z_mm);
            if (a.term) wanted.emplace_back(a.from_z_mm, a.to_z_mm);
        }
        return HeightMap(heights, wanted, margin_px, scene.height - margin_px);
    }

    double widest(auto const& items, auto text, TextRole role) const {
        double width = 0;
        for (auto const& item : items) width = std::max(width, measure(text(item), role).width);
        return width;
    }

    void ticks(HeightMap const& heights) {
        double const unit = content.units == UnitSystem::Metric ? 1 : mm_per_inch;
        double step = content.units == UnitSystem::Metric ? 1 : 0.05;
        static constexpr double factors[] = {2, 2.5, 2};
        for (int i = 0; step * unit * heights.pixels_per_mm() < 26; ++i) step *= factors[i % 3];
        int const decimals = content.units == UnitSystem::Metric ? 0 : 2;
        for (auto const& gap : heights.gaps()) {
            if (gap.broken) continue;
            for (double n = std::ceil(gap.low_mm / unit / step - 1e-9); n * step * unit <= gap.high_mm + 1e-9; ++n) {
                double const y = heights.y(n * step * unit);
                if (!scene.ticks.empty() && std::abs(scene.ticks.back().y - y) < 20) continue;
                scene.ticks.push_back({y, fixedText(n * step, decimals)});
            }
        }
    }

    void columns() {
        double const tick_width = std::max(measure("−000", TextRole::Tick).width,
                                           widest(
                                               scene.ticks, [](Tick const& t) { return t.text; }, TextRole::Tick));
        double const arrow_width = std::max(widest(
                                                scene.arrows, [](Arrow const& a) { return a.label; }, TextRole::Label),
                                            widest(
                                                scene.arrows, [](Arrow const& a) { return a.value; }, TextRole::Value));
        double const rung_width = std::max(widest(
                                               scene.rungs, [](Rung const& r) { return r.label; }, TextRole::Label),
                                           widest(
                                               scene.rungs, [](Rung const& r) { return r.value; }, TextRole::Value));
        scene.scale_x = tick_width + column_gap_px;
        double const arrow_x = scene.scale_x + column_gap_px;
        scene.rung_begin_x = scene.scale_x;
        scene.rung_end_x = scene.width - rung_width - 2 * column_gap_px;
        double lane = arrow_x + arrow_width + column_gap_px;
        for (auto& a : scene.arrows) {
            a.x = lane;
            a.label_box.x = arrow_x;
            lane += lane_px;
        }
        for (auto& r : scene.rungs) r.label_box.x = scene.rung_end_x + 2 * column_gap_px;
        picture_left = lane + column_gap_px;
        picture_right = std::max(picture_left + 60, scene.rung_end_x - column_gap_px);
    }

    /// Words of one column, moved apart; two lines each.
    template<class Item> void words(std::vector<Item>& items, auto centre) {
        double const line = measure("0", TextRole::Label).height, big = measure("0", TextRole::Value).height;
        std::vector<std::size_t> order(items.size());
        for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
        std::stable_sort(order.begin(), order.end(),
                         [&](auto a, auto b) { return centre(items[a]) < centre(items[b]); });
        std::vector<double> wanted;
        for (auto const i : order) wanted.push_back(centre(items[i]));
        double const height = line + big;
        auto const placed = spread(wanted, height + label_apart_px, height / 2, scene.height - height / 2);
        for (std::size_t k = 0; k < order.size(); ++k) {
            auto& item = items[order[k]];
            item.label_box.y = placed[k] - height / 2;
            item.label_box.height = height;
            item.label_box.width =
                std::max(measure(item.label, TextRole::Label).width, measure(item.value, TextRole::Value).width);
        }
    }

    void bodies(HeightMap const& heights) {
        double const middle = (picture_left + picture_right) / 2, room = picture_right - picture_left;
        bool const setter = beside() || content.on == Stand::Setter;
        double const work_x = setter ? middle - room * 0.18 : middle, setter_x = middle + room * 0.3;
        double const tool_x = content.on == Stand::Setter ? setter_x : work_x;
        double const plate_width = std::min(room * (setter ? 0.36 : 0.45), 110.0),
                     setter_width = std::min(room * 0.26, 56.0);
        double const tool_width =
            std::clamp(content.tool_diameter_mm / std::max(1.0, content.plate_width_mm) * plate_width, 10.0,
                       room * (setter ? 0.3 : 0.7));
        auto box = [&](double centre, double width, double top, double bottom) {
            return Rect{centre - width / 2, top, width, std::max(1.0, bottom - top)};
        };
        double const zero_y = heights.y(zero_z()), floor_y = content.stock_thickness_mm
                                                                 ? heights.y(zero_z() - *content.stock_thickness_mm)
                                                                 : scene.height - margin_px / 2;
        double const tip_y = heights.y(tip_z());
        scene.bodies.push_back({"table", Material::Table, box(middle, room, floor_y, scene.height)});
        scene.bodies.push_back({"work", Material::Work, box(work_x, room * (setter ? 0.5 : 0.8), zero_y, floor_y)});
        if (setter)
            scene.bodies.push_back({"setter", Material::Plate,
                                    box(setter_x, setter_width, heights.y(content.setter_z_mm.value_or(tip_z())),
                                        std::max(floor_y, zero_y))});
        if (content.plate_lies && content.on == Stand::Plate)
            scene.bodies.push_back(
                {"plate", Material::Plate,
                 box(work_x, plate_width, heights.y(zero_z() + content.plate_thickness_mm), zero_y)});
        double const nose_y =
            std::max(spindle_px, std::min(tip_y - spindle_px,
                                          content.tool_length_mm ? heights.y(tip_z() + *content.tool_length_mm) : 0.0));
        scene.bodies.push_back({"tool", Material::Tool, box(tool_x, tool_width, std::min(nose_y, tip_y), tip_y)});
        scene.bodies.push_back(
            {"spindle", Material::Spindle, box(tool_x, std::max(tool_width + 16, 44.0), 0, std::min(nose_y, tip_y))});
    }

    LadderScene finish() {
        collect();
        auto const heights = map();
        for (auto& r : scene.rungs) r.y = heights.y(r.z_mm);
        for (auto& a : scene.arrows) {
            a.from_y = heights.y(a.from_z_mm);
            a.to_y = heights.y(a.to_z_mm);
        }
        ticks(heights);
        columns();
        words(scene.rungs, [](Rung const& r) { return r.y; });
        // A term too small to be seen has its words beside the rung, not on it.
        words(scene.arrows,
              [](Arrow const& a) { return (a.from_y + a.to_y) / 2 + (std::abs(a.from_y - a.to_y) < 3 ? 26 : 0); });
        bodies(heights);
        for (auto const& gap : heights.gaps())
            if (gap.broken)
                scene.breaks.push_back(
                    {gap.low_mm, gap.high_mm, gap.high_y, gap.low_y,
                     fmt::format("{} left out", lengthText(gap.high_mm - gap.low_mm, content.units))});
        scene.note = scene.breaks.empty()       ? "to scale"
                     : scene.breaks.size() == 1 ? "to scale but for one break"
                                                : "to scale but for two breaks";
        scene.scale_title = fmt::format("machine Z, {}", content.chain.tool);
        return std::move(scene);
    }

    double picture_left = 0, picture_right = 0;
};

double mix(double a, double b, double share) { return a + (b - a) * share; }

Rect mix(Rect const& a, Rect const& b, double share) {
    return {mix(a.x, b.x, share), mix(a.y, b.y, share), mix(a.width, b.width, share), mix(a.height, b.height, share)};
}

template<class Item> Item const* byKey(std::vector<Item> const& items, std::string const& key) {
    auto const found = std::find_if(items.begin(), items.end(), [&](Item const& item) { return item.key == key; });
    return found == items.end() ? nullptr : &*found;
}

} // namespace

bool Rect::overlaps(Rect const& other) const {
    return x < other.x + other.width && other.x < x + width && y < other.y + other.height && other.y < y + height;
}

LadderScene layoutLadder(LadderContent const& content, double width, double height, TextMeasure const& measure) {
    Layout layout{content, measure, {}};
    layout.scene.width = std::max(width, least_px); // a widget that is not shown yet has no size
    layout.scene.height = std::max(height, least_px);
    return layout.finish();
}

LadderScene blend(LadderScene const& from, LadderScene const& to, double share) {
    LadderScene scene = to;
    for (auto& rung : scene.rungs) {
        if (auto const* old = byKey(from.rungs, rung.key)) {
            rung.y = mix(old->y, rung.y, share);
            rung.label_box = mix(old->label_box, rung.label_box, share);
        }
    }
    for (auto& arrow : scene.arrows) {
        if (auto const* old = byKey(from.arrows, arrow.key)) {
            arrow.from_y = mix(old->from_y, arrow.from_y, share);
            arrow.to_y = mix(old->to_y, arrow.to_y, share);
            arrow.label_box = mix(old->label_box, arrow.label_box, share);
        }
    }
    for (auto& body : scene.bodies)
        if (auto const* old = byKey(from.bodies, body.key)) body.box = mix(old->box, body.box, share);
    return scene;
}

} // namespace steady::zeroing
