// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/CampaignJson.h"

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

} // namespace steady::exchange
