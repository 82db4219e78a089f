// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/zeroing/ZeroingStation.h"

#include "app/widgets/When.h"
#include "app/zeroing/MethodsView.h"
#include "core/advice/Care.h"
#include "core/advice/SetterAdvice.h"
#include "core/base/Words.h"
#include "core/install/Proof.h"
#include "core/quantity/WorkOffset.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Lengths.h"
#include "core/zeroing/LinkJudgements.h"
#include "core/zeroing/Methods.h"
#include "core/zeroing/Sides.h"
#include "core/zeroing/Slips.h"
#include "paper/LengthsPainter.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Target;
using zeroing::Judgement;
using zeroing::ZChain;

ZeroingStation::ZeroingStation(Desk& desk, StationName called, QWidget* parent)
    : FormStation(desk, std::move(called), u"zero"_s, parent) {
    addSection(u"touch"_s, u"Touch"_s, &ZeroingStation::buildTouch, &ZeroingStation::showTouch);
    addSection(u"link"_s, u"Link"_s, &ZeroingStation::buildLink, &ZeroingStation::showLink);
    addSection(u"board"_s, u"Spoilboard"_s, &ZeroingStation::buildBoard, &ZeroingStation::showBoard);
    addSection(u"sides"_s, u"X Y"_s, &ZeroingStation::buildSides, &ZeroingStation::showNothing);
    addSection(u"method"_s, u"Method"_s, &ZeroingStation::buildMethod, &ZeroingStation::showMethod);
    entry()->addWidget(m_sections);
    entry()->addStretch();
    m_ladder = new LadderView(desk.look());
    m_sum = new SumLine(desk.look());
    m_link_sum = new SumLine(desk.look(), u"sum.link"_s);
    m_methods = new MethodsView(desk);
    m_lengths = new Picture(desk.look(), u"zero.lengths"_s, u"The tools, side by side"_s);
    m_lengths->setMinimumHeight(desk.look().px(190));
    m_sides = new Picture(desk.look(), u"zero.sides"_s, u"What the pin touches, from above"_s);
    picture()->addWidget(m_sides, 1);
    picture()->addWidget(m_ladder, 1);
    picture()->addWidget(m_link_sum);
    picture()->addWidget(m_sum);
    picture()->addWidget(m_methods);
    picture()->addWidget(m_lengths, 1);
    connect(m_sections, &Sections::opened, this, &ZeroingStation::showPictures);
    refresh();
}

QString ZeroingStation::sourceOf(shop::Contact const& contact) const {
    if (contact.source == shop::Source::Simulated) return u"simulated; not kept"_s;
    auto const* tool = desk().book().find(contact.assembly);
    auto hint = contact.bare_nose ? u"bare nose, "_s : tool ? u"tool %1, "_s.arg(tool->number) : QString();
    hint += localTime(contact.at_utc_ms);
    if (contact.frame == shop::Frame::Work)
        if (auto const machine = zeroing::machineZ(contact))
            hint += u"; machine Z "_s + text(lengthText(machine->mm, desk().units()));
    return hint;
}

void ZeroingStation::perform(QString const& action) {
    if (action == u"zero.simulate"_s) simulate();
    if (action != u"zero.link"_s) return;
    openSection(u"link"_s);
    makeLink();
}

void ZeroingStation::refresh() {
    m_sections->refresh();
    showPictures();
}

void ZeroingStation::showTouch() {
    bool const writable = desk().session().writable();
    auto const& setup = desk().setup();
    for (auto* field : {m_contact, m_offset_z}) field->setWritable(writable);
    for (auto* choice : {m_tools, m_offsets}) choice->box()->setEnabled(writable);
    m_targets->box()->setCurrentIndex(static_cast<int>(m_target));
    m_nose->setVisible(m_target == Target::Setter);
    m_feeler_box->setVisible(m_target == Target::Board || m_target == Target::Paper);
    auto const contact = shownContact();
    if (m_frames->checkedId() < 0)
        m_frames->button(contact && contact->frame == shop::Frame::Work ? 1 : 0)->setChecked(true);
    bool const same_frame = contact && contact->frame == frame();
    m_contact->showLength(same_frame ? std::optional(contact->value_mm) : std::nullopt,
                          same_frame                     ? sourceOf(*contact)
                          : frame() == shop::Frame::Work ? u"with the work offset active"_s
                                                         : u"at the trip, length offset off"_s);
    if (same_frame && contact->work_offset_z_mm) m_offset_z_mm = contact->work_offset_z_mm;
    m_offset_z->setVisible(frame() == shop::Frame::Work);
    m_offset_z->showLength(m_offset_z_mm, u"as the offset table shows it"_s);
    m_simulate->setVisible(m_target == Target::Plate);
    m_end_practice->setVisible(desk().practice().has_value());
    desk().offerTools(*m_tools->box());
    m_tools->setVisible(m_tools->box()->count() > 0);
    m_offsets->box()->setCurrentIndex(setup.place.work_offset - 1);
}

void ZeroingStation::showLink() {
    bool const writable = desk().session().writable();
    auto const& setup = desk().setup();
    m_setter_contact->setWritable(writable);
    m_make_link->setEnabled(writable);
    m_also->setWritable(writable);
    QStringList also;
    for (int const number : setup.plan.also_offsets) also << text(workOffsetName(number));
    m_also->show(also.join(u' '), {},
                 u"beside %1; for example G55 G57"_s.arg(text(workOffsetName(setup.place.work_offset))));
    auto const* on_setter =
        desk().book().find(zeroing::lastContact(desk().book(), setup, setup.place.assembly, Target::Setter));
    m_setter_contact->showLength(on_setter ? std::optional(on_setter->value_mm) : std::nullopt,
                                 on_setter ? sourceOf(*on_setter) : u"the tool that touched the plate"_s);
}

void ZeroingStation::showBoard() {
    bool const writable = desk().session().writable();
    m_surfaced->setWritable(writable);
    for (auto* button : {m_accept_board, m_another_board}) button->setEnabled(writable);
    auto const board = zeroing::boardHeight(desk().book(), desk().setup());
    m_accept_board->setVisible(board && board->asked);
    m_surfaced->showLength(std::nullopt, u"Enter keeps it, with the date"_s);
}

void ZeroingStation::showMethod() {
    auto& list = *m_reference_tools->box();
    list.setEnabled(desk().session().writable());
    list.clear();
    for (auto const& [id, tool] : desk().tools()) {
        list.addItem(text(fmt::format("Tool {}: {}", tool->number, tool->name)),
                     QVariant::fromValue<qlonglong>(id.value));
        if (id == desk().setup().plan.reference_tool) list.setCurrentIndex(list.count() - 1);
    }
    if (!desk().setup().plan.reference_tool) list.setCurrentIndex(-1);
    m_reference_tools->setVisible(desk().setup().plan.reference != shop::LengthReference::Nose);
    m_methods->refresh();
    showLengths();
}

void ZeroingStation::showLengths() {
    paper::LengthsPicture bars;
    bool const per_tool = desk().setup().plan.method == shop::Method::OffsetPerTool;
    auto const table = zeroing::lengthTable(desk().book(), desk().setup());
    auto const offsets = zeroing::offsetsPerTool(desk().book(), desk().setup());
    QStringList said;
    for (std::size_t i = 0; i < table.size() && i < offsets.size(); ++i) {
        auto const* tool = desk().book().find(table[i].assembly);
        paper::LengthsPicture::Bar bar{table[i].number, tool->diameter_mm,
                                       tool->length_mm, {},
                                       false,           table[i].assembly == desk().setup().place.assembly};
        if (table[i].length_mm) bar.length_mm = table[i].length_mm;
        if (per_tool) {
            bar.missing = !offsets[i].zero || offsets[i].work_offset == 0;
            bar.value = offsets[i].work_offset == 0 ? "no offset"
                        : offsets[i].zero           ? fmt::format("{} {}", workOffsetName(offsets[i].work_offset),
                                                                  lengthNumber(offsets[i].zero->sum().mm, desk().units()))
                                                    : "no touch";
        } else {
            bar.missing = !table[i].length_mm;
            bar.value = table[i].length_mm ? lengthNumber(*table[i].length_mm, desk().units()) : "not touched";
        }
        said << text(fmt::format("tool {}: {}", bar.number, bar.value));
        bars.bars.push_back(std::move(bar));
    }
    m_lengths->show(
        [bars](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintLengths(p, area, bars, ink); },
        said.join(u"; "_s));
}

/// The sum of what was touched by the tool in the spindle.
std::optional<ZChain> ZeroingStation::shownChain() const {
    auto const& setup = desk().setup();
    auto keep = [](Result<ZChain> const& chain) { return chain ? std::optional(*chain) : std::nullopt; };
    bool const on_link = m_sections->current() == u"link"_s;
    if (m_sections->current() == u"board"_s)
        return keep(zeroing::boardZero(desk().book(), setup, setup.place.assembly));
    if (m_target == Target::Setter || (on_link && !linkChain()))
        if (auto chain = keep(zeroing::retouchZero(desk().book(), setup, setup.place.assembly))) return chain;
    if (!on_link && m_target == Target::Board)
        return keep(zeroing::boardZero(desk().book(), setup, setup.place.assembly));
    if (!on_link && m_target == Target::Paper)
        return keep(zeroing::paperZero(desk().book(), setup, setup.place.assembly));
    if (!on_link && m_target == Target::Setter) return std::nullopt;
    auto const& zero = desk().zero();
    if (setup.plan.method == shop::Method::LengthTable)
        if (auto chain = keep(zeroing::lengthTableZero(desk().book(), setup))) return chain;
    return zero ? zero->chain : std::nullopt;
}

/// The link, when the tool in the spindle made it.
std::optional<ZChain> ZeroingStation::linkChain() const {
    auto const link = zeroing::linkOf(desk().book(), desk().setup());
    return link && link->assembly == desk().setup().place.assembly ? std::optional(link->chain) : std::nullopt;
}

void ZeroingStation::showPictures() {
    auto const section = m_sections->current();
    bool const method = section == u"method"_s, sides = section == u"sides"_s;
    m_sides->setVisible(sides);
    if (sides) showSidesPicture();
    auto const& zero = desk().zero();
    if (!zero) {
        (void)desk().report(Failure(zero.error()));
        return;
    }
    auto const chain = shownChain();
    auto const link = linkChain();
    bool const plain = section == u"link"_s || (section == u"touch"_s && m_target == Target::Plate);
    bool const plate = plain && chain && zero->chain && chain->terms.front().key == "contact";
    std::optional<double> trip;
    if (link && plate) trip = chain->sum().mm + link->sum().mm;     // where it trips, lag taken out
    bool const board = chain && chain->terms.back().key == "board"; // the work would stand on this zero
    auto other = [&] {
        auto content = ladderContent(
            *zero, *chain, chain->terms.front().key == "setter" ? zeroing::Stand::Setter : zeroing::Stand::Bare,
            desk().units());
        if (board) content.stock_thickness_mm.reset();
        return content;
    };
    m_ladder->show(
        !chain  ? std::nullopt
        : plate ? std::optional(ladderContent(*zero, desk().units(), trip))
                : std::optional(other()),
        section == u"board"_s || m_target == Target::Board
            ? u"Touch the spoilboard through paper and the setter with one tool; the spoilboard's zero appears here."_s
        : m_target == Target::Setter
            ? u"With the link, a touch on the setter gives work zero; the ladder appears here."_s
            : u"Touch the plate with the spindle locked out and type what the readout shows; the ladder appears here."_s);
    m_sum->show(chain);
    m_link_sum->show(link);
    m_ladder->setVisible(!method && !sides);
    m_sum->setVisible(!method && !sides);
    m_link_sum->setVisible(!method && !sides && plain && link.has_value());
    m_methods->setVisible(method);
    m_lengths->setVisible(method);
    judgement()->show(judged());
}

std::vector<Judgement> ZeroingStation::judgedSides() const {
    auto said = zeroing::judgeSides(desk().book(), desk().setup());
    said.push_back({Severity::Note,
                    "Before the touch",
                    "Spindle stopped and unable to start, hand at the stop. All readings in one frame, the last bit of "
                    "each way slowly. The play of an axis is in the result unless its touches end the same way.",
                    {}});
    return said;
}

std::vector<Judgement> ZeroingStation::judged() const {
    auto const section = m_sections->current();
    auto const& book = desk().book();
    auto const& setup = desk().setup();
    if (section == u"sides"_s) return judgedSides();
    auto said = zeroing::slipJudgements(desk().slips());
    auto append = [&](std::vector<Judgement> const& more) { said.insert(said.end(), more.begin(), more.end()); };
    auto const chain = shownChain();
    bool const other = section == u"touch"_s && m_target != Target::Plate;
    if (section == u"method"_s) {
        if (auto const pure = zeroing::notMixed(book, setup); !pure)
            said.push_back({Severity::Bad,
                            "Two methods are mixed.",
                            toFinding(pure.error()).text + " " + toFinding(pure.error()).remedy,
                            {}});
        for (auto const& view : zeroing::compareMethods(book, setup))
            if (view.recommended) said.push_back({Severity::Note, view.name + " fits this shop.", view.why, {}});
        if (setup.plan.method == shop::Method::OffsetPerTool) append(zeroing::offsetJudgements(book, setup));
        if (auto const basis = zeroing::lengthBasis(book, setup); basis)
            said.push_back({Severity::Note,
                            "Lengths count from " + basis->words + ".",
                            fmt::format("It touched the setter at {}.", lengthText(basis->contact_mm, desk().units())),
                            {}});
        said.push_back({Severity::Note,
                        "One method per machine.",
                        "A length called by the job after a re-touch counts twice. Choosing one here takes away what "
                        "belongs to the others; undo brings it back.",
                        {}});
        return said;
    }
    if (other || (section == u"link"_s && chain && chain->terms.front().key == "setter")) {
        if (chain)
            said.push_back({Severity::Note,
                            fmt::format("{}: {}, {}.", chain->label, lengthText(chain->sum().mm, desk().units()),
                                        plusMinusText(chain->budget.expanded_95, desk().units())),
                            "", zeroing::budgetLines(chain->budget, desk().units())});
    }
    if (section == u"link"_s || (other && m_target == Target::Setter))
        append(zeroing::linkJudgements(book, setup, desk().session().now()));
    else if (section == u"board"_s || (other && m_target == Target::Board))
        append(zeroing::boardJudgements(book, setup));
    if (other && m_target == Target::Setter) append(advice::setterJudgements(book, setup));
    if (other && m_target == Target::Paper)
        said.push_back({Severity::Note,
                        "Paper is a feel.",
                        "Move the paper while the tool comes down in small steps; stop when it drags. Spindle locked "
                        "out, fingers beside the tool, never under it.",
                        {}});
    if (section == u"touch"_s && m_target == Target::Plate && desk().zero()) {
        // What is certainly wrong stands first, before what only looks odd.
        auto const& plain = desk().zero()->judgements;
        if (!plain.empty() && plain.front().severity == Severity::Bad)
            said.insert(said.begin(), plain.begin(), plain.end());
        else
            append(plain);
    }
    auto warn = [&](Target target, install::Device device) {
        bool const at_it = section == u"link"_s || (section == u"touch"_s && m_target == target);
        if (!at_it) return;
        if (auto const warning = install::proofWarning(book, setup, device)) said.push_back(*warning);
    };
    if (section == u"link"_s || section == u"touch"_s)
        if (auto const warning = advice::quarantineWarning(book, setup)) said.push_back(*warning);
    warn(Target::Plate, install::Device::Plate);
    warn(Target::Setter, install::Device::Setter);
    return said;
}

} // namespace steady::app
