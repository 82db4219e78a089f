// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/repeat/PracticeView.h"

#include "app/shell/SaveFile.h"
#include "core/base/Words.h"
#include "core/machine/World.h"
#include "core/proving/StudyTypes.h"
#include "exchange/WholeFile.h"

namespace steady::app {

using namespace Qt::StringLiterals;
using macros::Between;

namespace {

/// What the virtual machine really is like, unknown to the book.
struct Truth {
    char const* words;
    void (*make)(machine::World& world);
};
constexpr Truth truths[] = {
    {"as the book believes", [](machine::World&) {}},
    {"a switch that scatters three times as much", [](machine::World& world) { world.input.scatter_mm *= 3; }},
    {"a home switch that scatters by 0.03 mm", [](machine::World& world) { world.home_scatter_mm = 0.03; }},
    {"a foil of 0.015 mm under it", [](machine::World& world) { world.setter->base_z_mm += 0.015; }},
    {"a disc with a dome of 0.03 mm", [](machine::World& world) { world.setter->dome_mm = 0.03; }},
    {"a disc tilted by 0.04 mm", [](machine::World& world) { world.setter->tilt_mm = 0.04; }}};

} // namespace

PracticeView::PracticeView(Desk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    m_between = new Choice(u"repeat.loop.between"_s, u"Between the touches"_s, desk.look());
    m_between->box()->addItems({u"nothing: it stays put"_s, u"moves away and back"_s,
                                u"the spindle is turned by hand"_s, u"the next place on the disc"_s,
                                u"it is homed again"_s});
    connect(m_between->box(), &QComboBox::activated, this,
            [this] { QTimer::singleShot(0, this, &PracticeView::refresh); });
    column->addWidget(m_between);
    m_air = new Choice(u"repeat.loop.air"_s, u"Air before each touch"_s, desk.look());
    m_air->box()->addItems({u"as the setter is touched"_s, u"none"_s});
    connect(m_air->box(), &QComboBox::activated, this, [this] { QTimer::singleShot(0, this, &PracticeView::refresh); });
    column->addWidget(m_air);
    m_count = new Field(u"repeat.loop.count"_s, u"Touches"_s, desk.look());
    m_count->onAccept([this](QString const& typed) -> Result<void> {
        bool whole = false;
        int const count = typed.trimmed().toInt(&whole);
        if (!whole) return fail(Code::NotANumber, {"touches"}, typed.toStdString());
        if (count < 2 || count > macros::most_loop_touches)
            return fail(Code::OutOfRange, {"touches"}, typed.toStdString(),
                        fmt::format("2 to {}", macros::most_loop_touches));
        m_touches = count;
        refresh();
        return {};
    });
    column->addWidget(m_count);
    m_save = new QPushButton(u"Save the macro of it…"_s);
    m_save->setObjectName(u"repeat.loop.save"_s);
    connect(m_save, &QPushButton::clicked, this, &PracticeView::save);
    column->addWidget(m_save);
    column->addWidget(styled(new QLabel(u"On the virtual machine"_s), Type::Heading, Tone::Soft));
    m_truth = new Choice(u"repeat.loop.truth"_s, u"What it really is like"_s, desk.look());
    for (auto const& each : truths) m_truth->box()->addItem(QString::fromUtf8(each.words));
    column->addWidget(m_truth);
    m_run = new QPushButton(u"Run it there"_s);
    m_run->setObjectName(u"repeat.loop.run"_s);
    connect(m_run, &QPushButton::clicked, this, &PracticeView::run);
    column->addWidget(m_run);
}

macros::TouchLoop PracticeView::loop() const {
    macros::TouchLoop made;
    made.between = static_cast<Between>(m_between->box()->currentIndex());
    made.touches = m_touches;
    made.air = m_air->box()->currentIndex() == 0;
    if (made.between == Between::OtherPlace) {
        auto const* setter = m_desk.book().find(m_desk.setup().place.setter);
        for (auto const& at : proving::placesFor(proving::reachOf(nullptr, setter), m_touches))
            made.places.push_back({at.x_mm, at.y_mm});
    }
    return made;
}

void PracticeView::refresh() {
    m_count->show(QString::number(m_touches), {}, u"2 to 100, one slow touch each"_s);
    auto const* setter = m_desk.book().find(m_desk.setup().place.setter);
    bool const has_air = setter && setter->practice.air_output;
    m_air->setEnabled(has_air);
    m_air->setToolTip(has_air ? QString() : u"Its practice at Kit names no output that blows."_s);
    m_macro = safety::studyMacro(m_desk.book(), m_desk.setup(), loop());
    m_save->setEnabled(m_macro && m_macro->for_control);
    m_run->setEnabled(m_macro.has_value() && m_desk.session().writable());
    Q_EMIT changed();
}

void PracticeView::run() {
    if (!m_macro) return;
    auto world = *m_macro->world;
    auto const& truth = truths[m_truth->box()->currentIndex()];
    truth.make(world);
    world.seed = static_cast<std::uint64_t>(m_desk.session().now());
    m_desk.work().start(
        u"Touching on the virtual machine"_s,
        [study = *m_macro, world, now = m_desk.session().now()](Going const& going) {
            return safety::runStudy(study, world, now, going);
        },
        [this, loop = m_macro->loop, truth](Result<shop::Readings> readings) {
            if (!m_desk.report(readings ? Result<void>{} : Failure(readings.error()))) return;
            auto const type = loop.between == Between::OtherPlace    ? shop::StudyType::Map
                              : loop.between == Between::MoveAway    ? shop::StudyType::PutBack
                              : loop.between == Between::TurnSpindle ? shop::StudyType::SpindleTurned
                              : loop.between == Between::HomeAgain   ? shop::StudyType::Homing
                                                                     : shop::StudyType::StayPut;
            auto made = proving::newStudy(type, fmt::format("Practice: {}", truth.words));
            made.practice = true;
            made.begun_utc_ms = m_desk.session().now();
            made.machine = m_desk.setup().place.machine;
            made.setter = m_desk.setup().place.setter;
            made.tool = m_desk.setup().place.assembly;
            made.question.planned = loop.touches;
            if (type == shop::StudyType::Homing) made.groups.clear(); // homed from the setter each time
            shop::Change change{"Practice on the virtual machine", {}, {}, {}};
            Id<shop::Study> const id{m_desk.nextId(change)};
            change.put(id, made);
            for (auto& each : *readings) change.readings.push_back({id, std::move(each)});
            if (m_desk.report(m_desk.commit(std::move(change)))) Q_EMIT this->made(id);
        });
}

void PracticeView::save() {
    if (!m_macro || !m_macro->for_control) return;
    saveFile(m_desk, this,
             {u"Save the macro"_s, u"readings.ngc"_s, u"Macros (*.ngc);;All files (*)"_s, u"Writing the macro"_s},
             [words = QByteArray::fromStdString(*m_macro->for_control)](QString const& path) {
                 return exchange::writeWhole(path, words);
             });
}

std::vector<zeroing::Judgement> PracticeView::judgements() const {
    if (!m_macro) {
        auto const found = toFinding(m_macro.error());
        return {{Severity::Attention, "No macro yet.", found.text + " " + found.remedy, {}}};
    }
    if (!m_macro->for_control) {
        auto const found = toFinding(m_macro->for_control.error());
        return {{Severity::Attention, "It runs here, but cannot be written yet.", found.text + " " + found.remedy, {}}};
    }
    return {{Severity::Note,
             "A macro that only reads.",
             "It touches the setter, tells each reading, and sets nothing. Paste what the control shows at Bring in. "
             "First run: hand at the stop, low rapid override, the shortest tool.",
             {}},
            {Severity::Note,
             "Practice counts nowhere.",
             "The virtual machine runs the same text. Its readings are marked simulated; they prove nothing, and no "
             "figure is made of them.",
             {}}};
}

} // namespace steady::app
