// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Rng.h"

#include <cmath>
#include <numbers>

namespace steady {
namespace {

// The finalizer of SplitMix64 (Steele, Lea, Flood 2014): a bijection that scatters every bit.
std::uint64_t scatter(std::uint64_t x) {
    x += 0x9e3779b97f4a7c15U;
    x = (x ^ (x >> 30)) * 0xbf58476d1ce4e5b9U;
    x = (x ^ (x >> 27)) * 0x94d049bb133111ebU;
    return x ^ (x >> 31);
}

} // namespace

Rng::Rng(std::uint64_t seed, std::uint64_t case_nr, Purpose purpose)
    : m_key(scatter(scatter(scatter(seed) ^ case_nr) ^ static_cast<std::uint64_t>(purpose))) {}

std::uint64_t Rng::bits() { return scatter(m_key ^ scatter(m_counter++)); }

double Rng::uniform() { return static_cast<double>(bits() >> 11) * 0x1.0p-53; }

double Rng::between(double low, double high) { return low + (high - low) * uniform(); }

double Rng::normal() {
    double const radius = std::sqrt(-2.0 * std::log(1.0 - uniform())); // Box–Muller
    return radius * std::cos(2.0 * std::numbers::pi * uniform());
}

} // namespace steady
