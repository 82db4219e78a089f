// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/changer/CarouselView.h"

#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"
#include "core/changer/Carousel.h"

#include <QRegularExpression>
#include <QVBoxLayout>
#include <fmt/format.h>

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Carousel;

namespace {

constexpr std::size_t first_places = 12;

} // namespace

CarouselView::CarouselView(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    m_add = new QPushButton(u"Add a carousel of twelve"_s);
    m_add->setObjectName(u"carousel.add"_s);
    connect(m_add, &QPushButton::clicked, this, &CarouselView::add);
    column->addWidget(m_add);
    m_box = new QWidget;
    auto* page = new QVBoxLayout(m_box);
    page->setContentsMargins(0, 0, 0, 0);
    column->addWidget(m_box);
    m_tool = new Choice(u"carousel.tool"_s, u"In the chosen pocket hangs"_s, desk.look());
    m_seen = new Choice(u"carousel.seen"_s, u"And that is"_s, desk.look());
    m_seen->box()->addItems({u"not known"_s, u"believed, not seen since"_s, u"seen"_s});
    for (auto* each : {m_tool, m_seen}) {
        page->addWidget(each);
        connect(each->box(), &QComboBox::activated, this, &CarouselView::keepPlace);
    }
    m_arm = new Choice(u"carousel.in_arm"_s, u"In the arm is"_s, desk.look());
    m_arm_seen = new Choice(u"carousel.arm_seen"_s, u"And that of the arm is"_s, desk.look());
    m_arm_seen->box()->addItems({u"not known"_s, u"believed, not seen since"_s, u"seen"_s});
    for (auto* each : {m_arm, m_arm_seen}) {
        page->addWidget(each);
        connect(each->box(), &QComboBox::activated, this, &CarouselView::keepArm);
    }
    m_tools = new Field(u"carousel.tools"_s, u"Tools of a job, in its order"_s, desk.look());
    m_tools->onAccept([this](QString const& typed) -> Result<void> {
        std::vector<int> job;
        for (auto const& word : typed.split(QRegularExpression(u"[\\s,;]+"_s), Qt::SkipEmptyParts)) {
            bool whole = false;
            job.push_back(word.toInt(&whole));
            if (!whole) return fail(Code::NotANumber, {"tools"}, word.toStdString());
        }
        if (auto const turning = changer::turningOf(m_desk.book(), carousel(), job); !turning)
            return Failure(turning.error());
        m_job = std::move(job);
        Q_EMIT changed();
        return {};
    });
    page->addWidget(m_tools);
    m_form = std::make_unique<Form<Carousel>>(
        desk, page, [this] { return carousel(); },
        [this](Carousel changed, std::string what) { return put(std::move(changed), "Carousel: " + what); },
        [this] { return static_cast<bool>(m_id); });
    auto& f = *m_form;
    f.heading("How it turns");
    f.text(
        "carousel.name", "Name", [](Carousel & c) -> auto& { return c.name; });
    m_count = new Field(u"carousel.count"_s, u"Pockets"_s, desk.look());
    m_count->onAccept([this](QString const& typed) -> Result<void> {
        bool whole = false;
        int const count = typed.trimmed().toInt(&whole);
        if (!whole) return fail(Code::NotANumber, {"pockets"}, typed.toStdString());
        return resize(count);
    });
    page->addWidget(m_count);
    f.row(2);
    f.number(
        "carousel.at", "At the spindle", "", 1, shop::bounds::place_number, [](Carousel & c) -> auto& { return c.at; });
    f.number(
        "carousel.place_s", "A place", "s", 1, shop::bounds::turn_s, [](Carousel & c) -> auto& { return c.place_s; });
    f.row(2);
    f.number(
        "carousel.change_s", "A change", "s", 1, shop::bounds::turn_s,
        [](Carousel & c) -> auto& { return c.change_s; });
    f.length(
        "carousel.widest", "Widest", {1, 1000}, [](Carousel & c) -> auto& { return c.widest_mm; }, "beside neighbours");
    f.choice(
        "carousel.short_way", "It turns", {"always with the numbers", "the short way"},
        [](Carousel & c) -> auto& { return c.short_way; });
    f.choice(
        "carousel.arm", "Exchanged", {"by the spindle itself", "by an arm, both at once"},
        [](Carousel & c) -> auto& { return c.arm; });
}

Carousel CarouselView::carousel() const {
    if (auto const* found = m_desk.book().find(m_id)) return *found;
    Carousel made;
    made.name = "Carousel";
    made.machine = m_desk.setup().place.machine;
    made.places.resize(first_places);
    return made;
}

Result<void> CarouselView::put(Carousel changed, std::string what) {
    auto const most = static_cast<int>(changed.places.size());
    if (changed.at > most)
        return fail(Code::OutOfRange, {"at the spindle"}, std::to_string(changed.at), fmt::format("1 to {}", most));
    return m_desk.edit(m_id, std::move(changed), std::move(what));
}

void CarouselView::add() {
    shop::Change change{"Carousel added", {}, {}, {}};
    change.put(Id<Carousel>{m_desk.nextId(change)}, carousel());
    (void)m_desk.report(m_desk.commit(std::move(change)));
}

Result<void> CarouselView::resize(int places) {
    if (places < 1 || places > changer::most_places)
        return fail(Code::OutOfRange, {"pockets"}, std::to_string(places),
                    fmt::format("1 to {}", changer::most_places));
    auto changed = carousel();
    for (auto i = static_cast<std::size_t>(places); i < changed.places.size(); ++i)
        if (changed.places[i].tool)
            return fail(Code::OutOfRange, {"pockets"}, std::to_string(places),
                        fmt::format("{} or more: a tool hangs in pocket {}", i + 1, i + 1));
    changed.places.resize(static_cast<std::size_t>(places));
    changed.at = std::min(changed.at, places);
    return put(std::move(changed), fmt::format("Carousel: {} pockets", places));
}

void CarouselView::choose(int place) {
    if (place < 0 || place == m_place) return;
    m_place = place;
    refresh();
}

/// Whoever says what hangs there has looked.
void CarouselView::keepPlace() {
    auto changed = carousel();
    auto const at = static_cast<std::size_t>(m_place);
    if (!m_id || at >= changed.places.size()) return;
    auto& place = changed.places[at];
    auto const before = place.tool;
    place.tool = chosenIn<shop::Assembly>(*m_tool->box(), m_tool->box()->currentIndex());
    place.seen = place.tool != before ? shop::Seen::Known : static_cast<shop::Seen>(m_seen->box()->currentIndex());
    auto const* tool = m_desk.book().find(place.tool);
    (void)m_desk.report(put(std::move(changed), fmt::format("Carousel, pocket {}: {}", at + 1,
                                                            tool ? fmt::format("tool {}", tool->number) : "empty")));
}

void CarouselView::keepArm() {
    auto changed = carousel();
    if (!m_id) return;
    auto const before = changed.in_arm;
    changed.in_arm = chosenIn<shop::Assembly>(*m_arm->box(), m_arm->box()->currentIndex());
    changed.arm_seen =
        changed.in_arm != before ? shop::Seen::Known : static_cast<shop::Seen>(m_arm_seen->box()->currentIndex());
    auto const* tool = m_desk.book().find(changed.in_arm);
    (void)m_desk.report(
        put(std::move(changed), fmt::format("Arm: {}", tool ? fmt::format("tool {}", tool->number) : "empty")));
}

paper::RingPicture CarouselView::ring() const {
    paper::RingPicture made;
    auto const shown = carousel();
    if (!m_id) return made;
    made.at = shown.at - 1;
    made.chosen = m_place;
    for (std::size_t i = 0; i < shown.places.size(); ++i) {
        auto const& place = shown.places[i];
        auto const* tool = m_desk.book().find(place.tool);
        paper::RingPlace each;
        each.kept_empty = !tool && changer::reserved(m_desk.book(), shown, i);
        each.known = place.seen == shop::Seen::Known;
        if (tool)
            each.tool = QString::number(tool->number);
        else if (place.seen == shop::Seen::Unknown)
            each.tool = u"?"_s;
        each.wide = tool && changer::wider(shown, *tool);
        made.places.push_back(std::move(each));
    }
    return made;
}

void CarouselView::paint(Picture& picture) const {
    auto const shown = ring();
    picture.show(
        [shown](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintRing(p, area, shown, ink); },
        shown.places.empty() ? u"No carousel yet."_s
                             : u"%1 pockets, pocket %2 at the spindle."_s.arg(shown.places.size()).arg(shown.at + 1));
}

std::optional<int> CarouselView::placeAt(QPointF at, QRectF const& area) const {
    return paper::ringPlaceAt(area, ring().places.size(), at, m_desk.look().ink());
}

void CarouselView::refresh() {
    auto const id = changer::carouselOf(m_desk.book(), m_desk.setup().place.machine);
    if (id != m_id) m_job.clear();
    m_id = id;
    bool const writable = m_desk.session().writable();
    m_add->setVisible(!m_id);
    m_add->setEnabled(writable && m_desk.book().find(m_desk.setup().place.machine));
    m_box->setVisible(static_cast<bool>(m_id));
    auto const shown = carousel();
    auto const count = static_cast<int>(shown.places.size());
    m_place = std::clamp(m_place, 0, std::max(0, count - 1));
    m_count->show(QString::number(count), {}, u"1 to %1"_s.arg(changer::most_places));
    m_count->setWritable(writable);
    QStringList job;
    for (int const number : m_job) job << QString::number(number);
    m_tools->show(job.join(u", "_s), {}, u"numbers, with commas between"_s);
    m_form->refresh();
    if (!m_id || count == 0) return;
    auto const& place = shown.places[static_cast<std::size_t>(m_place)];
    auto& tools = *m_tool->box();
    tools.clear();
    tools.addItem(u"nothing"_s, QVariant::fromValue<qlonglong>(0));
    for (auto const& [each, tool] : m_desk.tools()) {
        tools.addItem(u"%1  %2"_s.arg(tool->number).arg(text(tool->name)), QVariant::fromValue<qlonglong>(each.value));
        if (each == place.tool) tools.setCurrentIndex(tools.count() - 1);
    }
    m_seen->box()->setCurrentIndex(static_cast<int>(place.seen));
    auto& held = *m_arm->box();
    held.clear();
    for (int i = 0; i < tools.count(); ++i) {
        held.addItem(tools.itemText(i), tools.itemData(i));
        if (tools.itemData(i).toLongLong() == shown.in_arm.value) held.setCurrentIndex(i);
    }
    m_arm_seen->box()->setCurrentIndex(static_cast<int>(shown.arm_seen));
    for (auto* each : {m_tool, m_seen, m_arm, m_arm_seen}) each->setEnabled(writable);
    for (auto* each : {m_arm, m_arm_seen}) each->setVisible(shown.arm);
}

std::vector<Row> CarouselView::rows() const {
    std::vector<Row> rows;
    if (!m_id) return rows;
    auto const shown = carousel();
    for (std::size_t i = 0; i < shown.places.size(); ++i) {
        auto const& place = shown.places[i];
        auto const* tool = m_desk.book().find(place.tool);
        bool const unknown = place.seen == shop::Seen::Unknown;
        bool const kept = !tool && changer::reserved(m_desk.book(), shown, i);
        rows.push_back(
            {.text = u"%1 · %2"_s.arg(i + 1).arg(tool      ? u"tool %1, %2"_s.arg(tool->number).arg(text(tool->name))
                                                 : kept    ? u"kept empty beside a wide tool"_s
                                                 : unknown ? u"not known"_s
                                                           : u"empty"_s),
             .detail = shown.at == static_cast<int>(i) + 1 ? u"at the spindle"_s
                                                           : m_seen->box()->itemText(static_cast<int>(place.seen)),
             .mark = unknown                           ? upkeep::Standing::Open
                     : place.seen == shop::Seen::Known ? upkeep::Standing::Proved
                                                       : upkeep::Standing::Suspect});
    }
    return rows;
}

std::vector<zeroing::Judgement> CarouselView::judged() const {
    if (!m_id)
        return {
            {Severity::Note,
             "No carousel of this machine yet.",
             "Add one: then it says what may hang beside what, and in which order the tools of a job turn it least.",
             {}}};
    auto said = changer::judgeCarousel(m_desk.book(), m_desk.setup(), carousel(), m_desk.units());
    if (m_job.empty()) return said;
    if (auto const turning = changer::turningOf(m_desk.book(), carousel(), m_job); turning) {
        auto const more = changer::judgeTurning(*turning, m_desk.book(), carousel());
        said.insert(said.begin(), more.begin(), more.end());
    } else {
        auto const finding = toFinding(turning.error());
        said.insert(said.begin(), {Severity::Attention, finding.text, finding.remedy, {}});
    }
    return said;
}

} // namespace steady::app
