// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/changer/CarouselDrive.h"

#include "core/base/Words.h"
#include "core/changer/CarouselTable.h"
#include "core/changer/Drive.h"
#include "core/macros/RingRecipe.h"
#include "core/safety/Lacks.h"
#include "core/zeroing/SetterHeight.h"

#include <QVBoxLayout>
#include <fmt/format.h>

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Carousel;

std::vector<Row> rowsOf(Result<std::vector<macros::ChangeStep>> const& steps) {
    std::vector<Row> rows;
    if (!steps) {
        auto const finding = toFinding(steps.error());
        rows.push_back({.text = text(finding.text), .detail = text(finding.remedy)});
        return rows;
    }
    for (auto const& step : *steps) {
        QString detail;
        if (step.limit_s) {
            auto const by = step.by_eye ? u"by eye"_s : u"input %1"_s.arg(step.input.value_or(0));
            auto const when = *step.limit_s > 0 ? u"within %1 s"_s.arg(*step.limit_s) : u"now"_s;
            detail = u"%1, %2. If not: %3"_s.arg(by, when, text(step.way_out));
        }
        rows.push_back({.text = u"%1  "_s.arg(rows.size() + 1) + text(step.text),
                        .detail = detail,
                        .mark = step.limit_s ? std::optional(upkeep::Standing::Due) : std::nullopt,
                        .whole = true});
    }
    return rows;
}

std::string whereItsMacroIs(macros::Kind alone, macros::Kind retouch, macros::Kind length, shop::Method method) {
    auto const behind =
        method == shop::Method::Retouch
            ? fmt::format(", or “{}”, which touches it on the setter at once", macros::title(retouch))
        : method == shop::Method::LengthTable
            ? fmt::format(", or “{}”, which puts its length into the table at once", macros::title(length))
            : std::string();
    return fmt::format("Its macro is at Macros, “{}”{}: run it there, and attack it with what goes wrong, before the "
                       "machine does.",
                       macros::title(alone), behind);
}

CarouselDrive::CarouselDrive(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* page = new QVBoxLayout(this);
    page->setContentsMargins(0, 0, 0, 0);
    m_next = new Choice(u"ring.fetched"_s, u"The tool that is fetched"_s, desk.look());
    connect(m_next->box(), &QComboBox::activated, this, &CarouselDrive::keepNext);
    page->addWidget(m_next);
    m_done = new QPushButton(u"It was changed"_s);
    m_done->setObjectName(u"ring.done"_s);
    m_done->setToolTip(u"On the machine, and nobody helped: the table follows"_s);
    connect(m_done, &QPushButton::clicked, this, &CarouselDrive::keepChange);
    page->addWidget(m_done);
    m_form = std::make_unique<Form<Carousel>>(
        desk, page, [this] { return carousel(); },
        [this](Carousel changed, std::string what) { return put(std::move(changed), "Carousel: " + what); },
        [this] { return static_cast<bool>(m_id); });
    auto& f = *m_form;
    auto const there = [this] { return static_cast<bool>(m_id); };
    auto const comes = [this] { return m_id && !carousel().arm; };
    f.only(there);
    auto const output = shop::bounds::air_output;
    auto const input = shop::bounds::input_port;
    f.heading("Where tools are changed");
    f.row(2);
    f.length(
        "ring.x", "Machine X", {-5000, 5000}, [](Carousel & c) -> auto& { return c.x_mm; });
    f.length(
        "ring.y", "Machine Y", {-5000, 5000}, [](Carousel & c) -> auto& { return c.y_mm; });
    f.row(2);
    f.length(
        "ring.z", "Sits at Z", {-5000, 5000}, [](Carousel & c) -> auto& { return c.seat_z_mm; }, "a holder");
    f.only(comes);
    f.length(
        "ring.flange", "Flange", {1, 500}, [](Carousel & c) -> auto& { return c.flange_mm; }, "across");
    f.length(
        "ring.cone", "Cone and stud of a holder", {1, 500}, [](Carousel & c) -> auto& { return c.cone_mm; },
        "above the spindle face; 40 taken");
    f.only(there);
    f.heading("What turns it");
    f.row(2);
    f.number(
        "ring.with", "With the numbers", "", 1, output, [](Carousel & c) -> auto& { return c.ring.with_output; },
        "output");
    f.number(
        "ring.against", "Against them", "", 1, output, [](Carousel & c) -> auto& { return c.ring.against_output; },
        "output");
    f.row(2);
    f.number(
        "ring.place", "Pocket in front", "", 1, input, [](Carousel & c) -> auto& { return c.ring.place_input; },
        "input");
    f.number(
        "ring.first", "It is pocket 1", "", 1, input, [](Carousel & c) -> auto& { return c.ring.first_input; },
        "input");
    f.only(comes);
    f.heading("What brings it to the spindle");
    f.row(2);
    f.number(
        "ring.slide", "To the spindle", "", 1, output, [](Carousel & c) -> auto& { return c.ring.slide_output; },
        "output");
    f.number(
        "ring.limit", "Time limit", "s", 1, shop::bounds::clamp_s, [](Carousel & c) -> auto& { return c.ring.limit_s; },
        "each way");
    f.row(2);
    f.number(
        "ring.near", "At the spindle", "", 1, input, [](Carousel & c) -> auto& { return c.ring.near_input; }, "input");
    f.number(
        "ring.back", "Back", "", 1, input, [](Carousel & c) -> auto& { return c.ring.back_input; }, "input");
    f.choice(
        "ring.without", "When output or power drop, it", {"not known", "stays where it is", "goes back"},
        [](Carousel & c) -> auto& { return c.ring.slide_without; });
    auto const swings = [this] { return m_id && carousel().arm; };
    f.only(swings);
    f.heading("Arm that exchanges by itself");
    f.row(2);
    f.number(
        "ring.arm_start", "Starts it", "", 1, output, [](Carousel & c) -> auto& { return c.exchange.start_output; },
        "output");
    f.number(
        "ring.arm_rest", "At rest", "", 1, input, [](Carousel & c) -> auto& { return c.exchange.rest_input; }, "input");
    f.row(2);
    f.number(
        "ring.arm_limit", "Time limit", "s", 1, shop::bounds::clamp_s,
        [](Carousel & c) -> auto& { return c.exchange.limit_s; }, "in all");
    f.number(
        "ring.table_from", "Table from number", "", 1, shop::bounds::counts_from,
        [](Carousel & c) -> auto& { return c.exchange.table_from; }, "pocket 1");
    f.note("One output starts its whole exchange, clamp and all, until it is at rest again. The control keeps which "
           "tool is where, a number for each pocket: each change makes another table. An arm whose strokes are driven "
           "one by one keeps to the maker's program.");
    f.only(there);
    f.heading("What holds the spindle");
    f.row(2);
    f.number(
        "ring.orient", "Orient it", "", 1, output, [](Carousel & c) -> auto& { return c.ring.orient_output; },
        "output");
    f.number(
        "ring.oriented", "Oriented", "", 1, input, [](Carousel & c) -> auto& { return c.ring.oriented_input; },
        "input");
    f.only(swings); // where it comes, its time limit stands above
    f.number(
        "ring.orient_limit", "Time limit", "s", 1, shop::bounds::clamp_s,
        [](Carousel & c) -> auto& { return c.ring.limit_s; }, "oriented");
    f.only(there);
    f.heading("The clamp at the spindle");
    f.only(comes);
    f.row(2);
    f.number(
        "ring.release", "Opened by", "", 1, output, [](Carousel & c) -> auto& { return c.drive.release_output; },
        "output");
    f.number(
        "ring.blow", "Blown by", "", 1, output, [](Carousel & c) -> auto& { return c.drive.blow_output; }, "output");
    f.only(there);
    f.row(3);
    f.number(
        "ring.open", "Open", "", 1, input, [](Carousel & c) -> auto& { return c.drive.open_input; }, "input");
    f.number(
        "ring.held", "Holder in", "", 1, input, [](Carousel & c) -> auto& { return c.drive.held_input; }, "input");
    f.number(
        "ring.air", "Air", "", 1, input, [](Carousel & c) -> auto& { return c.drive.air_input; }, "input");
    f.choice(
        "ring.without_air", "When the air goes, the clamp", {"not known", "stays closed, by its spring", "opens"},
        [](Carousel & c) -> auto& { return c.drive.without_air; });
    f.row(2);
    f.number(
        "ring.clamp_limit", "Time limit", "s", 1, shop::bounds::clamp_s,
        [](Carousel & c) -> auto& { return c.drive.limit_s; });
    f.only(comes);
    f.feed(
        "ring.feed", "Onto a seat", shop::bounds::fork_feed_mm_min,
        [](Carousel & c) -> auto& { return c.drive.fork_mm_min; });
    f.only(there);
    f.note("Numbers of the control's outputs, 0 to 15, and inputs, 1 to 15. An input that is not there is looked at by "
           "eye: the macro stops for it.");
}

Carousel CarouselDrive::carousel() const {
    auto const* found = m_desk.book().find(m_id);
    return found ? *found : Carousel();
}

Result<void> CarouselDrive::put(Carousel changed, std::string what) {
    return m_desk.edit(m_id, std::move(changed), std::move(what));
}

void CarouselDrive::keepNext(int index) {
    auto setup = m_desk.setup();
    setup.change.next = chosenIn<shop::Assembly>(*m_next->box(), index);
    auto const* tool = m_desk.book().find(setup.change.next);
    (void)m_desk.report(m_desk.commitSetup(setup, fmt::format("Next tool: {}", tool ? tool->number : 0)));
}

/// A change that came to its end by itself.
void CarouselDrive::keepChange() {
    auto setup = m_desk.setup();
    auto const plan = macros::planRing(m_desk.book(), setup);
    if (!plan) return (void)m_desk.report(Result<void>(Failure(plan.error())));
    auto changed = macros::changedRing(m_desk.book(), setup, *plan);
    auto const away = setup.place.assembly;
    setup.place.assembly = setup.change.next;
    setup.place.contact = zeroing::lastContact(m_desk.book(), setup, setup.place.assembly, shop::Target::Plate);
    setup.change.next = away;
    shop::Change change{std::move(changed.words), {}, {}, {}};
    change.put(plan->id, std::move(changed.carousel));
    m_desk.putSetup(change, std::move(setup));
    (void)m_desk.report(m_desk.commit(std::move(change)));
}

Result<std::vector<macros::ChangeStep>> CarouselDrive::steps() const {
    auto const* machine = m_desk.book().find(m_desk.setup().place.machine);
    auto const lacks = machine ? safety::lacksOf(*machine) : Result<macros::Lacks>(macros::Lacks());
    if (!lacks) return Failure(lacks.error());
    auto const recipe = macros::ringRecipe(macros::Kind::CarouselChange, m_desk.book(), m_desk.setup(), *lacks);
    if (!recipe) return Failure(recipe.error());
    auto const plan = *macros::planRing(m_desk.book(), m_desk.setup()); // the recipe has been made of it
    return macros::changeSteps(*recipe, plan.carousel, plan.pocketOf(m_desk.setup().place.assembly));
}

void CarouselDrive::refresh() {
    m_id = changer::carouselOf(m_desk.book(), m_desk.setup().place.machine);
    auto& tools = *m_next->box();
    tools.clear();
    auto const& setup = m_desk.setup();
    for (auto const& [id, tool] : m_desk.tools()) {
        if (id == setup.place.assembly) continue;
        tools.addItem(u"%1  %2"_s.arg(tool->number).arg(text(tool->name)), QVariant::fromValue<qlonglong>(id.value));
        if (id == setup.change.next) tools.setCurrentIndex(tools.count() - 1);
    }
    if (!m_desk.book().find(setup.change.next)) tools.setCurrentIndex(-1);
    bool const writable = m_desk.session().writable();
    m_next->setEnabled(writable && m_id && tools.count() > 0);
    m_done->setEnabled(writable && macros::planRing(m_desk.book(), setup));
    m_form->refresh();
}

std::vector<zeroing::Judgement> CarouselDrive::judged() const {
    if (!m_id) return {{Severity::Note, "No carousel of this machine yet.", "Add one at Carousel.", {}}};
    std::vector<zeroing::Judgement> said;
    if (auto const all = steps(); !all) {
        auto const finding = toFinding(all.error());
        said.push_back({Severity::Attention, finding.text, finding.remedy, {}});
    } else {
        auto const* tool = m_desk.book().find(m_desk.setup().change.next);
        said.push_back({Severity::Note,
                        fmt::format("Tool {} can be fetched.", tool ? tool->number : 0),
                        whereItsMacroIs(macros::Kind::CarouselChange, macros::Kind::CarouselRetouch,
                                        macros::Kind::CarouselLength, m_desk.setup().plan.method),
                        {}});
    }
    auto const drive = changer::judgeDrive(carousel());
    said.insert(said.end(), drive.begin(), drive.end());
    return said;
}

} // namespace steady::app
