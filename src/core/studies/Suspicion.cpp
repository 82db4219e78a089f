// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/studies/Suspicion.h"

#include <cmath>
#include <fmt/format.h>
#include <set>
#include <unordered_map>

namespace steady::studies {
namespace {

constexpr std::size_t digits_from = 10; ///< one in five is a 0 or a 5: ten of ten by chance is one in ten million
constexpr std::size_t block = 6, kinds_from = 8;

/// Position of the second of two equal blocks; none.
std::optional<std::size_t> copiedBlock(std::span<double const> values) {
    if (values.size() < 2 * block) return std::nullopt;
    // With few different values blocks come twice by themselves.
    if (std::set<double>(values.begin(), values.end()).size() < kinds_from) return std::nullopt;
    std::unordered_map<std::size_t, std::size_t> seen;
    for (std::size_t at = 0; at + block <= values.size(); ++at) {
        std::size_t hash = 0;
        std::set<double> kinds;
        for (std::size_t i = 0; i < block; ++i) {
            hash = hash * 1'000'003 + std::hash<double>()(values[at + i]);
            kinds.insert(values[at + i]);
        }
        if (kinds.size() < block / 2) continue;
        auto const [first, fresh] = seen.try_emplace(hash, at);
        if (fresh || at - first->second < block) continue;
        if (std::equal(values.begin() + static_cast<std::ptrdiff_t>(at),
                       values.begin() + static_cast<std::ptrdiff_t>(at + block),
                       values.begin() + static_cast<std::ptrdiff_t>(first->second)))
            return at;
    }
    return std::nullopt;
}

} // namespace

std::vector<StudyFinding> suspicions(std::span<double const> values, double resolution_mm) {
    std::vector<StudyFinding> found;
    constexpr std::size_t looked_at = 100'000;
    values = values.first(std::min(values.size(), looked_at));
    bool alike = true;
    for (double const each : values) alike = alike && each == values.front();
    if (resolution_mm > 0 && values.size() >= digits_from && !alike) {
        bool fives = true;
        for (double const each : values) {
            double const steps = each / resolution_mm;
            fives = fives && std::abs(steps - 5 * std::round(steps / 5)) < 0.01;
        }
        if (fives)
            found.push_back(
                {"last_digits", Severity::Attention,
                 "Every last digit is a 0 or a 5: was it read to that, or is the step five times as large?"});
    }
    if (auto const at = copiedBlock(values))
        found.push_back({"copied_block", Severity::Attention,
                         fmt::format("{} readings from number {} on stand there twice in the same order: was a block "
                                     "copied?",
                                     block, *at + 1)});
    return found;
}

} // namespace steady::studies
