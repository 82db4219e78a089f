// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A straight move from rest to rest with trapezoid speed: accelerate, hold, brake.

namespace steady::machine {

class Profile {
public:
    /// distance_mm ≥ 0, feed_mm_min > 0, accel_mm_s2 > 0.
    Profile(double distance_mm, double feed_mm_min, double accel_mm_s2);

    double duration_s() const { return 2 * m_ramp_s + m_hold_s; }
    double distanceAt_mm(double t_s) const;
    double speedAt_mm_s(double t_s) const;
    /// The time at which a distance from the start is reached, 0 ≤ s_mm ≤ distance.
    double timeAt_s(double s_mm) const;
    /// v²/(2a) at a moment: what braking from there takes.
    double brakingFrom_mm(double t_s) const;

private:
    double m_distance_mm, m_accel_mm_s2, m_top_mm_s, m_ramp_s, m_hold_s;
};

} // namespace steady::machine
