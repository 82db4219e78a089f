// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/machine/MachineStation.h"

#include "app/machine/MechanicsView.h"
#include "app/machine/ReferenceView.h"
#include "app/machine/ScaleView.h"
#include "app/machine/SizesView.h"
#include "core/advice/MachineAdvice.h"
#include "core/dialects/Bundle.h"
#include "core/install/AxisScale.h"
#include "core/install/PartSizes.h"
#include "core/install/Tram.h"
#include "core/upkeep/Record.h"
#include "core/zeroing/Rereference.h"
#include "core/zeroing/SetterHeight.h"
#include "exchange/WholeFile.h"
#include "paper/HeadPainter.h"
#include "paper/InputPainter.h"
#include "paper/MachinePainter.h"
#include "paper/ScalePainter.h"
#include "paper/SizesPainter.h"

#include <QPushButton>

namespace steady::app {

using namespace Qt::StringLiterals;
using dialects::Question;
using shop::Machine;
using shop::ZeroSetup;

namespace {

template<class At> void outlineFields(Form<Machine>& f, std::array<char const*, 4> names, At at) {
    constexpr Range may{0, 3000};
    f.row(2);
    f.length(
        names[0], "To the left", may, [at](Machine & m) -> auto& { return at(m).left_mm; });
    f.length(
        names[1], "To the right", may, [at](Machine & m) -> auto& { return at(m).right_mm; });
    f.row(2);
    f.length(
        names[2], "To the front", may, [at](Machine & m) -> auto& { return at(m).front_mm; });
    f.length(
        names[3], "To the back", may, [at](Machine & m) -> auto& { return at(m).back_mm; });
}

} // namespace

MachineStation::MachineStation(Desk& desk, StationName called, QWidget* parent)
    : FormStation(desk, std::move(called), u"machine"_s, parent) {
    m_machines = new Choice(u"machine.which"_s, u"Which machine"_s, desk.look());
    connect(m_machines->box(), &QComboBox::activated, this, [this](int index) {
        auto const chosen = chosenIn<ZeroSetup>(*m_machines->box(), index);
        QTimer::singleShot(0, this, [this, chosen] { (void)this->desk().report(this->desk().useMachine(chosen)); });
    });
    entry()->addWidget(m_machines);
    addSection(u"travel"_s, u"Travel"_s, &MachineStation::buildTravel, &MachineStation::showButtons);
    addSection(u"homing"_s, u"Homing"_s, &MachineStation::buildHoming, &MachineStation::showButtons);
    addSection(u"input"_s, u"Input"_s, &MachineStation::buildInput, &MachineStation::showButtons);
    addSection(u"controller"_s, u"Control"_s, &MachineStation::buildController, &MachineStation::showButtons);
    addSection(u"head"_s, u"Head"_s, &MachineStation::buildHead, &MachineStation::showButtons);
    m_record = new RowsView(u"machine.record"_s, u"Looks at the mechanics, newest first"_s, desk.look());
    m_sections->add(u"scale"_s, u"Scale"_s, [this](QVBoxLayout* page) -> Sections::Show {
        m_scales = new ScaleView(this->desk());
        connect(m_scales, &ScaleView::axisChanged, this, &MachineStation::showPictures);
        page->addWidget(m_scales);
        return [this] { m_scales->refresh(); };
    });
    m_sections->add(u"sizes"_s, u"Part sizes"_s, [this](QVBoxLayout* page) -> Sections::Show {
        m_sizes = new SizesView(this->desk());
        connect(m_sizes, &SizesView::axisChanged, this, &MachineStation::showPictures);
        page->addWidget(m_sizes);
        return [this] { m_sizes->refresh(); };
    });
    m_sections->add(u"mechanics"_s, u"Mechanics"_s, [this](QVBoxLayout* page) -> Sections::Show {
        auto* view = new MechanicsView(this->desk(), m_record);
        page->addWidget(view);
        return [view] { view->refresh(); };
    });
    m_steps = new RowsView(u"machine.reference.steps"_s, u"The steps, in their order"_s, desk.look());
    m_sections->add(u"reference"_s, u"Reference"_s, [this](QVBoxLayout* page) -> Sections::Show {
        auto* view = new ReferenceView(this->desk(), m_steps);
        page->addWidget(view);
        return [view] { view->refresh(); };
    });
    entry()->addWidget(m_sections);
    entry()->addStretch();
    m_picture = new Picture(desk.look(), u"machine.picture"_s, u"Envelope, machine coordinates"_s);
    m_homing = new Picture(desk.look(), u"machine.homing.picture"_s, u"Homing: switch, search and latch"_s);
    m_input = new Picture(desk.look(), u"machine.input.picture"_s, u"What the input adds, over the feed"_s);
    m_scale = new Picture(desk.look(), u"machine.scale.picture"_s, u"Scale: how far each move is off"_s);
    m_head = new Picture(desk.look(), u"machine.head.picture"_s, u"What comes down around the tool, to scale"_s);
    m_parts = new Picture(desk.look(), u"machine.sizes.picture"_s, u"Parts: how far each is off, over its size"_s);
    for (QWidget* each :
         std::initializer_list<QWidget*>{m_picture, m_homing, m_input, m_head, m_scale, m_parts, m_record, m_steps})
        picture()->addWidget(each, 1);
    connect(m_sections, &Sections::opened, this, &MachineStation::showPictures);
    refresh();
}

MachineStation::MachineForm& MachineStation::form(QVBoxLayout* into) {
    auto made = std::make_unique<MachineForm>(
        desk(), into, [this] { return shownMachine(); },
        [this](Machine machine, std::string what) {
            if (!desk().setup().place.machine && machine.name == zeroing::assumedMachine().name)
                machine.name = "My machine";
            // Another sort of control is another control: its answers are asked anew.
            if (machine.dialect != shownMachine().dialect)
                if (auto const usual = dialects::usualFor(machine.dialect, machine.behaviour))
                    machine.behaviour = *usual;
            // Numbers that would meet each other are refused where they are typed.
            if (auto const numbers = dialects::checkNumbers(machine.dialect, machine.behaviour); !numbers)
                return numbers;
            return desk().put(&shop::PlaceOfWork::machine, std::move(machine), std::move(what));
        },
        [this] { return desk().book().find(desk().setup().place.machine) != nullptr; });
    auto& form = *made;
    m_forms.push_back(std::move(made));
    return form;
}

void MachineStation::buildTravel(QVBoxLayout* page) {
    auto& f = form(page);
    f.text(
        "machine.name", "Name of the machine", [](Machine & m) -> auto& { return m.name; });
    f.heading("Ends of the axes");
    f.note("As the control shows them after homing, with their signs. Any origin will do.");
    f.row(2);
    f.length(
        "machine.x.low", "X, low end", any_length, [](Machine & m) -> auto& { return m.axes[0].low_mm; });
    f.length(
        "machine.x.high", "X, high end", any_length, [](Machine & m) -> auto& { return m.axes[0].high_mm; });
    f.row(2);
    f.length(
        "machine.y.low", "Y, low end", any_length, [](Machine & m) -> auto& { return m.axes[1].low_mm; });
    f.length(
        "machine.y.high", "Y, high end", any_length, [](Machine & m) -> auto& { return m.axes[1].high_mm; });
    f.row(2);
    f.length(
        "machine.z.low", "Z, low end", any_length, [](Machine & m) -> auto& { return m.axes[2].low_mm; });
    f.length(
        "machine.z.high", "Z, high end", any_length, [](Machine & m) -> auto& { return m.axes[2].high_mm; });
    Range const rapids{10, 100'000};
    f.row(3);
    f.feed(
        "machine.x.rapid", "Rapid, X", rapids, [](Machine & m) -> auto& { return m.axes[0].rapid_mm_min; });
    f.feed(
        "machine.y.rapid", "Rapid, Y", rapids, [](Machine & m) -> auto& { return m.axes[1].rapid_mm_min; });
    f.feed(
        "machine.z.rapid", "Rapid, Z", rapids, [](Machine & m) -> auto& { return m.axes[2].rapid_mm_min; });
    Range const accelerations{1, 50'000};
    f.row(3);
    f.number(
        "machine.x.accel", "Acceleration, X", "mm/s²", 1, accelerations,
        [](Machine & m) -> auto& { return m.axes[0].accel_mm_s2; });
    f.number(
        "machine.y.accel", "Acceleration, Y", "mm/s²", 1, accelerations,
        [](Machine & m) -> auto& { return m.axes[1].accel_mm_s2; });
    f.number(
        "machine.z.accel", "Acceleration, Z", "mm/s²", 1, accelerations,
        [](Machine & m) -> auto& { return m.axes[2].accel_mm_s2; });
    Range const backlash = shop::bounds::backlash_mm;
    f.row(3);
    f.length(
        "machine.x.backlash", "Backlash, X", backlash, [](Machine & m) -> auto& { return m.axes[0].backlash_mm; });
    f.length(
        "machine.y.backlash", "Backlash, Y", backlash, [](Machine & m) -> auto& { return m.axes[1].backlash_mm; });
    f.length(
        "machine.z.backlash", "Backlash, Z", backlash, [](Machine & m) -> auto& { return m.axes[2].backlash_mm; });
    m_another = new QPushButton(u"Another machine"_s);
    m_another->setObjectName(u"machine.new"_s);
    connect(m_another, &QPushButton::clicked, this, &MachineStation::anotherMachine);
    page->addWidget(m_another);
}

void MachineStation::buildHoming(QVBoxLayout* page) {
    auto& f = form(page);
    f.heading("Where the switches sit");
    f.row(2);
    f.choice(
        "machine.x.home", "X homes", {"low end", "high end"}, [](Machine & m) -> auto& { return m.axes[0].home; });
    f.choice(
        "machine.y.home", "Y homes", {"low end", "high end"}, [](Machine & m) -> auto& { return m.axes[1].home; });
    f.row(2);
    f.choice(
        "machine.z.home", "Z homes", {"low end", "high end"}, [](Machine & m) -> auto& { return m.axes[2].home; });
    f.choice(
        "machine.home_order", "Order", {"Z first", "together"}, [](Machine & m) -> auto& { return m.home_order; });
    Range const feeds{1, 20'000};
    f.row(2);
    f.feed(
        "machine.home_search", "Search feed", feeds, [](Machine & m) -> auto& { return m.home_search_mm_min; });
    f.feed(
        "machine.home_latch", "Latch feed", feeds, [](Machine & m) -> auto& { return m.home_latch_mm_min; });
    m_home_changed = new QPushButton(u"Home switches changed"_s);
    m_home_changed->setObjectName(u"machine.home_changed"_s);
    m_home_changed->setToolTip(u"A switch, the pull-off, the homing direction or the frame: every machine position "
                               "before counts no more. A plain re-home changes nothing."_s);
    connect(m_home_changed, &QPushButton::clicked, this, &MachineStation::homeChanged);
    page->addWidget(m_home_changed);
    f.note("After a new switch, pull-off, homing direction or frame. Not after a plain re-home.");
}

void MachineStation::buildInput(QVBoxLayout* page) {
    auto& f = form(page);
    f.heading("How a contact is seen");
    f.choice(
        "machine.capture", "The input is", {"latched in hardware", "polled", "debounced, edge kept"},
        [](Machine & m) -> auto& { return m.capture; });
    f.row(3);
    f.number(
        "machine.poll", "Looks every", "ms", 1000, {0, 1000}, [](Machine & m) -> auto& { return m.poll_s; });
    f.number(
        "machine.debounce", "Debounce", "ms", 1000, {0, 1000}, [](Machine & m) -> auto& { return m.debounce_s; });
    f.number(
        "machine.driver_lag", "Drive lag", "ms", 1000, {0, 1000}, [](Machine & m) -> auto& { return m.driver_lag_s; });
    f.length(
        "machine.scatter", "Scatter of one touch", {0, 1}, [](Machine & m) -> auto& { return m.switch_scatter_mm; },
        "standard deviation of repeats");
    f.heading("While a signal is proved, Z creeps up");
    f.row(2);
    f.length(
        "machine.creep", "By", {1, 50}, [](Machine & m) -> auto& { return m.proof_creep_mm; });
    f.number(
        "machine.creep_s", "In", "s", 1, {3, 120}, [](Machine & m) -> auto& { return m.proof_creep_s; });
}

void MachineStation::buildHead(QVBoxLayout* page) {
    auto& f = form(page);
    f.heading("Spindle");
    f.choice(
        "machine.spindle", "Switched by", {"the control", "hand"}, [](Machine & m) -> auto& { return m.spindle; });
    f.row(2);
    f.number(
        "machine.spin_down", "Runs down in", "s", 1, {0, 600}, [](Machine & m) -> auto& { return m.spin_down_s; });
    f.length(
        "machine.body", "Body, Ø", {5, 500}, [](Machine & m) -> auto& { return m.spindle_body_mm; });
    f.row(2);
    f.length(
        "machine.shoe", "Shoe hangs", {0.1, 300}, [](Machine & m) -> auto& { return m.dust_shoe_mm; });
    f.length(
        "machine.shoe_diameter", "Shoe, Ø", {5, 800}, [](Machine & m) -> auto& { return m.dust_shoe_diameter_mm; });
    f.note("Below the spindle's face; empty: there is none.");
    f.choice(
        "machine.shoe_boxed", "Shape of the dust shoe", {"round", "a box, as follows"},
        [](Machine & m) -> auto& { return m.shoe_boxed; });
    outlineFields(
        f, {"machine.shoe.left", "machine.shoe.right", "machine.shoe.front", "machine.shoe.back"},
        [](Machine & m) -> auto& { return m.shoe; });
    f.heading("The head around the spindle, from its axis");
    f.length(
        "machine.head", "Begins above the face by", {0, 2000}, [](Machine & m) -> auto& { return m.head_mm; },
        "empty: it never comes near anything");
    outlineFields(
        f, {"machine.head.left", "machine.head.right", "machine.head.front", "machine.head.back"},
        [](Machine & m) -> auto& { return m.head; });
}

void MachineStation::buildController(QVBoxLayout* page) {
    auto& f = form(page);
    f.heading("Language");
    std::vector<std::pair<std::string, std::string>> sorts;
    for (auto const& bundle : dialects::bundles()) sorts.emplace_back(bundle.id(), bundle.name());
    f.wordChoice(
        "machine.dialect", "The control is", std::move(sorts), [](Machine & m) -> auto& { return m.dialect; });
    f.note([this] {
        auto const bundle = dialects::bundleOf(shownMachine().dialect);
        return bundle ? QString::fromUtf8((*bundle)->about) : QString();
    });
    f.note("Another sort fills in its usual answers: then check each of them below.");
    f.choice(
        "machine.units", "The control counts in", {"millimetres", "inches"},
        [](Machine & m) -> auto& { return m.units; });
    f.heading("How it behaves");
    f.note("What controls of this sort differ in. Two minutes each, in free air, hand at the stop.");
    m_bench = new QPushButton(u"Save a test for this control"_s);
    m_bench->setObjectName(u"machine.bench"_s);
    m_bench->setToolTip(u"A text for this control. It moves by less than 1 mm in free air and says what it found."_s);
    connect(m_bench, &QPushButton::clicked, this, &MachineStation::saveBenchText);
    page->addWidget(m_bench);
    asked(f, Question::LengthSign, [&] {
        f.choice(
            "machine.length_sign", "Its tool lengths are", {"positive lengths", "negative distances"},
            [](Machine & m) -> auto& { return m.length_sign; });
    });
    asked(f, Question::ClosedAtStart, [&] {
        f.choice(
            "machine.closed_at_start", "Probing with the input closed", {"is refused", "counts as a contact"},
            [](Machine & m) -> auto& { return m.behaviour.closed_at_start; });
    });
    asked(f, Question::HomeMove, [&] {
        f.choice(
            "machine.home_move", "G28 with axis words moves", {"all axes", "the axes named"},
            [](Machine & m) -> auto& { return m.behaviour.home_move; });
    });
    asked(f, Question::OffsetAtEnd, [&] {
        f.choice(
            "machine.offset_at_end", "After a program's end", {"G54 is in force", "the offset in use stays"},
            [](Machine & m) -> auto& { return m.behaviour.offset_at_end; });
    });
    asked(f, Question::WaitsFor, [&] {
        f.choice(
            "machine.waits_for", "Reading ahead, it waits for", {"a dwell", "a dwell or a skip", "every line"},
            [](Machine & m) -> auto& { return m.behaviour.waits_for; });
    });
    asked(f, Question::WithoutPoint, [&] {
        f.choice(
            "machine.without_point", "“X10” without a point is", {"10", "10 least increments"},
            [](Machine & m) -> auto& { return m.behaviour.without_point; });
    });
    asked(f, Question::Homed, [&] {
        f.number(
            "machine.homed_parameter", "The variable that says homed", "#", 1, shop::bounds::parameter,
            [](Machine & m) -> auto& { return m.behaviour.homed_parameter; });
    });
    asked(f, Question::Variables, [&] {
        f.heading("Variables that the macros use");
        f.row(2);
        f.number(
            "machine.scratch", "For a moment", "#", 1, shop::bounds::scratch_from,
            [](Machine & m) -> auto& { return m.behaviour.scratch_parameter; });
        f.number(
            "machine.links", "For links", "#", 1, shop::bounds::links_from,
            [](Machine & m) -> auto& { return m.behaviour.link_parameter; });
    });
}

Machine MachineStation::shownMachine() const {
    return desk().get(&shop::PlaceOfWork::machine, zeroing::assumedMachine());
}

/// The text that tells most of the answers by itself, to be loaded into that control.
void MachineStation::saveBenchText() {
    auto const bundle = dialects::bundleOf(shownMachine().dialect);
    if (!bundle || !(*bundle)->bench_text) return;
    auto const name = u"dialect-test-%1.ngc"_s.arg(text((*bundle)->id()));
    desk().prompter().saveFile(this, u"Save the test"_s, name, u"G-code (*.ngc)"_s,
                               [this, words = QByteArray((*bundle)->bench_text())](QString const& path) {
                                   (void)desk().report(exchange::writeWhole(path, words));
                               });
}

/// A question, shown where it is asked of such a control, with how it is found out on that one.
void MachineStation::asked(MachineForm& f, Question question, std::function<void()> const& fields) {
    auto const test = [this, question]() -> char const* {
        auto const bundle = dialects::bundleOf(shownMachine().dialect);
        return bundle ? (*bundle)->benchTest(question) : nullptr;
    };
    f.only([test] { return test() != nullptr; });
    fields();
    f.note([test] { return QString::fromUtf8(test()); });
    f.only({});
}

void MachineStation::anotherMachine() {
    shop::Change change{"Another machine", {}, {}, {}};
    auto machine = zeroing::assumedMachine();
    machine.name = fmt::format("Machine {}", desk().book().all<Machine>().size() + 1);
    ZeroSetup setup;
    setup.place.machine = {desk().nextId(change)};
    change.put(setup.place.machine, machine);
    Id<ZeroSetup> const made{desk().nextId(change)};
    change.put(made, setup);
    if (!desk().setupId()) desk().putSetup(change, desk().setup()); // what was assumed so far stays the first
    auto info = desk().session().book().info();
    info.in_use = made;
    auto const id = desk().book().first<shop::BookInfo>();
    change.put(id ? id : Id<shop::BookInfo>{desk().nextId(change)}, info);
    (void)desk().report(desk().commit(std::move(change)));
}

void MachineStation::homeChanged() {
    if (!desk().setup().place.machine) { // an assumed machine becomes one of the book first
        auto machine = desk().get(&shop::PlaceOfWork::machine, zeroing::assumedMachine());
        if (!desk().report(desk().put(&shop::PlaceOfWork::machine, std::move(machine), "The machine as assumed")))
            return;
    }
    auto change =
        upkeep::recordHappening(desk().book(), desk().setupId(), shop::Happening::HomeChanged, desk().session().now());
    (void)desk().report(change ? desk().commit(std::move(*change)) : Failure(change.error()));
}

void MachineStation::showButtons() {
    for (auto* button : {m_home_changed, m_another})
        if (button) button->setEnabled(desk().session().writable());
}

void MachineStation::refresh() {
    auto& list = *m_machines->box();
    list.clear();
    for (auto const& [setup_id, setup] : desk().book().all<ZeroSetup>()) {
        auto const* machine = desk().book().find(setup->place.machine);
        list.addItem(machine ? text(machine->name) : u"the assumed machine"_s,
                     QVariant::fromValue<qlonglong>(setup_id.value));
        if (setup_id == desk().setupId()) list.setCurrentIndex(list.count() - 1);
    }
    m_machines->setVisible(list.count() > 1);
    list.setEnabled(desk().session().writable());
    m_sections->refresh();
    if (auto const bundle = dialects::bundleOf(shownMachine().dialect); m_bench && bundle)
        m_bench->setVisible((*bundle)->bench_text != nullptr);
    paper::MachinePicture shown{
        desk().get(&shop::PlaceOfWork::machine, zeroing::assumedMachine()), {}, {}, desk().units()};
    if (auto const* setter = desk().book().find(desk().setup().place.setter)) shown.setter = *setter;
    if (auto const height = zeroing::setterHeight(desk().book(), desk().setup()))
        shown.setter_nose_z_mm = height->nose_z_mm;
    auto const& axes = shown.machine.axes;
    m_picture->show(
        [shown](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintMachine(p, area, shown, ink); },
        text(fmt::format("X {} to {}, Y {} to {}, Z {} to {}.", axes[0].low_mm, axes[0].high_mm, axes[1].low_mm,
                         axes[1].high_mm, axes[2].low_mm, axes[2].high_mm)));
    auto const& machine = shown.machine;
    m_homing->show(
        [machine, units = desk().units()](QPainter& p, QRectF const& area, paper::Ink const& ink) {
            paper::paintHoming(p, area, {machine, units}, ink);
        },
        text(fmt::format("Searches at {}, latches at {}.", feedText(machine.home_search_mm_min, desk().units()),
                         feedText(machine.home_latch_mm_min, desk().units()))));
    m_input->show(
        [machine, units = desk().units()](QPainter& p, QRectF const& area, paper::Ink const& ink) {
            paper::paintInput(p, area, {machine, units}, ink);
        },
        u"How late a touch is recorded, and how far the tip goes on, for each feed."_s);
    m_head->show(
        [machine, units = desk().units()](QPainter& p, QRectF const& area, paper::Ink const& ink) {
            paper::paintHead(p, area, {machine, units}, ink);
        },
        text(fmt::format("Spindle body {}.", lengthText(machine.spindle_body_mm, desk().units()))));
    showPictures();
}

double MachineStation::axisLength_mm(shop::AxisName name) const {
    auto const machine = zeroing::machineOf(desk().book(), desk().setup());
    auto const& axis = machine.axes[static_cast<std::size_t>(name)];
    return axis.high_mm - axis.low_mm;
}

std::vector<zeroing::Judgement> MachineStation::judged() const {
    auto const section = m_sections->current();
    auto const& book = desk().book();
    if (section == u"scale"_s && m_scales)
        return install::scaleJudgements(m_scales->check(), axisLength_mm(m_scales->check().axis), desk().units());
    if (section == u"sizes"_s && m_sizes)
        return install::partJudgements(m_sizes->check(), axisLength_mm(m_sizes->check().axis), desk().units());
    if (section == u"mechanics"_s) return install::mechanicsJudgements(book, desk().setup());
    if (section == u"reference"_s) {
        auto said = zeroing::gaugeBlockJudgements(book, desk().setup());
        if (said.empty())
            said.push_back({Severity::Note,
                            "A lost reference is set again with a gauge block.",
                            "Type its height, and how high the reference lies, both above what the block stands on.",
                            {}});
        return said;
    }
    std::vector<zeroing::Judgement> said; // a reference that is being set again is not forgotten elsewhere
    if (auto const& setup = desk().setup(); !setup.gauge.done.empty() && !zeroing::isRereferenced(book, setup))
        said = zeroing::gaugeBlockJudgements(book, setup);
    auto const more = advice::machineJudgements(book, desk().setup());
    said.insert(said.end(), more.begin(), more.end());
    return said;
}

/// The picture belongs to the section.
void MachineStation::showPictures() {
    auto const section = m_sections->current();
    m_homing->setVisible(section == u"homing"_s);
    m_input->setVisible(section == u"input"_s);
    bool const scale = section == u"scale"_s, mechanics = section == u"mechanics"_s, sizes = section == u"sizes"_s;
    m_scale->setVisible(scale);
    m_parts->setVisible(sizes);
    m_head->setVisible(section == u"head"_s);
    m_record->setVisible(mechanics);
    m_steps->setVisible(section == u"reference"_s);
    m_picture->setVisible(section != u"homing"_s && section != u"input"_s && section != u"head"_s && !scale &&
                          !mechanics && !sizes && section != u"reference"_s);
    if (scale && m_scales) {
        auto const check = m_scales->check();
        paper::ScalePicture shown{check.moves, {}, check.error_mm, desk().units()};
        if (auto const found = install::axisScale(check.moves, check.error_mm)) shown.scale = *found;
        m_scale->show(
            [shown](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintScale(p, area, shown, ink); },
            u"%1 moves."_s.arg(check.moves.size()));
    }
    if (sizes && m_sizes) {
        paper::SizesPicture const shown{m_sizes->check(), desk().units()};
        m_parts->show(
            [shown](QPainter& p, QRectF const& area, paper::Ink const& ink) { paper::paintSizes(p, area, shown, ink); },
            u"%1 parts."_s.arg(shown.check.parts.size()));
    }
    judgement()->show(judged());
}

} // namespace steady::app
