// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What Repeatability draws, and what it saves: charts, the disc, the proof sheet, all readings.

#include "app/repeat/PracticeView.h"
#include "app/repeat/RepeatStation.h"
#include "app/shell/SaveFile.h"
#include "app/widgets/When.h"
#include "core/advice/Doubt.h"
#include "core/advice/MapAdvice.h"
#include "core/advice/StudyAdvice.h"
#include "core/base/Words.h"
#include "core/proving/StudyPairs.h"
#include "core/shop/Taken.h"
#include "exchange/ReadingImport.h"
#include "exchange/WholeFile.h"
#include "paper/StudyPage.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Study;
using shop::StudyType;

void RepeatStation::showPictures() {
    auto const section = m_sections->current();
    auto const units = desk().units();
    auto const* all = readings();
    if (m_strip->isVisibleTo(this) || m_distribution->isVisibleTo(this)) drawStrip();
    if (m_disc->isVisibleTo(this)) drawDisc();
    if (m_pairs->isVisibleTo(this) && all) {
        paper::PairsPicture made{proving::pairsOf(*all), {}, units};
        made.result = studies::judgePairs(made.pairs);
        m_pairs->show([made](QCustomPlot& plot, paper::Ink const& ink) { paper::plotPairs(plot, made, ink); },
                      u"%1 tools, each by both ways"_s.arg(made.pairs.size()));
    }
    if (m_checks->isVisibleTo(this) && all) {
        paper::ChecksPicture made{{}, {}, units};
        for (auto const& each : *all)
            if (!each.withdrawn) made.values_mm.push_back(each.value_mm);
        made.chart = advice::chartOf(studyOr(), made.values_mm);
        m_checks->show([made](QCustomPlot& plot, paper::Ink const& ink) { paper::plotChecks(plot, made, ink); },
                       u"%1 check readings, %2 signals"_s.arg(made.values_mm.size()).arg(made.chart.signals.size()));
    }
    if (section == u"budget"_s) {
        auto const budget = advice::budgetFor(desk().book(), desk().setup(), m_budget_for);
        auto const shown = budget ? *budget : uncertainty::Budget{};
        m_budget->show(
            [shown, units](QCustomPlot& plot, paper::Ink const& ink) { paper::plotBudget(plot, shown, units, ink); },
            text(plusMinusText(shown.expanded_95, units)));
    }
    if (section == u"practice"_s && m_practice)
        if (auto const words = text(m_practice->macroText()); words != m_macro->toPlainText())
            m_macro->setPlainText(words);
    if (section == u"doubt"_s) {
        std::vector<Row> rows;
        if (auto const list = advice::doubts(desk().book(), desk().setup())) {
            for (auto const& each : *list) {
                auto const mark = each.state == advice::Cleared::Cleared     ? upkeep::Standing::Proved
                                  : each.state == advice::Cleared::Suspect   ? upkeep::Standing::Suspect
                                  : each.state == advice::Cleared::Confirmed ? upkeep::Standing::Failed
                                                                             : upkeep::Standing::Open;
                auto detail = QString::fromUtf8(word(each.state));
                detail += each.evidence.empty() ? u": "_s + QString::fromUtf8(each.would_show)
                                                : u": "_s + text(each.evidence);
                rows.push_back({QString::fromUtf8(each.title), detail, mark});
            }
        } else {
            rows.push_back({text(describe(list.error())), {}, upkeep::Standing::Failed, Tone::Bad});
        }
        m_doubts->show(std::move(rows));
    }
}

void RepeatStation::drawStrip() {
    paper::StripPicture made;
    made.units = desk().units();
    if (auto const* all = readings()) {
        bool const differ = proving::groupsDiffer(studyOr().type);
        bool const ways = studyOr().type == StudyType::TwoWays;
        double sum = 0;
        int counted = 0;
        for (auto const& each : *all) {
            if (shop::undone(each) || (ways && !each.second_value)) continue;
            double const value = ways ? *each.second_value - each.value_mm : each.value_mm;
            made.dots.push_back(
                {value, each.group_nr.value_or(0), each.withdrawn, each.source == shop::Source::Simulated});
            if (!each.withdrawn) sum += value, ++counted;
        }
        made.mean_mm = counted ? sum / counted : 0;
        if (!differ) made.band_mm = studyOr().question.requirement_mm;
    }
    if (m_state && *m_state) {
        auto const& state = **m_state;
        made.looked = state.judged;
        if (state.judged > 0 && state.without.k && !proving::groupsDiffer(studyOr().type))
            made.interval_mm = *state.without.k * state.without.s_eff_mm;
        for (auto const& found : state.so_far.findings)
            if (found.code == "drift") made.slope_mm = state.so_far.slope_mm_per_reading;
    }
    auto const told =
        u"%1 readings%2"_s.arg(made.dots.size())
            .arg(made.interval_mm ? u", shown "_s + text(plusMinusText(*made.interval_mm, made.units)) : QString());
    auto const shared = std::make_shared<paper::StripPicture const>(std::move(made));
    m_strip->show([shared](QCustomPlot& plot, paper::Ink const& ink) { paper::plotStrip(plot, *shared, ink); }, told);
    m_distribution->show(
        [shared](QCustomPlot& plot, paper::Ink const& ink) { paper::plotDistribution(plot, *shared, ink); }, told);
}

void RepeatStation::drawDisc() {
    auto& made = m_disc_picture;
    made = {};
    made.units = desk().units();
    made.tool = m_end;
    if (auto const* all = readings()) made.points = proving::placesOf(*all);
    made.map = studies::judgeMap(made.points);
    made.screws = advice::screwsOf(desk().book(), studyOr(), made.map);
    if (auto const before = studyOr().before)
        if (auto const& earlier = desk().book().readings(before)) made.before = proving::placesOf(*earlier);
    m_disc->show(
        [made](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintDisc(p, area, made, ink); },
        u"%1 places; the tool stands at X %2, Y %3"_s.arg(made.points.size())
            .arg(text(lengthText(m_end.x_mm, made.units)), text(lengthText(m_end.y_mm, made.units))));
}

void RepeatStation::saveProof() {
    if (!study() || !m_state || !*m_state) return;
    auto const& s = *study();
    auto const units = desk().units();
    auto const ink = Look::pageInk();
    paper::StudyPage page;
    page.what = text(s.what);
    page.machine = text(zeroing::machineOf(desk().book(), desk().setup()).name);
    page.day = localTime(desk().session().now());
    page.verdict = text(advice::verdictWord(s, **m_state));
    auto const put = [&](char const* name, QString const& value) {
        if (!value.isEmpty()) page.conditions.emplace_back(QString::fromUtf8(name), value);
    };
    auto const length = [&](std::optional<double> mm) { return mm ? text(lengthText(*mm, units)) : QString(); };
    put("Study", QString::fromUtf8(proving::rowOf(s.type).title));
    put("Begun", localTime(s.begun_utc_ms));
    if (auto const* tool = desk().book().find(s.tool)) put("Tool", u"%1  %2"_s.arg(tool->number).arg(text(tool->name)));
    put("Asked, ±", length(s.question.requirement_mm));
    put("Share and confidence", u"%1 %, %2 %"_s.arg(100 * s.question.coverage).arg(100 * s.question.confidence));
    put("Step of the readout", length(s.conditions.step_mm));
    if (s.conditions.feed_mm_min) put("Feed", text(feedText(*s.conditions.feed_mm_min, units)));
    put("Read", s.conditions.direction == shop::Direction::Press ? u"pressing down"_s : u"at the release"_s);
    if (s.conditions.temperature_c) put("Temperature", u"%1 °C"_s.arg(*s.conditions.temperature_c));
    put("Known value", length(s.known_mm));
    put("Read by", text(s.conditions.person));
    page.said = advice::studyJudgements(desk().book(), s, **m_state);
    page.picture_size = {700, 240};
    if (auto const* all = readings(); all && s.type == StudyType::Map) {
        QPicture picture;
        QPainter painter(&picture);
        auto made = m_disc_picture;
        made.points = proving::placesOf(*all);
        made.map = studies::judgeMap(made.points);
        paper::paintDisc(painter, QRectF(0, 0, 700, 360), made, ink);
        painter.end();
        page.picture_size = {700, 360};
        page.pictures.push_back(picture);
        page.said = advice::mapJudgements(desk().book(), s, made.map, {}, m_end);
    } else if (all && s.type == StudyType::Lengths) {
        paper::PairsPicture made{proving::pairsOf(*all), {}, units};
        made.result = studies::judgePairs(made.pairs);
        page.pictures.push_back(
            paper::recorded([&](QCustomPlot& plot) { paper::plotPairs(plot, made, ink); }, page.picture_size));
        page.said = advice::pairsJudgements(desk().book(), s, made.pairs, made.result, (**m_state).holding);
    } else {
        page.pictures.push_back(m_strip->recorded(ink, page.picture_size));
        if (s.type != StudyType::CheckReading) page.pictures.push_back(m_distribution->recorded(ink, {700, 240}));
    }
    saveFile(desk(), this, {u"Save the proof sheet"_s, u"proof sheet.pdf"_s, pdfFilter(), u"Writing the proof sheet"_s},
             [page, ink](QString const& path) { return paper::writeStudyPage(page, ink, path); });
}

void RepeatStation::saveCsv() {
    auto const* all = readings();
    if (!all) return;
    saveFile(desk(), this, {u"Save all readings"_s, u"readings.csv"_s, u"Tables (*.csv)"_s, u"Writing the readings"_s},
             [copy = desk().book().snapshot().readings(m_study)](QString const& path) {
                 return exchange::writeWhole(path, QByteArray::fromStdString(exchange::writeReadings(**copy)));
             });
}

} // namespace steady::app
