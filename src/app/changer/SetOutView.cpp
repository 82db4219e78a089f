// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/changer/SetOutView.h"

#include "app/shell/SaveFile.h"
#include "app/widgets/When.h"
#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"
#include "core/changer/Rack.h"
#include "core/zeroing/PlateZero.h"
#include "paper/SheetPage.h"
#include "paper/TemplatePage.h"

#include <QVBoxLayout>

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::ToolRack;

SetOutView::SetOutView(Desk& desk, std::function<std::optional<ToolRack>()> rack,
                       std::function<Result<void>(ToolRack, std::string)> put, QWidget* parent)
    : QWidget(parent), m_desk(desk), m_rack(std::move(rack)) {
    auto* page = new QVBoxLayout(this);
    page->setContentsMargins(0, 0, 0, 0);
    auto* note = styled(new WrappedLabel, Type::Small, Tone::Soft);
    note->setText(u"Where the holder of the first fork is meant to hang. The others follow by the pitch and the axis "
                  "typed at Rack; each tower's holes lie behind its fork."_s);
    page->addWidget(note);
    m_form = std::make_unique<Form<ToolRack>>(
        desk, page, [this] { return m_rack().value_or(ToolRack()); },
        [put = std::move(put)](ToolRack changed, std::string what) { return put(std::move(changed), "Rack: " + what); },
        [this] { return m_rack().has_value(); });
    auto& f = *m_form;
    f.only([this] { return m_rack().has_value(); });
    f.row(2);
    f.length(
        "setout.x", "Machine X", {-5000, 5000}, [](ToolRack & r) -> auto& { return r.mounting.x_mm; });
    f.length(
        "setout.y", "Machine Y", {-5000, 5000}, [](ToolRack & r) -> auto& { return r.mounting.y_mm; });
    f.row(2);
    f.number(
        "setout.holes", "Holes, each", "", 1, shop::bounds::holes,
        [](ToolRack & r) -> auto& { return r.mounting.holes; });
    f.length(
        "setout.hole", "Diameter", {0.5, 50}, [](ToolRack & r) -> auto& { return r.mounting.hole_mm; });
    f.row(2);
    f.length(
        "setout.behind", "Behind", {0, 1000}, [](ToolRack & r) -> auto& { return r.mounting.behind_mm; }, "the holder");
    f.length(
        "setout.between", "Apart", {0, 1000}, [](ToolRack & r) -> auto& { return r.mounting.between_mm; },
        "from hole to hole");
    auto const button = [&](char const* name, QString const& words, QString const& tip, auto clicked) {
        auto* made = new QPushButton(words);
        made->setObjectName(QString::fromLatin1(name));
        made->setToolTip(tip);
        connect(made, &QPushButton::clicked, this, clicked);
        page->addWidget(made);
        return made;
    };
    m_marks = button("setout.marks", u"Marks as a sheet…"_s, u"Where to jog, mark by mark"_s, &SetOutView::saveMarks);
    m_pdf = button("setout.pdf", u"Template 1:1 (PDF)…"_s, u"On as many sheets as it needs"_s,
                   [this] { save(pdfFilter(), u"pdf"_s, &paper::writeTemplatePdf); });
    m_svg = button("setout.svg", u"Template 1:1 (SVG)…"_s, u"For a machine that cuts or marks it"_s,
                   [this] { save(u"SVG (*.svg)"_s, u"svg"_s, &paper::writeTemplateSvg); });
}

void SetOutView::refresh() {
    m_form->refresh();
    auto const rack = m_rack();
    bool const planned = rack && install::rackMarks(*rack);
    m_marks->setEnabled(planned);
    for (auto* each : {m_pdf, m_svg}) each->setEnabled(planned && rack->mounting.holes > 0);
}

std::vector<Row> SetOutView::rows() const {
    std::vector<Row> rows;
    auto const rack = m_rack();
    if (!rack) return rows;
    auto const steps = install::rackOutSteps(m_desk.book(), m_desk.setup(), *rack);
    if (!steps) {
        auto const finding = toFinding(steps.error());
        rows.push_back({.text = text(finding.text), .detail = text(finding.remedy)});
        return rows;
    }
    for (auto const& step : *steps)
        rows.push_back(
            {.text = u"%1  "_s.arg(rows.size() + 1) + text(step.words), .detail = text(step.figures), .whole = true});
    return rows;
}

std::vector<zeroing::Judgement> SetOutView::judged() const {
    auto const rack = m_rack();
    return rack ? install::judgeRackSetting(m_desk.book(), m_desk.setup(), *rack) : std::vector<zeroing::Judgement>();
}

void SetOutView::save(QString const& filter, QString const& ending, Write write) {
    auto const rack = m_rack();
    if (!rack) return;
    auto const made = install::rackTemplate(*rack);
    if (!made) return (void)m_desk.report(Result<void>(Failure(made.error())));
    auto const machine = text(zeroing::machineOf(m_desk.book(), m_desk.setup()).name);
    saveFile(m_desk, this, {u"Save the template"_s, u"rack-template."_s + ending, filter, u"Writing the template"_s},
             [made = *made, machine, write, ink = Look::pageInk()](QString const& path) {
                 return write(made, machine, ink, path);
             });
}

void SetOutView::saveMarks() {
    auto const rack = m_rack();
    if (!rack) return;
    auto const steps = install::rackOutSteps(m_desk.book(), m_desk.setup(), *rack);
    if (!steps) return (void)m_desk.report(Result<void>(Failure(steps.error())));
    macros::SheetPart cautions{"Before anything", {changer::beforeAHand()}, false};
    macros::SheetPart marks{"In this order; machine coordinates", {}, true};
    for (auto const& step : *steps)
        marks.lines.push_back(step.figures.empty() ? step.words : step.words + " " + step.figures);
    paper::SheetPage page{u"Marks: "_s + text(rack->name),
                          text(zeroing::machineOf(m_desk.book(), m_desk.setup()).name),
                          localTime(m_desk.session().now()),
                          {cautions, marks}};
    saveFile(m_desk, this, {u"Save the marks"_s, u"rack-marks.pdf"_s, pdfFilter(), u"Writing the marks"_s},
             [page, ink = Look::pageInk()](QString const& path) { return paper::writeSheetPages(page, ink, path); });
}

} // namespace steady::app
