// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The charts of studies: each fills and dresses a plot, on screen or for a page.

#include "core/quantity/Units.h"
#include "core/statistics/ControlChart.h"
#include "core/studies/Pairs.h"
#include "core/uncertainty/Budget.h"
#include "paper/Ink.h"

#include <QPicture>
#include <QSize>
#include <functional>
#include <optional>
#include <vector>

class QCustomPlot;

namespace steady::paper {

/// One reading, in its order.
struct Dot {
    double mm = 0;
    int group = 0;
    bool marked = false; ///< with a cause
    bool simulated = false;
};

/// Readings in their order, as they lie about their mean.
struct StripPicture {
    std::vector<Dot> dots;
    double mean_mm = 0;
    std::optional<double> band_mm;     ///< ± that is asked for
    std::optional<double> interval_mm; ///< ± that is shown, at the look
    std::optional<double> slope_mm;    ///< a reading, where they drift
    int looked = 0;                    ///< the first so many were judged; 0: none
    UnitSystem units = UnitSystem::Metric;
};
void plotStrip(QCustomPlot& plot, StripPicture const& picture, Ink const& ink);
/// How often each value came, beside the same band.
void plotDistribution(QCustomPlot& plot, StripPicture const& picture, Ink const& ink);

struct PairsPicture {
    std::vector<studies::LengthPair> pairs;
    std::optional<studies::PairResult> result;
    UnitSystem units = UnitSystem::Metric;
};
/// Setter less gauge over the length, with the limits of agreement; point and rim told apart by shape.
void plotPairs(QCustomPlot& plot, PairsPicture const& picture, Ink const& ink);

/// Each contribution's standard uncertainty, the largest on top, and what they come to.
void plotBudget(QCustomPlot& plot, uncertainty::Budget const& budget, UnitSystem units, Ink const& ink);

struct ChecksPicture {
    std::vector<double> values_mm;
    statistics::ControlChart chart;
    UnitSystem units = UnitSystem::Metric;
};
void plotChecks(QCustomPlot& plot, ChecksPicture const& picture, Ink const& ink);

/// The same for a page: recorded here, where windows live; any thread may play it.
QPicture recorded(std::function<void(QCustomPlot&)> const& fill, QSize size);

} // namespace steady::paper
