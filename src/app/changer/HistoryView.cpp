// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/changer/HistoryView.h"

#include "app/widgets/When.h"
#include "app/widgets/WrappedLabel.h"

#include <QVBoxLayout>
#include <fmt/format.h>

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::ChangeMoment;

HistoryView::HistoryView(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* note = styled(new WrappedLabel, Type::Small, Tone::Soft);
    note->setText(u"Now and then the time until a lamp comes, as the control shows it or by a watch. What gets slower "
                  "fails one day; each alarm, with what it turned out to be, tells where to look first."_s);
    column->addWidget(note);
    m_moment = new Choice(u"history.moment"_s, u"Until"_s, desk.look());
    for (int i = 0; i <= static_cast<int>(ChangeMoment::StaysHeld); ++i)
        m_moment->box()->addItem(QString::fromUtf8(changer::words(static_cast<ChangeMoment>(i))));
    m_moment->box()->setCurrentIndex(static_cast<int>(ChangeMoment::Opens));
    connect(m_moment->box(), &QComboBox::currentIndexChanged, this, &HistoryView::fillCauses);
    column->addWidget(m_moment);
    m_seconds = new Field(u"history.seconds"_s, u"It took"_s, desk.look());
    m_seconds->onAccept([this](QString const& typed) -> Result<void> {
        bool good = false;
        double const seconds = QString(typed).trimmed().replace(u',', u'.').toDouble(&good);
        if (!good) return fail(Code::NotANumber, {"time"}, typed.toStdString());
        auto const& may = shop::bounds::turn_s;
        if (!may.hold(seconds))
            return fail(Code::OutOfRange, {"time"}, fmt::format("{} s", seconds),
                        fmt::format("{} to {} s", may.least, may.most));
        return keep(seconds, false);
    });
    column->addWidget(m_seconds);
    m_cause = new Choice(u"history.cause"_s, u"Or it ended in an alarm, and it was"_s, desk.look());
    column->addWidget(m_cause);
    m_alarm = new QPushButton(u"Write the alarm down"_s);
    m_alarm->setObjectName(u"history.alarm"_s);
    connect(m_alarm, &QPushButton::clicked, this, [this] { (void)m_desk.report(keep({}, true)); });
    column->addWidget(m_alarm);
    fillCauses();
}

void HistoryView::fillCauses() {
    auto& box = *m_cause->box();
    box.clear();
    box.addItem(u"not found yet"_s);
    for (auto const& suspect : changer::suspectsOf(static_cast<ChangeMoment>(m_moment->box()->currentIndex())))
        box.addItem(QString::fromUtf8(suspect.cause));
}

Result<void> HistoryView::keep(std::optional<double> seconds, bool alarm) {
    if (!m_desk.book().find(m_rack)) return fail(Code::Missing, {"rack"}, "The rack", "Add one first.");
    shop::ChangeRecord record;
    record.rack = m_rack;
    record.moment = static_cast<ChangeMoment>(m_moment->box()->currentIndex());
    record.seconds = seconds;
    record.alarm = alarm;
    if (alarm && m_cause->box()->currentIndex() > 0) record.cause = m_cause->box()->currentText().toStdString();
    record.at_utc_ms = m_desk.session().now();
    auto const what = alarm ? fmt::format("Alarm at the changer, waiting until {}", changer::words(record.moment))
                            : fmt::format("Until {}: {:g} s", changer::words(record.moment), *seconds);
    shop::Change change{what, {}, {}, {}};
    change.put(Id<shop::ChangeRecord>{m_desk.nextId(change)}, std::move(record));
    return m_desk.commit(std::move(change));
}

void HistoryView::show(Id<shop::ToolRack> rack) {
    m_rack = rack;
    bool const may = m_desk.book().find(m_rack) && m_desk.session().writable();
    m_seconds->show({}, u"s"_s, u"Enter writes it down"_s);
    m_seconds->setWritable(may);
    m_alarm->setEnabled(may);
}

std::vector<zeroing::Judgement> HistoryView::judged() const {
    auto const* rack = m_desk.book().find(m_rack);
    return rack ? changer::judgeHistory(changer::historyOf(m_desk.book(), m_rack), rack->drive)
                : std::vector<zeroing::Judgement>();
}

std::vector<Row> HistoryView::rows() const {
    std::vector<Row> rows;
    auto history = changer::historyOf(m_desk.book(), m_rack);
    std::reverse(history.begin(), history.end());
    for (auto const& each : history)
        rows.push_back(
            {.text = u"%1: %2"_s.arg(localTime(each.at_utc_ms), QString::fromUtf8(changer::words(each.moment))),
             .detail = each.alarm
                           ? each.cause.empty() ? u"alarm; cause not found yet"_s : u"alarm: "_s + text(each.cause)
                       : each.seconds ? u"%1 s"_s.arg(*each.seconds)
                                      : QString(),
             .mark = each.alarm ? std::optional(upkeep::Standing::Failed) : std::nullopt});
    if (rows.empty()) rows.push_back({.text = u"Nothing written down yet."_s, .detail = {}});
    return rows;
}

} // namespace steady::app
