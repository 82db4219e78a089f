// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/zeroing/ZeroingStation.h"

#include "core/quantity/WorkOffset.h"

namespace steady::app {

using namespace Qt::StringLiterals;

zeroing::LadderContent ladderContent(zeroing::PlateZeroResult const& zero, UnitSystem units) {
    zeroing::LadderContent content;
    content.chain = *zero.chain;
    content.safe_z_mm = zero.machine.safeZ_mm();
    content.tool_diameter_mm = zero.assembly.diameter_mm;
    content.tool_length_mm = zero.assembly.length_mm;
    content.stock_thickness_mm = zero.setup.stock_thickness_mm;
    content.plate_width_mm = zero.plate.width_mm;
    content.plate_thickness_mm = zero.thickness.mm;
    content.units = units;
    return content;
}

ZeroingStation::ZeroingStation(Desk& desk) : Station(desk, u"zeroing"_s, u"Zeroing"_s) {
    buildContact();
    buildSetup();
    entry()->addStretch();
    m_ladder = new LadderView(desk.look());
    m_sum = new SumLine(desk.look());
    picture()->addWidget(m_ladder, 1);
    picture()->addWidget(m_sum);
    refresh();
}

void ZeroingStation::buildContact() {
    addHeading(u"What was measured"_s);
    auto* row = new QHBoxLayout;
    row->setSpacing(0);
    m_frames = new QButtonGroup(this);
    int id = 0;
    for (auto const& words : {u"Machine Z"_s, u"Work Z"_s}) {
        auto* button = new QPushButton(words);
        button->setObjectName(id == 0 ? u"zero.frame.machine"_s : u"zero.frame.work"_s);
        button->setCheckable(true);
        button->setToolTip(id == 0 ? u"The readout shows machine coordinates"_s
                                   : u"The readout shows work coordinates"_s);
        m_frames->addButton(button, id++);
        row->addWidget(button);
    }
    entry()->addLayout(row);
    connect(m_frames, &QButtonGroup::idClicked, this, [this] { refresh(); });
    m_contact = new LengthField(u"zero.contact"_s, u"Plate contact, as the readout shows it"_s, desk().look());
    m_contact->onLength([this](TypedLength const& typed) { return acceptContact(typed); });
    m_offset_z = new LengthField(u"zero.offset_z"_s, u"Machine Z of the offset then active"_s, desk().look());
    m_offset_z->onLength([this](TypedLength const& typed) { return acceptOffset(typed); });
    m_simulate = new QPushButton(u"Practise: virtual contact"_s);
    m_simulate->setObjectName(u"zero.simulate"_s);
    m_simulate->setToolTip(u"Runs the macro on the virtual machine and shows its contact; nothing is kept (Ctrl+T)"_s);
    connect(m_simulate, &QPushButton::clicked, this, &ZeroingStation::simulate);
    m_end_practice = new QPushButton(u"End practice"_s);
    m_end_practice->setObjectName(u"zero.end_practice"_s);
    connect(m_end_practice, &QPushButton::clicked, this, [this] { this->desk().practise(std::nullopt); });
    for (auto* widget : std::initializer_list<QWidget*>{m_contact, m_offset_z, m_simulate, m_end_practice})
        entry()->addWidget(widget);
}

void ZeroingStation::buildSetup() {
    addHeading(u"What it is for"_s);
    m_tools = new Choice(u"zero.tools"_s, u"Tool in the spindle"_s, desk().look());
    connect(m_tools->box(), &QComboBox::activated, this, [this](int index) {
        Id<shop::Assembly> const chosen{m_tools->box()->itemData(index).toLongLong()};
        (void)desk().report(desk().useTool(chosen));
    });
    m_offsets = new Choice(u"zero.offset"_s, u"Work offset to set"_s, desk().look());
    for (int n = 1; n <= work_offset_count; ++n) m_offsets->box()->addItem(text(workOffsetName(n)));
    connect(m_offsets->box(), &QComboBox::activated, this, [this](int index) {
        auto setup = desk().setup();
        setup.work_offset = index + 1;
        (void)desk().report(desk().commitSetup(setup, "Set " + workOffsetName(index + 1)));
    });
    m_stock = new LengthField(u"zero.stock"_s, u"Work thickness (for the picture)"_s, desk().look());
    m_stock->onLength([this](TypedLength const& typed) -> Result<void> {
        if (typed.mm <= 0 || typed.mm > 1000)
            return fail(Code::OutOfRange, {"work thickness"}, lengthText(typed.mm, desk().units()), "0 to 1000 mm");
        auto setup = desk().setup();
        setup.stock_thickness_mm = typed.mm;
        return desk().commitSetup(setup, "Work thickness");
    });
    m_stock->onCleared([this] {
        auto setup = desk().setup();
        setup.stock_thickness_mm.reset();
        return desk().commitSetup(setup, "Work thickness not known");
    });
    m_window = new LengthField(u"zero.window"_s, u"The macro's contact may differ by ±"_s, desk().look());
    m_window->onLength([this](TypedLength const& typed) -> Result<void> {
        if (typed.mm < 0.5 || typed.mm > 200)
            return fail(Code::OutOfRange, {"window"}, lengthText(typed.mm, desk().units()), "0.5 to 200 mm");
        auto setup = desk().setup();
        setup.window_mm = typed.mm;
        return desk().commitSetup(setup, "Window of the contact");
    });
    for (auto* widget : std::initializer_list<QWidget*>{m_tools, m_offsets, m_stock, m_window})
        entry()->addWidget(widget);
}

std::optional<shop::Contact> ZeroingStation::shownContact() const {
    if (desk().practice()) return desk().practice();
    auto const* stored = desk().book().find(desk().setup().contact);
    return stored ? std::optional(*stored) : std::nullopt;
}

Result<void> ZeroingStation::commitContact(shop::Contact contact, std::string what) {
    auto setup = desk().setup();
    contact.assembly = setup.assembly;
    contact.plate = setup.plate;
    contact.at_utc_ms = desk().session().now();
    contact.source = shop::Source::Measured;
    shop::Change change{std::move(what), {}, {}, {}};
    auto next = desk().session().book().nextId();
    setup.contact = {next++}; // a touch is a new contact; the older ones stay in the book
    change.put(setup.contact, std::move(contact));
    change.put(desk().setupId() ? desk().setupId() : Id<shop::ZeroSetup>{next}, setup);
    return desk().commit(std::move(change));
}

Result<void> ZeroingStation::acceptContact(TypedLength const& typed) {
    shop::Contact contact;
    contact.value_mm = typed.mm;
    contact.as_typed = typed.as_typed;
    contact.frame = frame();
    contact.work_offset = desk().setup().work_offset;
    if (frame() == shop::Frame::Work) {
        if (!m_offset_z_mm) return fail(Code::FrameUnknown, {"plate contact"});
        contact.work_offset_z_mm = m_offset_z_mm;
    }
    return commitContact(std::move(contact), "Plate contact " + typed.as_typed);
}

Result<void> ZeroingStation::acceptOffset(TypedLength const& typed) {
    m_offset_z_mm = typed.mm;
    auto contact = shownContact();
    if (!contact || contact->frame != shop::Frame::Work) { // it waits for its contact
        m_offset_z->showLength(m_offset_z_mm, u"now type the contact"_s);
        return {};
    }
    contact->work_offset_z_mm = typed.mm;
    return commitContact(*contact, "Offset active at the contact");
}

void ZeroingStation::simulate() {
    auto const rehearsal = desk().rehearse();
    if (!rehearsal) {
        (void)desk().report(Failure(rehearsal.error()));
        return;
    }
    auto const contact = safety::simulatedContact(*rehearsal, desk().session().now());
    if (!contact) {
        (void)desk().report(Failure(contact.error()));
        return;
    }
    desk().practise(*contact);
}

QString ZeroingStation::sourceOf(shop::Contact const& contact) const {
    if (contact.source == shop::Source::Simulated) return u"simulated; not kept"_s;
    auto const when = QDateTime::fromMSecsSinceEpoch(contact.at_utc_ms, Qt::UTC);
    auto const* tool = desk().book().find(contact.assembly);
    auto hint = (tool ? u"tool %1, "_s.arg(tool->number) : QString()) +
                QLocale::c().toString(when, u"d MMM yyyy HH:mm"_s) + u" UTC"_s;
    if (contact.frame == shop::Frame::Work)
        if (auto const machine = zeroing::machineZ(contact))
            hint += u"; machine Z "_s + text(lengthText(machine->mm, desk().units()));
    return hint;
}

void ZeroingStation::refresh() {
    bool const writable = desk().session().writable();
    for (auto* field : {m_contact, m_offset_z, m_stock, m_window}) field->setWritable(writable);
    m_tools->setEnabled(writable);
    m_offsets->setEnabled(writable);
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
    m_end_practice->setVisible(desk().practice().has_value());
    desk().offerTools(*m_tools->box());
    m_tools->setVisible(m_tools->box()->count() > 0);
    m_offsets->box()->setCurrentIndex(desk().setup().work_offset - 1);
    m_stock->showLength(desk().setup().stock_thickness_mm, u"leave empty if not known"_s);
    m_window->showLength(desk().setup().window_mm, u"from the contact above"_s);
    auto const& zero = desk().zero();
    if (!zero) {
        (void)desk().report(Failure(zero.error()));
        return;
    }
    m_ladder->show(
        zero->chain ? std::optional(ladderContent(*zero, desk().units())) : std::nullopt,
        u"Touch the plate with the spindle locked out and type what the readout shows; the ladder appears here."_s);
    m_sum->show(zero->chain);
    judgement()->show(zero->judgements);
}

} // namespace steady::app
