// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/LayoutJudge.h"

#include "core/install/Hanging.h"
#include "core/install/LayoutArea.h"
#include "core/quantity/Units.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::install {
namespace {

using shop::FittingSort;

double move_s(double mm, double feed_mm_min, double accel_mm_s2) {
    double const v = feed_mm_min / 60;
    if (mm <= 0 || v <= 0 || accel_mm_s2 <= 0) return 0;
    return mm * accel_mm_s2 < v * v ? 2 * std::sqrt(mm / accel_mm_s2) : mm / v + v / accel_mm_s2;
}

/// Looks at everything; what it finds is told with words, or only counted.
class Judge {
public:
    Judge(Layout const& layout, UnitSystem units, bool words) : m_layout(layout), m_units(units), m_words(words) {}

    void device(std::size_t at) {
        m_device = &m_layout.devices[at];
        place();
        reach({m_device->x_mm, m_device->y_mm}, -1);
        if (!m_device->parked) {
            lead();
            lamp();
        }
        underGantry(m_device->name, m_device->base_mm + m_device->free_mm, m_device->foot());
        for (auto const& tool : m_layout.tools)
            if (!tool.on_setter && !m_device->parked)
                continue;
            else if (tool.assumed)
                tell(Check::Assumed, Severity::Note, tool.number, 0,
                     say("Tool {} is not judged on {}: nobody has said its length.", tool.number, m_device->name),
                     "Type it at Kit; a rule from the spindle face down will do.");
            else
                touchedBy(tool);
    }
    void whole() {
        m_device = nullptr;
        solids();
        room();
        if (m_layout.homing_touches) homing();
        if (m_layout.height_assumed)
            tell(Check::Assumed, Severity::Attention, -1, 0, "How far the spindle stands above the table is assumed.",
                 "Lower the bare spindle face onto the table by hand, with a sheet of paper, and type the machine Z; "
                 "until then no height here is judged for good.");
    }

    std::vector<LayoutFinding> found;
    Quick quick;

private:
    std::string len(double mm) const { return lengthText(mm, m_units); }
    std::string areaText(double mm2) const {
        bool const metric = m_units == UnitSystem::Metric;
        return fmt::format("{:.0f} {}²", metric ? mm2 : mm2 / (mm_per_inch * mm_per_inch), unitName(m_units));
    }

    void tell(Check check, Severity severity, int tool, double mm, auto&& text, auto&& remedy) {
        quick.feasible = quick.feasible && severity != Severity::Bad;
        quick.tight += severity == Severity::Attention;
        if (m_words)
            found.push_back({check, severity, m_device ? m_device->name : std::string(),
                             m_device ? m_device->entity : 0, tool, mm, text, remedy});
    }
    // Words are made only where somebody reads them.
    template<class... A> std::string say(fmt::format_string<A...> pattern, A&&... args) const {
        return m_words ? fmt::format(pattern, std::forward<A>(args)...) : std::string();
    }

    /// Where it stands.
    void place() {
        auto const& d = *m_device;
        auto const foot = d.foot();
        if (d.mount == shop::Mount::Table && !m_layout.table.holds(foot)) {
            auto const& t = m_layout.table;
            double const out = std::max({t.x_low_mm - foot.x_low_mm, foot.x_high_mm - t.x_high_mm,
                                         t.y_low_mm - foot.y_low_mm, foot.y_high_mm - t.y_high_mm});
            tell(Check::OffTable, Severity::Bad, -1, -out, say("{} stands {} beyond the table.", d.name, len(out)),
                 say("Move it in by that, or mount it on the frame or a bracket."));
        }
        for (auto const& solid : m_layout.solids) {
            if (solid.sort == FittingSort::VacuumZone) {
                over(foot, solid);
                continue;
            }
            bool const kept_free = solid.sort == FittingSort::KeepOut;
            bool const level = kept_free || (d.base_mm < solid.top_mm && d.base_mm + d.free_mm > solid.base_mm);
            auto const both = foot.cut(solid.foot);
            if (!level) continue;
            if (both.empty()) {
                beside(foot, solid, kept_free);
                continue;
            }
            double const in = std::min(both.width_mm(), both.depth_mm());
            tell(Check::StandsOn, Severity::Bad, -1, -in,
                 say("{} stands {} into “{}”{}.", d.name, len(in), solid.name, kept_free ? ", which is kept free" : ""),
                 say("Move it by that, or move “{}”.", solid.name));
        }
        for (auto const& other : m_layout.devices)
            if (&other != m_device && foot.meets(other.foot()))
                tell(Check::StandsOn, Severity::Bad, -1, 0, say("{} and {} stand in one place.", d.name, other.name),
                     "Move one of them.");
        if (auto const beside = besideSlot_mm(m_layout, d.x_mm, d.y_mm);
            beside && d.mount == shop::Mount::Table && !d.parked && std::abs(*beside) > 0.5)
            tell(Check::BesideSlot, Severity::Attention, -1, std::abs(*beside),
                 say("{} stands {} beside a slot.", d.name, len(std::abs(*beside))),
                 "Drag it onto the slot, or drill a plate that carries it.");
    }

    /// Flush with something nothing can be fixed or wiped, and what stands a little off its plan stands into it.
    void beside(Rect const& foot, Solid const& solid, bool kept_free) {
        auto const& other = solid.foot;
        double const apart =
            std::hypot(std::max({0.0, other.x_low_mm - foot.x_high_mm, foot.x_low_mm - other.x_high_mm}),
                       std::max({0.0, other.y_low_mm - foot.y_high_mm, foot.y_low_mm - other.y_high_mm}));
        if (kept_free || apart >= m_layout.clearance_mm) return;
        tell(Check::StandsOn, Severity::Attention, -1, apart,
             say("{} stands only {} from “{}”.", m_device->name, len(apart), solid.name),
             say("{} are wanted.", len(m_layout.clearance_mm)));
    }

    /// It lets the vacuum out all round its foot, and covers a part of it.
    void over(Rect const& foot, Solid const& zone) {
        auto const both = foot.cut(zone.foot);
        if (both.empty() || m_device->mount != shop::Mount::Table) return;
        tell(Check::Vacuum, Severity::Attention, -1, -both.area_mm2(),
             say("{} stands on {:.0f} % of “{}”.", m_device->name, 100 * both.area_mm2() / zone.foot.area_mm2(),
                 zone.name),
             "The zone leaks around it: seal it under the foot, or stand the device beside it.");
    }

    /// A lamp that nobody sees proves nothing.
    void lamp() {
        auto const& d = *m_device;
        auto const side = d.lampSide();
        if (!side) return;
        if (*side == shop::LeadExit::Back)
            return tell(Check::Lamp, Severity::Attention, -1, 0, say("The lamp of {} shines to the back.", d.name),
                        "Nobody in front of the machine sees it. Turn the device; its lead turns with it.");
        auto const& t = m_layout.table;
        Point end{d.x_mm, t.y_low_mm};
        if (*side == shop::LeadExit::Left) end = {t.x_low_mm, d.y_mm};
        if (*side == shop::LeadExit::Right) end = {t.x_high_mm, d.y_mm};
        for (auto const& solid : m_layout.solids)
            if (hasBody(solid.sort) && solid.top_mm >= d.base_mm + d.free_mm &&
                passes({d.x_mm, d.y_mm}, end, solid.foot))
                return tell(Check::Lamp, Severity::Attention, -1, 0,
                            say("“{}” stands before the lamp of {}.", solid.name, d.name),
                            "It is higher than the device. Turn the device, or move one of them; the lead turns with "
                            "the lamp.");
    }

    /// What moves over the whole table in Y.
    void underGantry(std::string const& name, double top_mm, Rect const& foot) {
        if (!m_layout.gantry_mm || foot.x_high_mm < m_layout.table.x_low_mm || foot.x_low_mm > m_layout.table.x_high_mm)
            return;
        double const left = *m_layout.gantry_mm - top_mm;
        if (left >= m_layout.clearance_mm) return;
        tell(left < 0 ? Check::Strikes : Check::Tight, left < 0 ? Severity::Bad : Severity::Attention, -1, left,
             left < 0 ? say("The gantry meets {} by {}.", quoted(name), len(-left))
                      : say("The gantry passes over {} by only {}.", quoted(name), len(left)),
             say("Lower it; {} are wanted.", len(m_layout.clearance_mm)));
    }

    void lead() {
        auto const& d = *m_device;
        double const needed = leadNeeded_mm(m_layout, d), left = d.cable_mm - needed;
        if (left < 0)
            tell(
                Check::LeadShort, Severity::Bad, -1, left, say("The lead of {} is {} too short.", d.name, len(-left)),
                "Along the edges, with a tenth more for strain relief. A longer lead, or a place nearer to where leads "
                "come onto the table.");
        Point const from{m_layout.cable_x_mm, m_layout.cable_y_mm}, to{d.x_mm, d.y_mm};
        for (auto const& solid : m_layout.solids) {
            bool const level = d.base_mm < solid.top_mm && d.base_mm + d.free_mm > solid.base_mm;
            auto const both = d.bend().cut(solid.foot);
            if (!hasBody(solid.sort) || !level || both.empty()) continue;
            double const in = std::min(both.width_mm(), both.depth_mm());
            tell(Check::LeadBend, Severity::Attention, -1, -in,
                 say("“{}” stands where the lead of {} turns.", solid.name, d.name),
                 say("It may bend to {}. Turn the device; its lamp turns with it, so look that you still see it.",
                     len(d.bend_mm)));
        }
        auto over = [&](std::initializer_list<Point> way) {
            auto const* before = way.begin();
            for (auto const* at = before + 1; at != way.end(); before = at++)
                if (overStock(*before, *at)) return true;
            return false;
        };
        bool crosses =
            d.corners.empty() && over({from, {from.x_mm, to.y_mm}, to}) && over({from, {to.x_mm, from.y_mm}, to});
        Point before = from;
        for (auto const& corner : d.corners) {
            Point const next{corner.x_mm, corner.y_mm};
            crosses = crosses || overStock(before, next);
            before = next;
        }
        if (!d.corners.empty()) crosses = crosses || overStock(before, to);
        if (crosses)
            tell(Check::LeadCrosses, Severity::Attention, -1, 0, say("The lead of {} crosses the stock.", d.name),
                 "It would lie in the cut. Lead it round by corners, bring leads onto the table at another side, or "
                 "stand the device there.");
        if (m_layout.gantry_mm && d.mount != shop::Mount::Table &&
            d.base_mm > *m_layout.gantry_mm - m_layout.clearance_mm)
            tell(Check::LeadCrosses, Severity::Bad, -1, *m_layout.gantry_mm - d.base_mm,
                 say("The lead of {} comes down through the way of the gantry.", d.name),
                 "Fix the device lower than the gantry's underside, or lead it round outside of the travel.");
    }
    bool overStock(Point from, Point to) const {
        return std::any_of(m_layout.solids.begin(), m_layout.solids.end(), [&](Solid const& solid) {
            return solid.sort == FittingSort::Stock && passes(from, to, solid.foot);
        });
    }

    void touchedBy(HangingTool const& tool) {
        auto const& d = *m_device;
        heights(tool);
        if (tool.contact_radius_mm <= d.disc_radius_mm) return at(tool, {d.x_mm, d.y_mm}, nullptr);
        struct Way {
            double x, y;
            char const* words;
        };
        constexpr Way ways[] = {{-1, 0, "−X"}, {1, 0, "+X"}, {0, -1, "−Y"}, {0, 1, "+Y"}};
        Way const* best = nullptr;
        Quick best_quick;
        for (auto const& way : ways) {
            Judge tried(m_layout, m_units, false);
            tried.m_device = m_device;
            tried.at(tool, {d.x_mm + way.x * tool.contact_radius_mm, d.y_mm + way.y * tool.contact_radius_mm},
                     way.words);
            if (!tried.quick.feasible || (best && tried.quick.tight >= best_quick.tight)) continue;
            best = &way;
            best_quick = tried.quick;
        }
        if (!best)
            return tell(Check::TooWide, Severity::Bad, tool.number, 2 * (d.disc_radius_mm - tool.contact_radius_mm),
                        say("Tool {} is too wide for {} to either side.", tool.number, d.name),
                        "Measure it on the plate or by hand, and say so at the tool.");
        tell(Check::Offset, Severity::Note, tool.number, tool.contact_radius_mm,
             say("Tool {} is touched {} beside its axis, towards {}.", tool.number, len(tool.contact_radius_mm),
                 best->words),
             "Turn its lowest insert over the disc, always the same one.");
        at(tool, {d.x_mm + best->x * tool.contact_radius_mm, d.y_mm + best->y * tool.contact_radius_mm}, best->words);
    }

    void heights(HangingTool const& tool) {
        auto const& d = *m_device;
        double const over = m_layout.nose_top_mm - tool.length_mm - tool.error_mm - d.base_mm - d.free_mm;
        if (over < m_layout.clearance_mm)
            tell(Check::TooLong, over < 0 ? Severity::Bad : Severity::Attention, tool.number, over,
                 over < 0 ? say("Tool {} hangs {} too low to pass over {}.", tool.number, len(-over), d.name)
                          : say("Tool {} passes over {} by only {}.", tool.number, d.name, len(over)),
                 say("Stand {} lower by {}.", d.name, len(m_layout.clearance_mm - over)));
        double const below = d.base_mm + d.solid_mm + tool.length_mm - tool.error_mm - m_layout.nose_bottom_mm;
        if (below < m_layout.from_end_mm)
            tell(Check::TooShort, below < 0 ? Severity::Bad : Severity::Attention, tool.number, below,
                 below < 0
                     ? say("Z ends {} before tool {} has searched to the end of {}.", len(-below), tool.number, d.name)
                     : say("Z ends only {} below the touch of tool {}.", len(below), tool.number),
                 say("Stand {} higher by {}.", d.name, len(m_layout.from_end_mm - below)));
    }

    /// `tool`: −1 for all that are touched on the axis.
    void reach(Point axis, int tool) {
        auto const& d = *m_device;
        auto const& t = m_layout.travel;
        std::pair<double, char const*> const ends[] = {{axis.x_mm - t.x_low_mm, "+X"},
                                                       {t.x_high_mm - axis.x_mm, "−X"},
                                                       {axis.y_mm - t.y_low_mm, "+Y"},
                                                       {t.y_high_mm - axis.y_mm, "−Y"}};
        for (auto const& [left, towards] : ends)
            if (left < m_layout.from_end_mm)
                tell(left < 0 ? Check::Reach : Check::NearEnd, left < 0 ? Severity::Bad : Severity::Attention, tool,
                     left,
                     left < 0 ? say("{} is {} outside the travel.", d.name, len(-left))
                              : say("{} is only {} from the end of the travel.", d.name, len(left)),
                     say("Move it {} towards {}.", len(m_layout.from_end_mm - left), towards));
    }

    /// The spindle's axis at a place, the tip as low as a search takes it.
    void at(HangingTool const& tool, Point axis, char const* offset) {
        auto const& d = *m_device;
        if (offset) reach(axis, tool.number);
        // A shorter tool than is known brings the spindle lower.
        auto const hung = hangingAt(m_layout, tool, d.base_mm + d.solid_mm, tool.length_mm - tool.error_mm);
        for (auto const& solid : m_layout.solids)
            if (hasBody(solid.sort)) against(tool, hung, axis, solid.foot, solid.top_mm, solid.name);
        for (auto const& other : m_layout.devices)
            if (&other != m_device) against(tool, hung, axis, other.foot(), other.base_mm + other.free_mm, other.name);
        if (d.bracket_reach_mm > 0)
            against(tool, hung, axis,
                    {d.x_mm + d.body_radius_mm, d.x_mm + d.body_radius_mm + d.bracket_reach_mm,
                     d.y_mm - d.body_radius_mm, d.y_mm + d.body_radius_mm},
                    d.base_mm + d.bracket_top_mm, "its bracket");
        // The board is cut out for the device, so that its tip does not count; what hangs beside it does.
        if (m_layout.board_mm > 0) {
            auto beside = hung;
            beside.parts.front().bottom_mm =
                std::max(beside.parts.front().bottom_mm, m_layout.board_mm + m_layout.clearance_mm);
            against(tool, beside, axis, m_layout.table, m_layout.board_mm, "the board");
        }
        way(tool, axis);
    }

    /// The worst of the parts is told.
    void against(HangingTool const& tool, Hanging const& hung, Point axis, Rect const& foot, double top_mm,
                 std::string const& name) {
        HangingPart const* worst = nullptr;
        double left = m_layout.clearance_mm;
        for (std::size_t i = 0; i < hung.count; ++i) {
            auto const& part = hung.parts[i];
            // Free by what is between them, to the side or above: whichever is more.
            double const gap = std::max(part.beside_mm(axis, foot), part.bottom_mm - top_mm);
            if (gap >= left) continue;
            left = gap;
            worst = &part;
        }
        if (!worst) return;
        if (left < 0)
            tell(Check::Strikes, Severity::Bad, tool.number, left,
                 say("Tool {} on {}: the {} meets {} by {}.", tool.number, m_device->name, worst->words, quoted(name),
                     len(-left)),
                 say("Move {} or {} apart by {}.", m_device->name, quoted(name), len(m_layout.clearance_mm - left)));
        else
            tell(Check::Tight, Severity::Attention, tool.number, left,
                 say("Tool {} on {}: only {} between {} and {}.", tool.number, m_device->name, len(left), worst->words,
                     quoted(name)),
                 say("{} are wanted.", len(m_layout.clearance_mm)));
    }
    static std::string quoted(std::string const& name) {
        return name.starts_with("the ") || name.starts_with("its ") ? name : "“" + name + "”";
    }

    /// In and out at the top of Z, from the work and from the racks, in a straight line.
    void way(HangingTool const& tool, Point axis) {
        // A longer tool than is known hangs lower.
        double const length = tool.length_mm + tool.error_mm;
        auto const hung = hangingAt(m_layout, tool, m_layout.nose_top_mm - length, length);
        Solid const* worst = nullptr;
        char const* part = nullptr;
        double left = m_layout.clearance_mm;
        auto from = [&](Point start) {
            for (auto const& solid : m_layout.solids) {
                if (!hasBody(solid.sort)) continue;
                for (std::size_t i = 0; i < hung.count; ++i) {
                    double const gap = hung.parts[i].bottom_mm - solid.top_mm;
                    if (gap >= left || !passes(start, axis, hung.parts[i].swept(solid.foot))) continue;
                    left = gap;
                    worst = &solid;
                    part = hung.parts[i].words;
                }
            }
        };
        from(middle(m_layout.work()));
        for (auto const& solid : m_layout.solids)
            if (solid.sort == FittingSort::Stock || solid.sort == FittingSort::Rack) from(middle(solid.foot));
        if (!worst) return;
        tell(left < 0 ? Check::Strikes : Check::Tight, left < 0 ? Severity::Bad : Severity::Attention, tool.number,
             left,
             left < 0 ? say("On its way to {} the {} of tool {} meets “{}” by {}.", m_device->name, part, tool.number,
                            worst->name, len(-left))
                      : say("On its way to {} the {} of tool {} passes over “{}” by only {}.", m_device->name, part,
                            tool.number, worst->name, len(left)),
             say("Lower “{}” or take it off the way; {} are wanted.", worst->name, len(m_layout.clearance_mm)));
    }

    /// Things among themselves, and what racks hold.
    void solids() {
        auto const& all = m_layout.solids;
        auto const body = [](Solid const& s) { return hasBody(s.sort) && s.sort != FittingSort::Stock; };
        for (std::size_t i = 0; i < all.size(); ++i)
            for (std::size_t j = i + 1; j < all.size(); ++j) {
                bool const level = all[i].base_mm < all[j].top_mm && all[j].base_mm < all[i].top_mm;
                bool const holds_work = all[i].sort == FittingSort::Clamp && all[j].sort == FittingSort::Clamp;
                if (!body(all[i]) || !body(all[j]) || holds_work || !level || !all[i].foot.meets(all[j].foot)) continue;
                tell(Check::StandsOn, Severity::Attention, -1, 0,
                     say("“{}” and “{}” stand in one place.", all[i].name, all[j].name), "Move one of them.");
            }
        for (auto const& solid : all)
            if (hasBody(solid.sort)) underGantry(solid.name, solid.top_mm, solid.foot);
        for (auto const& solid : all)
            if (int const pockets = solid.pockets())
                tell(Check::Pockets, Severity::Note, -1, pockets,
                     say("“{}” has room for {} pockets.", solid.name, pockets),
                     say("At a pitch of {}.", len(*solid.pitch_mm)));
    }

    void room() {
        auto const area = m_layout.work();
        auto const things = standing(m_layout);
        double const lost = covered_mm2(area, things);
        auto const sheet = largestFree(area, things);
        double const share = area.area_mm2() > 0 ? 100 * lost / area.area_mm2() : 0;
        tell(Check::Room, Severity::Note, -1, lost, say("{:.1f} % of the place to cut is lost.", share),
             say("That is {}. The largest sheet beside it all: {} × {}.", areaText(lost),
                 roughLengthText(sheet.width_mm(), m_units), roughLengthText(sheet.depth_mm(), m_units)));
    }

    /// Such a homing comes down at the setter whatever lies there.
    void homing() {
        Point const home{m_layout.home_x_mm, m_layout.home_y_mm};
        for (auto const& device : m_layout.devices) {
            if (device.parked) continue;
            for (auto const& solid : m_layout.solids) {
                if (!hasBody(solid.sort) || solid.top_mm <= device.base_mm + device.free_mm ||
                    !passes(home, {device.x_mm, device.y_mm}, solid.foot))
                    continue;
                return tell(Check::Homing, Severity::Bad, -1, device.base_mm + device.free_mm - solid.top_mm,
                            say("Homing touches {} here, and “{}” lies on the way.", device.name, solid.name),
                            "Take it off before homing, or switch that touch off in the control.");
            }
            tell(Check::Homing, Severity::Attention, -1, 0, say("Homing touches {} by itself here.", device.name),
                 "Whatever hangs in the spindle comes down there, also with stock loaded: know which tool it is, and "
                 "keep the way free.");
        }
    }

    Layout const& m_layout;
    UnitSystem m_units;
    bool m_words;
    TouchedDevice const* m_device = nullptr;
};

} // namespace

std::vector<LayoutFinding> judgeLayout(Layout const& layout, UnitSystem units) {
    Judge judge(layout, units, true);
    for (std::size_t i = 0; i < layout.devices.size(); ++i) judge.device(i);
    judge.whole();
    std::stable_sort(judge.found.begin(), judge.found.end(),
                     [](auto const& x, auto const& y) { return x.severity > y.severity; });
    return std::move(judge.found);
}

Quick judgeQuickly(Layout const& layout, std::size_t device) {
    Judge judge(layout, UnitSystem::Metric, false);
    judge.device(device);
    return judge.quick;
}

double secondsAChange(Layout const& layout, TouchedDevice const& device) {
    auto const from = middle(layout.work());
    double length = 0;
    for (auto const& tool : layout.tools) length += tool.length_mm / static_cast<double>(layout.tools.size());
    double const across = std::hypot(device.x_mm - from.x_mm, device.y_mm - from.y_mm);
    double const down = layout.nose_top_mm - device.base_mm - device.trigger_mm - length;
    return 2 * move_s(across, layout.rapid_mm_min, layout.accel_mm_s2) +
           2 * move_s(down, layout.z_rapid_mm_min, layout.z_accel_mm_s2);
}

double leadNeeded_mm(Layout const& layout, TouchedDevice const& device) {
    double along = 0, x = layout.cable_x_mm, y = layout.cable_y_mm;
    for (auto const& corner : device.corners) {
        along += std::hypot(corner.x_mm - x, corner.y_mm - y);
        x = corner.x_mm;
        y = corner.y_mm;
    }
    along += device.corners.empty() ? std::abs(device.x_mm - x) + std::abs(device.y_mm - y)
                                    : std::hypot(device.x_mm - x, device.y_mm - y);
    return 1.1 * (along + std::max(0.0, device.base_mm));
}

} // namespace steady::install
