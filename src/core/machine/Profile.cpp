// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/Profile.h"

#include <algorithm>
#include <cmath>

namespace steady::machine {

Profile::Profile(double distance_mm, double feed_mm_min, double accel_mm_s2)
    : m_distance_mm(distance_mm), m_accel_mm_s2(accel_mm_s2) {
    m_top_mm_s = std::min(feed_mm_min / 60, std::sqrt(distance_mm * accel_mm_s2));
    m_ramp_s = m_top_mm_s / accel_mm_s2;
    m_hold_s = m_top_mm_s > 0 ? distance_mm / m_top_mm_s - m_ramp_s : 0;
}

double Profile::distanceAt_mm(double t_s) const {
    double const t = std::clamp(t_s, 0.0, duration_s());
    if (t < m_ramp_s) return m_accel_mm_s2 * t * t / 2;
    if (t < m_ramp_s + m_hold_s) return m_top_mm_s * (t - m_ramp_s / 2);
    double const left = duration_s() - t;
    return m_distance_mm - m_accel_mm_s2 * left * left / 2;
}

double Profile::speedAt_mm_s(double t_s) const {
    if (t_s < 0 || t_s > duration_s()) return 0;
    return std::min({m_accel_mm_s2 * t_s, m_top_mm_s, m_accel_mm_s2 * (duration_s() - t_s)});
}

double Profile::timeAt_s(double s_mm) const {
    double const s = std::clamp(s_mm, 0.0, m_distance_mm);
    double const ramp_mm = m_top_mm_s * m_ramp_s / 2;
    if (s < ramp_mm) return std::sqrt(2 * s / m_accel_mm_s2);
    if (s <= m_distance_mm - ramp_mm && m_top_mm_s > 0) return m_ramp_s / 2 + s / m_top_mm_s;
    return duration_s() - std::sqrt(2 * (m_distance_mm - s) / m_accel_mm_s2);
}

double Profile::brakingFrom_mm(double t_s) const {
    double const v = speedAt_mm_s(t_s);
    return v * v / (2 * m_accel_mm_s2);
}

} // namespace steady::machine
