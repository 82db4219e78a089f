// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/CampaignJson.h"

#include "exchange/Walk.h"

#include <cmath>
#include <nlohmann/json.hpp>

namespace steady::exchange {
namespace {

Json orNull(std::optional<double> const& value) { return value ? Json(*value) : Json(nullptr); }

Json rowOf(safety::FaultRow const& row, std::vector<safety::TableStep> const& steps) {
    using safety::RunClass;
    Json made{{"correct", row.count(RunClass::Right)},
              {"stopped_safely", row.count(RunClass::StoppedSafely)},
              {"setter_hurt", row.count(RunClass::SetterHurt)},
              {"wrong_zero", row.count(RunClass::WrongZero)},
              {"collision", row.count(RunClass::Collision)},
              {"did_not_end", row.count(RunClass::DidNotEnd)},
              {"worst_zero_error_mm", orNull(row.worst_zero_error_mm)},
              {"first_bad", nullptr}};
    if (auto const* bad = row.firstBad()) {
        int const step = safety::stepAt(steps, bad->line);
        made["first_bad"] = {{"case", bad->first_world},
                             {"line", bad->line},
                             {"step", step < 0 ? Json(nullptr) : Json(steps[static_cast<std::size_t>(step)].title)}};
    }
    return made;
}

} // namespace

Json toJson(safety::FaultTable const& table, std::vector<safety::TableStep> const& steps) {
    Json faults = Json::array();
    for (auto const& row : table.rows) {
        auto made = rowOf(row, steps);
        made["id"] = row.fault->id;
        made["listed"] = row.listed();
        faults.push_back(std::move(made));
    }
    Json made{{"engine", table.engine}, {"text_hash", table.text_hash}, {"seed", table.seed},
              {"worlds", table.worlds}, {"runs", table.runs},           {"nothing_wrong", rowOf(table.nothing, steps)},
              {"faults", faults},       {"good", table.good()},         {"coverage", nullptr}};
    if (table.coverage && table.coverage->runs > 0)
        made["coverage"] = {
            {"runs", table.coverage->runs}, {"inside", table.coverage->inside}, {"share", table.coverage->share()}};
    return made;
}

Json toJson(safety::Fault const& fault) {
    return {{"id", fault.id},
            {"text", fault.text},
            {"cause", fault.cause},
            {"sign", fault.sign},
            {"precaution", fault.precaution},
            {"unseen", fault.unseen ? Json(fault.unseen) : Json(nullptr)}};
}

Json toJson(safety::Spreads const& spreads) {
    auto const parts = [](std::vector<uncertainty::Contribution> const& all) {
        Json list = Json::array();
        for (auto const& each : all)
            list.push_back({{"name", each.name},
                            {"u_mm", each.u * std::abs(each.sensitivity)},
                            {"shape", uncertainty::word(each.shape)},
                            {"dof", std::isfinite(each.dof) ? Json(each.dof) : Json(nullptr)}});
        return list;
    };
    return {{"plate", parts(spreads.plate)},       {"kept", parts(spreads.kept)},
            {"length_rect_mm", spreads.length_mm}, {"stock_rect_mm", spreads.stock_mm},
            {"feel_rect_mm", spreads.feel_mm},     {"home_sd_mm", spreads.home_mm},
            {"scatter_sd_mm", spreads.scatter_mm}, {"driver_lag_share", spreads.driver_lag_share}};
}

Result<safety::Spreads> spreadsFrom(std::string const& text, std::string const& place) {
    auto json = parseJson(text, place);
    if (!json) return Failure(json.error());
    constexpr shop::bounds::Real half_mm{0, 10}, share{0, 0.9};
    safety::Spreads made;
    double plate_rect = 0, plate_sd = 0, kept_rect = 0, kept_sd = 0;
    std::optional<Error> error;
    {
        Walk walk(*json, false, "", error);
        auto const optional = [&](char const* key, double& value, shop::bounds::Real bounds) {
            if (json->is_object() && json->contains(key)) walk.field(key, value, bounds);
        };
        optional("plate_rect_mm", plate_rect, half_mm);
        optional("plate_sd_mm", plate_sd, half_mm);
        optional("kept_rect_mm", kept_rect, half_mm);
        optional("kept_sd_mm", kept_sd, half_mm);
        optional("length_rect_mm", made.length_mm, half_mm);
        optional("stock_rect_mm", made.stock_mm, half_mm);
        optional("feel_rect_mm", made.feel_mm, half_mm);
        optional("home_sd_mm", made.home_mm, half_mm);
        optional("scatter_sd_mm", made.scatter_mm, half_mm);
        optional("driver_lag_share", made.driver_lag_share, share);
    }
    if (error) {
        error->where = {place};
        return Failure(*error);
    }
    auto const parts = [](double rect, double sd) {
        std::vector<uncertainty::Contribution> all;
        if (rect > 0)
            all.push_back({.name = "stated", .u = rect / std::sqrt(3.0), .shape = uncertainty::Shape::Rectangular});
        if (sd > 0) all.push_back({.name = "stated", .u = sd});
        return all;
    };
    made.plate = parts(plate_rect, plate_sd);
    made.kept = parts(kept_rect, kept_sd);
    return made;
}

} // namespace steady::exchange
