// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A change as the rack goes through it, what works the clamp, and the way back after one that did not end.
#include "app/changer/CarouselDrive.h"
#include "app/changer/CarouselView.h"
#include "app/changer/ChangerStation.h"
#include "app/changer/RecoverView.h"
#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"
#include "core/changer/CarouselTable.h"
#include "core/changer/Drive.h"
#include "core/changer/PocketTable.h"
#include "core/macros/ChangeSteps.h"
#include "core/macros/RackRecipe.h"
#include "core/zeroing/SetterHeight.h"

#include <fmt/format.h>

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::ToolRack;

void ChangerStation::buildChange(QVBoxLayout* page) {
    m_fetched = new Choice(u"changer.fetched"_s, u"The tool that is fetched"_s, desk().look());
    connect(m_fetched->box(), &QComboBox::activated, this, [this](int index) {
        auto setup = desk().setup();
        setup.change.next = chosenIn<shop::Assembly>(*m_fetched->box(), index);
        auto const* tool = desk().book().find(setup.change.next);
        (void)desk().report(desk().commitSetup(setup, fmt::format("Next tool: {}", tool ? tool->number : 0)));
    });
    page->addWidget(m_fetched);
    m_done = new QPushButton(u"It was changed"_s);
    m_done->setObjectName(u"changer.done"_s);
    m_done->setToolTip(u"On the machine, and nobody helped: the table follows, and a pick and a drop are counted"_s);
    connect(m_done, &QPushButton::clicked, this, &ChangerStation::keepChange);
    page->addWidget(m_done);
    auto form = std::make_unique<Form<ToolRack>>(
        desk(), page, [this] { return rack(); },
        [this](ToolRack changed, std::string what) { return put(std::move(changed), "Clamp: " + what); },
        [this] { return static_cast<bool>(m_rack); });
    auto& f = *form;
    f.only([this] { return static_cast<bool>(m_rack); });
    f.heading("What works the clamp");
    f.row(2);
    f.number(
        "changer.release", "Opened by output", "", 1, shop::bounds::air_output,
        [](ToolRack & r) -> auto& { return r.drive.release_output; });
    f.number(
        "changer.blow", "Blown by output", "", 1, shop::bounds::air_output,
        [](ToolRack & r) -> auto& { return r.drive.blow_output; });
    f.choice(
        "changer.without_air", "When the air goes, the clamp", {"not known", "stays closed, by its spring", "opens"},
        [](ToolRack & r) -> auto& { return r.drive.without_air; });
    f.heading("What tells of it");
    f.row(3);
    f.number(
        "changer.open_input", "Clamp open", "", 1, shop::bounds::input_port,
        [](ToolRack & r) -> auto& { return r.drive.open_input; });
    f.number(
        "changer.held_input", "Holder in", "", 1, shop::bounds::input_port,
        [](ToolRack & r) -> auto& { return r.drive.held_input; });
    f.number(
        "changer.air_input", "Air", "", 1, shop::bounds::input_port,
        [](ToolRack & r) -> auto& { return r.drive.air_input; });
    f.note("Numbers of the control's inputs, 1 to 15. Empty: the macro stops there, and somebody looks.");
    f.row(2);
    f.number(
        "changer.limit", "Time limit", "s", 1, shop::bounds::clamp_s,
        [](ToolRack & r) -> auto& { return r.drive.limit_s; });
    f.feed(
        "changer.fork_feed", "Fork feed", shop::bounds::fork_feed_mm_min,
        [](ToolRack & r) -> auto& { return r.drive.fork_mm_min; });
    m_forms.push_back(std::move(form));
}

void ChangerStation::showChange() {
    auto& tools = *m_fetched->box();
    tools.clear();
    for (auto const& [id, tool] : desk().tools()) {
        if (id == desk().setup().place.assembly) continue;
        tools.addItem(u"%1  %2"_s.arg(tool->number).arg(text(tool->name)), QVariant::fromValue<qlonglong>(id.value));
        if (id == desk().setup().change.next) tools.setCurrentIndex(tools.count() - 1);
    }
    if (!desk().book().find(desk().setup().change.next)) tools.setCurrentIndex(-1);
    m_fetched->setEnabled(desk().session().writable() && tools.count() > 0);
    m_done->setEnabled(desk().session().writable() && !desk().setup().change.lifted_mm &&
                       macros::planRack(desk().book(), desk().setup()));
}

/// A change that came to its end by itself: what hung there is in the spindle, what was in it hangs in its place.
void ChangerStation::keepChange() {
    auto setup = desk().setup();
    auto const plan = macros::planRack(desk().book(), setup);
    if (!plan) return (void)desk().report(Result<void>(Failure(plan.error())));
    auto const away = setup.place.assembly, fetched = setup.change.next;
    auto changed = plan->rack;
    bool const counts = changed.drive.counts_from.has_value(); // the control does
    auto const at = [&](Id<shop::Assembly> tool) -> shop::Pocket* {
        auto const* stop = plan->of(tool);
        return stop ? &changed.pockets[static_cast<std::size_t>(stop->number - changed.first_number)] : nullptr;
    };
    std::string what =
        fmt::format("Changed: tool {} from pocket {}", desk().book().find(fetched)->number, plan->of(fetched)->number);
    if (auto* home = at(away)) {
        home->tool = away;
        home->seen = shop::Seen::Believed;
        if (!counts) ++home->drops;
        what += fmt::format(", tool {} into pocket {}", desk().book().find(away)->number, plan->of(away)->number);
    }
    auto* from = at(fetched);
    from->tool = {};
    from->seen = shop::Seen::Believed;
    if (!counts) ++from->picks;
    takeInSpindle(setup, fetched);
    setup.change.next = away;
    shop::Change change{std::move(what), {}, {}, {}};
    change.put(plan->id, std::move(changed));
    desk().putSetup(change, std::move(setup));
    (void)desk().report(desk().commit(std::move(change)));
}

/// The contact becomes the last one that this tool made, or none.
void ChangerStation::takeInSpindle(shop::ZeroSetup& setup, Id<shop::Assembly> tool) const {
    if (tool == setup.place.assembly) return;
    setup.place.assembly = tool;
    setup.place.contact = zeroing::lastContact(desk().book(), setup, tool, shop::Target::Plate);
}

/// What a change does here, or why none can be written.
Result<std::vector<macros::ChangeStep>> ChangerStation::changeSteps() const {
    auto const recipe = macros::rackRecipe(macros::Kind::RackChange, desk().book(), desk().setup(), {});
    if (!recipe) return Failure(recipe.error());
    auto const plan = macros::planRack(desk().book(), desk().setup());
    auto const* in_spindle = desk().book().find(desk().setup().place.assembly);
    return macros::changeSteps(*recipe, plan->rack.drive, in_spindle ? in_spindle->number : 0);
}

std::vector<zeroing::Judgement> ChangerStation::judgedChange() const {
    std::vector<zeroing::Judgement> said;
    if (auto const steps = changeSteps(); !steps) {
        auto const finding = toFinding(steps.error());
        said.push_back({Severity::Attention, finding.text, finding.remedy, {}});
    } else {
        auto const* tool = desk().book().find(desk().setup().change.next);
        said.push_back({Severity::Note,
                        fmt::format("Tool {} can be fetched.", tool ? tool->number : 0),
                        whereItsMacroIs(macros::Kind::RackChange, macros::Kind::RackRetouch, macros::Kind::RackLength,
                                        desk().setup().plan.method),
                        {}});
        if (desk().setup().change.lifted_mm)
            said.push_back({Severity::Attention,
                            fmt::format("It is written lifted, by {}.",
                                        lengthText(*desk().setup().change.lifted_mm, desk().units())),
                            "Nothing is changed by it. When the ways are right, take the height away at Macros, below "
                            "“The change”.",
                            {}});
    }
    auto const drive = changer::judgeDrive(rack().drive);
    said.insert(said.end(), drive.begin(), drive.end());
    return said;
}

void ChangerStation::buildRecover(QVBoxLayout* page) {
    m_recover = new RecoverView(desk());
    connect(m_recover, &RecoverView::changed, this, &ChangerStation::showZones);
    connect(m_recover, &RecoverView::signedOff, this, &ChangerStation::signOff);
    page->addWidget(m_recover);
}

void ChangerStation::buildCarousel(QVBoxLayout* page) {
    m_carousel = new CarouselView(desk());
    connect(m_carousel, &CarouselView::changed, this, &ChangerStation::showZones);
    page->addWidget(m_carousel);
}

void ChangerStation::showCarousel() { m_carousel->refresh(); }

void ChangerStation::buildCarouselDrive(QVBoxLayout* page) {
    m_drive = new CarouselDrive(desk());
    page->addWidget(m_drive);
}

void ChangerStation::showCarouselDrive() { m_drive->refresh(); }

/// Of the rack; on a machine without one, of its carousel.
void ChangerStation::showRecover() { m_recover->show(m_rack, m_rack ? Id<shop::Carousel>{} : ring()); }

std::vector<Row> ChangerStation::recoveryRows() const {
    std::vector<Row> rows;
    auto const way = m_recover ? m_recover->recovery() : std::nullopt;
    if (!way) return rows;
    if (!*way) {
        auto const finding = toFinding(way->error());
        rows.push_back({.text = text(finding.text), .detail = text(finding.remedy)});
        return rows;
    }
    for (auto const& step : (*way)->steps) {
        auto detail = step.caution.empty() ? QString() : text(step.caution) + u' ';
        detail += u"Then: "_s + text(step.expect);
        rows.push_back({.text = u"%1  %2"_s.arg(rows.size() + 1).arg(text(step.text)) +
                                (step.by_hand ? u" (by hand)"_s : QString()),
                        .detail = detail,
                        .whole = true});
    }
    if ((*way)->looks_first)
        rows.push_back({.text = u"Then say here what you saw: the list goes on from there."_s, .detail = {}});
    return rows;
}

std::vector<zeroing::Judgement> ChangerStation::judgedRecovery() const {
    std::vector<zeroing::Judgement> said;
    auto const way = m_recover ? m_recover->recovery() : std::nullopt;
    if (!way) return said;
    if (!*way) {
        auto const finding = toFinding(way->error());
        said.push_back({Severity::Bad, finding.text, finding.remedy, {}});
        return said;
    }
    if ((*way)->looks_first)
        said.push_back({Severity::Attention, "Look first.", "Nothing is moved by what nobody has seen.", {}});
    else
        said.push_back({Severity::Note,
                        "The way back is known.",
                        "Sign when table and spindle were read against what hangs there: only then anything runs.",
                        {}});
    for (auto const& line : m_recover->after()) said.push_back({Severity::Note, line, "", {}});
    return said;
}

Result<std::map<int, Id<shop::Assembly>>> ChangerStation::toolsByNumber() const {
    std::map<int, Id<shop::Assembly>> by_number;
    for (auto const& [id, tool] : desk().tools())
        if (auto const [other, is_new] = by_number.emplace(tool->number, id); !is_new)
            return fail(Code::TwoAlike, {"tools"},
                        fmt::format("“{}” and “{}”", desk().book().find(other->second)->name, tool->name),
                        fmt::format("number, {}", tool->number));
    return by_number;
}

namespace {

Id<shop::Assembly> idOf(std::map<int, Id<shop::Assembly>> const& by_number, changer::HolderSeen const& holder) {
    auto const found = by_number.find(holder.value_or(0));
    return found == by_number.end() ? Id<shop::Assembly>() : found->second;
}

} // namespace

/// What was seen becomes the table; pocket 1 is in front.
void ChangerStation::signOffCarousel() {
    auto const& seen = m_recover->seen();
    auto const by_number = toolsByNumber();
    if (!by_number) return (void)desk().report(Result<void>(Failure(by_number.error())));
    auto const id = *m_recover->ofCarousel();
    auto changed = *desk().book().find(id);
    for (std::size_t i = 0; i < changed.places.size(); ++i) {
        auto const found = seen.pockets.find(static_cast<int>(i) + 1);
        if (found == seen.pockets.end() || !found->second) continue;
        changed.places[i].tool = idOf(*by_number, found->second);
        changed.places[i].seen = shop::Seen::Known;
    }
    changed.at = 1;
    changed.in_arm = {};
    changed.arm_seen = changed.arm ? shop::Seen::Known : changed.arm_seen;
    auto setup = desk().setup();
    takeInSpindle(setup, idOf(*by_number, seen.spindle));
    shop::Change change{"After a recovery: carousel and spindle signed off", {}, {}, {}};
    change.put(id, std::move(changed));
    desk().putSetup(change, std::move(setup));
    if (!desk().report(desk().commit(std::move(change)))) return;
    m_recover->lookAnew();
    refresh();
}

/// What was seen becomes the table; the change that had to be helped is one that failed.
void ChangerStation::signOff() {
    if (m_recover->ofCarousel()) return signOffCarousel();
    auto const& seen = m_recover->seen();
    auto changed = rack();
    auto const by_number = toolsByNumber();
    if (!by_number) return (void)desk().report(Result<void>(Failure(by_number.error())));
    for (std::size_t i = 0; i < changed.pockets.size(); ++i) {
        auto const number = changed.number(i);
        auto const found = seen.pockets.find(number);
        if (found == seen.pockets.end() || !found->second) continue;
        changed.pockets[i].tool = idOf(*by_number, found->second);
        changed.pockets[i].seen = shop::Seen::Known;
        if (seen.in_fork && seen.at_pocket == number) {
            ++changed.pockets[i].picks;
            ++changed.pockets[i].failed;
        }
    }
    auto setup = desk().setup();
    takeInSpindle(setup, idOf(*by_number, seen.spindle));
    shop::Change change{"After a recovery: table and spindle signed off", {}, {}, {}};
    change.put(m_rack, std::move(changed));
    desk().putSetup(change, std::move(setup));
    if (!desk().report(desk().commit(std::move(change)))) return;
    m_recover->lookAnew(); // signed once, and counted once
    refresh();
}

} // namespace steady::app
