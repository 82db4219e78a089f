// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A random stream that is a pure function of (seed, case, purpose): equal on every machine and in every order of work.

#include <cstdint>

namespace steady {

enum class Purpose : std::uint64_t { Scatter = 1, Poll, Reading, Instrument, Geometry, Chain, Home, World };

class Rng {
public:
    Rng(std::uint64_t seed, std::uint64_t case_nr, Purpose purpose);
    std::uint64_t bits();
    double uniform();                        ///< in [0, 1)
    double between(double low, double high); ///< uniform
    double normal();                         ///< mean 0, standard deviation 1

private:
    std::uint64_t m_key;
    std::uint64_t m_counter = 0;
};

} // namespace steady
