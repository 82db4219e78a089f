// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/CareView.h"

#include "app/widgets/Box.h"
#include "app/widgets/When.h"
#include "app/widgets/WrappedLabel.h"
#include "core/advice/Care.h"
#include "core/zeroing/Spacers.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Care;
using shop::ToolCare;

namespace {

/// By shop::Care.
struct {
    char const *name, *words;
} constexpr cares[] = {{"cleaned", "Cleaned: cone, collet, nut"},
                       {"inspected", "Looked at"},
                       {"torqued", "Tightened"},
                       {"quarantined", "Set aside"},
                       {"released", "Fit again"}};

} // namespace

CareView::CareView(Desk& desk, RowsView* record, QWidget* parent) : QWidget(parent), m_desk(desk), m_record(record) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    m_tool = styled(new WrappedLabel, Type::Heading);
    column->addWidget(m_tool);
    m_spacers = new Field(u"kit.care.spacers"_s, u"Spacers on its arbor"_s, desk.look());
    m_spacers->onAccept([this](QString const& typed) { return swap(typed); });
    column->addWidget(m_spacers);
    auto* caption = styled(new WrappedLabel, Type::Heading, Tone::Soft);
    caption->setText(u"Just now"_s);
    column->addWidget(caption);
    for (std::size_t i = 0; i < std::size(cares); ++i) {
        auto* made = new QPushButton(QString::fromLatin1(cares[i].words));
        made->setObjectName(u"kit.care."_s + QString::fromLatin1(cares[i].name));
        connect(made, &QPushButton::clicked, this, [this, i] { add(static_cast<Care>(i)); });
        column->addWidget(made);
        m_buttons.push_back(made);
    }
    auto form = std::make_unique<Form<ToolCare>>(
        desk, addBox(column, m_box),
        [this] {
            auto const* found = m_desk.book().find(m_chosen);
            return found ? *found : ToolCare{};
        },
        [this](ToolCare changed, std::string what) {
            return m_desk.edit(m_chosen, std::move(changed), "Care of a tool: " + what);
        },
        [] { return true; });
    form->heading("Of the line chosen");
    form->number(
        "kit.care.torque", "Torque", "Nm", 1, shop::bounds::torque_nm,
        [](ToolCare & c) -> auto& { return c.torque_nm; }, "what the wrench was set to");
    form->text(
        "kit.care.note", "What was found, or why", [](ToolCare & c) -> auto& { return c.note; }, true);
    m_form = std::move(form);
    connect(m_record, &RowsView::choiceChanged, this, [this] {
        if (auto const at = static_cast<std::size_t>(m_record->chosen()); at < m_ids.size()) m_chosen = m_ids[at];
        showChosen();
    });
}

void CareView::add(Care did) {
    ToolCare made;
    made.tool = m_desk.setup().place.assembly;
    auto const* tool = m_desk.book().find(made.tool);
    if (!tool) return;
    made.did = did;
    made.at_utc_ms = m_desk.session().now();
    shop::Change change{fmt::format("Tool {}: {}", tool->number, cares[static_cast<int>(did)].words), {}, {}, {}};
    m_chosen = {m_desk.nextId(change)};
    change.put(m_chosen, std::move(made));
    (void)m_desk.report(m_desk.commit(std::move(change)));
}

Result<void> CareView::swap(QString const& typed) {
    auto const id = m_desk.setup().place.assembly;
    auto const* tool = m_desk.book().find(id);
    if (!tool) return fail(Code::Missing, {"spacers"}, "The tool in the spindle", "Choose it at Tool.");
    auto spacers = zeroing::parseSpacers(typed.toStdString(), m_desk.units());
    if (!spacers) return Failure(spacers.error());
    auto const swapped = zeroing::swapped(id, *tool, std::move(*spacers), m_desk.setup().place.machine,
                                          m_desk.session().now(), m_desk.units());
    shop::Change change{fmt::format("Spacers of tool {}", tool->number), {}, {}, {}};
    change.put(id, swapped.tool);
    if (swapped.event) change.put(Id<shop::Event>{m_desk.nextId(change)}, *swapped.event);
    return m_desk.commit(std::move(change));
}

void CareView::refresh() {
    auto const id = m_desk.setup().place.assembly;
    auto const* tool = m_desk.book().find(id);
    bool const writable = tool && m_desk.session().writable();
    m_tool->setText(tool ? text(fmt::format("Tool {}, {}", tool->number, tool->name))
                         : u"No tool in the spindle yet: choose one at Tool."_s);
    m_spacers->setWritable(writable);
    m_spacers->show(tool ? text(zeroing::spacersText(tool->spacers, m_desk.units())) : QString(),
                    text(unitName(m_desk.units())),
                    tool && !tool->spacers.empty() ? u"typing others is a swap: the length changes by the difference"_s
                                                   : u"as “2 3.5 1”; 0: none. Typed first, it changes nothing"_s);
    bool const aside = static_cast<bool>(advice::quarantine(m_desk.book(), id));
    for (auto* button : m_buttons) button->setEnabled(writable);
    m_buttons[static_cast<std::size_t>(Care::Quarantined)]->setVisible(!aside);
    m_buttons[static_cast<std::size_t>(Care::Released)]->setVisible(aside);

    std::vector<std::pair<Id<ToolCare>, ToolCare const*>> all;
    for (auto const& [care, each] : m_desk.book().all<ToolCare>())
        if (tool && each->tool == id) all.push_back({care, each.get()});
    std::stable_sort(all.begin(), all.end(),
                     [](auto const& a, auto const& b) { return a.second->at_utc_ms > b.second->at_utc_ms; });
    std::vector<Row> rows;
    m_ids.clear();
    int at = 0;
    for (auto const& [care, each] : all) {
        if (care == m_chosen) at = static_cast<int>(rows.size());
        auto detail = localTime(each->at_utc_ms);
        if (each->torque_nm) detail += text(fmt::format(" · {:g} Nm", *each->torque_nm));
        if (!each->note.empty()) detail += u" · "_s + text(each->note);
        rows.push_back({QString::fromLatin1(cares[static_cast<int>(each->did)].words), detail,
                        each->did == Care::Quarantined ? upkeep::Standing::Failed : upkeep::Standing::Proved});
        m_ids.push_back(care);
    }
    if (rows.empty()) rows.push_back({u"Nothing written down for this tool yet."_s, {}});
    m_record->show(std::move(rows));
    m_record->choose(at);
    m_chosen = m_ids.empty() ? Id<ToolCare>{} : m_ids[static_cast<std::size_t>(at)];
    showChosen();
}

void CareView::showChosen() {
    bool const there = m_desk.book().find(m_chosen) != nullptr;
    m_box->setVisible(there);
    if (!there) return;
    m_form->refresh();
    m_desk.look().dress(m_box);
}

} // namespace steady::app
