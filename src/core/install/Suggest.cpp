// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/Suggest.h"

#include "core/install/LayoutArea.h"
#include "core/quantity/Units.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::install {
namespace {

constexpr double coarse_mm = 40, fine_mm = 2, apart_mm = 80;
constexpr std::size_t refined = 12;
constexpr double tight_weighs_s = 5;

/// Searches one device's place, everything else as it stands.
class Search {
public:
    Search(Layout const& layout, std::size_t device) : m_layout(layout), m_device(device) {
        auto others = layout;
        others.devices.erase(others.devices.begin() + static_cast<std::ptrdiff_t>(device));
        m_others = standing(others);
        m_area = layout.work();
        m_covered_mm2 = covered_mm2(m_area, m_others);
        m_sheet_mm2 = largestFree(m_area, m_others).area_mm2();
    }

    Place at(double x_mm, double y_mm) {
        auto& device = m_layout.devices[m_device];
        device.x_mm = x_mm;
        device.y_mm = y_mm;
        Place place{x_mm, y_mm, judgeQuickly(m_layout, m_device)};
        cheap(place);
        auto things = m_others;
        things.push_back(device.foot().grown(m_layout.clearance_mm));
        place.lost_mm2 = covered_mm2(m_area, things) - m_covered_mm2;
        place.sheet_lost_mm2 = m_sheet_mm2 - largestFree(m_area, things).area_mm2();
        return place;
    }
    /// What costs nothing to know: time and lead, and that it stands on the table.
    double bound_s(double x_mm, double y_mm) {
        auto& device = m_layout.devices[m_device];
        device.x_mm = x_mm;
        device.y_mm = y_mm;
        Place place{x_mm, y_mm, {}};
        cheap(place);
        return weight_s(m_layout, place);
    }

private:
    void cheap(Place& place) {
        auto const& device = m_layout.devices[m_device];
        place.seconds = secondsAChange(m_layout, device);
        place.lead_mm = leadNeeded_mm(m_layout, device);
    }
    Layout m_layout;
    std::size_t m_device;
    std::vector<Rect> m_others;
    Rect m_area;
    double m_covered_mm2, m_sheet_mm2;
};

/// From low to high in steps, both ends among them.
std::vector<double> steps(double low, double high, double step) {
    std::vector<double> all;
    for (double at = low; at < high; at += step) all.push_back(at);
    if (high >= low) all.push_back(high);
    return all;
}

/// Between slots nothing can be bolted: there only the slots' own coordinates are looked at.
std::vector<double> across(Layout const& layout, double low, double high) {
    std::vector<double> all;
    double const origin = layout.slots == shop::SlotsAlong::X ? layout.table.y_low_mm : layout.table.x_low_mm;
    for (double at = origin + layout.slot_first_mm; at <= high + 1e-9; at += std::max(1.0, layout.slot_pitch_mm))
        if (at >= low - 1e-9) all.push_back(at);
    return all;
}

} // namespace

double weight_s(Layout const& layout, Place const& place) {
    double const percent = layout.work().area_mm2() / 100;
    double const area = percent > 0 ? (place.lost_mm2 + place.sheet_lost_mm2) / percent : 0;
    return place.seconds + area + place.lead_mm / 1000 + tight_weighs_s * place.quick.tight;
}

Place placeAt(Layout const& layout, std::size_t device, double x_mm, double y_mm) {
    return Search(layout, device).at(x_mm, y_mm);
}

Result<std::vector<Place>> suggestPlaces(Layout const& layout, std::size_t device, std::size_t most,
                                         Going const& going) {
    Search search(layout, device);
    auto const& d = layout.devices[device];
    auto const reach = layout.travel.grown(-layout.from_end_mm);
    auto box = d.mount == shop::Mount::Table ? layout.table.grown(-d.body_radius_mm).cut(reach) : reach;
    box.x_high_mm -= d.mount == shop::Mount::Table ? d.bracket_reach_mm : 0;
    bool const by_slots = layout.slots != shop::SlotsAlong::None && d.mount == shop::Mount::Table && !d.parked;
    auto xs = steps(box.x_low_mm, box.x_high_mm, coarse_mm), ys = steps(box.y_low_mm, box.y_high_mm, coarse_mm);
    if (d.mount == shop::Mount::Frame) ys = {d.y_mm};
    bool const y_fixed = d.mount == shop::Mount::Frame || (by_slots && layout.slots == shop::SlotsAlong::X);
    bool const x_fixed = by_slots && layout.slots == shop::SlotsAlong::Y;
    if (by_slots && layout.slots == shop::SlotsAlong::X) ys = across(layout, box.y_low_mm, box.y_high_mm);
    if (x_fixed) xs = across(layout, box.x_low_mm, box.x_high_mm);

    std::vector<Place> coarse;
    auto const better = [&](Place const& a, Place const& b) { return weight_s(layout, a) < weight_s(layout, b); };
    std::int64_t done = 0;
    auto const all = static_cast<std::int64_t>(xs.size() * ys.size());
    for (double const x : xs)
        for (double const y : ys) {
            if (going.stopped()) return fail(Code::Stopped, {"places"});
            going.at(done++, all);
            // What is worse than enough others by time and lead alone is not judged.
            if (coarse.size() >= 4 * refined && search.bound_s(x, y) > weight_s(layout, coarse.back())) continue;
            auto const place = search.at(x, y);
            if (!place.quick.feasible) continue;
            coarse.insert(std::upper_bound(coarse.begin(), coarse.end(), place, better), place);
            if (coarse.size() > 4 * refined) coarse.pop_back();
        }
    if (coarse.empty())
        return fail(Code::Missing, {"places"}, "A place where everything works",
                    "Take something off, or allow less clearance.");

    if (coarse.size() > refined) coarse.resize(refined);
    for (auto& best : coarse)
        for (double step = coarse_mm / 2; step >= fine_mm;) {
            if (going.stopped()) return fail(Code::Stopped, {"places"});
            auto found = best;
            for (int const dx : {-1, 0, 1})
                for (int const dy : {-1, 0, 1}) {
                    if ((dx == 0 && dy == 0) || (dx != 0 && x_fixed) || (dy != 0 && y_fixed)) continue;
                    double const x = best.x_mm + dx * step, y = best.y_mm + dy * step;
                    if (x < box.x_low_mm || x > box.x_high_mm || y < box.y_low_mm || y > box.y_high_mm) continue;
                    auto const tried = search.at(x, y);
                    if (tried.quick.feasible && better(tried, found)) found = tried;
                }
            if (found == best) {
                step /= 2;
            } else {
                best = found;
            }
        }
    std::stable_sort(coarse.begin(), coarse.end(), better);
    std::vector<Place> places;
    for (auto const& each : coarse) {
        bool const near = std::any_of(places.begin(), places.end(), [&](Place const& other) {
            return std::hypot(each.x_mm - other.x_mm, each.y_mm - other.y_mm) < apart_mm;
        });
        if (!near && places.size() < most) places.push_back(each);
    }
    return places;
}

double hoursAMonth(Layout const& layout, Place const& place, Place const& against) {
    return layout.changes_a_month * (against.seconds - place.seconds) / 3600;
}

std::string whyFirst(Layout const& layout, Place const& first, Place const& other, UnitSystem units) {
    double const percent = layout.work().area_mm2() / 100;
    std::vector<std::string> why;
    if (other.quick.tight != first.quick.tight)
        why.push_back(fmt::format("{} tight places instead of {}", first.quick.tight, other.quick.tight));
    double const area =
        percent > 0 ? (other.lost_mm2 + other.sheet_lost_mm2 - first.lost_mm2 - first.sheet_lost_mm2) / percent : 0;
    if (std::abs(area) >= 0.05)
        why.push_back(fmt::format("{:.1f} % {} of the place to cut", std::abs(area), area > 0 ? "more" : "less"));
    double const seconds = other.seconds - first.seconds;
    if (std::abs(seconds) >= 0.05)
        why.push_back(fmt::format("{:.1f} s {} each change", std::abs(seconds), seconds > 0 ? "less" : "more"));
    double const lead = other.lead_mm - first.lead_mm;
    if (std::abs(lead) >= 1)
        why.push_back(fmt::format("{} {} lead", roughLengthText(std::abs(lead), units), lead > 0 ? "less" : "more"));
    if (why.empty()) return "It is as good as the other.";
    std::string text = why.front();
    for (std::size_t i = 1; i < why.size(); ++i) text += ", " + why[i];
    text[0] = static_cast<char>(std::toupper(text[0]));
    return text + ".";
}

} // namespace steady::install
