// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/StudyPlots.h"

#include "core/statistics/Summary.h"
#include "paper/ThirdPartyPlot.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

namespace steady::paper {
namespace {

using namespace Qt::StringLiterals;

constexpr int groups_told_apart = 5;
constexpr double least_span_mm = 0.002; ///< ±, of a chart whose readings are all alike, or not there yet

/// Lengths with a true minus sign; as many decimals as the ticks need.
class LengthTicker : public QCPAxisTicker {
public:
    explicit LengthTicker(Sign sign) : m_sign(sign) {}

protected:
    QString getTickLabel(double tick, QLocale const&, QChar, int) override {
        if (std::abs(tick) < m_step * 1e-6) return u"0"_s;
        int decimals = 0;
        for (double step = m_step; decimals < 6 && std::abs(step - std::round(step)) > 1e-6; step *= 10) ++decimals;
        return text(fixedText(tick, decimals, m_sign));
    }
    double getTickStep(QCPRange const& range) override { return m_step = QCPAxisTicker::getTickStep(range); }

private:
    Sign m_sign;
    double m_step = 1;
};

/// Numbers of readings: whole ones.
class NumberTicker : public QCPAxisTicker {
protected:
    QString getTickLabel(double tick, QLocale const&, QChar, int) override {
        return QString::number(std::lround(tick));
    }
    double getTickStep(QCPRange const& range) override {
        return std::max(1.0, std::round(QCPAxisTicker::getTickStep(range)));
    }
};

/// A name over two lines where it is long.
QString folded(QString const& name) {
    if (name.size() <= 24) return name;
    auto const at = name.lastIndexOf(u' ', name.size() / 2 + 2);
    return at < 0 ? name : name.left(at) + u'\n' + name.mid(at + 1);
}

/// A plot that is filled anew: nothing of before, dressed in the house's ink.
class Canvas {
public:
    Canvas(QCustomPlot& plot, UnitSystem units, Ink const& of_house) : p(plot), ink(of_house), m_units(units) {
        p.clearPlottables();
        p.clearItems();
        p.setBackground(QBrush(ink.panel));
        p.setNoAntialiasingOnDrag(false);
        p.legend->setVisible(false);
        p.xAxis->setRangeReversed(false);
        p.yAxis->setRangeReversed(false);
        for (auto* axis : {p.xAxis, p.yAxis, p.xAxis2, p.yAxis2}) {
            axis->setBasePen(QPen(ink.border, 1));
            axis->setTickPen(QPen(ink.border, 1));
            axis->setSubTickPen(Qt::NoPen);
            axis->setTickLabelColor(ink.soft);
            axis->setLabelColor(ink.soft);
            axis->setTickLabelFont(ink.font(Ink::Type::Small));
            axis->setLabelFont(ink.font(Ink::Type::Small));
            axis->grid()->setPen(QPen(ink.hairline, 1, Qt::DotLine));
            axis->grid()->setZeroLinePen(Qt::NoPen);
        }
        p.xAxis2->setVisible(false);
        p.yAxis2->setVisible(false);
        ticker(p.xAxis, QSharedPointer<QCPAxisTicker>(new LengthTicker(Sign::AsNeeded)));
        ticker(p.yAxis, QSharedPointer<QCPAxisTicker>(new LengthTicker(Sign::AsNeeded)));
    }
    /// Lengths as they are shown: mm, or inch.
    double shown(double mm) const { return m_units == UnitSystem::Metric ? mm : mm / mm_per_inch; }
    QString unit() const { return text(unitName(m_units)); }
    void ticker(QCPAxis* axis, QSharedPointer<QCPAxisTicker> ticker) {
        ticker->setTickCount(5);
        axis->setTicker(ticker);
    }
    void labels(QString const& x, QString const& y) {
        p.xAxis->setLabel(x);
        p.yAxis->setLabel(y);
    }
    void level(double y, QPen const& pen) {
        auto* line = new QCPItemStraightLine(&p);
        line->point1->setCoords(0, y);
        line->point2->setCoords(1, y);
        line->setPen(pen);
    }
    void upright(double x, QPen const& pen) {
        auto* line = new QCPItemStraightLine(&p);
        line->point1->setCoords(x, 0);
        line->point2->setCoords(x, 1);
        line->setPen(pen);
    }
    /// Words at the right end of a level, above it.
    void note(double y, QString const& words, QColor const& colour, bool above = true) {
        auto* label = new QCPItemText(&p);
        label->position->setTypeX(QCPItemPosition::ptAxisRectRatio);
        label->position->setTypeY(QCPItemPosition::ptPlotCoords);
        label->position->setCoords(0.995, y);
        label->setPositionAlignment(Qt::AlignRight | (above ? Qt::AlignBottom : Qt::AlignTop));
        label->setText(words);
        label->setFont(ink.font(Ink::Type::Small));
        label->setColor(colour);
        label->setPadding(QMargins(2, 0, 2, 0));
    }
    QCPGraph* dots(QVector<double> const& x, QVector<double> const& y, QCPScatterStyle::ScatterShape shape,
                   QColor const& colour, bool filled, double size = 7) {
        auto* graph = p.addGraph();
        graph->setLineStyle(QCPGraph::lsNone);
        graph->setScatterStyle(
            QCPScatterStyle(shape, QPen(colour, 1.5), filled ? QBrush(colour) : QBrush(ink.panel), size * ink.scale));
        graph->setData(x, y, true);
        graph->setAdaptiveSampling(true);
        return graph;
    }
    void range(QCPAxis* axis, double low, double high) {
        double const room = std::max((high - low) * 0.08, 1e-9);
        axis->setRange(low - room, high + room);
    }

    QCustomPlot& p;
    Ink const& ink;

private:
    UnitSystem m_units;
};

QCPScatterStyle::ScatterShape shapeOf(int group) {
    static constexpr QCPScatterStyle::ScatterShape shapes[groups_told_apart] = {
        QCPScatterStyle::ssDisc, QCPScatterStyle::ssCircle, QCPScatterStyle::ssSquare, QCPScatterStyle::ssTriangle,
        QCPScatterStyle::ssDiamond};
    return shapes[std::max(0, group - 1) % groups_told_apart];
}

} // namespace

void plotStrip(QCustomPlot& plot, StripPicture const& picture, Ink const& ink) {
    Canvas c(plot, picture.units, ink);
    c.ticker(plot.yAxis, QSharedPointer<QCPAxisTicker>(new LengthTicker(Sign::Always)));
    c.ticker(plot.xAxis, QSharedPointer<QCPAxisTicker>(new NumberTicker));
    c.labels(u"reading"_s, u"from the mean, "_s + c.unit());
    double most = c.shown(least_span_mm), least = -most;
    std::map<std::pair<int, int>, std::pair<QVector<double>, QVector<double>>> sets; // group, how
    for (std::size_t i = 0; i < picture.dots.size(); ++i) {
        auto const& dot = picture.dots[i];
        double const y = c.shown(dot.mm - picture.mean_mm);
        least = std::min(least, y);
        most = std::max(most, y);
        auto& [xs, ys] = sets[{dot.group, dot.marked ? 1 : dot.simulated ? 2 : 0}];
        xs << static_cast<double>(i + 1);
        ys << y;
    }
    double const n = std::max<double>(1, static_cast<double>(picture.dots.size()));
    if (picture.band_mm) {
        double const band = c.shown(*picture.band_mm);
        auto* zone = new QCPItemRect(&plot);
        zone->topLeft->setTypeX(QCPItemPosition::ptAxisRectRatio);
        zone->bottomRight->setTypeX(QCPItemPosition::ptAxisRectRatio);
        zone->topLeft->setCoords(0, band);
        zone->bottomRight->setCoords(1, -band);
        QColor fill = ink.accent;
        fill.setAlpha(28);
        zone->setBrush(fill);
        zone->setPen(Qt::NoPen);
        c.level(band, QPen(ink.accent, 1.5));
        c.level(-band, QPen(ink.accent, 1.5));
        c.note(band, u"asked ±"_s + text(lengthNumber(*picture.band_mm, picture.units)) + u' ' + c.unit(), ink.accent);
        least = std::min(least, -band * 1.15);
        most = std::max(most, band * 1.15);
    }
    if (picture.interval_mm) {
        double const held = c.shown(*picture.interval_mm);
        c.level(held, QPen(ink.ink, 1, Qt::DashLine));
        c.level(-held, QPen(ink.ink, 1, Qt::DashLine));
        c.note(-held, u"shown ±"_s + text(lengthNumber(*picture.interval_mm, picture.units)) + u' ' + c.unit(), ink.ink,
               false);
        least = std::min(least, -held * 1.2);
        most = std::max(most, held * 1.1);
    }
    if (picture.looked > 0 && picture.looked < static_cast<int>(n))
        c.upright(picture.looked + 0.5, QPen(ink.soft, 1, Qt::DashDotLine));
    if (picture.slope_mm) {
        auto* trend = plot.addGraph();
        double const half = c.shown(*picture.slope_mm) * (n - 1) / 2;
        trend->setData({1, n}, {-half, half}, true);
        trend->setPen(QPen(ink.attention, 1.5, Qt::DashLine));
    }
    for (auto const& [how, set] : sets) {
        auto const& [group, state] = how;
        auto const shape = state == 1 ? QCPScatterStyle::ssCrossCircle : shapeOf(group);
        c.dots(set.first, set.second, shape, state == 1 ? ink.attention : ink.ink,
               state == 0 && shape != QCPScatterStyle::ssCircle, state == 1 ? 9 : 7);
    }
    c.range(plot.yAxis, least, most);
    plot.xAxis->setRange(0.2, n + 0.8);
}

void plotDistribution(QCustomPlot& plot, StripPicture const& picture, Ink const& ink) {
    Canvas c(plot, picture.units, ink);
    c.ticker(plot.xAxis, QSharedPointer<QCPAxisTicker>(new LengthTicker(Sign::Always)));
    c.ticker(plot.yAxis, QSharedPointer<QCPAxisTicker>(new NumberTicker));
    c.labels(u"from the mean, "_s + c.unit(), u"how often"_s);
    std::vector<double> values;
    for (auto const& dot : picture.dots)
        if (!dot.marked) values.push_back(c.shown(dot.mm - picture.mean_mm));
    double most = c.shown(least_span_mm), least = -most;
    for (double const v : values) least = std::min(least, v), most = std::max(most, v);
    if (picture.band_mm) {
        double const band = c.shown(*picture.band_mm);
        c.upright(band, QPen(ink.accent, 1.5));
        c.upright(-band, QPen(ink.accent, 1.5));
        least = std::min(least, -band), most = std::max(most, band);
    }
    if (!values.empty()) {
        // Cells as wide as Freedman and Diaconis would have them, but none without need.
        auto sorted = values;
        std::sort(sorted.begin(), sorted.end());
        double const quartiles = sorted[sorted.size() * 3 / 4] - sorted[sorted.size() / 4];
        double const span = sorted.back() - sorted.front();
        double const wide = std::max({2 * quartiles / std::cbrt(static_cast<double>(values.size())), span / 60, 1e-7});
        std::map<int, int> cells;
        for (double const v : values) ++cells[static_cast<int>(std::floor(v / wide + 0.5))];
        QVector<double> x, y;
        for (auto const& [cell, count] : cells) x << cell * wide, y << count;
        auto* bars = new QCPBars(plot.xAxis, plot.yAxis);
        bars->setWidth(wide * 0.92);
        bars->setBrush(ink.steel);
        bars->setPen(Qt::NoPen);
        bars->setData(x, y, true);
        plot.yAxis->setRange(0, *std::max_element(y.begin(), y.end()) * 1.1);
        least = std::min(least, x.front() - wide), most = std::max(most, x.back() + wide);
    } else {
        plot.yAxis->setRange(0, 1);
    }
    c.range(plot.xAxis, least, most);
}

void plotPairs(QCustomPlot& plot, PairsPicture const& picture, Ink const& ink) {
    Canvas c(plot, picture.units, ink);
    c.ticker(plot.yAxis, QSharedPointer<QCPAxisTicker>(new LengthTicker(Sign::Always)));
    c.labels(u"length by the gauge, "_s + c.unit(), u"setter less gauge, "_s + c.unit());
    double left = 1e9, right = -1e9, least = 0, most = 0;
    QVector<double> x[2], y[2];
    for (auto const& pair : picture.pairs) {
        double const at = c.shown(pair.gauge_mm), off = c.shown(pair.setter_mm - pair.gauge_mm);
        x[pair.rim] << at;
        y[pair.rim] << off;
        left = std::min(left, at), right = std::max(right, at);
        least = std::min(least, off), most = std::max(most, off);
    }
    if (picture.pairs.empty()) left = 0, right = 1;
    if (auto const& found = picture.result) {
        c.level(c.shown(found->bias_mm), QPen(ink.accent, 1.5));
        c.note(c.shown(found->bias_mm), u"bias"_s, ink.accent);
        for (double const limit : {found->low_mm, found->high_mm}) {
            c.level(c.shown(limit), QPen(ink.ink, 1, Qt::DashLine));
            least = std::min(least, c.shown(limit)), most = std::max(most, c.shown(limit));
        }
        c.note(c.shown(found->high_mm), u"95 % of them"_s, ink.ink, false);
    }
    c.dots(x[0], y[0], QCPScatterStyle::ssTriangleInverted, ink.ink, true, 9);
    c.dots(x[1], y[1], QCPScatterStyle::ssSquare, ink.ink, true, 8);
    c.range(plot.xAxis, left, right);
    c.range(plot.yAxis, least, most);
}

void plotBudget(QCustomPlot& plot, uncertainty::Budget const& budget, UnitSystem units, Ink const& ink) {
    Canvas c(plot, units, ink);
    c.labels(u"standard uncertainty, "_s + c.unit(), {});
    plot.xAxis->ticker()->setTickCount(3);
    std::vector<std::size_t> order(budget.contributions.size());
    std::iota(order.begin(), order.end(), 0u);
    auto const u = [&](std::size_t at) {
        return std::abs(budget.contributions[at].u * budget.contributions[at].sensitivity);
    };
    std::stable_sort(order.begin(), order.end(), [&](auto a, auto b) { return u(a) < u(b); });
    QSharedPointer<QCPAxisTickerText> names(new QCPAxisTickerText);
    auto bar = [&](double at, double value, QColor const& colour, bool hatched) {
        auto* bars = new QCPBars(plot.yAxis, plot.xAxis);
        bars->setWidth(0.6);
        bars->setBrush(hatched ? QBrush(colour, Qt::BDiagPattern) : QBrush(colour));
        bars->setPen(QPen(colour, 1));
        bars->setData(QVector<double>{at}, QVector<double>{value}, true);
    };
    bar(0, c.shown(budget.combined_u), ink.accent, false);
    names->addTick(0, u"together"_s);
    for (std::size_t i = 0; i < order.size(); ++i) {
        auto const& each = budget.contributions[order[i]];
        bool const assumed = !std::isfinite(each.dof); // nobody has taken readings of it
        bar(static_cast<double>(i + 1), c.shown(u(order[i])), ink.steel, assumed);
        names->addTick(static_cast<double>(i + 1), folded(text(each.name)));
    }
    plot.yAxis->setTicker(names);
    plot.yAxis->setRange(-0.6, static_cast<double>(order.size()) + 0.6);
    plot.xAxis->setRange(0, std::max(c.shown(budget.combined_u) * 1.1, 1e-6));
}

void plotChecks(QCustomPlot& plot, ChecksPicture const& picture, Ink const& ink) {
    Canvas c(plot, picture.units, ink);
    c.ticker(plot.xAxis, QSharedPointer<QCPAxisTicker>(new NumberTicker));
    c.labels(u"check reading"_s, c.unit());
    auto const& chart = picture.chart;
    QVector<double> x, y, at, off;
    double least = c.shown(chart.lower), most = c.shown(chart.upper);
    for (std::size_t i = 0; i < picture.values_mm.size(); ++i) {
        x << static_cast<double>(i + 1);
        y << c.shown(picture.values_mm[i]);
        least = std::min(least, y.back()), most = std::max(most, y.back());
    }
    for (auto const& signal : chart.signals)
        if (static_cast<qsizetype>(signal.index) < y.size())
            at << static_cast<double>(signal.index + 1), off << y[static_cast<qsizetype>(signal.index)];
    c.level(c.shown(chart.centre), QPen(ink.ink, 1));
    for (double const limit : {chart.lower, chart.upper}) c.level(c.shown(limit), QPen(ink.accent, 1.5, Qt::DashLine));
    c.note(c.shown(chart.upper), u"limit"_s, ink.accent, false);
    c.note(c.shown(chart.lower), u"limit"_s, ink.accent);
    auto* line = plot.addGraph();
    line->setPen(QPen(ink.soft, 1));
    line->setData(x, y, true);
    c.dots(x, y, QCPScatterStyle::ssDisc, ink.ink, true);
    c.dots(at, off, QCPScatterStyle::ssCrossCircle, ink.bad, false, 12);
    c.range(plot.yAxis, least, most);
    plot.xAxis->setRange(0.2, std::max<double>(1, static_cast<double>(y.size())) + 0.8);
}

QPicture recorded(std::function<void(QCustomPlot&)> const& fill, QSize size) {
    QCustomPlot plot;
    plot.resize(size);
    fill(plot);
    QPicture picture;
    QCPPainter painter(&picture);
    plot.toPainter(&painter, size.width(), size.height());
    return picture;
}

} // namespace steady::paper
