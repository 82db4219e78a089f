// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is entered at Zeroing, and how it goes into the book.

#include "app/zeroing/ZeroingStation.h"

#include "app/widgets/WrappedLabel.h"
#include "core/base/Words.h"
#include "core/quantity/WorkOffset.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/SetterHeight.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using shop::Contact;
using shop::Target;
using shop::ZeroSetup;

namespace {

char const* nameOf(Target target) {
    switch (target) {
    case Target::Plate: return "Plate contact";
    case Target::Setter: return "Setter contact";
    case Target::Board: return "Spoilboard contact";
    case Target::Paper: return "Touch through paper";
    }
    return "";
}

} // namespace

void ZeroingStation::buildTouch(QVBoxLayout* page) {
    m_tools = new Choice(u"zero.tools"_s, u"Tool in the spindle"_s, desk().look());
    connect(m_tools->box(), &QComboBox::activated, this, [this](int index) {
        auto const chosen = chosenIn<shop::Assembly>(*m_tools->box(), index);
        QTimer::singleShot(0, this, [this, chosen] { (void)desk().report(desk().useTool(chosen)); });
    });
    m_targets = new Choice(u"zero.target"_s, u"What was touched"_s, desk().look());
    m_targets->box()->addItems({u"the plate"_s, u"the setter"_s, u"the spoilboard"_s, u"the work, through paper"_s});
    connect(m_targets->box(), &QComboBox::activated, this, [this](int index) {
        m_target = static_cast<Target>(index);
        refresh();
    });
    m_nose = new Choice(u"zero.nose"_s, u"Touched with"_s, desk().look());
    m_nose->box()->addItems({u"the tool"_s, u"the bare nose"_s});
    connect(m_nose->box(), &QComboBox::activated, this, [this] { refresh(); });
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
    connect(m_frames, &QButtonGroup::idClicked, this, [this] { refresh(); });
    m_contact = new LengthField(u"zero.contact"_s, u"Z at the touch, as the readout shows it"_s, desk().look());
    m_contact->onLength([this](TypedLength const& typed) { return acceptContact(typed); });
    m_offset_z = new LengthField(u"zero.offset_z"_s, u"Machine Z of the offset then active"_s, desk().look());
    m_offset_z->onLength([this](TypedLength const& typed) { return acceptOffset(typed); });
    for (auto* widget : std::initializer_list<QWidget*>{m_tools, m_targets, m_nose}) page->addWidget(widget);
    page->addLayout(row);
    page->addWidget(m_contact);
    page->addWidget(m_offset_z);

    m_feeler_box = new QWidget;
    auto* feeler = new QVBoxLayout(m_feeler_box);
    feeler->setContentsMargins(0, 0, 0, 0);
    auto edit = [&](QVBoxLayout* into) {
        auto form = std::make_unique<Form<Contact>>(
            desk(), into, [this] { return shownContact().value_or(draft()); },
            [this](Contact contact, std::string what) -> Result<void> {
                m_draft.feed_mm_min = contact.feed_mm_min;
                m_draft.direction = contact.direction;
                m_draft.vacuum = contact.vacuum;
                if (contact.feeler_mm != shownFeeler_mm()) m_feeler_mm = contact.feeler_mm;
                auto const stored = storedContact();
                if (!stored || desk().practice()) {
                    refresh();
                    return {};
                }
                shop::Change change{std::string(nameOf(m_target)) + ": " + what, {}, {}, {}};
                change.put(stored, std::move(contact));
                return desk().commit(std::move(change));
            },
            [] { return true; });
        auto* made = form.get();
        m_forms.push_back(std::move(form));
        return made;
    };
    auto* paper = edit(feeler);
    paper->length(
        "zero.feeler", "Paper or feeler between", {0, 50}, [](Contact & c) -> auto& { return c.feeler_mm; },
        "0: only a feel; nothing is taken off");
    paper->choice(
        "zero.vacuum", "Vacuum", {"off", "on"}, [](Contact & c) -> auto& { return c.vacuum; });
    page->addWidget(m_feeler_box);
    auto* touch = edit(page);
    touch->feed(
        "zero.feed", "Feed of the touch", {0, 10'000}, [](Contact & c) -> auto& { return c.feed_mm_min; },
        "0: the usual slow one");
    touch->choice(
        "zero.direction", "Read", {"pressing down", "at the release, going up"},
        [](Contact & c) -> auto& { return c.direction; });

    m_simulate = new QPushButton(u"Practise: virtual contact"_s);
    m_simulate->setObjectName(u"zero.simulate"_s);
    m_simulate->setToolTip(u"Runs the macro on the virtual machine and shows its contact; nothing is kept (Ctrl+T)"_s);
    connect(m_simulate, &QPushButton::clicked, this, &ZeroingStation::simulate);
    m_end_practice = new QPushButton(u"End practice"_s);
    m_end_practice->setObjectName(u"zero.end_practice"_s);
    connect(m_end_practice, &QPushButton::clicked, this, [this] { desk().practise(std::nullopt); });
    page->addWidget(m_simulate);
    page->addWidget(m_end_practice);
    buildSetup(page);
}

void ZeroingStation::buildSetup(QVBoxLayout* page) {
    page->addWidget(styled(new QLabel(u"What it is for"_s), Type::Heading, Tone::Soft));
    m_offsets = new Choice(u"zero.offset"_s, u"Work offset to set"_s, desk().look());
    for (int n = 1; n <= work_offset_count; ++n) m_offsets->box()->addItem(text(workOffsetName(n)));
    connect(m_offsets->box(), &QComboBox::activated, this, [this](int index) {
        auto setup = desk().setup();
        setup.place.work_offset = index + 1;
        (void)desk().report(desk().commitSetup(setup, "Set " + workOffsetName(index + 1)));
    });
    page->addWidget(m_offsets);
    auto form = std::make_unique<Form<ZeroSetup>>(
        desk(), page, [this] { return desk().setup(); },
        [this](ZeroSetup setup, std::string what) { return desk().commitSetup(setup, std::move(what)); },
        [] { return true; });
    form->length(
        "zero.stock", "Work thickness (for the picture)", {0.01, 1000},
        [](ZeroSetup & s) -> auto& { return s.place.stock_thickness_mm; }, "leave empty if not known");
    form->length(
        "zero.window", "The macro's contact may differ by ±", {0.5, 200},
        [](ZeroSetup & s) -> auto& { return s.prefer.window_mm; }, "from this tool's own contact; empty: any stock");
    m_forms.push_back(std::move(form));
}

void ZeroingStation::buildLink(QVBoxLayout* page) {
    page->addWidget(styled(new QLabel(u"From plate to setter"_s), Type::Heading, Tone::Soft));
    auto* words =
        styled(new WrappedLabel(u"One tool touches the plate and then the setter. What lies between is the link: the "
                                "next tool needs the setter alone."_s),
               Type::Small, Tone::Soft);
    page->addWidget(words);
    m_setter_contact =
        new LengthField(u"zero.setter_contact"_s, u"Setter contact of the tool, machine Z"_s, desk().look());
    m_setter_contact->onLength([this](TypedLength const& typed) {
        Contact contact = m_draft;
        contact.value_mm = typed.mm;
        contact.as_typed = typed.as_typed;
        return commitContact(contact, Target::Setter, "Setter contact " + typed.as_typed);
    });
    page->addWidget(m_setter_contact);
    m_make_link = new QPushButton(u"Make the link"_s);
    m_make_link->setObjectName(u"zero.make_link"_s);
    m_make_link->setToolTip(u"From the newest contacts of the tool in the spindle (Ctrl+L)"_s);
    connect(m_make_link, &QPushButton::clicked, this, &ZeroingStation::makeLink);
    page->addWidget(m_make_link);
    m_also = new Field(u"zero.also"_s, u"Offsets on the same work, set together"_s, desk().look(), Type::Body);
    m_also->onAccept([this](QString const& typed) { return acceptAlso(typed); });
    page->addWidget(m_also);
}

Result<void> ZeroingStation::acceptAlso(QString const& typed) {
    auto setup = desk().setup();
    setup.plan.also_offsets.clear();
    static QRegularExpression const between(u"[\\s,;]+"_s);
    for (auto const& word : typed.toUpper().split(between, Qt::SkipEmptyParts)) {
        int const number = workOffsetNumber(word.toStdString());
        if (number == 0)
            return fail(Code::OutOfRange, {"offsets"}, "“" + word.toStdString() + "”", "G54 to G59, G59.1 to G59.3");
        if (number == setup.place.work_offset ||
            std::count(setup.plan.also_offsets.begin(), setup.plan.also_offsets.end(), number))
            continue; // once is enough
        setup.plan.also_offsets.push_back(number);
    }
    std::sort(setup.plan.also_offsets.begin(), setup.plan.also_offsets.end());
    return desk().commitSetup(setup, "Offsets that a re-touch sets");
}

void ZeroingStation::buildBoard(QVBoxLayout* page) {
    auto form = std::make_unique<Form<shop::Board>>(
        desk(), page, [this] { return desk().get(&shop::PlaceOfWork::board, shop::Board{"Spoilboard"}); },
        [this](shop::Board board, std::string what) {
            return desk().put(&shop::PlaceOfWork::board, std::move(board), std::move(what));
        },
        [this] { return desk().setup().place.board.value != 0; });
    auto& f = *form;
    f.heading("The spoilboard on the table");
    f.note("To find its height, touch it through paper, and the setter, with one tool: choose “the spoilboard” under "
           "Touch.");
    f.text(
        "zero.board.name", "Its name", [](shop::Board & b) -> auto& { return b.name; });
    f.row(2);
    f.length(
        "zero.board.thickness", "Thickness when new", {1, 200},
        [](shop::Board & b) -> auto& { return b.thickness_mm; });
    f.length(
        "zero.board.minimum", "Replaced below", {0, 200}, [](shop::Board & b) -> auto& { return b.minimum_mm; });
    f.length(
        "zero.board.screws", "Screw heads below its first top", {0, 200},
        [](shop::Board & b) -> auto& { return b.screw_head_mm; });
    m_forms.push_back(std::move(form));
    m_accept_board = new QPushButton(u"Take the fresh height"_s);
    m_accept_board->setObjectName(u"zero.board.accept"_s);
    m_accept_board->setToolTip(u"The newest touch on the spoilboard counts from now on, although it differs"_s);
    connect(m_accept_board, &QPushButton::clicked, this, &ZeroingStation::acceptBoard);
    page->addWidget(m_accept_board);
    m_surfaced = new LengthField(u"zero.surfaced"_s, u"Surfaced just now, cut off"_s, desk().look());
    m_surfaced->onLength([this](TypedLength const& typed) { return surfaced(typed); });
    page->addWidget(m_surfaced);
    auto paper = std::make_unique<Form<ZeroSetup>>(
        desk(), page, [this] { return desk().setup(); },
        [this](ZeroSetup setup, std::string what) { return desk().commitSetup(setup, std::move(what)); },
        [] { return true; });
    paper->choice(
        "zero.paper_use", "Paper under the tip", {"counts with its thickness", "is only a feel"},
        [](ZeroSetup & s) -> auto& { return s.prefer.paper_use; });
    paper->length(
        "zero.paper", "Its thickness", {0, 5}, [](ZeroSetup & s) -> auto& { return s.prefer.paper_mm; },
        "0.1 mm for office paper is common practice; measure ten sheets and divide");
    m_forms.push_back(std::move(paper));
    m_another_board = new QPushButton(u"Another spoilboard"_s);
    m_another_board->setObjectName(u"zero.board.new"_s);
    m_another_board->setToolTip(u"A fresh one, not yet touched nor surfaced; what was touched so far stays with the "
                                "old one"_s);
    connect(m_another_board, &QPushButton::clicked, this, &ZeroingStation::anotherBoard);
    page->addWidget(m_another_board);
}

void ZeroingStation::buildMethod(QVBoxLayout* page) {
    auto form = std::make_unique<Form<ZeroSetup>>(
        desk(), page, [this] { return desk().setup(); },
        [this](ZeroSetup setup, std::string what) { return desk().commitSetup(setup, std::move(what)); },
        [] { return true; });
    form->heading("Lengths are counted from");
    form->choice(
        "zero.reference", "Reference", {"the bare nose", "a master tool", "the first tool"},
        [](ZeroSetup & s) -> auto& { return s.plan.reference; });
    m_forms.push_back(std::move(form));
    m_reference_tools = new Choice(u"zero.reference_tool"_s, u"Which tool that is"_s, desk().look());
    connect(m_reference_tools->box(), &QComboBox::activated, this, [this](int index) {
        auto setup = desk().setup();
        setup.plan.reference_tool = chosenIn<shop::Assembly>(*m_reference_tools->box(), index);
        QTimer::singleShot(0, this,
                           [this, setup] { (void)desk().report(desk().commitSetup(setup, "Tool of reference")); });
    });
    page->addWidget(m_reference_tools);
    auto* words = styled(
        new WrappedLabel(u"For the length table alone. The nose has nothing to lose; a master tool must be clean."_s),
        Type::Small, Tone::Soft);
    page->addWidget(words);
}

double ZeroingStation::shownFeeler_mm() const {
    auto const shown = shownContact();
    return shown ? shown->feeler_mm : draft().feeler_mm;
}

/// How the next touch is made: what was typed for it, else what the setup says of paper.
Contact ZeroingStation::draft() const {
    Contact contact = m_draft;
    auto const& setup = desk().setup();
    contact.feeler_mm =
        m_feeler_mm.value_or(setup.prefer.paper_use == shop::PaperUse::OnlyAFeel ? 0 : setup.prefer.paper_mm);
    return contact;
}

Id<Contact> ZeroingStation::storedContact() const {
    auto const& setup = desk().setup();
    if (byNose()) return zeroing::lastNoseContact(desk().book(), setup);
    if (m_target == Target::Plate) return setup.place.contact;
    auto const last = zeroing::lastContact(desk().book(), setup, setup.place.assembly, m_target);
    auto const* contact = desk().book().find(last);
    bool const other_board =
        contact && m_target == Target::Board && contact->board && contact->board != setup.place.board;
    return other_board ? Id<Contact>{} : last;
}

std::optional<Contact> ZeroingStation::shownContact() const {
    if (desk().practice() && m_target == Target::Plate) return desk().practice();
    auto const* stored = desk().book().find(storedContact());
    return stored ? std::optional(*stored) : std::nullopt;
}

Result<void> ZeroingStation::commitContact(Contact contact, Target target, std::string what) {
    auto setup = desk().setup();
    if (target == Target::Setter && !desk().book().find(setup.place.setter))
        return fail(Code::NoSetter, {"setter contact"});
    auto const* machine = desk().book().find(setup.place.machine);
    contact.target = target;
    contact.bare_nose = target == Target::Setter && byNose() && m_sections->current() == u"touch"_s;
    contact.assembly = contact.bare_nose ? Id<shop::Assembly>{} : setup.place.assembly;
    contact.plate = target == Target::Plate ? setup.place.plate : Id<shop::TouchPlate>{};
    contact.setter = target == Target::Setter ? setup.place.setter : Id<shop::ToolSetter>{};
    contact.board = target == Target::Board ? setup.place.board : Id<shop::Board>{};
    contact.home_epoch = machine ? machine->home_epoch : 1;
    contact.at_utc_ms = desk().session().now();
    contact.source = shop::Source::Measured;
    if (target == Target::Plate || target == Target::Setter) contact.feeler_mm = 0;
    shop::Change change{std::move(what), {}, {}, {}};
    Id<Contact> const made{desk().nextId(change)}; // a touch is a new contact; the older ones stay in the book
    change.put(made, std::move(contact));
    if (target == Target::Plate) {
        setup.place.contact = made;
        if (desk().zero()) setup.place.zero_used = zeroing::zeroUsed(*desk().zero());
        desk().putSetup(change, setup);
    }
    return desk().commit(std::move(change));
}

Result<void> ZeroingStation::acceptContact(TypedLength const& typed) {
    Contact contact = draft();
    contact.value_mm = typed.mm;
    contact.as_typed = typed.as_typed;
    contact.frame = frame();
    contact.work_offset = desk().setup().place.work_offset;
    if (frame() == shop::Frame::Work) {
        if (!m_offset_z_mm) return fail(Code::FrameUnknown, {nameOf(m_target)});
        contact.work_offset_z_mm = m_offset_z_mm;
    }
    return commitContact(std::move(contact), m_target, std::string(nameOf(m_target)) + " " + typed.as_typed);
}

Result<void> ZeroingStation::acceptOffset(TypedLength const& typed) {
    m_offset_z_mm = typed.mm;
    auto contact = shownContact();
    if (!contact || contact->frame != shop::Frame::Work) { // it waits for its contact
        m_offset_z->showLength(m_offset_z_mm, u"now type the contact"_s);
        return {};
    }
    contact->work_offset_z_mm = typed.mm;
    return commitContact(*contact, m_target, "Offset active at the contact");
}

Result<void> ZeroingStation::surfaced(TypedLength const& typed) {
    auto const units = desk().units();
    if (constexpr auto may = shop::bounds::surfaced_mm; !may.hold(typed.mm))
        return fail(Code::OutOfRange, {"surfaced"}, lengthText(typed.mm, units),
                    lengthNumber(may.least, units) + " to " + lengthText(may.most, units));
    shop::Change change{"Spoilboard surfaced by " + typed.as_typed, {}, {}, {}};
    auto setup = desk().setup();
    if (!setup.place.board) {
        setup.place.board = {desk().nextId(change)};
        change.put(setup.place.board, shop::Board{"Spoilboard"});
        desk().putSetup(change, setup);
    }
    change.put(Id<shop::Surfacing>{desk().nextId(change)},
               shop::Surfacing{setup.place.board, typed.mm, desk().session().now()});
    return desk().commit(std::move(change));
}

/// What was touched and surfaced so far belongs to the spoilboard that lay there.
void ZeroingStation::anotherBoard() {
    shop::Change change{"Another spoilboard", {}, {}, {}};
    auto setup = desk().setup();
    if (!setup.place.board) {
        setup.place.board = {desk().nextId(change)};
        change.put(setup.place.board, shop::Board{"Spoilboard"});
    }
    for (auto const& [id, contact] : desk().book().all<Contact>())
        if (contact->target == Target::Board && !contact->board) {
            auto mine = *contact;
            mine.board = setup.place.board;
            change.put(id, std::move(mine));
        }
    auto fresh = desk().get(&shop::PlaceOfWork::board, shop::Board{"Spoilboard"});
    fresh.name = fmt::format("Spoilboard {}", desk().book().all<shop::Board>().size() + 1);
    setup.place.board = {desk().nextId(change)};
    setup.place.board_accepted = {};
    change.put(setup.place.board, std::move(fresh));
    shop::Event event;
    event.what = shop::Happening::BoardChanged;
    event.at_utc_ms = desk().session().now();
    event.machine = setup.place.machine;
    event.board = setup.place.board;
    change.put(Id<shop::Event>{desk().nextId(change)}, std::move(event));
    desk().putSetup(change, setup);
    (void)desk().report(desk().commit(std::move(change)));
}

void ZeroingStation::acceptBoard() {
    auto const height = zeroing::boardHeight(desk().book(), desk().setup());
    if (!height || !height->asked) return;
    auto setup = desk().setup();
    setup.place.board_accepted = height->asked->on_board;
    (void)desk().report(desk().commitSetup(setup, "The fresh height of the spoilboard counts"));
}

void ZeroingStation::makeLink() {
    auto setup = desk().setup();
    auto const& book = desk().book();
    auto need = [&](Target target, char const* what) -> Result<Id<Contact>> {
        auto const id = zeroing::lastContact(book, setup, setup.place.assembly, target);
        if (!id)
            return fail(Code::Missing, {"link"}, std::string(what) + " of the tool in the spindle",
                        "Touch it and type what you read.");
        return id;
    };
    auto const plate = need(Target::Plate, "The plate contact"), setter = need(Target::Setter, "The setter contact");
    if (!plate || !setter) {
        (void)desk().report(Failure(plate ? setter.error() : plate.error()));
        return;
    }
    setup.place.contact = setup.link.plate = *plate;
    setup.link.setter = *setter;
    setup.link.offset = setup.place.work_offset;
    if (desk().zero()) setup.place.zero_used = setup.link.used = zeroing::zeroUsed(*desk().zero());
    (void)desk().report(desk().commitSetup(setup, "Link for " + workOffsetName(setup.place.work_offset)));
}

void ZeroingStation::simulate() {
    m_target = Target::Plate;
    auto const rehearsal = desk().rehearse(macros::plateKind(desk().setup().plan.method));
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

} // namespace steady::app
